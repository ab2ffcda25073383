package mistake

import (
	"math/rand/v2"
	"slices"

	"durchgang/core/game"
)

// seek settles what breadth-first search left open: it follows the leads, plays two
// games in a row at random, again and again, keeps for each pair the shortest
// sequence that separates, and leaves out of it what is not needed. The same rules
// give the same sequences.
func (s *search) seek(games int) error {
	random := rand.New(rand.NewPCG(1, 2))
	for _, lead := range s.known.Leads {
		for range 8 {
			if err := s.playout(random, lead, false); err != nil {
				return err
			}
		}
	}
	for n := range games {
		lead := Lead{Setup: s.known.Setups[n%len(s.known.Setups)]}
		if err := s.playout(random, lead, n%4 == 3); err != nil {
			return err
		}
	}
	s.shrinkAll()
	return nil
}

// playout plays a lead's moves, with a refused one in between now and then, and at
// random from there. Wild ones try refused moves often.
func (s *search) playout(random *rand.Rand, lead Lead, wild bool) error {
	j, err := s.begin(lead.Setup)
	if err != nil {
		return err
	}
	const most = 1000
	var steps []Step
	moves := lead.Moves
	linger := random.IntN(4) // moves to try after a game's end
	after := 0               // of them tried
	for len(steps) < most {
		over := s.over(j)
		if over {
			after++
		}
		if after > linger && j.games > 0 {
			return nil
		}
		step := Step{Again: after > linger}
		switch {
		case step.Again:
			after, moves = 0, lead.Moves
		case len(moves) > 0 && random.IntN(3*len(lead.Moves)) > 0:
			step.Move, moves = moves[0], moves[1:]
		default:
			step.Move = s.pick(j, random, wild || over)
		}
		if !s.apply(j, step) {
			return nil
		}
		steps = append(steps, step)
		if s.classify(j) {
			s.improve(lead.Setup, steps)
		}
	}
	return nil
}

// improve keeps the steps for the pairs that the last one separates, where nothing
// shorter is known.
func (s *search) improve(setup game.Setup, steps []Step) {
	var kept []Step
	s.each(func(i, k, at int) {
		known := &s.table.found[at]
		if s.class[i] == s.class[k] || known.Err == nil && len(known.Steps) <= len(steps) {
			return
		}
		if kept == nil {
			kept = slices.Clone(steps)
		}
		*known = Found{Setup: setup, Steps: kept}
	})
}

// pick draws one of the moves that come to mind, a legal one unless wild.
func (s *search) pick(j *joint, random *rand.Rand, wild bool) game.Move {
	rules, pos := s.rules[s.reference()], j.pos[s.reference()]
	moves := rules.Candidates(pos, nil)
	for {
		m := moves[random.IntN(len(moves))]
		if pos.Result().Over() || wild && random.IntN(3) == 0 {
			return m
		}
		if _, refused := game.Refused(rules.Play(pos.Clone(), m, nil)); !refused {
			return m
		}
	}
}

// shrinkAll makes the sequences of the open pairs as short as leaving out can make
// them. What is left for one pair is tried for all others.
func (s *search) shrinkAll() {
	type open struct{ i, k, at int }
	var pairs []open
	s.each(func(i, k, at int) {
		if s.table.found[at].Err == nil {
			pairs = append(pairs, open{i, k, at})
		}
	})
	for _, p := range pairs {
		f := s.table.found[p.at]
		narrow := &search{
			known: s.known, rules: s.rules, kinds: s.kinds, table: s.table,
			facts: s.facts, keys: s.keys, class: s.class, alive: []int{p.i, p.k},
		}
		if p.k != s.reference() && p.i != s.reference() {
			narrow.alive = append(narrow.alive, s.reference())
		}
		t := trial{search: narrow, a: p.i, b: p.k, setup: f.Setup}
		s.share(f.Setup, t.shrink(f.Steps))
	}
}

// share keeps a sequence, or the begin of it, for every open pair it separates.
func (s *search) share(setup game.Setup, steps []Step) {
	j, err := s.begin(setup)
	if err != nil {
		return
	}
	for n, step := range steps {
		if !s.apply(j, step) {
			return
		}
		if s.classify(j) {
			s.improve(setup, steps[:n+1])
		}
	}
}

// trial is a sequence that is made shorter for two rules.
type trial struct {
	*search
	a, b  int
	setup game.Setup
}

// separates reports whether the steps are possible and separate with the last one,
// and no facts differ before. Views are compared at the end only, which is where a
// difference is looked for; share finds it where it shows earlier.
func (t trial) separates(steps []Step) bool {
	j, err := t.begin(t.setup)
	if err != nil {
		return false
	}
	for i, step := range steps {
		last := i == len(steps)-1
		if !t.apply(j, step) || !last && !equal(t.facts[t.a], t.facts[t.b]) {
			return false
		}
	}
	t.classify(j)
	return t.class[t.a] != t.class[t.b]
}

// shrink leaves out half of the steps, a quarter, and so on, and then every one or
// two of them, for as long as the rest separates. The last step is the one that
// shows the difference and stays.
func (t trial) shrink(steps []Step) []Step {
	for size := len(steps) / 2; size > 2; size /= 2 {
		for from := 0; from+size < len(steps); {
			if rest := slices.Concat(steps[:from], steps[from+size:]); t.separates(rest) {
				steps = rest
			} else {
				from++
			}
		}
	}
	for before := len(steps) + 1; len(steps) < before; {
		before = len(steps)
		steps = t.without(steps)
	}
	return steps
}

// without leaves out each step, and each two that stand near each other.
func (t trial) without(steps []Step) []Step {
	near := 16
	if len(steps) > 60 {
		near = 3
	}
	for i := 0; i < len(steps)-1; i++ {
		if rest := slices.Concat(steps[:i], steps[i+1:]); t.separates(rest) {
			steps = rest
			i--
			continue
		}
		for k := i + 1; k < min(len(steps)-1, i+near); k++ {
			if rest := slices.Concat(steps[:i], steps[i+1:k], steps[k+1:]); t.separates(rest) {
				steps = rest
				i--
				break
			}
		}
	}
	return steps
}

// Shorten leaves out of a sequence what is not needed to tell a mistake, by index, from
// the reference, and what follows the first difference. It returns nil when the sequence
// does not tell them apart.
func (k Known) Shorten(of int, setup game.Setup, steps []Step) []Step {
	s := newSearch(k, func(int, int) {})
	s.ask(of, s.reference())
	s.wake()
	t := trial{search: s, a: of, b: s.reference(), setup: setup}
	j, err := s.begin(setup)
	if err != nil {
		return nil
	}
	for n, step := range steps {
		if !s.apply(j, step) {
			return nil
		}
		if s.classify(j) {
			return t.shrink(steps[:n+1])
		}
	}
	return nil
}
