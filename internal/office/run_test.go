package office_test

import (
	"fmt"
	"os"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"

	"durchgang/core/judge"
	"durchgang/internal/client"
	"durchgang/internal/record"
	"durchgang/internal/server/servertest"
)

// slowly delays the start of a program.
func slowly(program string) string { return "import time; time.sleep(0.3)\n" + program }

// overwriter accepts a taken cell.
var overwriter = strings.Replace(servertest.RightProgram, `b[i] != "."`, "False", 1)

// twoPrograms hands in a right program and one with a fault, and grades them.
func twoPrograms(t *testing.T) (*servertest.Service, record.Run) {
	t.Helper()
	s := course(t)
	for student, text := range map[string]string{"ada-brandt": servertest.RightProgram, "bo-lind": overwriter} {
		if _, err := s.Client.Submit(t.Context(), "evening", "ttt", student, "game.py", []byte(text)); err != nil {
			t.Fatal(err)
		}
	}
	run, err := s.Client.StartRun(t.Context(), "evening", "ttt", false)
	if err != nil {
		t.Fatal(err)
	}
	finished(t, s, run.ID)
	return s, run
}

func changeSuite(t *testing.T, s *servertest.Service, old, new string) {
	t.Helper()
	a, err := s.Client.Assignment(t.Context(), "evening", "ttt")
	if err != nil {
		t.Fatal(err)
	}
	suite := strings.Replace(a.Suite, old, new, 1)
	if suite == a.Suite {
		t.Fatalf("the suite has no %q", old)
	}
	a.Suite = suite
	if _, err := s.Client.ChangeAssignment(t.Context(), a, client.Times{}); err != nil {
		t.Fatal(err)
	}
}

// After a change of points nothing is run again, and the regrade says for whom what would
// change; it counts when it is accepted, and what students see stays until it is handed back
// again. Evidence and findings are there as before.
func TestRegradeBeforeItCounts(t *testing.T) {
	s, first := twoPrograms(t)
	ctx := t.Context()
	changeSuite(t, s, "points 1\n", "points 4\n")
	proposal, err := s.Client.Regrade(ctx, "evening", "ttt")
	if err != nil || proposal.State != record.Done || proposal.Kept != 2 || proposal.Accepted || proposal.Revision != 2 {
		t.Fatalf("%+v, %v", proposal, err)
	}
	c, err := s.Client.Compare(ctx, first.ID, proposal.ID)
	if err != nil || len(c.Changed) != 2 || c.Up != 1 || c.Same != 0 {
		t.Fatalf("%+v, %v", c, err)
	}
	ada, bo := c.Changed[0], c.Changed[1]
	if ada.Before != 3_00 || ada.After != 6_00 || !strings.Contains(ada.Why[0], "4 of 4 instead of 1 of 1 points") || bo.After != 2_00 {
		t.Errorf("%+v\n%+v", ada, bo)
	}
	if a, err := s.Client.Assignment(ctx, "evening", "ttt"); err != nil || *a.LastRun != first.ID || *a.Proposal != proposal.ID {
		t.Errorf("it counts already: %+v, %v", a, err)
	}
	if _, err := s.Client.ChangeRun(ctx, proposal.ID, "publish"); err == nil {
		t.Error("a regrade that does not count was handed back")
	}
	if _, err := s.Client.ChangeRun(ctx, proposal.ID, "accept"); err != nil {
		t.Fatal(err)
	}
	if a, err := s.Client.Assignment(ctx, "evening", "ttt"); err != nil || *a.LastRun != proposal.ID || a.Proposal != nil {
		t.Errorf("it does not count: %+v, %v", a, err)
	}
	before, err := s.Client.Result(ctx, bo.ResultBefore)
	after, afterErr := s.Client.Result(ctx, bo.ResultAfter)
	if err != nil || afterErr != nil || !slices.Equal(before.Scripts, after.Scripts) || len(after.Findings) != 1 || after.Findings[0].Seen != before.Findings[0].Seen {
		t.Fatalf("%+v\n%+v, %v, %v", before, after, err, afterErr)
	}
	if e, err := s.Client.Evidence(ctx, after.ID, 2); err != nil || len(e.Steps) == 0 {
		t.Errorf("evidence: %+v, %v", e, err)
	}
	if r, err := s.Client.Replay(ctx, after.Findings[0].ID); err != nil || !r.Same {
		t.Errorf("replay: %+v, %v", r, err)
	}
}

