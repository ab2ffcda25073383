// Package client calls the API of a running Durchgang service from Go.
//
// Read Client first.
package client

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"net/http"
	"net/url"
	"reflect"
	"regexp"
	"strings"
	"time"

	"durchgang/internal/record"
)

// Client calls one service.
type Client struct {
	base    string
	http    *http.Client
	token   string
	session *http.Cookie // not nil: keeps the cookie of signing in, while a token is made
	csrf    string
	device  string // what shows the service that it knows this device, empty when it does not
}

// New returns a client for the service at address, as in http://127.0.0.1:8420.
func New(address string) *Client {
	return &Client{base: strings.TrimRight(address, "/") + "/api/v1", http: &http.Client{}}
}

// deviceCookie is the cookie by which the service knows a device.
const deviceCookie = "durchgang_device"

// On returns a client on a device that the service has met, by what Device has returned.
func (c *Client) On(device string) *Client {
	on := *c
	on.device = device
	return &on
}

// Device is what shows the service that it knows this device; it is empty before signing in.
func (c *Client) Device() string { return c.device }

// Error is an answer that says the request failed (RFC 9457).
type Error struct {
	Status int    `json:"status"`
	Title  string `json:"title"`
	Detail string `json:"detail"`
	Field  string `json:"field"`
}

func (e *Error) Error() string {
	if e.Detail != "" {
		return e.Detail
	}
	return fmt.Sprintf("the service answered %d %s", e.Status, e.Title)
}

// ErrUnreachable means that no service answers at the address.
var ErrUnreachable = errors.New("no Durchgang service answers")

// Run finds a run.
func (c *Client) Run(ctx context.Context, id int64) (run record.Run, err error) {
	err = c.call(ctx, "GET", fmt.Sprintf("/runs/%d", id), nil, &run)
	return run, err
}

// SetPhrasebook changes the phrasebook of an assignment or, with a student, of that
// student's program.
func (c *Client) SetPhrasebook(ctx context.Context, course, assignment, student, text string) (a record.Assignment, err error) {
	in := map[string]string{"phrasebook": text, "student": student}
	err = c.call(ctx, "PUT", at(course, assignment)+"/phrasebook", in, &a)
	return a, err
}

// Matrix returns the results of a run.
func (c *Client) Matrix(ctx context.Context, run int64) (m record.Matrix, err error) {
	err = c.call(ctx, "GET", fmt.Sprintf("/runs/%d/matrix", run), nil, &m)
	return m, err
}

// Result finds a result.
func (c *Client) Result(ctx context.Context, id int64) (r record.Result, err error) {
	err = c.call(ctx, "GET", fmt.Sprintf("/results/%d", id), nil, &r)
	return r, err
}

// Evidence finds the recorded run of one script of a result, counted from 1.
func (c *Client) Evidence(ctx context.Context, result int64, script int) (e record.Evidence, err error) {
	err = c.call(ctx, "GET", fmt.Sprintf("/results/%d/scripts/%d", result, script), nil, &e)
	return e, err
}

// Watch calls report at each progress of a run and returns the run once it is
// done. A service that goes away in between is waited for, for at most a minute.
func (c *Client) Watch(ctx context.Context, id int64, report func(record.Run)) (run record.Run, err error) {
	var missing time.Time
	for {
		run, err = c.stream(ctx, id, report)
		switch {
		case err == nil && run.State.Over(), ctx.Err() != nil:
			return run, err
		case err != nil && !errors.Is(err, ErrUnreachable):
			return run, err
		case err == nil:
			missing = time.Time{}
		case missing.IsZero():
			missing = time.Now()
		case time.Since(missing) > time.Minute:
			return run, err
		}
		select {
		case <-ctx.Done():
			return run, ctx.Err()
		case <-time.After(500 * time.Millisecond):
		}
	}
}

