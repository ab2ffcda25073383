package server

import (
	"encoding/json"
	"net/http"

	"github.com/gofiber/fiber/v3"

	"durchgang/internal/office"
	"durchgang/internal/record"
)

// The requests about handing in.
type (
	newClass struct {
		inAssignment
		Decisions string `query:"decisions" json:"-" description:"JSON: by entry of the archive the short name of the student whose it is, or empty for nobody."`
	}
	newGit struct {
		inAssignment
		URL       string            `json:"url" description:"Of a repository, by https, http, git or ssh."`
		Revision  string            `json:"revision,omitempty" description:"A branch, tag or commit; without it what the repository stands at."`
		Folder    string            `json:"folder,omitempty" description:"Of the repository; without it all of it."`
		Student   string            `json:"student,omitempty" description:"Whose program it is; without it a class's, with a folder or file for each student."`
		Decisions map[string]string `json:"decisions,omitempty" description:"By entry the short name of the student whose it is, or empty for nobody."`
	}
	newHandIn struct {
		inAssignment
		Name string `query:"name" json:"-" description:"Of a single source file; without it the body is a zip or tar.gz archive of a folder."`
	}
	newHandInOf struct {
		newHandIn
		Student string `path:"student" json:"-"`
	}
	newRun struct {
		inAssignment
		Needed bool `query:"needed" json:"-" description:"Run only what failed or has changed; the others keep what was found out."`
	}
)

// gitAnswer is the result of a repository: a class's report, or a student's submission.
type gitAnswer struct {
	Import     *record.Import     `json:"import"`
	Submission *record.Submission `json:"submission"`
}

func (s *Server) importClass(c fiber.Ctx) error {
	var decisions office.Decisions
	if text := c.Query("decisions"); text != "" {
		if err := json.Unmarshal([]byte(text), &decisions); err != nil {
			return fiber.NewError(http.StatusBadRequest, "decisions are not a JSON object of texts: "+err.Error())
		}
	}
	report, err := s.office.Import(c.Context(), param(c, "course"), param(c, "assignment"), uploaded(c), decisions)
	return reply(c, http.StatusOK, report, err)
}

func (s *Server) importGit(c fiber.Ctx) error {
	return with(c, http.StatusOK, func(in newGit) (any, error) {
		from := office.Repository{URL: in.URL, Revision: in.Revision, Folder: in.Folder}
		if in.Student != "" {
			sub, err := s.office.SubmitGit(c.Context(), param(c, "course"), param(c, "assignment"), in.Student, from)
			return gitAnswer{Submission: &sub}, err
		}
		report, err := s.office.ImportGit(c.Context(), param(c, "course"), param(c, "assignment"), from, in.Decisions)
		return gitAnswer{Import: &report}, err
	})
}

func (s *Server) submitFor(c fiber.Ctx) error {
	sub, err := s.office.Submit(c.Context(), param(c, "course"), param(c, "assignment"), param(c, "student"), handIn(c))
	return reply(c, http.StatusCreated, sub, err)
}

// asStudent refuses who is not a student of the course, for whom there is nothing of their own.
func asStudent(c fiber.Ctx) (string, error) {
	if student := office.StandingOf(c.Context()).Student; student != "" {
		return student, nil
	}
	return "", fiber.NewError(http.StatusForbidden, "this is for the course's students; you teach it")
}

func handIn(c fiber.Ctx) office.HandIn {
	return office.HandIn{Data: uploaded(c), Name: c.Query("name")}
}

func (s *Server) submit(c fiber.Ctx) error {
	student, err := asStudent(c)
	if err != nil {
		return err
	}
	sub, err := s.office.Submit(c.Context(), param(c, "course"), param(c, "assignment"), student, handIn(c))
	return reply(c, http.StatusCreated, sub, err)
}

func (s *Server) submitGit(c fiber.Ctx) error {
	student, err := asStudent(c)
	if err != nil {
		return err
	}
	return with(c, http.StatusCreated, func(in newGit) (any, error) {
		return s.office.SubmitGit(c.Context(), param(c, "course"), param(c, "assignment"), student,
			office.Repository{URL: in.URL, Revision: in.Revision, Folder: in.Folder})
	})
}

func (s *Server) try(c fiber.Ctx) error {
	student, err := asStudent(c)
	if err != nil {
		return err
	}
	run, err := s.office.Try(c.Context(), param(c, "course"), param(c, "assignment"), student, handIn(c))
	return reply(c, http.StatusCreated, run, err)
}

func (s *Server) mine(c fiber.Ctx) error {
	if _, err := asStudent(c); err != nil {
		return err
	}
	list, err := s.office.Mine(c.Context(), param(c, "course"))
	return reply(c, http.StatusOK, list, err)
}

func (s *Server) myAssignment(c fiber.Ctx) error {
	if _, err := asStudent(c); err != nil {
		return err
	}
	m, err := s.office.MyAssignment(c.Context(), param(c, "course"), param(c, "assignment"))
	return reply(c, http.StatusOK, m, err)
}

func (s *Server) startRun(c fiber.Ctx) error {
	run, err := s.office.StartRun(c.Context(), param(c, "course"), param(c, "assignment"), fiber.Query[bool](c, "needed"))
	return reply(c, http.StatusCreated, run, err)
}

func (s *Server) regrade(c fiber.Ctx) error {
	run, err := s.office.Regrade(c.Context(), param(c, "course"), param(c, "assignment"))
	return reply(c, http.StatusCreated, run, err)
}

func (s *Server) workload(c fiber.Ctx) error {
	o, err := s.office.Workload(c.Context())
	return reply(c, http.StatusOK, o, err)
}
