package office

import (
	"context"
	"fmt"
	"time"

	"golang.org/x/sync/semaphore"
)

// room bounds how much of what people send is unpacked in memory at once, in all; what does
// not fit waits.
type room struct{ free *semaphore.Weighted }

// longestWait is how long what is sent may wait for room.
const longestWait = time.Minute

func newRoom() room { return room{semaphore.NewWeighted(MaxUnpacked)} }

// take waits for so many bytes; the caller releases them.
func (r room) take(ctx context.Context, bytes int64) (release func(), err error) {
	ctx, cancel := context.WithTimeout(ctx, longestWait)
	defer cancel()
	if err := r.free.Acquire(ctx, bytes); err != nil {
		return nil, fmt.Errorf("%w: %w", ErrBusy, err)
	}
	return func() { r.free.Release(bytes) }, nil
}
