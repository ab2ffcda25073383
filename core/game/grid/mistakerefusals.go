package grid

import (
	"durchgang/core/game"
)

// refusalPasses gives the turn away after one kind of refusal.
type refusalPasses struct {
	*Rules
	of game.Refusal
}

func (m refusalPasses) Land(p *Position, c game.Cell) (game.Cell, game.Refusal) {
	c, refusal := m.Rules.Land(p, c)
	p.Note = 0
	if refusal == m.of {
		p.Note = 1
	}
	return c, refusal
}

func (m refusalPasses) Refused(p *Position) {
	if p.Note == 1 {
		p.Mover = p.Mover.Opponent()
	}
}
