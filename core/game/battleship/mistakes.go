package battleship

import (
	"fmt"
	"math/rand/v2"

	"durchgang/core/game"
	"durchgang/core/mistake"
)

// mistaken collects the mistakes of one variant.
type mistaken struct {
	mistake.Changes[*Rules, Steps]
}

// Mistakes implements mistake.Source.
func (r *Rules) Mistakes() mistake.Known {
	b := &mistaken{mistake.Changes[*Rules, Steps]{Rules: r}}
	b.shots()
	b.sinking()
	b.ends()
	b.lengths()
	if r.ByHand() {
		b.placement()
	}
	b.Wrapped("shows-ships", "shows-ships", "The hidden ships are on the screen.", "Your program shows what should be hidden.",
		func(r *Rules) game.Rules { return showsShips{r} })
	setups := r.mistakenSetups()
	return b.Known(setups, r.leads(setups))
}

// shots are mistakes in which cell is shot at, and in shots at the same cell again.
func (b *mistaken) shots() {
	rows, cols := b.Rules.Shape()
	aims := func(family string, places ...mistake.Place) {
		for _, p := range places {
			b.Family(family, p.Name, p.Teacher, p.Student, func(r *Rules) Steps { return aimsAt{r, p.Move} })
		}
	}
	aims("bound", mistake.OffBoards(rows, cols, true)...)
	for _, side := range []struct {
		name, teacher string
		off           game.Cell
	}{
		{"low-row", "row before the first", game.Cell{Row: -1}},
		{"high-row", "row after the last", game.Cell{Row: int16(rows)}},
		{"low-col", "column before the first", game.Cell{Col: -1}},
		{"high-col", "column after the last", game.Cell{Col: int16(cols)}},
	} {
		b.Family(
			"bound",
			"bound-"+side.name+"-miss",
			"A shot at the "+side.teacher+" is accepted and misses.",
			"Your program accepts a shot that is not on the board.",
			func(r *Rules) Steps { return misses{r, side.off} },
		)
	}
	aims("base", mistake.Shifts(true)...)
	aims("transposed", mistake.Swapped())
	if !b.Rules.Solo() {
		b.turns()
	}
	b.Add("repeat-hit-counts", "A shot at a cell that is hit already counts as one more hit.",
		"Your program counts a hit twice.", func(r *Rules) Steps { return repeatCounts{r} })
	b.Add(
		"repeat-rewrites",
		"A shot at a cell that is hit already makes a miss of it.",
		"Your program forgets a hit when the same cell is shot at again.",
		func(r *Rules) Steps { return repeatRewrites{r} },
	)
	if b.Rules.Repeats() == "refused" {
		b.Add("repeat-costs-turn", "A shot at the same cell again is accepted and costs the turn.",
			"Your program lets a player waste a shot.", func(r *Rules) Steps { return repeatCostsTurn{r} })
	} else {
		b.Add("repeat-free", "A shot at the same cell again is refused, and the turn stays.",
			"Your program gives a shot back that should be lost.", func(r *Rules) Steps { return repeatFree{r} })
	}
}

// turns are mistakes in who shoots next.
func (b *mistaken) turns() {
	b.Add("hit-keeps-turn", "Who hits a ship shoots again.", "Your program lets a player go on after a hit.",
		func(r *Rules) Steps { return hitKeepsTurn{r} })
	b.Add("refused-passes-turn", "After a refused shot the other player is to shoot.",
		"After a shot that is not allowed, your program lets the other player shoot.",
		func(r *Rules) Steps { return refusedShotPasses{r} })
}

