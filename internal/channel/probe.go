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

// probe asks /proc whether a program waits for input on its terminal.
//
// A line is consumed when the processes of the box have together read as many
// bytes more as it has (proc(5), io: rchar counts terminal input). The program
// waits when no thread of it runs or sleeps, and one is inside a read of the
// terminal, or in epoll_wait or poll while its epoll set or the process holds the
// terminal (proc(5), task/syscall).
type probe struct {
	box      *sandbox.Box
	terminal uint64   // device number
	target   int64    // rchar at which the line typed last is consumed
	inner    *process // bubblewrap's, the parent of all others
	watched  []*process

	lastWaiting *process
}

// process keeps the files of a process open, since asking again is then cheap.
type process struct {
	pid     int
	io      *os.File
	tasks   *os.File
	young   *os.File // the list of children of the main thread
	brood   []byte   // as it was read last
	threads map[string]*os.File
	fds     map[int]bool // whether a descriptor is the terminal
}

// device returns the device number of a terminal.
func device(f *os.File) (uint64, error) {
	var st unix.Stat_t
	if err := unix.Fstat(int(f.Fd()), &st); err != nil {
		return 0, fmt.Errorf("look at the terminal: %w", err)
	}
	return st.Rdev, nil
}

// expect notes that n bytes are about to be typed.
func (p *probe) expect(n int) {
	read, _ := p.counters()
	p.target = read + int64(n)
}

// written is the number of bytes the program has written anywhere.
func (p *probe) written() int64 {
	_, written := p.counters()
	return written
}

// waiting reports whether the program has consumed what was typed and waits for
// more. A lenient answer leaves out whether all of it was consumed, for programs
// that read a line in parts, and whether timers are pending.
func (p *probe) waiting(lenient bool) bool {
	if p.lastWaiting != nil && p.lastWaiting.running() {
		return false // the usual answer while a program computes, for one look
	}
	p.refresh()
	if len(p.watched) == 0 {
		return false
	}
	if read, _ := p.counters(); read < p.target && !lenient {
		return false
	}
	onTerminal := false
	for _, proc := range p.watched {
		switch proc.state(p.terminal, lenient) {
		case busy:
			return false
		case onInput:
			onTerminal = true
			p.lastWaiting = proc
		}
	}
	return onTerminal
}

