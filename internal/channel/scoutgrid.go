package channel

import (
	"strings"
	"unicode"

	"durchgang/core/phrasebook"
)

// spot is a character on a screen.
type spot struct{ line, col int }

// signAt is the character at a spot; a blank where the screen has none.
func signAt(screen phrasebook.Screen, at spot) rune {
	if at.line >= 0 && at.line < len(screen) {
		if text := []rune(screen[at.line]); at.col < len(text) {
			return text[at.col]
		}
	}
	return ' '
}

// appear finds the place at which each of three screens has a sign that the other two have
// not, which is the same sign in all three.
func appear(screens [3]phrasebook.Screen) (spots [3]spot, mark rune, ok bool) {
	lines := len(screens[0])
	if len(screens[1]) != lines || len(screens[2]) != lines {
		return spots, 0, false
	}
	found := [3][]spot{}
	signs := [3][]rune{}
	for l := range lines {
		rows := [3][]rune{[]rune(screens[0][l]), []rune(screens[1][l]), []rune(screens[2][l])}
		for c := range max(len(rows[0]), len(rows[1]), len(rows[2])) {
			at := func(i int) rune {
				if c < len(rows[i]) {
					return rows[i][c]
				}
				return ' '
			}
			for i := range 3 {
				j, k := (i+1)%3, (i+2)%3
				if at(i) != at(j) && at(j) == at(k) && at(i) != ' ' {
					found[i], signs[i] = append(found[i], spot{l, c}), append(signs[i], at(i))
				}
			}
		}
	}
	for i := range 3 { // where the board is shown twice, the last one counts
		if len(found[i]) == 0 {
			return spots, 0, false
		}
		spots[i], signs[i] = found[i][len(found[i])-1], signs[i][len(signs[i])-1:]
	}
	mark = signs[0][0]
	return spots, mark, signs[1][0] == mark && signs[2][0] == mark
}

// grid is where cells are on a screen: those of a row and column, from the first. Where all rows stand
// on one line, down is 0, and a row is so many characters behind the one before it.
type grid struct{ line, col, down, right, behind int }

func (g grid) at(row, col int) spot {
	return spot{g.line + row*g.down, g.col + row*g.behind + col*g.right}
}

// place is where a pair of numbers that was typed is on the board.
type placing struct {
	name string
	of   func(a, b, rows, cols int) (row, col int)
}

var placings = []placing{
	{"row, column", func(a, b, _, _ int) (int, int) { return a, b }},
	{"column, row", func(a, b, _, _ int) (int, int) { return b, a }},
	{"from the bottom", func(a, b, rows, _ int) (int, int) { return rows - 1 - a, b }},
	{"column, row from the bottom", func(a, b, rows, _ int) (int, int) { return rows - 1 - b, a }},
}

// above finds how many lines above the first mark in a column the second one stands, and its sign; 0
// where none does.
func above(first, second phrasebook.Screen, at spot, mark rune) (down int, other rune) {
	const furthest = 4 // lines of a row
	for line := len(second) - 1; line >= 0; line-- {
		if signAt(second, spot{line, at.col}) != mark {
			continue
		}
		for d := 1; d <= furthest; d++ {
			if was, is := signAt(first, spot{at.line - d, at.col}), signAt(second, spot{line - d, at.col}); was != is && is != ' ' {
				return d, is
			}
		}
	}
	return 0, 0
}

// gridOf is the grid in which cells are at spots; false where they are in none.
func gridOf(at [3][2]int, spots [3]spot) (g grid, ok bool) {
	for i := range 3 {
		for j := range 3 {
			if rows := at[j][0] - at[i][0]; rows != 0 {
				g.down = (spots[j].line - spots[i].line) / rows
			}
			if cols := at[j][1] - at[i][1]; cols != 0 {
				g.right = (spots[j].col - spots[i].col) / cols
			}
		}
	}
	if spots[0].line == spots[1].line && spots[0].line == spots[2].line {
		g = onOneLine(at, spots)
	}
	g.line, g.col = spots[0].line-at[0][0]*g.down, spots[0].col-at[0][0]*g.behind-at[0][1]*g.right
	if g.down+g.behind <= 0 || g.right <= 0 || g.line < 0 || g.col < 0 {
		return g, false
	}
	for i := range 3 {
		if g.at(at[i][0], at[i][1]) != spots[i] {
			return g, false
		}
	}
	return g, true
}

