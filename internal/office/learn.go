package office

import (
	"context"
	"fmt"

	"durchgang/core/draft"
	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
	"durchgang/internal/channel"
	"durchgang/internal/record"
)

// learns reports whether the wording of a program is learned by playing where the built-in one
// does not read it: for two players at one board, where a teacher has settled nothing.
func (g Grader) learns() bool {
	rows, _ := g.Suite.Rules.Shape()
	return g.Learn && g.Book != nil && g.Suite.Program == game.Nobody && rows > 0 && !g.Suite.Rules.Solo() &&
		len(g.Suite.Fixed()) > 0 && !phrasebook.TableOf(g.Suite.Rules, g.Suite.Scripts[0].Setup).Afloat()
}

// doubtful reports whether something that should be read was never read right, so that it is not
// known whether the program is at fault or its wording is not understood.
func doubtful(list []played) bool {
	agrees, others := map[suite.Aspect]int{}, map[suite.Aspect]int{}
	for _, p := range list {
		for _, step := range p.verdict.Steps {
			if step.Echo {
				continue
			}
			for _, c := range step.Comparisons {
				if c.State == judge.Agrees {
					agrees[c.Aspect]++
				} else if c.Aspect != suite.NewGame {
					others[c.Aspect]++
				}
			}
		}
	}
	for aspect, n := range others {
		if agrees[aspect] < n {
			return true
		}
	}
	return false
}

// worth is how well what a program shows fits the rules, by what was read of all scripts.
func worth(list []played) (score int) {
	for _, p := range list {
		if p.verdict.State == judge.Agrees {
			score += 10
		}
		for _, step := range p.verdict.Steps {
			if step.Echo {
				continue
			}
			for _, c := range step.Comparisons {
				switch c.State {
				case judge.Agrees:
					score++
				case judge.Differs:
					score -= 4
				}
			}
		}
	}
	return score
}

// understand looks for a wording of the program's own where what was played leaves doubt, and
// plays the suite again with it. The better of the two readings counts; what was learned is its
// text, empty where nothing was.
func (g *Grader) understand(ctx context.Context, p *playing, list []played, keep func(record.Evidence) error) (best []played, learned string, err error) {
	if !g.learns() || !doubtful(list) {
		return list, "", nil
	}
	fixed := *g.Suite
	fixed.Scripts = g.Suite.Fixed()
	d := drafter{ctx: ctx, suite: &fixed, spec: p.spec, report: func(string) {}}
	if err := d.find(); err != nil {
		return nil, "", fmt.Errorf("learn how the program talks: %w", err)
	}
	if learned = d.text.String(); learned == "" {
		return list, "", nil
	}
	book, err := phrasebook.Parse("learned", learned)
	if err != nil {
		return nil, "", fmt.Errorf("read what was learned: %w", err)
	}
	with := *g
	with.Book = book
	again := &playing{language: p.language, note: p.note, spec: p.spec, close: p.close, settings: p.settings, usual: p.usual}
	var evidence []record.Evidence
	other, err := with.playAll(ctx, again, func(e record.Evidence) error {
		evidence = append(evidence, e)
		return nil
	})
	if err != nil {
		return nil, "", err
	}
	p.judging.Add(again.judging.Load())
	if worth(other) <= worth(list) {
		return list, "", nil
	}
	if keep != nil {
		for _, e := range evidence {
			if err := keep(e); err != nil {
				return nil, "", err
			}
		}
	}
	g.Book, p.form = book, again.form
	p.stuck.Store(again.stuck.Load())
	return other, learned, nil
}

// scoutFor looks for how a move is typed, what is asked first and where the board is by what changes
// on the screen.
func (d *drafter) scoutFor() (channel.Scouted, bool, error) {
	rows, cols := d.suite.Rules.Shape()
	patience := channel.DefaultPatience()
	patience.Rest /= 2
	return channel.Scout{Rows: rows, Cols: cols, Patience: patience}.Find(d.ctx, d.spec)
}

// took says in the report what was found of how a move is typed.
func took(text bookText) []draft.Learned {
	list := []draft.Learned{
		{About: "move", Text: fmt.Sprintf("%q, from %d", text.move, text.base)},
		{About: "marks", Text: text.marks[0] + " and " + text.marks[1]},
	}
	for _, a := range text.answers {
		list = append(list, draft.Learned{About: "answers", Text: fmt.Sprintf("%s: %s", a[0], a[1])})
	}
	return list
}
