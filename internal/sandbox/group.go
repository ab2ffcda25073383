package sandbox

import (
	"bytes"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"sync"
	"sync/atomic"
	"syscall"
	"time"
)

// Groups is which control groups the machine lets this process make for its boxes
// (cgroups(7)): GroupsV2, GroupsV1 or NoGroups.
type Groups string

const (
	GroupsV2 Groups = "control groups, version 2"
	GroupsV1 Groups = "control groups, version 1"
	NoGroups Groups = "no control groups"
)

// hierarchies are the folders in which groups for boxes can be made, by controller. In
// version 2 all are the same.
type hierarchies struct {
	kind  Groups
	under map[string]string
}

// controllers are those of use: memory bounds the bytes of all processes together, pids
// how many there are, and cpu gives each box, and not each process, the same share.
var controllers = []string{"memory", "pids", "cpu"}

// available finds out what the machine lets this process do, once.
var available = sync.OnceValue(func() hierarchies {
	own, err := os.ReadFile("/proc/self/cgroup")
	if err != nil {
		return hierarchies{kind: NoGroups}
	}
	mounts, err := os.ReadFile("/proc/self/mountinfo")
	if err != nil {
		return hierarchies{kind: NoGroups}
	}
	for _, h := range locate(string(own), string(mounts)) {
		if h.prepare() {
			return h
		}
	}
	return hierarchies{kind: NoGroups}
})

// locate reads /proc/self/cgroup and /proc/self/mountinfo: where the process's own groups
// are, in either version. Both can be there.
func locate(own, mounts string) []hierarchies {
	v1, v2 := hierarchies{GroupsV1, map[string]string{}}, hierarchies{GroupsV2, map[string]string{}}
	for mount := range strings.Lines(mounts) {
		left, right, _ := strings.Cut(mount, " - ")
		fields, system := strings.Fields(left), strings.Fields(right)
		if len(fields) < 5 || len(system) < 3 {
			continue
		}
		root, point, options := fields[3], fields[4], strings.Split(system[2], ",")
		for line := range strings.Lines(own) {
			parts := strings.SplitN(strings.TrimSpace(line), ":", 3)
			if len(parts) != 3 {
				continue
			}
			path, err := filepath.Rel(root, parts[2])
			if err != nil || strings.HasPrefix(path, "..") {
				continue
			}
			for _, c := range controllers {
				switch {
				case system[0] == "cgroup" && slices.Contains(strings.Split(parts[1], ","), c) && slices.Contains(options, c):
					v1.under[c] = filepath.Join(point, path)
				case system[0] == "cgroup2" && parts[1] == "":
					v2.under[c] = filepath.Join(point, path)
				}
			}
		}
	}
	return []hierarchies{v2, v1}
}

// prepare makes this process's own folder for the groups of its boxes, and removes those
// of processes that are no more. It returns false when none can be made.
func (h hierarchies) prepare() bool {
	if h.kind == GroupsV2 && !h.delegate() {
		return false
	}
	for _, c := range controllers {
		base, there := h.under[c]
		if !there {
			continue
		}
		sweep(base)
		own := filepath.Join(base, prefix+strconv.Itoa(os.Getpid()))
		if err := os.Mkdir(own, 0o755); err != nil && !errors.Is(err, fs.ErrExist) {
			delete(h.under, c)
			continue
		}
		if h.kind == GroupsV2 && !enable(own) {
			_ = os.Remove(own)
			delete(h.under, c)
			continue
		}
		h.under[c] = own
	}
	return len(h.under) > 0
}

// delegate moves this process, where it is alone in its group, one group down, since only
// a group without processes may pass controllers on.
func (h hierarchies) delegate() bool {
	base, there := h.under[controllers[0]]
	if !there {
		return false
	}
	offered, err := os.ReadFile(filepath.Join(base, "cgroup.controllers"))
	if err != nil || !slices.Contains(strings.Fields(string(offered)), controllers[0]) {
		return false
	}
	if enable(base) {
		return true
	}
	leaf := filepath.Join(base, "service")
	if err := os.Mkdir(leaf, 0o755); err != nil && !errors.Is(err, fs.ErrExist) {
		return false
	}
	if err := write(leaf, "cgroup.procs", strconv.Itoa(os.Getpid())); err != nil {
		return false
	}
	return enable(base)
}

// enable passes the controllers on to the groups in a folder, in version 2.
func enable(dir string) bool {
	return write(dir, "cgroup.subtree_control", "+"+strings.Join(controllers, " +")) == nil
}

const prefix = "durchgang-"

