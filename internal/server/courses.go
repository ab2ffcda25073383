package server

import (
	"bytes"
	"net/http"

	"github.com/gofiber/fiber/v3"

	"durchgang/internal/office"
	"durchgang/internal/record"
)

// The requests about courses and assignments.
type (
	newCourse struct {
		Name  string `json:"name"`
		Title string `json:"title,omitempty"`
		Zone  string `json:"zone,omitempty" description:"The time zone of the course's clock, as in Europe/Berlin; without it UTC."`
	}
	changedCourse struct {
		inCourse
		Title    string `json:"title"`
		Zone     string `json:"zone"`
		EndsOn   string `json:"ends_on" description:"The last day, as in 2026-07-31, or empty."`
		KeepDays *int   `json:"keep_days" description:"Days after the last one until what students handed in is deleted; null to keep it."`
	}
	newRoster struct {
		inCourse
		Class   string `query:"class" json:"-" description:"Which class of an OneRoster archive with several: its title, code or sourcedId."`
		Preview bool   `query:"preview" json:"-" description:"Change nothing, and say what would be changed."`
	}
	ofPupil struct {
		inCourse
		Student string `path:"student" json:"-"`
	}
	changedPupil struct {
		ofPupil
		FullName string `json:"full_name"`
		Number   string `json:"number,omitempty"`
		Mail     string `json:"mail,omitempty"`
	}
	newInvitations struct {
		inCourse
		Student string `json:"student,omitempty" description:"Whom to invite; without it all who have no password."`
	}
	terms struct {
		OpensAt   string `json:"opens_at,omitempty" description:"On the course's clock, as in 2026-11-30T18:00, or with an offset."`
		DueAt     string `json:"due_at,omitempty"`
		ClosesAt  string `json:"closes_at,omitempty"`
		Attempts  int    `json:"attempts,omitempty"`
		Tries     int    `json:"tries,omitempty"`
		Seconds   int    `json:"seconds,omitempty"`
		Megabytes int    `json:"megabytes,omitempty"`
	}
	newAssignment struct {
		inCourse
		Name       string `json:"name"`
		Title      string `json:"title,omitempty"`
		Game       string `json:"game"`
		Channel    string `json:"channel,omitempty" enum:"terminal,wire,function,page" description:"Without it terminal."`
		Phrasebook string `json:"phrasebook,omitempty" maxLength:"300000" description:"YAML; without it the built-in wording."`
		Suite      string `json:"suite,omitempty" maxLength:"1000000" description:"Without it the suite for the rules of the game."`
		Handout    string `json:"handout,omitempty" maxLength:"300000" description:"What students read, in Markdown; without it what is made from the game, the suite and the terms."`
		terms
	}
	newDryRun struct {
		newAssignment
		Program     []byte `json:"program,omitempty" description:"A program to grade: a source file, or a zip or tar.gz archive."`
		ProgramName string `json:"program_name,omitempty" description:"Of a single source file."`
	}
	changedAssignment struct {
		inAssignment
		Revision   int     `json:"revision" description:"The one that the change was made from."`
		Title      string  `json:"title"`
		Game       string  `json:"game"`
		Channel    string  `json:"channel" enum:"terminal,wire,function,page"`
		Phrasebook string  `json:"phrasebook" maxLength:"300000"`
		Suite      string  `json:"suite" maxLength:"1000000"`
		Handout    *string `json:"handout,omitempty" maxLength:"300000" description:"Without it the one that is kept."`
		terms
	}
	ofRevision struct {
		inAssignment
		Number int `path:"number" json:"-"`
	}
	inAssignmentArchive struct {
		inCourse
		Name string `query:"name" json:"-" description:"A name of its own; without it the one in the archive."`
	}
)

func (t terms) form(a record.Assignment) office.Form {
	a.Attempts, a.Tries, a.Seconds, a.Megabytes = t.Attempts, t.Tries, t.Seconds, t.Megabytes
	return office.Form{Assignment: a, Opens: t.OpensAt, Due: t.DueAt, Closes: t.ClosesAt}
}

func (s *Server) courses(c fiber.Ctx) error {
	courses, err := s.office.Courses(c.Context())
	return reply(c, http.StatusOK, courses, err)
}

func (s *Server) createCourse(c fiber.Ctx) error {
	return with(c, http.StatusCreated, func(in newCourse) (any, error) {
		return s.office.CreateCourse(c.Context(), record.Course{Name: in.Name, Title: in.Title, Zone: in.Zone})
	})
}

func (s *Server) course(c fiber.Ctx) error {
	course, err := s.office.Course(c.Context(), param(c, "course"))
	return reply(c, http.StatusOK, course, err)
}

func (s *Server) setCourse(c fiber.Ctx) error {
	return with(c, http.StatusOK, func(in changedCourse) (any, error) {
		return s.office.SetCourse(
			c.Context(),
			record.Course{Name: param(c, "course"), Title: in.Title, Zone: in.Zone, EndsOn: in.EndsOn, KeepDays: in.KeepDays},
		)
	})
}

