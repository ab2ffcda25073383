package store

import (
	"context"
	"errors"

	"github.com/jmoiron/sqlx"

	"durchgang/internal/record"
)

// Members lists the people of a course: teachers first, then by login.
func (s *Store) Members(ctx context.Context, course int64) ([]record.Participant, error) {
	members := []record.Participant{}
	return members, list(ctx, s.db, &members, `
		select p.login, p.name, p.mail, m.role, m.student, p.password <> '' as chosen
		from member m join person p on p.id = m.person_id where m.course_id = :course
		order by case m.role when 'teacher' then 1 when 'assistant' then 2 else 3 end, p.login`, map[string]any{"course": course})
}

// ErrLastTeacher means that a course would be left without a teacher.
var ErrLastTeacher = errors.New("this is the only teacher of the course: name another one first")

// changeMembers changes a course's members, which keep at least one teacher where there is one;
// two changes at once are made one after the other.
func (s *Store) changeMembers(ctx context.Context, course int64, change func(*sqlx.Tx) error) error {
	return s.in(ctx, func(tx *sqlx.Tx) error {
		params := map[string]any{"course": course}
		const teachers = `select count(*) from member where course_id = :course and role = 'teacher'`
		var id int64
		if err := get(ctx, tx, &id, `select id from course where id = :course for update`, params); err != nil {
			return err
		}
		var before, after int
		if err := get(ctx, tx, &before, teachers, params); err != nil {
			return err
		}
		if err := change(tx); err != nil {
			return err
		}
		if err := get(ctx, tx, &after, teachers, params); err != nil {
			return err
		}
		if before > 0 && after == 0 {
			return ErrLastTeacher
		}
		return nil
	})
}

// SetMember gives a person a role in a course; it is ErrLastTeacher when no teacher is left.
func (s *Store) SetMember(ctx context.Context, course, person int64, role record.Role, student string) error {
	return s.changeMembers(ctx, course, func(tx *sqlx.Tx) error {
		return exec(ctx, tx, `
		insert into member (course_id, person_id, role, student) values (:course, :person, :role, :student)
		on conflict (course_id, person_id) do update set role = excluded.role, student = excluded.student`,
			map[string]any{"course": course, "person": person, "role": role, "student": student})
	})
}

// DropMember takes a person out of a course; ErrNotFound when it is not a member, ErrLastTeacher
// when no teacher is left.
func (s *Store) DropMember(ctx context.Context, course int64, login string) error {
	return s.changeMembers(ctx, course, func(tx *sqlx.Tx) error {
		var gone int64
		return get(ctx, tx, &gone, `
			delete from member where course_id = :course and person_id = (select id from person where login = :login) returning person_id`,
			map[string]any{"course": course, "login": login})
	})
}

// Standing is what a person is in a course, and by which name as a student.
type Standing struct {
	Course  string
	Role    record.Role
	Student string
}

// Whose tells which course a record belongs to, and which student where it is one
// student's. Handed is whether the student may see it.
type Whose struct {
	Course  string
	Student string
	Handed  bool
}

// Standing finds what a person is in a course; nobody when no member.
func (s *Store) Standing(ctx context.Context, person int64, course string) (st Standing, err error) {
	err = get(ctx, s.db, &st, `
		select c.name as course, coalesce(m.role, '') as role, coalesce(m.student, '') as student
		from course c left join member m on m.course_id = c.id and m.person_id = :person
		where c.name = :course`, map[string]any{"person": person, "course": course})
	return st, err
}

// WhoseRun tells whose a run is.
func (s *Store) WhoseRun(ctx context.Context, id int64) (w Whose, err error) {
	err = get(ctx, s.db, &w, `
		select c.name as course from run r join assignment a on a.id = r.assignment_id join course c on c.id = a.course_id
		where r.id = :id`, map[string]any{"id": id})
	return w, err
}

// WhoseResult tells whose a result is.
func (s *Store) WhoseResult(ctx context.Context, id int64) (w Whose, err error) {
	err = get(ctx, s.db, &w, `
		select c.name as course, s.student, s.trial or coalesce(x.run_id = a.published_run, false) as handed
		from result x join submission s on s.id = x.submission_id
		join assignment a on a.id = s.assignment_id join course c on c.id = a.course_id
		where x.id = :id`, map[string]any{"id": id})
	return w, err
}

// WhoseFinding tells whose a finding is.
func (s *Store) WhoseFinding(ctx context.Context, id int64) (w Whose, err error) {
	var result int64
	if err := get(ctx, s.db, &result, `select result_id from finding where id = :id`, map[string]any{"id": id}); err != nil {
		return w, err
	}
	return s.WhoseResult(ctx, result)
}
