package game

// Kind tells what a fact is about.
type Kind string

// The kinds of fact, and the fields each one uses.
const (
	FactTurn    Kind = "turn"    // Player is to move
	FactRefused Kind = "refused" // the move was refused, for Reason; zero when no reason was given
	// FactCell: Cell of the board holds the mark of Player, or is empty for Nobody; with a Text, Cell of Player's own board
	// holds that.
	FactCell  Kind = "cell"
	FactWon   Kind = "won"   // Player has won; Nobody when it was not said who
	FactDrawn Kind = "drawn" // the game is drawn
	FactScore Kind = "score" // Player has won N games

	FactHit  Kind = "hit"  // a shot at Player's Cell hits; Text names the ship where that is told
	FactMiss Kind = "miss" // a shot at Player's Cell hits nothing
	FactSunk Kind = "sunk" // Player's ship Text is sunk

	FactShown Kind = "shown" // Text is what may be seen of the word, free places as _
	FactLives Kind = "lives" // N lives are left
	FactWord  Kind = "word"  // the word was Text

	FactCard   Kind = "card"   // Player has the card Text in hand N, from 1; ? for one that is face down
	FactTotal  Kind = "total"  // hand N of Player counts Amount
	FactBust   Kind = "bust"   // hand N of Player counts more than 21
	FactResult Kind = "result" // hand N of Player ends as Text and is paid Amount, or Untold
	FactBank   Kind = "bank"   // Player has Amount

	FactHeap Kind = "heap" // heap N, from 1, holds Amount
	FactHint Kind = "hint" // what is looked for is Text beside the guess: higher or lower
)

// Untold is the amount of a result of which a program says nothing.
const Untold = -1

// The texts of a cell on a board of a player's own. Sea is also what is not known yet.
const (
	SeaText  = "sea"
	ShipText = "ship"
	HitText  = "hit"
	MissText = "miss"
)

// The texts of a FactHint: where what is looked for lies beside the guess.
const (
	HigherText = "higher"
	LowerText  = "lower"
)

// Fact is one thing that can be seen of a game. The reference rules make facts
// of moves, a channel makes them of what a program printed, and the judge
// compares the two. Facts are comparable values.
type Fact struct {
	Kind   Kind    `json:"kind"`
	Player Player  `json:"player,omitempty"`
	Cell   Cell    `json:"cell,omitzero"`
	Reason Refusal `json:"reason,omitempty"`
	Text   string  `json:"text,omitempty"`
	N      int     `json:"n,omitempty"`
	Amount int     `json:"amount,omitempty"`
}

// Owner is the player on whose own board the cell of a FactCell lies, and nobody for the
// one board of all.
func (f Fact) Owner() Player {
	if f.Text == "" {
		return Nobody
	}
	return f.Player
}
