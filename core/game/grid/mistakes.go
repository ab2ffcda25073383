package grid

import (
	"fmt"

	"durchgang/core/game"
	"durchgang/core/mistake"
)

// mistaken collects the mistakes of one grid variant.
type mistaken struct {
	mistake.Changes[*Rules, Steps]
}

// Mistakes implements mistake.Source.
func (r *Rules) Mistakes() mistake.Known {
	g := &mistaken{mistake.Changes[*Rules, Steps]{Rules: r}}
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
	return g.Known([]game.Setup{""}, r.leads())
}

// refusals are mistakes in what is refused, and in what a refusal does.
func (g *mistaken) refusals() {
	r := g.Rules
	rows, cols := r.Shape()
	if !r.Gravity() {
		g.Add("overwrites", "A taken cell is accepted and its mark replaced.",
			"Your program lets a player use a cell that already has a mark.", func(r *Rules) Steps { return overwrites{r} })
		if rows*cols <= 42 { // on a larger board the two show the same nearly always
			g.Family(
				"overwrites",
				"overwrites-uncounted",
				"A taken cell is accepted and its mark replaced; the board is full when no cell is free.",
				"Your program lets a player use a cell that already has a mark.",
				func(r *Rules) Steps { return overwritesUncounted{overwrites{r}} },
			)
		}
	}
	g.Add(
		"refused-passes-turn",
		"After a refused move the other player is to move.",
		"After a move that is not allowed, your program lets the other player move.",
		func(r *Rules) Steps { return refusedPasses{r} },
	)
	g.Add("refused-counts", "A refused move still counts as a move, so a draw comes early.",
		"Your program counts moves that it has refused.", func(r *Rules) Steps { return refusedCounts{r} })
	g.Family(
		"refused-passes-turn",
		"taken-passes-turn",
		"After a move to a place that is taken the other player is to move.",
		"After a move that is not allowed, your program lets the other player move.",
		func(r *Rules) Steps { return refusalPasses{r, game.Taken} },
	)
	g.Family(
		"refused-passes-turn",
		"range-passes-turn",
		"After a move to a place off the board the other player is to move.",
		"After a move that is not allowed, your program lets the other player move.",
		func(r *Rules) Steps { return refusalPasses{r, game.OutOfRange} },
	)
	g.lands("bound", mistake.OffBoards(rows, cols, !r.Gravity())...)
}

// lands adds mistakes in which cell a move is taken for.
func (g *mistaken) lands(family string, places ...mistake.Place) {
	for _, p := range places {
		g.Family(family, p.Name, p.Teacher, p.Student, func(r *Rules) Steps { return landsAt{r, p.Move} })
	}
}

// turns are mistakes in whose turn it is.
func (g *mistaken) turns() {
	g.Add("no-alternation", "The same player moves again and again.",
		"In your program the same player is to move after every move.", func(r *Rules) Steps { return noAlternation{r} })
	g.Add(
		"wrong-starter", "The second player begins.", "In your program the wrong player begins.",
		func(r *Rules) Steps { return wrongStarter{r} },
	)
	g.Family("wrong-starter", "unannounced-starter", "The first player is announced, and the first mark is the second player's.",
		"In your program another player begins than it says.", func(r *Rules) Steps { return unannouncedStarter{r} })
}

// places are mistakes in where a mark goes.
func (g *mistaken) places() {
	r := g.Rules
	rows, _ := r.Shape()
	g.lands("base", mistake.Shifts(!r.Gravity())...)
	if r.Gravity() {
		return
	}
	g.lands("transposed", mistake.Swapped())
	if rows > 1 {
		g.lands("flipped", mistake.UpsideDown(rows))
		g.Add("same-row-twice", "The rows share their storage, so a mark appears in every row.",
			"In your program a mark in one row appears in the other rows too.", func(r *Rules) Steps { return sharedRows{r} })
	}
}

