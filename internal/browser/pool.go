package browser

import (
	"context"
	"errors"
	"sync"
)

// Pool keeps browsers, so that not every program waits for one to start. A browser is lent to
// one program at a time, which may use it for many pages at once. Its zero value keeps none
// and starts one whenever it is asked.
type Pool struct {
	Limits Limits // of each; the usual ones when zero
	Keep   int    // browsers at most that wait for somebody

	mu   sync.Mutex
	idle []*Browser
}

// What a browser is used for at most: pages of it that were opened, and bytes that it holds
// when it is handed back. Then another one takes its place.
const (
	mostPages   = 400
	mostGrown   = 600 << 20
	mostStarted = 3 // attempts
)

// Loan is a browser that is lent to one program.
type Loan struct {
	pool *Pool

	mu      sync.RWMutex // held for reading by those who use the browser
	browser *Browser
}

// Lend lends a browser.
func (p *Pool) Lend(ctx context.Context) (*Loan, error) {
	b, err := p.take(ctx)
	return &Loan{pool: p, browser: b}, err
}

func (p *Pool) take(ctx context.Context) (*Browser, error) {
	p.mu.Lock()
	for len(p.idle) > 0 {
		b := p.idle[len(p.idle)-1]
		p.idle = p.idle[:len(p.idle)-1]
		if _, gone := b.Gone(); !gone {
			p.mu.Unlock()
			return b, nil
		}
		b.Close()
	}
	p.mu.Unlock()
	limits := p.Limits
	if limits == (Limits{}) {
		limits = DefaultLimits()
	}
	var err error
	for range mostStarted {
		var b *Browser
		if b, err = Start(ctx, limits); err == nil || errors.Is(err, ErrMissing) || ctx.Err() != nil {
			return b, err
		}
	}
	return nil, err
}

// Use calls use with the browser. Where the browser ends meanwhile, another one is started,
// and use is called once more, with nothing else in it: if that ends as well, the fault is
// not a neighbour's, and how it ended is returned. Other errors are use's.
func (l *Loan) Use(ctx context.Context, use func(*Browser) error) (how string, err error) {
	l.mu.RLock()
	b := l.browser
	err = use(b)
	l.mu.RUnlock()
	if !errors.Is(err, ErrGone) {
		return "", err
	}
	l.mu.Lock()
	defer l.mu.Unlock()
	if err := l.renew(ctx); err != nil {
		return "", err
	}
	if err = use(l.browser); !errors.Is(err, ErrGone) {
		return "", err
	}
	how, _ = l.browser.Gone()
	return how, l.renew(ctx)
}

// renew puts another browser in the place of one that has ended.
func (l *Loan) renew(ctx context.Context) (err error) {
	if _, gone := l.browser.Gone(); !gone {
		return nil
	}
	l.browser.Close()
	l.browser, err = l.pool.take(ctx)
	return err
}

// Return hands the browser back.
func (l *Loan) Return() {
	b := l.browser
	if b == nil {
		return
	}
	_, gone := b.Gone()
	l.pool.mu.Lock()
	keep := !gone && len(l.pool.idle) < l.pool.Keep && b.Opened() < mostPages && b.box.Resident() < mostGrown
	if keep {
		l.pool.idle = append(l.pool.idle, b)
	}
	l.pool.mu.Unlock()
	if !keep {
		b.Close()
	}
}

// Close ends the browsers that nobody uses.
func (p *Pool) Close() {
	p.mu.Lock()
	idle := p.idle
	p.idle = nil
	p.mu.Unlock()
	for _, b := range idle {
		b.Close()
	}
}

// Resident is the memory that the browser holds for itself, in bytes.
func (l *Loan) Resident() int64 { return l.browser.box.Resident() }
