package mistake

import (
	"math/rand/v2"
	"slices"

	"durchgang/core/game"
)

// seek plays two games in a row at random, again and again, keeps the shortest
// sequence that separates, and leaves out of it what is not needed. The same rules
// give the same sequence.
func (s *search) seek(games int) ([]Step, error) {
	random := rand.New(rand.NewPCG(1, 2))
	var best []Step
	for n := range games {
		if steps := s.playout(random, len(best), n%4 == 3); steps != nil {
			best = steps
		}
	}
	if best == nil {
		return nil, ErrTooFar
	}
	return s.shrink(best), nil
}

// begin returns the first positions; it fails when the rules refuse the set-up.
func (s *search) begin() (*node, error) {
	n := &node{}
	for i, r := range s.rules {
		pos, err := r.Start(s.setup)
		if err != nil {
			return nil, err
		}
		n.pos[i] = pos
	}
	return n, nil
}

// apply makes a step in place, and reports whether it separates. A second game that
// is asked for before the first is over is not possible.
func (s *search) apply(n *node, step Step) (separates, possible bool) {
	if !step.Again {
		for i, r := range s.rules {
			s.facts[i] = r.Play(n.pos[i], step.Move, s.facts[i][:0])
		}
		return s.differ(n), true
	}
	if !n.pos[0].Result().Over() || n.games > 0 {
		return false, false
	}
	n.games++
	for i, r := range s.rules {
		pos, err := r.Again(n.pos[i], s.setup)
		if err != nil {
			return false, false
		}
		n.pos[i] = pos
	}
	return s.opening(n), true
}

// playout plays at random and returns the steps up to the first difference, if they
// are fewer than shortest, where that is not 0. Wild ones try refused moves often.
func (s *search) playout(random *rand.Rand, shortest int, wild bool) []Step {
	n, err := s.begin()
	if err != nil {
		return nil
	}
	var steps []Step
	after := 0 // steps tried since a game's end
	for shortest == 0 || len(steps)+1 < shortest {
		over := n.pos[0].Result().Over()
		if after += boolean(over); over && (after > 2 || n.games > 0 && after > 1) || len(steps) > 1000 {
			return nil
		}
		step := Step{Again: over && n.games == 0 && (after > 1 || random.IntN(2) == 0)}
		if step.Again {
			after = 0
		} else {
			step.Move = s.pick(n, random, wild || over)
		}
		separates, possible := s.apply(n, step)
		if !possible {
			return nil
		}
		steps = append(steps, step)
		if separates {
			return steps
		}
	}
	return nil
}

func boolean(b bool) int {
	if b {
		return 1
	}
	return 0
}

// pick draws one of the moves that come to mind, a legal one unless wild.
func (s *search) pick(n *node, random *rand.Rand, wild bool) game.Move {
	s.moves = s.rules[0].Candidates(n.pos[0], s.moves[:0])
	over := n.pos[0].Result().Over()
	for {
		m := s.moves[random.IntN(len(s.moves))]
		if over || wild && random.IntN(3) == 0 {
			return m
		}
		if _, refused := game.Refused(s.rules[0].Play(n.pos[0].Clone(), m, nil)); !refused {
			return m
		}
	}
}

// separates reports whether the steps are possible, separate, and do so with the
// last one.
func (s *search) separates(steps []Step) bool {
	n, err := s.begin()
	if err != nil {
		return false
	}
	for i, step := range steps {
		separates, possible := s.apply(n, step)
		if !possible || separates {
			return separates && i == len(steps)-1
		}
	}
	return false
}

// shrink leaves out one or two steps at a time for as long as the rest separates.
func (s *search) shrink(steps []Step) []Step {
	for {
		shorter := s.shorter(steps)
		if shorter == nil {
			return steps
		}
		steps = shorter
	}
}

// shorter returns the steps without two of them, or else without one, that separate
// still, or nil. The last step is the one that shows the difference and stays.
func (s *search) shorter(steps []Step) []Step {
	last := len(steps) - 1
	for i := range last {
		for k := i + 1; k < last; k++ {
			if rest := slices.Concat(steps[:i], steps[i+1:k], steps[k+1:]); s.separates(rest) {
				return rest
			}
		}
	}
	for i := range last {
		if rest := slices.Concat(steps[:i], steps[i+1:]); s.separates(rest) {
			return rest
		}
	}
	return nil
}
