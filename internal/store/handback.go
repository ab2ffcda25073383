package store

import (
	"context"
	"time"

	"github.com/jmoiron/sqlx"

	"durchgang/core/judge"
	"durchgang/core/suite"
	"durchgang/internal/record"
)

// ByHand lists the points of an assignment that were given by hand, by student; with a student
// that one's.
func (s *Store) ByHand(ctx context.Context, assignment int64, student string) ([]record.ByHand, error) {
	var rows []struct {
		Student, Criterion, Reason, Login string
		Points                            int64
		At                                time.Time
	}
	err := list(ctx, s.db, &rows, `
		select student, criterion, points, reason, login, at from by_hand
		where assignment_id = :assignment and (:student = '' or student = :student) order by student, criterion`,
		map[string]any{"assignment": assignment, "student": student})
	hands := make([]record.ByHand, len(rows))
	for i, r := range rows {
		hands[i] = record.ByHand{
			Student: r.Student,
			ByHand:  judge.ByHand{Criterion: r.Criterion, Points: suite.Points(r.Points), Reason: r.Reason},
			Login:   r.Login,
			At:      r.At,
		}
	}
	return hands, err
}

// SetByHand keeps points that are given by hand; take takes them away.
func (s *Store) SetByHand(ctx context.Context, assignment int64, h record.ByHand, take bool) error {
	params := map[string]any{
		"assignment": assignment, "student": h.Student, "criterion": h.Criterion, "points": int64(h.Points), "reason": h.Reason, "login": h.Login,
	}
	if take {
		return exec(
			ctx, s.db,
			`delete from by_hand where assignment_id = :assignment and student = :student and criterion = :criterion`, params,
		)
	}
	return exec(ctx, s.db, `
		insert into by_hand (assignment_id, student, criterion, points, reason, login)
		values (:assignment, :student, :criterion, :points, :reason, :login)
		on conflict (assignment_id, student, criterion) do update
		set points = excluded.points, reason = excluded.reason, login = excluded.login, at = now()`, params)
}

// Publish lets students see the results of a run, or of none when it is nil.
func (s *Store) Publish(ctx context.Context, assignment int64, run *int64) error {
	return exec(ctx, s.db, `
		update assignment set published_run = :run, published_at = case when cast(:run as bigint) is not null then now() end where id = :assignment`,
		map[string]any{"assignment": assignment, "run": run})
}

const selectRequest = `
	select q.id, q.result_id as result, s.student, q.question, q.asked_at, q.answer, q.answered_by, q.answered_at
	from request q join result x on x.id = q.result_id join submission s on s.id = x.submission_id`

// Ask keeps a student's request; it is ErrTooMany while an earlier one has no answer.
func (s *Store) Ask(ctx context.Context, assignment int64, student string, result int64, question string) (r record.Request, err error) {
	err = s.in(ctx, func(tx *sqlx.Tx) error {
		if err := lockStudent(ctx, tx, assignment, student); err != nil {
			return err
		}
		var open bool
		if err := get(ctx, tx, &open, `
			select exists (select from request q join result x on x.id = q.result_id join submission b on b.id = x.submission_id
			               where b.assignment_id = :assignment and b.student = :student and q.answered_at is null)`,
			map[string]any{"assignment": assignment, "student": student}); err != nil {
			return err
		}
		if open {
			return ErrTooMany
		}
		var id int64
		if err := get(ctx, tx, &id, `insert into request (result_id, question) values (:result, :question) returning id`,
			map[string]any{"result": result, "question": question}); err != nil {
			return err
		}
		return get(ctx, tx, &r, selectRequest+` where q.id = :id`, map[string]any{"id": id})
	})
	return r, err
}

// Reply answers a request.
func (s *Store) Reply(ctx context.Context, id int64, answer, login string) (r record.Request, err error) {
	params := map[string]any{"id": id, "answer": answer, "login": login}
	if err := exec(ctx, s.db, `update request set answer = :answer, answered_by = :login, answered_at = now() where id = :id`, params); err != nil {
		return r, err
	}
	err = get(ctx, s.db, &r, selectRequest+` where q.id = :id`, params)
	return r, err
}

// Requests lists the requests of an assignment: open ones first, then the newest; with a
// student that one's.
func (s *Store) Requests(ctx context.Context, assignment int64, student string) ([]record.Request, error) {
	requests := []record.Request{}
	return requests, list(ctx, s.db, &requests, selectRequest+`
		where s.assignment_id = :assignment and (:student = '' or s.student = :student)
		order by q.answered_at is not null, q.id desc`, map[string]any{"assignment": assignment, "student": student})
}

// WhoseRequest tells whose a request is.
func (s *Store) WhoseRequest(ctx context.Context, id int64) (w Whose, err error) {
	var result int64
	if err := get(ctx, s.db, &result, `select result_id from request where id = :id`, map[string]any{"id": id}); err != nil {
		return w, err
	}
	return s.WhoseResult(ctx, result)
}

// MyResults finds what a student may see of an assignment: the result of the published run
// that counts, and that of the newest try; nil where there is none.
func (s *Store) MyResults(ctx context.Context, assignment int64, student string) (handed, trial *int64, err error) {
	params := map[string]any{"assignment": assignment, "student": student}
	var found struct{ Handed, Trial *int64 }
	err = get(ctx, s.db, &found, `
		select (select x.id from result x join submission s on s.id = x.submission_id
		        where x.run_id = a.published_run and s.student = :student order by x.points desc, x.id desc limit 1) as handed,
		       (select max(x.id) from result x join submission s on s.id = x.submission_id
		        where s.assignment_id = a.id and s.student = :student and s.trial) as trial
		from assignment a where a.id = :assignment`, params)
	return found.Handed, found.Trial, err
}
