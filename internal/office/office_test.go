package office_test

import (
	"bytes"
	"errors"
	"fmt"
	"os"
	"slices"
	"strings"
	"testing"
	"testing/fstest"
	"time"

	"durchgang/core/games"
	"durchgang/core/judge"
	"durchgang/core/suite"
	"durchgang/internal/client"
	"durchgang/internal/cluster"
	"durchgang/internal/grading"
	"durchgang/internal/office"
	"durchgang/internal/record"
	"durchgang/internal/server/servertest"
)

func TestMain(m *testing.M) { servertest.Main(m) }

// assignment makes a course with one assignment.
func assignment(t *testing.T, s *servertest.Service) {
	t.Helper()
	if _, err := s.Office.CreateCourse(t.Context(), record.Course{Name: "evening", Title: "Evening class"}); err != nil {
		t.Fatal(err)
	}
	if _, err := s.Office.CreateAssignment(t.Context(), "evening", office.Form{Assignment: record.Assignment{Name: "ttt", Game: "tic-tac-toe"}}); err != nil {
		t.Fatal(err)
	}
}

func TestImport(t *testing.T) {
	const py = "print('hello')"
	bomb := strings.Repeat("\x00", office.MaxUnpacked+1)
	tests := []struct {
		name     string
		files    map[string]string
		added    []string
		problems []string
		cause    error
		says     string
	}{
		{"folders and files", map[string]string{"ada/main.py": py, "bo.py": py, "notes.txt": ""}, []string{"ada", "bo"}, nil, nil, ""},
		{"a folder around the class", map[string]string{"class/ada/main.py": py, "class/bo.py": py}, []string{"ada", "bo"}, nil, nil, ""},
		{"one student", map[string]string{"ada/main.py": py}, []string{"ada"}, nil, nil, ""},
		{"two files for one student", map[string]string{"ada.py": py, "ada/main.py": py, "bo.py": py}, []string{"bo"}, []string{"ada and ada.py"}, nil, ""},
		{"two languages for one student", map[string]string{"ada.py": py, "ada.c": py, "bo.py": py}, []string{"bo"}, []string{"ada.c and ada.py"}, nil, ""},
		{"a folder without a program", map[string]string{"ada/readme.md": "", "bo.py": py}, []string{"bo"}, []string{"no program"}, nil, ""},
		{"nothing but notes", map[string]string{"notes.txt": ""}, nil, nil, office.ErrNobody, ""},
		{"no program at all", map[string]string{"ada/readme.md": ""}, nil, nil, office.ErrNobody, "ada"},
		{"out of its folder", map[string]string{"../ada.py": py}, nil, nil, office.ErrClimbs, "../ada.py"},
		{"out of its folder, further in", map[string]string{"ada/../../bo.py": py}, nil, nil, office.ErrClimbs, "ada/../../bo.py"},
		{"from the root", map[string]string{"/etc/ada.py": py}, nil, nil, office.ErrClimbs, "/etc/ada.py"},
		{"backslashes", map[string]string{"..\\ada.py": py}, nil, nil, office.ErrName, "ada.py"},
		{"a link", map[string]string{"ada/main.py": py, "ada/all@": "/etc"}, nil, nil, office.ErrOddEntry, "ada/all"},
		{"a name with a NUL", map[string]string{"ada/ma\x00in.py": py}, nil, nil, office.ErrName, `ada/ma\x00in.py`},
		{"a name that moves the cursor", map[string]string{"ada/\x1b[2Jmain.py": py}, nil, nil, office.ErrName, "control character"},
		{"a name that no file can have", map[string]string{"ada/" + strings.Repeat("a", 256) + ".py": py, "bo.py": py}, []string{"bo"}, []string{"a name is too long"}, nil, ""},
		{"folders in each other", map[string]string{"ada/" + strings.Repeat("d/", 3000) + "main.py": py, "bo.py": py}, []string{"bo"}, []string{"too many folders"}, nil, ""},
		{"a large source file", map[string]string{"ada/main.py": strings.Repeat("#", 1<<20+1), "bo.py": py}, []string{"bo"}, []string{"too large: at most 1 MB"}, nil, ""},
		{"too many files", many(1001), []string{"bo"}, []string{"1001 files; hand in at most 1000"}, nil, ""},
		{"too much together", map[string]string{"ada/main.py": py, "ada/data": bomb[:office.MaxProgram], "bo.py": py}, []string{"bo"}, []string{"larger than 10 MB together"}, nil, ""},
		{"more than 50 MB", map[string]string{"ada/main.py": py, "ada/data": bomb}, nil, nil, office.ErrUnpacked, "50 MB"},
	}
	s := servertest.Start(t, nil)
	assignment(t, s)
	for i, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			name := fmt.Sprintf("import-%d", i)
			if _, err := s.Office.CreateAssignment(t.Context(), "evening", office.Form{Assignment: record.Assignment{Name: name, Game: "tic-tac-toe"}}); err != nil {
				t.Fatal(err)
			}
			report, err := s.Office.Import(t.Context(), "evening", name, bytes.NewReader(servertest.Archive(t, tt.files)), nil)
			if !errors.Is(err, tt.cause) || err != nil && !strings.Contains(err.Error(), tt.says) {
				t.Fatalf("error is %v, want %v with %q", err, tt.cause, tt.says)
			}
			if err == nil && !slices.Equal(report.Added, tt.added) {
				t.Errorf("added %v, want %v", report.Added, tt.added)
			}
			if len(report.Problems) < len(tt.problems) {
				t.Fatalf("problems are %+v, want %v", report.Problems, tt.problems)
			}
			for k, says := range tt.problems {
				if len(report.Problems[k].Entry)+len(report.Problems[k].Reason) > 300 {
					t.Errorf("the problem is told at length: %+v", report.Problems[k])
				}
				if !strings.Contains(report.Problems[k].Reason, says) {
					t.Errorf("problem is %+v, want %q", report.Problems[k], says)
				}
			}
			kept, err := s.Office.Submissions(t.Context(), "evening", name)
			if err != nil || len(kept) != len(tt.added) {
				t.Errorf("%d submissions are kept, want %d: %v", len(kept), len(tt.added), err)
			}
		})
	}
}

