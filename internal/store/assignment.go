package store

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"

	"github.com/jmoiron/sqlx"

	"durchgang/internal/record"
)

// ErrChanged means that somebody else changed a thing since it was read.
var ErrChanged = errors.New("it was changed in the meantime")

const selectAssignment = `
	select a.id, a.course_id, c.name as course, c.zone, a.name, a.title, a.game, a.channel, a.phrasebook, a.suite, a.handout, a.created_at,
	       a.revision, a.opens_at, a.due_at, a.closes_at, a.attempts, a.tries, a.seconds, a.megabytes,
	       (select count(distinct student) from submission s where s.assignment_id = a.id and not s.trial) as submissions,
	       a.published_run, a.published_at,
	       (select max(id) from run r where r.assignment_id = a.id and r.accepted_at is not null) as last_run,
	       (select max(id) from run r where r.assignment_id = a.id and r.kind = 'proposal' and r.accepted_at is null) as proposal
	from assignment a join course c on c.id = a.course_id`

// columns are what can be changed of an assignment.
func columns(a record.Assignment) map[string]any {
	return map[string]any{
		"id": a.ID, "course": a.CourseID, "name": a.Name, "title": a.Title,
		"game": a.Game, "channel": a.Channel, "phrasebook": a.Phrasebook, "suite": a.Suite, "handout": a.Handout,
		"opens": a.OpensAt, "due": a.DueAt, "closes": a.ClosesAt, "attempts": a.Attempts, "tries": a.Tries,
		"seconds": a.Seconds, "megabytes": a.Megabytes,
	}
}

// CreateAssignment adds an assignment to the course of that id; ErrExists when its
// name is taken there.
func (s *Store) CreateAssignment(ctx context.Context, a record.Assignment, login string) (record.Assignment, error) {
	err := s.in(ctx, func(tx *sqlx.Tx) error {
		if err := get(ctx, tx, &a.ID, `
			insert into assignment (course_id, name, title, game, channel, phrasebook, suite, handout, opens_at, due_at, closes_at, attempts, tries, seconds, megabytes)
			values (:course, :name, :title, :game, :channel, :phrasebook, :suite, :handout, :opens, :due, :closes, :attempts, :tries, :seconds, :megabytes)
			returning id`, columns(a)); err != nil {
			return err
		}
		return s.revise(ctx, tx, &a, login, "made")
	})
	return a, err
}

// ChangeAssignment keeps an assignment as a new revision. It is ErrChanged when a.Revision is
// not the one that is kept; note says what was changed.
func (s *Store) ChangeAssignment(ctx context.Context, a record.Assignment, login, note string) (record.Assignment, error) {
	err := s.in(ctx, func(tx *sqlx.Tx) error {
		var kept int
		params := columns(a)
		if err := get(ctx, tx, &kept, `select revision from assignment where id = :id for update`, params); err != nil {
			return err
		}
		if kept != a.Revision {
			return ErrChanged
		}
		if err := exec(ctx, tx, `
			update assignment set title = :title, game = :game, channel = :channel, phrasebook = :phrasebook, suite = :suite,
			       handout = :handout, opens_at = :opens, due_at = :due, closes_at = :closes, attempts = :attempts, tries = :tries,
			       seconds = :seconds, megabytes = :megabytes, revision = revision + 1
			where id = :id`, params); err != nil {
			return err
		}
		return s.revise(ctx, tx, &a, login, note)
	})
	return a, err
}

// revise keeps what an assignment is now as its newest revision, and reads it into a.
func (s *Store) revise(ctx context.Context, tx *sqlx.Tx, a *record.Assignment, login, note string) error {
	if err := get(ctx, tx, a, selectAssignment+` where a.id = :id`, map[string]any{"id": a.ID}); err != nil {
		return err
	}
	body, err := jsonb(a)
	if err != nil {
		return fmt.Errorf("write the revision: %w", err)
	}
	return exec(ctx, tx, `
		insert into revision (assignment_id, number, login, note, body) values (:id, :number, :login, :note, cast(:body as jsonb))`,
		map[string]any{"id": a.ID, "number": a.Revision, "login": login, "note": note, "body": body})
}

// Revisions lists the revisions of an assignment, the newest first.
func (s *Store) Revisions(ctx context.Context, assignment int64) ([]record.Revision, error) {
	revisions := []record.Revision{}
	return revisions, list(ctx, s.db, &revisions, `
		select number, at, login, note from revision where assignment_id = :id order by number desc`, map[string]any{"id": assignment})
}

// Revision finds an assignment as it was.
func (s *Store) Revision(ctx context.Context, assignment int64, number int) (a record.Assignment, err error) {
	var body []byte
	if err := get(ctx, s.db, &body, `select body from revision where assignment_id = :id and number = :number`,
		map[string]any{"id": assignment, "number": number}); err != nil {
		return a, err
	}
	return a, json.Unmarshal(body, &a)
}

// Assignments lists the assignments of a course, the newest first.
func (s *Store) Assignments(ctx context.Context, course int64) ([]record.Assignment, error) {
	assignments := []record.Assignment{}
	return assignments, list(ctx, s.db, &assignments,
		selectAssignment+` where a.course_id = :course order by a.id desc`, map[string]any{"course": course})
}

// Assignment finds an assignment by the names of course and assignment.
func (s *Store) Assignment(ctx context.Context, course, name string) (a record.Assignment, err error) {
	err = get(ctx, s.db, &a, selectAssignment+` where c.name = :course and a.name = :name`,
		map[string]any{"course": course, "name": name})
	return a, err
}