// A change of what is played runs everything again; one of a phrasebook of one student that
// student's program alone; and what was graded by another program is said to be so.
func TestOnlyWhatMayChangeIsRunAgain(t *testing.T) {
	s, first := twoPrograms(t)
	ctx := t.Context()
	if _, err := s.Client.SetPhrasebook(ctx, "evening", "ttt", "bo-lind", "says:\n  refused: ['gosh']\n"); err != nil {
		t.Fatal(err)
	}
	run, err := s.Client.StartRun(ctx, "evening", "ttt", true)
	if err != nil {
		t.Fatal(err)
	}
	finished(t, s, run.ID)
	if run, err = s.Client.Run(ctx, run.ID); err != nil || run.Kept != 1 || run.Done != 2 {
		t.Errorf("after a phrasebook: %+v, %v", run, err)
	}
	if _, err := s.Client.Submit(ctx, "evening", "ttt", "bo-lind", "game.py", []byte(servertest.RightProgram)); err != nil {
		t.Fatal(err)
	}
	changeSuite(t, s, "a1 b2\n", "a1 b2 c3\n")
	proposal, err := s.Client.Regrade(ctx, "evening", "ttt")
	if err != nil {
		t.Fatal(err)
	}
	finished(t, s, proposal.ID)
	if proposal, err = s.Client.Run(ctx, proposal.ID); err != nil || proposal.Kept != 0 {
		t.Errorf("after another script: %+v, %v", proposal, err)
	}
	c, err := s.Client.Compare(ctx, first.ID, proposal.ID)
	if err != nil || len(c.Changed) != 1 || c.Same != 1 || c.Changed[0].Student != "bo-lind" || c.Changed[0].Why[0] != "another program was handed in" {
		t.Errorf("%+v, %v", c, err)
	}
	pair, err := s.Client.Pair(ctx, c.Changed[0].ResultBefore, c.Changed[0].ResultAfter)
	if err != nil || len(pair.Files) != 1 || pair.Files[0].Same || pair.Criteria[1].Left != judge.Differs || pair.Criteria[1].Right != judge.Agrees {
		t.Errorf("%+v, %v", pair, err)
	}
	if _, err := s.Client.DiscardRun(ctx, proposal.ID); err != nil {
		t.Fatal(err)
	}
	if _, err := s.Client.Run(ctx, proposal.ID); err == nil {
		t.Error("a regrade that was thrown away is there")
	}
}

