package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"time"

	"github.com/jmoiron/sqlx"

	"durchgang/core/contest"
	"durchgang/core/play"
	"durchgang/internal/record"
)

// ErrStarted means that a contest takes no more players and keeps its terms.
var ErrStarted = errors.New("the contest has begun")

type contestRow struct {
	ID          int64      `db:"id"`
	Course      string     `db:"course"`
	Name        string     `db:"name"`
	Title       string     `db:"title"`
	Terms       []byte     `db:"terms"`
	Functions   string     `db:"functions"`
	CreatedAt   time.Time  `db:"created_at"`
	StartedAt   *time.Time `db:"started_at"`
	PausedAt    *time.Time `db:"paused_at"`
	CancelledAt *time.Time `db:"cancelled_at"`
	FinishedAt  *time.Time `db:"finished_at"`
	Rounds      int        `db:"rounds"`
	Matches     int        `db:"matches"`
	Done        int        `db:"done"`
}

const selectContest = `
	select t.id, c.name as course, t.name, t.title, t.terms, t.functions, t.created_at, t.started_at, t.paused_at, t.cancelled_at, t.finished_at,
	       coalesce(m.rounds, 0) as rounds, coalesce(m.matches, 0) as matches, coalesce(m.done, 0) as done
	from contest t join course c on c.id = t.course_id
	left join lateral (select max(round) as rounds, count(*) filter (where deals > 0) as matches, count(*) filter (where deals > 0 and state = 'done') as done
	                   from match where contest_id = t.id) m on true`

func (r contestRow) contest() (record.Contest, error) {
	c := record.Contest{
		ID: r.ID, Course: r.Course, Name: r.Name, Title: r.Title, Functions: r.Functions, CreatedAt: r.CreatedAt, StartedAt: r.StartedAt,
		FinishedAt: r.FinishedAt, Rounds: r.Rounds, Matches: r.Matches, Done: r.Done, Entrants: []record.Entrant{}, You: -1,
	}
	switch {
	case r.CancelledAt != nil:
		c.State = record.ContestCancelled
	case r.FinishedAt != nil:
		c.State = record.ContestOver
	case r.StartedAt == nil:
		c.State = record.ContestOpen
	case r.PausedAt != nil:
		c.State = record.ContestPaused
	default:
		c.State = record.ContestRunning
	}
	if err := json.Unmarshal(r.Terms, &c.Terms); err != nil {
		return c, fmt.Errorf("read the terms of contest %d: %w", r.ID, err)
	}
	return c, nil
}

// AddContest keeps a new contest.
func (s *Store) AddContest(ctx context.Context, c record.Contest, login string) error {
	terms, err := json.Marshal(c.Terms)
	if err != nil {
		return err
	}
	return s.in(ctx, func(tx *sqlx.Tx) error {
		return exec(ctx, tx, `
			insert into contest (course_id, name, title, terms, functions, login)
			values ((select id from course where name = :course), :name, :title, :terms, :functions, :login)`,
			map[string]any{"course": c.Course, "name": c.Name, "title": c.Title, "terms": string(terms), "functions": c.Functions, "login": login})
	})
}

// SetContest changes a contest that has not begun. The error is ErrStarted when it has.
func (s *Store) SetContest(ctx context.Context, c record.Contest) error {
	terms, err := json.Marshal(c.Terms)
	if err != nil {
		return err
	}
	return s.unstarted(ctx, c.ID, func(tx *sqlx.Tx) error {
		return exec(ctx, tx, `update contest set title = :title, terms = :terms, functions = :functions where id = :id`,
			map[string]any{"id": c.ID, "title": c.Title, "terms": string(terms), "functions": c.Functions})
	})
}

// Extend keeps other terms of a contest that is over and is to go on.
func (s *Store) Extend(ctx context.Context, c record.Contest) error {
	terms, err := json.Marshal(c.Terms)
	if err != nil {
		return err
	}
	return exec(ctx, s.db, `update contest set terms = :terms where id = :id`, map[string]any{"id": c.ID, "terms": string(terms)})
}

