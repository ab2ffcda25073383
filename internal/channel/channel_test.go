package channel_test

import (
	"context"
	"os/exec"
	"runtime"
	"slices"
	"strings"
	"sync"
	"testing"
	"testing/fstest"
	"time"

	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/judge"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
	"durchgang/internal/channel"
	"durchgang/internal/toolchain"
)

// prepared is the program in file, ready to start.
func prepared(t *testing.T, file, source string) *toolchain.Program {
	t.Helper()
	program, err := toolchain.Prepare(t.Context(), fstest.MapFS{file: {Data: []byte(source), Mode: 0o644}}, toolchain.Cache{})
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(program.Close)
	return program
}

// play plays the steps with the program in file and returns what was seen.
func play(t *testing.T, file, source, book, steps string) channel.Performance {
	t.Helper()
	p, err := player(t, book, steps)(prepared(t, file, source))
	if err != nil {
		t.Fatal(err)
	}
	return p
}

// player plays the steps with a program.
func player(t *testing.T, book, steps string) func(*toolchain.Program) (channel.Performance, error) {
	t.Helper()
	s, err := suite.Parse("test", "game tic-tac-toe\ncriterion c \"c\"\nscript \"s\"\n"+steps, games.All())
	if err != nil {
		t.Fatal(err)
	}
	moments, err := s.Scripts[0].Moments(s.Rules)
	if err != nil {
		t.Fatal(err)
	}
	b, err := phrasebook.Parse("test", book)
	if err != nil {
		t.Fatal(err)
	}
	patience := channel.Patience{Rest: 2 * time.Second, Output: 64 << 10, Total: 1 << 20}
	return func(program *toolchain.Program) (channel.Performance, error) {
		return channel.Terminal{Book: b, Rules: s.Rules, Patience: patience}.Play(context.Background(), program.Spec(), moments)
	}
}

// typed lists the lines typed, by step.
func typed(p channel.Performance) string {
	var steps []string
	for _, events := range p.Events {
		var lines []string
		for _, e := range events {
			if e.Typed != nil {
				lines = append(lines, *e.Typed)
			}
		}
		steps = append(steps, strings.Join(lines, ","))
	}
	return strings.Join(steps, "|")
}

