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
	line = append(line, f.Kind...)
	known, _ := f.Kind.Known()
	for _, field := range known.Fields {
		switch field {
		case game.PlayerField:
			number(int(f.Player))
		case game.ToldPlayer:
			if f.Player != game.Nobody {
				number(int(f.Player))
			}
		case game.CellField:
			text(f.Cell.String())
		case game.NumberField:
			number(f.N)
		case game.AmountField:
			number(f.Amount)
		case game.MoneyField:
			text(money(f.Amount))
		case game.WordField, game.ToldWord, game.TextField, game.ToldText:
			text(f.Text)
		case game.ReasonField:
			text(string(f.Reason))
		}
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
	f := game.Fact{Kind: game.Kind(words[0])}
	known, is := f.Kind.Known()
	r := reader{rest: strings.TrimPrefix(strings.TrimSpace(line), words[0]), words: words[1:], failed: !is}
	for _, field := range known.Fields {
		r.read(field, &f)
	}
	if known.Lone {
		f.Player = game.First
	}
	if r.failed || len(r.words) > 0 {
		return game.Fact{}, fmt.Errorf("%q: %w", line, ErrLine)
	}
	return f, nil
}

// read reads a field of a fact.
func (r *reader) read(field game.Field, f *game.Fact) {
	switch field {
	case game.PlayerField:
		f.Player = r.player()
	case game.ToldPlayer:
		if len(r.words) > 0 {
			f.Player = r.player()
		}
	case game.CellField:
		f.Cell = r.cell()
	case game.NumberField:
		f.N = r.number()
	case game.AmountField:
		f.Amount = r.number()
	case game.MoneyField:
		f.Amount = r.money()
	case game.WordField:
		f.Text = r.word()
	case game.ToldWord:
		f.Text = r.optional()
	case game.TextField:
		f.Text = r.others()
		r.failed = r.failed || f.Text == ""
	case game.ToldText:
		f.Text = r.others()
	case game.ReasonField:
		f.Reason = game.Refusal(r.others())
	}
}

// reader takes the words of a line one by one.
type reader struct {
	rest   string // behind the first word of the line
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

// others are all words that are left, with the blanks between them.
func (r *reader) others() string {
	rest := r.rest
	for len(strings.Fields(rest)) > len(r.words) { // those that were taken
		rest = strings.TrimSpace(rest)
		rest = rest[len(strings.Fields(rest)[0]):]
	}
	r.words = nil
	return strings.TrimSpace(rest)
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
