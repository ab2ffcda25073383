package window

import (
	"context"
	"regexp"
	"slices"
	"strings"
	"time"

	"durchgang/core/pagemap"
	"durchgang/internal/surface"
)

// Click implements surface.Surface.
func (w *Window) Click(_ context.Context, x, y float64, times int) error {
	w.parked = false
	w.d.point(int(x), int(y))
	for range times {
		w.d.button(true)
		w.d.button(false)
	}
	return w.cause(w.d.sync())
}

// Tap implements surface.Surface: a window is touched as it is clicked.
func (w *Window) Tap(ctx context.Context, x, y float64) error { return w.Click(ctx, x, y, 1) }

const (
	dragSteps = 6                     // moves of the pointer on its way
	dragPause = 15 * time.Millisecond // between them, for programs that look where it is
)

// Drag implements surface.Surface.
func (w *Window) Drag(ctx context.Context, from, to surface.Place) error {
	w.parked = false
	w.d.point(int(from.X), int(from.Y))
	w.d.button(true)
	for n := 1; n <= dragSteps; n++ {
		if err := w.pass(ctx, dragPause); err != nil {
			return err
		}
		part := float64(n) / dragSteps
		w.d.point(int(from.X+(to.X-from.X)*part), int(from.Y+(to.Y-from.Y)*part))
	}
	if err := w.pass(ctx, dragPause); err != nil {
		return err
	}
	w.d.button(false)
	return w.cause(w.d.sync())
}

// Type implements surface.Surface.
func (w *Window) Type(ctx context.Context, text string) error {
	if err := w.ready(ctx); err != nil {
		return err
	}
	for _, r := range text {
		if changed, err := w.d.provide(keysym(r)); err != nil {
			return w.cause(err)
		} else if changed {
			if err := w.ready(ctx); err != nil { // the program must have heard of it
				return err
			}
		}
		if err := w.d.press(keysym(r)); err != nil {
			return w.cause(err)
		}
	}
	return nil
}

// Press implements surface.Surface.
func (w *Window) Press(ctx context.Context, key string) error {
	sym, is := named[key]
	if !is {
		return w.Type(ctx, key)
	}
	if err := w.ready(ctx); err != nil {
		return err
	}
	return w.cause(w.d.press(sym))
}

// ready waits until the program has taken what was done before, so that keys reach what was clicked.
func (w *Window) ready(ctx context.Context) error {
	if err := w.d.sync(); err != nil {
		return w.cause(err)
	}
	_, err := w.idle(ctx)
	return err
}

// dialog is the message that waits for an answer; nil for none.
func (w *Window) dialog() *pagemap.Element {
	found := w.tree.Find("dialog")
	for _, d := range slices.Backward(found) {
		if !d.Off {
			return d
		}
	}
	return nil
}

// Buttons of dialogs by which they are agreed to and refused.
var (
	agrees  = regexp.MustCompile(`(?i)^(?:ok|yes|sure|continue|retry|again|play|close|oui|ja|sí|si|sim)\b`)
	refuses = regexp.MustCompile(`(?i)^(?:no|cancel|abort|quit|exit|close|non|nein|não)\b`)
)

// reply answers a dialog.
func (w *Window) reply(ctx context.Context, d *pagemap.Element) error {
	var words []string
	var buttons, fields []*pagemap.Element
	d.Each(func(e *pagemap.Element) {
		switch {
		case e.Off:
		case e.Kind == "button" && e.Text != "":
			buttons = append(buttons, e)
		case e.Kind == "field":
			fields = append(fields, e)
		case strings.TrimSpace(e.Text) != "":
			words = append(words, strings.TrimSpace(e.Text))
		}
	})
	q := surface.Dialog{Kind: "alert", Text: strings.Join(words, "\n")}
	switch {
	case len(fields) > 0:
		q.Kind, q.Default = "prompt", fields[0].Text
	case len(buttons) > 1:
		q.Kind = "confirm"
	}
	accept, text := true, q.Default
	if w.program.Answer != nil {
		accept, text = w.program.Answer(q)
	}
	w.notes = append(w.notes, surface.Note{Kind: surface.NoteDialog, Text: q.Text})
	if len(fields) > 0 && accept && text != "" {
		x, y := fields[0].Center()
		if err := w.Click(ctx, x, y, 3); err != nil {
			return err
		}
		if err := w.Type(ctx, "\b"+text); err != nil {
			return err
		}
	}
	if len(buttons) == 0 {
		return w.Press(ctx, map[bool]string{true: "Enter", false: "Escape"}[accept])
	}
	by, pattern := buttons[0], agrees
	if !accept {
		by, pattern = buttons[len(buttons)-1], refuses
	}
	if i := slices.IndexFunc(buttons, func(b *pagemap.Element) bool { return pattern.MatchString(b.Text) }); i >= 0 {
		by = buttons[i]
	}
	x, y := by.Center()
	return w.Click(ctx, x, y, 1)
}
