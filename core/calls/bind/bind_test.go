package bind

import (
	"context"
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"

	"durchgang/core/calls"
	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/judge"
	"durchgang/core/suite"
)

// made is a program that keeps the rules and has everything under names that say nothing: a class whose move is given in
// one of several ways, whose board is held in one, and whose answers are values of its own.
type made struct {
	rules      game.Rules
	rows, cols int
	pos        game.Position
	shape      int // of the board: nested, flat, text, keyed
	columns    bool
	bottom     bool
	base       int
	way        int // in which a move is given: row and col, col and row, number, pair
	cells      [3]any
	turns      [2]any
	outcomes   [4]any // open, first, second, drawn
	raises     bool   // a move is refused by an exception, else by false
}

func makeProgram(rules game.Rules, seed uint64) *made {
	r := rand.New(rand.NewPCG(seed, 1))
	p := &made{rules: rules, shape: r.IntN(4), columns: r.IntN(2) == 1, bottom: r.IntN(2) == 1, base: r.IntN(2), way: r.IntN(4), raises: r.IntN(2) == 1}
	p.rows, p.cols = rules.Shape()
	sets := [][3]any{{" ", "X", "O"}, {".", "a", "b"}, {nil, "red", "yellow"}, {0, 1, 2}, {0, 7, -7}}
	p.cells = sets[r.IntN(len(sets))]
	if p.shape == 2 {
		p.cells = sets[r.IntN(2)]
	}
	p.turns = [][2]any{{"one", "two"}, {0, 1}, {true, false}}[r.IntN(3)]
	p.outcomes = [][4]any{{"playing", "A", "B", "tie"}, {0, 1, 2, 3}, {nil, "first", "second", "none"}}[r.IntN(3)]
	return p
}

func (p *made) outline() calls.Outline {
	takes := []calls.Parameter{{Name: "p"}, {Name: "q"}}
	if p.way > 1 || p.rules.MoveKind() == game.NamesColumn {
		takes = takes[:1]
	}
	return calls.Outline{Classes: []calls.Class{{
		Name: "Thing", New: [][]calls.Parameter{{}}, Fields: []string{"w"},
		Methods: []calls.Callable{{Name: "f", Takes: takes}, {Name: "g"}, {Name: "h"}},
	}}}
}

// ask plays the part of the driver.
func (p *made) ask(_ context.Context, requests []calls.Request) ([]calls.Answer, error) {
	var list []calls.Answer
	for _, r := range requests {
		list = append(list, p.answer(r))
	}
	return list, nil
}

func (p *made) answer(r calls.Request) calls.Answer {
	absent := calls.Answer{Failure: &calls.Failure{Kind: calls.NoName}}
	switch {
	case r.Name == "Thing":
		p.pos, _ = p.rules.Start("")
		return calls.Answer{Value: map[string]any{"$object": "Thing", "fields": map[string]any{}}}
	case p.pos == nil:
		return absent
	case r.Do == "get" && r.Name == "*":
		return calls.Answer{Value: map[string]any{"w": p.board()}}
	case r.Do == "get" && r.Name == "w":
		return calls.Answer{Value: p.board()}
	case r.Name == "g" && r.Do == "call":
		if p.pos.Turn() == game.Second {
			return calls.Answer{Value: value(p.turns[1])}
		}
		return calls.Answer{Value: value(p.turns[0])}
	case r.Name == "h" && r.Do == "call":
		n := 0
		switch res := p.pos.Result(); res.Outcome {
		case game.Won:
			n = int(res.Winner)
		case game.Drawn:
			n = 3
		}
		return calls.Answer{Value: value(p.outcomes[n])}
	case r.Name == "f" && r.Do == "call":
		cell, is := p.cell(r.Args)
		if !is {
			return calls.Answer{Failure: &calls.Failure{Kind: calls.Signature, Says: "f"}}
		}
		_, refused := game.Refused(p.rules.Play(p.pos, game.Move{Cell: cell}, nil))
		if refused && p.raises {
			return calls.Answer{Failure: &calls.Failure{Kind: calls.Raised, Type: "Error", Says: "no"}}
		}
		return calls.Answer{Value: !refused}
	}
	return absent
}

// value is a value as a driver sends it.
func value(v any) any {
	if n, is := v.(int); is {
		return float64(n)
	}
	return v
}

