package mistakes

import (
	"fmt"

	"durchgang/core/game"
	"durchgang/core/game/grid"
)

// gridList collects the mistakes of one grid variant.
type gridList struct {
	changes[*grid.Rules, grid.Steps]
}

func gridMistakes(r *grid.Rules) *changes[*grid.Rules, grid.Steps] {
	g := &gridList{changes[*grid.Rules, grid.Steps]{r: r}}
	g.refusals()
	g.turns()
	g.places()
	g.lines()
	g.endings()
	g.restarts()
	if r.Gravity() {
		g.gravity()
	}
	if r.Scored() {
		g.scores()
	}
	return &g.changes
}

// refusals are mistakes in what is refused, and in what a refusal does.
func (g *gridList) refusals() {
	r := g.r
	rows, cols := r.Shape()
	if !r.Gravity() {
		g.add("overwrites", "A taken cell is accepted and its mark replaced.",
			"Your program lets a player use a cell that already has a mark.", func(r *grid.Rules) grid.Steps { return overwrites{r} })
		if rows*cols <= 42 { // on a larger board the two show the same nearly always
			g.family(
				"overwrites",
				"overwrites-uncounted",
				"A taken cell is accepted and its mark replaced; the board is full when no cell is free.",
				"Your program lets a player use a cell that already has a mark.",
				func(r *grid.Rules) grid.Steps { return overwritesUncounted{overwrites{r}} },
			)
		}
	}
	g.add(
		"refused-passes-turn",
		"After a refused move the other player is to move.",
		"After a move that is not allowed, your program lets the other player move.",
		func(r *grid.Rules) grid.Steps { return refusedPasses{r} },
	)
	g.add("refused-counts", "A refused move still counts as a move, so a draw comes early.",
		"Your program counts moves that it has refused.", func(r *grid.Rules) grid.Steps { return refusedCounts{r} })
	g.family(
		"refused-passes-turn",
		"taken-passes-turn",
		"After a move to a place that is taken the other player is to move.",
		"After a move that is not allowed, your program lets the other player move.",
		func(r *grid.Rules) grid.Steps { return refusalPasses{r, game.Taken} },
	)
	g.family(
		"refused-passes-turn",
		"range-passes-turn",
		"After a move to a place off the board the other player is to move.",
		"After a move that is not allowed, your program lets the other player move.",
		func(r *grid.Rules) grid.Steps { return refusalPasses{r, game.OutOfRange} },
	)
	g.lands("bound", offBoards(rows, cols, !r.Gravity())...)
}

// lands adds mistakes in which cell a move is taken for.
func (g *gridList) lands(family string, places ...place) {
	for _, p := range places {
		g.family(family, p.name, p.teacher, p.student, func(r *grid.Rules) grid.Steps { return landsAt{r, p.move} })
	}
}

// turns are mistakes in whose turn it is.
func (g *gridList) turns() {
	g.add("no-alternation", "The same player moves again and again.",
		"In your program the same player is to move after every move.", func(r *grid.Rules) grid.Steps { return noAlternation{r} })
	g.add(
		"wrong-starter", "The second player begins.", "In your program the wrong player begins.",
		func(r *grid.Rules) grid.Steps { return wrongStarter{r} },
	)
	g.family("wrong-starter", "unannounced-starter", "The first player is announced, and the first mark is the second player's.",
		"In your program another player begins than it says.", func(r *grid.Rules) grid.Steps { return unannouncedStarter{r} })
}

// places are mistakes in where a mark goes.
func (g *gridList) places() {
	r := g.r
	rows, _ := r.Shape()
	g.lands("base", shifts(!r.Gravity())...)
	if r.Gravity() {
		return
	}
	g.lands("transposed", swapped())
	if rows > 1 {
		g.lands("flipped", upsideDown(rows))
		g.add("same-row-twice", "The rows share their storage, so a mark appears in every row.",
			"In your program a mark in one row appears in the other rows too.", func(r *grid.Rules) grid.Steps { return sharedRows{r} })
	}
}

