package server

import (
	"errors"
	"net/http"

	"github.com/gofiber/fiber/v3"

	"durchgang/internal/office"
	"durchgang/internal/record"
	"durchgang/internal/scratch"
	"durchgang/internal/store"
)

// Problem is the answer to a request that failed (RFC 9457).
type Problem struct {
	Type   string `json:"type" description:"about:blank: the status says it."`
	Title  string `json:"title"`
	Status int    `json:"status"`
	Detail string `json:"detail" description:"What was wrong, where, and what to do."`
	Field  string `json:"field,omitempty" description:"The part of the request that is wrong."`
}

// fail answers with a problem document. What only the service can be blamed for is
// logged and not told in detail.
func (s *Server) fail(c fiber.Ctx, err error) error {
	p := problem(err)
	if trouble := s.office.Trouble(); trouble != nil && errors.Is(err, store.ErrUnreachable) {
		p.Detail = "the database does not run: " + scratch.WithoutPaths(trouble.Error())
	}
	if p.Status >= http.StatusInternalServerError {
		s.log.Error("request failed", "method", c.Method(), "path", c.Path(), "request", c.GetRespHeader(requestHeader), "error", err)
	}
	return c.Status(p.Status).JSON(p, "application/problem+json")
}

// problem says what an error is to who asked.
func problem(err error) Problem {
	p := Problem{Type: "about:blank", Status: http.StatusInternalServerError, Detail: err.Error()}
	var input *record.InputError
	var asked *fiber.Error
	switch {
	case errors.As(err, &input):
		p.Status, p.Field = http.StatusUnprocessableEntity, input.Field
	case errors.As(err, &asked):
		p.Status = asked.Code
	case errors.Is(err, office.ErrSignIn):
		p.Status = http.StatusUnauthorized
	case errors.Is(err, store.ErrNotFound):
		p.Status = http.StatusNotFound
	case errors.Is(err, store.ErrExists), errors.Is(err, store.ErrChanged):
		p.Status = http.StatusConflict
	case errors.Is(err, office.ErrBusy):
		p.Status = http.StatusServiceUnavailable
	case errors.Is(err, store.ErrFull):
		p.Status, p.Detail = http.StatusServiceUnavailable, store.ErrFull.Error()
	case errors.Is(err, store.ErrUnreachable):
		p.Status, p.Detail = http.StatusServiceUnavailable, "the database cannot be reached; try again once PostgreSQL runs"
	default:
		p.Detail = "the service failed; its log says why"
	}
	p.Detail = scratch.WithoutPaths(p.Detail)
	p.Title = http.StatusText(p.Status)
	return p
}
