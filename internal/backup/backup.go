// Package backup writes the records of a service into one file and brings them back, and
// checks in both directions that nothing is missing: by the number of rows of each table and
// a sum over all of them.
//
// Read Write and Restore first.
package backup

import (
	"archive/tar"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"maps"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"time"

	"github.com/jackc/pgx/v5"

	"durchgang/internal/cluster"
	"durchgang/internal/scratch"
)

// Manifest says what a backup holds.
type Manifest struct {
	Form    string           `json:"form"`
	Version int              `json:"version"`
	Made    time.Time        `json:"made"`
	Tables  map[string]Table `json:"tables"`
}

// Table is how much is in a table: its rows, and the sum of a hash of each.
type Table struct {
	Rows int64  `json:"rows"`
	Sum  string `json:"sum"`
}

const (
	form         = "durchgang-backup"
	manifestFile = "manifest.json"
	dumpFile     = "records.dump"
)

// Causes of a backup that cannot be brought back, for errors.Is.
var (
	ErrForm     = errors.New("this is not a backup of Durchgang")
	ErrCut      = errors.New("the backup is cut off: the file is not whole; take another copy of it")
	ErrNotEmpty = errors.New("the database is not empty; a backup is brought back into an empty one")
	ErrDiffers  = errors.New("what was brought back is not what was kept")
)

// Write writes the records of the database at url into a file, as they are at one moment.
// The service may go on meanwhile.
func Write(ctx context.Context, url, file string) (Manifest, error) {
	m := Manifest{Form: form, Version: 1, Made: time.Now().UTC()}
	conn, err := pgx.Connect(ctx, url)
	if err != nil {
		return m, fmt.Errorf("connect to the database: %w", err)
	}
	defer conn.Close(context.WithoutCancel(ctx))
	tx, err := conn.BeginTx(ctx, pgx.TxOptions{IsoLevel: pgx.RepeatableRead, AccessMode: pgx.ReadOnly})
	if err != nil {
		return m, err
	}
	defer tx.Rollback(context.WithoutCancel(ctx))
	var snapshot string
	if err := tx.QueryRow(ctx, `select pg_export_snapshot()`).Scan(&snapshot); err != nil {
		return m, err
	}
	dir, err := os.MkdirTemp(filepath.Dir(file), ".backup-")
	if err != nil {
		return m, fmt.Errorf("make a folder beside the backup: %w", err)
	}
	defer os.RemoveAll(dir)
	dump := filepath.Join(dir, dumpFile)
	if err := tool(ctx, url, "pg_dump", "--format=custom", "--no-owner", "--no-privileges", "--snapshot="+snapshot, "--file="+dump); err != nil {
		return m, err
	}
	if m.Tables, err = sum(ctx, tx); err != nil {
		return m, err
	}
	return m, m.pack(dump, file)
}

// pack puts manifest and dump into one file, which is there whole or not at all.
func (m Manifest) pack(dump, file string) error {
	head, err := json.MarshalIndent(m, "", "  ")
	if err != nil {
		return err
	}
	in, err := os.Open(dump)
	if err != nil {
		return err
	}
	defer in.Close()
	info, err := in.Stat()
	if err != nil {
		return err
	}
	part := file + ".part"
	out, err := os.OpenFile(part, os.O_CREATE|os.O_WRONLY|os.O_TRUNC, 0o600)
	if err != nil {
		return err
	}
	defer os.Remove(part)
	defer out.Close()
	w := tar.NewWriter(out)
	for _, f := range []struct {
		name string
		size int64
		from io.Reader
	}{{manifestFile, int64(len(head)), strings.NewReader(string(head))}, {dumpFile, info.Size(), in}} {
		if err := w.WriteHeader(&tar.Header{Name: f.name, Mode: 0o600, Size: f.size, ModTime: m.Made}); err != nil {
			return err
		}
		if _, err := io.Copy(w, f.from); err != nil {
			return fmt.Errorf("write the backup: %w", err)
		}
	}
	if err := errors.Join(w.Close(), out.Sync(), out.Close()); err != nil {
		return fmt.Errorf("write the backup: %w", err)
	}
	return os.Rename(part, file)
}

// Restore brings a backup back into the empty database at url, and compares what is there
// then with what was kept.
func Restore(ctx context.Context, file, url string) (Manifest, error) {
	dir, err := scratch.Private("restore")
	if err != nil {
		return Manifest{}, err
	}
	defer os.RemoveAll(dir)
	m, err := unpack(file, dir)
	if err != nil {
		return m, err
	}
	conn, err := pgx.Connect(ctx, url)
	if err != nil {
		return m, fmt.Errorf("connect to the database: %w", err)
	}
	defer conn.Close(context.WithoutCancel(ctx))
	there, err := tables(ctx, conn)
	if err != nil {
		return m, err
	}
	if len(there) > 0 {
		return m, fmt.Errorf("%w: it has %s", ErrNotEmpty, strings.Join(there[:min(len(there), 5)], ", "))
	}
	if err := tool(ctx, url, "pg_restore", "--no-owner", "--no-privileges", "--exit-on-error", "--single-transaction", "--dbname=", filepath.Join(dir, dumpFile)); err != nil {
		return m, err
	}
	got, err := sum(ctx, conn)
	if err != nil {
		return m, err
	}
	return m, m.compare(got)
}

