package office

import (
	"context"
	"errors"
	"fmt"
	"slices"

	"durchgang/core/contest"
	"durchgang/core/games"
	"durchgang/core/judge"
	"durchgang/core/play/house"
	"durchgang/core/suite"
	"durchgang/internal/record"
	"durchgang/internal/store"
	"durchgang/internal/tournament"
)

// Errors of a contest, for errors.Is.
var (
	ErrTooFew   = errors.New("a contest needs two players, or one where everyone plays alone")
	ErrNotOver  = errors.New("the contest is not over")
	ErrNoMatter = errors.New("more games would tell nothing")
)

// ContestForm is what a contest is made of.
type ContestForm struct {
	Name      string        `json:"name,omitempty"`
	Title     string        `json:"title"`
	Terms     contest.Terms `json:"terms"`
	Functions string        `json:"functions,omitempty" description:"How strategies that are functions are called, in YAML; without it the usual way of the game."`
}

// checked completes the terms.
func (f ContestForm) checked() (ContestForm, error) {
	var err error
	if f.Title, err = checkName(f.Name, f.Title); err != nil {
		return f, err
	}
	rules, err := games.All().Rules(string(f.Terms.Variant))
	if err != nil {
		return f, &record.InputError{Field: "variant", Err: err}
	}
	f.Terms, err = f.Terms.Complete(rules)
	if wrong := (*contest.TermsError)(nil); errors.As(err, &wrong) {
		return f, &record.InputError{Field: wrong.Field, Err: wrong.Err}
	}
	if err != nil {
		return f, err
	}
	_, err = tournament.Functions(rules, f.Functions)
	return f, err
}

// CreateContest adds a contest to a course.
func (o *Office) CreateContest(ctx context.Context, course string, f ContestForm) (record.Contest, error) {
	if _, err := o.Course(ctx, course); err != nil {
		return record.Contest{}, err
	}
	f, err := f.checked()
	if err != nil {
		return record.Contest{}, err
	}
	c := record.Contest{Course: course, Name: f.Name, Title: f.Title, Terms: f.Terms, Functions: f.Functions}
	if err := o.store.AddContest(ctx, c, By(ctx).Login); err != nil {
		return c, about(err, "contest", f.Name)
	}
	return o.Contest(ctx, course, f.Name)
}

// ChangeContest changes a contest that has not begun.
func (o *Office) ChangeContest(ctx context.Context, course, name string, f ContestForm) (record.Contest, error) {
	c, err := o.Contest(ctx, course, name)
	if err != nil {
		return c, err
	}
	f.Name = name
	if f, err = f.checked(); err != nil {
		return c, err
	}
	c.Title, c.Terms, c.Functions = f.Title, f.Terms, f.Functions
	if err := o.store.SetContest(ctx, c); err != nil {
		return c, begun(err)
	}
	return o.Contest(ctx, course, name)
}

// begun says what to do about a contest that has begun.
func begun(err error) error {
	if errors.Is(err, store.ErrStarted) {
		return &record.InputError{
			Field: "contest",
			Err:   fmt.Errorf("%w: its terms and players stay as they are; make another contest, or cancel this one", err),
		}
	}
	return err
}

// Contests lists the contests of a course, the newest first.
func (o *Office) Contests(ctx context.Context, course string) ([]record.Contest, error) {
	return o.store.Contests(ctx, course)
}

// Contest finds a contest. Who is a student sees pseudonyms where the terms say so.
func (o *Office) Contest(ctx context.Context, course, name string) (record.Contest, error) {
	c, err := o.store.Contest(ctx, course, name)
	if err != nil {
		return c, about(err, "contest", name)
	}
	return o.shown(ctx, c)
}

// ContestNow tells how far a contest has come, without names.
func (o *Office) ContestNow(ctx context.Context, id int64) (record.Contest, error) {
	return o.store.ContestByID(ctx, id)
}

// shown completes a contest with what follows from its terms, as the one who asks sees it.
func (o *Office) shown(ctx context.Context, c record.Contest) (record.Contest, error) {
	rules, err := games.All().Rules(string(c.Terms.Variant))
	if err != nil {
		return c, err
	}
	if m, alone := house.MeasureOf(rules); alone {
		c.Measure, c.Less = m.Name, m.Less
		if c.Terms.Hands {
			c.Measure, c.Less = contest.HandMeasure, true
		}
	}
	st := StandingOf(ctx)
	for i := range c.Entrants {
		e := &c.Entrants[i]
		mine := e.Student != "" && e.Student == st.Student
		if mine {
			c.You = e.Number
		}
		if st.Role == record.Student && c.Terms.Masked && !mine && e.House == "" {
			e.Name, e.Student, e.Problem = e.Pseudonym, "", ""
			for _, wording := range []*string{e.FirstWording, e.SecondWording} {
				if wording != nil {
					*wording = "" // which side it plays may be known
				}
			}
		}
	}
	if st.Role == record.Student && !c.State.Settled() {
		c.Terms.Seed, c.Terms.Words = 0, nil // what is dealt is not known before
	}
	return c, nil
}

