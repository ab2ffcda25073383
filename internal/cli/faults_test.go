package cli_test

import (
	"context"
	"fmt"
	"log/slog"
	"math/rand/v2"
	"net"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"durchgang/core/judge"
	"durchgang/internal/client"
	"durchgang/internal/cluster"
	"durchgang/internal/office"
	"durchgang/internal/record"
	"durchgang/internal/server/servertest"
	"durchgang/internal/store"
)

// The size of the test of faults.
const (
	manySubmissions = 200
	manyKills       = 30
	fewKills        = 12 // in short mode
)

func firstLink(ctx context.Context, records *store.Store) (string, error) {
	o, err := office.New(records, slog.New(slog.DiscardHandler))
	if err != nil {
		return "", err
	}
	return o.FirstLink(ctx)
}

// process is a part of a service that is started again whenever it is killed.
type process struct {
	t    *testing.T
	path string
	args []string
	run  *exec.Cmd
}

func (p *process) start() {
	p.t.Helper()
	for try := 0; ; try++ { // a database that is coming up is waited for
		p.run = exec.Command(p.path, p.args...)
		out, err := p.run.StdoutPipe()
		if err == nil {
			err = p.run.Start()
		}
		if err != nil {
			p.t.Fatal(err)
		}
		said := make(chan string, 1)
		go func() {
			var all strings.Builder
			buffer := make([]byte, 4096)
			for {
				n, err := out.Read(buffer)
				all.Write(buffer[:n])
				if strings.Contains(all.String(), "ready") || err != nil {
					said <- all.String()
					return
				}
			}
		}()
		if text := <-said; strings.Contains(text, "ready") {
			return
		}
		_ = p.run.Wait()
		if try > 50 {
			p.t.Fatalf("%v does not start", p.args)
		}
		time.Sleep(200 * time.Millisecond)
	}
}

func (p *process) kill() {
	_ = p.run.Process.Kill()
	_ = p.run.Wait()
}

// The service, a worker and PostgreSQL are killed at random moments while many submissions
// are graded. In the end each is graded once, its evidence is whole, and its points are right.
func TestNothingIsLostByFaults(t *testing.T) {
	binary := built(t)
	ctx, cancel := context.WithTimeout(t.Context(), 8*time.Minute)
	defer cancel()
	dir, err := os.MkdirTemp("", "durchgang-faults-")
	if err != nil {
		t.Fatal(err)
	}
	if err := os.Chmod(dir, 0o755); err != nil { // the database's account passes through
		t.Fatal(err)
	}
	t.Cleanup(func() { os.RemoveAll(dir) })
	database, err := cluster.Start(ctx, filepath.Join(dir, "cluster"), cluster.Options{})
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = database.Stop(context.Background()) })
	if err := database.Create(ctx, "faults", ""); err != nil {
		t.Fatal(err)
	}
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	address := l.Addr().String()
	l.Close()
	service := &process{t: t, path: binary, args: []string{"serve", "--listen", address, "--database", database.URL("faults"), "--workers", "1"}}
	worker := &process{t: t, path: binary, args: []string{"work", "--database", database.URL("faults"), "--workers", "2"}}
	service.start()
	worker.start()
	t.Cleanup(service.kill)
	t.Cleanup(worker.kill)

	records, err := store.Open(ctx, database.URL("faults"))
	if err != nil {
		t.Fatal(err)
	}
	link, err := firstLink(ctx, records)
	records.Close()
	if err != nil {
		t.Fatal(err)
	}
	c, run := manyHandedIn(t, ctx, "http://"+address, link)
	random := rand.New(rand.NewPCG(2026, 11))
	kills, many := map[string]int{}, manyKills
	if testing.Short() {
		many = fewKills
	}
	for n := range many {
		time.Sleep(time.Duration(200+random.IntN(1200)) * time.Millisecond)
		switch what := []string{"service", "worker", "database"}[(n+random.IntN(2))%3]; what {
		case "service":
			kills[what]++
			service.kill()
			service.start()
		case "worker":
			kills[what]++
			worker.kill()
			worker.start()
		case "database":
			kills[what]++
			if err := database.Crash(); err != nil {
				t.Fatal(err)
			}
			resumed := database.Resume(ctx)
			for try := 0; resumed != nil && try < 50; try++ { // its processes take a moment to go
				time.Sleep(100 * time.Millisecond)
				resumed = database.Resume(ctx)
			}
			if resumed != nil {
				t.Fatal(resumed)
			}
		}
	}
	during, err := c.Run(ctx, run.ID)
	for try := 0; err != nil && try < 100; try++ {
		time.Sleep(100 * time.Millisecond)
		during, err = c.Run(ctx, run.ID)
	}
	t.Logf("after %d kills, %v, %d of %d are graded", many, kills, during.Done, during.Total)
	if run, err = c.Watch(ctx, run.ID, func(record.Run) {}); err != nil || run.Done != manySubmissions {
		t.Fatalf("%+v, %v", run, err)
	}
	wholeEvidence(t, ctx, c, run)
}