// many are the files of one student, and of another who has one.
func many(n int) map[string]string {
	files := map[string]string{"bo.py": "print()"}
	for i := range n {
		files[fmt.Sprintf("ada/%d.py", i)] = ""
	}
	return files
}

func TestNoArchiveIsRefused(t *testing.T) {
	s := servertest.Start(t, nil)
	assignment(t, s)
	good := servertest.Archive(t, map[string]string{"ada.py": "print()"})
	for name, data := range map[string][]byte{"text": []byte("hello"), "nothing": nil, "cut off": good[:len(good)/2]} {
		if _, err := s.Office.Import(t.Context(), "evening", "ttt", bytes.NewReader(data), nil); !errors.Is(err, office.ErrArchive) {
			t.Errorf("%s: error is %v", name, err)
		}
	}
}

func TestHandingInAgainReplacesWhatChanged(t *testing.T) {
	s := servertest.Start(t, nil)
	assignment(t, s)
	first, err := s.Office.Import(t.Context(), "evening", "ttt", bytes.NewReader(servertest.Archive(t, map[string]string{"ada.py": "1", "bo.py": "1"})), nil)
	if err != nil || len(first.Added) != 2 {
		t.Fatalf("%+v, %v", first, err)
	}
	second, err := s.Office.Import(t.Context(), "evening", "ttt", bytes.NewReader(servertest.Archive(t, map[string]string{"ada.py": "1", "bo.py": "2"})), nil)
	if err != nil || !slices.Equal(second.Added, []string{"bo"}) || !slices.Equal(second.Unchanged, []string{"ada"}) {
		t.Errorf("%+v, %v", second, err)
	}
}

// quickSuite needs a moment only.
const quickSuite = "game tic-tac-toe\ncriterion mark \"A mark\"\npoints 2\nclaims mark\nscript \"one move\"\na1\n"

// started imports files, starts a run and returns it.
func started(t *testing.T, s *servertest.Service, files map[string]string) record.Run {
	t.Helper()
	if _, err := s.Office.CreateCourse(t.Context(), record.Course{Name: "evening", Title: ""}); err != nil {
		t.Fatal(err)
	}
	if _, err := s.Office.CreateAssignment(t.Context(), "evening", office.Form{Assignment: record.Assignment{Name: "ttt", Game: "tic-tac-toe", Suite: quickSuite}}); err != nil {
		t.Fatal(err)
	}
	if _, err := s.Office.Import(t.Context(), "evening", "ttt", bytes.NewReader(servertest.Archive(t, files)), nil); err != nil {
		t.Fatal(err)
	}
	run, err := s.Office.StartRun(t.Context(), "evening", "ttt", false)
	if err != nil {
		t.Fatal(err)
	}
	return run
}

