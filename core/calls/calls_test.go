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
		{"functions:\n  winner: {name: w, gives: {first: [1]}}", "2:36", ErrValue},
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

// A script becomes calls in words that every language can read.
func TestCalls(t *testing.T) {
	tests := []struct{ yaml, variant, steps, want string }{
		{"functions: {winner: {name: w}}", "tic-tac-toe", "a1 b2", "0 000000000; 0 100000000; 0 100020000"},
		{"base: 1\nfunctions: {legal: {name: l}}", "tic-tac-toe", "a1 !a1 !a0", "0 000000000 1 1; 0 100000000 1 1; 0 100000000 0 1"},
		{"functions: {legal: {name: l, takes: [board, number, player]}}", "tic-tac-toe", "a1 !a0 b2", "0 000000000 0 1; 0 100000000 4 2"},
		{"functions: {drop: {name: d}}", "connect-four:rows=2,cols=2,run=2", "a a", "0 0000 0; 0 0010 0"},
		{"functions: {total: {name: t}}", "blackjack", "setup \"cards=AS 9H 5D 9C KH\"\n10 hit stand", "0 =AS,5D; 0 =AS,5D,KH; 0 =AS,5D,KH; 0 =9H,9C"},
		{"cards: ranks\nfunctions: {total: {name: t}}", "blackjack", "setup \"cards=AS 9H 5D 9C KH\"\n10", "0 =A,5"},
		{"functions: {sunk: {name: s}}", "battleship:rows=2,cols=2,fleet=2", "setup \"first=a1v;second=a1>\"\na1 b1 b1", "0 2100 0 0 2 0; 0 2200 0 0 2 0"},
		{"base: 1\nfunctions: {fits: {name: f}}", "battleship:rows=2,cols=2,fleet=2+1,placing=by-hand", "a1v !a2> b2>", "0 0000 1 1 2 1; 0 1010 2 1 1 0; 0 1010 2 2 1 0"},
		{"functions: {reveal: {name: r}}", "hangman", "setup \"word=a b\"\na !a", "0 a%20b =; 0 a%20b =a; 0 a%20b =a"},
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
				lines = append(lines, c.Line)
			}
			if got := strings.Join(lines, "; "); got != tt.want {
				t.Errorf("calls are %q, want %q", got, tt.want)
			}
		})
	}
}

// Results become what is compared: facts, acceptance, or a trouble.
func TestResults(t *testing.T) {
	const won, open = "a1 a2 b1 b2 c1", "a1"
	tests := []struct{ yaml, steps, result, want string }{
		{"functions: {winner: {name: w}}", won, `"X"`, "won 1"},
		{"functions: {winner: {name: w}}", won, "null", "asks for a move"},
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
			o := judge.Observation{Condition: judge.Waiting}
			b.Observe(&o, s.Rules, list[last.Moment], last, tt.result)
			got := ""
			switch {
			case len(o.Checks) > 0:
				got = string(o.Checks[0].Aspect) + " trouble"
			case len(o.Facts) > 0:
				got = fmt.Sprintf("%s %d", o.Facts[0].Kind, o.Facts[0].Player)
			case o.Accepted:
				got = "accepted"
			case o.Condition == judge.Asking:
				got = string(o.Condition)
			}
			if got != tt.want {
				t.Errorf("shows %q, want %q", got, tt.want)
			}
		})
	}
}

func FuzzParse(f *testing.F) {
	f.Add("board: flat\nfunctions: {state: {name: s, gives: {open: 0}}}")
	f.Fuzz(func(t *testing.T, text string) {
		if b, err := Parse("fuzz", text); err == nil && len(b.Settings(3).Calls) == 0 {
			t.Error("a book without functions")
		}
	})
}
