package game

import (
	"errors"
	"fmt"
	"slices"
	"strconv"
	"strings"
)

// Player is a seat at the table. The zero value is nobody.
type Player uint8

// The seats in the order they move.
const (
	Nobody Player = iota
	First
	Second
)

// Opponent is the other of two players, and nobody for nobody.
func (p Player) Opponent() Player {
	if p == Nobody {
		return Nobody
	}
	return First + Second - p
}

// Cell is a place on a board, zero-based, counted from the top left. A row or
// column of -1, or one past the last, names the place just off the board; such
// cells exist so that a script can try them.
type Cell struct {
	Row, Col int16
}

// Inside reports whether the cell lies on a board of rows × columns.
func (c Cell) Inside(rows, cols int) bool {
	return c.Row >= 0 && int(c.Row) < rows && c.Col >= 0 && int(c.Col) < cols
}

// ErrCell is the cause of every error of ParseCell.
var ErrCell = errors.New("a cell is a letter for the column and a number for the row, as in b3")

// ParseCell reads a cell written as a letter for the column and a number for the
// row, counted from a and 1. The column before a is written @ and the one after z
// is written {, the row before 1 is written 0.
func ParseCell(text string) (Cell, error) {
	if len(text) < 2 || len(text) > 3 {
		return Cell{}, fmt.Errorf("%q: %w", text, ErrCell)
	}
	letter := text[0]
	if letter >= '@' && letter <= 'Z' {
		letter += 'a' - 'A' // @ becomes the character before a
	}
	row, err := strconv.ParseUint(text[1:], 10, 8)
	if err != nil || letter < 'a'-1 || letter > 'z'+1 || (len(text) == 3 && text[1] == '0') {
		return Cell{}, fmt.Errorf("%q: %w", text, ErrCell)
	}
	return Cell{Row: int16(row) - 1, Col: int16(letter) - 'a'}, nil
}

// String writes the cell as ParseCell reads it.
func (c Cell) String() string {
	letter := '@'
	if c.Col >= 0 {
		letter = 'a' + rune(c.Col)
	}
	return string(letter) + strconv.Itoa(int(c.Row)+1)
}

// Move is what a player does: a verb with what it needs. The zero verb is the
// game's usual act (put a mark, shoot, guess a letter, take a card); fields that
// a verb does not need are zero, so that equal moves are equal values.
type Move struct {
	Verb   string
	Cell   Cell   // with the number of a heap as its row
	Text   string // a letter or a word
	Amount int    // a stake, or how many are taken
}

// Refusal says why a move is refused. The zero value means that it is accepted.
// Games add reasons of their own, some of them special cases of the ones here.
type Refusal string

// Reasons that more than one game knows.
const (
	Accepted   Refusal = ""
	Taken      Refusal = "taken"        // the cell is not free
	OutOfRange Refusal = "out of range" // the cell is not on the board
	Unreadable Refusal = "unreadable"   // the line typed is not a move at all
	GameOver   Refusal = "game over"    // nothing is played after the end
)

// Is reports whether a reason is a general one or, with a colon after it, a special
// case of it: "out of range: below the minimum". Every reason is a case of none in particular.
func (r Refusal) Is(general Refusal) bool {
	rest, is := strings.CutPrefix(string(r), string(general))
	return is && (rest == "" || general == "" || strings.HasPrefix(rest, ": "))
}

// Explain says in words why a move is refused.
func (r Refusal) Explain() string {
	switch r {
	case Taken:
		return "that is taken already"
	case OutOfRange:
		return "that is not on the board"
	case Unreadable:
		return "that is not a move"
	case GameOver:
		return "the game is over"
	}
	general, special, found := strings.Cut(string(r), ": ")
	if found && slices.Contains([]Refusal{OutOfRange, Unreadable, Taken}, Refusal(general)) {
		return special
	}
	return string(r)
}

// Outcome is how a game stands.
type Outcome uint8

// The outcomes so far; games with more of them add theirs here, since views and
// reports have a word for each.
const (
	Open Outcome = iota
	Won
	Drawn
)

// Result is how a game stands, and for whom. Winner is Nobody unless it is won.
type Result struct {
	Outcome Outcome
	Winner  Player
}

// Over reports whether the game has ended.
func (r Result) Over() bool { return r.Outcome != Open }
