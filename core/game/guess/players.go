package guess

import (
	"durchgang/core/game"
	"durchgang/core/play/house"
)

// Players implements house.Source.
func (r *Rules) Players() []house.Entry {
	entry := func(name, strength string, choose func(n *numberPlayer) int) house.Entry {
		return house.Entry{Name: name, Strength: strength, Make: func(t house.Table) house.Player {
			return &numberPlayer{Table: t, choose: choose, low: r.low, high: r.high}
		}}
	}
	return []house.Entry{
		entry("count", "counts up from the least number", func(n *numberPlayer) int { return n.low }),
		entry("random", "any number that may be the right one by the answers so far", func(n *numberPlayer) int {
			return n.low + n.Random.IntN(n.high-n.low+1)
		}),
		entry("halves", "halves what is left of the range: no way of guessing needs fewer guesses at worst", func(n *numberPlayer) int {
			return (n.low + n.high) / 2
		}),
	}
}

// numberPlayer guesses by what the answers have left of the range.
type numberPlayer struct {
	house.Table
	choose    func(*numberPlayer) int
	low, high int
	last      int
}

// Choose implements house.Player.
func (n *numberPlayer) Choose(s house.Sight) game.Move {
	for _, f := range s.Told {
		switch {
		case f.Kind == game.FactHint && f.Text == Higher:
			n.low = max(n.low, n.last+1)
		case f.Kind == game.FactHint && f.Text == Lower:
			n.high = min(n.high, n.last-1)
		}
	}
	n.last = n.choose(n)
	return move(n.last)
}

// Measure implements house.Measured: the guesses until the number is found, one more than all of them where it is not found
// or for a foul.
func (r *Rules) Measure() (house.Measure, bool) {
	return house.Measure{Name: "guesses", Less: true, Of: func(pos game.Position, fouled bool) float64 {
		if fouled || pos.Result().Winner != game.First {
			most := r.tries
			if most == 0 {
				most = r.high - r.low + 1
			}
			return float64(most + 1)
		}
		return float64(pos.(*Position).Guesses)
	}}, true
}

// StrategyTakes implements calls.Chooser.
func (*Rules) StrategyTakes() string { return "low, high" }