// Points by hand stand in matrix, report and gradebook, add up, stay through a regrade, and
// go when they are taken away.
func TestPointsByHand(t *testing.T) {
	s, run := twoPrograms(t)
	ctx := t.Context()
	m, err := s.Client.Matrix(ctx, run.ID)
	if err != nil {
		t.Fatal(err)
	}
	bo := m.Rows[1].Result
	for name, h := range map[string]judge.ByHand{"no reason": {Criterion: "taken", Points: 1_00}, "too many": {Criterion: "taken", Points: 9_00, Reason: "x"}, "no criterion": {Criterion: "none", Reason: "x"}} {
		if _, err := s.Client.GiveByHand(ctx, bo, h, false); err == nil {
			t.Errorf("%s was accepted", name)
		}
	}
	r, err := s.Client.GiveByHand(ctx, bo, judge.ByHand{Criterion: "taken", Points: 50, Reason: "It says so in Polish."}, false)
	if err != nil || r.Points != 2_50 || r.Account[len(r.Account)-1].Points != 50 {
		t.Fatalf("%+v, %v", r, err)
	}
	changeSuite(t, s, "points 2\n", "points 6\n")
	proposal, err := s.Client.Regrade(ctx, "evening", "ttt")
	if err == nil {
		_, err = s.Client.ChangeRun(ctx, proposal.ID, "accept")
	}
	if err != nil {
		t.Fatal(err)
	}
	m, err = s.Client.Matrix(ctx, proposal.ID)
	if err != nil || m.Rows[1].Points != 6_50 || !m.Rows[1].ByHand || m.Rows[0].ByHand {
		t.Errorf("%+v, %v", m.Rows, err)
	}
	book, err := s.Client.Gradebook(ctx, "evening", nil, []string{"name", "number", "points", "of", "total"})
	want := "name,number,ttt points,ttt of,total,total of\nAda Brandt,4711,7,7,7,7\nBo Größe,4712,,,0,7\nBo Lind,,6.5,7,6.5,7\n"
	if err != nil || string(book) != want {
		t.Errorf("%v:\n%swant\n%s", err, book, want)
	}
	report, err := s.Client.StudentReport(ctx, m.Rows[1].Result, "md")
	if err != nil || !strings.Contains(string(report), "It says so in Polish.") {
		t.Errorf("%v:\n%s", err, report)
	}
	if r, err = s.Client.GiveByHand(ctx, m.Rows[1].Result, judge.ByHand{Criterion: "taken"}, true); err != nil || r.Points != 6_00 || len(r.Hands) != 0 {
		t.Errorf("%+v, %v", r, err)
	}
	if _, err := s.Client.Gradebook(ctx, "evening", nil, []string{"shoe size"}); err == nil || !strings.Contains(err.Error(), "there are student, name") {
		t.Errorf("a column that is none: %v", err)
	}
}

// A student sees the result when it is handed back and not when it is withdrawn, asks once
// for regrading, and reads the answer in the same place.
func TestHandingBack(t *testing.T) {
	s, run := twoPrograms(t)
	ctx := t.Context()
	ada := s.As(s.Pupil(t, "evening", "ada-brandt"))
	see := func() *record.MyResult {
		t.Helper()
		list, err := ada.Mine(ctx, "evening")
		if err != nil || len(list) != 1 {
			t.Fatalf("%+v, %v", list, err)
		}
		return list[0].Result
	}
	m, err := s.Client.Matrix(ctx, run.ID)
	if err != nil {
		t.Fatal(err)
	}
	hers, his := m.Rows[0].Result, m.Rows[1].Result
	if see() != nil {
		t.Error("it is seen before it is handed back")
	}
	if _, err := ada.StudentReport(ctx, hers, "html"); err == nil {
		t.Error("the report is read before it is handed back")
	}
	if _, err := s.Client.ChangeRun(ctx, run.ID, "publish"); err != nil {
		t.Fatal(err)
	}
	if r := see(); r == nil || r.ID != hers || r.Points != 3_00 {
		t.Errorf("handed back: %+v", r)
	}
	if _, err := ada.StudentReport(ctx, hers, "html"); err != nil {
		t.Error(err)
	}
	if _, err := ada.StudentReport(ctx, his, "html"); err == nil {
		t.Error("a student reads another one's report")
	}
	asked, err := ada.Ask(ctx, hers, "Why not four?")
	if err != nil {
		t.Fatal(err)
	}
	if _, err := ada.Ask(ctx, hers, "Well?"); err == nil || !strings.Contains(err.Error(), "no answer yet") {
		t.Errorf("a second request: %v", err)
	}
	if list, err := s.Client.Requests(ctx, "evening", "ttt"); err != nil || len(list) != 1 || list[0].Student != "ada-brandt" {
		t.Errorf("%+v, %v", list, err)
	}
	if _, err := s.Client.Reply(ctx, asked.ID, "There are three."); err != nil {
		t.Fatal(err)
	}
	if mine, err := ada.MyAssignment(ctx, "evening", "ttt"); err != nil || mine.Requests[0].Answer != "There are three." || mine.Requests[0].AnsweredBy != "ida" {
		t.Errorf("%+v, %v", mine.Requests, err)
	}
	if _, err := s.Client.Withdraw(ctx, "evening", "ttt"); err != nil {
		t.Fatal(err)
	}
	if see() != nil {
		t.Error("it is seen after it was withdrawn")
	}
}

