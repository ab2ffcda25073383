package toolchain

import (
	"cmp"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"os/exec"
	"path"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"sync"
)

// Language is one language: how its programs are found, built and run. Paths are
// those in the box, where the working folder holds the source files.
type Language struct {
	Name       string
	Extensions []string
	File       string         // a file that makes a folder this language, whatever else lies there
	Starts     *regexp.Regexp // what stands in the file that starts the program, where that tells
	Mains      []string       // names, without extension, of the file to start among several
	Capital    bool           // such names begin with a capital
	Tool       string         // the compiler or interpreter
	Runner     string         // what runs a compiled program, where that is another tool
	Package    string         // Debian's packages for the tools
	Version    []string       // prints the version
	Build      func(files []string, main Source) []string
	Run        func(main Source) []string
	Env        []string
	Shown      []string // files of the system outside /usr that the tools read
	Waits      bool     // programs wait for time to pass in other ways than by a system call for just that
	Warm       string   // a program whose build leaves behind what other builds use again, in CacheDir
}

// Source is the file that starts a program.
type Source struct {
	Path string
	Text string
}

// stem is the file's name without its folder and extension.
func (s Source) stem() string { return strings.TrimSuffix(path.Base(s.Path), path.Ext(s.Path)) }

// argument is a file as a compiler or interpreter takes it for one, and not for an option or
// for a list of arguments.
func argument(file string) string {
	if strings.HasPrefix(file, "-") || strings.HasPrefix(file, "@") {
		return "./" + file
	}
	return file
}

// usualMains are names that beginners give the file to start.
var usualMains = []string{"main", "game", "tictactoe", "tic_tac_toe", "tic-tac-toe", "ttt", "index", "app", "program", "play"}

// interpreted returns how an interpreter runs a file.
func interpreted(tool string, flags ...string) func(Source) []string {
	return func(main Source) []string { return slices.Concat([]string{tool}, flags, []string{main.Path}) }
}

// compiled returns how a compiler makes the file program of all sources.
func compiled(command []string, after ...string) func([]string, Source) []string {
	return func(files []string, _ Source) []string { return slices.Concat(command, files, after) }
}

// itself runs what a compiler has made.
func itself(Source) []string { return []string{"./program"} }

// class is the full name of the class in a file of Java that starts the program: the one with
// the file's name, else the last one before main.
func class(main Source) string {
	name := main.stem()
	before := main.Text
	if at := javaMain.FindStringIndex(main.Text); at != nil {
		before = main.Text[:at[0]]
	}
	classes := javaClass.FindAllStringSubmatch(before, -1)
	if len(classes) > 0 && !slices.ContainsFunc(classes, func(m []string) bool { return m[1] == name }) {
		name = classes[len(classes)-1][1]
	}
	if m := javaPackage.FindStringSubmatch(main.Text); m != nil {
		return m[1] + "." + name
	}
	return name
}

var (
	javaPackage = regexp.MustCompile(`(?m)^\s*package\s+([\w.]+)\s*;`)
	javaClass   = regexp.MustCompile(`\b(?:class|interface|enum|record)\s+(\w+)`)
	javaMain    = regexp.MustCompile(`static\s+(final\s+)?void\s+main\s*\(`)
)

