package office

import (
	"context"
	"errors"
	"fmt"

	"durchgang/core/games"
	"durchgang/core/judge"
	"durchgang/core/suite"
	"durchgang/internal/record"
	"durchgang/internal/store"
	"durchgang/internal/worker"
)

// StartRun begins to grade every submission. With needed it runs only what failed or was
// cancelled, and what has changed: the others keep what was found out, with their points
// computed as the assignment says now.
func (o *Office) StartRun(ctx context.Context, course, assignment string, needed bool) (record.Run, error) {
	return o.begin(ctx, course, assignment, record.Grading, needed)
}

// Regrade begins a run that counts once it is accepted: what the assignment as it is now would
// change. What cannot change is not run again.
func (o *Office) Regrade(ctx context.Context, course, assignment string) (record.Run, error) {
	return o.begin(ctx, course, assignment, record.Proposal, true)
}

func (o *Office) begin(ctx context.Context, course, assignment string, kind record.Kind, needed bool) (record.Run, error) {
	a, err := o.Assignment(ctx, course, assignment)
	if err != nil {
		return record.Run{}, err
	}
	s, err := suite.Parse("suite", a.Suite, games.All())
	if err != nil {
		return record.Run{}, err
	}
	b := store.Begin{Assignment: a.ID, Kind: kind, Every: s.Policy.Attempts == suite.Best, Login: By(ctx).Login}
	if needed {
		k := reuse{suite: s, same: map[string]bool{}}
		b.Keep = k.keep
	}
	return o.start(ctx, b)
}

func (o *Office) start(ctx context.Context, b store.Begin) (record.Run, error) {
	run, err := o.store.StartRun(ctx, b, o.queue.Grade)
	if errors.Is(err, store.ErrNothingToRun) {
		return run, &record.InputError{Field: "submissions", Err: err}
	}
	return run, err
}

// reuse computes the points of submissions that need not be run again.
type reuse struct {
	suite *suite.Suite
	same  map[string]bool // whether the suite of an earlier run plays the same
}

// keep tells what becomes of a submission that was graded before, unless the suite plays
// something else now.
func (k reuse) keep(e store.Earlier) (store.Outcome, bool, error) {
	same, known := k.same[e.Suite]
	if !known {
		was, err := suite.Parse("suite of an earlier run", e.Suite, games.All())
		if err != nil {
			return store.Outcome{}, false, err
		}
		same = suite.SameScripts(was, k.suite)
		k.same[e.Suite] = same
	}
	if !same {
		return store.Outcome{}, false, nil
	}
	late := worker.DaysLate(k.suite, store.Task{HandedIn: e.HandedIn, Terms: record.Terms{DueAt: e.DueAt}})
	v, is := judge.Recompute(k.suite, e.Played, late)
	return store.Outcome{
		Language:    e.Language,
		Verdict:     v,
		DaysLate:    late,
		Examination: e.Examination,
		Behaviour:   e.Behaviour,
		Played:      e.Played,
	}, is, nil
}

// CancelRun ends a run: what is not graded yet will not be.
func (o *Office) CancelRun(ctx context.Context, id int64) (record.Run, error) {
	return o.changeRun(ctx, id, func() error { return o.store.Cancel(ctx, id) })
}

// PauseRun pauses a run: what is being graded is finished, and nothing else is started.
func (o *Office) PauseRun(ctx context.Context, id int64) (record.Run, error) {
	return o.changeRun(ctx, id, func() error { return o.store.Pause(ctx, id, true, o.queue.Grade) })
}

// ResumeRun resumes a paused run.
func (o *Office) ResumeRun(ctx context.Context, id int64) (record.Run, error) {
	return o.changeRun(ctx, id, func() error { return o.store.Pause(ctx, id, false, o.queue.Grade) })
}

// changeRun does something to a run that is not over.
func (o *Office) changeRun(ctx context.Context, id int64, act func() error) (record.Run, error) {
	r, err := o.Run(ctx, id)
	if err != nil {
		return r, err
	}
	if r.State.Over() {
		return r, &record.InputError{Field: "run", Err: fmt.Errorf("run %d is over already: it is %s", id, r.State)}
	}
	if err := act(); err != nil {
		return r, err
	}
	return o.Run(ctx, id)
}

// AcceptRun lets the results of a regrade count.
func (o *Office) AcceptRun(ctx context.Context, id int64) (record.Run, error) {
	r, err := o.proposal(ctx, id)
	if err != nil {
		return r, err
	}
	if r.State != record.Done {
		return r, &record.InputError{Field: "run", Err: fmt.Errorf("run %d is %s: it can be accepted when it is done", id, r.State)}
	}
	if err := o.store.AcceptRun(ctx, id); err != nil {
		return r, err
	}
	return o.Run(ctx, id)
}

// DiscardRun throws a regrade away that does not count.
func (o *Office) DiscardRun(ctx context.Context, id int64) (record.Run, error) {
	r, err := o.proposal(ctx, id)
	if err != nil {
		return r, err
	}
	return r, o.store.DiscardRun(ctx, id)
}

func (o *Office) proposal(ctx context.Context, id int64) (record.Run, error) {
	r, err := o.Run(ctx, id)
	if err == nil && (r.Kind != record.Proposal || r.Accepted) {
		err = &record.InputError{Field: "run", Err: fmt.Errorf("run %d is not a regrade that waits to be accepted", id)}
	}
	return r, err
}

// Workload tells which workers there are, and what waits for them.
func (o *Office) Workload(ctx context.Context) (record.Workload, error) { return o.store.Workload(ctx) }