// A run that rests begins nothing, goes on where it was, and when it is cancelled what was
// graded stays; the next run grades what is left and nothing else.
func TestPauseResumeCancel(t *testing.T) {
	s := course(t)
	ctx := t.Context()
	files := map[string]string{}
	if _, err := s.Client.CreateCourse(ctx, "big", "", ""); err != nil {
		t.Fatal(err)
	}
	if _, err := s.Client.CreateAssignment(ctx, record.Assignment{Course: "big", Name: "ttt", Game: "tic-tac-toe", Suite: publicSuite}, client.Times{}); err != nil {
		t.Fatal(err)
	}
	for i := range 10 {
		files[fmt.Sprintf("student-%02d.py", i)] = slowly(servertest.RightProgram)
	}
	if _, err := s.Client.Import(ctx, "big", "ttt", servertest.Archive(t, files), nil); err != nil {
		t.Fatal(err)
	}
	run, err := s.Client.StartRun(ctx, "big", "ttt", false)
	if err != nil {
		t.Fatal(err)
	}
	until := func(what string, is func(record.Run) bool) record.Run {
		t.Helper()
		for range 600 {
			r, err := s.Client.Run(ctx, run.ID)
			if err != nil {
				t.Fatal(err)
			}
			if is(r) {
				return r
			}
			time.Sleep(50 * time.Millisecond)
		}
		t.Fatalf("never %s", what)
		return record.Run{}
	}
	until("begun", func(r record.Run) bool { return r.Done >= 1 })
	if _, err := s.Client.ChangeRun(ctx, run.ID, "pause"); err != nil {
		t.Fatal(err)
	}
	time.Sleep(3 * time.Second) // what was at work is done
	rested := until("at rest", func(r record.Run) bool { return r.State == record.Paused })
	time.Sleep(2 * time.Second)
	if still := until("at rest", func(record.Run) bool { return true }); still.Done != rested.Done || still.Done > 6 || still.Left != nil {
		t.Errorf("at rest it went from %d to %d", rested.Done, still.Done)
	}
	if _, err := s.Client.ChangeRun(ctx, run.ID, "resume"); err != nil {
		t.Fatal(err)
	}
	until("going on", func(r record.Run) bool { return r.Done > rested.Done && r.Left != nil })
	if _, err := s.Client.ChangeRun(ctx, run.ID, "cancel"); err != nil {
		t.Fatal(err)
	}
	m, err := s.Client.Matrix(ctx, run.ID)
	if err != nil || m.Run.State != record.Cancelled {
		t.Fatalf("%+v, %v", m.Run, err)
	}
	graded := 0
	for _, r := range m.Rows {
		if r.State == record.Done {
			graded++
		} else if r.State != record.Cancelled {
			t.Errorf("%s is %s", r.Student, r.State)
		}
	}
	if _, err := s.Client.ChangeRun(ctx, run.ID, "pause"); err == nil || !strings.Contains(err.Error(), "is over already") {
		t.Errorf("a pause after the end: %v", err)
	}
	if run, err = s.Client.StartRun(ctx, "big", "ttt", true); err != nil {
		t.Fatal(err)
	}
	finished(t, s, run.ID)
	if r := until("done", func(r record.Run) bool { return r.State == record.Done }); r.Kept != graded || r.Done != 10 {
		t.Errorf("%d were kept of %d that were graded; %+v", r.Kept, graded, r)
	}
}

