package scratch_test

import (
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"durchgang/internal/scratch"
)

// What a killed process has left behind is gone when the next one begins; what a living one
// needs stays.
func TestLeftoversGo(t *testing.T) {
	if os.Getenv("SCRATCH_CHILD") != "" {
		dir, err := scratch.Dir("child")
		if err != nil {
			t.Fatal(err)
		}
		os.Stdout.WriteString(dir + "\n")
		if _, err := os.Stdin.Read(make([]byte, 1)); err != nil {
			t.Log("the parent is gone:", err)
		}
		return
	}
	t.Setenv("TMPDIR", t.TempDir())
	t.Setenv("SCRATCH_CHILD", "1")
	child := func() (dir string, kill func()) {
		t.Helper()
		c := exec.Command(os.Args[0], "-test.run", "^TestLeftoversGo$")
		in, err := c.StdinPipe()
		if err != nil {
			t.Fatal(err)
		}
		out, err := c.StdoutPipe()
		if err != nil {
			t.Fatal(err)
		}
		if err := c.Start(); err != nil {
			t.Fatal(err)
		}
		line := make([]byte, 4096)
		n, err := out.Read(line)
		if err != nil {
			t.Fatal(err)
		}
		return strings.TrimSpace(string(line[:n])), func() {
			in.Close()
			if err := c.Process.Kill(); err != nil {
				t.Error(err)
			}
			_ = c.Wait() // it was killed
		}
	}
	gone, kill := child()
	kill()
	living, end := child()
	defer end()
	if _, err := os.Stat(gone); !os.IsNotExist(err) {
		t.Errorf("what a killed process left behind is there: %v", err)
	}
	own, err := scratch.Dir("own")
	if err != nil {
		t.Fatal(err)
	}
	if _, err := os.Stat(living); err != nil {
		t.Errorf("the folder of a process that lives: %v", err)
	}
	if err := scratch.Remove(); err != nil {
		t.Fatal(err)
	}
	if _, err := os.Stat(filepath.Dir(own)); !os.IsNotExist(err) {
		t.Errorf("the folder is there after the end: %v", err)
	}
}