// finished waits for a run and returns its matrix.
func finished(t *testing.T, s *servertest.Service, run int64) record.Matrix {
	t.Helper()
	for until := time.Now().Add(3 * time.Minute); time.Now().Before(until); time.Sleep(50 * time.Millisecond) {
		m, err := s.Office.Matrix(t.Context(), run)
		if err == nil && m.Run.State == record.Done {
			return m
		}
	}
	t.Fatal("the run does not end")
	return record.Matrix{}
}

const right = `
print(". . .\n. . .\n. . .")
input("row and column: ")
print("X . .\n. . .\n. . .")
input("row and column: ")`

// What is wrong with one program must not keep the rest of the class from being
// graded.
func TestBrokenProgramsDoNotStopTheClass(t *testing.T) {
	s := servertest.Start(t, nil)
	run := started(t, s, map[string]string{
		"ada.py":     right,
		"bo.c":       "int main(void) { return x; }",
		"cleo/a.py":  right,
		"cleo/b.py":  right,
		"dario.py":   "while True: pass",
		"elin.py":    "import os\nwhile True: os.fork()",
		"finn.py":    strings.Replace(right, "X", "\x1b[2J\x00\xff", 1),
		"greta/a.py": right, "greta/b.js": "1",
	})
	want := map[string]struct {
		state  record.State
		points string
		says   string
	}{
		"ada": {record.Done, "2", ""}, "bo": {record.Failed, "0", "bo.c:1:25"}, "cleo": {record.Failed, "0", "a.py, b.py"},
		"dario": {record.Done, "0", ""}, "elin": {record.Done, "0", ""}, "finn": {record.Failed, "0", "not graded yet"},
		"greta": {record.Failed, "0", "Python and JavaScript"},
	}
	m := finished(t, s, run.ID)
	if len(m.Rows) != len(want) {
		t.Errorf("%d rows, want %d", len(m.Rows), len(want))
	}
	for _, row := range m.Rows {
		w := want[row.Student]
		if row.Student == "elin" && row.State == record.Failed && row.Points == 0 {
			continue // it may crash before it is stopped, and is not graded yet then
		}
		if row.State != w.state || row.Points.String() != w.points || !strings.Contains(row.Problem, w.says) {
			t.Errorf("%s: %s, %s points, %q; want %+v", row.Student, row.State, row.Points, row.Problem, w)
		}
	}
}

func TestEvidenceHoldsEveryByte(t *testing.T) {
	s := servertest.Start(t, nil)
	m := finished(t, s, started(t, s, map[string]string{"ada.py": "import os\nos.write(1, b'row \\x00\\xff and column: ')\ninput()\nprint('X . .\\n. . .\\n. . .')\ninput()"}).ID)
	e, err := s.Office.Evidence(t.Context(), m.Rows[0].Result, 1)
	if err != nil {
		t.Fatal(err)
	}
	if got := string(e.Steps[0].Events[0].Raw); got != "row \x00\xff and column: " {
		t.Errorf("printed %q", got)
	}
	if e.Steps[1].Events[0].Text != "1 1" || !e.Steps[1].Events[0].Typed {
		t.Errorf("typed %+v", e.Steps[1].Events[0])
	}
	if e.State != judge.Agrees || e.Steps[1].Shown[0][0] != "X" || e.Steps[1].Reference[0][0] != "X" {
		t.Errorf("evidence is %+v", e)
	}
	if _, err := s.Office.Evidence(t.Context(), m.Rows[0].Result, 2); err == nil {
		t.Error("a script that is not there has evidence")
	}
}

// A database that stops in the middle of a run is waited for; nothing is lost.
func TestRunSurvivesTheDatabase(t *testing.T) {
	s := servertest.Start(t, nil)
	files := map[string]string{}
	for i := range 8 {
		files[fmt.Sprintf("student-%02d.py", i)] = "import time\ntime.sleep(0.3)" + right
	}
	run := started(t, s, files)
	time.Sleep(700 * time.Millisecond)
	stopAndResume(t, servertest.Cluster())
	m := finished(t, s, run.ID)
	for _, row := range m.Rows {
		if row.State != record.Done || row.Points != row.Of {
			t.Errorf("%s: %s, %s points, %s", row.Student, row.State, row.Points, row.Problem)
		}
	}
}

func stopAndResume(t *testing.T, c *cluster.Cluster) {
	t.Helper()
	if err := c.Stop(t.Context()); err != nil {
		t.Fatal(err)
	}
	time.Sleep(time.Second)
	if err := c.Resume(t.Context()); err != nil {
		t.Fatal(err)
	}
}

