package channel

import (
	"cmp"
	"regexp"
	"strconv"
	"strings"
)

func digit(base int) func(int) string { return func(n int) string { return strconv.Itoa(n + base) } }

func small(n int) string   { return string(rune('a' + n)) }
func capital(n int) string { return string(rune('A' + n)) }

// writing is a kind of sign for rows, columns and cells, with the placeholders for each.
type writing struct {
	sign           func(int) string
	row, col, cell string
	base           int
}

var writings = []writing{
	{digit(1), "{row}", "{col}", "{number}", 1}, {digit(0), "{row}", "{col}", "{number}", 0},
	{small, "{small-row-letter}", "{small-letter}", "{small-cell-letter}", 1}, {capital, "{row-letter}", "{letter}", "{cell-letter}", 1},
}

// way is one way to type a place by two numbers or one.
type way struct {
	first, second writing // second is empty for one number
	between       string
}

// ways are all of them; those that are usual come first, since the first that works is taken.
func (s Scout) ways() []way {
	var list []way
	if s.Drops {
		for _, w := range writings {
			list = append(list, way{first: w})
		}
		return list
	}
	digits := writings[:2]
	for _, w := range digits {
		list = append(list, way{w, w, " "}, way{first: w})
	}
	for _, w := range digits {
		list = append(list, way{w, w, "\n"}, way{w, w, ","}, way{w, w, ""})
	}
	for _, l := range writings[2:] {
		for _, w := range digits {
			list = append(list, way{l, w, ""}, way{w, l, ""}, way{l, w, " "}, way{w, l, " "}, way{l, w, "\n"}, way{w, l, "\n"})
		}
		list = append(list, way{first: l})
	}
	for _, between := range []string{", ", "-", ";", "/", ":", "."} {
		for _, w := range digits {
			list = append(list, way{w, w, between})
		}
	}
	return list
}

// lines are what is typed for a row and column, each counted from zero. One number counts cells row by
// row, of so many columns; where a move names a column only, they are none.
func (w way) lines(a, b, cols int) []string {
	if w.second.sign == nil {
		return []string{w.first.sign(a*cols + b)}
	}
	return strings.Split(w.first.sign(a)+w.between+w.second.sign(b), "\n")
}

// heed takes what the program says of how to type a move, where that is against what it does.
func (f *Scouted) heed(w way, screen string, rows int) {
	if said := against(w, screen, rows); said != "" {
		f.Against, f.Base = said, 1-f.Base
	}
	said := cmp.Or(f.labels, swapped(f.Move, screen))
	if said != "" {
		f.Against = said
		swap := strings.NewReplacer("{row}", "{col}", "{col}", "{row}", "{row-letter}", "{letter}", "{letter}", "{row-letter}",
			"{small-row-letter}", "{small-letter}", "{small-letter}", "{small-row-letter}")
		for i, typed := range f.Move {
			f.Move[i] = swap.Replace(typed)
		}
	}
}

// base is the number of the first row, column or cell, where the way has numbers; else it has
// letters only, and none.
func (w way) base() (base int, numbers bool) {
	for _, sign := range []writing{w.first, w.second} {
		if sign.cell == "{number}" {
			return sign.base, true
		}
	}
	return w.first.base, false
}

// template is the way as a phrasebook writes it, where what was typed lies so on the board.
func (w way) template(placed string) (move []string, base int, ok bool) {
	if w.second.sign == nil {
		switch {
		case placed == "row, column":
			return []string{w.first.cell}, w.first.base, true
		case placed == "from the bottom" && w.first.cell == "{number}":
			return []string{"{number-from-bottom}"}, w.first.base, true
		}
		return nil, 0, false
	}
	one, two := w.first.row, w.second.col
	switch placed {
	case "column, row":
		one, two = w.first.col, w.second.row
	case "from the bottom":
		if one != "{row}" {
			return nil, 0, false
		}
		one = "{row-from-bottom}"
	case "column, row from the bottom":
		if one, two = w.first.col, w.second.row; two != "{row}" {
			return nil, 0, false
		}
		two = "{row-from-bottom}"
	}
	base, _ = w.base()
	return strings.Split(one+w.between+two, "\n"), base, true
}

// against is what a screen says that a way of typing is against: a program that speaks of 1 to 3
// and counts from zero has a fault, and no wording of its own.
func against(w way, text string, rows int) string {
	base, numbers := w.base()
	if !numbers {
		return ""
	}
	for _, m := range spans.FindAllStringSubmatch(text, -1) {
		from, _ := strconv.Atoi(m[1])
		to, _ := strconv.Atoi(m[2])
		if from <= 1 && to > from && from != base && (to-from == rows-1 || w.second.sign == nil) {
			return m[0]
		}
	}
	return ""
}

// What rows and columns are called in a prompt.
var (
	rowWords = regexp.MustCompile(`(?i)\b(?:rows?|zeilen?|reihen?|filas?|ligne|rangée|riga|linha|rij|rad|wiersz)\b`)
	colWords = regexp.MustCompile(`(?i)\b(?:col(?:umn)?s?|spalten?|columnas?|colonne|colonna|coluna|kolom|kolumn|kolumna)\b`)
)

// swapped is what a screen says that a way of typing is against in the order of row and column: the
// one is named first, and the other one is typed first.
func swapped(move []string, text string) string {
	row, col := rowWords.FindStringIndex(text), colWords.FindStringIndex(text)
	typed := strings.Join(move, " ")
	r, c := strings.Index(
		typed,
		"{row",
	), max(
		strings.Index(typed, "{col"),
		strings.Index(typed, "{letter"),
		strings.Index(typed, "{small-letter"),
	)
	if row == nil || col == nil || r < 0 || c < 0 || (row[0] < col[0]) == (r < c) {
		return ""
	}
	return text[min(row[0], col[0]):max(row[1], col[1])]
}

// spans are two numbers that may be the ends of a range, with at most a word between them.
var spans = regexp.MustCompile(`\b([01])\b(?:\s*(?:-|–|\.{2,3}|…|,|/)\s*|\s+\pL{1,8}\s+)(\d{1,3})\b`)
