package suites

import (
	"fmt"
	"slices"
	"strings"

	"durchgang/core/game"
	"durchgang/core/game/grid"
	"durchgang/core/mistake"
	"durchgang/core/suite"
)

// gridWriter writes suites for games on a board with lines.
type gridWriter struct {
	*writer
	r          *grid.Rules
	rows, cols int
	drawn      *steps // a game without a line, where one was found
	completes  string // what completing a line does
}

func writeGrid(w *writer, r *grid.Rules, leads []mistake.Lead) {
	rows, cols := r.Shape()
	g := &gridWriter{writer: w, r: r, rows: rows, cols: cols, completes: "wins"}
	w.wins = g.completed
	if r.Misere() {
		g.completes = "loses"
	}
	g.marks()
	g.lines()
	g.ends(leads)
	g.refusals()
	g.after()
}

// words is a small number in words.
func words(n int) string {
	list := []string{"no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten"}
	if n < len(list) {
		return list[n]
	}
	return fmt.Sprint(n)
}

// marks are the criteria of where marks go and whose they are.
func (g *gridWriter) marks() {
	place, name := "A mark goes where it was put", "a mark in every row and column"
	if g.r.Gravity() {
		place, name = "A mark falls to the lowest free cell of its column", "a mark in every column"
	}
	g.criterion("marks", place, 2, suite.Mark, suite.Legal)
	cells := g.cells()
	g.add(name+", from the top left", g.quiet(cells))
	slices.Reverse(cells)
	g.add(name+", from the bottom right", g.quiet(cells))
	if g.r.Gravity() {
		for _, col := range []int{0, g.cols - 1} {
			g.add(fmt.Sprintf("column %s to its top", g.r.FormatMove(g.at(0, col))), g.filled(col))
		}
	}
	g.criterion("turns", fmt.Sprintf("The players take turns, %s begins", g.rules.PlayerName(game.First)), 1, suite.Turns)
	slices.SortStableFunc(cells, func(a, b game.Cell) int { return int(a.Row+2*a.Col)%3 - int(b.Row+2*b.Col)%3 })
	s := g.quiet(cells)
	if n := min(len(s.list), 6); n > 0 {
		g.add("moves of both players in turn", g.play("").move(moves(s.list[:n])...))
	}
}

func moves(list []suite.Step) (moves []game.Move) {
	for _, s := range list {
		moves = append(moves, s.Move)
	}
	return moves
}

// cells are all of the board, so that every row and column comes early.
func (g *gridWriter) cells() []game.Cell {
	var cells []game.Cell
	n := max(g.rows, g.cols)
	for shift := range n {
		for i := range n {
			row, col := i, (i+shift)%n
			if row < g.rows && col < g.cols {
				cells = append(cells, game.Cell{Row: int16(row), Col: int16(col)})
			}
		}
	}
	return cells
}

// at is the move that puts a mark at a cell, or lets it fall in its column.
func (g *gridWriter) at(row, col int) game.Move {
	if g.r.Gravity() {
		row = 0
	}
	return game.Move{Cell: game.Cell{Row: int16(row), Col: int16(col)}}
}

func (g *gridWriter) to(c game.Cell) game.Move { return g.at(int(c.Row), int(c.Col)) }

// filled lets marks fall into a column up to its top.
func (g *gridWriter) filled(col int) *steps {
	s := g.play("")
	for range g.rows {
		s.move(g.at(0, col))
	}
	return s
}

// mostQuiet bounds a script that only puts marks.
const mostQuiet = 30

// quiet puts marks at cells in their order, as long as they end nothing; those that would are left out.
func (g *gridWriter) quiet(cells []game.Cell) *steps {
	s := g.play("")
	for _, c := range cells {
		if len(s.list) == mostQuiet {
			break
		}
		if m := g.to(c); g.goesOn(s, m) {
			s.move(m)
		}
	}
	return s
}

// goesOn reports whether a move is legal and ends nothing.
func (g *gridWriter) goesOn(s *steps, m game.Move) bool {
	if s.over() {
		return false
	}
	pos := s.pos.Clone()
	return !refuses(g.rules, pos, m) && !pos.Result().Over()
}

