package phrasebook

import (
	"strings"
	"testing"

	"durchgang/core/game"
)

// drawn writes cell facts row by row, a dot for a free cell.
func drawn(facts []game.Fact, cols int) string {
	var b strings.Builder
	for i, f := range facts {
		if i > 0 && i%cols == 0 {
			b.WriteByte('/')
		}
		b.WriteString([...]string{".", "X", "O"}[f.Player])
	}
	return b.String()
}

func TestBoardIsFoundInEveryLayout(t *testing.T) {
	const want = "XO./.X./..O"
	tests := []struct{ name, text string }{
		{"bars between cells", " X | O |   \n---+---+---\n   | X |   \n---+---+---\n   |   | O \n"},
		{"bars around cells", "+---+---+---+\n| X | O |   |\n+---+---+---+\n|   | X |   |\n+---+---+---+\n|   |   | O |\n+---+---+---+\n"},
		{"tight bars", "|X|O| |\n| |X| |\n| | |O|\n"},
		{"box characters", "┌───┬───┬───┐\n│ X │ O │   │\n├───┼───┼───┤\n│   │ X │   │\n├───┼───┼───┤\n│   │   │ O │\n└───┴───┴───┘"},
		{"brackets", "[X][O][ ]\n[ ][X][ ]\n[ ][ ][O]\n"},
		{"underscores", "_X_|_O_|___\n___|_X_|___\n   |   | O \n"},
		{"numbered cells with bars", "X | O | 3\n4 | X | 6\n7 | 8 | O\n"},
		{"numbered cells from zero", "X O 2\n3 X 5\n6 7 O\n"},
		{"numbered cells with a bar after each", "X | O | 3 |\n4 | X | 6 |\n7 | 8 | O |\n"},
		{"dots", "X O .\n. X .\n. . O\n"},
		{"dots with labels", "  1 2 3\n1 X O .\n2 . X .\n3 . . O\n"},
		{"letters over, numbers beside, bars", "    A   B   C\n1   X | O |   \n   ---+---+---\n2     | X |   \n   ---+---+---\n3     |   | O \n"},
		{"label and outer bars", "1 | X | O |   |\n2 |   | X |   |\n3 |   |   | O |\n"},
		{"lists", "['X', 'O', ' ']\n[' ', 'X', ' ']\n[' ', ' ', 'O']\n"},
		{"lists of lists", "[ 'X', 'O', '.' ]\n[ '.', 'X', '.' ]\n[ '.', '.', 'O' ]\n"},
		{"blanks for free cells", "X O  \n  X  \n    O\n"},
		{"wide blanks for free cells", "X   O    \n    X    \n        O\n"},
		{"blanks with labels", "1 X O  \n2   X  \n3     O\n"},
		{"nothing between", "XO.\n.X.\n..O\n"},
		{"dashes nothing between", "XO-\n-X-\n--O\n"},
		{"small letters", "x o _\n_ x _\n_ _ o\n"},
		{"pictures", "❌ ⭕ ⬜\n⬜ ❌ ⬜\n⬜ ⬜ ⭕\n"},
		{"a guide before the board", "1|2|3\n4|5|6\n7|8|9\n\nX|O| \n |X| \n | |O\n"},
		{"colours", "\x1b[31mX\x1b[0m|\x1b[34mO\x1b[0m| \n-----\n |X| \n-----\n | |O\n"},
		{"a cleared screen before", "X X X\nX X X\nX X X\n\x1b[2J\x1b[HX O .\n. X .\n. . O\n"},
		{"a printed table", "┌─────────┬─────┬─────┬─────┐\n│ (index) │  0  │  1  │  2  │\n├─────────┼─────┼─────┼─────┤\n│    0    │ 'X' │ 'O' │ ' ' │\n│    1    │ ' ' │ 'X' │ ' ' │\n│    2    │ ' ' │ ' ' │ 'O' │\n└─────────┴─────┴─────┴─────┘\n"},
		{"cells three lines high", "     |     |     \n  X  |  O  |  3 \n_____|_____|_____\n     |     |     \n  4  |  X  |  6 \n_____|_____|_____\n     |     |     \n  7  |  8  |  O \n     |     |     \n"},
		{"cells three lines high, blanks for free ones", "     |     |     \n  X  |  O  |    \n_____|_____|_____\n     |     |     \n     |  X  |    \n_____|_____|_____\n     |     |     \n     |     |  O \n"},
		{"tabs", "X\tO\t.\n.\tX\t.\n.\t.\tO\n"},
	}
	book := Default()
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			facts := book.board(strings.Split(Plain("Here it is:\n"+tt.text+"Your move: "), "\n"), 3, 3)
			if got := drawn(facts, 3); got != want {
				t.Errorf("read %q, want %q", got, want)
			}
		})
	}
}

func TestWhatIsNoBoardIsNotRead(t *testing.T) {
	for _, text := range []string{
		"", "Enter a number:\n1 2 3\n", "X O X\n", "X|O|X\n |O| \nThe end\n | | \n",
		"1 2 3\n4 5 7\n7 8 9\n", "Press 1\nPress 2\nPress 3\n",
	} {
		if facts := Default().board(strings.Split(text, "\n"), 3, 3); facts != nil {
			t.Errorf("%q was read as a board: %s", text, drawn(facts, 3))
		}
	}
}
