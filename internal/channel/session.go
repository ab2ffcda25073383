package channel

import (
	"bytes"
	"context"
	"errors"
	"os"
	"slices"
	"strings"
	"sync"
	"time"

	"durchgang/core/calls"
	"durchgang/core/judge"
	"durchgang/internal/sandbox"
)

// Session is a program whose driver answers one script after the other. Each script finds the program as it was when it had
// just been loaded. One that has ended, or does not answer, is started again for the next script. It is for one script at
// a time.
type Session struct {
	Spec     func() sandbox.Spec
	Settings func(hold int) string // the line that the driver reads first
	Patience Patience              // Rest is for a whole script

	line *line
	hold int // answers that the driver may hold back
}

// Answers a driver may hold back in scripts of many requests, and how many requests are many.
const (
	heldBack = 64
	many     = 400
)

// slower is how much more time than a console program between two lines a whole script gets:
// it holds the start of a runtime, which takes long on a busy machine, and every call.
const slower = 3

// Answered is what came of the requests of one script.
type Answered struct {
	Answers   []calls.Answer  // fewer than requests where the program is gone
	Condition judge.Condition // how it is gone; empty where it is not
	Detail    string
	Aside     string // what it printed, where that is known
}

// Ended says how a call has ended the program.
func (a Answered) Ended() string {
	if a.Condition == judge.Stuck {
		return strings.TrimSpace("did not return " + a.Detail)
	}
	return strings.TrimSpace("the program " + string(a.Condition) + " " + a.Detail)
}

// Close ends the program.
func (s *Session) Close() {
	if s.line != nil {
		s.line.close()
		s.line = nil
	}
}

// Ask sends the requests of one script and reads the answers. The error is about the machine, never about the program.
func (s *Session) Ask(ctx context.Context, requests []calls.Request) (Answered, error) {
	hold := 1
	if len(requests) > many {
		hold = heldBack
	}
	for {
		if s.line != nil && s.hold != hold {
			s.Close()
		}
		if s.line == nil {
			l, err := openLine(s.Spec())
			if err != nil {
				return Answered{}, err
			}
			s.line, s.hold = l, hold
			l.note(s.Settings(hold) + "\n")
		}
		a, err := s.script(ctx, requests)
		if err != nil || a.Condition != "" {
			s.Close()
		}
		if err != nil || a.Condition == "" || hold == 1 {
			return a, err
		}
		hold = 1 // so that it is known which request the program has ended at
	}
}

// script does the same with the program that runs.
func (s *Session) script(ctx context.Context, requests []calls.Request) (Answered, error) {
	l := s.line
	for _, r := range requests {
		l.note(r.Line() + "\n")
	}
	l.note(calls.Request{Do: "fresh"}.Line() + "\n")
	late := newClock(l.box, slower*s.Patience.Rest)
	if err := l.ours.SetDeadline(time.Now().Add(late.left())); err != nil {
		return Answered{}, err
	}
	stop := context.AfterFunc(ctx, func() { _ = l.ours.SetDeadline(time.Now()) })
	defer stop()
	var sending sync.WaitGroup
	defer sending.Wait()
	text := slices.Clone(l.noted)
	l.noted = l.noted[:0]
	sending.Go(func() { _, _ = l.ours.Write(text) }) // a program that has ended is seen by its answers
	in := patient{l.ours, &late, ctx}
	var a Answered
	total := 0
	for {
		for {
			i := bytes.IndexByte(l.got, '\n')
			if i < 0 {
				break
			}
			answer := string(l.got[:i])
			l.got = slices.Delete(l.got, 0, i+1)
			if len(a.Answers) == len(requests) {
				if answer != "= null" || len(l.got) > 0 {
					a.Condition, a.Detail = judge.Flooding, "it answers what nobody has asked"
				}
				return a, nil
			}
			a.Answers = append(a.Answers, calls.ReadAnswer(strings.TrimRight(answer, "\r")))
		}
		n, err := in.Read(l.room)
		l.got = append(l.got, l.room[:n]...)
		total += n
		switch {
		case ctx.Err() != nil:
			return a, ctx.Err()
		case total > len(requests)*mostAnswer+1<<20, len(l.got) > 64*mostAnswer:
			a.Condition = judge.Flooding
			return a, nil
		case n > 0 || err == nil:
		case errors.Is(err, os.ErrDeadlineExceeded):
			a.Condition, a.Detail = judge.Stuck, "for "+(slower*s.Patience.Rest).String()
			l.box.Kill()
			a.Aside = l.aside()
			return a, nil
		default:
			l.box.Kill()
			<-l.box.Done()
			a.Aside = l.aside()
			a.Condition, a.Detail = ending(l.box.Exit(), a.Aside)
			return a, nil
		}
	}
}
