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

// Bounds of a search.
type Bounds struct {
	Steps int // of a sequence
	Pairs int // of positions looked at
	Games int // played at random when that was not enough
}

// Usual are bounds that a second is enough for.
var Usual = Bounds{Steps: 20, Pairs: 60_000, Games: 30_000}

// Separate returns a sequence on which a and b show different facts; setup fixes
// chance for both. exact tells that none is shorter: it was found by breadth-first
// search over the positions that the same steps lead to. Beyond the bounds of that
// search it is the shortest that was found by playing at random and leaving out
// what is not needed.
func Separate(reference, a, b game.Rules, setup game.Setup, bounds Bounds) (steps []Step, exact bool, err error) {
	s := search{rules: [3]game.Rules{reference, a, b}, setup: setup, seen: map[string]bool{}}
	steps, err = s.run(bounds)
	if !errors.Is(err, ErrTooFar) {
		return steps, true, err
	}
	steps, err = s.seek(bounds.Games)
	return steps, false, err
}

// SeparateAny is Separate over several set-ups: it returns the one with the shortest
// sequence.
func SeparateAny(reference, a, b game.Rules, setups []game.Setup, bounds Bounds) (setup game.Setup, steps []Step, exact bool, err error) {
	err = ErrSame
	for _, s := range setups {
		found, certain, failed := Separate(reference, a, b, s, bounds)
		switch {
		case failed == nil && (err != nil || len(found) < len(steps)):
			setup, steps, exact, err = s, found, certain, nil
		case failed != nil && err != nil && !errors.Is(failed, ErrSame):
			err = failed
		}
	}
	return setup, steps, exact, err
}

// node is a triple of positions: of the reference and of the two that are compared.
type node struct {
	pos    [3]game.Position
	parent int
	step   Step
	depth  int
	games  int
}

type search struct {
	rules [3]game.Rules
	setup game.Setup
	nodes []node
	seen  map[string]bool
	moves []game.Move
	facts [3][]game.Fact
	key   []byte
}

func (s *search) run(bounds Bounds) ([]Step, error) {
	first, err := s.begin()
	if err != nil {
		return nil, err
	}
	first.parent = -1
	if s.opening(first) {
		return []Step{}, nil
	}
	s.nodes = append(s.nodes, *first)
	for at := 0; at < len(s.nodes); at++ {
		if s.nodes[at].depth == bounds.Steps {
			return nil, ErrTooFar
		}
		if len(s.nodes) > bounds.Pairs {
			return nil, ErrTooFar
		}
		if found := s.expand(at); found >= 0 {
			return s.path(found), nil
		}
		s.nodes[at].pos = [3]game.Position{} // not needed any more
	}
	return nil, ErrSame
}

// expand adds what follows a node, and returns the index of a node that separates,
// or -1.
func (s *search) expand(at int) int {
	s.moves = s.rules[0].Candidates(s.nodes[at].pos[0], s.moves[:0])
	if found := s.follow(at, Step{Again: true}); found >= 0 {
		return found
	}
	for _, m := range s.moves {
		if found := s.follow(at, Step{Move: m}); found >= 0 {
			return found
		}
	}
	return -1
}

// follow adds the node that a step leads to, where it is possible, and returns its
// index if it separates, or -1.
func (s *search) follow(at int, step Step) int {
	next := s.nodes[at]
	next.parent, next.step, next.depth = at, step, next.depth+1
	if !step.Again { // another game begins with positions of its own
		for i, pos := range next.pos {
			next.pos[i] = pos.Clone()
		}
	}
	separates, possible := s.apply(&next, step)
	switch {
	case separates:
		return s.keep(next)
	case possible:
		s.visit(next)
	}
	return -1
}

func (s *search) keep(n node) int {
	s.nodes = append(s.nodes, n)
	return len(s.nodes) - 1
}

// visit keeps a node for expansion unless its positions were met before.
func (s *search) visit(n node) {
	s.key = append(s.key[:0], byte(n.games))
	for _, pos := range n.pos {
		s.key = pos.AppendKey(s.key)
	}
	if !s.seen[string(s.key)] {
		s.seen[string(s.key)] = true
		s.nodes = append(s.nodes, n)
	}
}

// opening reports whether the two begin a game differently.
func (s *search) opening(n *node) bool {
	for i := range s.facts {
		s.facts[i] = append(s.facts[i][:0], game.Fact{Kind: game.FactTurn, Player: n.pos[i].Turn()})
	}
	return s.differ(n)
}

// differ reports whether the two that are compared show different facts after a
// step: of the step, or of the position. Why a move was refused is not compared,
// since few programs say it.
func (s *search) differ(n *node) bool {
	for i := 1; i <= 2; i++ {
		s.facts[i] = s.rules[i].View(n.pos[i], game.Nobody, s.facts[i])
	}
	if len(s.facts[1]) != len(s.facts[2]) {
		return true
	}
	for k, f := range s.facts[1] {
		g := s.facts[2][k]
		f.Reason, g.Reason = "", ""
		if f != g {
			return true
		}
	}
	return false
}

func (s *search) path(at int) []Step {
	steps := make([]Step, s.nodes[at].depth)
	for ; s.nodes[at].parent >= 0; at = s.nodes[at].parent {
		steps[s.nodes[at].depth-1] = s.nodes[at].step
	}
	return steps
}
