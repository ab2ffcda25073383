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
	frames   = 3                     // of which must have passed since something was done
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
	switch {
	case timer == 0:
		return true, nil
	case timer > frame:
		if timer > within {
			return true, nil
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
	before := ""
	for n := range animated {
		if err := w.pass(ctx, max(timer, 10*time.Millisecond)); err != nil {
			return false, err
		}
		if n < frames-1 {
			continue
		}
		if err := w.d.sync(); err != nil {
			return false, w.cause(err)
		}
		if n >= frames && !w.painted() {
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
