package suites

import (
	"errors"
	"fmt"
	"slices"

	"durchgang/core/game"
	"durchgang/core/game/grid"
	"durchgang/core/suite"
)

// ErrNoSide means that programs of a game play no side by themselves.
var ErrNoSide = errors.New("programs play one side by themselves in games on one board: tic-tac-toe, connect four, five in a row")

// Sides are the names of the players that a program can be that plays a side by itself; none in games in which it cannot.
func Sides(rules game.Rules) []string {
	if _, is := rules.(*grid.Rules); !is {
		return []string{}
	}
	return []string{rules.PlayerName(game.First), rules.PlayerName(game.Second)}
}

// Side is the player of that name.
func Side(rules game.Rules, name string) (game.Player, error) {
	i := slices.Index(Sides(rules), name)
	if i < 0 {
		return game.Nobody, fmt.Errorf("%q is no side that a program can play by itself in this game; there are %q", name, Sides(rules))
	}
	return game.First + game.Player(i), nil
}

// writeOpponent writes the criteria for programs that play one side by themselves. A script is the plan of the other side, which
// goes on to the end on free cells.
func writeOpponent(w *writer, r *grid.Rules, program game.Player) {
	w.suite.Program = program
	rows, cols := r.Shape()
	g := &gridWriter{writer: w, r: r, rows: rows, cols: cols}
	var cells []game.Move
	for _, c := range g.cells() {
		cells = append(cells, g.to(c))
	}
	back := slices.Clone(cells)
	slices.Reverse(back)
	middle := g.at(rows/2, cols/2)
	corners := []game.Move{g.at(0, 0), g.at(rows-1, cols-1), g.at(0, cols-1), g.at(rows-1, 0)}

	w.criterion("answers", "The program answers each move with one legal move, and none after the end", 8, suite.Reply, suite.Mark)
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
	w.criterion("results", "The end is announced, for the right side", 6, suite.Win, suite.Draw)
	g.plan("the corners first", corners...)
	g.plan("the other corners first", corners[2], corners[3], corners[0], corners[1])
	g.plan("the last row or column first", back[:min(len(back), r.Run())]...)
	g.plan("a line as soon as there can be one", g.ahead()...)

	if r.Gravity() {
		w.criterion("refused", "A column off the board and a line that is no move are refused, and not answered", 4, suite.Range, suite.Text)
	} else {
		w.criterion(
			"refused", "A taken cell, one off the board and a line that is no move are refused, and not answered", 4,
			suite.TakenCell, suite.Range, suite.Text,
		)
		g.inOrder("a taken cell", move(corners[0], false), move(corners[0], true))
	}
	g.inOrder("off the board", move(g.at(0, -1), true), move(middle, false), move(g.at(0, cols), true))
	g.inOrder("letters", suite.Step{Act: suite.TypeLine, Text: "hello", Refused: true}, move(middle, false))

	w.criterion("varied", "The program does not always play the same game", 2, suite.Varied)
	g.plan("the same plan again and again", middle)
	w.suite.Scripts[len(w.suite.Scripts)-1].Repeats = 6
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
	g.add(title, &steps{rules: g.rules, list: append(list, suite.Step{Act: suite.Finish})})
}