// lines are mistakes in which lines are seen.
func (g *mistaken) lines() {
	r := g.Rules
	rows, cols := r.Shape()
	missing := func(name, what string, where func(c game.Cell, d int) bool) {
		g.Family("line-missing", "line-missing-"+name, "A line "+what+" is never seen.",
			"Your program does not see every line.", func(r *Rules) Steps { return lineMissing{r, where} })
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
		g.Add(
			"one-way",
			"From a new mark a line is looked for in one direction only, to the right or down.",
			"Your program does not see a line that is completed at one of its ends or in its middle.",
			func(r *Rules) Steps { return oneWay{r} },
		)
	}
	g.Add("empty-line-wins", "Free cells are equal too, so a line of them wins.",
		"Your program sees a win where there are no marks.", func(r *Rules) Steps { return emptyLine{r} })
	g.Add("wins-by-count", "A number of marks ends the game, whether or not they are in a line.",
		"Your program sees a win although the marks are not in a line.", func(r *Rules) Steps { return winsByCount{r} })
	g.Add("wraps", "A line goes on over the edge of the board into the next row.",
		"Your program sees a line that goes over the edge of the board.", func(r *Rules) Steps { return wraps{r} })
	for _, p := range []game.Player{game.First, game.Second} {
		name := r.PlayerName(p)
		g.Family("one-sided-check", "one-sided-check-"+name, "Only lines of "+name+" are seen.",
			"Your program sees the lines of one player only.", func(r *Rules) Steps { return oneSided{r, p} })
	}
	if max(rows, cols) > r.Run() {
		g.Add("overline", "A line longer than asked is taken the wrong way: ignored where it counts, or counted where it does not.",
			"Your program treats a line that is longer than needed wrongly.", func(r *Rules) Steps { return overline{r} })
	}
	if r.Run() > 3 {
		g.Add("size-constant-run", "Three in a line end the game, whatever the run.",
			"Your program does not use the length of line that is asked for.", func(r *Rules) Steps { return runOf{r, 3} })
	}
	if max(rows, cols) > r.Run() {
		g.Add(
			"run-one-more",
			"Only a line one longer than asked wins.",
			"Your program does not use the length of line that is asked for.",
			func(r *Rules) Steps { return runOf{r, r.Run() + 1} },
		)
	}
}

// edges are mistakes of a search for lines that stops one place too early.
func (g *mistaken) edges() {
	rows, cols := g.Rules.Shape()
	add := func(name, edge string, seen [2]int) {
		const student = "Your program does not see every line."
		g.Family("line-missing", name, "A line that touches the "+edge+" edge is never seen.", student,
			func(r *Rules) Steps { return stopsShort{r, seen, false} })
		g.Family("line-missing", name+"-beside", "Beside a new mark no other is looked for at the "+edge+" edge.", student,
			func(r *Rules) Steps { return stopsShort{r, seen, true} })
	}
	if cols > g.Rules.Run() {
		add("line-missing-right-edge", "right", [2]int{rows, cols - 1})
	}
	if rows > g.Rules.Run() {
		add("line-missing-bottom-edge", "bottom", [2]int{rows - 1, cols})
	}
}

// endings are mistakes in how a game ends.
func (g *mistaken) endings() {
	r := g.Rules
	rows, cols := r.Shape()
	g.Add(
		"late-check", "A line is seen one move late.", "Your program sees a win too late.",
		func(r *Rules) Steps { return lateCheck{wrongWinner{r}} },
	)
	g.Add("win-never", "No line is ever seen: the game goes on until the board is full.",
		"Your program does not see that a player has won.", func(r *Rules) Steps { return neverWins{r} })
	g.Add("draw-before-win", "A line on the last free cell is called a draw.",
		"Your program overlooks something when the board is full.", func(r *Rules) Steps { return drawFirst{r} })
	g.Add(
		"draw-early", "The game is drawn with one cell free.", "Your program calls a draw too early.",
		func(r *Rules) Steps { return drawAt{r, rows*cols - 1} },
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
		g.Family(
			"full-unlooked",
			"full-unlooked-"+name,
			"The "+name+" cell is not looked at when the board is searched for a free one: it is full when that alone is free.",
			"Your program calls a draw too early.",
			func(r *Rules) Steps { return fullBut{r, cell} },
		)
	}
	g.Add("draw-never", "A full board is not seen: the game asks for a move.",
		"Your program goes on when no cell is free.", func(r *Rules) Steps { return drawAt{r, -1} })
	g.Add("wrong-winner", "The turn is switched before the winner is named.",
		"Your program names the wrong player as winner.", func(r *Rules) Steps { return wrongWinner{r} })
	const teacher, student = "Moves are accepted after a win.", "Your program goes on after a player has won."
	g.Add("plays-on", teacher, student, func(r *Rules) Steps { return playsOn{r} })
	g.Family("plays-on", "plays-on-wins-again", teacher+" Each move of the winner wins again.", student,
		func(r *Rules) Steps { return winsAgain{playsOn{r}} })
	if rows*cols > 9 {
		g.Add("size-constant-full", "Nine marks are a full board, whatever its size.",
			"Your program does not use the size of the board that is asked for.", func(r *Rules) Steps { return drawAt{r, 9} })
	}
}

