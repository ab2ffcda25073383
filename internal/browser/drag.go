package browser

import (
	"context"
	"fmt"
	"time"

	"github.com/chromedp/cdproto/input"

	"durchgang/internal/surface"
)

const (
	dragSteps    = 4                      // moves of the pointer on its way
	dragPatience = 500 * time.Millisecond // for the browser to take up what the page says can be dragged
)

// Drag presses the pointer at one place of the window and lets it go at another: with the events of the pointer
// alone, or those of drag and drop (HTML, section 6.12) where something lies there that the page says can be dragged.
func (p *Page) Drag(ctx context.Context, from, to surface.Place) error {
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
	held := func(kind input.DispatchMouseEventType, at surface.Place) input.DispatchMouseEventParams {
		e := pointer(kind, at, 1)
		e.Buttons = 1
		return e
	}
	post(p.wire, p.session, input.DispatchMouseEvent, pointer(input.DispatchMouseEventTypeMouseMoved, from, 0))
	post(p.wire, p.session, input.DispatchMouseEvent, held(input.DispatchMouseEventTypeMousePressed, from))
	for n := 1; n <= dragSteps; n++ {
		part := float64(n) / dragSteps
		at := surface.Place{X: from.X + (to.X-from.X)*part, Y: from.Y + (to.Y-from.Y)*part}
		if _, err := call(ctx, p.wire, p.session, input.DispatchMouseEvent, held(input.DispatchMouseEventTypeMouseMoved, at)); err != nil {
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
	_, err := call(ctx, p.wire, p.session, input.DispatchMouseEvent, held(input.DispatchMouseEventTypeMouseReleased, to))
	return p.cause(err)
}

// taken waits for what is being dragged; nil where the browser has taken nothing up.
func (p *Page) taken(ctx context.Context) (data *input.DragData, err error) {
	err = p.await(ctx, time.After(dragPatience), func() bool {
		data = p.dragged
		return data != nil
	})
	return data, err
}

// drop lets what is dragged go at a place, which takes it or not.
func (p *Page) drop(ctx context.Context, data *input.DragData, at surface.Place) error {
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
