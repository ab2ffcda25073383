// Package driver puts a small program beside a student's, in the same language, that calls
// its functions one after the other. What the student prints goes elsewhere than what the
// functions return.
//
// A driver reads a line with the settings in JSON, one with how many answers it may hold back,
// and one for each call, the function's number and what it takes. What is left to read the
// program does not see. It answers each call with a line: "= " and the result in JSON, "! " and
// what went wrong, or "? " and the name of a function that is not there.
//
// Read Prepare first.
package driver

import (
	"context"
	"embed"
	"encoding/json"
	"errors"
	"fmt"
	"io/fs"
	"path"
	"regexp"
	"slices"
	"strings"
	"testing/fstest"

	"durchgang/core/calls"
	"durchgang/internal/toolchain"
)

//go:embed source
var sources embed.FS

// Name is what a driver's file is called, without its extension.
const Name = "durchgang_driver"

// Errors of programs whose functions cannot be called, for errors.Is.
var (
	ErrLanguage = errors.New("functions are called in Python, JavaScript, Java, C and Go")
	ErrNoCall   = errors.New("the program has none of the functions")
)

// Prepare builds a student's program together with its driver. Errors are those of
// toolchain.Prepare, ErrLanguage and ErrNoCall.
func Prepare(ctx context.Context, folder fs.FS, s calls.Settings, cache toolchain.Cache) (*Program, error) {
	l, files, err := toolchain.Find(folder)
	if err != nil {
		return nil, err
	}
	made := maker{settings: s, texts: map[string]string{}}
	together := fstest.MapFS{}
	for _, name := range files {
		data, err := fs.ReadFile(folder, name)
		if err != nil {
			return nil, fmt.Errorf("read the program: %w", err)
		}
		together[name] = &fstest.MapFile{Data: data, Mode: 0o644}
		if l.Owns(name) {
			made.files, made.texts[name] = append(made.files, name), string(data)
		}
	}
	if !made.defines() {
		return nil, fmt.Errorf("%w: %s", ErrNoCall, strings.Join(names(s), ", "))
	}
	name, text, err := made.driver(&l)
	if err != nil {
		return nil, err
	}
	together[name] = &fstest.MapFile{Data: []byte(text), Mode: 0o644}
	program, err := toolchain.PrepareAs(ctx, together, l, name, cache)
	if err != nil {
		return nil, err
	}
	s.Files = made.loaded()
	settings, err := json.Marshal(s)
	return &Program{program, string(settings)}, err
}

// Program is a program with its driver.
type Program struct {
	*toolchain.Program
	Settings string // the line that the driver reads first
}

func names(s calls.Settings) []string {
	list := make([]string, len(s.Calls))
	for i, c := range s.Calls {
		list[i] = c.Name
	}
	return list
}

// maker makes the driver of one program.
type maker struct {
	settings calls.Settings
	files    []string // sources
	texts    map[string]string
}

// loaded are the sources in the order in which a driver loads them: those with the functions
// last.
func (m maker) loaded() []string {
	files := slices.Clone(m.files)
	slices.SortStableFunc(files, func(a, b string) int { return m.calls(a) - m.calls(b) })
	return files
}

// calls is how many of the functions a file seems to define.
func (m maker) calls(file string) int {
	n := 0
	for _, c := range m.settings.Calls {
		if regexp.MustCompile(`\b` + c.Name + `\s*[(=:]`).MatchString(m.texts[file]) {
			n++
		}
	}
	return n
}

// defines reports whether one of the functions seems to be defined anywhere.
func (m maker) defines() bool {
	return slices.ContainsFunc(m.files, func(f string) bool { return m.calls(f) > 0 })
}

// driver returns the driver's file, and changes how the language is built and run.
func (m maker) driver(l *toolchain.Language) (name, text string, err error) {
	l.Starts = nil
	read := func(file string) string {
		text, err := sources.ReadFile("source/" + file)
		if err != nil {
			panic(err) // the sources are part of the program
		}
		return string(text)
	}
	switch l.Name {
	case "Python":
		return Name + ".py", read("driver.py"), nil
	case "JavaScript":
		return Name + ".js", read("driver.js"), nil
	case "Java":
		return "DurchgangDriver.java", m.java(read("DurchgangDriver.java")), nil
	case "Go":
		return path.Join(path.Dir(m.files[0]), Name+".go"), m.goSource(read("driver.go.txt")), nil
	case "C":
		l.Build = buildC
		return Name + ".c", m.c(read("driver.c.txt")), nil
	}
	return "", "", fmt.Errorf("%w, not in %s", ErrLanguage, l.Name)
}

// buildC compiles the program with another name for its main, and links the driver's.
func buildC(files []string, _ toolchain.Source) []string {
	const script = `driver=$1; shift; objects=; n=0
for file; do n=$((n+1)); /usr/bin/gcc -O1 -Dmain=student_main -c "$file" -o durchgang-$n.o || exit 1; objects="$objects durchgang-$n.o"; done
exec /usr/bin/gcc -O1 -std=gnu17 -w -o program "$driver" $objects -lm`
	driver := Name + ".c"
	others := slices.DeleteFunc(slices.Clone(files), func(f string) bool { return f == driver })
	return slices.Concat([]string{"/bin/sh", "-c", script, "sh", driver}, others)
}

func (m maker) java(text string) string {
	quoted := func(list []string) string {
		for i, s := range list {
			list[i] = fmt.Sprintf("%q", s)
		}
		return strings.Join(list, ", ")
	}
	var takes []string
	for _, c := range m.settings.Calls {
		takes = append(takes, "{"+quoted(slices.Clone(c.Takes))+"}")
	}
	cells := make([]string, len(m.settings.Cells))
	for i, c := range m.settings.Cells {
		switch c := c.(type) {
		case nil:
			cells[i] = "null"
		case string:
			cells[i] = fmt.Sprintf("%q", c)
		default:
			cells[i] = fmt.Sprint(c)
		}
	}
	return strings.NewReplacer("@layout@", m.settings.Layout, "@cols@", fmt.Sprint(m.settings.Cols), "@cells@", strings.Join(cells, ", "),
		"@names@", quoted(names(m.settings)), "@takes@", strings.Join(takes, ", ")).Replace(text)
}

func (m maker) goSource(text string) string {
	all := strings.Join(m.all(), "\n")
	var b strings.Builder
	for _, c := range m.settings.Calls {
		call := c.Name
		if !regexp.MustCompile(`(?m)^func ` + c.Name + `\(`).MatchString(all) {
			call = "nil"
		}
		fmt.Fprintf(&b, "\t{%q, %s, %#v},\n", c.Name, call, c.Takes)
	}
	text = strings.Replace(text, "@functions@", b.String(), 1)
	if !regexp.MustCompile(`(?m)^func main\(`).MatchString(all) {
		text += "\nfunc main() {}\n"
	}
	return text
}

func (m maker) all() []string {
	list := make([]string, len(m.files))
	for i, f := range m.files {
		list[i] = m.texts[f]
	}
	return list
}