// Whatever a runtime does to read a line, the channel must type the next one only
// when it is waited for: the program answers each line with its number.
func TestWaitingIsKnownExactly(t *testing.T) {
	tests := []struct{ name, file, source string }{
		{"Python", "a.py", `
n = 0
while True:
    line = input("move %d, row and column: " % n)
    n += 1`},
		{"Python, printing and sleeping in between", "a.py", `
import time, sys
n = 0
while True:
    input("move %d, row and column: " % n)
    n += 1
    for c in "thinking":
        sys.stdout.write(c); sys.stdout.flush(); time.sleep(0.02)
    print()`},
		{"Python, read by another thread", "a.py", `
import threading, queue
q = queue.Queue()
def reader():
    n = 0
    while True:
        q.put(input("move %d, row and column: " % n)); n += 1
threading.Thread(target=reader).start()
while True: q.get()`},
		{"C, one character at a time", "a.c", `
#include <stdio.h>
#include <unistd.h>
int main(void) {
    for (int n = 0;; n++) {
        printf("move %d, row and column: ", n); fflush(stdout);
        char c; do { if (read(0, &c, 1) < 1) return 0; } while (c != '\n');
    }
}`},
		{"C, through stdio", "a.c", `
#include <stdio.h>
int main(void) {
    int a, b;
    for (int n = 0;; n++) { printf("move %d, row and column: ", n); if (scanf("%d %d", &a, &b) != 2) return 0; }
}`},
		{"C, in a child process", "a.c", `
#include <stdio.h>
#include <sys/wait.h>
#include <unistd.h>
int main(void) {
    if (fork()) { wait(0); return 0; }
    int a, b;
    for (int n = 0;; n++) { printf("move %d, row and column: ", n); if (scanf("%d %d", &a, &b) != 2) return 0; }
}`},
		{"JavaScript, readline", "a.js", `
const rl = require('readline').createInterface({ input: process.stdin, output: process.stdout });
let n = 0;
const ask = () => rl.question('move ' + n + ', row and column: ', () => { n++; ask(); });
ask();`},
		{"JavaScript, with a timer before it answers", "a.js", `
let n = 0;
const ask = () => process.stdout.write('move ' + n + ', row and column: ');
process.stdin.on('data', () => { n++; setTimeout(ask, 60); });
ask();`},
		{"JavaScript, with a timer that does nothing", "a.js", `
const rl = require('readline').createInterface({ input: process.stdin, output: process.stdout });
setInterval(() => {}, 1000);
let n = 0;
const ask = () => rl.question('move ' + n + ', row and column: ', () => { n++; ask(); });
ask();`},
		{"JavaScript, which answers by a timer and reads meanwhile", "a.js", `
const rl = require('readline').createInterface({ input: process.stdin, output: process.stdout });
let n = 0;
const ask = () => process.stdout.write('move ' + n + ', row and column: ');
rl.on('line', () => { n++; setTimeout(ask, 600); });
ask();`},
		{"Python, while another thread sleeps", "a.py", `
import threading, time
def clock():
    while True: time.sleep(1)
threading.Thread(target=clock, daemon=True).start()
n = 0
while True:
    input("move %d, row and column: " % n); n += 1`},
		{"Python, while another thread sleeps and then prints", "a.py", `
import threading, time
def say(n):
    time.sleep(0.5)
    print("move %d, row and column: " % n, end="", flush=True)
n = 0
while True:
    threading.Thread(target=say, args=(n,)).start()
    input(); n += 1`},
		{"C, while a thread sleeps", "a.c", `
#include <pthread.h>
#include <stdio.h>
#include <unistd.h>
static void *clock_(void *p) { for (;;) sleep(1); return p; }
int main(void) {
    pthread_t t; pthread_create(&t, 0, clock_, 0);
    int a, b;
    for (int n = 0;; n++) { printf("move %d, row and column: ", n); fflush(stdout); if (scanf("%d %d", &a, &b) != 2) return 0; }
}`},
		{"C, while a child sleeps", "a.c", `
#include <stdio.h>
#include <unistd.h>
int main(void) {
    if (!fork()) for (;;) sleep(100);
    int a, b;
    for (int n = 0;; n++) { printf("move %d, row and column: ", n); fflush(stdout); if (scanf("%d %d", &a, &b) != 2) return 0; }
}`},
		{"JavaScript, read synchronously", "a.js", `
const fs = require('fs');
const b = Buffer.alloc(100);
for (let n = 0; ; n++) { process.stdout.write('move ' + n + ', row and column: '); fs.readSync(0, b); }`},
	}
	for _, tt := range tests {
		for _, how := range []struct {
			name string
			set  func(*testing.T)
		}{{"heard", func(*testing.T) {}}, {"unheard", channel.Unheard}} {
			t.Run(tt.name+", "+how.name, func(t *testing.T) {
				how.set(t)
				p := play(t, tt.file, tt.source, "", "a1 b1 c1 a2 b2")
				if len(p.Events) != 6 {
					t.Fatalf("%d steps were seen, want 6", len(p.Events))
				}
				for i, events := range p.Events {
					var printed strings.Builder
					for _, e := range events {
						printed.Write(e.Printed)
					}
					if want := "move " + string(rune('0'+i)) + ", row"; strings.Count(printed.String(), "move ") != 1 || !strings.Contains(printed.String(), want) {
						t.Errorf("step %d printed %q, want only %q", i, printed.String(), want)
					}
				}
			})
		}
	}
}

