package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"time"

	"github.com/jmoiron/sqlx"

	"durchgang/core/judge"
	"durchgang/internal/record"
)

// ErrNothingToRun means that nobody has handed in.
var ErrNothingToRun = errors.New("nobody has handed in yet: import submissions first")

// selectRun counts a run's results. What is left is told from how long those that were graded
// took, and is null before the first one.
const selectRun = `
	select r.id, c.name as course, a.name as assignment, r.revision, r.kind, r.login, r.accepted_at is not null as accepted,
	       r.created_at, r.finished_at, n.total, n.done, n.kept,
	       case when r.cancelled_at is not null then 'cancelled' when r.finished_at is not null then 'done'
	            when r.paused_at is not null then 'paused' when n.begun > 0 then 'running' else 'queued' end as state,
	       case when r.finished_at is null and r.paused_at is null and n.graded > 0
	            then cast(ceil(extract(epoch from now() - n.first) / n.graded * (n.total - n.done)) as int) end as seconds_left,
	       coalesce(a.published_run = r.id, false) as published
	from run r
	join assignment a on a.id = r.assignment_id
	join course c on c.id = a.course_id
	cross join lateral (
		select count(*) as total, count(*) filter (where x.finished_at is not null) as done,
		       count(*) filter (where x.evidence_of is not null) as kept,
		       count(*) filter (where x.started_at is not null and x.finished_at is not null) as graded,
		       min(x.started_at) as first,
		       count(*) filter (where x.started_at is not null) as begun
		from result x where x.run_id = r.id) n`

// mostAttempts is how many of a student's submissions are graded where the best counts.
const mostAttempts = 10

// attempts selects the last submissions of each student.
const attempts = `
	select id, student from (
		select id, student, row_number() over (partition by student order by id desc) as n
		from submission where assignment_id = :assignment and not trial) every
	where n <= :attempts`

// Begin is what is to be run.
type Begin struct {
	Assignment int64
	Kind       record.Kind
	Every      bool   // the last ten submissions of each student, else the last one
	Submission int64  // of what a student tries: this one alone
	Suite      string // of what a student tries; else the assignment's
	Login      string // who starts it

	// Keep returns what became of a submission when it was graded before and need not be
	// again, or false; nil runs everything.
	Keep func(Earlier) (Outcome, bool, error)
}

// Earlier is a result of a submission that was graded before, through the same channel with
// the same phrasebook and limits as the new run.
type Earlier struct {
	ID        int64  `db:"id"` // of the result that has the evidence
	Suite     string // of the earlier run
	Language  string
	Behaviour string
	HandedIn  time.Time  `db:"handed_in"`
	DueAt     *time.Time `db:"due_at"` // of the new run
	Played    []judge.Brief
	record.Examination
}

// StartRun begins a run. enqueue adds as many jobs as there are results to grade, in the same
// transaction, so that neither exists without the other.
func (s *Store) StartRun(ctx context.Context, b Begin, enqueue func(*sql.Tx, int) error) (r record.Run, err error) {
	err = s.in(ctx, func(tx *sqlx.Tx) error {
		params := map[string]any{
			"assignment": b.Assignment, "attempts": 1, "kind": b.Kind, "login": b.Login, "suite": b.Suite, "submission": b.Submission,
		}
		if b.Every {
			params["attempts"] = mostAttempts
		}
		var run int64
		if err := get(ctx, tx, &run, `
			insert into run (assignment_id, suite, phrasebook, channel, revision, kind, login, accepted_at)
			select id, coalesce(nullif(:suite, ''), suite), phrasebook, channel, revision, :kind, :login, case when :kind = 'run' then now() end
			from assignment where id = :assignment returning id`, params); err != nil {
			return err
		}
		params["run"] = run
		chosen := attempts
		if b.Submission != 0 {
			chosen = `select id, student from submission where id = :submission`
		}
		var results []int64
		if err := list(ctx, tx, &results, `
			insert into result (run_id, submission_id, phrasebook)
			select :run, n.id, coalesce(o.phrasebook, '') from (`+chosen+`) n
			left join own_phrasebook o on o.assignment_id = :assignment and o.student = n.student
			order by n.student, n.id returning id`, params); err != nil {
			return err
		}
		if len(results) == 0 {
			return ErrNothingToRun
		}
		left := len(results)
		if b.Keep != nil {
			for _, id := range results {
				kept, err := keep(ctx, tx, id, b.Keep)
				if err != nil {
					return err
				}
				if kept {
					left--
				}
			}
		}
		if err := enqueue(tx.Tx, left); err != nil {
			return fmt.Errorf("queue the run's jobs: %w", err)
		}
		if err := finishRun(ctx, tx, run); err != nil {
			return err
		}
		return get(ctx, tx, &r, selectRun+` where r.id = :run`, params)
	})
	return r, err
}

