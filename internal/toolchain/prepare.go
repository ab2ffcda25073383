package toolchain

import (
	"context"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"syscall"
	"time"

	"durchgang/internal/sandbox"
	"durchgang/internal/scratch"
)

// Program is a program that is ready to start in a box.
type Program struct {
	Language string
	Note     string // which file was chosen among several, empty where there was no choice
	Memory   int64  // bytes that it may use when it runs; the usual limit when 0
	dir      string
	argv     []string
	env      []string
	shown    []string
	waiting  []string // sources in which may stand that it waits for time to pass
}

const (
	buildTime   = 30 * time.Second
	warmTime    = 3 * time.Minute
	buildOutput = 8 << 10
	maxSource   = 50 << 20
)

// Prepare copies the program under folder to a place that a box can read, finds
// its language and builds it, in a box. Errors wrap ErrNoProgram, ErrAmbiguous,
// ErrMissing, ErrBuild, ErrName or ErrTooLarge where the program is at fault. Close the
// program when it is not needed any more. What was built before is taken from the cache.
func Prepare(ctx context.Context, folder fs.FS, cache Cache) (*Program, error) {
	language, names, err := Find(folder)
	if err != nil {
		return nil, err
	}
	main, note, err := language.main(folder, names)
	if err != nil {
		return nil, err
	}
	p, err := prepare(ctx, folder, language, names, main, cache)
	if err == nil {
		p.Note = note
	}
	return p, err
}

// Find tells a folder's language, and lists its files.
func Find(folder fs.FS) (Language, []string, error) {
	names, err := files(folder)
	if err != nil {
		return Language{}, nil, fmt.Errorf("list the program's files: %w", err)
	}
	language, err := detect(names)
	return language, names, err
}

// PrepareAs prepares a program of a language that the caller has changed, with the file
// that starts it.
func PrepareAs(ctx context.Context, folder fs.FS, l Language, start string, cache Cache) (*Program, error) {
	names, err := files(folder)
	if err != nil {
		return nil, fmt.Errorf("list the program's files: %w", err)
	}
	return prepare(ctx, folder, l, names, Source{Path: start}, cache)
}

func prepare(ctx context.Context, folder fs.FS, language Language, names []string, main Source, cache Cache) (*Program, error) {
	if err := installed(language); err != nil {
		return nil, err
	}
	main.Path = argument(main.Path)
	dir, err := scratch.Dir("program")
	if err != nil {
		return nil, err
	}
	p := &Program{Language: language.Name, dir: dir, argv: language.Run(main), env: language.Env, shown: language.Shown}
	if language.Waits {
		p.waiting = slices.DeleteFunc(slices.Clone(names), func(name string) bool { return !language.Owns(name) })
	}
	if err := p.fill(ctx, folder, names, language, main, cache); err != nil {
		p.Close()
		return nil, err
	}
	return p, nil
}

func (p *Program) fill(ctx context.Context, folder fs.FS, names []string, l Language, main Source, cache Cache) error {
	var size int64
	for _, name := range names {
		n, err := copyFile(filepath.Join(p.dir, name), folder, name, maxSource-size)
		if err != nil {
			return fmt.Errorf("copy the program's files: %w", err)
		}
		size += n
	}
	if l.Build == nil {
		return nil
	}
	var sources []string
	for _, name := range names {
		if l.Owns(name) {
			sources = append(sources, argument(name))
		}
	}
	argv := l.Build(sources, main)
	key, err := digest(l, argv, folder, names)
	if err != nil {
		return fmt.Errorf("read the program: %w", err)
	}
	if cache.fetch(key, p.dir) {
		return nil
	}
	if err := p.build(ctx, l, argv, cache); err != nil {
		return err
	}
	cache.store(key, p.dir)
	return nil
}

func copyFile(to string, folder fs.FS, name string, room int64) (int64, error) {
	from, err := folder.Open(name)
	if err != nil {
		return 0, err
	}
	defer from.Close()
	if err := os.MkdirAll(filepath.Dir(to), 0o755); err != nil {
		return 0, impossible(name, err)
	}
	f, err := os.OpenFile(to, os.O_CREATE|os.O_EXCL|os.O_WRONLY, 0o644)
	if err != nil {
		return 0, impossible(name, err)
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

// impossible tells a name that no file can have from a disk that cannot be written to.
func impossible(name string, err error) error {
	for _, cause := range []error{syscall.ENAMETOOLONG, syscall.ENOTDIR, syscall.EINVAL, syscall.EEXIST, syscall.EISDIR} {
		if errors.Is(err, cause) {
			if r := []rune(name); len(r) > 60 {
				name = string(r[:60]) + "…"
			}
			return fmt.Errorf("%w: %q", ErrName, name)
		}
	}
	return err
}

func (p *Program) build(ctx context.Context, l Language, argv []string, cache Cache) error {
	if l.Warm == "" {
		return runBuild(ctx, p.dir, l, argv, buildTime)
	}
	left, err := cache.warm(ctx, l)
	if err != nil {
		return err
	}
	own := filepath.Join(p.dir, filepath.Base(boxCache))
	if err := linkTree(left, own); err != nil {
		return fmt.Errorf("lend the compiler what it left behind: %w", err)
	}
	defer os.RemoveAll(own)
	return runBuild(ctx, p.dir, l, argv, buildTime)
}

// linkTree gives a folder the files of another, which whoever works in it cannot change.
func linkTree(from, to string) error {
	return filepath.WalkDir(from, func(name string, d fs.DirEntry, err error) error {
		if err != nil {
			return err
		}
		target := filepath.Join(to, strings.TrimPrefix(name, from))
		if d.IsDir() {
			return errors.Join(os.MkdirAll(target, 0o755), os.Chmod(target, 0o777))
		}
		if os.Link(name, target) == nil {
			return nil
		}
		return copyRegular(name, target) // on another disk
	})
}

// runBuild runs a compiler in a box whose working folder is dir.
func runBuild(ctx context.Context, dir string, l Language, argv []string, patience time.Duration) error {
	limits := sandbox.DefaultLimits()
	limits.CPU, limits.Disk = 2*patience, 100<<20
	ctx, cancel := context.WithTimeout(ctx, patience)
	defer cancel()
	spec := sandbox.Spec{Dir: dir, Writable: true, Argv: argv, Env: l.Env, Shown: l.Shown, Limits: limits}
	printed, exit, err := sandbox.Run(ctx, spec, buildOutput)
	if ctx.Err() == context.DeadlineExceeded {
		return fmt.Errorf("%w: the compiler took longer than %v", ErrBuild, patience)
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
	limits := sandbox.DefaultLimits()
	if p.Memory > 0 {
		limits.Memory = p.Memory
	}
	return sandbox.Spec{Dir: p.dir, Argv: p.argv, Env: p.env, Shown: p.shown, Limits: limits}
}

// File reads a file that the program's build has made.
func (p *Program) File(name string) ([]byte, error) {
	data, err := os.ReadFile(filepath.Join(p.dir, name))
	if err != nil {
		return nil, fmt.Errorf("read what was built: %w", err)
	}
	return data, nil
}

// Close removes the program's files.
func (p *Program) Close() { _ = os.RemoveAll(p.dir) }
