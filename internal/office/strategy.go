package office

import (
	"archive/zip"
	"bytes"
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
	"durchgang/internal/record"
	"durchgang/internal/toolchain"
)

// strategyBook is how strategies that are functions are called in a contest. Errors are
// *InputError.
func strategyBook(rules game.Rules, text string) (*calls.Book, error) {
	if text == "" {
		text = calls.DefaultChoice(rules)
	}
	book, err := calls.Parse("functions", text)
	if err == nil && !book.HasChoice() {
		err = errors.New("no function has the role choose")
	}
	if err != nil {
		return nil, &InputError{"functions", err}
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

// strategist is a strategy that is built.
type strategist struct {
	program  *toolchain.Program
	settings string
	book     *calls.Book // nil for the protocol
}

// prepareStrategy builds a strategy. Errors for which AtFault holds are the program's.
func prepareStrategy(ctx context.Context, folder fs.FS, rules game.Rules, functions string, cache toolchain.Cache) (*strategist, error) {
	protocol, err := speaksProtocol(folder)
	if err != nil {
		return nil, err
	}
	if protocol {
		p, err := toolchain.Prepare(ctx, folder, cache)
		if err != nil {
			return nil, err
		}
		return &strategist{program: p}, nil
	}
	book, err := strategyBook(rules, functions)
	if err != nil {
		return nil, err
	}
	_, cols := rules.Shape()
	driven, err := driver.Prepare(ctx, folder, book.Settings(cols), cache)
	if errors.Is(err, driver.ErrLanguage) {
		return nil, fmt.Errorf("%w; in other languages a strategy speaks the protocol, where it compares what it reads with \"choose\"", err)
	}
	if err != nil {
		return nil, err
	}
	return &strategist{driven.Program, driven.Settings, book}, nil
}

// channel is how the strategy is spoken to.
func (s *strategist) channel() string {
	if s.book == nil {
		return record.Wire
	}
	return record.Function
}

// sitDown makes the strategy ready to play games under the terms of a contest.
func (s *strategist) sitDown(rules game.Rules, t contest.Terms) *channel.Strategy {
	spec := s.program.Spec()
	spec.Limits.CPU = max(spec.Limits.CPU, time.Duration(t.Seconds*float64(time.Second))*time.Duration(2*max(1, min(t.Deals, 300))))
	return &channel.Strategy{
		Rules: rules, Spec: spec, Book: s.book, Settings: s.settings, Words: t.Words, Seconds: t.Seconds, Fresh: t.Memory == contest.ByGame,
	}
}

// unpacked is an archive of a submission as a folder.
func unpacked(archive []byte) (fs.FS, error) {
	folder, err := zip.NewReader(bytes.NewReader(archive), int64(len(archive)))
	if err != nil {
		return nil, fmt.Errorf("open the program's archive: %w", err)
	}
	return folder, nil
}
