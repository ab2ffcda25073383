package judge

import (
	"slices"

	"durchgang/core/game"
	"durchgang/core/suite"
)

// Witness is what was seen of a script, kept ready to be compared with what several rules
// say of it.
type Witness struct {
	Script  suite.Script
	Moments []suite.Moment // by the reference rules
	Seen    []Observation  // at most one a moment

	suite *suite.Suite
	views []picture // of the moments
	shown []picture
}

// NewWitness returns what was seen of a script of a suite.
func NewWitness(s *suite.Suite, script suite.Script, moments []suite.Moment, seen []Observation) *Witness {
	w := &Witness{Script: script, Moments: moments, Seen: seen, suite: s}
	for i := range min(len(moments), len(seen)) {
		w.views = append(w.views, newPicture(moments[i].View))
		w.shown = append(w.shown, newPicture(seen[i].Facts))
	}
	return w
}

// Parts compares with what some rules say of the same steps, and returns the first moment
// that differs from what was seen; found is false when none does. It does not ask for
// more of the telling than that.
func (w *Witness) Parts(rules game.Rules, lines bool) (step int, parting suite.Moment, found bool) {
	j := newScriptJudge(w.suite, w.Script)
	i := 0
	err := w.Script.Retell(rules, lines, func(m suite.Moment) bool {
		if i == len(w.shown) {
			return false
		}
		view := w.views[i]
		if !slices.Equal(m.View, w.Moments[i].View) {
			view = newPicture(m.View)
		}
		seen, shown := w.Seen[i], w.shown[i]
		if seen.ByTurn && m.Mover != w.Moments[i].Mover {
			seen.Facts = shotsAt(m.Mover.Opponent(), seen.Facts)
			shown = newPicture(seen.Facts)
		}
		if counts(m, w.Moments[i], seen) {
			seen.Facts = slices.DeleteFunc(slices.Clone(seen.Facts), func(f game.Fact) bool { return f.Kind == game.FactRefused })
		}
		j.step(i, m, seen, view, shown)
		step, parting, found = i, m, j.finding != nil || j.beside != nil
		i++
		return !found
	})
	return step, parting, found || err != nil
}

// counts reports whether a move that is refused by the reference, and in the program's words, has the effect
// that it has by rules that accept it: a program may refuse a guess, and take a life for it.
func counts(m, reference suite.Moment, seen Observation) bool {
	_, should := game.Refused(reference.Facts)
	_, refused := game.Refused(m.Facts)
	return should && !refused && slices.ContainsFunc(slices.Concat(m.Facts, m.View), func(f game.Fact) bool {
		return slices.Contains(seen.Facts, f) && !slices.Contains(reference.Facts, f) && !slices.Contains(reference.View, f)
	})
}

// shotsAt takes shots as those at a player's board.
func shotsAt(target game.Player, facts []game.Fact) []game.Fact {
	turned := slices.Clone(facts)
	for i, f := range turned {
		switch f.Kind {
		case game.FactHit, game.FactMiss, game.FactSunk:
			turned[i].Player = target
		}
	}
	return turned
}

// Silent counts what some rules say of a script and the program leaves unshown.
func (w *Witness) Silent(rules game.Rules, lines bool) int {
	j := newScriptJudge(w.suite, w.Script)
	i, n := 0, 0
	_ = w.Script.Retell(rules, lines, func(m suite.Moment) bool {
		if i == len(w.shown) {
			return false
		}
		j.step(i, m, w.Seen[i], newPicture(m.View), w.shown[i])
		for _, c := range j.steps[i].Comparisons {
			if c.State == NotShown && !c.routine {
				n++
			}
		}
		i++
		return true
	})
	return n
}

// Unshown reports of each script whether it leaves unshown what it is for, and its criterion loses points
// by that.
func Unshown(witnesses []*Witness) []bool {
	unshown, verdicts := make([]bool, len(witnesses)), make([]ScriptVerdict, len(witnesses))
	for i, w := range witnesses {
		verdicts[i] = JudgeScript(w.suite, w.Script, w.Moments, w.Seen)
	}
	for i, w := range witnesses {
		c, _ := w.suite.Criterion(w.Script.Criterion)
		unshown[i] = verdicts[i].State == NotShown && c.Loses(true) && criterionState(c, verdicts) == NotShown
	}
	return unshown
}

// Touches reports whether some rules say anything else of the script than the reference.
func (w *Witness) Touches(rules game.Rules, lines bool) bool {
	i, same := 0, true
	err := w.Script.Retell(rules, lines, func(m suite.Moment) bool {
		same = i < len(w.Moments) && Same(m, w.Moments[i])
		i++
		return same
	})
	return err != nil || !same || i != len(w.Moments)
}

// Same reports whether two moments say the same. Why a move is refused does not count,
// since few programs say it.
func Same(m, n suite.Moment) bool {
	return m.Result == n.Result && slices.Equal(m.View, n.View) && slices.EqualFunc(m.Facts, n.Facts, func(f, g game.Fact) bool {
		f.Reason, g.Reason = "", ""
		return f == g
	})
}

// Reference is the rules by which the script is judged.
func (w *Witness) Reference() game.Rules { return w.suite.Rules }
