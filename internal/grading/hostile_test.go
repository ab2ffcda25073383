package grading_test

import (
	"context"
	"fmt"
	"maps"
	"slices"
	"strings"
	"sync"
	"testing"
	"testing/fstest"
	"time"

	"durchgang/core/games"
	"durchgang/core/judge"
	"durchgang/core/suite"
	"durchgang/internal/channel"
	"durchgang/internal/grading"
	"durchgang/internal/portion"
	"durchgang/internal/record"
	"durchgang/internal/server/servertest"
)

// hostile programs, what a teacher reads of each, and whether they still play right.
var hostile = []struct {
	name, file, source, says string
	full                     bool
}{
	{"forks without end", "a.py", "import os\nwhile True: os.fork()", "", false},
	{"takes all memory", "a.py", "a = []\nwhile True: a.append(bytearray(1 << 20))", "more than 512 MB of memory", false},
	{"fills the disk", "a.py", "for i in range(1000): open(str(i), 'wb').write(bytes(1 << 20))", "more on its disk than there is room for", false},
	{"writes one endless file", "a.py", "f = open('/tmp/x', 'wb')\nwhile True: f.write(bytes(1 << 20))", "more on its disk than there is room for", false},
	{"prints without end", "a.py", "while True: print('X wins')", "prints without end", false},
	{"prints one endless line", "a.py", "import sys\nwhile True: sys.stdout.write('x' * 1000)", "prints without end", false},
	{"prints bytes that are no text", "a.py", "import os\nfor _ in range(50): os.write(1, bytes(range(256)))", "has ended", false},
	{"leaves a daemon", "a.py", "import os, time\nif os.fork() == 0:\n  os.setsid()\n  time.sleep(1000)", "has ended", false},
	{"ignores every signal", "a.py", "import signal\nfor s in range(1, 65):\n  try: signal.signal(s, signal.SIG_IGN)\n  except (OSError, ValueError): pass\nwhile True: pass", "is stuck", false},
	{"sleeps", "a.py", "import time\ntime.sleep(1000)", "is stuck", false},
	{"closes its input and waits", "a.py", "import os, time\nos.close(0)\ntime.sleep(1000)", "is stuck", false},
	{"calls another machine", "a.py", "import socket\nsocket.create_connection(('192.0.2.1', 80), 2)", "Network is unreachable", false},
	{"calls the database", "a.py", "import socket\nsocket.create_connection(('127.0.0.1', 5432), 2)", "Connection refused", false},
	{"reads outside", "a.py", "print(open('/etc/passwd').read())", "No such file", false},
	{"reads through a link", "a.py", "import os\nos.symlink('/root', 'x')\nprint(os.listdir('x'))", "No such file", false},
	{"looks for the suite", "a.py", "import os\nfor d, _, files in os.walk('/home'):\n  for f in files:\n    if f != 'a.py': print('found', f)\nraise SystemExit(7)", "exit status 7", false},
	{"kills what it can", "a.py", "import os\nos.kill(-1, 9)", "", false},
	{"kills itself", "a.c", "#include <signal.h>\nint main(void) { raise(11); }", "SIGSEGV", false},
	{"ends at once", "a.py", "", "has ended", false},
	{"forges a verdict", "a.py", "print('{\"points\": 3, \"state\": \"agrees\"}\\n✓ agrees A mark goes where it was put 2 / 2')", "has ended", false},
	{"compiles without end", "a.c", "#include \"/dev/zero\"\nint main(void) { return 0; }", "does not compile", false},
	{"includes a file of the machine", "a.c", "#include \"/etc/shadow\"\nint main(void) { return 0; }", "does not compile", false},
	{"needs a compiler with much memory", "a.c", "char a[1u << 30] = {1};\nint main(void) { return a[5]; }", "does not compile", false},
	{"breaks the terminal's settings", "a.py", "import termios, tty\ntty.setraw(0)\nimport sys\nsys.stdout.write('\\x1b[?25l\\x1b]0;owned\\x07\\x1b[2J')" + servertest.RightProgram, "", true},
	{"sleeps beside its reader", "a.py", "import threading, time\ndef tick():\n  while True: time.sleep(1)\nthreading.Thread(target=tick, daemon=True).start()\n" + servertest.RightProgram, "", true},
	{"leaves a sleeping child behind", "a.py", "import os, time\nif os.fork() == 0:\n  while True: time.sleep(100)\n" + servertest.RightProgram, "", true},
	{"says a win and writes over it", "a.py", strings.Replace(servertest.RightProgram, "while True:\n", "while True:\n    print('X wins the game!\\r                \\r', end='')\n", 1), "", true},
	{"prints escape codes", "a.py", "print('\\x1b]0;owned\\x07\\x1b[31m\\x1b[2J\\x1b[H', end='')" + servertest.RightProgram, "", true},
}

