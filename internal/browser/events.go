package browser

import (
	"encoding/json"
	"fmt"
	"strconv"
	"strings"

	"github.com/chromedp/cdproto"
	"github.com/chromedp/cdproto/fetch"
	"github.com/chromedp/cdproto/input"
	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/cdproto/page"
	"github.com/chromedp/cdproto/runtime"

	"durchgang/internal/surface"
)

// handle takes what the browser tells of the page. It waits for nothing.
func (p *Page) handle(m *cdproto.Message) {
	switch string(m.Method) {
	case "Fetch.requestPaused":
		if e, ok := event[fetch.EventRequestPaused](m); ok {
			p.serve(e)
		}
	case "Page.javascriptDialogOpening":
		if e, ok := event[page.EventJavascriptDialogOpening](m); ok {
			p.dialog(e)
		}
	case "Runtime.executionContextCreated":
		if e, ok := event[runtime.EventExecutionContextCreated](m); ok {
			p.begun(e.Context)
		}
	case "Runtime.executionContextsCleared":
		p.set(func() { p.own, p.apart = "", "" })
	case "Page.loadEventFired":
		p.set(func() { p.loads++ })
	case "Inspector.targetCrashed":
		p.set(func() { p.crashed = true })
	case "Input.dragIntercepted":
		if e, ok := event[input.EventDragIntercepted](m); ok {
			p.set(func() { p.dragged = e.Data })
		}
	case "Runtime.exceptionThrown":
		if e, ok := event[runtime.EventExceptionThrown](m); ok && e.ExceptionDetails != nil {
			d := e.ExceptionDetails
			p.note(surface.Note{Kind: surface.NoteError, Text: said(d), File: short(d.URL), Line: int(d.LineNumber) + 1})
		}
	case "Runtime.consoleAPICalled":
		if e, ok := event[runtime.EventConsoleAPICalled](m); ok {
			p.console(e)
		}
	}
}

func (p *Page) set(change func()) {
	p.mu.Lock()
	change()
	p.mu.Unlock()
	select {
	case p.changed <- struct{}{}:
	default:
	}
}

func (p *Page) note(n surface.Note) {
	if len(n.Text) > mostText {
		n.Text = strings.ToValidUTF8(n.Text[:mostText], "") + "…"
	}
	p.set(func() {
		if len(p.notes) < mostNotes {
			p.notes = append(p.notes, n)
		}
	})
}

// begun keeps the worlds of the page's own frame.
func (p *Page) begun(c *runtime.ExecutionContextDescription) {
	var about struct {
		IsDefault bool   `json:"isDefault"`
		FrameID   string `json:"frameId"`
	}
	if json.Unmarshal(c.AuxData, &about) != nil || about.FrameID != string(p.target) {
		return
	}
	p.set(func() {
		switch {
		case about.IsDefault:
			p.own = c.UniqueID
		case c.Name == "durchgang":
			p.apart = c.UniqueID
		}
	})
}

// serve answers a request from the site's own files, and refuses every other one.
func (p *Page) serve(e fetch.EventRequestPaused) {
	p.mu.Lock()
	site := p.site
	p.mu.Unlock()
	r := site.answer(e.Request.Method, e.Request.URL)
	document := e.ResourceType == network.ResourceTypeDocument
	away := document && e.FrameID.String() == string(p.target)
	switch {
	case r.refused && away:
		// An empty answer leaves the page where it is (RFC 9110, section 15.3.5).
		p.note(surface.Note{Kind: surface.NoteAway, Text: e.Request.URL})
		post(p.wire, p.session, fetch.FulfillRequest, fetch.FulfillRequestParams{RequestID: e.RequestID, ResponseCode: 204})
		return
	case r.refused:
		p.note(surface.Note{Kind: surface.NoteRefused, Text: e.Request.URL})
		post(
			p.wire, p.session, fetch.FailRequest,
			fetch.FailRequestParams{RequestID: e.RequestID, ErrorReason: network.ErrorReasonBlockedByClient},
		)
		return
	case r.status == 404 && short(e.Request.URL) != "favicon.ico":
		p.note(surface.Note{Kind: surface.NoteMissing, Text: short(e.Request.URL)})
		if away {
			r.status = 204
		}
	}
	post(p.wire, p.session, fetch.FulfillRequest, fetch.FulfillRequestParams{
		RequestID: e.RequestID, ResponseCode: int64(r.status), Body: r.body,
		ResponseHeaders: []*fetch.HeaderEntry{{Name: "Content-Type", Value: r.kind}, {Name: "Cache-Control", Value: "no-store"}},
	})
}

// dialog notes what a dialog says and answers it.
func (p *Page) dialog(e page.EventJavascriptDialogOpening) {
	d := surface.Dialog{Kind: string(e.Type), Text: e.Message, Default: e.DefaultPrompt}
	p.mu.Lock()
	answer := p.answer
	p.mu.Unlock()
	accept, text := true, d.Default
	if answer != nil {
		accept, text = answer(d)
	}
	if d.Kind != "beforeunload" {
		p.note(surface.Note{Kind: surface.NoteDialog, Text: d.Text})
	}
	post(p.wire, p.session, page.HandleJavaScriptDialog, page.HandleJavaScriptDialogParams{Accept: accept, PromptText: text})
}

func (p *Page) console(e runtime.EventConsoleAPICalled) {
	var words []string
	for _, a := range e.Args {
		words = append(words, valueOf(a))
	}
	n := surface.Note{Kind: surface.NoteConsole, Text: strings.Join(words, " ")}
	if e.StackTrace != nil && len(e.StackTrace.CallFrames) > 0 {
		n.File, n.Line = short(e.StackTrace.CallFrames[0].URL), int(e.StackTrace.CallFrames[0].LineNumber)+1
	}
	p.note(n)
}

func valueOf(o *runtime.RemoteObject) string {
	var text string
	switch {
	case json.Unmarshal(o.Value, &text) == nil:
		return text
	case len(o.Value) > 0:
		return string(o.Value)
	case o.Description != "":
		return o.Description
	}
	return fmt.Sprint(o.Type)
}

// said is what an error says, in one line.
func said(d *runtime.ExceptionDetails) string {
	text := d.Text
	if d.Exception != nil {
		text = d.Exception.Description
		if text == "" {
			text = valueOf(d.Exception)
		}
	}
	line, _, _ := strings.Cut(text, "\n")
	if unquoted, err := strconv.Unquote(line); err == nil {
		line = unquoted
	}
	return line
}
