package store

import (
	"context"
	"encoding/json"
	"fmt"
	"slices"

	"github.com/jmoiron/sqlx"

	"durchgang/internal/record"
)

// SetOwnPhrasebook keeps a phrasebook for one student's programs in an assignment; an empty
// text takes it away.
// It makes a revision, since runs differ by it.
func (s *Store) SetOwnPhrasebook(ctx context.Context, a record.Assignment, student, text, login string) error {
	return s.in(ctx, func(tx *sqlx.Tx) error {
		if err := setOwnPhrasebook(ctx, tx, a.ID, student, text); err != nil {
			return err
		}
		if err := exec(ctx, tx, `update assignment set revision = revision + 1 where id = :id`, map[string]any{"id": a.ID}); err != nil {
			return err
		}
		return s.revise(ctx, tx, &a, login, "phrasebook of "+student)
	})
}

func setOwnPhrasebook(ctx context.Context, tx *sqlx.Tx, assignment int64, student, text string) error {
	params := map[string]any{"assignment": assignment, "student": student, "text": text}
	if text == "" {
		return exec(ctx, tx, `delete from own_phrasebook where assignment_id = :assignment and student = :student`, params)
	}
	return exec(ctx, tx, `
		insert into own_phrasebook (assignment_id, student, phrasebook) values (:assignment, :student, :text)
		on conflict (assignment_id, student) do update set phrasebook = excluded.phrasebook`, params)
}

// LastResults lists the results of an assignment's newest run, by student.
func (s *Store) LastResults(ctx context.Context, assignment int64) (results []StudentResult, err error) {
	var rows []struct {
		StudentResult
		Examination []byte `db:"examination"`
	}
	err = list(ctx, s.db, &rows, `
		select x.id, b.student, x.examination from result x join submission b on b.id = x.submission_id
		where x.run_id = (select max(id) from run where assignment_id = :assignment and accepted_at is not null)
		order by b.student`, map[string]any{"assignment": assignment})
	for _, row := range rows {
		var e struct{ Learned string }
		if err := json.Unmarshal(row.Examination, &e); err != nil {
			return nil, fmt.Errorf("read the examination of result %d: %w", row.ID, err)
		}
		row.Learned = e.Learned
		results = append(results, row.StudentResult)
	}
	return results, err
}

// Wordings lists what was learned of programs of the class of a result that were seen to keep all rules,
// the newest first, each once and at most so many: what they say, others may say too. Programs
// that are the same as that of the result come first. It relies on the indexes of submission and run.
func (s *Store) Wordings(ctx context.Context, result int64, most int) (texts []string, err error) {
	var examinations [][]byte
	if err := list(ctx, s.db, &examinations, `
		select x.examination from result x join submission b on b.id = x.submission_id
		cross join (select b.assignment_id, b.archive from result x join submission b on b.id = x.submission_id where x.id = :id) mine
		where b.assignment_id = mine.assignment_id and x.state = 'done' and x.id <> :id
		  and not exists (select from finding f where f.result_id = x.id)
		order by b.archive = mine.archive desc, x.id desc limit 20`, map[string]any{"id": result}); err != nil {
		return nil, err
	}
	for _, text := range examinations {
		var e struct{ Learned string }
		if err := json.Unmarshal(text, &e); err != nil {
			return nil, fmt.Errorf("read what was learned of the class of result %d: %w", result, err)
		}
		if e.Learned != "" && !slices.Contains(texts, e.Learned) && len(texts) < most {
			texts = append(texts, e.Learned)
		}
	}
	return texts, nil
}

// StudentResult is a result with whose it is.
type StudentResult struct {
	ID      int64  `db:"id"`
	Student string `db:"student"`
	Learned string `db:"-"` // the phrasebook that was found by playing
}
