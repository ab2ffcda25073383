package grading

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"sync"
	"time"

	"durchgang/core/diagnosis"
	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/mistake"
	"durchgang/core/suite"
	"durchgang/internal/record"
)

// played is one script as a program played it.
type played struct {
	verdict  judge.ScriptVerdict
	witness  *judge.Witness // nil where no rules can be asked what they say of the script
	evidence record.Evidence
	asked    string      // the last line that it had printed as the game began
	moves    []game.Move // of a program that makes the set-up itself, with what was seen of each
	seen     []judge.Observation
}

// witnessOf is what was seen of a script, for the diagnosis. Of a game with a program's own
// moves, or a set-up of its own, it is a script of what was played.
func (g Grader) witnessOf(script suite.Script, v judge.ScriptVerdict, moments []suite.Moment, seen []judge.Observation) *judge.Witness {
	if script.Own || len(moments) == 0 {
		return nil
	}
	if g.Suite.Program != game.Nobody {
		script.Steps = nil
		for _, m := range moments[1:] {
			script.Steps = append(script.Steps, m.Step)
		}
	}
	w := judge.NewWitness(g.Suite, script, moments, seen)
	if g.Suite.Program == game.Nobody && !slices.ContainsFunc(seen, func(o judge.Observation) bool { return len(o.Checks) > 0 }) {
		return w
	}
	if _, _, parts := w.Parts(g.Suite.Rules, false); parts != (v.Finding != nil) {
		return nil // it parts over something that no rules tell of
	}
	return w
}

// examination looks closer at a program that has played its scripts.
type examination struct {
	Grader
	*playing
	ctx    context.Context
	cases  *diagnosis.Cases
	played []played
	keep   func(record.Evidence) error
	extra  int // runs beside the scripts
	found  []diagnosis.Diagnosis
	causes []diagnosis.Cause
}

// Bounds of an examination, in runs of the program.
const (
	mostRepeats   = 3 // of failed scripts, for each rule that is broken
	mostDecisions = 3
	mostDetours   = 8
	mostShrinking = 24 // for each cause that no mistake explains
	mostWaiting   = 4  // the same where each run takes as long as patience does
	mostProofs    = 6
)

// examine repeats what failed, looks for what explains it, tries another way to what was
// not reached, and confirms the shortest sequence that shows each cause.
func (g Grader) examine(ctx context.Context, p *playing, list []played, keep func(record.Evidence) error) (*examination, error) {
	e := &examination{Grader: g, playing: p, ctx: ctx, played: list, keep: keep, causes: []diagnosis.Cause{}}
	if !slices.ContainsFunc(list, func(r played) bool { return r.verdict.Finding != nil || r.verdict.State != judge.Agrees }) {
		return e, nil
	}
	var err error
	if e.cases, err = g.diagnosable(); err != nil {
		return nil, err
	}
	for _, act := range []func() error{e.repeat, e.diagnose, e.detour, e.charge, e.prove} {
		if err := act(); err != nil {
			return nil, err
		}
	}
	return e, e.settle()
}

// Prepared is what is worked out once for all programs of a suite. Its zero value is ready for use.
type Prepared struct {
	once  sync.Once
	cases *diagnosis.Cases
	err   error
}

func (g Grader) diagnosable() (*diagnosis.Cases, error) {
	if g.Prepared == nil {
		g.Prepared = &Prepared{}
	}
	p := g.Prepared
	p.once.Do(func() { p.cases, p.err = diagnosis.Prepare(g.Suite, mistake.For(g.Suite.Rules)) })
	return p.cases, p.err
}

// run plays a script beside those of the suite and keeps its evidence.
func (e *examination) run(script suite.Script, note string) (played, error) {
	r, err := e.playScript(e.ctx, e.playing, script, len(e.Suite.Scripts)+e.extra+1)
	if err != nil {
		return r, err
	}
	e.extra++
	r.evidence.Note = note
	return r, e.store(r.evidence)
}

