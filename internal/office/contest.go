package office

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"

	"github.com/riverqueue/river"

	"durchgang/core/contest"
	"durchgang/core/games"
	"durchgang/core/judge"
	"durchgang/core/play/house"
	"durchgang/core/suite"
	"durchgang/internal/record"
	"durchgang/internal/store"
	"durchgang/internal/toolchain"
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
		return f, &InputError{"variant", err}
	}
	f.Terms, err = f.Terms.Complete(rules)
	if wrong := (*contest.TermsError)(nil); errors.As(err, &wrong) {
		return f, &InputError{wrong.Field, wrong.Err}
	}
	if err != nil {
		return f, err
	}
	_, err = strategyBook(rules, f.Functions)
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
		return &InputError{"contest", fmt.Errorf("%w: its terms and players stay as they are; make another contest, or cancel this one", err)}
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
		}
	}
	if st.Role == record.Student && !c.State.Settled() {
		c.Terms.Seed, c.Terms.Words = 0, nil // what is dealt is not known before
	}
	return c, nil
}

// masks are what pseudonyms are made of.
var masks = [2][]string{
	{"amber", "brisk", "copper", "dusky", "early", "fallow", "gentle", "hazel", "ivory", "jolly", "keen", "lunar", "mellow", "nimble", "olive", "plain", "quiet", "russet", "silver", "tawny"},
	{"adder", "badger", "crane", "dormouse", "egret", "finch", "gecko", "heron", "ibis", "jackdaw", "kestrel", "lark", "marten", "newt", "otter", "plover", "quail", "rook", "stoat", "tern"},
}

func pseudonym(taken []record.Entrant) string {
	for {
		name := masks[0][rand.IntN(len(masks[0]))] + " " + masks[1][rand.IntN(len(masks[1]))]
		if len(taken) >= 300 || !slices.ContainsFunc(taken, func(e record.Entrant) bool { return e.Pseudonym == name }) {
			return name
		}
	}
}

// Enter puts a strategy into a contest, or changes the one of that name. A student enters under
// the own name. What cannot be built is kept, with what is wrong with it, and loses.
func (o *Office) Enter(ctx context.Context, course, name, player string, in HandIn) (record.Contest, error) {
	c, err := o.store.Contest(ctx, course, name)
	if err != nil {
		return c, about(err, "contest", name)
	}
	e := record.Entrant{Name: strings.TrimSpace(player)}
	if st := StandingOf(ctx); st.Role == record.Student {
		if e.Name = st.Student; e.Name == "" {
			return c, &InputError{"player", errors.New("you are on no roster of this course; ask your teacher")}
		}
	}
	if e.Name == "" || len(e.Name) > 80 {
		return c, &InputError{"player", errors.New("a player has a name of at most 80 bytes")}
	}
	pupils, err := o.pupils(ctx, course)
	if err != nil {
		return c, err
	}
	if slices.Contains(pupils, e.Name) || StandingOf(ctx).Role == record.Student {
		e.Student = e.Name
	}
	files, err := in.files()
	if err != nil {
		return c, err
	}
	return o.enter(ctx, c, e, files)
}

// pupils are the names on a course's roster.
func (o *Office) pupils(ctx context.Context, course string) ([]string, error) {
	found, err := o.Course(ctx, course)
	if err != nil {
		return nil, err
	}
	list, err := o.store.Roster(ctx, found.ID)
	names := make([]string, len(list))
	for i, p := range list {
		names[i] = p.Name
	}
	return names, err
}

// enter builds a strategy and keeps it.
func (o *Office) enter(ctx context.Context, c record.Contest, e record.Entrant, files map[string][]byte) (record.Contest, error) {
	h := &handIn{student: e.Name, entries: []string{e.Name}, files: files}
	if reason := h.problem(); reason != "" {
		return c, &InputError{"program", errors.New(reason)}
	}
	archive, _, err := h.pack()
	if err != nil {
		return c, err
	}
	rules, err := games.All().Rules(string(c.Terms.Variant))
	if err != nil {
		return c, err
	}
	folder, err := unpacked(archive)
	if err != nil {
		return c, err
	}
	s, err := prepareStrategy(ctx, folder, rules, c.Functions, toolchain.UserCache())
	switch {
	case AtFault(err):
		e.Problem = err.Error()
	case err != nil:
		return c, err
	default:
		e.Channel, e.Language = s.channel(), s.program.Language
		s.program.Close()
	}
	e.Archive = archive
	return o.seat(ctx, c, e)
}