// ends are the criteria of full boards.
func (g *gridWriter) ends(leads []mistake.Lead) {
	known := func(outcome game.Outcome) (list []*steps) {
		for _, lead := range leads {
			if s := g.play("").move(lead.Moves...); s.over() && !s.wrong && s.pos.Result().Outcome == outcome {
				list = append(list, s)
			}
		}
		if len(list) > 0 {
			return list
		}
		for range 3 {
			if s := g.full(outcome, nil); s != nil {
				list = append(list, s)
			}
		}
		return list
	}
	g.criterion("last-cell", fmt.Sprintf("A line on the last free cell %s", g.completes), 2, suite.Win)
	for _, s := range known(game.Won) {
		g.add("a line on the last free cell", s)
	}
	g.criterion("draw", "A full board without a line is a draw, and not before", 2, suite.Draw)
	for _, s := range known(game.Drawn) {
		if g.drawn == nil {
			g.drawn = s
		}
		g.add("a full board without a line", s)
	}
	for _, corner := range [][2]int{{0, 0}, {g.rows - 1, g.cols - 1}} {
		c := game.Cell{Row: int16(corner[0]), Col: int16(corner[1])}
		if g.r.Gravity() {
			c.Row = 0
		}
		if s := g.full(game.Drawn, &c); s != nil {
			g.add("a full board without a line, at last "+c.String(), s)
		}
	}
	if g.drawn != nil {
		g.add("a full board after refused moves", g.refusedBetween(g.drawn))
	}
}

// refusedBetween is a game with moves off the board and to taken cells between the first ones.
func (g *gridWriter) refusedBetween(of *steps) *steps {
	s := g.play("")
	for i, step := range of.list {
		s.move(step.Move)
		if i < 3 && !s.over() {
			s.refused(g.at(0, g.cols))
			if !s.legal(step.Move) {
				s.refused(step.Move)
			}
		}
	}
	return s
}

// mostFull bounds the boards that are filled, in moves.
const mostFull = 20_000

// full fills the board and ends with an outcome on its last cell, which may be said: at random, and by a pattern in which lines
// are short. It is nil where no such game was found.
func (g *gridWriter) full(outcome game.Outcome, last *game.Cell) *steps {
	for try := 0; try*g.rows*g.cols < mostFull; try++ {
		s, pattern := g.play(""), g.random.IntN(4)
		for !s.over() {
			pos := s.pos.(*grid.Position)
			free := g.landing(pos)
			lastOne := len(s.list) == g.rows*g.cols-1
			goesOn := func(c game.Cell) bool { return lastOne || (last == nil || c != *last) && g.goesOn(s, g.to(c)) }
			m, found := free.first(g, func(c game.Cell) bool {
				return (outcome != game.Won || try%2 == 1) && g.pattern(c, pattern) == int(pos.Mover) && goesOn(c)
			})
			if !found {
				m, found = free.first(g, goesOn)
			}
			if !found {
				break
			}
			s.move(m)
		}
		if s.over() && !s.wrong && s.pos.Result().Outcome == outcome && len(s.list) == g.rows*g.cols {
			return s
		}
	}
	return nil
}

// pattern is whose a cell is in a board on which lines are at most two long.
func (g *gridWriter) pattern(c game.Cell, kind int) int {
	row, col := int(c.Row), int(c.Col)
	if kind >= 2 {
		row, col = col, row
	}
	return (col/2+row+kind)%2 + 1
}

