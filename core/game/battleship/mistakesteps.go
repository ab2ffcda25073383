package battleship

import (
	"durchgang/core/game"
)

// Each type below is the reference rules of battleship with one step changed.

type aimsAt struct {
	*Rules
	aim func(game.Cell) game.Cell
}

func (m aimsAt) Aim(c game.Cell) game.Cell { return m.aim(c) }

// misses takes a place beside the board for the sea: off has the row or the column.
type misses struct {
	*Rules
	off game.Cell
}

func (m misses) beside(c game.Cell) bool {
	if m.off.Row != 0 {
		return c.Row == m.off.Row && m.Holds(game.Cell{Col: c.Col})
	}
	return c.Col == m.off.Col && m.Holds(game.Cell{Row: c.Row})
}

func (m misses) Refuse(o *Ocean, c game.Cell) game.Refusal {
	if m.beside(c) {
		return game.Accepted
	}
	return m.Rules.Refuse(o, c)
}

func (m misses) Mark(o *Ocean, c game.Cell) int {
	if m.beside(c) {
		return 0
	}
	return m.Rules.Mark(o, c)
}

// shot reports whether a cell was shot at, and hit something.
func shot(r *Rules, o *Ocean, c game.Cell) (at, hit bool) {
	if !r.Holds(c) || !o.Shot[r.Index(c)] {
		return false, false
	}
	return true, o.Ships[r.Index(c)] != 0
}

type repeatCounts struct{ *Rules }

func (m repeatCounts) Refuse(o *Ocean, c game.Cell) game.Refusal {
	if _, hit := shot(m.Rules, o, c); hit {
		return game.Accepted
	}
	return m.Rules.Refuse(o, c)
}

func (m repeatCounts) Mark(o *Ocean, c game.Cell) int {
	if _, hit := shot(m.Rules, o, c); hit {
		o.Hits++
	}
	return m.Rules.Mark(o, c)
}

type repeatRewrites struct{ *Rules }

func (m repeatRewrites) Refuse(o *Ocean, c game.Cell) game.Refusal {
	return repeatCounts(m).Refuse(o, c)
}

func (m repeatRewrites) Mark(o *Ocean, c game.Cell) int {
	if _, hit := shot(m.Rules, o, c); hit {
		o.Ships[m.Index(c)] = 0
	}
	return m.Rules.Mark(o, c)
}

type hitKeepsTurn struct{ *Rules }

func (m hitKeepsTurn) Uses(hit int) bool { return hit == 0 && m.Rules.Uses(hit) }

type refusedShotPasses struct{ *Rules }

func (m refusedShotPasses) Refused(p *Position) {
	if !p.Result().Over() {
		p.Mover = p.Mover.Opponent()
	}
}

type repeatCostsTurn struct{ *Rules }

func (m repeatCostsTurn) Refuse(o *Ocean, c game.Cell) game.Refusal {
	if at, _ := shot(m.Rules, o, c); at {
		return game.Accepted
	}
	return m.Rules.Refuse(o, c)
}

type repeatFree struct{ *Rules }

func (m repeatFree) Refuse(o *Ocean, c game.Cell) game.Refusal {
	if at, _ := shot(m.Rules, o, c); at {
		return Repeated
	}
	return m.Rules.Refuse(o, c)
}

type sunkLate struct{ *Rules }

func (m sunkLate) Sinks(o *Ocean, hit int) int {
	late := o.Note
	o.Note = m.Rules.Sinks(o, hit)
	return late
}

type sunkNever struct{ *Rules }

func (m sunkNever) Sinks(*Ocean, int) int { return 0 }

type sunkEachHit struct{ *Rules }

func (m sunkEachHit) Sinks(_ *Ocean, hit int) int { return hit }

// sunkEarly tells that a ship is sunk when one of its cells is left, and where it says so again when none is.
type sunkEarly struct {
	*Rules
	again bool
}

func (m sunkEarly) Sinks(o *Ocean, hit int) int {
	if hit == 0 {
		return 0
	}
	if left := o.Left(hit); left == 1 || left == 0 && m.again {
		return hit
	}
	return 0
}

type sunkByInitial struct{ *Rules }

func (m sunkByInitial) Sinks(o *Ocean, hit int) int {
	if hit == 0 {
		return 0
	}
	for i := range m.Fleet() {
		if m.Name(i + 1)[0] == m.Name(hit)[0] && o.Afloat(i+1) {
			return 0
		}
	}
	return hit
}

type wrongName struct{ *Rules }

func (m wrongName) Name(ship int) string { return m.Rules.Name(ship%len(m.Fleet()) + 1) }

type endsAfterHits struct {
	*Rules
	by int
}

func (m endsAfterHits) Beaten(o *Ocean) bool { return o.Hits >= m.Cells()+m.by }

