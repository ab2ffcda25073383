// Package store keeps the records in PostgreSQL. SQL stands here and nowhere
// else, one file for each kind of record, beside the migrations that make the
// tables.
//
// Read Store first.
package store

import (
	"context"
	"database/sql"
	"embed"
	"errors"
	"fmt"
	"io/fs"
	"log/slog"
	"slices"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgconn"
	"github.com/jackc/pgx/v5/pgxpool"
	"github.com/jackc/pgx/v5/stdlib"
	"github.com/jmoiron/sqlx"
	"github.com/pressly/goose/v3"
	"github.com/riverqueue/river/riverdriver/riverpgxv5"
	"github.com/riverqueue/river/rivermigrate"
)

// Store is one database.
type Store struct {
	db   *sqlx.DB
	Pool *pgxpool.Pool // for the queue's workers
}

// Errors that callers tell apart with errors.Is.
var (
	ErrNotFound    = errors.New("not found")
	ErrExists      = errors.New("exists already")
	ErrFull        = errors.New("the disk that the database is on is full: make room there, and it goes on by itself")
	ErrTooMany     = errors.New("there are as many as there may be")
	ErrUnreachable = errors.New("the database cannot be reached")
)

//go:embed migrations/*.sql
var migrations embed.FS

// Open connects to the database at url and brings its tables up to date.
func Open(ctx context.Context, url string) (*Store, error) { return OpenTraced(ctx, url, nil) }

// OpenTraced is Open for a caller that is told of each statement; the tracer may be nil.
func OpenTraced(ctx context.Context, url string, tracer pgx.QueryTracer) (*Store, error) {
	config, err := pgxpool.ParseConfig(url)
	if err != nil {
		return nil, fmt.Errorf("read the database's address: %w", err)
	}
	config.ConnConfig.Tracer = tracer
	pool, err := pgxpool.NewWithConfig(ctx, config)
	if err != nil {
		return nil, fmt.Errorf("connect to the database: %w", err)
	}
	s := &Store{db: sqlx.NewDb(stdlib.OpenDBFromPool(pool), "pgx"), Pool: pool}
	if err := pool.Ping(ctx); err != nil {
		s.Close()
		return nil, fmt.Errorf("connect to the database: %w", classify(err))
	}
	if err := s.migrate(ctx); err != nil {
		s.Close()
		return nil, err
	}
	return s, nil
}

func (s *Store) migrate(ctx context.Context) error {
	dir, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return err
	}
	provider, err := goose.NewProvider(goose.DialectPostgres, s.db.DB, dir)
	if err != nil {
		return fmt.Errorf("prepare migrations: %w", err)
	}
	if _, err := provider.Up(ctx); err != nil {
		return fmt.Errorf("migrate the records: %w", err)
	}
	quiet := &rivermigrate.Config{Logger: slog.New(slog.DiscardHandler)}
	queue, err := rivermigrate.New(riverpgxv5.New(s.Pool), quiet)
	if err != nil {
		return fmt.Errorf("prepare the queue's migrations: %w", err)
	}
	if _, err := queue.Migrate(ctx, rivermigrate.DirectionUp, nil); err != nil {
		return fmt.Errorf("migrate the queue: %w", err)
	}
	return nil
}

// Close closes the connections.
func (s *Store) Close() {
	s.db.Close()
	s.Pool.Close()
}

// Ping reports whether the database answers.
func (s *Store) Ping(ctx context.Context) error {
	ctx, cancel := context.WithTimeoutCause(ctx, pingTime, errSilent)
	defer cancel()
	err := s.db.PingContext(ctx)
	if err != nil && context.Cause(ctx) == errSilent {
		return fmt.Errorf("%w: it has not answered within %v", ErrUnreachable, pingTime)
	}
	return classify(err)
}

// pingTime is how long Ping waits.
const pingTime = 3 * time.Second

// SQL is the database for callers that insert jobs in a transaction of the store.
func (s *Store) SQL() *sql.DB { return s.db.DB }

// statementTime is how long a statement is waited for, and with it a free connection. A
// database that does not answer within it cannot be reached.
const statementTime = 15 * time.Second

var errSilent = fmt.Errorf("it has not answered within %v", statementTime)

