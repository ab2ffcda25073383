package house

import "durchgang/core/game"

// Measure is what a game for one is played for.
type Measure struct {
	Name string `json:"name" description:"In words, as a heading."`
	Less bool   `json:"less" description:"Less is better."`

	// Of is what a game has brought: its last position, and whether a foul has ended it.
	Of func(pos game.Position, fouled bool) float64 `json:"-"`
}

// Better reports whether a is better than b.
func (m Measure) Better(a, b float64) bool {
	if m.Less {
		return a < b
	}
	return a > b
}

// Measured is implemented by rules of games that are played for a measure, alone.
type Measured interface {
	// Measure returns it; false for a variant for two.
	Measure() (Measure, bool)
}

// MeasureOf returns what a game for one is played for; false for games of two.
func MeasureOf(rules game.Rules) (Measure, bool) {
	if r, is := rules.(Measured); is {
		return r.Measure()
	}
	return Measure{}, false
}

// Openable is implemented by rules of games that may begin with moves at random: both sides see the board, and nothing
// else differs from game to game.
type Openable interface {
	RandomOpenings()
}

// Opens reports whether games of a variant may begin with moves at random.
func Opens(rules game.Rules) bool {
	_, open := rules.(Openable)
	return open
}
