package window

import (
	"bytes"
	"context"
	"fmt"
	"os"
	"strconv"
	"time"

	"github.com/jezek/xgb/damage"
	"github.com/jezek/xgb/xproto"

	"durchgang/internal/sandbox"
)

// How long a program is looked at until it rests.
const (
	look     = time.Millisecond      // between two looks
	still    = 4                     // looks in a row in which nothing of it runs
	frame    = 60 * time.Millisecond // a timer that is shorter draws the next picture of an animation
	frames   = 2                     // of which must have passed since something was done
	shortest = 12 * time.Millisecond // that such a timer is taken for
	animated = 40                    // pictures of an animation that is waited for
)

// does is what the threads of the box do now: whether one runs, and the shortest timer that one waits for; 0 for none.
func does(box *sandbox.Box) (runs bool, timer time.Duration) {
	for _, pid := range box.Processes() {
		tasks := fmt.Sprintf("/proc/%d/task", pid)
		threads, _ := os.ReadDir(tasks)
		for _, thread := range threads {
			line, err := os.ReadFile(tasks + "/" + thread.Name() + "/syscall")
			if err != nil {
				continue
			}
			fields := bytes.Fields(line)
			call := -1
			if len(fields) >= 7 {
				call, _ = strconv.Atoi(string(fields[0]))
			}
			if call < 0 {
				return true, 0
			}
			left := sandbox.Timer(pid, call, func(i int) uint64 {
				n, _ := strconv.ParseUint(string(bytes.TrimPrefix(fields[i+1], []byte("0x"))), 16, 64)
				return n
			})
			if left > 0 && (timer == 0 || left < timer) {
				timer = left
			}
		}
	}
	return false, timer
}

// idle waits until nothing of the program runs. The timer is the shortest that was seen.
func (w *Window) idle(ctx context.Context) (timer time.Duration, err error) {
	for quiet := 0; quiet < still; {
		if err := w.ended(); err != nil {
			return 0, err
		}
		runs, left := does(w.box)
		if left > 0 && (timer == 0 || left < timer) {
			timer = left
		}
		quiet++
		if runs || w.painted() {
			quiet = 0
		}
		select {
		case <-ctx.Done():
			return 0, ctx.Err()
		case <-w.box.Done():
		case <-time.After(look):
		}
	}
	return timer, nil
}

// painted reports whether something was drawn on the screen, or a window has come or gone, since it was asked last.
func (w *Window) painted() (painted bool) {
	for {
		event, err := w.d.x.PollForEvent()
		if event == nil && err == nil {
			return painted
		}
		switch event.(type) {
		case damage.NotifyEvent:
			damage.Subtract(w.d.x, w.damage, 0, 0)
			painted = true
		case xproto.MapNotifyEvent, xproto.UnmapNotifyEvent, xproto.DestroyNotifyEvent, xproto.ConfigureNotifyEvent:
			painted = true
		}
	}
}

// rest waits until the program has done what was asked of it, and what it has put off by less than within. It reports
// whether it rests then.
func (w *Window) rest(ctx context.Context, within time.Duration) (bool, error) {
	if err := w.d.sync(); err != nil {
		return false, w.cause(err)
	}
	timer, err := w.idle(ctx)
	if err != nil {
		return false, err
	}
	if w.java() {
		return w.restJava(ctx, within)
	}
	switch {
	case timer == 0 || timer > within:
		return true, nil
	case timer <= frame:
		return w.restAnimated(ctx, timer)
	}
	span := w.program.Timers.Wait(timer)
	if err := w.pass(ctx, span); err != nil {
		return false, err
	}
	if w.painted() {
		w.program.Timers.Spoke()
		return w.rest(ctx, within)
	}
	w.program.Timers.Passed(span)
	return true, nil
}

// restAnimated waits until a program that looks for input again and again shows the same picture twice.
func (w *Window) restAnimated(ctx context.Context, timer time.Duration) (bool, error) {
	before := ""
	for n := range animated {
		if err := w.pass(ctx, max(timer, shortest)); err != nil {
			return false, err
		}
		if n < frames-1 {
			continue
		}
		if err := w.d.sync(); err != nil {
			return false, w.cause(err)
		}
		if !w.painted() {
			return true, nil
		}
		now, err := w.pictureState()
		if err != nil {
			return false, w.cause(err)
		}
		if now == before {
			return true, nil
		}
		before = now
	}
	return false, nil
}

// restJava waits until a program of Java has handled all events, and its timers and sleeps that end within a time are
// over: what is beside it tells of those, since the system does not.
func (w *Window) restJava(ctx context.Context, within time.Duration) (bool, error) {
	for waited := time.Duration(0); ; {
		lines, answered := w.ask(ctx)
		if err := w.ended(); err != nil || !answered {
			return false, err
		}
		if _, err := w.idle(ctx); err != nil {
			return false, err
		}
		ms := 0
		if len(lines) > 0 {
			_, _ = fmt.Sscanf(lines[0], "rest\t%d", &ms)
		}
		left := time.Duration(ms) * time.Millisecond
		if left == 0 || waited+left > within {
			return true, nil
		}
		if err := w.pass(ctx, left); err != nil {
			return false, err
		}
		waited += left
	}
}

// pass lets time pass.
func (w *Window) pass(ctx context.Context, d time.Duration) error {
	select {
	case <-ctx.Done():
		return ctx.Err()
	case <-w.box.Done():
		return w.ended()
	case <-time.After(d):
		return nil
	}
}
