package game

// Kind tells what a fact is about.
type Kind string

// The kinds of fact, and the fields each one uses.
const (
	FactTurn    Kind = "turn"    // Player is to move
	FactRefused Kind = "refused" // the move was refused, for Reason; zero when no reason was given
	FactCell    Kind = "cell"    // Cell holds the mark of Player, or is empty for Nobody
	FactWon     Kind = "won"     // Player has won; Nobody when it was not said who
	FactDrawn   Kind = "drawn"   // the game is drawn
)

// Fact is one thing that can be seen of a game. The reference rules make facts
// of moves, a channel makes them of what a program printed, and the judge
// compares the two. Facts are comparable values.
type Fact struct {
	Kind   Kind    `json:"kind"`
	Player Player  `json:"player,omitempty"`
	Cell   Cell    `json:"cell,omitzero"`
	Reason Refusal `json:"reason,omitempty"`
}