// A course with much to grade does not hold up one with little that comes later, and what a
// student tries comes before a class.
func TestFairShares(t *testing.T) {
	s := servertest.Start(t, nil)
	ctx := t.Context()
	start := func(name string, n int) record.Run {
		t.Helper()
		if _, err := s.Client.CreateCourse(ctx, name, "", ""); err != nil {
			t.Fatal(err)
		}
		if _, err := s.Client.CreateAssignment(ctx, record.Assignment{Course: name, Name: "ttt", Game: "tic-tac-toe", Suite: publicSuite}, client.Times{}); err != nil {
			t.Fatal(err)
		}
		files := map[string]string{}
		for i := range n {
			files[fmt.Sprintf("s%02d.py", i)] = slowly(servertest.RightProgram)
		}
		if _, err := s.Client.Import(ctx, name, "ttt", servertest.Archive(t, files), nil); err != nil {
			t.Fatal(err)
		}
		run, err := s.Client.StartRun(ctx, name, "ttt", false)
		if err != nil {
			t.Fatal(err)
		}
		return run
	}
	big := start("big", 24)
	small := start("small", 4)
	finished(t, s, small.ID)
	if r, err := s.Client.Run(ctx, big.ID); err != nil || r.Done > 14 {
		t.Errorf("when the small course was done the big one had %d of 24; %v", r.Done, err)
	}
	office, err := s.Client.Workload(ctx)
	if err != nil || len(office.Workers) != 1 || len(office.Queue) != 1 || office.Queue[0].Queued == 0 {
		t.Errorf("%+v, %v", office, err)
	}
	if _, err := s.Client.ChangeRun(ctx, big.ID, "cancel"); err != nil {
		t.Fatal(err)
	}
}

// What a program prints is kept whatever it is, and where something cannot be kept, that result
// alone fails, with the reason; the queue goes on.
func TestOneJobFailsAlone(t *testing.T) {
	database := servertest.Database(t)
	s := servertest.StartOn(t, database, nil)
	ctx := t.Context()
	conn, err := pgx.Connect(ctx, database)
	if err != nil {
		t.Fatal(err)
	}
	defer conn.Close(ctx)
	if _, err := conn.Exec(ctx, `alter table result add constraint refused check (problem not like '%POISON%')`); err != nil {
		t.Fatal(err)
	}
	if _, err := s.Client.CreateCourse(ctx, "evening", "", ""); err != nil {
		t.Fatal(err)
	}
	if _, err := s.Client.CreateAssignment(ctx, record.Assignment{Course: "evening", Name: "ttt", Game: "tic-tac-toe", Suite: servertest.ShortSuite}, client.Times{}); err != nil {
		t.Fatal(err)
	}
	odd := "import sys\nsys.stdout.buffer.write(b'a\\x00b\\xff\\xfe\\x1b[2J\\xed\\xa0\\x80\\n'); sys.stdout.flush()\n"
	for student, file := range map[string][2]string{
		"ada": {"game.py", odd + servertest.RightProgram},
		"bo":  {"game.c", "int main(void) { return POISON; }\n"},
		"cy":  {"game.c", "int main(void) { \x00\xff return \x01; }\n"},
		"di":  {"game.py", odd + "raise ValueError('\\0\\udcff')\n"},
		"ed":  {"game.py", servertest.RightProgram},
	} {
		if _, err := s.Client.Submit(ctx, "evening", "ttt", student, file[0], []byte(file[1])); err != nil {
			t.Fatal(err)
		}
	}
	run, err := s.Client.StartRun(ctx, "evening", "ttt", false)
	if err != nil {
		t.Fatal(err)
	}
	finished(t, s, run.ID)
	m, err := s.Client.Matrix(ctx, run.ID)
	if err != nil || len(m.Rows) != 5 {
		t.Fatalf("%+v, %v", m, err)
	}
	want := map[string]record.State{"ada": record.Done, "bo": record.Failed, "cy": record.Failed, "di": record.Failed, "ed": record.Done}
	for _, row := range m.Rows {
		r, err := s.Client.Result(ctx, row.Result)
		if err != nil || r.State != want[row.Student] {
			t.Errorf("%s: %s, %q, %v", row.Student, r.State, r.Problem, err)
		}
		if row.Student == "bo" && !strings.Contains(r.Problem, "could not be kept") {
			t.Errorf("the reason is %q", r.Problem)
		}
		if strings.ContainsAny(r.Problem, "\x00") || strings.Contains(r.Problem, os.TempDir()) {
			t.Errorf("%s: %q", row.Student, r.Problem)
		}
	}
}
