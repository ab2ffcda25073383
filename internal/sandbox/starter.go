package sandbox

import (
	"fmt"
	"os"
	"runtime"
	"sync"
	"syscall"

	"golang.org/x/sys/unix"
)

// starter is a thread that starts boxes, one after the other. The kernel reads a process's
// control group, its listener and the right to limit it off the thread that starts it, and
// bubblewrap ends with that thread, so a box has one for itself while it lives. Since all
// this takes longer than to start a box, starters are kept.
type starter struct {
	boxes    chan *Box
	begun    chan error
	listener *Listener // nil where the kernel has none
	group    *group    // nil where the machine has none
}

// idleStarters are those without a box, by whether they hear where programs wait.
var idleStarters struct {
	sync.Mutex
	heard, plain []*starter
}

func idle(heard bool) *[]*starter {
	if heard {
		return &idleStarters.heard
	}
	return &idleStarters.plain
}

// takeStarter returns a starter without a box.
func takeStarter(heard bool) (*starter, error) {
	idleStarters.Lock()
	list := idle(heard)
	if n := len(*list); n > 0 {
		s := (*list)[n-1]
		*list = (*list)[:n-1]
		idleStarters.Unlock()
		return s, nil
	}
	idleStarters.Unlock()
	s := &starter{boxes: make(chan *Box), begun: make(chan error)}
	go apart(func() { s.work(heard) })
	return s, <-s.begun
}

// apart runs f on a thread that nothing else uses, and that ends with it. It is not the first
// of the process, by which the kernel counts the memory of all of it: in a box's control
// group that would be taken for the box's, and this process ended for it.
func apart(f func()) {
	runtime.LockOSThread()
	if unix.Gettid() != unix.Getpid() {
		f()
		return
	}
	taken := make(chan struct{})
	go func() { // on another thread, since this one is locked
		runtime.LockOSThread()
		close(taken)
		f()
	}()
	<-taken
	runtime.UnlockOSThread()
}

// work prepares the thread, which is then changed for good, and starts boxes on it.
func (s *starter) work(heard bool) {
	err := s.prepare(heard)
	if s.begun <- err; err != nil {
		s.dismiss()
		return
	}
	for b := range s.boxes {
		err := s.begin(b)
		s.begun <- err
		if b.cmd.Process != nil {
			if err != nil {
				_ = b.cmd.Process.Kill()
			}
			b.err = b.cmd.Wait()
		}
		if s.group != nil && s.group.short() {
			b.exceed(b.tooMuchMemory())
		}
		close(b.done)
		if heard {
			<-b.left // the listener is another's only when nobody asks for this box any more
		}
		if s.group != nil && !s.group.emptied() {
			s.dismiss() // some process takes its time to end; it shall not share with others
			return
		}
		idleStarters.Lock()
		*idle(heard) = append(*idle(heard), s)
		idleStarters.Unlock()
	}
}

func (s *starter) prepare(heard bool) (err error) {
	if s.group, err = newGroup(); err != nil {
		return err
	}
	if s.group != nil {
		if err := s.group.join(); err != nil {
			return err
		}
	}
	if hears() {
		s.listener, err = listen(heard)
	}
	return err
}

// dismiss gives up what the starter holds; the thread ends with its goroutine.
func (s *starter) dismiss() {
	if s.listener != nil {
		s.listener.close()
	}
	if s.group != nil {
		s.group.leave()
		s.group.remove()
	}
}

// begin starts a box.
func (s *starter) begin(b *Box) error {
	if s.group != nil {
		if err := s.group.limit(b.limits); err != nil {
			return fmt.Errorf("limit a control group: %w", err)
		}
		s.group.into(b.cmd.SysProcAttr)
	}
	if s.listener == nil {
		return b.cmd.Start() // and prlimit(1) limits it
	}
	if err := b.cmd.Start(); err != nil {
		return err
	}
	if as := b.cmd.SysProcAttr.Credential; as != nil {
		if err := become(as); err != nil {
			return err
		}
	}
	return s.listener.admit(b.cmd.Process.Pid, b.limits)
}

// become makes a user the real one of this thread, which may then limit that user's
// processes (prlimit(2)); its rights stay.
func become(as *syscall.Credential) error {
	const same = ^uintptr(0)
	for _, set := range []struct{ call, id uintptr }{{syscall.SYS_SETRESGID, uintptr(as.Gid)}, {syscall.SYS_SETRESUID, uintptr(as.Uid)}} {
		if _, _, errno := syscall.RawSyscall(set.call, set.id, same, same); errno != 0 {
			return fmt.Errorf("become the user of the box: %w", errno)
		}
	}
	return nil
}

// hears reports whether the kernel of this machine holds threads (Linux 5.5 and later), and
// processes are started with descriptors, by which this one's own are told from the held.
var hears = sync.OnceValue(func() bool {
	self, err := os.FindProcess(os.Getpid())
	if err != nil || self.WithHandle(func(uintptr) {}) != nil {
		return false
	}
	tried := make(chan bool)
	go apart(func() {
		l, err := listen(false)
		if err == nil {
			l.close()
		}
		tried <- err == nil
	})
	return <-tried
})
