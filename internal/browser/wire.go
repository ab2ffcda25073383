package browser

import (
	"context"
	"errors"
	"fmt"
	"os"
	"sync"

	"github.com/chromedp/cdproto"
	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/cdp/jsonv2"
	"github.com/chromedp/cdproto/target"
	"github.com/chromedp/chromedp"
)

// ErrGone means that the browser has ended, or its page.
var ErrGone = errors.New("the browser has ended")

// wire carries commands to a browser and events from it (Chrome DevTools Protocol, one
// connection for all sessions).
type wire struct {
	pipe *chromedp.PipeConn

	mu       sync.Mutex
	last     int64 // number of a command
	waiting  map[int64]chan *cdproto.Message
	handlers map[target.SessionID]func(*cdproto.Message)
	outbox   []*cdproto.Message
	more     chan struct{} // something is in the outbox
	gone     chan struct{} // closed when the browser has ended
}

func newWire(ours *os.File) *wire {
	w := &wire{
		pipe: chromedp.NewPipeConn(ours, ours), waiting: map[int64]chan *cdproto.Message{},
		handlers: map[target.SessionID]func(*cdproto.Message){}, more: make(chan struct{}, 1), gone: make(chan struct{}),
	}
	go w.read()
	go w.write()
	return w
}

// read hands out what the browser says until it ends.
func (w *wire) read() {
	defer close(w.gone)
	for {
		m := new(cdproto.Message)
		if err := w.pipe.Read(context.Background(), m); err != nil {
			return
		}
		w.mu.Lock()
		answer, handler := w.waiting[m.ID], w.handlers[m.SessionID]
		delete(w.waiting, m.ID)
		w.mu.Unlock()
		switch {
		case m.ID == 0 && handler != nil:
			handler(m)
		case answer != nil:
			answer <- m
		}
	}
}

// write sends what is in the outbox, so that whoever handles an event need not wait.
func (w *wire) write() {
	for {
		select {
		case <-w.gone:
			return
		case <-w.more:
		}
		w.mu.Lock()
		list := w.outbox
		w.outbox = nil
		w.mu.Unlock()
		for _, m := range list {
			if w.pipe.Write(context.Background(), m) != nil {
				return // read ends as well
			}
		}
	}
}

// send sends a command. The answer goes to answers, where that is not nil.
func (w *wire) send(s target.SessionID, method string, params any, answers chan *cdproto.Message) (int64, error) {
	body, err := jsonv2.Marshal(params, chromedp.DefaultMarshalOptions)
	if err != nil {
		return 0, fmt.Errorf("write %s: %w", method, err)
	}
	w.mu.Lock()
	defer w.mu.Unlock()
	w.last++
	if answers != nil {
		w.waiting[w.last] = answers
	}
	w.outbox = append(w.outbox, &cdproto.Message{ID: w.last, SessionID: s, Method: cdproto.MethodType(method), Params: body})
	select {
	case w.more <- struct{}{}:
	default:
	}
	return w.last, nil
}

// call sends a command and waits for its result.
func call[P, R any](ctx context.Context, w *wire, s target.SessionID, c cdp.Command[P, R], params P) (R, error) {
	var result R
	answers := make(chan *cdproto.Message, 1)
	id, err := w.send(s, c.Method, params, answers)
	if err != nil {
		return result, err
	}
	var m *cdproto.Message
	select {
	case m = <-answers:
	case <-w.gone:
		return result, ErrGone
	case <-ctx.Done():
		w.mu.Lock()
		delete(w.waiting, id)
		w.mu.Unlock()
		return result, ctx.Err()
	}
	if m.Error != nil {
		return result, fmt.Errorf("%s: %w", c.Method, m.Error)
	}
	if err := jsonv2.Unmarshal(m.Result, &result, chromedp.DefaultUnmarshalOptions); err != nil {
		return result, fmt.Errorf("read the answer to %s: %w", c.Method, err)
	}
	return result, nil
}

// post sends a command of which nobody wants to know what comes of it.
func post[P, R any](w *wire, s target.SessionID, c cdp.Command[P, R], params P) {
	_, _ = w.send(s, c.Method, params, nil)
}

// handle has the events of a session handled, one after the other; nil ends it. A handler
// does not wait for answers.
func (w *wire) handle(s target.SessionID, handler func(*cdproto.Message)) {
	w.mu.Lock()
	defer w.mu.Unlock()
	if handler == nil {
		delete(w.handlers, s)
	} else {
		w.handlers[s] = handler
	}
}

// event reads the parameters of an event.
func event[E any](m *cdproto.Message) (e E, ok bool) {
	return e, jsonv2.Unmarshal(m.Params, &e, chromedp.DefaultUnmarshalOptions) == nil
}