func (e *examination) store(evidence record.Evidence) error {
	if e.keep == nil {
		return nil
	}
	return e.keep(evidence)
}

// repeat plays failed scripts once more. A program that is not steady is said to be so; one
// that only seemed stuck, on a machine that was busy, is judged by its second run.
func (e *examination) repeat() error {
	tried := map[suite.Aspect]int{}
	for i := range e.played {
		first := &e.played[i]
		f := first.verdict.Finding
		if f == nil || f.Aspect == suite.Reason || e.Suite.Open(first.verdict.Script) || first.verdict.Script.Has(suite.Look) ||
			tried[f.Aspect] == mostRepeats {
			continue
		}
		tried[f.Aspect]++
		script := first.verdict.Script
		script.Title += ", once more"
		second, err := e.run(script, "the script was repeated because it had failed")
		if err != nil {
			return err
		}
		again := second.verdict.Finding
		switch {
		case again != nil && again.Step == f.Step && again.Aspect == f.Aspect:
		case again == nil && first.stuck():
			// Both runs are kept: the one that counts in the script's place, the other beside it.
			seemed := first.evidence
			seemed.Number, seemed.Title = second.evidence.Number, first.evidence.Title+", at first"
			seemed.Note = "this run seemed to be stuck and does not count, since the program went on when it was tried again"
			if err := e.store(seemed); err != nil {
				return err
			}
			second.verdict.Script, second.evidence.Number, second.evidence.Title = first.verdict.Script, first.evidence.Number, first.evidence.Title
			second.evidence.Note = fmt.Sprintf(
				"the program seemed to be stuck, but went on when it was tried again; the first run is kept as number %d",
				seemed.Number,
			)
			if second.witness != nil {
				second.witness.Script = first.verdict.Script
			}
			*first = second
			if err := e.store(first.evidence); err != nil {
				return err
			}
		default:
			first.verdict.State = judge.Unsteady
			first.witness = nil
			first.evidence.Note = fmt.Sprintf(
				"the program did something else when the script was repeated, which is kept as number %d: %s",
				second.evidence.Number,
				did(again),
			)
		}
	}
	return nil
}

func did(f *judge.Finding) string {
	if f == nil {
		return "it kept the rules"
	}
	return fmt.Sprintf("at step %d, %s", f.Step, f.Seen)
}

// stuck reports whether the finding is that the program does not go on.
func (p played) stuck() bool {
	return p.verdict.Finding != nil && p.verdict.Finding.Step < len(p.evidence.Steps) &&
		strings.HasPrefix(p.evidence.Steps[p.verdict.Finding.Step].Condition, string(judge.Stuck))
}

// diagnose finds what explains the program, and while two diagnoses do so equally well
// plays the script that decides between them.
func (e *examination) diagnose() error {
	witnesses := witnessesOf(e.played)
	began := time.Now()
	e.found = e.cases.Diagnose(witnesses)
	e.judging.Add(int64(time.Since(began)))
	if len(e.found) > 0 && e.found[0].Omits &&
		slices.ContainsFunc(e.played, func(p played) bool { return p.verdict.State == judge.NotRead }) {
		e.found = nil // what is not shown may be what is not read
	}
	for range mostDecisions {
		if len(e.found) < 2 || !e.found[0].Whole || !e.found[1].Whole || e.found[0].Omits || e.Suite.HasOpen() {
			return nil
		}
		script, ok := e.cases.Decide(e.found[0], e.found[1])
		if !ok {
			return nil
		}
		r, err := e.run(script, "to decide between two diagnoses")
		if err != nil {
			return err
		}
		if r.witness == nil {
			return nil
		}
		witnesses = append(witnesses, r.witness)
		before := len(e.found)
		if e.found = e.cases.Diagnose(witnesses); len(e.found) >= before {
			return nil // it has decided nothing
		}
	}
	return nil
}

