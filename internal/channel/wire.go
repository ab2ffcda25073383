package channel

import (
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"strings"
	"sync"
	"time"

	"golang.org/x/sys/unix"

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

// talk sends the requests and reads until the program ends, or patience does.
func (w Wire) talk(ctx context.Context, spec sandbox.Spec, requests string) (*talk, error) {
	pair, err := unix.Socketpair(unix.AF_UNIX, unix.SOCK_STREAM|unix.SOCK_CLOEXEC, 0)
	if err != nil {
		return nil, fmt.Errorf("open a connection: %w", err)
	}
	err = unix.SetNonblock(pair[0], true) // so that deadlines hold
	ours, theirs := os.NewFile(uintptr(pair[0]), "wire"), os.NewFile(uintptr(pair[1]), "program")
	var sending sync.WaitGroup
	defer sending.Wait()
	defer ours.Close() // which ends the sending
	if err != nil {
		theirs.Close()
		return nil, fmt.Errorf("open a connection: %w", err)
	}
	began := time.Now()
	box, err := sandbox.Start(spec, theirs)
	theirs.Close()
	if err != nil {
		return nil, err
	}
	defer box.Kill()
	stop := context.AfterFunc(ctx, func() { _ = ours.SetDeadline(time.Now()) })
	defer stop()
	if err := ours.SetDeadline(began.Add(w.Patience.Rest)); err != nil {
		return nil, err
	}
	sending.Go(func() {
		_, _ = io.WriteString(ours, requests) // a program that ends early is seen by its answers
		if raw, err := ours.SyscallConn(); err == nil {
			_ = raw.Control(func(fd uintptr) { _ = unix.Shutdown(int(fd), unix.SHUT_WR) })
		}
	})
	printed, err := io.ReadAll(io.LimitReader(ours, int64(w.Patience.Total)+1))
	if ctx.Err() != nil {
		return nil, ctx.Err()
	}
	t := &talk{at: time.Since(began)}
	t.divide(string(printed))
	switch {
	case len(printed) > w.Patience.Total:
		t.condition, t.answers, t.rest = judge.Flooding, nil, "" // an answer to nothing is no answer
	case errors.Is(err, os.ErrDeadlineExceeded):
		t.condition, t.detail = judge.Stuck, "for "+w.Patience.Rest.String()
	default:
		<-box.Done()
		t.condition, t.detail = ending(box.Exit(), t.rest)
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
			o.Detail = fmt.Sprintf("it answered %q, which is no line of the protocol", line)
			continue
		}
		if strings.HasPrefix(request, wire.Move) && f.Kind.Stands() && f.Kind != game.FactCell {
			continue // Show tells it as well; a cell may be told twice
		}
		o.Facts = append(o.Facts, f)
	}
}