func TestBadInputIsNamed(t *testing.T) {
	s := servertest.Start(t, nil)
	assignment(t, s)
	tests := []struct {
		name  string
		a     record.Assignment
		field string
		says  string
	}{
		{"a name with blanks", record.Assignment{Name: "tic tac", Game: "tic-tac-toe"}, "name", "tic tac"},
		{"an unknown game", record.Assignment{Name: "x", Game: "noughts"}, "game", "known games are tic-tac-toe"},
		{"a channel that is none", record.Assignment{Name: "x", Game: "hangman", Channel: "post"}, "channel", "terminal, wire, function, page"},
		{"a variant out of bounds", record.Assignment{Name: "x", Game: "tic-tac-toe:rows=99"}, "game", "rows=99"},
		{"a phrasebook with a wrong key", record.Assignment{Name: "x", Game: "tic-tac-toe", Phrasebook: "sayz: 1"}, "phrasebook", "phrasebook:1:1"},
		{"a phrasebook with a wrong pattern", record.Assignment{Name: "x", Game: "tic-tac-toe", Phrasebook: "says:\n  won: ['(']"}, "phrasebook", "phrasebook:2:"},
		{"a suite with a wrong move", record.Assignment{Name: "x", Game: "tic-tac-toe", Suite: "game tic-tac-toe\ncriterion c \"c\"\nscript \"s\"\na9"}, "suite", "suite:4:1"},
		{"a suite for another game", record.Assignment{Name: "x", Game: "connect-four", Suite: quickSuite}, "suite", "connect-four"},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			_, err := s.Office.CreateAssignment(t.Context(), "evening", office.Form{Assignment: tt.a})
			var input *record.InputError
			if !errors.As(err, &input) || input.Field != tt.field || !strings.Contains(err.Error(), tt.says) {
				t.Errorf("error is %v, want field %s with %q", err, tt.field, tt.says)
			}
		})
	}
}

// An assignment's channel is kept with its runs.
func TestClassOverTheWire(t *testing.T) {
	s := servertest.Start(t, nil)
	source, err := os.ReadFile("../../demo/wire/hangman.py")
	if err != nil {
		t.Fatal(err)
	}
	if _, err := s.Client.CreateCourse(t.Context(), "evening", "", ""); err != nil {
		t.Fatal(err)
	}
	a, err := s.Client.CreateAssignment(t.Context(), record.Assignment{Course: "evening", Name: "h", Game: "hangman", Channel: record.Wire}, client.Times{})
	if err != nil || a.Channel != record.Wire {
		t.Fatalf("the assignment's channel is %q, %v", a.Channel, err)
	}
	if _, err := s.Client.Import(t.Context(), "evening", "h", servertest.Archive(t, map[string]string{"ada.py": string(source)}), nil); err != nil {
		t.Fatal(err)
	}
	run, err := s.Client.StartRun(t.Context(), "evening", "h", false)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := s.Client.Watch(t.Context(), run.ID, func(record.Run) {}); err != nil {
		t.Fatal(err)
	}
	m, err := s.Client.Matrix(t.Context(), run.ID)
	if err != nil || len(m.Rows) != 1 || m.Rows[0].Points != m.Rows[0].Of {
		t.Errorf("the matrix is %+v, %v", m, err)
	}
}

// overwriting is a program that keeps its rules but for taken cells, which it replaces.
var overwriting = strings.Replace(servertest.RightProgram, `b[i] != "."`, "False", 1)

