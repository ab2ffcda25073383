// Package core holds the computation of Durchgang: games, suites, phrasebooks
// and the judge. Nothing under it knows a clock, a file, a network or a screen.
//
// Read game.Rules first, then suite.Script, then judge.Judge.
package core
