package mistake

import (
	"fmt"
	"slices"

	"durchgang/core/game"
	"durchgang/core/game/grid"
)

// gridList collects the mistakes of one grid variant.
type gridList struct {
	r    *grid.Rules
	list []Mistake
}

func (g *gridList) add(name, teacher, student string, steps grid.Steps) {
	g.family(name, name, teacher, student, steps)
}

func (g *gridList) family(family, name, teacher, student string, steps grid.Steps) {
	g.list = append(g.list, Mistake{name, family, teacher, student, g.r.With(steps)})
}

func gridMistakes(r *grid.Rules) []Mistake {
	g := &gridList{r: r}
	g.refusals()
	g.turns()
	g.places()
	g.lines()
	g.endings()
	g.restarts()
	if r.Gravity() {
		g.gravity()
	}
	return g.list
}

// refusals are mistakes in what is refused, and in what a refusal does.
func (g *gridList) refusals() {
	r := g.r
	if !r.Gravity() {
		g.add("overwrites", "A taken cell is accepted and its mark replaced.",
			"Your program lets a player use a cell that already has a mark.", overwrites{r})
	}
	g.add("refused-passes-turn", "After a refused move the other player is to move.",
		"After a move that is not allowed, your program lets the other player move.", refusedPasses{r})
	g.add("refused-counts", "A refused move still counts as a move, so a draw comes early.",
		"Your program counts moves that it has refused.", refusedCounts{r})
	g.bound("bound-low-col", -1, 0)
	g.bound("bound-high-col", 1, 0)
	if !r.Gravity() {
		g.bound("bound-low-row", 0, -1)
		g.bound("bound-high-row", 0, 1)
	}
}

func (g *gridList) bound(name string, col, row int16) {
	side, far := "before the first", "last"
	if row+col > 0 {
		side, far = "after the last", "first"
	}
	axis := "column"
	if row != 0 {
		axis = "row"
	}
	g.family("bound", name, fmt.Sprintf("The %s %s is accepted and means the %s one.", axis, side, far),
		fmt.Sprintf("Your program accepts a %s that is not on the board.", axis), bound{g.r, row, col})
}

// turns are mistakes in whose turn it is.
func (g *gridList) turns() {
	g.add("no-alternation", "The same player moves again and again.",
		"In your program the same player is to move after every move.", noAlternation{g.r})
	g.add("wrong-starter", "The second player begins.", "In your program the wrong player begins.", wrongStarter{g.r})
}

// places are mistakes in where a mark goes.
func (g *gridList) places() {
	r := g.r
	rows, _ := r.Shape()
	g.add("base-col", "Columns are counted from one where the program counts from zero: each mark lands one column further.",
		"Your program counts the columns from another number than it says.", shifted{r, 0, 1})
	if r.Gravity() {
		return
	}
	g.add("base", "Rows and columns are counted from one where the program counts from zero: each mark lands one further.",
		"Your program counts rows and columns from another number than it says.", shifted{r, 1, 1})
	g.add("transposed", "Row and column are swapped.", "Your program takes the row for the column.", transposed{r})
	if rows > 1 {
		g.add("flipped", "The first row is the bottom one.", "Your program counts the rows from the other end.", flipped{r})
		g.add("same-row-twice", "The rows share their storage, so a mark appears in every row.",
			"In your program a mark in one row appears in the other rows too.", sharedRows{r})
	}
}

