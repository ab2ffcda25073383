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
	"maps"
	"path"
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"

	"golang.org/x/text/encoding/charmap"

	"durchgang/internal/record"
	"durchgang/internal/toolchain"
)

// The bounds of what is handed in, in bytes: what a class's archive may unpack to, one
// student's files together or their archive, and one source file.
const (
	MaxUnpacked = 50 << 20
	MaxProgram  = 10 << 20
	maxSource   = 1 << 20
)

// The bounds of entries: how many there are in a class's archive and in a student's, how
// long a name and a path may be in bytes, and how deep folders may lie.
const (
	maxEntries = 20_000
	maxFiles   = 1_000
	maxName    = 120
	maxPath    = 400
	maxDepth   = 12
)

// Upload is a file that somebody sends, in memory or on the disk.
type Upload interface {
	io.ReaderAt
	Size() int64
}

// Causes of an archive that is refused as a whole, for errors.Is.
var (
	ErrArchive = errors.New("this is not a zip or tar.gz archive that can be read")
	ErrClimbs  = errors.New("the entry climbs out of its folder")
	ErrName    = errors.New(
		"the entry's name cannot be a file's: it has a NUL, another control character or a backslash in it, or is not UTF-8",
	)
	ErrUnpacked = errors.New("the archive unpacks to more than is taken")
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
func openClass(in Upload) ([]*handIn, error) {
	files, err := readArchive(in, MaxUnpacked)
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
// file is read once and counted as it is read, since an archive may lie about sizes. In all they
// may be so many bytes.
func readArchive(in Upload, most int64) (map[string][]byte, error) {
	u := unpacking{files: map[string][]byte{}, most: most, room: most}
	head := make([]byte, 512)
	n, err := in.ReadAt(head, 0)
	if err != nil && !errors.Is(err, io.EOF) {
		return nil, fmt.Errorf("read the archive: %w", err)
	}
	head, err = head[:n], nil
	whole := io.NewSectionReader(in, 0, in.Size())
	switch {
	case bytes.HasPrefix(head, []byte("PK")):
		err = u.zip(in)
	case bytes.HasPrefix(head, []byte{0x1f, 0x8b}):
		r, gzErr := gzip.NewReader(whole)
		if gzErr != nil {
			return nil, fmt.Errorf("%w: %w", ErrArchive, gzErr)
		}
		err = u.tar(r)
	case len(head) > 262 && string(head[257:262]) == "ustar":
		err = u.tar(whole)
	default:
		return nil, ErrArchive
	}
	return u.files, err
}

// unpacking is an archive that is being read.
type unpacking struct {
	files   map[string][]byte
	most    int64 // bytes that may come in all
	room    int64 // bytes that may still come
	entries int
}

func (u *unpacking) zip(in Upload) error {
	archive, err := zip.NewReader(in, in.Size())
	if err != nil {
		return fmt.Errorf("%w: %w", ErrArchive, err)
	}
	for _, entry := range archive.File {
		if !utf8.ValidString(entry.Name) { // APPNOTE 6.3.10, appendix D: code page 437, where it does not say UTF-8
			if name, err := charmap.CodePage437.NewDecoder().String(entry.Name); err == nil {
				entry.Name = name
			}
		}
		if wanted, err := u.admit(entry.Name, entry.Mode()); err != nil || !wanted {
			if err != nil {
				return err
			}
			continue
		}
		r, err := entry.Open()
		if err != nil {
			return fmt.Errorf("%w: %q: %w", ErrArchive, cut(entry.Name), err)
		}
		err = u.take(entry.Name, r, entry.UncompressedSize64)
		r.Close()
		if err != nil {
			return err
		}
	}
	return nil
}

func (u *unpacking) tar(r io.Reader) error {
	// What comes beside the files, as headers and padding, is bounded too.
	archive := tar.NewReader(io.LimitReader(r, 2*u.most))
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
			if err := u.take(entry.Name, archive, uint64(entry.Size)); err != nil {
				return err
			}
		}
	}
}

