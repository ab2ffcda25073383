package mistakes

import (
	"durchgang/core/game"
	"durchgang/core/game/battleship"
)

// Each type below is the reference rules of battleship with one step changed.

type aimsAt struct {
	*battleship.Rules
	aim func(game.Cell) game.Cell
}

func (m aimsAt) Aim(c game.Cell) game.Cell { return m.aim(c) }

// misses takes a place beside the board for the sea: off has the row or the column.
type misses struct {
	*battleship.Rules
	off game.Cell
}

func (m misses) beside(c game.Cell) bool {
	if m.off.Row != 0 {
		return c.Row == m.off.Row && m.Holds(game.Cell{Col: c.Col})
	}
	return c.Col == m.off.Col && m.Holds(game.Cell{Row: c.Row})
}

func (m misses) Refuse(o *battleship.Ocean, c game.Cell) game.Refusal {
	if m.beside(c) {
		return game.Accepted
	}
	return m.Rules.Refuse(o, c)
}

func (m misses) Mark(o *battleship.Ocean, c game.Cell) int {
	if m.beside(c) {
		return 0
	}
	return m.Rules.Mark(o, c)
}

// shot reports whether a cell was shot at, and hit something.
func shot(r *battleship.Rules, o *battleship.Ocean, c game.Cell) (at, hit bool) {
	if !r.Holds(c) || !o.Shot[r.Index(c)] {
		return false, false
	}
	return true, o.Ships[r.Index(c)] != 0
}

type repeatCounts struct{ *battleship.Rules }

func (m repeatCounts) Refuse(o *battleship.Ocean, c game.Cell) game.Refusal {
	if _, hit := shot(m.Rules, o, c); hit {
		return game.Accepted
	}
	return m.Rules.Refuse(o, c)
}

func (m repeatCounts) Mark(o *battleship.Ocean, c game.Cell) int {
	if _, hit := shot(m.Rules, o, c); hit {
		o.Hits++
	}
	return m.Rules.Mark(o, c)
}

type repeatRewrites struct{ *battleship.Rules }

func (m repeatRewrites) Refuse(o *battleship.Ocean, c game.Cell) game.Refusal {
	return repeatCounts(m).Refuse(o, c)
}

func (m repeatRewrites) Mark(o *battleship.Ocean, c game.Cell) int {
	if _, hit := shot(m.Rules, o, c); hit {
		o.Ships[m.Index(c)] = 0
	}
	return m.Rules.Mark(o, c)
}

type hitKeepsTurn struct{ *battleship.Rules }

func (m hitKeepsTurn) Uses(hit int) bool { return hit == 0 && m.Rules.Uses(hit) }

type refusedShotPasses struct{ *battleship.Rules }

func (m refusedShotPasses) Refused(p *battleship.Position) {
	if !p.Result().Over() {
		p.Mover = p.Mover.Opponent()
	}
}

type repeatCostsTurn struct{ *battleship.Rules }

func (m repeatCostsTurn) Refuse(o *battleship.Ocean, c game.Cell) game.Refusal {
	if at, _ := shot(m.Rules, o, c); at {
		return game.Accepted
	}
	return m.Rules.Refuse(o, c)
}

type repeatFree struct{ *battleship.Rules }

func (m repeatFree) Refuse(o *battleship.Ocean, c game.Cell) game.Refusal {
	if at, _ := shot(m.Rules, o, c); at {
		return battleship.Repeated
	}
	return m.Rules.Refuse(o, c)
}

type sunkLate struct{ *battleship.Rules }

func (m sunkLate) Sinks(o *battleship.Ocean, hit int) int {
	late := o.Note
	o.Note = m.Rules.Sinks(o, hit)
	return late
}

type sunkNever struct{ *battleship.Rules }

func (m sunkNever) Sinks(*battleship.Ocean, int) int { return 0 }

type sunkEachHit struct{ *battleship.Rules }

func (m sunkEachHit) Sinks(_ *battleship.Ocean, hit int) int { return hit }

// sunkEarly tells that a ship is sunk when one of its cells is left, and where it says so again when none is.
type sunkEarly struct {
	*battleship.Rules
	again bool
}

func (m sunkEarly) Sinks(o *battleship.Ocean, hit int) int {
	if hit == 0 {
		return 0
	}
	if left := o.Left(hit); left == 1 || left == 0 && m.again {
		return hit
	}
	return 0
}

type sunkByInitial struct{ *battleship.Rules }

