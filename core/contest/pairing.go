package contest

import (
	"cmp"
	"fmt"
	"math/bits"
	"slices"
)

// Next returns the matches of the next round of a contest of so many players, seen what was
// played so far; none when it is over. Every match of the rounds before is played. The same
// players and matches give the same answer.
func Next(t Terms, players int, played []Match) []Pairing {
	if players == 0 || players == 1 && t.Format != Deals {
		return nil
	}
	p := pairer{terms: t, players: players, played: played, round: 1}
	for _, m := range played {
		p.round = max(p.round, m.Round+1)
	}
	switch t.Format {
	case Deals:
		return p.deals()
	case All:
		return p.all(seq(players), t.Rounds, "")
	case Swiss:
		return p.swiss()
	case Knockout:
		return p.knockout(seq(players), played)
	case DoubleKnockout:
		return p.doubleKnockout()
	case Groups:
		return p.groups()
	case Ladder:
		return p.ladder()
	}
	return nil
}

func seq(n int) []int {
	list := make([]int, n)
	for i := range list {
		list[i] = i
	}
	return list
}

type pairer struct {
	terms   Terms
	players int
	played  []Match
	round   int
}

// pair is a match of this round. Its deals are those of the round, so that everybody plays
// the same in one round and other ones in the next.
func (p *pairer) pair(a, b int, stage string) Pairing {
	return Pairing{Round: p.round, Stage: stage, Players: [2]int{a, b}, From: (p.round - 1) * p.terms.Deals, Deals: p.terms.Deals}
}

func (p *pairer) bye(a int, stage string) Pairing {
	return Pairing{Round: p.round, Stage: stage, Players: [2]int{a, Nobody}}
}

// deals lets everyone play all deals in one round.
func (p *pairer) deals() []Pairing {
	if p.round > 1 {
		return nil
	}
	var list []Pairing
	for from := 0; from < p.terms.Deals; from += dealsAtOnce {
		for a := range p.players {
			m := p.pair(a, Nobody, "")
			m.From, m.Deals = from, min(dealsAtOnce, p.terms.Deals-from)
			list = append(list, m)
		}
	}
	return list
}

// dealsAtOnce is how many deals of a game for one are a match, so that there are matches for
// several workers, and little is played again when one was cut off.
const dealsAtOnce = 60

// all is round-robin by the circle method: one player stays, the others move on by one place
// each round (Lucas, Récréations mathématiques, vol. 2, 1883). Each pair meets times times.
// It counts rounds from the first one of the contest.
func (p *pairer) all(players []int, times int, stage string) []Pairing {
	n := len(players) + len(players)%2
	if p.round > (n-1)*times {
		return nil
	}
	turn := (p.round - 1) % (n - 1)
	at := func(place int) int { // who sits there; Nobody for the empty seat
		i := 0
		if place > 0 {
			i = 1 + (place-1+turn)%(n-1)
		}
		if i >= len(players) {
			return Nobody
		}
		return players[i]
	}
	var list []Pairing
	for place := range n / 2 {
		a, b := at(place), at(n-1-place)
		switch {
		case a == Nobody:
			list = append(list, p.bye(b, stage))
		case b == Nobody:
			list = append(list, p.bye(a, stage))
		default:
			list = append(list, p.pair(min(a, b), max(a, b), stage))
		}
	}
	return list
}

// met reports whether two players have met.
func (p *pairer) met(a, b int) bool {
	return slices.ContainsFunc(p.played, func(m Match) bool {
		return m.Players == [2]int{a, b} || m.Players == [2]int{b, a}
	})
}

// hadBye reports whether a player had one.
func (p *pairer) hadBye(a int) bool {
	return slices.ContainsFunc(p.played, func(m Match) bool { return m.Bye() && m.Players[0] == a })
}

// swiss pairs players with as many points as each other who have not met: the upper half of
// those with equal points with the lower half, as far as that can be done. With an odd
// number, the last one who had none has a bye.
func (p *pairer) swiss() []Pairing {
	if p.round > min(p.terms.Rounds, p.players-1+p.players%2) {
		return nil
	}
	points := p.points()
	order := seq(p.players)
	slices.SortStableFunc(order, func(a, b int) int { return cmp.Compare(points[b], points[a]) })
	var byes []int
	if p.players%2 == 1 {
		for i := len(order) - 1; i >= 0; i-- {
			if !p.hadBye(order[i]) {
				byes = append(byes, i)
			}
		}
	}
	if byes == nil {
		byes = []int{-1}
	}
	for _, bye := range byes {
		rest := slices.Clone(order)
		var list []Pairing
		if bye >= 0 {
			list = []Pairing{p.bye(order[bye], "")}
			rest = slices.Delete(rest, bye, bye+1)
		}
		tries := mostTries
		if pairs := p.fold(rest, points, &tries); pairs != nil {
			return append(pairs, list...)
		}
	}
	return nil // everybody has met everybody
}

// mostTries bounds the search for a round in which nobody meets again.
const mostTries = 200_000