// refusals are the criteria of moves and lines that are not possible.
func (g *gridWriter) refusals() {
	mid := func() *steps { return g.play("").move(g.at(g.rows/2, g.cols/2)) }
	elsewhere := g.at(g.rows-1, (g.cols/2+1)%g.cols)
	if g.r.Gravity() {
		g.criterion("full", "A full column is refused", 2, suite.TakenCell)
		for _, col := range []int{0, g.cols - 1, g.cols / 2} {
			g.add("column "+g.r.FormatMove(g.at(0, col)), g.filled(col).refused(g.at(0, col)).move(g.at(0, (col+1)%g.cols)))
		}
	} else {
		g.criterion("taken", "A taken cell is refused", 2, suite.TakenCell)
		g.add("the other player's cell", mid().refused(g.at(g.rows/2, g.cols/2)).move(elsewhere))
		for _, c := range [][2]int{{0, 0}, {g.rows - 1, g.cols - 1}, {0, g.cols - 1}} {
			s := g.play("").move(g.at(c[0], c[1]), g.at(g.rows/2, (g.cols-1)/2)).refused(g.at(c[0], c[1]))
			g.add("one's own cell, "+game.Cell{Row: int16(c[0]), Col: int16(c[1])}.String(), s.move(elsewhere))
		}
	}
	title := "A cell off the board is refused"
	offs := []struct {
		title    string
		row, col int
	}{{"the column before a", 0, -1}, {"the column after the last", 0, g.cols}}
	if g.r.Gravity() {
		title = "A column off the board is refused"
	} else {
		offs = append(offs, []struct {
			title    string
			row, col int
		}{
			{"row 0", -1, g.cols / 2}, {"the row after the last", g.rows, g.cols / 2}, {"off by one on both axes", g.rows, g.cols},
			{"row 0 at the last column", -1, g.cols - 1}, {"the column before a in the last row", g.rows - 1, -1},
		}...)
	}
	g.criterion("range", title, 2, suite.Range)
	for _, off := range offs {
		g.add(off.title, mid().refused(g.at(off.row, off.col)).move(elsewhere))
		g.add(off.title+", at once", g.play("").refused(g.at(off.row, off.col)).move(elsewhere))
	}
	g.criterion("text", "A line that is no move is refused", 1, suite.Text)
	for _, line := range [][2]string{{"letters", "abc"}, {"an empty line", ""}, {"blanks", "   "}, {"a long line", strings.Repeat("x", 80)}} {
		g.add(line[0], mid().text(line[1]).move(elsewhere))
	}
	g.criterion("kept", "After a refused move the same player is to move", 1, suite.TurnKept)
	g.add("turn kept after a move off the board", mid().refused(g.at(0, g.cols)).move(elsewhere).move(g.free(mid().move(elsewhere))...))
	g.add("turn kept after text", mid().text("hello").move(elsewhere).move(g.free(mid().move(elsewhere))...))
	if g.r.Gravity() {
		g.add("turn kept after a full column", g.filled(0).refused(g.at(0, 0)).move(g.at(0, 1)))
	} else {
		taken := mid().refused(g.at(g.rows/2, g.cols/2)).move(elsewhere)
		g.add("turn kept after a taken cell", taken.move(g.free(mid().move(elsewhere))...))
	}
}

// free is a move that goes on, where there is one.
func (g *gridWriter) free(s *steps) []game.Move {
	for _, c := range g.cells() {
		if m := g.to(c); g.goesOn(s, m) {
			return []game.Move{m}
		}
	}
	return nil
}

// after are the criteria of the end and of another game.
func (g *gridWriter) after() {
	wins := map[game.Player]*steps{}
	for _, p := range []game.Player{game.First, game.Second} {
		for _, dir := range directions {
			if list := g.allLines(dir.d); len(list) > 0 && wins[p] == nil {
				wins[p] = g.complete(list[0], p, list[0][len(list[0])-1])
			}
		}
	}
	g.criterion("end", "Nothing is played after the end", 1, suite.AfterEnd)
	for _, p := range []game.Player{game.First, game.Second} {
		if won := wins[p]; won != nil {
			s := won.copy()
			s.refused(g.left(s, 2)...)
			g.add(fmt.Sprintf("moves after %s has completed a line", g.rules.PlayerName(p)), s)
		}
	}
	g.criterion("again", "Another game starts with an empty board", 1, suite.NewGame)
	if g.r.Scored() {
		g.open.Claims = append(g.open.Claims, suite.Score)
	}
	g.keeps()
	for _, p := range []game.Player{game.First, game.Second} {
		if won := wins[p]; won != nil {
			s := won.copy().again()
			g.add(fmt.Sprintf("the same game twice, ended by %s", g.rules.PlayerName(p)), s.move(moves(won.list)...))
		}
	}
	if g.drawn != nil && wins[game.First] != nil {
		g.add("a full board after a line", wins[game.First].copy().again().move(moves(g.drawn.list)...))
		g.add("a line after a draw", g.drawn.copy().again().move(moves(wins[game.First].list)...))
	}
}

// left are moves to cells that are free still.
func (g *gridWriter) left(s *steps, n int) (list []game.Move) {
	pos := s.pos.(*grid.Position)
	for _, c := range g.cells() {
		if g.r.Gravity() {
			c.Row = 0
		}
		if m := g.to(c); len(list) < n && pos.At(c) == game.Nobody && !slices.Contains(list, m) {
			list = append(list, m)
		}
	}
	return list
}