// within bounds the time of an act on the database.
func within(ctx context.Context, act func(context.Context) error) error {
	bounded, cancel := context.WithTimeoutCause(ctx, statementTime, errSilent)
	defer cancel()
	err := act(bounded)
	if err != nil && ctx.Err() == nil && context.Cause(bounded) == errSilent {
		return fmt.Errorf("%w: %w", ErrUnreachable, errSilent)
	}
	return classify(err)
}

// in runs f in a transaction, which it commits unless f fails.
func (s *Store) in(ctx context.Context, f func(*sqlx.Tx) error) error {
	// The context of a transaction ends it, so that the time to begin is bounded apart.
	whole, cancel := context.WithCancelCause(ctx)
	defer cancel(nil)
	silent := time.AfterFunc(statementTime, func() { cancel(errSilent) })
	tx, err := s.db.BeginTxx(whole, nil)
	silent.Stop()
	if err != nil {
		if context.Cause(whole) == errSilent {
			return fmt.Errorf("%w: %w", ErrUnreachable, errSilent)
		}
		return classify(err)
	}
	defer tx.Rollback()
	if err := f(tx); err != nil {
		return classify(err)
	}
	silent.Reset(statementTime)
	defer silent.Stop()
	return classify(tx.Commit())
}

// get reads one row with named parameters into dest.
func get(ctx context.Context, db sqlx.ExtContext, dest any, query string, params map[string]any) error {
	text, args, err := sqlx.Named(query, plainParams(params))
	if err != nil {
		return err
	}
	return within(ctx, func(ctx context.Context) error { return sqlx.GetContext(ctx, db, dest, db.Rebind(text), args...) })
}

// list reads all rows with named parameters into dest, a pointer to a slice.
func list(ctx context.Context, db sqlx.ExtContext, dest any, query string, params map[string]any) error {
	text, args, err := sqlx.Named(query, plainParams(params))
	if err != nil {
		return err
	}
	return within(ctx, func(ctx context.Context) error { return sqlx.SelectContext(ctx, db, dest, db.Rebind(text), args...) })
}

// exec runs a statement with named parameters.
func exec(ctx context.Context, db sqlx.ExtContext, query string, params map[string]any) error {
	_, err := affect(ctx, db, query, params)
	return err
}

// affect runs a statement with named parameters and tells how many rows it has changed.
func affect(ctx context.Context, db sqlx.ExtContext, query string, params map[string]any) (rows int64, err error) {
	err = within(ctx, func(ctx context.Context) error {
		result, err := sqlx.NamedExecContext(ctx, db, query, plainParams(params))
		if err == nil {
			rows, err = result.RowsAffected()
		}
		return err
	})
	return rows, err
}

const (
	uniqueViolation   = "23505"
	classConnection   = "08"
	classIntervention = "57" // an administrator's shutdown, or still starting up
	classResources    = "53" // no memory, or no connection left
	diskFull          = "53100"
)

// classify wraps what callers tell apart.
func classify(err error) error {
	var answer *pgconn.PgError
	switch {
	case err == nil:
		return nil
	case errors.Is(err, sql.ErrNoRows):
		return ErrNotFound
	case errors.As(err, &answer) && answer.Code == uniqueViolation:
		return fmt.Errorf("%w: %s", ErrExists, answer.Detail)
	case errors.As(err, &answer) && answer.Code == diskFull:
		return fmt.Errorf("%w: %w", ErrUnreachable, ErrFull)
	case errors.As(err, &answer) && !slices.Contains([]string{classConnection, classIntervention, classResources}, answer.Code[:2]):
		return err
	case errors.Is(err, ErrNotFound), errors.Is(err, ErrExists), errors.Is(err, ErrTooMany), errors.Is(err, ErrUnreachable),
		errors.Is(err, context.Canceled), errors.Is(err, context.DeadlineExceeded):
		return err
	case errors.As(err, &answer), lost(err):
		return fmt.Errorf("%w: %w", ErrUnreachable, err)
	}
	return err
}

// Refused reports whether the database will not take what it was given, however often it is
// tried: a value that no column can hold (class 22), or one that breaks a rule (23) or a limit (54)
// of the tables (PostgreSQL, appendix A).
func Refused(err error) bool {
	var answer *pgconn.PgError
	return errors.As(err, &answer) && slices.Contains([]string{"22", "23", "54"}, answer.Code[:2])
}

// Now is the time on the database's clock.
func (s *Store) Now(ctx context.Context) (now time.Time, err error) {
	err = get(ctx, s.db, &now, `select now()`, nil)
	return now, err
}
