package grid

import (
	"slices"

	"durchgang/core/game"
	"durchgang/core/play/drop"
	"durchgang/core/play/house"
	"durchgang/core/play/place"
)

// exactGrid knows the value of positions of a grid game that can be solved.
type exactGrid struct {
	rules  *Rules
	falls  *drop.Solver // one of the two
	table  *drop.Table
	places *place.Solver
}

// tableSize is how much memory a solver takes for what it has found out, as a power of two.
const tableSize = 26

// solvable reports whether the values of positions of a variant can be known.
func solvable(r *Rules) bool {
	rows, cols := r.Shape()
	if !r.Gravity() {
		return rows*cols <= place.MostCells
	}
	_, err := drop.NewBoard(rows, cols, r.Run())
	return err == nil && !r.Misere() && r.Counts(r.Run()+1)
}

// Appraiser implements house.Appraised.
func (r *Rules) Appraiser() house.Appraiser {
	if e := newExactGrid(r); e != nil {
		return e
	}
	return nil
}

func newExactGrid(r *Rules) *exactGrid {
	if !solvable(r) {
		return nil
	}
	rows, cols := r.Shape()
	e := &exactGrid{rules: r}
	if r.Gravity() {
		b, err := drop.NewBoard(rows, cols, r.Run())
		if err != nil {
			return nil
		}
		e.falls, e.table = drop.NewSolver(b, tableSize), drop.Openings(b)
		return e
	}
	e.places, _ = place.NewSolver(place.Board{Rows: rows, Cols: cols, Run: r.Run(), Exact: !r.Counts(r.Run() + 1), Misere: r.Misere()})
	return e
}

// A position of a game with gravity is solved in a second or so once there are no more free
// cells than this; before, the table of openings must have it. Every move of a position is
// valued where all of them take no longer than one.
const (
	mostFree  = 34
	mostEvery = 31
)

// value is what a position is worth to the player to move, in points; false where that would
// take too long to find out.
func (e *exactGrid) value(p *Position) (float64, bool) {
	if e.places != nil {
		return points(e.places.Value(e.small(p))), true
	}
	falling := e.falling(p)
	if value, known := e.table.Value(falling); known {
		return points(int(value)), true
	}
	if e.free(p) > mostFree {
		return 0, false
	}
	return points(int(e.falls.Value(falling))), true
}

// free is how many cells have no mark.
func (e *exactGrid) free(p *Position) int {
	rows, cols := e.rules.Shape()
	return rows*cols - p.Count
}

// points turns a value into points: 1 for a win and a half for a draw.
func points(value int) float64 { return float64(value+1) / 2 }

func (e *exactGrid) small(p *Position) (s place.Position) {
	for i, mark := range p.Marks() {
		switch mark {
		case p.Mover:
			s.Mine |= 1 << i
		case p.Mover.Opponent():
			s.Theirs |= 1 << i
		}
	}
	return s
}

// falling is a position as the solver writes it.
func (e *exactGrid) falling(p *Position) drop.Position {
	rows, cols := e.rules.Shape()
	var mine, theirs []drop.Cell
	for i, mark := range p.Marks() {
		at := drop.Cell{Col: i % cols, Row: rows - 1 - i/cols}
		switch mark {
		case p.Mover:
			mine = append(mine, at)
		case p.Mover.Opponent():
			theirs = append(theirs, at)
		}
	}
	return e.falls.Place(mine, theirs)
}

// after is what a move is worth to the player who makes it; false where that is not known.
func (e *exactGrid) after(p *Position, m game.Move) (float64, bool) {
	next := p.Clone().(*Position)
	e.rules.Play(next, m, nil)
	switch r := next.Result(); {
	case r.Outcome == game.Drawn:
		return points(0), true
	case r.Over() && r.Winner == p.Mover:
		return points(1), true
	case r.Over():
		return points(-1), true
	}
	value, known := e.value(next)
	return 1 - value, known
}

// Appraise implements house.Appraiser.
func (e *exactGrid) Appraise(pos game.Position, m game.Move) (house.Appraisal, bool) {
	p := pos.(*Position)
	a := house.Appraisal{}
	if e.falls != nil && e.free(p) > mostEvery {
		best, known := e.value(p)
		made, also := e.after(p, m)
		a.Best, a.Made = max(best, made), made // a win at once is no position
		return a, known && also
	}
	a.Moves = map[string]float64{}
	for _, other := range game.Legal(e.rules, p) {
		worth, _ := e.after(p, other)
		a.Moves[e.rules.FormatMove(other)] = worth
		a.Best = max(a.Best, worth)
	}
	a.Made = a.Moves[e.rules.FormatMove(m)]
	return a, len(a.Moves) > 1
}

// choose takes a move that is worth as much as the position, of several the one that helps
// its lines most. Where the worth is not known it looks ahead.
func (e *exactGrid) choose(b *gridBoard) game.Move {
	goal, known := e.value(b.pos)
	best, most := b.legal[0], -1.0
	for _, m := range b.byWorth() {
		worth, also := e.after(b.pos, m)
		if !known || !also {
			return ahead(b)
		}
		if worth >= goal {
			return m
		}
		if worth > most {
			best, most = m, worth
		}
	}
	return best
}

// byWorth lists the legal moves by the lines they help, the best first.
func (b *gridBoard) byWorth() []game.Move {
	list := slices.Clone(b.legal)
	slices.SortStableFunc(list, func(m, n game.Move) int { return b.worth(b.landing(n)) - b.worth(b.landing(m)) })
	return list
}
