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

// Chooses is implemented by rules of which a program chooses the hidden set-up from a list, such as
// a word from those in its source: the set-up is the one of the list that fits best.
type Chooses interface {
	Rules
	// Choices returns the set-ups that a text such as a source file or a screen names, each once and
	// in the order of the text.
	Choices(text string) []Setup
	// Promising returns the move that leads on in most of the positions, which differ in the
	// set-up only. ok is false where the game is over in all of them.
	Promising(among []Position) (m Move, ok bool)
}

// Seeks is implemented by rules of games in which play at random hardly comes to an end.
type Seeks interface {
	// Seek returns a move that leads on to the end.
	Seek(Position) Move
}

// Conceals is implemented by rules of which something is hidden as long as a game goes on, although no fact of a view stands
// for it.
type Conceals interface {
	Conceals()
}

// OwnSetups reports whether programs of this variant may make the hidden set-up themselves.
func OwnSetups(rules Rules) bool {
	if _, is := rules.(Chooses); is {
		return true
	}
	implies, is := rules.(Implies)
	return is && implies.Implied()
}

// Contradiction is the first move after which no set-up fits what was seen.
type Contradiction struct {
	Move           int // its index
	Expected, Seen string
}

func (c *Contradiction) Error() string {
	return fmt.Sprintf("move %d: %s: %s", c.Move+1, c.Expected, c.Seen)
}
