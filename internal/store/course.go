package store

import (
	"context"

	"durchgang/internal/record"
)

const selectCourse = `
	select c.id, c.name, c.title, c.zone, coalesce(to_char(c.ends_on, 'YYYY-MM-DD'), '') as ends_on, c.keep_days, c.created_at, (select count(*) from assignment a where a.course_id = c.id) as assignments
	from course c`

// CreateCourse adds a course; ErrExists when its name is taken.
func (s *Store) CreateCourse(ctx context.Context, c record.Course) (record.Course, error) {
	if err := exec(ctx, s.db, `insert into course (name, title, zone) values (:name, :title, :zone)`,
		map[string]any{"name": c.Name, "title": c.Title, "zone": c.Zone}); err != nil {
		return c, err
	}
	return s.Course(ctx, c.Name)
}

// SetCourse changes what a course says of itself. EndsOn is a date or empty.
func (s *Store) SetCourse(ctx context.Context, c record.Course) error {
	return exec(ctx, s.db, `
		update course set title = :title, zone = :zone, ends_on = cast(nullif(:ends, '') as date), keep_days = :keep where id = :id`,
		map[string]any{"id": c.ID, "title": c.Title, "zone": c.Zone, "ends": c.EndsOn, "keep": c.KeepDays})
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