// What is found out about programs is kept, grouped, told and run again.
func TestClassIsExamined(t *testing.T) {
	s := servertest.Start(t, nil)
	if _, err := s.Office.CreateCourse(t.Context(), record.Course{Name: "evening", Title: ""}); err != nil {
		t.Fatal(err)
	}
	const policy = "game tic-tac-toe\nattempts best\ndue 2020-01-01T00:00:00Z\nlate 10% most 50%\n"
	if _, err := s.Office.CreateAssignment(t.Context(), "evening", office.Form{Assignment: record.Assignment{Name: "ttt", Title: "Noughts", Game: "tic-tac-toe", Suite: strings.Replace(servertest.ShortSuite, "game tic-tac-toe\n", policy, 1)}}); err != nil {
		t.Fatal(err)
	}
	hand := func(files map[string]string) {
		t.Helper()
		if _, err := s.Office.Import(t.Context(), "evening", "ttt", bytes.NewReader(servertest.Archive(t, files)), nil); err != nil {
			t.Fatal(err)
		}
	}
	hand(map[string]string{
		"ada.py": servertest.RightProgram, "bo.py": overwriting, "cy.py": strings.Replace(overwriting, "row and column: ", "your row and column: ", 1),
		"dee.py": "import os, random\nif random.random() < 0.5: os._exit(1)\n" + servertest.RightProgram, "eli.py": servertest.RightProgram,
	})
	hand(map[string]string{"ada.py": overwriting}) // a second attempt, which is worse
	run, err := s.Office.StartRun(t.Context(), "evening", "ttt", false)
	if err != nil {
		t.Fatal(err)
	}
	m := finished(t, s, run.ID)
	if len(m.Rows) != 5 || m.Rows[0].Attempts != 2 || m.Rows[0].Points.String() != "1.5" || m.Rows[1].Points.String() != "1" || !slices.Equal(m.Rows[1].Mistakes, []string{"overwrites-uncounted"}) || m.Rows[1].Group != m.Rows[2].Group || m.Rows[0].Group == m.Rows[1].Group {
		t.Fatalf("%+v", m.Rows)
	}
	bo, err := s.Office.Result(t.Context(), m.Rows[1].Result)
	if err != nil || bo.DaysLate < 2000 || len(bo.Account) != 1 || bo.Account[0].Points.String() != "-1" || len(bo.Causes) != 1 || !bo.Causes[0].Confirmed || !slices.Equal(bo.Causes[0].Shortest, []string{"1 1", "1 1"}) {
		t.Fatalf("%+v, %v", bo, err)
	}
	replay, err := s.Office.Replay(t.Context(), bo.Findings[0].ID)
	if err != nil || !replay.Same || len(replay.Again.Steps) != 3 || replay.Student != "bo" || len(replay.Recorded.Steps) != 4 {
		t.Errorf("%+v, %v", replay, err)
	}
	groups, err := s.Office.CommentGroup(t.Context(), run.ID, m.Rows[1].Group, "=Think.")
	if err != nil || groups[m.Rows[1].Group-1].Comment != "=Think." || len(groups[m.Rows[1].Group-1].Members) != 2 {
		t.Errorf("%+v, %v", groups, err)
	}
	for format, says := range map[string]string{"html": "=Think.", "md": "> =Think.", "json": `"comment": "=Think."`, "tap": "not ok 2"} {
		if text, err := s.Office.StudentReport(t.Context(), bo.ID, format); err != nil || !strings.Contains(string(text), says) {
			t.Errorf("%s: %v:\n%s", format, err, text)
		}
	}
	for format, says := range map[string]string{"csv": "'=Think.", "html": "its mark replaced", "junit": `failures="1"`, "svg": "<svg"} {
		if text, err := s.Office.ClassReport(t.Context(), run.ID, format); err != nil || !strings.Contains(string(text), says) {
			t.Errorf("%s: %v:\n%s", format, err, text)
		}
	}
	var input *record.InputError
	if _, err := s.Office.ClassReport(t.Context(), run.ID, "pdf"); !errors.As(err, &input) {
		t.Errorf("a form that there is not: %v", err)
	}
	if _, err := s.Office.CommentGroup(t.Context(), run.ID, 9, "x"); !errors.As(err, &input) {
		t.Errorf("a group that there is not: %v", err)
	}
	class, err := s.Office.Class(t.Context(), run.ID)
	if err != nil || class.Graded != 5 || class.Mistakes[0].Name != "overwrites-uncounted" || len(class.Mistakes[0].Students) != 2 || class.Criteria[1].States[judge.Differs] < 2 {
		t.Errorf("%+v, %v", class, err)
	}
}

// A program that does one thing at one time and another at the next is said to be unsteady.
func TestUnsteadyProgramsAreToldSo(t *testing.T) {
	s, _, err := suite.Shipped("tic-tac-toe", games.All())
	if err != nil {
		t.Fatal(err)
	}
	s.Scripts = s.Scripts[:1]
	g, err := grading.New(record.Terminal, s, "", "")
	if err != nil {
		t.Fatal(err)
	}
	g.Learn = false // with one script there is nothing to learn from
	states := map[judge.State]bool{}
	folder := fstest.MapFS{"dee.py": {Data: []byte("import os, time\nif time.time_ns() // 1000 % 2: os._exit(3)\n" + servertest.RightProgram)}}
	for n := 0; n < 60 && !states[judge.Unsteady]; n++ { // about one in five is
		graded, err := g.Grade(t.Context(), folder, nil)
		if err != nil {
			t.Fatal(err)
		}
		states[graded.Verdict.Criteria[0].State] = true
		if c := graded.Verdict.Criteria[0]; c.State == judge.Unsteady && (c.Points != 0 || !strings.Contains(c.Reason, "not do the same")) {
			t.Errorf("%+v", c)
		}
	}
	if !states[judge.Unsteady] {
		t.Errorf("in sixty gradings the states were %v", states)
	}
}
