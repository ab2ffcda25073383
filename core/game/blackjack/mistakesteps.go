package blackjack

import (
	"durchgang/core/game"
)

// Each type below is the reference rules of blackjack with one step changed.

type (
	held  = []Card
	right = func(held) (int, bool) // counts as the rules do
)

type counts struct {
	*Rules
	total func(right, held) (int, bool)
}

func (m counts) Total(hand []Card) (int, bool) { return m.total(m.Rules.Total, hand) }

// plain is the sum of the cards with aces at one, and how many aces there are.
func plain(hand held) (n, aces int) {
	for _, c := range hand {
		n += c.Value()
		if c.Rank() == 1 {
			aces++
		}
	}
	return n, aces
}

func aceHigh(_ right, hand held) (int, bool) {
	n, aces := plain(hand)
	return n + 10*aces, aces > 0
}

func oneAceHigh(_ right, hand held) (int, bool) {
	n, aces := plain(hand)
	return n + 10*min(aces, 1), aces > 0
}

func aceOnce(_ right, hand held) (int, bool) {
	n, aces := plain(hand)
	n += 10 * aces
	if n > 21 && aces > 0 {
		return n - 10, aces > 1
	}
	return n, aces > 0
}

func aceLow(_ right, hand held) (int, bool) {
	n, _ := plain(hand)
	return n, false
}

func twoAces(count right, hand held) (int, bool) {
	if _, aces := plain(hand); aces == 2 && len(hand) == 2 {
		return 22, true
	}
	return count(hand)
}

func aceFrozen(_ right, hand held) (n int, soft bool) {
	for _, c := range hand {
		if c.Rank() == 1 && n+11 <= 21 {
			n, soft = n+11, true
		} else {
			n += c.Value()
		}
	}
	return n, soft
}

func faceValue(count right, hand held) (int, bool) {
	n, soft := count(hand)
	for _, c := range hand {
		n += c.Rank() - c.Value()
	}
	if soft && n > 21 {
		return n - 10, false
	}
	return n, soft
}

type bustAt struct {
	*Rules
	least int
}

func (m bustAt) Bust(total int) bool { return total >= m.least }

type dealerTo struct {
	*Rules
	stands int
}

func (m dealerTo) Draws(dealer []Card) bool {
	n, _ := m.Total(dealer)
	return n < m.stands
}

type softWrong struct{ *Rules }

func (m softWrong) Draws(dealer []Card) bool {
	if n, soft := m.Total(dealer); n == 17 && soft {
		return !m.Rules.Draws(dealer)
	}
	return m.Rules.Draws(dealer)
}

type playsAfterBust struct{ *Rules }

func (m playsAfterBust) Plays([]Hand) bool { return true }

type afterBust struct{ *Rules }

func (m afterBust) Plays([]Hand) bool { return true }

func (m afterBust) Outcome(h *Hand, dealer []Card) string {
	if house, _ := m.Total(dealer); m.Bust(house) && m.Bust(h.Total) {
		return Wins
	}
	return m.Rules.Outcome(h, dealer)
}

// compares gives a hand that is compared with the dealer's another result where it counts more or less.
type compares struct {
	*Rules
	more, less string
}

func (m compares) Outcome(h *Hand, dealer []Card) string {
	result := m.Rules.Outcome(h, dealer)
	house, _ := m.Total(dealer)
	switch {
	case h.Ended != "" || m.Bust(house) || result == Pushes:
		return result
	case h.Total > house:
		return m.more
	case h.Total < house:
		return m.less
	}
	return result
}

type pushIs struct {
	*Rules
	result   string
	naturals bool // two naturals are no other push
}

func (m pushIs) Outcome(h *Hand, dealer []Card) string {
	result := m.Rules.Outcome(h, dealer)
	if result == Pushes && (m.naturals || h.Ended != Natural) {
		return m.result
	}
	return result
}

type pays struct {
	*Rules
	pay func(h *Hand, paid int) int
}

func (m pays) Pay(h *Hand) int { return m.pay(h, m.Rules.Pay(h)) }

type noNatural struct{ *Rules }

func (m noNatural) Natural(*Hand) bool { return false }

type bothNatural struct{ *Rules }

func (m bothNatural) Outcome(h *Hand, dealer []Card) string {
	if h.Ended == Natural {
		return Natural
	}
	return m.Rules.Outcome(h, dealer)
}

type again struct{ *Rules }

// freshDeck deals another game from all cards.
type freshDeck struct{ *Rules }

func (m freshDeck) Left(*Position) int { return 0 }

func (m again) Next(p *Position) Card {
	n := p.Dealt
	if n > 4 {
		n = 4 + (n-4)/2
	}
	p.Dealt++
	return p.Shoe[n%len(p.Shoe)]
}

type noKings struct{ *Rules }

func (m noKings) Next(p *Position) Card {
	for {
		if c := m.Rules.Next(p); c.Rank() != 13 {
			return c
		}
	}
}

type unshuffled struct{ *Rules }

func (m unshuffled) Order(fresh, _ []Card) []Card { return fresh }

type betUnchecked struct {
	*Rules
	ignores func(units int, reason game.Refusal) bool
}

func (m betUnchecked) RefuseBet(p *Position, units int) game.Refusal {
	reason := m.Rules.RefuseBet(p, units)
	switch {
	case reason == game.Accepted || !m.ignores(units, reason):
		return reason
	case units*Unit > p.Bank && reason != NoMoney:
		return NoMoney
	}
	return game.Accepted
}

type playsBroke struct{ *Rules }

func (m playsBroke) Over(p *Position) bool { return p.Rounds == m.Rounds() }

type doubleLate struct{ *Rules }

func (m doubleLate) RefuseDouble(p *Position, h *Hand) game.Refusal {
	if len(h.Cards) == 3 {
		early := *h
		early.Cards = h.Cards[:2]
		return m.Rules.RefuseDouble(p, &early)
	}
	return m.Rules.RefuseDouble(p, h)
}

type doubleOn struct{ *Rules }

func (m doubleOn) Doubled(*Hand) {}

// showsHole shows everybody what the dealer sees.
type showsHole struct{ *Rules }

func (m showsHole) View(pos game.Position, _ game.Player, facts []game.Fact) []game.Fact {
	return m.Rules.View(pos, game.Second, facts)
}

// showsTotal shows the total that the dealer sees.
type showsTotal struct{ *Rules }

func (m showsTotal) View(pos game.Position, viewer game.Player, facts []game.Fact) []game.Fact {
	from := len(facts)
	facts = m.Rules.View(pos, viewer, facts)
	total := 0
	for _, f := range m.Rules.View(pos, game.Second, nil) {
		if f.Kind == game.FactTotal && f.Player == game.Second {
			total = f.Amount
		}
	}
	for i, f := range facts[from:] {
		if f.Kind == game.FactTotal && f.Player == game.Second {
			facts[from+i].Amount = total
		}
	}
	return facts
}
