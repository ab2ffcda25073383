package grading

import (
	"fmt"
	"slices"
	"strings"

	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/judge"
	"durchgang/core/phrasebook"
)

// otherSea is the variant that a program plays at sea where it has another board than is asked for, or hides
// another fleet, with what it shows of that in words; nil where there is none.
func (g Grader) otherSea(list []played) (game.Rules, string) {
	if g.book() == nil || !phrasebook.TableOf(g.Suite.Rules, g.Suite.Example(g.Suite.Scripts[0])).Afloat() {
		return nil, ""
	}
	if rows, cols := g.otherBoard(list); rows > 0 {
		other, err := games.All().With(g.Suite.Rules, game.Values{"rows": fmt.Sprint(rows), "cols": fmt.Sprint(cols)})
		if err == nil {
			return other, fmt.Sprintf("a board of %d rows and %d columns", rows, cols)
		}
	}
	if fleet := otherFleet(g.Suite.Rules, list); fleet != "" {
		other, err := games.All().With(g.Suite.Rules, game.Values{"fleet": fleet, "names": ""})
		if explained, failed := g.explained(list); err == nil && failed == nil && !explained {
			return other, "a fleet of ships of " + strings.ReplaceAll(fleet, "+", ", ") + " cells"
		}
	}
	return nil, ""
}

// otherBoard is the size of the boards that a program shows as it starts, where all are of one size, which
// is not the one that is asked for; else 0.
func (g Grader) otherBoard(list []played) (rows, cols int) {
	asked := phrasebook.TableOf(g.Suite.Rules, g.Suite.Example(g.Suite.Scripts[0]))
	for _, p := range list {
		if len(p.evidence.Steps) < 2 {
			continue
		}
		var screen phrasebook.Screen
		for _, step := range p.evidence.Steps[:2] {
			for _, e := range step.Events {
				screen = append(screen, strings.Split(e.Text, "\n")...)
			}
		}
		if len(g.book().Waters(screen, asked)) > 0 {
			return 0, 0
		}
		r, c := g.book().SeaSize(screen)
		if r == 0 {
			continue
		}
		if rows > 0 && (r != rows || c != cols) {
			return 0, 0
		}
		rows, cols = r, c
	}
	return rows, cols
}

// fewFleets is in how many games a fleet must have been seen.
const fewFleets = 4

// otherFleet is the fleet of a program that hides one, as in 4+3+3+2, by the hits of the games that it has
// ended: where these are as many in each game, but not those of the fleet that is asked for, lie in ships of these lengths in
// some games, and in all others in such of which some touch. It is empty where that is not so.
func otherFleet(rules game.Rules, list []played) string {
	fleet, is := rules.(interface{ ShipLengths() []int })
	if !is {
		return ""
	}
	asked, total := 0, 0
	for _, n := range fleet.ShipLengths() {
		asked += n
	}
	var games [][]int
	for _, p := range list {
		hits := map[game.Cell]bool{}
		over := false
		for i, o := range p.seen {
			if slices.ContainsFunc(o.Facts, func(f game.Fact) bool { return f.Kind == game.FactHit }) {
				hits[p.moves[i].Cell] = true
			}
			over = over || o.Condition == judge.Ended || o.Condition == judge.Offering
		}
		if !over || len(hits) == 0 {
			continue
		}
		if total > 0 && len(hits) != total {
			return ""
		}
		total = len(hits)
		games = append(games, shipsOf(hits))
	}
	if total == asked || len(games) < fewFleets {
		return ""
	}
	for _, ships := range games {
		if !slices.ContainsFunc(games, func(other []int) bool { return !joins(ships, other) }) {
			return strings.Trim(strings.ReplaceAll(fmt.Sprint(ships), " ", "+"), "[]")
		}
	}
	return ""
}

// joins reports whether lengths come about where some of the ships touch and look like one.
func joins(ships, lengths []int) bool {
	if len(ships) == 0 {
		return !slices.ContainsFunc(lengths, func(n int) bool { return n != 0 })
	}
	for i, n := range lengths {
		if n < ships[0] {
			continue
		}
		left := slices.Clone(lengths)
		left[i] -= ships[0]
		if joins(ships[1:], left) {
			return true
		}
	}
	return false
}

// shipsOf are the lengths of ships that lie at cells, the longest first, where cells side by side are of one ship.
func shipsOf(cells map[game.Cell]bool) (lengths []int) {
	met := map[game.Cell]bool{}
	var size func(c game.Cell) int
	size = func(c game.Cell) int {
		if !cells[c] || met[c] {
			return 0
		}
		met[c] = true
		return 1 + size(game.Cell{Row: c.Row + 1, Col: c.Col}) + size(game.Cell{Row: c.Row - 1, Col: c.Col}) +
			size(game.Cell{Row: c.Row, Col: c.Col + 1}) + size(game.Cell{Row: c.Row, Col: c.Col - 1})
	}
	for c := range cells {
		if n := size(c); n > 0 {
			lengths = append(lengths, n)
		}
	}
	slices.Sort(lengths)
	slices.Reverse(lengths)
	return lengths
}
