package place_test

import (
	"testing"

	"durchgang/core/game"
	"durchgang/core/game/grid"
	"durchgang/core/games"
	"durchgang/core/play/place"
)

// Every position of every variant is worth what a plain search of the rules says.
func TestEveryPositionAgreesWithTheRules(t *testing.T) {
	for variant, board := range map[string]place.Board{
		"tic-tac-toe":                                {Rows: 3, Cols: 3, Run: 3},
		"tic-tac-toe:line=loses":                     {Rows: 3, Cols: 3, Run: 3, Misere: true},
		"tic-tac-toe:rows=2,cols=4":                  {Rows: 2, Cols: 4, Run: 3},
		"tic-tac-toe:rows=2,cols=4,overline=ignored": {Rows: 2, Cols: 4, Run: 3, Exact: true},
		"tic-tac-toe:rows=1,cols=5,run=2":            {Rows: 1, Cols: 5, Run: 2},
	} {
		t.Run(variant, func(t *testing.T) {
			rules, err := games.All().Rules(variant)
			if err != nil {
				t.Fatal(err)
			}
			solver, err := place.NewSolver(board)
			if err != nil {
				t.Fatal(err)
			}
			start, err := rules.Start("")
			if err != nil {
				t.Fatal(err)
			}
			known := map[string]int{}
			plain(rules, start, known, func(p *grid.Position, value int) {
				if got := solver.Value(marks(p)); got != value {
					t.Fatalf("%v is worth %d, not %d", p.Marks(), value, got)
				}
			})
			t.Logf("%d positions", len(known))
		})
	}
}

// plain values a position for the player to move by the rules alone.
func plain(rules game.Rules, pos game.Position, known map[string]int, check func(*grid.Position, int)) int {
	key := string(pos.AppendKey(nil))
	if value, is := known[key]; is {
		return value
	}
	mover, best := pos.Turn(), -1
	for _, m := range game.Legal(rules, pos) {
		next := pos.Clone()
		rules.Play(next, m, nil)
		switch r := next.Result(); {
		case r.Outcome == game.Drawn:
			best = max(best, 0)
		case r.Winner == mover:
			best = 1
		case !r.Over():
			best = max(best, -plain(rules, next, known, check))
		}
	}
	known[key] = best
	check(pos.(*grid.Position), best)
	return best
}

func marks(p *grid.Position) (m place.Position) {
	for i, mark := range p.Marks() {
		switch mark {
		case p.Mover:
			m.Mine |= 1 << i
		case p.Mover.Opponent():
			m.Theirs |= 1 << i
		}
	}
	return m
}

// Four in a row on 4 × 4 is a draw, three in a row is won by who begins.
func TestLargestBoards(t *testing.T) {
	for run, want := range map[int]int{3: 1, 4: 0} {
		s, err := place.NewSolver(place.Board{Rows: 4, Cols: 4, Run: run})
		if err != nil {
			t.Fatal(err)
		}
		if got := s.Value(place.Position{}); got != want {
			t.Errorf("a run of %d on 4 × 4 is worth %d, not %d", run, got, want)
		}
	}
	if _, err := place.NewSolver(place.Board{Rows: 5, Cols: 4, Run: 4}); err == nil {
		t.Error("a board of 20 cells is searched")
	}
}
