package channel

import (
	"sync"
	"time"
)

// pulse is the heartbeat of this process.
var pulse heart

// heart tells for how long a busy machine kept this process from going on: it rests for a
// moment again and again, and sums up by how much it comes back late. It beats while it is
// asked.
type heart struct {
	mu    sync.Mutex
	beats bool
	asked time.Time
	sum   time.Duration
}

const (
	beat    = 10 * time.Millisecond
	onTime  = 10 * time.Millisecond // by how much a machine with a processor to spare is late at most
	restful = time.Minute           // after which a heart that nobody asks stops
)

// lost is the sum until now, of a process that has asked within the last minute.
func (h *heart) lost() time.Duration {
	h.mu.Lock()
	defer h.mu.Unlock()
	h.asked = time.Now()
	if !h.beats {
		h.beats = true
		go h.run()
	}
	return h.sum
}

func (h *heart) run() {
	for h.again() {
		began := time.Now()
		time.Sleep(beat)
		if late := time.Since(began) - beat; late > onTime {
			h.mu.Lock()
			h.sum += late
			h.mu.Unlock()
		}
	}
}

// again reports whether it is to go on.
func (h *heart) again() bool {
	h.mu.Lock()
	defer h.mu.Unlock()
	h.beats = time.Since(h.asked) < restful
	return h.beats
}
