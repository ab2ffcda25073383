package calls

import (
	"fmt"
	"strconv"
	"strings"

	"durchgang/core/game"
)

// Shape is how a board is held in a value.
type Shape string

// The shapes.
const (
	Nested  Shape = "nested"  // a list of rows; a row may be a text
	Flat    Shape = "flat"    // one list of all cells
	Text    Shape = "text"    // one text of all cells
	Keyed   Shape = "keyed"   // a dictionary by cell; cells that are not in it are empty
	Drawing Shape = "drawing" // a text that shows the board, cells at equal distances
	Sets    Shape = "sets"    // the cells of each player, in two values
	Bits    Shape = "bits"    // the same, each a number with a bit for each cell
)

// Layout is a shape with what cells are counted by.
type Layout struct {
	Shape   Shape
	Columns bool   // the first index, or key, is the column
	Bottom  bool   // rows are counted from the bottom
	Padded  bool   // lists begin with an element that is not used
	Tuples  bool   // lists are written as tuples
	Keys    string // of dictionaries and sets: pair, number or cell, as in b2
	At      [4]int // of a drawing: line and column of the first cell, and how far apart lines and columns are
}

// board is a value that is read as a board.
type board struct {
	Layout
	rows, cols, base int
	value            any
	keyed            map[string]any
}

// cell is what a cell holds: false where the value has no such cell.
func (b *board) cell(row, col int) (any, bool) {
	if b.Bottom {
		row = b.rows - 1 - row
	}
	shift := 0
	if b.Padded {
		shift = 1
	}
	switch b.Shape {
	case Nested:
		outer, inner := row+shift, col+shift
		if b.Columns {
			outer, inner = inner, outer
		}
		l, is := list(b.value)
		if !is || outer >= len(l) {
			return nil, false
		}
		return at(l[outer], inner)
	case Flat, Text:
		return at(b.value, b.number(row, col)+shift)
	case Drawing:
		text, is := b.value.(string)
		if !is {
			return nil, false
		}
		lines := strings.Split(text, "\n")
		line, column := b.At[0]+row*b.At[2], b.At[1]+col*b.At[3]
		if line >= len(lines) {
			return nil, false
		}
		return at(lines[line], column)
	}
	v, has := b.keyed[b.keyOf(row, col)]
	return v, has
}

func (b *board) number(row, col int) int {
	if b.Columns {
		return col*b.rows + row
	}
	return row*b.cols + col
}

// at is an element of a list, or a character of a text.
func at(v any, i int) (any, bool) {
	if text, is := v.(string); is {
		r := []rune(text)
		if i >= len(r) {
			return nil, false
		}
		if r[i] == 0 {
			return "", true
		}
		return string(r[i]), true
	}
	l, is := v.([]any)
	if !is || i >= len(l) || i < 0 {
		return nil, false
	}
	return l[i], true
}

// keyOf is the text of a cell's key.
func (b *board) keyOf(row, col int) string {
	switch b.Keys {
	case "number":
		return strconv.Itoa(b.number(row, col) + b.base)
	case "cell":
		return strings.ToLower(game.Cell{Row: int16(row), Col: int16(col)}.String())
	}
	if b.Columns {
		row, col = col, row
	}
	return fmt.Sprintf("%d,%d", row+b.base, col+b.base)
}

// keyText is the text of a key that a program has; it is empty for one that is none.
func keyText(k any) string {
	switch k := k.(type) {
	case string:
		return strings.ToLower(strings.NewReplacer(" ", "", "(", "", ")", "", "-", ",", "_", ",").Replace(k))
	case []any:
		if len(k) == 2 {
			a, isA := whole(k[0])
			b, isB := whole(k[1])
			if isA && isB {
				return fmt.Sprintf("%d,%d", a, b)
			}
		}
	case map[string]any:
		if fields, is := k["fields"].(map[string]any); is && len(fields) == 2 {
			first, second, named := pairOf(fields)
			if named {
				return fmt.Sprintf("%d,%d", first, second)
			}
		}
		if l, is := k["$tuple"].([]any); is {
			return keyText(l)
		}
	default:
		if n, is := whole(k); is {
			return strconv.Itoa(n)
		}
	}
	return ""
}

// pairOf is the row and column that an object holds, by the names of its fields.
func pairOf(fields map[string]any) (row, col int, named bool) {
	found := 0
	for name, v := range fields {
		n, is := whole(v)
		switch {
		case !is:
		case names(name, "row", "r", "y", "line"):
			row = n
			found++
		case names(name, "col", "column", "c", "x"):
			col = n
			found++
		}
	}
	return row, col, found == 2
}

