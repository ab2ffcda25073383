package blackjack

import (
	"fmt"
	"strings"

	"slices"

	"durchgang/core/game"
	"durchgang/core/game/blackjack/stakes"
	"durchgang/core/play/house"
)

// Players implements house.Source.
func (*Rules) Players() []house.Entry {
	return []house.Entry{
		{Name: "random", Strength: "hits and stands at random", Make: func(t house.Table) house.Player {
			return newCardPlayer(t, func(*seatedHand) string {
				return []string{Hit, Stand}[t.Random.IntN(2)]
			})
		}},
		{Name: "mimic", Strength: "draws as the dealer does, to 17", Make: func(t house.Table) house.Player {
			return newCardPlayer(t, func(h *seatedHand) string { return hitBelow(h.total(), 17) })
		}},
		{Name: "never-bust", Strength: "draws to 12, so that it never goes over 21", Make: func(t house.Table) house.Player {
			return newCardPlayer(t, func(h *seatedHand) string {
				if h.soft() {
					return hitBelow(h.total(), 18)
				}
				return hitBelow(h.total(), 12)
			})
		}},
		{
			Name:     "exact",
			Strength: "makes the decision that is worth most by the cards of its round and the table's rules, computed; it does not count cards and bets the least",
			Make: func(t house.Table) house.Player {
				exact := stakes.New(t.Rules.(*Rules).Table())
				return newCardPlayer(t, func(h *seatedHand) string {
					verb, _ := stakes.Best(exact.Worth(h.situation()), h.may)
					return verb
				})
			},
		},
	}
}

// Deciding implements house.Handed.
func (r *Rules) Deciding(decide func(hand []string, up string) string) house.Player {
	return newCardPlayer(house.Table{Rules: r}, func(h *seatedHand) string { return decide(namesOf(h.hand()), h.open.String()) })
}

func hitBelow(total, limit int) string {
	if total < limit {
		return Hit
	}
	return Stand
}

// seatedHand is the hand that is decided on, as the player sees it.
type seatedHand struct {
	rules  *Rules
	hands  [][]Card
	active int
	open   Card // the dealer's; none before the deal
	bank   int  // hundredths
}

func (h *seatedHand) hand() []Card { return h.hands[h.active] }

func (h *seatedHand) total() int { n, _ := h.rules.Total(h.hand()); return n }
func (h *seatedHand) soft() bool { _, soft := h.rules.Total(h.hand()); return soft }

func (h *seatedHand) situation() stakes.Situation {
	s := stakes.Situation{Hand: valuesOf(h.hand()), Up: h.open.Value(), Split: len(h.hands) > 1, Hands: len(h.hands)}
	for i, other := range h.hands {
		if i != h.active {
			s.Others = append(s.Others, valuesOf(other)...)
		}
	}
	return s
}

// may reports whether a decision can be paid: each takes one more bet of the least one.
func (h *seatedHand) may(verb string) bool {
	return verb != Double && verb != Split || h.bank >= h.rules.Least()*Unit
}

// cardPlayer bets the least and decides on one hand after the other.
type cardPlayer struct {
	house.Table
	decide  func(*seatedHand) string
	dealt   bool   // a round is on
	insured bool   // the question was answered in this round
	closed  []bool // by hand: stood on or doubled
}

func newCardPlayer(t house.Table, decide func(*seatedHand) string) house.Player {
	return &cardPlayer{Table: t, decide: decide}
}

// Choose implements house.Player.
func (c *cardPlayer) Choose(s house.Sight) game.Move {
	r := c.Rules.(*Rules)
	for _, f := range s.Told {
		if f.Kind == game.FactResult {
			c.dealt = false
		}
	}
	if !c.dealt {
		c.dealt, c.insured, c.closed = true, false, []bool{false}
		return r.Begin()
	}
	h := &seatedHand{rules: r}
	for _, f := range s.View {
		switch {
		case f.Kind == game.FactCard && f.Player == game.First:
			for len(h.hands) < f.N {
				h.hands = append(h.hands, nil)
			}
			h.hands[f.N-1] = append(h.hands[f.N-1], cardOf(f))
		case f.Kind == game.FactCard && h.open == 0:
			h.open = cardOf(f)
		case f.Kind == game.FactBank:
			h.bank = f.Amount
		}
	}
	if r.Table().Insurance && h.open.Value() == 1 && !c.insured {
		c.insured = true
		return game.Move{Verb: Decline}
	}
	for h.active < len(h.hands)-1 && (c.closed[h.active] || h.total() >= 21) {
		h.active++
	}
	verb := c.decide(h)
	switch verb {
	case Split:
		c.closed = slices.Insert(c.closed, h.active+1, false)
	case Stand, Double:
		c.closed[h.active] = true
	}
	return game.Move{Verb: verb}
}

