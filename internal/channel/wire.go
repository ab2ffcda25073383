package channel

import (
	"context"
	"fmt"
	"strings"
	"time"

	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/suite"
	"durchgang/core/wire"
	"durchgang/internal/sandbox"
)

// Wire plays scripts with programs that speak the protocol of package wire. All requests
// of a script are sent at once, so that a program may answer them in one go.
type Wire struct {
	Rules    game.Rules
	Setup    game.Setup
	Patience Patience // Rest is for a whole script
}

// Play starts the program anew and plays the moments of one script. The error is about
// the machine, never about the program. A cancelled context ends it.
func (w Wire) Play(ctx context.Context, spec sandbox.Spec, moments []suite.Moment) (Performance, error) {
	groups := make([][]string, len(moments)) // requests by moment
	var sent strings.Builder
	for i, m := range moments {
		groups[i] = w.requests(m)
		sent.WriteString(strings.Join(groups[i], "\n") + "\n")
	}
	sent.WriteString(wire.End + "\n")
	t, err := w.talk(ctx, spec, sent.String())
	if err != nil {
		return Performance{}, err
	}
	var p Performance
	for i, requests := range groups {
		o, events := t.moment(moments[i], requests)
		p.Observations, p.Events = append(p.Observations, o), append(p.Events, events)
	}
	return p, nil
}

// requests are those of one moment.
func (w Wire) requests(m suite.Moment) []string {
	switch m.Step.Act {
	case suite.Start:
		return []string{wire.Hello, strings.TrimSpace(fmt.Sprintf("%s %s %s", wire.New, w.Rules.Variant(), w.Rules.Spell(w.Setup))), wire.Show}
	case suite.Again:
		return []string{wire.Again, wire.Show}
	case suite.Look, suite.Reload:
		return nil
	case suite.TypeLine:
		return []string{wire.Move + " " + m.Step.Text, wire.Show}
	}
	return []string{wire.Move + " " + w.Rules.FormatMove(m.Step.Move), wire.Show}
}

// talk is all that a program has answered.
type talk struct {
	answers   [][]string // lines by request, complete ones only
	rest      string     // what came after the last complete answer
	condition judge.Condition
	detail    string
	at        time.Duration // from the start of the program to its end
}

// talk sends the requests and divides what is answered.
func (w Wire) talk(ctx context.Context, spec sandbox.Spec, requests string) (*talk, error) {
	e, err := exchange(ctx, spec, w.Patience, requests, false)
	if err != nil {
		return nil, err
	}
	t := &talk{at: e.at, condition: e.condition, detail: e.detail}
	if e.condition != judge.Flooding { // an answer to nothing is no answer
		t.divide(e.printed)
	}
	if t.condition == "" {
		t.condition, t.detail = ending(e.exit, t.rest)
	}
	return t, nil
}

// divide splits what was printed into answers.
func (t *talk) divide(printed string) {
	for {
		var lines []string
		rest := printed
		for {
			line, after, found := strings.Cut(rest, "\n")
			if !found {
				t.rest = printed
				return
			}
			rest = after
			if line = strings.TrimRight(line, "\r "); line == wire.Dot {
				break
			}
			lines = append(lines, line)
		}
		t.answers, printed = append(t.answers, lines), rest
	}
}

// moment takes the answers of one moment and turns them into an observation.
func (t *talk) moment(m suite.Moment, requests []string) (judge.Observation, []Event) {
	o := judge.Observation{Condition: judge.Asking}
	var events []Event
	for _, request := range requests {
		events = append(events, Event{Typed: &request})
		if len(t.answers) == 0 {
			o.Condition, o.Detail = t.condition, t.detail
			if t.rest != "" {
				events = append(events, Event{At: t.at, Printed: []byte(t.rest)})
			}
			return o, events
		}
		lines := t.answers[0]
		t.answers = t.answers[1:]
		events = append(events, Event{At: t.at, Printed: []byte(strings.Join(append(lines, wire.Dot), "\n") + "\n")})
		t.read(&o, request, lines, m)
	}
	for _, f := range o.Facts {
		if f.Kind == game.FactWon || f.Kind == game.FactDrawn {
			o.Condition = judge.Waiting
		}
	}
	return o, events
}

// read adds the facts of one answer. Lines that are none are the program's own.
func (t *talk) read(o *judge.Observation, request string, lines []string, m suite.Moment) {
	for _, line := range lines {
		if strings.HasPrefix(line, wire.Failure) {
			o.Detail = line
			o.Untyped = o.Untyped || m.Step.Act == suite.Again
			if strings.HasPrefix(request, wire.Move) {
				o.Facts = append(o.Facts, game.Fact{Kind: game.FactRefused})
			}
			continue
		}
		f, err := wire.Read(line)
		if err != nil {
			o.Detail = fmt.Sprintf("it answered %q, which is not a line of the protocol", line)
			continue
		}
		if strings.HasPrefix(request, wire.Move) && f.Kind.Stands() && f.Kind != game.FactCell {
			continue // Show tells it as well; a cell may be told twice
		}
		o.Facts = append(o.Facts, f)
	}
}
