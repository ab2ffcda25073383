// Package contest says who meets whom in a contest, what the results are worth, and how sure
// one can be of the order. It plays nothing: it is told what was played, and says what is to
// be played next, so that a contest that was cut off goes on where it was.
//
// Read Terms first, then Next for pairings, Standings for points, and Rate for strengths.
package contest

import (
	"errors"
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"

	"durchgang/core/game"
	"durchgang/core/play"
	"durchgang/core/play/house"
)

// Format is the way in which players meet.
type Format string

// The formats. In Deals everyone plays the same deals alone, as games for one player are
// played.
const (
	All            Format = "all"             // all against all, once or twice
	Swiss          Format = "swiss"           // each round against one who has as many points
	Knockout       Format = "knockout"        // who loses a match is out
	DoubleKnockout Format = "double-knockout" // who loses two matches is out
	Groups         Format = "groups"          // all against all in groups, then a knock-out of the first two of each
	Ladder         Format = "ladder"          // who beats the one above takes that place
	Deals          Format = "deals"
)

// Formats lists the formats of games for two.
var Formats = []Format{All, Swiss, Knockout, DoubleKnockout, Groups, Ladder}

// Memory is what a player's program may keep from one game to the next.
type Memory string

// In ByMatch a program stays for all games of a match, in ByGame it is started for each game.
const (
	ByMatch Memory = "match"
	ByGame  Memory = "game"
)

// Terms settle a contest before it begins.
type Terms struct {
	Variant game.Variant `json:"variant"`
	Format  Format       `json:"format" enum:"all,swiss,knockout,double-knockout,groups,ladder,deals"`
	Rounds  int          `json:"rounds,omitempty" description:"All against all: how often each meets each, 1 or 2. Swiss and ladder: how many rounds."`
	Groups  int          `json:"groups,omitempty" description:"How many groups there are."`
	Deals   int          `json:"deals" description:"Deals of a match; each is played from both sides. In a game for one: how many everyone plays."`
	Opening int          `json:"opening,omitempty" description:"Moves at random before the players are asked, the same for everyone who plays a deal."`
	Hands   bool         `json:"hands,omitempty" description:"Where decisions on hands are valued (blackjack): deal every two cards against every open card once, one round each, instead of whole games."`
	Memory  Memory       `json:"memory" enum:"match,game" description:"Whether a program stays for all games of a match, or is started for each game."`
	Seconds float64      `json:"seconds" description:"A player's time for a game."`
	Seed    uint64       `json:"seed" description:"Settles chance: the same seed gives the same deals."`
	Words   []string     `json:"words,omitempty" description:"Where a word is hidden (hangman): what secret words are taken from; players are told the list."`
	Masked  bool         `json:"masked,omitempty" description:"Students see pseudonyms instead of each other's names."`
}

// WordDeals is implemented by rules of games whose hidden set-up is a word of a list that players may know.
type WordDeals interface {
	WordSetup(word string) game.Setup
}

// HandDeals is implemented by rules of games in which each decision on a hand can be valued, so that a contest may deal
// every hand once.
type HandDeals interface {
	// Hands is how many there are, and HandSetup deals one of them, from 0.
	Hands() int
	HandSetup(number int, random *rand.Rand) game.Setup
	// HandChances is how often each is dealt, of all in which there is something to decide.
	HandChances() []float64
}

// HasWords and HasHands report whether contests of a variant may have the terms of that name.
func HasWords(rules game.Rules) bool { _, has := rules.(WordDeals); return has }
func HasHands(rules game.Rules) bool { _, has := rules.(HandDeals); return has }

// TermsError says which of the terms is wrong.
type TermsError struct {
	Field string
	Err   error
}

func (e *TermsError) Error() string { return e.Field + ": " + e.Err.Error() }
func (e *TermsError) Unwrap() error { return e.Err }

// Bounds of the terms.
const (
	MostPlayers = 300
	mostDeals   = 1000
	mostOpening = 20
	mostSeconds = 600
	mostWords   = 5000
)

