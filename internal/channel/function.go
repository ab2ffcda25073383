package channel

import (
	"context"
	"fmt"
	"slices"
	"strings"

	"durchgang/core/calls"
	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/suite"
	"durchgang/internal/sandbox"
)

// Function plays scripts by calling a program's functions with the positions of the script.
type Function struct {
	Book     *calls.Book
	Rules    game.Rules
	Setup    game.Setup
	Patience Patience // Rest is for a whole script
	Settings string   // the line that the program's driver reads first
}

// Answers a driver may hold back: in a first run, and where it has to be known which call
// failed.
const (
	heldBack = 64
	heldNone = 1
)

// slower is how much more time than a console program between two lines a whole script gets:
// it holds the start of a runtime, which takes long on a busy machine, and every call.
const slower = 3

// Play starts the program anew and calls its functions for the moments of one script. The
// error is about the machine, never about the program. A cancelled context ends it.
func (f Function) Play(ctx context.Context, spec sandbox.Spec, moments []suite.Moment) (Performance, error) {
	asked := f.Book.Calls(f.Rules, f.Setup, moments)
	f.Patience.Rest *= slower
	answers, aside, stuck, err := f.ask(ctx, spec, asked)
	if err != nil {
		return Performance{}, err
	}
	p := Performance{Stuck: stuck, Observations: make([]judge.Observation, len(moments)), Events: make([][]Event, len(moments))}
	for i := range moments {
		p.Observations[i] = judge.Observation{Condition: judge.Waiting, Asked: true}
		p.Events[i] = []Event{}
	}
	for i, c := range asked {
		f.observe(&p, moments[c.Moment], c, answers[i])
	}
	if aside != "" {
		last := len(moments) - 1
		p.Events[last] = append(p.Events[last], Event{Printed: []byte(aside)})
	}
	return p, nil
}

func (f Function) observe(p *Performance, m suite.Moment, c calls.Call, answer string) {
	printed := []byte(answer + "\n")
	p.Events[c.Moment] = append(p.Events[c.Moment], Event{Typed: &c.Text}, Event{Printed: printed})
	o := &p.Observations[c.Moment]
	sign, rest, _ := strings.Cut(answer, " ")
	switch sign {
	case "=":
		f.Book.Observe(o, f.Rules, m, c, rest)
	case "?":
		f.Book.Trouble(o, m, c, "failed: the program has no function "+rest)
	case "!":
		f.Book.Trouble(o, m, c, "failed: "+rest)
	}
}

// ask calls in one process, as long as no call ends it. A function that has ended the
// program, or does not return, is not called again.
func (f Function) ask(ctx context.Context, spec sandbox.Spec, asked []calls.Call) (answers []string, aside string, stuck bool, err error) {
	answers = make([]string, len(asked))
	open := make([]int, len(asked)) // of the calls that have no answer yet
	for i := range open {
		open[i] = i
	}
	held := heldBack
	for len(open) > 0 {
		e, err := exchange(ctx, spec, f.Patience, f.requests(asked, open, held), true)
		if err != nil {
			return nil, "", false, err
		}
		aside = e.aside
		for _, line := range whole(e.printed, len(open)) {
			answers[open[0]], open = line, open[1:]
		}
		switch {
		case len(open) == 0:
		case held == heldBack:
			held = heldNone
		default:
			stuck = stuck || e.condition == judge.Stuck
			role, why := asked[open[0]].Role, "! "+failure(e)
			open = slices.DeleteFunc(open, func(i int) bool {
				if asked[i].Role == role {
					answers[i] = why
				}
				return asked[i].Role == role
			})
		}
	}
	return answers, aside, stuck, nil
}

func (f Function) requests(asked []calls.Call, open []int, held int) string {
	var b strings.Builder
	fmt.Fprintf(&b, "%s\n%d\n", f.Settings, held)
	for _, i := range open {
		b.WriteString(asked[i].Line)
		b.WriteByte('\n')
	}
	return b.String()
}

// whole are the answers that are complete, at most as many as were asked for.
func whole(printed string, most int) []string {
	lines := strings.Split(printed, "\n")
	lines = lines[:len(lines)-1]
	return lines[:min(len(lines), most)]
}

// failure says how a call ended the program.
func failure(e *exchanged) string {
	if e.condition != "" {
		return strings.TrimSpace("it " + strings.TrimSuffix(string(e.condition), ": it neither asks for input nor ends") + " " + e.detail)
	}
	condition, detail := ending(e.exit, e.aside)
	return strings.TrimSpace(fmt.Sprintf("the program %s %s", condition, detail))
}