// cardOf is the card of a fact; none for one that is face down.
func cardOf(f game.Fact) Card {
	c, err := ParseCard(f.Text)
	if err != nil {
		return 0
	}
	return c
}

func namesOf(cards []Card) []string {
	names := make([]string, len(cards))
	for i, c := range cards {
		names[i] = c.String()
	}
	return names
}

// exactTable knows the worth of decisions at a blackjack table.
type exactTable struct {
	rules *Rules
	exact *stakes.Exact
}

// Appraiser implements house.Appraised.
func (r *Rules) Appraiser() house.Appraiser { return newExactTable(r) }

func newExactTable(r *Rules) *exactTable {
	return &exactTable{r, stakes.New(r.Table())}
}

// Appraise implements house.Appraiser: bets have no worth of their own.
func (e *exactTable) Appraise(pos game.Position, m game.Move) (house.Appraisal, bool) {
	p := pos.(*Position)
	s, deciding := p.Decision()
	if !deciding || m.Verb == Bet || m.Verb == Deal {
		return house.Appraisal{}, false
	}
	situation := stakes.Situation{
		Hand:   valuesOf(s.Hand),
		Up:     p.Dealer[0].Value(),
		Split:  s.Split,
		Hands:  s.Hands,
		Others: valuesOf(s.Others),
	}
	a := house.Appraisal{Moves: map[string]float64{}}
	if m.Verb == Insure || m.Verb == Decline {
		a.Moves[Insure], a.Moves[Decline] = e.exact.Insurance(situation), 0
		a.Best, a.Made = max(a.Moves[Insure], 0), a.Moves[m.Verb]
		return a, true
	}
	for verb, worth := range e.exact.Worth(situation) {
		if _, refused := game.Refused(e.rules.Play(p.Clone(), game.Move{Verb: verb}, nil)); !refused {
			a.Moves[verb] = worth
		}
	}
	_, a.Best = stakes.Best(a.Moves, func(string) bool { return true })
	a.Made = a.Moves[m.Verb]
	return a, true
}

func valuesOf(cards []Card) []int {
	values := make([]int, len(cards))
	for i, c := range cards {
		values[i] = c.Value()
	}
	return values
}

// Measure implements house.Measured: what the bank has gained, in units; a foul loses the bet on the
// table and the least bet of each round that is not played.
func (r *Rules) Measure() (house.Measure, bool) {
	return house.Measure{Name: "units gained", Of: func(pos game.Position, fouled bool) float64 {
		p := pos.(*Position)
		gained := p.Bank - r.Bank()*Unit
		if fouled {
			left := r.Rounds() - p.Rounds
			if _, deciding := p.Decision(); deciding {
				left-- // its bet is gone already
			}
			gained = max(gained-left*r.Least()*Unit, -r.Bank()*Unit)
		}
		return float64(gained) / Unit
	}}, true
}

// StrategyTakes implements calls.Chooser.
func (*Rules) StrategyTakes() string { return "hand, up" }

// Situation implements house.Situated.
func (r *Rules) Situation(pos game.Position, m game.Move) house.Situation {
	p := pos.(*Position)
	d, _ := p.Decision()
	up := p.Dealer[0]
	name := r.handName(d.Hand)
	s := house.Situation{Where: strings.Join(namesOf(d.Hand), " ") + " against " + up.String(), Key: name + " " + up.String()}
	if len(d.Hand) == 2 && d.Hands == 1 && m.Verb != Insure && m.Verb != Decline {
		s.Hand, s.Up = name, up.Value()
	}
	return s
}

// handName names two cards by what matters of them, and others by their total.
func (r *Rules) handName(cards []Card) string {
	total, soft := r.Total(cards)
	switch {
	case len(cards) == 2 && cards[0].Value() == cards[1].Value():
		return fmt.Sprintf("pair %d", cards[0].Value())
	case soft:
		return fmt.Sprintf("soft %d", total)
	}
	return fmt.Sprint(total)
}
