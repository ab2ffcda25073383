package office

import (
	"context"
	"errors"
	"fmt"
	"net/http"
	"net/mail"
	"regexp"
	"strings"
	"time"

	"durchgang/internal/account"
	"durchgang/internal/record"
	"durchgang/internal/store"
)

// How long what people sign in with is good for.
const (
	sessionTime    = 14 * 24 * time.Hour
	invitationTime = 14 * 24 * time.Hour
	longestToken   = 366 // days
	deviceTime     = 366 * 24 * time.Hour
	mostTokens     = 50
)

// Errors of signing in and of rights.
var (
	ErrBusy    = errors.New("the service has too much to do just now; try again in a minute")
	ErrSignIn  = errors.New("login or password is wrong")
	ErrInvited = errors.New("this link is not good: it was used, or replaced by a newer one, or has expired; ask for another one")
)

// personKey is the key of the signed-in person in a context.
type personKey struct{}

// As returns a context in which a person acts.
func As(ctx context.Context, p record.Person) context.Context {
	return context.WithValue(ctx, personKey{}, p)
}

// By is the signed-in person; nobody's login is empty.
func By(ctx context.Context) record.Person {
	p, _ := ctx.Value(personKey{}).(record.Person)
	return p
}

// Origin is where a request comes from, for the audit log.
type Origin struct {
	Address string // the network address
	Request string // its id in the log
	Session []byte // the digest of the session that it acts by, nil without one
}

type originKey struct{}

// From returns a context of a request from there.
func From(ctx context.Context, o Origin) context.Context {
	return context.WithValue(ctx, originKey{}, o)
}

// OriginOf is where the request of a context comes from; it is empty for Durchgang itself.
func OriginOf(ctx context.Context) Origin {
	o, _ := ctx.Value(originKey{}).(Origin)
	return o
}

var loginPattern = regexp.MustCompile(`^[a-z0-9][a-z0-9._@+-]{0,99}$`)

// checkPerson returns an account as it is kept.
func checkPerson(p record.Person) (record.Person, error) {
	p.Login, p.Name, p.Mail = Login(p.Login), strings.TrimSpace(p.Name), strings.TrimSpace(p.Mail)
	if !loginPattern.MatchString(p.Login) {
		return p, &record.InputError{
			Field: "login",
			Err:   fmt.Errorf("%q: a login has 1 to 100 small letters, digits and . _ - + @, as in ida.marling", p.Login),
		}
	}
	if p.Name == "" {
		p.Name = p.Login
	}
	if len(p.Name) > 200 {
		return p, &record.InputError{Field: "name", Err: errors.New("a name has at most 200 bytes")}
	}
	if p.Mail != "" {
		if a, err := mail.ParseAddress(p.Mail); err != nil || a.Address != p.Mail {
			return p, &record.InputError{Field: "mail", Err: fmt.Errorf("%q is not a mail address", p.Mail)}
		}
	}
	return p, nil
}

// FirstLink makes a link for the first teacher, in the place of an earlier one; it is empty
// when there is an administrator already.
func (o *Office) FirstLink(ctx context.Context) (string, error) {
	peopled, err := o.store.Peopled(ctx)
	if err != nil || peopled {
		return "", err
	}
	i, err := o.invite(ctx, nil)
	return i.Link, err
}

// LinkMade is what the audit log calls the making of a link.
const LinkMade = "linkMade"

// invite makes a link for a person, or for the first teacher. The caller has found that who
// acts administers the account.
func (o *Office) invite(ctx context.Context, p *record.Person) (record.Invitation, error) {
	secret := account.NewSecret()
	i := record.Invitation{Link: "/accept-invite#" + secret, ExpiresAt: time.Now().Add(invitationTime).UTC()}
	from := OriginOf(ctx)
	act := record.Act{
		Login:   By(ctx).Login,
		Address: from.Address,
		What:    LinkMade,
		Subject: "first teacher",
		Status:  http.StatusCreated,
		Request: from.Request,
	}
	var id *int64
	if p != nil {
		id, i.Login, i.Name, i.Chosen = &p.ID, p.Login, p.Name, p.Chosen
		act.Subject, act.Course = p.Login, p.Course
	}
	return i, o.store.Invite(ctx, id, account.Digest(secret), i.ExpiresAt, act)
}

