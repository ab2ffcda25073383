package drop

import (
	"errors"
	"fmt"
	"slices"
	"strings"
)

// Table holds the values of every position of a board with at most so many marks.
type Table struct {
	board  Board
	marks  int
	values map[uint64]Value // by the lesser key of a position and its mirrored one
}

// canonical is the key that a position and the mirrored one share.
func (b *Board) canonical(p Position) uint64 { return min(b.key(p), b.key(b.mirrored(p))) }

// openings lists one of each two mirrored positions with that many marks in which nobody
// has a line, in the order of their keys.
func (b *Board) openings(marks int) []Position {
	level := []Position{{}}
	for range marks {
		found := map[uint64]Position{}
		for _, p := range level {
			for col := range b.cols {
				if !b.Open(p, col) {
					continue
				}
				if next, wins := b.Drop(p, col); !wins {
					found[b.canonical(next)] = next
				}
			}
		}
		level = level[:0]
		for _, p := range found {
			level = append(level, p)
		}
	}
	slices.SortFunc(level, func(p, q Position) int {
		if b.canonical(p) < b.canonical(q) {
			return -1
		}
		return 1
	})
	return level
}

// MakeTable solves every position with that many marks, and from them those with fewer.
// After each one, told is called with how many are solved, of how many.
func MakeTable(s *Solver, marks int, told func(done, of int)) *Table {
	t := &Table{board: s.Board, marks: marks, values: map[uint64]Value{}}
	last := s.openings(marks)
	for i, p := range last {
		t.values[s.canonical(p)] = s.Value(p)
		told(i+1, len(last))
	}
	t.deduce()
	return t
}

// deduce values the positions with fewer marks by those with one more.
func (t *Table) deduce() {
	b := &t.board
	for marks := t.marks - 1; marks >= 0; marks-- {
		for _, p := range b.openings(marks) {
			best := Loses
			for col := range b.cols {
				if !b.Open(p, col) {
					continue
				}
				next, wins := b.Drop(p, col)
				value := -t.values[b.canonical(next)]
				switch {
				case wins:
					value = Wins
				case b.Full(next):
					value = Draws
				}
				best = max(best, value)
			}
			t.values[b.canonical(p)] = best
		}
	}
}

// Value returns the value of a position, if the table has it.
func (t *Table) Value(p Position) (Value, bool) {
	if t == nil || p.Count() > t.marks {
		return 0, false
	}
	value, known := t.values[t.board.canonical(p)]
	return value, known
}

// ErrTable is the cause of errors of ParseTable.
var ErrTable = errors.New("not a table of openings")

const (
	signs    = "-=+"
	perLine  = 100
	headForm = "openings rows=%d cols=%d run=%d marks=%d\n"
)

// String writes the table as text: the board and the number of marks, then a sign for
// each position with that many marks in the order of their keys: + when the player to move
// wins, - when it loses, and = for a draw.
func (t *Table) String() string {
	var out strings.Builder
	fmt.Fprintf(&out, headForm, t.board.rows, t.board.cols, t.board.run, t.marks)
	for i, p := range t.board.openings(t.marks) {
		out.WriteByte(signs[t.values[t.board.canonical(p)]+1])
		if i%perLine == perLine-1 {
			out.WriteByte('\n')
		}
	}
	return strings.TrimRight(out.String(), "\n") + "\n"
}

// ParseTable reads a table as String writes it. Errors are ErrTable and ErrBoard.
func ParseTable(text string) (*Table, error) {
	head, body, _ := strings.Cut(text, "\n")
	var rows, cols, run, marks int
	if _, err := fmt.Sscanf(head+"\n", headForm, &rows, &cols, &run, &marks); err != nil {
		return nil, fmt.Errorf("%w: it begins with %q", ErrTable, head)
	}
	b, err := NewBoard(rows, cols, run)
	if err != nil {
		return nil, err
	}
	if marks < 0 || marks > rows*cols || marks > mostMarks {
		return nil, fmt.Errorf("%w: of positions with %d marks", ErrTable, marks)
	}
	t := &Table{board: b, marks: marks, values: map[uint64]Value{}}
	body = strings.ReplaceAll(body, "\n", "")
	last := b.openings(marks)
	if len(body) != len(last) {
		return nil, fmt.Errorf("%w: %d positions, and there are %d", ErrTable, len(body), len(last))
	}
	for i, p := range last {
		value := strings.IndexByte(signs, body[i])
		if value < 0 {
			return nil, fmt.Errorf("%w: the sign %q of position %d", ErrTable, body[i], i+1)
		}
		t.values[b.canonical(p)] = Value(value - 1)
	}
	t.deduce()
	return t, nil
}

// mostMarks bounds what a text makes ParseTable list.
const mostMarks = 10