// selectEarlier finds the newest earlier result of a result's submission. It relies on the
// index result_of_submission.
const selectEarlier = `
	select coalesce(p.evidence_of, p.id) as id, o.suite, p.language, p.behaviour, p.examination as body,
	       s.created_at as handed_in, cast(v.body ->> 'due_at' as timestamptz) as due_at
	from result x join run r on r.id = x.run_id join submission s on s.id = x.submission_id
	join revision v on v.assignment_id = r.assignment_id and v.number = r.revision
	join result p on p.submission_id = x.submission_id and p.id < x.id and p.state = 'done'
	join run o on o.id = p.run_id and o.accepted_at is not null and o.channel = r.channel
	join revision w on w.assignment_id = o.assignment_id and w.number = o.revision
	where x.id = :id
	  and coalesce(nullif(p.phrasebook, ''), o.phrasebook) = coalesce(nullif(x.phrasebook, ''), r.phrasebook)
	  and coalesce(v.body ->> 'seconds', '0') = coalesce(w.body ->> 'seconds', '0')
	  and coalesce(v.body ->> 'megabytes', '0') = coalesce(w.body ->> 'megabytes', '0')
	order by p.id desc limit 1`

// keep settles a new result by an earlier one, where that can be.
func keep(ctx context.Context, tx *sqlx.Tx, id int64, by func(Earlier) (Outcome, bool, error)) (bool, error) {
	var row struct {
		Earlier
		Body []byte
	}
	err := get(ctx, tx, &row, selectEarlier, map[string]any{"id": id})
	if errors.Is(err, ErrNotFound) {
		return false, nil
	}
	if err != nil {
		return false, err
	}
	var about examined
	if err := json.Unmarshal(row.Body, &about); err != nil {
		return false, fmt.Errorf("read the examination of result %d: %w", row.ID, err)
	}
	row.Played, row.Examination = about.Played, about.Examination
	outcome, is, err := by(row.Earlier)
	if err != nil || !is {
		return false, err
	}
	if err := exec(ctx, tx, `update result set evidence_of = :owner where id = :id`, map[string]any{"owner": row.ID, "id": id}); err != nil {
		return false, err
	}
	return true, settle(ctx, tx, id, outcome)
}

// Graded is a result with what is needed to compute its points anew.
type Graded struct {
	ID      int64
	Student string
	Suite   string // of its run
	Played  []judge.Brief
}

// Graded lists the results of the newest run of an assignment that counts, those that were graded.
func (s *Store) Graded(ctx context.Context, assignment int64) ([]Graded, error) {
	var rows []struct {
		Graded
		Body []byte
	}
	err := list(ctx, s.db, &rows, `
		select x.id, s.student, r.suite, x.examination as body
		from result x join run r on r.id = x.run_id join submission s on s.id = x.submission_id
		where x.state = 'done'
		  and r.id = (select max(id) from run where assignment_id = :assignment and accepted_at is not null)
		order by s.student, x.id`, map[string]any{"assignment": assignment})
	results := make([]Graded, len(rows))
	for i, row := range rows {
		var about examined
		if err := json.Unmarshal(row.Body, &about); err != nil {
			return nil, fmt.Errorf("read the examination of result %d: %w", row.ID, err)
		}
		results[i] = row.Graded
		results[i].Played = about.Played
	}
	return results, err
}

