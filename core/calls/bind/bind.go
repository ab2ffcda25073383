// Package bind finds out how what a program defines is called: which of its classes, functions and variables are the game,
// how a move is made in it, and what tells how it stands. Names are hints; what decides is whether a few games, played
// through the calls, come out as the rules say in most steps. What is not found is left out.
//
// Read Draft first.
package bind

import (
	"context"
	"errors"
	"slices"

	"durchgang/core/calls"
	"durchgang/core/game"
	"durchgang/core/suite"
)

// Asker sends the requests of one script to a program that has just been loaded. There are fewer answers where the program
// has ended. The error is about the machine.
type Asker func(ctx context.Context, requests []calls.Request) ([]calls.Answer, error)

// ErrNothing says that no way to play the game was found in what a program defines.
var ErrNothing = errors.New("no way to play the game was found in what the program defines")

// Drafted is what was found.
type Drafted struct {
	Form  calls.Form
	Text  string   // in YAML
	Fit   float64  // how much of what was tried comes out right, 1 for all
	Notes []string // what else would fit, and what was not understood
}

// Draft finds out how a program is called, from its outline and by playing some scripts of a suite. Errors are ErrNothing
// and those of ask.
func Draft(ctx context.Context, s *suite.Suite, o calls.Outline, ask Asker) (Drafted, error) {
	d := &drafter{ctx: ctx, suite: s, rules: s.Rules, outline: o, ask: ask, harms: map[string]int{}}
	d.rows, d.cols = s.Rules.Shape()
	d.outline.Functions = slices.Clone(o.Functions)
	for _, c := range o.Classes { // a static method is a function
		for _, m := range c.Methods {
			if m.Static {
				d.outline.Functions = append(d.outline.Functions, calls.Callable{Name: c.Name + "." + m.Name, Takes: m.Takes})
			}
		}
	}
	d.tracks = d.choose()
	if len(d.tracks) == 0 {
		return Drafted{}, ErrNothing
	}
	follow, err := d.follow()
	if err != nil {
		return Drafted{}, err
	}
	if follow.Fit >= goodFit || follow.Fit >= leastFit && follow.Form.Game != nil {
		return follow, nil
	}
	d.runs = mostRuns - mostAsked
	asked, err := d.positions()
	if err != nil {
		return Drafted{}, err
	}
	if asked.Fit > follow.Fit+0.1 {
		follow = asked
	}
	if follow.Fit < leastFit {
		return Drafted{}, ErrNothing
	}
	return follow, nil
}

// How well a reading must fit to be taken at all, and to be taken without looking for another kind.
const (
	leastFit = 0.6
	goodFit  = 0.85
)

type drafter struct {
	ctx        context.Context
	suite      *suite.Suite
	rules      game.Rules
	rows, cols int
	outline    calls.Outline
	ask        Asker
	tracks     []track
	runs       int            // scripts that were sent
	harms      map[string]int // how often a function has ended the program, or has not returned
}

// track is a script that is played, with what the rules say.
type track struct {
	script  suite.Script
	moments []suite.Moment
}

// How much is played.
const (
	mostTracks  = 14
	mostMoments = 60
	mostRuns    = 1500
	mostAsked   = 150 // the same for functions that are asked about positions
)

// choose takes scripts that end in all ways and refuse in all ways, the short ones first.
func (d *drafter) choose() []track {
	var all []track
	for _, script := range d.suite.Scripts {
		if d.suite.Open(script) || script.Has(suite.Look) || script.Has(suite.Reload) || script.Has(suite.Leave) ||
			game.GivesPosition(d.rules, script.Setup) {
			continue
		}
		moments, err := script.Moments(d.rules)
		if err == nil && len(moments) > 1 && len(moments) <= mostMoments {
			all = append(all, track{script, moments})
		}
	}
	slices.SortStableFunc(all, func(a, b track) int { return len(a.moments) - len(b.moments) })
	type kind struct {
		result  game.Result
		refused game.Refusal
		setup   game.Setup
	}
	count := map[kind]int{}
	var chosen []track
	for round := range 3 {
		for _, t := range all {
			k := kind{result: t.moments[len(t.moments)-1].Result}
			for _, m := range t.moments {
				if reason, refused := game.Refused(m.Facts); refused {
					k.refused = reason
				}
			}
			if d.rows == 0 {
				k.setup = t.script.Setup
			}
			if count[k] == round && (len(chosen) < mostTracks || d.rows == 0 && len(chosen) < 2*mostTracks) {
				count[k]++
				chosen = append(chosen, t)
			}
		}
	}
	// games without a refused move are played first: they tell most
	slices.SortStableFunc(chosen, func(a, b track) int { return refusals(a) - refusals(b) })
	return chosen
}

func refusals(t track) int {
	n := 0
	for _, m := range t.moments {
		if _, refused := game.Refused(m.Facts); refused || m.Step.Act == suite.TypeLine {
			n = 1
		}
	}
	return n
}

// send sends one script. Answers that are missing are filled up with failures.
func (d *drafter) send(requests []calls.Request) ([]calls.Answer, error) {
	if d.runs++; d.runs > mostRuns {
		return gone(len(requests)), nil
	}
	answers, err := d.ask(d.ctx, requests)
	if err != nil {
		return nil, err
	}
	return append(answers, gone(len(requests)-len(answers))...), nil
}

func gone(n int) []calls.Answer {
	list := make([]calls.Answer, max(0, n))
	for i := range list {
		list[i].Failure = &calls.Failure{Kind: calls.Gone}
	}
	return list
}
