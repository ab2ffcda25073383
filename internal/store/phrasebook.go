package store

import (
	"context"
)

// SetPhrasebook changes the phrasebook of an assignment, for runs that begin after it.
func (s *Store) SetPhrasebook(ctx context.Context, assignment int64, text string) error {
	return exec(ctx, s.db, `update assignment set phrasebook = :text where id = :assignment`,
		map[string]any{"assignment": assignment, "text": text})
}

// SetOwnPhrasebook keeps a phrasebook for one student's programs in an assignment; an empty
// text takes it away.
func (s *Store) SetOwnPhrasebook(ctx context.Context, assignment int64, student, text string) error {
	params := map[string]any{"assignment": assignment, "student": student, "text": text}
	if text == "" {
		return exec(ctx, s.db, `delete from own_phrasebook where assignment_id = :assignment and student = :student`, params)
	}
	return exec(ctx, s.db, `
		insert into own_phrasebook (assignment_id, student, phrasebook) values (:assignment, :student, :text)
		on conflict (assignment_id, student) do update set phrasebook = excluded.phrasebook`, params)
}

// LastResults lists the results of an assignment's newest run, by student.
func (s *Store) LastResults(ctx context.Context, assignment int64) (results []StudentResult, err error) {
	err = list(ctx, s.db, &results, `
		select x.id, b.student from result x join submission b on b.id = x.submission_id
		where x.run_id = (select max(id) from run where assignment_id = :assignment)
		order by b.student`, map[string]any{"assignment": assignment})
	return results, err
}

// StudentResult is a result with whose it is.
type StudentResult struct {
	ID      int64  `db:"id"`
	Student string `db:"student"`
}
