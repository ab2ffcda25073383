package draft

import (
	"fmt"
	"testing"
)

// The order in which a source reads the fields of a ship is the one of its variables, on one line or on several.
func TestLayouts(t *testing.T) {
	for source, want := range map[string]string{
		`name, row, col, direction, size = line.split(",")`:                                               "{name} {row} {col} {way} {length}",
		"if (!(f >> n >> name >> col >> row >> way)) {":                                                   "{length} {name} {col} {row} {way}",
		"r, c, way = ship.split(\",\")":                                                                   "{row} {col} {way}",
		"int col = s.nextInt();\nint row = s.nextInt();\nString dir = s.next();\nint size = s.nextInt();": "{col} {row} {way} {length}",
		"for r in range(10):\n    for c in range(10):\n        print(sea[r][c])":                          "",
	} {
		got := ""
		if layouts := Layouts(source); len(layouts) > 0 {
			got = fmt.Sprint(layouts[0])
			got = got[1 : len(got)-1]
		}
		if got != want {
			t.Errorf("%s is read as %q, want %q", source, got, want)
		}
	}
}
