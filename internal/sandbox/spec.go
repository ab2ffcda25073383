package sandbox

import (
	"errors"
	"fmt"
	"maps"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"time"
)

// Limits bound what a box may use.
type Limits struct {
	CPU       time.Duration // processor time of one process
	Memory    int64         // bytes resident, all processes together
	Processes int           // processes and threads
	Disk      int64         // bytes in the working folder and in /tmp, each
	Files     int           // that one process has open
}

// DefaultLimits are ample for a classroom game.
func DefaultLimits() Limits {
	return Limits{CPU: 10 * time.Second, Memory: 512 << 20, Processes: 64, Disk: 16 << 20, Files: 256}
}

// Spec says what runs in a box.
type Spec struct {
	// Dir is a folder on the host, readable by everyone. Its entries appear
	// read-only in the working folder, beside which new files may be written; with
	// Writable the folder itself is the working folder, and is changed.
	Dir      string
	Writable bool
	Files    map[string]string // more files in the working folder: their names, and where they lie on the host
	Argv     []string          // absolute program path first
	Env      []string          // NAME=value, added to a minimal environment
	Folders  []Folder          // more folders of the host
	Shown    []string          // more files of the system that are visible, read-only; * and ? as in filepath.Match
	Passed   []*os.File        // files that the program has open beside its standard streams, from descriptor 3 on
	Limits   Limits
}

// Folder is a folder of the host that appears in a box.
type Folder struct {
	Path     string // in the box
	Host     string
	Writable bool
}

// ErrNoBox means that bubblewrap is missing, and ErrBadBox that it does not work here.
var (
	ErrNoBox  = errors.New("no box: bwrap is not installed; install Debian's package bubblewrap")
	ErrBadBox = errors.New("no box: bwrap cannot make one on this machine")
)

// WorkDir is where the program's folder appears in the box.
const WorkDir = "/home/student"

// shown are the parts of the system that a box sees, where they exist.
var shown = []string{"/usr", "/bin", "/sbin", "/lib", "/lib32", "/lib64", "/etc/alternatives", "/etc/ld.so.cache"}

// devices are those that a box sees. Each costs time at every start; what a program opens
// as its terminal is the one that it was given.
var devices = []string{"null", "zero", "random", "urandom"}

// command returns the command line that runs the spec in a box, of which bubblewrap writes to made once
// it is there. Its ExtraFiles, made among them, are closed by start.
func (s Spec) command(made *os.File) (*exec.Cmd, error) {
	bwrap, err := exec.LookPath("bwrap")
	if err != nil {
		return nil, ErrNoBox
	}
	args := []string{
		"--unshare-all", "--die-with-parent", "--new-session", "--cap-drop", "ALL",
		"--uid", "1000", "--gid", "1000", "--hostname", "box",
		"--proc", "/proc",
		"--size", strconv.FormatInt(s.Limits.Disk, 10), "--tmpfs", "/tmp",
	}
	for _, device := range devices {
		args = append(args, "--dev-bind", "/dev/"+device, "/dev/"+device)
	}
	for i, stream := range []string{"stdin", "stdout", "stderr"} {
		args = append(args, "--symlink", fmt.Sprintf("/proc/self/fd/%d", i), "/dev/"+stream)
	}
	args = append(args, "--symlink", "/proc/self/fd", "/dev/fd", "--dir", "/dev/shm")
	visible := slices.Clone(shown)
	for _, pattern := range s.Shown {
		found, err := filepath.Glob(pattern)
		if err != nil {
			return nil, fmt.Errorf("what the box shows: %w", err)
		}
		visible = append(visible, found...)
	}
	for _, path := range visible {
		if target, err := os.Readlink(path); err == nil {
			args = append(args, "--symlink", target, path)
		} else if _, err := os.Stat(path); err == nil {
			args = append(args, "--ro-bind", path, path)
		}
	}
	work, err := s.work()
	if err != nil {
		return nil, err
	}
	args = append(args, work...)
	for _, f := range s.Folders {
		bind := "--ro-bind"
		if f.Writable {
			bind = "--bind"
		}
		args = append(args, bind, f.Host, f.Path)
	}
	args = append(args, "--chdir", WorkDir, "--clearenv",
		"--setenv", "PATH", "/usr/bin:/bin", "--setenv", "HOME", WorkDir,
		"--setenv", "LANG", "C.UTF-8", "--setenv", "TERM", "xterm")
	for _, pair := range s.Env {
		name, value, _ := strings.Cut(pair, "=")
		args = append(args, "--setenv", name, value)
	}
	file, err := filterFile()
	if err != nil {
		return nil, err
	}
	const firstExtra = 3 // descriptor of the first of ExtraFiles
	args = append(args, "--seccomp", strconv.Itoa(firstExtra+len(s.Passed)), "--json-status-fd", strconv.Itoa(firstExtra+len(s.Passed)+1))
	args = append(args, "--")
	if !hears() {
		args = append(args, s.Limits.prlimit()...)
	}
	cmd := exec.Command(bwrap, append(args, s.Argv...)...)
	cmd.ExtraFiles = append(slices.Clip(s.Passed), file, made)
	return cmd, nil
}

func (s Spec) work() ([]string, error) {
	if s.Writable {
		return []string{"--bind", s.Dir, WorkDir}, nil
	}
	args := []string{"--size", strconv.FormatInt(s.Limits.Disk, 10), "--tmpfs", WorkDir}
	entries, err := os.ReadDir(s.Dir)
	if err != nil {
		return nil, fmt.Errorf("open the program's folder: %w", err)
	}
	for _, e := range entries {
		if _, replaced := s.Files[e.Name()]; !replaced {
			args = append(args, "--ro-bind", filepath.Join(s.Dir, e.Name()), WorkDir+"/"+e.Name())
		}
	}
	for _, name := range slices.Sorted(maps.Keys(s.Files)) {
		args = append(args, "--ro-bind", s.Files[name], WorkDir+"/"+name)
	}
	return args, nil
}

// writable are the folders of the host that the box may change.
func (s Spec) writable() (dirs []string) {
	if s.Writable {
		dirs = append(dirs, s.Dir)
	}
	for _, f := range s.Folders {
		if f.Writable {
			dirs = append(dirs, f.Host)
		}
	}
	return dirs
}
