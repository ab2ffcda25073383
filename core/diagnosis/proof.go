package diagnosis

import (
	"fmt"
	"slices"

	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/mistake"
	"durchgang/core/suite"
)

// Bounds of the searches for a sequence, which a class is kept waiting for.
var (
	forProof    = mistake.Bounds{Moves: 150_000, Games: 150}
	forDecision = mistake.Bounds{Moves: 200_000, Games: 600}
)

// Proof returns the shortest script known in which a program with what is diagnosed does
// something else than the rules say. It is found by search, or by leaving out of a
// script that shows it all that is not needed. It reports false where none was found:
// when the program breaks down, which no rules do, or plays a part of its own.
func (c *Cases) Proof(d Diagnosis, witnesses []*judge.Witness) (suite.Script, bool) {
	h := d.hypothesis
	if !h.played() {
		return suite.Script{}, false
	}
	known := mistake.Known{
		Reference: c.known.Reference, Mistakes: []mistake.Mistake{{Rules: h.rules}},
		Setups: c.known.Setups, Leads: c.known.Leads,
	}
	var best []mistake.Step
	var setup game.Setup
	for _, w := range witnesses {
		if w == nil || w.Script.Own || c.suite.Open(w.Script) || w.Script.Has(suite.Look) || !slices.Contains(d.For, w.Script.Title) {
			continue
		}
		if !slices.Contains(known.Setups, w.Script.Setup) {
			known.Setups = append([]game.Setup{w.Script.Setup}, known.Setups...)
		}
		step, _, found := w.Parts(known.Reference, false)
		if !found {
			step = len(w.Moments) - 1
		}
		steps := known.Shorten(0, w.Script.Setup, plain(w.Script.Steps[:min(step, len(w.Script.Steps))]))
		if steps != nil && (best == nil || len(steps) < len(best)) {
			best, setup = steps, w.Script.Setup
		}
	}
	if table, err := known.Separate([]mistake.Pair{{A: 0, B: 1}}, forProof, func(int, int) {}); err == nil {
		if f := table.Between(0, 1); f.Err == nil && (best == nil || len(f.Steps) < len(best)) {
			best, setup = f.Steps, f.Setup
		}
	}
	if best == nil {
		return suite.Script{}, false
	}
	return c.script(fmt.Sprintf("the shortest way to see %s", d.Name()), setup, best), true
}

// plain are the moves of a script; lines that are not moves are left out.
func plain(steps []suite.Step) []mistake.Step {
	var list []mistake.Step
	for _, s := range steps {
		switch s.Act {
		case suite.MakeMove:
			list = append(list, mistake.Step{Move: s.Move})
		case suite.Again:
			list = append(list, mistake.Step{Again: true})
		}
	}
	return list
}

func (c *Cases) script(title string, setup game.Setup, sequence []mistake.Step) suite.Script {
	s := suite.Script{Title: title, Setup: setup, Steps: suite.Steps(c.known.Reference, setup, sequence)}
	if len(c.suite.Criteria) > 0 {
		s.Criterion = c.suite.Criteria[0].Name
	}
	return s
}

// Decide returns the shortest script found on which a program with the one diagnosis and
// a program with the other show something different.
func (c *Cases) Decide(a, b Diagnosis) (suite.Script, bool) {
	if !a.hypothesis.played() || !b.hypothesis.played() {
		return suite.Script{}, false
	}
	known := mistake.Known{
		Reference: c.known.Reference, Mistakes: []mistake.Mistake{{Rules: a.hypothesis.rules}, {Rules: b.hypothesis.rules}},
		Setups: c.known.Setups, Leads: c.known.Leads,
	}
	table, err := known.Separate([]mistake.Pair{{A: 0, B: 1}}, forDecision, func(int, int) {})
	if err != nil {
		return suite.Script{}, false
	}
	f := table.Between(0, 1)
	if f.Err != nil {
		return suite.Script{}, false
	}
	return c.script(fmt.Sprintf("to decide between %s and %s", a.Name(), b.Name()), f.Setup, f.Steps), true
}

// Beside judges a script that an earlier fault cut off by what a program with the
// diagnosis would do, where that is so like the rules that the script still tests what it
// is for: the same moves are refused, and the game goes on, is won or is drawn after the
// same steps. It reports false where it is not.
func (c *Cases) Beside(d Diagnosis, w *judge.Witness) (judge.ScriptVerdict, bool) {
	if !d.Whole || w.Script.Own || d.hypothesis.rules == nil {
		return judge.ScriptVerdict{}, false
	}
	var moments []suite.Moment
	err := w.Script.Retell(d.hypothesis.rules, d.hypothesis.lines, func(m suite.Moment) bool {
		moments = append(moments, m)
		return true
	})
	alike := err == nil && slices.EqualFunc(moments, w.Moments, func(m, n suite.Moment) bool {
		_, refused := game.Refused(m.Facts)
		_, refuses := game.Refused(n.Facts)
		return refused == refuses && m.Result.Outcome == n.Result.Outcome
	})
	if !alike || len(d.hypothesis.breaks) > 0 {
		return judge.ScriptVerdict{}, false
	}
	v := judge.JudgeScript(c.suite, w.Script, moments, w.Seen)
	return v, v.Finding == nil
}

// Harmless reports whether a diagnosis makes no difference in a script before its last
// step.
func (c *Cases) Harmless(d Diagnosis, s suite.Script) bool {
	right, err := s.Moments(c.known.Reference)
	if err != nil {
		return false
	}
	i, same := 0, true
	err = s.Retell(d.hypothesis.rules, d.hypothesis.lines, func(m suite.Moment) bool {
		same = i == len(right)-1 || judge.Same(m, right[i])
		i++
		return same
	})
	return err == nil && same
}

// Would is the finding that a script would have by one of the mistakes of a diagnosis for
// its own criterion, had no other fault been in the way. It is nil when there is none.
func (c *Cases) Would(d Diagnosis, w *judge.Witness) *judge.Finding {
	if !d.Whole || len(d.hypothesis.suspects) < 2 {
		return nil
	}
	for _, single := range c.singlesOf(d) {
		h := single.hypothesis
		var seen []judge.Observation
		err := w.Script.Retell(h.rules, h.lines, func(m suite.Moment) bool {
			o := judge.Observation{Facts: append(slices.Clone(m.Facts), m.View...), Condition: judge.Asking}
			if m.Result.Over() {
				o.Condition, o.Untyped = judge.Waiting, m.Mover == game.Nobody && m.Step.Act == suite.MakeMove
			}
			seen = append(seen, o)
			return true
		})
		if err != nil {
			continue
		}
		if f := judge.JudgeScript(c.suite, w.Script, w.Moments, seen).Finding; f != nil && f.Criterion == w.Script.Criterion {
			return f
		}
	}
	return nil
}
