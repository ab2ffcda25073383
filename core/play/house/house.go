// Package house holds the house players of every game, from one that moves at random to
// the strongest that is known, and what moves are worth where that can be computed.
//
// A house player is told what its seat may see, and nothing else. Read Sight first, then
// Players.
package house

import (
	"errors"
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"

	"durchgang/core/game"
)

// Sight is what a player knows when it is to move.
type Sight struct {
	Seat game.Player
	View []game.Fact // what the seat may see of the position
	Told []game.Fact // what the seat has seen happen since it moved last
}

// Player chooses the moves of one seat in one game.
type Player interface {
	Choose(Sight) game.Move
}

// Entry is a house player that can be made.
type Entry struct {
	Name     string             `json:"name"`
	Strength string             `json:"strength" description:"What it does, and how well it plays."`
	Make     func(Table) Player `json:"-"`
}

// Table is what a player is made for.
type Table struct {
	Rules  game.Rules
	Words  []string // that a secret word is taken from; empty for those that Durchgang deals
	Random *rand.Rand
}

// Source is implemented by rules of games that have house players.
type Source interface {
	// Players lists those of the variant, the weakest first.
	Players() []Entry
}

// ErrUnknown is the cause of errors about a house player that does not play a variant.
var ErrUnknown = errors.New("no such house player")

// Players lists the house players of a variant, the weakest first.
func Players(rules game.Rules) []Entry {
	if source, is := rules.(Source); is {
		return source.Players()
	}
	return nil
}

// Names lists the names of the house players of a variant.
func Names(rules game.Rules) []string {
	names := []string{}
	for _, e := range Players(rules) {
		names = append(names, e.Name)
	}
	return names
}

// New makes a house player for one game. The words are those that a secret word is
// taken from, where there is one; without any it knows those that Durchgang deals.
func New(rules game.Rules, name string, words []string, random *rand.Rand) (Player, error) {
	entries := Players(rules)
	i := slices.IndexFunc(entries, func(e Entry) bool { return e.Name == name })
	if i < 0 {
		return nil, fmt.Errorf("%w: %q; %s has %s", ErrUnknown, name, rules.Variant(), strings.Join(Names(rules), ", "))
	}
	return entries[i].Make(Table{rules, words, random}), nil
}

// Appraisal is what a move was worth beside the best one: points of a game for two, 1 for
// a win and a half for a draw, or bets at blackjack.
type Appraisal struct {
	Best  float64            `json:"best"`
	Made  float64            `json:"made"`
	Moves map[string]float64 `json:"moves,omitempty" description:"What each move is worth, where that is known of all."`
}

// Cost is what the move has cost.
func (a Appraisal) Cost() float64 { return a.Best - a.Made }

// Appraiser knows what moves are worth. It is not safe for concurrent use.
type Appraiser interface {
	// Appraise values a legal move in a position; false where there is nothing to choose or
	// the value is not known.
	Appraise(pos game.Position, m game.Move) (Appraisal, bool)
}

// Appraised is implemented by rules of games in which the worth of moves can be computed.
type Appraised interface {
	// Appraiser returns what knows the worth of moves in the variant, nil where nothing does.
	Appraiser() Appraiser
}

// NewAppraiser returns what knows the worth of moves in a variant, nil where nothing does.
func NewAppraiser(rules game.Rules) Appraiser {
	if r, is := rules.(Appraised); is {
		return r.Appraiser()
	}
	return nil
}

// Situation is where a move was made, as what it has cost is told by.
type Situation struct {
	Where string // in words
	Key   string // the same for positions in which the same is to be decided
	Hand  string // of two cards that are decided on, in one word; empty for other decisions
	Up    int    // the value of the card beside it that is open
}

// Situated is implemented by rules that tell of positions with a move in their own words.
type Situated interface {
	Situation(pos game.Position, m game.Move) Situation
}

// Handed is implemented by rules of games in which a strategy may be asked for each hand, rather than for a move.
type Handed interface {
	// Deciding returns a player whose decisions on hands are asked for, by the names of cards.
	Deciding(decide func(hand []string, up string) string) Player
}
