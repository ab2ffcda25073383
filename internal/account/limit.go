package account

import (
	"net/netip"
	"sync"
	"time"

	"golang.org/x/time/rate"
)

// Limit slows down who tries passwords: by the name that is tried and by the address it
// comes from. It is safe for several goroutines.
type Limit struct {
	mu    sync.Mutex
	every time.Duration
	burst int
	tries map[string]*rate.Limiter
	swept time.Time
	now   func() time.Time
}

// mostKeys is how many keys are counted apart.
const mostKeys = 100_000

// NewLimit allows burst tries of a key at once, and another one after each span.
func NewLimit(burst int, every time.Duration, now func() time.Time) *Limit {
	return &Limit{every: every, burst: burst, tries: map[string]*rate.Limiter{}, now: now, swept: now()}
}

// Try counts a try for the keys, and says how long to wait when there were too many.
func (l *Limit) Try(keys ...string) (wait time.Duration) {
	l.mu.Lock()
	defer l.mu.Unlock()
	now := l.now()
	l.sweep(now)
	for _, key := range keys {
		r := l.tries[key]
		if r == nil && len(l.tries) >= mostKeys {
			key = "" // all others together
			r = l.tries[key]
		}
		if r == nil {
			r = rate.NewLimiter(rate.Every(l.every), l.burst)
			l.tries[key] = r
		}
		if !r.AllowN(now, 1) {
			wait = max(wait, l.every)
		}
	}
	return wait
}

// Network is what tries from an address count for: the address, or of version 6 its network of
// 64 bits, which one household or school has to itself (RFC 6177).
func Network(address string) string {
	a, err := netip.ParseAddr(address)
	if err != nil || a.Unmap().Is4() {
		return address
	}
	p, err := a.Prefix(64)
	if err != nil {
		return address
	}
	return p.String()
}

// Forgive forgets the tries of a key, after one that was right.
func (l *Limit) Forgive(key string) {
	l.mu.Lock()
	defer l.mu.Unlock()
	delete(l.tries, key)
}

// sweep forgets keys that were not tried for so long that they may try afresh.
func (l *Limit) sweep(now time.Time) {
	full := time.Duration(l.burst) * l.every
	if now.Sub(l.swept) < full {
		return
	}
	l.swept = now
	for key, r := range l.tries {
		if r.TokensAt(now) >= float64(l.burst) {
			delete(l.tries, key)
		}
	}
}
