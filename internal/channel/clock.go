package channel

import (
	"bytes"
	"fmt"
	"os"
	"strconv"
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
	queued  time.Duration // by the program when a quarter of the limit was over
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
		c.queued, c.read = queued(c.box), true
	}
	if spent-c.stalled <= c.limit {
		return false
	}
	return spent > longest*c.limit || spent-c.stalled-(queued(c.box)-c.queued) > c.limit
}

// left is after how long it is worth asking again.
func (c *clock) left() time.Duration {
	return max(c.limit/8, c.limit-time.Since(c.began))
}

// queued is how long the processes of a box, and what starts them, have waited for a
// processor (Linux, Documentation/scheduler/sched-stats: /proc/PID/schedstat has the
// nanoseconds spent running, those spent waiting to run, and a count). It is 0 where the
// kernel does not tell.
func queued(box *sandbox.Box) time.Duration {
	waited := queuedBy(box.Root())
	for _, pid := range box.Processes() {
		waited += queuedBy(pid)
	}
	return waited
}

func queuedBy(pid int) time.Duration {
	data, err := os.ReadFile(fmt.Sprintf("/proc/%d/schedstat", pid))
	if err != nil {
		return 0
	}
	fields := bytes.Fields(data)
	if len(fields) < 2 {
		return 0
	}
	waited, _ := strconv.ParseInt(string(fields[1]), 10, 64)
	return time.Duration(waited)
}
