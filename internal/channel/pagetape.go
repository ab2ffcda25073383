package channel

import (
	"context"
	"fmt"
	"slices"
	"sync"
	"time"

	"durchgang/core/game"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
)

// PageTape keeps what a page has shown in each script, so that one run of it can be read in many
// ways. It is safe for concurrent use.
type PageTape struct {
	mu    sync.Mutex
	steps map[string][]pageStep
}

func (t *PageTape) get(key string) ([]pageStep, bool) {
	t.mu.Lock()
	defer t.mu.Unlock()
	steps, known := t.steps[key]
	return steps, known
}

func (t *PageTape) put(key string, steps []pageStep) {
	t.mu.Lock()
	defer t.mu.Unlock()
	if t.steps == nil {
		t.steps = map[string][]pageStep{}
	}
	t.steps[key] = steps
}

// key is the same for scripts in which the same is done with the page.
func (p Page) key(moments []suite.Moment) string {
	steps := make([]suite.Step, len(moments))
	for i, m := range moments {
		steps[i] = m.Step
	}
	return fmt.Sprintf("%v %q %t %+v", p.Rules.Spell(p.Setup), p.Seed, p.Quick, steps)
}

// reread reads by the map what was kept of a run.
func (p Page) reread(steps []pageStep, moments []suite.Moment) (Performance, error) {
	s := &pageSeat{Page: p, started: time.Now()}
	s.rows, s.cols = p.Rules.Shape()
	s.assume(p.Setup)
	for i, step := range steps {
		s.pageStep = step
		if !s.record(moments[i]) {
			break
		}
	}
	done, err := s.performance()
	return *done, err
}

// reread implements seat.
func (s *pageSeat) reread(_ context.Context, setup game.Setup, moments []suite.Moment) (Performance, error) {
	p := s.Page
	p.Setup = setup
	return p.reread(s.done.steps, moments)
}

// screen implements seat.
func (s *pageSeat) screen() phrasebook.Screen {
	n := len(s.done.Said)
	if n == 0 {
		return nil
	}
	return slices.Concat(s.done.Said[n-1], s.done.Stands[n-1])
}