// manyHandedIn makes a course with many submissions, of which every third has a fault, and
// starts to grade them.
func manyHandedIn(t *testing.T, ctx context.Context, url, link string) (*client.Client, record.Run) {
	t.Helper()
	s := &servertest.Service{URL: url}
	c := s.As(s.Welcome(t, link, "ida"))
	if _, err := c.CreateCourse(ctx, "evening", "", ""); err != nil {
		t.Fatal(err)
	}
	if _, err := c.CreateAssignment(ctx, record.Assignment{Course: "evening", Name: "ttt", Game: "tic-tac-toe", Suite: servertest.ShortSuite}, client.Times{}); err != nil {
		t.Fatal(err)
	}
	files := map[string]string{}
	for i := range manySubmissions {
		text := servertest.RightProgram
		if i%3 == 2 {
			text = strings.Replace(text, `b[i] != "."`, "False", 1)
		}
		files[fmt.Sprintf("student-%03d.py", i)] = text
	}
	if _, err := c.Import(ctx, "evening", "ttt", servertest.Archive(t, files), nil); err != nil {
		t.Fatal(err)
	}
	run, err := c.StartRun(ctx, "evening", "ttt", false)
	if err != nil {
		t.Fatal(err)
	}
	return c, run
}

// wholeEvidence checks each result of a run.
func wholeEvidence(t *testing.T, ctx context.Context, c *client.Client, run record.Run) {
	t.Helper()
	m, err := c.Matrix(ctx, run.ID)
	if err != nil {
		t.Fatal(err)
	}
	for i, row := range m.Rows {
		wrong := i%3 == 2
		r, err := c.Result(ctx, row.Result)
		if err != nil {
			t.Fatal(err)
		}
		findings, points := 0, 3_00
		if wrong {
			findings, points = 1, 2_00
		}
		if r.State != record.Done || int(r.Points) != points || len(r.Findings) != findings || len(r.Scripts) < 2 {
			t.Errorf("%s: %s, %s points, %d findings, %d scripts; %s", row.Student, r.State, r.Points, len(r.Findings), len(r.Scripts), r.Problem)
			continue
		}
		for n, script := range r.Scripts {
			if script.Number != n+1 {
				t.Errorf("%s: evidence %d stands in place %d", row.Student, script.Number, n+1)
			}
			e, err := c.Evidence(ctx, r.ID, script.Number)
			if err != nil || len(e.Steps) == 0 || e.State != script.State {
				t.Errorf("%s: evidence %d: %+v, %v", row.Student, script.Number, e, err)
			}
		}
		if wrong && r.Scripts[1].State != judge.Differs {
			t.Errorf("%s: the taken cell %s", row.Student, r.Scripts[1].State)
		}
	}
}
