// Package scratch makes folders for what is needed for a while. All of a process's lie in one
// folder of its own below the system's temporary one, which the process holds locked while it
// lives, so that what a killed process has left behind is known for that and removed by
// the next.
//
// Read Dir first.
package scratch

import (
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"sync"

	"golang.org/x/sys/unix"
)

const (
	prefix = "durchgang-scratch-"
	inUse  = "in-use" // the file that is locked
)

// own is this process's folder.
var own struct {
	sync.Mutex
	dir  string
	lock *os.File
}

// Private makes a new folder for what its kind says, for this account alone. The caller
// removes it.
func Private(kind string) (string, error) {
	around, err := folder()
	if err != nil {
		return "", fmt.Errorf("make room for a %s: %w", kind, err)
	}
	dir, err := os.MkdirTemp(around, kind+"-")
	if err != nil {
		return "", fmt.Errorf("make room for a %s: %w", kind, err)
	}
	return dir, nil
}

// Dir is Private for what a box can read.
func Dir(kind string) (string, error) {
	dir, err := Private(kind)
	if err != nil {
		return "", err
	}
	if err := os.Chmod(dir, 0o755); err != nil {
		os.Remove(dir)
		return "", fmt.Errorf("open the room for a %s: %w", kind, err)
	}
	return dir, nil
}

// folder is this process's, which it makes when it is first asked for; then those of processes
// that are gone are removed.
func folder() (string, error) {
	own.Lock()
	defer own.Unlock()
	if own.dir != "" {
		if _, err := os.Stat(own.dir); err == nil {
			return own.dir, nil
		}
	}
	release, err := alone()
	if err != nil {
		return "", err
	}
	defer release()
	if err := clear(); err != nil {
		return "", err
	}
	dir, err := os.MkdirTemp("", prefix)
	if err != nil {
		return "", err
	}
	if err := os.Chmod(dir, 0o755); err != nil {
		return "", err
	}
	lock, err := os.OpenFile(filepath.Join(dir, inUse), os.O_CREATE|os.O_RDWR, 0o600)
	if err != nil {
		return "", err
	}
	if err := unix.Flock(int(lock.Fd()), unix.LOCK_EX); err != nil {
		return "", fmt.Errorf("lock %s: %w", lock.Name(), err)
	}
	own.dir, own.lock = dir, lock
	return dir, nil
}

// alone waits until no other process of this account makes or removes a folder.
func alone() (release func(), err error) {
	f, err := os.OpenFile(
		filepath.Join(os.TempDir(), fmt.Sprintf("durchgang-%d.lock", os.Getuid())),
		os.O_CREATE|os.O_RDWR|unix.O_NOFOLLOW,
		0o600,
	)
	if err != nil {
		return nil, err
	}
	if err := unix.Flock(int(f.Fd()), unix.LOCK_EX); err != nil {
		f.Close()
		return nil, fmt.Errorf("lock %s: %w", f.Name(), err)
	}
	return func() { f.Close() }, nil
}

// clear removes the folders of processes of this account that are gone.
func clear() error {
	dirs, err := filepath.Glob(filepath.Join(os.TempDir(), prefix+"*"))
	if err != nil {
		return err
	}
	for _, dir := range dirs {
		info, err := os.Lstat(dir)
		if err != nil || !info.IsDir() || held(dir) {
			continue
		}
		if err := os.RemoveAll(dir); err != nil && !errors.Is(err, os.ErrPermission) {
			return fmt.Errorf("remove what was left behind: %w", err)
		}
	}
	return nil
}

// held reports whether a process that lives has a folder, or another account.
func held(dir string) bool {
	lock, err := os.OpenFile(filepath.Join(dir, inUse), os.O_RDWR, 0)
	if err != nil {
		return !errors.Is(err, os.ErrNotExist)
	}
	defer lock.Close()
	return unix.Flock(int(lock.Fd()), unix.LOCK_EX|unix.LOCK_NB) != nil
}

// Remove removes this process's folder with all that is in it, when it ends.
func Remove() error {
	own.Lock()
	defer own.Unlock()
	if own.dir == "" || !strings.Contains(own.dir, prefix) {
		return nil
	}
	err := os.RemoveAll(own.dir)
	own.lock.Close()
	own.dir, own.lock = "", nil
	return err
}
