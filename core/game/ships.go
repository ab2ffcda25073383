package game

// HasShips is implemented by rules of games with ships.
type HasShips interface {
	Rules
	// Lying lists the ships that a player has on the board, in the fleet's order.
	Lying(p Position, owner Player) []Ship
	// Lengths are those of a whole fleet, in the same order.
	Lengths() []int
}

// Ship is a ship on the board. Its cells go to the right, or down.
type Ship struct {
	Name  string
	Cells []Cell
	Down  bool
	Sunk  bool
}
