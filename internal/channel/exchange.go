package channel

import (
	"context"
	"errors"
	"io"
	"os"
	"sync"
	"time"

	"golang.org/x/sys/unix"

	"durchgang/core/judge"
	"durchgang/internal/sandbox"
)

// exchanged is what a program answered that was sent everything at once.
type exchanged struct {
	printed   string
	aside     string          // what it printed to standard error, where that is kept apart
	condition judge.Condition // stuck or flooding; empty when it has ended, see exit
	detail    string
	exit      sandbox.Exit
	at        time.Duration // from the start of the program to its end
}

const mostAside = 8 << 10

// exchange starts a program, sends the requests, and reads until the program ends, or
// patience does. The error is about the machine, never about the program.
func exchange(ctx context.Context, spec sandbox.Spec, patience Patience, requests string, apart bool) (*exchanged, error) {
	ours, theirs, err := sandbox.Connection()
	if err != nil {
		return nil, err
	}
	var sending sync.WaitGroup
	defer sending.Wait()
	defer ours.Close() // which ends the sending
	began := time.Now()
	var box *sandbox.Box
	aside := func() string { return "" }
	if apart {
		box, aside, err = sandbox.StartApart(spec, theirs, mostAside)
	} else {
		box, err = sandbox.Start(spec, theirs)
	}
	theirs.Close()
	if err != nil {
		return nil, err
	}
	defer box.Kill()
	stop := context.AfterFunc(ctx, func() { _ = ours.SetDeadline(time.Now()) })
	defer stop()
	late := newClock(box, patience.Rest)
	if err := ours.SetReadDeadline(began.Add(late.left())); err != nil {
		return nil, err
	}
	sending.Go(func() {
		_, _ = io.WriteString(ours, requests) // a program that ends early is seen by its answers
		if raw, err := ours.SyscallConn(); err == nil {
			_ = raw.Control(func(fd uintptr) { _ = unix.Shutdown(int(fd), unix.SHUT_WR) })
		}
	})
	printed, err := io.ReadAll(io.LimitReader(patient{ours, &late, ctx}, int64(patience.Total)+1))
	if ctx.Err() != nil {
		return nil, ctx.Err()
	}
	e := &exchanged{printed: string(printed), at: time.Since(began)}
	switch {
	case len(printed) > patience.Total:
		e.condition = judge.Flooding
	case errors.Is(err, os.ErrDeadlineExceeded):
		e.condition, e.detail = judge.Stuck, "for "+patience.Rest.String()
	default:
		<-box.Done()
		e.exit = box.Exit()
	}
	box.Kill()
	e.aside = aside()
	return e, nil
}

// patient reads on after its deadline for as long as the clock allows.
type patient struct {
	*os.File
	clock *clock
	ctx   context.Context
}

func (p patient) Read(data []byte) (int, error) {
	for {
		n, err := p.File.Read(data)
		if n > 0 || !errors.Is(err, os.ErrDeadlineExceeded) || p.ctx.Err() != nil || p.clock.over() {
			return n, err
		}
		if err := p.SetReadDeadline(time.Now().Add(p.clock.left())); err != nil {
			return 0, err
		}
	}
}
