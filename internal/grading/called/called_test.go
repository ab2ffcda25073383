package called

import (
	"io/fs"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"testing/fstest"
	"time"

	"github.com/goccy/go-yaml"

	"durchgang/core/games"
	"durchgang/core/judge"
	"durchgang/core/suites"
	"durchgang/internal/grading"
	"durchgang/internal/portion"
	"durchgang/internal/record"
	"durchgang/internal/toolchain"
)

// program is what program.yaml says of a program: the game, and what it becomes with a fault.
type program struct {
	Game   string  `yaml:"game"`
	Loses  string  `yaml:"loses"` // a criterion that the program breaks as it stands
	Faults []fault `yaml:"faults"`
	files  fstest.MapFS
}

// fault is a text of a program that is replaced.
type fault struct {
	File string `yaml:"file"` // any, where it is empty
	Says string `yaml:"says"`
	Old  string `yaml:"old"`
	New  string `yaml:"new"`

	// Passes is set where no script of the suite shows the fault, which is said in docs/reading.md.
	Passes bool `yaml:"passes"`
}

func read(t *testing.T, dir string) program {
	t.Helper()
	text, err := os.ReadFile(filepath.Join(dir, "program.yaml"))
	if err != nil {
		t.Fatal(err)
	}
	p := program{files: fstest.MapFS{}}
	if err := yaml.Unmarshal(text, &p); err != nil {
		t.Fatal(err)
	}
	err = filepath.WalkDir(dir, func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || d.Name() == "program.yaml" {
			return err
		}
		data, err := os.ReadFile(path)
		if err != nil {
			return err
		}
		name, err := filepath.Rel(dir, path)
		p.files[name] = &fstest.MapFile{Data: data, Mode: 0o644}
		return err
	})
	if err != nil {
		t.Fatal(err)
	}
	return p
}

// with are the files with a fault.
func (p program) with(t *testing.T, f fault) fstest.MapFS {
	t.Helper()
	changed := fstest.MapFS{}
	done := false
	for name, file := range p.files {
		text := string(file.Data)
		if (f.File == "" || f.File == name) && strings.Contains(text, f.Old) {
			text, done = strings.Replace(text, f.Old, f.New, 1), true
		}
		changed[name] = &fstest.MapFile{Data: []byte(text), Mode: 0o644}
	}
	if !done {
		t.Fatalf("the program has no %q", f.Old)
	}
	return changed
}

func grade(t *testing.T, game string, files fs.FS) (grading.Graded, error) {
	t.Helper()
	return gradeKeeping(t, game, files, nil)
}

func gradeKeeping(t *testing.T, game string, files fs.FS, keep func(record.Evidence) error) (grading.Graded, error) {
	t.Helper()
	rules, err := games.All().Rules(game)
	if err != nil {
		t.Fatal(err)
	}
	s, _, err := suites.For(rules, false, games.All())
	if err != nil {
		t.Fatal(err)
	}
	g, err := grading.New(record.Function, s, "", "")
	if err != nil {
		t.Fatal(err)
	}
	g.Parallel, g.Builds = 2, toolchain.UserCache()
	return g.Grade(t.Context(), files, keep)
}

