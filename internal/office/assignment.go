package office

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"strings"
	"time"

	"durchgang/core/games"
	"durchgang/core/suite"
	"durchgang/core/suites"
	"durchgang/internal/grading"
	"durchgang/internal/record"
	"durchgang/internal/store"
)

// Form is an assignment as it is given: its times are texts, on the course's clock or with
// an offset.
type Form struct {
	record.Assignment
	Opens, Due, Closes string
	KeepHandout        bool // of a change: the handout stays as it is
}

// OwnSuite stands for the suite that ships for programs that make the hidden set-up themselves, in place
// of a suite's text.
const OwnSuite = "own"

// CreateAssignment adds an assignment to a course. Without a suite it takes the one
// that ships for its game, without a phrasebook the built-in wording.
func (o *Office) CreateAssignment(ctx context.Context, course string, d Form) (record.Assignment, error) {
	c, err := o.Course(ctx, course)
	if err != nil {
		return d.Assignment, err
	}
	a, err := d.check(c)
	if err != nil {
		return a, err
	}
	created, err := o.store.CreateAssignment(ctx, a, By(ctx).Login)
	return created, about(err, "assignment", course+"/"+a.Name)
}

// check returns the assignment as it is kept.
func (d Form) check(c record.Course) (record.Assignment, error) {
	a := d.Assignment
	a.CourseID, a.Course, a.Zone = c.ID, c.Name, c.Zone
	var err error
	if a.Title, err = checkName(a.Name, a.Title); err != nil {
		return a, err
	}
	rules, err := games.All().Rules(a.Game)
	if err != nil {
		return a, &record.InputError{Field: "game", Err: err}
	}
	a.Channel, a.Game = cmp.Or(a.Channel, record.Terminal), string(rules.Variant())
	shipped := a.Suite == "" || a.Suite == OwnSuite
	if shipped {
		own := a.Suite == OwnSuite
		var s *suite.Suite
		if s, a.Suite, err = suites.For(rules, own, games.All()); err != nil {
			return a, &record.InputError{Field: "suite", Err: err}
		}
		if own {
			rules, a.Game = s.Rules, string(s.Rules.Variant())
		}
	}
	s, err := suite.Parse("suite", a.Suite, games.All())
	if err != nil {
		return a, &record.InputError{Field: "suite", Err: err}
	}
	if s.Rules.Variant() != rules.Variant() {
		return a, &record.InputError{
			Field: "suite",
			Err:   fmt.Errorf("it is for %s, but the assignment's game is %s", s.Rules.Variant(), rules.Variant()),
		}
	}
	g, err := grading.New(a.Channel, s, "phrasebook", a.Phrasebook)
	if err != nil {
		return a, err
	}
	if shown := g.Shown(); shipped && shown != s {
		a.Suite = shown.String()
	}
	a.Terms, err = d.terms(c.Zone, s)
	return a, err
}

// terms checks when and how often students may hand in, and what programs may use.
func (d Form) terms(zone string, s *suite.Suite) (t record.Terms, err error) {
	t = d.Terms
	if t.OpensAt, err = when("opens_at", d.Opens, zone); err != nil {
		return t, err
	}
	if t.DueAt, err = when("due_at", d.Due, zone); err != nil {
		return t, err
	}
	if t.ClosesAt, err = when("closes_at", d.Closes, zone); err != nil {
		return t, err
	}
	switch {
	case t.OpensAt != nil && t.ClosesAt != nil && !t.OpensAt.Before(*t.ClosesAt):
		return t, &record.InputError{Field: "closes_at", Err: errors.New("it closes before it opens")}
	case t.DueAt != nil && t.ClosesAt != nil && t.ClosesAt.Before(*t.DueAt):
		return t, &record.InputError{Field: "closes_at", Err: errors.New("it closes before it is due; nobody could be late")}
	case t.DueAt != nil && t.OpensAt != nil && t.DueAt.Before(*t.OpensAt):
		return t, &record.InputError{Field: "due_at", Err: errors.New("it is due before it opens")}
	case t.Attempts < 0 || t.Attempts > 1000:
		return t, &record.InputError{Field: "attempts", Err: errors.New("attempts are 0, for any number, to 1000")}
	case t.Tries < 0 || t.Tries > 1000:
		return t, &record.InputError{Field: "tries", Err: errors.New("tries a day are 0 to 1000")}
	case t.Tries > 0 && s.Public() == nil:
		return t, &record.InputError{
			Field: "tries",
			Err:   errors.New("the suite has no public script that students could try; write public after the title of one"),
		}
	case t.Seconds < 0 || t.Seconds > 60:
		return t, &record.InputError{Field: "seconds", Err: errors.New("seconds over a step are 0, for the usual 3, to 60")}
	case t.Megabytes != 0 && (t.Megabytes < 16 || t.Megabytes > 4096):
		return t, &record.InputError{Field: "megabytes", Err: errors.New("megabytes are 0, for the usual 512, or 16 to 4096")}
	}
	return t, nil
}

