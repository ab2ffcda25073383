package channel

import (
	"bytes"
	"fmt"
	"os"
	"strconv"
	"time"

	"golang.org/x/sys/unix"

	"durchgang/internal/sandbox"
)

// probe asks /proc whether a program waits for input on its terminal: no thread of it runs,
// and one is inside a read of the terminal, or in epoll_wait or poll while its
// epoll set or the process holds the terminal (proc(5), task/syscall). Where another thread
// sleeps meanwhile, or the wait has a timeout, it is told after how long that is over.
type probe struct {
	box      *sandbox.Box
	terminal uint64   // device number
	inner    *process // bubblewrap's, the parent of all others
	watched  []*process

	told   bool // of each thread and process that is started
	unsure bool // whether the lists of them are complete

	lastWaiting *process
	timer       time.Duration // the shortest that runs, 0 without one
}

// process keeps the files of a process open, since asking again is then cheap.
type process struct {
	pid     int
	tasks   int
	young   int          // the list of children of the main thread
	brood   []byte       // as it was read last
	count   uint64       // of threads, as it was read last
	threads []int        // their files, the main thread's first
	fds     map[int]bool // whether a descriptor is the terminal
}

// device returns the device number of a terminal.
func device(f *os.File) (uint64, error) {
	var st unix.Stat_t
	if err := unix.Fstat(int(f.Fd()), &st); err != nil {
		return 0, err
	}
	return st.Rdev, nil
}

// waiting reports whether the program waits for input; timer is then after how long something
// of it goes on by itself, 0 when nothing does.
func (p *probe) waiting() (at bool, timer time.Duration) {
	p.timer = 0
	at = p.onInput()
	return at, p.timer
}

func (p *probe) onInput() bool {
	if p.lastWaiting != nil && p.lastWaiting.running() {
		return false // the usual answer while a program computes, for one look
	}
	p.refresh()
	if len(p.watched) == 0 {
		return false
	}
	onTerminal := false
	for _, proc := range p.watched {
		switch p.state(proc) {
		case busy:
			return false
		case onInput:
			onTerminal = true
			p.lastWaiting = proc
		}
	}
	if p.told && p.unsure {
		if p.refresh() {
			return false // one was started meanwhile
		}
		p.unsure = false
	}
	return onTerminal
}

// only reports whether a thread is known to be the program's only one.
func (p *probe) only(thread int) bool {
	return p.told && !p.unsure && len(p.watched) == 1 && len(p.watched[0].threads) == 1 && p.watched[0].pid == thread
}

// single is the same where the lists were not yet complete: they are brought up to date first.
func (p *probe) single(thread int) bool {
	if p.told && p.unsure {
		p.refresh()
		p.unsure = p.refresh() // one was started meanwhile
	}
	return p.only(thread)
}

// refresh brings the list of processes up to date, and reports whether one has come or gone.
func (p *probe) refresh() bool {
	if p.inner == nil {
		pid := p.box.Inner()
		if pid == 0 {
			return false
		}
		if p.inner = watch(pid); p.inner == nil {
			return false
		}
	}
	changed := p.inner.bred()
	for _, proc := range p.watched {
		changed = proc.bred() || changed
	}
	if changed {
		p.relist()
	}
	for _, proc := range p.watched {
		changed = proc.grown() || changed
	}
	return changed
}

func (p *probe) relist() {
	pids := p.box.Processes()
	kept := p.watched[:0]
	for _, proc := range p.watched {
		if i := index(pids, proc.pid); i >= 0 {
			pids[i] = 0
			kept = append(kept, proc)
		} else {
			proc.close()
			p.lastWaiting = nil
		}
	}
	p.watched = kept
	for _, pid := range pids {
		if pid == 0 {
			continue
		}
		if proc := watch(pid); proc != nil {
			p.watched = append(p.watched, proc)
		}
	}
}

func index(pids []int, pid int) int {
	for i, candidate := range pids {
		if candidate == pid {
			return i
		}
	}
	return -1
}

func (p *probe) close() {
	for _, proc := range p.watched {
		proc.close()
	}
	p.watched = nil
	if p.inner != nil {
		p.inner.close()
	}
}

func watch(pid int) *process {
	p := &process{pid: pid, fds: map[int]bool{}}
	for _, f := range []struct {
		fd   *int
		name string
	}{{&p.tasks, "task"}, {&p.young, fmt.Sprintf("task/%d/children", pid)}} {
		var err error
		if *f.fd, err = unix.Open(fmt.Sprintf("/proc/%d/%s", pid, f.name), unix.O_RDONLY|unix.O_CLOEXEC, 0); err != nil {
			p.close()
			return nil
		}
	}
	return p
}

// bred reports whether the process has other children than when it was asked last.
func (p *process) bred() bool {
	var buffer [512]byte
	n, _ := unix.Pread(p.young, buffer[:], 0)
	if bytes.Equal(buffer[:max(n, 0)], p.brood) {
		return false
	}
	p.brood = append(p.brood[:0], buffer[:max(n, 0)]...)
	return true
}

func (p *process) close() {
	for _, fd := range []int{p.tasks, p.young} {
		if fd != 0 {
			unix.Close(fd)
		}
	}
	p.closeThreads()
}

func (p *process) closeThreads() {
	for _, fd := range p.threads {
		unix.Close(fd)
	}
	p.threads, p.count = p.threads[:0], 0
}

// activity is what a thread or process does.
type activity int

const (
	idle    activity = iota // blocked on something that is not input, or sleeping
	onInput                 // blocked on the terminal
	busy                    // running
)