// seat gives a player a place.
func (o *Office) seat(ctx context.Context, c record.Contest, e record.Entrant) (record.Contest, error) {
	if len(c.Entrants) >= contest.MostPlayers {
		return c, &InputError{"player", fmt.Errorf("a contest has at most %d players", contest.MostPlayers)}
	}
	e.Pseudonym = pseudonym(c.Entrants)
	late := c.Terms.Format == contest.Ladder && !c.State.Settled()
	if err := o.store.AddEntrant(ctx, c.ID, e, late); err != nil {
		return c, begun(about(err, "player", e.Name))
	}
	return o.Contest(ctx, c.Course, c.Name)
}

// EnterHouse puts a house player into a contest.
func (o *Office) EnterHouse(ctx context.Context, course, name, player string) (record.Contest, error) {
	c, err := o.store.Contest(ctx, course, name)
	if err != nil {
		return c, about(err, "contest", name)
	}
	rules, err := games.All().Rules(string(c.Terms.Variant))
	if err != nil {
		return c, err
	}
	if names := house.Names(rules); !slices.Contains(names, player) {
		return c, &InputError{"house", fmt.Errorf("%w: %q; %s has %s", house.ErrUnknown, player, c.Terms.Variant, strings.Join(names, ", "))}
	}
	return o.seat(ctx, c, record.Entrant{Name: "house: " + player, House: player})
}

// EnterClass puts the last submission of each student of an assignment into a contest.
func (o *Office) EnterClass(ctx context.Context, course, name, assignment string) (record.Contest, error) {
	c, err := o.store.Contest(ctx, course, name)
	if err != nil {
		return c, about(err, "contest", name)
	}
	subs, err := o.Submissions(ctx, course, assignment)
	if err != nil {
		return c, err
	}
	if len(subs) == 0 {
		return c, &InputError{"assignment", fmt.Errorf("nobody has handed in %s", assignment)}
	}
	for _, sub := range subs {
		archive, err := o.store.Archive(ctx, sub.ID)
		if err != nil {
			return c, err
		}
		files, err := readArchive(archive)
		if err != nil {
			return c, err
		}
		if c, err = o.enter(ctx, c, record.Entrant{Name: sub.Student, Student: sub.Student}, files); err != nil {
			return c, err
		}
	}
	return c, nil
}

// DropPlayer takes a player out of a contest that has not begun.
func (o *Office) DropPlayer(ctx context.Context, course, name string, number int) (record.Contest, error) {
	return o.change(ctx, course, name, func(c record.Contest) error {
		if number < 0 || number >= len(c.Entrants) {
			return Missing("player", fmt.Sprint(number))
		}
		return begun(o.store.DropEntrant(ctx, c.ID, number))
	})
}

// SeedContest orders the players of a contest that has not begun.
func (o *Office) SeedContest(ctx context.Context, course, name string, numbers []int) (record.Contest, error) {
	return o.change(ctx, course, name, func(c record.Contest) error {
		sorted := slices.Sorted(slices.Values(numbers))
		for i := range c.Entrants {
			if len(sorted) != len(c.Entrants) || sorted[i] != i {
				return &InputError{"numbers", fmt.Errorf("it lists the numbers 0 to %d, each once", len(c.Entrants)-1)}
			}
		}
		return begun(o.store.SeedEntrants(ctx, c.ID, numbers))
	})
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
			return &InputError{"players", fmt.Errorf("%w; there are %d", ErrTooFew, n)}
		}
		return begun(o.advance(ctx, c.ID, true))
	})
}

// advance pairs the next round, when all matches of the last one are played.
func (o *Office) advance(ctx context.Context, id int64, start bool) error {
	return o.store.Advance(ctx, id, start, func(c record.Contest, played []contest.Match) ([]contest.Pairing, error) {
		return contest.Next(c.Terms, len(c.Entrants), played), nil
	}, o.enqueueMatches)
}

// matchArgs is the job of playing one match: which one is settled when a worker takes it.
type matchArgs struct{}

// Kind implements river.JobArgs.
func (matchArgs) Kind() string { return "match" }

// InsertOpts implements river.JobArgsWithInsertOpts.
func (matchArgs) InsertOpts() river.InsertOpts { return river.InsertOpts{MaxAttempts: 5} }

// enqueueMatches adds so many jobs, each of which plays a match.
func (o *Office) enqueueMatches(tx *sql.Tx, n int) error {
	if n <= 0 {
		return nil
	}
	jobs := make([]river.InsertManyParams, n)
	for i := range jobs {
		jobs[i] = river.InsertManyParams{Args: matchArgs{}}
	}
	_, err := o.queue.InsertManyFastTx(context.Background(), tx, jobs)
	return err
}

