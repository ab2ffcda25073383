package channel

import (
	"context"
	"slices"
	"strings"
	"unicode"

	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
	"durchgang/internal/sandbox"
)

// candidate is a set-up that the program may have chosen.
type candidate struct {
	setup game.Setup
	table phrasebook.Table
	known phrasebook.Known // from the screens before
	pos   game.Position
	fits  int  // how well the screens fit, with what they tell
	shown int  // how well what they show of the word fits
	over  bool // the game was over by it at the screen before
}

// chosen is one game whose set-up is one of a list.
type chosen struct {
	seat
	rules      game.Chooses
	candidates []candidate
	steps      []suite.Step        // that were played
	screens    []phrasebook.Screen // at the start and after each step
}

// Points for a candidate: for each letter that a screen shows where it would be, more than for each
// place that is hidden, since a line may look like those; for each letter that it shows as hidden though
// it would not be; and for a screen that has the whole word in it, once the game is over by the
// candidate, less where the program seems to have ended it too early, or goes on, and before.
const (
	fitsHidden = 1
	fitsLetter = 10
	hidesOpen  = -3
	fitsTold   = 30
	fitsCut    = 10
	toldEarly  = -5
)

// playChosen plays a script with a program that chooses its set-up from a list, and reads the run by
// the set-up of the list, or of the program's screens, that fits best.
func (o Own) playChosen(ctx context.Context, spec sandbox.Spec, rules game.Chooses, script suite.Script) (Performance, error) {
	if t, is := o.On.(Terminal); is && t.Tape == nil {
		t.Tape = &Tape{}
		o.On = t
	}
	g := chosen{rules: rules}
	g.add(rules.Choices(o.Source))
	if len(g.candidates) == 0 {
		g.add(rules.Choices("unknown"))
	}
	s, leave, err := o.On.sit(ctx, spec, o.Setup)
	if err != nil {
		return Performance{}, err
	}
	defer leave()
	g.seat = s
	g.assume(g.best().setup)
	goesOn := g.look(suite.Step{Act: suite.Start})
	for _, step := range script.Steps {
		if err := ctx.Err(); err != nil {
			return Performance{}, err
		}
		if goesOn = goesOn && g.play(step); !goesOn {
			break
		}
	}
	return g.read(ctx, script)
}

// add adds set-ups to the candidates, with the points for the screens so far.
func (g *chosen) add(setups []game.Setup) {
	for _, setup := range setups {
		c := candidate{setup: setup, table: phrasebook.TableOf(g.rules, setup)}
		var err error
		if c.pos, err = g.rules.Start(setup); err != nil {
			continue // Choices returns set-ups of the game
		}
		for i, screen := range g.screens {
			if i > 0 {
				c.move(g.rules, g.steps[i-1])
			}
			c.compare(g.rules, screen, g.asksElse(screen))
		}
		g.candidates = append(g.candidates, c)
	}
}

// move plays a step.
func (c *candidate) move(rules game.Rules, step suite.Step) {
	if step.Act == suite.MakeMove {
		rules.Play(c.pos, step.Move, nil)
	}
}

// asksElse reports whether a screen asks for something else than the first one did, so that the game may be over.
func (g *chosen) asksElse(screen phrasebook.Screen) bool {
	return literal(screen.Prompt()) != literal(g.screens[0].Prompt())
}

// literal is a prompt without its numbers.
func literal(prompt string) string {
	return strings.Map(func(c rune) rune {
		if unicode.IsDigit(c) || unicode.IsSpace(c) {
			return -1
		}
		return c
	}, prompt)
}

// compare gives points for a screen; ended says that the program may have ended the game, be it too early.
func (c *candidate) compare(rules game.Rules, screen phrasebook.Screen, ended bool) {
	c.known.Hide(c.table, screen, false)
	shown, told := c.table.Shown(screen, c.known.Hiders)
	over := c.pos.Result().Over()
	switch {
	case told && over && !c.over && ended:
		c.fits += fitsTold
	case told && over && !c.over: // it goes on as before: the word may be one of a sentence
		c.fits += fitsCut
	case told && !over && ended && shown == "":
		c.fits += fitsCut
	case told && !over:
		c.fits += toldEarly
	}
	c.over = over
	for _, f := range rules.View(c.pos, game.Nobody, nil) {
		if f.Kind == game.FactShown {
			points := agreement(f.Text, shown)
			c.shown += points
			c.fits += max(points, 0)
		}
	}
}

// agreement returns the points for what a screen shows of a word, both with _ for a hidden letter: 0 where
// it shows nothing of it, or other letters or signs.
func agreement(word, shown string) (points int) {
	should, does := []rune(word), []rune(shown)
	if len(should) != len(does) {
		return 0
	}
	for i, c := range should {
		switch {
		case !strings.EqualFold(string(c), string(does[i])):
			if does[i] != '_' || !unicode.IsLetter(c) {
				return 0
			}
			points += hidesOpen
		case c == '_':
			points += fitsHidden
		case unicode.IsLetter(c):
			points += fitsLetter
		}
	}
	return points
}

