package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"

	"github.com/jmoiron/sqlx"

	"durchgang/core/judge"
	"durchgang/internal/record"
)

// ErrNothingToRun means that nobody has handed in.
var ErrNothingToRun = errors.New("nobody has handed in yet: import submissions first")

const selectRun = `
	select r.id, c.name as course, a.name as assignment, r.revision, r.created_at, r.finished_at, n.total, n.done,
	       case when r.finished_at is not null then 'done' when n.begun > 0 then 'running' else 'queued' end as state
	from run r
	join assignment a on a.id = r.assignment_id
	join course c on c.id = a.course_id
	cross join lateral (
		select count(*) as total, count(*) filter (where x.finished_at is not null) as done,
		       count(*) filter (where x.state <> 'queued') as begun
		from result x where x.run_id = r.id) n`

// mostAttempts is how many of a student's submissions are graded where the best counts.
const mostAttempts = 10

// attempts selects the last submissions of each student.
const attempts = `
	select id, student from (
		select id, student, row_number() over (partition by student order by id desc) as n
		from submission where assignment_id = :assignment) every
	where n <= :attempts`

// StartRun begins a run of the last submission of each student or, with every, of the
// last ten. enqueue adds the jobs of
// the new results in the same transaction, so that neither exists without the other.
func (s *Store) StartRun(ctx context.Context, assignment int64, every bool, enqueue func(*sql.Tx, []int64) error) (r record.Run, err error) {
	err = s.in(ctx, func(tx *sqlx.Tx) error {
		var run int64
		params := map[string]any{"assignment": assignment, "attempts": 1}
		if every {
			params["attempts"] = mostAttempts
		}
		if err := get(ctx, tx, &run, `
			insert into run (assignment_id, suite, phrasebook, channel, revision)
			select id, suite, phrasebook, channel, revision from assignment where id = :assignment returning id`, params); err != nil {
			return err
		}
		params["run"] = run
		var results []int64
		if err := list(ctx, tx, &results, `
			insert into result (run_id, submission_id, phrasebook)
			select :run, n.id, coalesce(o.phrasebook, '') from (`+attempts+`) n
			left join own_phrasebook o on o.assignment_id = :assignment and o.student = n.student
			order by n.student, n.id returning id`, params); err != nil {
			return err
		}
		if len(results) == 0 {
			return ErrNothingToRun
		}
		if err := enqueue(tx.Tx, results); err != nil {
			return fmt.Errorf("queue the run's jobs: %w", err)
		}
		return get(ctx, tx, &r, selectRun+` where r.id = :run`, params)
	})
	return r, err
}

// Run finds a run.
func (s *Store) Run(ctx context.Context, id int64) (r record.Run, err error) {
	err = get(ctx, s.db, &r, selectRun+` where r.id = :id`, map[string]any{"id": id})
	return r, err
}

// Runs lists the runs of an assignment, the newest first.
func (s *Store) Runs(ctx context.Context, assignment int64) ([]record.Run, error) {
	runs := []record.Run{}
	return runs, list(ctx, s.db, &runs, selectRun+` where r.assignment_id = :assignment order by r.id desc limit 100`,
		map[string]any{"assignment": assignment})
}

// RunSuite returns the text of the suite that a run uses.
func (s *Store) RunSuite(ctx context.Context, run int64) (text string, err error) {
	err = get(ctx, s.db, &text, `select suite from run where id = :run`, map[string]any{"run": run})
	return text, err
}

// Rows lists the results of a run by student, the one that counts of several first: that
// with the most points, or the last one. Their cells are in the order of the criteria.
func (s *Store) Rows(ctx context.Context, run int64) ([]record.Row, error) {
	var found []struct {
		record.Row
		Verdict     []byte `db:"criteria"`
		Examination []byte
	}
	err := list(ctx, s.db, &found, `
		select x.id as result, s.student, x.language, x.state, x.problem, x.points, x.criteria, x.examination, x.behaviour
		from result x join submission s on s.id = x.submission_id
		where x.run_id = :run order by s.student, x.points desc, x.id desc`, map[string]any{"run": run})
	if err != nil {
		return nil, err
	}
	rows := make([]record.Row, len(found))
	for i, f := range found {
		var criteria []judge.CriterionVerdict
		if err := json.Unmarshal(f.Verdict, &criteria); err != nil {
			return nil, fmt.Errorf("read the criteria of result %d: %w", f.Result, err)
		}
		about := examined{}
		if err := json.Unmarshal(f.Examination, &about); err != nil {
			return nil, fmt.Errorf("read the examination of result %d: %w", f.Result, err)
		}
		rows[i] = f.Row
		rows[i].Mistakes = []string{}
		if d := about.Diagnosis; len(d) > 0 && d[0].Whole {
			rows[i].Mistakes = d[0].Mistakes
		}
		rows[i].Cells = make([]judge.State, len(criteria))
		for k, c := range criteria {
			rows[i].Cells[k] = c.State
		}
	}
	return rows, nil
}