// unstarted does something to a contest that has not begun, whose row is locked for it.
func (s *Store) unstarted(ctx context.Context, id int64, act func(*sqlx.Tx) error) error {
	return s.in(ctx, func(tx *sqlx.Tx) error {
		var open bool
		if err := get(ctx, tx, &open, `select started_at is null from contest where id = :id for update`, map[string]any{"id": id}); err != nil {
			return err
		}
		if !open {
			return ErrStarted
		}
		return act(tx)
	})
}

// DropContest deletes a contest with all that was played.
func (s *Store) DropContest(ctx context.Context, id int64) error {
	return exec(ctx, s.db, `delete from contest where id = :id`, map[string]any{"id": id})
}

// Contests lists the contests of a course, the newest first, without their entrants.
func (s *Store) Contests(ctx context.Context, course string) ([]record.Contest, error) {
	var rows []contestRow
	if err := list(ctx, s.db, &rows, selectContest+` where c.name = :course order by t.id desc`, map[string]any{"course": course}); err != nil {
		return nil, err
	}
	found := make([]record.Contest, len(rows))
	for i, r := range rows {
		c, err := r.contest()
		if err != nil {
			return nil, err
		}
		found[i] = c
	}
	return found, nil
}

// Contest finds a contest by name, with its entrants.
func (s *Store) Contest(ctx context.Context, course, name string) (record.Contest, error) {
	return s.contest(ctx, s.db, ` where c.name = :course and t.name = :name`, map[string]any{"course": course, "name": name})
}

// ContestByID finds a contest with its entrants.
func (s *Store) ContestByID(ctx context.Context, id int64) (record.Contest, error) {
	return s.contest(ctx, s.db, ` where t.id = :id`, map[string]any{"id": id})
}

func (s *Store) contest(ctx context.Context, db sqlx.ExtContext, where string, params map[string]any) (record.Contest, error) {
	var r contestRow
	if err := get(ctx, db, &r, selectContest+where, params); err != nil {
		return record.Contest{}, err
	}
	c, err := r.contest()
	if err != nil {
		return c, err
	}
	return c, list(ctx, db, &c.Entrants, `
		select number, name, student, pseudonym, house, channel, language, problem from entrant where contest_id = :id order by number`, map[string]any{"id": c.ID})
}

// AddEntrant adds a player with the next number, or changes the program of one with the same
// name. A contest that has begun takes new players only when late says so.
func (s *Store) AddEntrant(ctx context.Context, id int64, e record.Entrant, late bool) error {
	params := map[string]any{
		"id": id, "name": e.Name, "student": e.Student, "pseudonym": e.Pseudonym, "house": e.House,
		"channel": e.Channel, "language": e.Language, "problem": e.Problem, "archive": e.Archive,
	}
	return s.in(ctx, func(tx *sqlx.Tx) error {
		var open bool
		if err := get(ctx, tx, &open, `select started_at is null from contest where id = :id for update`, params); err != nil {
			return err
		}
		changed := int64(0)
		if open {
			result, err := sqlx.NamedExecContext(ctx, tx, `
				update entrant set student = :student, house = :house, channel = :channel, language = :language, problem = :problem, archive = :archive
				where contest_id = :id and name = :name`, params)
			if err != nil {
				return err
			}
			if changed, err = result.RowsAffected(); err != nil {
				return err
			}
		}
		if changed > 0 {
			return nil
		}
		if !open && !late {
			return ErrStarted
		}
		return exec(ctx, tx, `
			insert into entrant (contest_id, number, name, student, pseudonym, house, channel, language, problem, archive)
			select :id, count(*), :name, :student, :pseudonym, :house, :channel, :language, :problem, :archive from entrant where contest_id = :id`, params)
	})
}

// DropEntrant takes a player out of a contest that has not begun.
func (s *Store) DropEntrant(ctx context.Context, id int64, number int) error {
	return s.unstarted(ctx, id, func(tx *sqlx.Tx) error {
		params := map[string]any{"id": id, "number": number}
		if err := exec(ctx, tx, `delete from entrant where contest_id = :id and number = :number`, params); err != nil {
			return err
		}
		if err := exec(ctx, tx, `update entrant set number = -number where contest_id = :id and number > :number`, params); err != nil {
			return err
		}
		return exec(ctx, tx, `update entrant set number = -number - 1 where contest_id = :id and number < 0`, params)
	})
}

