package sandbox_test

import (
	"context"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"time"

	"durchgang/internal/sandbox"
)

// openDir is a test's folder that a box can reach.
func openDir(t *testing.T) string {
	t.Helper()
	dir := t.TempDir()
	for d := dir; d != "/"; d = filepath.Dir(d) {
		_ = os.Chmod(d, 0o755) // only the test's own folders can be changed, and need be
		if filepath.Dir(d) == os.TempDir() {
			break
		}
	}
	return dir
}

func run(t *testing.T, script string, limits sandbox.Limits) (string, sandbox.Exit) {
	t.Helper()
	dir := openDir(t)
	if err := os.WriteFile(filepath.Join(dir, "p.py"), []byte(script), 0o644); err != nil {
		t.Fatal(err)
	}
	ctx, cancel := context.WithTimeout(t.Context(), 30*time.Second)
	defer cancel()
	spec := sandbox.Spec{Dir: dir, Argv: []string{"/usr/bin/python3", "p.py"}, Limits: limits}
	printed, exit, err := sandbox.Run(ctx, spec, 64<<10)
	if err != nil {
		t.Fatal(err)
	}
	return printed, exit
}

func TestProgramSeesOnlyItsBox(t *testing.T) {
	t.Setenv("DURCHGANG_SECRET", "the service's own")
	tests := []struct{ name, script, want string }{
		{"its files lie in the working folder", "import os; print(os.getcwd(), os.listdir('.'))", "/home/student ['p.py']"},
		{"it may write beside them", "open('score.txt','w').write('3'); print(open('score.txt').read())", "3"},
		{"it may not change them", "open('p.py','w').write('3')", "Read-only file system"},
		{"the system is read-only", "open('/usr/x','w')", "Read-only file system"},
		{"there is no network", "import socket; socket.create_connection(('127.0.0.1', 5432), 1)", "Connection refused"},
		{"there is no other host", "import socket; socket.create_connection(('192.0.2.1', 80), 1)", "Network is unreachable"},
		{"it is not root", "import os; print(os.getuid())", "1000"},
		{"the service's environment is away", "import os; print('DURCHGANG_SECRET' in os.environ)", "False"},
		{"it sees no process but its own", "import os; print(len([p for p in os.listdir('/proc') if p.isdigit()]) <= 3)", "True"},
		{"it sees no home", "import os; print(os.path.exists('/root'), os.listdir('/home'))", "False ['student']"},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			if printed, _ := run(t, tt.script, sandbox.DefaultLimits()); !strings.Contains(printed, tt.want) {
				t.Errorf("it printed %q, want %q", printed, tt.want)
			}
		})
	}
}

// However many boxes are started at once, the process that starts them stays where it is: the
// kernel counts its memory by the control group of its first thread.
func TestTheStarterStaysOutside(t *testing.T) {
	first := fmt.Sprintf("/proc/self/task/%d/", os.Getpid())
	where := func() string {
		group, err := os.ReadFile(first + "cgroup")
		if err != nil {
			t.Fatal(err)
		}
		status, err := os.ReadFile(first + "status")
		if err != nil {
			t.Fatal(err)
		}
		_, ids, _ := strings.Cut(string(status), "Uid:")
		ids, _, _ = strings.Cut(ids, "\n")
		return string(group) + ids
	}
	before := where()
	var boxes sync.WaitGroup
	for range 60 {
		boxes.Go(func() {
			dir := openDir(t)
			spec := sandbox.Spec{Dir: dir, Argv: []string{"/bin/sleep", "0.5"}, Limits: sandbox.DefaultLimits()}
			if _, _, err := sandbox.Run(t.Context(), spec, 1<<10); err != nil {
				t.Error(err)
			}
		})
	}
	boxes.Wait()
	if now := where(); now != before {
		t.Errorf("the first thread was in\n%s\nand is in\n%s", before, now)
	}
}

func TestLimitsHold(t *testing.T) {
	limits := sandbox.DefaultLimits()
	limits.CPU = time.Second
	limits.Memory = 384 << 20
	tests := []struct{ name, script, exceeded, printed string }{
		{"processor time", "while True: pass", "processor time", ""},
		{"memory", "a = []\nwhile True: a.append(bytearray(1 << 20))", "memory", ""},
		{"processes", "import os\nfor i in range(200):\n  try:\n    if os.fork() == 0:\n      import time; time.sleep(20)\n  except OSError as e:\n    print(e); break", "", "Resource temporarily unavailable"},
		{"disk", "f = open('/tmp/big','wb')\ntry:\n  while True: f.write(bytes(1 << 20)); f.flush()\nexcept OSError as e: print(e)", "", "File too large"},
		{"disk, in several files", "try:\n  for i in range(40): open('/tmp/%d' % i,'wb').write(bytes(1 << 20))\nexcept OSError as e: print(e)", "", "No space left on device"},
	}
	for _, alone := range []bool{false, true} {
		for _, tt := range tests {
			t.Run(fmt.Sprintf("%s, alone %v", tt.name, alone), func(t *testing.T) {
				if alone {
					sandbox.Alone(t)
				}
				printed, exit := run(t, tt.script, limits)
				if !strings.Contains(exit.Exceeded, tt.exceeded) || tt.exceeded == "" && exit.Exceeded != "" {
					t.Errorf("exceeded %q, want %q; printed %q", exit.Exceeded, tt.exceeded, printed)
				}
				if !strings.Contains(printed, tt.printed) {
					t.Errorf("it printed %q, want %q", printed, tt.printed)
				}
			})
		}
	}
}

func TestSignalIsNamed(t *testing.T) {
	_, exit := run(t, "import os; os.kill(os.getpid(), 11)", sandbox.DefaultLimits())
	if exit.Signal != "SIGSEGV, segmentation fault" {
		t.Errorf("ended with %+v", exit)
	}
}

func TestCancelEndsEverything(t *testing.T) {
	ctx, cancel := context.WithTimeout(t.Context(), 300*time.Millisecond)
	defer cancel()
	dir := openDir(t)
	spec := sandbox.Spec{Dir: dir, Writable: true, Argv: []string{"/usr/bin/python3", "-c", "import os,time\nos.fork()\nos.setsid() if os.fork()==0 else 0\ntime.sleep(60)"}, Limits: sandbox.DefaultLimits()}
	start := time.Now()
	if _, _, err := sandbox.Run(ctx, spec, 100); err != context.DeadlineExceeded {
		t.Errorf("error is %v", err)
	}
	if took := time.Since(start); took > 30*time.Second {
		t.Errorf("it took %v", took)
	}
}

// What a teacher can check by a command holds here.
func TestEveryLimitHolds(t *testing.T) {
	if err := sandbox.Ready(t.Context()); err != nil {
		t.Fatal(err)
	}
	checked := 0
	err := sandbox.CheckAll(t.Context(), func(c sandbox.Check) {
		checked++
		if !c.Held {
			t.Errorf("%s: a program tried %s and met %q", c.Limit, c.Tried, c.Saw)
		}
	})
	if err != nil || checked < 20 {
		t.Errorf("%d limits, %v", checked, err)
	}
}
