package sandbox

import (
	"bytes"
	"fmt"
	"os"
	"strconv"
)

// Inner is the process of bubblewrap that holds the program, the first one of the
// box's own numbering, or 0 while there is none.
func (b *Box) Inner() int {
	if inner := children(b.Root()); len(inner) > 0 {
		return inner[0]
	}
	return 0
}

// Processes lists the processes of the program in the box, as numbered on the
// host, without bubblewrap's own.
func (b *Box) Processes() []int {
	inner := children(b.Root())
	var found []int
	for _, pid := range inner {
		found = appendTree(found, children(pid))
	}
	return found
}

func appendTree(found, pids []int) []int {
	for _, pid := range pids {
		found = append(found, pid)
		found = appendTree(found, children(pid))
	}
	return found
}

// children reads the children of all threads of a process (proc(5), task/children).
func children(pid int) []int {
	tasks, err := os.ReadDir(fmt.Sprintf("/proc/%d/task", pid))
	if err != nil {
		return nil
	}
	var pids []int
	for _, task := range tasks {
		data, _ := os.ReadFile(fmt.Sprintf("/proc/%d/task/%s/children", pid, task.Name()))
		for _, field := range bytes.Fields(data) {
			if child, err := strconv.Atoi(string(field)); err == nil {
				pids = append(pids, child)
			}
		}
	}
	return pids
}

// Runnable reports whether a thread, by its folder in /proc, runs or has been woken and is yet to be given a processor
// (proc(5), stat). The call in which it waited is still told then.
func Runnable(thread string) bool {
	line, err := os.ReadFile(thread + "/stat")
	i := bytes.LastIndex(line, []byte(") "))
	return err == nil && i > 0 && bytes.HasPrefix(line[i+2:], []byte("R"))
}

// resident sums the bytes of memory that processes hold for themselves (proc(5),
// statm: the second field less the third, which is shared with files and others).
func resident(pids []int) int64 {
	var pages int64
	for _, pid := range pids {
		data, err := os.ReadFile(fmt.Sprintf("/proc/%d/statm", pid))
		if err != nil {
			continue
		}
		if fields := bytes.Fields(data); len(fields) > 2 {
			held, _ := strconv.ParseInt(string(fields[1]), 10, 64)
			shared, _ := strconv.ParseInt(string(fields[2]), 10, 64)
			pages += held - shared
		}
	}
	return pages * int64(os.Getpagesize())
}

// Resident is the memory that the program in the box holds for itself, in bytes.
func (b *Box) Resident() int64 { return resident(b.Processes()) }