// SeedEntrants orders the players of a contest that has not begun: numbers lists them as they
// are to stand.
func (s *Store) SeedEntrants(ctx context.Context, id int64, numbers []int) error {
	return s.unstarted(ctx, id, func(tx *sqlx.Tx) error {
		if err := exec(ctx, tx, `update entrant set number = -number - 1 where contest_id = :id`, map[string]any{"id": id}); err != nil {
			return err
		}
		for to, from := range numbers {
			if err := exec(ctx, tx, `update entrant set number = :to where contest_id = :id and number = -:from - 1`, map[string]any{"id": id, "from": from, "to": to}); err != nil {
				return err
			}
		}
		return nil
	})
}

// Entrant finds a player with its program.
func (s *Store) Entrant(ctx context.Context, id int64, number int) (e record.Entrant, err error) {
	err = get(ctx, s.db, &e, `select number, name, student, pseudonym, house, channel, language, problem, archive from entrant where contest_id = :id and number = :number`,
		map[string]any{"id": id, "number": number})
	return e, err
}

// Advance lets a contest go on: with its row locked, next is told how it stands and returns
// the matches of the next round, and whether the contest is over. Nothing happens while
// matches are to be played, unless the contest is only to be begun.
func (s *Store) Advance(ctx context.Context, id int64, start bool, next func(record.Contest, []contest.Match) ([]contest.Pairing, error), enqueue func(*sql.Tx, int) error) error {
	return s.in(ctx, func(tx *sqlx.Tx) error {
		params := map[string]any{"id": id}
		var state struct {
			Started  bool `db:"started"`
			Finished bool `db:"finished"`
		}
		if err := get(ctx, tx, &state, `select started_at is not null as started, finished_at is not null as finished from contest where id = :id for update`, params); err != nil {
			return err
		}
		if start {
			if state.Started && !state.Finished {
				return ErrStarted
			}
			if err := exec(ctx, tx, `update contest set started_at = coalesce(started_at, now()), finished_at = null where id = :id`, params); err != nil {
				return err
			}
		} else if !state.Started || state.Finished {
			return nil
		}
		var open int
		if err := get(ctx, tx, &open, `select count(*) from match where contest_id = :id and state <> 'done'`, params); err != nil || open > 0 {
			return err
		}
		for {
			c, err := s.contest(ctx, tx, ` where t.id = :id`, params)
			if err != nil {
				return err
			}
			played, err := s.played(ctx, tx, id, false)
			if err != nil {
				return err
			}
			pairs, err := next(c, played)
			if err != nil {
				return err
			}
			if len(pairs) == 0 {
				return exec(ctx, tx, `update contest set finished_at = now() where id = :id`, params)
			}
			n, err := insertMatches(ctx, tx, id, pairs, false)
			if err != nil {
				return err
			}
			if n > 0 {
				return enqueue(tx.Tx, n)
			}
		}
	})
}

// insertMatches adds the matches of a round; byes are done already. It returns how many are
// to be played.
func insertMatches(ctx context.Context, tx *sqlx.Tx, id int64, pairs []contest.Pairing, extra bool) (int, error) {
	n := 0
	for i, p := range pairs {
		state := "queued"
		if p.Bye() {
			state = "done"
		} else {
			n++
		}
		if err := exec(ctx, tx, `
			insert into match (contest_id, round, number, stage, first, second, from_deal, deals, state, extra, outcome)
			values (:id, :round, :number, :stage, :first, :second, :from, :deals, :state, :extra, '{}')`, map[string]any{
			"id": id, "round": p.Round, "number": i, "stage": p.Stage, "first": p.Players[0], "second": p.Players[1],
			"from": p.From, "deals": p.Deals, "state": state, "extra": extra,
		}); err != nil {
			return n, err
		}
	}
	return n, nil
}

// AddExtra adds matches that are played to learn more, as a round of their own. The contest
// goes on for them.
func (s *Store) AddExtra(ctx context.Context, id int64, pairs []contest.Pairing, enqueue func(*sql.Tx, int) error) error {
	return s.in(ctx, func(tx *sqlx.Tx) error {
		params := map[string]any{"id": id}
		var over bool
		if err := get(ctx, tx, &over, `select finished_at is not null and cancelled_at is null from contest where id = :id for update`, params); err != nil {
			return err
		}
		if !over {
			return ErrStarted
		}
		if err := exec(ctx, tx, `update contest set finished_at = null where id = :id`, params); err != nil {
			return err
		}
		n, err := insertMatches(ctx, tx, id, pairs, true)
		if err != nil {
			return err
		}
		return enqueue(tx.Tx, n)
	})
}

