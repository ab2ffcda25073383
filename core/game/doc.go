// Package game says what a game is: rules that turn a move in a position into
// facts. It knows no game by name; each game is a package below it and one line
// in package games.
//
// Hidden information and chance are explicit. A Setup fixes before the first
// move everything that chance or a hidden choice decides (a fleet, a word, the
// order of cards), so that a position is a function of set-up and moves, and
// View tells what one player may see of it.
//
// Read Rules first, then Fact.
package game
