package office

import (
	"archive/zip"
	"bytes"
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
	ErrArchive  = errors.New("this is no zip archive that can be read")
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

// open reads a class's archive into one hand-in a student, by student. Every file
// is read once and counted as it is read, since an archive may lie about sizes.
func openClass(data []byte) ([]*handIn, error) {
	archive, err := zip.NewReader(bytes.NewReader(data), int64(len(data)))
	if err != nil {
		return nil, fmt.Errorf("%w: %w", ErrArchive, err)
	}
	if len(archive.File) > maxEntries {
		return nil, ErrUnpacked
	}
	files := map[string][]byte{}
	room := int64(MaxUnpacked)
	for _, entry := range archive.File {
		content, err := readEntry(entry, room)
		if err != nil {
			return nil, err
		}
		if content != nil {
			files[path.Clean(entry.Name)] = content
			room -= int64(len(content))
		}
	}
	class := byStudent(stripCommon(files))
	if len(class) == 0 {
		return nil, ErrNobody
	}
	return class, nil
}

// readEntry returns an entry's content, nil for folders and clutter.
func readEntry(entry *zip.File, room int64) ([]byte, error) {
	name := entry.Name
	if !utf8.ValidString(name) || strings.ContainsAny(name, "\x00\\") || path.IsAbs(name) || !fs.ValidPath(strings.TrimSuffix(path.Clean(name), "/")) {
		return nil, fmt.Errorf("%w: %q", ErrClimbs, name)
	}
	if entry.FileInfo().IsDir() || clutter(name) {
		return nil, nil
	}
	if !entry.Mode().IsRegular() {
		return nil, fmt.Errorf("%w: %q", ErrOddEntry, name)
	}
	r, err := entry.Open()
	if err != nil {
		return nil, fmt.Errorf("%w: %q: %w", ErrArchive, name, err)
	}
	defer r.Close()
	content, err := io.ReadAll(io.LimitReader(r, room+1))
	if err != nil {
		return nil, fmt.Errorf("%w: %q: %w", ErrArchive, name, err)
	}
	if int64(len(content)) > room {
		return nil, fmt.Errorf("%w, at %q", ErrUnpacked, name)
	}
	if content == nil {
		content = []byte{}
	}
	return content, nil
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
	common, sources := "", 0
	for name := range files {
		top, _, nested := strings.Cut(name, "/")
		if !nested || common != "" && top != common {
			return files
		}
		common = top
		if toolchain.IsSource(name) {
			sources++
		}
	}
	if sources < 2 {
		return files
	}
	stripped := map[string][]byte{}
	for name, content := range files {
		stripped[strings.TrimPrefix(name, common+"/")] = content
	}
	return stripped
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
