package cli_test

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"durchgang/internal/server/servertest"
)

// desk is a command line of its own: what it signs in as is kept in a folder of its own.
type desk struct {
	t    *testing.T
	home string
	url  string
}

// run runs a command with some lines on standard input, and wants it to print something.
func (d desk) run(want, stdin string, args ...string) string {
	d.t.Helper()
	d.t.Setenv("XDG_CONFIG_HOME", d.home)
	if stdin != "" {
		file := filepath.Join(d.t.TempDir(), "stdin")
		if err := os.WriteFile(file, []byte(stdin), 0o600); err != nil {
			d.t.Fatal(err)
		}
		in, err := os.Open(file)
		if err != nil {
			d.t.Fatal(err)
		}
		defer in.Close()
		old := os.Stdin
		os.Stdin = in
		defer func() { os.Stdin = old }()
	}
	out, stderr, status := durchgang(d.t, append(args, "--server", d.url)...)
	if status != 0 || !strings.Contains(out+stderr, want) {
		d.t.Fatalf("%v: status %d, want %q:\n%s%s", args, status, want, out, stderr)
	}
	return out
}

// The whole first hour on the command line: the first teacher, a course, its roster, an
// assignment that is tried first, a class with an entry that fits nobody, grading, a look,
// points by hand, handing back; a student who tries, hands in, reads and asks; and what comes
// after: a regrade, an answer, a gradebook, a backup.
func TestFirstHourOnTheCommandLine(t *testing.T) {
	s := servertest.StartEmpty(t, nil)
	link, err := s.Office.FirstLink(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	dir := t.TempDir()
	write := writer(t, dir)
	wrong := strings.Replace(servertest.RightProgram, `b[i] != "."`, "False", 1)
	suite := write("short.suite", strings.Replace(servertest.ShortSuite, `script "two moves"`, `script "two moves" public`, 1))
	solution := write("solution.py", servertest.RightProgram)

	ida := desk{t, t.TempDir(), s.URL}
	ida.run("signed in", servertest.Password+"\n", "accept-invite", s.URL+link, "--login", "ida", "--name", "Ida Marling")
	ida.run("ida (Ida Marling)", "", "account")
	ida.run("created course evening", "", "course", "create", "evening", "--title", "Evening class", "--zone", "Europe/Berlin")
	roster := write("roster.csv", "name,number,mail\nAda Brandt,1,ada@school.example\nBo Lind,2,\n")
	ida.run("2 would be new", "", "roster", "import", "evening", roster, "--preview")
	ida.run("2 new", "", "roster", "import", "evening", roster)
	ida.run("your program (Python) gets 3", "", "assignment", "dry-run", "evening", "--suite", suite, solution)
	ida.run("created assignment evening/ttt", "", "assignment", "create", "evening/ttt", "--suite", suite, "--tries", "1", "--due", "2031-05-01T18:00")
	ida.run("ttt-kit.zip", "", "assignment", "kit", "evening/ttt", "--output", filepath.Join(dir, "ttt-kit.zip"))

	ida.run("| 2 | A mark goes where it was put |", "", "assignment", "handout", "evening/ttt")
	ida.run("<h1>", "", "assignment", "handout", "evening/ttt", "--html")
	ida.run("nothing is different", "", "suite", "changes", "evening/ttt", suite)

	write("class/Ada Brandt/game.py", wrong)
	write("class/2/game.py", servertest.RightProgram)
	write("class/notes/game.py", servertest.RightProgram)
	ida.run("notes: nobody's name fits", "", "import", "evening/ttt", filepath.Join(dir, "class"))
	ida.run("0 handed in, 2 unchanged", "", "import", "evening/ttt", filepath.Join(dir, "class"), "--as", "notes=")
	ida.run("run 1: done, 2 of 2 graded", "", "run", "evening/ttt")
	ida.run("ada-brandt   2 / 3", "", "matrix", "evening/ttt")
	dearer := write("dearer.suite", strings.Replace(servertest.ShortSuite, "points 1\n", "points 4\n", 1))
	ida.run("of 2 results 0 would lose points, 1 would gain points", "", "suite", "changes", "evening/ttt", dearer)
	fewer := servertest.ShortSuite[:strings.Index(servertest.ShortSuite, "criterion taken")]
	ida.run("of 2 results 1 would lose points, 0 would gain points", "", "suite", "changes", "evening/ttt", write("fewer.suite", fewer))
	other := write("other.suite", strings.Replace(servertest.ShortSuite, "a1 b2", "a1 c3", 1))
	ida.run("what becomes of 2 results is known after a regrade", "", "suite", "changes", "evening/ttt", other)
	ida.run("ada-brandt has 2.5 of 3 points", "", "by-hand", "evening/ttt", "ada-brandt", "0.5", "--criterion", "taken", "--reason", "Nearly there.")
	ida.run("students see their results of run 1", "", "publish", "evening/ttt")
	links := ida.run("1 link", "", "roster", "invite", "evening", "ada-brandt")
	_, hers, _ := strings.Cut(strings.TrimSpace(links), ",")

	ada := desk{t, t.TempDir(), s.URL}
	ada.run("signed in", servertest.Password+"\n", "accept-invite", hers)
	ada.run("evening/ttt  ttt    2031-05-01 18:00 CEST          1           1  2.5 / 3", "", "mine", "evening")
	ada.run("Nearly there.", "", "mine", "evening/ttt", "--report")
	ada.run("asked", "", "mine", "evening/ttt", "--ask", "Why half?")
	ada.run("0 tries left today", "", "submit", "evening/ttt", solution, "--try")
	ada.run("handed in for ada-brandt: 1 file", "", "submit", "evening/ttt", solution)

	ida.run("Why half?", "", "request", "list", "evening/ttt")
	ida.run("ada-brandt can read it", "", "request", "answer", "1", "Because.")
	ada.run("ida answers", "", "mine", "evening/ttt")
	ida.run("the points that were given by hand for the earlier program count still", "", "regrade", "evening/ttt")
	ida.run("run 3: done", "", "regrade", "accept", "3")
	ida.run("handed back", "", "run", "list", "evening/ttt")
	ida.run("Ada Brandt,1,2.5,3", "", "gradebook", "evening", "--columns", "name,number,total")
	ida.run("revision 2", "", "assignment", "change", "evening/ttt", "--handout", write("handout.md", "# Noughts\n\nTwo people, one board.\n"))
	ida.run("Two people, one board.", "", "assignment", "handout", "evening/ttt")
	ida.run("revision", "", "assignment", "revisions", "evening/ttt")
	ida.run("at work", "", "workload")
	ida.run("Import students into the roster", "", "audit", "evening")
	ida.run("signed out", "", "sign-out")
	if _, stderr, status := durchgang(t, "course", "list", "--server", s.URL); status != 2 || !strings.Contains(stderr, "sign in first") {
		t.Errorf("after signing out: status %d: %s", status, stderr)
	}
}

// A backup is brought back into an empty database and is the same; one that was tampered with,
// cut off, or no backup at all is refused, as is a database that is not empty.
func TestBackupAndRestore(t *testing.T) {
	database := servertest.Database(t)
	s := servertest.StartOn(t, database, nil)
	t.Setenv("DURCHGANG_TOKEN", s.Token)
	if _, err := s.Client.CreateCourse(t.Context(), "evening", "Größe", ""); err != nil {
		t.Fatal(err)
	}
	dir := t.TempDir()
	file := filepath.Join(dir, "monday.backup")
	out, stderr, status := durchgang(t, "backup", file, "--database", database, "--check")
	if status != 0 || !strings.Contains(out, "found to be the same") {
		t.Fatalf("status %d: %s%s", status, out, stderr)
	}
	empty := servertest.EmptyDatabase(t)
	if out, stderr, status = durchgang(t, "restore", file, "--database", empty); status != 0 || !strings.Contains(out, "found to be the same") {
		t.Fatalf("status %d: %s%s", status, out, stderr)
	}
	again := servertest.StartOn(t, empty, nil)
	if courses, err := again.Client.Courses(t.Context()); err != nil || len(courses) != 1 || courses[0].Name != "evening" {
		t.Errorf("%+v, %v", courses, err)
	}
	whole, err := os.ReadFile(file)
	if err != nil {
		t.Fatal(err)
	}
	bad := filepath.Join(dir, "bad.backup")
	for name, tt := range map[string]struct{ data, says string }{
		"cut off":                 {string(whole[:len(whole)/2]), "is cut off"},
		"cut off at its head":     {string(whole[:700]), "is cut off"},
		"cut off before its head": {string(whole[:100]), "is cut off"},
		"something else":          {"hello", "not a backup of Durchgang"},
		"some other archive":      {strings.Repeat("x", 4096), "not a backup of Durchgang"},
		"another count":           {strings.Replace(string(whole), `"rows": 1,`, `"rows": 7,`, 1), "rows instead of"},
	} {
		if err := os.WriteFile(bad, []byte(tt.data), 0o600); err != nil {
			t.Fatal(err)
		}
		if _, stderr, status := durchgang(t, "restore", bad, "--database", servertest.EmptyDatabase(t)); status == 0 || !strings.Contains(stderr, tt.says) {
			t.Errorf("%s: status %d: %s", name, status, stderr)
		}
	}
	if _, stderr, status := durchgang(t, "restore", file, "--database", database); status != 2 || !strings.Contains(stderr, "the database is not empty") {
		t.Errorf("into a database that is not empty: status %d: %s", status, stderr)
	}
}

// Settings come from flags, else the environment, else the file, and the page that lists them
// is that of the program.
func TestSettings(t *testing.T) {
	page, err := os.ReadFile("../../docs/configuration.md")
	out, _, status := durchgang(t, "config", "--markdown")
	if err != nil || status != 0 || out != string(page) {
		t.Errorf("docs/configuration.md is another one: durchgang config --markdown prints it; %v", err)
	}
	file := filepath.Join(t.TempDir(), "durchgang.yaml")
	settle := func(text string) {
		t.Helper()
		if err := os.WriteFile(file, []byte(text), 0o600); err != nil {
			t.Fatal(err)
		}
	}
	settle("listen: 127.0.0.1:1\nworkers: 3\nlog-format: json\n")
	t.Setenv("DURCHGANG_WORKERS", "5")
	out, _, _ = durchgang(t, "config", "--config", file, "--log-format", "text", "--json")
	for _, want := range []string{`"value": "127.0.0.1:1"`, `"from": "` + file, `"value": "5"`, `"from": "DURCHGANG_WORKERS"`, `"from": "--log-format"`} {
		if !strings.Contains(out, want) {
			t.Errorf("it lacks %s:\n%s", want, out)
		}
	}
	for text, says := range map[string]string{"lisen: x\n": ":1:8: there is no such setting", "listen: [1]\n": ":1:", "listen: a: b": ":1:"} {
		settle(text)
		if _, stderr, status := durchgang(t, "config", "--config", file); status != 2 || !strings.Contains(stderr, says) {
			t.Errorf("%q: status %d: %s", text, status, stderr)
		}
	}
	for _, args := range [][]string{{"--workers", "many"}, {"--log-level", "loud"}, {"--log-format", "xml"}} {
		if _, stderr, status := durchgang(t, append([]string{"serve"}, args...)...); status != 2 {
			t.Errorf("%v: status %d: %s", args, status, stderr)
		}
	}
}
