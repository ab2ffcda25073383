package office

import (
	"cmp"
	"context"
	"fmt"
	"maps"
	"slices"
	"strings"

	"durchgang/core/diagnosis"
	"durchgang/core/games"
	"durchgang/core/judge"
	"durchgang/core/mistake"
	"durchgang/core/suite"
	"durchgang/internal/grading"
	"durchgang/internal/record"
	"durchgang/internal/worker"
)

// Class sums a run up.
func (o *Office) Class(ctx context.Context, run int64) (record.Class, error) {
	m, s, err := o.matrix(ctx, run, false)
	if err != nil {
		return record.Class{}, err
	}
	c := record.Class{
		Run:      m.Run,
		Of:       s.Total(),
		NotRun:   []record.Member{},
		Totals:   []suite.Points{},
		Mistakes: []record.ClassMistake{},
		Unknown:  []string{},
		Scripts:  len(s.Scripts),
	}
	for _, k := range m.Criteria {
		c.Criteria = append(c.Criteria, record.ClassCriterion{Name: k.Name, Title: k.Title, Of: k.Of, States: map[judge.State]int{}})
	}
	known := mistake.For(s.Rules)
	by := map[string][]string{}
	var sum suite.Points
	for _, r := range m.Rows {
		switch r.State {
		case record.Failed:
			c.NotRun = append(c.NotRun, record.Member{Result: r.Result, Student: r.Student})
			continue
		case record.Done:
		default:
			continue
		}
		c.Totals = append(c.Totals, r.Points)
		sum += r.Points
		for i, state := range r.Cells {
			c.Criteria[i].States[state]++
		}
		for _, name := range r.Mistakes {
			by[name] = append(by[name], r.Student)
		}
		if len(r.Mistakes) == 0 &&
			slices.ContainsFunc(r.Cells, func(s judge.State) bool { return s == judge.Differs || s == judge.Unsteady }) {
			c.Unknown = append(c.Unknown, r.Student)
		}
	}
	slices.Sort(c.Totals)
	if c.Graded = len(c.Totals); c.Graded > 0 {
		c.Mean, c.Median = sum/suite.Points(c.Graded), c.Totals[(c.Graded-1)/2]
	}
	for _, name := range slices.Sorted(maps.Keys(by)) {
		c.Mistakes = append(c.Mistakes, record.ClassMistake{Name: name, Says: diagnosis.Says(known, name), Students: by[name]})
	}
	slices.SortStableFunc(c.Mistakes, func(a, b record.ClassMistake) int { return len(b.Students) - len(a.Students) })
	c.Hardest = hardest(c)
	c.Quiet, err = o.store.Quiet(ctx, run, len(s.Scripts))
	return c, err
}

// hardest is the criterion that the most break.
func hardest(c record.Class) string {
	title, most := "", 0
	for _, k := range c.Criteria {
		if n := k.States[judge.Differs] + k.States[judge.Unsteady]; n > most {
			title, most = k.Title, n
		}
	}
	return title
}

// Groups lists the groups of a run's programs that do the same.
func (o *Office) Groups(ctx context.Context, run int64) ([]record.Group, error) {
	m, err := o.Matrix(ctx, run)
	if err != nil {
		return nil, err
	}
	comments, err := o.store.Comments(ctx, run)
	if err != nil {
		return nil, err
	}
	groups := []record.Group{}
	for _, r := range m.Rows {
		for r.Group > len(groups) {
			groups = append(
				groups,
				record.Group{
					Number:   len(groups) + 1,
					Members:  []record.Member{},
					Mistakes: []string{},
					Says:     []string{},
					Lost:     []string{},
					Unshown:  []string{},
					Common:   []record.Shared{},
				},
			)
		}
		if r.Group == 0 {
			continue
		}
		g := &groups[r.Group-1]
		if len(g.Members) == 0 {
			if err := o.introduce(ctx, g, r, m.Criteria); err != nil {
				return nil, err
			}
			g.Comment = comments[r.Result]
		} else if g.Comment != comments[r.Result] {
			g.Comment = ""
		}
		g.Members = append(g.Members, record.Member{Result: r.Result, Student: r.Student})
	}
	for i := range groups {
		compare(&groups[i], groups)
	}
	return groups, nil
}

