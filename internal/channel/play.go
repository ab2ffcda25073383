package channel

import (
	"context"
	"fmt"
	"maps"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"unicode"

	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
	"durchgang/internal/sandbox"
	"durchgang/internal/scratch"
)

// Terminal plays scripts with console programs.
type Terminal struct {
	Book     *phrasebook.Book
	Rules    game.Rules
	Setup    game.Setup // of the script that is played
	Patience Patience
	Form     int   // which of the book's forms is typed; see Probe
	Tape     *Tape // on which it is recorded what the program prints, nil for none
	Recorded bool  // what is on the tape is taken from there, without running the program
}

// Play starts the program anew and plays the moments of one script. The error is
// about the machine, never about the program. A cancelled context ends it.
func (t Terminal) Play(ctx context.Context, spec sandbox.Spec, moments []suite.Moment) (Performance, error) {
	return perform(ctx, t, spec, t.Setup, moments)
}

// sit implements Sitter: a terminal of the program's own.
func (t Terminal) sit(_ context.Context, spec sandbox.Spec, setup game.Setup) (s seat, leave func(), err error) {
	given := t.Book.Give(t.Rules, setup)
	remove := func() {}
	start := func() (c *console, err error) {
		if spec, remove, err = give(spec, given); err != nil {
			return nil, err
		}
		if c, err = open(spec, t.Patience); err != nil {
			remove()
		}
		return c, err
	}
	p := &player{Terminal: t, spec: spec, given: given, marks: boardMarks{}}
	p.begins, p.deals = game.Opening(t.Rules)
	if t.Tape != nil {
		p.console = t.Tape.play(given, t.Recorded, start)
	} else if p.console, err = start(); err != nil {
		return nil, nil, err
	}
	p.assume(setup)
	return p, func() { p.console.close(); remove() }, nil
}

// give adds what a program is given before it starts. Its files are removed by the
// function that is returned.
func give(spec sandbox.Spec, g phrasebook.Given) (sandbox.Spec, func(), error) {
	spec.Argv = slices.Concat(spec.Argv, g.Arguments)
	for _, name := range slices.Sorted(maps.Keys(g.Environment)) {
		spec.Env = append(slices.Clip(spec.Env), name+"="+g.Environment[name])
	}
	if len(g.Files) == 0 {
		return spec, func() {}, nil
	}
	dir, err := scratch.Dir("setup")
	if err != nil {
		return spec, func() {}, err
	}
	remove := func() { _ = os.RemoveAll(dir) }
	spec.Files = map[string]string{}
	for name, text := range g.Files {
		spec.Files[name] = filepath.Join(dir, name)
		if err := os.WriteFile(spec.Files[name], []byte(text), 0o644); err != nil {
			remove()
			return spec, func() {}, fmt.Errorf("write a set-up: %w", err)
		}
	}
	return spec, remove, nil
}

// Probe returns which of the book's forms to type to a program: the first in which
// the mark of the moment's move appears where it was put; else the first in which
// the program takes the move at all; else the one it announces. moments are the
// start and one move that is typed alike whichever of row and column comes first.
func (t Terminal) Probe(ctx context.Context, spec sandbox.Spec, moments []suite.Moment) (form int, err error) {
	form = -1
	for t.Form = 0; ; t.Form++ {
		p, err := t.Play(ctx, spec, moments)
		if err != nil {
			return 0, err
		}
		last := p.Observations[len(p.Observations)-1]
		if len(p.Observations) < 2 || p.Observations[0].Condition != judge.Asking || last.Condition == judge.Stuck ||
			last.Condition == judge.Flooding {
			return max(form, 0), nil // no other form will help
		}
		taken, placed := takes(last, moments[1])
		switch {
		case placed:
			return t.Form, nil
		case taken && form < 0:
			form = t.Form
		}
		if t.Form+1 >= p.Forms {
			return max(form, 0), nil
		}
	}
}

