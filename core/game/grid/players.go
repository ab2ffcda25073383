package grid

import (
	"fmt"
	"math/rand/v2"

	"durchgang/core/game"
	"durchgang/core/play/house"
)

// Players implements house.Source.
func (r *Rules) Players() []house.Entry {
	list := []house.Entry{
		{Name: "random", Strength: "any free cell", Make: func(t house.Table) house.Player { return &gridPlayer{Table: t, choose: anyMove} }},
		{
			Name:     "simple",
			Strength: "completes a line and stops one; else any free cell",
			Make:     func(t house.Table) house.Player { return &gridPlayer{Table: t, choose: simple} },
		},
		{
			Name:     "lines",
			Strength: "completes and stops lines, and else takes the cell that helps its own lines and hinders the other's most",
			Make:     func(t house.Table) house.Player { return &gridPlayer{Table: t, choose: byLines} },
		},
	}
	if rows, cols := r.Shape(); r.Gravity() || rows*cols <= 16 {
		list = append(
			list,
			house.Entry{
				Name:     "ahead",
				Strength: "looks four moves ahead and counts lines there",
				Make:     func(t house.Table) house.Player { return &gridPlayer{Table: t, choose: ahead} },
			},
		)
	}
	if solvable(r) {
		strength := "never gives away a win or a draw: every move is of the best there are"
		if rows, cols := r.Shape(); r.Gravity() && rows*cols > mostFree {
			strength = fmt.Sprintf(
				"never gives away a win or a draw once %d cells at most are free; before, it plays by the table of openings, and looks four moves ahead where that ends",
				mostFree,
			)
		}
		list = append(list, house.Entry{Name: "perfect", Strength: strength, Make: func(t house.Table) house.Player {
			exact := newExactGrid(r)
			return &gridPlayer{Table: t, choose: func(b *gridBoard) game.Move { return exact.choose(b) }}
		}})
	}
	return list
}

// gridPlayer plays by what it sees of the board.
type gridPlayer struct {
	house.Table
	choose func(*gridBoard) game.Move
}

// gridBoard is a board as a player sees it, with its legal moves in any order.
type gridBoard struct {
	rules  *Rules
	pos    *Position
	seat   game.Player
	legal  []game.Move
	random *rand.Rand
}

// Choose implements house.Player.
func (g *gridPlayer) Choose(s house.Sight) game.Move {
	r := g.Rules.(*Rules)
	b := &gridBoard{rules: r, pos: seen(r, s.View, s.Seat), seat: s.Seat, random: g.Random}
	b.legal = game.Legal(r, b.pos)
	b.random.Shuffle(len(b.legal), func(i, k int) { b.legal[i], b.legal[k] = b.legal[k], b.legal[i] })
	return g.choose(b)
}

// seen is the position that a view shows.
func seen(r *Rules, view []game.Fact, mover game.Player) *Position {
	start, err := r.Start("")
	if err != nil {
		panic("house: " + err.Error()) // a grid game has no set-up
	}
	p := start.(*Position)
	p.Mover = mover
	for _, f := range view {
		if f.Kind == game.FactCell && f.Player != game.Nobody {
			p.Set(f.Cell, f.Player)
			p.Count++
		}
	}
	return p
}

func anyMove(b *gridBoard) game.Move { return b.legal[0] }

// after is the position after a move.
func (b *gridBoard) after(p game.Position, m game.Move) *Position {
	next := p.Clone()
	b.rules.Play(next, m, nil)
	return next.(*Position)
}

// safe lists the moves that win at once, or else those that do not let the other player win
// with its next one, or else all.
func (b *gridBoard) safe() []game.Move {
	var safe []game.Move
	for _, m := range b.legal {
		next := b.after(b.pos, m)
		if next.Result().Winner == b.seat {
			return []game.Move{m}
		}
		if next.Result().Winner != b.seat.Opponent() && !b.winsNow(next) {
			safe = append(safe, m)
		}
	}
	if safe == nil {
		return b.legal
	}
	return safe
}

