package store

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"maps"
	"slices"

	"durchgang/internal/record"
)

// AddEvidence keeps the recorded run of one script, in place of an earlier one. It is
// ErrOvertaken when another attempt grades the result, which is locked against it meanwhile.
func (s *Store) AddEvidence(ctx context.Context, result int64, attempt int, e record.Evidence) error {
	body, err := json.Marshal(e)
	if err != nil {
		return fmt.Errorf("write evidence: %w", err)
	}
	names := slices.Sorted(maps.Keys(e.Pictures))
	pictures := make([][]byte, len(names))
	for i, name := range names {
		pictures[i] = e.Pictures[name]
	}
	var kept int
	err = get(ctx, s.db, &kept, `
		with mine as (select id from result where id = :result and attempt = :attempt and state = 'running' for share),
		shown as (
			insert into picture (result_id, name, data)
			select mine.id, p.name, p.data from mine, unnest(cast(:names as text[]), cast(:pictures as bytea[])) as p(name, data)
			on conflict do nothing)
		insert into evidence (result_id, number, title, criterion, state, body)
		select id, :number, :title, :criterion, :state, :body from mine
		on conflict (result_id, number) do update
		set title = excluded.title, criterion = excluded.criterion, state = excluded.state, body = excluded.body
		returning number`,
		map[string]any{
			"result": result, "attempt": attempt, "number": e.Number, "title": e.Title, "criterion": e.Criterion,
			"state": e.State, "body": body, "names": names, "pictures": pictures,
		})
	if errors.Is(err, ErrNotFound) {
		return ErrOvertaken
	}
	return err
}

// Evidence finds the recorded run of the script of that number.
func (s *Store) Evidence(ctx context.Context, result int64, number int) (e record.Evidence, err error) {
	var body []byte
	if err := get(ctx, s.db, &body, `
		select body from evidence where result_id = (select coalesce(evidence_of, id) from result where id = :result) and number = :number`,
		map[string]any{"result": result, "number": number}); err != nil {
		return e, err
	}
	if err := json.Unmarshal(body, &e); err != nil {
		return e, fmt.Errorf("read evidence %d of result %d: %w", number, result, err)
	}
	return e, nil
}

// Picture finds how a page looked in a result, by the name that its evidence has.
func (s *Store) Picture(ctx context.Context, result int64, name string) (data []byte, err error) {
	err = get(ctx, s.db, &data, `
		select data from picture where result_id = (select coalesce(evidence_of, id) from result where id = :result) and name = :name`,
		map[string]any{"result": result, "name": name})
	return data, err
}
