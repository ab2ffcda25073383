package grid

import (
	"fmt"
	"slices"
	"strings"

	"durchgang/core/game"
	"durchgang/core/suite"
	"durchgang/core/suites"
)

// gridLine is the cells of one line on a board, in their order.
type gridLine []game.Cell

// The directions of lines, with how they are called.
var directions = []struct {
	d    [2]int
	name string
}{
	{[2]int{0, 1}, "row"}, {[2]int{1, 0}, "column"}, {[2]int{1, 1}, "diagonal down"}, {[2]int{-1, 1}, "diagonal up"},
}

// allLines are the lines of a direction that fit the board.
func (g *gridWriter) allLines(d [2]int) []gridLine {
	var list []gridLine
	for row := range g.rows {
		for col := range g.cols {
			var l gridLine
			for k := range g.r.Run() {
				c := game.Cell{Row: int16(row + k*d[0]), Col: int16(col + k*d[1])}
				if !c.Inside(g.rows, g.cols) {
					break
				}
				l = append(l, c)
			}
			if len(l) == g.r.Run() {
				list = append(list, l)
			}
		}
	}
	return list
}

// Bounds of what is tried of lines: all where the board has few, else so many of each direction.
const (
	fewLines     = 10
	perDirection = 5
)

// chosen are the lines of a direction that scripts complete: one in each row or column, of diagonals the first, the last and some between.
func (g *gridWriter) chosen(d [2]int, all int) (chosen []gridLine) {
	list := g.allLines(d)
	if all <= fewLines || len(list) <= perDirection {
		return list
	}
	along := map[[2]int]func(l gridLine) (int, int){
		{0, 1}: func(l gridLine) (int, int) { return int(l[0].Row), int(l[0].Col) },
		{1, 0}: func(l gridLine) (int, int) { return int(l[0].Col), int(l[0].Row) },
	}[d]
	if along != nil {
		for _, l := range list {
			if which, from := along(l); from == which%(g.shift(d)) {
				chosen = append(chosen, l)
			}
		}
		return chosen
	}
	at := []int{0, len(list) - 1, len(list) / 2, len(list) / 4, 3 * len(list) / 4}
	slices.Sort(at)
	for _, i := range slices.Compact(at) {
		chosen = append(chosen, list[i])
	}
	return chosen
}

// shift is in how many places a line can begin in its row or column.
func (g *gridWriter) shift(d [2]int) int {
	if d[0] == 0 {
		return g.cols - g.r.Run() + 1
	}
	return g.rows - g.r.Run() + 1
}

// lines is the criterion of lines: of each direction, of both players, at the ends and in the middle.
func (g *gridWriter) lines() {
	all := 0
	for _, dir := range directions {
		all += len(g.allLines(dir.d))
	}
	run := suites.Words(g.r.Run())
	title := fmt.Sprintf("%s in a line %s, whoever owns it", strings.ToUpper(run[:1])+run[1:], g.completes)
	g.Criterion("lines", title, 5, suite.Win)
	turn := 0
	for _, dir := range directions {
		for _, l := range g.chosen(dir.d, all) {
			players := []game.Player{game.First, game.Second}
			if all > fewLines {
				players = players[turn%2 : turn%2+1]
			}
			for _, p := range players {
				turn++
				last := l[len(l)-1]
				if s := g.complete(l, p, last); s != nil {
					g.Add(fmt.Sprintf("%s from %s, %s", dir.name, l[0].String(), g.r.PlayerName(p)), s)
				}
			}
		}
	}
	for _, dir := range directions {
		list := g.allLines(dir.d)
		if len(list) == 0 || g.r.Run() < 3 {
			continue
		}
		l := list[len(list)/2]
		for i, where := range []string{"at its beginning", "in its middle"} {
			if s := g.complete(l, game.First, l[i*g.r.Run()/2]); s != nil {
				g.Add(fmt.Sprintf("%s from %s, completed %s", dir.name, l[0].String(), where), s)
			}
		}
	}
}

// tries are how many games are tried for a line: fewer where a game is long, so that the largest boards take seconds too.
func (g *gridWriter) tries() int {
	const usual, few, work = 60, 6, 240_000
	return min(usual, max(few, work/(g.rows*g.cols*g.r.Run())))
}