func (u *unpacking) over(name string) error {
	return fmt.Errorf("%w, which is %d MB and %d files, at %q", ErrUnpacked, u.most>>20, maxEntries, cut(name))
}

// admit reports whether an entry's content is wanted: that of plain files, without clutter.
func (u *unpacking) admit(name string, mode fs.FileMode) (bool, error) {
	if u.entries++; u.entries > maxEntries {
		return false, u.over(name)
	}
	if !utf8.ValidString(name) || strings.ContainsFunc(name, func(r rune) bool { return unicode.IsControl(r) || r == '\\' }) {
		return false, fmt.Errorf("%w: %q", ErrName, cut(name))
	}
	if path.IsAbs(name) || !fs.ValidPath(strings.TrimSuffix(path.Clean(name), "/")) {
		return false, fmt.Errorf("%w: %q", ErrClimbs, cut(name))
	}
	if mode.IsDir() || clutter(name) {
		return false, nil
	}
	if !mode.IsRegular() {
		return false, fmt.Errorf("%w: %q", ErrOddEntry, cut(name))
	}
	return true, nil
}

// take reads an entry whose header announces so many bytes. The announcement decides only how
// large a buffer is made, within the room that is left: a buffer that grows leaves several
// times the file to the garbage collector. Both readers fail where the header is wrong.
func (u *unpacking) take(name string, r io.Reader, announced uint64) error {
	var content bytes.Buffer
	content.Grow(int(min(announced, uint64(u.room))) + bytes.MinRead)
	size, err := content.ReadFrom(io.LimitReader(r, u.room+1))
	if err != nil {
		return fmt.Errorf("%w: %q: %w", ErrArchive, cut(name), err)
	}
	if u.room -= size; u.room < 0 {
		return u.over(name)
	}
	if name = path.Clean(name); u.files[name] != nil {
		return fmt.Errorf("%w: %q stands in it twice", ErrArchive, cut(name))
	}
	u.files[name] = content.Bytes()
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
		return fmt.Sprintf("two entries for one student: %s and %s; keep one", cut(h.entries[0]), cut(h.entries[1]))
	case len(h.student) > 100 || strings.ContainsFunc(h.student, func(r rune) bool { return r < ' ' || r == 0x7f }):
		return "this name cannot be a student's: at most 100 characters, none of them a control character"
	case !h.hasSource():
		return "no program: no file ends like one of a language that Durchgang knows"
	case len(h.files) > maxFiles:
		return fmt.Sprintf("%d files; hand in at most %d", len(h.files), maxFiles)
	}
	size := 0
	for _, name := range slices.Sorted(maps.Keys(h.files)) {
		if reason := unusable(name, len(h.files[name])); reason != "" {
			return reason
		}
		size += len(h.files[name])
	}
	if size > MaxProgram {
		return fmt.Sprintf("the files are larger than %d MB together; leave out what the program does not need", MaxProgram>>20)
	}
	return ""
}

// unusable says why a file cannot be one of a program; it is empty when it can.
func unusable(name string, size int) string {
	parts := strings.Split(name, "/")
	switch {
	case slices.ContainsFunc(parts, func(part string) bool { return len(part) > maxName }):
		return fmt.Sprintf("a name is too long: %q; at most %d bytes", cut(name), maxName)
	case len(name) > maxPath || len(parts) > maxDepth:
		return fmt.Sprintf("too many folders in each other: %q; at most %d, and %d bytes in all", cut(name), maxDepth-1, maxPath)
	case toolchain.IsSource(name) && size > maxSource:
		return fmt.Sprintf("the source file %q is too large: at most %d MB", cut(name), maxSource>>20)
	}
	return ""
}

// cut is a name as messages show it: cut where it is long.
func cut(name string) string {
	if r := []rune(name); len(r) > 60 {
		return string(r[:40]) + "…" + string(r[len(r)-12:])
	}
	return name
}

func (h *handIn) hasSource() bool {
	for name := range h.files {
		if toolchain.IsSource(name) {
			return true
		}
	}
	return false
}
