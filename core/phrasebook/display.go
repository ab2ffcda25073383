package phrasebook

import (
	"regexp"
	"slices"
	"strconv"
	"strings"
)

// Look is what a program printed, as a person reads it in the end who has seen what was
// printed before: what was written over is not there, and what older text was made into is.
// The lines are those that were written to, from the top, the cursor's last. Where nothing is
// written over, they are the lines of what was printed.
func Look(before []byte, printed string) Screen {
	if !moves.MatchString(wipes.ReplaceAllString(printed, "\n")) {
		return NewScreen(printed)
	}
	var d display
	if len(before) > longestBefore {
		before = before[len(before)-longestBefore:]
	}
	scan(string(before), &d)
	d.written, d.gone = [displayRows]bool{}, nil
	scan(printed, &d)
	return d.screen()
}

// longestBefore is how much of what was printed before is looked at, in bytes.
const longestBefore = 64 << 10

// wipes are the ways to begin with an empty screen, and moves all others to write where
// something may stand already.
var (
	wipes = regexp.MustCompile(
		`(?:\x1b\[(?:0?;?0?|1;1)[Hf])*\x1b\[[0-3]?J(?:\x1b\[[23]J|\x1b\[(?:0?;?0?|1;1)[Hf])+|\x1b\[(?:0?;?0?|1;1)[Hf](?:\x1b\[[0-3]?J)+|\x1bc`,
	)
	moves = regexp.MustCompile(`\x1b\[[0-9;?]*[@-HKLMPXadfsu]|\x1b\[[01]?J|\x1b[78DEM]|\x08|\r[^\n]`)
)

// The size of a display. A line is as long as it likes, up to a bound.
const (
	displayRows = 24
	displayCols = 400
)

// display is a terminal of 24 rows, as far as text and the cursor go (ECMA-48, section 8.3).
type display struct {
	rows     [displayRows][]rune
	written  [displayRows]bool // since it was looked at
	gone     []string          // lines that were written to and then left the display
	row, col int
	saved    [2]int
}

func (d *display) print(r rune) {
	switch r {
	case '\n':
		d.down()
		d.col = 0
	case '\r':
		d.col = 0
	case '\b':
		d.col = max(d.col-1, 0)
	case '\t':
		d.col = min((d.col/8+1)*8, displayCols-1)
	default:
		d.put(d.col, r)
		d.col = min(d.col+1, displayCols-1)
	}
}

func (d *display) put(col int, r rune) {
	line := d.rows[d.row]
	for len(line) <= col {
		line = append(line, ' ')
	}
	line[col] = r
	d.rows[d.row], d.written[d.row] = line, true
}

// down goes to the next row; in the last one all move up.
func (d *display) down() {
	if d.row < displayRows-1 {
		d.row++
		return
	}
	d.leave(0)
	copy(d.rows[:], d.rows[1:])
	copy(d.written[:], d.written[1:])
	d.rows[displayRows-1], d.written[displayRows-1] = nil, false
}

// leave keeps a row that was written to, when it leaves the display.
func (d *display) leave(row int) {
	if d.written[row] {
		d.gone = append(d.gone, strings.TrimRight(string(d.rows[row]), " "))
	}
}

// wipe empties the display. What a person could read of it until then stays read.
func (d *display) wipe() {
	for row := range d.rows {
		d.leave(row)
		d.rows[row], d.written[row] = nil, false
	}
}

func (d *display) control(final rune, parameters string) {
	n := firstTwo(parameters)
	count := max(n[0], 1)
	switch final {
	case 'A', 'F':
		d.row = max(d.row-count, 0)
	case 'B', 'E':
		d.row = min(d.row+count, displayRows-1)
	case 'C', 'a':
		d.col = min(d.col+count, displayCols-1)
	case 'D':
		d.col = max(d.col-count, 0)
	case 'G':
		d.col = min(count, displayCols) - 1
	case 'd':
		d.row = min(count, displayRows) - 1
	case 'H', 'f':
		d.row, d.col = min(count, displayRows)-1, min(max(n[1], 1), displayCols)-1
	case 's', '7':
		d.saved = [2]int{d.row, d.col}
	case 'u', '8':
		d.row, d.col = d.saved[0], d.saved[1]
	case 'M':
		d.row = max(d.row-1, 0) // ESC M; ESC [ M, which deletes lines, is rare
	case 'c':
		d.wipe()
		d.row, d.col = 0, 0
	case 'J':
		d.eraseRows(n[0])
	case 'K':
		d.eraseInRow(n[0])
	}
	if final == 'E' || final == 'F' {
		d.col = 0
	}
}

// eraseRows erases from the cursor to the end (0), to the beginning (1), or all.
func (d *display) eraseRows(which int) {
	switch {
	case which >= 2 || which == 0 && d.row == 0 && d.col == 0:
		d.wipe()
	case which == 0:
		d.eraseInRow(0)
		for row := d.row + 1; row < displayRows; row++ {
			d.rows[row] = nil
		}
	default:
		d.eraseInRow(1)
		for row := range d.row {
			d.rows[row] = nil
		}
	}
}

func (d *display) eraseInRow(which int) {
	line := d.rows[d.row]
	switch {
	case which == 0:
		d.rows[d.row] = line[:min(d.col, len(line))]
	case which == 1:
		for i := range min(d.col+1, len(line)) {
			line[i] = ' '
		}
	default:
		d.rows[d.row] = nil
	}
}

// screen is what was written to, the cursor's row last when something stands before it.
func (d *display) screen() Screen {
	lines := slices.Clone(d.gone)
	for row, line := range d.rows {
		if d.written[row] && row != d.row {
			lines = append(lines, strings.TrimRight(string(line), " "))
		}
	}
	line := d.rows[d.row]
	for len(line) < d.col {
		line = append(line, ' ')
	}
	if d.written[d.row] || d.col > 0 {
		return append(lines, string(line))
	}
	return append(lines, "")
}

// firstTwo are the first two parameters, 0 where there is none.
func firstTwo(parameters string) (n [2]int) {
	for i, part := range strings.SplitN(strings.TrimLeft(parameters, "?"), ";", 3) {
		if i < len(n) {
			n[i], _ = strconv.Atoi(part) // what is not a number counts as none
		}
	}
	return n
}
