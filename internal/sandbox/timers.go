package sandbox

import (
	"bytes"
	"strconv"
	"sync"
	"time"
	"unsafe"

	"golang.org/x/sys/unix"
)

// Timers is what is known of a program that waits for input while a timer of its runs: a
// thread or child that sleeps, or an event loop with a timeout. It may rest, or it may be about
// to print. At first it is waited for until the timer is over; a program that was seen to print
// nothing then is taken for resting at once from then on, unless it ever prints so. It is
// shared by all runs of a program; the zero value knows nothing.
type Timers struct {
	mu     sync.Mutex
	silent int  // timers that were waited for, after which nothing was printed
	speaks bool // something was printed by one
}

const (
	usualTimer   = 300 * time.Millisecond
	silentTimers = 3                       // are enough to know
	longestTimer = 1200 * time.Millisecond // that is waited for
	restingTime  = 4 * time.Millisecond    // in which what a resting program prints would come
)

// Wait is how long a program is to be silent while a timer runs that is over after left.
func (t *Timers) Wait(left time.Duration) time.Duration {
	t.mu.Lock()
	defer t.mu.Unlock()
	if t.silent >= silentTimers && !t.speaks {
		return restingTime
	}
	return min(max(usualTimer, left+usualTimer/4), longestTimer)
}

// Passed notes that the program was silent for so long.
func (t *Timers) Passed(waited time.Duration) {
	t.mu.Lock()
	defer t.mu.Unlock()
	if waited > restingTime {
		t.silent++
	}
}

// Spoke notes that the program printed while a timer ran that it was waited for.
func (t *Timers) Spoke() {
	t.mu.Lock()
	defer t.mu.Unlock()
	t.speaks = true
}

// unknown is what is taken for the time that is left of a timer that cannot be read.
const unknown = usualTimer

// Call reads a line of /proc/PID/task/TID/syscall: "running", or the number of the system call that the thread waits in,
// six arguments in hexadecimal, and two addresses. The number is -1 where it runs, and there are no arguments then.
func Call(line []byte) (call int, argument func(int) uint64) {
	fields := bytes.Fields(line)
	if len(fields) < 7 {
		return -1, nil
	}
	call, err := strconv.Atoi(string(fields[0]))
	if err != nil || call < 0 {
		return -1, nil
	}
	return call, func(i int) uint64 {
		n, _ := strconv.ParseUint(string(bytes.TrimPrefix(fields[i+1], []byte("0x"))), 16, 64)
		return n
	}
}

// Timer is after how long a system call ends that a thread of a process waits in: the timeout of poll and epoll_wait
// in milliseconds, of others at an address in the process's memory. 0 is without end.
func Timer(pid, call int, argument func(int) uint64) time.Duration {
	switch call {
	case unix.SYS_EPOLL_WAIT, unix.SYS_EPOLL_PWAIT:
		return milliseconds(int32(argument(3)))
	case unix.SYS_POLL:
		return milliseconds(int32(argument(2)))
	case unix.SYS_EPOLL_PWAIT2:
		return span(pid, argument(3), time.Nanosecond)
	case unix.SYS_PPOLL:
		return span(pid, argument(2), time.Nanosecond)
	case unix.SYS_PSELECT6:
		return span(pid, argument(4), time.Nanosecond)
	case unix.SYS_SELECT:
		return span(pid, argument(4), time.Microsecond)
	case unix.SYS_NANOSLEEP:
		return span(pid, argument(0), time.Nanosecond)
	case unix.SYS_CLOCK_NANOSLEEP:
		end := span(pid, argument(2), time.Nanosecond)
		if argument(1)&unix.TIMER_ABSTIME == 0 {
			return end
		}
		return until(end, int32(argument(0)))
	}
	return 0
}

// Timeout is after how long a thread wakes that waits for another one (futex(2)); 0 is without end.
func Timeout(pid int, argument func(int) uint64) time.Duration {
	end := span(pid, argument(3), time.Nanosecond)
	if argument(3) == 0 || argument(1)&futexCommand != futexWaitBitset {
		return end
	}
	clock := int32(unix.CLOCK_MONOTONIC)
	if argument(1)&futexRealtime != 0 {
		clock = unix.CLOCK_REALTIME
	}
	return until(end, clock)
}

// until is how long it is until a time of a clock.
func until(end time.Duration, clock int32) time.Duration {
	var now unix.Timespec
	if unix.ClockGettime(clock, &now) != nil {
		return end
	}
	return max(end-time.Duration(now.Nano()), time.Millisecond)
}

// Of linux/futex.h.
const (
	futexCommand    = 0x7f
	futexWaitBitset = 9
	futexRealtime   = 256
)

func milliseconds(n int32) time.Duration {
	if n < 0 {
		return 0
	}
	return max(time.Duration(n)*time.Millisecond, time.Millisecond)
}

// span reads a struct timespec, or a timeval when the unit is a microsecond, from the
// process's memory.
func span(pid int, address uint64, unit time.Duration) time.Duration {
	if address == 0 {
		return 0
	}
	var parts [2]int64
	own := []unix.Iovec{{Base: (*byte)(unsafe.Pointer(&parts)), Len: uint64(unsafe.Sizeof(parts))}}
	theirs := []unix.RemoteIovec{{Base: uintptr(address), Len: int(unsafe.Sizeof(parts))}}
	if n, err := unix.ProcessVMReadv(pid, own, theirs, 0); err != nil || n != int(unsafe.Sizeof(parts)) {
		return unknown
	}
	return max(min(time.Duration(parts[0]), 1e9)*time.Second+time.Duration(parts[1])*unit, time.Millisecond)
}
