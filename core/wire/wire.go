// Package wire is the protocol in which a program can be asked for facts directly, line
// by line, instead of being read from a screen. docs/wire.md has its grammar.
//
// Read Say and Read for facts, and Serve for the other side: the reference rules as a
// program.
package wire

import (
	"errors"
	"fmt"
	"strconv"
	"strings"

	"durchgang/core/game"
)

// Version is the version of the protocol, and Hello the first request.
const (
	Version = 1
	Hello   = "durchgang 1"
)

// The other requests. Each is answered by lines of facts and a line with a dot.
const (
	New   = "new"   // new VARIANT [SETUP]: a game begins
	Move  = "move"  // move TEXT: the player to move tries a move
	Show  = "show"  // what everybody may see of the position
	Again = "again" // another game with the same variant and set-up
	End   = "end"   // the program ends
)

// Dot ends an answer, and Failure begins a line that says why there is none.
const (
	Dot     = "."
	Failure = "error"
)

// ErrLine is the cause of every error of Read.
var ErrLine = errors.New("not a line of the protocol")

// Say writes a fact as a line.
func Say(f game.Fact) string { return string(AppendSay(nil, f)) }

// AppendSay appends a fact as a line without its end.
func AppendSay(line []byte, f game.Fact) []byte {
	text := func(s string) {
		if s != "" {
			line = append(append(line, ' '), s...)
		}
	}
	number := func(n int) { line = strconv.AppendInt(append(line, ' '), int64(n), 10) }
	player := func() { number(int(f.Player)) }
	line = append(line, f.Kind...)
	switch f.Kind {
	case game.FactTurn:
		player()
	case game.FactRefused:
		text(string(f.Reason))
	case game.FactWon:
		if f.Player != game.Nobody {
			player()
		}
	case game.FactCell:
		text(f.Cell.String())
		player()
		text(f.Text)
	case game.FactHit, game.FactMiss:
		player()
		text(f.Cell.String())
		text(f.Text)
	case game.FactSunk:
		player()
		text(f.Text)
	case game.FactShown, game.FactWord:
		text(f.Text)
	case game.FactLives:
		number(f.N)
	case game.FactScore, game.FactBust:
		player()
		number(f.N)
	case game.FactCard:
		player()
		number(f.N)
		text(f.Text)
	case game.FactTotal:
		player()
		number(f.N)
		number(f.Amount)
	case game.FactResult:
		number(f.N)
		text(f.Text)
		text(money(f.Amount))
	case game.FactBank:
		text(money(f.Amount))
	}
	return line
}

// money writes hundredths as units with two decimals.
func money(n int) string { return fmt.Sprintf("%d.%02d", n/100, n%100) }

// Read reads a line as Say writes it. Money may have none, one or two decimals.
func Read(line string) (game.Fact, error) {
	words := strings.Fields(line)
	if len(words) == 0 {
		return game.Fact{}, fmt.Errorf("%q: %w", line, ErrLine)
	}
	rest := strings.TrimSpace(strings.TrimPrefix(strings.TrimSpace(line), words[0]))
	r := reader{words: words[1:]}
	f := game.Fact{Kind: game.Kind(words[0])}
	switch f.Kind {
	case game.FactTurn:
		f.Player = r.player()
	case game.FactRefused:
		f.Reason, r.words = game.Refusal(rest), nil
	case game.FactWon:
		if len(r.words) > 0 {
			f.Player = r.player()
		}
	case game.FactDrawn:
	case game.FactCell:
		f.Cell, f.Player, f.Text = r.cell(), r.player(), r.optional()
	case game.FactHit, game.FactMiss:
		f.Player, f.Cell, f.Text = r.player(), r.cell(), r.others()
	case game.FactSunk:
		f.Player, f.Text = r.player(), r.others()
	case game.FactShown, game.FactWord:
		f.Text, r.words = rest, nil
		r.failed = rest == ""
	case game.FactLives:
		f.N = r.number()
	case game.FactScore:
		f.Player, f.N = r.player(), r.number()
	case game.FactCard:
		f.Player, f.N, f.Text = r.player(), r.number(), r.word()
	case game.FactTotal:
		f.Player, f.N, f.Amount = r.player(), r.number(), r.number()
	case game.FactBust:
		f.Player, f.N = r.player(), r.number()
	case game.FactResult:
		f.Player, f.N, f.Text, f.Amount = game.First, r.number(), r.word(), r.money()
	case game.FactBank:
		f.Player, f.Amount = game.First, r.money()
	default:
		r.failed = true
	}
	if r.failed || len(r.words) > 0 {
		return game.Fact{}, fmt.Errorf("%q: %w", line, ErrLine)
	}
	return f, nil
}

// reader takes the words of a line one by one.
type reader struct {
	words  []string
	failed bool
}

func (r *reader) word() string {
	if len(r.words) == 0 {
		r.failed = true
		return ""
	}
	word := r.words[0]
	r.words = r.words[1:]
	return word
}

func (r *reader) optional() string {
	if len(r.words) == 0 {
		return ""
	}
	return r.word()
}

// others are all words that are left: a name may have blanks.
func (r *reader) others() string {
	rest := strings.Join(r.words, " ")
	r.words = nil
	return rest
}

func (r *reader) number() int {
	n, err := strconv.Atoi(r.word())
	r.failed = r.failed || err != nil
	return n
}

func (r *reader) player() game.Player {
	n := r.number()
	r.failed = r.failed || n < 0 || n > 2
	return game.Player(max(0, min(n, 2)))
}

func (r *reader) cell() game.Cell {
	c, err := game.ParseCell(r.word())
	r.failed = r.failed || err != nil
	return c
}

func (r *reader) money() int {
	units, decimals, _ := strings.Cut(r.word(), ".")
	n, err := strconv.Atoi(units)
	cents, wrong := strconv.Atoi((decimals + "00")[:2])
	r.failed = r.failed || err != nil || wrong != nil || n < 0 || len(decimals) > 2
	return 100*n + cents
}