// fold pairs the first of a list with somebody and then the rest; nil when it cannot be
// done.
func (p *pairer) fold(order []int, points []float64, tries *int) []Pairing {
	if len(order) == 0 {
		return []Pairing{}
	}
	if *tries--; *tries < 0 {
		return nil
	}
	first := order[0]
	equal := 1
	for equal < len(order) && points[order[equal]] == points[first] {
		equal++
	}
	half := max(1, equal/2)
	var candidates []int
	for i := half; i < equal; i++ {
		candidates = append(candidates, i)
	}
	for i := half - 1; i > 0; i-- {
		candidates = append(candidates, i)
	}
	for i := equal; i < len(order); i++ {
		candidates = append(candidates, i)
	}
	for _, i := range candidates {
		other := order[i]
		if p.met(first, other) {
			continue
		}
		rest := slices.Concat(order[1:i], order[i+1:])
		if list := p.fold(rest, points, tries); list != nil {
			return append([]Pairing{p.pair(min(first, other), max(first, other), "")}, list...)
		}
	}
	return nil
}

// points are those of each player so far; a bye counts as a match that was won.
func (p *pairer) points() []float64 {
	points := make([]float64, p.players)
	for _, m := range p.played {
		points[m.Players[0]] += m.won()
		if !m.Alone() {
			points[m.Players[1]] += 1 - m.won()
		}
	}
	return points
}

// won is 1 when the first player has won the match, a half when it is level.
func (m Match) won() float64 {
	switch {
	case m.Bye() || m.Points[0] > m.Points[1]:
		return 1
	case m.Points[0] < m.Points[1]:
		return 0
	}
	return 0.5
}

// tie is one or two matches between the same players, of which one goes on.
type tie struct {
	players [2]int
	points  [2]float64
	matches int
	round   int // of the last
}

// decided returns who goes on: who has more points; after a second match that is level too,
// the one with the better seed. False when a second match is to be played.
func (t tie) decided() (winner, loser int, ok bool) {
	a, b := t.players[0], t.players[1]
	switch {
	case b == Nobody || t.points[0] > t.points[1]:
		return a, b, true
	case t.points[0] < t.points[1]:
		return b, a, true
	}
	return min(a, b), max(a, b), t.matches > 1
}

// ties puts the matches of the same players in consecutive rounds together, in order.
func ties(played []Match) []tie {
	var list []tie
	for _, m := range played {
		i := slices.IndexFunc(list, func(t tie) bool {
			_, _, decided := t.decided()
			return t.players == m.Players && !decided
		})
		if i < 0 {
			list = append(list, tie{players: m.Players})
			i = len(list) - 1
		}
		list[i].points[0] += m.Points[0]
		list[i].points[1] += m.Points[1]
		list[i].matches++
		list[i].round = m.Round
	}
	return list
}

// again returns second matches of ties that are level.
func (p *pairer) again(list []tie, stage string) []Pairing {
	var pairs []Pairing
	for _, t := range list {
		if _, _, ok := t.decided(); !ok {
			pairs = append(pairs, p.pair(t.players[0], t.players[1], stage+", once more"))
		}
	}
	return pairs
}

// knockout pairs the players of a bracket by its matches so far. Players stand in the order
// of their seeds; where there are fewer than the bracket has places, the first have a
// bye.
func (p *pairer) knockout(players []int, played []Match) []Pairing {
	list := ties(played)
	size := 1 << bits.Len(uint(len(players)-1))
	left := bracket(size, players)
	for {
		stage := stageOf(len(left))
		if len(left) == 1 {
			return nil
		}
		if len(list) == 0 { // the round has not begun
			var pairs []Pairing
			for i := 0; i < len(left); i += 2 {
				if left[i+1] == Nobody {
					pairs = append(pairs, p.bye(left[i], stage))
				} else {
					pairs = append(pairs, p.pair(left[i], left[i+1], stage))
				}
			}
			return pairs
		}
		round := list[:len(left)/2]
		if pairs := p.again(round, stage); pairs != nil {
			return pairs
		}
		for i, t := range round {
			left[i], _, _ = t.decided()
		}
		left, list = left[:len(left)/2], list[len(left)/2:]
	}
}

// bracket places players so that the first two can meet in the last round only, the first
// four in the one before, and so on. Where there is no player, the place is Nobody.
func bracket(size int, players []int) []int {
	places := []int{0}
	for len(places) < size {
		var next []int
		for _, seed := range places {
			next = append(next, seed, 2*len(places)-1-seed)
		}
		places = next
	}
	for i, seed := range places {
		places[i] = Nobody
		if seed < len(players) {
			places[i] = players[seed]
		}
	}
	for i := 0; i < len(places)-1; i += 2 {
		if places[i] == Nobody {
			places[i], places[i+1] = places[i+1], places[i]
		}
	}
	return places
}

func stageOf(left int) string {
	switch left {
	case 2:
		return "final"
	case 4:
		return "semi-final"
	case 8:
		return "quarter-final"
	}
	return fmt.Sprintf("last %d", left)
}

