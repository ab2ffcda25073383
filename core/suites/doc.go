// Package suites has a suite for each variant of each game: the one that ships with Durchgang for a usual variant, and
// for any other one that is written for it, in the same shape: criteria with points, scripts with titles that a
// student understands, and no hole that a bounded search finds.
//
// Read For first, then Write, and one of the games: grid.go, hangman.go, battleship.go, blackjack.go.
package suites
