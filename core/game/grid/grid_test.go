package grid_test

import (
	"errors"
	"testing"

	"durchgang/core/game"
	"durchgang/core/game/gametest"
	"durchgang/core/game/grid"
)

var registry = game.NewRegistry(grid.TicTacToe(), grid.ConnectFour(), grid.FiveInARow())

func rules(t testing.TB, variant string) game.Rules {
	t.Helper()
	r, err := registry.Rules(variant)
	if err != nil {
		t.Fatal(err)
	}
	return r
}

func TestRules(t *testing.T) {
	for _, variant := range []string{
		"tic-tac-toe", "connect-four", "five-in-a-row:rows=7,cols=6", "tic-tac-toe:rows=1,cols=1,run=1",
		"tic-tac-toe:rows=2,cols=5,run=3", "tic-tac-toe:line=loses", "five-in-a-row:rows=8,cols=8,run=4,overline=ignored,first=O", "connect-four:rows=4,cols=4,run=3", "five-in-a-row:rows=26,cols=26",
	} {
		t.Run(variant, func(t *testing.T) {
			r := rules(t, variant)
			gametest.TestRules(t, r, "")
		})
	}
}

// tally counts games by result, and positions.
type tally struct {
	first, second, drawn int
	positions            map[string]bool
}

func (n *tally) walk(r game.Rules, pos game.Position) {
	n.positions[string(pos.AppendKey(nil))] = true
	switch result := pos.Result(); {
	case result.Outcome == game.Drawn:
		n.drawn++
		return
	case result.Winner == game.First:
		n.first++
		return
	case result.Winner == game.Second:
		n.second++
		return
	}
	for i := range int16(9) {
		m := game.Move{Cell: game.Cell{Row: i / 3, Col: i % 3}}
		next := pos.Clone()
		if _, refused := game.Refused(r.Play(next, m, nil)); !refused {
			n.walk(r, next)
		}
	}
}

// The numbers of games and positions are well known; they follow from counting all
// 9! orders of moves, cut at the first line.
func TestTicTacToeCounts(t *testing.T) {
	r := rules(t, "tic-tac-toe")
	start, err := r.Start("")
	if err != nil {
		t.Fatal(err)
	}
	n := tally{positions: map[string]bool{}}
	n.walk(r, start)
	if n.first != 131184 || n.second != 77904 || n.drawn != 46080 || len(n.positions) != 5478 {
		t.Errorf("counted %d games for X, %d for O, %d drawn, %d positions; want 131184, 77904, 46080, 5478",
			n.first, n.second, n.drawn, len(n.positions))
	}
}

func TestMarksFallWithGravity(t *testing.T) {
	r := rules(t, "connect-four")
	pos, err := r.Start("")
	if err != nil {
		t.Fatal(err)
	}
	for range 2 {
		m, err := r.ParseMove("d")
		if err != nil {
			t.Fatal(err)
		}
		r.Play(pos, m, nil)
	}
	want := map[game.Cell]game.Player{{Row: 5, Col: 3}: game.First, {Row: 4, Col: 3}: game.Second}
	for _, f := range r.View(pos, game.Nobody, nil) {
		if f.Player != want[f.Cell] {
			t.Errorf("%s holds %v, want %v", f.Cell, f.Player, want[f.Cell])
		}
	}
}

func TestVariants(t *testing.T) {
	tests := []struct {
		text, canonical string
		cause           error
	}{
		{"tic-tac-toe", "tic-tac-toe", nil},
		{" connect-four:rows=5,cols=6 ", "connect-four:cols=6,rows=5", nil},
		{"connect-four:rows=6", "connect-four", nil},
		{"noughts", "", game.ErrUnknownGame},
		{"", "", game.ErrUnknownGame},
		{"tic-tac-toe:size=3", "", game.ErrUnknownParam},
		{"tic-tac-toe:rows=0", "", game.ErrBounds},
		{"tic-tac-toe:rows=27", "", game.ErrBounds},
		{"tic-tac-toe:rows=many", "", game.ErrNotNumber},
		{"tic-tac-toe:rows=3,rows=4", "", game.ErrRepeated},
		{"tic-tac-toe:run=4", "", game.ErrBounds},
		{"tic-tac-toe:", "tic-tac-toe", nil},
		{"tic-tac-toe:,", "", game.ErrUnknownParam},
	}
	for _, tt := range tests {
		t.Run(tt.text, func(t *testing.T) {
			r, err := registry.Rules(tt.text)
			if !errors.Is(err, tt.cause) {
				t.Fatalf("error is %v, want %v", err, tt.cause)
			}
			if err == nil && string(r.Variant()) != tt.canonical {
				t.Errorf("variant is %q, want %q", r.Variant(), tt.canonical)
			}
		})
	}
}

func FuzzVariant(f *testing.F) {
	f.Add("connect-four:rows=5,cols=6")
	f.Fuzz(func(t *testing.T, text string) {
		r, err := registry.Rules(text)
		if err != nil {
			return
		}
		again, err := registry.Rules(string(r.Variant()))
		if err != nil || again.Variant() != r.Variant() {
			t.Errorf("%q became %q, which became %v, %v", text, r.Variant(), again, err)
		}
	})
}

func FuzzCell(f *testing.F) {
	f.Add("a1")
	f.Add("@0")
	f.Add("z255")
	f.Fuzz(func(t *testing.T, text string) {
		c, err := game.ParseCell(text)
		if err != nil {
			return
		}
		if again, err := game.ParseCell(c.String()); err != nil || again != c {
			t.Errorf("%q is %v, which is written %s and read as %v, %v", text, c, c, again, err)
		}
	})
}