func (p *made) cell(args []any) (game.Cell, bool) {
	var n []int
	for _, a := range args {
		if m, is := a.(map[string]any); is {
			pair, _ := m["$tuple"].([]any)
			for _, x := range pair {
				k, _ := calls.Number(x)
				n = append(n, k-p.base)
			}
			continue
		}
		k, is := calls.Number(a)
		if !is {
			return game.Cell{}, false
		}
		n = append(n, k-p.base)
	}
	switch {
	case p.rules.MoveKind() == game.NamesColumn && len(n) == 1 && len(args) == 1:
		return game.Cell{Col: int16(n[0])}, true
	case p.rules.MoveKind() == game.NamesColumn:
		return game.Cell{}, false
	case p.way == 0 && len(args) == 2:
		return game.Cell{Row: int16(n[0]), Col: int16(n[1])}, true
	case p.way == 1 && len(args) == 2:
		return game.Cell{Row: int16(n[1]), Col: int16(n[0])}, true
	case p.way == 2 && len(args) == 1 && len(n) == 1:
		if n[0] < 0 || n[0] >= p.rows*p.cols {
			return game.Cell{Row: -1}, true
		}
		return game.Cell{Row: int16(n[0] / p.cols), Col: int16(n[0] % p.cols)}, true
	case p.way == 3 && len(args) == 1 && len(n) == 2:
		return game.Cell{Row: int16(n[0]), Col: int16(n[1])}, true
	}
	return game.Cell{}, false
}

func (p *made) board() any {
	held := make([][]any, p.rows)
	for r := range held {
		held[r] = make([]any, p.cols)
	}
	for _, f := range p.rules.View(p.pos, game.Nobody, nil) {
		if f.Kind == game.FactCell {
			row := int(f.Cell.Row)
			if p.bottom {
				row = p.rows - 1 - row
			}
			held[row][f.Cell.Col] = value(p.cells[f.Player])
		}
	}
	if p.columns {
		turned := make([][]any, p.cols)
		for c := range turned {
			for r := range held {
				turned[c] = append(turned[c], held[r][c])
			}
		}
		held = turned
	}
	var flat, nested, pairs []any
	var text strings.Builder
	for i, line := range held {
		nested = append(nested, line)
		for k, v := range line {
			flat = append(flat, v)
			fmt.Fprint(&text, v)
			if fmt.Sprint(v) != fmt.Sprint(value(p.cells[0])) {
				pairs = append(pairs, []any{[]any{float64(i + p.base), float64(k + p.base)}, v})
			}
		}
	}
	return []any{nested, flat, text.String(), map[string]any{"$map": pairs}}[p.shape]
}

// A description that is drafted of a program that keeps the rules reads it so that nothing differs, however it is called.
func TestDraftReadsWhatKeepsTheRules(t *testing.T) {
	for _, variant := range []string{"tic-tac-toe", "connect-four"} {
		s, _, err := suite.Shipped(game.Variant(variant), games.All())
		if err != nil {
			t.Fatal(err)
		}
		seeds := uint64(40)
		if testing.Short() {
			seeds = 15
		}
		for seed := range seeds {
			p := makeProgram(s.Rules, seed)
			drafted, err := Draft(t.Context(), s, p.outline(), p.ask)
			if err != nil {
				t.Errorf("%s %d: %v: %+v", variant, seed, err, p)
				continue
			}
			book, err := calls.Parse("draft", drafted.Text)
			if err != nil {
				t.Fatal(err)
			}
			for _, aspect := range []suite.Aspect{suite.Mark, suite.Win, suite.Draw, suite.Turns, suite.TakenCell} {
				if !book.Shows(s.Rules, aspect) {
					t.Errorf("%s %d: %s is not read: %+v\n%s", variant, seed, aspect, p, drafted.Text)
				}
			}
			for _, script := range s.Scripts {
				moments, err := script.Moments(s.Rules)
				if err != nil {
					t.Fatal(err)
				}
				if v := judge.JudgeScript(s, script, moments, p.observed(t, book, s.Rules, moments)); v.Finding != nil {
					t.Errorf("%s %d: %+v: %+v\n%s", variant, seed, *v.Finding, p, drafted.Text)
					break
				}
			}
		}
	}
}

func (p *made) observed(t *testing.T, book *calls.Book, rules game.Rules, moments []suite.Moment) []judge.Observation {
	var seen []judge.Observation
	planned := book.Calls(rules, "", moments)
	at := 0
	for i, m := range moments {
		from := at
		var answers []calls.Answer
		for at < len(planned) && planned[at].Moment == i {
			a, err := p.ask(t.Context(), []calls.Request{planned[at].Request})
			if err != nil {
				t.Fatal(err)
			}
			answers = append(answers, a...)
			at++
		}
		seen = append(seen, book.Observe(rules, m, planned[from:at], answers, ""))
	}
	return seen
}