// HoldContest pauses a contest, lets it go on (resume), or cancels it.
func (o *Office) HoldContest(ctx context.Context, course, name, act string) (record.Contest, error) {
	return o.change(ctx, course, name, func(c record.Contest) error {
		if c.State != record.ContestRunning && c.State != record.ContestPaused {
			return &InputError{"contest", fmt.Errorf("it is %s, so there is nothing to %s", c.State, act)}
		}
		if err := o.store.HoldContest(ctx, c.ID, act, o.enqueueMatches); err != nil || act != "resume" {
			return err
		}
		return o.advance(ctx, c.ID, false)
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
			return &InputError{"contest", ErrNotOver}
		}
		if deals < 1 || deals > maxMore {
			return &InputError{"deals", fmt.Errorf("1 to %d more can be played at once", maxMore)}
		}
		if c.Terms.Format == contest.Ladder {
			c.Terms.Rounds += deals
			if err := o.store.Extend(ctx, c); err != nil {
				return err
			}
			return o.advance(ctx, c.ID, true)
		}
		page, err := o.ContestPage(ctx, course, name)
		if err != nil {
			return err
		}
		pairs, err := morePairs(page, deals)
		if err != nil {
			return err
		}
		return o.store.AddExtra(ctx, c.ID, pairs, o.enqueueMatches)
	})
}

// morePairs are the matches that tell most of who is better.
func morePairs(page record.ContestPage, deals int) ([]contest.Pairing, error) {
	c := page.Contest
	var pairs []contest.Pairing
	if c.Terms.Format == contest.Deals {
		if c.Terms.Hands {
			return nil, &InputError{"deals", fmt.Errorf("%w: every hand was dealt", ErrNoMatter)}
		}
		from := page.Ranking.Games / len(c.Entrants) // the next ones
		for i := range c.Entrants {
			pairs = append(pairs, contest.Pairing{Round: c.Rounds + 1, Players: [2]int{i, contest.Nobody}, From: from, Deals: deals})
		}
		return pairs, nil
	}
	if rules, err := games.All().Rules(string(c.Terms.Variant)); err == nil && house.Opens(rules) && c.Terms.Opening == 0 && page.Ranking.Equal > 0 {
		return nil, &InputError{"deals", fmt.Errorf("%w: the same players make the same moves again; a contest whose games begin with moves at random (opening) can tell more", ErrNoMatter)}
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
		return nil, &InputError{"deals", fmt.Errorf("%w: of all neighbours it is sure to 95 %% who is better", ErrNoMatter)}
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
		return nil, &InputError{"contest", ErrNotOver}
	}
	runs, err := o.Runs(ctx, course, assignment)
	if err != nil {
		return nil, err
	}
	i := slices.IndexFunc(runs, func(r record.Run) bool { return r.Accepted && r.State == record.Done })
	if i < 0 {
		return nil, &InputError{"assignment", errors.New("it was not graded yet: points by hand stand in a result")}
	}
	m, err := o.Matrix(ctx, runs[i].ID)
	if err != nil {
		return nil, err
	}
	k := slices.IndexFunc(m.Criteria, func(c record.Criterion) bool { return c.Name == criterion })
	if k < 0 {
		return nil, &InputError{"criterion", fmt.Errorf("there is no criterion %q", criterion)}
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
			return 0, "", &InputError{"by", fmt.Errorf("the worth of moves is not known in %s", c.Terms.Variant)}
		}
		share := float64(r.Quality.Best) / float64(r.Quality.Moves)
		return share, fmt.Sprintf("%.0f %% of the moves were best", 100*share), nil
	case "house":
		if c.Measure == "" {
			return 0, "", &InputError{"by", fmt.Errorf("%s is played by two; take best-moves or points", c.Terms.Variant)}
		}
		a, b := r.Mean.Mean, r.House
		if c.Less {
			a, b = b, a
		}
		share := 0.0
		if c.Terms.Hands {
			return 0, "", &InputError{"by", errors.New("of hands, take best-moves")}
		}
		if b > 0 {
			share = max(0, min(1, a/b))
		}
		return share, fmt.Sprintf("%s %.2f, the house's best %.2f", c.Measure, r.Mean.Mean, r.House), nil
	case "points":
		if r.Games == 0 || c.Measure != "" {
			return 0, "", &InputError{"by", errors.New("there are no points; take house or best-moves")}
		}
		share := r.Points / float64(r.Games)
		return min(1, share), fmt.Sprintf("%g points of %d games", r.Points, r.Games), nil
	}
	return 0, "", &InputError{"by", fmt.Errorf("it is best-moves, house or points, not %q", by)}
}