type overlooks struct {
	*Rules
	ship int // which is not looked at, from 1
}

func (m overlooks) Beaten(o *Ocean) bool {
	for ship := 1; ship <= len(m.Fleet()); ship++ {
		if ship != m.ship && o.Afloat(ship) {
			return false
		}
	}
	return true
}

type endsAfterShips struct{ *Rules }

func (m endsAfterShips) Beaten(o *Ocean) bool {
	sunk := 0
	for i := range m.Fleet() {
		if !o.Afloat(i + 1) {
			sunk++
		}
	}
	return sunk >= len(m.Fleet())-1
}

type endsLate struct{ *Rules }

func (m endsLate) Beaten(o *Ocean) bool {
	late := o.Note
	if m.Rules.Beaten(o) {
		o.Note = 1
	}
	return late == 1
}

type missCounts struct{ *Rules }

func (m missCounts) Beaten(o *Ocean) bool {
	shots := 0
	for _, at := range o.Shot {
		if at {
			shots++
		}
	}
	return shots >= m.Cells()
}

type wrongShooter struct{ *Rules }

func (m wrongShooter) Winner(shooter game.Player) game.Player { return shooter.Opponent() }

type turnLimit struct {
	*Rules
	by int
}

func (m turnLimit) Late(p *Position) bool {
	q := *p
	q.Taken -= m.by * m.Sides()
	return m.Rules.Late(&q)
}

type sticksOut struct {
	*Rules
	bottom bool
}

// Forbid asks about the part of the ship that is on the board.
func (m sticksOut) Forbid(o *Ocean, b Berth, cells []game.Cell) game.Refusal {
	if b.Down != m.bottom || !m.Holds(cells[0]) {
		return m.Rules.Forbid(o, b, cells)
	}
	inside := cells
	for !m.Holds(inside[len(inside)-1]) {
		inside = inside[:len(inside)-1]
	}
	return m.Rules.Forbid(o, b, inside)
}

type wrapsAround struct{ *Rules }

func (m wrapsAround) Cover(ship int, b Berth) []game.Cell {
	cells := m.Rules.Cover(ship, b)
	_, cols := m.Shape()
	if b.Down || !m.Holds(b.Cell) {
		return cells
	}
	for i, c := range cells {
		cells[i] = game.Cell{Row: c.Row + c.Col/int16(cols), Col: c.Col % int16(cols)}
	}
	return cells
}

type overlaps struct {
	*Rules
	blind func(b Berth, i, n int) bool // does not look at cell i of n
}

// Forbid asks about the cells that are looked at, and all of them when it is about
// the edges.
func (m overlaps) Forbid(o *Ocean, b Berth, cells []game.Cell) game.Refusal {
	refusal := m.Rules.Forbid(o, b, cells)
	if refusal != Overlaps {
		return refusal
	}
	for i, c := range cells {
		if !m.blind(b, i, len(cells)) && o.Ships[m.Index(c)] != 0 {
			return Overlaps
		}
	}
	return game.Accepted
}

type touches struct {
	*Rules
	sides bool // along the sides as well
}

func (m touches) Forbid(o *Ocean, b Berth, cells []game.Cell) game.Refusal {
	refusal := m.Rules.Forbid(o, b, cells)
	if refusal == Touches && (m.sides || !m.beside(o, cells)) {
		return game.Accepted
	}
	return refusal
}

// beside reports whether a ship lies to the left or right of, above or below a cell.
func (m touches) beside(o *Ocean, cells []game.Cell) bool {
	for _, c := range cells {
		for _, d := range [...]game.Cell{{Row: -1}, {Row: 1}, {Col: -1}, {Col: 1}} {
			if next := (game.Cell{Row: c.Row + d.Row, Col: c.Col + d.Col}); m.Holds(next) && o.Ships[m.Index(next)] != 0 {
				return true
			}
		}
	}
	return false
}

type shortFleet struct{ *Rules }

func (m shortFleet) Ready(o *Ocean) bool { return o.Placed >= len(m.Fleet())-1 }

type wrongLength struct {
	*Rules
	by int
}

func (m wrongLength) Cover(ship int, b Berth) []game.Cell {
	return b.Cells(max(1, m.Fleet()[ship-1].Length+m.by))
}

// showsShips shows everybody both fleets.
type showsShips struct{ *Rules }

func (m showsShips) View(pos game.Position, viewer game.Player, facts []game.Fact) []game.Fact {
	from := len(facts)
	facts = m.Rules.View(pos, viewer, facts)
	p := pos.(*Position)
	for i, f := range facts[from:] {
		if f.Text == game.SeaText && p.Oceans[f.Player-1].Ships[m.Index(f.Cell)] != 0 {
			facts[from+i].Text = game.ShipText
		}
	}
	return facts
}
