package suite

import (
	"math/rand/v2"
	"slices"

	"durchgang/core/game"
)

// Detours returns scripts that lead to the same end by another order of each player's
// moves, at most n of them, where keep accepts them. The last move stays the last. Scripts
// with refused moves, lines or another game have none. The same script has the same ones.
func (s Script) Detours(rules game.Rules, n int, keep func(Script) bool) []Script {
	plain := !slices.ContainsFunc(s.Steps, func(step Step) bool { return step.Act != MakeMove || step.Refused })
	if !plain || rules.Solo() || rules.MoveKind() == game.NamesText || s.Own || len(s.Steps) < 4 {
		return nil
	}
	right, err := s.Moments(rules)
	if err != nil {
		return nil
	}
	end := right[len(right)-1]
	var moves [game.Second + 1][]Step
	for _, m := range right[1 : len(right)-1] {
		moves[m.Mover] = append(moves[m.Mover], m.Step)
	}
	random := rand.New(rand.NewPCG(uint64(len(s.Steps)), 11))
	var found []Script
	for range 60 {
		if len(found) == n {
			break
		}
		other := s
		other.Title, other.Steps = s.Title+", in another order", nil
		var at [game.Second + 1]int
		for _, list := range moves {
			random.Shuffle(len(list), func(i, k int) { list[i], list[k] = list[k], list[i] })
		}
		for _, m := range right[1 : len(right)-1] {
			other.Steps = append(other.Steps, moves[m.Mover][at[m.Mover]])
			at[m.Mover]++
		}
		other.Steps = append(other.Steps, end.Step)
		told, err := other.Moments(rules)
		if err != nil || slices.EqualFunc(other.Steps, s.Steps, func(a, b Step) bool { return a.Move == b.Move }) {
			continue
		}
		last := told[len(told)-1]
		if last.Result == end.Result && slices.Equal(last.View, end.View) && keep(other) {
			found = append(found, other)
		}
	}
	return found
}

// Marked returns steps with a ! where the rules refuse a move, and only there, as far as they can be played. It reports false
// where they cannot be to their end: the set-up does not fit, or another game is asked for too early.
func Marked(rules game.Rules, setup game.Setup, steps []Step) ([]Step, bool) {
	steps = slices.Clone(steps)
	pos, err := rules.Start(setup)
	if err != nil {
		return steps, false
	}
	for i, step := range steps {
		switch step.Act {
		case MakeMove:
			_, steps[i].Refused = game.Refused(rules.Play(pos, step.Move, nil))
		case Again:
			if !pos.Result().Over() {
				return steps, false
			}
			if pos, err = rules.Again(pos, setup); err != nil {
				return steps, false
			}
		}
	}
	return steps, true
}
