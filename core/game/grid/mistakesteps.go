package grid

import (
	"slices"

	"durchgang/core/game"
)

// Each type below is the reference rules of grid games with one step changed.

type overwrites struct{ *Rules }

func (m overwrites) Land(p *Position, c game.Cell) (game.Cell, game.Refusal) {
	c, refusal := m.Rules.Land(p, c)
	if refusal == game.Taken {
		refusal = game.Accepted
	}
	return c, refusal
}

type overwritesUncounted struct{ overwrites }

func (m overwritesUncounted) Put(p *Position, c game.Cell) {
	if p.At(c) != game.Nobody {
		p.Count--
	}
	m.Rules.Put(p, c)
}

type refusedPasses struct{ *Rules }

func (m refusedPasses) Refused(p *Position) {
	if !p.Result().Over() {
		p.Mover = p.Mover.Opponent()
	}
}

type refusedCounts struct{ *Rules }

func (m refusedCounts) Refused(p *Position) { p.Count++ }

func (m refusedCounts) Full(p *Position) bool {
	rows, cols := m.Shape()
	return p.Count >= rows*cols
}

type landsAt struct {
	*Rules
	move func(game.Cell) game.Cell
}

func (m landsAt) Land(p *Position, c game.Cell) (game.Cell, game.Refusal) {
	return m.Rules.Land(p, m.move(c))
}

type noAlternation struct{ *Rules }

func (m noAlternation) Pass(*Position) {}

type wrongStarter struct{ *Rules }

func (m wrongStarter) Begin(before *Position) *Position {
	p := m.Rules.Begin(before)
	p.Mover = p.Mover.Opponent()
	return p
}

type unannouncedStarter struct{ *Rules }

func (m unannouncedStarter) Put(p *Position, c game.Cell) {
	if p.Count == 0 {
		p.Mover = p.Mover.Opponent()
	}
	m.Rules.Put(p, c)
}

type sharedRows struct{ *Rules }

func (m sharedRows) Put(p *Position, c game.Cell) {
	m.Rules.Put(p, c)
	rows, _ := m.Shape()
	for row := range rows {
		p.Set(game.Cell{Row: int16(row), Col: c.Col}, p.Mover)
	}
}

type lineMissing struct {
	*Rules
	blind func(c game.Cell, direction int) bool
}

// Wins asks the rules as well, which may be blind to another line.
func (m lineMissing) Wins(p *Position, c game.Cell) bool {
	if !m.Rules.Wins(p, c) {
		return false
	}
	for d, direction := range Directions {
		if !m.blind(c, d) && m.Counts(m.Length(p, c, direction)) {
			return true
		}
	}
	return false
}

// stopsShort sees lines in the first rows and columns only.
type stopsShort struct {
	*Rules
	seen [2]int // rows, columns
	all  bool   // the new mark itself is seen everywhere
}

func (m stopsShort) Wins(p *Position, c game.Cell) bool {
	return slices.ContainsFunc(Directions[:], func(d [2]int) bool {
		n := 1 + m.beside(p, c, d, 1) + m.beside(p, c, d, -1)
		return (m.all || m.inside(c)) && m.Counts(n)
	}) && m.Rules.Wins(p, c)
}

// beside is how many equal marks follow the one at c in a direction, as far as is seen.
func (m stopsShort) beside(p *Position, c game.Cell, d [2]int, sign int16) int {
	mark, n := p.At(c), 0
	for {
		c = game.Cell{Row: c.Row + sign*int16(d[0]), Col: c.Col + sign*int16(d[1])}
		if !m.inside(c) || p.At(c) != mark {
			return n
		}
		n++
	}
}

func (m stopsShort) inside(c game.Cell) bool {
	return m.Holds(c) && int(c.Row) < m.seen[0] && int(c.Col) < m.seen[1]
}

type emptyLine struct{ *Rules }

func (m emptyLine) Wins(p *Position, c game.Cell) bool {
	return m.Rules.Wins(p, c) || anyLine(m.Rules, p, game.Nobody)
}

// anyLine reports whether equal marks of one kind stand in a line anywhere.
func anyLine(r *Rules, p *Position, mark game.Player) bool {
	rows, cols := r.Shape()
	for row := range rows {
		for col := range cols {
			c := game.Cell{Row: int16(row), Col: int16(col)}
			if p.At(c) == mark && r.Wins(p, c) {
				return true
			}
		}
	}
	return false
}

type winsByCount struct{ *Rules }

