// Package games lists the games that Durchgang knows: one line each.
package games

import (
	"durchgang/core/game"
	"durchgang/core/game/grid"
)

// All returns the registry of every game.
func All() game.Registry {
	return game.NewRegistry(
		grid.TicTacToe(),
		grid.ConnectFour(),
		grid.FiveInARow(),
	)
}