type matchRow struct {
	ID       int64        `db:"id"`
	Round    int          `db:"round"`
	Stage    string       `db:"stage"`
	First    int          `db:"first"`
	Second   int          `db:"second"`
	FromDeal int          `db:"from_deal"`
	Deals    int          `db:"deals"`
	Extra    bool         `db:"extra"`
	State    record.State `db:"state"`
	Outcome  []byte       `db:"outcome"`
	Problem  string       `db:"problem"`
}

const selectMatch = `select id, round, stage, first, second, from_deal, deals, extra, state, outcome, problem from match`

// Matches lists the matches of a contest in order.
func (s *Store) Matches(ctx context.Context, id int64) ([]record.Match, error) {
	return s.matches(ctx, s.db, id)
}

func (s *Store) matches(ctx context.Context, db sqlx.ExtContext, id int64) ([]record.Match, error) {
	var rows []matchRow
	if err := list(ctx, db, &rows, selectMatch+` where contest_id = :id order by round, number`, map[string]any{"id": id}); err != nil {
		return nil, err
	}
	found := make([]record.Match, len(rows))
	for i, r := range rows {
		found[i] = record.Match{ID: r.ID, Round: r.Round, Stage: r.Stage, First: r.First, Second: r.Second, FromDeal: r.FromDeal, Deals: r.Deals, Extra: r.Extra, State: r.State, Problem: r.Problem}
		if err := json.Unmarshal(r.Outcome, &found[i].Outcome); err != nil {
			return nil, fmt.Errorf("read the outcome of match %d: %w", r.ID, err)
		}
	}
	return found, nil
}

// Played lists the matches of a contest that were played, in order: those of its format, and
// with extra the others too.
func (s *Store) Played(ctx context.Context, id int64, extra bool) ([]contest.Match, error) {
	return s.played(ctx, s.db, id, extra)
}

func (s *Store) played(ctx context.Context, db sqlx.ExtContext, id int64, extra bool) ([]contest.Match, error) {
	matches, err := s.matches(ctx, db, id)
	if err != nil {
		return nil, err
	}
	var played []contest.Match
	for _, m := range matches {
		if m.State == record.Done && (extra || !m.Extra) {
			played = append(played, contest.Match{
				Pairing: contest.Pairing{Round: m.Round, Stage: m.Stage, Players: [2]int{m.First, m.Second}, From: m.FromDeal, Deals: m.Deals},
				Points:  m.Outcome.Points, Wins: m.Outcome.Wins, Draws: m.Outcome.Draws, Fouls: m.Outcome.Fouls,
			})
		}
	}
	return played, nil
}

// MatchTask is a match that is to be played.
type MatchTask struct {
	Match   record.Match
	Attempt int
	Contest record.Contest
}

// TakeMatch gives a ticket of the queue the match that is to be played for it: the one that it
// had before, or else the first one of the contest with the fewest at work. It is ErrNotFound
// when nothing waits. It relies on the indexes contest_unfinished, match_queued, match_running
// and match_ticket.
func (s *Store) TakeMatch(ctx context.Context, ticket int64, worker string) (t MatchTask, err error) {
	err = s.in(ctx, func(tx *sqlx.Tx) error {
		params := map[string]any{"ticket": ticket, "worker": worker}
		var id int64
		err := get(ctx, tx, &id, `select id from match where ticket = :ticket and state = 'running' for update`, params)
		if errors.Is(err, ErrNotFound) {
			err = get(ctx, tx, &id, `
				select m.id from contest t
				cross join lateral (select count(*) as n from match where contest_id = t.id and state = 'running') busy
				cross join lateral (select id from match where contest_id = t.id and state = 'queued' order by id limit 1 for update skip locked) m
				where t.started_at is not null and t.finished_at is null and t.paused_at is null
				order by busy.n, t.id limit 1`, params)
		}
		if err != nil {
			return err
		}
		params["id"] = id
		var contestID int64
		if err := get(ctx, tx, &contestID, `
			update match set state = 'running', ticket = :ticket, worker = :worker, attempt = attempt + 1 where id = :id returning contest_id`, params); err != nil {
			return err
		}
		if err := get(ctx, tx, &t.Attempt, `select attempt from match where id = :id`, params); err != nil {
			return err
		}
		var row matchRow
		if err := get(ctx, tx, &row, selectMatch+` where id = :id`, params); err != nil {
			return err
		}
		t.Match = record.Match{ID: row.ID, Round: row.Round, Stage: row.Stage, First: row.First, Second: row.Second, FromDeal: row.FromDeal, Deals: row.Deals}
		t.Contest, err = s.contest(ctx, tx, ` where t.id = :id`, map[string]any{"id": contestID})
		return err
	})
	return t, err
}