// introduce describes a group by its first member.
func (o *Office) introduce(ctx context.Context, g *record.Group, r record.Row, criteria []record.Criterion) error {
	g.Points, g.Of, g.Mistakes = r.Points, r.Of, r.Mistakes
	for i, state := range r.Cells {
		switch state {
		case judge.Agrees:
		case judge.Differs, judge.Unsteady:
			g.Lost = append(g.Lost, criteria[i].Name)
		default:
			g.Unshown = append(g.Unshown, criteria[i].Name)
		}
	}
	result, err := o.store.Result(ctx, r.Result)
	if err != nil {
		return err
	}
	for _, c := range result.Causes {
		g.Says = append(g.Says, sayCause(c))
	}
	return nil
}

// sayCause puts a cause into a sentence.
func sayCause(c diagnosis.Cause) string {
	return cmp.Or(c.Teacher, fmt.Sprintf("Expected: %s. Seen: %s.", c.Expected, c.Seen))
}

// compare notes what other groups have in common with one.
func compare(g *record.Group, groups []record.Group) {
	for _, other := range groups {
		shared := record.Shared{Group: other.Number, Mistakes: both(g.Mistakes, other.Mistakes), Lost: both(g.Lost, other.Lost)}
		if other.Number != g.Number && len(shared.Mistakes)+len(shared.Lost) > 0 {
			g.Common = append(g.Common, shared)
		}
	}
}

func both(a, b []string) []string {
	shared := []string{}
	for _, x := range a {
		if slices.Contains(b, x) {
			shared = append(shared, x)
		}
	}
	return shared
}

const longestComment = 4000

// CommentGroup keeps what the teacher tells all members of a group.
func (o *Office) CommentGroup(ctx context.Context, run int64, number int, body string) ([]record.Group, error) {
	groups, err := o.Groups(ctx, run)
	if err != nil {
		return nil, err
	}
	if number < 1 || number > len(groups) {
		return nil, &record.InputError{Field: "group", Err: fmt.Errorf("run %d has no group %d; it has %d", run, number, len(groups))}
	}
	var ids []int64
	for _, m := range groups[number-1].Members {
		ids = append(ids, m.Result)
	}
	groups[number-1].Comment, err = o.comment(ctx, ids, body)
	return groups, err
}

// CommentResult keeps what the teacher tells one student.
func (o *Office) CommentResult(ctx context.Context, id int64, body string) (record.Result, error) {
	r, err := o.Result(ctx, id)
	if err != nil {
		return r, err
	}
	r.Comment, err = o.comment(ctx, []int64{id}, body)
	return r, err
}

// comment returns the text as it is kept.
func (o *Office) comment(ctx context.Context, ids []int64, body string) (string, error) {
	body = strings.TrimSpace(body)
	if len(body) > longestComment || strings.ContainsRune(body, 0) {
		return "", &record.InputError{Field: "comment", Err: fmt.Errorf("a comment is text of at most %d bytes", longestComment)}
	}
	return body, o.store.Comment(ctx, ids, body)
}

// Replay runs the script of a finding again, up to the step at which it parts, as it was
// when it was graded: the same suite, phrasebook and program.
func (o *Office) Replay(ctx context.Context, id int64) (record.Replay, error) {
	f, err := o.store.Finding(ctx, id)
	if err != nil {
		return record.Replay{}, about(err, "finding", fmt.Sprint(id))
	}
	r := record.Replay{Finding: f.Finding, Student: f.Student}
	if r.Recorded, err = o.store.Evidence(ctx, f.Result, f.Number); err != nil {
		return r, err
	}
	s, err := suite.Parse(fmt.Sprintf("the suite of finding %d", id), f.Suite, games.All())
	if err != nil {
		return r, err
	}
	i := slices.IndexFunc(s.Scripts, func(c suite.Script) bool { return c.Title == f.Script })
	if i < 0 {
		return r, fmt.Errorf("finding %d: the suite has no script %q", id, f.Script)
	}
	g, err := worker.GraderOf(f.Task, s)
	if err != nil {
		return r, err
	}
	result, err := o.store.Result(ctx, f.Result)
	if err != nil {
		return r, err
	}
	folder, err := grading.Folder(f.Archive)
	if err != nil {
		return r, err
	}
	script := s.Scripts[i]
	if !script.Has(suite.Look) && !s.Open(script) {
		script.Steps = script.Steps[:min(f.Step, len(script.Steps))]
	}
	r.Again, r.Same, err = g.Replay(ctx, folder, result.Learned, script, f.Number, f.Finding.Finding)
	return r, err
}
