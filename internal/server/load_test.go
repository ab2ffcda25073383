package server_test

import (
	"bufio"
	"context"
	"fmt"
	"io"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"

	"durchgang/internal/client"
	"durchgang/internal/cluster"
	"durchgang/internal/record"
	"durchgang/internal/server/servertest"
)

// The size of the load: a class that is read, and what others have stored.
const (
	classSize   = 300
	readers     = 50
	loadTime    = 10 * time.Second
	submissions = 20_000
	findings    = 50 // of each submission
)

// stored fills the database with what other courses have: so many submissions that were
// graded, with findings, evidence and texts of the usual size.
func stored(b *testing.B, conn *pgx.Conn, from, to int) {
	b.Helper()
	for _, statement := range []string{
		`insert into course (name, title) select 'other-' || i, 'Other' from generate_series($1::int / 1000, ($2::int - 1) / 1000) i on conflict do nothing`,
		`insert into assignment (course_id, name, title, game, phrasebook, suite)
		 select c.id, 'a', 'A', 'tic-tac-toe', '', a.suite from course c, (select suite from assignment order by id limit 1) a
		 where c.name like 'other-%' and not exists (select from assignment b where b.course_id = c.id)`,
		`insert into revision (assignment_id, number, login, note, body) select id, 1, '', '', '{}' from assignment a
		 where not exists (select from revision v where v.assignment_id = a.id)`,
		`insert into run (assignment_id, suite, phrasebook, channel, accepted_at, finished_at)
		 select a.id, a.suite, '', 'terminal', now(), now() from assignment a where not exists (select from run r where r.assignment_id = a.id)`,
		`insert into submission (assignment_id, student, digest, files, size, archive)
		 select a.id, 'student-' || i, md5(i::text), 1, 1000, s.archive
		 from generate_series($1::int, $2::int - 1) i join course c on c.name = 'other-' || i / 1000 join assignment a on a.course_id = c.id,
		      (select archive from submission order by id limit 1) s`,
		`insert into result (run_id, submission_id, state, language, points, criteria, examination, summary, behaviour, started_at, finished_at)
		 select r.id, s.id, x.state, x.language, x.points, x.criteria, x.examination, x.summary, x.behaviour, now(), now()
		 from submission s join assignment a on a.id = s.assignment_id join run r on r.assignment_id = a.id join course c on c.id = a.course_id,
		      (select * from result where state = 'done' order by id limit 1) x
		 where c.name like 'other-%' and substr(s.student, 9)::int >= $1 and substr(s.student, 9)::int < $2`,
		`insert into finding (result_id, criterion, script, step, expected, seen)
		 select x.id, 'lines', 'a script of some name', n, 'X wins', 'the game goes on'
		 from result x join submission s on s.id = x.submission_id join assignment a on a.id = s.assignment_id join course c on c.id = a.course_id,
		      generate_series(1, ` + strconv.Itoa(findings) + `) n
		 where c.name like 'other-%' and substr(s.student, 9)::int >= $1 and substr(s.student, 9)::int < $2`,
		`insert into evidence (result_id, number, title, criterion, state, body)
		 select x.id, n, 'a script of some name', 'lines', 'agrees', convert_to(repeat('x', 500), 'UTF8')
		 from result x join submission s on s.id = x.submission_id join assignment a on a.id = s.assignment_id join course c on c.id = a.course_id,
		      generate_series(1, 10) n
		 where c.name like 'other-%' and substr(s.student, 9)::int >= $1 and substr(s.student, 9)::int < $2`,
	} {
		var args []any
		if strings.Contains(statement, "$1") {
			args = []any{from, to}
		}
		if _, err := conn.Exec(b.Context(), statement, args...); err != nil {
			b.Fatalf("%v in %s", err, statement)
		}
	}
	if _, err := conn.Exec(b.Context(), `vacuum analyze`); err != nil {
		b.Fatal(err)
	}
}

