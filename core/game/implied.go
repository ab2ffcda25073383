package game

import "fmt"

// Implies is implemented by rules whose hidden set-up can be told from what is seen of a
// game, for programs that choose it themselves.
type Implies interface {
	Rules
	// Implied reports whether this variant's set-up can be told.
	Implied() bool
	// Imply returns a set-up that fits what was seen after each of the moves, of which none
	// was refused. Where none fits, the error is a *Contradiction.
	Imply(moves []Move, seen [][]Fact) (Setup, error)
}

// Contradiction is the first move after which no set-up fits what was seen.
type Contradiction struct {
	Move           int // its index
	Expected, Seen string
}

func (c *Contradiction) Error() string {
	return fmt.Sprintf("move %d: %s: %s", c.Move+1, c.Expected, c.Seen)
}
