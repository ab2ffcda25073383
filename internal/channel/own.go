package channel

import (
	"context"
	"errors"
	"slices"

	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
	"durchgang/internal/sandbox"
)

// Own plays scripts with console programs that make the hidden set-up themselves: they
// place a fleet or shuffle cards. What it is, is told from what they show.
type Own struct {
	Terminal
}

// Play starts the program anew and plays the script, whose moves are passed over where they
// are not possible any more. The moments of the performance are by the rules and a set-up
// that fits all that was seen; where none does, the last observation has a check that says so.
func (o Own) Play(ctx context.Context, spec sandbox.Spec, script suite.Script) (Performance, error) {
	rules, is := o.Rules.(game.Implies)
	if !is {
		return Performance{}, errors.New("it cannot be told what a program of this game has set up")
	}
	g := guess{rules: rules, played: suite.Script{Title: script.Title, Criterion: script.Criterion}}
	if err := g.imply(); err != nil {
		return Performance{}, err
	}
	p, leave, err := o.sit(spec)
	if err != nil {
		return Performance{}, err
	}
	defer leave()
	p.table = phrasebook.TableOf(rules, g.played.Setup)
	g.player = p
	g.look(g.moments[0])
	for _, step := range script.Steps {
		if err := ctx.Err(); err != nil {
			return Performance{}, err
		}
		if err := g.step(step); err != nil {
			return Performance{}, err
		}
		if g.lost {
			break
		}
	}
	g.done.Moments = g.moments
	if last := g.moments[len(g.moments)-1]; last.Result.Over() {
		g.done.Chose = string(g.played.Setup)
	}
	return g.done, nil
}

// guess is one game with a set-up that becomes known.
type guess struct {
	player
	rules   game.Implies
	played  suite.Script // what was typed so far, with the set-up that fits
	moments []suite.Moment
	lost    bool // the game cannot go on, or nothing fits any more
}

// imply finds a set-up for what was seen so far, and the moments by it.
func (g *guess) imply() (err error) {
	var moves []game.Move
	var seen [][]game.Fact
	for i, s := range g.played.Steps {
		if o := g.done.Observations; s.Act == suite.MakeMove && !s.Refused && i+1 < len(o) {
			moves, seen = append(moves, s.Move), append(seen, o[i+1].Facts)
		}
	}
	if g.played.Setup, err = g.rules.Imply(moves, seen); err != nil {
		return err
	}
	g.moments, err = g.retold()
	return err
}

// retold is the moments of what was typed, by the set-up that fits. What came to light later
// may show that the game had ended before, and then the moves after that should have been
// refused.
func (g *guess) retold() ([]suite.Moment, error) {
	pos, err := g.rules.Start(g.played.Setup)
	if err != nil {
		return nil, err
	}
	known := g.played
	known.Steps = slices.Clone(known.Steps)
	for i := range known.Steps {
		if s := &known.Steps[i]; s.Act == suite.MakeMove {
			_, s.Refused = game.Refused(g.rules.Play(pos, s.Move, nil))
		}
	}
	return known.Moments(g.rules)
}

// look lets the program see one step.
func (g *guess) look(m suite.Moment) {
	if n := len(g.done.Observations); !g.moment(m) || len(g.done.Observations) == n {
		g.lost = true
	}
}

func (g *guess) step(step suite.Step) error {
	if step.Act != suite.Finish {
		return g.play(step)
	}
	for !g.lost {
		pos, err := g.position()
		if err != nil || pos.Result().Over() {
			return err
		}
		legal := game.Legal(g.rules, pos)
		next := suite.Step{Act: suite.MakeMove, Move: legal[(len(g.moments)*5)%len(legal)], Line: step.Line, Column: step.Column}
		if err := g.play(next); err != nil {
			return err
		}
	}
	return nil
}

// position is how the game stands, by the set-up that fits.
func (g *guess) position() (game.Position, error) {
	pos, err := g.rules.Start(g.played.Setup)
	if err != nil {
		return nil, err
	}
	for _, s := range g.played.Steps {
		if s.Act == suite.MakeMove {
			g.rules.Play(pos, s.Move, nil)
		}
	}
	return pos, nil
}

// play types a step, and tells from the answer what the set-up may be.
func (g *guess) play(step suite.Step) error {
	pos, err := g.position()
	if err != nil {
		return err
	}
	moment := suite.Moment{Step: step, Game: 1, Mover: pos.Turn(), Before: g.moments[len(g.moments)-1].View}
	if step.Act == suite.MakeMove {
		before := pos.Clone()
		moment.Facts = g.rules.Play(pos, step.Move, nil)
		if _, refused := game.Refused(moment.Facts); refused != step.Refused || step.Refused && before.Result().Over() {
			return nil // the game has taken another course than planned
		}
	} else if pos.Result().Over() {
		return nil
	}
	moment.View, moment.Result = g.rules.View(pos, game.Nobody, nil), pos.Result()
	g.look(moment)
	if g.lost {
		return nil
	}
	before := g.played
	g.played.Steps = append(slices.Clip(g.played.Steps), step)
	var none *game.Contradiction
	switch err := g.imply(); {
	case errors.As(err, &none):
		g.played = before
		if g.moments, err = g.retold(); err != nil {
			return err
		}
		g.moments = append(g.moments, moment)
		last := &g.done.Observations[len(g.done.Observations)-1]
		last.Facts = nil // no set-up says what they should be
		last.Checks = append(last.Checks, judge.Check{Aspect: aspectOf(moment), Expected: none.Expected, Seen: none.Seen})
		g.lost = true
		return nil
	default:
		return err
	}
}

// aspectOf is what a set-up that cannot be concerns.
func aspectOf(m suite.Moment) suite.Aspect {
	if slices.ContainsFunc(m.Facts, func(f game.Fact) bool { return f.Kind == game.FactCard }) {
		return suite.Cards
	}
	return suite.Shots
}