// sweep removes the groups that processes have left behind.
func sweep(base string) {
	left, _ := filepath.Glob(filepath.Join(base, prefix+"*"))
	for _, dir := range left {
		pid, err := strconv.Atoi(strings.TrimPrefix(filepath.Base(dir), prefix))
		if err != nil || syscall.Kill(pid, 0) != syscall.ESRCH {
			continue
		}
		boxes, _ := filepath.Glob(filepath.Join(dir, "*", "cgroup.procs"))
		for _, b := range boxes {
			_ = os.Remove(filepath.Dir(b))
		}
		_ = os.Remove(dir)
	}
}

func write(dir, file, text string) error {
	return os.WriteFile(filepath.Join(dir, file), []byte(text), 0o644)
}

// group is the control group of one box; nil where the machine has none.
type group struct {
	kind   Groups
	dirs   map[string]string // by controller
	into   *os.File          // in version 2, what the box is started into
	killed *os.File          // the file that counts kills for want of memory
}

var grouped atomic.Uint64

// newGroup makes a group with the limits. An error is about the machine.
func newGroup(limits Limits) (*group, error) {
	h := available()
	if h.kind == NoGroups {
		return nil, nil
	}
	g := &group{kind: h.kind, dirs: map[string]string{}}
	name := strconv.FormatUint(grouped.Add(1), 10)
	for c, under := range h.under {
		dir := filepath.Join(under, name)
		if err := os.Mkdir(dir, 0o755); err != nil && !errors.Is(err, fs.ErrExist) {
			g.remove()
			return nil, fmt.Errorf("make a control group: %w", err)
		}
		g.dirs[c] = dir
	}
	if err := g.limit(limits); err != nil {
		g.remove()
		return nil, fmt.Errorf("limit a control group: %w", err)
	}
	return g, nil
}

// thread is one more than a box's own, which starts it from inside the group in version 1.
const thread = 1

func (g *group) limit(limits Limits) error {
	if dir := g.dirs["pids"]; dir != "" {
		if err := write(dir, "pids.max", strconv.Itoa(limits.Processes+thread)); err != nil {
			return err
		}
	}
	dir := g.dirs["memory"]
	if dir == "" {
		return nil
	}
	bytes := strconv.FormatInt(limits.Memory, 10)
	var counts string
	if g.kind == GroupsV2 {
		counts = "memory.events"
		if err := write(dir, "memory.max", bytes); err != nil {
			return err
		}
		_ = write(dir, "memory.swap.max", "0") // there is no such file where there is no swap
	} else {
		counts = "memory.oom_control"
		if err := write(dir, "memory.limit_in_bytes", bytes); err != nil {
			return err
		}
		_ = write(dir, "memory.memsw.limit_in_bytes", bytes)
	}
	var err error
	g.killed, err = os.Open(filepath.Join(dir, counts))
	return err
}

// join moves the calling thread into the group, so that what it starts is born there. In
// version 2 a box is started into it instead.
func (g *group) join(attr *syscall.SysProcAttr) error {
	if g.kind == GroupsV2 {
		var err error
		for _, dir := range g.dirs {
			if g.into, err = os.Open(dir); err != nil {
				return fmt.Errorf("open a control group: %w", err)
			}
			attr.UseCgroupFD, attr.CgroupFD = true, int(g.into.Fd())
			break
		}
		return nil
	}
	for _, dir := range g.dirs {
		if err := write(dir, "tasks", "0"); err != nil {
			return fmt.Errorf("enter a control group: %w", err)
		}
	}
	return nil
}

// leave moves the calling thread out again.
func (g *group) leave() {
	if g.kind == GroupsV1 {
		for _, dir := range g.dirs {
			_ = write(filepath.Dir(dir), "tasks", "0")
		}
	}
}

// short reports whether a process of the group was killed for want of memory.
func (g *group) short() bool {
	if g.killed == nil {
		return false
	}
	var buffer [512]byte
	n, _ := g.killed.ReadAt(buffer[:], 0)
	for line := range bytes.Lines(buffer[:n]) {
		if name, count, _ := bytes.Cut(bytes.TrimSpace(line), []byte(" ")); string(name) == "oom_kill" && string(count) != "0" {
			return true
		}
	}
	return false
}

// remove takes the group away, as soon as the last of its processes has gone.
func (g *group) remove() {
	if g.into != nil {
		g.into.Close()
	}
	if g.killed != nil {
		g.killed.Close()
	}
	for _, dir := range g.dirs {
		for pause := time.Millisecond; os.Remove(dir) != nil && pause < time.Second; pause *= 2 {
			time.Sleep(pause)
		}
	}
}