func (m winsByCount) Wins(p *Position, c game.Cell) bool {
	marks := 0
	for _, mark := range p.Marks() {
		if mark == p.Mover {
			marks++
		}
	}
	return marks >= m.Run()
}

type wraps struct{ *Rules }

// Wins looks at the cells as one long row.
func (m wraps) Wins(p *Position, c game.Cell) bool {
	if m.Rules.Wins(p, c) {
		return true
	}
	run := 0
	for _, mark := range p.Marks() {
		if mark != p.Mover {
			run = 0
			continue
		}
		if run++; run >= m.Run() {
			return true
		}
	}
	return false
}

type oneSided struct {
	*Rules
	sees game.Player
}

func (m oneSided) Wins(p *Position, c game.Cell) bool {
	return p.Mover == m.sees && m.Rules.Wins(p, c)
}

type overline struct{ *Rules }

func (m overline) Wins(p *Position, c game.Cell) bool {
	for _, d := range Directions {
		n := m.Length(p, c, d)
		if n == m.Run() || n > m.Run() && !m.Counts(n) {
			return true
		}
	}
	return false
}

// runOf wins with lines of another length than asked.
type runOf struct {
	*Rules
	run int
}

func (m runOf) Wins(p *Position, c game.Cell) bool {
	return slices.ContainsFunc(Directions[:], func(d [2]int) bool { return m.Length(p, c, d) >= m.run })
}

// lateCheck sees a line only after the other player's move, so that the winner is
// the one who has not just moved, as for wrongWinner.
type lateCheck struct{ wrongWinner }

// Wins looks at the cell of the move before, which it notes.
func (m lateCheck) Wins(p *Position, c game.Cell) bool {
	_, cols := m.Shape()
	before := p.Note - 1
	p.Note = int(c.Row)*cols + int(c.Col) + 1
	return before >= 0 && m.Rules.Wins(p, game.Cell{Row: int16(before / cols), Col: int16(before % cols)})
}

type neverWins struct{ *Rules }

func (neverWins) Wins(*Position, game.Cell) bool { return false }

type drawFirst struct{ *Rules }

func (m drawFirst) Decide(p *Position, wins, full bool) game.Result {
	return m.Rules.Decide(p, wins && !full, full)
}

type drawAt struct {
	*Rules
	count int
}

func (m drawAt) Full(p *Position) bool { return p.Count == m.count }

// fullBut takes the board for full when no other cell than one is free.
type fullBut struct {
	*Rules
	cell game.Cell
}

func (m fullBut) Full(p *Position) bool {
	rows, cols := m.Shape()
	return m.Rules.Full(p) || p.Count == rows*cols-1 && p.At(m.cell) == game.Nobody
}

type wrongWinner struct{ *Rules }

func (m wrongWinner) Decide(p *Position, wins, full bool) game.Result {
	result := m.Rules.Decide(p, wins, full)
	if wins {
		result.Winner = result.Winner.Opponent()
	}
	return result
}

type playsOn struct{ *Rules }

func (m playsOn) Land(p *Position, c game.Cell) (game.Cell, game.Refusal) {
	ended := p.Result()
	if ended.Outcome == game.Won {
		p.SetResult(game.Result{})
	}
	c, refusal := m.Rules.Land(p, c)
	if refusal != game.Accepted {
		p.SetResult(ended)
	}
	return c, refusal
}

// winsAgain looks at the whole board for lines of the player who has moved.
type winsAgain struct{ playsOn }

func (m winsAgain) Wins(p *Position, c game.Cell) bool {
	return m.Rules.Wins(p, c) || anyLine(m.Rules, p, p.Mover)
}

type stale struct {
	*Rules
	what string
}

func (m stale) Begin(before *Position) *Position {
	p := m.Rules.Begin(before)
	if before == nil {
		return p
	}
	switch m.what {
	case "board":
		p.CopyMarks(before)
	case "counter", "counter-exact":
		p.Count = before.Count
	case "starter":
		p.Mover = before.Mover
	case "starter-winner":
		p.Mover = before.Mover.Opponent()
	case "result":
		p.Note = int(before.Result().Outcome)<<2 + int(before.Result().Winner)
	}
	return p
}

// Decide knows the result of the game before, where that survives.
func (m stale) Decide(p *Position, wins, full bool) game.Result {
	if p.Note > 0 {
		return game.Result{Outcome: game.Outcome(p.Note >> 2), Winner: game.Player(p.Note & 3)}
	}
	return m.Rules.Decide(p, wins, full)
}

