// Package drop knows the exact value of every position of games in which two players
// drop marks into columns and a line of marks wins, as in connect four: whether the
// player to move wins, loses, or draws when both play best.
//
// Boards are sets of bits: a column takes one bit more than it has cells, column by
// column from the left and from the bottom up, so that no line runs over an edge. A board
// needs cols × (rows + 1) bits, of which there may be 56.
//
// Read Position first, then Solver.
package drop

import (
	"errors"
	"fmt"
	"math/bits"
)

// MostBits is how many bits a board may need, cols × (rows + 1): what a table's entry has
// room for.
const MostBits = 56

// ErrBoard is the cause of errors about a board that is too large or has no line.
var ErrBoard = errors.New("the board cannot be solved")

// Board is the size of a board, and what wins on it.
type Board struct {
	rows, cols, run int
	bottom          uint64 // the lowest cell of each column
	cells           uint64
	follower        uint64 // the rows that whoever answers in the same column gets; see fills
	order           []int  // columns from the middle outwards
}

// NewBoard returns a board of rows × columns on which run marks in a line win. Errors are
// ErrBoard.
func NewBoard(rows, cols, run int) (Board, error) {
	if rows < 1 || cols < 1 || cols*(rows+1) > MostBits {
		return Board{}, fmt.Errorf("%w: it needs %d bits, and %d is the most", ErrBoard, cols*(rows+1), MostBits)
	}
	if run < 2 || run > max(rows, cols) {
		return Board{}, fmt.Errorf("%w: a line of %d", ErrBoard, run)
	}
	b := Board{rows: rows, cols: cols, run: run}
	for col := range cols {
		b.bottom |= 1 << (col * (rows + 1))
		for row := range rows {
			b.cells |= b.bit(col, row)
			if (rows-row)%2 == 1 {
				b.follower |= b.bit(col, row)
			}
		}
	}
	for i := range cols {
		at := cols / 2
		if i%2 == 1 {
			at -= (i + 1) / 2
		} else {
			at += i / 2
		}
		if at >= 0 && at < cols {
			b.order = append(b.order, at)
		}
	}
	return b, nil
}

// bit is a cell's; rows count from 0 at the bottom.
func (b *Board) bit(col, row int) uint64 { return 1 << (col*(b.rows+1) + row) }

func (b *Board) column(col int) uint64 { return ((1 << b.rows) - 1) << (col * (b.rows + 1)) }

// Cols is how many columns the board has.
func (b *Board) Cols() int { return b.cols }

// Position is the marks on a board. The zero value is the empty one.
type Position struct {
	mine uint64 // of the player to move
	all  uint64
}

// Cell is a place on a board; rows count from 0 at the bottom, columns from 0 at the left.
type Cell struct{ Col, Row int }

// Place returns the position with these marks of the player to move and of the other.
func (b *Board) Place(mine, theirs []Cell) (p Position) {
	for _, c := range mine {
		p.mine |= b.bit(c.Col, c.Row)
	}
	p.all = p.mine
	for _, c := range theirs {
		p.all |= b.bit(c.Col, c.Row)
	}
	return p
}

// Count is how many marks there are.
func (p Position) Count() int { return bits.OnesCount64(p.all) }

// Open reports whether a mark may be dropped into a column, counted from 0.
func (b *Board) Open(p Position, col int) bool {
	return col >= 0 && col < b.cols && p.all&b.bit(col, b.rows-1) == 0
}

// Drop returns the position after the player to move has dropped a mark into an open
// column, and whether that wins.
func (b *Board) Drop(p Position, col int) (next Position, wins bool) {
	return b.put(p, (p.all+b.bit(col, 0))&b.column(col))
}

func (b *Board) put(p Position, cell uint64) (next Position, wins bool) {
	return Position{mine: p.mine ^ p.all, all: p.all | cell}, b.lined(p.mine | cell)
}

// Full reports whether no move is left.
func (b *Board) Full(p Position) bool { return p.all == b.cells }

// key tells positions of one board apart: above the marks of the player to move stands one
// more bit in each column.
func (b *Board) key(p Position) uint64 { return p.mine + p.all + b.bottom }

// mirrored is the position seen from behind.
func (b *Board) mirrored(p Position) Position {
	var m Position
	height := b.rows + 1
	for col := range b.cols {
		from, to := col*height, (b.cols-1-col)*height
		m.mine |= (p.mine >> from & (1<<height - 1)) << to
		m.all |= (p.all >> from & (1<<height - 1)) << to
	}
	return m
}

// lined reports whether marks hold a line.
func (b *Board) lined(marks uint64) bool {
	h := b.rows + 1
	for _, step := range [...]int{1, h, h - 1, h + 1} {
		line, n := marks, 1
		for n*2 <= b.run { // lines of n marks from each cell on
			line &= line >> (n * step)
			n *= 2
		}
		if n < b.run {
			line &= line >> ((b.run - n) * step)
		}
		if line != 0 {
			return true
		}
	}
	return false
}

// wins are the free cells that complete a line of marks.
func (b *Board) wins(marks, all uint64) uint64 {
	if b.run == 4 {
		return b.winsOfFour(marks) & (b.cells ^ all)
	}
	h := b.rows + 1
	var found uint64
	for _, step := range [...]int{1, h, h - 1, h + 1} {
		for place := range b.run { // of the free cell in the line
			line := ^uint64(0)
			for i := range b.run {
				switch away := (i - place) * step; {
				case i == place:
				case away > 0:
					line &= marks >> away
				default:
					line &= marks << -away
				}
			}
			found |= line
		}
	}
	return found & (b.cells ^ all)
}

func (b *Board) winsOfFour(m uint64) uint64 {
	h := b.rows + 1
	found := m << 1 & (m << 2) & (m << 3) // below: a cell of a column is completed at its top only
	for _, s := range [...]int{h, h - 1, h + 1} {
		left := m << s & (m << (2 * s))
		found |= left & (m<<(3*s) | m>>s)
		right := m >> s & (m >> (2 * s))
		found |= right & (m>>(3*s) | m<<s)
	}
	return found
}

// Falling is implemented by rules of games in which marks may fall.
type Falling interface {
	Gravity() bool
	Run() int // marks in a line that win
	Shape() (rows, cols int)
}
