package sandbox

import (
	"bytes"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"runtime"
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

// BoundBy returns what bounds the memory and the processes of a box on this machine.
func BoundBy() Groups { return available().kind }

const (
	GroupsV2 Groups = "control groups, version 2"
	GroupsV1 Groups = "control groups, version 1"
	NoGroups Groups = "limits of each process, and a look at all every 20 ms"
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
		if c == "cpu" {
			h.weigh(own)
		}
	}
	return len(h.under) > 0
}

// weigh gives all boxes together the share of the processors that as many ordinary processes
// have as there are processors: by default they all weigh as one. It is no error where the
// machine does not allow it.
func (h hierarchies) weigh(own string) {
	file, one := "cpu.shares", 1024
	if h.kind == GroupsV2 {
		file, one = "cpu.weight", 100
	}
	_ = write(own, file, strconv.Itoa(one*min(runtime.NumCPU(), 100)))
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

// group is a control group, in which one box runs at a time.
type group struct {
	kind    Groups
	dirs    map[string]string // by controller
	folder  *os.File          // in version 2, what boxes are started into
	limited Limits            // as they were set last
	killed  *os.File          // the file that counts processes killed for want of memory
	before  string            // the count, before the box
}

var grouped atomic.Uint64

// newGroup makes a group, where the machine has them. An error is about the machine.
func newGroup() (*group, error) {
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
	var err error
	if dir := g.dirs["memory"]; dir != "" {
		file := map[Groups]string{GroupsV2: "memory.events", GroupsV1: "memory.oom_control"}[g.kind]
		if g.killed, err = os.Open(filepath.Join(dir, file)); err != nil {
			g.remove()
			return nil, fmt.Errorf("open a control group: %w", err)
		}
	}
	return g, nil
}

// own is how many processes a group has without a box: in version 1 the thread that starts
// it is inside.
func (g *group) own() int {
	if g.kind == GroupsV1 {
		return 1
	}
	return 0
}

// limit sets the limits of the next box.
func (g *group) limit(limits Limits) error {
	g.before = g.kills()
	if limits == g.limited {
		return nil
	}
	if dir := g.dirs["pids"]; dir != "" {
		const bubblewrap = 2 // its own processes
		if err := write(dir, "pids.max", strconv.Itoa(limits.Processes+bubblewrap+g.own())); err != nil {
			return err
		}
	}
	if dir := g.dirs["memory"]; dir != "" {
		bytes := strconv.FormatInt(limits.Memory, 10)
		file, swap := "memory.limit_in_bytes", "memory.memsw.limit_in_bytes"
		if g.kind == GroupsV2 {
			file, swap = "memory.max", "memory.swap.max"
		}
		_ = write(dir, swap, "-1") // in version 1 it must be the greater one
		if err := write(dir, file, bytes); err != nil {
			return err
		}
		if g.kind == GroupsV2 {
			bytes = "0"
		}
		_ = write(dir, swap, bytes) // there is no such file where there is no swap
	}
	g.limited = limits
	return nil
}

// join moves the calling thread into the group, so that what it starts is born there. In
// version 2 a box is started into it instead; see into.
func (g *group) join() error {
	for _, dir := range g.dirs {
		if g.kind == GroupsV2 {
			var err error
			if g.folder, err = os.Open(dir); err != nil {
				return fmt.Errorf("open a control group: %w", err)
			}
			return nil
		}
		if err := write(dir, "tasks", "0"); err != nil {
			return fmt.Errorf("enter a control group: %w", err)
		}
	}
	return nil
}

// into makes a process start in the group.
func (g *group) into(attr *syscall.SysProcAttr) {
	if g.folder != nil {
		attr.UseCgroupFD, attr.CgroupFD = true, int(g.folder.Fd())
	}
}

// leave moves the calling thread out again.
func (g *group) leave() {
	if g.kind == GroupsV1 {
		for _, dir := range g.dirs {
			_ = write(filepath.Dir(dir), "tasks", "0")
		}
	}
}

// short reports whether a process of the box was killed for want of memory.
func (g *group) short() bool { return g.killed != nil && g.kills() != g.before }

// kills is the line of the group's file that counts them.
func (g *group) kills() string {
	if g.killed == nil {
		return ""
	}
	var buffer [512]byte
	n, _ := g.killed.ReadAt(buffer[:], 0)
	for line := range bytes.Lines(buffer[:n]) {
		if bytes.HasPrefix(line, []byte("oom_kill ")) {
			return string(line)
		}
	}
	return ""
}

// emptied waits until the last process of a box that is done has gone, for a moment; then
// it kills what bubblewrap has left behind, as it does when it is killed at its start.
func (g *group) emptied() bool {
	const patience = 20 * time.Millisecond
	for pause := 100 * time.Microsecond; pause < time.Second; pause *= 2 {
		if g.empty() {
			return true
		}
		if pause > patience {
			g.kill()
		}
		time.Sleep(pause)
	}
	return false
}

// kill kills all processes of the group but the one that this thread is of.
func (g *group) kill() {
	file := map[Groups]string{GroupsV2: "cgroup.procs", GroupsV1: "tasks"}[g.kind]
	data, _ := os.ReadFile(filepath.Join(g.dirs["pids"], file))
	for _, field := range bytes.Fields(data) {
		if id, err := strconv.Atoi(string(field)); err == nil && id != syscall.Gettid() {
			_ = syscall.Kill(id, syscall.SIGKILL)
		}
	}
}

func (g *group) empty() bool {
	dir := g.dirs["pids"]
	if dir == "" {
		return true // nobody counts; what was killed will go
	}
	data, err := os.ReadFile(filepath.Join(dir, "pids.current"))
	n, _ := strconv.Atoi(string(bytes.TrimSpace(data)))
	return err == nil && n <= g.own()
}

// remove takes the group away, as soon as the last of its processes has gone.
func (g *group) remove() {
	for _, f := range []*os.File{g.folder, g.killed} {
		if f != nil {
			f.Close()
		}
	}
	for _, dir := range g.dirs {
		for pause := time.Millisecond; os.Remove(dir) != nil && pause < time.Second; pause *= 2 {
			time.Sleep(pause)
		}
	}
}
