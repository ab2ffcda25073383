package office

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"io"
	"slices"
	"strings"
	"unicode"

	"golang.org/x/text/unicode/norm"

	"durchgang/internal/record"
	"durchgang/internal/roster"
	"durchgang/internal/store"
)

// Roster lists the students of a course.
func (o *Office) Roster(ctx context.Context, course string) ([]record.Pupil, error) {
	c, err := o.Course(ctx, course)
	if err != nil {
		return nil, err
	}
	return o.store.Roster(ctx, c.ID)
}

// ImportRoster takes the students of a file onto a course's roster or, as a preview, says
// what that would change. Nobody is taken off by it.
func (o *Office) ImportRoster(ctx context.Context, course string, file Upload, class string, preview bool) (record.RosterImport, error) {
	r := record.RosterImport{Added: []record.Pupil{}, Changed: []record.Pupil{}, Missing: []record.Pupil{}, Problems: []record.Skipped{}}
	c, err := o.Course(ctx, course)
	if err != nil {
		return r, err
	}
	data := make([]byte, min(file.Size(), roster.MaxSize+1))
	if _, err := file.ReadAt(data, 0); err != nil && !errors.Is(err, io.EOF) {
		return r, fmt.Errorf("read the roster: %w", err)
	}
	read, err := roster.Read(data, class)
	if err != nil {
		return r, &record.InputError{Field: "roster", Err: err}
	}
	kept, err := o.store.Roster(ctx, c.ID)
	if err != nil {
		return r, err
	}
	r.Read = read.Form
	r.Problems = append(r.Problems, read.Problems...)
	mergeRoster(&r, kept, read.Students)
	if preview {
		return r, nil
	}
	r.Kept = true
	return r, o.store.SaveRoster(ctx, c.ID, slices.Concat(r.Added, r.Changed))
}

// mergeRoster sorts the students of a file into those who are new, changed, and unchanged.
func mergeRoster(r *record.RosterImport, kept, read []record.Pupil) {
	names := map[string]bool{}
	for _, p := range kept {
		names[p.Name] = true
	}
	met := map[string]bool{}
	for _, p := range read {
		i := slices.IndexFunc(kept, func(k record.Pupil) bool { return !met[k.Name] && samePupil(k, p) })
		if i < 0 {
			p.Name = freeName(p, names)
			names[p.Name] = true
			r.Added = append(r.Added, p)
			continue
		}
		k := kept[i]
		met[k.Name] = true
		next := k
		next.FullName, next.Number, next.Mail = cmp.Or(p.FullName, k.FullName), cmp.Or(p.Number, k.Number), cmp.Or(p.Mail, k.Mail)
		if next == k {
			r.Unchanged++
		} else {
			r.Changed = append(r.Changed, next)
		}
	}
	for _, k := range kept {
		if !met[k.Name] {
			r.Missing = append(r.Missing, k)
		}
	}
}

// samePupil reports whether a row of a file is about a student of the roster: by number, else
// by mail address, else by short name, else by full name.
func samePupil(kept, read record.Pupil) bool {
	switch {
	case kept.Number != "" && read.Number != "":
		return kept.Number == read.Number
	case kept.Mail != "" && read.Mail != "":
		return kept.Mail == read.Mail
	case read.Name != "":
		return kept.Name == slug(read.Name)
	}
	return read.FullName != "" && strings.EqualFold(kept.FullName, read.FullName)
}

// freeName makes a short name that no other student has.
func freeName(p record.Pupil, taken map[string]bool) string {
	local, _, _ := strings.Cut(p.Mail, "@")
	name := cmp.Or(slug(p.Name), slug(p.FullName), slug(local), "student-"+slug(p.Number))
	if !taken[name] {
		return name
	}
	for n := 2; ; n++ {
		if next := fmt.Sprintf("%s-%d", name, n); !taken[next] {
			return next
		}
	}
}

// special are letters that have no mark to take away.
var special = strings.NewReplacer("ß", "ss", "æ", "ae", "ø", "o", "œ", "oe", "ł", "l", "đ", "d", "ð", "d", "þ", "th", "ı", "i")

// slug writes a name in small letters without marks, digits and hyphens; letters of other
// scripts stay.
func slug(name string) string {
	var b strings.Builder
	for _, r := range special.Replace(norm.NFD.String(strings.ToLower(name))) {
		switch {
		case unicode.Is(unicode.Mn, r):
		case unicode.IsLetter(r), unicode.IsDigit(r):
			b.WriteRune(r)
		case b.Len() > 0 && !strings.HasSuffix(b.String(), "-") && r != '\'' && r != '’':
			b.WriteByte('-')
		}
	}
	text := strings.Trim(b.String(), "-")
	if len(text) > 60 {
		text = strings.Trim(strings.ToValidUTF8(text[:60], ""), "-")
	}
	return text
}