// Languages lists the languages in the order in which they are looked for.
func Languages() []Language {
	return []Language{
		{
			Name: "Python", Extensions: []string{".py"}, Mains: append([]string{"__main__"}, usualMains...),
			Tool: "/usr/bin/python3", Package: "python3", Version: []string{"/usr/bin/python3", "--version"},
			Run: interpreted("/usr/bin/python3"), Env: []string{"PYTHONDONTWRITEBYTECODE=1"},
		},
		{
			Name: "C", Extensions: []string{".c"}, Mains: usualMains,
			Tool: "/usr/bin/gcc", Package: "gcc libc6-dev", Version: []string{"/usr/bin/gcc", "--version"},
			Build: compiled([]string{"/usr/bin/gcc", "-O1", "-o", "program", "-x", "c"}, "-x", "none", "-lm"), Run: itself,
		},
		{
			Name: "C++", Extensions: []string{".cpp", ".cc", ".cxx"}, Mains: usualMains,
			Tool: "/usr/bin/g++", Package: "g++", Version: []string{"/usr/bin/g++", "--version"},
			Build: compiled([]string{"/usr/bin/g++", "-O1", "-std=c++17", "-o", "program", "-x", "c++"}), Run: itself,
		},
		{
			Waits: true, Name: "JavaScript", Extensions: []string{".js", ".mjs", ".cjs"}, Mains: usualMains,
			Tool: "/usr/bin/node", Package: "nodejs", Version: []string{"/usr/bin/node", "--version"},
			Run: interpreted("/usr/bin/node"),
		},
		{
			Waits: true, Name: "TypeScript", Extensions: []string{".ts"}, Mains: usualMains,
			Tool: "/usr/share/nodejs/typescript/lib/typescript.js", Runner: "/usr/bin/node", Package: "node-typescript nodejs",
			Version: []string{"/usr/bin/node", "-p", "'TypeScript ' + require('/usr/share/nodejs/typescript').version"},
			Build:   compiled([]string{"/usr/bin/node", "-e", stripTypes}),
			Run: func(main Source) []string {
				return []string{"/usr/bin/node", strings.TrimSuffix(main.Path, path.Ext(main.Path)) + ".js"}
			},
		},
		{
			Name: "Go", Extensions: []string{".go"}, Mains: usualMains, Starts: regexp.MustCompile(`(?m)^func main\(\)`),
			Tool: goRoot() + "/bin/go", Package: "golang-go", Version: []string{goRoot() + "/bin/go", "version"},
			Build: compiled([]string{goRoot() + "/bin/go", "build", "-o", "program"}), Run: itself,
			Env: []string{
				"GOCACHE=" + boxCache, "CGO_ENABLED=0", "GOTOOLCHAIN=local", "GOFLAGS=-mod=mod", "GOPROXY=off", "GOTELEMETRY=off",
			},
			Shown: []string{goRoot()}, Warm: warmGo,
		},
		{
			Waits: true, Name: "Java", Capital: true, Extensions: []string{".java"}, Mains: usualMains, Starts: javaMain,
			Tool: "/usr/bin/javac", Runner: "/usr/bin/java", Package: "default-jdk-headless", Version: []string{"/usr/bin/javac", "-version"},
			Build: compiled([]string{"/usr/bin/javac", "-J-Xmx256m", "-encoding", "UTF-8", "-d", "."}),
			Run: func(main Source) []string {
				return []string{
					"/usr/bin/java", "-Xmx128m", "-XX:+UseSerialGC", "-XX:TieredStopAtLevel=1", "-Xshare:auto", "-cp", ".",
					class(main),
				}
			},
			Shown: []string{"/etc/java-*"},
		},
		{
			Waits: true, Name: "C#", Capital: true, Extensions: []string{".cs"}, Mains: usualMains,
			Tool: "/usr/bin/mcs", Runner: "/usr/bin/mono", Package: "mono-mcs mono-runtime libmono-system-core4.0-cil", Version: []string{"/usr/bin/mono", "--version"},
			Build: compiled([]string{"/usr/bin/mcs", "-out:program.exe"}),
			Run:   func(Source) []string { return []string{"/usr/bin/mono", "program.exe"} },
			Shown: []string{"/etc/mono"},
		},
		{
			Name: "Pascal", Extensions: []string{".pas", ".pp"}, Mains: usualMains, Starts: regexp.MustCompile(`(?im)^\s*program\s+\w+`),
			Tool: "/usr/bin/fpc", Package: "fp-compiler fp-units-rtl", Version: []string{"/usr/bin/fpc", "-iV"},
			Build: func(_ []string, main Source) []string {
				return []string{"/usr/bin/fpc", "-O1", "-v0ew", "-oprogram", main.Path}
			},
			Run: itself, Shown: []string{"/etc/fpc*"},
		},
		{
			Name: "Lua", Extensions: []string{".lua"}, Mains: usualMains,
			Tool: "/usr/bin/lua5.4", Package: "lua5.4", Version: []string{"/usr/bin/lua5.4", "-v"},
			Run: interpreted("/usr/bin/lua5.4"),
		},
		{
			Name: "Ruby", Extensions: []string{".rb"}, Mains: usualMains,
			Tool: "/usr/bin/ruby", Package: "ruby", Version: []string{"/usr/bin/ruby", "--version"},
			Run: interpreted("/usr/bin/ruby"),
		},
		{
			Name: "command", File: commandFile, Tool: "/usr/bin/env", Package: "coreutils", Version: []string{"/usr/bin/env", "--version"},
			Run: func(main Source) []string {
				return append([]string{"/usr/bin/env", "--"}, strings.Fields(main.Text)...)
			},
		},
	}
}

