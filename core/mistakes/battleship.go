package mistakes

import (
	"fmt"
	"math/rand/v2"

	"durchgang/core/game"
	"durchgang/core/game/battleship"
	"durchgang/core/mistake"
)

// battleshipList collects the mistakes of one variant.
type battleshipList struct {
	changes[*battleship.Rules, battleship.Steps]
}

func battleshipMistakes(r *battleship.Rules) *changes[*battleship.Rules, battleship.Steps] {
	b := &battleshipList{changes[*battleship.Rules, battleship.Steps]{r: r}}
	b.shots()
	b.sinking()
	b.ends()
	b.lengths()
	if r.ByHand() {
		b.placement()
	}
	b.wrapped("shows-ships", "shows-ships", "The hidden ships are on the screen.", "Your program shows what should be hidden.",
		func(r *battleship.Rules) game.Rules { return showsShips{r} })
	return &b.changes
}

// shots are mistakes in which cell is shot at, and in shots at the same cell again.
func (b *battleshipList) shots() {
	rows, cols := b.r.Shape()
	aims := func(family string, places ...place) {
		for _, p := range places {
			b.family(family, p.name, p.teacher, p.student, func(r *battleship.Rules) battleship.Steps { return aimsAt{r, p.move} })
		}
	}
	aims("bound", offBoards(rows, cols, true)...)
	for _, side := range []struct {
		name, teacher string
		off           game.Cell
	}{
		{"low-row", "row before the first", game.Cell{Row: -1}},
		{"high-row", "row after the last", game.Cell{Row: int16(rows)}},
		{"low-col", "column before the first", game.Cell{Col: -1}},
		{"high-col", "column after the last", game.Cell{Col: int16(cols)}},
	} {
		b.family(
			"bound",
			"bound-"+side.name+"-miss",
			"A shot at the "+side.teacher+" is accepted and misses.",
			"Your program accepts a shot that is not on the board.",
			func(r *battleship.Rules) battleship.Steps { return misses{r, side.off} },
		)
	}
	aims("base", shifts(true)...)
	aims("transposed", swapped())
	if !b.r.Solo() {
		b.turns()
	}
	b.add("repeat-hit-counts", "A shot at a cell that is hit already counts as one more hit.",
		"Your program counts a hit twice.", func(r *battleship.Rules) battleship.Steps { return repeatCounts{r} })
	b.add(
		"repeat-rewrites",
		"A shot at a cell that is hit already makes a miss of it.",
		"Your program forgets a hit when the same cell is shot at again.",
		func(r *battleship.Rules) battleship.Steps { return repeatRewrites{r} },
	)
	if b.r.Repeats() == "refused" {
		b.add("repeat-costs-turn", "A shot at the same cell again is accepted and costs the turn.",
			"Your program lets a player waste a shot.", func(r *battleship.Rules) battleship.Steps { return repeatCostsTurn{r} })
	} else {
		b.add("repeat-free", "A shot at the same cell again is refused, and the turn stays.",
			"Your program gives a shot back that should be lost.", func(r *battleship.Rules) battleship.Steps { return repeatFree{r} })
	}
}

// turns are mistakes in who shoots next.
func (b *battleshipList) turns() {
	b.add("hit-keeps-turn", "Who hits a ship shoots again.", "Your program lets a player go on after a hit.",
		func(r *battleship.Rules) battleship.Steps { return hitKeepsTurn{r} })
	b.add("refused-passes-turn", "After a refused shot the other player is to shoot.",
		"After a shot that is not allowed, your program lets the other player shoot.",
		func(r *battleship.Rules) battleship.Steps { return refusedShotPasses{r} })
}

