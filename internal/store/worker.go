package store

import (
	"context"
	"fmt"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jmoiron/sqlx"

	"durchgang/internal/record"
)

// Presence is a worker's sign of life: an advisory lock that PostgreSQL releases
// when the worker's connection ends, however it ends.
type Presence struct {
	store *Store
	id    string
	conn  *pgx.Conn
}

// lockClass keeps these advisory locks apart from those of the libraries.
const lockClass = "20486"

// RegisterWorker registers a worker under an id that no other process has.
func (s *Store) RegisterWorker(ctx context.Context, id string) (*Presence, error) {
	p := &Presence{store: s, id: id}
	return p, p.Renew(ctx)
}

// Renew takes the lock on a new connection; call it when Check fails.
func (p *Presence) Renew(ctx context.Context) error {
	p.Leave()
	conn, err := p.store.Pool.Acquire(ctx)
	if err != nil {
		return fmt.Errorf("register the worker: %w", classify(err))
	}
	p.conn = conn.Hijack() // a pooled connection would outlive the worker, and the lock with it
	if _, err := p.conn.Exec(ctx, `
		with w as (insert into worker (id) values ($1)
		           on conflict (id) do update set started_at = now() returning lock)
		select pg_advisory_lock(`+lockClass+`, lock) from w`, p.id); err != nil {
		p.Leave()
		return fmt.Errorf("register the worker: %w", classify(err))
	}
	return nil
}

// Check reports whether the lock is still held.
func (p *Presence) Check(ctx context.Context) error {
	if p.conn == nil {
		return ErrUnreachable
	}
	ctx, cancel := context.WithTimeout(ctx, 2*time.Second)
	defer cancel()
	return classify(p.conn.Ping(ctx))
}

// Leave releases the lock.
func (p *Presence) Leave() {
	if p.conn != nil {
		ctx, cancel := context.WithTimeout(context.Background(), 2*time.Second)
		defer cancel()
		_ = p.conn.Close(ctx) // the server notices in any case
		p.conn = nil
	}
}

// Workload tells which workers there are and what waits for them.
func (s *Store) Workload(ctx context.Context) (o record.Workload, err error) {
	o = record.Workload{Workers: []record.Worker{}, Queue: []record.Waiting{}}
	if err := list(ctx, s.db, &o.Workers, `
		select w.id, w.started_at, coalesce(n.running, 0) as running from worker w
		left join (select worker, count(*) as running from result where state = 'running' group by worker) n on n.worker = w.id
		order by w.started_at, w.id`, nil); err != nil {
		return o, err
	}
	return o, list(ctx, s.db, &o.Queue, `
		select c.name as course, a.name as assignment, r.id as run, r.kind, r.login, r.paused_at is not null as paused,
		       count(*) filter (where x.state = 'queued') as queued, count(*) filter (where x.state = 'running') as running
		from run r join assignment a on a.id = r.assignment_id join course c on c.id = a.course_id join result x on x.run_id = r.id
		where r.finished_at is null group by c.name, a.name, r.id order by r.id`, nil)
}

// Recover puts the unfinished jobs of dead workers back into the queue and returns
// how many there were. A worker is registered while its lock is held; a job names the worker
// that took it last in attempted_by. One that was away may have taken jobs before it
// registered again: should it live, what it still writes is refused, for another attempt has
// begun.
func (s *Store) Recover(ctx context.Context) (jobs int64, err error) {
	err = s.in(ctx, func(tx *sqlx.Tx) error {
		if err := exec(ctx, tx, `
			delete from worker where id in (select id from worker where pg_try_advisory_xact_lock(`+lockClass+`, lock))`, nil); err != nil {
			return err
		}
		var err error
		jobs, err = affect(ctx, tx, `
			update river_job j set state = 'available', scheduled_at = now(), attempt = greatest(attempt - 1, 0)
			where j.state = 'running' and not exists (select from worker w where w.id = j.attempted_by[array_upper(j.attempted_by, 1)])`, nil)
		return err
	})
	return jobs, err
}
