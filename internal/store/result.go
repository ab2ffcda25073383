package store

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"time"

	"github.com/jmoiron/sqlx"

	"durchgang/core/judge"
	"durchgang/core/suite"
	"durchgang/internal/record"
)

// Task is what a worker needs to grade one submission.
type Task struct {
	Result     int64
	Attempt    int       // number of this one
	Suite      string    `db:"suite"`
	Phrasebook string    `db:"phrasebook"`
	Channel    string    `db:"channel"`
	Archive    []byte    `db:"archive"`
	HandedIn   time.Time `db:"handed_in"`
	record.Terms
}

// selectTask selects what is needed to grade a result, or to run a part of it again. The
// terms are those of the revision that the run uses.
const selectTask = `
	select x.id as result, x.evidence_of, r.suite, coalesce(nullif(x.phrasebook, ''), r.phrasebook) as phrasebook, r.channel, s.archive, s.created_at as handed_in, s.student,
	       cast(v.body ->> 'due_at' as timestamptz) as due_at,
	       coalesce(cast(v.body ->> 'seconds' as int), 0) as seconds, coalesce(cast(v.body ->> 'megabytes' as int), 0) as megabytes
	from result x join run r on r.id = x.run_id join submission s on s.id = x.submission_id
	join revision v on v.assignment_id = r.assignment_id and v.number = r.revision`

// TakeResult gives a ticket of the queue the result that is to be graded for it: the one that
// it had before, or else the next one by fair shares. Of the courses that wait, the one
// that has the fewest at work comes first, then the one that was served longest ago; in it
// what students try, then the oldest run. It is ErrNotFound when nothing waits.
//
// The result is marked as running, and what an earlier attempt left behind is removed. What
// that attempt still writes is dropped, since it bears an older number. It relies on the
// indexes run_unfinished, result_queued, result_running and result_ticket.
func (s *Store) TakeResult(ctx context.Context, ticket int64, worker string) (t Task, err error) {
	err = s.in(ctx, func(tx *sqlx.Tx) error {
		params := map[string]any{"ticket": ticket, "worker": worker}
		id, err := s.pick(ctx, tx, params)
		if err != nil {
			return err
		}
		params["id"] = id
		if err := get(ctx, tx, &t, `
			select q.suite, q.phrasebook, q.channel, q.archive, q.handed_in, q.due_at, q.seconds, q.megabytes
			from (`+selectTask+` where x.id = :id for update of x) q`, params); err != nil {
			return err
		}
		for _, statement := range []string{`delete from evidence where result_id = :id`, `delete from picture where result_id = :id`} {
			if err := exec(ctx, tx, statement, params); err != nil {
				return err
			}
		}
		if err := exec(ctx, tx, `
			update course set served_at = clock_timestamp()
			where id = (select a.course_id from run r join assignment a on a.id = r.assignment_id join result x on x.run_id = r.id where x.id = :id)`, params); err != nil {
			return err
		}
		t.Result = id
		return get(ctx, tx, &t.Attempt, `
			update result set state = 'running', started_at = now(), ticket = :ticket, worker = :worker, attempt = attempt + 1
			where id = :id returning attempt`, params)
	})
	return t, err
}

// pick finds the result for a ticket and locks it.
func (s *Store) pick(ctx context.Context, tx *sqlx.Tx, params map[string]any) (id int64, err error) {
	err = get(ctx, tx, &id, `select id from result where ticket = :ticket and state = 'running' for update`, params)
	if !errors.Is(err, ErrNotFound) {
		return id, err
	}
	var runs []int64
	if err := list(ctx, tx, &runs, `
		select r.id from run r join assignment a on a.id = r.assignment_id join course c on c.id = a.course_id
		cross join lateral (
			select count(*) as n from run o join assignment b on b.id = o.assignment_id join result x on x.run_id = o.id
			where b.course_id = c.id and o.finished_at is null and x.state = 'running') busy
		where r.finished_at is null and r.paused_at is null and r.cancelled_at is null
		  and exists (select from result x where x.run_id = r.id and x.state = 'queued')
		order by busy.n, c.served_at nulls first, r.kind <> 'try', r.id`, params); err != nil {
		return 0, err
	}
	for _, run := range runs {
		err := get(ctx, tx, &id, `
			select id from result where run_id = :run and state = 'queued' order by id limit 1 for update skip locked`, map[string]any{"run": run})
		if !errors.Is(err, ErrNotFound) {
			return id, err
		}
	}
	return 0, ErrNotFound
}

// ErrOvertaken means that somebody else grades the result now, or that it was cancelled.
var ErrOvertaken = errors.New("the result is not this worker's any more")

// Outcome is what became of a result.
type Outcome struct {
	Language string
	Problem  string // not empty when the program could not be graded
	Verdict  judge.Verdict
	DaysLate int
	record.Examination
	Behaviour string
	Played    []judge.Brief // how the scripts went, to compute the points again
}

// examined is what is kept of an examination in one text.
type examined struct {
	Account []judge.Entry `json:"account"`
	record.Examination
	Played []judge.Brief `json:"played,omitempty"`
}

// FinishResult keeps the outcome of a result, once. It is ErrOvertaken when the result is
// finished already, or another attempt grades it. The run is finished with its last result.
func (s *Store) FinishResult(ctx context.Context, id int64, attempt int, o Outcome) error {
	return s.in(ctx, func(tx *sqlx.Tx) error {
		var run []int64
		if err := list(ctx, tx, &run, `
			select r.id from run r join result x on x.run_id = r.id
			where x.id = :id and x.state = 'running' and x.attempt = :attempt for update of r, x`,
			map[string]any{"id": id, "attempt": attempt}); err != nil {
			return err
		}
		if len(run) == 0 {
			return ErrOvertaken
		}
		if err := settle(ctx, tx, id, o); err != nil {
			return err
		}
		return finishRun(ctx, tx, run[0])
	})
}

