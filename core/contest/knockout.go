package contest

import (
	"fmt"
	"math/bits"
	"slices"
)

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
