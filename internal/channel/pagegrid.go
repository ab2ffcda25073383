package channel

import (
	"cmp"
	"errors"
	"fmt"
	"slices"
	"strings"

	"durchgang/core/game"
	"durchgang/core/pagemap"
	"durchgang/core/suite"
)

// lines are moves that end a game on a board: with a win of whoever begins, and of the other.
func (d *pageDrafter) lines() (begins, other []game.Move) {
	at := func(row, col int) game.Move { return game.Move{Cell: game.Cell{Row: int16(row), Col: int16(col)}} }
	falls, run := d.Rules.MoveKind() == game.NamesColumn, 3
	if r, is := d.Rules.(interface{ Run() int }); is {
		run = r.Run()
	}
	for i := range run {
		first, second, elsewhere := at(0, i), at(d.rows-1, i), at(1, 0)
		if falls {
			first, second, elsewhere = at(0, 0), at(0, 1), at(0, 2)
		}
		begins = append(begins, first, second)
		switch {
		case i == run-1: // who begins does not complete a line
			other = append(other, elsewhere)
		case falls:
			other = append(other, first)
		default:
			other = append(other, second)
		}
		if falls {
			other = append(other, second)
		} else {
			other = append(other, first)
		}
	}
	if falls { // marks of both in many columns
		for col := d.cols - 2; col > 2; col -= 2 {
			other = append([]game.Move{at(0, col), at(0, col+1)}, other...)
		}
	}
	return begins[:len(begins)-1], other
}

// trials are scripts by which a map is tried.
func (d *pageDrafter) trials() []suite.Script {
	if d.rows == 0 || d.Rules.Solo() || d.Program != game.Nobody || d.afloat() {
		return d.wordTrials()
	}
	begins, other := d.lines()
	var list []suite.Script
	for _, moves := range [][]game.Move{begins, other} {
		script := suite.Script{Setup: d.Setup}
		for _, m := range moves {
			script.Steps = append(script.Steps, suite.Step{Act: suite.MakeMove, Move: m})
		}
		list = append(list, script)
	}
	return list
}

// grid finds a board of which all see the same.
func (d *pageDrafter) grid() error {
	if err := d.opened(d.findBoard, mostOpenings); err != nil {
		if !errors.Is(err, ErrNoMap) || d.Program != game.Nobody {
			return err
		}
		if found, failed := d.findText(); found || failed != nil {
			return failed
		}
		return err
	}
	if d.Program != game.Nobody {
		return d.watchOpponent()
	}
	begins, other := d.lines()
	samples := map[string][]pagemap.Cell{}
	v, err := d.open()
	if err != nil {
		return err
	}
	defer v.leave()
	if err := v.watchMoves(begins, samples); err != nil {
		return err
	}
	d.findRestart(v)
	if err := v.err; err != nil {
		return err
	}
	second, err := d.open()
	if err != nil {
		return err
	}
	defer second.leave()
	if err := second.watchMoves(other, samples); err != nil {
		return err
	}
	if d.sketch.Marks = pagemap.Tell(samples, pagemap.Empty); d.sketch.Marks == nil {
		return fmt.Errorf("%w: the marks of the two players cannot be told apart", ErrNoMap)
	}
	d.sketch.Right(d.Rules)
	if err := d.announced(); err != nil {
		return err
	}
	d.found("marks", fmt.Sprintf("%d marks of the two players were told apart", len(samples[pagemap.First])+len(samples[pagemap.Second])))
	return nil
}

// announced gives the first player the mark of whom the page announces, where it calls the
// players by their marks and begins with the other one.
func (d *pageDrafter) announced() error {
	d.says()
	m, err := d.sketch.Map(d.Program)
	if err != nil {
		return fmt.Errorf("read the draft: %w", err)
	}
	v, err := d.open()
	if err != nil {
		return err
	}
	defer v.leave()
	if game.Turn(m.Facts(pagemap.Seen{Look: v.looked})) == game.Second {
		s := d.sketch.Marks
		s[pagemap.First], s[pagemap.Second] = s[pagemap.Second], s[pagemap.First]
	}
	return nil
}