// readClass makes a class whose programs were graded, of which one was really and the others
// are copies of it.
func readClass(b *testing.B, s *servertest.Service, conn *pgx.Conn) (run, result int64) {
	b.Helper()
	ctx := b.Context()
	if _, err := s.Client.CreateCourse(ctx, "evening", "", ""); err != nil {
		b.Fatal(err)
	}
	if _, err := s.Client.CreateAssignment(ctx, record.Assignment{Course: "evening", Name: "ttt", Game: "tic-tac-toe"}, client.Times{}); err != nil {
		b.Fatal(err)
	}
	hugo, err := os.ReadFile("../../demo/class/hugo-tandy/tictactoe.c")
	if err != nil {
		b.Fatal(err)
	}
	if _, err := s.Client.Submit(ctx, "evening", "ttt", "student-000", "game.c", hugo); err != nil {
		b.Fatal(err)
	}
	r, err := s.Client.StartRun(ctx, "evening", "ttt", false)
	if err == nil {
		r, err = s.Client.Watch(ctx, r.ID, func(record.Run) {})
	}
	if err != nil || r.Done != 1 {
		b.Fatalf("%+v, %v", r, err)
	}
	for _, statement := range []string{
		`insert into submission (assignment_id, student, digest, files, size, archive)
		 select assignment_id, 'student-' || lpad(i::text, 3, '0'), digest, files, size, archive from submission, generate_series(1, $1::int - 1) i`,
		`insert into result (run_id, submission_id, state, language, points, criteria, examination, summary, behaviour, started_at, finished_at)
		 select x.run_id, s.id, x.state, x.language, x.points, x.criteria, x.examination, x.summary, x.behaviour, now(), now()
		 from result x, submission s where s.student <> 'student-000'`,
		`insert into finding (result_id, criterion, script, step, expected, seen)
		 select x.id, f.criterion, f.script, f.step, f.expected, f.seen from finding f, result x where x.id <> f.result_id`,
		`insert into evidence (result_id, number, title, criterion, state, body)
		 select x.id, e.number, e.title, e.criterion, e.state, e.body from evidence e, result x where x.id <> e.result_id`,
	} {
		var args []any
		if strings.Contains(statement, "$1") {
			args = []any{classSize}
		}
		if _, err := conn.Exec(ctx, statement, args...); err != nil {
			b.Fatalf("%v in %s", err, statement)
		}
	}
	return r.ID, 150
}

// slowest is the 95th percentile of some times.
func slowest(times []time.Duration) time.Duration {
	slices.Sort(times)
	return times[len(times)*95/100]
}

// readAtOnce lets all readers read addresses for some time, and returns how long each answer
// took.
func readAtOnce(b *testing.B, s *servertest.Service, path string) []time.Duration {
	b.Helper()
	ctx, cancel := context.WithTimeout(b.Context(), loadTime)
	defer cancel()
	var mu sync.Mutex
	var times []time.Duration
	var all sync.WaitGroup
	transport := &http.Transport{MaxIdleConnsPerHost: readers}
	defer transport.CloseIdleConnections()
	for range readers {
		all.Go(func() {
			for ctx.Err() == nil {
				began := time.Now()
				request, err := http.NewRequestWithContext(ctx, "GET", s.URL+"/api/v1"+path, nil)
				if err != nil {
					b.Error(err)
					return
				}
				request.Header.Set("Authorization", "Bearer "+s.Token)
				answer, err := transport.RoundTrip(request)
				if err == nil {
					_, err = io.Copy(io.Discard, answer.Body)
					answer.Body.Close()
				}
				if ctx.Err() != nil {
					return
				}
				if err != nil || answer.StatusCode != 200 {
					b.Errorf("%v, %v", answer, err)
					return
				}
				mu.Lock()
				times = append(times, time.Since(began))
				mu.Unlock()
			}
		})
	}
	all.Wait()
	return times
}

// sqlAlone lets pgbench run the statements of an endpoint with as many clients.
func sqlAlone(b *testing.B, url string, statements []string) []time.Duration {
	b.Helper()
	bin, err := cluster.Binaries()
	if err != nil {
		b.Fatal(err)
	}
	dir := b.TempDir()
	script := filepath.Join(dir, "script.sql")
	if err := os.WriteFile(script, []byte(strings.Join(statements, ";\n")+";\n"), 0o644); err != nil {
		b.Fatal(err)
	}
	c := exec.CommandContext(b.Context(), filepath.Join(bin, "pgbench"), "-n", "-M", "prepared", "-c", strconv.Itoa(readers), "-j", "2",
		"-T", strconv.Itoa(int(loadTime.Seconds())), "-f", script, "-l", "--log-prefix="+filepath.Join(dir, "log"), url)
	if out, err := c.CombinedOutput(); err != nil {
		b.Fatalf("pgbench: %v: %s", err, out)
	}
	logs, err := filepath.Glob(filepath.Join(dir, "log*"))
	if err != nil {
		b.Fatal(err)
	}
	var times []time.Duration
	for _, name := range logs {
		f, err := os.Open(name)
		if err != nil {
			b.Fatal(err)
		}
		for lines := bufio.NewScanner(f); lines.Scan(); { // client, transaction, microseconds, …
			micro, err := strconv.ParseInt(strings.Fields(lines.Text())[2], 10, 64)
			if err != nil {
				b.Fatal(err)
			}
			times = append(times, time.Duration(micro)*time.Microsecond)
		}
		f.Close()
	}
	return times
}

// trace records the statements of one request, as texts that stand on their own.
type trace struct {
	mu         sync.Mutex
	on         bool
	statements []string
}

