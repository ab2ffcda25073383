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
	"math/rand/v2"
	"strconv"
	"strings"

	"durchgang/core/game"
	"durchgang/core/game/blackjack/stakes"
)

// The verbs of moves.
const (
	Bet       = "bet"  // Amount in units
	Deal      = "deal" // where nothing is bet
	Hit       = stakes.Hit
	Stand     = stakes.Stand
	Double    = stakes.Double
	Split     = stakes.Split
	Surrender = stakes.Surrender
	Insure    = "insure"
	Decline   = "decline" // insurance
)

// Reasons for refusing a move that this game adds.
const (
	NotNow     game.Refusal = "not what is asked for now"
	BelowMin   game.Refusal = game.OutOfRange + ": below the minimum"
	AboveMax   game.Refusal = game.OutOfRange + ": above the maximum"
	NoMoney    game.Refusal = game.OutOfRange + ": more than the bank holds"
	NotAllowed game.Refusal = "the table does not allow it"
	WrongHand  game.Refusal = "not with these cards"
)

// Unit is one unit of money in the hundredths that are counted.
const Unit = 100

// Rules are the reference rules of one table.
type Rules struct {
	variant      game.Variant
	decks        int
	hitsSoft17   bool
	naturals     bool // an ace and a ten-card at once are more than 21
	pays, per    int  // what a natural pays, as in 3 per 2
	peeks        bool
	asksAt21     bool   // the player decides on a hand of 21 too
	double       string // any, 9-11, 10-11 or none
	afterSplit   bool   // double after a split
	splits       int    // times a hand may be split in a round
	aceTakesOne  bool   // split aces take one card each
	insurance    bool
	surrender    bool
	bets         bool
	goesOn       bool // another game is dealt from the cards that are left
	least, most  int  // of a bet, in units
	bank, rounds int
	steps        Steps
	under        Steps // of a change made before; nil for the right ones
}

// Steps are the parts of a game, each of which a mistake may get wrong. Rules has
// the right ones.
type Steps interface {
	// Order returns the cards in the order in which they are dealt.
	Order(fresh, shuffled []Card) []Card
	// Left is how many cards of the shoe are dealt already when another game begins after one.
	Left(before *Position) int
	// Next deals a card.
	Next(p *Position) Card
	// Total counts cards; soft when an ace of them counts 11.
	Total(cards []Card) (n int, soft bool)
	// Bust reports whether a total is too much.
	Bust(total int) bool
	// Natural reports whether a hand is one.
	Natural(h *Hand) bool
	// Plays reports whether the dealer plays, once all hands are decided.
	Plays(hands []Hand) bool
	// Draws reports whether the dealer draws another card.
	Draws(dealer []Card) bool
	// Outcome returns the result of a hand against the dealer's cards.
	Outcome(h *Hand, dealer []Card) string
	// Pay is what goes back to the bank for a hand that has ended.
	Pay(h *Hand) int
	// RefuseBet says why a bet is refused, or accepts it.
	RefuseBet(p *Position, units int) game.Refusal
	// RefuseDouble says why a hand cannot be doubled, or accepts it.
	RefuseDouble(p *Position, h *Hand) game.Refusal
	// Doubled changes a hand that was doubled after its card.
	Doubled(h *Hand)
	// Over reports whether no other round follows.
	Over(p *Position) bool
}

// With returns the same rules with other steps, each change upon those before it; see
// game.Stack. A step that is not changed uses those that are.
func (r *Rules) With(changes ...func(*Rules) Steps) *Rules {
	layer := func(under Steps) *Rules {
		copied := *r
		copied.under = under
		return &copied
	}
	return game.Stack(changes, layer, func(r *Rules, s Steps) { r.steps = s })
}

