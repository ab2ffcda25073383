package channel

import (
	"context"
	"regexp"
	"slices"
	"strings"
	"unicode/utf8"

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
	Source   string           // of the program, in which names of cells may stand in quotes
	Book     *phrasebook.Book // how what is printed is looked at
}

// Scouted is what was found.
type Scouted struct {
	Answers [][2]string // to what is asked before the first move: the question, what is typed
	Move    []string    // what is typed at each prompt of a move, as in a phrasebook
	Base    int
	Codes   []string  // what cells or columns are called, where they have names of the program's own
	Board   []string  // how it is drawn, as in a phrasebook
	Free    string    // what stands in all free cells; empty where it is not the same
	Marks   [2]string // in the order in which they were seen; the second is empty where it was not
	Against string    // what the program says, and Move and Base follow, though it does otherwise; empty when it does as it says

	Replies bool // the program answers a move with one of its own

	labels string // of columns that the way to type is against
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
// was tried had an effect that can be one of a move. Where what is asked first decides whether
// two people play or one against the program, two do.
func (s Scout) Find(ctx context.Context, spec func() sandbox.Spec) (Scouted, bool, error) {
	if s.Tape == nil {
		s.Tape = &Tape{}
	}
	w := &scout{Scout: s, ctx: ctx, spec: spec, seen: map[string]run{}}
	type path struct {
		lines   []string
		answers [][2]string
	}
	paths, alone := []path{{}}, Scouted{}
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
			paths = append(
				paths,
				path{append(slices.Clone(p.lines), answer), append(slices.Clone(p.answers), [2]string{screen.Prompt(), answer})},
			)
			continue
		}
		found, ok, err := w.moves(p.lines, screen)
		if err != nil || ok {
			found.Answers = p.answers
			if err == nil && found.Replies {
				if alone.Move == nil {
					alone = found
				}
				continue
			}
			return found, ok, err
		}
		if len(p.lines) >= mostQuestions {
			continue
		}
		for _, answer := range Answers(screen, len(p.lines)) {
			lines := append(slices.Clone(p.lines), answer)
			after, err := w.play(lines)
			if err != nil {
				return Scouted{}, false, err
			}
			if next := after.last(len(lines)); next != nil && strings.Join(next, "\n") != strings.Join(screen, "\n") &&
				next.Prompt() != screen.Prompt() {
				paths = append(paths, path{lines, append(slices.Clone(p.answers), [2]string{screen.Prompt(), answer})})
			}
		}
	}
	return alone, alone.Move != nil, nil
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

// Answers are what may be typed at a prompt that is not for a move: what it names in brackets,
// the single letters and digits in it, what the lines above begin with, and what people type who are asked for anything.
func Answers(screen phrasebook.Screen, n int) []string {
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
	for _, word := range single.FindAllString(screen.Prompt(), -1) {
		if utf8.RuneCountInString(word) == 1 {
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
		r.screens = append(r.screens, s.Book.Look(all, string(printed)))
		all = append(append(all, printed...), '\n')
		if i == len(lines) || r.rest != waits || c.typeLine(lines[i]) != nil {
			break
		}
	}
	s.seen[key] = r
	return r, c.failure()
}

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
	for _, w := range slices.Concat(s.ways(), s.coded(screen)) {
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
			found.Codes = w.names(s.places())
			found.heed(w, strings.Join(screen, "\n"), s.Rows)
			return found, ok, err
		}
	}
	return Scouted{}, false, nil
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
		board := g.draw(screens[0], s.Rows, s.Cols)
		if board == nil {
			continue
		}
		found := Scouted{
			Move:   move,
			Base:   base,
			Board:  board,
			Free:   g.free(screens[0], s.Rows, s.Cols, spots[0]),
			Marks:  [2]string{string(mark)},
			labels: g.labelled(screens[0], move, s.Cols),
		}
		found.Replies = s.replies(before, screens[0], g)
		if second := r.last(len(lines)); second != nil { // a program with a fault may have no second mark
			if other, ok := secondMark(second, screens[0], g, at, mark); ok {
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
	g := grid{line: spots[0].line - (s.Rows-1)*down, col: spots[0].col - right, down: down, right: right}
	if down == 0 || right <= 0 || g.line < 0 || g.col < 0 {
		return Scouted{}, false, nil
	}
	for i, cell := range cells {
		if g.at(cell[0], cell[1]) != spots[i] {
			return Scouted{}, false, nil
		}
	}
	board := g.draw(screens[0], s.Rows, s.Cols)
	if board == nil {
		return Scouted{}, false, nil
	}
	marks := [2]string{string(mark), string(other)}
	if other == mark { // the same player moves again
		marks[1] = ""
	}
	return Scouted{
		Move:    []string{w.first.col},
		Base:    w.first.base,
		Board:   board,
		Free:    g.free(screens[0], s.Rows, s.Cols, spots[0]),
		Marks:   marks,
		Replies: s.replies(before, screens[0], g),
	}, true, nil
}

// replies reports whether a program has put a mark of its own beside the first one that was typed.
func (s *scout) replies(before []string, after phrasebook.Screen, g grid) bool {
	start := s.seen[strings.Join(before, "\n")].last(len(before))
	fewest, other := s.Rows*s.Cols, false
	for shift := -len(start); shift <= len(start); shift++ {
		var put []rune
		for r := range s.Rows {
			for c := range s.Cols {
				at := g.at(r, c)
				is := signAt(after, at)
				at.line += shift
				if signAt(start, at) != is {
					put = append(put, is)
				}
			}
		}
		if len(put) < fewest {
			fewest, other = len(put), len(put) == 2 && put[0] != put[1]
		}
	}
	return other
}

// Scouts reports whether programs of a game can be scouted: two players type cells of a board.
func Scouts(rules game.Rules, setup game.Setup) bool {
	rows, cols := rules.Shape()
	kind := rules.MoveKind()
	return rows > 1 && cols > 1 && (kind == game.NamesCell || kind == game.NamesColumn) && !phrasebook.TableOf(rules, setup).Afloat()
}
