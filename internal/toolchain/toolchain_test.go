package toolchain_test

import (
	"context"
	"errors"
	"io/fs"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"testing/fstest"
	"time"

	"durchgang/internal/sandbox"
	"durchgang/internal/toolchain"
)

func folder(files ...string) fs.FS {
	m := fstest.MapFS{}
	for i := 0; i < len(files); i += 2 {
		m[files[i]] = &fstest.MapFile{Data: []byte(files[i+1]), Mode: 0o644}
	}
	return m
}

func javaMain(class string) string {
	return "public class " + class + " { public static void main(String[] args) {} }"
}

func TestProgramIsFound(t *testing.T) {
	const c = "#include <stdio.h>\nint main(void) { return 0; }\n"
	tests := []struct {
		name           string
		folder         fs.FS
		language, says string
		cause          error
	}{
		{"one Python file", folder("ada.py", "print()"), "Python", "", nil},
		{"main among several", folder("board.py", "", "main.py", ""), "Python", "", nil},
		{"the game's name among several", folder("helper.py", "", "TicTacToe.py", ""), "Python", "", nil},
		{"in a folder of its own", folder("src/game.js", "", "README.md", ""), "JavaScript", "", nil},
		{"C in several files", folder("main.c", "int f(void); int main(void) { return f(); }", "f.c", "int f(void) { return 0; }"), "C", "", nil},
		{"a header beside it", folder("main.c", "#include \"a.h\"\nint main(void) { return A; }", "a.h", "#define A 0\n"), "C", "", nil},
		{"Java starts in the class with main", folder("Board.java", "class Board {}", "Start.java", javaMain("Start")), "Java", "", nil},
		{"Java in a package", folder("src/ttt/Start.java", "package ttt;\n"+javaMain("Start")), "Java", "", nil},
		{"two classes with main", folder("One.java", javaMain("One"), "Two.java", javaMain("Two")), "", "One.java, Two.java", toolchain.ErrAmbiguous},
		{"a compile error in Java", folder("Start.java", "class Start { int x = y; }"), "", "Start.java:1: error", toolchain.ErrBuild},
		{"Pascal with a unit", folder("game.pas", "program g; uses helper; begin help; end.", "helper.pas", "unit helper; interface procedure help; implementation procedure help; begin end; end."), "Pascal", "", nil},
		{"a compile error in Pascal", folder("game.pas", "program g;\nbegin x := 1; end."), "", "game.pas(2,7) Error", toolchain.ErrBuild},
		{"a compile error in C#", folder("Game.cs", "class Game { static void Main() { return x; } }"), "", "Game.cs(1,", toolchain.ErrBuild},
		{"C++ in two files", folder("main.cpp", "int f(); int main() { return f(); }", "f.cc", "int f() { return 0; }"), "C++", "", nil},
		{"Lua", folder("three.lua", ""), "Lua", "", nil},
		{"Ruby", folder("main.rb", "", "board.rb", ""), "Ruby", "", nil},
		{"Go", folder("main.go", "package main\n\nfunc main() {}\n"), "Go", "", nil},
		{"a compile error in Go", folder("main.go", "package main\n\nfunc main() { x() }\n"), "", "main.go:3:15: undefined: x", toolchain.ErrBuild},
		{"TypeScript", folder("game.ts", "const n: number = 1;\nconsole.log(n);\n"), "TypeScript", "", nil},
		{"a syntax error in TypeScript", folder("game.ts", "const n: number = ;\n"), "", "game.ts:1:19: error", toolchain.ErrBuild},
		{"an option of Python", folder("-c.py", "print()"), "Python", "", nil},
		{"an option of the C compiler", folder("-o.c", "int main(void) { return 0; }", "@args.c", "int f(void) { return 0; }"), "C", "", nil},
		{"an option of Java", folder("-version.java", "class Other {}\nclass Game { public static void main(String[] a) {} }"), "Java", "", nil},
		{"an option of C#", folder("-out.cs", "class Game { static void Main() {} }"), "C#", "", nil},
		{"an option of Pascal", folder("-h.pas", "program g; begin end."), "Pascal", "", nil},
		{"an option of TypeScript", folder("--help.ts", "console.log(1);\n"), "TypeScript", "", nil},
		{"capitals as Windows writes them", folder("GAME.C", "int main(void) { char *class = 0; return class != 0; }"), "C", "", nil},
		{"a name that no file can have", folder(strings.Repeat("a", 256)+".py", ""), "", "cannot have this name", toolchain.ErrName},
		{"a command", folder("command", "perl game.pl", "game.pl", "", "notes.py", ""), "command", "", nil},
		{"an empty command", folder("command", "\n"), "", "as in: perl game.pl", toolchain.ErrNoProgram},
		{"hidden files do not count", folder("game.py", "", ".cache/x.c", c, "__MACOSX/game.js", ""), "Python", "", nil},
		{"nothing", folder("notes.txt", "later"), "", "no file ends in .py", toolchain.ErrNoProgram},
		{"two languages", folder("a.py", "", "b.c", c), "", "Python and C", toolchain.ErrAmbiguous},
		{"two files, which one?", folder("eins.py", "", "zwei.py", ""), "", "eins.py, zwei.py", toolchain.ErrAmbiguous},
		{"a compile error", folder("ttt.c", "int main(void) { return x; }"), "", "ttt.c:1:25: error", toolchain.ErrBuild},
		{"a link error", folder("ttt.c", "int f(void); int main(void) { return f(); }"), "", "undefined reference", toolchain.ErrBuild},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			p, err := toolchain.Prepare(context.Background(), tt.folder, toolchain.Cache{})
			if err == nil {
				defer p.Close()
			}
			if !errors.Is(err, tt.cause) {
				t.Fatalf("error is %v, want %v", err, tt.cause)
			}
			if err == nil && p.Language != tt.language {
				t.Errorf("language is %s, want %s", p.Language, tt.language)
			}
			if err != nil && !strings.Contains(err.Error(), tt.says) {
				t.Errorf("error is %q, want %q in it", err, tt.says)
			}
		})
	}
}

