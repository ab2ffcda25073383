package windows_test

import (
	"os"
	"strings"
	"testing"
	"testing/fstest"

	"durchgang/core/games"
	"durchgang/core/suites"
	"durchgang/internal/grading"
	"durchgang/internal/portion"
	"durchgang/internal/record"
)

func grader(t *testing.T, name string) grading.Grader {
	t.Helper()
	rules, err := games.All().Rules(name)
	if err != nil {
		t.Fatal(err)
	}
	s, _, err := suites.For(rules, false, games.All())
	if err != nil {
		t.Fatal(err)
	}
	g, err := grading.New(record.Window, s, "map", "")
	if err != nil {
		t.Fatal(err)
	}
	g.Parallel = 2
	return g
}

// Programs with windows are read with no hint, and a fault in one costs points.
func TestWindows(t *testing.T) {
	tests := []struct{ program, game, file, old, new string }{
		{"buttons", "tic-tac-toe", "main.py", "", ""},
		{"buttons", "tic-tac-toe", "main.py", "(2, 4, 6)", "(2, 4, 5)"},
		{"drawn", "tic-tac-toe", "main.py", "", ""},
		{"drawn", "tic-tac-toe", "main.py", `message.set("Already occupied. " + current + " plays")`, `current = "O" if current == "X" else "X"`},
		{"discs", "connect-four", "main.py", "", ""},
		{"discs", "connect-four", "main.py", "(1, -1)):", "(1, 1)):"},
		{"columns", "connect-four", "main.py", "", ""},
		{"guesses", "hangman", "main.py", "", ""},
		{"guesses", "hangman", "main.py", "self.lives == 0:\n                self.note", "self.lives == 1:\n                self.note"},
		{"numpad", "tic-tac-toe", "main.py", "", ""},
		{"lines", "tic-tac-toe", "main.py", "", ""},
		{"panel", "tic-tac-toe", "Main.java", "", ""},
	}
	for i, tt := range tests {
		t.Run(tt.program+" "+tt.old, func(t *testing.T) {
			portion.Every(t, 4, i)
			t.Parallel()
			source, err := os.ReadFile("testdata/" + tt.program + "/" + tt.file)
			if err != nil {
				t.Fatal(err)
			}
			text := strings.Replace(string(source), tt.old, tt.new, 1)
			if tt.old != "" && text == string(source) {
				t.Fatal("the fault is not planted")
			}
			done, err := grader(t, tt.game).Grade(
				t.Context(), fstest.MapFS{tt.file: {Data: []byte(text)}}, func(record.Evidence) error { return nil },
			)
			if err != nil {
				t.Fatal(err)
			}
			if v := done.Verdict; (v.Points == v.Of) != (tt.old == "") {
				t.Errorf("%s of %s points: %+v", v.Points, v.Of, v.Findings)
			}
		})
	}
}