// best is the candidate that fits best; of equal ones the first.
func (g *chosen) best() *candidate {
	best := &g.candidates[0]
	for i := range g.candidates {
		if c := &g.candidates[i]; c.fits > best.fits {
			best = c
		}
	}
	return best
}

// look lets the program see a step, and compares what it shows with all candidates. It returns false
// where the script cannot go on.
func (g *chosen) look(step suite.Step) bool {
	best := g.best()
	after := best.pos.Clone()
	m := suite.Moment{Step: step, Game: 1, Mover: best.pos.Turn()}
	if step.Act == suite.MakeMove {
		m.Facts = g.rules.Play(after, step.Move, nil)
	} else if step.Act == suite.TypeLine {
		m.Facts = []game.Fact{{Kind: game.FactRefused, Reason: game.Unreadable}}
	}
	m.View, m.Result = g.rules.View(after, game.Nobody, nil), after.Result()
	done, _ := g.performance()
	before := len(done.Observations)
	goesOn := g.moment(m)
	if len(done.Observations) == before {
		return false
	}
	if step.Act != suite.Start {
		g.steps = append(g.steps, step)
	}
	screen := g.screen()
	g.screens = append(g.screens, screen)
	for i := range g.candidates {
		c := &g.candidates[i]
		if step.Act != suite.Start {
			c.move(g.rules, step)
		}
		c.compare(g.rules, screen, g.asksElse(screen))
	}
	g.assume(g.best().setup)
	last := done.Observations[len(done.Observations)-1]
	return goesOn && !last.Untyped
}

// play plays a step of the script, or all to the end.
func (g *chosen) play(step suite.Step) bool {
	if step.Act != suite.Finish {
		if step.Act == suite.MakeMove {
			_, refused := game.Refused(g.rules.Play(g.best().pos.Clone(), step.Move, nil))
			if refused != step.Refused {
				return true // the game has taken another course than planned
			}
		}
		return g.best().over && !step.Refused || g.look(step)
	}
	for !g.best().over {
		most := g.best().fits
		var among []game.Position
		for _, c := range g.candidates {
			if c.fits == most {
				among = append(among, c.pos)
			}
		}
		move, ok := g.rules.Promising(among)
		next := suite.Step{Act: suite.MakeMove, Move: move, Line: step.Line, Column: step.Column}
		if !ok || !g.look(next) {
			return false
		}
		if next.Refused = step.Refused; next.Refused && !g.best().over && !g.look(next) {
			return false
		}
	}
	return true
}

// told adds the set-ups that the last screen names, as far as the game is over by them and was shown as it would be.
func (g *chosen) told() {
	if len(g.screens) == 0 {
		return
	}
	var words []string
	for _, line := range g.screens[len(g.screens)-1] {
		for _, word := range strings.Fields(line) {
			if word = strings.Trim(word, `.,:;!?"'()`); !strings.ContainsFunc(word, func(c rune) bool { return !unicode.IsLetter(c) }) {
				words = append(words, word)
			}
		}
	}
	known := len(g.candidates)
	g.add(slices.DeleteFunc(g.rules.Choices(strings.Join(words, " ")), func(setup game.Setup) bool {
		return slices.ContainsFunc(g.candidates, func(c candidate) bool { return strings.EqualFold(string(c.setup), string(setup)) })
	}))
	over := slices.DeleteFunc(g.candidates[known:], func(c candidate) bool { return !c.over || c.shown <= 0 })
	g.candidates = g.candidates[:known+len(over)]
}

// read reads the run by the set-up that fits best.
func (g *chosen) read(ctx context.Context, script suite.Script) (Performance, error) {
	g.told()
	best := g.best()
	played := script
	played.Setup, played.Own, played.Steps, played.Repeats = best.setup, false, g.steps, 0
	pos, err := g.rules.Start(best.setup)
	if err != nil {
		return Performance{}, err
	}
	played = refusing(g.rules, pos, played)
	moments, err := played.Moments(g.rules)
	if err != nil {
		return Performance{}, err
	}
	live, err := g.performance()
	if err != nil {
		return *live, err
	}
	done := *live
	if n := len(done.Observations); n > 0 && done.Observations[n-1].Condition != judge.Stuck { // which is not recorded
		if done, err = g.reread(ctx, best.setup, moments); err != nil {
			return done, err
		}
	}
	done.Moments, done.Played = moments, &played
	if best.over && best.shown > 0 {
		done.Chose = string(best.setup)
	}
	return done, nil
}
