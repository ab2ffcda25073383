package sandbox

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"os"
	"os/exec"
	"regexp"
	"sync"
	"sync/atomic"
	"syscall"
	"time"

	"golang.org/x/sys/unix"
)

// Box is a program running in its box.
type Box struct {
	cmd     *exec.Cmd
	limits  Limits
	starter *starter      // until done is closed
	heard   bool          // where its program waits for input
	left    chan struct{} // closed once nobody serves the listener any more
	leave   sync.Once
	done    chan struct{}
	err     error // of Wait, once done is closed

	mu       sync.Mutex
	exceeded string
}

// Exit is how a program ended.
type Exit struct {
	Code     int    // exit status; -1 when a signal ended it
	Signal   string // name of the signal, or empty
	Exceeded string // the limit that was exceeded, or empty
}

// String says how the program ended, as for a teacher.
func (e Exit) String() string {
	switch {
	case e.Exceeded != "":
		return e.Exceeded
	case e.Signal != "":
		return e.Signal
	default:
		return fmt.Sprintf("exit status %d", e.Code)
	}
}

// Start runs spec with its three standard streams on stream, which the box keeps
// open by itself. When root starts it, the box runs under an id that nobody else
// has.
func Start(spec Spec, stream *os.File) (*Box, error) { return startOn(spec, stream, false) }

// StartHeard is Start for a caller that serves the box's Listener and calls Kill at the end,
// also of a box that is done: wherever the program is about to wait for input, the kernel
// holds it until the caller releases it. Listener is nil where the kernel cannot do so.
func StartHeard(spec Spec, stream *os.File) (*Box, error) { return startOn(spec, stream, true) }

func startOn(spec Spec, stream *os.File, heard bool) (*Box, error) {
	return start(spec, heard, func(cmd *exec.Cmd) { cmd.Stdin, cmd.Stdout, cmd.Stderr = stream, stream, stream })
}

// StartApart runs spec with its input and output on stream, and what it prints to standard
// error kept apart: the first limit bytes of it are in the function returned, once the box
// is done.
func StartApart(spec Spec, stream *os.File, limit int) (*Box, func() string, error) {
	out := &capped{limit: limit}
	b, err := start(spec, false, func(cmd *exec.Cmd) {
		cmd.Stdin, cmd.Stdout, cmd.Stderr = stream, stream, out
		cmd.WaitDelay = time.Second
	})
	return b, out.String, err
}

// errNotMade means that the kernel has refused the namespaces of a box, as on a machine that has no more
// processes. The program was not started.
var errNotMade = errors.New(
	"bubblewrap cannot make a box: the machine refuses new namespaces, or has no room for processes now (durchgang sandbox check says more)",
)

const mostStarts = 6 // of a box that cannot be made, at longer and longer intervals

// start makes a box and starts the program in it; connect gives the command its streams.
func start(spec Spec, heard bool, connect func(*exec.Cmd)) (b *Box, err error) {
	defer func() {
		for _, f := range spec.Passed {
			f.Close()
		}
	}()
	for try := range mostStarts {
		time.Sleep(time.Duration(try*try) * 100 * time.Millisecond)
		if b, err = startOnce(spec, heard, connect); !errors.Is(err, errNotMade) {
			break
		}
	}
	return b, err
}