func (o *Office) change(ctx context.Context, course, name string, act func(record.Contest) error) (record.Contest, error) {
	c, err := o.Contest(ctx, course, name)
	if err != nil {
		return c, err
	}
	if err := act(c); err != nil {
		return c, err
	}
	return o.Contest(ctx, course, name)
}

// StartContest begins a contest.
func (o *Office) StartContest(ctx context.Context, course, name string) (record.Contest, error) {
	return o.change(ctx, course, name, func(c record.Contest) error {
		if c.State != record.ContestOpen {
			return begun(store.ErrStarted)
		}
		if n := len(c.Entrants); n == 0 || n == 1 && c.Terms.Format != contest.Deals {
			return &record.InputError{Field: "players", Err: fmt.Errorf("%w; there are %d", ErrTooFew, n)}
		}
		return begun(o.queue.Advance(ctx, c.ID, true))
	})
}

// HoldContest pauses a contest, lets it go on (resume), or cancels it.
func (o *Office) HoldContest(ctx context.Context, course, name, act string) (record.Contest, error) {
	return o.change(ctx, course, name, func(c record.Contest) error {
		if c.State != record.ContestRunning && c.State != record.ContestPaused {
			return &record.InputError{Field: "contest", Err: fmt.Errorf("it is %s, so there is nothing to %s", c.State, act)}
		}
		if err := o.store.HoldContest(ctx, c.ID, act, o.queue.Match); err != nil || act != "resume" {
			return err
		}
		return o.queue.Advance(ctx, c.ID, false)
	})
}

// DropContest deletes a contest with everything that was played.
func (o *Office) DropContest(ctx context.Context, course, name string) (record.Contest, error) {
	c, err := o.Contest(ctx, course, name)
	if err != nil {
		return c, err
	}
	return c, o.store.DropContest(ctx, c.ID)
}

const (
	sure    = 0.95 // how sure one has to be of an order not to play more
	maxMore = 200  // deals, or rounds of a ladder
)

// More lets a contest that is over go on: neighbours in the standings of whom it is not sure
// yet who is better meet again, on deals that were not played. Where everyone plays
// alone all play more deals. A ladder goes on with that many rounds.
func (o *Office) More(ctx context.Context, course, name string, deals int) (record.Contest, error) {
	return o.change(ctx, course, name, func(c record.Contest) error {
		if c.State != record.ContestOver {
			return &record.InputError{Field: "contest", Err: ErrNotOver}
		}
		if deals < 1 || deals > maxMore {
			return &record.InputError{Field: "deals", Err: fmt.Errorf("1 to %d more can be played at once", maxMore)}
		}
		if c.Terms.Format == contest.Ladder {
			c.Terms.Rounds += deals
			if err := o.store.Extend(ctx, c); err != nil {
				return err
			}
			return o.queue.Advance(ctx, c.ID, true)
		}
		page, err := o.ContestPage(ctx, course, name)
		if err != nil {
			return err
		}
		pairs, err := morePairs(page, deals)
		if err != nil {
			return err
		}
		return o.store.AddExtra(ctx, c.ID, pairs, o.queue.Match)
	})
}

// morePairs are the matches that tell most of who is better.
func morePairs(page record.ContestPage, deals int) ([]contest.Pairing, error) {
	c := page.Contest
	var pairs []contest.Pairing
	if c.Terms.Format == contest.Deals {
		if c.Terms.Hands {
			return nil, &record.InputError{Field: "deals", Err: fmt.Errorf("%w: every hand was dealt", ErrNoMatter)}
		}
		from := page.Ranking.Games / len(c.Entrants) // the next ones
		for i := range c.Entrants {
			pairs = append(pairs, contest.Pairing{Round: c.Rounds + 1, Players: [2]int{i, contest.Nobody}, From: from, Deals: deals})
		}
		return pairs, nil
	}
	if rules, err := games.All().Rules(string(c.Terms.Variant)); err == nil && house.Opens(rules) && c.Terms.Opening == 0 &&
		page.Ranking.Equal > 0 {
		return nil, &record.InputError{
			Field: "deals",
			Err: fmt.Errorf(
				"%w: the same players make the same moves again; a contest whose games begin with moves at random (opening) can tell more",
				ErrNoMatter,
			),
		}
	}
	const apart = 1_000_000 // beyond the deals of all rounds
	from := apart + c.Rounds*maxMore
	for i := range len(page.Ranking.Rows) - 1 {
		if p := page.Ranking.Ahead[i][i+1]; max(p, 1-p) < sure {
			a, b := page.Ranking.Rows[i].Player, page.Ranking.Rows[i+1].Player
			pairs = append(pairs, contest.Pairing{Round: c.Rounds + 1, Players: [2]int{min(a, b), max(a, b)}, From: from, Deals: deals})
		}
	}
	if pairs == nil {
		return nil, &record.InputError{
			Field: "deals",
			Err:   fmt.Errorf("%w: of all neighbours it is sure to 95 %% who is better", ErrNoMatter),
		}
	}
	return pairs, nil
}

