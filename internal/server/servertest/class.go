package servertest

import (
	"archive/zip"
	"bytes"
	"io/fs"
	"strings"
	"testing"
)

// ShortSuite is a suite of two scripts, for tests that are about something else.
const ShortSuite = `game tic-tac-toe
criterion marks "A mark goes where it was put"
points 2
claims mark
script "two moves"
a1 b2
criterion taken "A taken cell is refused"
points 1
claims taken
script "a taken cell"
a1 !a1 b2
`

// RightProgram keeps the rules of ShortSuite, and speaks of a taken cell in what a page
// must not take for HTML.
const RightProgram = `
b = ["."] * 9
p = "X"
while True:
    for i in (0, 3, 6): print(*b[i:i+3])
    r, c = map(int, input(p + ", row and column: ").split())
    i = (r - 1) * 3 + c - 1
    if b[i] != ".":
        print("taken <b>&amp;</b>"); continue
    b[i] = p
    p = "O" if p == "X" else "X"
`

// Archive packs files into a zip; a name that ends in @ becomes a link.
func Archive(t testing.TB, files map[string]string) []byte {
	t.Helper()
	var out bytes.Buffer
	w := zip.NewWriter(&out)
	for name, content := range files {
		header := &zip.FileHeader{Name: strings.TrimSuffix(name, "@"), Method: zip.Deflate}
		if strings.HasSuffix(name, "@") {
			header.SetMode(fs.ModeSymlink | 0o777)
		}
		f, err := w.CreateHeader(header)
		if err != nil {
			t.Fatal(err)
		}
		if _, err := f.Write([]byte(content)); err != nil {
			t.Fatal(err)
		}
	}
	if err := w.Close(); err != nil {
		t.Fatal(err)
	}
	return out.Bytes()
}
