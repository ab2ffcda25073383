package office

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"log/slog"
	"regexp"
	"slices"
	"strings"
	"sync"
	"sync/atomic"

	"durchgang/core/games"
	"durchgang/core/suite"
	"durchgang/internal/queue"
	"durchgang/internal/record"
	"durchgang/internal/store"
)

// Office does what a teacher asks for. Its errors are store.ErrNotFound and
// store.ErrExists where a name is at fault, *record.InputError where what was given is,
// and store.ErrUnreachable while the database is away.
type Office struct {
	GitHosts []string // machines from which students may hand in with git

	store *store.Store
	room  room // for what is unpacked

	trouble atomic.Pointer[error]
	suites  suiteShelf
	queue   *queue.Queue
	log     *slog.Logger
}

// SetTrouble says what is wrong with the database's machine, nil when nothing is any more.
func (o *Office) SetTrouble(err error) {
	if err == nil {
		o.trouble.Store(nil)
	} else {
		o.trouble.Store(&err)
	}
}

// Trouble is what SetTrouble has said last.
func (o *Office) Trouble() error {
	if err := o.trouble.Load(); err != nil {
		return *err
	}
	return nil
}

// New returns an office on a store.
func New(s *store.Store, log *slog.Logger) (*Office, error) {
	jobs, err := queue.New(s, log)
	if err != nil {
		return nil, err
	}
	return &Office{store: s, room: newRoom(), queue: jobs, log: log}, nil
}

// Ready reports whether the office can work: the database answers.
func (o *Office) Ready(ctx context.Context) error { return o.store.Ping(ctx) }

var namePattern = regexp.MustCompile(`^[a-z0-9](?:[a-z0-9-]{0,62}[a-z0-9])?$`)

var errName = errors.New("a name has 1 to 64 small letters, digits and hyphens, as in evening-class")

func checkName(name, title string) (string, error) {
	if !namePattern.MatchString(name) {
		return "", &record.InputError{Field: "name", Err: fmt.Errorf("%q: %w", name, errName)}
	}
	if title = strings.TrimSpace(title); title == "" {
		title = name
	}
	if len(title) > 200 {
		return "", &record.InputError{Field: "title", Err: errors.New("a title has at most 200 characters")}
	}
	return title, nil
}

// about names the thing that is missing or there already.
func about(err error, kind, name string) error {
	switch {
	case errors.Is(err, store.ErrNotFound):
		return fmt.Errorf("%s %q: %w", kind, name, store.ErrNotFound)
	case errors.Is(err, store.ErrExists):
		return fmt.Errorf("%s %q: %w", kind, name, store.ErrExists)
	}
	return err
}

// Submissions lists what counts of an assignment: each student's last submission.
func (o *Office) Submissions(ctx context.Context, course, assignment string) ([]record.Submission, error) {
	a, err := o.Assignment(ctx, course, assignment)
	if err != nil {
		return nil, err
	}
	return o.store.Submissions(ctx, a.ID)
}

// Run finds a run.
func (o *Office) Run(ctx context.Context, id int64) (record.Run, error) {
	r, err := o.store.Run(ctx, id)
	return r, about(err, "run", fmt.Sprint(id))
}

// Runs lists the runs of an assignment, the newest first.
func (o *Office) Runs(ctx context.Context, course, assignment string) ([]record.Run, error) {
	a, err := o.Assignment(ctx, course, assignment)
	if err != nil {
		return nil, err
	}
	return o.store.Runs(ctx, a.ID)
}

// Matrix returns the results of a run, as far as they are there.
func (o *Office) Matrix(ctx context.Context, run int64) (record.Matrix, error) {
	m, _, err := o.matrix(ctx, run, false)
	return m, err
}

