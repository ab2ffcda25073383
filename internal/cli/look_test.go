package cli_test

import (
	"encoding/json"
	"strings"
	"testing"
)

// The commands for looking say what is asked for, as text and as data.
func TestLookingCommands(t *testing.T) {
	dir := t.TempDir()
	write := writer(t, dir)
	weak := write("weak.suite", "game tic-tac-toe\ncriterion lines \"A line wins\"\nscript \"a column\"\n  a1 b1 a2 c1 a3\n")
	transcript := write("session.txt", ". . .\n. X .\n. . .\nPlayer O, your move: b2\nGood grief\n")
	tests := []struct {
		name string
		args []string
		text []string // in the text
		data []string // in the data
	}{
		{"the games", []string{"game", "list"}, []string{"battleship", "Blackjack"}, []string{`"name": "hangman"`}},
		{"one game", []string{"game", "show", "hangman"}, []string{"wrong guesses until the game is lost", "Blanks and signs are shown", "first-only"}, []string{`"criteria"`, `"student"`}},
		{"a variant for which a suite is written", []string{"game", "show", "connect-four:rows=5"}, []string{"A full column is refused"}, []string{`"name": "last-cell"`}},
		{"a large board", []string{"game", "show", "connect-four:cols=26,rows=26"}, []string{"suite write connect-four:cols=26,rows=26"}, []string{`"criteria": []`}},
		{"counted positions", []string{"game", "count", "tic-tac-toe", "--plies", "9"}, []string{"127872", "46080"}, []string{`"positions": 78`}},
		{"a game without input", []string{"game", "play", "battleship:rows=4,cols=4,fleet=2"}, []string{"the board of player 2", "player 1>"}, []string{`"to_move": "player 1"`, `"setup": "first=`}},
		{"a suite", []string{"suite", "show", "blackjack", "--script", "22"}, []string{"the player: bust"}, []string{`"criterion": "bust"`}},
		{"a weak suite", []string{"suite", "strength", weak}, []string{"overwrites", "a1 !a1 (the shortest)"}, []string{`"holes"`, `"a1 !a1"`}},
		{"a suite for a variant", []string{"suite", "write", "tic-tac-toe:rows=1,cols=4,run=2", "--short", "--without", "text"}, []string{"game tic-tac-toe:cols=4,rows=1,run=2", "criterion lines"}, []string{`"scripts"`, `"holes": [`}},
		{"the languages", []string{"toolchain", "list"}, []string{"Pascal", "*.rb"}, []string{`"missing": []`}},
		{"a transcript", []string{"phrasebook", "check", "--transcript", transcript}, []string{"part of a board", "O to move", "4 of 5 lines are understood"}, []string{`"says": []`}},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			text, stderr, status := durchgang(t, tt.args...)
			if status != 0 {
				t.Fatalf("status %d: %s", status, stderr)
			}
			for _, want := range tt.text {
				if !strings.Contains(text, want) {
					t.Errorf("the text lacks %q:\n%s", want, text)
				}
			}
			data, _, _ := durchgang(t, append(tt.args, "--json")...)
			if !json.Valid([]byte(data)) {
				t.Errorf("this is no JSON:\n%s", data)
			}
			for _, want := range tt.data {
				if !strings.Contains(data, want) {
					t.Errorf("the data lack %q:\n%s", want, data)
				}
			}
		})
	}
}
