package calls

import (
	"slices"
	"strconv"

	"durchgang/core/game"
	"durchgang/core/suite"
)

// sea is a game with ships, played along with the moments.
type sea struct {
	rules       game.HasShips // nil in games without
	before, pos game.Position
}

func (p *planner) sail(setup game.Setup) {
	rules, is := p.rules.(game.HasShips)
	if !is {
		return
	}
	if pos, err := rules.Start(setup); err == nil {
		p.sea = sea{rules, pos, pos}
	}
}

func (s *sea) play(m game.Move) {
	if s.rules != nil {
		s.before = s.pos
		s.pos = s.pos.Clone()
		s.rules.Play(s.pos, m, nil)
	}
}

// ships calls for the ship that a shot has hit, and for the one that is placed.
func (p *planner) ships(call Call, n int, m suite.Moment) {
	if p.sea.rules == nil || m.Step.Act != suite.MakeMove || m.Mover == game.Nobody {
		return
	}
	if call.Role == Fits {
		lying, lengths := p.sea.rules.Lying(p.sea.before, m.Mover), p.sea.rules.Lengths()
		if m.Step.Move.Verb != "" && len(lying) < len(lengths) {
			call.ship = game.Ship{Cells: slices.Repeat([]game.Cell{m.Step.Move.Cell}, lengths[len(lying)]), Down: m.Step.Move.Text == "v"}
			p.add(call, n, p.berth(p.sea.before, m.Mover, call.ship))
		}
		return
	}
	hit := slices.IndexFunc(m.Facts, func(f game.Fact) bool { return f.Kind == game.FactHit })
	if hit < 0 {
		return
	}
	owner := m.Facts[hit].Player
	for _, ship := range p.sea.rules.Lying(p.sea.pos, owner) {
		if slices.Contains(ship.Cells, m.Step.Move.Cell) {
			call.ship, call.owner = ship, owner
			p.add(call, n, p.berth(p.sea.pos, owner, ship))
		}
	}
}

// berth is what a function takes of a ship, and its owner's board: 0 for the sea, 1 for a
// ship and 2 where one is hit.
func (p *planner) berth(pos game.Position, owner game.Player, ship game.Ship) map[string]string {
	cells := grid(p.sea.rules.View(pos, owner, nil), p.rows, p.cols, func(f game.Fact) byte {
		switch {
		case f.Owner() != owner:
			return 0
		case f.Text == game.ShipText:
			return '1'
		case f.Text == game.HitText:
			return '2'
		}
		return 0
	})
	at := ship.Cells[0]
	return map[string]string{
		"board": cells, "row": strconv.Itoa(int(at.Row) + p.base), "col": strconv.Itoa(int(at.Col) + p.base),
		"length": strconv.Itoa(len(ship.Cells)), "down": map[bool]string{true: "1", false: "0"}[ship.Down],
	}
}