// stream reads events until the stream ends, and returns the run told last.
func (c *Client) stream(ctx context.Context, id int64, report func(record.Run)) (run record.Run, err error) {
	answer, err := c.do(ctx, "GET", fmt.Sprintf("/runs/%d/events", id), "", nil)
	if err != nil {
		return run, err
	}
	defer answer.Body.Close()
	lines := bufio.NewScanner(answer.Body)
	for lines.Scan() {
		data, found := strings.CutPrefix(lines.Text(), "data: ")
		if !found {
			continue
		}
		if err := json.Unmarshal([]byte(data), &run); err != nil {
			return run, fmt.Errorf("read the progress of run %d: %w", id, err)
		}
		report(run)
	}
	return run, nil // an interrupted stream is opened again
}

func at(course, assignment string) string {
	return "/courses/" + url.PathEscape(course) + "/assignments/" + url.PathEscape(assignment)
}

func (c *Client) call(ctx context.Context, method, path string, in, out any) error {
	if in == nil {
		return c.send(ctx, method, path, "", nil, out)
	}
	body, err := json.Marshal(in)
	if err != nil {
		return fmt.Errorf("write the request: %w", err)
	}
	return c.send(ctx, method, path, "application/json", body, out)
}

func (c *Client) send(ctx context.Context, method, path, content string, body []byte, out any) error {
	next, err := c.part(ctx, method, path, content, body, out)
	for err == nil && next != "" { // a long list comes in pages
		list := reflect.ValueOf(out).Elem()
		more := reflect.New(list.Type())
		if next, err = c.part(ctx, method, next, "", nil, more.Interface()); err == nil {
			list.Set(reflect.AppendSlice(list, more.Elem()))
		}
	}
	return err
}

// nextPage is where an answer says that a list goes on (RFC 8288).
var nextPage = regexp.MustCompile(`^</api/v1([^>]*)>; rel="next"$`)

// part reads one answer, and returns the path of the next page where there is one.
func (c *Client) part(ctx context.Context, method, path, content string, body []byte, out any) (next string, err error) {
	answer, err := c.do(ctx, method, path, content, body)
	if err != nil {
		return "", err
	}
	defer answer.Body.Close()
	if err := json.NewDecoder(answer.Body).Decode(out); err != nil {
		return "", fmt.Errorf("read the answer to %s %s: %w", method, path, err)
	}
	if m := nextPage.FindStringSubmatch(answer.Header.Get("Link")); m != nil {
		next = m[1]
	}
	return next, nil
}

// sign says in whose name a request acts.
func (c *Client) sign(request *http.Request) {
	if c.token != "" {
		request.Header.Set("Authorization", "Bearer "+c.token)
	}
	if c.session != nil && c.session.Name != "" {
		request.AddCookie(&http.Cookie{Name: c.session.Name, Value: c.session.Value})
		request.Header.Set("X-CSRF-Token", c.csrf)
	}
	if c.device != "" {
		request.AddCookie(&http.Cookie{Name: deviceCookie, Value: c.device})
	}
}

// do sends a request and turns an answer of failure into an *Error.
func (c *Client) do(ctx context.Context, method, path, content string, body []byte) (*http.Response, error) {
	request, err := http.NewRequestWithContext(ctx, method, c.base+path, bytes.NewReader(body))
	if err != nil {
		return nil, fmt.Errorf("the service's address is wrong: %w", err)
	}
	if content != "" {
		request.Header.Set("Content-Type", content)
	}
	c.sign(request)
	answer, err := c.http.Do(request)
	if err != nil {
		return nil, fmt.Errorf("%w at %s: start it with durchgang serve: %w", ErrUnreachable, strings.TrimSuffix(c.base, "/api/v1"), err)
	}
	if answer.StatusCode < 400 {
		for _, cookie := range answer.Cookies() {
			switch {
			case cookie.Name == deviceCookie:
				c.device = cookie.Value
			case c.session != nil:
				c.session = cookie
			}
		}
		return answer, nil
	}
	defer answer.Body.Close()
	text, err := io.ReadAll(io.LimitReader(answer.Body, 1<<20))
	if err != nil {
		return nil, fmt.Errorf("read the answer to %s %s: %w", method, path, err)
	}
	failure := &Error{Status: answer.StatusCode, Title: http.StatusText(answer.StatusCode)}
	_ = json.Unmarshal(text, failure) // an answer that is no problem document has its status still
	return nil, failure
}
