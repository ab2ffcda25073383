package blackjack

import (
	"slices"

	"durchgang/core/game"
)

// The results of a hand.
const (
	Wins        = "win"
	Loses       = "lose"
	Pushes      = "push"
	Natural     = "natural"
	Surrendered = "surrender"
)

// turn is one accepted move at a table, and what can be seen of it.
type turn struct {
	*Rules
	p     *Position
	facts []game.Fact
}

func (t *turn) tell(f game.Fact) { t.facts = append(t.facts, f) }

func (t *turn) act(m game.Move) {
	switch m.Verb {
	case Bet:
		t.deal(m.Amount * Unit)
		return
	case Deal:
		t.deal(Unit)
		return
	}
	h := t.p.hand()
	switch m.Verb {
	case Insure:
		t.p.insured = h.Bet / 2
		t.p.Bank -= t.p.insured
		t.peek()
	case Decline:
		t.peek()
	case Hit:
		t.draw(h)
	case Stand:
		h.Done = true
	case Double:
		t.p.Bank -= h.Bet
		h.Bet *= 2
		t.draw(h)
		t.steps.Doubled(h)
	case Split:
		t.split(h)
	case Surrender:
		h.Done, h.Ended = true, Surrendered
	}
	t.advance()
}

// deal begins a round. A shoe that may not last for it is taken from its start again.
func (t *turn) deal(bet int) {
	p := t.p
	const enough = 26 // the player's four hands and the dealer's rarely need as many
	if len(p.Shoe)-p.Dealt < enough {
		p.Dealt = 0
	}
	p.Bank -= bet
	p.Hands, p.Dealer, p.active, p.insured = []Hand{{Bet: bet}}, nil, 0, 0
	p.Hidden = true
	h := &p.Hands[0]
	t.give(h)
	t.take(true)
	p.House, _ = t.steps.Total(p.Dealer)
	t.give(h)
	t.take(false)
	t.count(h)
	p.phase = deciding
	if t.steps.Natural(h) {
		h.Done, h.Ended = true, Natural
	}
	h.Done = h.Done || t.stands(h.Total)
	if t.insurance && p.Dealer[0].Rank() == 1 {
		p.phase = insuring
		return
	}
	t.peek()
	t.advance()
}

// Order implements Steps.
func (r *Rules) Order(fresh, shuffled []Card) []Card {
	if r.under != nil {
		return r.under.Order(fresh, shuffled)
	}
	return shuffled
}

// Next implements Steps.
func (r *Rules) Next(p *Position) Card {
	if r.under != nil {
		return r.under.Next(p)
	}
	c := p.Shoe[p.Dealt%len(p.Shoe)]
	p.Dealt++
	return c
}

// Total implements Steps: an ace counts 11 while that does not bust.
func (r *Rules) Total(cards []Card) (n int, soft bool) {
	if r.under != nil {
		return r.under.Total(cards)
	}
	ace := false
	for _, c := range cards {
		n += c.Value()
		ace = ace || c.Rank() == 1
	}
	if ace && n+10 <= 21 {
		return n + 10, true
	}
	return n, false
}

// Natural implements Steps.
func (r *Rules) Natural(h *Hand) bool {
	if r.under != nil {
		return r.under.Natural(h)
	}
	return r.naturals && h.Total == 21 && len(h.Cards) == 2 && !h.Split
}

// number is the number of a hand, from 1.
func (t *turn) number(h *Hand) int {
	for i := range t.p.Hands {
		if &t.p.Hands[i] == h {
			return i + 1
		}
	}
	return 0
}

func (t *turn) give(h *Hand) {
	c := t.steps.Next(t.p)
	h.Cards = append(h.Cards, c)
	t.tell(game.Fact{Kind: game.FactCard, Player: game.First, N: t.number(h), Text: c.String()})
}

// take gives the dealer a card.
func (t *turn) take(faceUp bool) {
	c := t.steps.Next(t.p)
	t.p.Dealer = append(t.p.Dealer, c)
	text := "?"
	if faceUp {
		text = c.String()
	}
	t.tell(game.Fact{Kind: game.FactCard, Player: game.Second, N: 1, Text: text})
}

// count adds a hand up and tells its total.
func (t *turn) count(h *Hand) {
	h.Total, _ = t.steps.Total(h.Cards)
	t.tell(game.Fact{Kind: game.FactTotal, Player: game.First, N: t.number(h), Amount: h.Total})
}

// stands reports whether a hand of a total stands by itself.
func (r *Rules) stands(total int) bool { return total >= 21 && !r.asksAt21 }

// draw gives a card to a hand, which ends beyond 21, and at 21 where it stands by itself.
func (t *turn) draw(h *Hand) {
	t.give(h)
	t.count(h)
	bust := t.steps.Bust(h.Total)
	if bust {
		h.Ended = Loses
		t.tell(game.Fact{Kind: game.FactBust, Player: game.First, N: t.number(h)})
	}
	h.Done = h.Done || bust || t.stands(h.Total)
}

// Bust implements Steps.
func (r *Rules) Bust(total int) bool {
	if r.under != nil {
		return r.under.Bust(total)
	}
	return total > 21
}

// Doubled implements Steps: there is one card and no more.
func (r *Rules) Doubled(h *Hand) {
	if r.under != nil {
		r.under.Doubled(h)
		return
	}
	h.Done = true
}