// Blackjack is the registry's entry.
func Blackjack() game.Definition {
	return game.Definition{
		Name:  "blackjack",
		Title: "Blackjack",
		Doc:   "The player draws cards to come closer to 21 than the dealer, without going over. Pictures count ten, an ace one or eleven. An ace and a ten-card at once is a natural. The dealer draws to 17.",
		Moves: "A bet is a number; then hit, stand, double, split, surrender, insure or decline. Without bets, deal begins the round.",
		Makes: "shuffle the cards",
		Tells: game.Values{"rounds": "1"},
		Alike: []game.Values{ // of one round without bets, in which rounds mean nothing
			{"peek": "no"},
			{"bets": "no", "natural": "none", "peek": "yes", "rounds": "10"},
			{"bets": "no", "natural": "none", "peek": "yes", "at21": "decides", "rounds": "10"},
			{"bets": "no", "peek": "no", "rounds": "10"},
			{"bets": "no", "rounds": "10"},
			{"natural": "none", "peek": "yes"},
		},
		Params: []game.Param{
			game.Number("decks", 1, 1, 8, "decks of 52 cards"),
			game.Choice("soft17", "what the dealer does with a soft 17", "stands", "hits"),
			game.Choice("bets", "whether the player bets; without bets a game is one round, with hit and stand only", "yes", "no"),
			game.Choice("natural", "what a natural is paid; with none it is a 21 like any other", "3:2", "6:5", "2:1", "1:1", "none"),
			game.Choice("at21", "what the player does with a hand of 21", "stands", "decides"),
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
			game.Choice("deck", "what another game is dealt from: the cards from their first one on, or those that are left", "fresh", "goes-on"),
			game.Number("rounds", 10, 1, 1000, "rounds of the game; it ends sooner when the bank is below the least bet"),
		},
		Suites: shipped,
		New:    newRules,
	}
}

func newRules(v game.Variant, values game.Values) (game.Rules, error) {
	r := &Rules{
		variant: v, decks: values.Int("decks"), hitsSoft17: values["soft17"] == "hits", peeks: values["peek"] == "yes",
		double: values["double"], afterSplit: values["das"] == "yes", splits: values.Int("splits"),
		aceTakesOne: values["aces"] == "one", insurance: values["insurance"] == "yes", surrender: values["surrender"] == "late",
		least: values.Int("min"), most: values.Int("max"), bank: values.Int("bank"), rounds: values.Int("rounds"),
	}
	r.goesOn = values["deck"] == "goes-on"
	r.naturals, r.asksAt21, r.bets = values["natural"] != "none", values["at21"] == "decides", values["bets"] == "yes"
	r.pays, r.per = 1, 1
	if r.naturals {
		if _, err := fmt.Sscanf(values["natural"], "%d:%d", &r.pays, &r.per); err != nil {
			return nil, fmt.Errorf("what a natural is paid: %w", err)
		}
	}
	if !r.naturals && !r.peeks {
		return nil, &game.ParamError{
			Variant: string(v), Param: "peek", Value: values["peek"], Err: game.ErrBounds,
			Hint: "with natural=none there is nothing to look for: leave it out",
		}
	}
	if !r.bets { // each round is worth a unit, which nobody is told
		r.pays, r.per, r.double, r.splits, r.insurance, r.surrender = 1, 1, "none", 0, false, false
		r.least, r.most, r.bank, r.rounds = 1, 1, 1, 1
	}
	if r.most < r.least || r.bank < r.least {
		return nil, &game.ParamError{
			Variant: string(v), Param: "min", Value: values["min"], Err: game.ErrBounds,
			Hint: fmt.Sprintf("it is at most max=%d and bank=%d", r.most, r.bank),
		}
	}
	r.steps = r
	return r, nil
}

// Variant implements game.Rules.
func (r *Rules) Variant() game.Variant { return r.variant }

// Least and Most are the bounds of a bet, in units, and Rounds how many the game has.
func (r *Rules) Least() int  { return r.least }
func (r *Rules) Most() int   { return r.most }
func (r *Rules) Rounds() int { return r.rounds }

// Bank is what the player begins with, in units.
func (r *Rules) Bank() int { return r.bank }

// Poorer reports whether the bank may come to hold less than the highest bet, and
// Broke whether less than the least one before the last round.
func (r *Rules) Poorer() bool { return r.bank < r.most*r.rounds }
func (r *Rules) Broke() bool  { return r.bank-r.most*(r.rounds-1) < r.least }