// Invited tells whom a link's secret invites; an empty login is the first teacher's.
func (o *Office) Invited(ctx context.Context, secret string) (record.Invitation, error) {
	p, err := o.store.Invited(ctx, account.Digest(secret))
	switch {
	case errors.Is(err, store.ErrNotFound):
		return record.Invitation{}, &record.InputError{Field: "secret", Err: ErrInvited}
	case err != nil || p == nil:
		return record.Invitation{}, err
	}
	return record.Invitation{Login: p.Login, Name: p.Name}, nil
}

// Accept uses an invitation up: it sets the password of who was invited, or of a first
// teacher with the login and name given, and signs that person in.
func (o *Office) Accept(ctx context.Context, secret, login, name, password string) (s record.Session, session string, err error) {
	i, err := o.Invited(ctx, secret)
	if err != nil {
		return s, "", err
	}
	if err := account.CheckPassword(password); err != nil {
		return s, "", &record.InputError{Field: "password", Err: err}
	}
	first := record.Person{Admin: true}
	if i.Login == "" {
		if first, err = checkPerson(record.Person{Login: login, Name: name, Admin: true}); err != nil {
			return s, "", err
		}
	}
	hash, err := account.Hash(ctx, password)
	if err != nil {
		return s, "", err
	}
	p, err := o.store.Accept(ctx, account.Digest(secret), hash, first)
	switch {
	case errors.Is(err, store.ErrNotFound):
		return s, "", &record.InputError{Field: "secret", Err: ErrInvited}
	case err != nil:
		return s, "", about(err, "person", login)
	}
	return o.open(ctx, p)
}

// Login is a login as accounts have it, of what somebody types.
func Login(typed string) string { return strings.ToLower(strings.TrimSpace(typed)) }

// Known reports whether a login's owner has signed in on the device that has a secret.
func (o *Office) Known(ctx context.Context, login, device string) (bool, error) {
	if device == "" {
		return false, nil
	}
	return o.store.Known(ctx, Login(login), account.Digest(device))
}

// Meet keeps a device as one on which a person has signed in, and returns its secret.
func (o *Office) Meet(ctx context.Context, person int64) (device string, err error) {
	device = account.NewSecret()
	return device, o.store.AddDevice(ctx, person, account.Digest(device), time.Now().Add(deviceTime))
}

// SignIn checks a password and opens a session.
func (o *Office) SignIn(ctx context.Context, login, password string) (s record.Session, session string, err error) {
	p, err := o.store.Person(ctx, Login(login))
	hash := ""
	if err == nil {
		hash, err = o.store.Password(ctx, p.ID)
	}
	if err != nil && !errors.Is(err, store.ErrNotFound) {
		return s, "", err
	}
	right, err := account.Verify(ctx, hash, password)
	if err != nil {
		return s, "", err
	}
	if !right {
		return s, "", ErrSignIn
	}
	return o.open(ctx, p)
}

func (o *Office) open(ctx context.Context, p record.Person) (record.Session, string, error) {
	secret, csrf := account.NewSecret(), account.NewSecret()
	err := o.store.AddSession(ctx, p.ID, account.Digest(secret), csrf, time.Now().Add(sessionTime))
	return record.Session{Person: &p, CSRF: csrf}, secret, err
}

// Session finds who is signed in by a session's secret; nobody when it is not good.
func (o *Office) Session(ctx context.Context, secret string) (record.Session, error) {
	s := record.Session{}
	if secret != "" {
		p, csrf, err := o.store.Session(ctx, account.Digest(secret))
		if err == nil {
			return record.Session{Person: &p, CSRF: csrf}, nil
		}
		if !errors.Is(err, store.ErrNotFound) {
			return s, err
		}
	}
	peopled, err := o.store.Peopled(ctx)
	s.First = !peopled
	return s, err
}

// SignOut ends a session.
func (o *Office) SignOut(ctx context.Context, secret string) error {
	return o.store.EndSession(ctx, account.Digest(secret))
}

// ByToken finds whose token a secret is, ErrNotFound when nobody's.
func (o *Office) ByToken(ctx context.Context, secret string) (record.Person, error) {
	return o.store.TokenOf(ctx, account.Digest(secret))
}

// ChangePassword sets a new password for the signed-in person, and ends all tokens and the other
// sessions.
func (o *Office) ChangePassword(ctx context.Context, old, new string) error {
	hash, err := o.store.Password(ctx, By(ctx).ID)
	if err != nil {
		return err
	}
	right, err := account.Verify(ctx, hash, old)
	if err != nil {
		return err
	}
	if !right {
		return &record.InputError{Field: "old", Err: errors.New("this is not your password now")}
	}
	if err := account.CheckPassword(new); err != nil {
		return &record.InputError{Field: "new", Err: err}
	}
	if hash, err = account.Hash(ctx, new); err != nil {
		return err
	}
	return o.store.SetPassword(ctx, By(ctx).ID, hash, OriginOf(ctx).Session)
}