// watchMoves makes moves and takes samples of marks from all that the rules know of.
func (v *visit) watchMoves(moves []game.Move, samples map[string][]pagemap.Cell) error {
	pos, err := v.d.Rules.Start(v.d.Setup)
	if err != nil {
		return err
	}
	marked := map[int]string{}
	for _, m := range moves {
		mover, before := pos.Turn(), pos.Clone()
		v.d.Rules.Play(pos, m, nil)
		if v.fallen != nil {
			return fmt.Errorf("%w: the page does not go on%s", ErrNoMap, v.remarks())
		}
		changed, err := v.play(m, mover)
		if err != nil {
			return err
		}
		if err := v.watch(); err != nil {
			return err
		}
		if len(changed) == 0 {
			return nil // the page sees it otherwise from here on
		}
		at := changed[0]
		if landed := v.landed(before, pos); slices.Contains(changed, landed) {
			at = landed
		}
		marked[at] = map[game.Player]string{game.First: pagemap.First, game.Second: pagemap.Second}[mover]
		for i, c := range v.board() {
			name := cmp.Or(marked[i], pagemap.Empty)
			samples[name] = append(samples[name], c)
		}
	}
	return nil
}

// landed is the cell by which two positions differ, -1 when they do not.
func (v *visit) landed(before, after game.Position) int {
	old := v.d.Rules.View(before, game.Nobody, nil)
	for _, f := range v.d.Rules.View(after, game.Nobody, nil) {
		if f.Kind == game.FactCell && !slices.Contains(old, f) {
			return int(f.Cell.Row)*v.cols + int(f.Cell.Col)
		}
	}
	return -1
}

// findBoard finds the board, by clicking in two places of what may be one.
func (d *pageDrafter) findBoard() error {
	var options []pagemap.Board
	for _, t := range d.first.Boards(d.rows, d.cols) {
		options = append(options, pagemap.Board{Cells: &t, Order: pagemap.ByPlace})
	}
	heads := []*pagemap.Thing{nil}
	if d.Rules.MoveKind() == game.NamesColumn {
		for _, t := range d.first.Heads(d.cols) {
			heads = append(heads, &t)
		}
	}
	best, most := -1, 0
	var columns *pagemap.Thing
	for i, b := range options {
		for _, h := range heads {
			d.sketch.Board, d.sketch.Columns = &b, h
			n, err := d.answers()
			if err != nil {
				return err
			}
			if n > most {
				best, most, columns = i, n, h
			}
		}
		if most == 2*right {
			break
		}
	}
	if most >= 2 {
		d.sketch.Board, d.sketch.Columns = &options[best], columns
		d.found("board", fmt.Sprintf("%s, %d × %d, answers where it is clicked", options[best].Cells, d.rows, d.cols))
		return nil
	}
	d.sketch.Board, d.sketch.Columns = nil, nil
	for _, c := range d.first.Canvases {
		board, err := d.findCanvas(c)
		if err != nil {
			return err
		}
		if board != nil {
			d.sketch.Board = board
			d.found("board", fmt.Sprintf("drawn on the canvas '%s', %d × %d", c.CSS, d.rows, d.cols))
			return nil
		}
	}
	d.sketch.Board = nil
	for _, b := range options {
		d.sketch.Board = &b
		for _, g := range d.gestures() {
			d.sketch.Gesture = g
			n, err := d.answers()
			if err != nil {
				return err
			}
			if n == 2*right {
				d.found("board", fmt.Sprintf("%s, %d × %d, answers %s", b.Cells, d.rows, d.cols, g))
				return nil
			}
		}
	}
	d.sketch.Board, d.sketch.Gesture = nil, pagemap.Gesture{}
	return fmt.Errorf("%w: there is nothing of %d × %d cells that answers to a click (%d sets of that shape, %d canvases)%s",
		ErrNoMap, d.rows, d.cols, len(options), len(d.first.Canvases), d.fallen)
}

