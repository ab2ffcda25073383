package sandbox_test

import (
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"durchgang/internal/sandbox"
)

// A box that the kernel refuses is made when there is room again; the program is not blamed.
func TestBoxIsMadeLater(t *testing.T) {
	real, err := exec.LookPath("bwrap")
	if err != nil {
		t.Skip(err)
	}
	dir := t.TempDir()
	refused := filepath.Join(dir, "refused")
	script := "#!/bin/sh\nif [ ! -e " + refused + " ]; then touch " + refused + "; echo 'bwrap: no room' >&2; exit 1; fi\nexec " + real + " \"$@\"\n"
	if err := os.WriteFile(filepath.Join(dir, "bwrap"), []byte(script), 0o755); err != nil {
		t.Fatal(err)
	}
	for _, d := range []string{dir, filepath.Dir(dir)} { // the box's account passes through
		if err := os.Chmod(d, 0o777); err != nil {
			t.Fatal(err)
		}
	}
	t.Setenv("PATH", dir+":"+os.Getenv("PATH"))
	out, exit, err := sandbox.Run(t.Context(), sandbox.Spec{Dir: t.TempDir(), Argv: []string{"/bin/echo", "hello"}, Limits: sandbox.DefaultLimits()}, 1000)
	if err != nil || exit.Code != 0 || !strings.HasSuffix(strings.TrimSpace(out), "hello") {
		t.Errorf("%q, %v, %v", out, exit, err)
	}
	if _, err := os.Stat(refused); err != nil {
		t.Error("the box was not refused at first")
	}
}