// Run finds a run.
func (s *Store) Run(ctx context.Context, id int64) (r record.Run, err error) {
	err = get(ctx, s.db, &r, selectRun+` where r.id = :id`, map[string]any{"id": id})
	return r, err
}

// Runs lists the runs of an assignment, the newest first, without what students try.
func (s *Store) Runs(ctx context.Context, assignment int64) ([]record.Run, error) {
	runs := []record.Run{}
	return runs, list(ctx, s.db, &runs, selectRun+` where r.assignment_id = :assignment and r.kind <> 'try' order by r.id desc limit 100`,
		map[string]any{"assignment": assignment})
}

// Cancel ends a run: what is not graded yet will not be, and what is being graded is dropped.
func (s *Store) Cancel(ctx context.Context, run int64) error {
	return s.in(ctx, func(tx *sqlx.Tx) error {
		params := map[string]any{"run": run}
		if err := exec(ctx, tx, `update run set cancelled_at = now() where id = :run and finished_at is null`, params); err != nil {
			return err
		}
		if err := exec(ctx, tx, `
			update result set state = 'cancelled', finished_at = now(), attempt = attempt + 1
			where run_id = :run and finished_at is null`, params); err != nil {
			return err
		}
		return finishRun(ctx, tx, run)
	})
}

// Pause lets a run rest, or go on: nothing of it is begun while it rests. enqueue adds jobs
// for what waits when it goes on.
func (s *Store) Pause(ctx context.Context, run int64, rest bool, enqueue func(*sql.Tx, int) error) error {
	return s.in(ctx, func(tx *sqlx.Tx) error {
		params := map[string]any{"run": run, "rest": rest}
		if err := exec(ctx, tx, `
			update run set paused_at = case when :rest then coalesce(paused_at, now()) end where id = :run and finished_at is null`, params); err != nil || rest {
			return err
		}
		var waiting int
		if err := get(ctx, tx, &waiting, `select count(*) from result where run_id = :run and state = 'queued'`, params); err != nil {
			return err
		}
		return enqueue(tx.Tx, waiting)
	})
}

// AcceptRun lets a proposal count.
func (s *Store) AcceptRun(ctx context.Context, run int64) error {
	return exec(ctx, s.db, `update run set accepted_at = coalesce(accepted_at, now()) where id = :run`, map[string]any{"run": run})
}

// DiscardRun deletes a proposal that does not count.
func (s *Store) DiscardRun(ctx context.Context, run int64) error {
	return exec(ctx, s.db, `delete from run where id = :run and kind = 'proposal' and accepted_at is null`, map[string]any{"run": run})
}

// Missing adds as many jobs as lack for what waits in runs that may go on. It relies on the
// index result_queued.
func (s *Store) Missing(ctx context.Context, enqueue func(*sql.Tx, int) error) error {
	return s.in(ctx, func(tx *sqlx.Tx) error {
		var lack int
		// One worker at a time, so that jobs are added once.
		if err := get(ctx, tx, &lack, `
			select case when pg_try_advisory_xact_lock(`+lockClass+`, 0) then (
				select count(*) from result x join run r on r.id = x.run_id
				where x.state = 'queued' and r.paused_at is null) - (
				select count(*) from river_job where kind = 'grade' and state in ('available', 'scheduled', 'retryable', 'pending'))
			else 0 end`, nil); err != nil || lack <= 0 {
			return err
		}
		return enqueue(tx.Tx, lack)
	})
}

// Orphans puts results back into the queue that are marked as running while no job is there
// that would grade them.
func (s *Store) Orphans(ctx context.Context) error {
	return exec(ctx, s.db, `
		update result x set state = 'queued', ticket = null, worker = '', attempt = attempt + 1
		where x.state = 'running' and not exists (
			select from river_job j where j.id = x.ticket and j.state in ('running', 'available', 'scheduled', 'retryable', 'pending'))`, nil)
}

