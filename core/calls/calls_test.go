package calls

import (
	"errors"
	"fmt"
	"strings"
	"testing"

	"durchgang/core/document"
	"durchgang/core/games"
	"durchgang/core/judge"
	"durchgang/core/suite"
)

func TestErrorsNameTheirPlace(t *testing.T) {
	tests := []struct {
		yaml, place string
		cause       error
	}{
		{"", "0:0", ErrNone},
		{"functions: {}", "1:10", ErrNone},
		{"funktions: {}", "1:1", nil},
		{"functions: [", "1:12", nil},
		{"functions: {winer: {name: winner}}", "1:20", ErrRole},
		{"functions:\n  winner: {name: 'a winner'}", "2:18", ErrName},
		{"functions:\n  winner: {name: w, takes: [col]}", "2:29", ErrTakes},
		{"functions:\n  winner: {name: w, gives: {lost: 1}}", "2:35", ErrGives},
		{"functions:\n  winner: {name: w, gives: {first: 1, second: 1}}", "2:28", ErrTwice},
		{"functions:\n  winner: {name: w, gives: {first: {a: 1}}}", "2:36", ErrValue},
		{"game: {class: A, function: b}\nfunctions: {move: {name: m}}", "1:7", ErrMaker},
		{"functions: {move: {name: m, takes: [row, price]}}", "1:42", ErrTakes},
		{"functions: {move: {name: m, value: v}}", "1:19", ErrRead},
		{"functions: {lives: {name: l, counts: sideways}}", "1:38", ErrCounts},
		{"board: drawing\nfunctions: {board: {name: b}}", "1:6", ErrAt},
		{"order: [sideways]\nfunctions: {board: {name: b}}", "1:9", ErrOrder},
		{"keys: none\nfunctions: {board: {name: b}}", "1:7", ErrKeys},
		{"board: round\nfunctions: {winner: {name: w}}", "1:8", ErrLayout},
		{"base: 2\nfunctions: {winner: {name: w}}", "1:7", ErrBase},
		{"cards: suits\nfunctions: {total: {name: w}}", "1:8", ErrCards},
		{"cells: {first: 1, second: 1, empty: 0}\nfunctions: {winner: {name: w}}", "1:8", ErrCells},
		{"board: text\ncells: {first: XX, second: O, empty: .}\nfunctions: {winner: {name: w}}", "2:8", ErrText},
	}
	for _, tt := range tests {
		t.Run(tt.yaml, func(t *testing.T) {
			_, err := Parse("calls.yaml", tt.yaml)
			var where *document.Error
			if !errors.As(err, &where) {
				t.Fatalf("error is %v", err)
			}
			if tt.cause != nil && !errors.Is(err, tt.cause) {
				t.Errorf("cause is %v, want %v", err, tt.cause)
			}
			if got := fmt.Sprintf("%d:%d", where.Line, where.Column); got != tt.place {
				t.Errorf("placed at %s, want %s: %v", got, tt.place, err)
			}
		})
	}
}

func moments(t *testing.T, variant, steps string) (*suite.Suite, []suite.Moment) {
	t.Helper()
	s, err := suite.Parse("test", "game "+variant+"\ncriterion c \"c\"\nscript \"s\"\n"+steps, games.All())
	if err != nil {
		t.Fatal(err)
	}
	list, err := s.Scripts[0].Moments(s.Rules)
	if err != nil {
		t.Fatal(err)
	}
	return s, list
}

// A script becomes calls, which people can read as well.
func TestCalls(t *testing.T) {
	const nine = `[["", "", ""], ["", "", ""], ["", "", ""]]`
	tests := []struct{ yaml, variant, steps, want string }{
		{"functions: {winner: {name: w}}", "tic-tac-toe", "a1", `w(` + nine + `); w([["X", "", ""], ["", "", ""], ["", "", ""]])`},
		{"base: 1\nboard: text\nfunctions: {legal: {name: l}}", "tic-tac-toe", "a1 !a1 !a0", `l(".........", 1, 1); l("X........", 1, 1); l("X........", 0, 1)`},
		{
			"board: flat\ncells: {first: 1, second: 2, empty: 0}\nfunctions: {legal: {name: l, takes: [board, number, player]}}", "tic-tac-toe", "a1 !a0 b2",
			"l([0, 0, 0, 0, 0, 0, 0, 0, 0], 0, 1); l([1, 0, 0, 0, 0, 0, 0, 0, 0], 4, 2)",
		},
		{"functions: {drop: {name: d}}", "connect-four:rows=2,cols=2,run=2", "a a", `d([["", ""], ["", ""]], 0); d([["", ""], ["X", ""]], 0)`},
		{
			"order: [columns, bottom]\nfunctions: {drop: {name: d}}", "connect-four:rows=2,cols=2,run=2", "a a",
			`d([["", ""], ["", ""]], 0); d([["X", ""], ["", ""]], 0)`,
		},
		{"functions: {total: {name: t}}", "blackjack", "setup \"cards=AS 9H 5D 9C KH\"\n10 hit", `t(["AS", "5D"]); t(["AS", "5D", "KH"])`},
		{"cards: ranks\nfunctions: {total: {name: t}}", "blackjack", "setup \"cards=AS 9H 5D 9C KH\"\n10", `t(["A", "5"])`},
		{
			"functions: {sunk: {name: s}}", "battleship:rows=2,cols=2,fleet=2", "setup \"first=a1v;second=a1>\"\na1 b1 b1",
			`s([["O", "X"], ["", ""]], 0, 0, 2, false); s([["O", "O"], ["", ""]], 0, 0, 2, false)`,
		},
		{"functions: {reveal: {name: r}}", "hangman", "setup \"word=a b\"\na !a", `r("a b", []); r("a b", ["a"]); r("a b", ["a"])`},
		{
			"game: {class: Game, takes: [rows, {text: Ada}]}\nbase: 1\nfunctions: {move: {name: put, takes: [{new: At, takes: [row, col]}]}, turn: {value: next}}",
			"tic-tac-toe", "b1", `game = Game(3, "Ada"); game.next; game.put(At(1, 2)); game.next`,
		},
		{
			"game: {function: start}\nfunctions: {move: {name: play, takes: [game, number], keeps: true}, board: {game: true}}", "tic-tac-toe", "a1 !a1",
			"game = start(); game; game = play(game, 0); game; game = play(game, 0); game",
		},
		{
			"functions: {move: {name: put, takes: [number]}, wins: {name: won, takes: [player]}, reset: {name: clear}}", "tic-tac-toe:rows=1,cols=1,run=1", "a1 again",
			`won("X"); won("O"); put(0); won("X"); won("O"); clear(); won("X"); won("O")`,
		},
		{
			"game: {class: Sea}\nfunctions: {place: {name: add, takes: [length, [row, col], {right: H, down: V}]}, move: {name: fire, takes: [cell]}}",
			"battleship:sides=one,rows=2,cols=2,fleet=2", "setup \"fleet=a1v\"\nb1", `game = Sea(); game.add(2, (0, 0), "V"); game.fire("b1")`,
		},
	}
	for _, tt := range tests {
		t.Run(tt.yaml+tt.steps, func(t *testing.T) {
			b, err := Parse("calls.yaml", tt.yaml)
			if err != nil {
				t.Fatal(err)
			}
			s, list := moments(t, tt.variant, tt.steps)
			var lines []string
			for _, c := range b.Calls(s.Rules, s.Scripts[0].Setup, list) {
				lines = append(lines, c.Request.Text())
			}
			if got := strings.Join(lines, "; "); got != tt.want {
				t.Errorf("calls are %s, want %s", got, tt.want)
			}
		})
	}
}

