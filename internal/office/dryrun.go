package office

import (
	"archive/zip"
	"bytes"
	"context"
	"errors"

	"durchgang/core/games"
	"durchgang/core/judge"
	"durchgang/core/mistake"
	"durchgang/core/suite"
	"durchgang/internal/grading"
	"durchgang/internal/record"
	"durchgang/internal/worker"
)

// DryRun tries an assignment that need not be there yet: on a program that keeps the rules
// and shows everything, on every known mistake, and on a program that a teacher gives, which
// may be empty. Nothing is kept.
func (o *Office) DryRun(ctx context.Context, course string, form Form, program HandIn) (record.DryRun, error) {
	r := record.DryRun{Mistakes: []record.DryRunMistake{}}
	c, err := o.Course(ctx, course)
	if err != nil {
		return r, err
	}
	if form.Name == "" {
		form.Name = "dry-run"
	}
	a, err := form.check(c)
	if err != nil {
		return r, err
	}
	s, err := suite.Parse("suite", a.Suite, games.All())
	if err != nil {
		return r, err
	}
	r.Suite, r.Scripts, r.Of = a.Suite, len(s.Scripts), s.Total()
	for _, script := range s.Scripts {
		if script.Public {
			r.Public++
		}
	}
	for _, k := range s.Criteria {
		r.Criteria = append(r.Criteria, record.Criterion{Name: k.Name, Title: k.Title, Of: k.Points})
	}
	channel, err := grading.ChannelOf(a.Channel)
	if err != nil {
		return r, err
	}
	if channel.Whole && !s.HasOpen() { // open scripts need a program
		if err := dryRunModels(&r, s); err != nil {
			return r, err
		}
	}
	if program.Data != nil && program.Data.Size() > 0 {
		r.Program, err = dryRunProgram(ctx, a, s, program)
	}
	return r, err
}

func dryRunModels(r *record.DryRun, s *suite.Suite) error {
	models, err := judge.NewModels(s)
	if err != nil {
		return err
	}
	right, err := models.Judge(s.Rules)
	if err != nil {
		return err
	}
	r.Right = right.Points
	for _, m := range mistake.For(s.Rules).Mistakes {
		v, err := models.Judge(m.Rules)
		if err != nil {
			return err
		}
		tried := record.DryRunMistake{Name: m.Name, Says: m.Teacher, Points: v.Points, Lost: []string{}}
		for _, k := range v.Criteria {
			if k.Points < k.Of {
				tried.Lost = append(tried.Lost, k.Name)
			}
		}
		if v.Points == r.Right {
			r.Missed++
		}
		r.Mistakes = append(r.Mistakes, tried)
	}
	return nil
}

// dryRunProgram grades a program now. What is the program's fault is told as a problem.
func dryRunProgram(ctx context.Context, a record.Assignment, s *suite.Suite, in HandIn) (*record.DryRunProgram, error) {
	files, err := in.files()
	if err != nil {
		return nil, err
	}
	h := &handIn{student: "dry-run", entries: []string{"dry-run"}, files: files}
	if reason := h.problem(); reason != "" {
		return nil, &record.InputError{Field: "program", Err: errors.New(reason)}
	}
	packed, _, err := h.pack()
	if err != nil {
		return nil, err
	}
	folder, err := zip.NewReader(bytes.NewReader(packed), int64(len(packed)))
	if err != nil {
		return nil, err
	}
	g, err := grading.New(a.Channel, s, "phrasebook", a.Phrasebook)
	if err != nil {
		return nil, err
	}
	g.Parallel = worker.ScriptsAtOnce
	graded, err := g.Grade(ctx, folder, nil)
	p := &record.DryRunProgram{
		Language: graded.Language,
		Points:   graded.Verdict.Points,
		Criteria: graded.Verdict.Criteria,
		Findings: graded.Verdict.Findings,
	}
	if grading.AtFault(err) {
		p.Problem, p.Criteria, p.Findings = err.Error(), []judge.CriterionVerdict{}, []judge.Finding{}
		return p, nil
	}
	return p, err
}
