package channel

import (
	"regexp"
	"slices"
	"strings"

	"durchgang/core/phrasebook"
)

var (
	codeWord  = regexp.MustCompile(`[\pL\pN]+`)
	codeGroup = regexp.MustCompile(`[(\[{<]([^)\]}>]+)[)\]}>]`)
)

// Bounds of names of cells: how many characters one has at most on a screen and in quotes in a source, and
// how many lists are taken from there.
const (
	longestCode   = 3
	longestQuoted = 16
	mostQuoted    = 16
)

// inQuotes finds a short text in quotes.
var inQuotes = regexp.MustCompile(`"([\pL\pN][\pL\pN _-]*)"|'([\pL\pN][\pL\pN _-]*)'`)

// codesIn are the same in a program's source: texts in quotes that follow each other.
func codesIn(source string, cells int) (lists [][]string) {
	var all []string
	for _, m := range inQuotes.FindAllStringSubmatch(source, -1) {
		all = append(all, m[1]+m[2])
	}
	for from := 0; from+cells <= len(all) && len(lists) < mostQuoted; from++ {
		list := all[from : from+cells]
		distinct := map[string]bool{}
		for _, text := range list {
			if len([]rune(text)) <= longestQuoted {
				distinct[text] = true
			}
		}
		if len(distinct) == cells {
			lists = append(lists, list)
		}
	}
	return lists
}

// codesOn are lists of as many different names as there are cells or columns, as a screen may name them: in
// brackets, on a line of their own, one sign each in a row without blanks, or row by row as on the board.
func codesOn(screen phrasebook.Screen, cells, cols int) (lists [][]string) {
	put := func(list []string, n int) {
		if len(list) != n || slices.ContainsFunc(list, func(code string) bool { return len([]rune(code)) > longestCode }) {
			return
		}
		if sorted := slices.Compact(slices.Sorted(slices.Values(list))); len(sorted) == n &&
			!slices.ContainsFunc(lists, func(l []string) bool { return slices.Equal(l, list) }) {
			lists = append(lists, list)
		}
	}
	rows := cells / cols
	for i, line := range screen {
		words := codeWord.FindAllString(line, -1)
		put(words, cells)
		for _, m := range codeGroup.FindAllStringSubmatch(line, -1) {
			put(codeWord.FindAllString(m[1], -1), cells)
		}
		if len(words) == 1 {
			put(strings.Split(words[0], ""), cells)
		}
		var all []string
		for k := i; k < len(screen) && len(all) < cells; k++ {
			if row := codeWord.FindAllString(screen[k], -1); len(row) == cols && rows > 1 {
				all = append(all, row...)
			} else if len(row) > 0 {
				break
			}
		}
		put(all, cells)
	}
	return lists
}

// places is how many cells or columns there are to name.
func (s Scout) places() int {
	if s.Drops {
		return s.Cols
	}
	return s.Rows * s.Cols
}

// names are the program's own names that a way types; nil where it types others.
func (w way) names(places int) (list []string) {
	if w.first.cell != "{code}" {
		return nil
	}
	for n := range places {
		list = append(list, w.first.sign(n))
	}
	return list
}

// coded are the ways in which a cell or column is typed by a name of the program's own.
func (s Scout) coded(screen phrasebook.Screen) (ways []way) {
	for _, list := range slices.Concat(codesOn(screen, s.places(), s.Cols), codesIn(s.Source, s.places())) {
		ways = append(ways, way{first: writing{func(n int) string { return list[n] }, "", "{code}", "{code}", 1}})
	}
	return ways
}
