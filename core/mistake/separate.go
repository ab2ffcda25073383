package mistake

import (
	"errors"

	"durchgang/core/game"
)

// Step is one act of a sequence: a move, or another game.
type Step struct {
	Again bool
	Move  game.Move
}

// ErrTooFar means that no difference was found within the search's bounds, which is
// no proof that there is none.
var ErrTooFar = errors.New("no difference was found within the bounds of the search")

// ErrSame means that two rules differ nowhere: every sequence was looked at.
var ErrSame = errors.New("the two differ nowhere")

// Bounds of a search: how many moves are made in breadth-first search, by all rules
// together, and how many games are played at random when that was not enough.
type Bounds struct {
	Moves int
	Games int
}

// Usual are bounds that some seconds are enough for.
var Usual = Bounds{Moves: 4_000_000, Games: 4_000}

// Found is a sequence on which two rules show different facts, or why there is none.
// Exact tells that no shorter one separates them on any of the set-ups: it was found
// by breadth-first search. Beyond its bounds the sequence is the shortest that was
// found by playing at random and leaving out what is not needed.
type Found struct {
	Setup game.Setup
	Steps []Step
	Exact bool
	Err   error // ErrSame or ErrTooFar
}

// Table holds what was found for every two of some rules.
type Table struct {
	n     int
	found []Found
}

// Between returns what was found for the rules of two indices, which differ.
func (t *Table) Between(i, k int) Found { return t.found[t.index(i, k)] }

func (t *Table) index(i, k int) int { return min(i, k)*t.n + max(i, k) }

// Pair is two of a variant's Rules, by index.
type Pair struct{ A, B int }

// Pairs lists every mistake with the reference, and every two mistakes.
func (k Known) Pairs() []Pair {
	var pairs []Pair
	for b := range len(k.Mistakes) + 1 {
		for a := range b {
			pairs = append(pairs, Pair{a, b})
		}
	}
	return pairs
}

// Separate looks for a shortest sequence for each pair. All are played at once: a
// sequence that shows one difference mostly shows many. report is called with how
// many pairs are settled, of how many.
func (k Known) Separate(pairs []Pair, bounds Bounds, report func(done, all int)) (*Table, error) {
	s := newSearch(k, report)
	for _, p := range pairs {
		s.ask(p.A, p.B)
	}
	return s.run(bounds)
}