// winsNow reports whether the player to move wins with one move.
func (b *gridBoard) winsNow(p *Position) bool {
	for _, m := range b.rules.Candidates(p, nil) {
		if next := b.after(p, m); next.Result().Over() && next.Result().Winner == p.Mover {
			return !p.Result().Over()
		}
	}
	return false
}

func simple(b *gridBoard) game.Move { return b.safe()[0] }

func byLines(b *gridBoard) game.Move {
	best, most := b.legal[0], -1
	for _, m := range b.safe() {
		if worth := b.worth(b.landing(m)); worth > most {
			best, most = m, worth
		}
	}
	return best
}

// landing is the cell in which a mark comes to rest.
func (b *gridBoard) landing(m game.Move) game.Cell {
	if b.rules.Gravity() {
		return b.rules.Fall(b.pos, game.Cell{Col: m.Cell.Col})
	}
	return m.Cell
}

// worth adds up the lines through a free cell that one player alone has marks in: the more
// marks, the more it counts, one's own a little more than the other's.
func (b *gridBoard) worth(cell game.Cell) int {
	sum := 0
	for _, d := range Directions {
		for back := range b.rules.Run() {
			var marks [3]int
			inside := true
			for i := range b.rules.Run() {
				c := game.Cell{Row: cell.Row + int16((i-back)*d[0]), Col: cell.Col + int16((i-back)*d[1])}
				if inside = inside && b.rules.Holds(c); !inside {
					break
				}
				marks[b.pos.At(c)]++
			}
			own, others := marks[b.seat], marks[b.seat.Opponent()]
			switch {
			case !inside || own > 0 && others > 0:
			case others > 0:
				sum += 2 << (3 * min(others, 8))
			default:
				sum += 3 << (3 * min(own, 8))
			}
		}
	}
	return sum
}

const (
	plies  = 4
	victor = 1 << 40
)

// ahead searches four moves ahead with alpha and beta bounds (Knuth and Moore, An Analysis
// of Alpha-Beta Pruning, 1975) and counts lines there.
func ahead(b *gridBoard) game.Move {
	best, most := b.legal[0], -2*victor
	for _, m := range b.legal {
		if worth := -b.search(b.after(b.pos, m), plies-1, -2*victor, -most); worth > most {
			best, most = m, worth
		}
	}
	return best
}

// search is what a position is worth to its mover.
func (b *gridBoard) search(p *Position, depth, alpha, beta int) int {
	mover := p.Mover
	switch r := p.Result(); {
	case r.Outcome == game.Drawn:
		return 0
	case r.Over() && r.Winner == mover:
		return victor + depth
	case r.Over():
		return -victor - depth
	case depth == 0:
		return b.count(p)
	}
	for _, m := range game.Legal(b.rules, p) {
		alpha = max(alpha, -b.search(b.after(p, m), depth-1, -beta, -alpha))
		if alpha >= beta {
			break
		}
	}
	return alpha
}

// count adds up the lines that one player alone has marks in.
func (b *gridBoard) count(p *Position) int {
	rows, cols := b.rules.Shape()
	sum := 0
	for row := range rows {
		for col := range cols {
			for _, d := range Directions {
				end := game.Cell{Row: int16(row + (b.rules.Run()-1)*d[0]), Col: int16(col + (b.rules.Run()-1)*d[1])}
				if !b.rules.Holds(end) {
					continue
				}
				var marks [3]int
				for i := range b.rules.Run() {
					marks[p.At(game.Cell{Row: int16(row + i*d[0]), Col: int16(col + i*d[1])})]++
				}
				switch own, others := marks[p.Mover], marks[p.Mover.Opponent()]; {
				case others == 0 && own > 0:
					sum += 1 << (2 * own)
				case own == 0 && others > 0:
					sum -= 1 << (2 * others)
				}
			}
		}
	}
	return sum
}

// RandomOpenings implements house.Openable.
func (r *Rules) RandomOpenings() {}
