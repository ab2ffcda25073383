package channel

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"hash/fnv"
	"time"

	"durchgang/core/judge"
	"durchgang/core/pagemap"
	"durchgang/internal/browser"
	"durchgang/internal/sandbox"
	"durchgang/internal/surface"
	"durchgang/internal/window"
)

// Stage opens what Page plays with.
type Stage interface {
	// on plays with the stage made ready.
	on(ctx context.Context, p Page, play func(Page) (Performance, error)) (Performance, error)

	// open opens it for one script with a set-up. Errors are *surface.Ended, or about the machine.
	open(ctx context.Context, s *pageSeat) (surface.Surface, error)

	// box is where it runs; nil before it was opened, where each has its own.
	box(surface.Surface) *sandbox.Box
}

// Browser is a stage for pages.
type Browser struct {
	Site browser.Site
	Loan *browser.Loan

	browser *browser.Browser // while it is lent
}

// on plays with a browser that is lent, and once more where it has ended meanwhile. When it
// does again, that is the page's doing.
func (b Browser) on(ctx context.Context, p Page, play func(Page) (Performance, error)) (done Performance, err error) {
	how, err := b.Loan.Use(ctx, func(lent *browser.Browser) error {
		p.Stage = Browser{b.Site, b.Loan, lent}
		done, err = play(p)
		return err
	})
	if err != nil || how == "" {
		return done, err
	}
	if len(done.Observations) == 0 {
		done.Observations, done.Events, done.Shots = []judge.Observation{{}}, [][]Event{nil}, []Shot{{}}
	}
	last := &done.Observations[len(done.Observations)-1]
	*last = judge.Observation{Condition: judge.Exceeded, Detail: how}
	return done, nil
}

func (b Browser) open(ctx context.Context, s *pageSeat) (surface.Surface, error) {
	site := b.Site
	site.Query = query(s.given.Arguments, s.Rules.Spell(s.Setup))
	if len(s.given.Files) > 0 {
		site.Files = overlay{site.Files, s.given.Files}
	}
	seed := fnv.New32a()
	seed.Write([]byte(s.Seed))
	page, err := b.browser.Open(ctx, site, seed.Sum32(), s.answer)
	if page == nil {
		return nil, err
	}
	return browserPage{page}, err
}

func (b Browser) box(surface.Surface) *sandbox.Box { return b.browser.Box() }

// browserPage is a page as a surface: what look.js tells is read.
type browserPage struct{ *browser.Page }

func (p browserPage) Ask(q pagemap.Question) error { return p.Page.Ask(q) }

func (p browserPage) Settle(ctx context.Context, within time.Duration) (s surface.Settled, err error) {
	settled, err := p.Page.Settle(ctx, within)
	if err != nil {
		return s, err
	}
	s.Rests = settled.Rests
	for _, l := range settled.Before {
		read, err := readLook(l)
		if err != nil {
			return s, err
		}
		s.Before = append(s.Before, read)
	}
	s.Look, err = readLook(settled.Look)
	return s, err
}

func readLook(l browser.Look) (read surface.Look, err error) {
	if err = json.Unmarshal(l.Shown, &read.Shown); err == nil {
		err = json.Unmarshal(l.Said, &read.Said)
	}
	if err != nil {
		err = fmt.Errorf("read what the page shows: %w", err)
	}
	return read, err
}

func (p browserPage) Scan(ctx context.Context) (s pagemap.Scan, err error) {
	raw, err := p.Page.Scan(ctx)
	if err != nil {
		return s, err
	}
	return s, json.Unmarshal(raw, &s)
}

// Windows is a stage for programs that open windows.
type Windows struct {
	Spec   func() sandbox.Spec
	Timers *sandbox.Timers
}

func (Windows) on(_ context.Context, p Page, play func(Page) (Performance, error)) (Performance, error) {
	return play(p)
}

func (w Windows) open(ctx context.Context, s *pageSeat) (surface.Surface, error) {
	spec, remove, err := give(w.Spec(), s.given)
	if err != nil {
		return nil, err
	}
	opened, err := window.Open(ctx, window.Program{Spec: spec, Timers: w.Timers, Answer: s.answer})
	if err != nil {
		remove()
		if errors.Is(err, window.ErrNone) {
			err = &surface.Ended{How: err.Error(), Fault: true}
		}
		return nil, err
	}
	return cleared{opened, remove}, nil
}

func (Windows) box(s surface.Surface) *sandbox.Box {
	if s == nil {
		return nil
	}
	return s.(cleared).Box()
}

// cleared is a window whose files are removed at its end.
type cleared struct {
	*window.Window
	remove func()
}

func (c cleared) Close() {
	c.Window.Close()
	c.remove()
}
