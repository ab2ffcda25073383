package battleship

import (
	"math/rand/v2"
	"slices"

	"durchgang/core/game"
	"durchgang/core/play/house"
)

// Players implements house.Source.
func (r *Rules) Players() []house.Entry {
	return []house.Entry{
		{Name: "random", Strength: "shoots at any cell that it has not shot at", Make: func(t house.Table) house.Player { return newSeaPlayer(t, anyCell) }},
		{Name: "hunt", Strength: "shoots at random, and around a hit until the ship is sunk", Make: func(t house.Table) house.Player { return newSeaPlayer(t, hunt) }},
		{
			Name:     "parity",
			Strength: "hunts, and looks only in cells that the smallest ship afloat cannot miss",
			Make:     func(t house.Table) house.Player { return newSeaPlayer(t, parity) },
		},
		{
			Name:     "density",
			Strength: "shoots where most of the ways lie in which the ships afloat may lie",
			Make:     func(t house.Table) house.Player { return newSeaPlayer(t, density) },
		},
	}
}

// water is what a player knows of a cell of the other's board.
type water uint8

const (
	unknown water = iota
	missed
	struck // a hit on a ship that is afloat
	sunken
)

// seaPlayer shoots at the other player's board, and places its own ships at random where they
// are placed by hand.
type seaPlayer struct {
	house.Table
	choose     func(*seaPlayer) game.Cell
	rows, cols int
	lengths    []int
	sea        []water
	afloat     []bool
	fleet      []Berth
	last       game.Cell
}

func newSeaPlayer(t house.Table, choose func(*seaPlayer) game.Cell) house.Player {
	r := t.Rules.(*Rules)
	p := &seaPlayer{Table: t, choose: choose, lengths: r.Lengths()}
	p.rows, p.cols = r.Shape()
	p.sea = make([]water, p.rows*p.cols)
	for range p.lengths {
		p.afloat = append(p.afloat, true)
	}
	return p
}

func (p *seaPlayer) index(c game.Cell) int { return int(c.Row)*p.cols + int(c.Col) }

func (p *seaPlayer) cell(i int) game.Cell {
	return game.Cell{Row: int16(i / p.cols), Col: int16(i % p.cols)}
}

// Choose implements house.Player.
func (p *seaPlayer) Choose(s house.Sight) game.Move {
	r := p.Rules.(*Rules)
	if placed := own(s.View, s.Seat); r.ByHand() && placed < sum(p.lengths) {
		return p.place(placed)
	}
	target := s.Seat.Opponent()
	if r.Solo() {
		target = game.Second
	}
	for _, f := range s.Told {
		if f.Player != target {
			continue
		}
		switch f.Kind {
		case game.FactHit:
			p.sea[p.index(f.Cell)], p.last = struck, f.Cell
		case game.FactMiss:
			p.sea[p.index(f.Cell)] = missed
		case game.FactSunk:
			p.sink(f.Text)
		}
	}
	return game.Move{Cell: p.choose(p)}
}

// own counts the cells of one's own ships.
func own(view []game.Fact, seat game.Player) int {
	n := 0
	for _, f := range view {
		if f.Kind == game.FactCell && f.Player == seat && (f.Text == game.ShipText || f.Text == game.HitText) {
			n++
		}
	}
	return n
}

func sum(list []int) int {
	n := 0
	for _, k := range list {
		n += k
	}
	return n
}

// place places the next ship of a fleet that was drawn before the first.
func (p *seaPlayer) place(cells int) game.Move {
	if p.fleet == nil {
		p.fleet = p.Rules.(*Rules).Berths(p.Random)
	}
	ship := 0
	for cells > 0 {
		cells -= p.lengths[ship]
		ship++
	}
	direction := ">"
	if p.fleet[ship].Down {
		direction = "v"
	}
	return game.Move{Verb: Place, Cell: p.fleet[ship].Cell, Text: direction}
}

// sink marks the cells of a ship that the last hit has sunk: a row of hits of its length
// through that cell.
func (p *seaPlayer) sink(name string) {
	r := p.Rules.(*Rules)
	ship := slices.IndexFunc(p.afloat, func(afloat bool) bool { return afloat })
	for i, afloat := range p.afloat {
		if afloat && r.Name(i+1) == name {
			ship = i
		}
	}
	if ship < 0 {
		return
	}
	p.afloat[ship] = false
	length := p.lengths[ship]
	for _, d := range [...][2]int{{0, 1}, {1, 0}} {
		for back := range length {
			cells := p.row(p.last, d, back, length)
			if cells != nil && !slices.ContainsFunc(cells, func(i int) bool { return p.sea[i] != struck }) {
				for _, i := range cells {
					p.sea[i] = sunken
				}
				return
			}
		}
	}
	p.sea[p.index(p.last)] = sunken
}