func TestProgramsThatDoNotPlayOn(t *testing.T) {
	tests := []struct {
		name, file, source string
		condition          judge.Condition
		detail             string
	}{
		{"it ends", "a.py", "input('row and column: ')", judge.Ended, ""},
		{"it ends with a status", "a.py", "input('row and column: '); raise SystemExit(3)", judge.Ended, "exit status 3"},
		{"it raises", "a.py", "input('row and column: '); [][1]", judge.Crashed, "IndexError: list index out of range"},
		{"it throws", "a.js", "process.stdin.on('data', () => { null.x })", judge.Crashed, "TypeError: Cannot read properties of null"},
		{"it faults", "a.c", "#include <stdio.h>\nint main(void) { getchar(); return *(volatile int *)0; }", judge.Crashed, "SIGSEGV"},
		{"it computes for ever", "a.py", "input('row and column: ')\nwhile True: pass", judge.Stuck, "2s"},
		{"it sleeps for ever", "a.py", "import time\ninput('row and column: ')\ntime.sleep(1e6)", judge.Stuck, "2s"},
		{"it floods", "a.py", "input('row and column: ')\nwhile True: print('again and again')", judge.Flooding, ""},
		{"it refuses for ever at the end of scanf", "a.c", "#include <stdio.h>\nint main(void) { int n; while (scanf(\"%d,\", &n) < 3) puts(\"invalid\"); }", judge.Flooding, ""},
		{"it eats memory", "a.py", "input('row and column: ')\na=[]\nwhile True: a.append(bytearray(1<<22))", judge.Exceeded, "memory"},
		{"it fills its disk, and fails", "a.py", "input('row and column: ')\nfor i in range(99): open('/tmp/%d' % i, 'wb').write(bytes(1 << 20))", judge.Exceeded, "more on its disk"},
		{"it fills its disk, and tries on", "a.py", "input('row and column: ')\nf = open('/tmp/x', 'ab')\nwhile True:\n    try: f.write(bytes(4096)); f.flush()\n    except OSError: pass", judge.Exceeded, "more on its disk"},
		{"it writes too large a file", "a.c", "#include <stdio.h>\nint main(void) { getchar(); FILE *f = fopen(\"/tmp/x\", \"w\"); for (;;) fputs(\"............................\", f); }", judge.Exceeded, "more on its disk"},
		{"it cannot start", "a.py", "print('x'", judge.Crashed, "SyntaxError"},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			p := play(t, tt.file, tt.source, "move: [{type: 'x{number}'}]", "a1 b1")
			last := p.Observations[len(p.Observations)-1]
			if last.Condition != tt.condition || !strings.Contains(last.Detail, tt.detail) {
				t.Errorf("the program %s (%s), want %s (%s)", last.Condition, last.Detail, tt.condition, tt.detail)
			}
		})
	}
}

func TestMovesOfSeveralPrompts(t *testing.T) {
	const book = "move: [{ask: row, type: '{row}'}, {ask: column, type: '{col}'}]"
	const eachUntilValid = `
def ask(what):
    while True:
        t = input(what + "? ")
        if t in ("1", "2", "3"): return t
        print("invalid")
while True: print("ok", ask("row"), ask("column"))`
	const bothThenCheck = `
while True:
    r = input("row? "); c = input("column? ")
    print("ok" if r in "123" and c in "123" else "invalid")`
	tests := []struct{ name, source, steps, want string }{
		{"legal moves", eachUntilValid, "a1 b2", "|1,1|2,2"},
		{"a row refused at its own prompt", eachUntilValid, "a1 !b0 b2", "|1,1|0|2,2"},
		{"a column refused at its own prompt is asked again", eachUntilValid, "a1 !d2 b2", "|1,1|2,4|2"},
		{"a column refused, and a move in another row: the program cannot be given it", eachUntilValid, "a1 !d2 b3", "|1,1|2,4"},
		{"both asked before they are checked", bothThenCheck, "a1 !d2 b3", "|1,1|2,4|3,2"},
		{"text at the first prompt", eachUntilValid, "a1 \"abc\" b3", "|1,1|abc|3,2"},
		{"text at both prompts", bothThenCheck, "a1 \"abc\" b3", "|1,1|abc,abc|3,2"},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			if got := typed(play(t, "a.py", tt.source, book, tt.steps)); got != tt.want {
				t.Errorf("typed %q, want %q", got, tt.want)
			}
		})
	}
}

func TestFormFollowsWhatTheProgramAnnounces(t *testing.T) {
	tests := []struct{ prompt, want string }{
		{"Enter row and column (1-3): ", "|3 2"},
		{"Enter row and column, 0 to 2: ", "|2 1"},
		{"Column and row: ", "|2 3"},
		{"Pick a cell 1-9: ", "|8"},
		{"Pick a cell (0-8): ", "|7"},
		{"Your move, e.g. A1: ", "|B3"},
		{"Your move, e.g. a1: ", "|b3"},
		{"row,col: ", "|3,2"},
		{"Move? ", "|3 2"},
	}
	for _, tt := range tests {
		t.Run(tt.prompt, func(t *testing.T) {
			if got := typed(play(t, "a.py", "while True: input('"+tt.prompt+"')", "", "b3")); got != tt.want {
				t.Errorf("typed %q, want %q", got, tt.want)
			}
		})
	}
}

