package server

import (
	"math"
	"net/http"
	"strconv"
	"time"

	"github.com/gofiber/fiber/v3"

	"durchgang/internal/account"
	"durchgang/internal/office"
	"durchgang/internal/record"
)

// The requests about people.
type (
	signIn struct {
		Login    string `json:"login"`
		Password string `json:"password"`
	}
	invited struct {
		Secret string `json:"secret" description:"What stands after the # of the link."`
	}
	accepted struct {
		invited
		Login    string `json:"login,omitempty" description:"For the first teacher's link; else the account has one."`
		Name     string `json:"name,omitempty" description:"For the first teacher's link."`
		Password string `json:"password"`
	}
	newPassword struct {
		Old string `json:"old"`
		New string `json:"new"`
	}
	newToken struct {
		Name string `json:"name" description:"What it is for, as in laptop."`
		Days int    `json:"days" description:"How long it is good for, 1 to 366."`
	}
	newPerson struct {
		Login string `json:"login"`
		Name  string `json:"name,omitempty"`
		Mail  string `json:"mail,omitempty"`
		Admin bool   `json:"admin,omitempty"`
	}
	changedPerson struct {
		Login    string `path:"login" json:"-"`
		Name     string `json:"name"`
		Mail     string `json:"mail"`
		Admin    bool   `json:"admin"`
		Disabled bool   `json:"disabled"`
	}
	byLogin struct {
		Login string `path:"login" json:"-"`
	}
	newMember struct {
		inCourse
		Login string      `json:"login" description:"Of an account; a new one is made where there is none."`
		Name  string      `json:"name,omitempty"`
		Mail  string      `json:"mail,omitempty"`
		Role  record.Role `json:"role" enum:"teacher,assistant"`
	}
	ofMember struct {
		inCourse
		Login string `path:"login" json:"-"`
	}
	inAuditLog struct {
		Before int64 `query:"before" json:"-" description:"Number of an act; those before it are listed."`
	}
	inCourseAuditLog struct {
		inCourse
		inAuditLog
	}
)

// nothing answers where there is nothing to say.
type nothing struct{}

// with answers with what an act makes of a request's body.
func with[In any](c fiber.Ctx, status int, act func(In) (any, error)) error {
	var in In
	if err := body(c, &in); err != nil {
		return err
	}
	answer, err := act(in)
	return reply(c, status, answer, err)
}

// limits are the tries of secrets that are allowed at once, after which there is one more at
// a time. A try of a password counts for where it comes from, for the login from there, and
// for the login from everywhere; one on a device on which the login's owner has signed in
// before counts for that device only, so that nobody else's tries lock the owner out.
type limits struct{ address, login, everywhere, device *account.Limit }

func newLimits() limits {
	return limits{
		address:    account.NewLimit(60, 10*time.Second, time.Now), // a whole school may be behind it
		login:      account.NewLimit(8, time.Minute, time.Now),
		everywhere: account.NewLimit(100, 30*time.Second, time.Now),
		device:     account.NewLimit(8, time.Minute, time.Now),
	}
}

func (s *Server) signIn(c fiber.Ctx) error {
	return with(c, http.StatusOK, func(in signIn) (any, error) {
		login := office.Login(in.Login)
		c.Locals(loginKey, login)
		forgive, err := s.slow(c, login)
		if err != nil {
			return nil, err
		}
		session, secret, err := s.office.SignIn(c.Context(), login, in.Password)
		if err != nil {
			return nil, err
		}
		forgive()
		return session, s.signedIn(c, session, secret)
	})
}

// slow refuses a try of a login's password where there were too many; forgive takes back
// what it has counted.
func (s *Server) slow(c fiber.Ctx, login string) (forgive func(), err error) {
	device := c.Cookies(deviceCookie)
	known, err := s.office.Known(c.Context(), login, device)
	if err != nil {
		return nil, err
	}
	if known {
		return func() { s.limits.device.Forgive(device) }, tooMany(c, s.limits.device.Try(device))
	}
	address := account.Network(c.IP())
	from := address + " " + login
	wait := s.limits.address.Try(address)
	if wait == 0 {
		wait = s.limits.login.Try(from)
	}
	if wait == 0 {
		wait = s.limits.everywhere.Try(login)
	}
	return func() { s.limits.login.Forgive(from) }, tooMany(c, wait)
}

// tooMany is the answer where one has to wait before another try.
func tooMany(c fiber.Ctx, wait time.Duration) error {
	if wait == 0 {
		return nil
	}
	c.Set(fiber.HeaderRetryAfter, strconv.Itoa(int(math.Ceil(wait.Seconds()))))
	return fiber.NewError(http.StatusTooManyRequests, "too many tries: wait a minute and try again")
}

// signedIn gives the browser its session, and what shows later that its owner has signed in
// there.
func (s *Server) signedIn(c fiber.Ctx, session record.Session, secret string) error {
	s.setCookie(c, secret)
	known, err := s.office.Known(c.Context(), session.Person.Login, c.Cookies(deviceCookie))
	if err != nil || known {
		return err
	}
	device, err := s.office.Meet(c.Context(), session.Person.ID)
	if err == nil {
		c.Cookie(
			&fiber.Cookie{
				Name:     deviceCookie,
				Value:    device,
				Path:     prefix + "/sign-in",
				HTTPOnly: true,
				Secure:   true,
				SameSite: fiber.CookieSameSiteStrictMode,
				MaxAge:   366 * 24 * 3600,
			},
		)
	}
	return err
}

