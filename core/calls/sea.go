package calls

import (
	"slices"

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

// target is whose fleet is shot at: the one fleet, or that of the player who is not to move.
func (s *sea) target() game.Player {
	if s.rules == nil {
		return game.Nobody
	}
	if s.rules.Solo() {
		for _, owner := range []game.Player{game.First, game.Second} {
			if len(s.rules.Lying(s.pos, owner)) > 0 {
				return owner
			}
		}
	}
	return s.pos.Turn().Opponent()
}

func (s *sea) play(m game.Move) {
	if s.rules != nil {
		s.before = s.pos
		s.pos = s.pos.Clone()
		s.rules.Play(s.pos, m, nil)
	}
}

// ships calls for the ship that a shot has hit, and for the one that is placed.
func (p *planner) ships(call Call, m suite.Moment) {
	if p.sea.rules == nil || m.Step.Act != suite.MakeMove || m.Mover == game.Nobody {
		return
	}
	if call.Role == Fits {
		lying, lengths := p.sea.rules.Lying(p.sea.before, m.Mover), p.sea.rules.Lengths()
		if m.Step.Move.Verb != "" && len(lying) < len(lengths) {
			call.ship = game.Ship{Cells: slices.Repeat([]game.Cell{m.Step.Move.Cell}, lengths[len(lying)]), Down: m.Step.Move.Text == "v"}
			p.add(call, p.berth(p.sea.before, m.Mover, call.ship))
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
			p.add(call, p.berth(p.sea.pos, owner, ship))
		}
	}
}

// berth is what a function takes of a ship, and its owner's board: the sea is empty, a ship the first player's cell, and
// one that is hit the second's.
func (p *planner) berth(pos game.Position, owner game.Player, ship game.Ship) map[string]any {
	signs := map[game.Cell]int{}
	for _, f := range p.sea.rules.View(pos, owner, nil) {
		switch {
		case f.Kind != game.FactCell || f.Owner() != owner:
		case f.Text == game.ShipText:
			signs[f.Cell] = 1
		case f.Text == game.HitText:
			signs[f.Cell] = 2
		}
	}
	values := p.spot(ship.Cells[0])
	values["board"], values["length"], values["down"] = p.write(signs), len(ship.Cells), ship.Down
	return values
}