// refresh brings the list of processes up to date, when one has come or gone.
func (p *probe) refresh() {
	if p.inner == nil {
		pid := p.box.Inner()
		if pid == 0 {
			return
		}
		if p.inner = watch(pid); p.inner == nil {
			return
		}
	}
	changed := p.inner.bred()
	for _, proc := range p.watched {
		changed = proc.bred() || changed
	}
	if changed {
		p.relist()
	}
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

func (p *probe) counters() (read, written int64) {
	for _, proc := range p.watched {
		r, w := proc.counters()
		read, written = read+r, written+w
	}
	return read, written
}

// worked is the processor time that the processes have used (proc(5), stat: fields
// 14 and 15, in ticks of 10 ms).
func (p *probe) worked() time.Duration {
	var ticks int64
	for _, proc := range p.watched {
		data, err := os.ReadFile(fmt.Sprintf("/proc/%d/stat", proc.pid))
		if err != nil {
			continue
		}
		_, rest, _ := bytes.Cut(data, []byte(") "))
		if fields := bytes.Fields(rest); len(fields) > 12 {
			user, _ := strconv.ParseInt(string(fields[11]), 10, 64)
			system, _ := strconv.ParseInt(string(fields[12]), 10, 64)
			ticks += user + system
		}
	}
	return time.Duration(ticks) * 10 * time.Millisecond
}

// queued is how long the processes, and the box that starts them, have waited for a
// processor (Linux, Documentation/scheduler/sched-stats: /proc/PID/schedstat has the
// nanoseconds spent running, those spent waiting to run, and a count). It is 0 where the
// kernel does not tell.
func (p *probe) queued() time.Duration {
	waited := queuedBy(p.box.Root())
	for _, pid := range p.box.Processes() {
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
	io, err := os.Open(fmt.Sprintf("/proc/%d/io", pid))
	if err != nil {
		return nil
	}
	tasks, err := os.Open(fmt.Sprintf("/proc/%d/task", pid))
	if err != nil {
		io.Close()
		return nil
	}
	young, err := os.Open(fmt.Sprintf("/proc/%d/task/%d/children", pid, pid))
	if err != nil {
		io.Close()
		tasks.Close()
		return nil
	}
	return &process{pid: pid, io: io, tasks: tasks, young: young, threads: map[string]*os.File{}, fds: map[int]bool{}}
}

// bred reports whether the process has other children than when it was asked last.
func (p *process) bred() bool {
	var buffer [512]byte
	n, _ := p.young.ReadAt(buffer[:], 0)
	if bytes.Equal(buffer[:n], p.brood) {
		return false
	}
	p.brood = append(p.brood[:0], buffer[:n]...)
	return true
}

func (p *process) close() {
	p.io.Close()
	p.young.Close()
	p.tasks.Close()
	for _, f := range p.threads {
		f.Close()
	}
}

// counters reads rchar and wchar, the first two lines of /proc/PID/io.
func (p *process) counters() (read, written int64) {
	var buffer [256]byte
	n, _ := p.io.ReadAt(buffer[:], 0)
	return number(buffer[:n], "rchar: "), number(buffer[:n], "wchar: ")
}

func number(text []byte, name string) int64 {
	_, rest, found := bytes.Cut(text, []byte(name))
	if !found {
		return 0
	}
	end := bytes.IndexByte(rest, '\n')
	if end < 0 {
		end = len(rest)
	}
	n, _ := strconv.ParseInt(string(rest[:end]), 10, 64)
	return n
}

// activity is what a thread or process does.
type activity int

const (
	idle    activity = iota // blocked on something that is not input
	onInput                 // blocked on the terminal
	busy                    // running or sleeping
)

// running reports whether the main thread runs.
func (p *process) running() bool {
	f := p.threads[strconv.Itoa(p.pid)]
	if f == nil {
		return false
	}
	var buffer [8]byte
	n, _ := f.ReadAt(buffer[:], 0)
	return bytes.HasPrefix(buffer[:n], []byte("running"))
}

// state is busy when one thread is, else onInput when one thread is.
func (p *process) state(terminal uint64, lenient bool) activity {
	if _, err := p.tasks.Seek(0, 0); err != nil {
		return busy
	}
	names, err := p.tasks.Readdirnames(-1)
	if err != nil || len(names) == 0 {
		return busy
	}
	found := idle
	for _, name := range names {
		switch p.thread(name, terminal, lenient) {
		case busy:
			return busy
		case onInput:
			found = onInput
		}
	}
	return found
}

func (p *process) thread(name string, terminal uint64, lenient bool) activity {
	f := p.threads[name]
	if f == nil {
		var err error
		if f, err = os.Open(fmt.Sprintf("/proc/%d/task/%s/syscall", p.pid, name)); err != nil {
			return busy
		}
		p.threads[name] = f
	}
	var buffer [256]byte
	n, err := f.ReadAt(buffer[:], 0)
	if n == 0 && err != nil {
		f.Close()
		delete(p.threads, name)
		return busy
	}
	return p.classify(buffer[:n], terminal, lenient)
}

// classify reads a line of /proc/PID/task/TID/syscall: "running", or the number
// of the system call, six arguments in hexadecimal, and two addresses.
func (p *process) classify(line []byte, terminal uint64, lenient bool) activity {
	fields := bytes.Fields(line)
	if len(fields) < 7 {
		return busy
	}
	call, err := strconv.Atoi(string(fields[0]))
	if err != nil || call < 0 {
		return busy
	}
	switch call {
	case unix.SYS_READ, unix.SYS_READV:
		if p.isTerminal(int(argument(fields, 0)), terminal) {
			return onInput
		}
	case unix.SYS_EPOLL_WAIT, unix.SYS_EPOLL_PWAIT:
		return p.onPoll(p.epollHolds(int(argument(fields, 0)), terminal), int32(argument(fields, 3)) >= 0 && !lenient)
	case unix.SYS_EPOLL_PWAIT2:
		return p.onPoll(p.epollHolds(int(argument(fields, 0)), terminal), argument(fields, 3) != 0 && !lenient)
	case unix.SYS_POLL:
		return p.onPoll(p.holds(terminal), int32(argument(fields, 2)) >= 0 && !lenient)
	case unix.SYS_PPOLL:
		return p.onPoll(p.holds(terminal), argument(fields, 2) != 0 && !lenient)
	case unix.SYS_SELECT, unix.SYS_PSELECT6:
		return p.onPoll(p.holds(terminal), argument(fields, 4) != 0 && !lenient)
	case unix.SYS_NANOSLEEP, unix.SYS_CLOCK_NANOSLEEP:
		return busy
	case unix.SYS_WRITE, unix.SYS_WRITEV:
		return busy
	}
	return idle
}

func (p *process) onPoll(held, timed bool) activity {
	switch {
	case !held:
		return idle
	case timed:
		return busy
	default:
		return onInput
	}
}

func argument(fields [][]byte, i int) uint64 {
	n, _ := strconv.ParseUint(string(bytes.TrimPrefix(fields[i+1], []byte("0x"))), 16, 64)
	return n
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
	data, err := os.ReadFile(fmt.Sprintf("/proc/%d/fdinfo/%d", p.pid, epoll))
	if err != nil {
		return false
	}
	for line := range bytes.Lines(data) {
		fields := bytes.Fields(line)
		if len(fields) > 1 && string(fields[0]) == "tfd:" {
			if fd, err := strconv.Atoi(string(fields[1])); err == nil && p.isTerminal(fd, terminal) {
				return true
			}
		}
	}
	return false
}
