package channel

import (
	"fmt"
	"sync"
	"time"

	"durchgang/core/phrasebook"
	"durchgang/internal/sandbox"
)

// speech is a program that is typed to: on a console of its own, or as it was recorded.
type speech interface {
	settle() ([]byte, rest)
	typeLine(line string) error
	exit() sandbox.Exit
	filled() bool           // it has filled its disk
	elapsed() time.Duration // since it was started
	failure() error         // of the machine
	close()
}

// Tape records what a program prints after the lines that are typed to it. What was typed
// before in the same order is answered from the record, so that one run of a program can be
// read in many ways; that a program got stuck is not recorded. It is for programs that do the same
// again when the same is typed; others need a part for each script. It is safe for concurrent use.
type Tape struct {
	mu    sync.Mutex
	heard map[string]heard // by what the program was given and all lines typed
	parts map[string]*Tape
}

// Part is the part of the tape for one script, for programs that do something else each time.
func (t *Tape) Part(title string) *Tape {
	t.mu.Lock()
	defer t.mu.Unlock()
	part := t.parts[title]
	if part == nil {
		if part = (&Tape{}); t.parts == nil {
			t.parts = map[string]*Tape{}
		}
		t.parts[title] = part
	}
	return part
}

// heard is what was heard after a line, or at the start.
type heard struct {
	printed []byte
	rest    rest
	exit    sandbox.Exit
	at      time.Duration
}

func (t *Tape) get(key string) (heard, bool) {
	t.mu.Lock()
	defer t.mu.Unlock()
	h, known := t.heard[key]
	return h, known
}

func (t *Tape) put(key string, h heard) {
	t.mu.Lock()
	defer t.mu.Unlock()
	if t.heard == nil {
		t.heard = map[string]heard{}
	}
	t.heard[key] = h
}

// Any reports whether something that was printed is so.
func (t *Tape) Any(is func(printed string) bool) bool {
	t.mu.Lock()
	defer t.mu.Unlock()
	for _, h := range t.heard {
		if is(string(h.printed)) {
			return true
		}
	}
	return false
}

// play is a program that is started, with what it is given then: at once, or where what is
// recorded is taken, when something is typed that is not on the tape.
func (t *Tape) play(given phrasebook.Given, recorded bool, start func() (*console, error)) speech {
	return &taped{tape: t, start: start, recorded: recorded, key: fmt.Sprintf("%q %q %q", given.Arguments, given.Environment, given.Files)}
}

type taped struct {
	tape     *Tape
	start    func() (*console, error)
	recorded bool
	key      string
	typed    []string
	live     *console // nil as long as what is typed is on the tape
	last     heard
	err      error
}

func (t *taped) settle() ([]byte, rest) {
	if t.live == nil {
		if h, known := t.tape.get(t.key); known && t.recorded {
			t.last = h
			return h.printed, h.rest
		}
		if t.catchUp(); t.err != nil {
			return nil, ended
		}
	}
	printed, r := t.live.settle()
	t.last = heard{printed: printed, rest: r, at: t.live.elapsed()}
	if r == ended {
		t.last.exit = t.live.exit()
	}
	if r != stuck { // which whoever has more patience may see otherwise
		t.tape.put(t.key, t.last)
	}
	return printed, r
}

// catchUp starts the program and types what was typed so far.
func (t *taped) catchUp() {
	if t.live, t.err = t.start(); t.err != nil {
		return
	}
	for _, line := range t.typed {
		if _, r := t.live.settle(); r != waits || t.live.typeLine(line) != nil {
			return // it does something else than before
		}
	}
}

func (t *taped) typeLine(line string) error {
	t.typed, t.key = append(t.typed, line), t.key+"\n"+line
	if t.live == nil {
		return nil
	}
	return t.live.typeLine(line)
}

func (t *taped) exit() sandbox.Exit     { return t.last.exit }
func (t *taped) filled() bool           { return t.live != nil && t.live.filled() }
func (t *taped) elapsed() time.Duration { return t.last.at }
func (t *taped) failure() error         { return t.err }

func (t *taped) close() {
	if t.live != nil {
		t.live.close()
	}
}
