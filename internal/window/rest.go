package window

import (
	"bytes"
	"context"
	"fmt"
	"os"
	"strconv"
	"strings"
	"time"

	"github.com/jezek/xgb/damage"
	"github.com/jezek/xgb/xproto"
	"golang.org/x/sys/unix"

	"durchgang/internal/sandbox"
)

// How long a program is looked at until it rests.
const (
	look     = 100 * time.Microsecond // between two looks
	still    = 10                     // looks in a row in which nothing runs, where turns are not counted
	frame    = 60 * time.Millisecond  // a timer that is shorter draws the next picture of an animation
	frames   = 2                      // that must be drawn until what was done before is sure to be seen
	slowest  = 5 * time.Second        // that one may take, on a machine that is very busy
	animated = 40                     // pictures of an animation that is waited for
)

// activity is what the threads of a program and of its display do now.
type activity struct {
	runs  bool              // one of them runs
	turns uint64            // how often they were given a processor, together; 0 where the system does not count it
	timer time.Duration     // the shortest that a thread of the program waits for; 0 for none
	woken map[string]uint64 // turns of its threads that wait for the next picture, by their numbers
}

// add looks at the threads of a process (proc(5): task, syscall, stat and schedstat), and for what timers they wait:
// also where they wait for other threads.
func (a *activity) add(pid int, timers, locks bool) {
	tasks := fmt.Sprintf("/proc/%d/task/", pid)
	threads, _ := os.ReadDir(tasks)
	for _, thread := range threads {
		line, err := os.ReadFile(tasks + thread.Name() + "/syscall")
		if err != nil {
			continue
		}
		call, argument := sandbox.Call(line)
		if call < 0 || !waits(pid, call, argument) || sandbox.Runnable(tasks+thread.Name()) {
			a.runs = true
			return
		}
		var turns uint64
		line, _ = os.ReadFile(tasks + thread.Name() + "/schedstat")
		if given := bytes.Fields(line); len(given) == 3 {
			turns, _ = strconv.ParseUint(string(given[2]), 10, 64)
		}
		a.turns += turns
		if !timers {
			continue
		}
		left := sandbox.Timer(pid, call, argument)
		if call == unix.SYS_FUTEX && locks { // the loop of Tk waits for a thread that waits for events
			left = sandbox.Timeout(pid, argument)
		}
		if left > 0 && left <= frame {
			if a.woken == nil {
				a.woken = map[string]uint64{}
			}
			a.woken[thread.Name()] = turns
		}
		if left > 0 && (a.timer == 0 || left < a.timer) {
			a.timer = left
		}
	}
}

// waits reports whether a thread that does not run waits for something that others do or for a time to pass, and not
// for the machine: for a file, memory or a lock.
func waits(pid, call int, argument func(int) uint64) bool {
	switch call {
	case unix.SYS_EPOLL_WAIT, unix.SYS_EPOLL_PWAIT, unix.SYS_EPOLL_PWAIT2, unix.SYS_POLL, unix.SYS_PPOLL,
		unix.SYS_SELECT, unix.SYS_PSELECT6, unix.SYS_FUTEX, unix.SYS_NANOSLEEP, unix.SYS_CLOCK_NANOSLEEP,
		unix.SYS_WAIT4, unix.SYS_WAITID, unix.SYS_PAUSE, unix.SYS_RT_SIGTIMEDWAIT, unix.SYS_RT_SIGSUSPEND,
		unix.SYS_RECVMSG, unix.SYS_RECVFROM, unix.SYS_ACCEPT, unix.SYS_ACCEPT4, unix.SYS_CONNECT:
		return true
	case unix.SYS_READ, unix.SYS_READV:
		from, err := os.Readlink(fmt.Sprintf("/proc/%d/fd/%d", pid, argument(0)))
		return err == nil && (!strings.HasPrefix(from, "/") || strings.HasPrefix(from, "/dev/"))
	}
	return false
}

// does looks at the program and at its display, which may owe it an answer.
func (w *Window) does() (a activity) {
	for _, pid := range w.d.pids {
		a.add(pid, false, false)
	}
	if a.runs {
		return a
	}
	program := w.box.Processes()
	a.runs = len(program) == 0 // it has yet to begin, or has ended
	for _, pid := range program {
		a.add(pid, true, !w.java()) // a machine of Java has many of its own
	}
	return a
}

// idle waits until the program and its display wait, and neither was given a processor between two looks: nothing is
// under way between them then. The timer is the shortest that was seen.
func (w *Window) idle(ctx context.Context) (timer time.Duration, err error) {
	var before activity
	for quiet := 0; ; {
		if err := w.ended(); err != nil {
			return 0, err
		}
		w.painted() // events must not pile up
		a := w.does()
		if a.timer > 0 && (timer == 0 || a.timer < timer) {
			timer = a.timer
		}
		switch {
		case a.runs || a.turns != before.turns:
			quiet = 0
		default:
			quiet++
		}
		if before = a; quiet >= still || quiet > 0 && a.turns > 0 {
			return timer, w.cause(w.d.sync())
		}
		if ctx.Err() != nil {
			return 0, ctx.Err()
		}
		pause(look)
	}
}

// pause sleeps for less than the millisecond in which the runtime's timers are counted while nothing else runs.
func pause(d time.Duration) {
	t := unix.NsecToTimespec(int64(d))
	_ = unix.Nanosleep(&t, nil) // a signal ends it early, which does no harm
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
	w.painted()
	if w.java() {
		return w.restJava(ctx, within)
	}
	switch {
	case timer == 0 || timer > within:
		return true, nil
	case timer <= frame:
		return w.restAnimated(ctx, timer)
	}
	return w.restTimed(ctx, timer, within)
}

// restTimed waits until a timer of the program shows nothing any more that was not shown before: a cursor may blink.
func (w *Window) restTimed(ctx context.Context, timer, within time.Duration) (bool, error) {
	shown := map[string]bool{}
	for range animated {
		now, err := w.pictureState()
		if err != nil {
			return false, w.cause(err)
		}
		if shown[now] {
			return true, nil
		}
		shown[now] = true
		span := w.program.Timers.Wait(timer)
		if err := w.pass(ctx, span); err != nil {
			return false, err
		}
		if err := w.d.sync(); err != nil {
			return false, w.cause(err)
		}
		if !w.painted() {
			w.program.Timers.Passed(span)
			return true, nil
		}
		w.program.Timers.Spoke()
		if timer, err = w.idle(ctx); err != nil {
			return false, err
		}
		if timer == 0 || timer > within {
			return true, nil
		}
	}
	return false, nil
}

// draw waits until a program that draws pictures again and again has drawn the next ones in which what was done before
// can be seen: it has gone on and waits again for its timer, so many times.
func (w *Window) draw(ctx context.Context, timer time.Duration) error {
	before, drawn := map[string]uint64{}, map[string]int{}
	for until := time.Now().Add(slowest); time.Now().Before(until); {
		if a := w.does(); !a.runs {
			done := true
			for thread, turns := range a.woken { // one of them draws
				if was, seen := before[thread]; seen && was != turns {
					drawn[thread]++
				}
				before[thread] = turns
				done = done && drawn[thread] >= frames
			}
			if done {
				break
			}
		}
		if err := w.pass(ctx, min(timer, 2*time.Millisecond)); err != nil {
			return err
		}
	}
	return w.cause(w.d.sync())
}

// restAnimated waits until such a program shows the same picture twice.
func (w *Window) restAnimated(ctx context.Context, timer time.Duration) (bool, error) {
	before := ""
	for range animated {
		if err := w.draw(ctx, timer); err != nil {
			return false, err
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
