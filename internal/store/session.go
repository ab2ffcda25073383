package store

import (
	"context"
	"time"

	"github.com/jmoiron/sqlx"

	"durchgang/internal/record"
)

// AddSession keeps a person's session and takes away those that have expired.
func (s *Store) AddSession(ctx context.Context, person int64, digest []byte, csrf string, until time.Time) error {
	params := map[string]any{"person": person, "digest": digest, "csrf": csrf, "until": until}
	if err := exec(ctx, s.db, `delete from session where expires_at < now()`, params); err != nil {
		return err
	}
	return exec(ctx, s.db, `insert into session (digest, person_id, csrf, expires_at) values (:digest, :person, :csrf, :until)`, params)
}

// Session finds whose session a secret is, and its token against forged requests. It relies
// on the primary key.
func (s *Store) Session(ctx context.Context, digest []byte) (p record.Person, csrf string, err error) {
	var found struct {
		record.Person
		CSRF string `db:"csrf"`
	}
	err = get(ctx, s.db, &found, `
		select q.*, s.csrf from session s join (`+selectPerson+`) q on q.id = s.person_id
		where s.digest = :digest and s.expires_at > now() and not q.disabled`, map[string]any{"digest": digest})
	return found.Person, found.CSRF, err
}

// EndSession forgets a session.
func (s *Store) EndSession(ctx context.Context, digest []byte) error {
	return exec(ctx, s.db, `delete from session where digest = :digest`, map[string]any{"digest": digest})
}

// AddToken keeps a token of a person, who has at most so many that have not expired; it is
// ErrTooMany when there is no room.
func (s *Store) AddToken(
	ctx context.Context, person int64, name string, digest []byte, until time.Time, most int,
) (t record.Token, err error) {
	err = s.in(ctx, func(tx *sqlx.Tx) error {
		params := map[string]any{"person": person, "name": name, "digest": digest, "until": until}
		var kept int // counted under the lock of the person's row
		if err := get(ctx, tx, &person, `select id from person where id = :person for update`, params); err != nil {
			return err
		}
		if err := exec(ctx, tx, `delete from token where person_id = :person and expires_at < now()`, params); err != nil {
			return err
		}
		if err := get(ctx, tx, &kept, `select count(*) from token where person_id = :person`, params); err != nil {
			return err
		}
		if kept >= most {
			return ErrTooMany
		}
		return get(ctx, tx, &t, `
			insert into token (person_id, name, digest, expires_at) values (:person, :name, :digest, :until)
			returning id, name, created_at, expires_at, used_at`, params)
	})
	return t, err
}

// Tokens lists a person's tokens, the newest first.
func (s *Store) Tokens(ctx context.Context, person int64) ([]record.Token, error) {
	tokens := []record.Token{}
	return tokens, list(ctx, s.db, &tokens, `
		select id, name, created_at, expires_at, used_at from token where person_id = :person order by id desc`, map[string]any{"person": person})
}

// DropToken revokes a person's token; ErrNotFound when it is none.
func (s *Store) DropToken(ctx context.Context, person, id int64) error {
	var gone int64
	return get(
		ctx, s.db, &gone, `delete from token where id = :id and person_id = :person returning id`,
		map[string]any{"id": id, "person": person},
	)
}

// TokenOf finds whose token a secret is, and notes once a minute that it was used.
func (s *Store) TokenOf(ctx context.Context, digest []byte) (p record.Person, err error) {
	params := map[string]any{"digest": digest}
	var found struct {
		record.Person
		Token int64
		Stale bool
	}
	if err = get(ctx, s.db, &found, `
		select q.*, t.id as token, coalesce(t.used_at < now() - interval '1 minute', true) as stale
		from token t join (`+selectPerson+`) q on q.id = t.person_id
		where t.digest = :digest and t.expires_at > now() and not q.disabled`, params); err != nil || !found.Stale {
		return found.Person, err
	}
	return found.Person, exec(ctx, s.db, `update token set used_at = now() where digest = :digest`, params)
}

// mostDevices is how many devices of a person are known; the oldest are forgotten.
const mostDevices = 20

// AddDevice keeps a device on which a person has signed in.
func (s *Store) AddDevice(ctx context.Context, person int64, digest []byte, until time.Time) error {
	return s.in(ctx, func(tx *sqlx.Tx) error {
		params := map[string]any{"person": person, "digest": digest, "until": until, "most": mostDevices - 1}
		if err := exec(ctx, tx, `
			delete from device where expires_at < now() or digest in (
				select digest from device where person_id = :person order by expires_at desc offset :most)`, params); err != nil {
			return err
		}
		return exec(ctx, tx, `insert into device (digest, person_id, expires_at) values (:digest, :person, :until)`, params)
	})
}

// Known reports whether a login's owner has signed in on a device. It relies on the primary
// key.
func (s *Store) Known(ctx context.Context, login string, digest []byte) (is bool, err error) {
	err = get(ctx, s.db, &is, `
		select exists (select from device d join person p on p.id = d.person_id
		               where d.digest = :digest and d.expires_at > now() and p.login = :login)`,
		map[string]any{"digest": digest, "login": login})
	return is, err
}
