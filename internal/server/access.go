package server

import (
	"errors"
	"net/http"
	"strings"

	"github.com/gofiber/fiber/v3"

	"durchgang/internal/account"
	"durchgang/internal/office"
	"durchgang/internal/record"
	"durchgang/internal/store"
)

// rule says who may call an endpoint. The course that a rule is about is the one in the
// path, or that of the run, result or other record in it.
type rule int

// The rules. Whoever is not a member of a course is told that what they ask for is not there.
const (
	anyone    rule = iota
	person         // somebody who is signed in
	admin          // an administrator
	student        // a member of the course
	own            // the student whose record it is, once it is handed back; an assistant
	assistant      // an assistant or teacher of the course
	teacher        // a teacher of the course
	appoint        // a teacher of the course, or an administrator
)

// The errors of who may not.
var (
	errNobody = fiber.NewError(http.StatusUnauthorized, "sign in first: at the console, or with durchgang sign-in")
	errForged = fiber.NewError(
		http.StatusForbidden,
		"the request lacks the session's token in the header X-CSRF-Token: load the page again",
	)
	errKeeper = fiber.NewError(http.StatusForbidden, "only administrators may do this")
	errRole   = fiber.NewError(http.StatusForbidden, "your role in this course does not allow this; ask its teacher")
)

const (
	sessionCookie = "durchgang_session"
	deviceCookie  = "durchgang_device"
	csrfHeader    = "X-CSRF-Token"
)

// admit lets a request pass that the rule allows, and says in whose name it acts.
func (s *Server) admit(c fiber.Ctx, r route) error {
	who, err := s.who(c, r)
	if err != nil {
		return err
	}
	from := office.Origin{Address: c.IP(), Request: c.GetRespHeader(requestHeader)}
	if secret := c.Cookies(sessionCookie); secret != "" {
		from.Session = account.Digest(secret)
	}
	c.SetContext(office.From(c.Context(), from))
	if who.ID != 0 {
		c.SetContext(office.As(c.Context(), who))
		c.Locals(loginKey, who.Login)
	}
	switch {
	case r.may == anyone:
		return nil
	case who.ID == 0:
		return errNobody
	case r.may == person:
		return nil
	case r.may == admin:
		if !who.Admin {
			return errKeeper
		}
		return nil
	}
	return s.member(c, who, r)
}

// who finds in whose name a request acts: by a token, or by a session's cookie. A request
// that changes something in a session's name must show that it comes from its pages.
func (s *Server) who(c fiber.Ctx, r route) (record.Person, error) {
	if secret, found := strings.CutPrefix(c.Get(fiber.HeaderAuthorization), "Bearer "); found {
		p, err := s.office.ByToken(c.Context(), secret)
		if errors.Is(err, store.ErrNotFound) {
			return p, fiber.NewError(
				http.StatusUnauthorized,
				"this token is not known, or has expired or was revoked: make a new one with durchgang sign-in",
			)
		}
		return p, err
	}
	secret := c.Cookies(sessionCookie)
	if secret == "" || r.may == anyone && r.method != http.MethodGet {
		return record.Person{}, nil
	}
	session, err := s.office.Session(c.Context(), secret)
	if err != nil || session.Person == nil {
		return record.Person{}, err
	}
	if r.method != http.MethodGet && c.Get(csrfHeader) != session.CSRF {
		return record.Person{}, errForged
	}
	return *session.Person, nil
}

// member applies a rule about a course.
func (s *Server) member(c fiber.Ctx, who record.Person, r route) error {
	whose, err := s.whose(c, r)
	if err != nil {
		return err
	}
	st, err := s.office.Standing(c.Context(), who.ID, whose.Course)
	if err != nil {
		return err
	}
	if r.may == appoint && who.Admin {
		st.Role = record.Teacher
	}
	if st.Role == record.Nobody {
		return missing(c, r)
	}
	c.Locals(courseKey, st.Course)
	c.SetContext(office.In(c.Context(), st))
	least := map[rule]record.Role{
		student: record.Student, own: record.Student, assistant: record.Assistant, teacher: record.Teacher, appoint: record.Teacher,
	}[r.may]
	if !st.Role.AtLeast(least) {
		return errRole
	}
	if r.may == own && st.Role == record.Student && (whose.Student != st.Student || !whose.Handed) {
		return missing(c, r)
	}
	return nil
}

// records are the kinds of records in paths, with what tells whose they are.
var records = map[string]func(*office.Office, fiber.Ctx, int64) (store.Whose, error){
	"runs": func(o *office.Office, c fiber.Ctx, id int64) (store.Whose, error) { return o.WhoseRun(c.Context(), id) },
	"results": func(o *office.Office, c fiber.Ctx, id int64) (store.Whose, error) {
		return o.WhoseResult(c.Context(), id)
	},
	"requests": func(o *office.Office, c fiber.Ctx, id int64) (store.Whose, error) {
		return o.WhoseRequest(c.Context(), id)
	},
	"findings": func(o *office.Office, c fiber.Ctx, id int64) (store.Whose, error) {
		return o.WhoseFinding(c.Context(), id)
	},
}

// kind is the first word of a route's path.
func (r route) kind() string {
	kind, _, _ := strings.Cut(strings.TrimPrefix(r.path, "/"), "/")
	return kind
}

// whose tells which course, and which student, a request is about.
func (s *Server) whose(c fiber.Ctx, r route) (store.Whose, error) {
	find, found := records[r.kind()]
	if !found {
		return store.Whose{Course: c.Params("course")}, nil
	}
	id, err := number(c, "id")
	if err != nil {
		return store.Whose{}, err
	}
	return find(s.office, c, id)
}

// missing is the answer to who may not know that something is there: the same as when it is
// not.
func missing(c fiber.Ctx, r route) error {
	if _, found := records[r.kind()]; found {
		return office.Missing(strings.TrimSuffix(r.kind(), "s"), c.Params("id"))
	}
	return office.Missing("course", c.Params("course"))
}

// note adds what was done, or refused, to the audit log.
func (s *Server) note(c fiber.Ctx, r route, failed error) {
	if r.method == http.MethodGet || unkept[r.id] {
		return
	}
	status := r.status
	if failed != nil {
		status = problem(failed).Status
		if status != http.StatusUnauthorized && status != http.StatusForbidden && status != http.StatusTooManyRequests {
			return // nothing was done, and nothing was tried that is not allowed
		}
	}
	login, _ := c.Locals(loginKey).(string)
	course, _ := c.Locals(courseKey).(string)
	act := record.Act{
		Login: login, Address: c.IP(), What: r.id, Course: course,
		Subject: strings.TrimPrefix(c.Path(), prefix), Status: status, Request: c.GetRespHeader(requestHeader),
	}
	if err := s.office.Note(c.Context(), act); err != nil {
		s.log.Error("an act could not be noted in the audit log", "act", act, "error", err)
	}
}

// unkept are the endpoints that change nothing although they are not read with GET.
var unkept = map[string]bool{
	"play": true, "readTranscripts": true, "replayFinding": true, "dryRun": true, "lookAtInvitation": true,
	"openDesk": true, "measureSuite": true, "findMoves": true, "readHandout": true, "checkSettings": true, "compareSuite": true,
}

// keys of what is known of a request.
type key int

const (
	loginKey key = iota
	courseKey
)