// doubleKnockout pairs those who have lost nothing with each other, and those who have lost
// once; who loses twice is out. The last of each meet in a final, and once more if that is
// the first loss of one.
func (p *pairer) doubleKnockout() []Pairing {
	list := ties(p.played)
	if pairs := p.again(list, "level"); pairs != nil {
		return pairs
	}
	losses := lossesIn(list, p.players)
	pools := [2][]int{}
	for a, n := range losses {
		if n < 2 {
			pools[n] = append(pools[n], a)
		}
	}
	if len(pools[0])+len(pools[1]) == 1 {
		return nil
	}
	if len(pools[0]) <= 1 && len(pools[1]) <= 1 {
		both := slices.Sorted(slices.Values(slices.Concat(pools[0], pools[1])))
		return []Pairing{p.pair(both[0], both[1], "final")}
	}
	var pairs []Pairing
	for n, pool := range pools {
		stage := []string{"no loss", "one loss"}[n]
		if len(pool) == 0 {
			continue
		}
		if len(pool)%2 == 1 { // the one with the fewest byes, of several the best seed
			i := 0
			for k := range pool {
				if p.byes(pool[k]) < p.byes(pool[i]) {
					i = k
				}
			}
			if len(pool) > 1 || n == 0 || len(pools[0]) > 1 {
				pairs = append(pairs, p.bye(pool[i], stage))
			}
			pool = slices.Delete(slices.Clone(pool), i, i+1)
		}
		for len(pool) > 0 { // the first with the last it has not met
			i := len(pool) - 1
			for i > 1 && p.met(pool[0], pool[i]) {
				i--
			}
			if p.met(pool[0], pool[i]) {
				i = len(pool) - 1
			}
			pairs = append(pairs, p.pair(pool[0], pool[i], stage))
			pool = slices.Concat(pool[1:i], pool[i+1:])
		}
	}
	return pairs
}

func (p *pairer) byes(a int) int {
	n := 0
	for _, m := range p.played {
		if m.Bye() && m.Players[0] == a {
			n++
		}
	}
	return n
}

func lossesIn(list []tie, players int) []int {
	losses := make([]int, players)
	for _, t := range list {
		if _, loser, ok := t.decided(); ok && loser != Nobody {
			losses[loser]++
		}
	}
	return losses
}

// groups lets each group play all against all, and then the first two of each a knock-out.
func (p *pairer) groups() []Pairing {
	groups := p.grouped()
	var pairs []Pairing
	for i, members := range groups {
		if len(members) > 1 {
			pairs = append(pairs, p.all(members, 1, fmt.Sprintf("group %d", i+1))...)
		}
	}
	if pairs != nil {
		return pairs
	}
	var first, second []int
	for i, members := range groups {
		standings := standingsOf(members, slices.DeleteFunc(slices.Clone(p.played), func(m Match) bool { return m.Stage != fmt.Sprintf("group %d", i+1) }))
		first = append(first, standings[0].Player)
		if len(standings) > 1 {
			second = append(second, standings[1].Player)
		}
	}
	return p.knockout(slices.Concat(first, second), p.afterGroups())
}

// afterGroups are the matches of the knock-out.
func (p *pairer) afterGroups() []Match {
	return slices.DeleteFunc(slices.Clone(p.played), func(m Match) bool { return isGroup(m.Stage) })
}

func isGroup(stage string) bool { return len(stage) > 6 && stage[:6] == "group " }

// grouped deals the players out to the groups, to and fro by their seeds.
func (p *pairer) grouped() [][]int {
	n := min(p.terms.Groups, max(1, p.players/2))
	groups := make([][]int, n)
	for a := range p.players {
		i := a % (2 * n)
		if i >= n {
			i = 2*n - 1 - i
		}
		groups[i] = append(groups[i], a)
	}
	return groups
}

// ladder lets neighbours meet, in odd rounds the first with the second and so on, in even
// ones the second with the third.
func (p *pairer) ladder() []Pairing {
	if p.round > p.terms.Rounds {
		return nil
	}
	rungs := climb(p.players, p.played)
	var pairs []Pairing
	for i := (p.round + 1) % 2; i+1 < len(rungs); i += 2 {
		pairs = append(pairs, p.pair(rungs[i], rungs[i+1], ""))
	}
	if pairs == nil { // two players meet in odd rounds only
		pairs = append(pairs, p.pair(rungs[0], rungs[1], ""))
	}
	return pairs
}

// climb is the order of a ladder: who wins against the one above takes that place.
func climb(players int, played []Match) []int {
	rungs := seq(players)
	for _, m := range played {
		if m.Alone() {
			continue
		}
		i, k := slices.Index(rungs, m.Players[0]), slices.Index(rungs, m.Players[1])
		if m.won() == 1 && i > k || m.won() == 0 && i < k {
			rungs[i], rungs[k] = rungs[k], rungs[i]
		}
	}
	return rungs
}