// Programs that are called keep all points, though nothing says how they are called; with a fault they lose some, or are
// not graded, and most faults are named.
func TestProgramsThatAreCalled(t *testing.T) {
	dirs, err := filepath.Glob("testdata/*")
	if err != nil || len(dirs) < 30 {
		t.Fatalf("%d programs: %v", len(dirs), err)
	}
	found, named := 0, 0
	for i, dir := range dirs {
		t.Run(filepath.Base(dir), func(t *testing.T) {
			portion.Every(t, 6, i)
			p := read(t, dir)
			right, err := grade(t, p.Game, p.files)
			if err != nil {
				t.Fatal(err)
			}
			for _, f := range right.Verdict.Findings {
				if f.Criterion != p.Loses {
					t.Errorf("the right program has a finding: %+v\n%s", f, right.Learned)
				}
			}
			for _, c := range right.Verdict.Criteria {
				if c.State != judge.Agrees && c.Name != p.Loses || c.State == judge.Agrees && c.Name == p.Loses {
					t.Errorf("of the right program %s is %s\n%s", c.Name, c.State, right.Learned)
				}
			}
			for _, f := range p.Faults {
				wrong, err := grade(t, p.Game, p.with(t, f))
				switch {
				case grading.NotRead(err):
				case err != nil:
					t.Error(err)
				case f.Passes:
					if wrong.Verdict.Points < right.Verdict.Points {
						t.Errorf("%s: it costs points now", f.Says)
					}
				case wrong.Verdict.Points >= right.Verdict.Points:
					t.Errorf("%s: it keeps %v of %v\n%s", f.Says, wrong.Verdict.Points, wrong.Verdict.Of, wrong.Learned)
				default:
					found++
					if len(wrong.Diagnosis) > 0 {
						named++
					} else {
						t.Logf("%s: no known mistake explains it", f.Says)
					}
				}
			}
		})
	}
	t.Logf("%d faults cost points, %d of them are named", found, named)
	if found > 50 && named*5 < found*4 { // of a part of them it says nothing
		t.Errorf("of %d faults %d are named", found, named)
	}
}

// What cannot be called is not graded, and the cause is said.
func TestCausesWhyAProgramCannotBeCalled(t *testing.T) {
	const move = "class Game:\n    def __init__(self):\n        self.board = [''] * 9\n    def move(self, i):\n        self.board[i] = 'X'\n"
	tests := []struct {
		name, file, text string
		says             []string
	}{
		{"syntax", "game.py", "class Game\n    pass\n", []string{"syntax error", "game.py line 1", "class Game"}},
		{"a module that is missing", "game.py", "import pygame_of_our_own\n" + move, []string{"needs the module pygame_of_our_own", "game.py line 1"}},
		{"an exception", "game.py", "size = int('three')\n" + move, []string{"raised ValueError", "game.py line 1", "size = int('three')"}},
		{"it never ends loading", "game.py", "while True:\n    pass\n" + move, []string{"does not come to an end of loading"}},
		{"it asks for input", "game.py", "name = input('Your name? ')\n" + move, []string{"asked for input", "game.py line 1"}},
		{"nothing to call", "game.py", "print('hello')\n", []string{"it defines no function"}},
		{"other functions", "game.py", "def area(a, b):\n    return a * b\n", []string{"it has area"}},
		{"syntax in JavaScript", "game.js", "class Game {\n  move(i { }\n}\n", []string{"syntax error"}},
		{"a module that is missing in JavaScript", "game.js", "const x = require('of-our-own');\nclass Game { move(i) {} }\n", []string{"needs the module of-our-own"}},
		{"syntax in C", "game.c", "int winner(int *board) { return 0 }\n", []string{"does not compile", "game.c:1"}},
		{"syntax in Java", "Game.java", "public class Game { int winner( { return 0; } }\n", []string{"does not compile", "Game.java:1"}},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			_, err := grade(t, "tic-tac-toe", fstest.MapFS{tt.file: {Data: []byte(tt.text), Mode: 0o644}})
			if !grading.AtFault(err) {
				t.Fatalf("it is graded: %v", err)
			}
			if i := slices.IndexFunc(tt.says, func(s string) bool { return !strings.Contains(err.Error(), s) }); i >= 0 {
				t.Errorf("it says, without %q:\n%v", tt.says[i], err)
			}
		})
	}
}

