package cluster

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"time"

	"golang.org/x/sys/unix"
)

const (
	lookEvery = 500 * time.Millisecond // whether the server still runs
	latest    = 10 * time.Second       // between starts that fail, which come twice as late each time
	leastFree = 64 << 20               // bytes that a server needs on its disk to start
)

// ErrFull means that there is no room on the disk with the server's data.
var ErrFull = errors.New("the disk is full")

// Keep starts the server again when it has ended, until the context ends. It logs why, and
// calls trouble with what is wrong, and with nil when the server runs again.
func (c *Cluster) Keep(ctx context.Context, log *slog.Logger, trouble func(error)) {
	pause, last := lookEvery, time.Duration(0)
	for {
		select {
		case <-ctx.Done():
			return
		case <-time.After(pause):
		}
		pause = lookEvery
		if c.alive() {
			continue
		}
		log.Error("PostgreSQL has ended; it is started again", "folder", c.dir, "log", c.log())
		err := c.Resume(ctx)
		if ctx.Err() != nil {
			return
		}
		if err != nil {
			if full := c.full(); full != nil {
				err = full
			}
			last = min(max(2*last, lookEvery), latest)
			pause = last
			log.Error("PostgreSQL could not be started again", "error", err, "again", pause)
		} else {
			last = 0
			log.Info("PostgreSQL runs again", "folder", c.dir)
		}
		trouble(err)
	}
}

func (c *Cluster) log() string { return filepath.Join(c.dir, "server.log") }

// full says that the disk with the data has no room, and which one it is; it is nil where it has.
func (c *Cluster) full() error {
	var st unix.Statfs_t
	if err := unix.Statfs(c.dir, &st); err != nil {
		return nil
	}
	if free := int64(st.Bavail) * st.Bsize; free < leastFree {
		return fmt.Errorf(
			"%w: %d MB are left on the disk with %s, and PostgreSQL needs %d MB; make room there, and it goes on by itself",
			ErrFull, free>>20, c.dir, leastFree>>20,
		)
	}
	return nil
}

// alive reports whether the server's first process runs, which its folder names.
func (c *Cluster) alive() bool {
	pid, err := c.pid()
	if err != nil {
		return false
	}
	stat, err := os.ReadFile(fmt.Sprintf("/proc/%d/stat", pid)) // PID (COMMAND) STATE …
	if err != nil {
		return false
	}
	before, after, _ := strings.Cut(string(stat), ") ")
	return strings.HasSuffix(before, "(postgres") && !strings.HasPrefix(after, "Z")
}

// pid reads the number of the server's first process from postmaster.pid, whose first line
// it is.
func (c *Cluster) pid() (int, error) {
	text, err := os.ReadFile(filepath.Join(c.data(), "postmaster.pid"))
	if err != nil {
		return 0, fmt.Errorf("find the running PostgreSQL: %w", err)
	}
	first, _, _ := strings.Cut(string(text), "\n")
	return strconv.Atoi(strings.TrimSpace(first))
}