// Bets reports whether the player bets, and Naturals whether an ace and a ten-card at once are more than 21.
func (r *Rules) Bets() bool     { return r.bets }
func (r *Rules) Naturals() bool { return r.naturals }

// Begin is the move that begins a round for the least that can be bet.
func (r *Rules) Begin() game.Move {
	if !r.bets {
		return game.Move{Verb: Deal}
	}
	return game.Move{Verb: Bet, Amount: r.least}
}

// Opening implements game.Opens: without bets the cards are dealt before anything is asked.
func (r *Rules) Opening() (game.Move, bool) { return r.Begin(), !r.bets }

// Doubles reports whether some hand may be doubled.
func (r *Rules) Doubles() bool { return r.double != "none" }

// EvenNaturals reports whether a natural is paid like any other win, and
// BrokenNaturals whether the payment may not be in whole units; DoubleNaturals whether it is paid two to one.
func (r *Rules) EvenNaturals() bool   { return r.pays == r.per }
func (r *Rules) DoubleNaturals() bool { return r.pays == 2*r.per }
func (r *Rules) BrokenNaturals() bool { return r.pays%r.per != 0 }

// Shape implements game.Rules: there is no board.
func (r *Rules) Shape() (rows, cols int) { return 0, 0 }

// MoveKind implements game.Rules.
func (r *Rules) MoveKind() game.MoveKind { return game.NamesText }

// Solo implements game.Rules.
func (r *Rules) Solo() bool { return true }

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
	var shoe []Card
	switch {
	case ordered == shuffled:
		err = ErrNoCards
	case ordered:
		shoe, err = orderedShoe(cards, r.decks)
	default:
		if shoe, err = shuffledShoe(seed, r.decks); err == nil {
			shoe = r.steps.Order(freshShoe(r.decks), shoe)
		}
	}
	if err != nil {
		return nil, &game.SetupError{Setup: s, Err: err}
	}
	return &Position{Shoe: shoe, Bank: r.bank * Unit}, nil
}

// Spell implements game.Rules: every card in its order, also where the set-up gives a
// seed or the first cards only.
func (r *Rules) Spell(s game.Setup) game.Setup {
	pos, err := r.Start(s)
	if err != nil {
		return s
	}
	shoe := pos.(*Position).Shoe
	cards := make([]string, len(shoe))
	for i, c := range shoe {
		cards[i] = c.String()
	}
	return game.Setup("cards=" + strings.Join(cards, " "))
}

// Deal implements game.Rules.
func (r *Rules) Deal(random *rand.Rand) game.Setup {
	return game.Setup(fmt.Sprintf("seed=%d", random.IntN(1_000_000)))
}

// Again implements game.Rules: nothing of the game before matters but the cards that are left, where they do.
func (r *Rules) Again(before game.Position, s game.Setup) (game.Position, error) {
	pos, err := r.Start(s)
	if err != nil {
		return nil, err
	}
	p := pos.(*Position)
	p.Dealt = r.steps.Left(before.(*Position))
	return p, nil
}

// GoesOn reports whether another game is dealt from the cards that are left.
func (r *Rules) GoesOn() bool { return r.goesOn }

// Left implements Steps.
func (r *Rules) Left(before *Position) int {
	switch {
	case r.under != nil:
		return r.under.Left(before)
	case r.goesOn:
		return before.Dealt
	}
	return 0
}

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
	case (m.Verb == Bet) != t.bets && (m.Verb == Bet || m.Verb == Deal):
		return NotAllowed
	case m.Verb == Bet:
		return t.refuseBet(m.Amount)
	case m.Verb == Deal:
		return t.refuseBet(1)
	case p.phase == betting, (m.Verb == Insure || m.Verb == Decline) != (p.phase == insuring):
		return NotNow
	}
	h := p.hand()
	switch m.Verb {
	case Insure:
		if h.Bet/2 > p.Bank {
			return NoMoney
		}
	case Double:
		return t.steps.RefuseDouble(p, h)
	case Split:
		return t.refuseSplit(h)
	case Surrender:
		switch {
		case !t.surrender:
			return NotAllowed
		case len(h.Cards) != 2 || len(p.Hands) > 1:
			return WrongHand
		}
	}
	return game.Accepted
}

