package store

import (
	"context"
	"encoding/json"
	"fmt"
	"time"

	"github.com/jmoiron/sqlx"

	"durchgang/core/judge"
	"durchgang/core/suite"
	"durchgang/internal/record"
)

// Task is what a worker needs to grade one submission.
type Task struct {
	State      record.State `db:"state"`
	Suite      string       `db:"suite"`
	Phrasebook string       `db:"phrasebook"`
	Channel    string       `db:"channel"`
	Archive    []byte       `db:"archive"`
	HandedIn   time.Time    `db:"handed_in"`
	record.Terms
}

// selectTask selects what is needed to grade a result, or to run a part of it again. The
// terms are those of the revision that the run uses.
const selectTask = `
	select x.id as result, x.state, r.suite, coalesce(nullif(x.phrasebook, ''), r.phrasebook) as phrasebook, r.channel, s.archive, s.created_at as handed_in, s.student,
	       cast(v.body ->> 'due_at' as timestamptz) as due_at,
	       coalesce(cast(v.body ->> 'seconds' as int), 0) as seconds, coalesce(cast(v.body ->> 'megabytes' as int), 0) as megabytes
	from result x join run r on r.id = x.run_id join submission s on s.id = x.submission_id
	join revision v on v.assignment_id = r.assignment_id and v.number = r.revision`

// BeginResult marks a result as running, removes what an earlier attempt left
// behind, and returns its task. A finished result stays as it is.
func (s *Store) BeginResult(ctx context.Context, id int64) (t Task, err error) {
	err = s.in(ctx, func(tx *sqlx.Tx) error {
		params := map[string]any{"id": id}
		if err := get(ctx, tx, &t, `
			select q.state, q.suite, q.phrasebook, q.channel, q.archive, q.handed_in, q.due_at, q.seconds, q.megabytes
			from (`+selectTask+` where x.id = :id for update of x) q`, params); err != nil {
			return err
		}
		if t.State == record.Done || t.State == record.Failed {
			return nil
		}
		if err := exec(ctx, tx, `delete from evidence where result_id = :id`, params); err != nil {
			return err
		}
		return exec(ctx, tx, `update result set state = 'running', started_at = now() where id = :id`, params)
	})
	return t, err
}

// Outcome is what became of a result.
type Outcome struct {
	Language string
	Problem  string // not empty when the program could not be graded
	Verdict  judge.Verdict
	DaysLate int
	record.Examination
	Behaviour string
}

// examined is what is kept of an examination in one text.
type examined struct {
	Account []judge.Entry `json:"account"`
	record.Examination
}

// FinishResult keeps the outcome of a result, once: a second outcome for the same
// result is dropped. The run is finished with its last result.
func (s *Store) FinishResult(ctx context.Context, id int64, o Outcome) error {
	criteria, err := json.Marshal(o.Verdict.Criteria)
	if err != nil {
		return fmt.Errorf("write the criteria: %w", err)
	}
	examination, err := json.Marshal(examined{o.Verdict.Account, o.Examination})
	if err != nil {
		return fmt.Errorf("write the examination: %w", err)
	}
	state := record.Done
	if o.Problem != "" {
		state = record.Failed
	}
	return s.in(ctx, func(tx *sqlx.Tx) error {
		params := map[string]any{
			"id": id, "state": state, "language": o.Language, "problem": o.Problem,
			"points": int64(o.Verdict.Points), "criteria": string(criteria),
			"examination": examination, "behaviour": o.Behaviour, "late": o.DaysLate,
		}
		var run []int64
		if err := list(ctx, tx, &run, `
			select r.id from run r join result x on x.run_id = r.id
			where x.id = :id and x.finished_at is null for update of r`, params); err != nil || len(run) == 0 {
			return err
		}
		if err := exec(ctx, tx, `
			update result set state = :state, language = :language, problem = :problem, points = :points,
			                  criteria = cast(:criteria as jsonb), examination = :examination, behaviour = :behaviour,
			                  days_late = :late, finished_at = now()
			where id = :id`, params); err != nil {
			return err
		}
		for _, f := range o.Verdict.Findings {
			if err := addFinding(ctx, tx, id, f); err != nil {
				return err
			}
		}
		return exec(ctx, tx, `
			update run set finished_at = now()
			where id = :run and not exists (select from result where run_id = :run and finished_at is null)`,
			map[string]any{"run": run[0]})
	})
}

func addFinding(ctx context.Context, tx *sqlx.Tx, result int64, f judge.Finding) error {
	return exec(ctx, tx, `
		insert into finding (result_id, criterion, script, step, expected, seen)
		values (:result, :criterion, :script, :step, :expected, :seen)`,
		map[string]any{
			"result": result, "criterion": f.Criterion, "script": f.Script, "step": f.Step,
			"expected": f.Expected, "seen": f.Seen,
		})
}

// Result finds a result with its findings and the states of its scripts. Of is
// left to the caller, who knows the suite.
func (s *Store) Result(ctx context.Context, id int64) (record.Result, error) {
	var found struct {
		ID, RunID                   int64
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
		select x.id, x.run_id as runid, c.name as course, a.name as assignment, s.student,
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
		Findings: []record.Finding{}, Scripts: []record.ScriptState{},
	}
	about := examined{Account: []judge.Entry{}}
	if err := json.Unmarshal(found.Examination, &about); err != nil {
		return r, fmt.Errorf("read the examination of result %d: %w", id, err)
	}
	r.Account, r.Examination = about.Account, about.Examination.Whole()
	if err := json.Unmarshal(found.Criteria, &r.Criteria); err != nil {
		return r, fmt.Errorf("read the criteria of result %d: %w", id, err)
	}
	if err := list(ctx, s.db, &r.Findings, `
		select id, criterion, script, step, expected, seen from finding where result_id = :id order by id`, params); err != nil {
		return r, err
	}
	return r, list(ctx, s.db, &r.Scripts, `
		select number, title, criterion, state from evidence where result_id = :id order by number`, params)
}