// sinking are mistakes in which ship is told to be sunk, and when.
func (b *battleshipList) sinking() {
	b.add("sunk-late", "It is asked whether the ship is sunk before the hit is marked, so that it is told one shot late.",
		"Your program tells too late that a ship is sunk.", func(r *battleship.Rules) battleship.Steps { return sunkLate{r} })
	b.add("sunk-never", "It is never told that a ship is sunk.", "Your program does not tell that a ship is sunk.",
		func(r *battleship.Rules) battleship.Steps { return sunkNever{r} })
	if longest(b.r.Fleet()) > 1 {
		b.add("sunk-each-hit", "Every hit is told to sink the ship.", "Your program calls a ship sunk too early.",
			func(r *battleship.Rules) battleship.Steps { return sunkEachHit{r} })
		for _, also := range []bool{false, true} {
			name := map[bool]string{false: "sunk-early", true: "sunk-early-again"}[also]
			b.family(
				"sunk-early",
				name,
				"A ship is told to be sunk when one of its cells is left.",
				"Your program calls a ship sunk one hit too early.",
				func(r *battleship.Rules) battleship.Steps { return sunkEarly{r, also} },
			)
		}
	}
	if len(b.r.Fleet()) > 1 {
		b.add("wrong-name", "The name of another ship is told.", "Your program mixes up the names of the ships.",
			func(r *battleship.Rules) battleship.Steps { return wrongName{r} })
	}
	if shareInitial(b.r.Fleet()) {
		b.add("sunk-by-initial", "Ships with the same initial share a mark, so that none of them is sunk until all are.",
			"Your program mixes up two ships.", func(r *battleship.Rules) battleship.Steps { return sunkByInitial{r} })
	}
}

// ends are mistakes in when the game ends, and for whom.
func (b *battleshipList) ends() {
	b.family("ends-early", "ends-early-hits", "The game ends one hit too early.", "Your program ends before all ships are sunk.",
		func(r *battleship.Rules) battleship.Steps { return endsAfterHits{r, -1} })
	if len(b.r.Fleet()) > 1 {
		b.family("ends-early", "ends-early-ships", "The game ends one ship too early.", "Your program ends before all ships are sunk.",
			func(r *battleship.Rules) battleship.Steps { return endsAfterShips{r} })
		for _, unseen := range []struct {
			name string
			ship int
		}{{"last", len(b.r.Fleet())}, {"first", 1}} {
			b.family("ends-early", "ends-early-"+unseen.name, "The game ends when all ships but the "+unseen.name+" one are sunk: that one is not looked at.",
				"Your program does not look at every ship at the end.", func(r *battleship.Rules) battleship.Steps { return overlooks{r, unseen.ship} })
		}
	}
	b.family("ends-late", "ends-late", "The game ends one shot late.", "Your program goes on although all ships are sunk.",
		func(r *battleship.Rules) battleship.Steps { return endsLate{r} })
	b.family("ends-late", "ends-never", "One hit more is waited for than the ships have cells, so the game does not end.",
		"Your program does not see that all ships are sunk.", func(r *battleship.Rules) battleship.Steps { return endsAfterHits{r, 1} })
	b.add("miss-counts", "A miss counts as a hit towards the end.", "Your program counts shots that hit nothing.",
		func(r *battleship.Rules) battleship.Steps { return missCounts{r} })
	b.add("wrong-winner", "The player whose fleet is sunk is named as winner.", "Your program names the wrong player as winner.",
		func(r *battleship.Rules) battleship.Steps { return wrongShooter{r} })
	if b.r.Turns() > 0 {
		for _, by := range []int{-1, 1} {
			name := map[int]string{-1: "turn-limit-early", 1: "turn-limit-late"}[by]
			b.family("turn-limit", name, "The limit on turns is off by one.", "Your program allows another number of turns than asked for.",
				func(r *battleship.Rules) battleship.Steps { return turnLimit{r, by} })
		}
	}
}

// lengths are mistakes in how long the ships are.
func (b *battleshipList) lengths() {
	const teacher, student = "Ships are one cell %s than asked.", "Your program makes ships of another length than asked for."
	add := func(name, way string, by int) {
		b.family("length-off-by-one", name, fmt.Sprintf(teacher, way), student,
			func(r *battleship.Rules) battleship.Steps { return wrongLength{r, by} })
	}
	add("length-one-more", "longer", 1)
	if longest(b.r.Fleet()) > 1 {
		add("length-one-less", "shorter", -1)
	}
}

