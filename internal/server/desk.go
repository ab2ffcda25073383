package server

import (
	"errors"
	"net/http"

	"github.com/gofiber/fiber/v3"

	"durchgang/core/desk"
	"durchgang/core/document"
	"durchgang/core/games"
	"durchgang/core/suite"
	"durchgang/internal/grading"
	"durchgang/internal/record"
)

// The requests about suites that are being made. Nothing of them is kept.
type (
	deskRequest struct {
		inCourse
		Suite  string     `json:"suite" maxLength:"1000000"`
		Script int        `json:"script,omitempty" description:"Number of the script that is shown, from 1; 0 for none."`
		Step   int        `json:"step,omitempty" description:"After which step its table is shown; 0 for the start."`
		Change *desk.Edit `json:"change,omitempty" description:"Made first."`
	}
	deskAnswer struct {
		desk.Draft
		Script int    `json:"script" description:"The script to go on with; 0 for none."`
		Says   string `json:"says" description:"What else there is to say of the change."`
	}
	strengthRequest struct {
		inCourse
		Suite  string `json:"suite" maxLength:"1000000"`
		Search bool   `json:"search,omitempty" description:"Look for scripts that close the holes, for some seconds."`
	}
	movesRequest struct {
		inCourse
		Game string `json:"game"`
		Text string `json:"text" maxLength:"20000"`
	}
	movesAnswer struct {
		Words string `json:"words" description:"Steps as a script has them; empty where the text names none."`
	}
	settingsRequest struct {
		inCourse
		Channel  string `json:"channel" enum:"terminal,wire,function,page"`
		Game     string `json:"game"`
		Settings string `json:"settings" maxLength:"300000" description:"YAML: a phrasebook, page map or function book."`
	}
	settingsAnswer struct {
		Problem *desk.DraftProblem `json:"problem,omitempty" description:"The first reason why they cannot be used."`
	}
	suiteChangeRequest struct {
		inAssignment
		Suite string `json:"suite" maxLength:"1000000"`
	}
)

// desk makes a change of a suite, if one is given, and shows it.
func (s *Server) desk(c fiber.Ctx) error {
	return with(c, http.StatusOK, func(in deskRequest) (any, error) {
		text, script, step, says := in.Suite, in.Script, in.Step, ""
		if in.Change != nil {
			made, err := desk.Change(text, *in.Change, games.All())
			if err != nil {
				return nil, &record.InputError{Field: "change", Err: err}
			}
			script, step = made.Chosen(text, script, step, games.All())
			text, says = made.Text, made.Says
		}
		return deskAnswer{desk.Open(text, script, step, games.All()), script, says}, nil
	})
}

// strength measures a suite. One at a time is measured, since a large board takes seconds.
func (s *Server) strength(c fiber.Ctx) error {
	return with(c, http.StatusOK, func(in strengthRequest) (any, error) {
		s.writing.Lock()
		defer s.writing.Unlock()
		st, err := desk.Strength(in.Suite, in.Search, games.All())
		if err != nil {
			return nil, &record.InputError{Field: "suite", Err: err}
		}
		return st, nil
	})
}

// moves finds the moves that somebody has written about.
func (s *Server) moves(c fiber.Ctx) error {
	return with(c, http.StatusOK, func(in movesRequest) (any, error) {
		rules, err := games.All().Rules(in.Game)
		if err != nil {
			return nil, &record.InputError{Field: "game", Err: err}
		}
		return movesAnswer{desk.Moves(rules, in.Text)}, nil
	})
}

// settings checks the settings file of a channel, for an editor.
func (s *Server) settings(c fiber.Ctx) error {
	return with(c, http.StatusOK, func(in settingsRequest) (any, error) {
		rules, err := games.All().Rules(in.Game)
		if err != nil {
			return nil, &record.InputError{Field: "game", Err: err}
		}
		_, err = grading.New(in.Channel, &suite.Suite{Rules: rules}, "settings", in.Settings)
		var place *document.Error
		switch {
		case errors.As(err, &place):
			return settingsAnswer{&desk.DraftProblem{Line: max(place.Line, 1), Column: max(place.Column, 1), Message: place.Err.Error()}}, nil
		case err != nil:
			return settingsAnswer{&desk.DraftProblem{Line: 1, Column: 1, Message: err.Error()}}, nil
		}
		return settingsAnswer{}, nil
	})
}

func (s *Server) suiteChange(c fiber.Ctx) error {
	return with(c, http.StatusOK, func(in suiteChangeRequest) (any, error) {
		return s.office.SuiteChange(c.Context(), param(c, "course"), param(c, "assignment"), in.Suite)
	})
}

func (s *Server) handout(c fiber.Ctx) error {
	return with(c, http.StatusOK, func(in newAssignment) (any, error) {
		return s.office.Handout(c.Context(), param(c, "course"), in.form(in.assignment()))
	})
}

func (s *Server) handoutOf(c fiber.Ctx) error {
	h, err := s.office.HandoutOf(c.Context(), param(c, "course"), param(c, "assignment"))
	return reply(c, http.StatusOK, h, err)
}
