package store

import (
	"context"
	"encoding/json"
	"fmt"

	"durchgang/internal/record"
)

// AddEvidence keeps the recorded run of one script, in place of an earlier one.
func (s *Store) AddEvidence(ctx context.Context, result int64, e record.Evidence) error {
	body, err := json.Marshal(e)
	if err != nil {
		return fmt.Errorf("write evidence: %w", err)
	}
	return exec(ctx, s.db, `
		insert into evidence (result_id, number, title, criterion, state, body)
		select :result, :number, :title, :criterion, :state, :body
		where exists (select from result where id = :result and finished_at is null)
		on conflict (result_id, number) do update
		set title = excluded.title, criterion = excluded.criterion, state = excluded.state, body = excluded.body`,
		map[string]any{
			"result": result, "number": e.Number, "title": e.Title, "criterion": e.Criterion,
			"state": e.State, "body": body,
		})
}

// Evidence finds the recorded run of the script of that number.
func (s *Store) Evidence(ctx context.Context, result int64, number int) (e record.Evidence, err error) {
	var body []byte
	if err := get(ctx, s.db, &body, `select body from evidence where result_id = :result and number = :number`,
		map[string]any{"result": result, "number": number}); err != nil {
		return e, err
	}
	if err := json.Unmarshal(body, &e); err != nil {
		return e, fmt.Errorf("read evidence %d of result %d: %w", number, result, err)
	}
	return e, nil
}