// Tokens lists the tokens of the signed-in person.
func (o *Office) Tokens(ctx context.Context) ([]record.Token, error) {
	return o.store.Tokens(ctx, By(ctx).ID)
}

// NewToken makes a token for the signed-in person. Its secret is told this once.
func (o *Office) NewToken(ctx context.Context, name string, days int) (record.Token, error) {
	name = strings.TrimSpace(name)
	if name == "" || len(name) > 100 {
		return record.Token{}, &record.InputError{
			Field: "name",
			Err:   errors.New("a token has a name of at most 100 bytes that says what it is for, as in laptop"),
		}
	}
	if days < 1 || days > longestToken {
		return record.Token{}, &record.InputError{
			Field: "days",
			Err:   fmt.Errorf("a token is good for 1 to %d days, not %d", longestToken, days),
		}
	}
	secret := account.NewSecret()
	t, err := o.store.AddToken(ctx, By(ctx).ID, name, account.Digest(secret), time.Now().AddDate(0, 0, days), mostTokens)
	if errors.Is(err, store.ErrTooMany) {
		return t, &record.InputError{
			Field: "name",
			Err:   fmt.Errorf("you have %d tokens, which is as many as there may be: revoke one that is not used", mostTokens),
		}
	}
	t.Secret = secret
	return t, err
}

// DropToken revokes a token of the signed-in person.
func (o *Office) DropToken(ctx context.Context, id int64) error {
	return about(o.store.DropToken(ctx, By(ctx).ID, id), "token", fmt.Sprint(id))
}

// People lists all accounts.
func (o *Office) People(ctx context.Context) ([]record.Person, error) { return o.store.People(ctx) }

// AddPerson adds an account and makes the link with which its password is chosen.
func (o *Office) AddPerson(ctx context.Context, p record.Person) (record.Invitation, error) {
	p, err := checkPerson(p)
	if err != nil {
		return record.Invitation{}, err
	}
	if p, err = o.store.AddPerson(ctx, p); err != nil {
		return record.Invitation{}, about(err, "person", p.Login)
	}
	return o.invite(ctx, &p)
}

// InvitePerson makes a new link with which a person chooses a password, also one who has
// forgotten it.
func (o *Office) InvitePerson(ctx context.Context, login string) (record.Invitation, error) {
	p, err := o.store.Person(ctx, login)
	if err != nil {
		return record.Invitation{}, about(err, "person", login)
	}
	return o.invite(ctx, &p)
}

// SetPerson changes the account with the login of p. Nobody can revoke their own admin rights, so that there
// is one always.
func (o *Office) SetPerson(ctx context.Context, p record.Person) (record.Person, error) {
	p, err := checkPerson(p)
	if err != nil {
		return p, err
	}
	kept, err := o.store.Person(ctx, p.Login)
	if err != nil {
		return p, about(err, "person", p.Login)
	}
	if kept.ID == By(ctx).ID && (!p.Admin || p.Disabled) {
		return p, &record.InputError{Field: "admin", Err: errors.New("you cannot revoke your own admin rights: another administrator can")}
	}
	if p.Admin && kept.Course != "" {
		return p, &record.InputError{
			Field: "admin",
			Err:   fmt.Errorf("%w: add an account of the whole service for the person", foreign(kept)),
		}
	}
	p.ID = kept.ID
	err = o.store.SetPerson(ctx, p)
	if errors.Is(err, store.ErrLastKeeper) {
		err = &record.InputError{Field: "admin", Err: err}
	}
	if err != nil {
		return p, err
	}
	return o.store.Person(ctx, p.Login)
}

// Members lists the people of a course.
func (o *Office) Members(ctx context.Context, course string) ([]record.Participant, error) {
	c, err := o.Course(ctx, course)
	if err != nil {
		return nil, err
	}
	return o.store.Members(ctx, c.ID)
}

