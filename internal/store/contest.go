package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"time"

	"github.com/jmoiron/sqlx"

	"durchgang/internal/record"
)

// ErrStarted means that a contest takes no more players and keeps its terms.
var ErrStarted = errors.New("the contest has begun")

type contestRow struct {
	ID          int64      `db:"id"`
	Course      string     `db:"course"`
	Name        string     `db:"name"`
	Title       string     `db:"title"`
	Terms       []byte     `db:"terms"`
	Functions   string     `db:"functions"`
	CreatedAt   time.Time  `db:"created_at"`
	StartedAt   *time.Time `db:"started_at"`
	PausedAt    *time.Time `db:"paused_at"`
	CancelledAt *time.Time `db:"cancelled_at"`
	FinishedAt  *time.Time `db:"finished_at"`
	Rounds      int        `db:"rounds"`
	Matches     int        `db:"matches"`
	Done        int        `db:"done"`
}

const selectContest = `
	select t.id, c.name as course, t.name, t.title, t.terms, t.functions, t.created_at, t.started_at, t.paused_at, t.cancelled_at, t.finished_at,
	       coalesce(m.rounds, 0) as rounds, coalesce(m.matches, 0) as matches, coalesce(m.done, 0) as done
	from contest t join course c on c.id = t.course_id
	left join lateral (select max(round) as rounds, count(*) filter (where deals > 0) as matches, count(*) filter (where deals > 0 and state = 'done') as done
	                   from match where contest_id = t.id) m on true`

func (r contestRow) contest() (record.Contest, error) {
	c := record.Contest{
		ID: r.ID, Course: r.Course, Name: r.Name, Title: r.Title, Functions: r.Functions, CreatedAt: r.CreatedAt, StartedAt: r.StartedAt,
		FinishedAt: r.FinishedAt, Rounds: r.Rounds, Matches: r.Matches, Done: r.Done, Entrants: []record.Entrant{}, You: -1,
	}
	switch {
	case r.CancelledAt != nil:
		c.State = record.ContestCancelled
	case r.FinishedAt != nil:
		c.State = record.ContestOver
	case r.StartedAt == nil:
		c.State = record.ContestOpen
	case r.PausedAt != nil:
		c.State = record.ContestPaused
	default:
		c.State = record.ContestRunning
	}
	if err := json.Unmarshal(r.Terms, &c.Terms); err != nil {
		return c, fmt.Errorf("read the terms of contest %d: %w", r.ID, err)
	}
	return c, nil
}

// AddContest keeps a new contest.
func (s *Store) AddContest(ctx context.Context, c record.Contest, login string) error {
	terms, err := jsonb(c.Terms)
	if err != nil {
		return err
	}
	return s.in(ctx, func(tx *sqlx.Tx) error {
		return exec(ctx, tx, `
			insert into contest (course_id, name, title, terms, functions, login)
			values ((select id from course where name = :course), :name, :title, :terms, :functions, :login)`,
			map[string]any{"course": c.Course, "name": c.Name, "title": c.Title, "terms": terms, "functions": c.Functions, "login": login})
	})
}

// SetContest changes a contest that has not begun. The error is ErrStarted when it has.
func (s *Store) SetContest(ctx context.Context, c record.Contest) error {
	terms, err := jsonb(c.Terms)
	if err != nil {
		return err
	}
	return s.unstarted(ctx, c.ID, func(tx *sqlx.Tx) error {
		return exec(ctx, tx, `update contest set title = :title, terms = :terms, functions = :functions where id = :id`,
			map[string]any{"id": c.ID, "title": c.Title, "terms": terms, "functions": c.Functions})
	})
}

// Extend keeps other terms of a contest that is over and is to go on.
func (s *Store) Extend(ctx context.Context, c record.Contest) error {
	terms, err := jsonb(c.Terms)
	if err != nil {
		return err
	}
	return exec(ctx, s.db, `update contest set terms = :terms where id = :id`, map[string]any{"id": c.ID, "terms": terms})
}

// unstarted does something to a contest that has not begun, whose row is locked for it.
func (s *Store) unstarted(ctx context.Context, id int64, act func(*sqlx.Tx) error) error {
	return s.in(ctx, func(tx *sqlx.Tx) error {
		var open bool
		if err := get(ctx, tx, &open, `select started_at is null from contest where id = :id for update`, map[string]any{"id": id}); err != nil {
			return err
		}
		if !open {
			return ErrStarted
		}
		return act(tx)
	})
}

// DropContest deletes a contest with all that was played.
func (s *Store) DropContest(ctx context.Context, id int64) error {
	return exec(ctx, s.db, `delete from contest where id = :id`, map[string]any{"id": id})
}

// Contests lists the contests of a course, the newest first, without their entrants.
func (s *Store) Contests(ctx context.Context, course string) ([]record.Contest, error) {
	var rows []contestRow
	if err := list(ctx, s.db, &rows, selectContest+` where c.name = :course order by t.id desc`, map[string]any{"course": course}); err != nil {
		return nil, err
	}
	found := make([]record.Contest, len(rows))
	for i, r := range rows {
		c, err := r.contest()
		if err != nil {
			return nil, err
		}
		found[i] = c
	}
	return found, nil
}

