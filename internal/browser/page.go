package browser

import (
	"context"
	_ "embed"
	"encoding/json"
	"errors"
	"fmt"
	"strconv"
	"strings"
	"sync"
	"time"

	cdpbrowser "github.com/chromedp/cdproto/browser"
	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/emulation"
	"github.com/chromedp/cdproto/fetch"
	"github.com/chromedp/cdproto/input"
	"github.com/chromedp/cdproto/inspector"
	"github.com/chromedp/cdproto/page"
	"github.com/chromedp/cdproto/runtime"
	"github.com/chromedp/cdproto/target"

	"durchgang/internal/surface"
)

var (
	//go:embed clock.js
	clockScript string
	//go:embed look.js
	lookScript string
)

// Page is one page in a browser context of its own. One goroutine at a time uses it.
type Page struct {
	wire    *wire
	context cdp.BrowserContextID
	target  target.ID
	session target.SessionID
	site    Site
	clock   string // name of what moves the page's clock
	asked   string // what is looked for, as JSON
	looks   string // the world that was told so

	mu      sync.Mutex
	changed chan struct{} // something of what follows is new
	answer  func(surface.Dialog) (accept bool, text string)
	own     string // the page's world
	apart   string // the world it is looked at from
	loads   int    // how often the page has been loaded
	crashed bool
	dragged *input.DragData // that the browser has taken up; nil for nothing
	notes   []surface.Note
}

const (
	mostNotes = 200 // of a page
	mostText  = 500 // characters of a note
)

// ErrCrashed means that the page, and not the browser, has ended.
var ErrCrashed = errors.New("the page has crashed")

// Open opens a site in a context that nothing has touched. seed settles the page's random
// numbers. answer says what is done at dialogs; nil accepts them. Errors are ErrGone and
// ErrCrashed, of the context, or about the machine.
func (b *Browser) Open(ctx context.Context, site Site, seed uint32, answer func(surface.Dialog) (bool, string)) (*Page, error) {
	p, err := b.take(ctx)
	if err != nil {
		return nil, err
	}
	b.opened.Add(1)
	p.mu.Lock()
	p.site, p.answer = site, answer
	p.mu.Unlock()
	clock := strings.NewReplacer("(SEED,", fmt.Sprintf("(%d,", seed), "'HANDLE'", strconv.Quote(p.clock)).Replace(clockScript)
	params := page.AddScriptToEvaluateOnNewDocumentParams{Source: clock}
	if _, err := call(ctx, p.wire, p.session, page.AddScriptToEvaluateOnNewDocument, params); err != nil {
		p.Close()
		return nil, p.cause(err)
	}
	if err := p.load(ctx, func() error {
		_, err := call(ctx, p.wire, p.session, page.Navigate, page.NavigateParams{URL: site.address()})
		return err
	}); err != nil {
		p.Close()
		return nil, err
	}
	return p, nil
}

// prepare sets the page up before it shows anything.
func (p *Page) prepare(ctx context.Context) error {
	yes := true
	made, err := call(
		ctx, p.wire, "", target.CreateTarget,
		target.CreateTargetParams{URL: "about:blank", BrowserContextID: p.context, Width: windowWidth, Height: windowHeight},
	)
	if err != nil {
		return err
	}
	p.target = made.TargetID
	attached, err := call(ctx, p.wire, "", target.AttachToTarget, target.AttachToTargetParams{TargetID: p.target, Flatten: &yes})
	if err != nil {
		return err
	}
	p.session = attached.SessionID
	p.clock = "durchgang" + string(p.target)
	p.wire.handle(p.session, p.handle)
	post(
		p.wire, "", cdpbrowser.SetDownloadBehavior,
		cdpbrowser.SetDownloadBehaviorParams{Behavior: cdpbrowser.SetDownloadBehaviorBehaviorDeny, BrowserContextID: p.context},
	)
	post(
		p.wire, p.session, emulation.SetDeviceMetricsOverride,
		emulation.SetDeviceMetricsOverrideParams{Width: windowWidth, Height: windowHeight, DeviceScaleFactor: 1},
	)
	post(p.wire, p.session, inspector.Enable, cdp.Empty{})
	post(p.wire, p.session, page.Enable, page.EnableParams{})
	post(p.wire, p.session, runtime.Enable, cdp.Empty{})
	post(p.wire, p.session, fetch.Enable, fetch.EnableParams{Patterns: []*fetch.RequestPattern{{URLPattern: "*"}}})
	post(p.wire, p.session, emulation.SetFocusEmulationEnabled, emulation.SetFocusEmulationEnabledParams{Enabled: true})
	post(p.wire, p.session, page.SetInterceptFileChooserDialog, page.SetInterceptFileChooserDialogParams{Enabled: true})
	_, err = call(
		ctx, p.wire, p.session, page.AddScriptToEvaluateOnNewDocument,
		page.AddScriptToEvaluateOnNewDocumentParams{Source: lookScript, WorldName: "durchgang"},
	)
	return err
}

