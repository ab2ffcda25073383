package mistake

import (
	"math/rand/v2"

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
			if n < games/2 {
				games = max(n*3, 200) // a difference that is easy to find needs no long search
			}
		}
	}
	if best == nil {
		return nil, ErrTooFar
	}
	return s.shrink(best), nil
}

// begin returns the first positions, or nil when the rules refuse the set-up.
func (s *search) begin() *node {
	n := &node{}
	for i, r := range s.rules {
		pos, err := r.Start(s.setup)
		if err != nil {
			return nil
		}
		n.pos[i] = pos
	}
	return n
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
	n := s.begin()
	if n == nil {
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
	n := s.begin()
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
	for again := true; again; {
		again = false
		for width := 2; width >= 1 && !again; width-- {
			for i := 0; i+width < len(steps) && !again; i++ {
				for k := i + 1; k < len(steps)-1 && !again; k++ {
					shorter := append(append([]Step{}, steps[:i]...), steps[i+1:k]...)
					if width == 2 {
						shorter = append(shorter, steps[k+1:]...)
					} else {
						shorter = append(append([]Step{}, steps[:i]...), steps[i+1:]...)
					}
					if s.separates(shorter) {
						steps, again = shorter, true
					}
					if width == 1 {
						break
					}
				}
			}
		}
	}
	return steps
}