// complete plays a game in which a player completes a line with a cell of it, and with nothing before. It is nil
// where none was found.
func (g *gridWriter) complete(l gridLine, p game.Player, last game.Cell) *suites.Steps {
	var best *suites.Steps
	tries := g.tries()
	for try := 0; try < tries && (best == nil || try < tries/4); try++ {
		if s := g.tryLine(l, p, last); s != nil && (best == nil || len(s.List) < len(best.List)) {
			best = s
		}
	}
	return best
}

// tryLine plays one such game: the player takes the cells of the line, the other one cells elsewhere, and where marks
// fall both fill what is below.
func (g *gridWriter) tryLine(l gridLine, p game.Player, last game.Cell) *suites.Steps {
	s := g.Play("")
	own := 0
	for !s.Over() {
		pos := s.Pos.(*Position)
		wanted := func(c game.Cell) bool {
			return pos.Mover == p && slices.Contains(l, c) && (c != last || own == len(l)-1)
		}
		free := g.landing(pos)
		m, found := free.first(g, wanted)
		if found {
			own++
		}
		if !found {
			under := func(c game.Cell) bool { return g.below(l, c) && g.goesOn(s, g.to(c)) }
			m, found = free.first(g, under)
		}
		if !found {
			m, found = free.first(g, func(c game.Cell) bool { return !slices.Contains(l, c) && g.goesOn(s, g.to(c)) })
		}
		if !found {
			return nil
		}
		s.Move(m)
	}
	result := s.Pos.Result()
	if s.Wrong || result.Outcome != game.Won || (result.Winner == p) == g.r.Misere() || own != len(l) {
		return nil
	}
	return s
}

// landings are the cells where a mark can come to lie, in any order.
type landings []game.Cell

func (g *gridWriter) landing(pos *Position) (list landings) {
	for _, m := range g.r.Candidates(pos, nil) {
		if c, refusal := g.r.Land(pos, m.Cell); refusal == game.Accepted {
			list = append(list, c)
		}
	}
	g.Random.Shuffle(len(list), func(i, k int) { list[i], list[k] = list[k], list[i] })
	return list
}

// first is the move to the first cell that fits.
func (l landings) first(g *gridWriter, fits func(game.Cell) bool) (game.Move, bool) {
	i := slices.IndexFunc(l, fits)
	if i < 0 {
		return game.Move{}, false
	}
	return g.to(l[i]), true
}

// below reports whether a cell lies under one of a line, where marks fall.
func (g *gridWriter) below(l gridLine, c game.Cell) bool {
	return g.r.Gravity() && slices.ContainsFunc(l, func(target game.Cell) bool { return target.Col == c.Col && target.Row < c.Row })
}

// completed names the line that the last move of a script completes, as in "diagonal up from a4, X".
func (g *gridWriter) completed(moments []suite.Moment) string {
	last := moments[len(moments)-1]
	marks := map[game.Cell]game.Player{}
	for _, f := range last.View {
		if f.Kind == game.FactCell {
			marks[f.Cell] = f.Player
		}
	}
	for _, f := range last.Before {
		if f.Kind != game.FactCell || f.Player != game.Nobody || marks[f.Cell] == game.Nobody {
			continue
		}
		for _, d := range directions {
			from, n := g.stretch(marks, f.Cell, d.d)
			if !g.r.Counts(n) {
				continue
			}
			who := g.r.PlayerName(marks[f.Cell])
			if d.name == "column" {
				return fmt.Sprintf("column %s, %s", from.String()[:1], who)
			}
			return fmt.Sprintf("%s from %s, %s", d.name, from, who)
		}
	}
	return ""
}

// stretch is where the equal marks through a cell begin in a direction, and how many they are.
func (g *gridWriter) stretch(marks map[game.Cell]game.Player, at game.Cell, d [2]int) (from game.Cell, n int) {
	step := func(c game.Cell, by int) game.Cell {
		return game.Cell{Row: c.Row + int16(by*d[0]), Col: c.Col + int16(by*d[1])}
	}
	for from = at; marks[step(from, -1)] == marks[at]; from = step(from, -1) {
	}
	for c := from; marks[c] == marks[at]; c = step(c, 1) {
		n++
	}
	return from, n
}
