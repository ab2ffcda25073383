package blackjack

import (
	"fmt"
	"math/rand/v2"
	"strings"

	"durchgang/core/game"
	"durchgang/core/game/blackjack/stakes"
)

// opening is two cards of the player, by what they count, and the dealer's open card.
type opening struct{ first, second, up int }

// openings lists every two cards that are no natural against every open card.
var openings = func() (list []opening) {
	for a := 1; a <= 10; a++ {
		for b := a; b <= 10; b++ {
			for up := 1; up <= 10; up++ {
				if a != 1 || b != 10 {
					list = append(list, opening{a, b, up})
				}
			}
		}
	}
	return list
}()

// Hands implements contest.HandDeals: every two cards that are no natural against every open card.
func (*Rules) Hands() int { return len(openings) }

// HandSetup implements contest.HandDeals. It deals a hand, and after it cards in an order drawn at random, the dealer's hole
// card first, which makes no natural.
func (*Rules) HandSetup(n int, random *rand.Rand) game.Setup {
	h := openings[n]
	var deck []string
	for _, suit := range "SHDC" {
		for _, rank := range strings.Fields("A 2 3 4 5 6 7 8 9 10 J Q K") {
			deck = append(deck, rank+string(suit))
		}
	}
	random.Shuffle(len(deck), func(i, k int) { deck[i], deck[k] = deck[k], deck[i] })
	take := func(want func(value int) bool) string {
		for i, card := range deck {
			if want(value(card)) {
				deck = append(deck[:i:i], deck[i+1:]...)
				return card
			}
		}
		return ""
	}
	is := func(v int) func(int) bool { return func(value int) bool { return value == v } }
	first, up, second := take(is(h.first)), take(is(h.up)), take(is(h.second))
	hole := take(func(v int) bool { return !(h.up == 1 && v == 10 || h.up == 10 && v == 1) })
	return game.Setup(fmt.Sprintf("cards=%s", strings.Join(append([]string{first, up, second, hole}, deck...), " ")))
}

// HandChances implements contest.HandDeals: how often each hand is dealt at the table, of all in which there is something
// to decide, by the number of its deal.
func (r *Rules) HandChances() []float64 {
	dealt, all := map[opening]float64{}, 0.0
	for _, d := range stakes.New(r.Table()).Deals() {
		dealt[opening{d.Cards[0], d.Cards[1], d.Up}] = d.Chance
		all += d.Chance
	}
	chances := make([]float64, len(openings))
	for i, h := range openings {
		chances[i] = dealt[h] / all
	}
	return chances
}

// value is what a card of a deck counts.
func value(card string) int {
	c, err := ParseCard(card)
	if err != nil {
		panic("blackjack: " + err.Error()) // the deck is written above
	}
	return c.Value()
}
