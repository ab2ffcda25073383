package phrasebook

import (
	"regexp"
	"slices"
	"strconv"
	"strings"

	"durchgang/core/game"
)

// A board is found as rows of cells that follow each other in one layout, with
// nothing but frames, labels and blank lines between them. The last board in a
// text counts: it shows the position a player sees when asked to move.

// layout splits a line into the texts of its cells, or returns nil.
type layout func(line string, cols int) []string

// layouts are tried in this order; the board that ends last in the text is taken,
// and of two that end together the one of the earlier layout.
var layouts = []layout{
	barred, labelled(barred),
	listed, labelled(listed),
	spaced, labelled(spaced),
	pitched, labelled(pitched),
	compact, labelled(compact),
}

// label is the name of a row before its cells, which a bar or blank divides from
// them. The usual marks are no labels.
var label = regexp.MustCompile(`^\s*[|│║]?\s*([0-9]{1,2}|[a-npq-wyzA-NP-WYZ])[.:)]?(?:\s|[|│║]|$)`)

// labelled is a layout with the name of the row before the cells, perhaps also
// after them.
func labelled(split layout) layout {
	return func(line string, cols int) []string {
		m := label.FindStringSubmatchIndex(line)
		if m == nil {
			return nil
		}
		name, rest := line[m[2]:m[3]], line[m[3]:]
		if end := strings.TrimRight(rest, " "); strings.HasSuffix(end, " "+name) {
			rest = strings.TrimSuffix(end, name)
		}
		rest = strings.TrimLeft(rest, ".:)")
		if cells := split(strings.TrimPrefix(rest, " "), cols); cells != nil {
			return cells
		}
		inner, framed := strings.CutPrefix(strings.TrimLeft(bars.Replace(rest), " "), "|")
		if !framed { // the bar at the label is the board's frame
			return nil
		}
		inner = strings.TrimSuffix(strings.TrimRight(inner, " "), "|")
		return split(strings.TrimPrefix(inner, " "), cols)
	}
}

// board reads the last board of rows × cols among the lines.
func (b *Book) board(lines []string, rows, cols int) []game.Fact {
	facts, _, _ := b.lastBoard(lines, rows, cols)
	return facts
}

// lastBoard reads the last board and tells between which lines it stands.
func (b *Book) lastBoard(lines []string, rows, cols int) (facts []game.Fact, begin, end int) {
	if rows == 0 {
		return nil, -1, -1
	}
	if b.drawnAs != nil && (b.drawnAs.cols == cols || len(b.drawnAs.rows) == 1 && b.drawnAs.cols == rows*cols) {
		return b.drawnAs.last(b, lines, rows)
	}
	read := make([]row, len(lines))
	for i, line := range lines {
		read[i] = b.rows.get(strconv.Itoa(cols)+":"+line, func() row { return b.row(line, cols) })
	}
	begin, end = -1, -1
	for k := range layouts {
		if found, from, to := b.find(read, k, rows); to > end {
			facts, begin, end = found, from, to
		}
	}
	return facts, begin, end
}

// row is a line as it may be part of a board.
type row struct {
	cells   [][]string // by layout; nil where it is no row in it
	between bool       // it may stand between two rows
}

func (b *Book) row(line string, cols int) row {
	r := row{cells: make([][]string, len(layouts)), between: between(line)}
	for k, split := range layouts {
		cells := split(line, cols)
		if !slices.ContainsFunc(cells, func(cell string) bool { _, known := b.content(cell); return !known }) {
			r.cells[k] = cells
		}
	}
	return r
}

// find returns the last board in layout k, the line on which rows in that layout begin,
// and the one on which the board ends; -1 without one.
func (b *Book) find(lines []row, k, rows int) (facts []game.Fact, begin, end int) {
	var run [][]string
	first, last := -1, -1 // lines of the run's first and last row
	begin, end = -1, -1
	flush := func() {
		if found := b.pick(run, rows); found != nil {
			facts, begin, end = found, first, last
		}
		run, first = run[:0], -1
	}
	for i, line := range lines {
		switch {
		case line.cells[k] != nil:
			run, last = append(run, line.cells[k]), i
			if first < 0 {
				first = i
			}
		case !line.between:
			flush()
		}
	}
	flush()
	return facts, begin, end
}

// pick returns the last board among rows that follow each other. Where a cell is
// more than one line high, its other lines are rows of blanks: two lines between
// two rows, perhaps one before the first and after the last, or one line between.
func (b *Book) pick(run [][]string, rows int) []game.Fact {
	for _, high := range []struct{ lines, first, step int }{{3 * rows, 1, 3}, {3*rows - 1, 1, 3}, {2*rows - 1, 0, 2}} {
		if len(run) != high.lines && len(run) != 2*high.lines {
			continue
		}
		var board [][]string
		blank := true
		for i, cells := range run[len(run)-high.lines:] {
			if i%high.step == high.first {
				board = append(board, cells)
			} else if slices.ContainsFunc(cells, func(cell string) bool { return cell != "" }) {
				blank = false
			}
		}
		if blank {
			if facts := b.cells(board); facts != nil {
				return facts
			}
		}
	}
	for end := len(run); end >= rows; end-- {
		if facts := b.cells(run[end-rows : end]); facts != nil {
			return facts
		}
	}
	return nil
}

