package office

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"slices"
	"strings"

	"durchgang/internal/record"
	"durchgang/internal/report"
)

// checkFormat refuses a format that is not one of a kind of reports.
func checkFormat(format string, kind report.Kind) error {
	names := report.Names(kind)
	if slices.Contains(names, format) {
		return nil
	}
	return &record.InputError{Field: "format", Err: fmt.Errorf("there is no format %q; there are %s", format, strings.Join(names, ", "))}
}

// StudentReport writes the report of one result.
func (o *Office) StudentReport(ctx context.Context, id int64, format string) ([]byte, error) {
	if err := checkFormat(format, report.OfStudent); err != nil {
		return nil, err
	}
	r, err := o.Result(ctx, id)
	if err != nil {
		return nil, err
	}
	if r.State != record.Done && r.State != record.Failed {
		return nil, &record.InputError{
			Field: "result",
			Err:   fmt.Errorf("the program of %s is %s: there is a report when it is graded", r.Student, r.State),
		}
	}
	var b bytes.Buffer
	switch format {
	case "json":
		err = writeJSON(&b, r)
	case "junit":
		err = report.JUnit(&b, []record.Result{r})
	case "tap":
		err = report.TAP(&b, []record.Result{r})
	default:
		err = o.studentPage(ctx, &b, r, format)
	}
	return b.Bytes(), err
}

func (o *Office) studentPage(ctx context.Context, b *bytes.Buffer, r record.Result, format string) error {
	a, err := o.Assignment(ctx, r.Course, r.Assignment)
	if err != nil {
		return err
	}
	page, err := report.ForStudent(a.Title, r, func(number int) (record.Evidence, error) {
		e, err := o.Evidence(ctx, r.ID, number)
		if n := e.Last(); err == nil && n >= 0 && e.Steps[n].Picture != "" {
			var picture []byte
			picture, err = o.Picture(ctx, r.ID, e.Steps[n].Picture)
			e.Keep(picture)
		}
		return e, err
	})
	if err != nil {
		return err
	}
	if format == "md" {
		return page.Markdown(b)
	}
	return page.HTML(b)
}

func writeJSON(b *bytes.Buffer, answer any) error {
	e := json.NewEncoder(b)
	e.SetIndent("", "  ")
	return e.Encode(answer)
}

// ClassReport writes the report of a run.
func (o *Office) ClassReport(ctx context.Context, run int64, format string) ([]byte, error) {
	if err := checkFormat(format, report.OfClass); err != nil {
		return nil, err
	}
	var b bytes.Buffer
	switch format {
	case "html", "svg", "png":
		c, err := o.Class(ctx, run)
		if err != nil {
			return nil, err
		}
		if format != "html" {
			err = report.Plot(&b, c, format)
			return b.Bytes(), err
		}
		a, err := o.Assignment(ctx, c.Run.Course, c.Run.Assignment)
		if err != nil {
			return nil, err
		}
		err = report.ClassPage{Title: a.Title, Class: c}.HTML(&b)
		return b.Bytes(), err
	}
	m, results, err := o.results(ctx, run)
	if err != nil {
		return nil, err
	}
	switch format {
	case "csv":
		err = report.CSV(&b, m, results)
	case "json":
		err = writeJSON(&b, results)
	case "junit":
		err = report.JUnit(&b, results)
	case "tap":
		err = report.TAP(&b, results)
	}
	return b.Bytes(), err
}

// results are those that count of a run, in the order of its rows.
func (o *Office) results(ctx context.Context, run int64) (record.Matrix, []record.Result, error) {
	m, err := o.Matrix(ctx, run)
	if err != nil {
		return m, nil, err
	}
	results := []record.Result{}
	for _, row := range m.Rows {
		r, err := o.store.Result(ctx, row.Result)
		if err != nil {
			return m, nil, err
		}
		r.Of = row.Of
		results = append(results, r)
	}
	return m, results, nil
}