// takes reports whether a program shows that it has taken a move: by what it tells of a shot, by its board, or
// by going on without refusing it; and whether no board contradicts that the mark
// is where it was put.
func takes(o judge.Observation, m suite.Moment) (taken, placed bool) {
	if o.Silent || o.Condition != judge.Asking && o.Condition != judge.Waiting {
		return false, false
	}
	if slices.ContainsFunc(o.Facts, func(f game.Fact) bool { return f.Kind == game.FactHit || f.Kind == game.FactMiss }) {
		return true, true
	}
	if marks := marksOf(o.Facts); len(marks) > 0 {
		return marks.total() > 0, marks.total() > 0 && !slices.ContainsFunc(m.View, func(f game.Fact) bool {
			return f.Kind == game.FactCell && marked(f) && !slices.Contains(o.Facts, f)
		})
	}
	_, refused := game.Refused(o.Facts)
	return !refused, !refused
}

// player is one script on one console.
type player struct {
	Terminal
	spec    sandbox.Spec
	console speech
	table   phrasebook.Table
	given   phrasebook.Given
	done    Performance

	form    phrasebook.Form
	begins  game.Move        // with which the program begins each game by itself
	deals   bool             // it does
	places  bool             // ships, before the first shot
	opening bool             // a game is about to begin
	said    string           // all that was printed before the step
	prompts []string         // skeletons of the prompts for a move
	usual   []string         // of these and of the lines over the first one
	known   phrasebook.Known // from the screens before
	step    phrasebook.Step  // that is played
	events  []Event
	text    string            // printed since the move's last line
	all     []byte            // printed since the start, with the ends of the lines typed
	from    int               // where in it the text begins
	shown   phrasebook.Screen // the same, as read
	echo    string            // of the line typed last, as such a program would print it
	rest    rest              // how the program rests now
	pending []string          // lines of a move that the program holds while it asks for the next
	marks   boardMarks        // on the boards shown last
	early   []Event           // what was done at a game's start and is seen at its first move
	now     judge.Observation
}

// assume implements seat.
func (p *player) assume(setup game.Setup) { p.table = phrasebook.TableOf(p.Rules, setup) }

// suppose implements seat.
func (p *player) suppose(setup game.Setup) { p.table = phrasebook.TableOf(p.Rules, setup).Guessed() }

// screen implements seat.
func (p *player) screen() phrasebook.Screen { return p.shown }

// reread implements seat, where the run was recorded.
func (p *player) reread(ctx context.Context, setup game.Setup, moments []suite.Moment) (Performance, error) {
	t := p.Terminal
	t.Recorded = true
	s, leave, err := t.sit(ctx, p.spec, p.Setup)
	if err != nil {
		return Performance{}, err
	}
	defer leave()
	s.assume(setup)
	return follow(ctx, s, moments)
}

// performance implements seat.
func (p *player) performance() (*Performance, error) { return &p.done, p.console.failure() }

// moment implements seat.
func (p *player) moment(m suite.Moment) bool {
	p.opening = m.Step.Act == suite.Start || m.Step.Act == suite.Again
	p.step = phrasebook.Step{Usual: p.usual, Opening: p.opening, Mover: m.Mover, Known: p.known}
	if m.Step.Act == suite.MakeMove {
		p.step.Move = &m.Step.Move
	}
	before := p.shown.Prompt()
	p.events, p.now = nil, judge.Observation{Condition: p.now.Condition, Detail: p.now.Detail, Facts: p.now.Facts}
	switch {
	case m.Step.Act == suite.Start:
		p.read()
		forms := p.Book.Forms(p.shown, p.Rules.MoveKind())
		p.form = forms[min(p.Form, len(forms)-1)]
		p.done.Forms = len(forms)
		p.observe()
		if p.now.Condition == judge.Waiting {
			p.now.Condition = judge.Asking
		}
	case m.Step.Act == suite.Again:
		p.again()
	case p.opens(m.Step):
		p.events = p.early
		p.observe()
	case m.Step.Act == suite.Look, m.Step.Act == suite.Reload: // nobody shows a position to a program on a terminal
		p.now = judge.Observation{Condition: judge.Waiting, Untyped: true}
	case p.now.Condition != judge.Asking && p.now.Condition != judge.Waiting:
		p.now.Untyped, p.now.Facts = true, nil
	case p.right(m):
		p.now.Skipped, p.now.Facts = true, nil
	case !p.attempt(m.Step):
		return false
	default:
		p.observe()
		p.nextRound(m)
		p.now.NoMove = p.malformed(m.Step)
		p.now.Repeats = p.rest == waits && p.Book.Skeleton(p.shown.Prompt()) == p.Book.Skeleton(before)
	}
	if p.opening && !p.now.Untyped {
		p.hold()
	}
	p.learn(m)
	p.now.Said = p.lines()
	p.done.Observations = append(p.done.Observations, p.now)
	p.done.Events = append(p.done.Events, p.events)
	return !(m.Step.Act == suite.Again && p.now.Untyped)
}