// gestures are ways to choose a cell other than a click.
func (d *pageDrafter) gestures() []pagemap.Gesture {
	var list []pagemap.Gesture
	for _, from := range d.first.Trays() {
		list = append(list, pagemap.Gesture{Drag: from})
	}
	list = append(list, pagemap.Gesture{Double: true})
	puts, keys := []string{" ", "Enter"}, []string{"789456123", "123456789", "qweasdzxc"}
	falls := d.Rules.MoveKind() == game.NamesColumn
	if falls {
		puts, keys = append(puts, "ArrowDown"), []string{"123456789"[:min(d.cols, 9)], "abcdefghijklmnopqrstuvwxyz"[:d.cols]}
	}
	for _, row := range keys {
		if falls && len(row) == d.cols || len(row) == d.rows*d.cols {
			list = append(list, pagemap.Gesture{Keys: strings.Split(row, "")})
		}
	}
	for _, returns := range []bool{false, true} {
		for _, from := range [][2]int{{(d.rows + 1) / 2, (d.cols + 1) / 2}, {1, 1}} {
			for _, put := range puts {
				list = append(list, pagemap.Gesture{Cursor: &pagemap.Cursor{Put: put, Row: from[0], Col: from[1], Returns: returns}})
			}
		}
	}
	return list
}

// answers tells how well a board answers to two moves: right for each where the cell changes in
// which the mark should be, and 1 where another one does.
func (d *pageDrafter) answers() (n int, err error) {
	v, err := d.open()
	if err != nil {
		return 0, err
	}
	defer v.leave()
	begins, _ := d.lines()
	if c := d.sketch.Cursor; c != nil { // where it is said to be is seen without moving it
		begins = []game.Move{
			{Cell: game.Cell{Row: int16(c.Row - 1), Col: int16(c.Col - 1)}},
			{Cell: game.Cell{Row: int16(d.rows - 1), Col: int16(d.cols - 1)}},
		}
	}
	pos, err := d.Rules.Start(d.Setup)
	if err != nil {
		return 0, err
	}
	for _, m := range begins[:2] {
		before := pos.Clone()
		d.Rules.Play(pos, m, nil)
		if v.fallen != nil {
			return n, nil
		}
		changed, err := v.play(m, before.Turn())
		if err != nil {
			return n, err
		}
		if v.fallen != nil {
			d.fallen = fmt.Sprintf("; when it is clicked the page %s (%s)", v.fallen.Condition, v.fallen.Detail)
		}
		switch {
		case slices.Contains(changed, v.landed(before, pos)):
			n += right
		case len(changed) == 1:
			n++
		}
		if d.Program != game.Nobody {
			return 2 * n, nil // the page has answered, and the game has gone another way
		}
	}
	return n, nil
}

const right = 10

// watchOpponent takes samples from a page that answers.
func (d *pageDrafter) watchOpponent() error {
	v, err := d.open()
	if err != nil {
		return err
	}
	defer v.leave()
	person, program := pagemap.First, pagemap.Second
	if d.Program == game.First {
		person, program = program, person
	}
	samples := map[string][]pagemap.Cell{}
	taken := map[int]bool{}
	for range 2 {
		free := 0
		for i := range v.rows * v.cols {
			if !taken[i] {
				free = i
				break
			}
		}
		at := game.Cell{Row: int16(free / v.cols), Col: int16(free % v.cols)}
		x, y, _ := v.Map.Place(v.looked, v.rows, v.cols, at, v.Rules.MoveKind() == game.NamesColumn, game.First)
		changed, err := v.clickAt(x, y)
		if err != nil {
			return err
		}
		if err := v.watch(); err != nil {
			return err
		}
		board := v.board()
		for _, i := range changed {
			name := program
			if own := i == free; own ||
				v.Rules.MoveKind() == game.NamesColumn && i%v.cols == free%v.cols && len(changed) > 1 && i == slices.Max(changed) {
				name = person
			}
			taken[i] = true
			samples[name] = append(samples[name], board[i])
		}
		if len(changed) == 0 {
			taken[free] = true
		}
	}
	for i, c := range v.board() {
		if !taken[i] {
			samples[pagemap.Empty] = append(samples[pagemap.Empty], c)
		}
	}
	if d.sketch.Marks = pagemap.Tell(samples, pagemap.Empty); len(d.sketch.Marks) < 2 {
		return fmt.Errorf("%w: the page does not answer a move on its board", ErrNoMap)
	}
	d.found("marks", "the page answers, and the two marks were told apart")
	d.findRestart(v)
	d.says()
	return v.err
}
