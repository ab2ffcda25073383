package grading

import (
	"slices"

	"durchgang/core/diagnosis"
	"durchgang/core/judge"
	"durchgang/core/suite"
	"durchgang/internal/record"
)

// prove finds the shortest sequence that shows each cause on this very program.
func (e *examination) prove() error {
	verdicts := make([]judge.ScriptVerdict, len(e.played))
	for i, p := range e.played {
		if verdicts[i] = p.verdict; p.verdict.State == judge.Unsteady {
			verdicts[i].Finding = nil
		}
	}
	e.causes = e.cases.Causes(verdicts, witnessesOf(e.played), e.found)
	for i := range e.causes {
		if i == mostProofs {
			return nil
		}
		if err := e.proveCause(&e.causes[i]); err != nil {
			return err
		}
	}
	for i := range e.found {
		d := &e.found[i]
		for _, c := range e.causes {
			if len(d.Shortest) == 0 && slices.Contains(d.Mistakes, c.Mistake) {
				d.Shortest, d.Setup, d.Confirmed = c.Shortest, c.Setup, c.Confirmed
			}
		}
	}
	return nil
}

func (e *examination) proveCause(c *diagnosis.Cause) error {
	if e.Suite.HasOpen() {
		return nil
	}
	if c.Mistake != "" {
		if script, ok := e.cases.Proof(c.Of, witnessesOf(e.played)); ok {
			if len(c.Criteria) > 0 {
				script.Criterion = c.Criteria[0]
			}
			c.Setup, c.Words = string(script.Setup), e.Suite.Words(script.Steps)
			r, err := e.run(script, "the shortest sequence that shows the mistake")
			if err != nil {
				return err
			}
			if r.verdict.Finding != nil || c.Of.Omits {
				e.confirm(c, script, r)
				return nil
			}
		}
	}
	return e.shrink(c)
}

func (e *examination) confirm(c *diagnosis.Cause, script suite.Script, r played) {
	c.Setup, c.Words = string(script.Setup), e.Suite.Words(script.Steps)
	c.Shortest, c.Confirmed, c.Evidence = typedLines(r.evidence), true, r.evidence.Number
	if f := r.verdict.Finding; f != nil {
		c.Expected, c.Seen = f.Expected, f.Seen
	}
}

func typedLines(e record.Evidence) []string {
	lines := []string{}
	for _, step := range e.Steps {
		for _, event := range step.Events {
			if event.Typed {
				lines = append(lines, event.Text)
			}
		}
	}
	return lines
}

// shrink makes the shortest script that shows a cause shorter by leaving out a step, or
// two, and running what is left, for as long as it shows the same.
func (e *examination) shrink(c *diagnosis.Cause) error {
	best := e.shortest(c)
	if best == nil {
		return nil
	}
	f := *best.verdict.Finding
	script := best.verdict.Script
	script.Title = "the shortest way to see that a rule is broken: " + f.Criterion
	script.Steps = slices.Clone(script.Steps[:min(f.Step, len(script.Steps))])
	r, err := e.run(script, "a script that failed, up to the step that shows it")
	if err != nil {
		return err
	}
	same := func(r played) bool { return r.verdict.Finding != nil && r.verdict.Finding.Aspect == f.Aspect }
	if !same(r) {
		return nil
	}
	e.confirm(c, script, r)
	runs, most := 0, mostShrinking
	if best.stuck() {
		most = mostWaiting
	}
	for size := 2; size > 0; size-- {
		for i := 0; i+size < len(script.Steps) && runs < most; {
			shorter := script
			var ok bool
			shorter.Steps, ok = suite.Marked(e.Suite.Rules, script.Setup, slices.Concat(script.Steps[:i], script.Steps[i+size:]))
			if !ok {
				i++
				continue
			}
			runs++
			r, err := e.playScript(e.ctx, e.playing, shorter, len(e.Suite.Scripts)+e.extra+1)
			if err != nil {
				return err
			}
			if !same(r) || r.verdict.Finding.Step != len(shorter.Steps) {
				i++
				continue
			}
			script = shorter
			r.evidence.Number, r.evidence.Note = c.Evidence, "the shortest sequence found that shows it, by leaving steps out"
			if err := e.store(r.evidence); err != nil {
				return err
			}
			e.confirm(c, script, r)
		}
	}
	return nil
}

// shortest is the played script that shows a cause with the fewest steps.
func (e *examination) shortest(c *diagnosis.Cause) *played {
	var best *played
	for i := range e.played {
		p := &e.played[i]
		v := p.verdict
		if v.Finding == nil || v.State == judge.Unsteady || e.Suite.Open(v.Script) || v.Script.Has(suite.Look) ||
			!slices.Contains(c.Scripts, v.Script.Title) {
			continue
		}
		if best == nil || v.Finding.Step < best.verdict.Finding.Step {
			best = p
		}
	}
	return best
}
