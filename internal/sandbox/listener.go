package sandbox

import (
	"errors"
	"fmt"
	"slices"
	"sync"
	"time"
	"unsafe"

	"golang.org/x/net/bpf"
	"golang.org/x/sys/unix"
)

// Listener tells at which system calls the kernel holds the threads of a box
// (seccomp_unotify(2)). A thread that is held stays inside its call, as /proc shows it,
// until it is released.
type Listener struct{ fd int }

// Held is a thread that is held.
type Held struct {
	id     uint64
	Thread int // its id on the host
	call   int // the number of the system call
	args   [3]uint64
}

// when is a system call at which a thread is held, if the argument has the value; wide
// arguments are compared in both halves.
type when struct {
	call     uint32
	argument uint32
	value    uint32
	wide     bool
}

const forever = 0xffffffff // a timeout of -1

// waiting are the calls with which a program waits for input without end: it reads its
// standard input, or waits for any of several files.
var waiting = []when{
	{unix.SYS_READ, 0, 0, false}, {unix.SYS_READV, 0, 0, false},
	{unix.SYS_EPOLL_WAIT, 3, forever, false}, {unix.SYS_EPOLL_PWAIT, 3, forever, false}, {unix.SYS_EPOLL_PWAIT2, 3, 0, true},
	{unix.SYS_POLL, 2, forever, false}, {unix.SYS_PPOLL, 2, 0, true},
	{unix.SYS_SELECT, 4, 0, true}, {unix.SYS_PSELECT6, 4, 0, true},
}

// sleeping are the calls with which a program waits for nothing but time.
var sleeping = []uint32{unix.SYS_NANOSLEEP, unix.SYS_CLOCK_NANOSLEEP}

// starting are the calls that start a thread or process; clone3 is refused. Clones that ask
// for a descriptor of the new process are let go: this process itself makes boxes so, and
// could not let itself go on.
var starting = []uint32{unix.SYS_CLONE, unix.SYS_FORK, unix.SYS_VFORK}

// Offsets in struct seccomp_data of an argument's halves.
func low(argument uint32) uint32  { return 16 + 8*argument }
func high(argument uint32) uint32 { return low(argument) + 4 }

// heard is the filter that holds bubblewrap where it makes the namespaces, and with
// waits the program wherever it waits for input, sleeps, starts a thread or process, or ends: what
// is on its way to a terminal is lost when the box's first process ends (Linux, tty_ldisc_hangup).
func heard(waits bool) []bpf.Instruction {
	hold, allow := bpf.RetConstant{Val: unix.SECCOMP_RET_USER_NOTIF}, bpf.RetConstant{Val: unix.SECCOMP_RET_ALLOW}
	list := []bpf.Instruction{bpf.LoadAbsolute{Off: atNumber, Size: 4}}
	if !waits {
		return append(list,
			bpf.JumpIf{Cond: bpf.JumpNotEqual, Val: unix.SYS_CLONE, SkipTrue: 3},
			bpf.LoadAbsolute{Off: low(0), Size: 4},
			bpf.JumpIf{Cond: bpf.JumpBitsSet, Val: namespaces, SkipFalse: 1},
			hold,
			allow)
	}
	for _, call := range starting {
		list = append(list,
			bpf.JumpIf{Cond: bpf.JumpNotEqual, Val: call, SkipTrue: 4},
			bpf.LoadAbsolute{Off: low(0), Size: 4}, // of fork and vfork, which have no flags, anything
			bpf.JumpIf{Cond: bpf.JumpBitsSet, Val: unix.CLONE_PIDFD, SkipFalse: 1},
			allow,
			hold)
	}
	for _, call := range sleeping {
		list = append(list, bpf.JumpIf{Cond: bpf.JumpNotEqual, Val: call, SkipTrue: 1}, hold)
	}
	for _, w := range waiting {
		list = append(list,
			bpf.JumpIf{Cond: bpf.JumpNotEqual, Val: w.call, SkipTrue: 6},
			bpf.LoadAbsolute{Off: low(w.argument), Size: 4},
			bpf.JumpIf{Cond: bpf.JumpEqual, Val: w.value, SkipFalse: 3})
		if w.wide {
			list = append(list, bpf.LoadAbsolute{Off: high(w.argument), Size: 4})
		} else {
			list = append(list, bpf.LoadConstant{Dst: bpf.RegA, Val: 0})
		}
		list = append(list, bpf.JumpIf{Cond: bpf.JumpEqual, Val: 0, SkipFalse: 1}, hold, allow)
	}
	return append(list, bpf.JumpIf{Cond: bpf.JumpNotEqual, Val: unix.SYS_EXIT_GROUP, SkipTrue: 1}, hold, allow)
}

// assembledHeard are both forms of the filter.
var assembledHeard = sync.OnceValues(func() (raw [2][]unix.SockFilter, err error) {
	for i, waits := range []bool{false, true} {
		instructions, err := bpf.Assemble(heard(waits))
		if err != nil {
			return raw, fmt.Errorf("assemble the filter of calls to hold: %w", err)
		}
		for _, in := range instructions {
			raw[i] = append(raw[i], unix.SockFilter{Code: in.Op, Jt: in.Jt, Jf: in.Jf, K: in.K})
		}
	}
	return raw, nil
})

