package phrasebook

import (
	"errors"
	"fmt"
	"strings"
	"testing"

	"durchgang/core/game"
	"durchgang/core/game/grid"
	"durchgang/core/game/hangman"
)

// three is a board of 3 × 3.
var three = Table{Rows: 3, Cols: 3}

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
			if got := told(Default().Read(NewScreen(tt.text), three, Step{})); got != tt.want {
				t.Errorf("read %q, want %q", got, tt.want)
			}
		})
	}
}

func TestUsualPromptIsNoRefusal(t *testing.T) {
	b := Default()
	prompt := "Player X, pick a free cell (not taken): "
	usual := b.Skeleton(prompt)
	if got := told(b.Read(NewScreen(strings.Replace(prompt, "X", "O", 1)), three, Step{Usual: []string{usual}})); got != "turn O" {
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
		b.Read(NewScreen("X wins\n. . .\n. X .\n. . .\n"+text), three, Step{})
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

// What is said to one player who guesses a word.
func TestSoloWordings(t *testing.T) {
	rules, err := game.NewRegistry(hangman.Hangman()).Rules("hangman")
	if err != nil {
		t.Fatal(err)
	}
	balloon, phrase := TableOf(rules, "word=balloon"), TableOf(rules, "word=ice-cream, no. 7")
	tests := []struct {
		text  string
		table Table
		want  string
	}{
		{"_ a _ _ _ _ _\nLives: 5\nGuess: ", balloon, "shown _a_____, lives 5"},
		{"Word: BALL***\n", balloon, "shown BALL___"},
		{"-a--oo-   (3 tries left)\n", balloon, "shown _a__oo_, lives 3"},
		{"[ b . l . . . . ]\n", balloon, "shown b_l____"},
		{"b a l l o o n\nYou won!", balloon, "won 1, shown balloon"},
		{"Wrong! You lose a life.\nYou have 4 lives left", balloon, "lives 4"},
		{"You lost. The word was balloon.", balloon, "won 2, word"},
		{"GAME OVER, it was: Balloon", balloon, "won 2, word"},
		{"Congratulations, you guessed the word!", balloon, "won 1"},
		{"You did not guess the word, out of guesses!", balloon, "won 2"},
		{"You already guessed that.\n", balloon, "refused"},
		{"Please enter a single letter.\n", balloon, "refused"},
		{"Letters already guessed: a, e\nWrong guesses: 2\n", balloon, ""},
		{"There is no x in it.\n6 attempts remaining", balloon, "lives 6"},
		{"Letter? ", balloon, ""},
		{"Enter a letter: ", balloon, ""},
		{"i _ e - _ _ e _ _ ,   _ _ .   7\n", phrase, "shown i_e-__e__, __. 7"},
		{"***-*****, **. 7\n", phrase, "shown ___-_____, __. 7"},
		{"********************\n", phrase, ""},
		{"ice-cream, no. 7   6 guesses left\n", phrase, "lives 6, word"},
	}
	for _, tt := range tests {
		t.Run(tt.text, func(t *testing.T) {
			var words []string
			for _, f := range Default().Read(NewScreen(tt.text), tt.table, Step{}) {
				switch f.Kind {
				case game.FactWon:
					words = append(words, fmt.Sprintf("won %d", f.Player))
				case game.FactLives:
					words = append(words, fmt.Sprintf("lives %d", f.N))
				case game.FactShown:
					words = append(words, "shown "+f.Text)
				default:
					words = append(words, string(f.Kind))
				}
			}
			if got := strings.Join(words, ", "); got != tt.want {
				t.Errorf("read %q, want %q", got, tt.want)
			}
		})
	}
}

// A set-up reaches a program in each of the ways that a book says, and what it does not
// have is left out.
func TestGive(t *testing.T) {
	b, err := Parse("book.yaml", `
setup:
  arguments: ["--word={word}", "--seed={seed}"]
  environment: {SECRET: "{word}"}
  files: {"words.txt": "{word}\n"}
  type: [{ask: "password", type: "{word}"}]
`)
	if err != nil {
		t.Fatal(err)
	}
	g := b.Give(rulesOf(t, "hangman"), "word=apple")
	if got := fmt.Sprint(g.Arguments, g.Environment, g.Files); got != "[--word=apple] map[SECRET:apple] map[words.txt:apple\n]" {
		t.Errorf("given %q", got)
	}
	for prompt, want := range map[string]string{"The password: ": "apple", "Enter the secret word: ": "apple", "Guess: ": ""} {
		if got, _ := g.Answer(prompt); got != want {
			t.Errorf("at %q %q is typed, want %q", prompt, got, want)
		}
	}
	for text, cause := range map[string]error{
		"setup: {files: {\"../words\": x}}": ErrFileName, "solo: {lives: ['lives']}": ErrNoNumber, "setup: {type: [{ask: '('}]}": ErrPattern,
	} {
		if _, err := Parse("book.yaml", text); !errors.Is(err, cause) {
			t.Errorf("%s: error is %v, want %v", text, err, cause)
		}
	}
}

// A teacher sees how each line is read, and which one nobody understands.
func TestExplain(t *testing.T) {
	rules, err := game.NewRegistry(grid.TicTacToe()).Rules("tic-tac-toe")
	if err != nil {
		t.Fatal(err)
	}
	printed := ". . .\n. X .\n. . .\n\nPlayer O, your move: b2\nThat is taken.\nGood grief\nX wins!\nPress enter\nPlay again? "
	want := []string{
		"1 part of a board", "2 part of a board", "3 part of a board", "5 O to move", "6 a refusal", "7 ", "8 X wins",
		`9 a question, answered with ""`, `10 an offer of another game, answered with "y"`,
	}
	var got []string
	for _, r := range Default().Explain(NewScreen(printed), TableOf(rules, ""), rules) {
		got = append(got, fmt.Sprintf("%d %s", r.Line, strings.Join(r.Says, "; ")))
	}
	if fmt.Sprint(got) != fmt.Sprint(want) {
		t.Errorf("read\n%s\nwant\n%s", strings.Join(got, "\n"), strings.Join(want, "\n"))
	}
}
