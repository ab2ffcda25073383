package store

import (
	"context"

	"github.com/jmoiron/sqlx"

	"durchgang/internal/record"
)

// AddAct adds to the audit log.
func (s *Store) AddAct(ctx context.Context, a record.Act) error { return addAct(ctx, s.db, a) }

func addAct(ctx context.Context, db sqlx.ExtContext, a record.Act) error {
	return exec(
		ctx,
		db,
		`
		insert into act (login, address, what, course, subject, status, request)
		values (:login, :address, :what, :course, :subject, :status, :request)`,
		map[string]any{
			"login":   a.Login,
			"address": a.Address,
			"what":    a.What,
			"course":  a.Course,
			"subject": a.Subject,
			"status":  a.Status,
			"request": a.Request,
		},
	)
}

// Acts lists at most limit acts before the one of that number, the newest first; a before of
// 0 begins with the last one. An empty course stands for all.
func (s *Store) Acts(ctx context.Context, course string, before int64, limit int) ([]record.Act, error) {
	acts := []record.Act{}
	text := `select * from act where (cast(:before as bigint) = 0 or id < cast(:before as bigint))`
	if course != "" {
		text += ` and course = :course`
	}
	return acts, list(ctx, s.db, &acts, text+` order by id desc limit :limit`,
		map[string]any{"course": course, "before": before, "limit": limit})
}