// commandFile holds the command that runs a program of any other language, in words
// divided by blanks: perl game.pl
const commandFile = "command"

// stripTypes turns each file of TypeScript into one of JavaScript beside it.
const stripTypes = `
const ts = require('/usr/share/nodejs/typescript'), fs = require('fs');
let wrong = 0;
for (const name of process.argv.slice(1)) {
  const out = ts.transpileModule(fs.readFileSync(name, 'utf8'), { fileName: name, reportDiagnostics: true,
    compilerOptions: { target: 'es2021', module: 'commonjs', esModuleInterop: true } });
  for (const d of out.diagnostics) {
    const at = d.file.getLineAndCharacterOfPosition(d.start);
    console.log(name + ':' + (at.line + 1) + ':' + (at.character + 1) + ': error: ' + ts.flattenDiagnosticMessageText(d.messageText, ' '));
    wrong = 1;
  }
  fs.writeFileSync(name.replace(/ts$/i, 'js'), out.outputText);
}
process.exit(wrong);`

// goRoot is where Go lies: the one on the PATH, else Debian's.
var goRoot = sync.OnceValue(func() string {
	tool, err := exec.LookPath("go")
	if err == nil {
		tool, err = filepath.EvalSymlinks(tool)
	}
	if err != nil {
		return "/usr/lib/go"
	}
	return filepath.Dir(filepath.Dir(tool))
})

// warmGo uses the packages that beginners' programs do.
const warmGo = `package main

import (
	_ "bufio"
	_ "bytes"
	_ "encoding/json"
	_ "errors"
	_ "fmt"
	_ "io"
	_ "maps"
	_ "math"
	_ "math/rand"
	_ "net/url"
	_ "os"
	_ "reflect"
	_ "regexp"
	_ "slices"
	_ "sort"
	_ "strconv"
	_ "strings"
	_ "time"
	_ "unicode"
)

func main() {}
`

// Causes of a folder that holds no program to run, for errors.Is.
var (
	ErrNoProgram = errors.New("no program")
	ErrAmbiguous = errors.New("several programs")
	ErrMissing   = errors.New("not installed")
	ErrBuild     = errors.New("does not compile")
	ErrTooLarge  = errors.New("too large")
	ErrName      = errors.New("a file cannot have this name, or lies beside another of it")
)

// detect finds the language of a folder's files.
func detect(files []string) (Language, error) {
	var languages []Language
	for _, l := range Languages() {
		if l.File != "" && slices.Contains(files, l.File) {
			return l, nil
		}
		if slices.ContainsFunc(files, l.Owns) {
			languages = append(languages, l)
		}
	}
	switch {
	case len(languages) == 0:
		return Language{}, fmt.Errorf("%w: no file ends in %s", ErrNoProgram, strings.Join(extensions(), ", "))
	case len(languages) > 1:
		return Language{}, fmt.Errorf(
			"%w: %s and %s files lie together; hand in one program", ErrAmbiguous, languages[0].Name, languages[1].Name,
		)
	}
	return languages[0], nil
}

func extensions() []string {
	var list []string
	for _, l := range Languages() {
		list = append(list, l.Extensions...)
	}
	return list
}

// Owns reports whether a file belongs to the language.
func (l Language) Owns(file string) bool {
	return slices.Contains(l.Extensions, strings.ToLower(path.Ext(file))) || l.File != "" && path.Base(file) == l.File
}

