package office

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"slices"
	"strings"

	"durchgang/core/judge"
	"durchgang/internal/record"
	"durchgang/internal/report"
	"durchgang/internal/store"
)

// GiveByHand keeps points that a teacher gives the student of a result, for a criterion or in
// all; take takes them away again. They stay through regrades.
func (o *Office) GiveByHand(ctx context.Context, result int64, h judge.ByHand, take bool) (record.Result, error) {
	r, err := o.Result(ctx, result)
	if err != nil {
		return r, err
	}
	of := r.Of
	if h.Criterion != "" {
		i := slices.IndexFunc(r.Criteria, func(c judge.CriterionVerdict) bool { return c.Name == h.Criterion })
		if i < 0 {
			return r, &record.InputError{Field: "criterion", Err: fmt.Errorf("there is no criterion %q", h.Criterion)}
		}
		of = r.Criteria[i].Of
	}
	if h.Reason = strings.TrimSpace(h.Reason); !take && (h.Reason == "" || len(h.Reason) > 500) {
		return r, &record.InputError{
			Field: "reason",
			Err:   errors.New("points given by hand need a reason of at most 500 bytes; the student reads it"),
		}
	}
	if !take && (h.Points < 0 || h.Points > of) {
		return r, &record.InputError{Field: "points", Err: fmt.Errorf("%s points are not between 0 and %s", h.Points, of)}
	}
	a, err := o.Assignment(ctx, r.Course, r.Assignment)
	if err != nil {
		return r, err
	}
	given := record.ByHand{Student: r.Student, ByHand: h, Login: By(ctx).Login}
	if err := o.store.SetByHand(ctx, a.ID, given, take); err != nil {
		return r, err
	}
	return o.Result(ctx, result)
}

// Compare puts two runs of an assignment side by side: for whom something is different, and
// why.
func (o *Office) Compare(ctx context.Context, before, after int64) (record.RunComparison, error) {
	c := record.RunComparison{Changed: []record.Change{}}
	mb, _, err := o.matrix(ctx, before, true)
	if err != nil {
		return c, err
	}
	ma, _, err := o.matrix(ctx, after, true)
	if err != nil {
		return c, err
	}
	if mb.Run.Course != ma.Run.Course || mb.Run.Assignment != ma.Run.Assignment {
		return c, Missing("run", fmt.Sprint(after))
	}
	c.Before, c.After = mb.Run, ma.Run
	was := map[string]record.Row{}
	for _, r := range mb.Rows {
		was[r.Student] = r
	}
	for _, r := range ma.Rows {
		b, there := was[r.Student]
		delete(was, r.Student)
		note(&c, b, r, there, true)
	}
	for _, b := range mb.Rows {
		if _, left := was[b.Student]; left {
			note(&c, b, record.Row{}, true, false)
		}
	}
	return c, nil
}

// note adds one student to a comparison.
func note(c *record.RunComparison, b, a record.Row, was, is bool) {
	change := record.Change{Student: a.Student, ResultBefore: b.Result, ResultAfter: a.Result, Before: b.Points, After: a.Points}
	switch {
	case !was:
		change.Why = []string{"handed in since"}
	case !is:
		change.Student, change.Why = b.Student, []string{"has no result any more"}
	case a.State != b.State:
		change.Why = []string{fmt.Sprintf("was %s and is %s", stateOf(b), stateOf(a))}
	default:
		change.Why = differences(b, a)
	}
	switch {
	case len(change.Why) == 0 && b.Points == a.Points:
		c.Same++
		return
	case a.Points > b.Points:
		c.Up++
	case a.Points < b.Points:
		c.Down++
	}
	if len(change.Why) == 0 {
		change.Why = []string{"the points of the criteria are added up in another way"}
	}
	c.Changed = append(c.Changed, change)
}

func stateOf(r record.Row) string {
	if r.Problem != "" {
		first, _, _ := strings.Cut(r.Problem, "\n")
		return fmt.Sprintf("%s (%s)", r.State, first)
	}
	return string(r.State)
}

