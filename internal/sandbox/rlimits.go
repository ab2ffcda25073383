package sandbox

import (
	"fmt"

	"golang.org/x/sys/unix"
)

// rlimit is one limit of a process (getrlimit(2)), and its name for prlimit(1).
type rlimit struct {
	resource int
	name     string
	value    uint64
}

func (l Limits) rlimits() []rlimit {
	return []rlimit{
		{unix.RLIMIT_CPU, "cpu", uint64(l.CPU.Seconds())},
		{unix.RLIMIT_NPROC, "nproc", uint64(l.Processes)},
		{unix.RLIMIT_DATA, "data", uint64(4 * l.Memory)},
		{unix.RLIMIT_FSIZE, "fsize", uint64(l.Disk)},
		{unix.RLIMIT_CORE, "core", 0},
		{unix.RLIMIT_NOFILE, "nofile", uint64(l.Files)},
	}
}

// impose gives the limits to a process, and to those that it starts from then on.
func (l Limits) impose(pid int) error {
	for _, r := range l.rlimits() {
		if err := unix.Prlimit(pid, r.resource, &unix.Rlimit{Cur: r.value, Max: r.value}, nil); err != nil {
			return fmt.Errorf("limit the box's %s: %w", r.name, err)
		}
	}
	return nil
}

// prlimit is the command that gives the limits to itself and then runs what follows, for
// kernels where a box cannot be held at its start.
func (l Limits) prlimit() []string {
	argv := []string{"/usr/bin/prlimit"}
	for _, r := range l.rlimits() {
		argv = append(argv, fmt.Sprintf("--%s=%d", r.name, r.value))
	}
	return append(argv, "--")
}
