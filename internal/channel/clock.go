package channel

import (
	"fmt"
	"os"
	"time"

	"durchgang/internal/sandbox"
)

// clock counts how long a program keeps one waiting, without the time for which a busy
// machine had no processor for it, or for Durchgang itself.
type clock struct {
	box   *sandbox.Box
	limit time.Duration
	most  time.Duration // of time that passes, on any machine
	began time.Time
	lost  time.Duration // as the pulse had it at the beginning
	early share         // when a quarter of the limit was over
	read  bool          // whether that is known
}

// What a program gets at most on a busy machine: so many times its limit of the processor,
// which all its threads share, and of time.
const (
	mostRun = 2
	longest = 60
)

func newClock(box *sandbox.Box, limit time.Duration) clock {
	return clock{box: box, limit: limit, most: longest * limit, began: time.Now(), lost: pulse.lost()}
}

// sooner is a clock that begins now and has another limit.
func (c *clock) sooner(limit time.Duration) clock {
	s := newClock(c.box, limit)
	s.most = c.most
	return s
}

// over reports whether the limit is. Asking the kernel takes time, so it is not done
// before a quarter of the limit has passed.
func (c *clock) over() bool {
	passed := time.Since(c.began)
	if !c.read && passed > c.limit/4 {
		c.early, c.read = shareOf(c.box), true
	}
	if passed <= c.limit {
		return false
	}
	own := passed - (pulse.lost() - c.lost)
	if own <= c.limit {
		return passed > c.most
	}
	now := shareOf(c.box)
	ran := now.ran - c.early.ran
	own -= now.queued - c.early.queued
	if now.waits { // for how long is not counted before it gets one
		own = min(own, c.limit/4+ran)
	}
	return own > c.limit || ran > mostRun*c.limit || passed > c.most
}

// left is after how long it is worth asking again.
func (c *clock) left() time.Duration {
	return max(c.limit/8, c.limit-time.Since(c.began))
}

// share is what the threads of a box, and of what starts it, had of the processor.
type share struct {
	ran, queued time.Duration
	waits       bool // one of them could run now
}

// shareOf asks how much that is (proc(5), stat: the state follows the name in brackets;
// Linux, Documentation/scheduler/sched-stats: schedstat has the nanoseconds spent
// running, those spent waiting to run, and a count). Where the kernel does not tell, it
// is nothing.
func shareOf(box *sandbox.Box) share {
	var s share
	for _, pid := range append(box.Processes(), box.Root()) {
		tasks := fmt.Sprintf("/proc/%d/task", pid)
		threads, _ := os.ReadDir(tasks)
		for _, thread := range threads {
			s.add(tasks + "/" + thread.Name())
		}
	}
	return s
}

func (s *share) add(thread string) {
	if data, err := os.ReadFile(thread + "/schedstat"); err == nil {
		var ran, queued time.Duration
		_, _ = fmt.Sscan(string(data), &ran, &queued)
		s.ran, s.queued = s.ran+ran, s.queued+queued
	}
	s.waits = s.waits || sandbox.Runnable(thread)
}
