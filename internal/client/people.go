package client

import (
	"context"
	"fmt"
	"net/http"
	"net/url"

	"durchgang/internal/record"
)

// As returns a client that acts in the name of who has the token.
func (c *Client) As(token string) *Client {
	return &Client{base: c.base, http: c.http, token: token}
}

// answer sends a request and reads the answer.
func answer[T any](ctx context.Context, c *Client, method, path string, in any) (out T, err error) {
	err = c.call(ctx, method, path, in, &out)
	return out, err
}

type object = map[string]any

// SignIn checks a password and returns a new token of that name for its owner.
func (c *Client) SignIn(ctx context.Context, login, password, name string, days int) (record.Token, error) {
	return c.tokenBy(ctx, "/sign-in", object{"login": login, "password": password}, name, days)
}

// Accept chooses a password with the secret of a link, and returns a new token for who was
// invited; login and name are the first teacher's.
func (c *Client) Accept(ctx context.Context, secret, login, name, password, token string, days int) (record.Token, error) {
	return c.tokenBy(ctx, "/invitation/accept", object{"secret": secret, "login": login, "name": name, "password": password}, token, days)
}

// Invited tells whom a link's secret invites.
func (c *Client) Invited(ctx context.Context, secret string) (record.Invitation, error) {
	return answer[record.Invitation](ctx, c, "POST", "/invitation", object{"secret": secret})
}

// tokenBy opens a session, makes a token in it, and ends it.
func (c *Client) tokenBy(ctx context.Context, path string, in any, name string, days int) (t record.Token, err error) {
	var s record.Session
	within := &Client{base: c.base, http: c.http, session: &http.Cookie{}, device: c.device}
	if err := within.call(ctx, "POST", path, in, &s); err != nil {
		return t, err
	}
	within.csrf, c.device = s.CSRF, within.device
	if t, err = answer[record.Token](ctx, within, "POST", "/account/tokens", object{"name": name, "days": days}); err != nil {
		return t, err
	}
	_, err = answer[object](ctx, within, "POST", "/sign-out", nil)
	return t, err
}

// Session tells who the client acts for.
func (c *Client) Session(ctx context.Context) (record.Session, error) {
	return answer[record.Session](ctx, c, "GET", "/session", nil)
}

// ChangePassword changes the password of who the client acts for.
func (c *Client) ChangePassword(ctx context.Context, old, new string) error {
	_, err := answer[object](ctx, c, "PUT", "/account/password", object{"old": old, "new": new})
	return err
}

// Tokens lists the tokens of who the client acts for.
func (c *Client) Tokens(ctx context.Context) ([]record.Token, error) {
	return answer[[]record.Token](ctx, c, "GET", "/account/tokens", nil)
}

// NewToken makes a token.
func (c *Client) NewToken(ctx context.Context, name string, days int) (record.Token, error) {
	return answer[record.Token](ctx, c, "POST", "/account/tokens", object{"name": name, "days": days})
}

// DropToken revokes a token.
func (c *Client) DropToken(ctx context.Context, id int64) error {
	_, err := answer[object](ctx, c, "DELETE", fmt.Sprintf("/account/tokens/%d", id), nil)
	return err
}

// People lists all accounts.
func (c *Client) People(ctx context.Context) ([]record.Person, error) {
	return answer[[]record.Person](ctx, c, "GET", "/people", nil)
}

// AddPerson adds an account.
func (c *Client) AddPerson(ctx context.Context, p record.Person) (record.Invitation, error) {
	return answer[record.Invitation](
		ctx,
		c,
		"POST",
		"/people",
		object{"login": p.Login, "name": p.Name, "mail": p.Mail, "admin": p.Admin},
	)
}

// SetPerson changes an account.
func (c *Client) SetPerson(ctx context.Context, p record.Person) (record.Person, error) {
	return answer[record.Person](
		ctx,
		c,
		"PUT",
		"/people/"+url.PathEscape(p.Login),
		object{"name": p.Name, "mail": p.Mail, "admin": p.Admin, "disabled": p.Disabled},
	)
}

// InvitePerson makes a new link with which a password is chosen.
func (c *Client) InvitePerson(ctx context.Context, login string) (record.Invitation, error) {
	return answer[record.Invitation](ctx, c, "POST", "/people/"+url.PathEscape(login)+"/invitation", nil)
}

// Members lists the people of a course.
func (c *Client) Members(ctx context.Context, course string) ([]record.Participant, error) {
	return answer[[]record.Participant](ctx, c, "GET", inCourse(course)+"/members", nil)
}

// AddMember makes somebody a teacher or assistant of a course.
func (c *Client) AddMember(ctx context.Context, course string, p record.Participant) (record.Invitation, error) {
	return answer[record.Invitation](
		ctx, c, "POST", inCourse(course)+"/members",
		object{"login": p.Login, "name": p.Name, "mail": p.Mail, "role": p.Role},
	)
}

// DropMember takes somebody out of a course.
func (c *Client) DropMember(ctx context.Context, course, login string) error {
	_, err := answer[object](ctx, c, "DELETE", inCourse(course)+"/members/"+url.PathEscape(login), nil)
	return err
}

// AuditLog lists the audit log before the entry of that number, the newest first; without a course
// in all.
func (c *Client) AuditLog(ctx context.Context, course string, before int64) ([]record.Act, error) {
	path := "/audit-log"
	if course != "" {
		path = inCourse(course) + path
	}
	return answer[[]record.Act](ctx, c, "GET", fmt.Sprintf("%s?before=%d", path, before), nil)
}

func inCourse(course string) string { return "/courses/" + url.PathEscape(course) }
