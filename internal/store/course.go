package store

import (
	"context"

	"durchgang/internal/record"
)

const selectCourse = `
	select c.*, (select count(*) from assignment a where a.course_id = c.id) as assignments
	from course c`

// CreateCourse adds a course; ErrExists when its name is taken.
func (s *Store) CreateCourse(ctx context.Context, name, title string) (c record.Course, err error) {
	err = get(ctx, s.db, &c, `
		insert into course (name, title) values (:name, :title)
		returning *, 0 as assignments`, map[string]any{"name": name, "title": title})
	return c, err
}

// Courses lists the courses that a person is in by title, or all with the person's role.
func (s *Store) Courses(ctx context.Context, person int64, all bool) ([]record.Course, error) {
	courses := []record.Course{}
	return courses, list(ctx, s.db, &courses, `
		select q.*, coalesce(m.role, '') as role from (`+selectCourse+`) q
		left join member m on m.course_id = q.id and m.person_id = :person
		where :all or m.role is not null order by q.title, q.id`, map[string]any{"person": person, "all": all})
}

// Course finds a course by name.
func (s *Store) Course(ctx context.Context, name string) (c record.Course, err error) {
	err = get(ctx, s.db, &c, selectCourse+` where c.name = :name`, map[string]any{"name": name})
	return c, err
}