func (m sunkByInitial) Sinks(o *battleship.Ocean, hit int) int {
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

type wrongName struct{ *battleship.Rules }

func (m wrongName) Name(ship int) string { return m.Rules.Name(ship%len(m.Fleet()) + 1) }

type endsAfterHits struct {
	*battleship.Rules
	by int
}

func (m endsAfterHits) Beaten(o *battleship.Ocean) bool { return o.Hits >= m.Cells()+m.by }

type overlooks struct {
	*battleship.Rules
	ship int // which is not looked at, from 1
}

func (m overlooks) Beaten(o *battleship.Ocean) bool {
	for ship := 1; ship <= len(m.Fleet()); ship++ {
		if ship != m.ship && o.Afloat(ship) {
			return false
		}
	}
	return true
}

type endsAfterShips struct{ *battleship.Rules }

func (m endsAfterShips) Beaten(o *battleship.Ocean) bool {
	sunk := 0
	for i := range m.Fleet() {
		if !o.Afloat(i + 1) {
			sunk++
		}
	}
	return sunk >= len(m.Fleet())-1
}

type endsLate struct{ *battleship.Rules }

func (m endsLate) Beaten(o *battleship.Ocean) bool {
	late := o.Note
	if m.Rules.Beaten(o) {
		o.Note = 1
	}
	return late == 1
}

type missCounts struct{ *battleship.Rules }

func (m missCounts) Beaten(o *battleship.Ocean) bool {
	shots := 0
	for _, at := range o.Shot {
		if at {
			shots++
		}
	}
	return shots >= m.Cells()
}

type wrongShooter struct{ *battleship.Rules }

func (m wrongShooter) Winner(shooter game.Player) game.Player { return shooter.Opponent() }

type turnLimit struct {
	*battleship.Rules
	by int
}

func (m turnLimit) Late(p *battleship.Position) bool {
	q := *p
	q.Taken -= m.by * m.Sides()
	return m.Rules.Late(&q)
}

type sticksOut struct {
	*battleship.Rules
	bottom bool
}

// Forbid asks about the part of the ship that is on the board.
func (m sticksOut) Forbid(o *battleship.Ocean, b battleship.Berth, cells []game.Cell) game.Refusal {
	if b.Down != m.bottom || !m.Holds(cells[0]) {
		return m.Rules.Forbid(o, b, cells)
	}
	inside := cells
	for !m.Holds(inside[len(inside)-1]) {
		inside = inside[:len(inside)-1]
	}
	return m.Rules.Forbid(o, b, inside)
}

type wrapsAround struct{ *battleship.Rules }

func (m wrapsAround) Cover(ship int, b battleship.Berth) []game.Cell {
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
	*battleship.Rules
	blind func(b battleship.Berth, i, n int) bool // does not look at cell i of n
}

// Forbid asks about the cells that are looked at, and all of them when it is about
// the edges.
func (m overlaps) Forbid(o *battleship.Ocean, b battleship.Berth, cells []game.Cell) game.Refusal {
	refusal := m.Rules.Forbid(o, b, cells)
	if refusal != battleship.Overlaps {
		return refusal
	}
	for i, c := range cells {
		if !m.blind(b, i, len(cells)) && o.Ships[m.Index(c)] != 0 {
			return battleship.Overlaps
		}
	}
	return game.Accepted
}

type touches struct {
	*battleship.Rules
	sides bool // along the sides as well
}

func (m touches) Forbid(o *battleship.Ocean, b battleship.Berth, cells []game.Cell) game.Refusal {
	refusal := m.Rules.Forbid(o, b, cells)
	if refusal == battleship.Touches && (m.sides || !m.beside(o, cells)) {
		return game.Accepted
	}
	return refusal
}

// beside reports whether a ship lies to the left or right of, above or below a cell.
func (m touches) beside(o *battleship.Ocean, cells []game.Cell) bool {
	for _, c := range cells {
		for _, d := range [...]game.Cell{{Row: -1}, {Row: 1}, {Col: -1}, {Col: 1}} {
			if next := (game.Cell{Row: c.Row + d.Row, Col: c.Col + d.Col}); m.Holds(next) && o.Ships[m.Index(next)] != 0 {
				return true
			}
		}
	}
	return false
}

type shortFleet struct{ *battleship.Rules }

func (m shortFleet) Ready(o *battleship.Ocean) bool { return o.Placed >= len(m.Fleet())-1 }

type wrongLength struct {
	*battleship.Rules
	by int
}

func (m wrongLength) Cover(ship int, b battleship.Berth) []game.Cell {
	return b.Cells(max(1, m.Fleet()[ship-1].Length+m.by))
}

// showsShips shows everybody both fleets.
type showsShips struct{ *battleship.Rules }

func (m showsShips) View(pos game.Position, viewer game.Player, facts []game.Fact) []game.Fact {
	from := len(facts)
	facts = m.Rules.View(pos, viewer, facts)
	p := pos.(*battleship.Position)
	for i, f := range facts[from:] {
		if f.Text == game.SeaText && p.Oceans[f.Player-1].Ships[m.Index(f.Cell)] != 0 {
			facts[from+i].Text = game.ShipText
		}
	}
	return facts
}
