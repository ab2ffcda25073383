package channel

import (
	"bytes"
	"errors"
	"fmt"
	"os"
	"slices"
	"time"
	"unicode/utf8"

	"github.com/creack/pty"
	"golang.org/x/sys/unix"

	"durchgang/core/phrasebook"
	"durchgang/internal/sandbox"
)

// console is a box on a pseudo-terminal that knows when its program waits.
type console struct {
	box     *sandbox.Box
	started time.Time
	fd      int // of the terminal's other end
	own     int // of the program's end
	ends    int // polls as readable once the program has ended
	probe   probe
	held    []sandbox.Held // threads that are about to read
	ending  []sandbox.Held // processes that are about to end
	limits  Patience
	first   time.Duration // how long to wait before a program that does something is looked at again,
	most    time.Duration // and how long at most
	printed int           // bytes printed since the start
	line    []byte        // printed since the last line end
	slept   time.Duration // without taking time, since a line was typed
}

// Patience bounds what a program may do between two lines typed.
type Patience struct {
	Rest   time.Duration   // time until it asks for input or ends
	Output int             // bytes it prints until then
	Total  int             // bytes it prints from its start to its end
	Timers *sandbox.Timers // what is known of the program's timers, which its runs share; nil knows nothing
}

// DefaultPatience is ample for a classroom game.
func DefaultPatience() Patience {
	return Patience{Rest: 3 * time.Second, Output: 64 << 10, Total: 1 << 20, Timers: &sandbox.Timers{}}
}

// rest is how a program came to rest.
type rest string

const (
	waits  rest = "waits"
	ended  rest = "ended"
	stuck  rest = "stuck"
	floods rest = "floods"
)

// startBox starts a box that tells when its program waits, where the kernel can.
var startBox = sandbox.StartHeard

// open starts the program on a new pseudo-terminal of 24 rows × 80 columns,
// without echo and without translation of line ends, so that what is read is what
// the program printed.
func open(spec sandbox.Spec, limits Patience) (*console, error) {
	master, slave, err := pty.Open()
	if err != nil {
		return nil, fmt.Errorf("open a pseudo-terminal: %w", err)
	}
	defer slave.Close()
	defer master.Close()
	c := &console{limits: limits, started: time.Now(), fd: -1, own: -1, ends: -1}
	if limits.Timers == nil {
		c.limits.Timers = &sandbox.Timers{}
	}
	if err := c.start(spec, master, slave); err != nil {
		if c.box != nil {
			c.box.Kill()
		}
		c.closeFiles()
		return nil, err
	}
	return c, nil
}

func (c *console) start(spec sandbox.Spec, master, slave *os.File) (err error) {
	if err := prepare(slave); err != nil {
		return fmt.Errorf("set the terminal up: %w", err)
	}
	// Of files of its own the runtime would wake at each byte that can be read.
	for _, f := range []struct {
		from *os.File
		fd   *int
	}{{master, &c.fd}, {slave, &c.own}} {
		if *f.fd, err = unix.FcntlInt(f.from.Fd(), unix.F_DUPFD_CLOEXEC, 0); err != nil {
			return fmt.Errorf("open a pseudo-terminal: %w", err)
		}
	}
	if err := unix.SetNonblock(c.fd, true); err != nil {
		return fmt.Errorf("set the terminal up: %w", err)
	}
	terminal, err := device(slave)
	if err != nil {
		return fmt.Errorf("look at the terminal: %w", err)
	}
	if c.box, err = startBox(spec, slave); err != nil {
		return err
	}
	if c.ends, err = unix.PidfdOpen(c.box.Root(), 0); err != nil {
		c.ends = -1 // it has ended already, which the box tells
	}
	heard := c.box.Listener() != nil
	c.probe = probe{box: c.box, terminal: terminal, told: heard, unsure: true}
	if c.first, c.most = firstPoll, maxPoll; heard {
		c.first, c.most = heardPoll, maxHeard
	}
	return nil
}

func prepare(slave *os.File) error {
	if err := pty.Setsize(slave, &pty.Winsize{Rows: 24, Cols: 80}); err != nil {
		return err
	}
	settings, err := unix.IoctlGetTermios(int(slave.Fd()), unix.TCGETS)
	if err != nil {
		return err
	}
	settings.Lflag &^= unix.ECHO
	settings.Oflag &^= unix.OPOST
	return unix.IoctlSetTermios(int(slave.Fd()), unix.TCSETS, settings)
}

