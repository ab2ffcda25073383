package cli_test

import (
	"bufio"
	"bytes"
	"encoding/json"
	"net"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"testing/fstest"

	"durchgang/internal/cli"
	"durchgang/internal/record"
	"durchgang/internal/server/servertest"
)

func TestMain(m *testing.M) { servertest.Main(m) }

// durchgang runs a command in this process.
func durchgang(t *testing.T, args ...string) (stdout, stderr string, status int) {
	t.Helper()
	var out, err bytes.Buffer
	status = cli.Main(t.Context(), fstest.MapFS{}, args, &out, &err)
	return out.String(), err.String(), status
}

// writer writes files below a folder and returns their paths.
func writer(t *testing.T, dir string) func(name, text string) string {
	return func(name, text string) string {
		t.Helper()
		path := filepath.Join(dir, name)
		if err := os.MkdirAll(filepath.Dir(path), 0o755); err != nil {
			t.Fatal(err)
		}
		if err := os.WriteFile(path, []byte(text), 0o644); err != nil {
			t.Fatal(err)
		}
		return path
	}
}

// trial is the part of try's JSON that is documented for other programs.
type trial struct {
	Points, Of float64
	Criteria   []struct {
		Name, State string
		Points, Of  float64
	}
	Findings []struct {
		Criterion, Script, Expected, Seen string
		Step                              int
	}
}

func TestTrySaysTheSameAsTextAndAsData(t *testing.T) {
	const program = "../../demo/class/greta-holm"
	text, _, status := durchgang(t, "try", program)
	if status != 0 || !strings.Contains(text, "18 of 20 points") || !strings.Contains(text, "a1 is accepted") {
		t.Fatalf("status %d:\n%s", status, text)
	}
	data, _, status := durchgang(t, "try", program, "--game", "tic-tac-toe", "--json")
	var got trial
	if err := json.Unmarshal([]byte(data), &got); err != nil || status != 0 {
		t.Fatalf("status %d, %v", status, err)
	}
	if got.Points != 18 || got.Of != 20 || len(got.Criteria) != 11 {
		t.Errorf("%g of %g points, %d criteria", got.Points, got.Of, len(got.Criteria))
	}
	for _, c := range got.Criteria {
		want := map[string]string{"taken": "differs", "again": "not shown"}[c.Name]
		if want == "" {
			want = "agrees"
		}
		if c.State != want {
			t.Errorf("%s is %s, want %s", c.Name, c.State, want)
		}
	}
	first := got.Findings[0]
	if first.Criterion != "taken" || first.Script != "the other player's cell" || first.Step != 2 || first.Expected == "" || first.Seen == "" {
		t.Errorf("the first finding is %+v", first)
	}
}

func TestExitStatus(t *testing.T) {
	dir := t.TempDir()
	write := writer(t, dir)
	right := "../../demo/class/bo-lindqvist/game.c"
	listener, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	defer listener.Close()
	tests := []struct {
		name   string
		args   []string
		status int
		says   string
	}{
		{"a right program", []string{"try", right}, 0, ""},
		{"a right program, strictly", []string{"try", right, "--strict"}, 0, ""},
		{"a wrong program, strictly", []string{"try", "../../demo/class/kira-soler", "--strict"}, 3, ""},
		{"no program named", []string{"try"}, 2, "the PROGRAM to try"},
		{"a program that is not there", []string{"try", "nowhere"}, 2, "nowhere: no such file"},
		{"a folder without a program", []string{"try", filepath.Dir(write("empty/notes.txt", ""))}, 4, "no program"},
		{"a file of no language", []string{"try", write("notes.txt", "")}, 4, "no program"},
		{"a compile error", []string{"try", write("x.c", "int main(void) { return x; }")}, 4, "x.c:1:25: error"},
		{"two languages in one folder", []string{"try", filepath.Dir(write("two/b.c", write("two/a.py", "")))}, 4, "several programs"},
		{"an unknown game", []string{"try", right, "--game", "noughts"}, 2, "known games are"},
		{"a variant out of bounds", []string{"try", right, "--game", "tic-tac-toe:rows=99"}, 2, "rows=99"},
		{"a criterion that a suite has not", []string{"suite", "write", "tic-tac-toe:first=O", "--without", "luck"}, 2, "no criterion \"luck\""},
		{"a phrasebook that is not there", []string{"try", right, "--phrasebook", "none.yaml"}, 2, "none.yaml"},
		{"a phrasebook with a wrong key", []string{"try", right, "--phrasebook", write("a.yaml", "moves: []")}, 2, "a.yaml:1:1"},
		{"a phrasebook with a wrong pattern", []string{"try", right, "--phrasebook", write("b.yaml", "says:\n  won:\n    - '('")}, 2, "b.yaml:3:7"},
		{"a suite with a wrong move", []string{"try", right, "--suite", write("s.suite", "game tic-tac-toe\ncriterion c \"c\"\nscript \"s\"\n  a1 z9 q")}, 2, "s.suite:4:9"},
		{"an unknown flag", []string{"try", right, "--gaem", "x"}, 2, "--gaem"},
		{"an unknown command", []string{"tyr"}, 2, "unknown command"},
		{"no service", []string{"course", "list", "--server", "http://127.0.0.1:1"}, 5, "durchgang serve"},
		{"an assignment without its course", []string{"matrix", "ttt"}, 2, "COURSE/ASSIGNMENT"},
		{"a port in use", []string{"serve", "--listen", listener.Addr().String()}, 2, "in use"},
		{"a database that is away", []string{"serve", "--listen", "127.0.0.1:0", "--database", "postgres://127.0.0.1:1/x"}, 1, "database"},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			_, stderr, status := durchgang(t, tt.args...)
			if status != tt.status || !strings.Contains(stderr, tt.says) {
				t.Errorf("status %d, want %d; it said %q, want %q in it", status, tt.status, stderr, tt.says)
			}
		})
	}
}