func (s *Server) roster(c fiber.Ctx) error {
	list, err := s.office.Roster(c.Context(), param(c, "course"))
	return reply(c, http.StatusOK, list, err)
}

func (s *Server) importRoster(c fiber.Ctx) error {
	r, err := s.office.ImportRoster(c.Context(), param(c, "course"), uploaded(c), c.Query("class"), fiber.Query[bool](c, "preview"))
	return reply(c, http.StatusOK, r, err)
}

func (s *Server) setPupil(c fiber.Ctx) error {
	return with(c, http.StatusOK, func(in changedPupil) (any, error) {
		return s.office.SetPupil(
			c.Context(),
			param(c, "course"),
			record.Pupil{Name: param(c, "student"), FullName: in.FullName, Number: in.Number, Mail: in.Mail},
		)
	})
}

func (s *Server) dropPupil(c fiber.Ctx) error {
	return reply(c, http.StatusOK, nothing{}, s.office.DropPupil(c.Context(), param(c, "course"), param(c, "student")))
}

func (s *Server) forget(c fiber.Ctx) error {
	f, err := s.office.Forget(c.Context(), param(c, "course"), param(c, "student"))
	return reply(c, http.StatusOK, f, err)
}

func (s *Server) invitePupils(c fiber.Ctx) error {
	return with(c, http.StatusCreated, func(in newInvitations) (any, error) {
		return s.office.InvitePupils(c.Context(), param(c, "course"), in.Student)
	})
}

func (s *Server) assignments(c fiber.Ctx) error {
	assignments, err := s.office.Assignments(c.Context(), param(c, "course"))
	return reply(c, http.StatusOK, assignments, err)
}

// assignment is what the request says of an assignment, but for its times.
func (in newAssignment) assignment() record.Assignment {
	return record.Assignment{
		Name: in.Name, Title: in.Title, Game: in.Game, Channel: in.Channel, Phrasebook: in.Phrasebook, Suite: in.Suite, Handout: in.Handout,
	}
}

func (s *Server) createAssignment(c fiber.Ctx) error {
	return with(c, http.StatusCreated, func(in newAssignment) (any, error) {
		return s.office.CreateAssignment(c.Context(), param(c, "course"), in.form(in.assignment()))
	})
}

func (s *Server) dryRun(c fiber.Ctx) error {
	return with(c, http.StatusOK, func(in newDryRun) (any, error) {
		return s.office.DryRun(
			c.Context(), param(c, "course"), in.form(in.assignment()), office.HandIn{Data: bytes.NewReader(in.Program), Name: in.ProgramName},
		)
	})
}

func (s *Server) changeAssignment(c fiber.Ctx) error {
	return with(c, http.StatusOK, func(in changedAssignment) (any, error) {
		form := in.form(record.Assignment{
			Name: param(c, "assignment"), Title: in.Title, Game: in.Game, Channel: in.Channel,
			Phrasebook: in.Phrasebook, Suite: in.Suite, Revision: in.Revision,
		})
		if form.KeepHandout = in.Handout == nil; !form.KeepHandout {
			form.Handout = *in.Handout
		}
		return s.office.ChangeAssignment(c.Context(), param(c, "course"), form)
	})
}

func (s *Server) assignment(c fiber.Ctx) error {
	a, err := s.office.Assignment(c.Context(), param(c, "course"), param(c, "assignment"))
	return reply(c, http.StatusOK, a, err)
}

func (s *Server) revisions(c fiber.Ctx) error {
	list, err := s.office.Revisions(c.Context(), param(c, "course"), param(c, "assignment"))
	return reply(c, http.StatusOK, list, err)
}

func (s *Server) revision(c fiber.Ctx) error {
	n, err := number(c, "number")
	if err != nil {
		return err
	}
	a, err := s.office.Revision(c.Context(), param(c, "course"), param(c, "assignment"), int(n))
	return reply(c, http.StatusOK, a, err)
}

func (s *Server) exportAssignment(c fiber.Ctx) error {
	data, err := s.office.Export(c.Context(), param(c, "course"), param(c, "assignment"))
	return download(c, param(c, "assignment")+".zip", data, err)
}

func (s *Server) kit(c fiber.Ctx) error {
	data, err := s.office.Kit(c.Context(), param(c, "course"), param(c, "assignment"))
	return download(c, param(c, "assignment")+"-kit.zip", data, err)
}

// download answers with an archive to be kept as a file.
func download(c fiber.Ctx, name string, data []byte, err error) error {
	if err != nil {
		return err
	}
	c.Attachment(name)
	c.Set(fiber.HeaderContentType, "application/zip")
	return c.Send(data)
}

func (s *Server) importAssignment(c fiber.Ctx) error {
	a, err := s.office.ImportAssignment(c.Context(), param(c, "course"), c.Query("name"), uploaded(c))
	return reply(c, http.StatusCreated, a, err)
}
