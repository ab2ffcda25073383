// Package place knows the exact value of every position of games in which two players put
// marks on the free cells of a small board and a line of marks wins or loses, as in
// tic-tac-toe: it searches every move and reply.
//
// Read Solver first.
package place

import (
	"errors"
	"fmt"
	"math/bits"
)

// MostCells is how many cells a board may have.
const MostCells = 16

// ErrBoard is the cause of errors about a board that is too large.
var ErrBoard = errors.New("the board is too large to be searched")

// Board is the size of a board, and what a line does on it.
type Board struct {
	Rows, Cols, Run int
	Exact           bool // a longer line does not count
	Misere          bool // who completes a line loses
}

// Position is the marks on a board: cell row × cols + col, counted from the top left, is
// the bit of that number.
type Position struct {
	Mine, Theirs uint16 // of the player to move, and of the other
}

// Solver finds the value of positions of one board. It is not safe for concurrent use.
type Solver struct {
	board Board
	all   uint16
	lines []line
	known map[Position]int8
	turns [][]int // each symmetry of the board: where a cell goes
}

// line is a window of run cells; past holds the cells beside its ends, which make the line
// longer.
type line struct{ cells, past uint16 }

// NewSolver returns a solver. Errors are ErrBoard.
func NewSolver(b Board) (*Solver, error) {
	if b.Rows < 1 || b.Cols < 1 || b.Rows*b.Cols > MostCells {
		return nil, fmt.Errorf("%w: %d × %d has %d cells, and %d are the most", ErrBoard, b.Rows, b.Cols, b.Rows*b.Cols, MostCells)
	}
	s := &Solver{board: b, all: uint16(1<<(b.Rows*b.Cols) - 1), known: map[Position]int8{}}
	for row := range b.Rows {
		for col := range b.Cols {
			for _, d := range [...][2]int{{0, 1}, {1, 0}, {1, 1}, {1, -1}} {
				if s.bit(row+(b.Run-1)*d[0], col+(b.Run-1)*d[1]) == 0 {
					continue
				}
				l := line{past: s.bit(row-d[0], col-d[1]) | s.bit(row+b.Run*d[0], col+b.Run*d[1])}
				for i := range b.Run {
					l.cells |= s.bit(row+i*d[0], col+i*d[1])
				}
				s.lines = append(s.lines, l)
				if b.Run == 1 {
					break
				}
			}
		}
	}
	s.turns = symmetries(b.Rows, b.Cols)
	return s, nil
}

// bit is a cell's, 0 for one off the board.
func (s *Solver) bit(row, col int) uint16 {
	if row < 0 || row >= s.board.Rows || col < 0 || col >= s.board.Cols {
		return 0
	}
	return 1 << (row*s.board.Cols + col)
}

// symmetries lists the ways to turn and mirror a board so that it looks the same.
func symmetries(rows, cols int) [][]int {
	var list [][]int
	for way := range 8 {
		if way&4 != 0 && rows != cols {
			break
		}
		turn := make([]int, rows*cols)
		for row := range rows {
			for col := range cols {
				r, c := row, col
				if way&1 != 0 {
					r = rows - 1 - r
				}
				if way&2 != 0 {
					c = cols - 1 - c
				}
				if way&4 != 0 {
					r, c = c, r
				}
				turn[row*cols+col] = r*cols + c
			}
		}
		list = append(list, turn)
	}
	return list
}

// lined reports whether marks hold a line that counts.
func (s *Solver) lined(marks uint16) bool {
	for _, l := range s.lines {
		if marks&l.cells == l.cells && !(s.board.Exact && marks&l.past != 0) {
			return true
		}
	}
	return false
}

// Value is 1 when the player to move wins, -1 when it loses and 0 for a draw. Nobody has
// a line yet.
func (s *Solver) Value(p Position) int {
	free := s.all &^ (p.Mine | p.Theirs)
	if free == 0 {
		return 0
	}
	key := s.canonical(p)
	if value, known := s.known[key]; known {
		return int(value)
	}
	best := -1
	for left := free; left != 0 && best < 1; left &= left - 1 {
		best = max(best, s.after(p, left&-left))
	}
	s.known[key] = int8(best)
	return best
}

// after is what a move is worth to the player who makes it.
func (s *Solver) after(p Position, cell uint16) int {
	if s.lined(p.Mine | cell) {
		if s.board.Misere {
			return -1
		}
		return 1
	}
	return -s.Value(Position{Mine: p.Theirs, Theirs: p.Mine | cell})
}

// Moves returns what each free cell is worth to the player to move.
func (s *Solver) Moves(p Position) map[int]int {
	values := map[int]int{}
	for left := s.all &^ (p.Mine | p.Theirs); left != 0; left &= left - 1 {
		values[bits.TrailingZeros16(left)] = s.after(p, left&-left)
	}
	return values
}

// canonical is the least of the positions that look the same.
func (s *Solver) canonical(p Position) Position {
	least := p
	for _, turn := range s.turns[1:] {
		var q Position
		for from, to := range turn {
			q.Mine |= p.Mine >> from & 1 << to
			q.Theirs |= p.Theirs >> from & 1 << to
		}
		if q.Mine < least.Mine || q.Mine == least.Mine && q.Theirs < least.Theirs {
			least = q
		}
	}
	return least
}
