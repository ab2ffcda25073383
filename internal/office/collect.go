package office

import (
	"context"
	"errors"
	"fmt"
	"io"
	"path"
	"slices"
	"strings"

	"durchgang/internal/record"
	"durchgang/internal/store"
	"durchgang/internal/toolchain"
)

// Decisions say of whom entries of a class's archive are: by entry the short name of a
// student, or empty for nobody.
type Decisions map[string]string

// Import takes a class's archive: one folder or one source file for each student. An archive
// that is unsafe is refused as a whole; an entry that is not usable, or of nobody on the
// roster, is reported, and the others are imported. In a course without a roster an entry's
// name is the student's.
func (o *Office) Import(ctx context.Context, course, assignment string, archive Upload, decisions Decisions) (record.Import, error) {
	a, err := o.Assignment(ctx, course, assignment)
	if err != nil {
		return record.Import{}, err
	}
	release, err := o.room.take(ctx, MaxUnpacked)
	if err != nil {
		return record.Import{}, err
	}
	defer release()
	class, err := openClass(archive)
	if err != nil {
		return record.Import{}, &record.InputError{Field: "archive", Err: err}
	}
	return o.importClass(ctx, a, class, decisions, "class")
}

func (o *Office) importClass(
	ctx context.Context, a record.Assignment, class []*handIn, decisions Decisions, origin string,
) (record.Import, error) {
	report := record.Import{Added: []string{}, Unchanged: []string{}, Problems: []record.Skipped{}, Unmatched: []record.UnmatchedEntry{}}
	pupils, err := o.store.Roster(ctx, a.CourseID)
	if err != nil {
		return report, err
	}
	class, err = assign(&report, class, pupils, decisions)
	if err != nil {
		return report, err
	}
	for _, h := range class {
		if reason := h.problem(); reason != "" {
			report.Problems = append(report.Problems, record.Skipped{Entry: cut(strings.Join(h.entries, ", ")), Reason: reason})
			continue
		}
		_, added, err := o.keep(ctx, a, h, record.Submission{Origin: origin}, nil)
		if err != nil {
			return report, err
		}
		if added {
			report.Added = append(report.Added, h.student)
		} else {
			report.Unchanged = append(report.Unchanged, h.student)
		}
	}
	if len(report.Added)+len(report.Unchanged)+len(report.Unmatched) == 0 {
		if len(report.Problems) == 0 {
			return report, &record.InputError{Field: "archive", Err: ErrNobody}
		}
		first := report.Problems[0]
		return report, &record.InputError{
			Field: "archive",
			Err:   fmt.Errorf("%w; the first problem is %s: %s", ErrNobody, first.Entry, first.Reason),
		}
	}
	return report, nil
}

// keep keeps a hand-in as a student's submission, if it may be kept; may is nil where it may.
func (o *Office) keep(
	ctx context.Context, a record.Assignment, h *handIn, about record.Submission, may func(store.Turn) error,
) (record.Submission, bool, error) {
	packed, sub, err := h.pack()
	if err != nil {
		return sub, false, err
	}
	sub.Login, sub.Origin, sub.Trial = By(ctx).Login, about.Origin, about.Trial
	added, err := o.store.AddSubmission(ctx, a.ID, &sub, packed, a.Zone, may)
	var refused *record.InputError
	if err != nil && !errors.As(err, &refused) {
		err = fmt.Errorf("keep the submission of %s: %w", h.student, err)
	}
	if err != nil {
		return sub, false, err
	}
	return sub, added, nil
}

// assign tells whose the entries are, by decisions or else by the roster. Two entries of one
// student are put together, which is reported as a problem later.
func assign(report *record.Import, class []*handIn, pupils []record.Pupil, decisions Decisions) ([]*handIn, error) {
	known := map[string]bool{}
	for _, p := range pupils {
		known[p.Name] = true
	}
	met := map[string]bool{}
	for _, h := range class {
		for _, e := range h.entries {
			met[e] = true
		}
	}
	for entry, student := range decisions {
		if !met[entry] {
			return nil, &record.InputError{Field: "decisions", Err: fmt.Errorf("the archive has no entry %q", entry)}
		}
		if student != "" && len(pupils) > 0 && !known[student] {
			return nil, &record.InputError{Field: "decisions", Err: fmt.Errorf("%q is nobody on the roster", student)}
		}
	}
	by := map[string]*handIn{}
	var assigned []*handIn
	for _, h := range class {
		student, decided := decisions[h.entries[0]]
		if !decided && len(pupils) > 0 {
			found, certain := candidates(h.student, pupils)
			if !certain {
				report.Unmatched = append(report.Unmatched, record.UnmatchedEntry{Entry: h.entries[0], Candidates: found})
				continue
			}
			student = found[0]
		} else if !decided {
			student = h.student
		}
		if student == "" {
			continue // nobody's, by decision
		}
		if first := by[student]; first != nil {
			first.entries = append(first.entries, h.entries...)
			continue
		}
		h.student = student
		by[student] = h
		assigned = append(assigned, h)
	}
	return assigned, nil
}

