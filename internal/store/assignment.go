package store

import (
	"context"

	"durchgang/internal/record"
)

const selectAssignment = `
	select a.*, c.name as course,
	       (select count(distinct student) from submission s where s.assignment_id = a.id) as submissions,
	       (select max(id) from run r where r.assignment_id = a.id) as last_run
	from assignment a join course c on c.id = a.course_id`

// CreateAssignment adds an assignment to the course of that id; ErrExists when its
// name is taken there.
func (s *Store) CreateAssignment(ctx context.Context, a record.Assignment) (record.Assignment, error) {
	var id int64
	err := get(ctx, s.db, &id, `
		insert into assignment (course_id, name, title, game, channel, phrasebook, suite)
		values (:course, :name, :title, :game, :channel, :phrasebook, :suite) returning id`,
		map[string]any{
			"course": a.CourseID, "name": a.Name, "title": a.Title,
			"game": a.Game, "channel": a.Channel, "phrasebook": a.Phrasebook, "suite": a.Suite,
		})
	if err != nil {
		return record.Assignment{}, err
	}
	err = get(ctx, s.db, &a, selectAssignment+` where a.id = :id`, map[string]any{"id": id})
	return a, err
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
