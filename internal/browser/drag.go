package browser

import (
	"context"
	"fmt"
	"time"

	"github.com/chromedp/cdproto/input"
)

// Place is a place of the window, in CSS pixels.
type Place struct{ X, Y float64 }

const (
	dragSteps    = 4                      // moves of the pointer on its way
	dragPatience = 500 * time.Millisecond // for the browser to take up what the page says can be dragged
)

// Drag presses the pointer at one place of the window and lets it go at another: with the events of the pointer
// alone, or those of drag and drop (HTML, section 6.12) where something lies there that the page says can be dragged.
func (p *Page) Drag(ctx context.Context, from, to Place) error {
	if err := p.bring(ctx, &from, &to); err != nil {
		return err
	}
	if _, err := call(ctx, p.wire, p.session, input.SetInterceptDrags, input.SetInterceptDragsParams{Enabled: true}); err != nil {
		return p.cause(err)
	}
	defer post(p.wire, p.session, input.SetInterceptDrags, input.SetInterceptDragsParams{Enabled: false})
	p.set(func() { p.dragged = nil })
	var draggable bool
	if err := p.evaluate(ctx, p.apartWorld, fmt.Sprintf("durchgangDraggable(%g, %g)", from.X, from.Y), &draggable); err != nil {
		return err
	}
	event := func(kind input.DispatchMouseEventType, at Place, held bool) input.DispatchMouseEventParams {
		e := input.DispatchMouseEventParams{Type: kind, X: at.X, Y: at.Y, PointerType: input.DispatchMouseEventPointerTypeMouse}
		if held {
			e.Button, e.ClickCount, e.Buttons = input.MouseButtonLeft, 1, 1
		}
		return e
	}
	post(p.wire, p.session, input.DispatchMouseEvent, event(input.DispatchMouseEventTypeMouseMoved, from, false))
	post(p.wire, p.session, input.DispatchMouseEvent, event(input.DispatchMouseEventTypeMousePressed, from, true))
	for n := 1; n <= dragSteps; n++ {
		part := float64(n) / dragSteps
		at := Place{from.X + (to.X-from.X)*part, from.Y + (to.Y-from.Y)*part}
		if _, err := call(ctx, p.wire, p.session, input.DispatchMouseEvent, event(input.DispatchMouseEventTypeMouseMoved, at, true)); err != nil {
			return p.cause(err)
		}
		if !draggable {
			continue
		}
		data, err := p.taken(ctx)
		if err != nil {
			return err
		}
		if data != nil {
			if err := p.drop(ctx, data, to); err != nil {
				return err
			}
			break
		}
		draggable = false // the page does not let it
	}
	_, err := call(ctx, p.wire, p.session, input.DispatchMouseEvent, event(input.DispatchMouseEventTypeMouseReleased, to, true))
	return p.cause(err)
}

// bring scrolls both places into the window, the second one if both cannot be.
func (p *Page) bring(ctx context.Context, from, to *Place) error {
	for _, at := range []*Place{from, to} {
		if at.X >= 0 && at.Y >= 0 && at.X < windowWidth && at.Y < windowHeight {
			continue
		}
		var moved [2]float64
		if err := p.evaluate(ctx, p.apartWorld, fmt.Sprintf("durchgangBring(%g, %g)", at.X, at.Y), &moved); err != nil {
			return err
		}
		dx, dy := moved[0]-at.X, moved[1]-at.Y
		for _, each := range []*Place{from, to} {
			each.X, each.Y = each.X+dx, each.Y+dy
		}
	}
	return nil
}

// taken waits for what is being dragged; nil where the browser has taken nothing up.
func (p *Page) taken(ctx context.Context) (*input.DragData, error) {
	late := time.After(dragPatience)
	for {
		p.mu.Lock()
		data, crashed := p.dragged, p.crashed
		p.mu.Unlock()
		switch {
		case crashed:
			return nil, ErrCrashed
		case data != nil:
			return data, nil
		}
		select {
		case <-p.changed:
		case <-late:
			return nil, nil
		case <-p.wire.gone:
			return nil, ErrGone
		case <-ctx.Done():
			return nil, ctx.Err()
		}
	}
}

// drop lets what is dragged go at a place, which takes it or not.
func (p *Page) drop(ctx context.Context, data *input.DragData, at Place) error {
	event := func(kind input.DispatchDragEventType) error {
		_, err := call(ctx, p.wire, p.session, input.DispatchDragEvent, input.DispatchDragEventParams{Type: kind, X: at.X, Y: at.Y, Data: data})
		return p.cause(err)
	}
	for _, kind := range []input.DispatchDragEventType{input.DispatchDragEventTypeDragEnter, input.DispatchDragEventTypeDragOver} {
		if err := event(kind); err != nil {
			return err
		}
	}
	var takes bool
	if err := p.evaluate(ctx, p.apartWorld, "durchgangTakes()", &takes); err != nil {
		return err
	}
	if takes {
		return event(input.DispatchDragEventTypeDrop)
	}
	return event(input.DispatchDragEventTypeDragCancel)
}