// row is the cells of a line of that length, of which so many lie before c; nil when it
// leaves the board.
func (p *seaPlayer) row(c game.Cell, d [2]int, back, length int) []int {
	from := game.Cell{Row: c.Row - int16(back*d[0]), Col: c.Col - int16(back*d[1])}
	to := game.Cell{Row: from.Row + int16((length-1)*d[0]), Col: from.Col + int16((length-1)*d[1])}
	if !from.Inside(p.rows, p.cols) || !to.Inside(p.rows, p.cols) {
		return nil
	}
	cells := make([]int, length)
	for i := range cells {
		cells[i] = p.index(game.Cell{Row: from.Row + int16(i*d[0]), Col: from.Col + int16(i*d[1])})
	}
	return cells
}

// free lists the cells that were not shot at and that pass.
func (p *seaPlayer) free(pass func(c game.Cell) bool) []game.Cell {
	var list []game.Cell
	for i, w := range p.sea {
		if w == unknown && pass(p.cell(i)) {
			list = append(list, p.cell(i))
		}
	}
	return list
}

func oneOf(random *rand.Rand, cells []game.Cell) game.Cell { return cells[random.IntN(len(cells))] }

func everywhere(game.Cell) bool { return true }

func anyCell(p *seaPlayer) game.Cell { return oneOf(p.Random, p.free(everywhere)) }

// around lists the cells beside hits of ships that are afloat, those first that go on in the
// line of two hits.
func (p *seaPlayer) around() []game.Cell {
	var inLine, beside []game.Cell
	for i, w := range p.sea {
		if w != struck {
			continue
		}
		for _, d := range [...][2]int16{{0, 1}, {0, -1}, {1, 0}, {-1, 0}} {
			c := p.cell(i)
			next, before := game.Cell{Row: c.Row + d[0], Col: c.Col + d[1]}, game.Cell{Row: c.Row - d[0], Col: c.Col - d[1]}
			if !next.Inside(p.rows, p.cols) || p.sea[p.index(next)] != unknown {
				continue
			}
			if before.Inside(p.rows, p.cols) && p.sea[p.index(before)] == struck {
				inLine = append(inLine, next)
			} else {
				beside = append(beside, next)
			}
		}
	}
	if inLine != nil {
		return inLine
	}
	return beside
}

func hunt(p *seaPlayer) game.Cell {
	if cells := p.around(); cells != nil {
		return oneOf(p.Random, cells)
	}
	return anyCell(p)
}

func parity(p *seaPlayer) game.Cell {
	if cells := p.around(); cells != nil {
		return oneOf(p.Random, cells)
	}
	least := slices.Max(p.lengths)
	for i, afloat := range p.afloat {
		if afloat {
			least = min(least, p.lengths[i])
		}
	}
	if cells := p.free(func(c game.Cell) bool { return (int(c.Row)+int(c.Col))%least == 0 }); cells != nil {
		return oneOf(p.Random, cells)
	}
	return anyCell(p)
}

// hitWeight is how much more a way to lie counts for each open hit that it covers.
const hitWeight = 200

func density(p *seaPlayer) game.Cell {
	touching := p.Rules.(*Rules).Touching()
	weight := make([]int, len(p.sea))
	for ship, length := range p.lengths {
		if !p.afloat[ship] {
			continue
		}
		for i := range p.sea {
			for k, d := range [...][2]int{{0, 1}, {1, 0}} {
				if k == 1 && length == 1 {
					continue
				}
				cells := p.row(p.cell(i), d, 0, length)
				w := 1
				for _, at := range cells {
					switch {
					case p.sea[at] == missed, p.sea[at] == sunken, !touching && p.besideSunken(at):
						w = 0
					case p.sea[at] == struck:
						w *= hitWeight
					}
				}
				for _, at := range cells {
					weight[at] += w
				}
			}
		}
	}
	most := -1
	for i, w := range p.sea {
		if w == unknown {
			most = max(most, weight[i])
		}
	}
	return oneOf(p.Random, p.free(func(c game.Cell) bool { return weight[p.index(c)] == most }))
}

// besideSunken reports whether a sunk ship lies in one of the eight cells around.
func (p *seaPlayer) besideSunken(i int) bool {
	c := p.cell(i)
	for row := c.Row - 1; row <= c.Row+1; row++ {
		for col := c.Col - 1; col <= c.Col+1; col++ {
			at := game.Cell{Row: row, Col: col}
			if at.Inside(p.rows, p.cols) && p.sea[p.index(at)] == sunken {
				return true
			}
		}
	}
	return false
}

// Measure implements house.Measured: the shots until the fleet is sunk, all cells of the board for a foul or when it
// is not sunk.
func (r *Rules) Measure() (house.Measure, bool) {
	if !r.Solo() {
		return house.Measure{}, false
	}
	return house.Measure{Name: "shots", Less: true, Of: func(pos game.Position, fouled bool) float64 {
		rows, cols := r.Shape()
		if fouled || pos.Result().Winner != game.First {
			return float64(rows * cols)
		}
		return float64(shots(pos.(*Position)))
	}}, true
}

func shots(p *Position) int {
	n := 0
	for _, shot := range p.Oceans[game.Second-game.First].Shot {
		if shot {
			n++
		}
	}
	return n
}

// StrategyTakes implements calls.Chooser.
func (*Rules) StrategyTakes() string { return "board" }
