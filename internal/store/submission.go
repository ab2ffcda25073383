package store

import (
	"context"
	"errors"
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

// AddSubmission keeps a student's archive unless the last one has the same digest;
// added tells which. What a student tries is kept always.
func (s *Store) AddSubmission(ctx context.Context, assignment int64, sub *record.Submission, archive []byte) (added bool, err error) {
	err = s.in(ctx, func(tx *sqlx.Tx) error {
		params := map[string]any{
			"assignment": assignment, "student": sub.Student, "digest": sub.Digest, "files": sub.Files, "size": sub.Size,
			"archive": archive, "trial": sub.Trial, "login": sub.Login, "origin": sub.Origin,
		}
		// Two at once are counted one after the other.
		if err := exec(ctx, tx, `select pg_advisory_xact_lock(`+lockSubmission+`, hashtext(:student))`, params); err != nil {
			return err
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

// lockSubmission keeps these advisory locks apart from others.
const lockSubmission = "20487"

// HandedIn lists what a student has handed in for an assignment, the newest first, and how
// often the student has tried the public part since a time.
func (s *Store) HandedIn(ctx context.Context, assignment int64, student string, since time.Time) (submissions []record.Submission, tries int, err error) {
	params := map[string]any{"assignment": assignment, "student": student, "since": since}
	submissions = []record.Submission{}
	if err := list(ctx, s.db, &submissions, `
		select id, student, digest, files, size, login, origin, created_at from submission
		where assignment_id = :assignment and student = :student and not trial order by id desc`, params); err != nil {
		return nil, 0, err
	}
	return submissions, tries, get(ctx, s.db, &tries, `
		select count(*) from submission where assignment_id = :assignment and student = :student and trial and created_at >= :since`, params)
}

// Archive returns a submission's archive.
func (s *Store) Archive(ctx context.Context, submission int64) (archive []byte, err error) {
	err = get(ctx, s.db, &archive, `select archive from submission where id = :id`, map[string]any{"id": submission})
	return archive, err
}

// ArchiveOf returns the files of a result's submission as they were handed in.
func (s *Store) ArchiveOf(ctx context.Context, result int64) (archive []byte, err error) {
	err = get(ctx, s.db, &archive, `select s.archive from submission s join result x on x.submission_id = s.id where x.id = :id`, map[string]any{"id": result})
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