// GivePoints gives every student who played the points of a criterion of an assignment by how
// well the strategy played, as points by hand with a reason: the share of best moves, or the
// share of what the house's best brought, or the share of points.
func (o *Office) GivePoints(ctx context.Context, course, name, assignment, criterion, by string) ([]record.ByHand, error) {
	page, err := o.ContestPage(ctx, course, name)
	if err != nil {
		return nil, err
	}
	if !page.Contest.State.Settled() {
		return nil, &record.InputError{Field: "contest", Err: ErrNotOver}
	}
	runs, err := o.Runs(ctx, course, assignment)
	if err != nil {
		return nil, err
	}
	i := slices.IndexFunc(runs, func(r record.Run) bool { return r.Accepted && r.State == record.Done })
	if i < 0 {
		return nil, &record.InputError{Field: "assignment", Err: errors.New("it was not graded yet: points by hand stand in a result")}
	}
	m, err := o.Matrix(ctx, runs[i].ID)
	if err != nil {
		return nil, err
	}
	k := slices.IndexFunc(m.Criteria, func(c record.Criterion) bool { return c.Name == criterion })
	if k < 0 {
		return nil, &record.InputError{Field: "criterion", Err: fmt.Errorf("there is no criterion %q", criterion)}
	}
	given := []record.ByHand{}
	for _, rank := range page.Ranking.Rows {
		student := page.Contest.Entrants[rank.Player].Student
		row := slices.IndexFunc(m.Rows, func(r record.Row) bool { return r.Student == student })
		if student == "" || row < 0 {
			continue
		}
		share, why, err := merit(page.Contest, rank, by)
		if err != nil {
			return nil, err
		}
		points := suite.Points(float64(m.Criteria[k].Of)*share + 0.5)
		h := judge.ByHand{Criterion: criterion, Points: points, Reason: fmt.Sprintf("contest %s: %s", page.Contest.Title, why)}
		if _, err := o.GiveByHand(ctx, m.Rows[row].Result, h, false); err != nil {
			return nil, err
		}
		given = append(given, record.ByHand{Student: student, ByHand: h, Login: By(ctx).Login})
	}
	return given, nil
}

// merit is the share of a criterion's points that a player has earned, and why.
func merit(c record.Contest, r record.Rank, by string) (float64, string, error) {
	switch by {
	case "best-moves":
		if r.Quality.Moves == 0 {
			return 0, "", &record.InputError{Field: "by", Err: fmt.Errorf("the worth of moves is not known in %s", c.Terms.Variant)}
		}
		share := float64(r.Quality.Best) / float64(r.Quality.Moves)
		return share, fmt.Sprintf("%.0f %% of the moves were best", 100*share), nil
	case "house":
		if c.Measure == "" {
			return 0, "", &record.InputError{
				Field: "by",
				Err:   fmt.Errorf("%s is played by two; take best-moves or points", c.Terms.Variant),
			}
		}
		a, b := r.Mean.Mean, r.House
		if c.Less {
			a, b = b, a
		}
		share := 0.0
		if c.Terms.Hands {
			return 0, "", &record.InputError{Field: "by", Err: errors.New("of hands, take best-moves")}
		}
		if b > 0 {
			share = max(0, min(1, a/b))
		}
		return share, fmt.Sprintf("%s %.2f, the house's best %.2f", c.Measure, r.Mean.Mean, r.House), nil
	case "points":
		if r.Games == 0 || c.Measure != "" {
			return 0, "", &record.InputError{Field: "by", Err: errors.New("there are no points; take house or best-moves")}
		}
		share := r.Points / float64(r.Games)
		return min(1, share), fmt.Sprintf("%g points of %d games", r.Points, r.Games), nil
	}
	return 0, "", &record.InputError{Field: "by", Err: fmt.Errorf("it is best-moves, house or points, not %q", by)}
}
