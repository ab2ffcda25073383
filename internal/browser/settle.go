package browser

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"regexp"
	"time"
)

// Settled is a page after a step.
type Settled struct {
	Shown json.RawMessage   // what the map's things show, as look.js tells it
	Said  []json.RawMessage // the same of every time it was looked at before, the oldest first
	Rests bool              // nothing is left to do; else the page goes on without end
}

// Ask says what is looked for from now on, as look.js takes it.
func (p *Page) Ask(question any) error {
	data, err := json.Marshal(question)
	if err != nil {
		return fmt.Errorf("write what is looked for: %w", err)
	}
	p.asked, p.looks = string(data), ""
	return nil
}

// mostRounds is how many times a page is given its time before it is said never to rest.
const mostRounds = 12

// Settle lets the page do what it has put off by less than within, and all that follows from
// that, until nothing is left to do or what it shows stays the same. Pages that draw again
// and again rest as well, when they draw the same. The page's own time passes at once.
func (p *Page) Settle(ctx context.Context, within time.Duration) (Settled, error) {
	var s Settled
	for range mostRounds {
		var did struct {
			Ran  int
			More bool
		}
		if err := p.evaluate(ctx, p.mainWorld, fmt.Sprintf("window[%q](%d)", p.clock, within.Milliseconds()), &did); err != nil {
			return s, err
		}
		before := s.Shown
		shown, err := p.look(ctx)
		if err != nil {
			return s, err
		}
		if before != nil {
			s.Said = append(s.Said, before)
		}
		s.Shown = shown
		if !did.More || did.Ran > 0 && before != nil && alike(before, shown) {
			s.Rests = true
			return s, nil
		}
	}
	return s, nil
}

var digits = regexp.MustCompile(`[0-9]+`)

// alike reports whether two looks show the same, but for numbers: a clock goes on for ever.
// What was said meanwhile is left out.
func alike(a, b json.RawMessage) bool {
	cut := func(r json.RawMessage) []byte {
		before, _, _ := bytes.Cut(r, []byte(`"said":`))
		_, after, _ := bytes.Cut(r, []byte(`"lines":`))
		return digits.ReplaceAll(append(bytes.Clone(before), after...), []byte("0"))
	}
	return bytes.Equal(cut(a), cut(b))
}

// Look is what the things that were asked for are and show now.
func (p *Page) Look(ctx context.Context) (json.RawMessage, error) { return p.look(ctx) }

func (p *Page) look(ctx context.Context) (shown json.RawMessage, err error) {
	world, err := p.world(ctx, p.apartWorld)
	if err != nil {
		return nil, err
	}
	question := ""
	if world != p.looks { // a page that was loaded anew has forgotten
		question = p.asked
	}
	if err := p.evaluate(ctx, p.apartWorld, "durchgangLook("+question+")", &shown); err != nil {
		return nil, err
	}
	p.looks = world
	return shown, nil
}