func TestEveryCommandHasAnExample(t *testing.T) {
	commands := cli.New(fstest.MapFS{}).Commands()
	for i := 0; i < len(commands); i++ {
		c := commands[i]
		commands = append(commands, c.Commands()...)
		if c.Name() != "help" && c.Name() != "completion" && c.Parent().Name() != "completion" && c.Example == "" {
			t.Errorf("%s has no example", c.CommandPath())
		}
	}
}

// A class through the commands alone.
func TestClassOnTheCommandLine(t *testing.T) {
	s := servertest.Start(t, nil)
	t.Setenv("DURCHGANG_TOKEN", s.Token)
	class := t.TempDir()
	for _, name := range []string{"bo-lindqvist", "kira-soler"} {
		if err := os.CopyFS(filepath.Join(class, name), os.DirFS("../../demo/class/"+name)); err != nil {
			t.Fatal(err)
		}
	}
	run := func(want string, args ...string) string {
		t.Helper()
		out, stderr, status := durchgang(t, append(args, "--server", s.URL)...)
		if status != 0 || !strings.Contains(out, want) {
			t.Fatalf("%v: status %d, %s%s", args, status, out, stderr)
		}
		return out
	}
	run("evening", "course", "create", "evening", "--title", "Evening class")
	run("Evening class", "course", "list")
	run("evening/ttt", "assignment", "create", "evening/ttt")
	run("2 handed in", "import", "evening/ttt", class)
	run("0 handed in, 2 unchanged", "import", "evening/ttt", class)
	run("2", "assignment", "list", "evening")
	run("2 of 2 graded", "run", "evening/ttt")
	matrix := run("bo-lindqvist  20 / 20", "matrix", "evening/ttt")
	if !strings.Contains(matrix, "kira-soler    19 / 20") || !strings.Contains(matrix, "✗") {
		t.Errorf("the matrix is\n%s", matrix)
	}
	var m record.Matrix
	if err := json.Unmarshal([]byte(run("", "matrix", "evening/ttt", "--json")), &m); err != nil || len(m.Rows) != 2 || m.Rows[1].Points != 19_00 {
		t.Errorf("%+v, %v", m, err)
	}
	shown := run("X is to move", "show", "evening/ttt", "kira-soler")
	_, numbers, _ := strings.Cut(shown, "durchgang finding replay: ")
	number, _, _ := strings.Cut(numbers, ",")
	run("did the same as when it was graded", "finding", "replay", number)
	run("refused-passes-turn", "class", "evening/ttt")
	run("After a refused move the other player is to move.", "groups", "evening/ttt")
	run("1 student told", "comment", "evening/ttt", "--group", "2", "Think again.")
	run("bo-lindqvist told", "comment", "evening/ttt", "bo-lindqvist", "Well done.")
	run("> Think again.", "report", "evening/ttt", "kira-soler", "--format", "md")
	run("kira-soler,19,20,0,done,refused-passes-turn,Think again.", "report", "evening/ttt", "--format", "csv")
	folder := filepath.Join(t.TempDir(), "reports")
	run("2 reports", "report", "evening/ttt", "--all", folder)
	if page, err := os.ReadFile(filepath.Join(folder, "bo-lindqvist.html")); err != nil || !strings.Contains(string(page), "Well done.") {
		t.Errorf("%v:\n%s", err, page)
	}
	for status, args := range map[string][]string{"not the ID of a finding": {"finding", "replay", "none"}, `finding "99999"`: {"finding", "replay", "99999"}, "there is no format": {"report", "evening/ttt", "--format", "pdf"}} {
		if _, stderr, code := durchgang(t, append(args, "--server", s.URL)...); code != 2 || !strings.Contains(stderr, status) {
			t.Errorf("%v: status %d: %s", args, code, stderr)
		}
	}
	if _, stderr, status := durchgang(t, "show", "evening/ttt", "nobody", "--server", s.URL); status != 2 || !strings.Contains(stderr, `no student "nobody"`) {
		t.Errorf("status %d: %s", status, stderr)
	}
}

// built builds the binary and returns its path.
func built(t testing.TB) string {
	t.Helper()
	binary := filepath.Join(t.TempDir(), "durchgang")
	if out, err := exec.Command("go", "build", "-o", binary, "../../cmd/durchgang").CombinedOutput(); err != nil {
		t.Fatalf("%v: %s", err, out)
	}
	return binary
}

// launch starts the binary's service and waits until it is ready; link is the first
// teacher's.
func launch(t testing.TB, binary, database string) (service *exec.Cmd, url, link string) {
	t.Helper()
	service = exec.Command(binary, "serve", "--listen", "127.0.0.1:0", "--database", database)
	out, err := service.StdoutPipe()
	if err != nil {
		t.Fatal(err)
	}
	if err = service.Start(); err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() {
		_ = service.Process.Signal(os.Interrupt)
		_ = service.Wait()
	})
	for lines := bufio.NewScanner(out); lines.Scan(); {
		text := strings.TrimSpace(lines.Text())
		if strings.Contains(text, "/accept-invite#") {
			link = text
		}
		if _, address, found := strings.Cut(text, "ready: "); found {
			return service, address, link
		}
	}
	t.Fatal("the service ended before it was ready")
	return nil, "", ""
}
