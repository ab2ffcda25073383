// Package driver puts a small program beside a student's, in the same language, that calls what the student has defined.
// What the student prints goes elsewhere than what is returned.
//
// A driver reads a line with settings in JSON: the files to load, and how many answers it may hold back. Then each line is
// a request in JSON, which is answered by a line: "= " and a value, "! " and a calls.Failure, or "? " and a name that is
// not there. Package calls says what values look like. The requests are
//
//	outline  what the program defines, a calls.Outline, in languages that tell it when they run
//	members  what the game that is held has
//	call     a function by its name, a constructor by the class's, or with "on" a method of the game; with "keep" the
//	         result becomes the game, with "back" the answer is a list of the result and the arguments afterwards
//	get      a variable by its name, or with "on" a field of the game; * is all of them
//	text     the game as a text
//	fresh    the end of a script: all that follows finds the program as it was when it had just been loaded
//
// Nothing is sent after fresh until it has been answered.
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
	"maps"
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

const header = "durchgang_driver.hpp"

// Errors of programs whose functions cannot be called, for errors.Is.
var (
	ErrLanguage  = errors.New("functions are called in Python, JavaScript, TypeScript, Java, C, C++, C#, Go, Ruby, Lua and Pascal")
	ErrNotCalled = errors.New("the program can be built, but Durchgang has found no way to call it")
)

// Program is a program with its driver.
type Program struct {
	*toolchain.Program
	Files   []string       // to load
	Outline *calls.Outline // what it defines; nil where the driver tells when it runs
}

// Prepare builds a student's program together with its driver. Errors are those of toolchain.Prepare and ErrLanguage.
func Prepare(ctx context.Context, folder fs.FS, cache toolchain.Cache) (*Program, error) {
	l, files, err := toolchain.Find(folder)
	if err != nil {
		return nil, err
	}
	m := maker{texts: map[string]string{}, together: fstest.MapFS{}}
	for _, name := range files {
		data, err := fs.ReadFile(folder, name)
		if err != nil {
			return nil, fmt.Errorf("read the program: %w", err)
		}
		m.add(name, string(data))
		if l.Owns(name) {
			m.files, m.texts[name] = append(m.files, name), string(data)
		}
	}
	slices.SortStableFunc(m.files, func(a, b string) int { return m.runs(a) - m.runs(b) })
	made := &Program{Files: m.files}
	l.Starts = nil
	start := ""
	switch l.Name {
	case "Python", "JavaScript", "Ruby", "Lua":
		start = Name + path.Ext(m.files[0])
		if l.Name == "JavaScript" {
			start = Name + ".js"
		}
		m.add(start, source("driver"+path.Ext(start)))
	case "TypeScript":
		start = Name + ".ts"
		m.add(Name+".js", source("driver.js"))
		l.Build = typescript(l.Build)
		made.Files = slices.Clone(m.files)
		for i, f := range made.Files {
			made.Files[i] = strings.TrimSuffix(f, path.Ext(f)) + ".js"
		}
	case "Java":
		start = "DurchgangDriver.java"
		m.add(start, source(start))
		l.Build = func(files []string, _ toolchain.Source) []string {
			return append([]string{"/usr/bin/javac", "-J-Xmx256m", "-encoding", "UTF-8", "-parameters", "-g", "-nowarn", "-d", "."}, files...)
		}
		run := l.Run
		l.Run = func(main toolchain.Source) []string {
			argv := run(main)
			return slices.Insert(argv, 1, "-Djava.security.manager=allow")
		}
	case "C#":
		start = "DurchgangDriver.cs"
		m.add(start, source(start))
		l.Build = func(files []string, _ toolchain.Source) []string {
			return append([]string{"/usr/bin/mcs", "-langversion:latest", "-nowarn:0169", "-main:DurchgangDriver", "-out:program.exe"}, files...)
		}
	case "Go":
		start = path.Join(path.Dir(m.files[0]), Name+".go")
		text, o, err := m.goSource(source("driver.go.txt"))
		if err != nil {
			return nil, fmt.Errorf("%w:\n%w", toolchain.ErrBuild, err)
		}
		made.Outline = &o
		for _, f := range m.files {
			m.add(f, goPackage.ReplaceAllString(m.texts[f], "package main"))
		}
		m.add(start, text)
	case "C", "C++":
		if start, made.Outline, err = m.native(ctx, &l, cache); err != nil {
			return nil, err
		}
	case "Pascal":
		start = Name + ".pas"
		text, o := m.pascal(source("driver.pas.txt"))
		made.Outline = &o
		m.add(start, text)
	default:
		return nil, fmt.Errorf("%w, not in %s", ErrLanguage, l.Name)
	}
	made.Program, err = toolchain.PrepareAs(ctx, m.together, l, start, cache)
	if made.Outline != nil && (l.Name == "C" || l.Name == "C++") && errors.Is(err, toolchain.ErrBuild) {
		err = fmt.Errorf("%w: %s", ErrNotCalled, err) // the program alone has been built
	}
	return made, err
}

