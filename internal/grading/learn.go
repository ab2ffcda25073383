package grading

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"time"

	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
	"durchgang/internal/channel"
	"durchgang/internal/record"
)

// learns reports whether the wording of a program is learned by playing where the built-in one does
// not read it, and what a teacher has settled.
func (g Grader) learns() bool {
	if !g.Learn || g.Suite.Program != game.Nobody {
		return g.Learn && g.book() != nil && channel.Scouts(g.Suite.Rules, g.Suite.Example(g.Suite.Scripts[0]))
	}
	return g.channel.Speaks && len(g.lessons()) > 0
}

// lessons are the scripts by which the wording of a program is learned that plays no side itself: those
// of which it is known what must be seen, or comes to be known.
func (g Grader) lessons() []suite.Script {
	// A program that is told to end says no more.
	scripts := slices.DeleteFunc(slices.Clone(g.Suite.Scripts), func(s suite.Script) bool { return s.Has(suite.Leave) })
	if fixed := slices.DeleteFunc(slices.Clone(scripts), g.Suite.Open); len(fixed) > 0 {
		return fixed
	}
	if g.Suite.Program != game.Nobody {
		return nil
	}
	// Each move twice says nothing more than each once.
	return slices.DeleteFunc(scripts, func(s suite.Script) bool {
		return slices.ContainsFunc(s.Steps, func(step suite.Step) bool { return step.Act == suite.Finish && step.Refused })
	})
}

// doubtful reports whether not all of a program was seen to be right, so that it is at fault or its
// wording is not understood.
func doubtful(list []played) bool {
	return slices.ContainsFunc(list, func(p played) bool { return unsettled(p.verdict) })
}

func unsettled(v judge.ScriptVerdict) bool { return v.State != judge.Agrees || v.Finding != nil }

// placed reports whether moves are typed and the board is read as they should be: in most scripts the
// first move is seen where it was put, and so is the second.
func placed(list []judge.ScriptVerdict) bool {
	var right, of [2]int
	for _, v := range list {
		for n := range right {
			if n+1 >= len(v.Steps) || n >= len(v.Script.Steps) || v.Steps[n+1].Echo {
				break
			}
			if step := v.Script.Steps[n]; step.Act != suite.MakeMove || step.Refused {
				break
			}
			of[n]++
			if slices.ContainsFunc(
				v.Steps[n+1].Comparisons,
				func(c judge.Comparison) bool { return c.Subject == "board" && c.State == judge.Agrees },
			) {
				right[n]++
			}
		}
	}
	return right[0]*10 >= of[0]*7 && right[1]*10 >= of[1]*7 && right[0] > 0
}

// longestLearning bounds the time in which the wording of a program is learned, beside the number of
// runs that each search is bounded by, which is reached first on most machines; what was learned
// until then is used.
const longestLearning = 3 * time.Minute

// teach teaches a grader what was learned of the program that plays.
func (g *Grader) teach(p *playing, learned string) (err error) {
	g.way, err = g.way.teach(p, g.settled, learned, g.Suite.Program)
	return err
}

// hear plays the suite and reads what the program says: with the book that there is, and where that
// leaves doubt with a wording of the program's own, which is looked for first. The reading by which
// more is explained counts, be it as a mistake; what was learned is its text, empty where nothing was.
func (g *Grader) hear(ctx context.Context, p *playing, keep func(record.Evidence) error) (list []played, learned string, err error) {
	if !g.learns() {
		list, err = g.playAll(ctx, p, keep)
		return list, "", err
	}
	fixed := *g.Suite
	if g.Suite.Program == game.Nobody {
		fixed.Scripts = g.lessons()
	}
	bounded, cancel := context.WithTimeout(ctx, longestLearning)
	defer cancel()
	d := drafter{
		ctx:      bounded,
		suite:    &fixed,
		spec:     p.spec,
		source:   p.source,
		settled:  g.settled,
		report:   func(string) {},
		parallel: g.Parallel,
		way:      g.way,
	}
	if g.pointed() {
		d.page = p
		p.page.Tape = &channel.PageTape{}
		defer func() { p.page.Tape = nil }() // from here on the page is played each time
	} else {
		p.tape = &channel.Tape{}
		d.tape = p.tape
		defer func() { p.tape = nil }()
		if list, learned, err = g.likeOthers(&d, p, keep); err != nil && ctx.Err() != nil || learned != "" {
			return list, learned, err
		}
		if d.learnable() {
			err = d.typing()
			p.heard, p.replies = d.played, d.replies
		}
	}
	if err == nil && d.text.String() == "" {
		if list, err = g.playAll(ctx, p, keep); err != nil || !doubtful(list) {
			return list, "", err
		}
	}
	switch {
	case err != nil || d.silent:
	case d.learnable():
		err = d.read()
	default:
		err = d.structure()
	}
	var unusable *phrasebook.Error // what was learned is no phrasebook: it is left out
	switch {
	case errors.As(err, &unusable):
		d.text = bookText{}
	case err != nil && (bounded.Err() == nil || ctx.Err() != nil):
		return nil, "", fmt.Errorf("learn how the program talks: %w", err)
	}
	p.uncertain = d.uncertain
	if learned = d.text.String(); learned == "" && list != nil {
		return list, "", nil
	}
	r, err := g.reread(ctx, p, p.tape, learned)
	if err != nil {
		return nil, "", err
	}
	if !d.learnable() && d.text.setup == "" && !g.better(r.list, list) { // where nothing else tells which reading is the better one
		return list, "", nil
	}
	return r.list, learned, g.take(p, r, keep)
}

