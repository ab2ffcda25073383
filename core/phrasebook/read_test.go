package phrasebook

import (
	"errors"
	"fmt"
	"strings"
	"testing"

	"durchgang/core/game"
)

func told(facts []game.Fact) string {
	var words []string
	for _, f := range facts {
		if f.Kind == game.FactCell {
			continue
		}
		word := string(f.Kind)
		if f.Player != game.Nobody {
			word += []string{"", " X", " O"}[f.Player]
		}
		words = append(words, word)
	}
	return strings.Join(words, ", ")
}

func TestEnglishWordings(t *testing.T) {
	tests := []struct{ text, want string }{
		{"Player X, enter a row: ", "turn X"},
		{"Player 2 (O), your move> ", "turn O"},
		{"It is X's turn.\nWhere? ", "turn X"},
		{"Turn: O\nmove: ", "turn O"},
		{"O to move\n", "turn O"},
		{"X plays b2\nO: ", "turn O"},
		{"Enter x and y: ", ""},
		{"Enter x coordinate: ", ""},
		{"3 x 3 board. The first to get three in a row wins; a full board is a tie!\nPlayer 1 is X, player 2 is O.\n", ""},
		{"X wins!", "won X"},
		{"Player O has won the game. Congratulations!", "won O"},
		{"Congratulations, Player 1! You win!", "won X"},
		{"The winner is O", "won O"},
		{"*** WINNER: X ***", "won X"},
		{"We have a winner!", "won"},
		{"X got three in a row", "won X"},
		{"You won", "won"},
		{"It's a draw.", "drawn"},
		{"TIE GAME", "drawn"},
		{"Nobody wins this time", "drawn"},
		{"X wins: 1  O wins: 0\nX: ", "turn X"},
		{"no winner yet\nO's turn", "turn O"},
		{"Invalid move, try again.\nPlayer X: ", "refused, turn X"},
		{"That square is already taken!\n", "refused"},
		{"Sorry Player O, you can't go there. O's turn again: ", "refused, turn O"},
		{"Out of range\n", "refused"},
		{"Please use numbers only.", "refused"},
	}
	for _, tt := range tests {
		t.Run(tt.text, func(t *testing.T) {
			if got := told(Default().Read(NewScreen(tt.text), 3, 3, "")); got != tt.want {
				t.Errorf("read %q, want %q", got, tt.want)
			}
		})
	}
}

func TestUsualPromptIsNoRefusal(t *testing.T) {
	b := Default()
	prompt := "Player X, pick a free cell (not taken): "
	usual := b.Skeleton(prompt)
	if got := told(b.Read(NewScreen(strings.Replace(prompt, "X", "O", 1)), 3, 3, usual)); got != "turn O" {
		t.Errorf("read %q", got)
	}
}

func TestMovesAreTypedAsTheBookSays(t *testing.T) {
	tests := []struct{ yaml, cell, want string }{
		{"", "b3", "3 2"},
		{"base: 0", "b3", "2 1"},
		{"move: [{type: '{letter}{row}'}]", "b3", "B3"},
		{"move: [{type: '{row-letter}{col}'}]", "b3", "C2"},
		{"move: [{ask: row, type: '{row}'}, {ask: col, type: '{col}'}]", "b3", "3|2"},
		{"move: [{type: '{number}'}]", "b3", "8"},
		{"move: [{type: '{number}'}]", "d1", "10"},
		{"move: [{type: '{number}'}]", "b0", "0"},
		{"{base: 0, move: [{type: '{number}'}]}", "@2", "-1"},
		{"move: [{type: '{col},{row-from-bottom}'}]", "a1", "1,3"},
		{"", "@0", "0 0"},
	}
	for _, tt := range tests {
		t.Run(tt.yaml+" "+tt.cell, func(t *testing.T) {
			b, err := Parse("test.yaml", tt.yaml)
			if err != nil {
				t.Fatal(err)
			}
			cell, _ := game.ParseCell(tt.cell)
			if got := strings.Join(b.Forms(nil, game.NamesCell)[0].Lines(game.Move{Cell: cell}, 3, 3), "|"); got != tt.want {
				t.Errorf("typed %q, want %q", got, tt.want)
			}
		})
	}
}

func TestErrorsNameTheirPlace(t *testing.T) {
	tests := []struct {
		yaml  string
		place string
		cause error
	}{
		{"mvoe: []", "1:1", nil},
		{"base: 1\nsays:\n  won:\n    - 'ok'\n    - '(unclosed'\n", "5:7", ErrPattern},
		{"base: 2", "1:7", ErrBase},
		{"base: one", "1:7", nil},
		{"forms:\n  - for: word\n    move: [{type: '{col}'}]\n", "2:10", ErrFor},
		{"move:\n  - type: '{rwo}'\n", "2:11", ErrPart},
		{"move:\n  - type: 'go'\n", "2:11", ErrPart},
		{"marks: {first: X, second: x}", "1:8", ErrMarks},
		{"answers:\n  - ask: name\n    type: \"a\\nb\"\n", "3:11", ErrControl},
		{"says: [", "1:7", nil},
	}
	for _, tt := range tests {
		t.Run(tt.yaml, func(t *testing.T) {
			_, err := Parse("book.yaml", tt.yaml)
			var where *Error
			if !errors.As(err, &where) {
				t.Fatalf("error is %v", err)
			}
			if got := fmt.Sprintf("%d:%d", where.Line, where.Column); got != tt.place {
				t.Errorf("placed at %s, want %s: %v", got, tt.place, err)
			}
			if tt.cause != nil && !errors.Is(err, tt.cause) {
				t.Errorf("cause is %v, want %v", err, tt.cause)
			}
		})
	}
}

func FuzzParse(f *testing.F) {
	f.Add("move: [{ask: row, type: '{row}'}]\nsays: {won: ['{player} did it']}")
	f.Add("marks: {first: '#', second: '@'}\nbase: 0")
	f.Fuzz(func(t *testing.T, text string) {
		b, err := Parse("fuzz", text)
		if err != nil {
			return
		}
		b.Read(NewScreen("X wins\n. . .\n. X .\n. . .\n"+text), 3, 3, "")
		if f := b.Forms(NewScreen(text), game.NamesCell)[0]; len(f.Lines(game.Move{}, 3, 3)) != f.Prompts() {
			t.Errorf("%d prompts, but other lines", f.Prompts())
		}
	})
}

func FuzzPlain(f *testing.F) {
	f.Add("\x1b[2J\x1b]0;title\x07text\x1b(B\b\b")
	f.Fuzz(func(t *testing.T, printed string) {
		for _, r := range Plain(printed) {
			if r < ' ' && r != '\n' || r == 0x7f || r >= 0x80 && r < 0xa0 {
				t.Errorf("control character %q is left", r)
			}
		}
	})
}