func startOnce(spec Spec, heard bool, connect func(*exec.Cmd)) (*Box, error) {
	made, status, err := os.Pipe()
	if err != nil {
		return nil, fmt.Errorf("prepare a box: %w", err)
	}
	cmd, err := spec.command(status)
	if err != nil {
		made.Close()
		status.Close()
		return nil, err
	}
	handedOver := sync.OnceFunc(func() {
		for _, f := range cmd.ExtraFiles[len(spec.Passed):] {
			f.Close()
		}
	})
	defer handedOver()
	connect(cmd)
	cmd.SysProcAttr = &syscall.SysProcAttr{Setsid: true}
	if id, root := nextID(); root {
		cmd.SysProcAttr.Credential = &syscall.Credential{Uid: id, Gid: id}
		if f, ok := cmd.Stdin.(*os.File); ok {
			_ = f.Chown(int(id), int(id)) // a pipe has no owner to change
		}
		for _, dir := range spec.writable() {
			if err := os.Chown(dir, int(id), int(id)); err != nil {
				return nil, fmt.Errorf("give a folder to the box: %w", err)
			}
		}
	}
	cmd.Env = []string{}
	s, err := takeStarter(heard)
	if err != nil {
		made.Close()
		return nil, fmt.Errorf("prepare a box: %w", err)
	}
	b := &Box{cmd: cmd, limits: spec.Limits, starter: s, heard: heard, done: make(chan struct{}), left: make(chan struct{})}
	s.boxes <- b
	if err := <-s.begun; err != nil {
		close(b.left)
		made.Close()
		return nil, fmt.Errorf("start the box: %w", err)
	}
	handedOver() // bubblewrap has them
	n, _ := made.Read(make([]byte, 1))
	go func() {
		<-b.done // until then bubblewrap may write, which would end it where nobody reads
		made.Close()
	}()
	if n == 0 {
		b.Kill()
		return nil, errNotMade
	}
	go b.watch()
	return b, nil
}

// Listener tells of a box that StartHeard began when its program is about to wait; it is
// nil for others.
func (b *Box) Listener() *Listener {
	if !b.heard {
		return nil
	}
	return b.starter.listener
}

// Connection opens both ends of a connection, the second one for a program in a box. Deadlines
// hold for the first.
func Connection() (ours, theirs *os.File, err error) {
	pair, err := unix.Socketpair(unix.AF_UNIX, unix.SOCK_STREAM|unix.SOCK_CLOEXEC, 0)
	if err != nil {
		return nil, nil, fmt.Errorf("open a connection: %w", err)
	}
	err = unix.SetNonblock(pair[0], true)
	ours, theirs = os.NewFile(uintptr(pair[0]), "ours"), os.NewFile(uintptr(pair[1]), "program")
	if err != nil {
		ours.Close()
		theirs.Close()
		return nil, nil, fmt.Errorf("open a connection: %w", err)
	}
	return ours, theirs, nil
}

var boxes atomic.Uint32

// The user ids of boxes: so many for each process of Durchgang on the machine, apart from
// those of its neighbours, since the kernel counts processes by user.
const (
	firstID    = 300_000_000
	idsEach    = 256
	mostNumber = 1 << 22 // of a process, proc_sys_kernel(5)
)

// nextID returns a user id that has no account, when the caller may choose one.
func nextID() (id uint32, root bool) {
	own := uint32(os.Getpid()%mostNumber) * idsEach
	return firstID + own + boxes.Add(1)%idsEach, os.Geteuid() == 0
}

// Done is closed when the program has ended.
func (b *Box) Done() <-chan struct{} { return b.done }

// Exit returns how the program ended; call it after Done is closed.
func (b *Box) Exit() Exit {
	b.mu.Lock()
	exit := Exit{Exceeded: b.exceeded}
	b.mu.Unlock()
	var status *exec.ExitError
	if !errors.As(b.err, &status) {
		if b.err != nil {
			exit.Code = -1
		}
		return exit
	}
	exit.Code = status.ExitCode()
	// bubblewrap passes on a signal as a status of 128 and its number.
	if exit.Code > 128 && exit.Code < 128+65 {
		signal := syscall.Signal(exit.Code - 128)
		exit.Code, exit.Signal = -1, unix.SignalName(signal)+", "+signal.String()
		if signal == syscall.SIGXCPU || signal == syscall.SIGKILL && exit.Exceeded == "" {
			exit.Exceeded = fmt.Sprintf("more than %v of processor time", b.limits.CPU)
		}
		if signal == syscall.SIGXFSZ {
			exit.Exceeded = DiskFull
		}
	}
	return exit
}

// DiskFull is the limit that a program has exceeded which writes more than it may.
const DiskFull = "more on its disk than there is room for"