// reading is a program that was played with what was learned of it, or of another one.
type reading struct {
	Grader
	playing  *playing
	list     []played
	evidence []record.Evidence
}

// reread plays the suite with what was learned, on a tape, where what is on it is not played again.
func (g *Grader) reread(ctx context.Context, p *playing, tape *channel.Tape, learned string) (r reading, err error) {
	r = reading{Grader: *g, playing: p.anew()}
	if err := r.teach(r.playing, learned); err != nil {
		return r, err
	}
	r.playing.tape, r.playing.recorded = tape, true
	r.list, err = r.playAll(ctx, r.playing, func(e record.Evidence) error {
		r.evidence = append(r.evidence, e)
		return nil
	})
	return r, err
}

// take takes a reading over as that of the program, and keeps its evidence.
func (g *Grader) take(p *playing, r reading, keep func(record.Evidence) error) error {
	for _, e := range r.evidence {
		if keep == nil {
			break
		}
		if err := keep(e); err != nil {
			return err
		}
	}
	g.way, p.form, p.page.Map = r.way, r.playing.form, r.playing.page.Map
	p.judging.Add(r.playing.judging.Load())
	p.stuck.Store(r.playing.stuck.Load())
	return nil
}

// likeOthers reads a program by what was learned of others of its class, where some lessons leave doubt and by that all is
// seen to be right; else learned is empty. Names of the players must be seen at turns, where they cannot be confused: else
// a program that names the wrong winner could be read by the names of one that calls the players the other way.
func (g *Grader) likeOthers(d *drafter, p *playing, keep func(record.Evidence) error) (list []played, learned string, err error) {
	if len(g.Class) == 0 || g.Suite.HasOpen() {
		return nil, "", nil
	}
	few := d.scripts(1, fewLessons)
	usual, err := d.try(d.text, few)
	if err != nil || !slices.ContainsFunc(usual.verdicts, unsettled) {
		return nil, "", err
	}
	for _, text := range g.Class {
		_, joined, err := taught(g.settled, text, g.Suite.Program)
		if err != nil {
			continue // it was learned beside another phrasebook
		}
		like := *d
		like.settled, like.tape = joined, &channel.Tape{}
		t, err := like.try(bookText{}, few)
		if err != nil {
			return nil, "", err
		}
		if t.silent || slices.ContainsFunc(t.verdicts, unsettled) {
			continue
		}
		r, err := g.reread(d.ctx, p, like.tape, text)
		if err != nil {
			return nil, "", err
		}
		if doubtful(r.list) || !slices.ContainsFunc(r.list, func(p played) bool { return g.Suite.Rules.Solo() || agrees(p, "turn") }) {
			continue
		}
		return r.list, text, g.take(p, r, keep)
	}
	return nil, "", nil
}

// fewLessons is how many scripts are played first to see how a program is read.
const fewLessons = 4

// better reports whether one reading of a program is better than another: more of it fits the rules, or where
// the program did something else each time, more of the suite does.
func (g Grader) better(one, other []played) bool {
	if g.Suite.HasOpen() {
		return judge.Judge(g.Suite, verdictsOf(one), 0).Points >= judge.Judge(g.Suite, verdictsOf(other), 0).Points
	}
	return worth(one) > worth(other)
}

// worth is how well what a program shows fits the rules, by what was read of all scripts.
func worth(list []played) (score int) {
	for _, p := range list {
		if p.verdict.State == judge.Agrees {
			score += 10
		}
		for _, step := range p.verdict.Steps {
			for _, c := range step.Comparisons {
				switch {
				case step.Echo:
				case c.State == judge.Agrees:
					score++
				case c.State == judge.Differs:
					score -= 4
				}
			}
		}
	}
	return score
}
