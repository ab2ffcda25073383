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

// hand is one of the player's hands.
type hand struct {
	cards []Card
	bet   int // hundredths
	split bool
	done  bool   // no more is decided
	ended string // its result where it is settled early
}

// Position is the table.
type Position struct {
	shoe    []Card // in order; never changed
	dealt   int    // cards of it that are dealt
	bank    int    // hundredths, without the bets on the table
	rounds  int    // played to their end
	phase   phase
	hands   []hand // of this round, or of the last one while bets are made
	active  int
	dealer  []Card
	hidden  bool // the dealer's second card lies face down
	insured int  // hundredths
	result  game.Result
}

// hand is the hand that is decided on.
func (p *Position) hand() *hand { return &p.hands[p.active] }

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
	q.dealer = append([]Card(nil), p.dealer...)
	q.hands = append([]hand(nil), p.hands...)
	for i, h := range p.hands {
		q.hands[i].cards = append([]Card(nil), h.cards...)
	}
	return &q
}

// AppendKey implements game.Position.
func (p *Position) AppendKey(key []byte) []byte {
	for _, n := range []int{p.dealt, p.bank, p.rounds, p.active, p.insured} {
		key = binary.AppendVarint(key, int64(n))
	}
	key = append(key, byte(p.phase), byte(p.result.Outcome), byte(p.result.Winner), byte(len(p.dealer)))
	for _, c := range p.dealer {
		key = append(key, byte(c))
	}
	for _, c := range p.shoe[min(p.dealt, len(p.shoe)):] {
		key = append(key, byte(c))
	}
	for _, h := range p.hands {
		key = binary.AppendVarint(append(key, byte(len(h.cards))), int64(h.bet))
		for _, c := range h.cards {
			key = append(key, byte(c))
		}
		key = append(key, h.ended...)
		key = append(key, flag(h.split), flag(h.done))
	}
	return append(key, flag(p.hidden))
}

func flag(set bool) byte {
	if set {
		return 1
	}
	return 0
}