// running reports whether the main thread runs.
func (p *process) running() bool {
	if len(p.threads) == 0 {
		return false
	}
	var buffer [8]byte
	n, _ := unix.Pread(p.threads[0], buffer[:], 0)
	return bytes.HasPrefix(buffer[:max(n, 0)], []byte("running"))
}

// state is busy when one thread is, else onInput when one thread is.
func (p *probe) state(proc *process) activity {
	if proc.count == 0 && !proc.grown() {
		return busy
	}
	found := idle
	for _, fd := range proc.threads {
		switch p.thread(proc, fd, found == onInput) {
		case busy:
			return busy
		case onInput:
			found = onInput
		}
	}
	return found
}

// grown brings the list of threads up to date, and reports whether one has come or gone: the
// folder of threads has as many links as it has entries. One that has gone while another
// came is found when it is asked.
func (p *process) grown() bool {
	var st unix.Stat_t
	if unix.Fstat(p.tasks, &st) != nil || st.Nlink == p.count {
		return false
	}
	entries, err := os.ReadDir(fmt.Sprintf("/proc/%d/task", p.pid)) // by name, and so mostly by age
	if err != nil || len(entries) == 0 {
		return false
	}
	p.closeThreads()
	for _, e := range entries {
		fd, err := unix.Open(fmt.Sprintf("/proc/%d/task/%s/syscall", p.pid, e.Name()), unix.O_RDONLY|unix.O_CLOEXEC, 0)
		if err != nil {
			return false
		}
		p.threads = append(p.threads, fd)
		if last := len(p.threads) - 1; e.Name() == strconv.Itoa(p.pid) {
			p.threads[0], p.threads[last] = p.threads[last], p.threads[0]
		}
	}
	p.count = st.Nlink
	return true
}

// thread is what a thread does. Whether an endless wait of it is for the terminal matters
// only until another thread's is known to be.
func (p *probe) thread(proc *process, fd int, known bool) activity {
	var buffer [256]byte
	n, err := unix.Pread(fd, buffer[:], 0)
	if n <= 0 && err != nil {
		proc.count = 0 // it has ended; ask for the list again
		return busy
	}
	does, timer := proc.classify(buffer[:max(n, 0)], p.terminal, known)
	if timer > 0 && (p.timer == 0 || timer < p.timer) {
		p.timer = timer
	}
	return does
}

// classify says what a thread does by its line of /proc/PID/task/TID/syscall. A timer is what ends the call without
// input.
func (p *process) classify(line []byte, terminal uint64, known bool) (does activity, timer time.Duration) {
	call, at := sandbox.Call(line)
	if call < 0 {
		return busy, 0
	}
	wait := func(holds func() bool) (activity, time.Duration) {
		timer := sandbox.Timer(p.pid, call, at)
		if known && timer == 0 || !holds() {
			return idle, 0
		}
		return onInput, timer
	}
	streams := func() bool { return p.holds(terminal) }
	files := 0 // the argument that says how many files are waited for
	switch call {
	case unix.SYS_READ, unix.SYS_READV:
		if p.isTerminal(int(at(0)), terminal) {
			return onInput, 0
		}
		return idle, 0
	case unix.SYS_EPOLL_WAIT, unix.SYS_EPOLL_PWAIT, unix.SYS_EPOLL_PWAIT2:
		return wait(func() bool { return p.epollHolds(int(at(0)), terminal) })
	case unix.SYS_NANOSLEEP, unix.SYS_CLOCK_NANOSLEEP:
		return idle, sandbox.Timer(p.pid, call, at)
	case unix.SYS_WRITE, unix.SYS_WRITEV:
		return busy, 0
	case unix.SYS_POLL, unix.SYS_PPOLL:
		files = 1
	case unix.SYS_SELECT, unix.SYS_PSELECT6:
	default:
		return idle, 0
	}
	if at(files) == 0 { // it waits for no file, and so it sleeps
		return idle, sandbox.Timer(p.pid, call, at)
	}
	return wait(streams)
}

// isTerminal reports whether a descriptor is the terminal. Answers are kept: a
// program that reopens its descriptors is read wrongly only until it ends.
func (p *process) isTerminal(fd int, terminal uint64) bool {
	is, known := p.fds[fd]
	if !known {
		var st unix.Stat_t
		is = unix.Stat(fmt.Sprintf("/proc/%d/fd/%d", p.pid, fd), &st) == nil && st.Rdev == terminal
		if is {
			p.fds[fd] = true
		}
	}
	return is
}

// holds reports whether one of the standard streams is the terminal.
func (p *process) holds(terminal uint64) bool {
	return p.isTerminal(0, terminal) || p.isTerminal(1, terminal) || p.isTerminal(2, terminal)
}

// epollHolds reports whether an epoll set contains the terminal (proc(5), fdinfo:
// "tfd: 5 events: ...").
func (p *process) epollHolds(epoll int, terminal uint64) bool {
	info, err := unix.Open(fmt.Sprintf("/proc/%d/fdinfo/%d", p.pid, epoll), unix.O_RDONLY|unix.O_CLOEXEC, 0)
	if err != nil {
		return false
	}
	defer unix.Close(info)
	var buffer [4096]byte // a few dozen descriptors
	n, _ := unix.Pread(info, buffer[:], 0)
	for line := range bytes.Lines(buffer[:max(n, 0)]) {
		fields := bytes.Fields(line)
		if len(fields) > 1 && string(fields[0]) == "tfd:" {
			if fd, err := strconv.Atoi(string(fields[1])); err == nil && p.isTerminal(fd, terminal) {
				return true
			}
		}
	}
	return false
}