// candidates are the students that an entry's name fits, in the strictest way in which it
// fits anybody: number, mail address, short name or full name as a whole, then as a part. It
// is certain whose it is when it fits one alone, and not by one word of a name only.
func candidates(entry string, pupils []record.Pupil) (found []string, certain bool) {
	name, words := slug(entry), strings.Split(slug(entry), "-")
	has := func(part string) bool {
		w := strings.Split(part, "-")
		for i := 0; i+len(w) <= len(words); i++ {
			if slices.Equal(words[i:i+len(w)], w) {
				return true
			}
		}
		return false
	}
	ways := []func(p record.Pupil) bool{
		func(p record.Pupil) bool {
			return p.Number != "" && strings.EqualFold(entry, p.Number) || p.Mail != "" && strings.EqualFold(entry, p.Mail)
		},
		func(p record.Pupil) bool {
			return entry == p.Name || name == slug(p.FullName) || name == reversed(p.FullName) || name == slug(p.Name)
		},
		func(p record.Pupil) bool {
			local, _, found := strings.Cut(p.Mail, "@")
			return found && strings.EqualFold(entry, local)
		},
		func(p record.Pupil) bool { return p.Number != "" && slug(p.Number) != "" && has(slug(p.Number)) },
		func(p record.Pupil) bool {
			return has(slug(p.FullName)) || has(reversed(p.FullName)) || has(slug(p.Name))
		},
		func(p record.Pupil) bool { // one of the names: a hint, and never enough
			return slices.ContainsFunc(strings.Split(slug(p.FullName), "-"), func(w string) bool { return len(w) > 1 && has(w) })
		},
	}
	found = []string{}
	for i, fits := range ways {
		for _, p := range pupils {
			if fits(p) {
				found = append(found, p.Name)
			}
		}
		if len(found) > 0 {
			return found, len(found) == 1 && i < len(ways)-1
		}
	}
	return found, false
}

// reversed is the slug of a full name with the family name first.
func reversed(full string) string {
	words := strings.Fields(strings.ReplaceAll(full, ",", " "))
	if len(words) < 2 {
		return slug(full)
	}
	return slug(words[len(words)-1] + " " + strings.Join(words[:len(words)-1], " "))
}

// HandIn is what a student hands in: an archive, or a single file with its name.
type HandIn struct {
	Data  Upload
	Name  string // of a single file; of an archive it may be empty
	Trial bool   // the public part is tried with it, and it does not count
}

// Reasons why a student cannot hand in now, for errors.Is.
var (
	ErrNotOpen  = errors.New("it is not open yet")
	ErrClosed   = errors.New("it is closed")
	ErrAttempts = errors.New("no attempt is left")
	ErrTries    = errors.New("no try is left today")
)

// Submit keeps what a student hands in, within the assignment's terms. Who teaches hands in
// for a student at any time.
func (o *Office) Submit(ctx context.Context, course, assignment, student string, in HandIn) (record.Submission, error) {
	release, err := o.room.take(ctx, MaxProgram)
	if err != nil {
		return record.Submission{}, err
	}
	defer release()
	files, err := in.files()
	if err != nil {
		return record.Submission{}, err
	}
	return o.submit(ctx, course, assignment, student, files, record.Submission{Origin: "upload", Trial: in.Trial})
}

