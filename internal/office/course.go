package office

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"time"
	_ "time/tzdata" // a machine without time zones has them too

	"durchgang/internal/record"
)

// CreateCourse adds a course with the signed-in person as its teacher. Without a title the name serves,
// without a zone UTC.
func (o *Office) CreateCourse(ctx context.Context, c record.Course) (record.Course, error) {
	var err error
	if c.Title, err = checkName(c.Name, c.Title); err != nil {
		return c, err
	}
	if c.Zone, err = checkZone(c.Zone); err != nil {
		return c, err
	}
	if c, err = o.store.CreateCourse(ctx, c); err != nil {
		return c, about(err, "course", c.Name)
	}
	if by := By(ctx); by.ID != 0 {
		err = o.store.SetMember(ctx, c.ID, by.ID, record.Teacher, "")
		c.Role = record.Teacher
	}
	return c, err
}

func checkZone(zone string) (string, error) {
	zone = cmp.Or(zone, "UTC")
	if _, err := time.LoadLocation(zone); err != nil || zone == "Local" {
		return zone, &record.InputError{
			Field: "zone",
			Err:   fmt.Errorf("%q is not a time zone; it is one of the IANA database, as in Europe/Berlin", zone),
		}
	}
	return zone, nil
}

// SetCourse changes what a course says of itself.
func (o *Office) SetCourse(ctx context.Context, c record.Course) (record.Course, error) {
	kept, err := o.Course(ctx, c.Name)
	if err != nil {
		return c, err
	}
	if c.Title, err = checkName(c.Name, c.Title); err != nil {
		return c, err
	}
	if c.Zone, err = checkZone(c.Zone); err != nil {
		return c, err
	}
	if _, err := time.Parse(time.DateOnly, c.EndsOn); c.EndsOn != "" && err != nil {
		return c, &record.InputError{Field: "ends_on", Err: fmt.Errorf("%q is not a date; write it as 2026-07-31", c.EndsOn)}
	}
	if c.KeepDays != nil && (*c.KeepDays < 0 || *c.KeepDays > 36_500) {
		return c, &record.InputError{
			Field: "keep_days",
			Err:   errors.New("days to keep are 0 to 36500; leave it out to keep them permanently"),
		}
	}
	if c.KeepDays != nil && c.EndsOn == "" {
		return c, &record.InputError{Field: "ends_on", Err: errors.New("what is kept for some days after the last one needs a last day")}
	}
	c.ID = kept.ID
	if err := o.store.SetCourse(ctx, c); err != nil {
		return c, err
	}
	return o.Course(ctx, c.Name)
}

// Courses lists the courses of the signed-in person; an administrator's are all.
func (o *Office) Courses(ctx context.Context) ([]record.Course, error) {
	return o.store.Courses(ctx, By(ctx).ID, By(ctx).Admin)
}

// Course finds a course.
func (o *Office) Course(ctx context.Context, name string) (record.Course, error) {
	c, err := o.store.Course(ctx, name)
	c.Role = StandingOf(ctx).Role
	return c, about(err, "course", name)
}
