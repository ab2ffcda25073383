package store

import (
	"context"
	"fmt"
	"strings"

	"github.com/jmoiron/sqlx"

	"durchgang/internal/record"
)

// Forget deletes all that is kept of a student of a course: submissions with what came of
// them, points by hand, comments, requests, the place on the roster and the account where it
// belongs to the course; one of the whole service only with accounts, and unless it is in another
// course too. In the audit log the name of a deleted account is replaced. It returns how many
// submissions there were, and is ErrNotFound when nothing is known of the student.
func (s *Store) Forget(ctx context.Context, course record.Course, student string, accounts bool) (submissions int64, err error) {
	err = s.in(ctx, func(tx *sqlx.Tx) error {
		params := map[string]any{"course": course.ID, "name": course.Name, "student": student, "accounts": accounts}
		var known int64
		if err := get(ctx, tx, &known, `
			select (select count(*) from student where course_id = :course and name = :student)
			     + (select count(*) from submission b join assignment a on a.id = b.assignment_id where a.course_id = :course and b.student = :student)`, params); err != nil {
			return err
		}
		if known == 0 {
			return ErrNotFound
		}
		logins := []string{}
		if err := list(ctx, tx, &logins, `
			select p.login from member m join person p on p.id = m.person_id where m.course_id = :course and m.student = :student`, params); err != nil {
			return err
		}
		params["login"] = strings.Join(logins, "")
		for _, statement := range []string{
			`delete from by_hand where student = :student and assignment_id in (select id from assignment where course_id = :course)`,
			`delete from own_phrasebook where student = :student and assignment_id in (select id from assignment where course_id = :course)`,
			`delete from member where course_id = :course and student = :student`,
			`delete from student where course_id = :course and name = :student`,
			`delete from person p where p.login = :login and not p.admin and (p.course_id = :course or :accounts) and not exists (select from member m where m.person_id = p.id)`,
			`update act set login = '(deleted)' where login = :login and :login <> '' and not exists (select from person where login = :login)`,
			`update act set subject = left(subject, length(subject) - length(cast(:student as text))) || '(deleted)'
			 where course = :name and right(subject, length(cast(:student as text)) + 1) = '/' || cast(:student as text)
			   and subject ~ '/(roster|students|of)/[^/]*$'`,
			`update entrant set name = '(deleted ' || number || ')', student = '', archive = null, problem = 'its strategy was deleted'
			 where student = :student and contest_id in (select id from contest where course_id = :course)`,
			`update revision set note = replace(note, 'phrasebook of ' || cast(:student as text), 'phrasebook of (deleted)')
			 where assignment_id in (select id from assignment where course_id = :course)`,
		} {
			if err := exec(ctx, tx, statement, params); err != nil {
				return fmt.Errorf("delete what is kept of a student: %w", err)
			}
		}
		var err error
		submissions, err = affect(ctx, tx, `
			delete from submission where student = :student and assignment_id in (select id from assignment where course_id = :course)`, params)
		return err
	})
	return submissions, err
}

// Expire deletes what students handed in, in the courses whose time to keep it is over, and
// returns the names of the courses. The day is that of the course's clock.
func (s *Store) Expire(ctx context.Context) (courses []string, err error) {
	if err := exec(ctx, s.db, `
		update entrant set archive = null, problem = 'its strategy was deleted' where archive is not null and contest_id in (
			select t.id from contest t join course c on c.id = t.course_id
			where c.keep_days is not null and c.ends_on is not null and c.ends_on + c.keep_days < cast(now() at time zone c.zone as date))`, nil); err != nil {
		return nil, err
	}
	err = list(ctx, s.db, &courses, `
		with over as (
			select id, name from course
			where keep_days is not null and ends_on is not null and ends_on + keep_days < cast(now() at time zone zone as date)),
		gone as (
			delete from submission where assignment_id in (select a.id from assignment a join over o on o.id = a.course_id)
			returning assignment_id)
		select distinct o.name from gone g join assignment a on a.id = g.assignment_id join over o on o.id = a.course_id order by o.name`, nil)
	return courses, err
}

// Counts tells how many results there are by state, of those that are not over, and how many
// workers.
func (s *Store) Counts(ctx context.Context) (queued, running, workers int64, err error) {
	var n struct{ Queued, Running, Workers int64 }
	err = get(ctx, s.db, &n, `
		select (select count(*) from result where state = 'queued') as queued, (select count(*) from result where state = 'running') as running,
		       (select count(*) from worker) as workers`, nil)
	return n.Queued, n.Running, n.Workers, err
}
