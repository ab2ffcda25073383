package server

import (
	"time"

	"github.com/gofiber/fiber/v3"
	"github.com/google/uuid"
)

const requestHeader = "X-Request-Id"

// observe gives each request an id, which the answer and the log tell, and logs how it went.
// The path is logged as the route has it, so that no name of a student stands in the log.
func (s *Server) observe(c fiber.Ctx) error {
	began := time.Now()
	c.Set(requestHeader, uuid.NewString())
	err := c.Next()
	status := c.Response().StatusCode()
	if err != nil {
		status = problem(err).Status
	}
	if took := time.Since(began); !unmeasured(c.Route().Path) {
		s.meters.note(c, status, took)
	}
	login, _ := c.Locals(loginKey).(string)
	s.log.Info("request", "request", c.GetRespHeader(requestHeader), "method", c.Method(), "route", c.Route().Path,
		"status", status, "ms", time.Since(began).Milliseconds(), "login", login)
	return err
}
