package channel

import (
	"context"
	"errors"
	"slices"

	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/suite"
	"durchgang/internal/sandbox"
)

// Own plays scripts with programs that make the hidden set-up themselves: they place a fleet
// or shuffle cards. What it is, is told from what they show.
type Own struct {
	On     Sitter
	Rules  game.Rules
	Setup  game.Setup
	Source string // of the program, in which set-ups may be listed that it chooses from
}

// Play starts the program anew and plays the script, whose moves are passed over where they
// are not possible any more. The moments of the performance are by the rules and a set-up
// that fits all that was seen; where none does, the last observation has a check that says so.
func (o Own) Play(ctx context.Context, spec sandbox.Spec, script suite.Script) (Performance, error) {
	if rules, is := o.Rules.(game.Chooses); is {
		return o.playChosen(ctx, spec, rules, script)
	}
	rules, is := o.Rules.(game.Implies)
	if !is {
		return Performance{}, errors.New("it cannot be told what a program of this game has set up")
	}
	g := guess{rules: rules, played: suite.Script{Title: script.Title, Criterion: script.Criterion}}
	if err := g.imply(); err != nil {
		return Performance{}, err
	}
	p, leave, err := o.On.sit(ctx, spec, o.Setup)
	if err != nil {
		return Performance{}, err
	}
	defer leave()
	p.suppose(g.played.Setup)
	g.seat = p
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
	done, err := g.performance()
	done.Moments = g.moments
	if !g.lost {
		done.Played = &g.known
	}
	if last := g.moments[len(g.moments)-1]; last.Result.Over() || slices.ContainsFunc(last.View, isCard) {
		done.Chose = string(g.played.Setup)
	}
	return *done, err
}

func isCard(f game.Fact) bool { return f.Kind == game.FactCard }

// guess is one game with a set-up that becomes known.
type guess struct {
	seat
	rules   game.Implies
	played  suite.Script // what was typed so far, with the set-up that fits
	known   suite.Script // the same, in which the moves are marked that must be refused with that set-up
	moments []suite.Moment
	pos     game.Position // after them
	lost    bool          // the game cannot go on, or nothing fits any more
}

// imply finds a set-up for what was seen so far, and the moments by it.
func (g *guess) imply() (err error) {
	var moves []game.Move
	var seen [][]game.Fact
	for i, s := range g.played.Steps {
		if o := g.observations(); s.Act == suite.MakeMove && !s.Refused && i+1 < len(o) {
			moves, seen = append(moves, s.Move), append(seen, o[i+1].Facts)
		}
	}
	if g.played.Setup, err = g.rules.Imply(moves, seen); err != nil {
		return err
	}
	return g.retell()
}

// retell plays what was typed by the set-up that fits. What came to light later may show that
// the game had ended before, and then the moves after that should have been refused.
func (g *guess) retell() (err error) {
	if g.pos, err = g.rules.Start(g.played.Setup); err != nil {
		return err
	}
	g.known = refusing(g.rules, g.pos, g.played)
	g.moments, err = g.known.Moments(g.rules)
	return err
}

// refusing is a script in which the moves are marked that are refused from the position on, which is
// moved on.
func refusing(rules game.Rules, pos game.Position, script suite.Script) suite.Script {
	script.Steps = slices.Clone(script.Steps)
	for i := range script.Steps {
		if s := &script.Steps[i]; s.Act == suite.MakeMove {
			_, s.Refused = game.Refused(rules.Play(pos, s.Move, nil))
		}
	}
	return script
}

func (g *guess) observations() []judge.Observation {
	done, _ := g.performance()
	return done.Observations
}

// look lets the program see one step.
func (g *guess) look(m suite.Moment) {
	if n := len(g.observations()); !g.moment(m) || len(g.observations()) == n {
		g.lost = true
	}
}

func (g *guess) step(step suite.Step) error {
	if step.Act != suite.Finish {
		return g.play(step)
	}
	for !g.lost && !g.pos.Result().Over() {
		next := onward(g.rules, g.pos, step, len(g.moments))
		if err := g.play(next); err != nil {
			return err
		}
		if next.Refused = step.Refused; next.Refused && !g.lost {
			if err := g.play(next); err != nil {
				return err
			}
		}
	}
	return nil
}

// play types a step, and tells from the answer what the set-up may be.
func (g *guess) play(step suite.Step) error {
	pos, over := g.pos.Clone(), g.pos.Result().Over()
	moment := suite.Moment{Step: step, Game: 1, Mover: pos.Turn(), Before: g.moments[len(g.moments)-1].View}
	if step.Act == suite.MakeMove {
		moment.Facts = g.rules.Play(pos, step.Move, nil)
		if _, refused := game.Refused(moment.Facts); refused != step.Refused {
			return nil // the game has taken another course than planned
		}
	} else if over {
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
		if err := g.retell(); err != nil {
			return err
		}
		g.moments = append(g.moments, moment)
		last := &g.observations()[len(g.observations())-1]
		last.Facts = nil // no set-up says what they should be
		last.Checks = append(last.Checks, judge.Check{Aspect: aspectOf(moment), Expected: none.Expected, Seen: none.Seen})
		g.lost = true
		if _, is := g.seat.(*player); is && aspectOf(moment) == suite.Shots {
			g.beyond(step)
		}
		return nil
	default:
		return err
	}
}

// beyond makes all moves that are left, for what they show of the set-up that there may be instead. They are no
// part of what was played.
func (g *guess) beyond(by suite.Step) {
	done, _ := g.performance()
	n := len(done.Observations)
	for _, move := range game.Legal(g.rules, g.pos) {
		last := done.Observations[len(done.Observations)-1]
		if last.Condition != judge.Asking && last.Condition != judge.Waiting {
			break
		}
		view := g.moments[len(g.moments)-1].View
		step := suite.Step{Act: suite.MakeMove, Move: move, Line: by.Line, Column: by.Column}
		if !g.moment(suite.Moment{Step: step, Game: 1, Mover: g.pos.Turn(), Before: view, View: view}) {
			break
		}
		done.Beyond = append(done.Beyond, Beyond{move, done.Observations[len(done.Observations)-1]})
	}
	done.Observations, done.Events = done.Observations[:n], done.Events[:n]
}

// aspectOf is what a set-up that cannot be concerns.
func aspectOf(m suite.Moment) suite.Aspect {
	if slices.ContainsFunc(m.Facts, isCard) {
		return suite.Cards
	}
	return suite.Shots
}