// compare names the tables that are different.
func (m Manifest) compare(got map[string]Table) error {
	var wrong []string
	for _, name := range slices.Sorted(maps.Keys(m.Tables)) {
		if want := m.Tables[name]; got[name] != want {
			wrong = append(wrong, fmt.Sprintf("%s has %d rows instead of %d", name, got[name].Rows, want.Rows))
		}
	}
	for _, name := range slices.Sorted(maps.Keys(got)) {
		if _, known := m.Tables[name]; !known {
			wrong = append(wrong, name+" was not there")
		}
	}
	if len(wrong) > 0 {
		return fmt.Errorf("%w: %s", ErrDiffers, strings.Join(wrong, "; "))
	}
	return nil
}

// unpack reads a backup's manifest and puts its dump into a folder.
func unpack(file, dir string) (m Manifest, err error) {
	in, err := os.Open(file)
	if err != nil {
		return m, err
	}
	defer in.Close()
	begin := make([]byte, len(manifestFile))
	if _, err := io.ReadFull(in, begin); err != nil || string(begin) != manifestFile { // a tar file begins with a name
		return m, fmt.Errorf("%s: %w", file, ErrForm)
	}
	if _, err := in.Seek(0, io.SeekStart); err != nil {
		return m, err
	}
	r := tar.NewReader(in)
	head, err := r.Next()
	if errors.Is(err, io.ErrUnexpectedEOF) {
		return m, fmt.Errorf("%s: %w", file, ErrCut)
	}
	if err != nil || head.Name != manifestFile {
		return m, fmt.Errorf("%s: %w", file, ErrForm)
	}
	err = json.NewDecoder(r).Decode(&m)
	if errors.Is(err, io.ErrUnexpectedEOF) {
		return m, fmt.Errorf("%s: %w", file, ErrCut)
	}
	if err != nil || m.Form != form {
		return m, fmt.Errorf("%s: %w", file, ErrForm)
	}
	if m.Version != 1 {
		return m, fmt.Errorf("%s: it has version %d of its form, and this Durchgang reads version 1", file, m.Version)
	}
	if head, err = r.Next(); err != nil || head.Name != dumpFile {
		return m, fmt.Errorf("%s: %w", file, ErrCut)
	}
	out, err := os.OpenFile(filepath.Join(dir, dumpFile), os.O_CREATE|os.O_WRONLY, 0o600)
	if err != nil {
		return m, err
	}
	_, err = io.Copy(out, r)
	if err = errors.Join(err, out.Close()); errors.Is(err, io.ErrUnexpectedEOF) {
		return m, fmt.Errorf("%s: %w", file, ErrCut)
	}
	if err != nil {
		return m, fmt.Errorf("%s: %w", file, err)
	}
	return m, nil
}

// querier is a connection or a transaction.
type querier interface {
	Query(context.Context, string, ...any) (pgx.Rows, error)
	QueryRow(context.Context, string, ...any) pgx.Row
}

func tables(ctx context.Context, q querier) ([]string, error) {
	rows, err := q.Query(ctx, `select tablename from pg_tables where schemaname = 'public' order by tablename`)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowTo[string])
}

// sum counts the rows of all tables and adds up a hash of each, which does not depend on
// their order.
func sum(ctx context.Context, q querier) (map[string]Table, error) {
	names, err := tables(ctx, q)
	if err != nil {
		return nil, err
	}
	sums := map[string]Table{}
	for _, name := range names {
		var t Table
		if err := q.QueryRow(ctx, `
			select count(*), coalesce(sum(cast(hashtextextended(cast(t as text), 0) as numeric)), 0)::text
			from `+pgx.Identifier{name}.Sanitize()+` t`).Scan(&t.Rows, &t.Sum); err != nil {
			return nil, fmt.Errorf("add up the table %s: %w", name, err)
		}
		sums[name] = t
	}
	return sums, nil
}

// tool runs one of PostgreSQL's own commands on a database, whose password is not told in
// its arguments.
func tool(ctx context.Context, url, name string, args ...string) error {
	bin, err := cluster.Binaries()
	if err != nil {
		return err
	}
	config, err := pgx.ParseConfig(url)
	if err != nil {
		return fmt.Errorf("read the database's address: %w", err)
	}
	for i, a := range args {
		if a == "--dbname=" {
			args[i] += config.Database
		}
	}
	c := exec.CommandContext(ctx, filepath.Join(bin, name), args...)
	c.Env = append(os.Environ(), "PGHOST="+config.Host, fmt.Sprintf("PGPORT=%d", config.Port), "PGUSER="+config.User,
		"PGPASSWORD="+config.Password, "PGDATABASE="+config.Database)
	if out, err := c.CombinedOutput(); err != nil {
		return fmt.Errorf("%s: %w: %s", name, err, strings.TrimSpace(string(out)))
	}
	return nil
}
