package store

import (
	"context"
	"database/sql"
	"errors"
	"time"

	"github.com/jmoiron/sqlx"

	"durchgang/internal/record"
)

const selectPerson = `
	select p.id, p.login, p.name, p.mail, coalesce((select c.name from course c where c.id = p.course_id), '') as course, p.admin, p.password <> '' as chosen, p.disabled_at is not null as disabled, p.created_at
	from person p`

// AddPerson adds an account without a password, of the course that it names or else of the
// office; ErrExists when the login is taken.
func (s *Store) AddPerson(ctx context.Context, p record.Person) (record.Person, error) {
	return addPerson(ctx, s.db, p)
}

func addPerson(ctx context.Context, db sqlx.ExtContext, p record.Person) (added record.Person, err error) {
	err = get(ctx, db, &added, `
		insert into person (login, name, mail, admin, course_id)
		values (:login, :name, :mail, :admin, (select id from course where name = :course))
		returning id, login, name, mail, cast(:course as text) as course, admin, false as chosen, false as disabled, created_at`,
		map[string]any{"login": p.Login, "name": p.Name, "mail": p.Mail, "admin": p.Admin, "course": p.Course})
	return added, err
}

// Person finds an account by its login.
func (s *Store) Person(ctx context.Context, login string) (p record.Person, err error) {
	err = get(ctx, s.db, &p, selectPerson+` where p.login = :login`, map[string]any{"login": login})
	return p, err
}

// People lists all accounts by login.
func (s *Store) People(ctx context.Context) ([]record.Person, error) {
	people := []record.Person{}
	return people, list(ctx, s.db, &people, selectPerson+` order by p.login`, nil)
}

const peopled = `select exists (select from person where admin and password <> '' and disabled_at is null)`

// Peopled reports whether somebody can sign in an administrator.
func (s *Store) Peopled(ctx context.Context) (is bool, err error) {
	err = get(ctx, s.db, &is, peopled, nil)
	return is, err
}

// ErrLastKeeper means that nobody would be left an administrator.
var ErrLastKeeper = errors.New("nobody would be left an administrator")

// lockedKeepers keeps this advisory lock apart from others.
const lockedKeepers = "20488"

// SetPerson changes what an account says, and whether it may be used. A disabled one loses
// its sessions; its tokens are refused as long as it is disabled. It is ErrLastKeeper when
// there would be no administrator.
func (s *Store) SetPerson(ctx context.Context, p record.Person) error {
	return s.in(ctx, func(tx *sqlx.Tx) error {
		if err := exec(ctx, tx, `select pg_advisory_xact_lock(`+lockedKeepers+`)`, nil); err != nil {
			return err
		}
		params := map[string]any{"id": p.ID, "name": p.Name, "mail": p.Mail, "admin": p.Admin, "disabled": p.Disabled}
		if err := exec(ctx, tx, `
			update person set name = :name, mail = :mail, admin = :admin,
			       disabled_at = case when :disabled then coalesce(disabled_at, now()) end
			where id = :id`, params); err != nil {
			return err
		}
		var kept bool
		if err := get(ctx, tx, &kept, peopled, nil); err != nil {
			return err
		}
		if !kept {
			return ErrLastKeeper
		}
		if !p.Disabled {
			return nil
		}
		return exec(ctx, tx, `delete from session where person_id = :id`, params)
	})
}

// Password returns the hash that is kept of a person's password.
func (s *Store) Password(ctx context.Context, person int64) (hash string, err error) {
	err = get(ctx, s.db, &hash, `select password from person where id = :id and disabled_at is null`, map[string]any{"id": person})
	return hash, err
}

// SetPassword keeps a new password's hash and ends what else the person is signed in with:
// tokens, links, and all sessions but the one with the digest, which may be nil.
func (s *Store) SetPassword(ctx context.Context, person int64, hash string, session []byte) error {
	return s.in(ctx, func(tx *sqlx.Tx) error { return setPassword(ctx, tx, person, hash, session) })
}

func setPassword(ctx context.Context, tx *sqlx.Tx, person int64, hash string, session []byte) error {
	params := map[string]any{"id": person, "hash": hash, "session": session}
	for _, statement := range []string{
		`update person set password = :hash where id = :id`,
		`delete from session where person_id = :id and digest is distinct from cast(:session as bytea)`,
		`delete from token where person_id = :id`,
		`delete from invitation where person_id = :id`,
	} {
		if err := exec(ctx, tx, statement, params); err != nil {
			return err
		}
	}
	return nil
}

// Invite keeps a secret with which a person chooses a password, in the place of an earlier
// one, and adds the act to the audit log; without a person, one with which the first teacher is
// made.
func (s *Store) Invite(ctx context.Context, person *int64, digest []byte, until time.Time, act record.Act) error {
	return s.in(ctx, func(tx *sqlx.Tx) error {
		params := map[string]any{"person": person, "digest": digest, "until": until}
		if err := exec(ctx, tx, `delete from invitation where person_id is not distinct from :person or expires_at < now()`, params); err != nil {
			return err
		}
		if err := exec(ctx, tx, `insert into invitation (digest, person_id, expires_at) values (:digest, :person, :until)`, params); err != nil {
			return err
		}
		return addAct(ctx, tx, act)
	})
}

// Invited finds whom a secret invites; the person is nil for the first teacher. It is
// ErrNotFound when the secret is not known, was used, or has expired.
func (s *Store) Invited(ctx context.Context, digest []byte) (*record.Person, error) {
	var id sql.NullInt64
	if err := get(ctx, s.db, &id, `select person_id from invitation where digest = :digest and expires_at > now()`,
		map[string]any{"digest": digest}); err != nil {
		return nil, err
	}
	if !id.Valid {
		return nil, nil
	}
	var p record.Person
	err := get(ctx, s.db, &p, selectPerson+` where p.id = :id and p.disabled_at is null`, map[string]any{"id": id.Int64})
	return &p, err
}

// Accept uses a secret up: it keeps the password of the person that was invited or, with
// first, of a first teacher who is added. It is ErrNotFound as Invited is.
func (s *Store) Accept(ctx context.Context, digest []byte, hash string, first record.Person) (p record.Person, err error) {
	err = s.in(ctx, func(tx *sqlx.Tx) error {
		var id sql.NullInt64
		if err := get(ctx, tx, &id, `delete from invitation where digest = :digest and expires_at > now() returning person_id`,
			map[string]any{"digest": digest}); err != nil {
			return err
		}
		if !id.Valid {
			if p, err = addPerson(ctx, tx, first); err != nil {
				return err
			}
			id.Int64 = p.ID
			// Courses from before there were accounts are the first teacher's.
			if err := exec(ctx, tx, `
				insert into member (course_id, person_id, role)
				select c.id, :person, 'teacher' from course c where not exists (select from member m where m.course_id = c.id)`,
				map[string]any{"person": p.ID}); err != nil {
				return err
			}
		}
		if err := setPassword(ctx, tx, id.Int64, hash, nil); err != nil {
			return err
		}
		return get(ctx, tx, &p, selectPerson+` where p.id = :id and p.disabled_at is null`, map[string]any{"id": id.Int64})
	})
	return p, err
}
