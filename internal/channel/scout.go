package channel

import (
	"cmp"
	"context"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"unicode"

	"durchgang/core/game"
	"durchgang/core/phrasebook"
	"durchgang/internal/sandbox"
)

// Scout finds out, without knowing a word of what a program says, what it asks first, how a
// move is typed, and where its board is: by what changes on the screen when different cells
// are typed in one way. A way in which three cells that no symmetry maps upon each other all
// appear, each at its own place, is the program's; where they appear tells order, base and
// direction.
type Scout struct {
	Rows     int // of the board
	Cols     int
	Drops    bool // a move names a column, and the mark falls
	Patience Patience
	Tape     *Tape
}

// Scouted is what was found.
type Scouted struct {
	Answers [][2]string // to what is asked before the first move: the question, what is typed
	Move    []string    // what is typed at each prompt of a move, as in a phrasebook
	Base    int
	Board   []string  // how it is drawn, as in a phrasebook
	Free    string    // what stands in all free cells; empty where it is not the same
	Marks   [2]string // in the order in which they were seen; the second is empty where it was not
	Against string    // what the program says, and Move and Base follow, though it does otherwise; empty when it does as it says

	labels string // of columns that the way to type is against
}

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

// run is what a program printed: at its start, and after each line.
type run struct {
	screens []phrasebook.Screen
	rest    rest
}

// last is the screen after the last line; nil where the program did not get so far.
func (r run) last(lines int) phrasebook.Screen {
	if len(r.screens) != lines+1 || r.rest != waits {
		return nil
	}
	return r.screens[lines]
}

type scout struct {
	Scout
	ctx  context.Context
	spec func() sandbox.Spec
	seen map[string]run // by what was typed
}

// Find looks for the program's board and how to type to it. It is false where nothing that
// was tried had an effect that can be one of a move.
func (s Scout) Find(ctx context.Context, spec func() sandbox.Spec) (Scouted, bool, error) {
	if s.Tape == nil {
		s.Tape = &Tape{}
	}
	w := &scout{Scout: s, ctx: ctx, spec: spec, seen: map[string]run{}}
	type path struct {
		lines   []string
		answers [][2]string
	}
	paths := []path{{}}
	for n := 0; n < len(paths) && n < mostPaths && len(w.seen) < mostRuns; n++ {
		p := paths[n]
		before, err := w.play(p.lines)
		if err != nil {
			return Scouted{}, false, err
		}
		screen := before.last(len(p.lines))
		if screen == nil {
			continue
		}
		free, err := w.free(p.lines, screen)
		if err != nil {
			return Scouted{}, false, err
		}
		if free { // whatever is typed
			answer := people[min(len(p.lines), len(people)-1)]
			paths = append(paths, path{append(slices.Clone(p.lines), answer), append(slices.Clone(p.answers), [2]string{screen.Prompt(), answer})})
			continue
		}
		found, ok, err := w.moves(p.lines, screen)
		if err != nil || ok {
			found.Answers = p.answers
			return found, ok, err
		}
		if len(p.lines) >= mostQuestions {
			continue
		}
		for _, answer := range answers(screen, len(p.lines)) {
			lines := append(slices.Clone(p.lines), answer)
			after, err := w.play(lines)
			if err != nil {
				return Scouted{}, false, err
			}
			if next := after.last(len(lines)); next != nil && strings.Join(next, "\n") != strings.Join(screen, "\n") && next.Prompt() != screen.Prompt() {
				paths = append(paths, path{lines, append(slices.Clone(p.answers), [2]string{screen.Prompt(), answer})})
			}
		}
	}
	return Scouted{}, false, nil
}

const (
	mostPaths     = 10 // of answers to what is asked first
	mostRuns      = 320
	mostQuestions = 4
)

var (
	choices = regexp.MustCompile(`[(\[{<]([^)\]}>]{1,24})[)\]}>]`)
	item    = regexp.MustCompile(`(?m)^\W{0,3}(\w{1,2})\s*[).:=-]`)
	single  = regexp.MustCompile(`[\pL\pN]+`)
)

