package worker

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"time"

	"github.com/riverqueue/river"

	"durchgang/core/games"
	"durchgang/core/play/house"
	"durchgang/internal/queue"
	"durchgang/internal/record"
	"durchgang/internal/store"
	"durchgang/internal/toolchain"
	"durchgang/internal/tournament"
)

// matchWorker implements river.Worker for queue.Match.
type matchWorker struct {
	river.WorkerDefaults[queue.Match]
	store      *store.Store
	queue      *queue.Queue
	log        *slog.Logger
	worker     string // its id
	appraisers tournament.Appraisers
}

// askEvery is after how long a worker asks whether its match is still wanted.
const askEvery = 2 * time.Second

// Timeout implements river.Worker: there is none. The time of each game is bounded, and a
// worker that is gone is missed by its sign of life.
func (*matchWorker) Timeout(*river.Job[queue.Match]) time.Duration { return -1 }

// Work plays one match, and lets the contest go on when it was the last of its round. While
// the database is away it waits: what was played is not lost. A job for which nothing waits is
// done.
func (w *matchWorker) Work(ctx context.Context, job *river.Job[queue.Match]) error {
	return unharmed(w.log, func() error { return told(w.work(ctx, job)) })
}

func (w *matchWorker) work(ctx context.Context, job *river.Job[queue.Match]) error {
	var task store.MatchTask
	err := persist(ctx, w.log, func() (err error) {
		task, err = w.store.TakeMatch(ctx, job.ID, w.worker)
		return err
	})
	if errors.Is(err, store.ErrNotFound) {
		return nil
	}
	if err != nil {
		return err
	}
	outcome, bouts, err := w.play(ctx, task)
	if errors.Is(err, store.ErrOvertaken) {
		return nil // cancelled, or another worker has it
	}
	problem := ""
	if err != nil {
		if job.Attempt < job.MaxAttempts && !store.Refused(err) {
			return err
		}
		problem = "Durchgang could not play this match: " + told(err).Error()
	}
	err = persist(ctx, w.log, func() error { return w.store.FinishMatch(ctx, task.Match.ID, task.Attempt, outcome, problem, bouts) })
	if errors.Is(err, store.ErrOvertaken) {
		return nil
	}
	if store.Refused(err) { // the games cannot be kept
		problem = "What was played could not be kept: " + told(err).Error()
		err = persist(ctx, w.log, func() error {
			return w.store.FinishMatch(ctx, task.Match.ID, task.Attempt, record.Outcome{}, problem, nil)
		})
	}
	if err != nil {
		return err
	}
	return persist(ctx, w.log, func() error { return w.queue.Advance(ctx, task.Contest.ID, false) })
}

// play plays the games of a match.
func (w *matchWorker) play(ctx context.Context, task store.MatchTask) (outcome record.Outcome, bouts []record.PlayedBout, err error) {
	rules, err := games.All().Rules(string(task.Contest.Terms.Variant))
	if err != nil {
		return outcome, nil, err
	}
	m := tournament.Match{
		Rules:      rules,
		Contest:    task.Contest.ID,
		Terms:      task.Contest.Terms,
		Appraisers: &w.appraisers,
		Alone:      task.Match.Second < 0,
	}
	m.Measure, _ = house.MeasureOf(rules)
	numbers := [2]int{task.Match.First, task.Match.Second}
	for i, number := range numbers {
		if number < 0 {
			continue
		}
		e, err := w.store.Entrant(ctx, task.Contest.ID, number)
		if err != nil {
			return outcome, nil, fmt.Errorf("find player %d: %w", number, err)
		}
		if m.Players[i], err = tournament.NewContender(ctx, task.Contest.Functions, e, rules, toolchain.UserCache()); err != nil {
			return outcome, nil, err
		}
		defer m.Players[i].Close()
	}
	asked := time.Now()
	err = m.Play(ctx, task.Match.FromDeal, task.Match.Deals, func(b record.PlayedBout) error {
		b.First, b.Second = numbers[b.First], numbers[b.Second]
		bouts = append(bouts, b)
		if time.Since(asked) < askEvery {
			return nil
		}
		asked = time.Now()
		return persist(ctx, w.log, func() error { return w.store.StillPlayed(ctx, task.Match.ID, task.Attempt) })
	})
	return m.Outcome, bouts, err
}
