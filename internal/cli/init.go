package cli

import (
	"errors"
	"fmt"
	"os"
	"os/exec"
	"os/signal"
	"syscall"

	"golang.org/x/sys/unix"
)

// asInit runs the command again as a child when this is process 1, as in a container without
// an init, and reaps what nobody else does: the processes of boxes whose parents have ended
// become children of process 1, and would stay as zombies. It returns the child's exit
// status, and false where this is not process 1.
func asInit() (status int, is bool) {
	if os.Getpid() != 1 {
		return 0, false
	}
	signals := make(chan os.Signal, 16)
	signal.Notify(signals, os.Interrupt, syscall.SIGTERM, syscall.SIGHUP, syscall.SIGCHLD)
	child := exec.Command("/proc/self/exe", os.Args[1:]...)
	child.Args[0] = os.Args[0]
	child.Stdin, child.Stdout, child.Stderr = os.Stdin, os.Stdout, os.Stderr
	if err := child.Start(); err != nil {
		fmt.Fprintln(os.Stderr, "durchgang: start as a child of process 1:", err)
		return exitFailed, true
	}
	for s := range signals {
		if s != syscall.SIGCHLD {
			_ = child.Process.Signal(s) // one that has ended is reaped below
			continue
		}
		if status, over := reap(child.Process.Pid); over {
			return status, true
		}
	}
	return 0, true
}

// reap takes the exit statuses of all children that have ended; over is whether the one of
// that number has.
func reap(child int) (status int, over bool) {
	for {
		var ended unix.WaitStatus
		pid, err := unix.Wait4(-1, &ended, unix.WNOHANG, nil)
		switch {
		case errors.Is(err, unix.EINTR):
		case err != nil || pid == 0:
			return status, over
		case pid == child && ended.Signaled():
			status, over = 128+int(ended.Signal()), true
		case pid == child:
			status, over = ended.ExitStatus(), true
		}
	}
}
