// Package wordings makes up programs that play games by the rules, or with one planted
// fault, each in a wording of its own: how moves are typed, how the board is drawn, how players
// are called, what is said, what is asked before the first move. The choices are
// independent, so that there are far more programs than phrases.
//
// Each list has two halves. Programs of the reserve are made of second halves only. What reads
// programs is made with the first halves; how it fares with the reserve says how it fares with
// programs that nobody has seen. No phrase is taken into any reader because one of the reserve
// needs it.
//
// Read Make first.
package wordings