// sinking are mistakes in which ship is told to be sunk, and when.
func (b *mistaken) sinking() {
	b.Add("sunk-late", "It is asked whether the ship is sunk before the hit is marked, so that it is told one shot late.",
		"Your program tells too late that a ship is sunk.", func(r *Rules) Steps { return sunkLate{r} })
	b.Add("sunk-never", "It is never told that a ship is sunk.", "Your program does not tell that a ship is sunk.",
		func(r *Rules) Steps { return sunkNever{r} })
	if longest(b.Rules.Fleet()) > 1 {
		b.Add("sunk-each-hit", "Every hit is told to sink the ship.", "Your program calls a ship sunk too early.",
			func(r *Rules) Steps { return sunkEachHit{r} })
		for _, also := range []bool{false, true} {
			name := map[bool]string{false: "sunk-early", true: "sunk-early-again"}[also]
			b.Family(
				"sunk-early",
				name,
				"A ship is told to be sunk when one of its cells is left.",
				"Your program calls a ship sunk one hit too early.",
				func(r *Rules) Steps { return sunkEarly{r, also} },
			)
		}
	}
	if len(b.Rules.Fleet()) > 1 {
		b.Add("wrong-name", "The name of another ship is told.", "Your program mixes up the names of the ships.",
			func(r *Rules) Steps { return wrongName{r} })
	}
	if shareInitial(b.Rules.Fleet()) {
		b.Add("sunk-by-initial", "Ships with the same initial share a mark, so that none of them is sunk until all are.",
			"Your program mixes up two ships.", func(r *Rules) Steps { return sunkByInitial{r} })
	}
}

// ends are mistakes in when the game ends, and for whom.
func (b *mistaken) ends() {
	b.Family("ends-early", "ends-early-hits", "The game ends one hit too early.", "Your program ends before all ships are sunk.",
		func(r *Rules) Steps { return endsAfterHits{r, -1} })
	if len(b.Rules.Fleet()) > 1 {
		b.Family("ends-early", "ends-early-ships", "The game ends one ship too early.", "Your program ends before all ships are sunk.",
			func(r *Rules) Steps { return endsAfterShips{r} })
		for _, unseen := range []struct {
			name string
			ship int
		}{{"last", len(b.Rules.Fleet())}, {"first", 1}} {
			b.Family("ends-early", "ends-early-"+unseen.name, "The game ends when all ships but the "+unseen.name+" one are sunk: that one is not looked at.",
				"Your program does not look at every ship at the end.", func(r *Rules) Steps { return overlooks{r, unseen.ship} })
		}
	}
	b.Family("ends-late", "ends-late", "The game ends one shot late.", "Your program goes on although all ships are sunk.",
		func(r *Rules) Steps { return endsLate{r} })
	b.Family("ends-late", "ends-never", "One hit more is waited for than the ships have cells, so the game does not end.",
		"Your program does not see that all ships are sunk.", func(r *Rules) Steps { return endsAfterHits{r, 1} })
	b.Add("miss-counts", "A miss counts as a hit towards the end.", "Your program counts shots that hit nothing.",
		func(r *Rules) Steps { return missCounts{r} })
	b.Add("wrong-winner", "The player whose fleet is sunk is named as winner.", "Your program names the wrong player as winner.",
		func(r *Rules) Steps { return wrongShooter{r} })
	if b.Rules.Turns() > 0 {
		for _, by := range []int{-1, 1} {
			name := map[int]string{-1: "turn-limit-early", 1: "turn-limit-late"}[by]
			b.Family("turn-limit", name, "The limit on turns is off by one.", "Your program allows another number of turns than asked for.",
				func(r *Rules) Steps { return turnLimit{r, by} })
		}
	}
}

// lengths are mistakes in how long the ships are.
func (b *mistaken) lengths() {
	const teacher, student = "Ships are one cell %s than asked.", "Your program makes ships of another length than asked for."
	add := func(name, way string, by int) {
		b.Family("length-off-by-one", name, fmt.Sprintf(teacher, way), student,
			func(r *Rules) Steps { return wrongLength{r, by} })
	}
	add("length-one-more", "longer", 1)
	if longest(b.Rules.Fleet()) > 1 {
		add("length-one-less", "shorter", -1)
	}
}