func (o *Office) submit(
	ctx context.Context, course, assignment, student string, files map[string][]byte, about record.Submission,
) (record.Submission, error) {
	a, err := o.Assignment(ctx, course, assignment)
	if err != nil {
		return about, err
	}
	if err := o.enrolled(ctx, a, student); err != nil {
		return about, err
	}
	h := &handIn{student: student, entries: []string{student}, files: files}
	if reason := h.problem(); reason != "" {
		return about, &record.InputError{Field: "program", Err: errors.New(reason)}
	}
	var may func(store.Turn) error
	if StandingOf(ctx).Role == record.Student {
		may = func(t store.Turn) error { return mayHandIn(a, t, about.Trial) }
	}
	sub, added, err := o.keep(ctx, a, h, about, may)
	if err == nil && !added {
		return sub, &record.InputError{
			Field: "program",
			Err:   fmt.Errorf("these are the same files as those handed in on %s, which count already", onClock(sub.CreatedAt, a.Zone)),
		}
	}
	return sub, err
}

// enrolled reports whether a student is on the roster, where there is one.
func (o *Office) enrolled(ctx context.Context, a record.Assignment, student string) error {
	pupils, err := o.store.Roster(ctx, a.CourseID)
	if err != nil {
		return err
	}
	if len(pupils) > 0 && !slices.ContainsFunc(pupils, func(p record.Pupil) bool { return p.Name == student }) || student == "" {
		return &record.InputError{Field: "student", Err: fmt.Errorf("%q is nobody on the roster of %s", student, a.Course)}
	}
	return nil
}

// mayHandIn reports why a student may not hand in now; it is nil when the student may.
func mayHandIn(a record.Assignment, t store.Turn, trial bool) error {
	if a.OpensAt != nil && t.Now.Before(*a.OpensAt) {
		return &record.InputError{Field: "assignment", Err: fmt.Errorf("%w: it opens %s", ErrNotOpen, onClock(*a.OpensAt, a.Zone))}
	}
	if a.ClosesAt != nil && t.Now.After(*a.ClosesAt) {
		return &record.InputError{
			Field: "assignment",
			Err:   fmt.Errorf("%w since %s; ask your teacher", ErrClosed, onClock(*a.ClosesAt, a.Zone)),
		}
	}
	if n := len(t.HandedIn); !trial && a.Attempts > 0 && n >= a.Attempts {
		return &record.InputError{
			Field: "assignment",
			Err:   fmt.Errorf("%w: you have handed in %d times, which is as often as is allowed", ErrAttempts, n),
		}
	}
	if trial && t.Tries >= a.Tries {
		return &record.InputError{Field: "assignment", Err: fmt.Errorf("%w: there are %d a day", ErrTries, a.Tries)}
	}
	return nil
}

// files are those of an archive, without a folder around them, or the single file.
func (in HandIn) files() (map[string][]byte, error) {
	base := path.Base(strings.ReplaceAll(in.Name, `\`, "/"))
	if toolchain.IsSource(base) {
		if reason := unusable(base, int(in.Data.Size())); reason != "" {
			return nil, &record.InputError{Field: "program", Err: errors.New(reason)}
		}
		text, err := io.ReadAll(io.NewSectionReader(in.Data, 0, in.Data.Size()))
		return map[string][]byte{base: text}, err
	}
	if in.Data.Size() > MaxProgram {
		return nil, &record.InputError{
			Field: "program",
			Err:   fmt.Errorf("the archive is larger than %d MB; leave out what the program does not need", MaxProgram>>20),
		}
	}
	files, err := readArchive(in.Data, MaxProgram)
	if err != nil {
		return nil, &record.InputError{
			Field: "program",
			Err:   fmt.Errorf("%w; hand in one source file, or a zip or tar.gz archive of a folder", err),
		}
	}
	if folder, _ := around(files); folder != "" {
		files = inside(files, folder)
	}
	return files, nil
}

// Try plays the public part of the suite with what a student gives, which does not count.
func (o *Office) Try(ctx context.Context, course, assignment, student string, in HandIn) (record.Run, error) {
	a, err := o.Assignment(ctx, course, assignment)
	if err != nil {
		return record.Run{}, err
	}
	part, _, err := publicPart(a)
	if err != nil {
		return record.Run{}, err
	}
	in.Trial = true
	sub, err := o.Submit(ctx, course, assignment, student, in)
	if err != nil {
		return record.Run{}, err
	}
	return o.start(ctx, store.Begin{Assignment: a.ID, Kind: record.Trial, Submission: sub.ID, Suite: part.String(), Login: By(ctx).Login})
}
