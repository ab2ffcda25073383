package server

import (
	"net/http"
	"strings"

	"github.com/gofiber/fiber/v3"

	"durchgang/core/judge"
	"durchgang/core/suite"
)

// The requests about handing back.
type (
	againstOther struct {
		byID
		Other int64 `path:"other" json:"-"`
	}
	byHand struct {
		byID
		Criterion string       `json:"criterion,omitempty" description:"Name of the criterion; without it the points are for everything."`
		Points    suite.Points `json:"points"`
		Reason    string       `json:"reason" description:"The student reads it."`
		Take      bool         `json:"take,omitempty" description:"Take away what was given by hand."`
	}
	newRequest struct {
		byID
		Question string `json:"question"`
	}
	newAnswer struct {
		byID
		Answer string `json:"answer"`
	}
	inGradebook struct {
		inCourse
		Assignments string `query:"assignments" json:"-" description:"Names, with commas between; without it all that were graded."`
		Columns     string `query:"columns" json:"-" description:"student, name, number, mail, points, of, percent, late, state, criteria, comment or total, with commas between; without it all."`
	}
)

func (s *Server) compareRuns(c fiber.Ctx) error {
	return withOther(c, func(id, other int64) (any, error) { return s.office.Compare(c.Context(), id, other) })
}

func (s *Server) compareResults(c fiber.Ctx) error {
	return withOther(c, func(id, other int64) (any, error) { return s.office.Pair(c.Context(), id, other) })
}

func withOther(c fiber.Ctx, act func(id, other int64) (any, error)) error {
	id, err := number(c, "id")
	if err != nil {
		return err
	}
	other, err := number(c, "other")
	if err != nil {
		return err
	}
	answer, err := act(id, other)
	return reply(c, http.StatusOK, answer, err)
}

// withNumber is with for a request that names a record by its number.
func withNumber[In any](c fiber.Ctx, status int, act func(int64, In) (any, error)) error {
	id, err := number(c, "id")
	if err != nil {
		return err
	}
	return with(c, status, func(in In) (any, error) { return act(id, in) })
}

func (s *Server) giveByHand(c fiber.Ctx) error {
	return withNumber(c, http.StatusOK, func(id int64, in byHand) (any, error) {
		return s.office.GiveByHand(c.Context(), id, judge.ByHand{Criterion: in.Criterion, Points: in.Points, Reason: in.Reason}, in.Take)
	})
}

func (s *Server) ask(c fiber.Ctx) error {
	return withNumber(
		c,
		http.StatusCreated,
		func(id int64, in newRequest) (any, error) { return s.office.Ask(c.Context(), id, in.Question) },
	)
}

func (s *Server) reply(c fiber.Ctx) error {
	return withNumber(c, http.StatusOK, func(id int64, in newAnswer) (any, error) { return s.office.Reply(c.Context(), id, in.Answer) })
}

func (s *Server) requests(c fiber.Ctx) error {
	list, err := s.office.Requests(c.Context(), param(c, "course"), param(c, "assignment"))
	return reply(c, http.StatusOK, list, err)
}

func (s *Server) withdraw(c fiber.Ctx) error {
	a, err := s.office.Withdraw(c.Context(), param(c, "course"), param(c, "assignment"))
	return reply(c, http.StatusOK, a, err)
}

func (s *Server) gradebook(c fiber.Ctx) error {
	words := func(text string) []string {
		return strings.FieldsFunc(text, func(r rune) bool { return r == ',' || r == ' ' })
	}
	data, err := s.office.Gradebook(c.Context(), param(c, "course"), words(c.Query("assignments")), words(c.Query("columns")))
	if err != nil {
		return err
	}
	c.Attachment(param(c, "course") + "-gradebook.csv")
	c.Set(fiber.HeaderContentType, "text/csv; charset=utf-8")
	return c.Send(data)
}