// lines are mistakes in which lines are seen.
func (g *gridList) lines() {
	r := g.r
	rows, cols := r.Shape()
	missing := func(name, what string, where func(c game.Cell, d int) bool) {
		g.family("line-missing", "line-missing-"+name, "A line "+what+" is never seen.",
			"Your program does not see every line.", lineMissing{r, where})
	}
	if cols >= r.Run() {
		for row := range rows {
			missing(fmt.Sprintf("row-%d", row+1), fmt.Sprintf("in row %d", row+1), func(c game.Cell, d int) bool { return d == 0 && int(c.Row) == row })
		}
	}
	if rows >= r.Run() {
		for col := range cols {
			missing(fmt.Sprintf("column-%c", 'a'+col), fmt.Sprintf("in column %c", 'a'+col), func(c game.Cell, d int) bool { return d == 1 && int(c.Col) == col })
		}
	}
	if min(rows, cols) >= r.Run() {
		missing("down", "that falls to the right", func(_ game.Cell, d int) bool { return d == 2 })
		missing("up", "that rises to the right", func(_ game.Cell, d int) bool { return d == 3 })
	}
	g.add("empty-line-wins", "Free cells are equal too, so a line of them wins.",
		"Your program sees a win where there are no marks.", emptyLine{r})
	g.add("wins-by-count", "A number of marks ends the game, whether or not they are in a line.",
		"Your program sees a win although the marks are not in a line.", winsByCount{r})
	g.add("wraps", "A line goes on over the edge of the board into the next row.",
		"Your program sees a line that goes over the edge of the board.", wraps{r})
	for _, p := range []game.Player{game.First, game.Second} {
		name := r.PlayerName(p)
		g.family("one-sided-check", "one-sided-check-"+name, "Only lines of "+name+" are seen.",
			"Your program sees the lines of one player only.", oneSided{r, p})
	}
	if max(rows, cols) > r.Run() {
		g.add("overline", "A line longer than asked is taken the wrong way: ignored where it counts, or counted where it does not.",
			"Your program treats a line that is longer than needed wrongly.", overline{r})
	}
	if r.Run() > 3 {
		g.add("size-constant-run", "Three in a line end the game, whatever the run.",
			"Your program does not use the length of line that is asked for.", shortRun{r, 3})
	}
}

// endings are mistakes in how a game ends.
func (g *gridList) endings() {
	r := g.r
	rows, cols := r.Shape()
	g.add("late-check", "A line is seen one move late.", "Your program sees a win too late.", lateCheck{r})
	g.add("draw-before-win", "A line on the last free cell is called a draw.",
		"Your program overlooks something when the board is full.", drawFirst{r})
	g.add("draw-early", "The game is drawn with one cell free.", "Your program calls a draw too early.", drawAt{r, rows*cols - 1})
	g.add("draw-never", "A full board is not seen: the game asks for a move.",
		"Your program goes on when no cell is free.", drawAt{r, -1})
	g.add("wrong-winner", "The turn is switched before the winner is named.",
		"Your program names the wrong player as winner.", wrongWinner{r})
	g.add("plays-on", "Moves are accepted after a win.", "Your program goes on after a player has won.", playsOn{r})
	if rows*cols > 9 {
		g.add("size-constant-full", "Nine marks are a full board, whatever its size.",
			"Your program does not use the size of the board that is asked for.", drawAt{r, 9})
	}
}

// restarts are mistakes in what survives into the next game.
func (g *gridList) restarts() {
	for _, s := range []struct{ what, teacher string }{
		{"board", "The marks survive into the next game."},
		{"counter", "The count of moves survives into the next game."},
		{"starter", "Whose turn it was survives into the next game."},
	} {
		g.family("stale-restart", "stale-"+s.what, s.teacher, "In your program something of one game is left in the next.", stale{g.r, s.what})
	}
}

// gravity are mistakes in how marks fall.
func (g *gridList) gravity() {
	r := g.r
	rows, cols := r.Shape()
	g.add("floats", "Marks do not fall: they stay in the first row.", "In your program marks do not fall.", floats{r})
	if rows > 1 {
		g.add("upside-down", "Marks fall upwards.", "In your program marks fall the wrong way.", upsideDown{r})
		g.add("top-row-unusable", "The top row is never used: a column is full one mark early.",
			"Your program refuses a column that still has room.", lowTop{r})
	}
	g.add("column-full-passes", "A move into a full column is accepted without effect, and the turn passes.",
		"Your program lets a player waste a turn on a full column.", fullPasses{r})
	g.add("column-full-overwrites", "A move into a full column replaces its top mark.",
		"Your program lets a player use a full column.", fullOverwrites{r})
	g.add("end-only", "A line is seen only when the last mark is at its end.",
		"Your program does not see a line that is completed in its middle.", endOnly{r})
	g.add("not-consecutive", "Enough marks of a player anywhere in a row or column win.",
		"Your program sees a win although there is a gap in the line.", gaps{r})
	if rows != cols {
		g.add("sides-swapped", "Rows and columns are swapped: as many columns count as there are rows.",
			"Your program takes the number of rows for the number of columns.", sidesSwapped{r})
	}
}