// AddMember makes somebody a teacher or assistant of a course, with a new account of the whole service
// where there is none of that login. There is a link only for who administers the account,
// and where no password was chosen.
func (o *Office) AddMember(ctx context.Context, course string, p record.Person, role record.Role) (record.Invitation, error) {
	if role != record.Teacher && role != record.Assistant {
		return record.Invitation{}, &record.InputError{
			Field: "role",
			Err:   fmt.Errorf("%q: it is teacher or assistant; students come by the roster", role),
		}
	}
	c, err := o.Course(ctx, course)
	if err != nil {
		return record.Invitation{}, err
	}
	if p, err = o.personOf(ctx, p); err != nil {
		return record.Invitation{}, err
	}
	if p.Course != "" {
		return record.Invitation{}, &record.InputError{
			Field: "login",
			Err:   fmt.Errorf("%w: give the login of an account of the whole service", foreign(p)),
		}
	}
	if err := lastTeacher(o.store.SetMember(ctx, c.ID, p.ID, role, "")); err != nil {
		return record.Invitation{}, err
	}
	return o.invitationFor(ctx, c, p)
}

// foreign says that an account can be nothing but a student of its course.
func foreign(p record.Person) error {
	return fmt.Errorf("the account %s belongs to the course %s and is a student's there", p.Login, p.Course)
}

// personOf finds the account of a login, or adds it.
func (o *Office) personOf(ctx context.Context, p record.Person) (record.Person, error) {
	p, err := checkPerson(p)
	if err != nil {
		return p, err
	}
	kept, err := o.store.Person(ctx, p.Login)
	if errors.Is(err, store.ErrNotFound) {
		p.Admin = false
		return o.store.AddPerson(ctx, p)
	}
	return kept, err
}

// invitationFor makes a link for who has no password yet, if the signed-in person administers the account:
// an administrator all of them, a course's teacher those that belong to the course.
// A link is as good as the account, and an account of the whole service may open other courses.
func (o *Office) invitationFor(ctx context.Context, c record.Course, p record.Person) (record.Invitation, error) {
	if p.Chosen || !By(ctx).Admin && p.Course != c.Name {
		return record.Invitation{Login: p.Login, Name: p.Name, Chosen: p.Chosen}, nil
	}
	return o.invite(ctx, &p)
}

// DropMember takes a person out of a course. A student's submissions stay.
func (o *Office) DropMember(ctx context.Context, course, login string) error {
	c, err := o.Course(ctx, course)
	if err != nil {
		return err
	}
	return about(lastTeacher(o.store.DropMember(ctx, c.ID, login)), "member", login)
}

// lastTeacher blames the login for a course that would be left without a teacher.
func lastTeacher(err error) error {
	if errors.Is(err, store.ErrLastTeacher) {
		return &record.InputError{Field: "login", Err: store.ErrLastTeacher}
	}
	return err
}

// Standing tells what a person is in a course.
func (o *Office) Standing(ctx context.Context, person int64, course string) (store.Standing, error) {
	s, err := o.store.Standing(ctx, person, course)
	return s, about(err, "course", course)
}

// WhoseRun, WhoseResult and WhoseFinding tell whose a record is.
func (o *Office) WhoseRun(ctx context.Context, id int64) (store.Whose, error) {
	w, err := o.store.WhoseRun(ctx, id)
	return w, about(err, "run", fmt.Sprint(id))
}

// WhoseResult tells whose a result is.
func (o *Office) WhoseResult(ctx context.Context, id int64) (store.Whose, error) {
	w, err := o.store.WhoseResult(ctx, id)
	return w, about(err, "result", fmt.Sprint(id))
}

// WhoseFinding tells whose a finding is.
func (o *Office) WhoseFinding(ctx context.Context, id int64) (store.Whose, error) {
	w, err := o.store.WhoseFinding(ctx, id)
	return w, about(err, "finding", fmt.Sprint(id))
}

// Note adds an act to the audit log.
func (o *Office) Note(ctx context.Context, a record.Act) error { return o.store.AddAct(ctx, a) }

// trailPage is how many acts are listed at once.
const trailPage = 100

// AuditLog lists the audit log before the entry of that number, the newest first; in one course or,
// with an empty name, in all.
func (o *Office) AuditLog(ctx context.Context, course string, before int64) ([]record.Act, error) {
	return o.store.Acts(ctx, course, before, trailPage)
}

// standingKey is the key of what the signed-in person is in the course at hand.
type standingKey struct{}

// In returns a context in which the signed-in person has a standing in a course.
func In(ctx context.Context, s store.Standing) context.Context {
	return context.WithValue(ctx, standingKey{}, s)
}

// StandingOf is what the signed-in person is in the course at hand.
func StandingOf(ctx context.Context) store.Standing {
	s, _ := ctx.Value(standingKey{}).(store.Standing)
	return s
}

// Missing is the error of a record that is not there.
func Missing(kind, name string) error { return about(store.ErrNotFound, kind, name) }
