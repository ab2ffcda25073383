package grading

import (
	"slices"
	"strings"

	"golang.org/x/sync/errgroup"

	"durchgang/core/draft"
	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
	"durchgang/internal/channel"
)

// trial is the result of playing some scripts with one phrasebook.
type trial struct {
	verdicts []judge.ScriptVerdict
	steps    []draft.Seen
	plays    []draft.Play
	agrees   int // comparisons that are evidence of being understood
	differs  int
	boards   int        // steps at which a board was read
	asks     int        // steps after which a move was asked for
	silent   bool       // it ends without asking for anything, in each script
	asked    [][]string // at each step, what stood last on the screen when a line was typed
}

func (t trial) score() int { return t.agrees - 4*t.differs + t.asks }

// try plays scripts.
func (d *drafter) try(text bookText, scripts []suite.Script) (trial, error) {
	g := Grader{Suite: d.suite, way: d.way, settled: d.settled}
	p := &playing{spec: d.spec, source: d.source, usual: channel.DefaultPatience(), tape: d.tape, recorded: true, rehearsed: true}
	switch {
	case d.page != nil:
		p = d.page.anew()
	case d.tape != nil && d.suite.Open(scripts[0]): // what is typed in another way goes to another run
		p.tape = d.tape.Part(text.typing())
		fallthrough
	default:
		p.usual.Rest /= 2
	}
	if err := g.teach(p, text.String()); err != nil {
		return trial{}, err
	}
	if err := g.way.probe(d.ctx, g, p); err != nil {
		return trial{}, err
	}
	t := trial{silent: true}
	performances := make([]channel.Performance, len(scripts))
	moments := make([][]suite.Moment, len(scripts))
	var players errgroup.Group
	players.SetLimit(max(1, d.parallel))
	for i, script := range scripts {
		players.Go(func() (err error) {
			if d.suite.Open(script) {
				performances[i], err = g.course(d.ctx, p, script, 0)
				moments[i] = performances[i].Moments
			} else if moments[i], err = script.Moments(d.suite.Rules); err == nil {
				performances[i], err = g.way.play(d.ctx, g, p, script, moments[i])
			}
			p.heed(performances[i])
			return err
		})
	}
	if err := players.Wait(); err != nil {
		return t, err
	}
	cards := d.table().Rounds()
	for i, performance := range performances {
		if o := performance.Observations; len(o) > 0 && o[0].Condition != judge.Ended && o[0].Condition != judge.Crashed &&
			o[0].Condition != judge.Exceeded {
			t.silent = false
		}
		t.add(g.book(), judge.JudgeScript(d.suite, scripts[i], moments[i], performance.Observations), moments[i], performance, cards)
	}
	return t, nil
}

func (t *trial) add(book *phrasebook.Book, v judge.ScriptVerdict, moments []suite.Moment, p channel.Performance, cards bool) {
	t.verdicts = append(t.verdicts, v)
	var before []byte
	play := draft.Play{Script: v.Script, Seen: p.Observations, Stands: p.Stands, Moments: p.Moments}
	if p.Played != nil {
		play.Script, play.Moments = *p.Played, nil // so that it can be told what mistakes would show
	}
	for i, o := range p.Observations {
		var screen phrasebook.Screen
		switch {
		case p.Said != nil && cards && v.Script.Own: // in one round all that stands there is of it, and whose cards are whose
			screen = p.Stands[i]
		case p.Said != nil:
			screen = p.Said[i]
		default:
			screen = book.Look(before, printed(p.Events[i]))
			before = append(append(before, printed(p.Events[i])...), '\n')
		}
		if cards {
			screen = phrasebook.Gather(screen)
		}
		play.Screens = append(play.Screens, screen)
		if i > 0 && !o.Untyped {
			t.asked = append(t.asked, prompts(p.Events[i-1], p.Events[i]))
		}
		if o.Untyped {
			continue
		}
		t.steps = append(t.steps, draft.Seen{Screen: screen, Start: moments[i].Step.Act == suite.Start, Over: moments[i].Result.Over()})
		if slices.ContainsFunc(o.Facts, func(f game.Fact) bool { return f.Kind.Stands() }) {
			t.boards++
		}
		if o.Condition == judge.Asking {
			t.asks++
		}
	}
	t.plays = append(t.plays, play)
	for _, step := range v.Steps {
		if step.Echo {
			continue
		}
		for _, c := range step.Comparisons {
			switch c.State {
			case judge.Agrees:
				t.agrees++
			case judge.Differs:
				t.differs++
			}
		}
	}
}

// prompts are the last lines that a program had printed when each line of a step was typed; before are the events of the step
// before.
func prompts(before, events []channel.Event) (list []string) {
	shown := printed(before)
	for _, e := range events {
		if e.Typed != nil {
			list = append(list, phrasebook.NewScreen(shown).Prompt())
			shown = ""
		}
		shown += string(e.Printed)
	}
	return list
}

func printed(events []channel.Event) string {
	var b strings.Builder
	for i, e := range events {
		if e.Typed != nil && i > 0 {
			b.WriteByte('\n') // where the person typing would see the line end
		}
		b.Write(e.Printed)
	}
	return b.String()
}

// fitting is the best that was found so far by some measure, which also says when nothing is better.
type fitting struct {
	of    func(trial) (n int, whole bool)
	trial trial
	n     int
	whole bool
}

// fit is a fitting of what was found so far.
func fit(of func(trial) (int, bool), t trial) *fitting {
	n, whole := of(t)
	return &fitting{of, t, n, whole}
}

// consider plays scripts with a text, and keeps it where it fits better.
func (d *drafter) consider(f *fitting, text bookText, scripts []suite.Script) error {
	_, err := d.weigh(f, text, scripts)
	return err
}

// weigh is consider, and returns what was played.
func (d *drafter) weigh(f *fitting, text bookText, scripts []suite.Script) (trial, error) {
	t, err := d.try(text, scripts)
	if err != nil {
		return t, err
	}
	if n, whole := f.of(t); n > f.n || n == f.n && whole && !f.whole {
		f.n, f.whole, f.trial, d.text = n, whole, t, text
	}
	return t, nil
}

// whole reports whether a trial shows nothing that could be better understood.
func (t trial) whole() bool { return t.differs == 0 && t.boards*2 > len(t.steps) }
