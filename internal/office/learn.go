package office

import (
	"context"
	"fmt"
	"iter"
	"slices"
	"strings"
	"time"

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

// doubtful reports whether something was read right less often than not, so that it is not
// known whether the program is at fault or its wording is not understood. Many programs never tell
// some things, as whose turn it is, which leaves no doubt; marks and results are told by all.
func (g Grader) doubtful(list []played) bool {
	verdicts := make([]judge.ScriptVerdict, len(list))
	for i, p := range list {
		verdicts[i] = p.verdict
	}
	for i, c := range judge.Judge(g.Suite, verdicts, 0).Criteria {
		if c.State == judge.NotShown && slices.ContainsFunc(g.Suite.Criteria[i].Claims, func(a suite.Aspect) bool { return a == suite.Mark || a == suite.Win || a == suite.Draw }) {
			return true
		}
	}
	agrees, others := map[suite.Aspect]int{}, map[suite.Aspect]int{}
	for c := range compared(list) {
		switch c.State {
		case judge.Agrees:
			agrees[c.Aspect]++
		case judge.Differs:
			others[c.Aspect]++
		}
	}
	for aspect, n := range others {
		if agrees[aspect] < n {
			return true
		}
	}
	return false
}

// compared are the comparisons of all scripts up to the step at which the program and the rules
// part.
func compared(list []played) iter.Seq[judge.Comparison] {
	return func(yield func(judge.Comparison) bool) {
		for _, p := range list {
			for _, step := range p.verdict.Steps {
				for _, c := range step.Comparisons {
					if !step.Echo && !yield(c) {
						return
					}
				}
			}
		}
	}
}

// longestLearning bounds the time in which the wording of a program is learned, beside the number of
// runs that each search is bounded by, which is reached first on most machines; what was learned
// until then is used.
const longestLearning = 2 * time.Minute

// rests reports whether the program comes to rest when it is started, so that it can be typed to.
func rests(list []played) bool {
	return slices.ContainsFunc(list, func(p played) bool {
		return len(p.verdict.Steps) > 0 && len(p.verdict.Steps[0].Comparisons) > 0 && p.verdict.Steps[0].Comparisons[0].State == judge.Agrees
	})
}

// worth is how well what a program shows fits the rules, by what was read of all scripts.
func worth(list []played) (score int) {
	for _, p := range list {
		if p.verdict.State == judge.Agrees {
			score += 10
		}
	}
	for c := range compared(list) {
		switch c.State {
		case judge.Agrees:
			score++
		case judge.Differs:
			score -= 4
		}
	}
	return score
}

// understand looks for a wording of the program's own where what was played leaves doubt, and
// plays the suite again with it. The better of the two readings counts; what was learned is its
// text, empty where nothing was.
func (g *Grader) understand(ctx context.Context, p *playing, list []played, keep func(record.Evidence) error) (best []played, learned string, err error) {
	if !g.learns() || !g.doubtful(list) || !rests(list) {
		return list, "", nil
	}
	fixed := *g.Suite
	fixed.Scripts = g.Suite.Fixed()
	bounded, cancel := context.WithTimeout(ctx, longestLearning)
	defer cancel()
	d := drafter{ctx: bounded, suite: &fixed, spec: p.spec, report: func(string) {}}
	if err := d.find(); err != nil && (bounded.Err() == nil || ctx.Err() != nil) {
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

// NotReadError says that a program could not be graded, since no move of it was seen to be
// accepted: it is another program, needs something that is not there, or speaks in a way that was
// not found. It is no fault that is known.
type NotReadError struct {
	Condition string // what it does when it is started
	Printed   string // the last lines of what it printed then
}

func (e *NotReadError) Error() string {
	does := e.Condition
	if does == string(judge.Asking) {
		does = "waits for input"
	}
	text := "not graded yet: no move was seen to be accepted, in any way of typing one that was tried.\nIf this is the right game, say in a phrasebook how a move is typed and how the board is drawn.\nWhen it is started, the program " + does
	if e.Printed == "" {
		return text + " and prints nothing."
	}
	return text + "; it prints:\n" + e.Printed
}

// mostPrinted is how many lines of what an unread program prints are told.
const mostPrinted = 12

// constant reports whether whose turn it is was read right for one player only, and wrong for the
// other: as far as is known, what was read is no turn. A program in which one player does move
// all the time shows that by its marks.
func constant(list []played) bool {
	right, wrong := map[string]bool{}, false
	for c := range compared(list) {
		if c.Subject != "turn" {
			continue
		}
		if c.State == judge.Agrees {
			right[c.Expected] = true
		}
		wrong = wrong || c.State == judge.Differs
	}
	return wrong && len(right) < 2
}

// mute plays the suite once more without reading whose turn it is, where that reading has not
// proven itself.
func (g *Grader) mute(ctx context.Context, p *playing, list []played, keep func(record.Evidence) error) ([]played, error) {
	if !g.learns() || !constant(list) {
		return list, nil
	}
	with := *g
	with.Book = g.Book.WithoutTurns()
	other, err := with.playAll(ctx, p, keep)
	if err == nil {
		g.Book = with.Book
	}
	return other, err
}

// unread is a NotReadError where no move was seen to be accepted in any script.
//
// A program that does one thing at one time and another at the next gets a few more tries.
func (g Grader) unread(ctx context.Context, p *playing, list []played) error {
	if !g.learns() || accepted(list) {
		return nil
	}
	for range moreTries {
		r, err := g.playScript(ctx, p, g.Suite.Scripts[0], 1)
		if err != nil {
			return err
		}
		if accepted([]played{r}) {
			return nil
		}
	}
	return notRead(list)
}

const moreTries = 5

// accepted reports whether a move was seen to be accepted in one of the scripts.
func accepted(list []played) bool {
	for _, p := range list {
		for i, step := range p.verdict.Steps {
			if i == 0 || step.Echo || i > len(p.verdict.Script.Steps) {
				continue
			}
			if made := p.verdict.Script.Steps[i-1]; made.Act != suite.MakeMove || made.Refused {
				continue
			}
			if slices.ContainsFunc(step.Comparisons, func(c judge.Comparison) bool {
				return c.State == judge.Agrees && (c.Subject == "board" || c.Subject == "turn")
			}) {
				return true
			}
		}
	}
	return false
}

// notRead says what a program does when it is started; it is nil where that is a fault, whatever
// is said.
func notRead(list []played) error {
	e := &NotReadError{}
	for _, p := range list {
		if len(p.evidence.Steps) == 0 {
			continue
		}
		first := p.evidence.Steps[0]
		if slices.ContainsFunc([]judge.Condition{judge.Stuck, judge.Flooding, judge.Exceeded}, func(c judge.Condition) bool { return strings.HasPrefix(first.Condition, string(c)) }) {
			return nil
		}
		e.Condition = first.Condition
		var printed strings.Builder
		for _, event := range first.Events {
			printed.WriteString(event.Text)
		}
		lines := strings.Split(strings.TrimSpace(printed.String()), "\n")
		e.Printed = strings.TrimSpace(strings.Join(lines[max(0, len(lines)-mostPrinted):], "\n"))
		break
	}
	return e
}
