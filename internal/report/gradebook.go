package report

import (
	"cmp"
	"encoding/csv"
	"fmt"
	"io"
	"slices"

	"durchgang/core/suite"
	"durchgang/internal/record"
)

// Columns are what a gradebook can have: first what is said of a student, then what is said
// of each assignment.
var Columns = []string{"student", "name", "number", "mail", "points", "of", "percent", "late", "state", "criteria", "comment", "total"}

// Gradebook is the points of a course's students in some assignments.
type Gradebook struct {
	Columns []string
	Pupils  []record.Pupil // may be empty: then there is a row for each who has handed in
	Parts   []GradebookPart
}

// GradebookPart is one assignment in a gradebook.
type GradebookPart struct {
	Name     string
	Matrix   record.Matrix
	Comments map[int64]string // by result
}

// CSV writes the gradebook (RFC 4180), with a row for each student.
func (b Gradebook) CSV(w io.Writer) error {
	out := csv.NewWriter(w)
	if err := out.Write(plainCells(b.header())); err != nil {
		return err
	}
	for _, p := range b.students() {
		if err := out.Write(plainCells(b.row(p))); err != nil {
			return err
		}
	}
	out.Flush()
	return out.Error()
}

func (b Gradebook) has(column string) bool { return slices.Contains(b.Columns, column) }

// students are those of the roster, and who else has handed in.
func (b Gradebook) students() []record.Pupil {
	pupils := slices.Clone(b.Pupils)
	for _, part := range b.Parts {
		for _, r := range part.Matrix.Rows {
			if !slices.ContainsFunc(pupils, func(p record.Pupil) bool { return p.Name == r.Student }) {
				pupils = append(pupils, record.Pupil{Name: r.Student})
			}
		}
	}
	slices.SortFunc(pupils, func(x, y record.Pupil) int { return cmp.Compare(x.Name, y.Name) })
	return pupils
}

func (b Gradebook) header() []string {
	var head []string
	for _, c := range []string{"student", "name", "number", "mail"} {
		if b.has(c) {
			head = append(head, c)
		}
	}
	for _, part := range b.Parts {
		for _, c := range []string{"points", "of", "percent", "late", "state"} {
			if b.has(c) {
				head = append(head, part.Name+" "+c)
			}
		}
		if b.has("criteria") {
			for _, k := range part.Matrix.Criteria {
				head = append(head, part.Name+" "+k.Name)
			}
		}
		if b.has("comment") {
			head = append(head, part.Name+" comment")
		}
	}
	if b.has("total") {
		head = append(head, "total", "total of")
	}
	return head
}

func (b Gradebook) row(p record.Pupil) []string {
	var row []string
	for _, c := range []struct{ column, cell string }{{"student", p.Name}, {"name", p.FullName}, {"number", p.Number}, {"mail", p.Mail}} {
		if b.has(c.column) {
			row = append(row, c.cell)
		}
	}
	var total, of suite.Points
	for _, part := range b.Parts {
		i := slices.IndexFunc(part.Matrix.Rows, func(r record.Row) bool { return r.Student == p.Name })
		r := record.Row{State: "nothing handed in"}
		if i >= 0 {
			r = part.Matrix.Rows[i]
		}
		for _, k := range part.Matrix.Criteria {
			of += k.Of
		}
		if r.State == record.Done {
			total += r.Points
		}
		row = append(row, b.cells(part, r)...)
	}
	if b.has("total") {
		row = append(row, total.String(), of.String())
	}
	return row
}

// cells are what stands of one student in one assignment.
func (b Gradebook) cells(part GradebookPart, r record.Row) []string {
	var cells []string
	done := r.State == record.Done
	points, of, percent, late := "", "", "", ""
	if done {
		points, of, late = r.Points.String(), r.Of.String(), fmt.Sprint(r.DaysLate)
		if r.Of > 0 {
			percent = fmt.Sprintf("%.1f", 100*float64(r.Points)/float64(r.Of))
		}
	}
	for _, c := range []struct{ column, cell string }{{"points", points}, {"of", of}, {"percent", percent}, {"late", late}, {"state", string(r.State)}} {
		if b.has(c.column) {
			cells = append(cells, c.cell)
		}
	}
	if b.has("criteria") {
		for _, k := range part.Matrix.Criteria {
			cell := ""
			for _, v := range r.Verdicts {
				if v.Name == k.Name && done {
					cell = v.Points.String()
				}
			}
			cells = append(cells, cell)
		}
	}
	if b.has("comment") {
		cells = append(cells, part.Comments[r.Result])
	}
	return cells
}
