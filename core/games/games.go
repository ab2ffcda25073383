// Package games lists the games that Durchgang knows: one line each.
package games

import (
	"durchgang/core/game"
	"durchgang/core/game/battleship"
	"durchgang/core/game/blackjack"
	"durchgang/core/game/grid"
	"durchgang/core/game/guess"
	"durchgang/core/game/hangman"
	"durchgang/core/game/nim"
)

// Usual is the game that is meant where none is named.
const Usual = "tic-tac-toe"

// All returns the registry of every game.
func All() game.Registry {
	return game.NewRegistry(
		grid.TicTacToe(),
		grid.ConnectFour(),
		grid.FiveInARow(),
		battleship.Battleship(),
		hangman.Hangman(),
		nim.Nim(),
		guess.NumberGuessing(),
		blackjack.Blackjack(),
	)
}