// differences says what of two rows is different.
func differences(b, a record.Row) []string {
	why := []string{}
	if b.Submission != a.Submission {
		why = append(why, "another program was handed in")
		if a.ByHand {
			why = append(why, "the points that were given by hand for the earlier program count still")
		}
	}
	was := map[string]judge.CriterionVerdict{}
	for _, c := range b.Verdicts {
		was[c.Name] = c
	}
	for _, c := range a.Verdicts {
		o, there := was[c.Name]
		delete(was, c.Name)
		switch {
		case !there:
			why = append(why, fmt.Sprintf("%q is new: %s of %s", c.Title, c.Points, c.Of))
		case o.State != c.State:
			why = append(why, fmt.Sprintf("%q: %s instead of %s, %s instead of %s points", c.Title, c.State, o.State, c.Points, o.Points))
		case o.Points != c.Points || o.Of != c.Of:
			why = append(why, fmt.Sprintf("%q: %s of %s instead of %s of %s points", c.Title, c.Points, c.Of, o.Points, o.Of))
		}
	}
	for _, c := range b.Verdicts {
		if o, gone := was[c.Name]; gone {
			why = append(why, fmt.Sprintf("%q is gone: it was %s of %s", o.Title, o.Points, o.Of))
		}
	}
	for _, e := range a.Account {
		if !slices.Contains(b.Account, e) {
			why = append(why, "new in the account: "+e.Reason)
		}
	}
	for _, e := range b.Account {
		if !slices.Contains(a.Account, e) {
			why = append(why, "no more in the account: "+e.Reason)
		}
	}
	return why
}

// Pair puts two results of a course side by side: two submissions, or two runs of one.
func (o *Office) Pair(ctx context.Context, left, right int64) (record.Pair, error) {
	p := record.Pair{Criteria: []record.PairCriterion{}, Scripts: []record.PairScript{}, Files: []record.PairFile{}}
	var err error
	if p.Left, err = o.Result(ctx, left); err != nil {
		return p, err
	}
	if p.Right, err = o.Result(ctx, right); err != nil {
		return p, err
	}
	if p.Left.Course != p.Right.Course {
		return p, Missing("result", fmt.Sprint(right))
	}
	for _, c := range p.Left.Criteria {
		p.Criteria = append(p.Criteria, record.PairCriterion{Name: c.Name, Title: c.Title, Of: c.Of, Left: c.State, Had: c.Points})
	}
	for _, c := range p.Right.Criteria {
		i := slices.IndexFunc(p.Criteria, func(k record.PairCriterion) bool { return k.Name == c.Name })
		if i < 0 {
			i, p.Criteria = len(p.Criteria), append(p.Criteria, record.PairCriterion{Name: c.Name, Title: c.Title, Of: c.Of})
		}
		p.Criteria[i].Right, p.Criteria[i].Has = c.State, c.Points
	}
	for _, s := range p.Left.Scripts {
		p.Scripts = append(p.Scripts, record.PairScript{Title: s.Title, LeftNumber: s.Number, Left: s.State})
	}
	for _, s := range p.Right.Scripts {
		i := slices.IndexFunc(p.Scripts, func(k record.PairScript) bool { return k.Title == s.Title })
		if i < 0 {
			i, p.Scripts = len(p.Scripts), append(p.Scripts, record.PairScript{Title: s.Title})
		}
		p.Scripts[i].RightNumber, p.Scripts[i].Right = s.Number, s.State
	}
	return p, o.pairFiles(ctx, &p)
}

func (o *Office) pairFiles(ctx context.Context, p *record.Pair) error {
	left, err := o.Files(ctx, p.Left.ID)
	if err != nil {
		return err
	}
	right, err := o.Files(ctx, p.Right.ID)
	if err != nil {
		return err
	}
	for _, f := range left {
		p.Files = append(p.Files, record.PairFile{Name: f.Name, Left: f.Text})
	}
	for _, f := range right {
		i := slices.IndexFunc(p.Files, func(k record.PairFile) bool { return k.Name == f.Name })
		if i < 0 {
			i, p.Files = len(p.Files), append(p.Files, record.PairFile{Name: f.Name})
		}
		p.Files[i].Right = f.Text
		p.Files[i].Same = p.Files[i].Left == f.Text
	}
	return nil
}