// placement are mistakes in where ships may lie.
func (b *mistaken) placement() {
	for _, side := range []string{"right", "bottom"} {
		b.Family(
			"placement-off-board",
			"placement-off-"+side,
			"A ship may stick out over the "+side+" edge.",
			"Your program accepts a ship that is not on the board as a whole.",
			func(r *Rules) Steps { return sticksOut{r, side == "bottom"} },
		)
	}
	b.Add(
		"placement-wraps",
		"A ship that leaves the right edge goes on in the next row.",
		"Your program accepts a ship that is not on the board as a whole.",
		func(r *Rules) Steps { return wrapsAround{r} },
	)
	if len(b.Rules.Fleet()) > 1 {
		b.overlaps()
	}
	if !b.Rules.Touching() {
		b.Family("touching", "touching", "Ships may touch although that is forbidden.", "Your program accepts ships that are too close.",
			func(r *Rules) Steps { return touches{r, true} })
		b.Family(
			"touching",
			"touching-corner",
			"Ships may touch at a corner although that is forbidden.",
			"Your program accepts ships that are too close.",
			func(r *Rules) Steps { return touches{r, false} },
		)
	}
	if len(b.Rules.Fleet()) > 1 {
		b.Add("wrong-fleet", "The last ship of the fleet is not placed.", "Your program does not ask for every ship.",
			func(r *Rules) Steps { return shortFleet{r} })
	}
}

// overlaps are mistakes in which ships may lie on each other.
func (b *mistaken) overlaps() {
	add := func(name, teacher string, blind func(b Berth, i, n int) bool) {
		b.Family("overlap", name, teacher, "Your program accepts ships on top of each other.",
			func(r *Rules) Steps { return overlaps{r, blind} })
	}
	add("overlap", "A ship may lie on another one.", func(Berth, int, int) bool { return true })
	add("overlap-down", "A ship that lies down may cross another one.", func(b Berth, _, _ int) bool { return b.Down })
	if longest(b.Rules.Fleet()[1:]) > 2 {
		add(
			"overlap-middle",
			"Only the ends of a ship are compared with other ships.",
			func(_ Berth, i, n int) bool { return i > 0 && i < n-1 },
		)
	}
}

func longest(fleet []Ship) int {
	n := 0
	for _, s := range fleet {
		n = max(n, s.Length)
	}
	return n
}

func shareInitial(fleet []Ship) bool {
	seen := map[byte]bool{}
	for _, s := range fleet {
		if seen[s.Name[0]] {
			return true
		}
		seen[s.Name[0]] = true
	}
	return false
}

// mistakenSetups are two fleets that lie anywhere.
func (r *Rules) mistakenSetups() []game.Setup {
	random := rand.New(rand.NewPCG(5, 6))
	return []game.Setup{r.Deal(random), r.Deal(random)}
}

// leads sink the fleets, cell by cell: ship by ship in the order of the
// fleet, and from its other end.
func (r *Rules) leads(setups []game.Setup) []mistake.Lead {
	var leads []mistake.Lead
	for _, setup := range setups {
		for _, backwards := range []bool{false, true} {
			if moves := sinkAll(r, setup, backwards); moves != nil {
				leads = append(leads, mistake.Lead{Setup: setup, Moves: moves})
			}
		}
	}
	return leads
}

// sinkAll are the moves of a short game: both players only hit. Where fleets are
// placed by hand they lie like one that the rules deal.
func sinkAll(r *Rules, setup game.Setup, backwards bool) []game.Move {
	pos, err := r.Start(setup)
	if err != nil {
		return nil
	}
	p := pos.(*Position)
	var moves []game.Move
	play := func(m game.Move) {
		moves = append(moves, m)
		r.Play(p, m, nil)
	}
	if r.ByHand() {
		for range 2 {
			for _, b := range r.Berths(rand.New(rand.NewPCG(7, 8))) {
				play(game.Move{Verb: Place, Cell: b.Cell, Text: map[bool]string{false: ">", true: "v"}[b.Down]})
			}
		}
	}
	for !p.Result().Over() {
		c, ok := nextHit(r, &p.Oceans[p.Mover.Opponent()-1], backwards)
		if !ok {
			return nil
		}
		play(game.Move{Cell: c})
	}
	return moves
}

// nextHit is the first cell that is afloat of the first such ship, or the last of
// the last.
func nextHit(r *Rules, o *Ocean, backwards bool) (game.Cell, bool) {
	_, cols := r.Shape()
	best := -1
	better := func(i int) bool {
		if backwards {
			return o.Ships[i] >= o.Ships[best]
		}
		return o.Ships[i] < o.Ships[best]
	}
	for i, ship := range o.Ships {
		if ship != 0 && !o.Shot[i] && (best < 0 || better(i)) {
			best = i
		}
	}
	return game.Cell{Row: int16(best / cols), Col: int16(best % cols)}, best >= 0
}