// answers are what may be typed at a prompt that is not for a move: what it names in brackets,
// what the lines above begin with, and what people type who are asked for anything.
func answers(screen phrasebook.Screen, n int) []string {
	var list []string
	add := func(text string) {
		if !slices.Contains(list, text) && len(list) < 9 {
			list = append(list, text)
		}
	}
	for _, m := range choices.FindAllStringSubmatch(screen.Question(), -1) {
		for _, word := range single.FindAllString(m[1], 3) {
			add(word)
		}
	}
	for _, m := range item.FindAllStringSubmatch(strings.Join(screen, "\n"), 4) {
		add(m[1])
	}
	add(people[min(n, len(people)-1)])
	for _, text := range []string{"", "2", "1", "y"} {
		add(text)
	}
	return list
}

// people are names that are typed where anything may be.
var people = [...]string{"Anna", "Ben", "Cleo", "Dario", "Elin"}

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

// free reports whether a prompt takes any text, and goes on to the same next one: it asks for a
// name, or waits until somebody is ready. No move is typed there.
func (s *scout) free(before []string, screen phrasebook.Screen) (bool, error) {
	var next [2]string
	for i, name := range people[:2] {
		lines := append(slices.Clone(before), name)
		r, err := s.play(lines)
		if err != nil {
			return false, err
		}
		after := r.last(len(lines))
		if after == nil || after.Prompt() == screen.Prompt() {
			return false, nil
		}
		next[i] = strings.ReplaceAll(strings.Join(after, "\n"), name, "")
	}
	if next[0] != next[1] {
		return false, nil
	}
	// Where a refused move passes the turn, the first prompt comes back.
	lines := append(slices.Clone(before), people[0], people[1])
	r, err := s.play(lines)
	if err != nil {
		return false, err
	}
	after := r.last(len(lines))
	return after == nil || after.Prompt() != screen.Prompt(), nil
}

// play starts the program and types lines.
func (s *scout) play(lines []string) (run, error) {
	key := strings.Join(lines, "\n")
	if r, known := s.seen[key]; known {
		return r, nil
	}
	if err := s.ctx.Err(); err != nil {
		return run{}, err
	}
	c := s.Tape.play(phrasebook.Given{}, true, func() (*console, error) { return open(s.spec(), s.Patience) })
	defer c.close()
	var all []byte
	var r run
	for i := 0; ; i++ {
		var printed []byte
		printed, r.rest = c.settle()
		r.screens = append(r.screens, phrasebook.Look(all, string(printed)))
		all = append(append(all, printed...), '\n')
		if i == len(lines) || r.rest != waits || c.typeLine(lines[i]) != nil {
			break
		}
	}
	s.seen[key] = r
	return r, c.failure()
}

// spot is a character on a screen.
type spot struct{ line, col int }

// width is how many cells a row has for one number to count.
func (s *scout) width() int {
	if s.Drops {
		return 0
	}
	return s.Cols
}

// cellsTyped are three cells that tell every turn and reflection of a board apart.
func (s *scout) cellsTyped() [3][2]int {
	if s.Drops {
		return [3][2]int{{s.Rows - 1, 1}, {s.Rows - 1, s.Cols - 1}, {s.Rows - 1, 2}}
	}
	return [3][2]int{{0, 1}, {s.Rows - 1, 0}, {1, s.Cols - 1}}
}