// lines are what was printed in this step, without numbers and the prompt.
func (p *player) lines() (list []string) {
	if p.now.Untyped || p.now.Skipped {
		return nil
	}
	said := p.shown
	if prompt := said.Prompt(); p.rest == waits && len(said) > 0 && said[len(said)-1] == prompt {
		said = said[:len(said)-1]
	}
	for _, line := range said {
		if text := p.Book.Skeleton(line); strings.ContainsFunc(text, unicode.IsLetter) {
			list = append(list, text)
		}
	}
	return list
}

// hold puts off what a program did as a game began to the first move, where the program makes that by
// itself. Until then nothing is seen but that it goes on; one that printed nothing, or failed, is seen at once.
func (p *player) hold() {
	early := p.now.Condition == judge.Ended && p.now.Detail == "" || p.rest == waits
	if !p.deals || !early || p.now.Silent {
		return
	}
	p.early, p.events = p.events, nil
	p.now = judge.Observation{Condition: judge.Asking, ByTurn: p.now.ByTurn}
}

// opens reports whether a step is the move that the program has made by itself as the game began.
func (p *player) opens(step suite.Step) bool {
	return p.deals && p.early != nil && step.Act == suite.MakeMove && step.Move == p.begins
}

// nextRound agrees to play on where a program asks for that after each round of a game
// that has more of them.
func (p *player) nextRound(m suite.Moment) {
	yes, offered := p.Book.Offers(p.shown.Question())
	if m.Result.Over() || !p.table.Rounds() || p.table.Once() || p.now.Condition != judge.Offering || !offered {
		return
	}
	before, from := p.text, p.from
	p.enter(yes)
	p.text, p.from = before+"\n"+p.text, from
	p.shown = p.Book.Look(p.all[:p.from], p.text)
	p.observe()
}

// learn keeps what later screens are read by.
func (p *player) learn(m suite.Moment) {
	if _, refused := game.Refused(m.Facts); !refused && p.rest == waits && !p.now.Untyped && !(p.deals && p.opening) {
		if prompt := p.Book.Skeleton(p.shown.Prompt()); !slices.Contains(p.prompts, prompt) && len(p.prompts) < maxPrompts &&
			p.table.Rounds() {
			p.ask(prompt)
		}
	}
	p.known.Deal(phrasebook.Hands(p.now.Facts))
	p.said += p.text
}

// ask notes the skeleton of a prompt for a move.
func (p *player) ask(prompt string) {
	p.prompts, p.usual = append(p.prompts, prompt), append(p.usual, prompt)
}

// maxPrompts is how many prompts for a move a program has.
const maxPrompts = 4

func (p *player) again() {
	yes, offered := p.Book.Offers(p.shown.Question())
	switch {
	case p.now.Condition == judge.Offering && offered:
		p.enter(yes)
		p.observe()
	case p.now.Condition != judge.Anew:
		p.now.Untyped, p.now.Facts = true, nil
		return
	}
	clear(p.marks)
	if p.now.Condition == judge.Waiting || p.now.Condition == judge.Anew {
		p.now.Condition = judge.Asking
	}
}

const (
	maxAnswers = 8 // to questions in a row
	maxRefused = 8 // lines of a set-up, which are asked for again
)

// read reads until the program rests, giving the answers that the book has.
func (p *player) read() {
	for answers, typed, most := 0, 0, p.given.Lines()+maxRefused; answers < maxAnswers && typed < most; {
		printed, rest := p.console.settle()
		p.rest = rest
		if len(printed) > 0 {
			p.events = append(p.events, Event{At: p.console.elapsed(), Printed: printed})
			// A program that takes the terminal over prints what is typed by itself.
			p.text = strings.TrimPrefix(p.text+string(printed), p.echo)
			p.all = append(p.all, printed...)
		}
		p.shown = p.Book.Look(p.all[:p.from], p.text)
		if rest != waits {
			return
		}
		answer, found := p.given.Answer(p.shown.Prompt())
		typed++
		if !found {
			answer, found = p.Book.Answer(p.shown.Prompt(), p.opening)
			answers++
		}
		if !found {
			return
		}
		p.typed(answer)
		p.text += "\n" // where the person typing would see the line end
	}
}

