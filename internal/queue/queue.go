// Package queue puts jobs on the queue: which submission or match a job is for is settled when a worker takes it, so that
// courses have fair shares.
package queue

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"log/slog"

	"github.com/riverqueue/river"
	"github.com/riverqueue/river/riverdriver/riverdatabasesql"

	"durchgang/core/contest"
	"durchgang/internal/record"
	"durchgang/internal/store"
)

// Grade is the job of grading one submission.
type Grade struct{}

// Kind implements river.JobArgs.
func (Grade) Kind() string { return "grade" }

// InsertOpts implements river.JobArgsWithInsertOpts.
func (Grade) InsertOpts() river.InsertOpts { return river.InsertOpts{MaxAttempts: 5} }

// Match is the job of playing one match.
type Match struct{}

// Kind implements river.JobArgs.
func (Match) Kind() string { return "match" }

// InsertOpts implements river.JobArgsWithInsertOpts.
func (Match) InsertOpts() river.InsertOpts { return river.InsertOpts{MaxAttempts: 5} }

// Queue adds jobs. Its errors are those of the store.
type Queue struct {
	store  *store.Store
	client *river.Client[*sql.Tx] // inserts only; workers work
}

// New returns the queue of a store.
func New(s *store.Store, log *slog.Logger) (*Queue, error) {
	client, err := river.NewClient(riverdatabasesql.New(s.SQL()), &river.Config{Logger: log})
	if err != nil {
		return nil, fmt.Errorf("prepare the queue: %w", err)
	}
	return &Queue{s, client}, nil
}

// Grade adds so many jobs, each of which grades a submission.
func (q *Queue) Grade(tx *sql.Tx, n int) error { return q.insert(tx, Grade{}, n) }

// Match adds so many jobs, each of which plays a match.
func (q *Queue) Match(tx *sql.Tx, n int) error { return q.insert(tx, Match{}, n) }

// insert adds the same job so many times.
func (q *Queue) insert(tx *sql.Tx, args river.JobArgs, n int) error {
	if n <= 0 {
		return nil
	}
	jobs := make([]river.InsertManyParams, n)
	for i := range jobs {
		jobs[i] = river.InsertManyParams{Args: args}
	}
	_, err := q.client.InsertManyFastTx(context.Background(), tx, jobs)
	return err
}

// Advance pairs a contest's next round, when all matches of the last one are played; start begins the contest.
func (q *Queue) Advance(ctx context.Context, contestID int64, start bool) error {
	return q.store.Advance(ctx, contestID, start, func(c record.Contest, played []contest.Match) []contest.Pairing {
		return contest.Next(c.Terms, len(c.Entrants), played)
	}, q.Match)
}

// Mend puts jobs on the queue for results and matches that no job will take up, and lets contests go on that do not.
func (q *Queue) Mend(ctx context.Context) error {
	err := errors.Join(q.store.Orphans(ctx), q.store.Missing(ctx, q.Grade))
	stuck, failed := q.store.MendContests(ctx, q.Match)
	err = errors.Join(err, failed)
	for _, id := range stuck {
		err = errors.Join(err, q.Advance(ctx, id, false))
	}
	return err
}