// PlayedBout is a game that was played, with its moves and their worth.
type PlayedBout struct {
	record.Bout
	Record play.Record
	Worth  []record.Worth
}

// FinishMatch keeps the games of a match. The error is ErrOvertaken when somebody else plays
// it now, or the contest was cancelled.
func (s *Store) FinishMatch(ctx context.Context, match int64, attempt int, outcome record.Outcome, problem string, bouts []PlayedBout) error {
	text, err := json.Marshal(outcome)
	if err != nil {
		return err
	}
	return s.in(ctx, func(tx *sqlx.Tx) error {
		result, err := sqlx.NamedExecContext(ctx, tx, `
			update match set state = 'done', ticket = null, outcome = :outcome, problem = :problem, finished_at = now()
			where id = :id and attempt = :attempt and state = 'running'`,
			map[string]any{"id": match, "attempt": attempt, "outcome": string(text), "problem": problem})
		if err != nil {
			return err
		}
		if n, err := result.RowsAffected(); err != nil || n == 0 {
			return errors.Join(err, ErrOvertaken)
		}
		for _, b := range bouts {
			if err := insertBout(ctx, tx, match, b); err != nil {
				return err
			}
		}
		return nil
	})
}

func insertBout(ctx context.Context, tx *sqlx.Tx, match int64, b PlayedBout) error {
	params := map[string]any{
		"match": match, "number": b.Number, "deal": b.Deal, "first": b.First, "second": b.Second, "winner": b.Winner,
		"plies": b.Plies, "foul": b.Foul, "foul_by": b.FoulBy, "measure": b.Measure, "house": b.House, "digest": b.Digest,
	}
	for name, value := range map[string]any{"quality": b.Quality, "record": b.Record, "worth": b.Worth} {
		text, err := json.Marshal(value)
		if err != nil {
			return err
		}
		params[name] = string(text)
	}
	return exec(ctx, tx, `
		insert into bout (match_id, number, deal, first, second, winner, plies, foul, foul_by, measure, house, digest, quality, record, worth)
		values (:match, :number, :deal, :first, :second, :winner, :plies, :foul, :foul_by, :measure, :house, :digest, :quality, :record, :worth)`, params)
}

type boutRow struct {
	record.Bout
	QualityText []byte `db:"quality_text"`
}

func (r boutRow) bout() (record.Bout, error) {
	b := r.Bout
	return b, json.Unmarshal(r.QualityText, &b.Quality)
}

const selectBout = `
	select b.id, b.match_id, m.round, b.number, b.deal, b.first, b.second, b.winner, b.plies, b.foul, b.foul_by, b.measure, b.house, b.digest, b.quality as quality_text
	from bout b join match m on m.id = b.match_id`

// Bouts lists the games of a contest in order, or those of one player or match; -1 and 0 are
// for all.
func (s *Store) Bouts(ctx context.Context, id int64, player int, match int64) ([]record.Bout, error) {
	var rows []boutRow
	if err := list(ctx, s.db, &rows, selectBout+`
		where m.contest_id = :id and (:player < 0 or b.first = :player or b.second = :player) and (:match = 0 or m.id = :match)
		order by m.round, m.number, b.number`, map[string]any{"id": id, "player": player, "match": match}); err != nil {
		return nil, err
	}
	found := make([]record.Bout, len(rows))
	for i, r := range rows {
		b, err := r.bout()
		if err != nil {
			return nil, fmt.Errorf("read game %d: %w", r.ID, err)
		}
		found[i] = b
	}
	return found, nil
}

