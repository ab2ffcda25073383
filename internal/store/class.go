package store

import (
	"context"
	"database/sql"

	"github.com/jmoiron/sqlx"

	"durchgang/internal/record"
)

// Quiet lists the titles of a run's scripts that differ for nobody, and how many scripts
// there are; those that were run besides do not count.
func (s *Store) Quiet(ctx context.Context, run int64, scripts int) ([]string, error) {
	titles := []string{}
	return titles, list(ctx, s.db, &titles, `
		select e.title from result x join evidence e on e.result_id = coalesce(x.evidence_of, x.id)
		where x.run_id = :run and e.number <= :scripts
		group by e.number, e.title having bool_and(e.state <> 'differs') order by e.number`,
		map[string]any{"run": run, "scripts": scripts})
}

// Comments returns what the teacher tells each student of a run, by result.
func (s *Store) Comments(ctx context.Context, run int64) (map[int64]string, error) {
	var rows []struct {
		Result int64
		Body   string
	}
	err := list(ctx, s.db, &rows, `
		select x.id as result, k.body from result x join comment k on k.submission_id = x.submission_id
		where x.run_id = :run`, map[string]any{"run": run})
	comments := map[int64]string{}
	for _, r := range rows {
		comments[r.Result] = r.Body
	}
	return comments, err
}

// Comment keeps what the teacher tells the students of some results, all or none; an empty
// text takes it away.
func (s *Store) Comment(ctx context.Context, results []int64, body string) error {
	return s.in(ctx, func(tx *sqlx.Tx) error {
		for _, id := range results {
			params := map[string]any{"id": id, "body": body}
			text := `
				insert into comment (submission_id, body)
				select submission_id, :body from result where id = :id
				on conflict (submission_id) do update set body = excluded.body, written_at = now()`
			if body == "" {
				text = `delete from comment where submission_id = (select submission_id from result where id = :id)`
			}
			if err := exec(ctx, tx, text, params); err != nil {
				return err
			}
		}
		return nil
	})
}

// Found is a finding with what is needed to run it again.
type Found struct {
	record.Finding
	Result  int64
	Student string
	Number  int // of the script's evidence
	Task
}

// Finding finds a finding by its number.
func (s *Store) Finding(ctx context.Context, id int64) (f Found, err error) {
	var row struct {
		ID                int64
		Criterion, Script string
		Step              int
		Expected, Seen    string
		Result            int64
		Student           string
		Number            sql.NullInt64
		EvidenceOf        *int64 `db:"evidence_of"`
		Task
	}
	if err := get(ctx, s.db, &row, `
		select f.id, f.criterion, f.script, f.step, f.expected, f.seen,
		       (select min(number) from evidence e where e.result_id = coalesce(q.evidence_of, q.result) and e.title = f.script) as number, q.*
		from finding f join (`+selectTask+`) q on q.result = f.result_id
		where f.id = :id`, map[string]any{"id": id}); err != nil {
		return f, err
	}
	f.ID, f.Criterion, f.Script, f.Step, f.Expected, f.Seen = row.ID, row.Criterion, row.Script, row.Step, row.Expected, row.Seen
	f.Result, f.Student, f.Number, f.Task = row.Result, row.Student, int(row.Number.Int64), row.Task
	return f, nil
}