// Contest finds a contest by name, with its entrants.
func (s *Store) Contest(ctx context.Context, course, name string) (record.Contest, error) {
	return s.contest(ctx, s.db, ` where c.name = :course and t.name = :name`, map[string]any{"course": course, "name": name})
}

// ContestByID finds a contest with its entrants.
func (s *Store) ContestByID(ctx context.Context, id int64) (record.Contest, error) {
	return s.contest(ctx, s.db, ` where t.id = :id`, map[string]any{"id": id})
}

func (s *Store) contest(ctx context.Context, db sqlx.ExtContext, where string, params map[string]any) (record.Contest, error) {
	var r contestRow
	if err := get(ctx, db, &r, selectContest+where, params); err != nil {
		return record.Contest{}, err
	}
	c, err := r.contest()
	if err != nil {
		return c, err
	}
	return c, list(ctx, db, &c.Entrants, `
		select number, name, student, pseudonym, house, channel, language, problem, first_wording, second_wording from entrant where contest_id = :id order by number`, map[string]any{"id": c.ID})
}

// AddEntrant adds a player with the next number, or changes the program of one with the same
// name. A contest that has begun takes new players only when late says so.
func (s *Store) AddEntrant(ctx context.Context, id int64, e record.Entrant, late bool) error {
	params := map[string]any{
		"id": id, "name": e.Name, "student": e.Student, "pseudonym": e.Pseudonym, "house": e.House,
		"channel": e.Channel, "language": e.Language, "problem": e.Problem, "archive": e.Archive,
		"first": e.FirstWording, "second": e.SecondWording,
	}
	return s.in(ctx, func(tx *sqlx.Tx) error {
		var open bool
		if err := get(ctx, tx, &open, `select started_at is null from contest where id = :id for update`, params); err != nil {
			return err
		}
		changed, err := int64(0), error(nil)
		if open {
			changed, err = affect(ctx, tx, `
				update entrant set student = :student, house = :house, channel = :channel, language = :language, problem = :problem, archive = :archive,
				                   first_wording = :first, second_wording = :second
				where contest_id = :id and name = :name`, params)
			if err != nil {
				return err
			}
		}
		if changed > 0 {
			return nil
		}
		if !open && !late {
			return ErrStarted
		}
		return exec(ctx, tx, `
			insert into entrant (contest_id, number, name, student, pseudonym, house, channel, language, problem, archive, first_wording, second_wording)
			select :id, count(*), :name, :student, :pseudonym, :house, :channel, :language, :problem, :archive, :first, :second from entrant where contest_id = :id`, params)
	})
}

// DropEntrant takes a player out of a contest that has not begun.
func (s *Store) DropEntrant(ctx context.Context, id int64, number int) error {
	return s.unstarted(ctx, id, func(tx *sqlx.Tx) error {
		params := map[string]any{"id": id, "number": number}
		if err := exec(ctx, tx, `delete from entrant where contest_id = :id and number = :number`, params); err != nil {
			return err
		}
		if err := exec(ctx, tx, `update entrant set number = -number where contest_id = :id and number > :number`, params); err != nil {
			return err
		}
		return exec(ctx, tx, `update entrant set number = -number - 1 where contest_id = :id and number < 0`, params)
	})
}

// SeedEntrants orders the players of a contest that has not begun: numbers lists them as they
// are to stand.
func (s *Store) SeedEntrants(ctx context.Context, id int64, numbers []int) error {
	return s.unstarted(ctx, id, func(tx *sqlx.Tx) error {
		if err := exec(ctx, tx, `update entrant set number = -number - 1 where contest_id = :id`, map[string]any{"id": id}); err != nil {
			return err
		}
		for to, from := range numbers {
			if err := exec(ctx, tx, `update entrant set number = :to where contest_id = :id and number = -:from - 1`, map[string]any{"id": id, "from": from, "to": to}); err != nil {
				return err
			}
		}
		return nil
	})
}

// Entrant finds a player with its program.
func (s *Store) Entrant(ctx context.Context, id int64, number int) (e record.Entrant, err error) {
	err = get(
		ctx,
		s.db,
		&e,
		`select number, name, student, pseudonym, house, channel, language, problem, first_wording, second_wording, archive from entrant where contest_id = :id and number = :number`,
		map[string]any{"id": id, "number": number},
	)
	return e, err
}

// HoldContest pauses a contest, lets it go on, or cancels it: matches at work are played to
// their end when it is paused, and dropped when it is cancelled.
func (s *Store) HoldContest(ctx context.Context, id int64, act string, enqueue func(*sql.Tx, int) error) error {
	return s.in(ctx, func(tx *sqlx.Tx) error {
		params := map[string]any{"id": id}
		switch act {
		case "pause":
			return exec(ctx, tx, `update contest set paused_at = now() where id = :id`, params)
		case "cancel":
			if err := exec(ctx, tx, `update contest set cancelled_at = now(), finished_at = now(), paused_at = null where id = :id`, params); err != nil {
				return err
			}
			return exec(ctx, tx, `delete from match where contest_id = :id and state <> 'done'`, params)
		}
		if err := exec(ctx, tx, `update contest set paused_at = null where id = :id`, params); err != nil {
			return err
		}
		var n int
		if err := get(ctx, tx, &n, `select count(*) from match where contest_id = :id and state = 'queued'`, params); err != nil || n == 0 {
			return err
		}
		return enqueue(tx.Tx, n)
	})
}
