package office

import (
	"archive/tar"
	"archive/zip"
	"bytes"
	"compress/gzip"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"path"
	"slices"
	"strings"
	"unicode/utf8"

	"durchgang/internal/record"
	"durchgang/internal/toolchain"
)

// MaxUnpacked is how many bytes an archive may unpack to.
const MaxUnpacked = 50 << 20

const maxEntries = 20_000

// Causes of an archive that is refused as a whole, for errors.Is.
var (
	ErrArchive  = errors.New("this is no zip or tar.gz archive that can be read")
	ErrClimbs   = errors.New("the entry climbs out of its folder")
	ErrUnpacked = fmt.Errorf("the archive unpacks to more than %d MB or %d files", MaxUnpacked>>20, maxEntries)
	ErrOddEntry = errors.New("the entry is a link or device; hand in plain files")
	ErrNobody   = errors.New("no programs: a class is a folder with one folder or file for each student")
)

// handIn is one student's files, by path below the student's folder.
type handIn struct {
	student string
	entries []string // of the class's folder, usually one
	files   map[string][]byte
}

// openClass reads a class's archive into one hand-in a student, by student.
func openClass(data []byte) ([]*handIn, error) {
	files, err := readArchive(data)
	if err != nil {
		return nil, err
	}
	class := byStudent(stripCommon(files))
	if len(class) == 0 {
		return nil, ErrNobody
	}
	return class, nil
}

// readArchive reads the files of a zip, tar or tar.gz archive by path, without clutter. Every
// file is read once and counted as it is read, since an archive may lie about sizes.
func readArchive(data []byte) (map[string][]byte, error) {
	u := unpacking{files: map[string][]byte{}, room: MaxUnpacked}
	var err error
	switch {
	case bytes.HasPrefix(data, []byte("PK")):
		err = u.zip(data)
	case bytes.HasPrefix(data, []byte{0x1f, 0x8b}):
		r, gzErr := gzip.NewReader(bytes.NewReader(data))
		if gzErr != nil {
			return nil, fmt.Errorf("%w: %w", ErrArchive, gzErr)
		}
		err = u.tar(r)
	case len(data) > 262 && string(data[257:262]) == "ustar":
		err = u.tar(bytes.NewReader(data))
	default:
		return nil, ErrArchive
	}
	return u.files, err
}

// unpacking is an archive that is being read.
type unpacking struct {
	files   map[string][]byte
	room    int64 // bytes that may still come
	entries int
}

func (u *unpacking) zip(data []byte) error {
	archive, err := zip.NewReader(bytes.NewReader(data), int64(len(data)))
	if err != nil {
		return fmt.Errorf("%w: %w", ErrArchive, err)
	}
	for _, entry := range archive.File {
		if wanted, err := u.admit(entry.Name, entry.Mode()); err != nil || !wanted {
			if err != nil {
				return err
			}
			continue
		}
		r, err := entry.Open()
		if err != nil {
			return fmt.Errorf("%w: %q: %w", ErrArchive, entry.Name, err)
		}
		err = u.take(entry.Name, r)
		r.Close()
		if err != nil {
			return err
		}
	}
	return nil
}

func (u *unpacking) tar(r io.Reader) error {
	// What comes beside the files, as headers and padding, is bounded too.
	archive := tar.NewReader(io.LimitReader(r, 2*MaxUnpacked))
	for {
		entry, err := archive.Next()
		if errors.Is(err, io.EOF) {
			return nil
		}
		if err != nil {
			return fmt.Errorf("%w: %w", ErrArchive, err)
		}
		if entry.Typeflag == tar.TypeXGlobalHeader {
			continue // git writes one, with the commit
		}
		mode := entry.FileInfo().Mode()
		if entry.Typeflag == tar.TypeLink {
			mode |= fs.ModeSymlink // a second name of a file is a link as well
		}
		wanted, err := u.admit(entry.Name, mode)
		if err != nil {
			return err
		}
		if wanted {
			if err := u.take(entry.Name, archive); err != nil {
				return err
			}
		}
	}
}

// admit reports whether an entry's content is wanted: that of plain files, without clutter.
func (u *unpacking) admit(name string, mode fs.FileMode) (bool, error) {
	if u.entries++; u.entries > maxEntries {
		return false, ErrUnpacked
	}
	if !utf8.ValidString(name) || strings.ContainsAny(name, "\x00\\") || path.IsAbs(name) || !fs.ValidPath(strings.TrimSuffix(path.Clean(name), "/")) {
		return false, fmt.Errorf("%w: %q", ErrClimbs, name)
	}
	if mode.IsDir() || clutter(name) {
		return false, nil
	}
	if !mode.IsRegular() {
		return false, fmt.Errorf("%w: %q", ErrOddEntry, name)
	}
	return true, nil
}