// ChangeAssignment keeps an assignment as a new revision. d.Revision is the one that the
// change was made from; it is store.ErrChanged when somebody else has made another since.
// Results stay as they are until the assignment is graded again.
func (o *Office) ChangeAssignment(ctx context.Context, course string, d Form) (record.Assignment, error) {
	kept, err := o.Assignment(ctx, course, d.Name)
	if err != nil {
		return kept, err
	}
	c, err := o.Course(ctx, course)
	if err != nil {
		return kept, err
	}
	a, err := d.check(c)
	if err != nil {
		return a, err
	}
	if d.KeepHandout {
		a.Handout = kept.Handout
	}
	if a.ID = kept.ID; d.Revision != kept.Revision {
		return kept, o.changedBy(ctx, kept)
	}
	what := changes(kept, a)
	if len(what) == 0 {
		return kept, nil
	}
	changed, err := o.store.ChangeAssignment(ctx, a, By(ctx).Login, strings.Join(what, ", "))
	if errors.Is(err, store.ErrChanged) {
		return kept, o.changedBy(ctx, kept)
	}
	return changed, err
}

// changedBy says who made the newest change.
func (o *Office) changedBy(ctx context.Context, a record.Assignment) error {
	revisions, err := o.store.Revisions(ctx, a.ID)
	if err != nil || len(revisions) == 0 {
		return errors.Join(store.ErrChanged, err)
	}
	last := revisions[0]
	return fmt.Errorf("%w: %s made revision %d (%s) on %s; nothing was kept, so load it again and make your change upon that one",
		store.ErrChanged, cmp.Or(last.Login, "somebody"), last.Number, last.Note, onClock(last.At, a.Zone))
}

// changes names what differs between two forms of an assignment.
func changes(old, new record.Assignment) []string {
	var what []string
	for _, part := range []struct {
		name string
		same bool
	}{
		{"title", old.Title == new.Title}, {"game", old.Game == new.Game}, {"channel", old.Channel == new.Channel},
		{"phrasebook", old.Phrasebook == new.Phrasebook}, {"suite", old.Suite == new.Suite}, {"handout", old.Handout == new.Handout},
		{"opens", sameTime(old.OpensAt, new.OpensAt)}, {"due", sameTime(old.DueAt, new.DueAt)}, {"closes", sameTime(old.ClosesAt, new.ClosesAt)},
		{"attempts", old.Attempts == new.Attempts}, {"tries", old.Tries == new.Tries},
		{"seconds", old.Seconds == new.Seconds}, {"megabytes", old.Megabytes == new.Megabytes},
	} {
		if !part.same {
			what = append(what, part.name)
		}
	}
	return what
}

// Assignments lists the assignments of a course.
func (o *Office) Assignments(ctx context.Context, course string) ([]record.Assignment, error) {
	c, err := o.Course(ctx, course)
	if err != nil {
		return nil, err
	}
	return o.store.Assignments(ctx, c.ID)
}

// Assignment finds an assignment.
func (o *Office) Assignment(ctx context.Context, course, name string) (record.Assignment, error) {
	a, err := o.store.Assignment(ctx, course, name)
	return a, about(err, "assignment", course+"/"+name)
}

// Revisions lists the revisions of an assignment, the newest first.
func (o *Office) Revisions(ctx context.Context, course, name string) ([]record.Revision, error) {
	a, err := o.Assignment(ctx, course, name)
	if err != nil {
		return nil, err
	}
	return o.store.Revisions(ctx, a.ID)
}

// Revision finds an assignment as it was in a revision.
func (o *Office) Revision(ctx context.Context, course, name string, number int) (record.Assignment, error) {
	a, err := o.Assignment(ctx, course, name)
	if err != nil {
		return a, err
	}
	was, err := o.store.Revision(ctx, a.ID, number)
	return was, about(err, "revision", fmt.Sprintf("%d of %s/%s", number, course, name))
}

// publicPart is the part of an assignment's suite that students may see, and the whole.
func publicPart(a record.Assignment) (part, whole *suite.Suite, err error) {
	if whole, err = suite.Parse("suite", a.Suite, games.All()); err != nil {
		return nil, nil, err
	}
	if part = whole.Public(); part == nil {
		return nil, nil, &record.InputError{Field: "suite", Err: fmt.Errorf("no script of %s/%s is public", a.Course, a.Name)}
	}
	return part, whole, nil
}

func sameTime(a, b *time.Time) bool { return (a == nil) == (b == nil) && (a == nil || a.Equal(*b)) }
