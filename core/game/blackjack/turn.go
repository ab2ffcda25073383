package blackjack

import "durchgang/core/game"

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
	h := (*hand)(nil)
	if t.p.phase != betting {
		h = t.p.hand()
	}
	switch m.Verb {
	case Bet:
		t.deal(m.Amount * unit)
		return
	case Insure:
		t.p.insured = h.bet / 2
		t.p.bank -= t.p.insured
		t.peek()
	case Decline:
		t.peek()
	case Hit:
		t.draw(h)
	case Stand:
		h.done = true
	case Double:
		t.p.bank -= h.bet
		h.bet *= 2
		t.draw(h)
		h.done = true
	case Split:
		t.split(h)
	case Surrender:
		h.done, h.ended = true, Surrendered
	}
	t.advance()
}

// deal begins a round. A shoe that may not last for it is taken from its start again.
func (t *turn) deal(bet int) {
	p := t.p
	const enough = 26 // the player's four hands and the dealer's rarely need as many
	if len(p.shoe)-p.dealt < enough {
		p.dealt = 0
	}
	p.bank -= bet
	p.hands, p.dealer, p.active, p.insured = []hand{{bet: bet}}, nil, 0, 0
	p.hidden = true
	h := &p.hands[0]
	t.give(h)
	t.take(true)
	t.give(h)
	t.take(false)
	t.total(game.First, 1, h.cards)
	p.phase = deciding
	if n, _ := total(h.cards); n == 21 {
		h.done, h.ended = true, Natural
	}
	if t.insurance && p.dealer[0].Rank() == 1 {
		p.phase = insuring
		return
	}
	t.peek()
	t.advance()
}

func (t *turn) next() Card {
	c := t.p.shoe[t.p.dealt%len(t.p.shoe)]
	t.p.dealt++
	return c
}

// number is the number of a hand, from 1.
func (t *turn) number(h *hand) int {
	for i := range t.p.hands {
		if &t.p.hands[i] == h {
			return i + 1
		}
	}
	return 0
}

func (t *turn) give(h *hand) {
	c := t.next()
	h.cards = append(h.cards, c)
	t.tell(game.Fact{Kind: game.FactCard, Player: game.First, N: t.number(h), Text: c.String()})
}

// take gives the dealer a card.
func (t *turn) take(faceUp bool) {
	c := t.next()
	t.p.dealer = append(t.p.dealer, c)
	text := "?"
	if faceUp {
		text = c.String()
	}
	t.tell(game.Fact{Kind: game.FactCard, Player: game.Second, N: 1, Text: text})
}

func (t *turn) total(owner game.Player, n int, cards []Card) {
	count, _ := total(cards)
	t.tell(game.Fact{Kind: game.FactTotal, Player: owner, N: n, Amount: count})
}

// draw gives a card to a hand, which ends at 21 and beyond.
func (t *turn) draw(h *hand) {
	t.give(h)
	t.total(game.First, t.number(h), h.cards)
	n, _ := total(h.cards)
	if n > 21 {
		h.ended = Loses
		t.tell(game.Fact{Kind: game.FactBust, Player: game.First, N: t.number(h)})
	}
	h.done = h.done || n >= 21
}

func (t *turn) split(h *hand) {
	p := t.p
	p.bank -= h.bet
	second := hand{cards: []Card{h.cards[1]}, bet: h.bet, split: true}
	h.cards, h.split = h.cards[:1:1], true
	at := p.active
	p.hands = append(p.hands[:at+1:at+1], append([]hand{second}, p.hands[at+1:]...)...)
	one := p.hands[at].cards[0].Rank() == 1 && t.aceTakesOne
	for i := at; i <= at+1; i++ {
		t.draw(&p.hands[i])
		p.hands[i].done = p.hands[i].done || one
	}
}

// peek lets the dealer look for a natural with an ace or ten-card up, which ends the
// round.
func (t *turn) peek() {
	p := t.p
	p.phase = deciding
	if n, _ := total(p.dealer); n == 21 && (t.peeks || p.hands[0].done) {
		p.hands[0].done = true
	}
}

// advance goes on to the next hand that is decided on, or to the dealer.
func (t *turn) advance() {
	for t.p.active < len(t.p.hands) && t.p.hand().done {
		t.p.active++
	}
	if t.p.active == len(t.p.hands) && t.p.phase == deciding {
		t.dealer()
		t.settle()
	}
}

// dealer shows the hidden card and draws, unless every hand has ended already.
func (t *turn) dealer() {
	p := t.p
	p.hidden = false
	t.tell(game.Fact{Kind: game.FactCard, Player: game.Second, N: 1, Text: p.dealer[1].String()})
	open := false
	for _, h := range p.hands {
		open = open || h.ended == ""
	}
	for open && t.dealerDraws() {
		t.take(true)
	}
	t.total(game.Second, 1, p.dealer)
	if n, _ := total(p.dealer); n > 21 {
		t.tell(game.Fact{Kind: game.FactBust, Player: game.Second, N: 1})
	}
}

func (t *turn) dealerDraws() bool {
	n, soft := total(t.p.dealer)
	return n < 17 || n == 17 && soft && t.hitsSoft17
}

// settle pays every hand and ends the round.
func (t *turn) settle() {
	p := t.p
	house, _ := total(p.dealer)
	natural := house == 21 && len(p.dealer) == 2
	if natural && p.insured > 0 {
		p.bank += 3 * p.insured
	}
	for i := range p.hands {
		h := &p.hands[i]
		h.ended = t.outcome(h, house, natural)
		paid := t.pay(h)
		p.bank += paid
		t.tell(game.Fact{Kind: game.FactResult, Player: game.First, N: i + 1, Text: h.ended, Amount: paid})
	}
	t.tell(game.Fact{Kind: game.FactBank, Player: game.First, Amount: p.bank})
	p.rounds++
	p.phase, p.active = betting, 0
	if p.rounds == t.Rules.rounds || p.bank < t.least*unit {
		t.end()
	}
}

func (t *turn) outcome(h *hand, house int, natural bool) string {
	n, _ := total(h.cards)
	switch {
	case h.ended == Natural && natural:
		return Pushes
	case h.ended != "":
		return h.ended
	case natural:
		return Loses
	case house > 21 || n > house:
		return Wins
	case n == house:
		return Pushes
	}
	return Loses
}

// pay is what goes back to the bank for a hand, its bet included.
func (t *turn) pay(h *hand) int {
	switch h.ended {
	case Wins:
		return 2 * h.bet
	case Natural:
		return h.bet + h.bet*t.pays/t.per
	case Pushes:
		return h.bet
	case Surrendered:
		return h.bet / 2
	}
	return 0
}

// end compares the bank with what the player began with.
func (t *turn) end() {
	p := t.p
	switch began := t.Rules.bank * unit; {
	case p.bank > began:
		p.result = game.Result{Outcome: game.Won, Winner: game.First}
	case p.bank < began:
		p.result = game.Result{Outcome: game.Won, Winner: game.Second}
	default:
		p.result = game.Result{Outcome: game.Drawn}
		t.tell(game.Fact{Kind: game.FactDrawn})
		return
	}
	t.tell(game.Fact{Kind: game.FactWon, Player: p.result.Winner})
}
