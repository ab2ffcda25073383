package office

import (
	"archive/zip"
	"bytes"
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"slices"
	"time"

	"durchgang/internal/record"
)

// The files of an assignment's archive.
const (
	bundleHead  = "assignment.json"
	bundleBook  = "phrasebook.yaml"
	bundleSuite = "suite.suite"
	bundleBrief = "handout.md" // only where a teacher wrote one

	bundleForm = "durchgang-assignment"
)

// MaxBundle bounds an assignment's archive, and each file in it, in bytes.
const MaxBundle = 5 << 20

// bundle is what stands in the head of an assignment's archive. Times are in UTC.
type bundle struct {
	Form    string `json:"form"`
	Version int    `json:"version"`
	Name    string `json:"name"`
	Title   string `json:"title"`
	Game    string `json:"game"`
	Channel string `json:"channel"`
	record.Terms
}

// ErrBundle means that an archive holds no assignment.
var ErrBundle = errors.New("this is not an archive of an assignment: durchgang assignment export writes one")

// Export writes an assignment as one archive: what is graded and how, and nobody's programs.
func (o *Office) Export(ctx context.Context, course, name string) ([]byte, error) {
	a, err := o.Assignment(ctx, course, name)
	if err != nil {
		return nil, err
	}
	head, err := json.MarshalIndent(bundle{bundleForm, 1, a.Name, a.Title, a.Game, a.Channel, a.Terms}, "", "  ")
	if err != nil {
		return nil, fmt.Errorf("write the assignment: %w", err)
	}
	files := []file{{bundleHead, string(head)}, {bundleBook, a.Phrasebook}, {bundleSuite, a.Suite}}
	if a.Handout != "" {
		files = append(files, file{bundleBrief, a.Handout})
	}
	return pack(files)
}

// file is a file of an archive that the office writes.
type file struct{ name, text string }

func pack(files []file) ([]byte, error) {
	var out bytes.Buffer
	w := zip.NewWriter(&out)
	for _, f := range files {
		part, err := w.CreateHeader(&zip.FileHeader{Name: f.name, Method: zip.Deflate})
		if err == nil {
			_, err = io.WriteString(part, f.text)
		}
		if err != nil {
			return nil, fmt.Errorf("pack %s: %w", f.name, err)
		}
	}
	if err := w.Close(); err != nil {
		return nil, fmt.Errorf("close the archive: %w", err)
	}
	return out.Bytes(), nil
}

// ImportAssignment adds the assignment of an archive to a course, under a name of its own where one is
// given.
func (o *Office) ImportAssignment(ctx context.Context, course, name string, archive Upload) (record.Assignment, error) {
	r, err := zip.NewReader(archive, archive.Size())
	if err != nil {
		return record.Assignment{}, &record.InputError{Field: "archive", Err: fmt.Errorf("%w: %w", ErrBundle, err)}
	}
	texts := map[string]string{}
	for _, part := range []string{bundleHead, bundleBook, bundleSuite} {
		if texts[part], err = readPart(r, part); err != nil {
			return record.Assignment{}, &record.InputError{Field: "archive", Err: err}
		}
	}
	if slices.ContainsFunc(r.File, func(f *zip.File) bool { return f.Name == bundleBrief }) {
		if texts[bundleBrief], err = readPart(r, bundleBrief); err != nil {
			return record.Assignment{}, &record.InputError{Field: "archive", Err: err}
		}
	}
	var b bundle
	if err := json.Unmarshal([]byte(texts[bundleHead]), &b); err != nil || b.Form != bundleForm {
		return record.Assignment{}, &record.InputError{
			Field: "archive",
			Err:   fmt.Errorf("%w: %s cannot be read: %v", ErrBundle, bundleHead, err),
		}
	}
	if b.Version != 1 {
		return record.Assignment{}, &record.InputError{
			Field: "archive",
			Err:   fmt.Errorf("the archive has version %d of its form, and this Durchgang reads version 1", b.Version),
		}
	}
	form := Form{Assignment: record.Assignment{
		Name: cmp.Or(name, b.Name), Title: b.Title, Game: b.Game, Channel: b.Channel,
		Phrasebook: texts[bundleBook], Suite: texts[bundleSuite], Handout: texts[bundleBrief], Terms: b.Terms,
	}}
	form.Opens, form.Due, form.Closes = instant(b.OpensAt), instant(b.DueAt), instant(b.ClosesAt)
	return o.CreateAssignment(ctx, course, form)
}

func instant(t *time.Time) string {
	if t == nil {
		return ""
	}
	return t.UTC().Format(time.RFC3339)
}

func readPart(r *zip.Reader, name string) (string, error) {
	f, err := r.Open(name)
	if err != nil {
		return "", fmt.Errorf("%w: it lacks %s", ErrBundle, name)
	}
	defer f.Close()
	data, err := io.ReadAll(io.LimitReader(f, MaxBundle+1))
	if err != nil {
		return "", fmt.Errorf("read %s: %w", name, err)
	}
	if len(data) > MaxBundle {
		return "", fmt.Errorf("%s is larger than %d MB", name, MaxBundle>>20)
	}
	return string(data), nil
}