// Each type below is the reference rules with one step changed.

type overwrites struct{ *grid.Rules }

func (m overwrites) Land(p *grid.Position, c game.Cell) (game.Cell, game.Refusal) {
	c, refusal := m.Rules.Land(p, c)
	if refusal == game.Taken {
		refusal = game.Accepted
	}
	return c, refusal
}

type refusedPasses struct{ *grid.Rules }

func (m refusedPasses) Refused(p *grid.Position) {
	if !p.Result().Over() {
		p.Mover = grid.Other(p.Mover)
	}
}

type refusedCounts struct{ *grid.Rules }

func (m refusedCounts) Refused(p *grid.Position) { p.Count++ }

func (m refusedCounts) Full(p *grid.Position) bool {
	rows, cols := m.Shape()
	return p.Count >= rows*cols
}

type bound struct {
	*grid.Rules
	row, col int16
}

func (m bound) Land(p *grid.Position, c game.Cell) (game.Cell, game.Refusal) {
	rows, cols := m.Shape()
	switch {
	case m.row != 0 && c.Row == outside(m.row, rows):
		c.Row = far(m.row, rows)
	case m.col != 0 && c.Col == outside(m.col, cols):
		c.Col = far(m.col, cols)
	}
	return m.Rules.Land(p, c)
}

// outside is the index just off the board on one side, far the one at its other end.
func outside(side int16, size int) int16 {
	if side < 0 {
		return -1
	}
	return int16(size)
}

func far(side int16, size int) int16 {
	if side < 0 {
		return int16(size) - 1
	}
	return 0
}

type noAlternation struct{ *grid.Rules }

func (m noAlternation) Pass(*grid.Position) {}

type wrongStarter struct{ *grid.Rules }

func (m wrongStarter) Begin(before *grid.Position) *grid.Position {
	p := m.Rules.Begin(before)
	p.Mover = grid.Other(p.Mover)
	return p
}

type shifted struct {
	*grid.Rules
	row, col int16
}

func (m shifted) Land(p *grid.Position, c game.Cell) (game.Cell, game.Refusal) {
	return m.Rules.Land(p, game.Cell{Row: c.Row + m.row, Col: c.Col + m.col})
}

type transposed struct{ *grid.Rules }

func (m transposed) Land(p *grid.Position, c game.Cell) (game.Cell, game.Refusal) {
	return m.Rules.Land(p, game.Cell{Row: c.Col, Col: c.Row})
}

type flipped struct{ *grid.Rules }

func (m flipped) Land(p *grid.Position, c game.Cell) (game.Cell, game.Refusal) {
	rows, _ := m.Shape()
	return m.Rules.Land(p, game.Cell{Row: int16(rows) - 1 - c.Row, Col: c.Col})
}

type sharedRows struct{ *grid.Rules }

func (m sharedRows) Put(p *grid.Position, c game.Cell) {
	m.Rules.Put(p, c)
	rows, _ := m.Shape()
	for row := range rows {
		p.Set(game.Cell{Row: int16(row), Col: c.Col}, p.Mover)
	}
}

type lineMissing struct {
	*grid.Rules
	blind func(c game.Cell, direction int) bool
}

func (m lineMissing) Wins(p *grid.Position, c game.Cell) bool {
	for d, direction := range grid.Directions {
		if !m.blind(c, d) && m.Counts(m.Length(p, c, direction)) {
			return true
		}
	}
	return false
}

