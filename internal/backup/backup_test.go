package backup_test

import (
	"context"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"testing"

	"github.com/jackc/pgx/v5"

	"durchgang/internal/backup"
	"durchgang/internal/cluster"
)

// database makes an empty database, or one with some rows.
func database(t *testing.T, c *cluster.Cluster, name string, rows int) string {
	t.Helper()
	if err := c.Create(t.Context(), name, ""); err != nil {
		t.Fatal(err)
	}
	if rows > 0 {
		exec(t, c.URL(name), fmt.Sprintf(`
			create table course (id bigint primary key, name text, at timestamptz default now());
			create table evidence (course bigint references course, body bytea);
			insert into course select n, 'course ' || n from generate_series(1, %d) n;
			insert into evidence select id, decode(md5(name), 'hex') from course`, rows))
	}
	return c.URL(name)
}

func exec(t *testing.T, address, statement string) {
	t.Helper()
	conn, err := pgx.Connect(t.Context(), address)
	if err == nil {
		_, err = conn.Exec(t.Context(), statement)
		conn.Close(context.Background())
	}
	if err != nil {
		t.Fatal(err)
	}
}

func TestBackups(t *testing.T) {
	dir, err := os.MkdirTemp("/tmp", "backup-test-")
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { os.RemoveAll(dir) })
	if err := os.Chmod(dir, 0o755); err != nil {
		t.Fatal(err)
	}
	c, err := cluster.Start(t.Context(), filepath.Join(dir, "cluster"), cluster.Options{Throwaway: true})
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = c.Stop(context.Background()) })
	from, file := database(t, c, "full", 500), filepath.Join(dir, "records.backup")
	kept, err := backup.Write(t.Context(), from, file)
	if err != nil || kept.Tables["course"].Rows != 500 || kept.Tables["evidence"].Rows != 500 {
		t.Fatalf("%+v, %v", kept, err)
	}
	whole, err := os.ReadFile(file)
	if err != nil {
		t.Fatal(err)
	}

	t.Run("all comes back", func(t *testing.T) {
		to := database(t, c, "back", 0)
		got, err := backup.Restore(t.Context(), file, to)
		if err != nil || got.Tables["course"] != kept.Tables["course"] {
			t.Fatalf("%+v, %v", got, err)
		}
		again, err := backup.Write(t.Context(), to, filepath.Join(dir, "again.backup"))
		if err != nil || fmt.Sprint(again.Tables) != fmt.Sprint(kept.Tables) {
			t.Errorf("what came back is %v, and was %v: %v", again.Tables, kept.Tables, err)
		}
	})
	t.Run("one changed row is another sum", func(t *testing.T) {
		changed := database(t, c, "changed", 500)
		exec(t, changed, `update course set at = (select min(at) from course); update course set name = 'another' where id = 250`)
		m, err := backup.Write(t.Context(), changed, filepath.Join(dir, "changed.backup"))
		if err != nil || m.Tables["course"].Sum == kept.Tables["course"].Sum || m.Tables["evidence"] != kept.Tables["evidence"] {
			t.Errorf("%+v, %v", m, err)
		}
	})
	t.Run("a database that is not empty is left as it is", func(t *testing.T) {
		to := database(t, c, "used", 3)
		if _, err := backup.Restore(t.Context(), file, to); !errors.Is(err, backup.ErrNotEmpty) {
			t.Errorf("%v", err)
		}
		if m, err := backup.Write(t.Context(), to, filepath.Join(dir, "used.backup")); err != nil || m.Tables["course"].Rows != 3 {
			t.Errorf("%+v, %v", m, err)
		}
	})
	t.Run("a broken file brings nothing back", func(t *testing.T) {
		to := database(t, c, "empty", 0)
		broken := filepath.Join(dir, "broken.backup")
		for name, tt := range map[string]struct {
			text []byte
			want error
		}{
			"cut off in the manifest": {whole[:700], backup.ErrCut},
			"cut off in the records":  {whole[:len(whole)/2], backup.ErrCut},
			"cut off behind the head": {whole[:300], backup.ErrCut},
			"something else":          {[]byte("a letter to the teacher, of more than a few words"), backup.ErrForm},
			"empty":                   {nil, backup.ErrForm},
		} {
			if err := os.WriteFile(broken, tt.text, 0o600); err != nil {
				t.Fatal(err)
			}
			if _, err := backup.Restore(t.Context(), broken, to); !errors.Is(err, tt.want) {
				t.Errorf("%s: %v, want %v", name, err, tt.want)
			}
		}
		if _, err := backup.Restore(t.Context(), file, to); err != nil {
			t.Errorf("the database is not empty any more: %v", err)
		}
	})
	t.Run("a file is there whole or not at all", func(t *testing.T) {
		ctx, cancel := context.WithCancel(t.Context())
		cancel()
		never := filepath.Join(dir, "never.backup")
		if _, err := backup.Write(ctx, from, never); err == nil {
			t.Error("a backup that was cancelled succeeds")
		}
		left, err := filepath.Glob(filepath.Join(dir, "*never*"))
		if err != nil || len(left) > 0 {
			t.Errorf("%v is left: %v", left, err)
		}
		if _, err := backup.Write(t.Context(), from, filepath.Join(dir, "missing", "x.backup")); err == nil {
			t.Error("a folder that is not there takes a backup")
		}
	})
}
