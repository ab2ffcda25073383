package tournament

import (
	"context"
	"errors"
	"fmt"
	"io/fs"
	"regexp"
	"time"

	"durchgang/core/calls"
	"durchgang/core/contest"
	"durchgang/core/game"
	"durchgang/internal/channel"
	"durchgang/internal/driver"
	"durchgang/internal/grading"
	"durchgang/internal/record"
	"durchgang/internal/toolchain"
)

// Functions is how strategies that are functions are called in a contest. Errors are
// *record.InputError.
func Functions(rules game.Rules, text string) (*calls.Book, error) {
	if text == "" {
		text = calls.DefaultChoice(rules)
	}
	book, err := calls.Parse("functions", text)
	if err == nil && !book.HasChoice() {
		err = errors.New("no function has the role choose")
	}
	if err != nil {
		return nil, &record.InputError{Field: "functions", Err: err}
	}
	return book, nil
}

// asks is how a program that speaks the protocol tells a question: it compares the request
// with this word.
var asks = regexp.MustCompile("[\"'`]choose[ \"'`]")

// speaksProtocol reports whether a strategy speaks the protocol; else it is a function.
func speaksProtocol(folder fs.FS) (bool, error) {
	l, files, err := toolchain.Find(folder)
	if err != nil {
		return false, err
	}
	for _, name := range files {
		data, err := fs.ReadFile(folder, name)
		if err != nil {
			return false, err
		}
		if l.Owns(name) && asks.Match(data) {
			return true, nil
		}
	}
	return false, nil
}

// Strategy is a strategy that is built.
type Strategy struct {
	program  *toolchain.Program
	settings string
	book     *calls.Book // of a function
	sides    *Sides      // of a program on a terminal
}

// Prepare builds a strategy. known are the sides that a program on a terminal plays, nil where
// that is not known yet. Errors for which AtFault holds are the program's.
func Prepare(
	ctx context.Context,
	folder fs.FS,
	rules game.Rules,
	functions string,
	known *Sides,
	cache toolchain.Cache,
) (*Strategy, error) {
	protocol, err := speaksProtocol(folder)
	if err != nil {
		return nil, err
	}
	if protocol || known != nil {
		p, err := toolchain.Prepare(ctx, folder, cache)
		if err != nil {
			return nil, err
		}
		return &Strategy{program: p, sides: known}, nil
	}
	s, err := prepareFunction(ctx, folder, rules, functions, cache)
	var uncalled *grading.NotCalledError
	if none := errors.As(err, &uncalled) || errors.Is(err, driver.ErrLanguage); !none || !facesPeople(rules) {
		return s, err
	}
	found, failed := findSides(ctx, folder, rules)
	switch {
	case AtFault(failed):
		return nil, fmt.Errorf("%w; nor was it seen to play against a person: %w", err, failed)
	case failed != nil:
		return nil, failed
	}
	return Prepare(ctx, folder, rules, functions, found, cache)
}

// prepareFunction builds a strategy that is a function.
func prepareFunction(ctx context.Context, folder fs.FS, rules game.Rules, functions string, cache toolchain.Cache) (*Strategy, error) {
	book, err := Functions(rules, functions)
	if err != nil {
		return nil, err
	}
	driven, err := driver.Prepare(ctx, folder, cache)
	if errors.Is(err, driver.ErrLanguage) {
		return nil, fmt.Errorf(
			"%w; in other languages a strategy speaks the protocol, where it compares what it reads with \"choose\"",
			err,
		)
	}
	if err != nil {
		return nil, err
	}
	if err := grading.HasFunctions(ctx, driven, book); err != nil {
		driven.Close()
		return nil, err
	}
	return &Strategy{program: driven.Program, settings: driven.Settings(1), book: book}, nil
}

// Channel is how the strategy is spoken to.
func (s *Strategy) Channel() string {
	switch {
	case s.sides != nil:
		return record.Terminal
	case s.book != nil:
		return record.Function
	}
	return record.Wire
}

// Language is the one that the strategy is written in.
func (s *Strategy) Language() string { return s.program.Language }

// Sides are those that a program on a terminal plays; nil for others.
func (s *Strategy) Sides() *Sides { return s.sides }

// Close removes what was built.
func (s *Strategy) Close() { s.program.Close() }

// sitDown makes the strategy ready to play games under the terms of a contest.
func (s *Strategy) sitDown(rules game.Rules, t contest.Terms) (channel.Contestant, error) {
	spec := s.program.Spec()
	spec.Limits.CPU = max(spec.Limits.CPU, time.Duration(t.Seconds*float64(time.Second))*time.Duration(2*max(1, min(t.Deals, 300))))
	if s.sides != nil {
		books, err := s.sides.books()
		return &channel.Console{Rules: rules, Spec: spec, Books: books, Seconds: t.Seconds}, err
	}
	return &channel.Strategy{
		Rules: rules, Spec: spec, Book: s.book, Settings: s.settings, Words: t.Words, Seconds: t.Seconds, Fresh: t.Memory == contest.ByGame,
	}, nil
}
