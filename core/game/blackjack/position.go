package blackjack

import (
	"encoding/binary"

	"durchgang/core/game"
)

// phase is what the player is asked for.
type phase uint8

const (
	betting phase = iota
	insuring
	deciding
)

// Hand is one of the player's hands.
type Hand struct {
	Cards []Card
	Total int    // what the cards count
	Bet   int    // hundredths
	Split bool   // it came from a split
	Done  bool   // no more is decided
	Ended string // its result where it is settled early
}

// Position is the table. Its fields are there for steps to change.
type Position struct {
	Shoe   []Card // in order; never changed
	Dealt  int    // cards of it that are dealt
	Bank   int    // hundredths, without the bets on the table
	Rounds int    // played to their end
	Hands  []Hand // of this round, or of the last one while bets are made
	Dealer []Card
	House  int  // what the dealer's cards count that lie face up
	Hidden bool // the dealer's second card lies face down

	phase   phase
	active  int // the hand that is decided on
	insured int // hundredths
	result  game.Result
}

func (p *Position) hand() *Hand { return &p.Hands[p.active] }

// Turn implements game.Position.
func (p *Position) Turn() game.Player {
	if p.result.Over() {
		return game.Nobody
	}
	return game.First
}

// Result implements game.Position.
func (p *Position) Result() game.Result { return p.result }

// Clone implements game.Position.
func (p *Position) Clone() game.Position {
	q := *p
	q.Dealer = append([]Card(nil), p.Dealer...)
	q.Hands = append([]Hand(nil), p.Hands...)
	for i, h := range p.Hands {
		q.Hands[i].Cards = append([]Card(nil), h.Cards...)
	}
	return &q
}

// AppendKey implements game.Position.
func (p *Position) AppendKey(key []byte) []byte {
	for _, n := range []int{p.Dealt, p.Bank, p.Rounds, p.House, p.active, p.insured} {
		key = binary.AppendVarint(key, int64(n))
	}
	key = append(key, byte(p.phase), byte(p.result.Outcome), byte(p.result.Winner), byte(len(p.Dealer)))
	for _, c := range p.Dealer {
		key = append(key, byte(c))
	}
	for _, c := range p.Shoe[min(p.Dealt, len(p.Shoe)):] {
		key = append(key, byte(c))
	}
	for _, h := range p.Hands {
		key = binary.AppendVarint(append(key, byte(len(h.Cards)), byte(h.Total)), int64(h.Bet))
		for _, c := range h.Cards {
			key = append(key, byte(c))
		}
		key = append(key, h.Ended...)
		key = append(key, flag(h.Split), flag(h.Done))
	}
	return append(key, flag(p.Hidden))
}

func flag(set bool) byte {
	if set {
		return 1
	}
	return 0
}

// Decision is what a player decides on.
type Decision struct {
	Hand   []Card
	Others []Card // of the player's other hands
	Split  bool   // the hand came from a split
	Hands  int
}

// Decision returns what is to be decided now, insurance included; false while bets are made.
func (p *Position) Decision() (Decision, bool) {
	if p.phase == betting || p.result.Over() {
		return Decision{}, false
	}
	h := p.hand()
	d := Decision{Hand: h.Cards, Split: h.Split, Hands: len(p.Hands)}
	for i := range p.Hands {
		if i != p.active {
			d.Others = append(d.Others, p.Hands[i].Cards...)
		}
	}
	return d, true
}
