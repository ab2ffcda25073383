// Package blackjack is one player against the dealer, round by round: bet, decide,
// and be paid. The order of the cards is the set-up, cards=AS 10D ... or seed=7.
//
// Cards are dealt to the player, the dealer (face up), the player, the dealer (face
// down). Amounts are hundredths of the unit that is bet.
//
// Read Rules first; Position is the table.
package blackjack

import (
	"fmt"
	"strconv"

	"durchgang/core/game"
)

// The verbs of moves.
const (
	Bet       = "bet" // Amount in units
	Hit       = "hit"
	Stand     = "stand"
	Double    = "double"
	Split     = "split"
	Surrender = "surrender"
	Insure    = "insure"
	Decline   = "decline" // insurance
)

// Reasons for refusing a move that this game adds.
const (
	NotNow     game.Refusal = "not what is asked for now"
	BelowMin   game.Refusal = "below the minimum"
	AboveMax   game.Refusal = "above the maximum"
	NoMoney    game.Refusal = "more than the bank holds"
	NotAllowed game.Refusal = "the table does not allow it"
	WrongHand  game.Refusal = "not with these cards"
)

// unit is one unit of money in the hundredths that are counted.
const unit = 100

// Rules are the reference rules of one table.
type Rules struct {
	variant      game.Variant
	decks        int
	hitsSoft17   bool
	pays, per    int // what a natural pays, as in 3 per 2
	peeks        bool
	double       string // any, 9-11, 10-11 or none
	afterSplit   bool   // double after a split
	splits       int    // times a hand may be split in a round
	aceTakesOne  bool   // split aces take one card each
	insurance    bool
	surrender    bool
	least, most  int // of a bet, in units
	bank, rounds int
}

// Blackjack is the registry's entry.
func Blackjack() game.Definition {
	return game.Definition{
		Name:  "blackjack",
		Title: "Blackjack",
		Doc:   "The player draws cards to come closer to 21 than the dealer, without going over. Pictures count ten, an ace one or eleven. An ace and a ten-card at once is a natural. The dealer draws to 17.",
		Params: []game.Param{
			game.Number("decks", 1, 1, 8, "decks of 52 cards"),
			game.Choice("soft17", "what the dealer does with a soft 17", "stands", "hits"),
			game.Choice("natural", "what a natural is paid", "3:2", "6:5", "2:1", "1:1"),
			game.Choice("peek", "whether the dealer looks for a natural before the player decides", "yes", "no"),
			game.Choice("double", "on which two cards the player may double", "any", "9-11", "10-11", "none"),
			game.Choice("das", "whether a hand may be doubled after a split", "yes", "no"),
			game.Number("splits", 1, 0, 3, "how often a round's hands may be split"),
			game.Choice("aces", "whether split aces take one card each or play on", "one", "free"),
			game.Choice("insurance", "whether insurance is offered against an ace", "no", "yes"),
			game.Choice("surrender", "whether the player may give up half the bet as first decision", "no", "late"),
			game.Number("min", 1, 1, 10000, "the least bet, in units"),
			game.Number("max", 100, 1, 10000, "the highest bet"),
			game.Number("bank", 100, 1, 1000000, "what the player begins with"),
			game.Number("rounds", 1, 1, 1000, "rounds of the game; it ends sooner when the bank is below the least bet"),
		},
		New: newRules,
	}
}

func newRules(v game.Variant, values game.Values) (game.Rules, error) {
	r := &Rules{
		variant: v, decks: values.Int("decks"), hitsSoft17: values["soft17"] == "hits", peeks: values["peek"] == "yes",
		double: values["double"], afterSplit: values["das"] == "yes", splits: values.Int("splits"),
		aceTakesOne: values["aces"] == "one", insurance: values["insurance"] == "yes", surrender: values["surrender"] == "late",
		least: values.Int("min"), most: values.Int("max"), bank: values.Int("bank"), rounds: values.Int("rounds"),
	}
	if _, err := fmt.Sscanf(values["natural"], "%d:%d", &r.pays, &r.per); err != nil {
		return nil, fmt.Errorf("what a natural is paid: %w", err)
	}
	if r.most < r.least || r.bank < r.least {
		return nil, &game.ParamError{
			Variant: string(v), Param: "min", Value: values["min"], Err: game.ErrBounds,
			Hint: fmt.Sprintf("it is at most max=%d and bank=%d", r.most, r.bank),
		}
	}
	return r, nil
}

// Variant implements game.Rules.
func (r *Rules) Variant() game.Variant { return r.variant }

// Shape implements game.Rules: there is no board.
func (r *Rules) Shape() (rows, cols int) { return 0, 0 }

// MoveKind implements game.Rules.
func (r *Rules) MoveKind() game.MoveKind { return game.NamesText }

// PlayerName implements game.Rules.
func (r *Rules) PlayerName(p game.Player) string {
	return [...]string{game.Nobody: "nobody", game.First: "the player", game.Second: "the dealer"}[p]
}

// Start implements game.Rules: cards=... is the order of the first cards, seed=...
// shuffles them.
func (r *Rules) Start(s game.Setup) (game.Position, error) {
	fields, err := s.Fields("cards", "seed")
	if err != nil {
		return nil, err
	}
	cards, ordered := fields["cards"]
	seed, shuffled := fields["seed"]
	p := &Position{bank: r.bank * unit}
	switch {
	case ordered == shuffled:
		err = ErrNoCards
	case ordered:
		p.shoe, err = orderedShoe(cards, r.decks)
	default:
		p.shoe, err = shuffledShoe(seed, r.decks)
	}
	if err != nil {
		return nil, &game.SetupError{Setup: s, Err: err}
	}
	return p, nil
}

