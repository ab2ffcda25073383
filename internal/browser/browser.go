package browser

import (
	"context"
	"errors"
	"fmt"
	"os"
	"os/exec"
	"sync"
	"sync/atomic"
	"time"

	cdpbrowser "github.com/chromedp/cdproto/browser"
	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/target"

	"durchgang/internal/sandbox"
	"durchgang/internal/scratch"
)

// ErrMissing means that there is no browser on this machine.
var ErrMissing = errors.New("there is no browser here: install Debian's package chromium")

// programs are where Chromium itself lies, beside the script that starts it.
var programs = []string{"/usr/lib/chromium/chromium-headless-shell", "/usr/lib/chromium/chromium", "/usr/bin/chromium"}

// Browser is a Chromium in its box. It may be used by several goroutines.
type Browser struct {
	box     *sandbox.Box
	wire    *wire
	folder  string // empty, for the box
	limits  Limits
	opened  atomic.Int64 // pages
	closing sync.Once

	mu    sync.Mutex
	spare chan *Page // a page that is made ready before it is asked for
}

// Limits bound a browser.
type Limits struct {
	Memory int64 // bytes of all its processes together
	Heap   int64 // bytes of what the scripts of one page hold
}

// DefaultLimits are ample for a classroom game.
func DefaultLimits() Limits { return Limits{Memory: 1536 << 20, Heap: 192 << 20} }

// window is the size of a page in CSS pixels.
const (
	windowWidth  = 1000
	windowHeight = 800
)

// startTime is how long the browser may take to begin on a machine that is very busy.
const startTime = time.Minute

// Start starts a browser. The error is about the machine.
func Start(ctx context.Context, limits Limits) (*Browser, error) {
	program := ""
	for _, p := range programs {
		if _, err := exec.LookPath(p); err == nil {
			program = p
			break
		}
	}
	if program == "" {
		return nil, ErrMissing
	}
	folder, err := scratch.Dir("browser")
	if err != nil {
		return nil, err
	}
	b := &Browser{folder: folder, limits: limits}
	if err := b.start(ctx, program); err != nil {
		b.Close()
		return nil, fmt.Errorf("start the browser: %w", err)
	}
	return b, nil
}

func (b *Browser) start(ctx context.Context, program string) error {
	ours, theirs, err := sandbox.Connection()
	if err != nil {
		return err
	}
	b.wire = newWire(ours)
	null, err := os.OpenFile(os.DevNull, os.O_RDWR, 0)
	if err != nil {
		theirs.Close()
		return err
	}
	defer null.Close()
	spec := sandbox.Spec{
		Dir: b.folder, Argv: append([]string{program}, b.flags()...), Shown: []string{"/etc/fonts"},
		Passed: []*os.File{theirs, theirs}, // it reads commands from the first and answers through the second
		Limits: sandbox.Limits{CPU: 24 * time.Hour, Memory: b.limits.Memory, Processes: 1024, Disk: 256 << 20, Files: 4096},
	}
	if b.box, err = sandbox.Start(spec, null); err != nil {
		return err
	}
	ctx, cancel := context.WithTimeout(ctx, startTime)
	defer cancel()
	_, err = call(ctx, b.wire, "", cdpbrowser.GetVersion, cdp.Empty{})
	return err
}

// flags are the browser's. Its own box is left out, since it runs in ours, which has no network.
func (b *Browser) flags() []string {
	return []string{
		"--headless", "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
		"--disable-component-update", "--disable-sync", "--user-data-dir=/tmp/profile", "--remote-debugging-pipe",
		"--disable-dev-shm-usage", "--disable-breakpad", "--disable-crash-reporter",
		"--block-new-web-contents", "--deny-permission-prompts", "--disable-notifications", "--mute-audio",
		"--disable-extensions", "--disable-default-apps", "--disable-client-side-phishing-detection", "--no-default-browser-check",
		"--password-store=basic", "--use-mock-keychain", "--disable-hang-monitor", "--disable-popup-blocking",
		"--disable-renderer-backgrounding", "--disable-background-timer-throttling", "--disable-backgrounding-occluded-windows",
		"--disable-ipc-flooding-protection", "--force-color-profile=srgb", "--hide-scrollbars", "--lang=en",
		"--disable-features=Translate,MediaRouter,OptimizationHints,AcceptCHFrame,PaintHolding,BackForwardCache,DialMediaRouteProvider,HttpsUpgrades",
		"--enable-blink-features=ComputedAccessibilityInfo", "--host-resolver-rules=MAP * ~NOTFOUND",
		fmt.Sprintf("--js-flags=--max-old-space-size=%d", b.limits.Heap>>20),
		fmt.Sprintf("--window-size=%d,%d", windowWidth, windowHeight), "about:blank",
	}
}

// Box is the box in which the browser runs.
func (b *Browser) Box() *sandbox.Box { return b.box }

// Opened is how many pages the browser has opened so far.
func (b *Browser) Opened() int { return int(b.opened.Load()) }

// Gone reports whether the browser has ended, and how.
func (b *Browser) Gone() (how string, gone bool) {
	select {
	case <-b.wire.gone:
	default:
		return "", false
	}
	select {
	case <-b.box.Done():
	case <-time.After(time.Second):
	}
	b.box.Kill()
	return b.box.Exit().String(), true
}

// Close ends the browser and all its pages.
func (b *Browser) Close() {
	b.closing.Do(func() {
		if b.box != nil {
			b.box.Kill()
		}
		if b.wire != nil {
			b.wire.pipe.Close()
			<-b.wire.gone
		}
		_ = os.RemoveAll(b.folder)
	})
}

// blank makes a page in a browser context of its own, which shows nothing yet.
func (b *Browser) blank(ctx context.Context) (*Page, error) {
	yes := true
	made, err := call(ctx, b.wire, "", target.CreateBrowserContext, target.CreateBrowserContextParams{DisposeOnDetach: &yes})
	if err != nil {
		return nil, err
	}
	p := &Page{wire: b.wire, context: made.BrowserContextID, changed: make(chan struct{}, 1)}
	if err := p.prepare(ctx); err != nil {
		p.Close()
		return nil, err
	}
	return p, nil
}

// take returns the page that was made ready, and has the next one made; or makes one.
func (b *Browser) take(ctx context.Context) (*Page, error) {
	b.mu.Lock()
	ready := b.spare
	next := make(chan *Page, 1)
	b.spare = next
	b.mu.Unlock()
	var p *Page
	if ready != nil {
		select {
		case p = <-ready:
		case <-ctx.Done():
			return nil, ctx.Err()
		}
	}
	if p == nil {
		var err error
		if p, err = b.blank(ctx); err != nil {
			close(next)
			return nil, err
		}
	}
	go func() {
		defer close(next)
		ctx, cancel := context.WithTimeout(context.Background(), startTime)
		defer cancel()
		if p, err := b.blank(ctx); err == nil {
			next <- p
		}
	}()
	return p, nil
}