// between reports whether a line may stand between two rows of a board: a frame,
// a blank line, or labels.
func between(line string) bool {
	return !strings.ContainsFunc(line, func(r rune) bool {
		return !strings.ContainsRune(" -=_+|*~.:#", r) && !isBox(r)
	})
}

func isBox(r rune) bool { return r >= 0x2500 && r <= 0x257f }

// drawings are pictures that stand for the usual marks.
var drawings = [3][]string{
	game.First:  {"❌", "✖", "✕", "✗", "╳"},
	game.Second: {"⭕", "◯", "○", "🅾", "●"},
}

const numbered = game.Player(255) // a digit: empty if it is the cell's own number

// content reads one cell's text.
func (b *Book) content(cell string) (mark game.Player, known bool) {
	switch {
	case strings.EqualFold(cell, b.marks[game.First]), slices.Contains(drawings[game.First], cell):
		return game.First, true
	case strings.EqualFold(cell, b.marks[game.Second]), slices.Contains(drawings[game.Second], cell):
		return game.Second, true
	case cell == "" || slices.Contains(b.empty, cell) || strings.Contains(" . _ - · • * # ? □ ☐ ⬜ ~ : , +  ", " "+cell+" "):
		return game.Nobody, true
	}
	_, err := strconv.Atoi(cell)
	return numbered, err == nil
}

// cells turns the rows of a board into facts. Free cells are either all numbered,
// in order from 0 or 1, or not at all; else these rows are no board.
func (b *Book) cells(rows [][]string) []game.Fact {
	var facts []game.Fact
	first, plain := -1, false
	for r, row := range rows {
		for c, text := range row {
			mark, _ := b.content(text)
			switch mark {
			case numbered:
				n, _ := strconv.Atoi(text)
				base := n - r*len(row) - c
				if base != 0 && base != 1 || first >= 0 && base != first {
					return nil
				}
				first, mark = base, game.Nobody
			case game.Nobody:
				plain = true
			}
			facts = append(facts, game.Fact{Kind: game.FactCell, Cell: game.Cell{Row: int16(r), Col: int16(c)}, Player: mark})
		}
	}
	if first >= 0 && plain {
		return nil
	}
	return facts
}

var bars = strings.NewReplacer("│", "|", "┃", "|", "║", "|", "¦", "|", "][", "|", "] [", "|", "[", " ", "]", " ", "!", "|")

// barred is a row whose cells are divided by bars, with or without bars at its
// ends: X | O |   , |X|O| |, [X][O][ ].
func barred(line string, cols int) []string {
	text := strings.TrimSpace(bars.Replace(line))
	parts := strings.Split(text, "|")
	if len(parts) < 2 {
		return nil
	}
	for i, part := range parts {
		parts[i] = strings.Trim(part, " _'\"")
	}
	last := len(parts) - 1
	switch {
	case len(parts) == cols:
		return parts
	case len(parts) == cols+1 && strings.HasPrefix(text, "|"):
		return parts[1:]
	case len(parts) == cols+1 && strings.HasSuffix(text, "|"):
		return parts[:last]
	case len(parts) == cols+2 && parts[0] == "" && parts[last] == "":
		return parts[1:last]
	}
	return nil
}

// listed is a row printed as a list: ['X', 'O', ' '].
func listed(line string, cols int) []string {
	text := strings.TrimSpace(line)
	if !strings.HasPrefix(text, "[") && !strings.HasPrefix(text, "(") && !strings.HasPrefix(text, "{") {
		return nil
	}
	parts := strings.Split(strings.Trim(text, "[](){},; "), ",")
	if len(parts) != cols {
		return nil
	}
	for i, part := range parts {
		parts[i] = strings.Trim(part, " '\"")
	}
	return parts
}

// spaced is a row of cells with blanks between them.
func spaced(line string, cols int) []string {
	if parts := strings.Fields(line); len(parts) == cols {
		return parts
	}
	return nil
}

// pitched is a row in which free cells are blanks: every second or fourth
// character is a cell.
func pitched(line string, cols int) []string {
	for _, pitch := range []int{2, 4, 3} {
		for start := range 2 {
			if cells := every([]rune(line), start, pitch, cols); cells != nil {
				return cells
			}
		}
	}
	return nil
}

func every(line []rune, start, pitch, cols int) []string {
	end := start + pitch*(cols-1)
	if len(line) < end || len(line) > end+pitch {
		return nil
	}
	cells := make([]string, cols)
	for i, r := range line {
		if i >= start && (i-start)%pitch == 0 && i <= end {
			cells[(i-start)/pitch] = strings.TrimSpace(string(r))
		} else if r != ' ' {
			return nil
		}
	}
	return cells
}

// compact is a row without anything between its cells: XO.
func compact(line string, cols int) []string {
	text := []rune(strings.TrimSpace(line))
	if len(text) != cols {
		return nil
	}
	cells := make([]string, cols)
	for i, r := range text {
		cells[i] = string(r)
	}
	return cells
}

// Drawings are the signs that are known as a player's mark.
func Drawings(p game.Player) []string { return drawings[p] }