// Filled reports whether the program has filled the disk that it has, while it runs.
func (b *Box) Filled() bool {
	for _, pid := range b.Processes() {
		for _, dir := range []string{WorkDir, "/tmp"} {
			var st unix.Statfs_t
			if unix.Statfs(fmt.Sprintf("/proc/%d/root%s", pid, dir), &st) == nil && st.Blocks > 0 && st.Flags&unix.ST_RDONLY == 0 &&
				st.Bavail == 0 {
				return true
			}
		}
	}
	return false
}

// ToldFull reports whether a program's runtime printed that its disk is full.
func ToldFull(printed string) bool { return diskError.MatchString(printed) }

// diskError matches what runtimes print of ENOSPC and EFBIG.
var diskError = regexp.MustCompile(`No space left on device|File too large|ENOSPC|EFBIG|no space left on device`)

// Kill ends everything in the box and waits for it. The box's listener is not used after.
func (b *Box) Kill() {
	defer b.leave.Do(func() { close(b.left) })
	select {
	case <-b.done:
		return
	default:
	}
	if b.end(); b.ends(farewell) {
		return
	}
	_ = b.cmd.Process.Kill()
	<-b.done
}

// end kills the first process of the box, and with it all others. Bubblewrap then sees
// its child off and ends by itself; were it killed first, somebody else would have to.
func (b *Box) end() {
	if inner := b.Inner(); inner == 0 || syscall.Kill(inner, syscall.SIGKILL) != nil {
		_ = b.cmd.Process.Kill()
	}
}

const farewell = 2 * time.Second

// ends waits until the box is done, for at most d. Only whoever serves the listener calls it.
func (b *Box) ends(d time.Duration) bool {
	l := b.Listener()
	if l == nil {
		select {
		case <-b.done:
			return true
		case <-time.After(d):
			return false
		}
	}
	for until := time.Now().Add(d); time.Now().Before(until); {
		select {
		case <-b.done:
			return true
		default:
		}
		if l.wait(300 * time.Microsecond) {
			if h, ok := l.Receive(); ok {
				l.Release(h) // bubblewrap was about to wait
			}
		}
	}
	return false
}

// exceed notes which limit was exceeded.
func (b *Box) exceed(limit string) {
	b.mu.Lock()
	b.exceeded = limit
	b.mu.Unlock()
}

func (b *Box) tooMuchMemory() string {
	return fmt.Sprintf("more than %d MB of memory", b.limits.Memory>>20)
}

// Root is the process id of the box on the host.
func (b *Box) Root() int { return b.cmd.Process.Pid }

const watchEvery = 20 * time.Millisecond

// watch kills the box when its processes together use too much memory. Its control group
// says so; where it has none, they are asked one by one, for no limit of a process does.
func (b *Box) watch() {
	tick := time.NewTicker(watchEvery)
	defer tick.Stop()
	for {
		select {
		case <-b.done:
			return
		case <-tick.C:
			if b.short() {
				b.exceed(b.tooMuchMemory())
				b.end()
				return
			}
		}
	}
}

func (b *Box) short() bool {
	if g := b.starter.group; g != nil && g.killed != nil {
		return g.short()
	}
	return resident(b.Processes()) > b.limits.Memory
}

// Run runs spec to its end without input and returns the first limit bytes of what
// it printed. A cancelled context kills it.
func Run(ctx context.Context, spec Spec, limit int) (string, Exit, error) {
	out := &capped{limit: limit}
	b, err := start(spec, false, func(cmd *exec.Cmd) {
		cmd.Stdout, cmd.Stderr = out, out
		cmd.WaitDelay = time.Second
	})
	if err != nil {
		return "", Exit{}, err
	}
	select {
	case <-b.Done():
	case <-ctx.Done():
		b.Kill()
		return out.String(), b.Exit(), ctx.Err()
	}
	return out.String(), b.Exit(), nil
}

// capped keeps the first bytes written and drops the rest.
type capped struct {
	bytes.Buffer
	limit int
}

func (c *capped) Write(p []byte) (int, error) {
	if room := c.limit - c.Len(); room > 0 {
		c.Buffer.Write(p[:min(room, len(p))])
	}
	return len(p), nil
}