func (t *turn) refuseBet(units int) game.Refusal {
	if t.p.phase != betting {
		return NotNow
	}
	return t.steps.RefuseBet(t.p, units)
}

// RefuseBet implements Steps.
func (r *Rules) RefuseBet(p *Position, units int) game.Refusal {
	if r.under != nil {
		return r.under.RefuseBet(p, units)
	}
	switch {
	case units < r.least:
		return BelowMin
	case units > r.most:
		return AboveMax
	case units*Unit > p.Bank:
		return NoMoney
	}
	return game.Accepted
}

// RefuseDouble implements Steps.
func (r *Rules) RefuseDouble(p *Position, h *Hand) game.Refusal {
	if r.under != nil {
		return r.under.RefuseDouble(p, h)
	}
	least := map[string]int{"any": 0, "9-11": 9, "10-11": 10}
	low, allowed := least[r.double]
	switch {
	case !allowed, h.Split && !r.afterSplit:
		return NotAllowed
	case len(h.Cards) != 2, low > 0 && (h.Total < low || h.Total > 11):
		return WrongHand
	case h.Bet > p.Bank:
		return NoMoney
	}
	return game.Accepted
}

func (t *turn) refuseSplit(h *Hand) game.Refusal {
	switch {
	case len(t.p.Hands) > t.splits:
		return NotAllowed
	case len(h.Cards) != 2 || h.Cards[0].Value() != h.Cards[1].Value():
		return WrongHand
	case h.Bet > t.p.Bank:
		return NoMoney
	}
	return game.Accepted
}

// View implements game.Rules: the player's cards and money, and the dealer's cards,
// the one that lies face down as ?.
func (r *Rules) View(pos game.Position, viewer game.Player, facts []game.Fact) []game.Fact {
	p := pos.(*Position)
	for i, h := range p.Hands {
		facts = tellHand(facts, game.First, i+1, h.Cards, h.Total)
	}
	if len(p.Dealer) > 0 {
		total := p.House
		if p.Hidden && viewer == game.Second {
			total, _ = r.steps.Total(p.Dealer)
		}
		from := len(facts)
		facts = tellHand(facts, game.Second, 1, p.Dealer, total)
		if p.Hidden && viewer != game.Second {
			facts[from+1].Text = "?"
		}
	}
	return r.tellBank(p, facts)
}

func (r *Rules) tellBank(p *Position, facts []game.Fact) []game.Fact {
	if !r.bets {
		return facts
	}
	return append(facts, game.Fact{Kind: game.FactBank, Player: game.First, Amount: p.Bank})
}

func tellHand(facts []game.Fact, owner game.Player, n int, cards []Card, total int) []game.Fact {
	for _, c := range cards {
		facts = append(facts, game.Fact{Kind: game.FactCard, Player: owner, N: n, Text: c.String()})
	}
	return append(facts, game.Fact{Kind: game.FactTotal, Player: owner, N: n, Amount: total})
}

// Candidates implements game.Rules: bets at and beyond each bound, and every verb.
func (r *Rules) Candidates(pos game.Position, moves []game.Move) []game.Move {
	if !r.bets {
		if pos.(*Position).Hands == nil {
			return append(moves, game.Move{Verb: Deal})
		}
		return append(moves, game.Move{Verb: Hit}, game.Move{Verb: Stand})
	}
	bank := pos.(*Position).Bank / Unit
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
	case Deal, Hit, Stand, Double, Split, Surrender, Insure, Decline:
		return game.Move{Verb: text}, nil
	}
	n, err := strconv.ParseInt(text, 10, 32)
	if err != nil {
		return game.Move{}, fmt.Errorf(
			"%q: a move is a bet in units, or %s, %s, %s, %s, %s, %s, %s or %s", text, Deal, Hit, Stand, Double, Split,
			Surrender, Insure, Decline,
		)
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
