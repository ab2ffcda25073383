package toolchain

import (
	"context"
	_ "embed"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"slices"
	"sync"
	"time"

	"durchgang/internal/sandbox"
	"durchgang/internal/scratch"
)

// fastClock is the source of a library by which time runs faster for a program, so that its waits are short. Sleeps
// of other programs are system calls, which the box lets pass at once.
//
//go:embed clock/clock.c
var fastClock []byte

// clockFile is the library in a program's folder, which is sandbox.WorkDir in the box.
const clockFile = ".clock.so"

// waits finds in a source that a program waits for time to pass.
var waits = regexp.MustCompile(
	`(?i)sleep|\bTimeUnit\b|\bTimer\b|set(?:Timeout|Interval)|timers/promises|Atomics\.wait|\bDelay\s*\(|\.wait\s*\(`,
)

// builtClock is the library, made once; nil where there is no compiler for it.
var builtClock = sync.OnceValues(func() ([]byte, error) {
	compiler, err := exec.LookPath("gcc")
	if err != nil {
		return nil, nil // waits take their time then
	}
	dir, err := scratch.Dir("clock")
	if err != nil {
		return nil, err
	}
	defer os.RemoveAll(dir)
	source, library := filepath.Join(dir, "clock.c"), filepath.Join(dir, clockFile)
	if err := os.WriteFile(source, fastClock, 0o644); err != nil {
		return nil, err
	}
	ctx, cancel := context.WithTimeout(context.Background(), time.Minute)
	defer cancel()
	if out, err := exec.CommandContext(ctx, compiler, "-O2", "-shared", "-fPIC", "-o", library, source, "-ldl").CombinedOutput(); err != nil {
		return nil, fmt.Errorf("build the clock of programs that wait: %w: %s", err, out)
	}
	return os.ReadFile(library)
})

// Hurry gives a program that waits for time to pass a clock that runs faster, where its language waits in other ways
// than by a system call that does nothing else. It is not for programs whose time is measured.
func (p *Program) Hurry() error {
	for _, name := range p.waiting {
		text, err := os.ReadFile(filepath.Join(p.dir, name))
		if err != nil {
			return fmt.Errorf("read the program: %w", err)
		}
		if !waits.Match(text) {
			continue
		}
		library, err := builtClock()
		if err != nil || library == nil {
			return err
		}
		p.env = append(slices.Clip(p.env), "LD_PRELOAD="+sandbox.WorkDir+"/"+clockFile)
		return os.WriteFile(filepath.Join(p.dir, clockFile), library, 0o644)
	}
	return nil
}
