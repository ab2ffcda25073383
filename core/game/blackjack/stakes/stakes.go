// Package stakes computes what each decision at a blackjack table is worth, in units of the
// bet: every card that may come is taken with its chance among the cards that are not seen,
// those of this round taken out of a full shoe.
//
// Cards are told apart by what they count, 1 for an ace to 10. Whoever decides knows its own
// hands and the dealer's open card. Where the dealer looks for a natural first, values
// are those after it had none.
//
// Read Situation first, then Exact.
package stakes

import "slices"

// ranks are the values of cards from 1; index 0 is not used.
const ranks = 11

// counts is how many cards of each value there are.
type counts [ranks]uint8

func (c counts) total() int {
	n := 0
	for _, k := range c {
		n += int(k)
	}
	return n
}

// Table is what a variant settles about the worth of a decision.
type Table struct {
	Decks       int
	HitsSoft17  bool
	Pays, Per   int // what a natural is paid, as in 3 per 2
	Peeks       bool
	Double      string // any, 9-11, 10-11 or none
	AfterSplit  bool   // a hand may be doubled after a split
	Splits      int
	AceTakesOne bool // split aces take one card each
	Insurance   bool
	Surrender   bool
}

// The decisions on a hand.
const (
	Stand     = "stand"
	Hit       = "hit"
	Double    = "double"
	Split     = "split"
	Surrender = "surrender"
)

// Situation is what is known when a decision is made.
type Situation struct {
	Hand   []int // values of the cards of the hand that is decided on
	Others []int // values of the cards of the player's other hands
	Up     int   // the dealer's open card
	Split  bool  // the hand came from a split
	Hands  int   // the player has, 1 before a split
}

// Exact knows the worth of decisions at one table. It is not safe for concurrent use.
type Exact struct {
	table  Table
	dealer map[dealt]ending
	best   map[holding]float64
}

// New returns an Exact of a table.
func New(t Table) *Exact {
	return &Exact{table: t, dealer: map[dealt]ending{}, best: map[holding]float64{}}
}

// dealt is a dealer's hand that is played on, and the cards that are left.
type dealt struct {
	left  counts
	total uint8 // aces as 1
	ace   bool
	first bool // there is one card
}

// ending is with which chance the dealer ends on 17 to 21, or over it. Where the dealer has
// looked, what is missing to 1 is the chance of a natural.
type ending [6]float64

const (
	over    = 5
	natural = 21
)

// play returns how the dealer's hand ends. The one place that cannot come is the hole card
// that makes a natural, where the dealer has looked for it.
func (e *Exact) play(d dealt) ending {
	if known, is := e.dealer[d]; is {
		return known
	}
	total, soft := int(d.total), d.ace && d.total <= 11
	if soft {
		total += 10
	}
	var end ending
	switch {
	case total > 21:
		end[over] = 1
	case !d.first && (total > 17 || total == 17 && !(soft && e.table.HitsSoft17)):
		end[total-17] = 1
	default:
		n := d.left.total()
		for card := 1; card < ranks; card++ {
			if d.left[card] == 0 || d.first && e.table.Peeks && isNatural(int(d.total), card) {
				continue
			}
			chance := float64(d.left[card]) / float64(n)
			next := dealt{left: d.left, total: d.total + uint8(card), ace: d.ace || card == 1}
			next.left[card]--
			for i, p := range e.play(next) {
				end[i] += chance * p
			}
		}
	}
	e.dealer[d] = end
	return end
}

func isNatural(a, b int) bool { return a == 1 && b == 10 || a == 10 && b == 1 }

// holding is a player's hand that is played on.
type holding struct {
	left  counts
	total uint8 // aces as 1
	ace   bool
	up    uint8
}

func (h holding) value() int {
	if h.ace && h.total <= 11 {
		return int(h.total) + 10
	}
	return int(h.total)
}

func (h holding) with(card int) holding {
	h.left[card]--
	h.total += uint8(card)
	h.ace = h.ace || card == 1
	return h
}

// each calls f with every card that may come and its chance.
func (h holding) each(f func(next holding, chance float64)) {
	n := float64(h.left.total())
	for card := 1; card < ranks; card++ {
		if k := h.left[card]; k > 0 {
			f(h.with(card), float64(k)/n)
		}
	}
}

// The values below leave out the dealer's natural where it was looked for: they are not
// divided by the chance that there is none. Since the order of cards that are not seen
// does not matter, the hole card may be thought of as drawn last.

// seen is the chance that the dealer has no natural where it was looked for.
func (e *Exact) seen(h holding) float64 {
	if !e.table.Peeks {
		return 1
	}
	chance := 1.0
	h.each(func(next holding, p float64) {
		if isNatural(int(h.up), int(next.total-h.total)) {
			chance -= p
		}
	})
	return chance
}

// stand is the value of a hand that is played no further.
func (e *Exact) stand(h holding) float64 {
	if h.total > 21 {
		return -e.seen(h)
	}
	end := e.play(dealt{left: h.left, total: h.up, ace: h.up == 1, first: true})
	worth, mine := end[over], h.value()
	for i, p := range end[:over] {
		switch house := 17 + i; {
		case mine > house:
			worth += p
		case mine < house:
			worth -= p
		}
	}
	if !e.table.Peeks && mine == natural { // a natural of the dealer beats a drawn 21
		h.each(func(next holding, p float64) {
			if isNatural(int(h.up), int(next.total-h.total)) {
				worth -= p
			}
		})
	}
	return worth
}

// hit is the value of taking a card and playing on as well as can be.
func (e *Exact) hit(h holding) float64 {
	worth := 0.0
	h.each(func(next holding, p float64) {
		if next.value() >= natural {
			worth += p * e.stand(next)
		} else {
			worth += p * e.on(next)
		}
	})
	return worth
}