func names(name string, any ...string) bool {
	name = strings.ToLower(strings.Trim(name, "_"))
	for _, a := range any {
		if name == a {
			return true
		}
	}
	return false
}

// read makes a board of a value.
func (l Layout) read(v any, rows, cols, base int) *board {
	b := &board{Layout: l, rows: rows, cols: cols, base: base, value: v}
	if l.Shape != Keyed {
		return b
	}
	b.keyed = map[string]any{}
	if fields, is := within(v, "fields"); is {
		m, _ := fields.(map[string]any)
		for k, x := range m {
			b.keyed[keyText(k)] = x
		}
		return b
	}
	pairs, _ := within(v, mapKey)
	all, _ := pairs.([]any)
	for _, p := range all {
		if pair, is := p.([]any); is && len(pair) == 2 {
			b.keyed[keyText(pair[0])] = pair[1]
		}
	}
	return b
}

// Reading is a value that is read as a board: what a cell holds, and false where there is no such cell.
type Reading func(row, col int) (any, bool)

// Read reads a value as a board of so many rows and columns, the first of which is counted as base.
func (l Layout) Read(v any, rows, cols, base int) Reading { return l.read(v, rows, cols, base).cell }

// Members reads a value as the cells of one player; it is nil for a value that is none.
func (l Layout) Members(v any, rows, cols, base int) func(row, col int) bool {
	return l.members(v, rows, cols, base)
}

// members reads the cells of one player, of a set of cells or a number with bits; nil where the value is neither.
func (l Layout) members(v any, rows, cols, base int) func(row, col int) bool {
	b := &board{Layout: l, rows: rows, cols: cols, base: base}
	if n, is := plainNumber(v); l.Shape == Bits && is {
		return func(row, col int) bool {
			if l.Bottom {
				row = rows - 1 - row
			}
			return n>>b.number(row, col)&1 == 1
		}
	}
	items, is := list(v)
	if l.Shape != Sets || !is {
		return nil
	}
	has := map[string]bool{}
	for _, x := range items {
		has[keyText(x)] = true
	}
	return func(row, col int) bool {
		if l.Bottom {
			row = rows - 1 - row
		}
		return has[b.keyOf(row, col)]
	}
}

// write makes a value of a board, of what each cell holds.
func (l Layout) write(rows, cols, base int, cell func(row, col int) any, empty any) any {
	b := &board{Layout: l, rows: rows, cols: cols, base: base}
	real := func(row int) int {
		if l.Bottom {
			return rows - 1 - row
		}
		return row
	}
	whole := func(made []any) any {
		if l.Tuples {
			return map[string]any{"$tuple": made}
		}
		return made
	}
	pad := func(made []any) any {
		if l.Padded {
			made = append([]any{empty}, made...)
		}
		return whole(made)
	}
	outer, inner := rows, cols
	if l.Columns {
		outer, inner = cols, rows
	}
	get := func(i, k int) any {
		if l.Columns {
			i, k = k, i
		}
		return cell(real(i), k)
	}
	switch l.Shape {
	case Keyed:
		pairs := []any{}
		for r := range rows {
			for c := range cols {
				pairs = append(pairs, []any{b.keyValue(r, c), cell(real(r), c)})
			}
		}
		return map[string]any{mapKey: pairs}
	case Flat, Text:
		var made []any
		for i := range outer {
			for k := range inner {
				made = append(made, get(i, k))
			}
		}
		if l.Shape == Flat {
			return pad(made)
		}
		var text strings.Builder
		for _, x := range made {
			fmt.Fprint(&text, x)
		}
		return text.String()
	}
	var made []any
	var blank []any
	for range inner {
		blank = append(blank, empty)
	}
	for i := range outer {
		var line []any
		for k := range inner {
			line = append(line, get(i, k))
		}
		made = append(made, pad(line))
	}
	if l.Padded {
		made = append([]any{pad(blank)}, made...)
	}
	return whole(made)
}

// keyValue is the key of a cell as a program is given it.
func (b *board) keyValue(row, col int) any {
	if b.Keys == "number" {
		return b.number(row, col) + b.base
	}
	if b.Keys == "cell" {
		return b.keyOf(row, col)
	}
	if b.Columns {
		row, col = col, row
	}
	return map[string]any{"$tuple": []any{row + b.base, col + b.base}}
}
