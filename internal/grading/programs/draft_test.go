package programs_test

import (
	"os"
	"slices"
	"strings"
	"testing"
	"testing/fstest"

	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
	"durchgang/internal/grading"
	"durchgang/internal/portion"
)

// A phrasebook that was found by playing grades a right program rightly, and one with a
// mistake as well.
func TestDraft(t *testing.T) {
	tests := []struct {
		name, path  string
		game        game.Variant
		right, with string // edited, for a mistake
		book        string // stands in the draft
		loses       []string
	}{
		{"another language", "foreign/kreuze.py", "tic-tac-toe", "", "", "hat", nil},
		{"other marks, names and columns from 0", "foreign/pegs.c", "connect-four", "", "", "yes: 'aye'", nil},
		{"a board of numbers", "wordings/numbers.py", "tic-tac-toe", "", "", "marks: {first: '1', second: '2'}", nil},
		{"a menu and names", "wordings/names_and_menu.py", "tic-tac-toe", "", "", "Name of player one", nil},
		{"letters of columns, other marks", "connect-four/letters.c", "connect-four", "", "", "marks: {first: 'R', second: 'Y'}", nil},
		{"fleets in a file", "battleship/side_by_side.c", "battleship", "", "", "fleets.txt", nil},
		{"cards in a variable", "blackjack/menu.js", "blackjack", "", "", "CARDS", nil},
		{"cards in a file", "blackjack/values.c", "blackjack", "", "", "cards.txt", nil},
		{"fleets that are typed ship by ship", "battleship/Broadside.java", "battleship", "", "", "each: '{second}'", nil},
		{"usual wording", "wordings/rows_lettered.py", "tic-tac-toe", "", "", "", nil},
		{"another language, and no draw", "foreign/kreuze.py", "tic-tac-toe", "zuege == 9", "zuege == 10", "hat", []string{"draw"}},
		{"another language, and taken cells", "foreign/kreuze.py", "tic-tac-toe", `feld[3 * r + s - 4] != " "`, "False", "hat", []string{"taken"}},
	}
	for i, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			portion.Every(t, 4, i)
			t.Parallel()
			source, err := os.ReadFile("../testdata/" + tt.path)
			if err != nil || !strings.Contains(string(source), tt.right) {
				t.Fatalf("%v, or no %q", err, tt.right)
			}
			s, _, err := suite.Shipped(tt.game, games.All())
			if err != nil {
				t.Fatal(err)
			}
			folder := fstest.MapFS{tt.path[strings.Index(tt.path, "/")+1:]: {Data: []byte(strings.Replace(string(source), tt.right, tt.with, 1)), Mode: 0o644}}
			d, err := grading.Draft(t.Context(), folder, s, func(string) {})
			if err != nil {
				t.Fatal(err)
			}
			if !strings.Contains(d.Book, tt.book) || tt.book == "" && d.Book != "" {
				t.Errorf("no %q in\n%s", tt.book, d.Book)
			}
			if _, err := phrasebook.Parse("draft", d.Book); err != nil {
				t.Errorf("the draft is none: %v", err)
			}
			names := lost(d.Verdict)
			if tt.loses == nil && len(names) > 0 || !slices.Equal(names[:min(len(names), len(tt.loses))], tt.loses) {
				t.Errorf("lost %v, want %v: %v\n%s\n%+v", names, tt.loses, d.Missing, d.Book, d.Verdict.Findings)
			}
		})
	}
}
