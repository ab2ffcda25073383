package phrasebook

import (
	"errors"
	"slices"
	"strings"

	"durchgang/core/game"
)

// ErrBoard means that a board's rows are not drawn as they should be.
var ErrBoard = errors.New("a board's rows have a {} for each cell, as many in each, and there is a line for each row, with the lines between them as they are printed")

// slot is where a cell stands in a drawn row, one character wide.
const slot = "{}"

// drawnBoard is how a program draws its board, line by line: rows with a slot for each
// cell, and the lines between them, in which anything may stand.
type drawnBoard struct {
	rows [][]rune // a cell is slotRune; nil is a line between rows
	cols int
}

const slotRune = '\x00'

// drawBoard compiles the lines of a drawn board.
func drawBoard(lines []string) (*drawnBoard, error) {
	d := &drawnBoard{}
	for _, line := range lines {
		n := strings.Count(line, slot)
		if n == 0 {
			d.rows = append(d.rows, nil)
			continue
		}
		if d.cols == 0 {
			d.cols = n
		}
		if n != d.cols {
			return nil, ErrBoard
		}
		d.rows = append(d.rows, []rune(strings.ReplaceAll(line, slot, string(slotRune))))
	}
	if d.cols == 0 || len(d.rows) == 0 || d.rows[0] == nil || d.rows[len(d.rows)-1] == nil {
		return nil, ErrBoard
	}
	return d, nil
}

// cells are what stands in a row's cells; nil when the line is no such row.
func cellsOf(row []rune, line string) []string {
	var cells []string
	text := []rune(line)
	for i := range max(len(row), len(text)) {
		have := ' '
		if i < len(text) {
			have = text[i]
		}
		switch {
		case i < len(row) && row[i] == slotRune:
			cells = append(cells, strings.TrimSpace(string(have)))
		case i < len(row) && row[i] != have, i >= len(row) && have != ' ':
			return nil
		}
	}
	return cells
}

// last reads the last board among lines, and tells between which it stands; from is -1 without
// one. What is neither player's mark is a free cell.
func (d *drawnBoard) last(b *Book, lines []string, rows int) (facts []game.Fact, from, to int) {
	for from = len(lines) - len(d.rows); from >= 0; from-- {
		facts = facts[:0]
		r, whole := 0, true
		for i, row := range d.rows {
			if row == nil {
				continue
			}
			cells := cellsOf(row, lines[from+i])
			if whole = len(cells) == d.cols; !whole {
				break
			}
			for c, cell := range cells {
				f := game.Fact{Kind: game.FactCell, Cell: game.Cell{Row: int16(r), Col: int16(c)}}
				whole = whole && b.holds(cell)
				for p := game.First; p <= game.Second; p++ {
					if cell == b.marks[p] {
						f.Player = p
					}
				}
				facts = append(facts, f)
			}
			r++
			if !whole {
				break
			}
		}
		if whole && r == rows {
			return facts, from, from + len(d.rows) - 1
		}
	}
	return nil, -1, -1
}

// holds reports whether a cell can look so: as a mark, or as a free one where it is known how these do.
func (b *Book) holds(cell string) bool {
	return b.empty == nil || cell == b.marks[game.First] || cell == b.marks[game.Second] ||
		slices.ContainsFunc(b.empty, func(free string) bool { return strings.TrimSpace(free) == cell })
}
