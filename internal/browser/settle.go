package browser

import (
	"bytes"
	"context"
	"encoding/base64"
	"encoding/json"
	"fmt"
	"regexp"
	"time"

	"github.com/chromedp/cdproto/page"
)

// Look is a page as it was looked at once, in the form of look.js.
type Look struct {
	Shown json.RawMessage `json:"shown"` // what the things that were asked for are and show
	Said  json.RawMessage `json:"said"`  // what was said since the look before
}

// Settled is a page after a step.
type Settled struct {
	Look
	Before []Look // those before it, the oldest first
	Rests  bool   // nothing is left to do; else the page goes on without end
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
func (p *Page) Settle(ctx context.Context, within time.Duration) (s Settled, err error) {
	for range mostRounds {
		var did struct {
			Ran  int
			More bool
		}
		if err = p.evaluate(ctx, p.mainWorld, fmt.Sprintf("window[%q](%d)", p.clock, within.Milliseconds()), &did); err != nil {
			return s, err
		}
		before := s.Look
		if s.Look, err = p.look(ctx); err != nil {
			return s, err
		}
		if before.Shown != nil {
			s.Before = append(s.Before, before)
		}
		if !did.More || did.Ran > 0 && before.Shown != nil && alike(before, s.Look) {
			s.Rests = true
			return s, nil
		}
	}
	return s, nil
}

var digits = regexp.MustCompile(`[0-9]+`)

// alike reports whether two looks show the same, but for numbers: a clock never stops.
func alike(a, b Look) bool {
	return bytes.Equal(digits.ReplaceAll(a.Shown, []byte("0")), digits.ReplaceAll(b.Shown, []byte("0")))
}

func (p *Page) look(ctx context.Context) (l Look, err error) {
	world, err := p.world(ctx, p.apartWorld)
	if err != nil {
		return l, err
	}
	question := ""
	if world != p.looks { // a page that was loaded anew has forgotten
		question = p.asked
	}
	var seen struct {
		Look
		photographs
	}
	if err := p.evaluate(ctx, p.apartWorld, "durchgangLook("+question+")", &seen); err != nil {
		return l, err
	}
	if len(seen.Wanted) > 0 {
		if err := p.photograph(ctx, seen.Wanted); err != nil {
			return l, err
		}
		if err := p.evaluate(ctx, p.apartWorld, "durchgangLook()", &seen); err != nil {
			return l, err
		}
	}
	p.looks = world
	return seen.Look, nil
}

// photographs are parts of a page that look.js cannot look into and needs pictures of.
type photographs struct{ Wanted []clip }

// clip is a part of a page, in CSS pixels.
type clip struct {
	CSS        string
	X, Y, W, H float64
}

// photograph gives look.js pictures.
func (p *Page) photograph(ctx context.Context, wanted []clip) error {
	for _, w := range wanted {
		r, err := call(ctx, p.wire, p.session, page.CaptureScreenshot, page.CaptureScreenshotParams{
			Format: page.CaptureScreenshotFormatPng, Clip: &page.Viewport{X: w.X, Y: w.Y, Width: w.W, Height: w.H, Scale: 1},
		})
		if err != nil {
			return p.cause(err)
		}
		if err := p.evaluate(ctx, p.apartWorld, fmt.Sprintf("durchgangPhotograph(%q, %q)", w.CSS, base64.StdEncoding.EncodeToString(r.Data)), nil); err != nil {
			return err
		}
	}
	return nil
}

// State is the same for pages that look the same, and empty where that cannot be told.
func (p *Page) State(ctx context.Context) (state string, err error) {
	return state, p.evaluate(ctx, p.apartWorld, "durchgangState()", &state)
}
