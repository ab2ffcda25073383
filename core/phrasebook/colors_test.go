package phrasebook

import "testing"

// A sign that stands alone in a color is another one in another color; words keep theirs.
func TestColors(t *testing.T) {
	const red, blue, plain = "\x1b[31m", "\x1b[1;94m", "\x1b[0m"
	tests := []struct {
		name, printed, want string
		colored             bool
	}{
		{"one sign in two colors", "|" + red + "O" + plain + "|" + blue + "O" + plain + "|", "|🔴|🔵|", true},
		{"a colored ground", "\x1b[41m   \x1b[0m\x1b[43m@\x1b[m", " 🔴 🟡", true},
		{"a bar on a color", "\x1b[41m          \x1b[0m", "          ", false},
		{"a colored word", red + "Red wins" + plain, "Red wins", false},
		{"no color", "| O |", "| O |", false},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			book := &Book{colors: true}
			if got := book.Look(nil, tt.printed); len(got) != 1 || got[0] != tt.want {
				t.Errorf("it reads %q", got)
			}
			if HasColors(tt.printed) != tt.colored {
				t.Errorf("has colors: %t", !tt.colored)
			}
		})
	}
}
