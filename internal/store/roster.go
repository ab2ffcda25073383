package store

import (
	"context"

	"github.com/jmoiron/sqlx"

	"durchgang/internal/record"
)

const selectPupil = `
	select s.name, s.full_name, s.number, s.mail, coalesce(p.login, '') as login, coalesce(p.password <> '', false) as chosen,
	       (select count(distinct b.assignment_id) from submission b join assignment a on a.id = b.assignment_id
	        where a.course_id = s.course_id and b.student = s.name) as handed_in
	from student s
	left join member m on m.course_id = s.course_id and m.student = s.name
	left join person p on p.id = m.person_id`

// Roster lists the students of a course by short name.
func (s *Store) Roster(ctx context.Context, course int64) ([]record.Pupil, error) {
	pupils := []record.Pupil{}
	return pupils, list(ctx, s.db, &pupils, selectPupil+` where s.course_id = :course order by s.name`, map[string]any{"course": course})
}

// SaveRoster adds students or changes them, by short name: all or none.
func (s *Store) SaveRoster(ctx context.Context, course int64, pupils []record.Pupil) error {
	return s.in(ctx, func(tx *sqlx.Tx) error {
		// What two rows swap must not stand in the way.
		for _, p := range pupils {
			if err := exec(ctx, tx, `update student set number = '', mail = '' where course_id = :course and name = :name`,
				map[string]any{"course": course, "name": p.Name}); err != nil {
				return err
			}
		}
		for _, p := range pupils {
			if err := exec(ctx, tx, `
				insert into student (course_id, name, full_name, number, mail) values (:course, :name, :full_name, :number, :mail)
				on conflict (course_id, name) do update set full_name = excluded.full_name, number = excluded.number, mail = excluded.mail`,
				map[string]any{"course": course, "name": p.Name, "full_name": p.FullName, "number": p.Number, "mail": p.Mail}); err != nil {
				return err
			}
		}
		return nil
	})
}

// DropPupil takes a student off the roster and out of the course; ErrNotFound when there is
// none of that name. What was handed in stays.
func (s *Store) DropPupil(ctx context.Context, course int64, name string) error {
	return s.in(ctx, func(tx *sqlx.Tx) error {
		params := map[string]any{"course": course, "name": name}
		var gone string
		if err := get(ctx, tx, &gone, `delete from student where course_id = :course and name = :name returning name`, params); err != nil {
			return err
		}
		return exec(ctx, tx, `delete from member where course_id = :course and student = :name`, params)
	})
}