// listen makes what the calling thread starts from now on tell of its calls. The thread
// is changed for good: its goroutine must be locked to it and never let go of it.
func listen(waits bool) (*Listener, error) {
	both, err := assembledHeard()
	if err != nil {
		return nil, err
	}
	filter := both[0]
	if waits {
		filter = both[1]
	}
	if err := unix.Prctl(unix.PR_SET_NO_NEW_PRIVS, 1, 0, 0, 0); err != nil {
		return nil, fmt.Errorf("give up new rights: %w", err)
	}
	program := unix.SockFprog{Len: uint16(len(filter)), Filter: &filter[0]}
	fd, _, errno := unix.Syscall(unix.SYS_SECCOMP, unix.SECCOMP_SET_MODE_FILTER,
		unix.SECCOMP_FILTER_FLAG_NEW_LISTENER, uintptr(unsafe.Pointer(&program)))
	if errno != 0 {
		return nil, fmt.Errorf("listen to system calls: %w", errno)
	}
	return &Listener{fd: int(fd)}, nil
}

// Fd is a descriptor that polls as readable while a thread is held that was not received.
func (l *Listener) Fd() int { return l.fd }

// Pending reports whether a thread is held that was not received.
func (l *Listener) Pending() bool { return l.wait(0) }

// wait waits for at most d until a thread is held that was not received.
func (l *Listener) wait(d time.Duration) bool {
	ready := []unix.PollFd{{Fd: int32(l.fd), Events: unix.POLLIN}}
	within := unix.NsecToTimespec(d.Nanoseconds())
	n, err := unix.Ppoll(ready, &within, nil)
	return err == nil && n > 0 && ready[0].Revents&unix.POLLIN != 0
}

// Receive returns the next thread that is held, where Fd polls as readable; else it would
// wait for one. It returns false when the thread has ended meanwhile.
func (l *Listener) Receive() (Held, bool) {
	var n struct { // struct seccomp_notif
		id         uint64
		pid, flags uint32
		number     int32
		arch       uint32
		at         uint64
		args       [6]uint64
	}
	if _, _, errno := unix.Syscall(unix.SYS_IOCTL, uintptr(l.fd), unix.SECCOMP_IOCTL_NOTIF_RECV, uintptr(unsafe.Pointer(&n))); errno != 0 {
		return Held{}, false
	}
	return Held{id: n.id, Thread: int(n.pid), call: int(n.number), args: [3]uint64(n.args[:3])}, true
}

// Reads reports whether the thread is about to read its standard input, and Starts whether it
// is about to start a thread or process; else it sleeps or waits for any of several files.
func (h Held) Reads() bool  { return h.call == unix.SYS_READ || h.call == unix.SYS_READV }
func (h Held) Ends() bool   { return h.call == unix.SYS_EXIT_GROUP }
func (h Held) Starts() bool { return slices.Contains(starting, uint32(h.call)) }

// Sleeps reports whether the thread is about to wait for time to pass.
func (h Held) Sleeps() bool { return slices.Contains(sleeping, uint32(h.call)) }

// Span is how long a thread is about to sleep; false where that cannot be known.
func (h Held) Span() (time.Duration, bool) {
	at := h.args[0]
	if h.call == unix.SYS_CLOCK_NANOSLEEP {
		at = h.args[2]
	}
	var until unix.Timespec
	local := []unix.Iovec{{Base: (*byte)(unsafe.Pointer(&until)), Len: uint64(unsafe.Sizeof(until))}}
	n, err := unix.ProcessVMReadv(h.Thread, local, []unix.RemoteIovec{{Base: uintptr(at), Len: int(unsafe.Sizeof(until))}}, 0)
	if err != nil || n != int(unsafe.Sizeof(until)) || until.Sec < 0 || until.Sec > 1<<32 {
		return 0, false
	}
	span := time.Duration(until.Nano())
	if h.call == unix.SYS_CLOCK_NANOSLEEP && h.args[1]&1 != 0 { // TIMER_ABSTIME
		var now unix.Timespec
		if err := unix.ClockGettime(int32(h.args[0]), &now); err != nil {
			return 0, false
		}
		span -= time.Duration(now.Nano())
	}
	return max(span, 0), true
}

// Release lets a thread go on with its call. One that has ended meanwhile is no error.
func (l *Listener) Release(h Held) { l.answer(h, unix.SECCOMP_USER_NOTIF_FLAG_CONTINUE) }

// Skip lets a thread go on as if its call had succeeded at once: a sleep takes no time.
func (l *Listener) Skip(h Held) { l.answer(h, 0) }

func (l *Listener) answer(h Held, flags uint32) {
	answer := struct { // struct seccomp_notif_resp
		id    uint64
		value int64
		errno int32
		flags uint32
	}{id: h.id, flags: flags}
	_, _, _ = unix.Syscall(unix.SYS_IOCTL, uintptr(l.fd), unix.SECCOMP_IOCTL_NOTIF_SEND, uintptr(unsafe.Pointer(&answer)))
}

func (l *Listener) close() { unix.Close(l.fd) }

// errNotStarted means that bubblewrap ended, or did nothing, before it made a namespace.
var errNotStarted = errors.New("bubblewrap did not make a box")

// admit waits until bubblewrap, a child of this process, is about to make the box, gives it
// the limits, which everything in the box then has, and lets it go on.
func (l *Listener) admit(pid int, limits Limits) error {
	for began := time.Now(); time.Since(began) < startTime; {
		if l.wait(20 * time.Millisecond) {
			if h, ok := l.Receive(); ok {
				defer l.Release(h)
				return limits.impose(h.Thread)
			}
		}
		var ended unix.Siginfo
		if err := unix.Waitid(unix.P_PID, pid, &ended, unix.WEXITED|unix.WNOHANG|unix.WNOWAIT, nil); err == nil && ended.Signo != 0 {
			return nil // how it ended says why
		}
	}
	return errNotStarted
}

// startTime is how long bubblewrap may take to begin, on a machine that is very busy.
const startTime = 30 * time.Second