// load does what makes the page load, and waits until it has.
func (p *Page) load(ctx context.Context, act func() error) error {
	p.mu.Lock()
	before := p.loads
	p.mu.Unlock()
	if err := act(); err != nil {
		return p.cause(err)
	}
	for {
		p.mu.Lock()
		loaded, crashed := p.loads > before && p.apart != "", p.crashed
		p.mu.Unlock()
		switch {
		case crashed:
			return ErrCrashed
		case loaded:
			return nil
		}
		select {
		case <-p.changed:
		case <-p.wire.gone:
			return ErrGone
		case <-ctx.Done():
			return ctx.Err()
		}
	}
}

// cause is what is behind an error of a call: a page that has crashed answers nothing.
func (p *Page) cause(err error) error {
	p.mu.Lock()
	defer p.mu.Unlock()
	if p.crashed {
		return ErrCrashed
	}
	return err
}

// Reload loads the page anew, as a person can at any time.
func (p *Page) Reload(ctx context.Context) error {
	return p.load(ctx, func() error {
		_, err := call(ctx, p.wire, p.session, page.Reload, page.ReloadParams{})
		return err
	})
}

// Notes returns what happened since it was asked last.
func (p *Page) Notes() []surface.Note {
	p.mu.Lock()
	defer p.mu.Unlock()
	notes := p.notes
	p.notes = nil
	return notes
}

// Close ends the page and forgets all that it has left behind.
func (p *Page) Close() {
	if p.session != "" {
		post(p.wire, p.session, runtime.TerminateExecution, cdp.Empty{}) // it may be in a loop
		p.wire.handle(p.session, nil)
	}
	ctx, cancel := context.WithTimeout(context.Background(), 10*time.Second)
	defer cancel()
	_, _ = call(ctx, p.wire, "", target.DisposeBrowserContext, target.DisposeBrowserContextParams{BrowserContextID: p.context})
}

// evaluate asks for a value in one of the page's worlds.
func (p *Page) evaluate(ctx context.Context, world func() string, expression string, result any) error {
	yes := true
	for try := 0; ; try++ {
		id, err := p.world(ctx, world)
		if err != nil {
			return err
		}
		r, err := call(
			ctx, p.wire, p.session, runtime.Evaluate,
			runtime.EvaluateParams{Expression: expression, UniqueContextID: id, ReturnByValue: &yes, AwaitPromise: &yes},
		)
		switch {
		case err != nil && ctx.Err() == nil && try < 3 && !errors.Is(err, ErrGone) && p.cause(err) == err:
			time.Sleep(time.Millisecond) // the page was loaded anew meanwhile
			continue
		case err != nil:
			return p.cause(err)
		case r.ExceptionDetails != nil:
			return fmt.Errorf("look at the page: %s", said(r.ExceptionDetails))
		case result == nil || len(r.Result.Value) == 0:
			return nil
		}
		return json.Unmarshal(r.Result.Value, result)
	}
}

func (p *Page) mainWorld() string  { return p.own }
func (p *Page) apartWorld() string { return p.apart }

// world waits until the world is there: there is none while a page is being loaded.
func (p *Page) world(ctx context.Context, which func() string) (id string, err error) {
	err = p.await(ctx, nil, func() bool {
		id = which()
		return id != ""
	})
	return id, err
}