// lines are mistakes in which lines are seen.
func (g *gridList) lines() {
	r := g.r
	rows, cols := r.Shape()
	missing := func(name, what string, where func(c game.Cell, d int) bool) {
		g.family("line-missing", "line-missing-"+name, "A line "+what+" is never seen.",
			"Your program does not see every line.", func(r *grid.Rules) grid.Steps { return lineMissing{r, where} })
	}
	if cols >= r.Run() {
		for row := range rows {
			missing(
				fmt.Sprintf("row-%d", row+1),
				fmt.Sprintf("in row %d", row+1),
				func(c game.Cell, d int) bool { return d == 0 && int(c.Row) == row },
			)
		}
	}
	if rows >= r.Run() {
		for col := range cols {
			missing(
				fmt.Sprintf("column-%c", 'a'+col),
				fmt.Sprintf("in column %c", 'a'+col),
				func(c game.Cell, d int) bool { return d == 1 && int(c.Col) == col },
			)
		}
	}
	if min(rows, cols) >= r.Run() {
		missing("rows", "in a row", func(_ game.Cell, d int) bool { return d == 0 })
		missing("columns", "in a column", func(_ game.Cell, d int) bool { return d == 1 })
		missing("down", "that falls to the right", func(_ game.Cell, d int) bool { return d == 2 })
		missing("up", "that rises to the right", func(_ game.Cell, d int) bool { return d == 3 })
	}
	g.edges()
	if r.Run() > 2 {
		g.add(
			"one-way",
			"From a new mark a line is looked for in one direction only, to the right or down.",
			"Your program does not see a line that is completed at one of its ends or in its middle.",
			func(r *grid.Rules) grid.Steps { return oneWay{r} },
		)
	}
	g.add("empty-line-wins", "Free cells are equal too, so a line of them wins.",
		"Your program sees a win where there are no marks.", func(r *grid.Rules) grid.Steps { return emptyLine{r} })
	g.add("wins-by-count", "A number of marks ends the game, whether or not they are in a line.",
		"Your program sees a win although the marks are not in a line.", func(r *grid.Rules) grid.Steps { return winsByCount{r} })
	g.add("wraps", "A line goes on over the edge of the board into the next row.",
		"Your program sees a line that goes over the edge of the board.", func(r *grid.Rules) grid.Steps { return wraps{r} })
	for _, p := range []game.Player{game.First, game.Second} {
		name := r.PlayerName(p)
		g.family("one-sided-check", "one-sided-check-"+name, "Only lines of "+name+" are seen.",
			"Your program sees the lines of one player only.", func(r *grid.Rules) grid.Steps { return oneSided{r, p} })
	}
	if max(rows, cols) > r.Run() {
		g.add("overline", "A line longer than asked is taken the wrong way: ignored where it counts, or counted where it does not.",
			"Your program treats a line that is longer than needed wrongly.", func(r *grid.Rules) grid.Steps { return overline{r} })
	}
	if r.Run() > 3 {
		g.add("size-constant-run", "Three in a line end the game, whatever the run.",
			"Your program does not use the length of line that is asked for.", func(r *grid.Rules) grid.Steps { return runOf{r, 3} })
	}
	if max(rows, cols) > r.Run() {
		g.add(
			"run-one-more",
			"Only a line one longer than asked wins.",
			"Your program does not use the length of line that is asked for.",
			func(r *grid.Rules) grid.Steps { return runOf{r, r.Run() + 1} },
		)
	}
}

// edges are mistakes of a search for lines that stops one place too early.
func (g *gridList) edges() {
	rows, cols := g.r.Shape()
	add := func(name, edge string, seen [2]int) {
		const student = "Your program does not see every line."
		g.family("line-missing", name, "A line that touches the "+edge+" edge is never seen.", student,
			func(r *grid.Rules) grid.Steps { return stopsShort{r, seen, false} })
		g.family("line-missing", name+"-beside", "Beside a new mark no other is looked for at the "+edge+" edge.", student,
			func(r *grid.Rules) grid.Steps { return stopsShort{r, seen, true} })
	}
	if cols > g.r.Run() {
		add("line-missing-right-edge", "right", [2]int{rows, cols - 1})
	}
	if rows > g.r.Run() {
		add("line-missing-bottom-edge", "bottom", [2]int{rows - 1, cols})
	}
}

// endings are mistakes in how a game ends.
func (g *gridList) endings() {
	r := g.r
	rows, cols := r.Shape()
	g.add(
		"late-check", "A line is seen one move late.", "Your program sees a win too late.",
		func(r *grid.Rules) grid.Steps { return lateCheck{wrongWinner{r}} },
	)
	g.add("win-never", "No line is ever seen: the game goes on until the board is full.",
		"Your program does not see that a player has won.", func(r *grid.Rules) grid.Steps { return neverWins{r} })
	g.add("draw-before-win", "A line on the last free cell is called a draw.",
		"Your program overlooks something when the board is full.", func(r *grid.Rules) grid.Steps { return drawFirst{r} })
	g.add(
		"draw-early", "The game is drawn with one cell free.", "Your program calls a draw too early.",
		func(r *grid.Rules) grid.Steps { return drawAt{r, rows*cols - 1} },
	)
	last := game.Cell{Row: int16(rows - 1), Col: int16(cols - 1)}
	if r.Gravity() {
		last.Row = 0 // where the columns' last cells are
	}
	for i, cell := range []game.Cell{{}, last} {
		if rows*cols > 64 {
			break // such a board is hardly ever filled
		}
		name := []string{"first", "last"}[i]
		g.family(
			"full-unlooked",
			"full-unlooked-"+name,
			"The "+name+" cell is not looked at when the board is searched for a free one: it is full when that alone is free.",
			"Your program calls a draw too early.",
			func(r *grid.Rules) grid.Steps { return fullBut{r, cell} },
		)
	}
	g.add("draw-never", "A full board is not seen: the game asks for a move.",
		"Your program goes on when no cell is free.", func(r *grid.Rules) grid.Steps { return drawAt{r, -1} })
	g.add("wrong-winner", "The turn is switched before the winner is named.",
		"Your program names the wrong player as winner.", func(r *grid.Rules) grid.Steps { return wrongWinner{r} })
	const teacher, student = "Moves are accepted after a win.", "Your program goes on after a player has won."
	g.add("plays-on", teacher, student, func(r *grid.Rules) grid.Steps { return playsOn{r} })
	g.family("plays-on", "plays-on-wins-again", teacher+" Each move of the winner wins again.", student,
		func(r *grid.Rules) grid.Steps { return winsAgain{playsOn{r}} })
	if rows*cols > 9 {
		g.add("size-constant-full", "Nine marks are a full board, whatever its size.",
			"Your program does not use the size of the board that is asked for.", func(r *grid.Rules) grid.Steps { return drawAt{r, 9} })
	}
}

