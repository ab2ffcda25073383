package mistakes

import (
	"durchgang/core/game"
	"durchgang/core/game/grid"
)

type rangePasses struct{ *grid.Rules }

func (m rangePasses) Land(p *grid.Position, c game.Cell) (game.Cell, game.Refusal) {
	c, refusal := m.Rules.Land(p, c)
	p.Note = 0
	if refusal == game.OutOfRange {
		p.Note = 1
	}
	return c, refusal
}

func (m rangePasses) Refused(p *grid.Position) {
	if p.Note == 1 {
		p.Mover = p.Mover.Opponent()
	}
}