type emptyLine struct{ *grid.Rules }

func (m emptyLine) Wins(p *grid.Position, c game.Cell) bool {
	return m.Rules.Wins(p, c) || anyLine(m.Rules, p, game.Nobody)
}

// anyLine reports whether equal marks of one kind stand in a line anywhere.
func anyLine(r *grid.Rules, p *grid.Position, mark game.Player) bool {
	rows, cols := r.Shape()
	for row := range rows {
		for col := range cols {
			c := game.Cell{Row: int16(row), Col: int16(col)}
			if p.At(c) == mark && r.Wins(p, c) {
				return true
			}
		}
	}
	return false
}

type winsByCount struct{ *grid.Rules }

func (m winsByCount) Wins(p *grid.Position, c game.Cell) bool {
	marks := 0
	for _, mark := range p.Marks() {
		if mark == p.Mover {
			marks++
		}
	}
	return marks >= m.Run()
}

type wraps struct{ *grid.Rules }

// Wins looks at the cells as one long row.
func (m wraps) Wins(p *grid.Position, c game.Cell) bool {
	if m.Rules.Wins(p, c) {
		return true
	}
	run := 0
	for _, mark := range p.Marks() {
		if mark != p.Mover {
			run = 0
			continue
		}
		if run++; run >= m.Run() {
			return true
		}
	}
	return false
}

type oneSided struct {
	*grid.Rules
	sees game.Player
}

func (m oneSided) Wins(p *grid.Position, c game.Cell) bool {
	return p.Mover == m.sees && m.Rules.Wins(p, c)
}

type overline struct{ *grid.Rules }

func (m overline) Wins(p *grid.Position, c game.Cell) bool {
	for _, d := range grid.Directions {
		n := m.Length(p, c, d)
		if n == m.Run() || n > m.Run() && !m.Counts(n) {
			return true
		}
	}
	return false
}

type shortRun struct {
	*grid.Rules
	run int
}

func (m shortRun) Wins(p *grid.Position, c game.Cell) bool {
	return slices.ContainsFunc(grid.Directions[:], func(d [2]int) bool { return m.Length(p, c, d) >= m.run })
}

type lateCheck struct{ *grid.Rules }

// Wins looks at the cell of the move before, which it notes.
func (m lateCheck) Wins(p *grid.Position, c game.Cell) bool {
	_, cols := m.Shape()
	before := p.Note - 1
	p.Note = int(c.Row)*cols + int(c.Col) + 1
	return before >= 0 && m.Rules.Wins(p, game.Cell{Row: int16(before / cols), Col: int16(before % cols)})
}

func (m lateCheck) Decide(p *grid.Position, wins, full bool) game.Result {
	result := m.Rules.Decide(p, wins, full)
	if wins {
		result.Winner = grid.Other(result.Winner)
	}
	return result
}

type drawFirst struct{ *grid.Rules }

func (m drawFirst) Decide(p *grid.Position, wins, full bool) game.Result {
	return m.Rules.Decide(p, wins && !full, full)
}

type drawAt struct {
	*grid.Rules
	count int
}

func (m drawAt) Full(p *grid.Position) bool { return p.Count == m.count }

type wrongWinner struct{ *grid.Rules }

func (m wrongWinner) Decide(p *grid.Position, wins, full bool) game.Result {
	result := m.Rules.Decide(p, wins, full)
	if wins {
		result.Winner = grid.Other(result.Winner)
	}
	return result
}

type playsOn struct{ *grid.Rules }

func (m playsOn) Land(p *grid.Position, c game.Cell) (game.Cell, game.Refusal) {
	ended := p.Result()
	if ended.Outcome == game.Won {
		p.SetResult(game.Result{})
	}
	c, refusal := m.Rules.Land(p, c)
	if refusal != game.Accepted {
		p.SetResult(ended)
	}
	return c, refusal
}

type stale struct {
	*grid.Rules
	what string
}