// onOneLine is the grid in which cells are at spots of one line, as far as it can be told.
func onOneLine(at [3][2]int, spots [3]spot) (g grid) {
	rows := [2]int{at[1][0] - at[0][0], at[2][0] - at[0][0]}
	cols := [2]int{at[1][1] - at[0][1], at[2][1] - at[0][1]}
	wide := [2]int{spots[1].col - spots[0].col, spots[2].col - spots[0].col}
	if det := rows[0]*cols[1] - rows[1]*cols[0]; det != 0 {
		g.behind = (wide[0]*cols[1] - wide[1]*cols[0]) / det
		g.right = (rows[0]*wide[1] - rows[1]*wide[0]) / det
	}
	return g
}

// draw is the board as a phrasebook draws it; nil where it does not stand on the screen.
func (g grid) draw(screen phrasebook.Screen, rows, cols int) (board []string) {
	last := g.at(rows-1, 0).line
	if last >= len(screen) {
		return nil
	}
	cells := map[spot]bool{}
	for r := range rows {
		for c := range cols {
			cells[g.at(r, c)] = true
		}
	}
	for l := g.line; l <= last; l++ {
		if !cells[spot{l, g.col}] {
			board = append(board, "")
			continue
		}
		text := []rune(screen[l])
		for len(text) <= g.at(rows-1, cols-1).col {
			text = append(text, ' ')
		}
		var line strings.Builder
		for c, r := range text {
			if cells[spot{l, c}] {
				line.WriteString("{}")
			} else {
				line.WriteRune(r)
			}
		}
		board = append(board, strings.TrimRight(line.String(), " "))
	}
	return board
}

// free is what stands in all cells but one; empty where it is not the same.
func (g grid) free(screen phrasebook.Screen, rows, cols int, but spot) (sign string) {
	for r := range rows {
		for c := range cols {
			at := g.at(r, c)
			if at == but {
				continue
			}
			is := string(signAt(screen, at))
			if sign != "" && is != sign {
				return ""
			}
			sign = is
		}
	}
	return sign
}

// secondMark finds the second player's mark on a screen after two moves, whose board may stand
// elsewhere than after the first one.
func secondMark(screen, first phrasebook.Screen, g grid, at [3][2]int, mark rune) (string, bool) {
	sign := func(lines phrasebook.Screen, shift, i int) rune {
		spot := g.at(at[i][0], at[i][1])
		spot.line += shift
		return signAt(lines, spot)
	}
	for shift := len(screen) - g.line; shift >= -g.line; shift-- {
		own, other, free := sign(screen, shift, 0), sign(screen, shift, 1), sign(screen, shift, 2)
		if own == mark && other != mark && other != ' ' && other != sign(first, 0, 1) && free == sign(first, 0, 2) {
			return string(other), true
		}
	}
	return "", false
}

// labelled is what stands over the columns of a board that a way of typing is against: letters, where
// letters are typed for rows, or numbers, where letters are typed for columns.
func (g grid) labelled(screen phrasebook.Screen, move []string, cols int) string {
	typed := strings.Join(move, " ")
	rowLetters := strings.Contains(typed, "row-letter}")
	colLetters := strings.Contains(typed, "{letter}") || strings.Contains(typed, "{small-letter}")
	for l := g.line - 1; l >= max(0, g.line-2); l-- {
		text, letters, digits := []rune(screen[l]), 0, 0
		for c := range cols {
			if at := g.at(0, c).col; at < len(text) {
				letters += btoi(unicode.ToLower(text[at]) == rune('a'+c))
				digits += btoi(text[at] == rune('1'+c) || text[at] == rune('0'+c))
			}
		}
		if letters == cols && rowLetters || digits == cols && colLetters {
			return strings.TrimSpace(screen[l])
		}
	}
	return ""
}

func btoi(b bool) int {
	if b {
		return 1
	}
	return 0
}