// A program that works against being called gains nothing by it, and takes no longer than one that hangs.
func TestHostileProgramsThatAreCalled(t *testing.T) {
	right := read(t, "testdata/py-noughts")
	source := string(right.files["noughts.py"].Data)
	const victor = "    def victor(self):\n"
	tests := []struct{ name, before, inVictor string }{
		{"a result that is equal to all", "class Liar:\n    def __eq__(self, other):\n        return True\n    __hash__ = None\n", "        return Liar()\n"},
		{
			"an object that answers anything", "class Any:\n    def __getattr__(self, name):\n        return Any()\n    def __call__(self, *a):\n        return Any()\n    def __iter__(self):\n        return iter([self] * 3)\n",
			"        return Any()\n",
		},
		{"a text that is none", "class Text(str):\n    def __str__(self):\n        return 'X'\n    __repr__ = __str__\n", "        return Text('?')\n"},
		{"it ends the program", "import os\n", "        os._exit(0)\n"},
		{"it ends the program as a driver does", "import os\n", "        os._exit(88)\n"},
		{"it leaves by sys.exit", "import sys\n", "        sys.exit('X')\n"},
		{
			"answers that are forged", "import os\ndef forge():\n    for fd in range(1, 30):\n        try:\n            os.write(fd, b'= \"X\"\\n')\n        except OSError:\n            pass\n",
			"        forge()\n        return None\n",
		},
		{"printing without end", "", "        while True:\n            print('= \"X\"')\n"},
		{"no end", "", "        while True:\n            pass\n"},
		{
			"built-ins that are changed", "import builtins, json\nbuiltins.isinstance = lambda *a: True\nbuiltins.type = lambda *a: str\njson.dumps = lambda *a, **k: '\"X\"'\n",
			"        return None\n",
		},
		{
			"threads that stay", "import threading\ndef stay():\n    while True:\n        pass\nfor _ in range(3):\n    threading.Thread(target=stay).start()\n",
			"        return None\n",
		},
		{"processes without end", "import os\n", "        while True:\n            os.fork()\n"},
		{"a value without end", "", "        a = []\n        a.append(a)\n        return a\n"},
		{"a value of a gigabyte", "", "        return 'X' * (1 << 30)\n"},
		{"deep recursion", "", "        return self.victor()\n"},
	}
	for i, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			portion.Every(t, 6, i)
			began := time.Now()
			files := fstest.MapFS{"noughts.py": {Data: []byte(tt.before + strings.Replace(source, victor, victor+tt.inVictor, 1)), Mode: 0o644}}
			g, err := grade(t, "tic-tac-toe", files)
			switch {
			case grading.AtFault(err):
			case err != nil:
				t.Error(err)
			case slices.ContainsFunc(g.Verdict.Criteria, func(c judge.CriterionVerdict) bool { return c.Name == "lines" && c.State == judge.Agrees }):
				t.Errorf("it has %v of %v, and its lines are right\n%s", g.Verdict.Points, g.Verdict.Of, g.Learned)
			}
			if took := time.Since(began); took > 4*time.Minute {
				t.Errorf("it took %v", took)
			}
		})
	}
}

// The test that comes with a finding fails on the program that it was found in, and passes on the right one.
func TestFindingsCanBeRun(t *testing.T) {
	tests := []struct{ program, file, command string }{
		{"py-noughts", "test_shortest.py", "python3 -m unittest -q test_shortest"},
		{"js-class", "shortest.test.js", "node --test shortest.test.js"},
		{"lua-object", "shortest.lua", "lua5.4 shortest.lua"},
		{"c-array", "shortest_test.c", "gcc -o shortest shortest_test.c && ./shortest"},
		{"cpp-four", "shortest_test.cpp", "g++ -std=c++17 -o shortest shortest_test.cpp && ./shortest"},
	}
	for _, tt := range tests {
		t.Run(tt.program, func(t *testing.T) {
			p := read(t, "testdata/"+tt.program)
			wrong := p.with(t, p.Faults[0])
			var test string
			if _, err := gradeKeeping(t, p.Game, wrong, func(e record.Evidence) error {
				if e.Call != nil && test == "" {
					test = e.Call.Test
				}
				return nil
			}); err != nil || test == "" {
				t.Fatalf("there is no test: %v", err)
			}
			for _, run := range []struct {
				files fstest.MapFS
				fails bool
			}{{wrong, true}, {p.files, false}} {
				dir := t.TempDir()
				for name, f := range run.files {
					if err := os.WriteFile(filepath.Join(dir, name), f.Data, 0o600); err != nil {
						t.Fatal(err)
					}
				}
				if err := os.WriteFile(filepath.Join(dir, tt.file), []byte(test), 0o600); err != nil {
					t.Fatal(err)
				}
				c := exec.CommandContext(t.Context(), "/bin/sh", "-c", tt.command)
				c.Dir = dir
				out, err := c.CombinedOutput()
				if failed := err != nil; failed != run.fails {
					t.Errorf("the test fails: %v, want %v\n%s\n%s", failed, run.fails, test, out)
				}
			}
		})
	}
}