// await waits until something holds of what the browser tells of the page, or it is late, which is no error. What
// is asked holds the page's lock.
func (p *Page) await(ctx context.Context, late <-chan time.Time, holds func() bool) error {
	for {
		p.mu.Lock()
		done, crashed := holds(), p.crashed
		p.mu.Unlock()
		switch {
		case crashed:
			return ErrCrashed
		case done:
			return nil
		}
		select {
		case <-p.changed:
		case <-late:
			return nil
		case <-p.wire.gone:
			return ErrGone
		case <-ctx.Done():
			return ctx.Err()
		}
	}
}

// Click clicks at a place of the window, so many times in a row.
func (p *Page) Click(ctx context.Context, x, y float64, times int) error {
	at := surface.Place{X: x, Y: y}
	if err := p.bring(ctx, &at); err != nil {
		return err
	}
	post(p.wire, p.session, input.DispatchMouseEvent, pointer(input.DispatchMouseEventTypeMouseMoved, at, 0))
	for n := 1; ; n++ {
		post(p.wire, p.session, input.DispatchMouseEvent, pointer(input.DispatchMouseEventTypeMousePressed, at, n))
		if n < times {
			post(p.wire, p.session, input.DispatchMouseEvent, pointer(input.DispatchMouseEventTypeMouseReleased, at, n))
			continue
		}
		_, err := call(ctx, p.wire, p.session, input.DispatchMouseEvent, pointer(input.DispatchMouseEventTypeMouseReleased, at, n))
		return p.cause(err)
	}
}

// pointer is an event of the mouse at a place of the window, whose left button is pressed for the nth time in a row; 0
// where it is not.
func pointer(kind input.DispatchMouseEventType, at surface.Place, n int) input.DispatchMouseEventParams {
	e := input.DispatchMouseEventParams{Type: kind, X: at.X, Y: at.Y, PointerType: input.DispatchMouseEventPointerTypeMouse}
	if n > 0 {
		e.Button, e.ClickCount = input.MouseButtonLeft, int64(n)
	}
	return e
}

// bring scrolls places into the window, the last one if not all can be.
func (p *Page) bring(ctx context.Context, places ...*surface.Place) error {
	for _, at := range places {
		if at.X >= 0 && at.Y >= 0 && at.X < windowWidth && at.Y < windowHeight {
			continue
		}
		var moved [2]float64
		if err := p.evaluate(ctx, p.apartWorld, fmt.Sprintf("durchgangBring(%g, %g)", at.X, at.Y), &moved); err != nil {
			return err
		}
		dx, dy := moved[0]-at.X, moved[1]-at.Y
		for _, each := range places {
			each.X, each.Y = each.X+dx, each.Y+dy
		}
	}
	return nil
}

// Tap touches a place of the window with a finger.
func (p *Page) Tap(ctx context.Context, x, y float64) error {
	post(
		p.wire, p.session, input.DispatchTouchEvent,
		input.DispatchTouchEventParams{Type: input.DispatchTouchEventTypeTouchStart, TouchPoints: []*input.TouchPoint{{X: x, Y: y}}},
	)
	_, err := call(
		ctx, p.wire, p.session, input.DispatchTouchEvent,
		input.DispatchTouchEventParams{Type: input.DispatchTouchEventTypeTouchEnd, TouchPoints: []*input.TouchPoint{}},
	)
	return p.cause(err)
}

// Type presses the keys of a text, one after the other; a line end is the enter key.
func (p *Page) Type(ctx context.Context, text string) error {
	for _, r := range text {
		if err := p.press(ctx, keyOf(r)); err != nil {
			return err
		}
	}
	return nil
}

// Press presses a key: a letter, or one by its name as in UI Events, such as ArrowLeft.
func (p *Page) Press(ctx context.Context, name string) error {
	if code, named := namedKeys[name]; named {
		return p.press(
			ctx,
			input.DispatchKeyEventParams{Type: input.DispatchKeyEventTypeKeyDown, Key: name, Code: name, WindowsVirtualKeyCode: code},
		)
	}
	if name == "Enter" {
		name = "\n"
	}
	return p.Type(ctx, name)
}