// Again implements game.Rules: nothing of the game before matters.
func (r *Rules) Again(_ game.Position, s game.Setup) (game.Position, error) { return r.Start(s) }

// Play implements game.Rules.
func (r *Rules) Play(pos game.Position, m game.Move, facts []game.Fact) []game.Fact {
	p := pos.(*Position)
	t := turn{Rules: r, p: p, facts: facts}
	refusal := t.refuse(m)
	if refusal != game.Accepted {
		t.tell(game.Fact{Kind: game.FactRefused, Reason: refusal})
	} else {
		t.act(m)
	}
	if !p.result.Over() {
		t.tell(game.Fact{Kind: game.FactTurn, Player: game.First})
	}
	return t.facts
}

// refuse says why a move cannot be made, or accepts it.
func (t *turn) refuse(m game.Move) game.Refusal {
	p := t.p
	switch {
	case p.result.Over():
		return game.GameOver
	case m.Verb == Bet:
		return t.refuseBet(m.Amount)
	case p.phase == betting, (m.Verb == Insure || m.Verb == Decline) != (p.phase == insuring):
		return NotNow
	}
	h := p.hand()
	switch m.Verb {
	case Insure:
		if h.bet/2 > p.bank {
			return NoMoney
		}
	case Double:
		return t.refuseDouble(h)
	case Split:
		return t.refuseSplit(h)
	case Surrender:
		switch {
		case !t.surrender:
			return NotAllowed
		case len(h.cards) != 2 || len(p.hands) > 1:
			return WrongHand
		}
	}
	return game.Accepted
}

func (t *turn) refuseBet(units int) game.Refusal {
	switch {
	case t.p.phase != betting:
		return NotNow
	case units < t.least:
		return BelowMin
	case units > t.most:
		return AboveMax
	case units*unit > t.p.bank:
		return NoMoney
	}
	return game.Accepted
}

func (t *turn) refuseDouble(h *hand) game.Refusal {
	n, _ := total(h.cards)
	least := map[string]int{"any": 0, "9-11": 9, "10-11": 10}
	low, allowed := least[t.double]
	switch {
	case !allowed, h.split && !t.afterSplit:
		return NotAllowed
	case len(h.cards) != 2, low > 0 && (n < low || n > 11):
		return WrongHand
	case h.bet > t.p.bank:
		return NoMoney
	}
	return game.Accepted
}

func (t *turn) refuseSplit(h *hand) game.Refusal {
	switch {
	case len(t.p.hands) > t.splits:
		return NotAllowed
	case len(h.cards) != 2 || h.cards[0].Value() != h.cards[1].Value():
		return WrongHand
	case h.bet > t.p.bank:
		return NoMoney
	}
	return game.Accepted
}

// View implements game.Rules: the player's cards and money, and the dealer's cards,
// the one that lies face down as ?.
func (r *Rules) View(pos game.Position, viewer game.Player, facts []game.Fact) []game.Fact {
	p := pos.(*Position)
	for i := range p.hands {
		facts = tellHand(facts, game.First, i+1, p.hands[i].cards)
	}
	if len(p.dealer) > 0 {
		seen := p.dealer
		if p.hidden && viewer != game.Second {
			seen = p.dealer[:1]
		}
		facts = tellHand(facts, game.Second, 1, seen)
		if len(seen) < len(p.dealer) {
			facts = append(facts, game.Fact{Kind: game.FactCard, Player: game.Second, N: 1, Text: "?"})
		}
	}
	return append(facts, game.Fact{Kind: game.FactBank, Player: game.First, Amount: p.bank})
}

func tellHand(facts []game.Fact, owner game.Player, n int, cards []Card) []game.Fact {
	for _, c := range cards {
		facts = append(facts, game.Fact{Kind: game.FactCard, Player: owner, N: n, Text: c.String()})
	}
	count, _ := total(cards)
	return append(facts, game.Fact{Kind: game.FactTotal, Player: owner, N: n, Amount: count})
}

// Candidates implements game.Rules: bets at and beyond each bound, and every verb.
func (r *Rules) Candidates(pos game.Position, moves []game.Move) []game.Move {
	bank := pos.(*Position).bank / unit
	seen := map[int]bool{}
	for _, units := range []int{-1, 0, r.least - 1, r.least, r.least + 1, r.most, r.most + 1, bank, bank + 1} {
		if !seen[units] {
			seen[units] = true
			moves = append(moves, game.Move{Verb: Bet, Amount: units})
		}
	}
	for _, verb := range []string{Hit, Stand, Double, Split, Surrender, Insure, Decline} {
		moves = append(moves, game.Move{Verb: verb})
	}
	return moves
}

// ParseMove implements game.Rules: a number is a bet, the others are words.
func (r *Rules) ParseMove(text string) (game.Move, error) {
	switch text {
	case Hit, Stand, Double, Split, Surrender, Insure, Decline:
		return game.Move{Verb: text}, nil
	}
	n, err := strconv.ParseInt(text, 10, 32)
	if err != nil {
		return game.Move{}, fmt.Errorf("%q: a move is a bet in units, or %s, %s, %s, %s, %s, %s or %s", text, Hit, Stand, Double, Split, Surrender, Insure, Decline)
	}
	return game.Move{Verb: Bet, Amount: int(n)}, nil
}

// FormatMove implements game.Rules.
func (r *Rules) FormatMove(m game.Move) string {
	if m.Verb == Bet {
		return strconv.Itoa(m.Amount)
	}
	return m.Verb
}
