package toolchain

import (
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path"
	"slices"
	"strings"
)

// Language is one language: how its programs are found, built and run. Paths are
// those in the box, where the working folder holds the source files.
type Language struct {
	Name       string
	Extensions []string
	Mains      []string // names, without extension, of the file to start among several
	Tool       string   // the compiler or interpreter
	Package    string   // Debian's package for Tool
	Build      func(files []string) []string
	Run        func(main string) []string
	Env        []string
}

// usualMains are names that beginners give the file to start.
var usualMains = []string{"main", "game", "tictactoe", "tic_tac_toe", "tic-tac-toe", "ttt", "index", "app", "program", "play"}

// Languages lists the languages in the order in which they are looked for.
func Languages() []Language {
	return []Language{
		{
			Name: "Python", Extensions: []string{".py"}, Mains: append([]string{"__main__"}, usualMains...),
			Tool: "/usr/bin/python3", Package: "python3",
			Run: func(main string) []string { return []string{"/usr/bin/python3", main} },
			Env: []string{"PYTHONDONTWRITEBYTECODE=1"},
		},
		{
			Name: "C", Extensions: []string{".c"}, Mains: usualMains,
			Tool: "/usr/bin/gcc", Package: "gcc libc6-dev",
			Build: func(files []string) []string {
				return slices.Concat([]string{"/usr/bin/gcc", "-O1", "-o", "program"}, files, []string{"-lm"})
			},
			Run: func(string) []string { return []string{"./program"} },
		},
		{
			Name: "JavaScript", Extensions: []string{".js", ".mjs", ".cjs"}, Mains: usualMains,
			Tool: "/usr/bin/node", Package: "nodejs",
			Run: func(main string) []string { return []string{"/usr/bin/node", main} },
		},
	}
}

// Causes of a folder that holds no program to run, for errors.Is.
var (
	ErrNoProgram = errors.New("no program")
	ErrAmbiguous = errors.New("several programs")
	ErrMissing   = errors.New("not installed")
	ErrBuild     = errors.New("does not compile")
	ErrTooLarge  = errors.New("too large")
)

// detect finds the language of a folder's files, and the file to start. The
// source files of a language lie in one folder of the tree.
func detect(files []string) (Language, string, error) {
	var languages []Language
	for _, l := range Languages() {
		if slices.ContainsFunc(files, l.owns) {
			languages = append(languages, l)
		}
	}
	switch {
	case len(languages) == 0:
		return Language{}, "", fmt.Errorf("%w: no file ends in %s", ErrNoProgram, strings.Join(extensions(), ", "))
	case len(languages) > 1:
		return Language{}, "", fmt.Errorf("%w: %s and %s files lie together; hand in one program", ErrAmbiguous, languages[0].Name, languages[1].Name)
	}
	l := languages[0]
	main, err := l.main(files)
	return l, main, err
}

func extensions() []string {
	var list []string
	for _, l := range Languages() {
		list = append(list, l.Extensions...)
	}
	return list
}

func (l Language) owns(file string) bool { return slices.Contains(l.Extensions, path.Ext(file)) }

func (l Language) main(files []string) (string, error) {
	sources := slices.DeleteFunc(slices.Clone(files), func(f string) bool { return !l.owns(f) })
	if len(sources) == 1 || l.Build != nil {
		return sources[0], nil
	}
	for _, name := range l.Mains {
		for _, file := range sources {
			if strings.EqualFold(strings.TrimSuffix(path.Base(file), path.Ext(file)), name) {
				return file, nil
			}
		}
	}
	return "", fmt.Errorf("%w: which of %s starts the game? call it main%s", ErrAmbiguous, strings.Join(sources, ", "), l.Extensions[0])
}

// IsSource reports whether a file name belongs to a language Durchgang knows.
func IsSource(name string) bool {
	return slices.ContainsFunc(Languages(), func(l Language) bool { return l.owns(name) })
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

func installed(l Language) error {
	if _, err := os.Stat(l.Tool); err != nil {
		return fmt.Errorf("%w: %s programs need %s; install Debian's package %s", ErrMissing, l.Name, l.Tool, l.Package)
	}
	return nil
}