// detour judges what was not reached in another way: beside the fault, where the diagnosis
// says what the program does instead, or by another order of moves.
func (e *examination) detour() error {
	tried := 0
	for i := range e.played {
		p := &e.played[i]
		if p.verdict.State != judge.NotReached || p.witness == nil {
			continue
		}
		if len(e.found) > 0 {
			if v, alike := e.cases.Beside(e.found[0], p.witness); alike && v.State == judge.Agrees {
				p.pass(fmt.Sprintf("apart from what is diagnosed (%s) the program does here what it should", e.found[0].Name()))
				continue
			}
		}
		if e.Suite.HasOpen() {
			continue
		}
		if len(e.found) > 0 {
			if f := e.cases.Would(e.found[0], p.witness); f != nil {
				p.evidence.Note = fmt.Sprintf(
					"another fault came before; by the diagnosis (%s) the rule is broken here too: expected %s, and %s",
					e.found[0].Name(), f.Expected, f.Seen,
				)
				p.verdict.State, p.evidence.State = judge.Differs, judge.Differs
				continue
			}
		}
		for _, script := range p.verdict.Script.Detours(e.Suite.Rules, 2, e.avoids(*p)) {
			if tried++; tried > mostDetours {
				break
			}
			r, err := e.run(script, "another way to what was not reached")
			if err != nil {
				return err
			}
			if r.verdict.State == judge.Agrees {
				p.pass("it was reached by another order of moves: " + e.Suite.Words(script.Steps))
				break
			}
			if r.verdict.State == judge.Differs {
				p.verdict.State, p.verdict.Finding = judge.Differs, r.verdict.Finding
				p.evidence.State, p.evidence.Note = judge.Differs, "it was reached by another order of moves, and fails: "+e.Suite.Words(
					script.Steps,
				)
				break
			}
		}
		p.verdict.Excused = p.verdict.State == judge.NotReached && len(e.found) > 0 && e.found[0].Whole && !e.found[0].Omits
	}
	return nil
}

// pass takes what a script is for as shown. Its finding belongs to another rule and stays.
func (p *played) pass(note string) {
	p.verdict.State = judge.Agrees
	p.evidence.State, p.evidence.Note = judge.Agrees, note
}

// avoids reports of a script whether the fault that cut another one off will not do so again.
func (e *examination) avoids(p played) func(suite.Script) bool {
	return func(s suite.Script) bool {
		if len(e.found) > 0 {
			return e.cases.Harmless(e.found[0], s)
		}
		n := p.verdict.Finding.Step
		return n > 0 && n < len(s.Steps) && s.Steps[n-1].Move != p.verdict.Script.Steps[n-1].Move
	}
}

// charge charges what is diagnosed to the criterion of its rule.
func (e *examination) charge() error {
	if len(e.found) == 0 {
		return nil
	}
	verdicts, err := e.cases.Charge(e.found[0], verdictsOf(e.played), witnessesOf(e.played))
	if err != nil {
		return err
	}
	for i, v := range verdicts {
		if p := &e.played[i]; v.Finding != p.verdict.Finding {
			p.verdict = v
			p.evidence.State, p.evidence.Note = v.State, fmt.Sprintf(
				"what differs is due to what is diagnosed (%s) and charged to another criterion, %s", e.found[0].Name(), v.Finding.Criterion,
			)
		}
	}
	return nil
}

// settle moves inherited faults to the rule that is at fault, and keeps the evidence whose
// state has changed meanwhile.
func (e *examination) settle() error {
	for i, v := range judge.MoveInherited(e.Suite, verdictsOf(e.played)) {
		p := &e.played[i]
		p.verdict = v
		if p.evidence.State != v.State || p.evidence.Note != "" {
			p.evidence.State = v.State
			if err := e.store(p.evidence); err != nil {
				return err
			}
		}
	}
	return nil
}