// settle writes an outcome to a result.
func settle(ctx context.Context, tx *sqlx.Tx, id int64, o Outcome) error {
	criteria, err := jsonb(o.Verdict.Criteria)
	if err != nil {
		return fmt.Errorf("write the criteria: %w", err)
	}
	examination, err := json.Marshal(examined{o.Verdict.Account, o.Examination, o.Played})
	if err != nil {
		return fmt.Errorf("write the examination: %w", err)
	}
	state := record.Done
	if o.Problem != "" {
		state = record.Failed
	}
	if err := exec(ctx, tx, `
		update result set state = :state, language = :language, problem = :problem, points = :points,
		                  criteria = cast(:criteria as jsonb), examination = :examination, behaviour = :behaviour,
		                  days_late = :late, summary = :summary, finished_at = now()
		where id = :id`, map[string]any{
		"id": id, "state": state, "language": o.Language, "problem": told(o.Problem),
		"points": int64(o.Verdict.Points), "criteria": criteria,
		"examination": examination, "behaviour": o.Behaviour, "late": o.DaysLate, "summary": summarize(o.Verdict.Criteria, o.Examination).String(),
	}); err != nil {
		return err
	}
	for _, f := range o.Verdict.Findings {
		if err := addFinding(ctx, tx, id, f); err != nil {
			return err
		}
	}
	return nil
}

// finishRun marks a run as finished when all of its results are.
func finishRun(ctx context.Context, tx *sqlx.Tx, run int64) error {
	return exec(ctx, tx, `
		update run set finished_at = now()
		where id = :run and finished_at is null and not exists (select from result where run_id = :run and finished_at is null)`,
		map[string]any{"run": run})
}

func addFinding(ctx context.Context, tx *sqlx.Tx, result int64, f judge.Finding) error {
	return exec(ctx, tx, `
		insert into finding (result_id, criterion, script, step, expected, seen)
		values (:result, :criterion, :script, :step, :expected, :seen)`,
		map[string]any{
			"result": result, "criterion": f.Criterion, "script": f.Script, "step": f.Step,
			"expected": told(f.Expected), "seen": told(f.Seen),
		})
}

// Result finds a result with its findings and the states of its scripts. Of is
// left to the caller, who knows the suite.
func (s *Store) Result(ctx context.Context, id int64) (record.Result, error) {
	var found struct {
		ID, RunID, AssignmentID     int64
		Trial                       bool
		Course, Assignment, Student string
		State                       record.State
		Language, Problem           string
		Points                      int64
		Criteria, Examination       []byte
		Behaviour, Comment          string
		DaysLate                    int        `db:"days_late"`
		HandedIn                    time.Time  `db:"handed_in"`
		FinishedAt                  *time.Time `db:"finished_at"`
	}
	params := map[string]any{"id": id}
	err := get(ctx, s.db, &found, `
		select x.id, x.run_id as runid, s.assignment_id as assignmentid, s.trial, c.name as course, a.name as assignment, s.student,
		       x.state, x.language, x.problem, x.points, x.criteria, x.finished_at,
		       x.examination, x.behaviour, x.days_late, s.created_at as handed_in, coalesce(k.body, '') as comment
		from result x
		join submission s on s.id = x.submission_id
		join assignment a on a.id = s.assignment_id
		join course c on c.id = a.course_id
		left join comment k on k.submission_id = s.id
		where x.id = :id`, params)
	if err != nil {
		return record.Result{}, err
	}
	r := record.Result{
		ID: found.ID, RunID: found.RunID, Course: found.Course, Assignment: found.Assignment, Student: found.Student,
		State: found.State, Language: found.Language, Problem: found.Problem,
		Points: suite.Points(found.Points), FinishedAt: found.FinishedAt,
		Behaviour: found.Behaviour, Comment: found.Comment, DaysLate: found.DaysLate, HandedIn: found.HandedIn,
		Findings: []record.Finding{}, Scripts: []record.ScriptState{}, Hands: []record.ByHand{},
	}
	about := examined{Account: []judge.Entry{}}
	if err := json.Unmarshal(found.Examination, &about); err != nil {
		return r, fmt.Errorf("read the examination of result %d: %w", id, err)
	}
	r.Account, r.Examination = about.Account, about.Examination.Whole()
	if err := json.Unmarshal(found.Criteria, &r.Criteria); err != nil {
		return r, fmt.Errorf("read the criteria of result %d: %w", id, err)
	}
	if r.State == record.Done && !found.Trial {
		if r.Hands, err = s.ByHand(ctx, found.AssignmentID, r.Student); err != nil {
			return r, err
		}
		v := judge.Verdict{Points: r.Points, Criteria: r.Criteria, Account: r.Account}
		hands := make([]judge.ByHand, len(r.Hands))
		for i, h := range r.Hands {
			hands[i] = h.ByHand
		}
		v.Give(hands)
		r.Points, r.Account = v.Points, v.Account
	}
	if err := list(ctx, s.db, &r.Findings, `
		select id, criterion, script, step, expected, seen from finding where result_id = :id order by id`, params); err != nil {
		return r, err
	}
	return r, list(ctx, s.db, &r.Scripts, `
		select number, title, criterion, state from evidence
		where result_id = (select coalesce(evidence_of, id) from result where id = :id) order by number`, params)
}