// SetPupil changes one student of a roster, or adds one when p.Name is empty or not there.
func (o *Office) SetPupil(ctx context.Context, course string, p record.Pupil) (record.Pupil, error) {
	c, err := o.Course(ctx, course)
	if err != nil {
		return p, err
	}
	p.FullName, p.Mail, p.Number = strings.TrimSpace(p.FullName), strings.ToLower(strings.TrimSpace(p.Mail)), strings.TrimSpace(p.Number)
	if p.FullName == "" {
		return p, &record.InputError{Field: "full_name", Err: errors.New("a student has a name")}
	}
	kept, err := o.store.Roster(ctx, c.ID)
	if err != nil {
		return p, err
	}
	taken := map[string]bool{}
	for _, k := range kept {
		taken[k.Name] = true
		if k.Name == p.Name {
			continue
		}
		if p.Number != "" && k.Number == p.Number {
			return p, &record.InputError{Field: "number", Err: fmt.Errorf("the number %s is %s's", p.Number, k.FullName)}
		}
		if p.Mail != "" && k.Mail == p.Mail {
			return p, &record.InputError{Field: "mail", Err: fmt.Errorf("the mail address %s is %s's", p.Mail, k.FullName)}
		}
	}
	if !taken[p.Name] {
		p.Name = freeName(p, taken)
	}
	return p, o.store.SaveRoster(ctx, c.ID, []record.Pupil{p})
}

// DropPupil takes a student off the roster. What was handed in stays.
func (o *Office) DropPupil(ctx context.Context, course, name string) error {
	c, err := o.Course(ctx, course)
	if err != nil {
		return err
	}
	return about(o.store.DropPupil(ctx, c.ID, name), "student", name)
}

// InvitePupils makes accounts for students of the roster who have none, and links for those
// who have not chosen a password; with a name for that student alone. An account of the
// office has the mail address as its login; an administrator makes those, and their
// links. Where a teacher invites somebody who has none, the account belongs to the course, and
// its login is the short name and the course's.
func (o *Office) InvitePupils(ctx context.Context, course, name string) ([]record.Invitation, error) {
	c, err := o.Course(ctx, course)
	if err != nil {
		return nil, err
	}
	pupils, err := o.store.Roster(ctx, c.ID)
	if err != nil {
		return nil, err
	}
	if name != "" {
		pupils = slices.DeleteFunc(pupils, func(p record.Pupil) bool { return p.Name != name })
		if len(pupils) == 0 {
			return nil, Missing("student", name)
		}
	}
	invitations := []record.Invitation{}
	for _, p := range pupils {
		if p.Chosen {
			continue
		}
		i, err := o.invitePupil(ctx, c, p)
		if err != nil {
			return invitations, fmt.Errorf("invite %s: %w", p.FullName, err)
		}
		invitations = append(invitations, i)
	}
	return invitations, nil
}

func (o *Office) invitePupil(ctx context.Context, c record.Course, p record.Pupil) (record.Invitation, error) {
	person, err := o.accountOf(ctx, c, p)
	if err != nil {
		return record.Invitation{}, err
	}
	if p.Login == "" {
		st, err := o.store.Standing(ctx, person.ID, c.Name)
		if err != nil {
			return record.Invitation{}, err
		}
		if st.Role != record.Nobody {
			return record.Invitation{}, &record.InputError{
				Field: "mail",
				Err:   fmt.Errorf("the account %s is in this course already, as %s", person.Login, cmp.Or(st.Student, string(st.Role))),
			}
		}
		if err := o.store.SetMember(ctx, c.ID, person.ID, record.Student, p.Name); err != nil {
			return record.Invitation{}, err
		}
	}
	return o.invitationFor(ctx, c, person)
}

// accountOf finds the account of a student of the roster, or adds one.
func (o *Office) accountOf(ctx context.Context, c record.Course, p record.Pupil) (record.Person, error) {
	if login := cmp.Or(p.Login, strings.ToLower(p.Mail)); login != "" {
		person, err := o.store.Person(ctx, login)
		switch missing := errors.Is(err, store.ErrNotFound); {
		case err == nil && (person.Course == "" || person.Course == c.Name):
			return person, nil
		case err != nil && !missing:
			return person, err
		case missing && By(ctx).Admin:
			return o.personOf(ctx, record.Person{Login: login, Name: p.FullName, Mail: p.Mail})
		}
	}
	return o.courseAccount(ctx, c, p)
}

// courseAccount finds the account of a student that belongs to the course, or adds it under
// the first login that is free.
func (o *Office) courseAccount(ctx context.Context, c record.Course, p record.Pupil) (record.Person, error) {
	for n := 1; ; n++ {
		login := slug(p.Name) + "." + c.Name
		if n > 1 {
			login = fmt.Sprintf("%s-%d.%s", slug(p.Name), n, c.Name)
		}
		person, err := checkPerson(record.Person{Login: login, Name: p.FullName, Mail: p.Mail, Course: c.Name})
		if err != nil {
			return person, err
		}
		switch added, err := o.store.AddPerson(ctx, person); {
		case !errors.Is(err, store.ErrExists):
			return added, err
		case n == 1:
			kept, err := o.store.Person(ctx, login)
			if err != nil {
				return kept, err
			}
			if kept.Course == c.Name {
				st, err := o.store.Standing(ctx, kept.ID, c.Name)
				if err != nil || st.Role == record.Nobody {
					return kept, err
				}
			}
		}
	}
}