// typeLine writes a line and its end to the terminal.
func (c *console) typeLine(line string) error {
	c.slept = 0
	if c.poll(0) { // it has printed although it was taken for resting
		c.limits.Timers.Spoke()
	}
	return c.send([]byte(line + "\n"))
}

// send writes what is typed, or what a terminal answers.
func (c *console) send(data []byte) error {
	for len(data) > 0 {
		n, err := unix.Write(c.fd, data)
		switch {
		case errors.Is(err, unix.EAGAIN):
			c.poll(time.Millisecond)
		case err != nil:
			return err
		}
		data = data[max(n, 0):]
	}
	c.release()
	return nil
}

// consumed reports whether the program has read all that was typed. A terminal hands over
// what is typed later, but not later than the program's end is polled (Linux, n_tty_poll).
func (c *console) consumed() bool {
	_, _ = unix.Ppoll([]unix.PollFd{{Fd: int32(c.own), Events: unix.POLLIN}}, &unix.Timespec{}, nil)
	left, err := unix.IoctlGetInt(c.own, unix.TIOCINQ)
	return err == nil && left == 0
}

// release lets the threads that are held go on, those also that were not looked at yet.
func (c *console) release() {
	l := c.box.Listener()
	for l != nil && len(c.held) == 0 && l.Pending() && c.hear() {
	}
	for _, h := range c.held {
		l.Release(h)
	}
	c.held = c.held[:0]
}

const (
	reaction  = 200 * time.Microsecond // within which most programs begin to answer
	firstPoll = 30 * time.Microsecond
	maxPoll   = 4 * time.Millisecond
	heardPoll = time.Millisecond // the same two where the kernel tells when to look
	maxHeard  = 16 * time.Millisecond
	hangUp    = time.Millisecond
	quiet     = 300 * time.Millisecond
)

// settle reads until the program waits for input, ends, or loses patience's limits,
// and returns what it printed.
func (c *console) settle() ([]byte, rest) {
	var out []byte
	late := newClock(c.box, c.limits.Rest)
	pause := c.first
	silence := late.sooner(quiet)
	var resting *rested // while a timer runs
	told := c.await(reaction)
	for {
		c.letEnd(&out)
		if told && resting == nil {
			pause = firstPoll // other threads may still be at work; what was printed is on its way
		} else if c.drain(&out) > 0 {
			pause, silence = c.first, late.sooner(quiet)
			if resting != nil {
				c.limits.Timers.Spoke()
				resting = nil
			}
		}
		if len(out) > c.limits.Output || c.printed > c.limits.Total {
			return out[:min(len(out), c.limits.Output)], floods
		}
		select {
		case <-c.box.Done():
			for c.drain(&out) > 0 {
			}
			return out, ended
		default:
		}
		consumed := c.consumed() // and if so, then before the next question
		if consumed || silence.over() && !c.holds() {
			at, timer := c.alone(), time.Duration(0)
			if !at {
				at, timer = c.probe.waiting()
			}
			switch {
			case at && timer > 0 && resting == nil:
				c.drain(&out) // which was printed before it rested
				span := c.limits.Timers.Wait(timer)
				resting = &rested{late.sooner(span), span}
			case at && (timer == 0 || resting.clock.over()):
				if c.drain(&out) > 0 && timer > 0 { // which has all that was written handed over (n_tty_read)
					c.limits.Timers.Spoke()
					resting = nil
					continue
				}
				if timer > 0 {
					c.limits.Timers.Passed(resting.span)
				}
				return out, waits
			}
		}
		if !consumed {
			c.release() // it goes on reading
		}
		if late.over() {
			return out, stuck
		}
		if told = c.await(pause); !told {
			pause = min(pause*2, c.most)
		}
	}
}

// rested is how long a program is to be silent while a timer of its runs.
type rested struct {
	clock clock
	span  time.Duration
}

// holds reports whether a thread is held where it waits: as long as not all is consumed, it
// has something to read.
func (c *console) holds() bool {
	l := c.box.Listener()
	return len(c.held) > 0 || l != nil && l.Pending()
}

// letEnd reads what was printed before processes that are about to end do, and lets them.
func (c *console) letEnd(out *[]byte) {
	if len(c.ending) == 0 {
		return
	}
	c.drain(out)
	for _, h := range c.ending {
		c.box.Listener().Release(h)
	}
	c.ending = c.ending[:0]
}