// namedKeys are the codes of keys that type nothing.
var namedKeys = map[string]int64{"ArrowLeft": 37, "ArrowUp": 38, "ArrowRight": 39, "ArrowDown": 40, "Escape": 27}

func (p *Page) press(ctx context.Context, down input.DispatchKeyEventParams) error {
	up := input.DispatchKeyEventParams{
		Type:                  input.DispatchKeyEventTypeKeyUp,
		Key:                   down.Key,
		Code:                  down.Code,
		WindowsVirtualKeyCode: down.WindowsVirtualKeyCode,
	}
	post(p.wire, p.session, input.DispatchKeyEvent, down)
	_, err := call(ctx, p.wire, p.session, input.DispatchKeyEvent, up)
	return p.cause(err)
}

func keyOf(r rune) input.DispatchKeyEventParams {
	e := input.DispatchKeyEventParams{Type: input.DispatchKeyEventTypeKeyDown, Key: string(r), Text: string(r), UnmodifiedText: string(r)}
	upper := strings.ToUpper(string(r))
	switch {
	case r == '\n':
		e.Key, e.Code, e.Text, e.UnmodifiedText, e.WindowsVirtualKeyCode = "Enter", "Enter", "\r", "\r", 13
	case r == ' ':
		e.Code, e.WindowsVirtualKeyCode = "Space", 32
	case r == '\b':
		e.Key, e.Code, e.Text, e.UnmodifiedText, e.WindowsVirtualKeyCode = "Backspace", "Backspace", "", "", 8
	case len(upper) == 1 && upper[0] >= 'A' && upper[0] <= 'Z':
		e.Code, e.WindowsVirtualKeyCode = "Key"+upper, int64(upper[0])
	case r >= '0' && r <= '9':
		e.Code, e.WindowsVirtualKeyCode = "Digit"+string(r), int64(r)
	}
	return e
}

// Under reports whether a place of the window belongs to something made to be clicked.
func (p *Page) Under(ctx context.Context, x, y float64) (control bool, err error) {
	return control, p.evaluate(ctx, p.apartWorld, fmt.Sprintf("durchgangUnder(%g, %g)", x, y), &control)
}

// Picture is the page as it looks, as JPEG, half as wide and high as the window.
func (p *Page) Picture(ctx context.Context) ([]byte, error) {
	yes, quality := true, int64(60)
	r, err := call(ctx, p.wire, p.session, page.CaptureScreenshot, page.CaptureScreenshotParams{
		Format: page.CaptureScreenshotFormatJpeg, Quality: &quality, OptimizeForSpeed: &yes,
		Clip: &page.Viewport{Width: windowWidth, Height: windowHeight, Scale: 0.5},
	})
	return r.Data, p.cause(err)
}

// Outline is what those are told who cannot see the page, a line for each thing: its role
// and its name.
func (p *Page) Outline(ctx context.Context) (lines []string, err error) {
	return lines, p.evaluate(ctx, p.apartWorld, "durchgangOutline()", &lines)
}

// Scan tells what may be of use on a page of which nothing is known, as JSON.
func (p *Page) Scan(ctx context.Context) (found json.RawMessage, err error) {
	return found, p.evaluate(ctx, p.apartWorld, "durchgangScan()", &found)
}

// Drawn tells which parts of a canvas, or of another element, are drawn otherwise than when it was asked last, in
// fractions of its size.
func (p *Page) Drawn(ctx context.Context, css string) (parts []surface.Part, err error) {
	var drawn struct {
		Parts []surface.Part
		photographs
	}
	ask := fmt.Sprintf("durchgangDrawn(%q)", css)
	if err := p.evaluate(ctx, p.apartWorld, ask, &drawn); err != nil {
		return nil, err
	}
	if len(drawn.Wanted) > 0 {
		if err := p.photograph(ctx, drawn.Wanted); err != nil {
			return nil, err
		}
		err = p.evaluate(ctx, p.apartWorld, ask, &drawn)
	}
	return drawn.Parts, err
}
