package contest

import (
	"cmp"
	"fmt"
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
		standings := standingsOf(
			members,
			slices.DeleteFunc(slices.Clone(p.played), func(m Match) bool { return m.Stage != fmt.Sprintf("group %d", i+1) }),
		)
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