// main finds the file that starts the program: the only one, or the only one that says
// so, or the one with a usual name.
// Where several differ in the case of letters alone, it is the one in the case that the
// language's programmers use, and the note says so.
func (l Language) main(folder fs.FS, files []string) (main Source, note string, err error) {
	if l.File != "" {
		text, err := fs.ReadFile(folder, l.File)
		if err == nil && len(strings.Fields(string(text))) == 0 {
			err = fmt.Errorf(
				"%w: the file %s is empty; it holds the command that runs the program, as in: perl game.pl",
				ErrNoProgram,
				l.File,
			)
		}
		return Source{Path: l.File, Text: string(text)}, "", err
	}
	var sources []Source
	for _, file := range files {
		if l.Owns(file) {
			text, err := fs.ReadFile(folder, file)
			if err != nil {
				return Source{}, "", err
			}
			sources = append(sources, Source{Path: file, Text: string(text)})
		}
	}
	if l.Starts != nil {
		if starting := slices.DeleteFunc(slices.Clone(sources), func(s Source) bool { return !l.Starts.MatchString(s.Text) }); len(
			starting,
		) > 0 {
			sources = starting
		}
	}
	if len(sources) == 1 || l.Build != nil && l.Starts == nil {
		return sources[0], "", nil
	}
	for _, name := range l.Mains {
		if named := slices.DeleteFunc(slices.Clone(sources), func(s Source) bool { return !strings.EqualFold(s.stem(), name) }); len(
			named,
		) > 0 {
			main, note = l.choose(named, name)
			return main, note, nil
		}
	}
	names := make([]string, len(sources))
	for i, s := range sources {
		names[i] = s.Path
	}
	return Source{}, "", fmt.Errorf(
		"%w: which of %s starts the game? call it main%s", ErrAmbiguous, strings.Join(names, ", "), l.Extensions[0],
	)
}

// choose takes the file whose name is written as the language's programmers do, and says so
// where there are others.
func (l Language) choose(named []Source, name string) (Source, string) {
	if l.Capital {
		name = strings.ToUpper(name[:1]) + name[1:]
	}
	off := func(s Source) (letters int) { // in another case than in the usual name
		base := path.Base(s.Path)
		for i, r := range strings.TrimSuffix(base, path.Ext(base)) + strings.ToLower(path.Ext(base)) {
			if i < len(name) && r != rune(name[i]) || i >= len(name) && r != rune(base[i]) {
				letters++
			}
		}
		return letters
	}
	sorted := slices.SortedStableFunc(slices.Values(named), func(a, b Source) int {
		return cmp.Or(
			cmp.Compare(off(a), off(b)),
			cmp.Compare(strings.Count(a.Path, "/"), strings.Count(b.Path, "/")),
			strings.Compare(a.Path, b.Path),
		)
	})
	if len(sorted) == 1 {
		return sorted[0], ""
	}
	var others []string
	for _, s := range sorted[1:] {
		others = append(others, s.Path)
	}
	return sorted[0], fmt.Sprintf(
		"%s is run, and not %s, whose name differs in capitals or folder only",
		sorted[0].Path,
		strings.Join(others, " or "),
	)
}

// IsSource reports whether a file name belongs to a language Durchgang knows, or to a page.
func IsSource(name string) bool {
	if end := strings.ToLower(path.Ext(name)); end == ".html" || end == ".htm" {
		return true
	}
	return slices.ContainsFunc(Languages(), func(l Language) bool { return l.Owns(name) })
}

// files lists the regular files under a folder that matter for a program.
func files(folder fs.FS) ([]string, error) {
	var list []string
	err := fs.WalkDir(folder, ".", func(name string, d fs.DirEntry, err error) error {
		switch {
		case err != nil:
			return err
		case name != "." && d.IsDir() && ignored(d.Name()):
			return fs.SkipDir
		case d.Type().IsRegular() && !ignored(d.Name()):
			list = append(list, name)
		}
		return nil
	})
	return list, err
}

func ignored(name string) bool {
	return strings.HasPrefix(name, ".") || name == "__pycache__" || name == "node_modules" || name == "__MACOSX"
}

// Missing returns the tools of a language that the machine lacks.
func (l Language) Missing() []string {
	var missing []string
	for _, tool := range []string{l.Tool, l.Runner} {
		if _, err := os.Stat(tool); tool != "" && err != nil {
			missing = append(missing, tool)
		}
	}
	return missing
}

func installed(l Language) error {
	if missing := l.Missing(); len(missing) > 0 {
		return fmt.Errorf("%w: %s programs need %s; install Debian's %s", ErrMissing, l.Name, strings.Join(missing, " and "), l.Package)
	}
	return nil
}
