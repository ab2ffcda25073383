package channel

import (
	"context"
	"slices"
	"sync"

	"durchgang/core/calls"
	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/suite"
)

// Function plays scripts by calling what a program defines.
type Function struct {
	Book  *calls.Book
	Rules game.Rules
	Setup game.Setup
	Hung  *Hung // what does not return, of all scripts; nil where that does not matter
}

// Hung counts in how many scripts each function has not returned. One that has not in several is not called any more, so
// that a program that hangs always does not take minutes. It is safe for concurrent use.
type Hung struct {
	mutex sync.Mutex
	count map[calls.Role]int
}

// mostHung is in how many scripts a function may not return.
const mostHung = 3

func (h *Hung) add(r calls.Role) {
	if h == nil {
		return
	}
	h.mutex.Lock()
	defer h.mutex.Unlock()
	if h.count == nil {
		h.count = map[calls.Role]int{}
	}
	h.count[r]++
}

func (h *Hung) gone(r calls.Role) bool {
	if h == nil {
		return false
	}
	h.mutex.Lock()
	defer h.mutex.Unlock()
	return h.count[r] >= mostHung
}

// Play makes the calls of the moments of one script. The error is about the machine, never about the program. A cancelled
// context ends it.
func (f Function) Play(ctx context.Context, s *Session, moments []suite.Moment) (Performance, error) {
	asked := f.Book.Calls(f.Rules, f.Setup, moments)
	answers, last, err := f.ask(ctx, s, asked)
	if err != nil {
		return Performance{}, err
	}
	p := Performance{Stuck: last.Condition == judge.Stuck, Called: &Called{Book: f.Book, Calls: asked, Answers: answers}}
	at := 0
	for i, m := range moments {
		from := at
		for at < len(asked) && asked[at].Moment == i {
			at++
		}
		p.Observations = append(p.Observations, f.Book.Observe(f.Rules, m, asked[from:at], answers[from:at], last.Condition))
		p.Events = append(p.Events, events(f.Book, asked[from:at], answers[from:at]))
		p.Called.Until = append(p.Called.Until, at)
		if f.Book.Follows() && slices.ContainsFunc(answers[from:at], gone) {
			break
		}
	}
	if last.Aside != "" && len(p.Events) > 0 {
		end := len(p.Events) - 1
		p.Events[end] = append(p.Events[end], Event{Printed: []byte(last.Aside)})
	}
	return p, nil
}

func gone(a calls.Answer) bool { return a.Failure != nil && a.Failure.Kind == calls.Gone }

// events tell the calls of one moment, with the result of each. What only reads how a game stands is not typed, so that
// what is typed leads there again.
func events(book *calls.Book, asked []calls.Call, answers []calls.Answer) []Event {
	list := []Event{}
	for i, c := range asked {
		text := c.Request.Text()
		if book.Follows() && !c.Acts() {
			list = append(list, Event{Printed: []byte(text + " " + answers[i].Text() + "\n")})
			continue
		}
		list = append(list, Event{Typed: &text}, Event{Printed: []byte(answers[i].Text() + "\n")})
	}
	return list
}

// ask makes all calls. What follows a game ends where a call ends the program; of functions that are asked about
// positions the one that has ended it is not called again.
func (f Function) ask(ctx context.Context, s *Session, asked []calls.Call) ([]calls.Answer, Answered, error) {
	answers := make([]calls.Answer, len(asked))
	open := make([]int, len(asked)) // of the calls that have no answer yet
	for i := range open {
		open[i] = i
	}
	var last Answered
	for len(open) > 0 {
		var requests []calls.Request
		for _, i := range open {
			if f.Hung.gone(asked[i].Role) {
				break
			}
			requests = append(requests, asked[i].Request)
		}
		a, err := s.Ask(ctx, requests)
		if err != nil {
			return nil, a, err
		}
		if a.Condition == "" && len(requests) < len(open) { // it would not return, as before
			a.Condition = judge.Stuck
		} else if a.Condition == judge.Stuck && len(a.Answers) < len(open) {
			f.Hung.add(asked[open[len(a.Answers)]].Role)
		}
		for _, answer := range a.Answers {
			answers[open[0]], open = answer, open[1:]
		}
		if a.Condition == "" || len(open) == 0 {
			break
		}
		last = a
		failure := &calls.Failure{Kind: calls.Gone, Says: a.Ended()}
		if f.Book.Follows() {
			for _, i := range open {
				answers[i].Failure = failure
			}
			break
		}
		role := asked[open[0]].Role
		open = slices.DeleteFunc(open, func(i int) bool {
			if asked[i].Role == role {
				answers[i].Failure = failure
			}
			return asked[i].Role == role
		})
	}
	return answers, last, nil
}