func TestQuestionsAreAnswered(t *testing.T) {
	const source = `
a = input("First name: "); b = input("Second name: ")
for who in (a, b):
    input(who + ", row and column: ")
print(a + " wins!")
input("Press Enter to go on")
print("row and column" if input("Play again (1=yes, 2=no)? ") == "1" else "bye")
input("row and column: ")`
	const book = `
names: {first: [Anna], second: [Ben]}
answers: [{ask: 'first name', type: Anna}, {ask: 'second name', type: Ben}]`
	p := play(t, "a.py", source, book, "a1 b1")
	if got := typed(p); got != "Anna,Ben|1 1|1 2," {
		t.Errorf("typed %q", got)
	}
	last := p.Observations[len(p.Observations)-1]
	if last.Condition != judge.Offering || last.Facts[0] != (game.Fact{Kind: game.FactWon, Player: game.First}) {
		t.Errorf("seen %+v", last)
	}
}

// On a machine that has no processor to spare, what a program prints right before it ends
// is read, and a program that is slow to begin is not taken for one that waits.
func TestNothingIsLostOnABusyMachine(t *testing.T) {
	for range 8 * runtime.NumCPU() {
		hog := exec.Command("/bin/sh", "-c", "while :; do :; done")
		if err := hog.Start(); err != nil {
			t.Fatal(err)
		}
		t.Cleanup(func() {
			_ = hog.Process.Kill()
			_ = hog.Wait()
		})
	}
	const program = `
const rl = require('readline').createInterface({ input: process.stdin });
process.stdout.write('row column > ');
let n = 0;
rl.on('line', () => {
  n += 1;
  if (n === 2) { console.log('X has won'); process.exit(0); }
  process.stdout.write('turn of ' + n + '\nrow column > ');
});
`
	prepared, play := prepared(t, "a.js", program), player(t, "", "a1 b1")
	var players sync.WaitGroup
	for range 30 {
		players.Go(func() {
			p, err := play(prepared)
			if err != nil {
				t.Error(err)
				return
			}
			last := p.Observations[2]
			if !slices.ContainsFunc(last.Facts, func(f game.Fact) bool { return f.Kind == game.FactWon }) {
				t.Errorf("the last step shows %+v, %s", last.Facts, last.Condition)
			}
			if len(p.Events[1]) < 2 || !strings.Contains(string(p.Events[1][1].Printed), "turn of 1") {
				t.Errorf("the first step shows %+v", p.Events[1])
			}
		})
	}
	players.Wait()
}

// A program that pauses, and does nothing else meanwhile, does not keep others waiting: twelve games
// with a second after each move take less than five.
func TestPausesTakeNoTime(t *testing.T) {
	const python = `
import time
print("welcome", flush=True)
time.sleep(1)
g = ["."] * 9
for n in range(9):
    print("\n".join(" ".join(g[i:i + 3]) for i in (0, 3, 6)))
    r, c = input("row and column (1-3): ").split()
    g[int(r) * 3 + int(c) - 4] = "XO"[n % 2]
    print("thinking ...", flush=True)
    time.sleep(1)
`
	const c = `
#include <stdio.h>
#include <unistd.h>
int main(void) {
    char g[10] = ".........";
    sleep(1);
    for (int n = 0; n < 9; n++) {
        int r, c;
        for (int i = 0; i < 9; i += 3) printf("%c %c %c\n", g[i], g[i + 1], g[i + 2]);
        printf("row and column (1-3): ");
        fflush(stdout);
        if (scanf("%d %d", &r, &c) != 2) return 1;
        g[r * 3 + c - 4] = "XO"[n % 2];
        sleep(1);
    }
}`
	for file, source := range map[string]string{"game.py": python, "game.c": c} {
		program, on := prepared(t, file, source), player(t, "", "a1 b2 c3")
		began := time.Now()
		for range 12 {
			p, err := on(program)
			if err != nil {
				t.Fatal(err)
			}
			last := p.Observations[len(p.Observations)-1]
			if len(p.Observations) != 4 || last.Condition != judge.Asking || !slices.ContainsFunc(last.Facts, func(f game.Fact) bool {
				return f.Kind == game.FactCell && f.Cell == game.Cell{Row: 2, Col: 2} && f.Player == game.First
			}) {
				t.Errorf("%s: %+v", file, last)
			}
		}
		if took := time.Since(began); took > 5*time.Second {
			t.Errorf("%s: 12 games took %v", file, took)
		}
	}
}
