package cluster_test

import (
	"context"
	"errors"
	"log/slog"
	"os"
	"path/filepath"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"

	"durchgang/internal/cluster"
)

// folder is one that the server's account can reach.
func folder(t *testing.T) string {
	t.Helper()
	dir, err := os.MkdirTemp("/tmp", "cluster-test-")
	if err != nil {
		t.Fatal(err)
	}
	if err := os.Chmod(dir, 0o755); err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { os.RemoveAll(dir) })
	return filepath.Join(dir, "server")
}

// count is how many rows a table of the database has, -1 where it cannot be asked.
func count(ctx context.Context, address string) (n int) {
	conn, err := pgx.Connect(ctx, address)
	if err != nil {
		return -1
	}
	defer conn.Close(ctx)
	if err := conn.QueryRow(ctx, `select count(*) from kept`).Scan(&n); err != nil {
		return -1
	}
	return n
}

// What was committed outlasts a crash; a server that runs is taken over, one that has ended is started again, and its port and
// password stay.
func TestRecordsOutlastACrash(t *testing.T) {
	ctx, dir := t.Context(), folder(t)
	c, err := cluster.Start(ctx, dir, cluster.Options{})
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = c.Stop(context.Background()) })
	if err := c.Create(ctx, "records", ""); err != nil {
		t.Fatal(err)
	}
	address := c.URL("records")
	conn, err := pgx.Connect(ctx, address)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := conn.Exec(ctx, `create table kept (n int); insert into kept select generate_series(1, 1000)`); err != nil {
		t.Fatal(err)
	}
	conn.Close(ctx)

	if err := c.Create(ctx, "records", ""); err != nil || count(ctx, address) != 1000 {
		t.Errorf("a database that is there is not left as it is: %v", err)
	}
	if err := c.Create(ctx, "copy", "records"); err != nil || count(ctx, c.URL("copy")) != 1000 {
		t.Errorf("the copy has %d rows: %v", count(ctx, c.URL("copy")), err)
	}
	other, err := cluster.Start(ctx, dir, cluster.Options{})
	if err != nil || other.URL("records") != address {
		t.Errorf("a server that runs is not taken over: %v", err)
	}
	if !cluster.Running(ctx, dir) || cluster.Running(ctx, folder(t)) {
		t.Error("it is not known which servers run")
	}
	beside, drop, err := cluster.Beside(ctx, address)
	if err != nil || count(ctx, beside) != -1 {
		t.Errorf("the database beside is not empty: %v", err)
	}
	if err := drop(ctx); err != nil {
		t.Error(err)
	}

	if err := c.Crash(); err != nil {
		t.Fatal(err)
	}
	keeping, stop := context.WithCancel(ctx)
	defer stop()
	told := make(chan error, 1)
	go c.Keep(keeping, slog.New(slog.DiscardHandler), func(err error) {
		select {
		case told <- err:
		default:
		}
	})
	late := time.After(time.Minute)
	for err := errors.New("nothing was told"); err != nil; {
		select {
		case err = <-told: // the first try may be too early
		case <-late:
			t.Fatalf("it is not started again: %v", err)
		}
	}
	if n := count(ctx, address); n != 1000 {
		t.Errorf("after a crash there are %d rows", n)
	}
	stop()
	if err := c.Stop(ctx); err != nil || cluster.Running(ctx, dir) {
		t.Errorf("it still runs: %v", err)
	}
}

// A start that was cut off before there was a password begins again.
func TestAStartThatWasCutOffBeginsAgain(t *testing.T) {
	dir := folder(t)
	if err := os.MkdirAll(filepath.Join(dir, "data", "base"), 0o755); err != nil {
		t.Fatal(err)
	}
	if err := os.WriteFile(filepath.Join(dir, "password.new"), []byte("half"), 0o600); err != nil {
		t.Fatal(err)
	}
	c, err := cluster.Start(t.Context(), dir, cluster.Options{Throwaway: true})
	if err != nil {
		t.Fatal(err)
	}
	defer c.Stop(context.Background())
	if err := c.Create(t.Context(), "records", ""); err != nil {
		t.Error(err)
	}
}
