package house

import (
	"durchgang/core/game"
	"durchgang/core/game/battleship"
	"durchgang/core/game/blackjack"
	"durchgang/core/game/grid"
	"durchgang/core/game/hangman"
)

// Measure is what a game for one is played for.
type Measure struct {
	Name string `json:"name" description:"In words, as a heading."`
	Less bool   `json:"less" description:"Less is better."`
	of   func(pos game.Position, fouled bool) float64
}

// Of is what a game has brought: its last position, and whether a foul has ended it.
func (m Measure) Of(pos game.Position, fouled bool) float64 { return m.of(pos, fouled) }

// Better reports whether a is better than b.
func (m Measure) Better(a, b float64) bool {
	if m.Less {
		return a < b
	}
	return a > b
}

// MeasureOf returns what a game for one is played for; false for games of two.
//
// Hangman counts the lives that are left, none for a word that was not found or a foul.
// Battleship counts the shots until the fleet is sunk, all cells of the board for a foul or when it
// is not sunk. Blackjack counts what the bank has gained, in units; a foul loses the bet on the
// table and the least bet of each round that is not played.
func MeasureOf(rules game.Rules) (Measure, bool) {
	switch r := rules.(type) {
	case *hangman.Rules:
		return Measure{Name: "lives left", of: func(pos game.Position, fouled bool) float64 {
			if fouled || pos.Result().Winner != game.First {
				return 0
			}
			return float64(pos.(*hangman.Position).Lives)
		}}, true
	case *battleship.Rules:
		if !r.Solo() {
			return Measure{}, false
		}
		return Measure{Name: "shots", Less: true, of: func(pos game.Position, fouled bool) float64 {
			rows, cols := r.Shape()
			if fouled || pos.Result().Winner != game.First {
				return float64(rows * cols)
			}
			return float64(shots(pos.(*battleship.Position)))
		}}, true
	case *blackjack.Rules:
		return Measure{Name: "units gained", of: func(pos game.Position, fouled bool) float64 {
			p := pos.(*blackjack.Position)
			gained := p.Bank - r.Bank()*blackjack.Unit
			if fouled {
				left := r.Rounds() - p.Rounds
				if _, deciding := p.Decision(); deciding {
					left-- // its bet is gone already
				}
				gained = max(gained-left*r.Least()*blackjack.Unit, -r.Bank()*blackjack.Unit)
			}
			return float64(gained) / blackjack.Unit
		}}, true
	}
	return Measure{}, false
}

func shots(p *battleship.Position) int {
	n := 0
	for _, shot := range p.Oceans[game.Second-game.First].Shot {
		if shot {
			n++
		}
	}
	return n
}

// Opens reports whether games of a variant may begin with moves at random: both sides see
// the board, and nothing else differs from game to game.
func Opens(rules game.Rules) bool {
	_, open := rules.(*grid.Rules)
	return open
}
