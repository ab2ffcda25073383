package nim

import (
	"durchgang/core/game"
)

// Position is what the heaps hold and whose turn it is. Its fields are there for steps to change.
type Position struct {
	Heaps  []int
	Mover  game.Player
	result game.Result
}

// Left is how many objects there are in all.
func (p *Position) Left() int {
	n := 0
	for _, h := range p.Heaps {
		n += h
	}
	return n
}

// Turn implements game.Position.
func (p *Position) Turn() game.Player {
	if p.result.Over() {
		return game.Nobody
	}
	return p.Mover
}

// Result implements game.Position.
func (p *Position) Result() game.Result { return p.result }

func (p *Position) appendTurn(facts []game.Fact) []game.Fact {
	if p.result.Over() {
		return facts
	}
	return append(facts, game.Fact{Kind: game.FactTurn, Player: p.Mover})
}

// Clone implements game.Position.
func (p *Position) Clone() game.Position {
	q := *p
	q.Heaps = append([]int(nil), p.Heaps...)
	return &q
}

// AppendKey implements game.Position.
func (p *Position) AppendKey(key []byte) []byte {
	key = append(key, byte(p.Mover), byte(p.result.Outcome), byte(p.result.Winner))
	for _, n := range p.Heaps {
		key = append(key, byte(n), byte(n>>8))
	}
	return key
}
