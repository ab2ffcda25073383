package phrasebook

import (
	"regexp"
	"slices"
	"strconv"
	"strings"

	"durchgang/core/game"
)

// Form is one way to type a move.
type Form struct {
	kind    game.MoveKind  // the moves it types; empty for any
	when    *regexp.Regexp // what a program says that is typed to in this way; nil always holds
	screen  *regexp.Regexp // what must stand on its first screen besides; nil always does
	base    int            // the number of the first row and column
	prompts []part
	codes   []string  // what cells or columns are called
	ways    [2]string // what {way} is for a ship, across and down
}

// part is one prompt of a move: what asks for it, and what is typed.
type part struct {
	ask      *regexp.Regexp // nil when any prompt will do
	template string
}

// announced is the base of a form that leaves it to the program.
const announced = -1

var fromZero = regexp.MustCompile(`(?i)\b0\s*(?:-|–|to|\.\.+|through|,|or|and)\s*[1-9]|\bfrom (?:0|zero)\b|\b0,\s*1\b`)

// Forms lists the ways to type a move to a program by what it says before its first
// move of that kind: first the one that it announces, then the others, for a program that turns
// out to refuse the first. A book that settles how moves are typed has one form only.
func (b *Book) Forms(greeting Screen, kind game.MoveKind) []Form {
	text := strings.Join(greeting, "\n")
	base := 1
	if fromZero.MatchString(text) {
		base = 0
	}
	var forms []Form
	for _, f := range b.forms {
		if f.kind == kind || f.kind == "" && kind != game.NamesShip {
			forms = append(forms, f)
		}
	}
	if forms[0].kind == "" {
		forms = forms[:1]
	}
	if i := announcedForm(forms, greeting.Prompt(), text); i > 0 {
		first := forms[i]
		forms = slices.Insert(slices.Delete(forms, i, i+1), 0, first)
	}
	for i := range forms {
		if forms[i].base == announced {
			forms[i].base = base
		}
	}
	return forms
}

// announcedForm returns the index of the form that the prompt speaks of, or else
// the whole text, or else of the first that holds whatever is said.
func announcedForm(forms []Form, prompt, text string) int {
	for _, said := range []string{prompt, text} {
		i := slices.IndexFunc(forms, func(f Form) bool {
			return f.when != nil && f.when.MatchString(said) && (f.screen == nil || f.screen.MatchString(text))
		})
		if i >= 0 {
			return i
		}
	}
	return slices.IndexFunc(forms, func(f Form) bool { return f.when == nil })
}

// place is a cell with what its text forms depend on.
type place struct {
	cell       game.Cell
	text       string
	rows, cols int
	base       int
	way        string // of a ship, whose name is the text
	length     int
	count      int // of objects that are taken
	down       bool
	codes      []string
}

// code is what a cell or column is called; one off the board by a word that no other is called.
func code(p place) string {
	n := int(p.cell.Col)
	inside := n >= 0 && n < p.cols
	if len(p.codes) != p.cols {
		n += int(p.cell.Row) * p.cols
		inside = inside && p.cell.Row >= 0 && int(p.cell.Row) < p.rows
	}
	if inside && n < len(p.codes) {
		return p.codes[n]
	}
	for other := "x"; ; other += "x" {
		if !slices.Contains(p.codes, other) {
			return other
		}
	}
}

// end is the last cell of a ship.
func (p place) end() game.Cell {
	if p.down {
		return game.Cell{Row: p.cell.Row + int16(p.length) - 1, Col: p.cell.Col}
	}
	return game.Cell{Row: p.cell.Row, Col: p.cell.Col + int16(p.length) - 1}
}

// fill puts the place into a template.
func (p place) fill(template string) string {
	return placeholder.ReplaceAllStringFunc(template, func(name string) string { return fields[name](p) })
}

// fields are the placeholders of what is typed.
var fields = map[string]func(place) string{
	"{row}":               func(p place) string { return strconv.Itoa(int(p.cell.Row) + p.base) },
	"{col}":               func(p place) string { return strconv.Itoa(int(p.cell.Col) + p.base) },
	"{letter}":            func(p place) string { return letter(p.cell.Col) },
	"{small-letter}":      func(p place) string { return strings.ToLower(letter(p.cell.Col)) },
	"{row-letter}":        func(p place) string { return letter(p.cell.Row) },
	"{small-row-letter}":  func(p place) string { return strings.ToLower(letter(p.cell.Row)) },
	"{cell-letter}":       cellLetter,
	"{small-cell-letter}": func(p place) string { return strings.ToLower(cellLetter(p)) },
	"{row-from-bottom}":   func(p place) string { return strconv.Itoa(p.rows - 1 - int(p.cell.Row) + p.base) },
	"{number}":            number,
	"{way}":               func(p place) string { return p.way },
	"{code}":              code,
	"{name}":              func(p place) string { return p.text },
	"{length}":            func(p place) string { return strconv.Itoa(p.length) },
	"{end-row}":           func(p place) string { return strconv.Itoa(int(p.end().Row) + p.base) },
	"{end-col}":           func(p place) string { return strconv.Itoa(int(p.end().Col) + p.base) },
	"{end-letter}":        func(p place) string { return letter(p.end().Col) },
	"{end-row-letter}":    func(p place) string { return letter(p.end().Row) },
	"{text}":              func(p place) string { return p.text },
	"{heap}":              func(p place) string { return strconv.Itoa(int(p.cell.Row) + p.base) },
	"{heap-letter}":       func(p place) string { return letter(p.cell.Row) },
	"{small-heap-letter}": func(p place) string { return strings.ToLower(letter(p.cell.Row)) },
	"{count}":             func(p place) string { return strconv.Itoa(p.count) },
	"{number-from-bottom}": func(p place) string {
		p.cell.Row = int16(p.rows) - 1 - p.cell.Row
		return number(p)
	},
}

