package channel

import (
	"bytes"
	"fmt"
	"os"
	"time"

	"durchgang/internal/sandbox"
)

// clock counts how long a program keeps one waiting, without the time for which a busy
// machine had no processor for it, or for the clock itself.
type clock struct {
	box     *sandbox.Box
	limit   time.Duration
	began   time.Time
	stalled time.Duration // how much later than asked for the clock was looked at
	early   share         // when a quarter of the limit was over
	read    bool          // whether that is known
}

// longest is how many times its limit a program gets at most on a busy machine.
const longest = 10

func newClock(box *sandbox.Box, limit time.Duration) clock {
	return clock{box: box, limit: limit, began: time.Now()}
}

// rested tells how long it took to wait for asked.
func (c *clock) rested(asked, took time.Duration) {
	if late := took - asked; late > stall {
		c.stalled += late
	}
}

// stall is by how much a machine with a processor to spare is not late.
const stall = 10 * time.Millisecond

// over reports whether the limit is. Asking the kernel takes time, so it is not done
// before a quarter of the limit has passed.
func (c *clock) over() bool {
	spent := time.Since(c.began)
	if !c.read && spent > c.limit/4 {
		c.early, c.read = shareOf(c.box), true
	}
	if spent-c.stalled <= c.limit {
		return false
	}
	now := shareOf(c.box)
	own := spent - c.stalled - (now.queued - c.early.queued)
	if now.waits { // for how long is not counted before it gets one
		own = min(own, c.limit/4+now.ran-c.early.ran)
	}
	return own > c.limit || spent > longest*c.limit
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
	if data, err := os.ReadFile(thread + "/stat"); err == nil {
		i := bytes.LastIndex(data, []byte(") "))
		s.waits = s.waits || i > 0 && bytes.HasPrefix(data[i+2:], []byte("R"))
	}
}