// EachBout calls f with the games of a contest, or of one player, one after the other with
// their moves.
func (s *Store) EachBout(ctx context.Context, id int64, player int, f func(PlayedBout) error) error {
	bouts, err := s.Bouts(ctx, id, player, 0)
	if err != nil {
		return err
	}
	for _, b := range bouts {
		whole, err := s.Bout(ctx, id, b.ID)
		if err != nil {
			return err
		}
		if err := f(whole); err != nil {
			return err
		}
	}
	return nil
}

// Bout finds a game of a contest with its moves and their worth.
func (s *Store) Bout(ctx context.Context, id, bout int64) (PlayedBout, error) {
	var row struct {
		boutRow
		Record []byte `db:"record"`
		Worth  []byte `db:"worth"`
	}
	var b PlayedBout
	if err := get(ctx, s.db, &row, `select q.*, b.record, b.worth from (`+selectBout+` where m.contest_id = :id and b.id = :bout) q join bout b on b.id = q.id`,
		map[string]any{"id": id, "bout": bout}); err != nil {
		return b, err
	}
	var err error
	if b.Bout, err = row.bout(); err != nil {
		return b, err
	}
	return b, errors.Join(json.Unmarshal(row.Record, &b.Record), json.Unmarshal(row.Worth, &b.Worth))
}

// HoldContest pauses a contest, lets it go on, or cancels it: matches at work are played to
// their end when it is paused, and dropped when it is cancelled.
func (s *Store) HoldContest(ctx context.Context, id int64, act string, enqueue func(*sql.Tx, int) error) error {
	return s.in(ctx, func(tx *sqlx.Tx) error {
		params := map[string]any{"id": id}
		switch act {
		case "pause":
			return exec(ctx, tx, `update contest set paused_at = now() where id = :id`, params)
		case "cancel":
			if err := exec(ctx, tx, `update contest set cancelled_at = now(), finished_at = now(), paused_at = null where id = :id`, params); err != nil {
				return err
			}
			return exec(ctx, tx, `delete from match where contest_id = :id and state <> 'done'`, params)
		}
		if err := exec(ctx, tx, `update contest set paused_at = null where id = :id`, params); err != nil {
			return err
		}
		var n int
		if err := get(ctx, tx, &n, `select count(*) from match where contest_id = :id and state = 'queued'`, params); err != nil || n == 0 {
			return err
		}
		return enqueue(tx.Tx, n)
	})
}

// MendContests puts matches back into the queue that no job plays any more, and adds jobs for
// those that have none. It returns the contests that could go on and do not.
func (s *Store) MendContests(ctx context.Context, enqueue func(*sql.Tx, int) error) (stuck []int64, err error) {
	err = s.in(ctx, func(tx *sqlx.Tx) error {
		var lack int
		if err := get(ctx, tx, &lack, `select case when pg_try_advisory_xact_lock(`+lockClass+`, -1) then 1 else 0 end`, nil); err != nil || lack == 0 {
			return err
		}
		if err := exec(ctx, tx, `
			update match m set state = 'queued', ticket = null, worker = '', attempt = attempt + 1
			where m.state = 'running' and not exists (
				select from river_job j where j.id = m.ticket and j.state in ('running', 'available', 'scheduled', 'retryable', 'pending'))`, nil); err != nil {
			return err
		}
		if err := get(ctx, tx, &lack, `
			select (select count(*) from match m join contest t on t.id = m.contest_id where m.state = 'queued' and t.paused_at is null and t.finished_at is null)
			     - (select count(*) from river_job where kind = 'match' and state in ('available', 'scheduled', 'retryable', 'pending'))`, nil); err != nil {
			return err
		}
		if lack > 0 {
			if err := enqueue(tx.Tx, lack); err != nil {
				return err
			}
		}
		return list(ctx, tx, &stuck, `
			select id from contest t where started_at is not null and finished_at is null and paused_at is null
			and not exists (select from match where contest_id = t.id and state <> 'done')`, nil)
	})
	return stuck, err
}
