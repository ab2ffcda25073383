package stakes_test

import (
	"math"
	"testing"

	"durchgang/core/game/blackjack"
	"durchgang/core/game/blackjack/stakes"
	"durchgang/core/games"
)

func table(t testing.TB, variant string) stakes.Table {
	t.Helper()
	rules, err := games.All().Rules(variant)
	if err != nil {
		t.Fatal(err)
	}
	return rules.(*blackjack.Rules).Table()
}

// dealing values decisions in another way: the hole card lies there from the start, each card
// comes with its chance given that the dealer has no natural, and cards are kept in the
// order in which they came.
type dealing struct {
	t    stakes.Table
	left [11]int
	up   int
}

func count(cards []int) (n int, soft bool) {
	ace := false
	for _, c := range cards {
		n += c
		ace = ace || c == 1
	}
	if ace && n+10 <= 21 {
		return n + 10, true
	}
	return n, false
}

func (d *dealing) size() (n int) {
	for _, k := range d.left {
		n += k
	}
	return n
}

func (d *dealing) naturalBy() int { return map[int]int{1: 10, 10: 1}[d.up] } // 0: no card

// hole is the chance of a hole card, given no natural where that was looked for.
func (d *dealing) hole(card int) float64 {
	n, bar := d.size(), d.naturalBy()
	if !d.t.Peeks || bar == 0 {
		return float64(d.left[card]) / float64(n)
	}
	if card == bar {
		return 0
	}
	return float64(d.left[card]) / float64(n-d.left[bar])
}

// next is the chance of the next card by what the hole card may be.
func (d *dealing) next(card int) float64 {
	chance, n := 0.0, d.size()
	for hole := 1; hole <= 10; hole++ {
		p := d.hole(hole)
		if p == 0 {
			continue
		}
		k := d.left[card]
		if hole == card {
			k--
		}
		chance += p * float64(k) / float64(n-1)
	}
	return chance
}

// against is what a total wins on average when the dealer's cards are these.
func (d *dealing) against(total int, cards []int) float64 {
	n, soft := count(cards)
	if n > 21 {
		return 1
	}
	if n > 17 || n == 17 && !(soft && d.t.HitsSoft17) {
		if n == 21 && len(cards) == 2 || n > total {
			return -1
		}
		if n < total {
			return 1
		}
		return 0
	}
	worth, size := 0.0, float64(d.size())
	for card := 1; card <= 10; card++ {
		if k := d.left[card]; k > 0 {
			d.left[card]--
			worth += float64(k) / size * d.against(total, append(cards[:len(cards):len(cards)], card))
			d.left[card]++
		}
	}
	return worth
}

func (d *dealing) stand(hand []int) float64 {
	total, _ := count(hand)
	if total > 21 {
		return -1
	}
	worth := 0.0
	for hole := 1; hole <= 10; hole++ {
		if p := d.hole(hole); p > 0 {
			d.left[hole]--
			worth += p * d.against(total, []int{d.up, hole})
			d.left[hole]++
		}
	}
	return worth
}

// drawn is the average of a value after one more card.
func (d *dealing) drawn(hand []int, value func([]int) float64) float64 {
	worth := 0.0
	for card := 1; card <= 10; card++ {
		if p := d.next(card); d.left[card] > 0 && p > 0 {
			d.left[card]--
			worth += p * value(append(hand[:len(hand):len(hand)], card))
			d.left[card]++
		}
	}
	return worth
}

func (d *dealing) on(hand []int) float64 {
	if total, _ := count(hand); total >= 21 {
		return d.stand(hand)
	}
	return max(d.stand(hand), d.hit(hand))
}

func (d *dealing) hit(hand []int) float64 { return d.drawn(hand, d.on) }

func TestWorthAgreesWithAnotherCalculation(t *testing.T) {
	situations := []stakes.Situation{
		{Hand: []int{10, 6}, Up: 10, Hands: 1}, {Hand: []int{10, 6}, Up: 1, Hands: 1}, {Hand: []int{9, 9}, Up: 7, Hands: 1},
		{Hand: []int{10, 2}, Up: 6, Hands: 1}, {Hand: []int{1, 6}, Up: 6, Hands: 1}, {Hand: []int{10, 4, 1}, Up: 9, Hands: 1},
		{Hand: []int{10, 5}, Up: 1, Hands: 2, Split: true, Others: []int{10, 8}}, {Hand: []int{8, 8}, Up: 10, Hands: 1},
		{Hand: []int{10, 10}, Up: 1, Hands: 1},
	}
	for _, variant := range []string{"blackjack", "blackjack:decks=2,soft17=hits", "blackjack:peek=no,surrender=late"} {
		e := stakes.New(table(t, variant))
		for _, s := range situations {
			d := dealing{t: table(t, variant), up: s.Up}
			for card := 1; card <= 10; card++ {
				d.left[card] = 4 * d.t.Decks
			}
			d.left[10] *= 4
			for _, cards := range [][]int{s.Hand, s.Others, {s.Up}} {
				for _, card := range cards {
					d.left[card]--
				}
			}
			want := map[string]float64{"stand": d.stand(s.Hand), "hit": d.hit(s.Hand)}
			if len(s.Hand) == 2 {
				want["double"] = 2 * d.drawn(s.Hand, d.stand)
			}
			if len(s.Hand) == 2 && s.Hand[0] == s.Hand[1] {
				want["split"] = 2 * d.drawn(s.Hand[:1], func(hand []int) float64 { return max(d.on(hand), 2*d.drawn(hand, d.stand)) })
				if total := s.Hand[0]; total == 10 { // a drawn 21 is not doubled
					want["split"] = 2 * d.drawn(s.Hand[:1], func(hand []int) float64 {
						if n, _ := count(hand); n == 21 {
							return d.stand(hand)
						}
						return max(d.on(hand), 2*d.drawn(hand, d.stand))
					})
				}
			}
			got := e.Worth(s)
			for verb, w := range want {
				if math.Abs(got[verb]-w) > 1e-9 {
					t.Errorf("%s, %+v: %s is worth %.12f, and %.12f otherwise", variant, s, verb, got[verb], w)
				}
			}
		}
	}
}

// What best play expects is close to what it wins on average; the chances sum up.
func TestDeals(t *testing.T) {
	e := stakes.New(table(t, "blackjack:peek=no"))
	sum := 0.0
	for _, d := range e.Deals() {
		sum += d.Chance
	}
	if natural := 2.0 * 4 * 16 / (52 * 51); math.Abs(sum+natural-1) > 1e-12 {
		t.Errorf("the chances sum up to %v", sum+natural)
	}
	if w := stakes.New(table(t, "blackjack")).Expected(); w < -0.01 || w > 0.01 {
		t.Errorf("a round of one deck is worth %v", w)
	}
}