// Results become what is compared: facts, acceptance, or a trouble.
func TestResults(t *testing.T) {
	const won, open = "a1 a2 b1 b2 c1", "a1"
	tests := []struct{ yaml, steps, result, want string }{
		{"functions: {winner: {name: w}}", won, `"X"`, "won 1"},
		{"functions: {winner: {name: w}}", won, "null", "nobody has won"},
		{"functions: {winner: {name: w}, drawn: {name: d}}", won, "false", "not drawn"},
		{"functions: {winner: {name: w}}", won, `"x"`, "win trouble"},
		{"functions: {state: {name: s, gives: {drawn: -1}}}", won, "-1", "drawn 0"},
		{"functions: {legal: {name: l}}", open, "true", "accepted"},
		{"functions: {legal: {name: l}}", open, "false", "refused 0"},
		{"functions: {legal: {name: l}}", open, "1", "legal trouble"},
		{"base: 1\nfunctions: {choose: {name: c}}", open, "[1, 1]", "legal trouble"},
		{"base: 1\nfunctions: {choose: {name: c}}", open, "[2, 1]", ""},
		{"functions: {choose: {name: c}}", open, "9", "legal trouble"},
		{"functions: {choose: {name: c}}", open, "8", ""},
	}
	for _, tt := range tests {
		t.Run(tt.yaml+" "+tt.result, func(t *testing.T) {
			b, err := Parse("calls.yaml", tt.yaml)
			if err != nil {
				t.Fatal(err)
			}
			s, list := moments(t, "tic-tac-toe", tt.steps)
			all := b.Calls(s.Rules, "", list)
			last := all[len(all)-1]
			o := b.Observe(s.Rules, list[last.Moment], []Call{last}, []Answer{ReadAnswer("= " + tt.result)}, "")
			got := ""
			switch {
			case len(o.Checks) > 0 && o.Checks[0].Agrees:
			case len(o.Checks) > 0:
				got = string(o.Checks[0].Aspect) + " trouble"
			case len(o.Facts) > 0:
				got = fmt.Sprintf("%s %d", o.Facts[0].Kind, o.Facts[0].Player)
			case o.Accepted:
				got = "accepted"
			case o.Unwon:
				got = "nobody has won"
			case o.Undrawn:
				got = "not drawn"
			case o.Condition == judge.Asking:
				got = string(o.Condition)
			}
			if got != tt.want {
				t.Errorf("shows %q, want %q", got, tt.want)
			}
		})
	}
}

// A board that is written in a layout is read again as it was.
func TestLayouts(t *testing.T) {
	for _, shape := range []Shape{Nested, Flat, Text, Keyed} {
		for flags := range 8 {
			for _, keys := range []string{"pair", "number", "cell"} {
				l := Layout{Shape: shape, Columns: flags&1 > 0, Bottom: flags&2 > 0, Padded: flags&4 > 0 && shape != Text, Keys: keys}
				cell := func(row, col int) any { return string(rune('a' + row*4 + col)) }
				read := l.Read(l.write(3, 4, 1, cell, "."), 3, 4, 1)
				for i := range 12 {
					if v, is := read(i/4, i%4); !is || v != cell(i/4, i%4) {
						t.Errorf("%+v: cell %d is %v", l, i, v)
					}
				}
			}
		}
	}
}

func FuzzParse(f *testing.F) {
	f.Add("board: flat\nfunctions: {state: {name: s, gives: {open: 0}}}")
	f.Fuzz(func(t *testing.T, text string) {
		if b, err := Parse("fuzz", text); err == nil && len(b.functions) == 0 {
			t.Error("a book without functions")
		}
	})
}