func (t *turn) split(h *Hand) {
	p := t.p
	p.Bank -= h.Bet
	second := Hand{Cards: []Card{h.Cards[1]}, Bet: h.Bet, Split: true}
	h.Cards, h.Split = h.Cards[:1:1], true
	at := p.active
	p.Hands = append(p.Hands[:at+1:at+1], append([]Hand{second}, p.Hands[at+1:]...)...)
	one := p.Hands[at].Cards[0].Rank() == 1 && t.aceTakesOne
	for i := at; i <= at+1; i++ {
		t.draw(&p.Hands[i])
		p.Hands[i].Done = p.Hands[i].Done || one
	}
}

// peek lets the dealer look for a natural with an ace or ten-card up, which ends the
// round.
func (t *turn) peek() {
	p := t.p
	p.phase = deciding
	if t.naturals && t.peeks && t.houseNatural(p.Dealer) {
		p.Hands[0].Done = true
	}
}

// advance goes on to the next hand that is decided on, or to the dealer.
func (t *turn) advance() {
	for t.p.active < len(t.p.Hands) && t.p.hand().Done {
		t.p.active++
	}
	if t.p.active == len(t.p.Hands) && t.p.phase == deciding {
		t.dealer()
		t.settle()
	}
}

// dealer shows the hidden card and draws.
func (t *turn) dealer() {
	p := t.p
	p.Hidden = false
	t.tell(game.Fact{Kind: game.FactCard, Player: game.Second, N: 1, Text: p.Dealer[1].String()})
	plays := t.steps.Plays(p.Hands)
	for plays && t.steps.Draws(p.Dealer) {
		t.take(true)
	}
	p.House, _ = t.steps.Total(p.Dealer)
	t.tell(game.Fact{Kind: game.FactTotal, Player: game.Second, N: 1, Amount: p.House})
	if t.steps.Bust(p.House) {
		t.tell(game.Fact{Kind: game.FactBust, Player: game.Second, N: 1})
	}
}

// Plays implements Steps: the dealer does unless every hand has ended already.
func (r *Rules) Plays(hands []Hand) bool {
	if r.under != nil {
		return r.under.Plays(hands)
	}
	return slices.ContainsFunc(hands, func(h Hand) bool { return h.Ended == "" })
}

// Draws implements Steps.
func (r *Rules) Draws(dealer []Card) bool {
	if r.under != nil {
		return r.under.Draws(dealer)
	}
	n, soft := r.steps.Total(dealer)
	return n < 17 || n == 17 && soft && r.hitsSoft17
}

// settle pays every hand and ends the round.
func (t *turn) settle() {
	p := t.p
	if p.insured > 0 && t.houseNatural(p.Dealer) {
		p.Bank += 3 * p.insured
	}
	for i := range p.Hands {
		h := &p.Hands[i]
		if h.Ended == "" && t.steps.Bust(h.Total) { // at the deal, which takes a mistake in counting
			t.tell(game.Fact{Kind: game.FactBust, Player: game.First, N: i + 1})
			h.Ended = Loses
		}
		h.Ended = t.steps.Outcome(h, p.Dealer)
		paid := t.steps.Pay(h)
		p.Bank += paid
		if !t.bets {
			paid = game.Untold
		}
		t.tell(game.Fact{Kind: game.FactResult, Player: game.First, N: i + 1, Text: h.Ended, Amount: paid})
	}
	t.facts = t.tellBank(p, t.facts)
	p.Rounds++
	p.phase, p.active = betting, 0
	if t.steps.Over(p) {
		t.end()
	}
}

// houseNatural reports whether the dealer has a natural.
func (r *Rules) houseNatural(dealer []Card) bool {
	n, _ := r.steps.Total(dealer)
	return r.naturals && n == 21 && len(dealer) == 2
}

// Outcome implements Steps.
func (r *Rules) Outcome(h *Hand, dealer []Card) string {
	if r.under != nil {
		return r.under.Outcome(h, dealer)
	}
	house, _ := r.steps.Total(dealer)
	natural := r.houseNatural(dealer)
	switch {
	case h.Ended == Natural && natural:
		return Pushes
	case h.Ended != "":
		return h.Ended
	case natural:
		return Loses
	case r.steps.Bust(house) || h.Total > house:
		return Wins
	case h.Total == house:
		return Pushes
	}
	return Loses
}

// Pay implements Steps: the bet included.
func (r *Rules) Pay(h *Hand) int {
	if r.under != nil {
		return r.under.Pay(h)
	}
	switch h.Ended {
	case Wins:
		return 2 * h.Bet
	case Natural:
		return h.Bet + h.Bet*r.pays/r.per
	case Pushes:
		return h.Bet
	case Surrendered:
		return h.Bet / 2
	}
	return 0
}

// Over implements Steps.
func (r *Rules) Over(p *Position) bool {
	if r.under != nil {
		return r.under.Over(p)
	}
	return p.Rounds == r.rounds || p.Bank < r.least*Unit
}

// end compares the bank with what the player began with.
func (t *turn) end() {
	p := t.p
	switch began := t.bank * Unit; {
	case p.Bank > began:
		p.result = game.Result{Outcome: game.Won, Winner: game.First}
	case p.Bank < began:
		p.result = game.Result{Outcome: game.Won, Winner: game.Second}
	default:
		p.result = game.Result{Outcome: game.Drawn}
		t.tell(game.Fact{Kind: game.FactDrawn})
		return
	}
	t.tell(game.Fact{Kind: game.FactWon, Player: p.result.Winner})
}