// observe turns what was printed into the observation of this moment.
func (p *player) observe() {
	if p.known.Sea == "" {
		p.known.Sea = p.Book.Sea(p.shown, p.table)
		p.step.Known.Sea = p.known.Sea
	}
	p.known.Hide(p.table, p.shown, p.opening)
	p.step.Known.Hiders = p.known.Hiders
	facts := p.Book.Read(p.shown, p.table, p.step)
	marks := marksOf(facts)
	p.now = judge.Observation{Facts: facts, Silent: strings.TrimSpace(p.text) == "", ByTurn: !p.table.Solo}
	if p.prompts == nil && !(p.deals && p.offers()) { // which is asked after a round that is over as it is dealt
		p.ask(p.Book.Skeleton(p.shown.Prompt()))
		for line := range strings.SplitSeq(p.shown.Question(), "\n") {
			p.usual = append(p.usual, p.Book.Skeleton(line))
		}
	}
	switch p.rest {
	case ended:
		p.now.Condition, p.now.Detail = ending(p.console.exit(), p.text)
	case stuck:
		p.now.Condition, p.now.Detail = judge.Stuck, "for "+p.Patience.Rest.String()
		if p.console.filled() {
			p.now.Condition, p.now.Detail = judge.Exceeded, sandbox.DiskFull
		}
	case floods:
		p.now.Condition = judge.Flooding
	default:
		p.now.Condition = p.waiting(facts, marks.afresh(p.marks))
	}
	maps.Copy(p.marks, marks)
}

// offers reports whether another game is asked for.
func (p *player) offers() bool {
	_, offered := p.Book.Offers(p.shown.Question())
	return offered
}

// waiting tells what a program waits for. The usual prompt asks for a move, unless
// it is a mere sign such as > that asks for anything.
func (p *player) waiting(facts []game.Fact, fresh bool) judge.Condition {
	prompt := p.Book.Skeleton(p.shown.Prompt())
	usual := prompt != "" && slices.Contains(p.prompts, prompt)
	turn := slices.ContainsFunc(facts, func(f game.Fact) bool { return f.Kind == game.FactTurn })
	switch {
	case fresh:
		return judge.Anew
	case usual && strings.ContainsFunc(prompt, unicode.IsLetter):
		if p.beyond(prompt, facts) {
			return judge.Offering
		}
		return judge.Asking
	case p.offers():
		return judge.Offering
	case usual, turn:
		return judge.Asking
	}
	return judge.Waiting
}

// beyond reports whether a program asks for the bet of a round that the game does not have any more: it tells
// how its only round has ended, or has turned up the dealer's cards, and asks as it did at first.
func (p *player) beyond(prompt string, facts []game.Fact) bool {
	open := 0
	result := slices.ContainsFunc(facts, func(f game.Fact) bool {
		if f.Kind == game.FactCard && f.Player == game.Second && f.Text != "?" {
			open++
		}
		return f.Kind == game.FactResult || open > 1
	})
	return result && p.table.Once() && !p.deals && prompt == p.prompts[0]
}

// boardMarks is how many marks each board that is shown has, by its owner: nobody where there is one for both.
type boardMarks map[game.Player]int

func marksOf(facts []game.Fact) boardMarks {
	marks := boardMarks{}
	for _, f := range facts {
		if f.Kind != game.FactCell {
			continue
		}
		owner := game.Nobody
		if f.Text != "" {
			owner = f.Player
		}
		marks[owner] += 0
		if marked(f) {
			marks[owner]++
		}
	}
	return marks
}

// afresh reports whether the boards that are shown are empty, and one of them was not before.
func (m boardMarks) afresh(before boardMarks) bool {
	emptied := false
	for owner, n := range m {
		if n > 0 {
			return false
		}
		emptied = emptied || before[owner] > 1
	}
	return emptied
}

// total is how many marks there are on all of them.
func (m boardMarks) total() (n int) {
	for _, marks := range m {
		n += marks
	}
	return n
}

// marked reports whether a move has left its mark in a cell.
func marked(f game.Fact) bool {
	switch f.Text {
	case "":
		return f.Player != game.Nobody
	case game.HitText, game.MissText:
		return true
	}
	return false
}
