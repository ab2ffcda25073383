package sandbox

import (
	"context"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"time"

	"durchgang/internal/scratch"
)

// Check is the result of a program that tried to break one limit of the box.
type Check struct {
	Limit string `json:"limit"`
	Tried string `json:"tried"`
	Held  bool   `json:"held"`
	Saw   string `json:"saw"` // what the program printed, or what it exceeded
}

// attempt is a Python program that tries to break a limit. It is held when it prints
// or exceeds what is wanted.
type attempt struct {
	limit, tried string
	script       string
	prints       string // the limit holds when the program prints this,
	exceeds      string // or is ended with this
}

// call is the begin of attempts on the kernel: it prints the name of the error with
// which a system call failed, or that it worked.
const call = `
import ctypes, errno, os
libc = ctypes.CDLL(None, use_errno=True)
def call(name, *args):
    worked = getattr(libc, name)(*args) >= 0
    print("worked" if worked else errno.errorcode[ctypes.get_errno()])
`

var attempts = []attempt{
	{"network", "to reach a service on this machine", "import socket\nsocket.create_connection(('127.0.0.1', 22), 1)", "refused", ""},
	{"network", "to reach another machine", "import socket\nsocket.create_connection(('192.0.2.1', 80), 1)", "unreachable", ""},
	{
		"network", "to listen to the kernel's network", "import socket\nsocket.socket(socket.AF_NETLINK, socket.SOCK_RAW)",
		"Address family not supported", "",
	},
	{"files", "to write to the system", "open('/usr/bin/x', 'w')", "Read-only file system", ""},
	{"files", "to change its own source", "open('attempt.py', 'w')", "Read-only file system", ""},
	{"files", "to read the list of passwords", "open('/etc/shadow').read()", "No such file", ""},
	{"files", "to reach out through a link", "import os\nos.symlink('/etc/passwd', 'x')\nopen('x').read()", "No such file", ""},
	{"files", "to read another folder of /tmp", "import os\nprint(os.listdir('/tmp'))", "[]", ""},
	{
		"processes", "to see others",
		"import os\nprint('alone' if len([p for p in os.listdir('/proc') if p.isdigit()]) <= 3 else 'others')", "alone", "",
	},
	{
		"processes", "to end the one that started it",
		"import os, signal\nfor pid in range(2, 300):\n  if pid != os.getpid():\n    try: os.kill(pid, signal.SIGKILL); print('killed', pid)\n    except ProcessLookupError: pass\nprint('alone')",
		"alone", "",
	},
	{
		"processes", "to start more and more",
		"import os, time\ntry:\n  while True:\n    if os.fork() == 0: time.sleep(30)\nexcept BlockingIOError: print('no more')",
		"no more", "",
	},
	{"rights", "to become root", "import os\ntry: os.setuid(0); print('root')\nexcept OSError: print('refused')", "refused", ""},
	{"rights", "to make a namespace", call + "call('unshare', 0x10000000)", "EPERM", ""},
	{"rights", "to mount a file system", call + "call('mount', b'none', b'/mnt', b'tmpfs', 0, None)", "EPERM", ""},
	{"rights", "to look into a process", call + "call('ptrace', 0, 0, 0, 0)", "EPERM", ""},
	{"rights", "to load a program into the kernel", call + "call('syscall', 321, 0, 0, 0)", "EPERM", ""},
	{
		"rights", "to type into its own terminal", "import fcntl, termios\nfcntl.ioctl(0, termios.TIOCSTI, b'x')",
		"Operation not permitted", "",
	},
	{"environment", "to read the service's variables", "import os\nprint(sorted(os.environ))", "['HOME', 'LANG', ", ""},
	{"processor time", "to compute without end", "while True: pass", "", "processor time"},
	{"memory", "to take all of it", "a = []\nwhile True: a.append(bytearray(1 << 20))", "", "memory"},
	{
		"memory", "to take all of it with several processes",
		"import os, time\nfor _ in range(8):\n  if os.fork() == 0:\n    a = [bytearray(1 << 20) for _ in range(100)]\n    time.sleep(30)\ntime.sleep(30)",
		"", "memory",
	},
	{
		"disk", "to fill it with one file", "f = open('/tmp/big', 'wb')\nwhile True: f.write(bytes(1 << 20)); f.flush()",
		"File too large", "",
	},
	{"disk", "to fill it with many files", "for i in range(100): open('%d' % i, 'wb').write(bytes(1 << 20))", "No space left", ""},
	{"time", "to sleep on", "import time\ntime.sleep(60)", "", "time of the check"},
	{
		"time", "to leave a process behind that ignores signals",
		"import os, signal, time\nif os.fork() == 0:\n  os.setsid()\n  for s in range(1, 65):\n    try: signal.signal(s, signal.SIG_IGN)\n    except (OSError, ValueError): pass\n  time.sleep(60)\ntime.sleep(60)",
		"", "time of the check",
	},
}

// Ready runs a program that does nothing, and fails when the machine has no box or
// cannot make one.
func Ready(ctx context.Context) error {
	dir, err := scratch.Dir("check")
	if err != nil {
		return err
	}
	defer os.RemoveAll(dir)
	printed, exit, err := Run(ctx, Spec{Dir: dir, Argv: []string{"/bin/true"}, Limits: DefaultLimits()}, 1<<10)
	if err != nil {
		return err
	}
	if exit != (Exit{}) {
		return fmt.Errorf("%w: %s: %s", ErrBadBox, exit, strings.TrimSpace(printed))
	}
	return nil
}

// checkTime is how long one attempt may take.
const checkTime = 4 * time.Second

// CheckAll runs programs that try to break each limit, one after the other, and calls
// report with the result of each. The error is about the machine.
func CheckAll(ctx context.Context, report func(Check)) error {
	for _, a := range attempts {
		c, err := a.run(ctx)
		if err != nil {
			return fmt.Errorf("check %s: %w", a.limit, err)
		}
		report(c)
	}
	return nil
}

func (a attempt) run(ctx context.Context) (Check, error) {
	dir, err := scratch.Dir("check")
	if err != nil {
		return Check{}, err
	}
	defer os.RemoveAll(dir)
	if err := os.WriteFile(filepath.Join(dir, "attempt.py"), []byte(a.script), 0o644); err != nil {
		return Check{}, err
	}
	limits := DefaultLimits()
	limits.CPU, limits.Memory = time.Second, limits.Memory/2
	c := Check{Limit: a.limit, Tried: a.tried}
	within, cancel := context.WithTimeout(ctx, checkTime)
	defer cancel()
	spec := Spec{Dir: dir, Argv: []string{"/usr/bin/python3", "attempt.py"}, Limits: limits}
	printed, exit, err := Run(within, spec, 16<<10)
	switch {
	case ctx.Err() != nil:
		return c, ctx.Err()
	case within.Err() != nil:
		c.Saw = "ended after the time of the check"
	case err != nil:
		return c, err
	default:
		c.Saw = lastLine(printed)
		if exit.Exceeded != "" {
			c.Saw = exit.Exceeded
		}
	}
	c.Held = a.prints != "" && strings.Contains(printed, a.prints) || a.exceeds != "" && strings.Contains(c.Saw, a.exceeds)
	return c, nil
}

func lastLine(text string) string {
	lines := strings.Split(strings.TrimSpace(text), "\n")
	return lines[len(lines)-1]
}