// longestText is how much of a file is shown.
const longestText = 200 << 10

// Files lists the files of a result's submission.
func (o *Office) Files(ctx context.Context, result int64) ([]record.File, error) {
	archive, err := o.store.ArchiveOf(ctx, result)
	if err != nil {
		return nil, about(err, "result", fmt.Sprint(result))
	}
	contents, err := readArchive(bytes.NewReader(archive), MaxUnpacked)
	if err != nil {
		return nil, err
	}
	files := []record.File{}
	for name, content := range contents {
		f := record.File{Name: name, Size: len(content)}
		if !bytes.ContainsRune(content, 0) {
			f.Text = strings.ToValidUTF8(string(content[:min(len(content), longestText)]), "\uFFFD")
		}
		files = append(files, f)
	}
	slices.SortFunc(files, func(a, b record.File) int { return strings.Compare(a.Name, b.Name) })
	return files, nil
}

// Publish lets students see their results of a run, or hands them back again after a regrade.
func (o *Office) Publish(ctx context.Context, run int64) (record.Run, error) {
	r, err := o.Run(ctx, run)
	if err != nil {
		return r, err
	}
	if r.State != record.Done || !r.Accepted {
		return r, &record.InputError{
			Field: "run",
			Err:   fmt.Errorf("run %d can be handed back when it is done and counts; it is %s", run, r.State),
		}
	}
	a, err := o.Assignment(ctx, r.Course, r.Assignment)
	if err != nil {
		return r, err
	}
	if err := o.store.Publish(ctx, a.ID, &run); err != nil {
		return r, err
	}
	return o.Run(ctx, run)
}

// Withdraw takes back what was handed back of an assignment.
func (o *Office) Withdraw(ctx context.Context, course, name string) (record.Assignment, error) {
	a, err := o.Assignment(ctx, course, name)
	if err != nil {
		return a, err
	}
	if err := o.store.Publish(ctx, a.ID, nil); err != nil {
		return a, err
	}
	return o.Assignment(ctx, course, name)
}

// Ask keeps a student's regrade request at a result.
func (o *Office) Ask(ctx context.Context, result int64, question string) (record.Request, error) {
	if question = strings.TrimSpace(question); question == "" || len(question) > longestComment || strings.ContainsRune(question, 0) {
		return record.Request{}, &record.InputError{
			Field: "question",
			Err:   fmt.Errorf("say what should be looked at again, in at most %d bytes", longestComment),
		}
	}
	r, err := o.Result(ctx, result)
	if err != nil {
		return record.Request{}, err
	}
	a, err := o.Assignment(ctx, r.Course, r.Assignment)
	if err != nil {
		return record.Request{}, err
	}
	if a.Published == nil || *a.Published != r.RunID {
		return record.Request{}, &record.InputError{
			Field: "result",
			Err:   errors.New("a regrade can be requested once the result is handed back"),
		}
	}
	q, err := o.store.Ask(ctx, a.ID, r.Student, result, question)
	if errors.Is(err, store.ErrTooMany) {
		return q, &record.InputError{Field: "question", Err: errors.New("your last request has no answer yet: wait for it")}
	}
	return q, err
}

// Reply answers a student's request.
func (o *Office) Reply(ctx context.Context, id int64, answer string) (record.Request, error) {
	if answer = strings.TrimSpace(answer); answer == "" || len(answer) > longestComment || strings.ContainsRune(answer, 0) {
		return record.Request{}, &record.InputError{
			Field: "answer",
			Err:   fmt.Errorf("an answer is text of at most %d bytes", longestComment),
		}
	}
	r, err := o.store.Reply(ctx, id, answer, By(ctx).Login)
	return r, about(err, "request", fmt.Sprint(id))
}

// Requests lists the requests of an assignment, open ones first.
func (o *Office) Requests(ctx context.Context, course, name string) ([]record.Request, error) {
	a, err := o.Assignment(ctx, course, name)
	if err != nil {
		return nil, err
	}
	return o.store.Requests(ctx, a.ID, "")
}

// WhoseRequest tells whose a request is.
func (o *Office) WhoseRequest(ctx context.Context, id int64) (store.Whose, error) {
	w, err := o.store.WhoseRequest(ctx, id)
	return w, about(err, "request", fmt.Sprint(id))
}

