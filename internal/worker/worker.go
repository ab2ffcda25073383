package worker

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"os"
	"runtime/debug"
	"strings"
	"sync"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/riverqueue/river"
	"github.com/riverqueue/river/riverdriver/riverpgxv5"

	"durchgang/core/games"
	"durchgang/core/judge"
	"durchgang/core/suite"
	"durchgang/internal/channel"
	"durchgang/internal/grading"
	"durchgang/internal/queue"
	"durchgang/internal/record"
	"durchgang/internal/scratch"
	"durchgang/internal/store"
)

const (
	// ScriptsAtOnce is how many scripts of one program are played at the same time: while one
	// starts or ends, another is typed to.
	ScriptsAtOnce = 2

	// mostWordings bounds how many other programs' wordings are tried with a program.
	mostWordings = 3

	jobTime      = 10 * time.Minute
	heartbeat    = time.Second
	mendEvery    = 5 * time.Second
	reconnecting = 500 * time.Millisecond
)

// Worker takes jobs from the queue and grades.
type Worker struct {
	store    *store.Store
	queue    *queue.Queue
	client   *river.Client[pgx.Tx]
	presence *store.Presence
	log      *slog.Logger
	stop     context.CancelFunc
	pulse    sync.WaitGroup
	mended   time.Time // when the queue was looked over
}

// Start begins to work, on as many submissions at once as parallel says. It
// first takes back what dead workers left unfinished.
func Start(ctx context.Context, s *store.Store, parallel int, log *slog.Logger) (*Worker, error) {
	host, err := os.Hostname()
	if err != nil {
		return nil, fmt.Errorf("name the worker: %w", err)
	}
	id := fmt.Sprintf("%s-%d-%d", host, os.Getpid(), time.Now().UnixNano())
	jobs, err := queue.New(s, log)
	if err != nil {
		return nil, err
	}
	w := &Worker{store: s, queue: jobs, log: log}
	workers := river.NewWorkers()
	river.AddWorker(workers, &gradeWorker{store: s, log: log, worker: id})
	river.AddWorker(workers, &matchWorker{store: s, queue: jobs, log: log, worker: id})
	w.client, err = river.NewClient(riverpgxv5.New(s.Pool), &river.Config{
		ID:                   id,
		Queues:               map[string]river.QueueConfig{river.QueueDefault: {MaxWorkers: parallel}},
		Workers:              workers,
		JobTimeout:           jobTime,
		RescueStuckJobsAfter: 2 * jobTime,
		FetchPollInterval:    500 * time.Millisecond,
		Logger:               log,
	})
	if err != nil {
		return nil, fmt.Errorf("prepare the queue: %w", err)
	}
	if w.presence, err = s.RegisterWorker(ctx, id); err != nil {
		return nil, err
	}
	w.recover(ctx)
	if err := w.client.Start(context.WithoutCancel(ctx)); err != nil {
		w.presence.Leave()
		return nil, fmt.Errorf("start the queue: %w", err)
	}
	beating, stop := context.WithCancel(context.WithoutCancel(ctx))
	w.stop = stop
	w.pulse.Go(func() { w.beat(beating) })
	return w, nil
}

// Stop lets the jobs at work end until ctx does, then cancels them; they are taken
// up again by the next worker.
func (w *Worker) Stop(ctx context.Context) error {
	err := w.client.Stop(ctx)
	if errors.Is(err, context.DeadlineExceeded) || errors.Is(err, context.Canceled) {
		hard, cancel := context.WithTimeout(context.Background(), 5*time.Second)
		defer cancel()
		err = w.client.StopAndCancel(hard)
	}
	w.stop()
	w.pulse.Wait()
	w.presence.Leave()
	grading.CloseBrowsers()
	return err
}

// beat keeps the worker's sign of life and looks for workers that have lost theirs.
func (w *Worker) beat(ctx context.Context) {
	tick := time.NewTicker(heartbeat)
	defer tick.Stop()
	for {
		select {
		case <-ctx.Done():
			return
		case <-tick.C:
		}
		if err := w.presence.Check(ctx); err != nil {
			if err := w.presence.Renew(ctx); err != nil {
				w.log.Warn("the worker waits for the database", "error", err)
				continue
			}
		}
		w.recover(ctx)
	}
}

func (w *Worker) recover(ctx context.Context) {
	jobs, err := w.store.Recover(ctx)
	switch {
	case err != nil && ctx.Err() == nil:
		w.log.Warn("unfinished jobs could not be looked for", "error", err)
	case jobs > 0:
		w.log.Info("took unfinished jobs up again", "jobs", jobs)
	}
	if time.Since(w.mended) < mendEvery {
		return
	}
	w.mended = time.Now()
	if err := w.queue.Mend(ctx); err != nil && ctx.Err() == nil {
		w.log.Warn("the queue could not be looked over", "error", err)
	}
}

// gradeWorker implements river.Worker for queue.Grade.
type gradeWorker struct {
	river.WorkerDefaults[queue.Grade]
	store  *store.Store
	log    *slog.Logger
	worker string // its id

	last struct { // the suite that was graded by last, since preparing it takes time
		sync.Mutex
		suite string
		cases *grading.Prepared
	}
}

// prepared is what is prepared of a suite.
func (w *gradeWorker) prepared(suite string) *grading.Prepared {
	w.last.Lock()
	defer w.last.Unlock()
	if w.last.cases == nil || w.last.suite != suite {
		w.last.suite, w.last.cases = suite, &grading.Prepared{}
	}
	return w.last.cases
}

