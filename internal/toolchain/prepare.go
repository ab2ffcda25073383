package toolchain

import (
	"context"
	"fmt"
	"io"
	"io/fs"
	"os"
	"path/filepath"
	"strings"
	"time"

	"durchgang/internal/sandbox"
)

// Program is a program that is ready to start in a box.
type Program struct {
	Language string
	dir      string
	argv     []string
	env      []string
	shown    []string
}

const (
	buildTime   = 30 * time.Second
	buildOutput = 8 << 10
	maxSource   = 50 << 20
)

// Prepare copies the program under folder to a place that a box can read, finds
// its language and builds it, in a box. Errors wrap ErrNoProgram, ErrAmbiguous,
// ErrMissing, ErrBuild or ErrTooLarge where the program is at fault. Close the
// program when it is not needed any more.
func Prepare(ctx context.Context, folder fs.FS) (*Program, error) {
	names, err := files(folder)
	if err != nil {
		return nil, fmt.Errorf("list the program's files: %w", err)
	}
	language, main, err := detect(folder, names)
	if err != nil {
		return nil, err
	}
	if err := installed(language); err != nil {
		return nil, err
	}
	dir, err := sandbox.MkdirTemp("program")
	if err != nil {
		return nil, err
	}
	p := &Program{Language: language.Name, dir: dir, argv: language.Run(main), env: language.Env, shown: language.Shown}
	if err := p.fill(ctx, folder, names, language, main); err != nil {
		p.Close()
		return nil, err
	}
	return p, nil
}

func (p *Program) fill(ctx context.Context, folder fs.FS, names []string, l Language, main Source) error {
	var size int64
	for _, name := range names {
		n, err := copyFile(filepath.Join(p.dir, name), folder, name, maxSource-size)
		if err != nil {
			return fmt.Errorf("copy %s: %w", name, err)
		}
		size += n
	}
	if l.Build == nil {
		return nil
	}
	return p.build(ctx, l, names, main)
}

func copyFile(to string, folder fs.FS, name string, room int64) (int64, error) {
	from, err := folder.Open(name)
	if err != nil {
		return 0, err
	}
	defer from.Close()
	if err := os.MkdirAll(filepath.Dir(to), 0o755); err != nil {
		return 0, err
	}
	f, err := os.OpenFile(to, os.O_CREATE|os.O_EXCL|os.O_WRONLY, 0o644)
	if err != nil {
		return 0, err
	}
	n, err := io.Copy(f, io.LimitReader(from, room+1))
	if err == nil && n > room {
		err = fmt.Errorf("%w: a program has at most %d MB", ErrTooLarge, maxSource>>20)
	}
	if closeErr := f.Close(); err == nil {
		err = closeErr
	}
	return n, err
}

func (p *Program) build(ctx context.Context, l Language, names []string, main Source) error {
	var sources []string
	for _, name := range names {
		if l.owns(name) {
			sources = append(sources, name)
		}
	}
	limits := sandbox.DefaultLimits()
	limits.CPU, limits.Disk = buildTime, 100<<20
	ctx, cancel := context.WithTimeout(ctx, buildTime)
	defer cancel()
	spec := sandbox.Spec{Dir: p.dir, Writable: true, Argv: l.Build(sources, main), Env: l.Env, Shown: l.Shown, Limits: limits}
	printed, exit, err := sandbox.Run(ctx, spec, buildOutput)
	if ctx.Err() == context.DeadlineExceeded {
		return fmt.Errorf("%w: the compiler took longer than %v", ErrBuild, buildTime)
	}
	if err != nil {
		return fmt.Errorf("build the program: %w", err)
	}
	if exit != (sandbox.Exit{}) {
		return fmt.Errorf("%w:\n%s", ErrBuild, strings.TrimSpace(printed))
	}
	return nil
}

// Spec is what a box needs to run the program.
func (p *Program) Spec() sandbox.Spec {
	return sandbox.Spec{Dir: p.dir, Argv: p.argv, Env: p.env, Shown: p.shown, Limits: sandbox.DefaultLimits()}
}

// Close removes the program's files.
func (p *Program) Close() { _ = os.RemoveAll(p.dir) }
