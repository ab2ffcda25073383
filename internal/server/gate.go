package server

import (
	"errors"
	"net"
	"net/netip"
	"sync"
)

// The bounds of what may be open at once. A whole school may be behind one address, and a
// browser opens six connections. A request is unfinished from its connection's or its own first
// byte until its body was taken: only those can hold memory that nobody has a right to.
const (
	connsInAll       = 2048
	connsByAddress   = 1024
	unfinishedInAll  = 512
	unfinishedByAddr = 64
)

var errBusyAddress = errors.New("too many unfinished requests from this address")

// gate is a listener that bounds connections and unfinished requests, by address and in all.
// Behind a proxy all requests come from its address, which is bounded as all are.
type gate struct {
	net.Listener
	proxies map[netip.Addr]bool

	mu         sync.Mutex
	conns      map[netip.Addr]int
	unfinished map[netip.Addr]int
	open, busy int
}

func newGate(l net.Listener, proxies []string) *gate {
	g := &gate{Listener: l, proxies: map[netip.Addr]bool{}, conns: map[netip.Addr]int{}, unfinished: map[netip.Addr]int{}}
	for _, p := range proxies {
		if a, err := netip.ParseAddr(p); err == nil {
			g.proxies[a.Unmap()] = true
		}
	}
	return g
}

// Accept waits for a connection that is within the bounds; others are closed.
func (g *gate) Accept() (net.Conn, error) {
	for {
		c, err := g.Listener.Accept()
		if err != nil {
			return nil, err
		}
		from, _ := netip.ParseAddrPort(c.RemoteAddr().String())
		v := &visitor{Conn: c, gate: g, from: from.Addr().Unmap()}
		if g.enter(v) {
			return v, nil
		}
		c.Close()
	}
}

func (g *gate) enter(v *visitor) bool {
	g.mu.Lock()
	defer g.mu.Unlock()
	if g.open >= connsInAll || !g.proxies[v.from] && g.conns[v.from] >= connsByAddress || !g.begin(v) {
		return false
	}
	g.open++
	g.conns[v.from]++
	return true
}

// begin counts an unfinished request; the caller holds the lock.
func (g *gate) begin(v *visitor) bool {
	if v.reading {
		return true
	}
	if g.busy >= unfinishedInAll || !g.proxies[v.from] && g.unfinished[v.from] >= unfinishedByAddr {
		return false
	}
	v.reading = true
	g.busy++
	g.unfinished[v.from]++
	return true
}

// end takes back what begin has counted; the caller holds the lock.
func (g *gate) end(v *visitor) {
	if !v.reading {
		return
	}
	v.reading = false
	g.busy--
	if g.unfinished[v.from]--; g.unfinished[v.from] == 0 {
		delete(g.unfinished, v.from)
	}
}

// visitor is a connection that the gate counts.
type visitor struct {
	net.Conn
	gate    *gate
	from    netip.Addr
	reading bool // a request is unfinished; the gate's lock guards it
	gone    sync.Once
}

// Read fails where a further request begins although there are too many unfinished ones.
func (v *visitor) Read(p []byte) (int, error) {
	n, err := v.Conn.Read(p)
	if n > 0 {
		v.gate.mu.Lock()
		defer v.gate.mu.Unlock()
		if !v.gate.begin(v) {
			return 0, errBusyAddress
		}
	}
	return n, err
}

// finished says that the request was read as far as it will be.
func (v *visitor) finished() {
	v.gate.mu.Lock()
	defer v.gate.mu.Unlock()
	v.gate.end(v)
}

func (v *visitor) Close() error {
	v.gone.Do(func() {
		v.gate.mu.Lock()
		defer v.gate.mu.Unlock()
		v.gate.end(v)
		v.gate.open--
		if v.gate.conns[v.from]--; v.gate.conns[v.from] == 0 {
			delete(v.gate.conns, v.from)
		}
	})
	return v.Conn.Close()
}