func (m stale) Begin(before *grid.Position) *grid.Position {
	p := m.Rules.Begin(before)
	if before == nil {
		return p
	}
	switch m.what {
	case "board":
		p.CopyMarks(before)
	case "counter":
		p.Count = before.Count
	case "starter":
		p.Mover = before.Mover
	}
	return p
}

func (m stale) Full(p *grid.Position) bool {
	rows, cols := m.Shape()
	return p.Count >= rows*cols
}

type floats struct{ *grid.Rules }

func (m floats) Land(p *grid.Position, c game.Cell) (game.Cell, game.Refusal) {
	landed, refusal := m.Rules.Land(p, c)
	if refusal == game.Accepted {
		landed.Row = 0
	}
	return landed, refusal
}

type upsideDown struct{ *grid.Rules }

func (m upsideDown) Land(p *grid.Position, c game.Cell) (game.Cell, game.Refusal) {
	if p.Result().Over() {
		return c, game.GameOver
	}
	rows, _ := m.Shape()
	for c.Row = 0; int(c.Row) < rows; c.Row++ {
		if !m.Holds(c) {
			return c, game.OutOfRange
		}
		if p.At(c) == game.Nobody {
			return c, game.Accepted
		}
	}
	return c, game.Taken
}

type lowTop struct{ *grid.Rules }

func (m lowTop) Land(p *grid.Position, c game.Cell) (game.Cell, game.Refusal) {
	landed, refusal := m.Rules.Land(p, c)
	if refusal == game.Accepted && landed.Row == 0 {
		refusal = game.Taken
	}
	return landed, refusal
}

type fullPasses struct{ *grid.Rules }

func (m fullPasses) Land(p *grid.Position, c game.Cell) (game.Cell, game.Refusal) {
	landed, refusal := m.Rules.Land(p, c)
	if refusal == game.Taken {
		p.Note = 1
		refusal = game.Accepted
	}
	return landed, refusal
}

func (m fullPasses) Put(p *grid.Position, c game.Cell) {
	if p.Note == 0 {
		m.Rules.Put(p, c)
	}
}

func (m fullPasses) Wins(p *grid.Position, c game.Cell) bool {
	wasted := p.Note == 1
	p.Note = 0
	return !wasted && m.Rules.Wins(p, c)
}

type fullOverwrites struct{ *grid.Rules }

func (m fullOverwrites) Land(p *grid.Position, c game.Cell) (game.Cell, game.Refusal) {
	landed, refusal := m.Rules.Land(p, c)
	if refusal == game.Taken {
		landed.Row, refusal = 0, game.Accepted
	}
	return landed, refusal
}

type endOnly struct{ *grid.Rules }

func (m endOnly) Wins(p *grid.Position, c game.Cell) bool {
	return slices.ContainsFunc(grid.Directions[:], func(d [2]int) bool {
		next := func(sign int16) bool {
			n := game.Cell{Row: c.Row + sign*int16(d[0]), Col: c.Col + sign*int16(d[1])}
			return m.Holds(n) && p.At(n) == p.At(c)
		}
		return m.Counts(m.Length(p, c, d)) && !(next(1) && next(-1))
	})
}

type gaps struct{ *grid.Rules }

func (m gaps) Wins(p *grid.Position, c game.Cell) bool {
	rows, cols := m.Shape()
	inRow, inCol := 0, 0
	for col := range cols {
		if p.At(game.Cell{Row: c.Row, Col: int16(col)}) == p.Mover {
			inRow++
		}
	}
	for row := range rows {
		if p.At(game.Cell{Row: int16(row), Col: c.Col}) == p.Mover {
			inCol++
		}
	}
	return inRow >= m.Run() || inCol >= m.Run() || m.Rules.Wins(p, c)
}

type sidesSwapped struct{ *grid.Rules }

func (m sidesSwapped) Land(p *grid.Position, c game.Cell) (game.Cell, game.Refusal) {
	rows, _ := m.Shape()
	if int(c.Col) >= rows {
		return c, game.OutOfRange
	}
	return m.Rules.Land(p, c)
}
