package house

import (
	"slices"

	"durchgang/core/game"
	"durchgang/core/game/blackjack"
	"durchgang/core/play/stakes"
)

func cardPlayers() []Entry {
	return []Entry{
		{"random", "hits and stands at random", func(t table) Player {
			return newCardPlayer(t, func(*seatedHand) string {
				return []string{blackjack.Hit, blackjack.Stand}[t.random.IntN(2)]
			})
		}},
		{"mimic", "draws as the dealer does, to 17", func(t table) Player {
			return newCardPlayer(t, func(h *seatedHand) string { return hitBelow(h.total(), 17) })
		}},
		{"never-bust", "draws to 12, so that it never goes over 21", func(t table) Player {
			return newCardPlayer(t, func(h *seatedHand) string {
				if h.soft() {
					return hitBelow(h.total(), 18)
				}
				return hitBelow(h.total(), 12)
			})
		}},
		{
			"exact",
			"makes the decision that is worth most by the cards of its round and the table's rules, computed; it does not count cards and bets the least",
			func(t table) Player {
				exact := stakes.New(t.rules.(*blackjack.Rules).Table())
				return newCardPlayer(t, func(h *seatedHand) string {
					verb, _ := stakes.Best(exact.Worth(h.situation()), h.may)
					return verb
				})
			},
		},
	}
}

// Deciding is a player who bets the least, declines insurance, and makes the decisions that
// decide returns for the cards of a hand and the dealer's open card, as in 10S.
func Deciding(rules *blackjack.Rules, decide func(hand []string, up string) string) Player {
	return newCardPlayer(table{rules: rules}, func(h *seatedHand) string { return decide(namesOf(h.hand()), h.open.String()) })
}

func hitBelow(total, limit int) string {
	if total < limit {
		return blackjack.Hit
	}
	return blackjack.Stand
}

// seatedHand is the hand that is decided on, as the player sees it.
type seatedHand struct {
	rules  *blackjack.Rules
	hands  [][]blackjack.Card
	active int
	open   blackjack.Card // the dealer's; none before the deal
	bank   int            // hundredths
}

func (h *seatedHand) hand() []blackjack.Card { return h.hands[h.active] }

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
	return verb != blackjack.Double && verb != blackjack.Split || h.bank >= h.rules.Least()*blackjack.Unit
}

// cardPlayer bets the least and decides on one hand after the other.
type cardPlayer struct {
	table
	decide  func(*seatedHand) string
	dealt   bool   // a round is on
	insured bool   // the question was answered in this round
	closed  []bool // by hand: stood on or doubled
}

func newCardPlayer(t table, decide func(*seatedHand) string) Player {
	return &cardPlayer{table: t, decide: decide}
}

// Choose implements Player.
func (c *cardPlayer) Choose(s Sight) game.Move {
	r := c.rules.(*blackjack.Rules)
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
		return game.Move{Verb: blackjack.Decline}
	}
	for h.active < len(h.hands)-1 && (c.closed[h.active] || h.total() >= 21) {
		h.active++
	}
	verb := c.decide(h)
	switch verb {
	case blackjack.Split:
		c.closed = slices.Insert(c.closed, h.active+1, false)
	case blackjack.Stand, blackjack.Double:
		c.closed[h.active] = true
	}
	return game.Move{Verb: verb}
}

// cardOf is the card of a fact; none for one that is face down.
func cardOf(f game.Fact) blackjack.Card {
	c, err := blackjack.ParseCard(f.Text)
	if err != nil {
		return 0
	}
	return c
}

func namesOf(cards []blackjack.Card) []string {
	names := make([]string, len(cards))
	for i, c := range cards {
		names[i] = c.String()
	}
	return names
}

// exactTable knows the worth of decisions at a blackjack table.
type exactTable struct {
	rules *blackjack.Rules
	exact *stakes.Exact
}

func newExactTable(r *blackjack.Rules) *exactTable {
	return &exactTable{r, stakes.New(r.Table())}
}

// Appraise implements Appraiser: bets have no worth of their own.
func (e *exactTable) Appraise(pos game.Position, m game.Move) (Appraisal, bool) {
	p := pos.(*blackjack.Position)
	s, deciding := p.Decision()
	if !deciding || m.Verb == blackjack.Bet || m.Verb == blackjack.Deal {
		return Appraisal{}, false
	}
	situation := stakes.Situation{
		Hand:   valuesOf(s.Hand),
		Up:     p.Dealer[0].Value(),
		Split:  s.Split,
		Hands:  s.Hands,
		Others: valuesOf(s.Others),
	}
	a := Appraisal{Moves: map[string]float64{}}
	if m.Verb == blackjack.Insure || m.Verb == blackjack.Decline {
		a.Moves[blackjack.Insure], a.Moves[blackjack.Decline] = e.exact.Insurance(situation), 0
		a.Best, a.Made = max(a.Moves[blackjack.Insure], 0), a.Moves[m.Verb]
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

func valuesOf(cards []blackjack.Card) []int {
	values := make([]int, len(cards))
	for i, c := range cards {
		values[i] = c.Value()
	}
	return values
}