func (s *Server) setCookie(c fiber.Ctx, secret string) {
	cookie := &fiber.Cookie{
		Name:     sessionCookie,
		Value:    secret,
		Path:     "/",
		HTTPOnly: true,
		Secure:   true,
		SameSite: fiber.CookieSameSiteStrictMode,
		MaxAge:   14 * 24 * 3600,
	}
	if secret == "" {
		cookie.MaxAge, cookie.Expires = -1, time.Unix(0, 0)
	}
	c.Cookie(cookie)
}

func (s *Server) signOut(c fiber.Ctx) error {
	if secret := c.Cookies(sessionCookie); secret != "" {
		if err := s.office.SignOut(c.Context(), secret); err != nil {
			return err
		}
	}
	s.setCookie(c, "")
	return c.JSON(nothing{})
}

func (s *Server) session(c fiber.Ctx) error {
	if who, err := s.who(c, route{method: "GET", may: person}); err == nil && who.ID != 0 && c.Cookies(sessionCookie) == "" {
		return c.JSON(record.Session{Person: &who})
	}
	session, err := s.office.Session(c.Context(), c.Cookies(sessionCookie))
	return reply(c, http.StatusOK, session, err)
}

func (s *Server) lookAtInvitation(c fiber.Ctx) error {
	return with(c, http.StatusOK, func(in invited) (any, error) {
		if err := tooMany(c, s.limits.address.Try(account.Network(c.IP()))); err != nil {
			return nil, err
		}
		return s.office.Invited(c.Context(), in.Secret)
	})
}

func (s *Server) acceptInvitation(c fiber.Ctx) error {
	return with(c, http.StatusOK, func(in accepted) (any, error) {
		if err := tooMany(c, s.limits.address.Try(account.Network(c.IP()))); err != nil {
			return nil, err
		}
		session, secret, err := s.office.Accept(c.Context(), in.Secret, in.Login, in.Name, in.Password)
		if err != nil {
			return nil, err
		}
		c.Locals(loginKey, session.Person.Login)
		return session, s.signedIn(c, session, secret)
	})
}

func (s *Server) changePassword(c fiber.Ctx) error {
	return with(c, http.StatusOK, func(in newPassword) (any, error) {
		return nothing{}, s.office.ChangePassword(c.Context(), in.Old, in.New)
	})
}

func (s *Server) tokens(c fiber.Ctx) error {
	list, err := s.office.Tokens(c.Context())
	return reply(c, http.StatusOK, list, err)
}

func (s *Server) newToken(c fiber.Ctx) error {
	return with(c, http.StatusCreated, func(in newToken) (any, error) { return s.office.NewToken(c.Context(), in.Name, in.Days) })
}

func (s *Server) dropToken(c fiber.Ctx) error {
	id, err := number(c, "id")
	if err != nil {
		return err
	}
	return reply(c, http.StatusOK, nothing{}, s.office.DropToken(c.Context(), id))
}

func (s *Server) people(c fiber.Ctx) error {
	list, err := s.office.People(c.Context())
	return reply(c, http.StatusOK, list, err)
}

func (s *Server) addPerson(c fiber.Ctx) error {
	return with(c, http.StatusCreated, func(in newPerson) (any, error) {
		return s.office.AddPerson(c.Context(), record.Person{Login: in.Login, Name: in.Name, Mail: in.Mail, Admin: in.Admin})
	})
}

func (s *Server) setPerson(c fiber.Ctx) error {
	return with(c, http.StatusOK, func(in changedPerson) (any, error) {
		return s.office.SetPerson(
			c.Context(),
			record.Person{Login: param(c, "login"), Name: in.Name, Mail: in.Mail, Admin: in.Admin, Disabled: in.Disabled},
		)
	})
}

func (s *Server) invitePerson(c fiber.Ctx) error {
	i, err := s.office.InvitePerson(c.Context(), param(c, "login"))
	return reply(c, http.StatusCreated, i, err)
}

func (s *Server) members(c fiber.Ctx) error {
	list, err := s.office.Members(c.Context(), param(c, "course"))
	return reply(c, http.StatusOK, list, err)
}

func (s *Server) addMember(c fiber.Ctx) error {
	return with(c, http.StatusCreated, func(in newMember) (any, error) {
		return s.office.AddMember(c.Context(), param(c, "course"), record.Person{Login: in.Login, Name: in.Name, Mail: in.Mail}, in.Role)
	})
}

func (s *Server) dropMember(c fiber.Ctx) error {
	return reply(c, http.StatusOK, nothing{}, s.office.DropMember(c.Context(), param(c, "course"), param(c, "login")))
}

func (s *Server) auditLog(c fiber.Ctx) error {
	before, err := strconv.ParseInt(c.Query("before", "0"), 10, 64)
	if err != nil || before < 0 {
		return fiber.NewError(http.StatusBadRequest, "before is not the ID of an entry")
	}
	acts, err := s.office.AuditLog(c.Context(), param(c, "course"), before)
	for i := range acts {
		acts[i].Says = s.summaries[acts[i].What]
	}
	return reply(c, http.StatusOK, acts, err)
}