func (m stale) Full(p *Position) bool {
	rows, cols := m.Shape()
	return p.Count == rows*cols || p.Count > rows*cols && m.what == "counter"
}

type floats struct{ *Rules }

func (m floats) Land(p *Position, c game.Cell) (game.Cell, game.Refusal) {
	landed, refusal := m.Rules.Land(p, c)
	if refusal == game.Accepted {
		landed.Row = 0
	}
	return landed, refusal
}

type rises struct{ *Rules }

func (m rises) Land(p *Position, c game.Cell) (game.Cell, game.Refusal) {
	if p.Result().Over() {
		return c, game.GameOver
	}
	rows, _ := m.Shape()
	for c.Row = 0; int(c.Row) < rows; c.Row++ {
		if !m.Holds(c) {
			return c, game.OutOfRange
		}
		if p.At(c) == game.Nobody {
			return c, game.Accepted
		}
	}
	return c, game.Taken
}

type lowTop struct{ *Rules }

func (m lowTop) Land(p *Position, c game.Cell) (game.Cell, game.Refusal) {
	landed, refusal := m.Rules.Land(p, c)
	if refusal == game.Accepted && landed.Row == 0 {
		refusal = game.Taken
	}
	return landed, refusal
}

type fullPasses struct{ *Rules }

func (m fullPasses) Land(p *Position, c game.Cell) (game.Cell, game.Refusal) {
	landed, refusal := m.Rules.Land(p, c)
	if refusal == game.Taken {
		p.Note = 1
		refusal = game.Accepted
	}
	return landed, refusal
}

func (m fullPasses) Put(p *Position, c game.Cell) {
	if p.Note == 0 {
		m.Rules.Put(p, c)
	}
}

func (m fullPasses) Wins(p *Position, c game.Cell) bool {
	wasted := p.Note == 1
	p.Note = 0
	return !wasted && m.Rules.Wins(p, c)
}

type fullOverwrites struct{ *Rules }

func (m fullOverwrites) Land(p *Position, c game.Cell) (game.Cell, game.Refusal) {
	landed, refusal := m.Rules.Land(p, c)
	if refusal == game.Taken {
		landed.Row, refusal = 0, game.Accepted
	}
	return landed, refusal
}

type endOnly struct{ *Rules }

func (m endOnly) Wins(p *Position, c game.Cell) bool {
	return slices.ContainsFunc(Directions[:], func(d [2]int) bool {
		next := func(sign int16) bool {
			n := game.Cell{Row: c.Row + sign*int16(d[0]), Col: c.Col + sign*int16(d[1])}
			return m.Holds(n) && p.At(n) == p.At(c)
		}
		return m.Counts(m.Length(p, c, d)) && !(next(1) && next(-1))
	})
}

type oneWay struct{ *Rules }

func (m oneWay) Wins(p *Position, c game.Cell) bool {
	return slices.ContainsFunc(Directions[:], func(d [2]int) bool {
		n := 1
		for at := step(c, d); m.Holds(at) && p.At(at) == p.At(c); at = step(at, d) {
			n++
		}
		return m.Counts(n)
	})
}

func step(c game.Cell, d [2]int) game.Cell {
	return game.Cell{Row: c.Row + int16(d[0]), Col: c.Col + int16(d[1])}
}

type gaps struct{ *Rules }

func (m gaps) Wins(p *Position, c game.Cell) bool {
	rows, cols := m.Shape()
	inRow, inCol := 0, 0
	for col := range cols {
		if p.At(game.Cell{Row: c.Row, Col: int16(col)}) == p.Mover {
			inRow++
		}
	}
	for row := range rows {
		if p.At(game.Cell{Row: int16(row), Col: c.Col}) == p.Mover {
			inCol++
		}
	}
	return inRow >= m.Run() || inCol >= m.Run() || m.Rules.Wins(p, c)
}

type sidesSwapped struct{ *Rules }

func (m sidesSwapped) Land(p *Position, c game.Cell) (game.Cell, game.Refusal) {
	rows, _ := m.Shape()
	if int(c.Col) >= rows {
		return c, game.OutOfRange
	}
	return m.Rules.Land(p, c)
}

type scores struct {
	*Rules
	award func(p *Position, last game.Cell)
}

func (m scores) Award(p *Position, c game.Cell) { m.award(p, c) }

type scoreLost struct{ *Rules }

func (m scoreLost) Begin(before *Position) *Position {
	p := m.Rules.Begin(before)
	p.Score = [2]int{}
	return p
}
