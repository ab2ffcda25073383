package grid

import (
	"fmt"
	"slices"
	"strings"

	"durchgang/core/game"
	"durchgang/core/mistake"
	"durchgang/core/suite"
	"durchgang/core/suites"
)

// gridWriter writes suites for games on a board with lines.
type gridWriter struct {
	*suites.Writer
	r          *Rules
	rows, cols int
	drawn      *suites.Steps // a game without a line, where one was found
	completes  string        // what completing a line does
}

// WriteSuite implements suites.Written.
func (r *Rules) WriteSuite(w *suites.Writer, known mistake.Known) {
	rows, cols := r.Shape()
	g := &gridWriter{Writer: w, r: r, rows: rows, cols: cols, completes: "wins"}
	w.Wins = g.completed
	if r.Misere() {
		g.completes = "loses"
	}
	g.marks()
	g.lines()
	g.ends(known.Leads)
	g.refusals()
	g.after()
}

// marks are the criteria of where marks go and whose they are.
func (g *gridWriter) marks() {
	place, name := "A mark goes where it was put", "a mark in every row and column"
	if g.r.Gravity() {
		place, name = "A mark falls to the lowest free cell of its column", "a mark in every column"
	}
	g.Criterion("marks", place, 2, suite.Mark, suite.Legal)
	cells := g.cells()
	g.Add(name+", from the top left", g.quiet(cells))
	slices.Reverse(cells)
	g.Add(name+", from the bottom right", g.quiet(cells))
	if g.r.Gravity() {
		for _, col := range []int{0, g.cols - 1} {
			g.Add(fmt.Sprintf("column %s to its top", g.r.FormatMove(g.at(0, col))), g.filled(col))
		}
	}
	g.Criterion("turns", fmt.Sprintf("The players take turns, %s begins", g.r.PlayerName(game.First)), 1, suite.Turns)
	slices.SortStableFunc(cells, func(a, b game.Cell) int { return int(a.Row+2*a.Col)%3 - int(b.Row+2*b.Col)%3 })
	s := g.quiet(cells)
	if n := min(len(s.List), 6); n > 0 {
		g.Add("moves of both players in turn", g.Play("").Move(moves(s.List[:n])...))
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
func (g *gridWriter) filled(col int) *suites.Steps {
	s := g.Play("")
	for range g.rows {
		s.Move(g.at(0, col))
	}
	return s
}

// mostQuiet bounds a script that only puts marks.
const mostQuiet = 30

// quiet puts marks at cells in their order, as long as they end nothing; those that would are left out.
func (g *gridWriter) quiet(cells []game.Cell) *suites.Steps {
	s := g.Play("")
	for _, c := range cells {
		if len(s.List) == mostQuiet {
			break
		}
		if m := g.to(c); g.goesOn(s, m) {
			s.Move(m)
		}
	}
	return s
}

// goesOn reports whether a move is legal and ends nothing.
func (g *gridWriter) goesOn(s *suites.Steps, m game.Move) bool {
	if s.Over() {
		return false
	}
	pos := s.Pos.Clone()
	return !g.Refuses(pos, m) && !pos.Result().Over()
}

// ends are the criteria of full boards.
func (g *gridWriter) ends(leads []mistake.Lead) {
	known := func(outcome game.Outcome) (list []*suites.Steps) {
		for _, lead := range leads {
			if s := g.Play("").Move(lead.Moves...); s.Over() && !s.Wrong && s.Pos.Result().Outcome == outcome {
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
	g.Criterion("last-cell", fmt.Sprintf("A line on the last free cell %s", g.completes), 2, suite.Win)
	for _, s := range known(game.Won) {
		g.Add("a line on the last free cell", s)
	}
	g.Criterion("draw", "A full board without a line is a draw, and not before", 2, suite.Draw)
	for _, s := range known(game.Drawn) {
		if g.drawn == nil {
			g.drawn = s
		}
		g.Add("a full board without a line", s)
	}
	for _, corner := range [][2]int{{0, 0}, {g.rows - 1, g.cols - 1}} {
		c := game.Cell{Row: int16(corner[0]), Col: int16(corner[1])}
		if g.r.Gravity() {
			c.Row = 0
		}
		if s := g.full(game.Drawn, &c); s != nil {
			g.Add("a full board without a line, at last "+c.String(), s)
		}
	}
	if g.drawn != nil {
		g.Add("a full board after refused moves", g.refusedBetween(g.drawn))
	}
}

// refusedBetween is a game with moves off the board and to taken cells between the first ones.
func (g *gridWriter) refusedBetween(of *suites.Steps) *suites.Steps {
	s := g.Play("")
	for i, step := range of.List {
		s.Move(step.Move)
		if i < 3 && !s.Over() {
			s.Refused(g.at(0, g.cols))
			if !s.Legal(step.Move) {
				s.Refused(step.Move)
			}
		}
	}
	return s
}

// mostFull bounds the boards that are filled, in moves.
const mostFull = 20_000

// full fills the board and ends with an outcome on its last cell, which may be said: at random, and by a pattern in which lines
// are short. It is nil where no such game was found.
func (g *gridWriter) full(outcome game.Outcome, last *game.Cell) *suites.Steps {
	for try := 0; try*g.rows*g.cols < mostFull; try++ {
		s, pattern := g.Play(""), g.Random.IntN(4)
		for !s.Over() {
			pos := s.Pos.(*Position)
			free := g.landing(pos)
			lastOne := len(s.List) == g.rows*g.cols-1
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
			s.Move(m)
		}
		if s.Over() && !s.Wrong && s.Pos.Result().Outcome == outcome && len(s.List) == g.rows*g.cols {
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
	mid := func() *suites.Steps { return g.Play("").Move(g.at(g.rows/2, g.cols/2)) }
	elsewhere := g.at(g.rows-1, (g.cols/2+1)%g.cols)
	if g.r.Gravity() {
		g.Criterion("full", "A full column is refused", 2, suite.TakenCell)
		for _, col := range []int{0, g.cols - 1, g.cols / 2} {
			g.Add("column "+g.r.FormatMove(g.at(0, col)), g.filled(col).Refused(g.at(0, col)).Move(g.at(0, (col+1)%g.cols)))
		}
	} else {
		g.Criterion("taken", "A taken cell is refused", 2, suite.TakenCell)
		g.Add("the other player's cell", mid().Refused(g.at(g.rows/2, g.cols/2)).Move(elsewhere))
		for _, c := range [][2]int{{0, 0}, {g.rows - 1, g.cols - 1}, {0, g.cols - 1}} {
			s := g.Play("").Move(g.at(c[0], c[1]), g.at(g.rows/2, (g.cols-1)/2)).Refused(g.at(c[0], c[1]))
			g.Add("one's own cell, "+game.Cell{Row: int16(c[0]), Col: int16(c[1])}.String(), s.Move(elsewhere))
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
	g.Criterion("range", title, 2, suite.Range)
	for _, off := range offs {
		g.Add(off.title, mid().Refused(g.at(off.row, off.col)).Move(elsewhere))
		g.Add(off.title+", at once", g.Play("").Refused(g.at(off.row, off.col)).Move(elsewhere))
	}
	g.Criterion("text", "A line that is not a move is refused", 1, suite.Text)
	for _, line := range [][2]string{{"letters", "abc"}, {"an empty line", ""}, {"blanks", "   "}, {"a long line", strings.Repeat("x", 80)}} {
		g.Add(line[0], mid().Text(line[1]).Move(elsewhere))
	}
	g.Criterion("kept", "After a refused move the same player is to move", 1, suite.TurnKept)
	g.Add("turn kept after a move off the board", mid().Refused(g.at(0, g.cols)).Move(elsewhere).Move(g.free(mid().Move(elsewhere))...))
	g.Add("turn kept after text", mid().Text("hello").Move(elsewhere).Move(g.free(mid().Move(elsewhere))...))
	if g.r.Gravity() {
		g.Add("turn kept after a full column", g.filled(0).Refused(g.at(0, 0)).Move(g.at(0, 1)))
	} else {
		taken := mid().Refused(g.at(g.rows/2, g.cols/2)).Move(elsewhere)
		g.Add("turn kept after a taken cell", taken.Move(g.free(mid().Move(elsewhere))...))
	}
}

// free is a move that goes on, where there is one.
func (g *gridWriter) free(s *suites.Steps) []game.Move {
	for _, c := range g.cells() {
		if m := g.to(c); g.goesOn(s, m) {
			return []game.Move{m}
		}
	}
	return nil
}

// after are the criteria of the end and of another game.
func (g *gridWriter) after() {
	wins := map[game.Player]*suites.Steps{}
	for _, p := range []game.Player{game.First, game.Second} {
		for _, dir := range directions {
			if list := g.allLines(dir.d); len(list) > 0 && wins[p] == nil {
				wins[p] = g.complete(list[0], p, list[0][len(list[0])-1])
			}
		}
	}
	g.Criterion("end", "Nothing is played after the end", 1, suite.AfterEnd)
	for _, p := range []game.Player{game.First, game.Second} {
		if won := wins[p]; won != nil {
			s := won.Copy()
			s.Refused(g.left(s, 2)...)
			g.Add(fmt.Sprintf("moves after %s has completed a line", g.r.PlayerName(p)), s)
		}
	}
	g.Criterion("again", "Another game starts with an empty board", 1, suite.NewGame)
	if g.r.Scored() {
		g.Claim(suite.Score)
	}
	g.Keeps()
	for _, p := range []game.Player{game.First, game.Second} {
		if won := wins[p]; won != nil {
			s := won.Copy().Again()
			g.Add(fmt.Sprintf("the same game twice, ended by %s", g.r.PlayerName(p)), s.Move(moves(won.List)...))
		}
	}
	if g.drawn != nil && wins[game.First] != nil {
		g.Add("a full board after a line", wins[game.First].Copy().Again().Move(moves(g.drawn.List)...))
		g.Add("a line after a draw", g.drawn.Copy().Again().Move(moves(wins[game.First].List)...))
	}
}

// left are moves to cells that are free still.
func (g *gridWriter) left(s *suites.Steps, n int) (list []game.Move) {
	pos := s.Pos.(*Position)
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