func letter(n int16) string { return string(rune('A' + n)) }

var placeholder = regexp.MustCompile(`\{[^}]*\}`)

// number counts the cells row by row. A cell off the board must not become the
// number of one that is on it, so it is the number before the first or after the
// last.
func number(p place) string {
	row, col := int(p.cell.Row), int(p.cell.Col)
	n := row*p.cols + col
	switch {
	case row < 0 || col < 0:
		n = -1
	case row >= p.rows || col >= p.cols:
		n = p.rows * p.cols
	}
	return strconv.Itoa(n + p.base)
}

// cellLetter counts the cells row by row with letters. A cell off the board gets the one after
// the last.
func cellLetter(p place) string {
	p.base = 0
	n, _ := strconv.Atoi(number(p)) // it is one
	if n < 0 {
		n = p.rows * p.cols
	}
	return letter(int16(n))
}

// Lines returns the lines that type a move on a board of rows × cols, one for
// each prompt.
func (f Form) Lines(m game.Move, rows, cols int) []string {
	at := place{cell: m.Cell, text: m.Text, count: m.Amount, rows: rows, cols: cols, base: f.base, way: f.ways[0], codes: f.codes}
	if m.Text == "v" {
		at.way = f.ways[1]
	}
	lines := make([]string, len(f.prompts))
	for i, part := range f.prompts {
		lines[i] = at.fill(part.template)
	}
	return lines
}

// Writes reports whether a move can be typed in the form: what is typed for one off the board may be no move at all, as a
// sign is where letters are typed, or three digits where there is one for the row and one for the column.
func (f Form) Writes(m game.Move, rows, cols int) bool {
	glued := slices.ContainsFunc(f.prompts, func(p part) bool { return twoNumbers.MatchString(p.template) })
	if f.kind == game.NamesHeap || f.kind == "" && m.Amount != 0 { // a sign is not a letter
		return m.Cell.Row >= 0 || !slices.ContainsFunc(f.prompts, func(p part) bool { return strings.Contains(p.template, "heap-letter") })
	}
	shape := func(m game.Move) string { return shapeOf(strings.Join(f.Lines(m, rows, cols), "\n"), glued) }
	if m.Cell.Inside(rows, cols) {
		return true
	}
	want := shape(m)
	for i := range rows * cols {
		if shape(game.Move{Verb: m.Verb, Text: m.Text, Cell: game.Cell{Row: int16(i / cols), Col: int16(i % cols)}}) == want {
			return true
		}
	}
	return false
}

var (
	twoNumbers = regexp.MustCompile(`\{(?:row|col)\}\{(?:row|col)\}`)
	numerals   = regexp.MustCompile(`-?\d+`)
	anyLetter  = regexp.MustCompile(`\pL`)
)

// shapeOf is a text with letters and numbers, or digits, made alike.
func shapeOf(text string, digits bool) string {
	text = anyLetter.ReplaceAllString(text, "a")
	if digits {
		return strings.Map(func(r rune) rune {
			if r >= '0' && r <= '9' {
				return '0'
			}
			return r
		}, text)
	}
	return numerals.ReplaceAllString(text, "0")
}

// Prompts is the number of prompts of a move.
func (f Form) Prompts() int { return len(f.prompts) }

// Asked returns which prompt of a move a program shows, from 0, and -1 when it
// cannot be told.
func (f Form) Asked(prompt string) int {
	asked := -1
	for i, part := range f.prompts {
		if part.ask == nil || !part.ask.MatchString(prompt) {
			continue
		}
		if asked >= 0 {
			return -1
		}
		asked = i
	}
	return asked
}

// decimals are numbers, with decimals or without.
var decimals = regexp.MustCompile(`\d+(?:[.,]\d+)*`)

// Skeleton is a prompt without what changes from move to move: players, numbers,
// blanks and case.
func (b *Book) Skeleton(prompt string) string {
	return b.skeletons.get(prompt, func() string { return b.skeleton(prompt) })
}

func (b *Book) skeleton(prompt string) string {
	text := b.prompt.ReplaceAllString(prompt, " P ")
	text = decimals.ReplaceAllString(text, "")
	return strings.ToLower(strings.Join(strings.Fields(text), " "))
}