// on is the value of a hand of three cards and more that may be played on.
func (e *Exact) on(h holding) float64 {
	if known, is := e.best[h]; is {
		return known
	}
	best := max(e.stand(h), e.hit(h))
	e.best[h] = best
	return best
}

// double is the value of one more card for twice the bet.
func (e *Exact) double(h holding) float64 {
	worth := 0.0
	h.each(func(next holding, p float64) { worth += 2 * p * e.stand(next) })
	return worth
}

// split is the value of both hands that one pair becomes. Since cards that are not
// seen may be dealt in any order, each hand is worth what it is alone. Splitting
// again is not counted.
func (e *Exact) split(h holding) float64 {
	card := h.total / 2
	one := holding{left: h.left, total: card, ace: card == 1, up: h.up}
	worth := 0.0
	one.each(func(next holding, p float64) {
		best := e.stand(next)
		if next.value() < natural && !(card == 1 && e.table.AceTakesOne) {
			best = max(best, e.hit(next))
			if e.table.AfterSplit && e.doubles(next) {
				best = max(best, e.double(next))
			}
		}
		worth += 2 * p * best
	})
	return worth
}

// doubles reports whether the table lets two cards be doubled.
func (e *Exact) doubles(h holding) bool {
	least := map[string]int{"any": 0, "9-11": 9, "10-11": 10}
	low, allowed := least[e.table.Double]
	return allowed && (low == 0 || h.value() >= low && h.value() <= 11)
}

// Worth returns what each decision that the table allows is worth, by its verb.
func (e *Exact) Worth(s Situation) map[string]float64 {
	h := e.holding(s)
	seen := e.seen(h)
	worth := map[string]float64{
		Stand: e.stand(h) / seen,
		Hit:   e.hit(h) / seen,
	}
	if len(s.Hand) != 2 {
		return worth
	}
	if e.doubles(h) && (!s.Split || e.table.AfterSplit) {
		worth[Double] = e.double(h) / seen
	}
	if s.Hand[0] == s.Hand[1] && s.Hands <= e.table.Splits {
		worth[Split] = e.split(h) / seen
	}
	if e.table.Surrender && s.Hands == 1 {
		worth[Surrender] = -0.5
	}
	return worth
}

// holding takes the cards that are seen out of a full shoe.
func (e *Exact) holding(s Situation) holding {
	h := holding{up: uint8(s.Up)}
	for card := 1; card < 10; card++ {
		h.left[card] = uint8(4 * e.table.Decks)
	}
	h.left[10] = uint8(16 * e.table.Decks)
	for _, card := range slices.Concat(s.Hand, s.Others, []int{s.Up}) {
		h.left[card]--
	}
	for _, card := range s.Hand {
		h.total += uint8(card)
		h.ace = h.ace || card == 1
	}
	return h
}

// Insurance is what insuring half the bet is worth.
func (e *Exact) Insurance(s Situation) float64 {
	h := e.holding(s)
	tens := float64(h.left[10]) / float64(h.left.total())
	return (2*tens - (1 - tens)) / 2
}

// Best is the decision that is worth most among those that are allowed, and its worth.
func Best(worth map[string]float64, allowed func(verb string) bool) (verb string, most float64) {
	for _, v := range []string{Stand, Hit, Double, Split, Surrender} {
		if w, is := worth[v]; is && allowed(v) && (verb == "" || w > most) {
			verb, most = v, w
		}
	}
	return verb, most
}

// Deal is two cards of the player, the lesser first, against one of the dealer, and its
// chance.
type Deal struct {
	Cards  [2]int
	Up     int
	Chance float64
}

// Deals lists every deal in which there is something to decide: no natural of the player,
// and none of the dealer where it looks for one. The chances of all sum up to what is left
// of 1.
func (e *Exact) Deals() []Deal {
	var list []Deal
	for a := 1; a < ranks; a++ {
		for b := a; b < ranks; b++ {
			if isNatural(a, b) {
				continue
			}
			for up := 1; up < ranks; up++ {
				chance := e.chance(a, b, up)
				if chance == 0 {
					continue
				}
				h := e.holding(Situation{Hand: []int{a, b}, Up: up})
				list = append(list, Deal{[2]int{a, b}, up, chance * e.seen(h)})
			}
		}
	}
	return list
}

// chance is that of two cards in any order and the dealer's open one.
func (e *Exact) chance(a, b, up int) float64 {
	left := e.holding(Situation{Hand: []int{}, Up: up}).left
	left[up]++
	chance := 1.0
	for _, card := range [...]int{a, b, up} {
		chance *= float64(left[card]) / float64(left.total())
		if left[card] > 0 {
			left[card]--
		}
	}
	if a != b {
		chance *= 2
	}
	return chance
}

// Expected is what a round of best play is worth for a bet of one.
func (e *Exact) Expected() float64 {
	worth, rest := 0.0, 1.0
	for _, d := range e.Deals() {
		_, best := Best(e.Worth(Situation{Hand: d.Cards[:], Up: d.Up, Hands: 1}), func(string) bool { return true })
		worth += d.Chance * best
		rest -= d.Chance
	}
	for up := 1; up < ranks; up++ { // the player's naturals, most of which are paid
		chance := e.chance(1, 10, up)
		h := e.holding(Situation{Hand: []int{1, 10}, Up: up})
		push := 0.0
		h.each(func(next holding, p float64) {
			if isNatural(up, int(next.total-h.total)) {
				push += p
			}
		})
		worth += chance * (1 - push) * float64(e.table.Pays) / float64(e.table.Per)
		rest -= chance
	}
	if e.table.Peeks { // what is left is the dealer's naturals against none
		worth -= rest
	}
	return worth
}