// Mine lists the assignments of a course as the signed-in student sees them.
func (o *Office) Mine(ctx context.Context, course string) ([]record.Mine, error) {
	list, err := o.Assignments(ctx, course)
	if err != nil {
		return nil, err
	}
	mine := []record.Mine{}
	for _, a := range list {
		m, err := o.mine(ctx, a)
		if err != nil {
			return nil, err
		}
		mine = append(mine, m)
	}
	return mine, nil
}

// MyAssignment is an assignment as the signed-in student sees it.
func (o *Office) MyAssignment(ctx context.Context, course, name string) (record.Mine, error) {
	a, err := o.Assignment(ctx, course, name)
	if err != nil {
		return record.Mine{}, err
	}
	return o.mine(ctx, a)
}

func (o *Office) mine(ctx context.Context, a record.Assignment) (record.Mine, error) {
	student := StandingOf(ctx).Student
	m := record.Mine{Course: a.Course, Assignment: a.Name, Title: a.Title, Game: a.Game, Channel: a.Channel, Zone: a.Zone, Terms: a.Terms}
	t, err := o.store.TurnOf(ctx, a.ID, student, a.Zone)
	if err != nil {
		return m, err
	}
	m.HandedIn, m.TriesLeft = t.HandedIn, max(0, a.Tries-t.Tries)
	var shut *record.InputError
	if errors.As(mayHandIn(a, t, false), &shut) {
		m.Shut = shut.Err.Error()
	}
	m.Open = m.Shut == ""
	if m.Requests, err = o.store.Requests(ctx, a.ID, student); err != nil {
		return m, err
	}
	handed, trial, err := o.store.MyResults(ctx, a.ID, student)
	if err != nil {
		return m, err
	}
	if m.Result, err = o.myResult(ctx, handed); err != nil {
		return m, err
	}
	m.Trial, err = o.myResult(ctx, trial)
	return m, err
}

func (o *Office) myResult(ctx context.Context, id *int64) (*record.MyResult, error) {
	if id == nil {
		return nil, nil
	}
	r, err := o.Result(ctx, *id)
	if err != nil {
		return nil, err
	}
	mine := &record.MyResult{ID: r.ID, State: r.State, Points: r.Points, Of: r.Of, At: r.HandedIn}
	if r.FinishedAt != nil {
		mine.At = *r.FinishedAt
	}
	return mine, nil
}

// Gradebook writes the points of a course's students as CSV, with the columns that are wanted
// of those that report.Columns lists; without any all of them.
func (o *Office) Gradebook(ctx context.Context, course string, assignments, columns []string) ([]byte, error) {
	for _, c := range columns {
		if !slices.Contains(report.Columns, c) {
			return nil, &record.InputError{
				Field: "columns",
				Err:   fmt.Errorf("%q is none; there are %s", c, strings.Join(report.Columns, ", ")),
			}
		}
	}
	if len(columns) == 0 {
		columns = report.Columns
	}
	pupils, err := o.Roster(ctx, course)
	if err != nil {
		return nil, err
	}
	all, err := o.Assignments(ctx, course)
	if err != nil {
		return nil, err
	}
	slices.Reverse(all) // the oldest first
	for _, name := range assignments {
		if !slices.ContainsFunc(all, func(a record.Assignment) bool { return a.Name == name }) {
			return nil, Missing("assignment", course+"/"+name)
		}
	}
	b := report.Gradebook{Columns: columns, Pupils: pupils}
	for _, a := range all {
		if a.LastRun == nil || len(assignments) > 0 && !slices.Contains(assignments, a.Name) {
			continue
		}
		m, _, err := o.matrix(ctx, *a.LastRun, true)
		if err != nil {
			return nil, err
		}
		comments, err := o.store.Comments(ctx, *a.LastRun)
		if err != nil {
			return nil, err
		}
		b.Parts = append(b.Parts, report.GradebookPart{Name: a.Name, Matrix: m, Comments: comments})
	}
	var out bytes.Buffer
	err = b.CSV(&out)
	return out.Bytes(), err
}
