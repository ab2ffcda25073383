package phrasebook_test

import (
	"slices"
	"strings"
	"testing"

	"durchgang/core/phrasebook"
)

// What is written over is not there, what older text was made into is, and what was only
// cleared away was read before.
func TestLook(t *testing.T) {
	tests := []struct {
		name, before, printed string
		want                  []string
	}{
		{"lines", "a\n", "b\nc: ", []string{"b", "c: "}},
		{"line ends of a terminal that was taken over", "", "b\r\nc: ", []string{"b", "c: "}},
		{"written over from the beginning of the line", "", "X WINS\rmove  \n", []string{"move", ""}},
		{"written over in the line before", "X to move: \n", "\x1b[1A\x1b[2CWINS\x1b[K\n", []string{"X WINS", ""}},
		{"a win that is written over before anybody sees it", "", "X WINS\n\x1b[1A\x1b[2Kgo on: ", []string{"go on: "}},
		{"a win that is rubbed out by backspaces", "", "X WINS\b\b\b\b\b\bO to go: ", []string{"O to go: "}},
		{"at a place", "one\ntwo\nthree\n", "\x1b[2;1HTWO\x1b[5;1H> ", []string{"TWO", "> "}},
		{"a message that is cleared away was read", "", "that cell is taken\n\x1b[2J\x1b[1;1Hboard\n> ", []string{"that cell is taken", "board", "> "}},
		{"a screen that is drawn anew", "old\n", "\x1b[H\x1b[2Jnew\n> ", []string{"new", "> "}},
		{"drawn over in place", "X . .\nmove: \n", "\x1b[1;1HX O .\x1b[2;1H\x1b[Kmove: ", []string{"X O .", "move: "}},
		{"saved and restored", "", "a\x1b[s\n\nb\x1b[u!", []string{"b", "a!"}},
		{"beyond the edges", "", "\x1b[99A\x1b[99Dx\x1b[99;9999999999999Hy", []string{"x", strings.Repeat(" ", 399) + "y"}},
		{"colours move nothing", "", "\x1b[31mX\x1b[0m wins\n", []string{"X wins", ""}},
		{"more lines than the display has", "", "\x1b[1;1H" + strings.Repeat("l\n", 30), append(slices.Repeat([]string{"l"}, 30), "")},
	}
	for _, tt := range tests {
		if got := phrasebook.Look([]byte(tt.before), tt.printed); !slices.Equal(got, tt.want) {
			t.Errorf("%s: %q, want %q", tt.name, got, tt.want)
		}
	}
}

// Whatever is printed, looking at it ends, and text without moves is read as it was printed.
func FuzzLook(f *testing.F) {
	f.Add("a\n", "\x1b[1A\x1b[2Kb\r\n")
	f.Add("\x1b[", "\x1b[;;;H\x1b[?25l\x1b]0;t\x07\b\b")
	f.Fuzz(func(t *testing.T, before, printed string) {
		got := phrasebook.Look([]byte(before), printed)
		if !strings.ContainsAny(printed, "\x1b\b\r") && !slices.Equal(got, phrasebook.NewScreen(printed)) {
			t.Errorf("%q is read as %q", printed, got)
		}
		if len(got) == 0 || len(got) > strings.Count(printed, "\n")+30*(1+strings.Count(printed, "\x1b")) {
			t.Errorf("%q has %d lines", printed, len(got))
		}
	})
}
