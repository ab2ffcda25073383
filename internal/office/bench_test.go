package office_test

import (
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"durchgang/core/games"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
	"durchgang/internal/client"
	"durchgang/internal/record"
	"durchgang/internal/server/servertest"
)

const (
	benchPrograms = 40
	benchScripts  = 60
)

// BenchmarkClass reports the time to grade 40 Python programs with 60 scripts each through
// the service with two workers, and its ratio to that of a shell loop that pipes the same
// lines into each program and compares what it prints with a file. It is measured once,
// whatever the number of iterations.
func BenchmarkClass(b *testing.B) {
	measured := false
	for b.Loop() {
		if measured {
			continue
		}
		measured = true
		s := benchSuite(b)
		shell := shellLoop(b, s)
		service := throughService(b, s)
		b.ReportMetric(service.Seconds(), "s")
		b.ReportMetric(shell.Seconds(), "s/shell")
		b.ReportMetric(service.Seconds()/shell.Seconds(), "ratio")
	}
}

// benchSuite is the scripts of the shipped suite that move only, over and over.
func benchSuite(b *testing.B) *suite.Suite {
	s, _, err := suite.Shipped("tic-tac-toe", games.All())
	if err != nil {
		b.Fatal(err)
	}
	var moving []suite.Script
	for _, script := range s.Scripts {
		if again := strings.Contains(script.Title, "again"); !again {
			moving = append(moving, script)
		}
	}
	s.Scripts = nil
	for _, c := range s.Criteria { // in the order in which a suite is written
		for i := 0; len(s.Scripts) < benchScripts && i*len(moving) < 4*benchScripts; i++ {
			for _, script := range moving {
				if script.Criterion == c.Name && len(s.Scripts) < benchScripts {
					script.Title = fmt.Sprintf("%s, %d", script.Title, i)
					s.Scripts = append(s.Scripts, script)
				}
			}
		}
	}
	if len(s.Scripts) != benchScripts {
		b.Fatalf("%d scripts", len(s.Scripts))
	}
	return s
}

// benchProgram is the source of one of the class's programs.
func benchProgram(b *testing.B, n int) string {
	source, err := os.ReadFile("../../demo/class/ada-brandt/tictactoe.py")
	if err != nil {
		b.Fatal(err)
	}
	return fmt.Sprintf("# program %d\n%s", n, source)
}

// shellLoop times the loop.
func shellLoop(b *testing.B, s *suite.Suite) time.Duration {
	dir := b.TempDir()
	write := func(name, text string) {
		if err := os.WriteFile(filepath.Join(dir, name), []byte(text), 0o644); err != nil {
			b.Fatal(err)
		}
	}
	form := phrasebook.Default().Forms(phrasebook.NewScreen("Player X, enter row and column (1-3): "), s.Rules.MoveKind())[0]
	for i, script := range s.Scripts {
		var lines []string
		for _, step := range script.Steps {
			switch step.Act {
			case suite.MakeMove:
				lines = append(lines, form.Lines(step.Move, 3, 3)...)
			case suite.TypeLine:
				lines = append(lines, step.Text)
			}
		}
		write(fmt.Sprintf("%02d.in", i), strings.Join(lines, "\n")+"\n")
	}
	for i := range benchPrograms {
		write(fmt.Sprintf("program-%02d.py", i), benchProgram(b, i))
	}
	run := func(script string) time.Duration {
		began := time.Now()
		cmd := exec.Command("/bin/sh", "-c", script)
		cmd.Dir = dir
		if out, err := cmd.CombinedOutput(); err != nil {
			b.Fatalf("%v: %s", err, out)
		}
		return time.Since(began)
	}
	run(`for s in *.in; do /usr/bin/python3 program-00.py < $s > ${s%.in}.out 2> /dev/null || true; done`)
	return run(`for p in program-*.py; do for s in *.in; do
/usr/bin/python3 $p < $s 2> /dev/null | cmp -s - ${s%.in}.out || { echo $p $s differs; exit 1; }
done; done`)
}

// throughService times a run of the class.
func throughService(b *testing.B, s *suite.Suite) time.Duration {
	service := servertest.Start(b, nil)
	ctx := b.Context()
	if _, err := service.Client.CreateCourse(ctx, "evening", "", ""); err != nil {
		b.Fatal(err)
	}
	if _, err := service.Client.CreateAssignment(ctx, record.Assignment{Course: "evening", Name: "ttt", Game: "tic-tac-toe", Suite: s.String()}, client.Times{}); err != nil {
		b.Fatal(err)
	}
	files := map[string]string{}
	for i := range benchPrograms {
		files[fmt.Sprintf("student-%02d.py", i)] = benchProgram(b, i)
	}
	if _, err := service.Client.Import(ctx, "evening", "ttt", servertest.Archive(b, files), nil); err != nil {
		b.Fatal(err)
	}
	began := time.Now()
	run, err := service.Client.StartRun(ctx, "evening", "ttt", false)
	if err != nil {
		b.Fatal(err)
	}
	if run, err = service.Client.Watch(ctx, run.ID, func(record.Run) {}); err != nil || run.Done != benchPrograms {
		b.Fatalf("%+v, %v", run, err)
	}
	return time.Since(began)
}