// moves looks for a way to type a move after the lines that lead to the first one.
func (s *scout) moves(before []string, screen phrasebook.Screen) (Scouted, bool, error) {
	cells := s.cellsTyped()
	refusals := map[string]bool{}
	for _, w := range s.ways() {
		if len(s.seen) > mostRuns {
			break
		}
		var screens [3]phrasebook.Screen
		for i, cell := range cells {
			lines := append(slices.Clone(before), w.lines(cell[0], cell[1], s.width())...)
			r, err := s.play(lines)
			if err != nil {
				return Scouted{}, false, err
			}
			screens[i] = r.last(len(lines))
			if screens[i] == nil || refusals[strings.Join(screens[i], "\n")] {
				screens[i] = nil
				break
			}
			if i == 1 && slices.Equal(screens[0], screens[1]) {
				refusals[strings.Join(screens[0], "\n")] = true // it refuses both
				screens[i] = nil
				break
			}
		}
		if slices.ContainsFunc(screens[:], func(x phrasebook.Screen) bool { return x == nil }) {
			continue
		}
		spots, mark, ok := appear(screens)
		if !ok {
			continue
		}
		fit := s.fit
		if s.Drops {
			fit = s.fitDrops
		}
		found, ok, err := fit(before, w, screens, spots, mark)
		if err != nil || ok {
			found.heed(w, strings.Join(screen, "\n"), s.Rows)
			return found, ok, err
		}
	}
	return Scouted{}, false, nil
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

// grid is where cells are on a screen: those of a row and column, from the first.
type grid struct{ line, col, down, right int }

func (g grid) at(row, col int) spot { return spot{g.line + row*g.down, g.col + col*g.right} }

// place is where a pair of numbers that was typed is on the board.
type placing struct {
	name string
	of   func(a, b, rows, cols int) (row, col int)
}

var placings = []placing{
	{"row, column", func(a, b, _, _ int) (int, int) { return a, b }},
	{"column, row", func(a, b, _, _ int) (int, int) { return b, a }},
	{"from the bottom", func(a, b, rows, _ int) (int, int) { return rows - 1 - a, b }},
}

// fit finds how what was typed lies on the board, and looks at all of it.
func (s *scout) fit(before []string, w way, screens [3]phrasebook.Screen, spots [3]spot, mark rune) (Scouted, bool, error) {
	cells := s.cellsTyped()
	for _, p := range placings {
		var at [3][2]int
		for i, cell := range cells {
			at[i][0], at[i][1] = p.of(cell[0], cell[1], s.Rows, s.Cols)
		}
		g, ok := gridOf(at, spots)
		if !ok {
			continue
		}
		move, base, ok := w.template(p.name)
		if !ok {
			continue
		}
		// The second player's mark, and that the first one's stays.
		lines := slices.Concat(before, w.lines(cells[0][0], cells[0][1], s.width()), w.lines(cells[1][0], cells[1][1], s.width()))
		r, err := s.play(lines)
		if err != nil {
			return Scouted{}, false, err
		}
		board, top := g.draw(screens[0], s.Rows, s.Cols)
		if board == nil {
			continue
		}
		found := Scouted{Move: move, Base: base, Board: board, Free: g.free(screens[0], s.Rows, s.Cols, spots[0]), Marks: [2]string{string(mark)}, labels: g.labelled(screens[0], move, s.Cols)}
		if second := r.last(len(lines)); second != nil { // a program with a fault may have no second mark
			if other, ok := secondMark(second, screens[0], g, top, at, mark); ok {
				found.Marks[1] = other
			}
		}
		return found, true, nil
	}
	return Scouted{}, false, nil
}

// fitDrops finds the board on which marks fall: where a second mark in the same column stands tells how
// far apart rows are.
func (s *scout) fitDrops(before []string, w way, screens [3]phrasebook.Screen, spots [3]spot, mark rune) (Scouted, bool, error) {
	cells := s.cellsTyped()
	typed := w.lines(cells[0][0], cells[0][1], s.width())
	lines := slices.Concat(before, typed, typed)
	r, err := s.play(lines)
	second := r.last(len(lines))
	if err != nil || second == nil {
		return Scouted{}, false, err
	}
	down, other := above(screens[0], second, spots[0], mark)
	right := (spots[1].col - spots[0].col) / (cells[1][1] - cells[0][1])
	g := grid{spots[0].line - (s.Rows-1)*down, spots[0].col - right, down, right}
	if down == 0 || right <= 0 || g.line < 0 || g.col < 0 {
		return Scouted{}, false, nil
	}
	for i, cell := range cells {
		if g.at(cell[0], cell[1]) != spots[i] {
			return Scouted{}, false, nil
		}
	}
	board, _ := g.draw(screens[0], s.Rows, s.Cols)
	if board == nil {
		return Scouted{}, false, nil
	}
	marks := [2]string{string(mark), string(other)}
	if other == mark { // the same player moves again
		marks[1] = ""
	}
	return Scouted{Move: []string{w.first.col}, Base: w.first.base, Board: board, Free: g.free(screens[0], s.Rows, s.Cols, spots[0]), Marks: marks}, true, nil
}

// above finds how many lines above the first mark in a column the second one stands, and its sign; 0
// where none does.
func above(first, second phrasebook.Screen, at spot, mark rune) (down int, other rune) {
	sign := func(screen phrasebook.Screen, line int) rune {
		if line >= 0 && line < len(screen) {
			if text := []rune(screen[line]); at.col < len(text) {
				return text[at.col]
			}
		}
		return ' '
	}
	const furthest = 4 // lines of a row
	for line := len(second) - 1; line >= 0; line-- {
		if sign(second, line) != mark {
			continue
		}
		for d := 1; d <= furthest; d++ {
			if was, is := sign(first, at.line-d), sign(second, line-d); was != is && is != ' ' {
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
	g.line, g.col = spots[0].line-at[0][0]*g.down, spots[0].col-at[0][1]*g.right
	if g.down <= 0 || g.right <= 0 || g.line < 0 || g.col < 0 {
		return g, false
	}
	for i := range 3 {
		if g.at(at[i][0], at[i][1]) != spots[i] {
			return g, false
		}
	}
	return g, true
}

// draw is the board as a phrasebook draws it; top is its first line on the screen.
func (g grid) draw(screen phrasebook.Screen, rows, cols int) (board []string, top int) {
	last := g.at(rows-1, 0).line
	if last >= len(screen) {
		return nil, 0
	}
	for l := g.line; l <= last; l++ {
		if (l-g.line)%g.down != 0 {
			board = append(board, "")
			continue
		}
		text := []rune(screen[l])
		for len(text) <= g.at(0, cols-1).col {
			text = append(text, ' ')
		}
		var line strings.Builder
		for c, r := range text {
			if n := c - g.col; n >= 0 && n%g.right == 0 && n/g.right < cols {
				line.WriteString("{}")
			} else {
				line.WriteRune(r)
			}
		}
		board = append(board, strings.TrimRight(line.String(), " "))
	}
	return board, g.line
}

// free is what stands in all cells but one; empty where it is not the same.
func (g grid) free(screen phrasebook.Screen, rows, cols int, but spot) (sign string) {
	for r := range rows {
		for c := range cols {
			at := g.at(r, c)
			if at == but {
				continue
			}
			is := " "
			if text := []rune(screen[at.line]); at.col < len(text) {
				is = string(text[at.col])
			}
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
func secondMark(screen, first phrasebook.Screen, g grid, top int, at [3][2]int, mark rune) (string, bool) {
	sign := func(lines phrasebook.Screen, shift, row, col int) rune {
		spot := g.at(row, col)
		if l := spot.line + shift; l >= 0 && l < len(lines) {
			if text := []rune(lines[l]); spot.col < len(text) {
				return text[spot.col]
			}
		}
		return ' '
	}
	for shift := len(screen) - top; shift >= -top; shift-- {
		own, other, free := sign(screen, shift, at[0][0], at[0][1]), sign(screen, shift, at[1][0], at[1][1]), sign(screen, shift, at[2][0], at[2][1])
		if own == mark && other != mark && other != ' ' && other != sign(first, 0, at[1][0], at[1][1]) && free == sign(first, 0, at[2][0], at[2][1]) {
			return string(other), true
		}
	}
	return "", false
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
	r, c := strings.Index(typed, "{row"), max(strings.Index(typed, "{col"), strings.Index(typed, "{letter"), strings.Index(typed, "{small-letter"))
	if row == nil || col == nil || r < 0 || c < 0 || (row[0] < col[0]) == (r < c) {
		return ""
	}
	return text[min(row[0], col[0]):max(row[1], col[1])]
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

// spans are two numbers that may be the ends of a range, with at most a word between them.
var spans = regexp.MustCompile(`\b([01])\b(?:\s*(?:-|–|\.{2,3}|…|,|/)\s*|\s+\pL{1,8}\s+)(\d{1,3})\b`)

// Scouts reports whether programs of a game can be scouted: two players type cells of a board.
func Scouts(rules game.Rules, setup game.Setup) bool {
	rows, cols := rules.Shape()
	kind := rules.MoveKind()
	return rows > 1 && cols > 1 && (kind == game.NamesCell || kind == game.NamesColumn) && !phrasebook.TableOf(rules, setup).Afloat()
}
