package phrasebook

import (
	"errors"
	"slices"
	"strings"

	"durchgang/core/game"
)

// ErrBoard means that a board's rows are not drawn as they should be.
var ErrBoard = errors.New(
	"a board's rows have a {} for each cell, as many in each, and there is a line for each row or one for all of them, with the lines between them as they are printed",
)

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
// one. What is neither player's mark is a free cell. Where rows of blanks let a board begin on several
// lines, the one that takes in most counts.
func (d *drawnBoard) last(b *Book, lines []string, rows int) (facts []game.Fact, from, to int) {
	from, most := -1, 0
	for at := len(lines) - len(d.rows); at >= 0 && (from < 0 || at > from-len(d.rows)); at-- {
		if found, signs := d.read(b, lines[at:], rows); found != nil && (from < 0 || signs > most) {
			facts, from, most = found, at, signs
		}
	}
	if from < 0 {
		return nil, -1, -1
	}
	return facts, from, from + len(d.rows) - 1
}

// read reads a board that begins on the first line, and tells how many of its cells are not blank;
// nil where none does.
func (d *drawnBoard) read(b *Book, lines []string, rows int) (facts []game.Fact, signs int) {
	r, cols := 0, d.cols
	if len(d.rows) == 1 && d.cols%rows == 0 { // all rows are on one line
		cols = d.cols / rows
	}
	for i, row := range d.rows {
		if row == nil {
			continue
		}
		cells := cellsOf(row, lines[i])
		if len(cells) != d.cols {
			return nil, 0
		}
		for k, cell := range cells {
			if !b.holds(cell) {
				return nil, 0
			}
			f := game.Fact{Kind: game.FactCell, Cell: game.Cell{Row: int16(r + k/cols), Col: int16(k % cols)}}
			for p := game.First; p <= game.Second; p++ {
				if cell == b.marks[p] {
					f.Player = p
				}
			}
			if cell != "" {
				signs++
			}
			facts = append(facts, f)
		}
		r += len(cells) / cols
	}
	if r != rows {
		return nil, 0
	}
	return facts, signs
}

// holds reports whether a cell can look so: as a mark, or as a free one where it is known how these do.
func (b *Book) holds(cell string) bool {
	return b.empty == nil || cell == b.marks[game.First] || cell == b.marks[game.Second] ||
		slices.ContainsFunc(b.empty, func(free string) bool { return strings.TrimSpace(free) == cell })
}