// Work grades one submission. While the database is away it waits: what was graded
// is not lost. A job for which nothing waits is done.
func (w *gradeWorker) Work(ctx context.Context, job *river.Job[queue.Grade]) error {
	return unharmed(w.log, func() error { return w.work(ctx, job) })
}

func (w *gradeWorker) work(ctx context.Context, job *river.Job[queue.Grade]) error {
	var task store.Task
	err := w.persist(ctx, func() (err error) {
		task, err = w.store.TakeResult(ctx, job.ID, w.worker)
		return err
	})
	if errors.Is(err, store.ErrNotFound) {
		return nil
	}
	if err != nil {
		return err
	}
	ctx, cancel := context.WithCancelCause(ctx)
	defer cancel(nil)
	outcome, err := w.grade(ctx, task, cancel)
	if errors.Is(context.Cause(ctx), store.ErrOvertaken) {
		return nil // cancelled, or another worker has it
	}
	if err != nil && job.Attempt < job.MaxAttempts && !store.Refused(err) {
		return told(err)
	}
	if err != nil {
		outcome = store.Outcome{Problem: "Durchgang could not grade this program: " + told(err).Error()}
	}
	err = w.finish(ctx, task, outcome)
	if errors.Is(err, store.ErrOvertaken) {
		return nil
	}
	if store.Refused(err) {
		// What was found out cannot be kept: this result fails with the reason, and no other.
		err = w.finish(ctx, task, store.Outcome{Problem: "What was found out of this program could not be kept: " + told(err).Error()})
	}
	return told(err)
}

func (w *gradeWorker) finish(ctx context.Context, task store.Task, outcome store.Outcome) error {
	return w.persist(ctx, func() error { return w.store.FinishResult(ctx, task.Result, task.Attempt, outcome) })
}

// longestReason is how much is told of why a job failed, in bytes.
const longestReason = 1000

// told is an error as the queue may keep it: one whose text the database refuses would stop
// the jobs of all.
func told(err error) error {
	if err == nil {
		return nil
	}
	text := strings.ReplaceAll(strings.ToValidUTF8(scratch.WithoutPaths(err.Error()), "\uFFFD"), "\x00", "\u2400")
	if len(text) > longestReason {
		text = strings.ToValidUTF8(text[:longestReason], "") + "…"
	}
	if text == err.Error() {
		return err
	}
	return errors.New(text)
}

// unharmed runs a job so that a panic, which may say anything, is told as an error is.
func unharmed(log *slog.Logger, work func() error) (err error) {
	defer func() {
		if cause := recover(); cause != nil {
			log.Error("a job could not be done", "cause", cause, "stack", string(debug.Stack()))
			err = told(fmt.Errorf("an error of Durchgang itself: %v", cause))
		}
	}()
	return work()
}

// grade grades the submission of a task. It calls overtaken when what it finds out is not
// wanted any more.
func (w *gradeWorker) grade(ctx context.Context, task store.Task, overtaken context.CancelCauseFunc) (store.Outcome, error) {
	s, err := suite.Parse("suite", task.Suite, games.All())
	if err != nil {
		return store.Outcome{}, err
	}
	g, err := GraderOf(task, s)
	if err != nil {
		return store.Outcome{}, err
	}
	g.Parallel, g.Prepared = ScriptsAtOnce, w.prepared(task.Suite)
	if err := w.persist(ctx, func() (err error) {
		g.Class, err = w.store.Wordings(ctx, task.Result, mostWordings)
		return err
	}); err != nil {
		return store.Outcome{}, err
	}
	folder, err := grading.Folder(task.Archive)
	if err != nil {
		return store.Outcome{}, err
	}
	graded, err := g.Grade(ctx, folder, func(e record.Evidence) error {
		err := w.persist(ctx, func() error { return w.store.AddEvidence(ctx, task.Result, task.Attempt, e) })
		if errors.Is(err, store.ErrOvertaken) {
			overtaken(err)
		}
		return err
	})
	if grading.AtFault(err) {
		return store.Outcome{Problem: err.Error(), Verdict: judge.Unplayed(s)}, nil
	}
	return store.Outcome{
		Language: graded.Language, Verdict: graded.Verdict, DaysLate: g.DaysLate,
		Examination: graded.Examination, Behaviour: graded.Behaviour, Played: graded.Played,
	}, err
}

// GraderOf is the grader of a task, whose suite was read.
func GraderOf(task store.Task, s *suite.Suite) (grading.Grader, error) {
	g, err := grading.New(task.Channel, s, "phrasebook", task.Phrasebook)
	if err != nil {
		return g, err
	}
	if task.Seconds > 0 {
		g.Patience = channel.DefaultPatience()
		g.Patience.Rest = time.Duration(task.Seconds) * time.Second
	}
	g.Memory = int64(task.Megabytes) << 20
	g.DaysLate = DaysLate(s, task)
	return g, nil
}

// DaysLate counts the days after the time that the assignment says, or else the suite.
func DaysLate(s *suite.Suite, task store.Task) int {
	p := s.Policy
	if task.DueAt != nil {
		p.Due = *task.DueAt
	}
	return p.DaysLate(task.HandedIn)
}

func (w *gradeWorker) persist(ctx context.Context, act func() error) error {
	return persist(ctx, w.log, act)
}

// persist repeats an act of the store until the database can be reached or the job
// is cancelled.
func persist(ctx context.Context, log *slog.Logger, act func() error) error {
	for {
		err := act()
		if !errors.Is(err, store.ErrUnreachable) {
			return err
		}
		log.Warn("a job waits for the database", "error", err)
		select {
		case <-ctx.Done():
			return err
		case <-time.After(reconnecting):
		}
	}
}