// matrix returns the results of a run with its suite. Whole rows have verdicts and account.
func (o *Office) matrix(ctx context.Context, run int64, whole bool) (m record.Matrix, s *suite.Suite, err error) {
	if m.Run, err = o.Run(ctx, run); err != nil {
		return m, nil, err
	}
	if s, err = o.runSuite(ctx, run); err != nil {
		return m, nil, err
	}
	for _, c := range s.Criteria {
		m.Criteria = append(m.Criteria, record.Criterion{Name: c.Name, Title: c.Title, Of: c.Points})
	}
	rows, err := o.store.Rows(ctx, run, whole)
	if err != nil {
		return m, nil, err
	}
	m.Rows = counting(rows)
	for i := range m.Rows {
		m.Rows[i].Of = s.Total()
	}
	number(m.Rows)
	rank := func(r record.Row) int { // what is not graded yet comes first, since somebody has to look at it
		if r.State == record.Failed {
			return 0
		}
		return 1
	}
	slices.SortStableFunc(m.Rows, func(a, b record.Row) int { return cmp.Compare(rank(a), rank(b)) })
	return m, s, nil
}

// counting keeps the first row of each student, which counts.
func counting(rows []record.Row) []record.Row {
	kept := []record.Row{}
	for _, r := range rows {
		if n := len(kept); n > 0 && kept[n-1].Student == r.Student {
			kept[n-1].Attempts++
			continue
		}
		r.Attempts = 1
		kept = append(kept, r)
	}
	return kept
}

// number gives the groups of rows with the same behaviour their numbers, the largest group
// first.
func number(rows []record.Row) {
	sizes := map[string]int{}
	var kinds []string
	for _, r := range rows {
		if r.State != record.Done {
			continue
		}
		if sizes[r.Behaviour] == 0 {
			kinds = append(kinds, r.Behaviour)
		}
		sizes[r.Behaviour]++
	}
	slices.SortStableFunc(kinds, func(a, b string) int { return sizes[b] - sizes[a] })
	for i := range rows {
		if rows[i].State == record.Done {
			rows[i].Group = slices.Index(kinds, rows[i].Behaviour) + 1
		}
	}
}

// runSuite returns the suite of a run, which does not change; those that were read last are
// kept.
func (o *Office) runSuite(ctx context.Context, run int64) (*suite.Suite, error) {
	if s := o.suites.get(run); s != nil {
		return s, nil
	}
	text, err := o.store.RunSuite(ctx, run)
	if err != nil {
		return nil, err
	}
	s, err := suite.Parse(fmt.Sprintf("suite of run %d", run), text, games.All())
	if err == nil {
		o.suites.put(run, s)
	}
	return s, err
}

// mostSuites is how many suites are kept.
const mostSuites = 64

// suiteShelf keeps the suites of some runs.
type suiteShelf struct {
	sync.Mutex
	by map[int64]*suite.Suite
}

func (s *suiteShelf) get(run int64) *suite.Suite {
	s.Lock()
	defer s.Unlock()
	return s.by[run]
}

func (s *suiteShelf) put(run int64, kept *suite.Suite) {
	s.Lock()
	defer s.Unlock()
	if len(s.by) >= mostSuites {
		s.by = nil
	}
	if s.by == nil {
		s.by = map[int64]*suite.Suite{}
	}
	s.by[run] = kept
}

// Result finds a result.
func (o *Office) Result(ctx context.Context, id int64) (record.Result, error) {
	r, err := o.store.Result(ctx, id)
	if err != nil {
		return r, about(err, "result", fmt.Sprint(id))
	}
	s, err := o.runSuite(ctx, r.RunID)
	if err != nil {
		return r, err
	}
	r.Of = s.Total()
	return r, nil
}

// Evidence finds the recorded run of one script of a result, counted from 1.
func (o *Office) Evidence(ctx context.Context, result int64, number int) (record.Evidence, error) {
	e, err := o.store.Evidence(ctx, result, number)
	return e, about(err, "script", fmt.Sprintf("%d of result %d", number, result))
}

// Picture finds how a page looked at a step, by the name that the step has: a JPEG.
func (o *Office) Picture(ctx context.Context, result int64, name string) ([]byte, error) {
	data, err := o.store.Picture(ctx, result, name)
	return data, about(err, "picture", fmt.Sprintf("%s of result %d", name, result))
}
