package phrasebook

import (
	"regexp"
	"slices"

	"durchgang/core/game"
)

// Table is what has to be known of a game to read a screen.
type Table struct {
	Rows, Cols int // of a board; 0 without one
	Solo       bool
	Word       string         // that is hidden, empty when there is none
	hidden     *regexp.Regexp // finds the word as a whole
	oceans     bool           // boards are the players' own, and are shot at
	ships      []string       // their names
	names      bool           // a hit tells the ship's name
	cards      bool           // hands are dealt and paid
	once       bool           // in one round only
	money      bool           // bets are made
	lives      int            // at the start, 0 where there are none
	guesses    bool           // a hidden number is guessed
	Heaps      int            // that objects are taken from
}

// Rounds reports whether a game has several rounds, each of which a program may end with
// an offer of another one.
func (t Table) Rounds() bool { return t.cards }

// Once reports whether a game of rounds is over after one.
func (t Table) Once() bool { return t.once }

// Afloat reports whether boards are the players' own, and are shot at.
func (t Table) Afloat() bool { return t.oceans }

// fleet is rules of a game in which ships are shot at.
type fleet interface {
	ShipNames() []string
	ShipLengths() []int
	NamesHits() bool
}

// TableOf is the table of a game with a set-up.
func TableOf(rules game.Rules, s game.Setup) Table {
	t := Table{Solo: rules.Solo()}
	t.Rows, t.Cols = rules.Shape()
	pos, err := rules.Start(s)
	if err != nil {
		return t // the suite has been checked, so this does not come
	}
	for _, f := range rules.View(pos, game.Second, nil) {
		switch f.Kind {
		case game.FactWord:
			t.Word = f.Text
			t.hidden = regexp.MustCompile(`(?i)(?:^|[^\pL\pN])` + regexp.QuoteMeta(f.Text) + `(?:$|[^\pL\pN])`)
		case game.FactLives:
			t.lives = f.N
		case game.FactHeap:
			t.Heaps++
		case game.FactBank:
			t.money = true
		case game.FactCell:
			t.oceans = t.oceans || f.Owner() != game.Nobody
		}
	}
	if r, is := rules.(interface{ Rounds() int }); is {
		t.cards, t.once = true, r.Rounds() == 1
	}
	_, t.guesses = rules.(interface{ Range() (low, high int) })
	if f, is := rules.(fleet); is {
		t.ships, t.names = slices.Clone(f.ShipNames()), f.NamesHits()
	}
	return t
}

// Step is what is known of the line typed before a screen.
type Step struct {
	Usual   []string    // skeletons of the prompts for a move, which are never a refusal
	Opening bool        // a game is about to begin
	Mover   game.Player // whose turn it was
	Move    *game.Move  // what was typed; nil when it was not a move
	Known   Known
}

// Known is what the earlier screens of a game have shown.
type Known struct {
	Sea    string      // how a cell is drawn of which nothing is known; empty when no board was seen
	Hiders string      // signs that stand for hidden letters of the word; empty where it was not seen which do
	Hands  [3][]string // cards by owner
}

func (s Step) usual(skeleton string) bool { return slices.Contains(s.Usual, skeleton) }

// Deal keeps the hands that a screen has shown. Cards of the player that do not go on from
// those known are another round's.
func (k *Known) Deal(hands [3][]string) {
	before, now := k.Hands[game.First], hands[game.First]
	if now != nil && (len(now) < len(before) || !slices.Equal(now[:len(before)], before)) {
		k.Hands = [3][]string{}
	}
	for owner, cards := range hands {
		if cards != nil {
			k.Hands[owner] = cards
		}
	}
}

// Boardless is the table of a game whose board is not read from a screen.
func (t Table) Boardless() Table {
	t.Rows, t.Cols = 0, 0
	return t
}