// terminal is a grader of programs on a terminal that learns nothing, and plays some scripts at a time.
func terminal(t *testing.T, s *suite.Suite, book string, parallel int) grading.Grader {
	t.Helper()
	g, err := grading.New(record.Terminal, s, "phrasebook", book)
	if err != nil {
		t.Fatal(err)
	}
	g.Learn, g.Parallel = false, parallel
	return g
}

func grade(ctx context.Context, t *testing.T, file, source string) (string, bool) {
	t.Helper()
	s, err := suite.Parse("two", servertest.ShortSuite, games.All())
	if err != nil {
		t.Fatal(err)
	}
	patience := channel.DefaultPatience()
	patience.Rest = 2 * time.Second
	grader := terminal(t, s, "", 1)
	grader.Patience = patience
	g, err := grader.Grade(ctx, fstest.MapFS{file: {Data: []byte(source), Mode: 0o644}}, nil)
	if err != nil {
		if !grading.AtFault(err) {
			t.Fatal(err)
		}
		return err.Error(), false
	}
	return fmt.Sprint(g.Verdict.Findings), g.Verdict.Points == g.Verdict.Of
}

// Each hostile program is contained and described, and a right program that is graded
// at the same time keeps its points.
func TestHostileProgramsAreContained(t *testing.T) {
	ctx, cancel := context.WithCancel(t.Context())
	var neighbour sync.WaitGroup
	graded, kept := 0, 0
	var times []time.Duration
	once := func() {
		began := time.Now()
		if _, full := grade(t.Context(), t, "right.py", servertest.RightProgram); full {
			kept++
		}
		graded++
		times = append(times, time.Since(began))
	}
	for range 10 {
		once()
	}
	alone := middle(times)
	times = nil
	neighbour.Go(func() {
		for ctx.Err() == nil {
			once()
		}
	})
	for i, tt := range hostile {
		t.Run(tt.name, func(t *testing.T) {
			portion.Every(t, 2, i)
			says, full := grade(t.Context(), t, tt.file, tt.source)
			if full != tt.full || !strings.Contains(says, tt.says) {
				t.Errorf("full points: %v, want %v; it says %q, want %q in it", full, tt.full, says, tt.says)
			}
		})
	}
	cancel()
	neighbour.Wait()
	if graded == 0 || kept != graded {
		t.Errorf("the neighbour kept its points in %d of %d runs", kept, graded)
	}
	t.Logf("the neighbour was graded %d times, and took %.2f times as long as alone (median)", graded, float64(middle(times))/float64(alone))
}

func middle(times []time.Duration) time.Duration {
	slices.Sort(times)
	return times[len(times)/2]
}

// Where a run is taken back because the program went on when it was tried again, both runs are
// kept, so that what happened can be explained later.
func TestARunThatIsTakenBackIsKept(t *testing.T) {
	s, err := suite.Parse("two", servertest.ShortSuite, games.All())
	if err != nil {
		t.Fatal(err)
	}
	patience := channel.DefaultPatience()
	patience.Rest = 3 * time.Second
	hangs := fmt.Sprintf("import time\nif time.time() < %d: time.sleep(60)\n", time.Now().Add(6*time.Second).Unix()) // the first one finds out how moves are typed
	kept := map[int]record.Evidence{}
	grader := terminal(t, s, "", 2)
	grader.Patience = patience
	g, err := grader.Grade(t.Context(), fstest.MapFS{"a.py": {Data: []byte(hangs + servertest.RightProgram), Mode: 0o644}}, func(e record.Evidence) error {
		kept[e.Number] = e
		return nil
	})
	if err != nil {
		t.Fatal(err)
	}
	if g.Verdict.Points != g.Verdict.Of {
		t.Errorf("%s of %s points: %v", g.Verdict.Points, g.Verdict.Of, g.Verdict.Findings)
	}
	first := slices.IndexFunc(slices.Sorted(maps.Keys(kept)), func(n int) bool { return strings.HasSuffix(kept[n].Title, ", at first") })
	if first < 0 {
		t.Fatalf("the run that was taken back is not kept: %v", slices.Sorted(maps.Keys(kept)))
	}
	for _, e := range kept {
		if strings.HasSuffix(e.Title, ", at first") && (e.State != judge.Differs || !strings.Contains(e.Note, "does not count")) {
			t.Errorf("%s: %s, %q", e.Title, e.State, e.Note)
		}
	}
}