func (u *unpacking) take(name string, r io.Reader) error {
	content, err := io.ReadAll(io.LimitReader(r, u.room+1))
	if err != nil {
		return fmt.Errorf("%w: %q: %w", ErrArchive, name, err)
	}
	if u.room -= int64(len(content)); u.room < 0 {
		return fmt.Errorf("%w, at %q", ErrUnpacked, name)
	}
	if name = path.Clean(name); u.files[name] != nil {
		return fmt.Errorf("%w: %q stands in it twice", ErrArchive, name)
	}
	u.files[name] = content
	return nil
}

// clutter is what machines leave in folders.
func clutter(name string) bool {
	return slices.ContainsFunc(strings.Split(path.Clean(name), "/"), func(part string) bool {
		return strings.HasPrefix(part, ".") || part == "__MACOSX" || part == "__pycache__" || part == "node_modules"
	})
}

// stripCommon removes a folder around the whole class. A folder that holds a single
// source file and nothing below is a student's.
func stripCommon(files map[string][]byte) map[string][]byte {
	folder, sources := around(files)
	if folder == "" || sources < 2 {
		return files
	}
	return inside(files, folder)
}

// around is the folder that all files lie in, empty without one, and how many of them are
// sources.
func around(files map[string][]byte) (folder string, sources int) {
	for name := range files {
		top, _, nested := strings.Cut(name, "/")
		if !nested || folder != "" && top != folder {
			return "", 0
		}
		folder = top
		if toolchain.IsSource(name) {
			sources++
		}
	}
	return folder, sources
}

// inside is files by their names in a folder that all of them lie in.
func inside(files map[string][]byte, folder string) map[string][]byte {
	inner := map[string][]byte{}
	for name, content := range files {
		inner[strings.TrimPrefix(name, folder+"/")] = content
	}
	return inner
}

func byStudent(files map[string][]byte) []*handIn {
	students := map[string]*handIn{}
	for name, content := range files {
		top, rest, nested := strings.Cut(name, "/")
		student := top
		if !nested {
			if !toolchain.IsSource(name) {
				continue // a note beside the students' folders
			}
			student, rest = strings.TrimSuffix(top, path.Ext(top)), top
		}
		h := students[student]
		if h == nil {
			h = &handIn{student: student, files: map[string][]byte{}}
			students[student] = h
		}
		if !slices.Contains(h.entries, top) {
			h.entries = append(h.entries, top)
		}
		h.files[rest] = content
	}
	class := make([]*handIn, 0, len(students))
	for _, h := range students {
		slices.Sort(h.entries)
		class = append(class, h)
	}
	slices.SortFunc(class, func(a, b *handIn) int { return strings.Compare(a.student, b.student) })
	return class
}

// pack makes the archive that is stored: the same files give the same bytes, and
// so the same digest.
func (h *handIn) pack() ([]byte, record.Submission, error) {
	sub := record.Submission{Student: h.student, Files: len(h.files)}
	names := make([]string, 0, len(h.files))
	for name := range h.files {
		names = append(names, name)
	}
	slices.Sort(names)
	var out bytes.Buffer
	w := zip.NewWriter(&out)
	for _, name := range names {
		f, err := w.Create(name)
		if err != nil {
			return nil, sub, fmt.Errorf("pack %s: %w", name, err)
		}
		if _, err := f.Write(h.files[name]); err != nil {
			return nil, sub, fmt.Errorf("pack %s: %w", name, err)
		}
		sub.Size += int64(len(h.files[name]))
	}
	if err := w.Close(); err != nil {
		return nil, sub, fmt.Errorf("pack %s: %w", h.student, err)
	}
	digest := sha256.Sum256(out.Bytes())
	sub.Digest = hex.EncodeToString(digest[:])
	return out.Bytes(), sub, nil
}

// problem says why a hand-in cannot be imported, or is empty.
func (h *handIn) problem() string {
	switch {
	case len(h.entries) > 1:
		return fmt.Sprintf("two entries for one student: %s; keep one", strings.Join(h.entries, " and "))
	case len(h.student) > 100 || strings.ContainsFunc(h.student, func(r rune) bool { return r < ' ' || r == 0x7f }):
		return "this name cannot be a student's: at most 100 characters, none of them a control character"
	case !h.hasSource():
		return "no program: no file ends like one of a language that Durchgang knows"
	}
	return ""
}

func (h *handIn) hasSource() bool {
	for name := range h.files {
		if toolchain.IsSource(name) {
			return true
		}
	}
	return false
}