// RunSuite returns the text of the suite that a run uses.
func (s *Store) RunSuite(ctx context.Context, run int64) (text string, err error) {
	err = get(ctx, s.db, &text, `select suite from run where id = :run`, map[string]any{"run": run})
	return text, err
}

// Rows lists the results of a run by student, the one that counts of several first: that
// with the most points, or the last one. Their cells are in the order of the criteria. With
// whole they have verdicts and account too.
func (s *Store) Rows(ctx context.Context, run int64, whole bool) ([]record.Row, error) {
	found, err := s.scanRows(ctx, run, whole)
	if err != nil {
		return nil, err
	}
	hands, err := s.handsOf(ctx, run)
	if err != nil {
		return nil, err
	}
	rows := make([]record.Row, len(found))
	for i, f := range found {
		var about examined
		short := summary{}
		if f.Verdict != nil {
			if err := json.Unmarshal(f.Verdict, &f.Verdicts); err != nil {
				return nil, fmt.Errorf("read the criteria of result %d: %w", f.Result, err)
			}
			if err := json.Unmarshal(f.Examination, &about); err != nil {
				return nil, fmt.Errorf("read the examination of result %d: %w", f.Result, err)
			}
			short = summarize(f.Verdicts, about.Examination)
		} else if short, err = readSummary(*f.Summary); err != nil {
			return nil, fmt.Errorf("read the summary of result %d: %w", f.Result, err)
		}
		rows[i] = f.Row
		rows[i].Cells, rows[i].Mistakes, rows[i].Account = short.cells, short.mistakes, about.Account
		if given := hands[f.Student]; len(given) > 0 {
			v := judge.Verdict{Points: f.Points, Criteria: short.verdicts(f.Verdicts)}
			v.Give(given)
			rows[i].Points, rows[i].ByHand = v.Points, len(v.Account) > 0
			rows[i].Account = append(about.Account, v.Account...)
		}
	}
	return rows, nil
}

// foundRow is a row as it is kept.
type foundRow struct {
	record.Row
	Summary              *string
	Verdict, Examination []byte
}

// scanRows reads the rows of a run, field by field and not by the fields' names, which takes
// longer: classes are read often.
func (s *Store) scanRows(ctx context.Context, run int64, whole bool) (found []foundRow, err error) {
	ctx, cancel := context.WithTimeout(ctx, statementTime)
	defer cancel()
	rows, err := s.db.QueryContext(ctx, `
		select x.id, s.id, s.student, x.language, x.state, x.problem, x.points, x.behaviour, x.days_late, x.summary,
		       case when $2 or x.summary is null then x.criteria end, case when $2 or x.summary is null then x.examination end
		from result x join submission s on s.id = x.submission_id
		where x.run_id = $1 order by s.student, x.points desc, x.id desc`, run, whole)
	if err != nil {
		return nil, classify(err)
	}
	defer rows.Close()
	for rows.Next() {
		var f foundRow
		if err := rows.Scan(
			&f.Result, &f.Submission, &f.Student, &f.Language, &f.State, &f.Problem, (*int64)(&f.Points), &f.Behaviour, &f.DaysLate,
			&f.Summary, &f.Verdict, &f.Examination); err != nil {
			return nil, classify(err)
		}
		found = append(found, f)
	}
	return found, classify(rows.Err())
}

// handsOf returns the points that were given by hand for the assignment of a run, by student.
func (s *Store) handsOf(ctx context.Context, run int64) (map[string][]judge.ByHand, error) {
	var assignment int64
	if err := get(ctx, s.db, &assignment, `select assignment_id from run where id = :run`, map[string]any{"run": run}); err != nil {
		return nil, err
	}
	given, err := s.ByHand(ctx, assignment, "")
	hands := map[string][]judge.ByHand{}
	for _, h := range given {
		hands[h.Student] = append(hands[h.Student], h.ByHand)
	}
	return hands, err
}