// restarts are mistakes in what survives into the next game.
func (g *gridList) restarts() {
	for _, s := range []struct{ what, teacher string }{
		{"board", "The marks survive into the next game."},
		{"counter", "The count of moves survives into the next game, which is drawn once it is reached or passed."},
		{"counter-exact", "The count of moves survives into the next game, which is drawn when it is exactly reached."},
		{"starter", "Whose turn it would have been survives into the next game."},
		{"starter-winner", "Who moved last begins the next game."},
		{"result", "The result survives into the next game, which ends with its first move."},
	} {
		g.family(
			"stale-restart", "stale-"+s.what, s.teacher, "In your program something of one game is left in the next.",
			func(r *grid.Rules) grid.Steps { return stale{r, s.what} },
		)
	}
}

// gravity are mistakes in how marks fall.
func (g *gridList) gravity() {
	r := g.r
	rows, cols := r.Shape()
	g.add(
		"floats", "Marks do not fall: they stay in the first row.", "In your program marks do not fall.",
		func(r *grid.Rules) grid.Steps { return floats{r} },
	)
	if rows > 1 {
		g.add(
			"upside-down", "Marks fall upwards.", "In your program marks fall the wrong way.",
			func(r *grid.Rules) grid.Steps { return rises{r} },
		)
		g.add("top-row-unusable", "The top row is never used: a column is full one mark early.",
			"Your program refuses a column that still has room.", func(r *grid.Rules) grid.Steps { return lowTop{r} })
	}
	g.add("column-full-passes", "A move into a full column is accepted without effect, and the turn passes.",
		"Your program lets a player waste a turn on a full column.", func(r *grid.Rules) grid.Steps { return fullPasses{r} })
	g.add("column-full-overwrites", "A move into a full column replaces its top mark.",
		"Your program lets a player use a full column.", func(r *grid.Rules) grid.Steps { return fullOverwrites{r} })
	g.add("end-only", "A line is seen only when the last mark is at its end.",
		"Your program does not see a line that is completed in its middle.", func(r *grid.Rules) grid.Steps { return endOnly{r} })
	g.add("not-consecutive", "Enough marks of a player anywhere in a row or column win.",
		"Your program sees a win although there is a gap in the line.", func(r *grid.Rules) grid.Steps { return gaps{r} })
	if rows != cols {
		g.add("sides-swapped", "Rows and columns are swapped: as many columns count as there are rows.",
			"Your program takes the number of rows for the number of columns.", func(r *grid.Rules) grid.Steps { return sidesSwapped{r} })
	}
}

// scores are mistakes in how won games are counted.
func (g *gridList) scores() {
	r := g.r
	const student = "Your program does not count the games that were won as it should."
	add := func(name, teacher string, change func(r *grid.Rules) grid.Steps) {
		g.family("score", "score-"+name, teacher, student, change)
	}
	awards := func(award func(p *grid.Position, last game.Cell)) func(r *grid.Rules) grid.Steps {
		return func(r *grid.Rules) grid.Steps { return scores{r, award} }
	}
	add("wrong-player", "A won game is counted for the other player.", awards(func(p *grid.Position, _ game.Cell) {
		if winner := p.Result().Winner; winner != game.Nobody {
			p.Score[winner.Opponent()-1]++
		}
	}))
	add("twice", "A move that completes two lines at once counts as two games.", awards(func(p *grid.Position, c game.Cell) {
		for _, d := range grid.Directions {
			if r.Counts(r.Length(p, c, d)) {
				r.Award(p, c)
			}
		}
	}))
	add("draw", "A draw is counted for the player who moved last.", awards(func(p *grid.Position, c game.Cell) {
		if r.Award(p, c); p.Result().Outcome == game.Drawn {
			p.Score[p.Mover-1]++
		}
	}))
	add("never", "Won games are not counted.", awards(func(*grid.Position, game.Cell) {}))
	add("lost", "The count of won games starts again with each game.", func(r *grid.Rules) grid.Steps { return scoreLost{r} })
}