// Of files whose names differ in capitals only, the one is run that is written as the language's
// programmers do, and that is told. No name is taken for an option.
func TestWhichFileIsRun(t *testing.T) {
	for name, tt := range map[string]struct {
		folder    fs.FS
		run, says string
	}{
		"the usual case":     {folder("Main.py", "", "MAIN.PY", "", "main.py", ""), "main.py", "main.py is run, and not Main.py or MAIN.PY"},
		"another extension":  {folder("Main.py", "", "MAIN.PY", ""), "Main.py", "Main.py is run, and not MAIN.PY"},
		"Java has a capital": {folder("main.java", javaMain("main"), "Main.java", javaMain("Main")), "Main", "Main.java is run, and not main.java"},
		"no choice":          {folder("main.py", "", "board.py", ""), "main.py", ""},
		"an option":          {folder("-rf.py", ""), "./-rf.py", ""},
		"one of Ruby":        {folder("-e.rb", ""), "./-e.rb", ""},
		"one of Lua":         {folder("-.lua", ""), "./-.lua", ""},
		"one of Node":        {folder("--version.js", ""), "./--version.js", ""},
	} {
		p, err := toolchain.Prepare(t.Context(), tt.folder, toolchain.Cache{})
		if err != nil {
			t.Errorf("%s: %v", name, err)
			continue
		}
		argv := p.Spec().Argv
		if argv[len(argv)-1] != tt.run || !strings.HasPrefix(p.Note, tt.says) || tt.says == "" && p.Note != "" {
			t.Errorf("%s: %q is run, and it says %q", name, argv, p.Note)
		}
		p.Close()
	}
}

// A program that waits for time to pass waits for a fraction of it, and by its own clock all of it has passed.
func TestWaitsAreShort(t *testing.T) {
	for name, program := range map[string]fs.FS{
		"Java, asleep": folder("Main.java", `public class Main { public static void main(String[] a) throws Exception {
			long t = System.currentTimeMillis(); Thread.sleep(10000); System.out.print("waited " + (System.currentTimeMillis() - t) / 10000); } }`),
		"Java, on a monitor": folder("Main.java", `public class Main { public static void main(String[] a) throws Exception {
			long t = System.nanoTime(); synchronized (a) { a.wait(10000); } System.out.print("waited " + (System.nanoTime() - t) / 10000000000L); } }`),
		"Node, in a call":   folder("main.js", `const t = Date.now(); Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 10000); process.stdout.write('waited ' + Math.floor((Date.now() - t) / 10000))`),
		"Node, by a timer":  folder("main.js", `const t = Date.now(); setTimeout(() => process.stdout.write('waited ' + Math.floor((Date.now() - t) / 9990)), 10000)`),
		"mono, in a thread": folder("main.cs", `class P { static void Main() { var t = System.DateTime.Now; System.Threading.Thread.Sleep(10000); System.Console.Write("waited " + (int)((System.DateTime.Now - t).TotalSeconds / 9.9)); } }`),
	} {
		t.Run(name, func(t *testing.T) {
			p, err := toolchain.Prepare(t.Context(), program, toolchain.Cache{})
			if err != nil {
				t.Fatal(err)
			}
			defer p.Close()
			if err := p.Hurry(); err != nil {
				t.Fatal(err)
			}
			began := time.Now()
			printed, exit, err := sandbox.Run(t.Context(), p.Spec(), 1<<10)
			if took := time.Since(began); err != nil || exit != (sandbox.Exit{}) || printed != "waited 1" || took > 5*time.Second {
				t.Errorf("it printed %q within %v and ended with %v, %v", printed, took, exit, err)
			}
		})
	}
}

// What was built once is not built again, unless a file has changed.
func TestBuildsAreKept(t *testing.T) {
	cache := toolchain.Cache{Dir: t.TempDir()}
	built := func(source string) string {
		p, err := toolchain.Prepare(t.Context(), folder("main.c", source, "note.txt", "1"), cache)
		if err != nil {
			t.Fatal(err)
		}
		defer p.Close()
		program, err := os.ReadFile(filepath.Join(p.Spec().Dir, "program"))
		if err != nil {
			t.Fatal(err)
		}
		return string(program)
	}
	const one, two = "int main(void) { return 1; }", "int main(void) { return 2; }"
	built(one)
	kept, err := filepath.Glob(filepath.Join(cache.Dir, "builds", "*", "program"))
	if err != nil || len(kept) != 1 {
		t.Fatalf("%d builds are kept: %v", len(kept), err)
	}
	if err := os.WriteFile(kept[0], []byte("kept"), 0o755); err != nil {
		t.Fatal(err)
	}
	if got := built(one); got != "kept" {
		t.Error("the program was built again")
	}
	if got := built(two); got == "kept" {
		t.Error("another program was taken from the cache")
	}
}
