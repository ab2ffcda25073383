package client

import (
	"context"
	"fmt"
	"net/url"

	"durchgang/internal/record"
)

// CreateCourse adds a course.
func (c *Client) CreateCourse(ctx context.Context, name, title, zone string) (record.Course, error) {
	return answer[record.Course](ctx, c, "POST", "/courses", object{"name": name, "title": title, "zone": zone})
}

// Courses lists the courses of who the client acts for.
func (c *Client) Courses(ctx context.Context) ([]record.Course, error) {
	return answer[[]record.Course](ctx, c, "GET", "/courses", nil)
}

// Course finds a course.
func (c *Client) Course(ctx context.Context, name string) (record.Course, error) {
	return answer[record.Course](ctx, c, "GET", inCourse(name), nil)
}

// SetCourse changes what a course says of itself.
func (c *Client) SetCourse(ctx context.Context, course record.Course) (record.Course, error) {
	return answer[record.Course](ctx, c, "PUT", inCourse(course.Name), object{
		"title": course.Title, "zone": course.Zone, "ends_on": course.EndsOn, "keep_days": course.KeepDays,
	})
}

// Roster lists the students of a course.
func (c *Client) Roster(ctx context.Context, course string) ([]record.Pupil, error) {
	return answer[[]record.Pupil](ctx, c, "GET", inCourse(course)+"/roster", nil)
}

// ImportRoster takes the students of a file onto the roster or, as a preview, tells what that
// would change.
func (c *Client) ImportRoster(
	ctx context.Context, course string, data []byte, class string, preview bool,
) (r record.RosterImport, err error) {
	path := fmt.Sprintf("%s/roster?class=%s&preview=%t", inCourse(course), url.QueryEscape(class), preview)
	err = c.send(ctx, "POST", path, "application/octet-stream", data, &r)
	return r, err
}

// SetPupil changes a student on the roster, or adds one.
func (c *Client) SetPupil(ctx context.Context, course string, p record.Pupil) (record.Pupil, error) {
	return answer[record.Pupil](
		ctx, c, "PUT", inCourse(course)+"/roster/"+url.PathEscape(p.Name),
		object{"full_name": p.FullName, "number": p.Number, "mail": p.Mail},
	)
}

// DropPupil takes a student off the roster.
func (c *Client) DropPupil(ctx context.Context, course, student string) error {
	_, err := answer[object](ctx, c, "DELETE", inCourse(course)+"/roster/"+url.PathEscape(student), nil)
	return err
}

// Forget deletes all that is kept of a student, and tells how many submissions there were.
func (c *Client) Forget(ctx context.Context, course, student string) (submissions int, err error) {
	out, err := answer[struct{ Submissions int }](ctx, c, "DELETE", inCourse(course)+"/students/"+url.PathEscape(student), nil)
	return out.Submissions, err
}

// InvitePupils makes links for students who have no password; with a student for that one.
func (c *Client) InvitePupils(ctx context.Context, course, student string) ([]record.Invitation, error) {
	return answer[[]record.Invitation](ctx, c, "POST", inCourse(course)+"/invitations", object{"student": student})
}

// Times are when students may hand in, as the course's clock shows it or with an offset.
type Times struct{ Opens, Due, Closes string }

func termsOf(a record.Assignment, t Times) object {
	return object{
		"title": a.Title, "game": a.Game, "channel": a.Channel, "phrasebook": a.Phrasebook, "suite": a.Suite, "handout": a.Handout,
		"opens_at": t.Opens, "due_at": t.Due, "closes_at": t.Closes,
		"attempts": a.Attempts, "tries": a.Tries, "seconds": a.Seconds, "megabytes": a.Megabytes,
	}
}

// CreateAssignment adds an assignment to the course a.Course.
func (c *Client) CreateAssignment(ctx context.Context, a record.Assignment, t Times) (record.Assignment, error) {
	in := termsOf(a, t)
	in["name"] = a.Name
	if a.Channel == "" {
		delete(in, "channel")
	}
	return answer[record.Assignment](ctx, c, "POST", inCourse(a.Course)+"/assignments", in)
}

// DryRun tries an assignment that need not be there yet; the program may be empty.
func (c *Client) DryRun(ctx context.Context, a record.Assignment, name string, program []byte) (record.DryRun, error) {
	in := termsOf(a, Times{})
	in["name"], in["program"], in["program_name"] = a.Name, program, name
	return answer[record.DryRun](ctx, c, "POST", inCourse(a.Course)+"/dry-runs", in)
}

// ChangeAssignment keeps an assignment as a new revision; a.Revision is the one that the
// change was made from.
func (c *Client) ChangeAssignment(ctx context.Context, a record.Assignment, t Times) (record.Assignment, error) {
	in := termsOf(a, t)
	in["revision"] = a.Revision
	return answer[record.Assignment](ctx, c, "PUT", at(a.Course, a.Name), in)
}

// Assignments lists the assignments of a course.
func (c *Client) Assignments(ctx context.Context, course string) ([]record.Assignment, error) {
	return answer[[]record.Assignment](ctx, c, "GET", inCourse(course)+"/assignments", nil)
}

// Assignment finds an assignment.
func (c *Client) Assignment(ctx context.Context, course, name string) (record.Assignment, error) {
	return answer[record.Assignment](ctx, c, "GET", at(course, name), nil)
}

// Revisions lists the revisions of an assignment, the newest first.
func (c *Client) Revisions(ctx context.Context, course, name string) ([]record.Revision, error) {
	return answer[[]record.Revision](ctx, c, "GET", at(course, name)+"/revisions", nil)
}

// Revision finds an assignment as it was.
func (c *Client) Revision(ctx context.Context, course, name string, number int) (record.Assignment, error) {
	return answer[record.Assignment](ctx, c, "GET", fmt.Sprintf("%s/revisions/%d", at(course, name), number), nil)
}

// Export fetches an assignment as one archive.
func (c *Client) Export(ctx context.Context, course, name string) ([]byte, error) {
	return c.fetch(ctx, at(course, name)+"/export")
}

// Kit fetches what students begin with.
func (c *Client) Kit(ctx context.Context, course, name string) ([]byte, error) {
	return c.fetch(ctx, at(course, name)+"/kit")
}

// Handout is what students read of an assignment.
func (c *Client) Handout(ctx context.Context, course, name string) (record.Handout, error) {
	return answer[record.Handout](ctx, c, "GET", at(course, name)+"/handout", nil)
}

// SuiteChange is what another suite would change of an assignment.
func (c *Client) SuiteChange(ctx context.Context, course, name, suite string) (record.SuiteChange, error) {
	return answer[record.SuiteChange](ctx, c, "POST", at(course, name)+"/suite-changes", object{"suite": suite})
}

// ImportAssignment adds the assignment of an archive, under a name of its own where one is given.
func (c *Client) ImportAssignment(ctx context.Context, course, name string, archive []byte) (a record.Assignment, err error) {
	err = c.send(ctx, "POST", inCourse(course)+"/import?name="+url.QueryEscape(name), "application/zip", archive, &a)
	return a, err
}
