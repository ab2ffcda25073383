package store

import (
	"context"
	"errors"
	"fmt"
	"time"

	"github.com/jmoiron/sqlx"

	"durchgang/internal/record"
)

// newest selects the submission of each student that counts: the last one. It
// relies on the index submission_newest.
const newest = `
	select distinct on (student) id, student, digest, files, size, login, origin, created_at
	from submission where assignment_id = :assignment and not trial
	order by student, id desc`

// Turn is what there is of a student in an assignment when something more is handed in.
type Turn struct {
	Now      time.Time           // by the clock of the database
	HandedIn []record.Submission // the newest first
	Tries    int                 // since the day began
}

// AddSubmission keeps a student's archive unless the last one has the same digest;
// added tells which. What a student tries is kept always. Unless it is nil, may says whether
// there is a turn left, and what it fails with is returned; nobody else adds one meanwhile. The
// day begins in the time zone.
func (s *Store) AddSubmission(
	ctx context.Context, assignment int64, sub *record.Submission, archive []byte, zone string, may func(Turn) error,
) (added bool, err error) {
	err = s.in(ctx, func(tx *sqlx.Tx) error {
		params := map[string]any{
			"assignment": assignment, "student": sub.Student, "digest": sub.Digest, "files": sub.Files, "size": sub.Size,
			"archive": archive, "trial": sub.Trial, "login": sub.Login, "origin": sub.Origin,
		}
		if err := lockStudent(ctx, tx, assignment, sub.Student); err != nil {
			return err
		}
		if may != nil {
			turn, err := turnOf(ctx, tx, assignment, sub.Student, zone)
			if err == nil {
				err = may(turn)
			}
			if err != nil {
				return err
			}
		}
		if !sub.Trial {
			err := get(ctx, tx, sub, `
				select id, created_at, digest from submission where assignment_id = :assignment and student = :student and not trial
				order by id desc limit 1`, params)
			if err == nil && sub.Digest == params["digest"] {
				return nil
			}
			if err != nil && !errors.Is(err, ErrNotFound) {
				return err
			}
		}
		added = true
		return get(ctx, tx, sub, `
			insert into submission (assignment_id, student, digest, files, size, archive, trial, login, origin)
			values (:assignment, :student, :digest, :files, :size, :archive, :trial, :login, :origin)
			returning id, digest, created_at`, params)
	})
	return added, err
}

// lockedStudent keeps these advisory locks apart from others.
const lockedStudent = "20487"

// lockStudent keeps what is counted of a student from being added to by anybody else until the
// transaction ends. It is no lock of a row, since a course may have no roster.
func lockStudent(ctx context.Context, tx *sqlx.Tx, assignment int64, student string) error {
	return exec(ctx, tx, `select pg_advisory_xact_lock(`+lockedStudent+`, hashtext(:whose))`,
		map[string]any{"whose": fmt.Sprintf("%d %s", assignment, student)})
}

// TurnOf tells what there is of a student in an assignment; the day begins in the time zone.
func (s *Store) TurnOf(ctx context.Context, assignment int64, student, zone string) (Turn, error) {
	return turnOf(ctx, s.db, assignment, student, zone)
}

func turnOf(ctx context.Context, db sqlx.ExtContext, assignment int64, student, zone string) (t Turn, err error) {
	params := map[string]any{"assignment": assignment, "student": student, "zone": zone}
	t.HandedIn = []record.Submission{}
	if err := list(ctx, db, &t.HandedIn, `
		select id, student, digest, files, size, login, origin, created_at from submission
		where assignment_id = :assignment and student = :student and not trial order by id desc`, params); err != nil {
		return t, err
	}
	return t, get(ctx, db, &t, `
		select clock_timestamp() as now, (
			select count(*) from submission where assignment_id = :assignment and student = :student and trial
			and created_at >= date_trunc('day', now(), cast(:zone as text))) as tries`, params)
}

// Archive returns a submission's archive.
func (s *Store) Archive(ctx context.Context, submission int64) (archive []byte, err error) {
	err = get(ctx, s.db, &archive, `select archive from submission where id = :id`, map[string]any{"id": submission})
	return archive, err
}

// ArchiveOf returns the files of a result's submission as they were handed in.
func (s *Store) ArchiveOf(ctx context.Context, result int64) (archive []byte, err error) {
	err = get(
		ctx, s.db, &archive, `select s.archive from submission s join result x on x.submission_id = s.id where x.id = :id`,
		map[string]any{"id": result},
	)
	return archive, err
}

// Submissions lists the submission of each student that counts, by student.
func (s *Store) Submissions(ctx context.Context, assignment int64) ([]record.Submission, error) {
	submissions := []record.Submission{}
	return submissions, list(ctx, s.db, &submissions, `
		select n.*, coalesce(o.phrasebook, '') as phrasebook from (`+newest+`) n
		left join own_phrasebook o on o.assignment_id = :assignment and o.student = n.student
		order by n.student`, map[string]any{"assignment": assignment})
}
