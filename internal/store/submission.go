package store

import (
	"context"
	"errors"

	"github.com/jmoiron/sqlx"

	"durchgang/internal/record"
)

// newest selects the submission of each student that counts: the last one. It
// relies on the index submission_newest.
const newest = `
	select distinct on (student) id, student, digest, files, size, created_at
	from submission where assignment_id = :assignment
	order by student, id desc`

// AddSubmission keeps a student's archive unless the last one has the same digest;
// added tells which.
func (s *Store) AddSubmission(ctx context.Context, assignment int64, sub record.Submission, archive []byte) (added bool, err error) {
	err = s.in(ctx, func(tx *sqlx.Tx) error {
		var last string
		err := get(ctx, tx, &last, `
			select digest from submission where assignment_id = :assignment and student = :student
			order by id desc limit 1`, map[string]any{"assignment": assignment, "student": sub.Student})
		if err == nil && last == sub.Digest {
			return nil
		}
		if err != nil && !errors.Is(err, ErrNotFound) {
			return err
		}
		added = true
		return exec(ctx, tx, `
			insert into submission (assignment_id, student, digest, files, size, archive)
			values (:assignment, :student, :digest, :files, :size, :archive)`,
			map[string]any{
				"assignment": assignment, "student": sub.Student, "digest": sub.Digest,
				"files": sub.Files, "size": sub.Size, "archive": archive,
			})
	})
	return added, err
}

// Submissions lists the submission of each student that counts, by student.
func (s *Store) Submissions(ctx context.Context, assignment int64) ([]record.Submission, error) {
	submissions := []record.Submission{}
	return submissions, list(ctx, s.db, &submissions, `
		select n.*, coalesce(o.phrasebook, '') as phrasebook from (`+newest+`) n
		left join own_phrasebook o on o.assignment_id = :assignment and o.student = n.student
		order by n.student`, map[string]any{"assignment": assignment})
}
