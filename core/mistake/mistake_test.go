package mistake_test

import (
	"errors"
	"fmt"
	"strings"
	"testing"

	"durchgang/core/game"
	"durchgang/core/game/grid"
	"durchgang/core/mistake"
)

func quiet(int, int) {}

func rules(t testing.TB, variant string) *grid.Rules {
	t.Helper()
	r, err := game.NewRegistry(grid.TicTacToe(), grid.FiveInARow()).Rules(variant)
	if err != nil {
		t.Fatal(err)
	}
	return r.(*grid.Rules)
}

// blind never sees a line.
type blind struct{ *grid.Rules }

func (blind) Wins(*grid.Position, game.Cell) bool { return false }

// stuck lets the first player move on and on.
type stuck struct{ *grid.Rules }

func (stuck) Pass(*grid.Position) {}

func known(r *grid.Rules) mistake.Known {
	return mistake.Known{
		Reference: r,
		Mistakes:  []mistake.Mistake{{Name: "blind", Rules: r.With(func(r *grid.Rules) grid.Steps { return blind{r} })}, {Name: "stuck", Rules: r.With(func(r *grid.Rules) grid.Steps { return stuck{r} })}},
		Setups:    []game.Setup{""},
	}
}

func TestFind(t *testing.T) {
	k := known(rules(t, "tic-tac-toe"))
	if m, ok := k.Find("stuck"); !ok || m.Name != "stuck" {
		t.Errorf("found %v, %v", m, ok)
	}
	if _, ok := k.Find("nothing"); ok {
		t.Error("a mistake that is not known was found")
	}
}

// Breadth-first search finds the shortest sequence of each pair; beyond its bounds a
// longer one is found by playing.
func TestSeparate(t *testing.T) {
	tests := []struct {
		name, variant string
		bounds        mistake.Bounds
		blind, pair   int // steps that show blind, and that tell blind from stuck
		exact         bool
	}{
		{"within the bounds", "tic-tac-toe", mistake.Usual, 5, 1, true},
		{"a run of two", "tic-tac-toe:run=2", mistake.Usual, 3, 1, true},
		{"beyond the bounds", "five-in-a-row:rows=6,cols=6", mistake.Bounds{Moves: 2_000, Games: 300}, 9, 1, false},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			k := known(rules(t, tt.variant))
			settled := 0
			table, err := k.Separate(k.Pairs(), tt.bounds, func(done, all int) {
				if done < settled || all != 3 {
					t.Errorf("%d of %d pairs after %d", done, all, settled)
				}
				settled = done
			})
			if err != nil {
				t.Fatal(err)
			}
			if f := table.Between(0, 2); f.Err != nil || len(f.Steps) != tt.blind || f.Exact != tt.exact {
				t.Errorf("blind: %d steps, exact %v, %v", len(f.Steps), f.Exact, f.Err)
			}
			if f := table.Between(1, 0); f.Err != nil || len(f.Steps) != tt.pair || !f.Exact {
				t.Errorf("blind and stuck: %d steps, exact %v, %v", len(f.Steps), f.Exact, f.Err)
			}
		})
	}
}

func TestTheSameRulesAreNotTwo(t *testing.T) {
	k := known(rules(t, "tic-tac-toe:rows=2,cols=2,run=2"))
	k.Mistakes = []mistake.Mistake{{Name: "none", Rules: k.Reference}}
	table, err := k.Separate(k.Pairs(), mistake.Usual, quiet)
	if err != nil || !errors.Is(table.Between(0, 1).Err, mistake.ErrSame) {
		t.Errorf("%v, found %v", err, table.Between(0, 1))
	}
}

func TestBoundsThatEndTheSearch(t *testing.T) {
	k := known(rules(t, "tic-tac-toe"))
	table, err := k.Separate(k.Pairs(), mistake.Bounds{Moves: 20}, quiet)
	if err != nil || !errors.Is(table.Between(0, 2).Err, mistake.ErrTooFar) {
		t.Errorf("%v, found %v", err, table.Between(0, 2))
	}
}

func ExampleKnown_Separate() {
	registry := game.NewRegistry(grid.TicTacToe())
	r, err := registry.Rules("tic-tac-toe:rows=1,cols=4,run=2")
	if err != nil {
		panic(err)
	}
	k := known(r.(*grid.Rules))
	table, err := k.Separate([]mistake.Pair{{A: 0, B: 2}}, mistake.Usual, quiet)
	if err != nil {
		panic(err)
	}
	found := table.Between(0, 2)
	var words []string
	for _, s := range found.Steps {
		words = append(words, r.FormatMove(s.Move))
	}
	fmt.Println(strings.Join(words, " "), found.Exact)
	// Output: a1 c1 b1 true
}
