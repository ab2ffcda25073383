package store

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"

	"github.com/jmoiron/sqlx"

	"durchgang/internal/record"
)

func insertBout(ctx context.Context, tx *sqlx.Tx, match int64, b record.PlayedBout) error {
	params := map[string]any{
		"match": match, "number": b.Number, "deal": b.Deal, "first": b.First, "second": b.Second, "winner": b.Winner,
		"plies": b.Plies, "foul": b.Foul, "foul_by": b.FoulBy, "measure": b.Measure, "house": b.House, "digest": b.Digest,
	}
	for name, value := range map[string]any{"quality": b.Quality, "record": b.Record, "worth": b.Worth} {
		text, err := jsonb(value)
		if err != nil {
			return err
		}
		params[name] = text
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
func (s *Store) EachBout(ctx context.Context, id int64, player int, f func(record.PlayedBout) error) error {
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
func (s *Store) Bout(ctx context.Context, id, bout int64) (record.PlayedBout, error) {
	var row struct {
		boutRow
		Record []byte `db:"record"`
		Worth  []byte `db:"worth"`
	}
	var b record.PlayedBout
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
