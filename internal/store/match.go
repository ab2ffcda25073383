package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"

	"github.com/jmoiron/sqlx"

	"durchgang/core/contest"
	"durchgang/internal/record"
)

// Advance lets a contest go on: with its row locked, next is told how it stands and returns
// the matches of the next round; with none the contest is over. Nothing happens while matches
// are to be played. With start it begins, or goes on after it was over.
func (s *Store) Advance(
	ctx context.Context, id int64, start bool, next func(record.Contest, []contest.Match) []contest.Pairing,
	enqueue func(*sql.Tx, int) error,
) error {
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
		if err := get(ctx, tx, &open, `select count(*) from match where contest_id = :id and state <> 'done'`, params); err != nil ||
			open > 0 {
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
			pairs := next(c, played)
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
		found[i] = record.Match{
			ID:       r.ID,
			Round:    r.Round,
			Stage:    r.Stage,
			First:    r.First,
			Second:   r.Second,
			FromDeal: r.FromDeal,
			Deals:    r.Deals,
			Extra:    r.Extra,
			State:    r.State,
			Problem:  r.Problem,
		}
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
				Pairing: contest.Pairing{
					Round:   m.Round,
					Stage:   m.Stage,
					Players: [2]int{m.First, m.Second},
					From:    m.FromDeal,
					Deals:   m.Deals,
				},
				Points: m.Outcome.Points, Wins: m.Outcome.Wins, Draws: m.Outcome.Draws, Fouls: m.Outcome.Fouls,
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
		t.Match = record.Match{
			ID:       row.ID,
			Round:    row.Round,
			Stage:    row.Stage,
			First:    row.First,
			Second:   row.Second,
			FromDeal: row.FromDeal,
			Deals:    row.Deals,
		}
		t.Contest, err = s.contest(ctx, tx, ` where t.id = :id`, map[string]any{"id": contestID})
		return err
	})
	return t, err
}

// StillPlayed reports whether an attempt at a match is wanted; the error is ErrOvertaken when
// somebody else plays it now, or the contest was cancelled.
func (s *Store) StillPlayed(ctx context.Context, match int64, attempt int) error {
	var wanted bool
	if err := get(ctx, s.db, &wanted, `select exists (select from match where id = :id and attempt = :attempt and state = 'running')`,
		map[string]any{"id": match, "attempt": attempt}); err != nil || wanted {
		return err
	}
	return ErrOvertaken
}

// FinishMatch keeps the games of a match. The error is ErrOvertaken when somebody else plays
// it now, or the contest was cancelled.
func (s *Store) FinishMatch(
	ctx context.Context,
	match int64,
	attempt int,
	outcome record.Outcome,
	problem string,
	bouts []record.PlayedBout,
) error {
	text, err := jsonb(outcome)
	if err != nil {
		return err
	}
	return s.in(ctx, func(tx *sqlx.Tx) error {
		n, err := affect(ctx, tx, `
			update match set state = 'done', ticket = null, outcome = :outcome, problem = :problem, finished_at = now()
			where id = :id and attempt = :attempt and state = 'running'`,
			map[string]any{"id": match, "attempt": attempt, "outcome": text, "problem": told(problem)})
		if err != nil {
			return err
		}
		if n == 0 {
			return ErrOvertaken
		}
		for _, b := range bouts {
			if err := insertBout(ctx, tx, match, b); err != nil {
				return err
			}
		}
		return nil
	})
}

// MendContests puts matches back into the queue that no job plays any more, and adds jobs for
// those that have none. It returns the contests that could go on and do not.
func (s *Store) MendContests(ctx context.Context, enqueue func(*sql.Tx, int) error) (stuck []int64, err error) {
	err = s.in(ctx, func(tx *sqlx.Tx) error {
		var lack int
		if err := get(ctx, tx, &lack, `select case when pg_try_advisory_xact_lock(`+lockClass+`, -1) then 1 else 0 end`, nil); err != nil ||
			lack == 0 {
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