// restarts are mistakes in what survives into the next game.
func (g *mistaken) restarts() {
	for _, s := range []struct{ what, teacher string }{
		{"board", "The marks survive into the next game."},
		{"counter", "The count of moves survives into the next game, which is drawn once it is reached or passed."},
		{"counter-exact", "The count of moves survives into the next game, which is drawn when it is exactly reached."},
		{"starter", "Whose turn it would have been survives into the next game."},
		{"starter-winner", "Who moved last begins the next game."},
		{"result", "The result survives into the next game, which ends with its first move."},
	} {
		g.Family(
			"stale-restart", "stale-"+s.what, s.teacher, "In your program something of one game is left in the next.",
			func(r *Rules) Steps { return stale{r, s.what} },
		)
	}
}

// gravity are mistakes in how marks fall.
func (g *mistaken) gravity() {
	r := g.Rules
	rows, cols := r.Shape()
	g.Add(
		"floats", "Marks do not fall: they stay in the first row.", "In your program marks do not fall.",
		func(r *Rules) Steps { return floats{r} },
	)
	if rows > 1 {
		g.Add(
			"upside-down", "Marks fall upwards.", "In your program marks fall the wrong way.",
			func(r *Rules) Steps { return rises{r} },
		)
		g.Add("top-row-unusable", "The top row is never used: a column is full one mark early.",
			"Your program refuses a column that still has room.", func(r *Rules) Steps { return lowTop{r} })
	}
	g.Add("column-full-passes", "A move into a full column is accepted without effect, and the turn passes.",
		"Your program lets a player waste a turn on a full column.", func(r *Rules) Steps { return fullPasses{r} })
	g.Add("column-full-overwrites", "A move into a full column replaces its top mark.",
		"Your program lets a player use a full column.", func(r *Rules) Steps { return fullOverwrites{r} })
	g.Add("end-only", "A line is seen only when the last mark is at its end.",
		"Your program does not see a line that is completed in its middle.", func(r *Rules) Steps { return endOnly{r} })
	g.Add("not-consecutive", "Enough marks of a player anywhere in a row or column win.",
		"Your program sees a win although there is a gap in the line.", func(r *Rules) Steps { return gaps{r} })
	if rows != cols {
		g.Add("sides-swapped", "Rows and columns are swapped: as many columns count as there are rows.",
			"Your program takes the number of rows for the number of columns.", func(r *Rules) Steps { return sidesSwapped{r} })
	}
}

// scores are mistakes in how won games are counted.
func (g *mistaken) scores() {
	r := g.Rules
	const student = "Your program does not count the games that were won as it should."
	add := func(name, teacher string, change func(r *Rules) Steps) {
		g.Family("score", "score-"+name, teacher, student, change)
	}
	awards := func(award func(p *Position, last game.Cell)) func(r *Rules) Steps {
		return func(r *Rules) Steps { return scores{r, award} }
	}
	add("wrong-player", "A won game is counted for the other player.", awards(func(p *Position, _ game.Cell) {
		if winner := p.Result().Winner; winner != game.Nobody {
			p.Score[winner.Opponent()-1]++
		}
	}))
	add("twice", "A move that completes two lines at once counts as two games.", awards(func(p *Position, c game.Cell) {
		for _, d := range Directions {
			if r.Counts(r.Length(p, c, d)) {
				r.Award(p, c)
			}
		}
	}))
	add("draw", "A draw is counted for the player who moved last.", awards(func(p *Position, c game.Cell) {
		if r.Award(p, c); p.Result().Outcome == game.Drawn {
			p.Score[p.Mover-1]++
		}
	}))
	add("never", "Won games are not counted.", awards(func(*Position, game.Cell) {}))
	add("lost", "The count of won games starts again with each game.", func(r *Rules) Steps { return scoreLost{r} })
}