// Complete fills in what is left out and checks the terms for a variant's rules. Errors are
// *TermsError.
func (t Terms) Complete(rules game.Rules) (Terms, error) {
	t.Variant = rules.Variant()
	_, alone := house.MeasureOf(rules)
	fail := func(field, form string, values ...any) (Terms, error) {
		return t, &TermsError{field, fmt.Errorf(form, values...)}
	}
	if t.Format == "" {
		t.Format = All
		if alone {
			t.Format = Deals
		}
	}
	switch {
	case alone && t.Format != Deals:
		return fail("format", "%s is played alone, so it is deals", rules.Variant())
	case !alone && !slices.Contains(Formats, t.Format):
		return fail("format", "it is one of %s, not %q", join(Formats), t.Format)
	}
	if t.Deals == 0 {
		t.Deals = map[bool]int{true: 20, false: 1}[alone]
	}
	if t.Rounds == 0 {
		t.Rounds = map[Format]int{Swiss: 5, Ladder: 10}[t.Format]
		t.Rounds = max(t.Rounds, 1)
	}
	if t.Format == Groups && t.Groups == 0 {
		t.Groups = 2
	}
	if t.Memory == "" {
		t.Memory = ByMatch
	}
	if t.Seconds == 0 {
		t.Seconds = 10
	}
	switch {
	case t.Format == All && t.Rounds > 2:
		return fail("rounds", "each meets each once or twice")
	case t.Rounds < 1 || t.Rounds > 100:
		return fail("rounds", "there are 1 to 100")
	case t.Groups < 0 || t.Groups > 32:
		return fail("groups", "there are 1 to 32")
	case t.Deals < 1 || t.Deals > mostDeals:
		return fail("deals", "there are 1 to %d", mostDeals)
	case t.Opening < 0 || t.Opening > mostOpening:
		return fail("opening", "it has 0 to %d moves", mostOpening)
	case t.Opening > 0 && !house.Opens(rules):
		return fail("opening", "%s has no opening moves; its deals differ already", rules.Variant().Game())
	case t.Memory != ByMatch && t.Memory != ByGame:
		return fail("memory", "it is match or game")
	case t.Seconds < 0.1 || t.Seconds > mostSeconds:
		return fail("seconds", "it goes from 0.1 to %d", mostSeconds)
	case len(t.Words) > mostWords:
		return fail("words", "there are at most %d", mostWords)
	case len(t.Words) > 0 && !HasWords(rules):
		return fail("words", "%s has no words", rules.Variant().Game())
	case t.Hands && !HasHands(rules):
		return fail("hands", "%s has no hands", rules.Variant().Game())
	}
	for i, word := range t.Words {
		if _, err := rules.Start(rules.(WordDeals).WordSetup(word)); err != nil {
			return fail(fmt.Sprintf("words[%d]", i), "%w", err)
		}
	}
	if t.Hands {
		t.Deals = rules.(HandDeals).Hands()
	}
	return t, nil
}

func join(formats []Format) string {
	names := make([]string, len(formats))
	for i, f := range formats {
		names[i] = string(f)
	}
	return strings.Join(names, ", ")
}

// HandMeasure is what a contest of hands is played for: what the decisions have cost in bets,
// over all hands by how often they are dealt.
const HandMeasure = "bets given away a round"

// Pairing is a match that is to be played, by two players or by one alone. Players are
// counted from 0 in the order of their seeds.
type Pairing struct {
	Round   int    `json:"round"` // from 1
	Stage   string `json:"stage,omitempty" description:"As in group 2 or final."`
	Players [2]int `json:"players" description:"The second is -1 for a match of one, or a bye."`
	From    int    `json:"from" description:"The first of its deals."`
	Deals   int    `json:"deals" description:"How many; 0 for a bye."`
}

// Nobody stands for the second player of a match of one.
const Nobody = -1

// Alone reports whether there is one player.
func (p Pairing) Alone() bool { return p.Players[1] == Nobody }

// Bye reports whether nothing is played: the player goes on.
func (p Pairing) Bye() bool { return p.Alone() && p.Deals == 0 }

// Match is a pairing that was played. Points are those of both players together from all its
// games: 1 for a win, a half for a draw.
type Match struct {
	Pairing
	Points [2]float64 `json:"points"`
	Wins   [2]int     `json:"wins"`
	Draws  int        `json:"draws"`
	Fouls  [2]int     `json:"fouls"`
}

// Deal returns a deal of a contest, the same for everyone. Errors are those of the terms.
func (t Terms) Deal(rules game.Rules, number int) (play.Deal, error) {
	random := rand.New(rand.NewPCG(t.Seed, uint64(number)+1))
	deal := play.Deal{Opening: []string{}}
	switch {
	case t.Hands:
		hands := rules.(HandDeals)
		deal.Setup = hands.HandSetup(number%hands.Hands(), random)
	case len(t.Words) > 0:
		order := rand.New(rand.NewPCG(t.Seed, 0)).Perm(len(t.Words))
		deal.Setup = rules.(WordDeals).WordSetup(t.Words[order[number%len(order)]])
	default:
		deal.Setup = rules.Deal(random)
	}
	if t.Opening == 0 {
		return deal, nil
	}
	for range 1000 {
		if opening, ok := opening(rules, t.Opening, random); ok {
			deal.Opening = opening
			return deal, nil
		}
	}
	return deal, &TermsError{"opening", errors.New("the game is over before so many moves")}
}

// opening makes moves at random; false when the game ends, or can be won with the next
// move.
func opening(rules game.Rules, moves int, random *rand.Rand) ([]string, bool) {
	pos, err := rules.Start("")
	if err != nil {
		return nil, false
	}
	var made []string
	for range moves {
		legal := game.Legal(rules, pos)
		if len(legal) == 0 {
			return nil, false
		}
		m := legal[random.IntN(len(legal))]
		made = append(made, rules.FormatMove(m))
		rules.Play(pos, m, nil)
	}
	for _, m := range game.Legal(rules, pos) {
		next := pos.Clone()
		rules.Play(next, m, nil)
		if next.Result().Over() {
			return nil, false
		}
	}
	return made, !pos.Result().Over()
}