// placement are mistakes in where ships may lie.
func (b *battleshipList) placement() {
	for _, side := range []string{"right", "bottom"} {
		b.family(
			"placement-off-board",
			"placement-off-"+side,
			"A ship may stick out over the "+side+" edge.",
			"Your program accepts a ship that is not on the board as a whole.",
			func(r *battleship.Rules) battleship.Steps { return sticksOut{r, side == "bottom"} },
		)
	}
	b.add(
		"placement-wraps",
		"A ship that leaves the right edge goes on in the next row.",
		"Your program accepts a ship that is not on the board as a whole.",
		func(r *battleship.Rules) battleship.Steps { return wrapsAround{r} },
	)
	if len(b.r.Fleet()) > 1 {
		b.overlaps()
	}
	if !b.r.Touching() {
		b.family("touching", "touching", "Ships may touch although that is forbidden.", "Your program accepts ships that are too close.",
			func(r *battleship.Rules) battleship.Steps { return touches{r, true} })
		b.family(
			"touching",
			"touching-corner",
			"Ships may touch at a corner although that is forbidden.",
			"Your program accepts ships that are too close.",
			func(r *battleship.Rules) battleship.Steps { return touches{r, false} },
		)
	}
	if len(b.r.Fleet()) > 1 {
		b.add("wrong-fleet", "The last ship of the fleet is not placed.", "Your program does not ask for every ship.",
			func(r *battleship.Rules) battleship.Steps { return shortFleet{r} })
	}
}

// overlaps are mistakes in which ships may lie on each other.
func (b *battleshipList) overlaps() {
	add := func(name, teacher string, blind func(b battleship.Berth, i, n int) bool) {
		b.family("overlap", name, teacher, "Your program accepts ships on top of each other.",
			func(r *battleship.Rules) battleship.Steps { return overlaps{r, blind} })
	}
	add("overlap", "A ship may lie on another one.", func(battleship.Berth, int, int) bool { return true })
	add("overlap-down", "A ship that lies down may cross another one.", func(b battleship.Berth, _, _ int) bool { return b.Down })
	if longest(b.r.Fleet()[1:]) > 2 {
		add(
			"overlap-middle",
			"Only the ends of a ship are compared with other ships.",
			func(_ battleship.Berth, i, n int) bool { return i > 0 && i < n-1 },
		)
	}
}

func longest(fleet []battleship.Ship) int {
	n := 0
	for _, s := range fleet {
		n = max(n, s.Length)
	}
	return n
}

func shareInitial(fleet []battleship.Ship) bool {
	seen := map[byte]bool{}
	for _, s := range fleet {
		if seen[s.Name[0]] {
			return true
		}
		seen[s.Name[0]] = true
	}
	return false
}

// battleshipSetups are two fleets that lie anywhere.
func battleshipSetups(r *battleship.Rules) []game.Setup {
	random := rand.New(rand.NewPCG(5, 6))
	return []game.Setup{r.Deal(random), r.Deal(random)}
}

// battleshipLeads sink the fleets, cell by cell: ship by ship in the order of the
// fleet, and from its other end.
func battleshipLeads(r *battleship.Rules, setups []game.Setup) []mistake.Lead {
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
func sinkAll(r *battleship.Rules, setup game.Setup, backwards bool) []game.Move {
	pos, err := r.Start(setup)
	if err != nil {
		return nil
	}
	p := pos.(*battleship.Position)
	var moves []game.Move
	play := func(m game.Move) {
		moves = append(moves, m)
		r.Play(p, m, nil)
	}
	if r.ByHand() {
		for range 2 {
			for _, b := range r.Berths(rand.New(rand.NewPCG(7, 8))) {
				play(game.Move{Verb: battleship.Place, Cell: b.Cell, Text: map[bool]string{false: ">", true: "v"}[b.Down]})
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
func nextHit(r *battleship.Rules, o *battleship.Ocean, backwards bool) (game.Cell, bool) {
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