// alone reports whether the one thread that the program has is held where it reads.
func (c *console) alone() bool {
	return len(c.held) == 1 && c.probe.only(c.held[0].Thread)
}

// drain reads what is there without waiting and returns how many bytes it was.
func (c *console) drain(out *[]byte) int {
	var buffer [4096]byte
	total := 0
	for len(*out) <= c.limits.Output {
		n, err := unix.Read(c.fd, buffer[:])
		if n <= 0 || err != nil {
			break
		}
		*out = append(*out, buffer[:n]...)
		total += n
		c.answer(buffer[:n])
	}
	c.printed += total
	return total
}

// cursorQuery asks a terminal where its cursor is (ECMA-48, device status report), as
// some runtimes do before they read a line.
var cursorQuery = []byte("\x1b[6n")

// answer tells a program that asks that the cursor is in the last row, and in which
// column of it.
func (c *console) answer(printed []byte) {
	if i := bytes.LastIndexAny(printed, "\r\n"); i >= 0 {
		c.line = c.line[:0]
		printed = printed[i+1:]
	}
	c.line = append(c.line, printed...)
	for {
		before, after, asked := bytes.Cut(c.line, cursorQuery)
		if !asked {
			return
		}
		column := utf8.RuneCountInString(phrasebook.Plain(string(before))) + 1
		c.line = slices.Concat(before, after)
		if err := c.send(fmt.Appendf(nil, "\x1b[24;%dR", min(column, 80))); err != nil {
			return // the program has ended
		}
	}
}

// poll waits until there is something to read or the program has ended, for at most d.
func (c *console) poll(d time.Duration) bool { return c.wait(c.fd, d) }

func (c *console) wait(fd int, d time.Duration) bool {
	timeout := unix.NsecToTimespec(d.Nanoseconds())
	fds := []unix.PollFd{{Fd: int32(fd), Events: unix.POLLIN}, {Fd: int32(c.ends), Events: unix.POLLIN}}
	n, err := unix.Ppoll(fds, &timeout, nil)
	if err == nil && n > 0 && fds[0].Revents&unix.POLLIN == 0 {
		time.Sleep(min(d, hangUp)) // the box is about to be done
	}
	return err == nil && n > 0 && fds[0].Revents&unix.POLLIN != 0
}

// await waits until there is a reason to look at the program again, for at most d. Where
// the kernel tells of threads that are about to wait, that is the reason, and what is
// printed until then is left to gather; elsewhere it is something to read.
func (c *console) await(d time.Duration) bool {
	l := c.box.Listener()
	if l == nil {
		return c.poll(d)
	}
	return c.wait(l.Fd(), d) && c.hear()
}

// hear receives a thread that is about to wait, which the kernel has told of. One that
// reads has nothing else to wait for, and is held; others go on.
func (c *console) hear() bool {
	h, ok := c.box.Listener().Receive()
	if !ok {
		return false // it has ended
	}
	if h.Reads() && h.Thread != c.box.Root() {
		c.held = append(c.held, h)
		return true
	}
	if h.Ends() {
		c.ending = append(c.ending, h)
		return true
	}
	if h.Sleeps() && c.skips(h) {
		c.box.Listener().Skip(h)
		return false
	}
	if h.Starts() {
		c.probe.unsure = true
	}
	c.box.Listener().Release(h)
	return !h.Starts() && !h.Sleeps() && h.Thread != c.box.Root()
}

func (c *console) exit() sandbox.Exit     { return c.box.Exit() }
func (c *console) filled() bool           { return c.box.Filled() }
func (c *console) elapsed() time.Duration { return time.Since(c.started) }
func (c *console) failure() error         { return nil }

// skips reports whether a sleep takes no time: nothing else goes on in the box meanwhile, and what is
// slept since the line that was typed last is within patience.
func (c *console) skips(h sandbox.Held) bool {
	span, known := h.Span()
	if !known || !c.probe.single(h.Thread) || c.slept+span > c.limits.Rest {
		return false
	}
	c.slept += span
	return true
}

// close kills the program, if it still runs, and closes the terminal.
func (c *console) close() {
	c.box.Kill()
	c.probe.close()
	c.closeFiles()
}

func (c *console) closeFiles() {
	for _, fd := range []int{c.fd, c.own, c.ends} {
		if fd >= 0 {
			unix.Close(fd)
		}
	}
}
