package guess

import (
	"fmt"

	"durchgang/core/game"
)

// Position is the number with what has been guessed. Its fields are there for steps to change.
type Position struct {
	Number  int
	Left    int // tries; less than nothing where there is no limit
	Guesses int
	low     int // what the answers have left of the range
	high    int
	result  game.Result
}

// Turn implements game.Position.
func (p *Position) Turn() game.Player {
	if p.result.Over() {
		return game.Nobody
	}
	return game.First
}

// Result implements game.Position.
func (p *Position) Result() game.Result { return p.result }

func (p *Position) appendTurn(facts []game.Fact) []game.Fact {
	if p.result.Over() {
		return facts
	}
	return append(facts, game.Fact{Kind: game.FactTurn, Player: game.First})
}

// Clone implements game.Position.
func (p *Position) Clone() game.Position {
	q := *p
	return &q
}

// AppendKey implements game.Position. The guesses themselves do not matter.
func (p *Position) AppendKey(key []byte) []byte {
	return fmt.Appendf(key, "%d %d %d %d", p.Number, p.Left, p.result.Outcome, p.result.Winner)
}