// Settings are the first line that a driver reads; hold is how many answers it may hold back.
func (p *Program) Settings(hold int) string {
	text, err := json.Marshal(map[string]any{"files": p.Files, "hold": hold})
	if err != nil {
		panic(err) // names and a number are JSON
	}
	return string(text)
}

func source(file string) string {
	text, err := sources.ReadFile("source/" + file)
	if err != nil {
		panic(err) // the sources are part of the program
	}
	return string(text)
}

// maker makes the driver of one program.
type maker struct {
	files    []string // sources, those that play when they are loaded last
	texts    map[string]string
	together fstest.MapFS
}

func (m maker) add(name, text string) {
	m.together[name] = &fstest.MapFile{Data: []byte(text), Mode: 0o644}
}

// runs is 1 for a source that seems to play a game when it is loaded.
func (m maker) runs(file string) int {
	if regexp.MustCompile(`(?m)^(while|for)\b|^\w*\s*=?\s*(input|prompt|gets|io\.read)\b`).MatchString(m.texts[file]) {
		return 1
	}
	return 0
}

// typescript builds all files but the driver, which is no TypeScript.
func typescript(build func([]string, toolchain.Source) []string) func([]string, toolchain.Source) []string {
	return func(files []string, main toolchain.Source) []string {
		return build(slices.DeleteFunc(slices.Clone(files), func(f string) bool { return path.Base(f) == Name+".ts" }), main)
	}
}

// Flags by which programs in C and C++ are built: so that all that they define is there, whether it is used or not.
var nativeFlags = []string{"-g", "-O0", "-w", "-fno-eliminate-unused-debug-types", "-fno-eliminate-unused-debug-symbols", "-fkeep-inline-functions", "-fkeep-static-functions", "-Dmain=student_main"}

// native makes the driver of a program in C or C++: from the debugging information of what a first build makes.
func (m maker) native(ctx context.Context, l *toolchain.Language, cache toolchain.Cache) (start string, o *calls.Outline, err error) {
	first := *l
	compiler := []string{"/usr/bin/gcc"}
	if l.Name == "C++" {
		compiler = []string{"/usr/bin/g++", "-std=c++17"}
	}
	const each = `n=0
for file; do n=$((n+1)); %s -c "$file" -o "durchgang-$n.o" || exit 1; done`
	command := strings.Join(slices.Concat(compiler, nativeFlags), " ")
	first.Build = func(files []string, _ toolchain.Source) []string {
		return append([]string{"/bin/sh", "-c", fmt.Sprintf(each, command), "sh"}, files...)
	}
	built, err := toolchain.PrepareAs(ctx, m.together, first, m.files[0], cache)
	if err != nil {
		return "", nil, err
	}
	defer built.Close()
	var objects [][]byte
	for i := range m.files {
		object, err := built.File(fmt.Sprintf("durchgang-%d.o", i+1))
		if err != nil {
			return "", nil, err
		}
		objects = append(objects, object)
	}
	n, err := readNative(objects, slices.Collect(maps.Keys(m.together)))
	if err != nil {
		return "", nil, err
	}
	m.add(header, source("driver.hpp"))
	start = Name + ".cpp"
	if l.Name == "C++" {
		m.add(start, n.cpp(m.files))
		l.Build = func(_ []string, main toolchain.Source) []string {
			return []string{"/usr/bin/g++", "-O0", "-std=c++17", "-w", "-fno-access-control", "-o", "program", main.Path}
		}
		return start, &n.outline, nil
	}
	m.add(start, n.c())
	const link = `driver=$1; shift; n=0; objects=
for file; do n=$((n+1)); %s -c "$file" -o "durchgang-$n.o" && /usr/bin/objcopy %s "durchgang-$n.o" || exit 1
objects="$objects durchgang-$n.o"; done
exec /usr/bin/g++ -O0 -std=c++17 -w -Wl,--allow-multiple-definition -o program "$driver" $objects -lm`
	var global []string
	for _, f := range n.functions {
		global = append(global, "--globalize-symbol="+f.symbol)
	}
	for _, v := range n.variables {
		global = append(global, "--globalize-symbol="+v.name)
	}
	l.Build = func(files []string, main toolchain.Source) []string {
		return append([]string{"/bin/sh", "-c", fmt.Sprintf(link, command, strings.Join(global, " ")), "sh", main.Path}, files...)
	}
	return start, &n.outline, nil
}
