// Package channel speaks to a program in a box and turns what it prints into
// observations for the judge.
//
// Terminal is the channel of console programs: a pseudo-terminal, on which a
// phrasebook types moves and reads facts. It never sleeps for a fixed time; the
// operating system tells when the program waits for input.
//
// Read Play first, then Terminal and, for the waiting, console.
package channel
