// Package suite holds scripts: move sequences that a program is made to play,
// grouped by the criterion they belong to. It reads and prints them and computes
// with the reference rules what must be seen at each step; no expected result is
// ever written by hand.
//
// Read Suite first, then Moment. The text form is described in docs/scripts.md.
package suite
