package toolchain

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing/fstest"
	"time"

	"durchgang/internal/sandbox"
	"durchgang/internal/scratch"
)

// Cache keeps what was built, by the digest of what it was built from and with. The zero
// value keeps nothing.
type Cache struct {
	Dir string // made when it is needed
}

// UserCache is the cache of the account that runs the service.
func UserCache() Cache {
	dir, err := os.UserCacheDir()
	if err != nil {
		dir = filepath.Join(os.TempDir(), fmt.Sprintf("durchgang-cache-%d", os.Getuid()))
	}
	return Cache{Dir: filepath.Join(dir, "durchgang")}
}

const mostBuilds = 500 // kept; the ones not used for longest go

// digest is of everything that a build depends on: the tools, the command, the files.
func digest(l Language, argv []string, folder fs.FS, names []string) (string, error) {
	h := sha256.New()
	for _, tool := range []string{l.Tool, l.Runner} {
		if info, err := os.Stat(tool); err == nil {
			fmt.Fprintf(h, "%s %d %d\n", tool, info.Size(), info.ModTime().UnixNano())
		}
	}
	fmt.Fprintf(h, "%q %q\n", argv, l.Env)
	for _, name := range names {
		f, err := folder.Open(name)
		if err != nil {
			return "", err
		}
		info, err := f.Stat()
		if err == nil {
			fmt.Fprintf(h, "%q %d\n", name, info.Size())
			_, err = io.Copy(h, f)
		}
		if closeErr := f.Close(); err == nil {
			err = closeErr
		}
		if err != nil {
			return "", err
		}
	}
	return hex.EncodeToString(h.Sum(nil)), nil
}

// fetch copies a build to dir, if there is one.
func (c Cache) fetch(key, dir string) bool {
	from := filepath.Join(c.Dir, "builds", key)
	if c.Dir == "" || copyTree(from, dir) != nil {
		return false
	}
	now := time.Now()
	_ = os.Chtimes(from, now, now) // the time of last use only decides what is kept
	return true
}

// store keeps a build. A cache that cannot be written to is none, which is no failure.
func (c Cache) store(key, dir string) {
	if c.Dir == "" {
		return
	}
	builds := filepath.Join(c.Dir, "builds")
	if os.MkdirAll(builds, 0o700) != nil {
		return
	}
	half, err := os.MkdirTemp(builds, "new-")
	if err != nil {
		return
	}
	if copyTree(dir, half) != nil || os.Rename(half, filepath.Join(builds, key)) != nil {
		_ = os.RemoveAll(half)
		return
	}
	prune(builds)
}

func prune(builds string) {
	entries, err := os.ReadDir(builds)
	if err != nil || len(entries) <= mostBuilds {
		return
	}
	slices.SortFunc(entries, func(a, b os.DirEntry) int { return lastUse(a).Compare(lastUse(b)) })
	for _, e := range entries[:len(entries)-mostBuilds] {
		_ = os.RemoveAll(filepath.Join(builds, e.Name()))
	}
}

func lastUse(e os.DirEntry) time.Time {
	info, err := e.Info()
	if err != nil {
		return time.Time{}
	}
	return info.ModTime()
}

// copyTree copies the regular files under a folder that the programs in a box have
// written, and nothing else: a link could lead anywhere.
func copyTree(from, to string) error {
	return filepath.WalkDir(from, func(name string, d fs.DirEntry, err error) error {
		if err != nil {
			return err
		}
		rest, err := filepath.Rel(from, name)
		if err != nil {
			return err
		}
		target := filepath.Join(to, rest)
		switch {
		case d.IsDir():
			return os.MkdirAll(target, 0o755)
		case d.Type().IsRegular():
			return copyRegular(name, target)
		}
		return nil
	})
}

func copyRegular(from, to string) error {
	info, err := os.Stat(from)
	if err != nil {
		return err
	}
	data, err := os.ReadFile(from)
	if err != nil {
		return err
	}
	_ = os.Remove(to)
	return os.WriteFile(to, data, info.Mode().Perm()|0o444)
}

// boxCache is where a compiler finds and leaves what builds use again, in the box.
const boxCache = sandbox.WorkDir + "/.cache"

// warm returns a folder with what the compiler has left behind in it, which is made once.
func (c Cache) warm(ctx context.Context, l Language) (string, error) {
	if c.Dir == "" {
		c = UserCache()
	}
	key, err := digest(l, nil, fstest.MapFS{"main.go": {Data: []byte(l.Warm)}}, []string{"main.go"})
	if err != nil {
		return "", err
	}
	dir := filepath.Join(c.Dir, "compilers", strings.ToLower(l.Name)+"-"+key[:16])
	if _, err := os.Stat(dir); err == nil {
		return dir, nil
	}
	if err := os.MkdirAll(filepath.Dir(dir), 0o700); err != nil {
		return "", fmt.Errorf("keep what the compiler of %s leaves behind: %w", l.Name, err)
	}
	work, err := scratch.Dir("compiler")
	if err != nil {
		return "", err
	}
	defer os.RemoveAll(work)
	if err := os.WriteFile(filepath.Join(work, "main.go"), []byte(l.Warm), 0o644); err != nil {
		return "", err
	}
	if err := runBuild(ctx, work, l, l.Build([]string{"main.go"}, Source{Path: "main.go"}), warmTime); err != nil {
		return "", err
	}
	half, err := os.MkdirTemp(filepath.Dir(dir), "new-")
	if err != nil {
		return "", err
	}
	defer os.RemoveAll(half)
	if err := copyTree(filepath.Join(work, filepath.Base(boxCache)), half); err != nil {
		return "", err
	}
	if err := os.Rename(half, dir); err != nil && !errors.Is(err, fs.ErrExist) {
		if _, there := os.Stat(dir); there != nil {
			return "", err
		}
	}
	return dir, nil
}
