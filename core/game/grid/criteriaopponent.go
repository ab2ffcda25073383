package grid

import (
	"slices"

	"durchgang/core/game"
	"durchgang/core/suite"
	"durchgang/core/suites"
)

// WriteOpponent implements suites.Opposed. The plan of the other side goes on to the end on free cells.
func (r *Rules) WriteOpponent(w *suites.Writer, program game.Player) {
	w.Suite.Program = program
	rows, cols := r.Shape()
	g := &gridWriter{Writer: w, r: r, rows: rows, cols: cols}
	var cells []game.Move
	for _, c := range g.cells() {
		cells = append(cells, g.to(c))
	}
	back := slices.Clone(cells)
	slices.Reverse(back)
	middle := g.at(rows/2, cols/2)
	corners := []game.Move{g.at(0, 0), g.at(rows-1, cols-1), g.at(0, cols-1), g.at(rows-1, 0)}

	w.Criterion("answers", "The program answers each move with one legal move, and none after the end", 8, suite.Reply, suite.Mark)
	g.plan("from the first cell on", cells...)
	g.plan("from the last cell on", back...)
	g.plan("from the middle", middle)
	if !r.Gravity() {
		var down []game.Move
		for i := range rows * cols {
			down = append(down, g.at(i%rows, i/rows))
		}
		g.plan("column by column", down...)
	}
	w.Criterion("results", "The end is announced, for the right side", 6, suite.Win, suite.Draw)
	g.plan("the corners first", corners...)
	g.plan("the other corners first", corners[2], corners[3], corners[0], corners[1])
	g.plan("the last row or column first", back[:min(len(back), r.Run())]...)
	g.plan("a line as soon as there can be one", g.ahead()...)

	if r.Gravity() {
		w.Criterion("refused", "A column off the board and a line that is not a move are refused, and not answered", 4, suite.Range, suite.Text)
	} else {
		w.Criterion(
			"refused", "A taken cell, one off the board and a line that is not a move are refused, and not answered", 4,
			suite.TakenCell, suite.Range, suite.Text,
		)
		g.inOrder("a taken cell", move(corners[0], false), move(corners[0], true))
	}
	g.inOrder("off the board", move(g.at(0, -1), true), move(middle, false), move(g.at(0, cols), true))
	g.inOrder("letters", suite.Step{Act: suite.TypeLine, Text: "hello", Refused: true}, move(middle, false))

	w.Criterion("varied", "The program does not always play the same game", 2, suite.Varied)
	g.plan("the same plan again and again", middle)
	w.Suite.Scripts[len(w.Suite.Scripts)-1].Repeats = 6
}

// ahead are the cells of a line from the middle to the right, or up a column where marks fall.
func (g *gridWriter) ahead() (line []game.Move) {
	for i := range g.r.Run() {
		if g.r.Gravity() {
			line = append(line, g.at(0, g.cols/2))
		} else {
			line = append(line, g.at(g.rows/2, (g.cols-g.r.Run())/2+i))
		}
	}
	return line
}

func move(m game.Move, refused bool) suite.Step {
	return suite.Step{Act: suite.MakeMove, Move: m, Refused: refused}
}

// mostPlanned bounds the moves of a plan.
const mostPlanned = 30

// plan adds a script of moves, with the rest of the game on free cells.
func (g *gridWriter) plan(title string, moves ...game.Move) {
	var steps []suite.Step
	for _, m := range moves[:min(len(moves), mostPlanned)] {
		if g.r.Holds(m.Cell) {
			steps = append(steps, move(m, false))
		}
	}
	g.inOrder(title, steps...)
}

func (g *gridWriter) inOrder(title string, list ...suite.Step) {
	g.Add(title, g.Raw(append(list, suite.Step{Act: suite.Finish})))
}