// TraceQueryStart implements pgx.QueryTracer.
func (r *trace) TraceQueryStart(ctx context.Context, _ *pgx.Conn, data pgx.TraceQueryStartData) context.Context {
	r.mu.Lock()
	defer r.mu.Unlock()
	if !r.on || strings.Contains(data.SQL, "river_") || strings.Contains(data.SQL, "from worker") || strings.HasPrefix(data.SQL, "-- ping") ||
		strings.Contains(data.SQL, "update result x set state") || strings.Contains(data.SQL, "pg_try_advisory") {
		return ctx
	}
	text, args := data.SQL, data.Args
	for len(args) > 0 { // the driver's own options come first
		if _, is := args[0].(pgx.QueryResultFormatsByOID); !is {
			break
		}
		args = args[1:]
	}
	for i := len(args); i > 0; i-- {
		text = strings.ReplaceAll(text, fmt.Sprintf("$%d", i), literal(args[i-1]))
	}
	r.statements = append(r.statements, strings.Join(strings.Fields(text), " "))
	return ctx
}

// TraceQueryEnd implements pgx.QueryTracer.
func (r *trace) TraceQueryEnd(context.Context, *pgx.Conn, pgx.TraceQueryEndData) {}

// literal writes an argument as PostgreSQL reads it.
func literal(arg any) string {
	switch a := arg.(type) {
	case []byte:
		return fmt.Sprintf(`'\\x%x'::bytea`, a)
	case string:
		return "'" + strings.ReplaceAll(a, "'", "''") + "'"
	case bool, int, int32, int64:
		return fmt.Sprint(a)
	}
	return fmt.Sprintf("'%v'", arg)
}

// of returns the statements of one request.
func (r *trace) of(b *testing.B, s *servertest.Service, path string) []string {
	b.Helper()
	fetch := func() {
		request, err := http.NewRequestWithContext(b.Context(), "GET", s.URL+"/api/v1"+path, nil)
		if err != nil {
			b.Fatal(err)
		}
		request.Header.Set("Authorization", "Bearer "+s.Token)
		answer, err := http.DefaultClient.Do(request)
		if err != nil {
			b.Fatal(err)
		}
		answer.Body.Close()
		if answer.StatusCode != http.StatusOK {
			b.Fatalf("%s: %s", path, answer.Status)
		}
	}
	fetch() // what is kept in memory is there then, as it is under load
	r.mu.Lock()
	r.on, r.statements = true, nil
	r.mu.Unlock()
	fetch()
	r.mu.Lock()
	defer r.mu.Unlock()
	r.on = false
	if len(r.statements) == 0 {
		b.Fatalf("%s asks the database for nothing", path)
	}
	return r.statements
}

// loaded is a service with a class to read, and so much from other courses.
type loaded struct {
	*servertest.Service
	url        string
	statements *trace
	pages      map[string]string
}

func load(b *testing.B, others int) loaded {
	b.Helper()
	l := loaded{url: servertest.Database(b), statements: &trace{}}
	conn, err := pgx.Connect(b.Context(), l.url)
	if err != nil {
		b.Fatal(err)
	}
	defer conn.Close(context.Background())
	l.Service = servertest.StartTraced(b, l.url, l.statements)
	run, result := readClass(b, l.Service, conn)
	l.pages = map[string]string{"matrix": fmt.Sprintf("/runs/%d/matrix", run), "submission": fmt.Sprintf("/results/%d", result)}
	stored(b, conn, 0, others)
	if _, err := conn.Exec(b.Context(), `checkpoint`); err != nil { // so that it does not come while pages are read
		b.Fatal(err)
	}
	return l
}

// rounds is how often each is read in turn, so that what else the machine does falls on all.
const rounds = 3

// BenchmarkLoad reads the matrix of a class and the page of a submission with many readers at
// once, and prints the 95th percentile over that of the endpoint's SQL alone under pgbench;
// then over that with a tenth of what the other courses have.
func BenchmarkLoad(b *testing.B) {
	for b.Loop() {
		usual, tenfold := load(b, submissions), load(b, 10*submissions)
		for name := range usual.pages {
			statements := usual.statements.of(b, usual.Service, usual.pages[name])
			var read, alone, large []time.Duration
			for range rounds {
				alone = append(alone, sqlAlone(b, usual.url, statements)...)
				read = append(read, readAtOnce(b, usual.Service, usual.pages[name])...)
				large = append(large, readAtOnce(b, tenfold.Service, tenfold.pages[name])...)
			}
			page := slowest(read)
			b.ReportMetric(float64(page.Microseconds())/1000, name+"-ms")
			b.ReportMetric(float64(page)/float64(slowest(alone)), name+"/sql")
			b.ReportMetric(float64(slowest(large))/float64(page), name+"-tenfold")
		}
	}
}
