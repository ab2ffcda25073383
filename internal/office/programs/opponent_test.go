package programs_test

import (
	"os"
	"slices"
	"strings"
	"testing"
	"testing/fstest"

	"durchgang/core/games"
	"durchgang/core/suite"
	"durchgang/internal/office"
	"durchgang/internal/record"
)

// A program that plays one side is answered by a plan: its own moves are read, and must be
// legal, one for each of ours, none after the end, and not always the same.
func TestOpponents(t *testing.T) {
	const random, first = "random_replies.py", "first_free.js"
	tests := []struct{ name, file, right, wrong, loses string }{
		{"a right one", random, "", "", ""},
		{"always the same", first, "", "", "varied"},
		{"it answers after the end", random, "if not wins(board, \"X\") and", "if", "answers"},
		{"it plays on taken cells", random, "for i in range(9) if board[i] == \".\"]", "for i in range(9)]", "answers"},
		{"it does not answer", random, "        board[cell] = \"O\"", "        pass", "answers"},
		{"it answers twice", random, "        board[cell] = \"O\"", "        board[cell] = \"O\"\n        board = [c if c != \".\" or board.count(\"O\") % 2 == 0 else \"O\" for c in board]", "answers"},
		{"it claims the person's win", random, "The computer wins", "You win", "results"},
		{"a win of the computer is not seen", first, "else if (wins('O')) console.log('You have lost!');", "", "results"},
		{"a refused move is answered", random, "    print(\"That cell is taken.\")", "    print(\"That cell is taken.\"); board[board.index(\".\")] = \"O\"; show(board)", "refused"},
	}
	text, err := os.ReadFile("../../../demo/opponent/tictactoe.suite")
	if err != nil {
		t.Fatal(err)
	}
	s, err := suite.Parse("tictactoe.suite", string(text), games.All())
	if err != nil {
		t.Fatal(err)
	}
	if again, err := suite.Parse("printed", s.String(), games.All()); err != nil || again.String() != s.String() {
		t.Errorf("the suite is not read as it is written: %v\n%s", err, s)
	}
	g, err := office.NewGrader(record.Terminal, s, "book", "")
	if err != nil {
		t.Fatal(err)
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			source, err := os.ReadFile("../../../demo/opponent/" + tt.file)
			if err != nil || !strings.Contains(string(source), tt.right) {
				t.Fatalf("%v, or no %q", err, tt.right)
			}
			edited := strings.Replace(string(source), tt.right, tt.wrong, 1)
			v, err := g.Grade(t.Context(), fstest.MapFS{tt.file: {Data: []byte(edited), Mode: 0o644}}, nil)
			if err != nil {
				t.Fatal(err)
			}
			names := lost(v.Verdict)
			if tt.loses == "" && len(names) > 0 || tt.loses != "" && !slices.Contains(names, tt.loses) {
				t.Errorf("lost %v, want %s: %+v", names, tt.loses, v.Verdict.Findings)
			}
		})
	}
}
