// Package servertest starts the real service for tests: a PostgreSQL cluster for
// the test program, a database for each test, and a service on loopback.
//
// Read Main first, then Start.
package servertest

import (
	"context"
	"fmt"
	"io"
	"io/fs"
	"log/slog"
	"os"
	"path/filepath"
	"strings"
	"sync/atomic"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"

	"durchgang/internal/client"
	"durchgang/internal/cluster"
	"durchgang/internal/office"
	"durchgang/internal/server"
	"durchgang/internal/store"
	"durchgang/internal/worker"
)

const template = "template_records"

var (
	shared    *cluster.Cluster
	databases atomic.Int64
)

// Main runs the tests of a package with a cluster of its own; call it from TestMain.
func Main(m *testing.M) {
	os.Exit(run(m))
}

func run(m *testing.M) int {
	ctx := context.Background()
	dir, err := os.MkdirTemp("", "durchgang-test-")
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
		return 1
	}
	defer os.RemoveAll(dir)
	if err = os.Chmod(dir, 0o755); err == nil { // the database's account passes through
		shared, err = cluster.Start(ctx, filepath.Join(dir, "cluster"), cluster.Options{Throwaway: true})
	}
	if err != nil {
		fmt.Fprintln(os.Stderr, "start the tests' database:", err)
		return 1
	}
	defer shared.Stop(ctx)
	if err := makeTemplate(ctx); err != nil {
		fmt.Fprintln(os.Stderr, "make the tests' template database:", err)
		return 1
	}
	return m.Run()
}

func makeTemplate(ctx context.Context) error {
	if err := shared.Create(ctx, template, ""); err != nil {
		return err
	}
	s, err := store.Open(ctx, shared.URL(template))
	if err != nil {
		return err
	}
	s.Close()
	return nil
}

// Cluster is the PostgreSQL cluster of the test program, for tests that stop it.
func Cluster() *cluster.Cluster { return shared }

// Database makes a database for the test, with tables that are empty, and returns its address.
func Database(t testing.TB) string {
	t.Helper()
	return database(t, template)
}

// EmptyDatabase makes a database without tables.
func EmptyDatabase(t testing.TB) string {
	t.Helper()
	return database(t, "")
}

func database(t testing.TB, template string) string {
	t.Helper()
	name := fmt.Sprintf("test_%d_%d", os.Getpid(), databases.Add(1))
	if err := shared.Create(t.Context(), name, template); err != nil {
		t.Fatal(err)
	}
	return shared.URL(name)
}

// Service is a running service. Its client acts for ida, who is an administrator.
type Service struct {
	URL    string
	Client *client.Client
	Token  string
	Office *office.Office
	Server *server.Server
}

// Start starts a service with its worker on a database of its own; the test's end
// stops it. console holds the console's files, and may be nil.
func Start(t testing.TB, console fs.FS) *Service {
	t.Helper()
	return StartOn(t, Database(t), console)
}

// StartOn starts a service on a database that is there.
func StartOn(t testing.TB, database string, console fs.FS) *Service {
	t.Helper()
	return startTraced(t, database, console, nil)
}

// StartTraced starts a service on a database that is there, and tells of each statement.
func StartTraced(t testing.TB, database string, tracer pgx.QueryTracer) *Service {
	t.Helper()
	return startTraced(t, database, nil, tracer)
}

func startTraced(t testing.TB, database string, console fs.FS, tracer pgx.QueryTracer) *Service {
	t.Helper()
	service := start(t, database, console, tracer)
	service.Token = service.firstTeacher(t)
	service.Client = service.As(service.Token)
	return service
}

// StartEmpty starts a service in which nobody has an account.
func StartEmpty(t testing.TB, console fs.FS) *Service {
	t.Helper()
	return start(t, Database(t), console, nil)
}

func start(t testing.TB, database string, console fs.FS, tracer pgx.QueryTracer) *Service {
	t.Helper()
	if console == nil {
		console = os.DirFS(t.TempDir())
	}
	log := slog.New(slog.NewTextHandler(io.Discard, nil))
	records, err := store.OpenTraced(t.Context(), database, tracer)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(records.Close)
	o, err := office.New(records, log)
	if err != nil {
		t.Fatal(err)
	}
	w, err := worker.Start(t.Context(), records, 2, log)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() {
		ctx, cancel := context.WithTimeout(context.Background(), 20*time.Second)
		defer cancel()
		if err := w.Stop(ctx); err != nil {
			t.Errorf("stop the worker: %v", err)
		}
	})
	s, err := server.New(o, console, log)
	if err != nil {
		t.Fatal(err)
	}
	listener, err := server.Listen("127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	ctx, stop := context.WithCancel(context.Background())
	done := make(chan error, 1)
	go func() { done <- s.Serve(ctx, listener) }()
	t.Cleanup(func() {
		stop()
		if err := <-done; err != nil {
			t.Errorf("serve: %v", err)
		}
	})
	return &Service{URL: "http://" + listener.Addr().String(), Office: o, Server: s}
}

// Password is the one of everybody in tests.
const Password = "a password for tests"

// As returns a client that acts for who has the token.
func (s *Service) As(token string) *client.Client { return client.New(s.URL).As(token) }

// firstTeacher makes ida as the first teacher, or signs her in, and returns a token of hers.
func (s *Service) firstTeacher(t testing.TB) string {
	t.Helper()
	link, err := s.Office.FirstLink(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	if link == "" {
		return s.SignIn(t, "ida")
	}
	return s.Welcome(t, link, "ida")
}

// Welcome accepts a link and returns a token; login is the first teacher's.
func (s *Service) Welcome(t testing.TB, link, login string) string {
	t.Helper()
	_, secret, _ := strings.Cut(link, "#")
	token, err := client.New(s.URL).Accept(t.Context(), secret, login, "", Password, "tests", 1)
	if err != nil {
		t.Fatal(err)
	}
	return token.Secret
}

// SignIn returns a token of who has a password.
func (s *Service) SignIn(t testing.TB, login string) string {
	t.Helper()
	token, err := client.New(s.URL).SignIn(t.Context(), login, Password, "tests", 1)
	if err != nil {
		t.Fatal(err)
	}
	return token.Secret
}
