package core_test

import (
	"io/fs"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"

	"durchgang/core/games"
)

// layers lists for each package of ours the packages of ours it may depend on, as
// prefixes, besides itself. Imports point one way: cli, server → office → tournament → grading →
// channel, driver → sandbox, toolchain → core, and office → store.
var layers = map[string][]string{
	"core":                       {"core"},
	"internal/sandbox":           {"internal/scratch"},
	"internal/cluster":           {},
	"internal/scratch":           {},
	"internal/portion":           {},
	"internal/account":           {},
	"internal/roster":            {"core", "internal/record"},
	"docs":                       {},
	"scripts":                    {},
	"internal/backup":            {"internal/cluster", "internal/scratch"},
	"internal/toolchain":         {"internal/sandbox", "internal/scratch"},
	"internal/record":            {"core"},
	"internal/report":            {"core", "internal/record"},
	"internal/surface":           {"core"},
	"internal/browser":           {"core", "internal/surface", "internal/sandbox", "internal/scratch"},
	"internal/window":            {"core", "internal/surface", "internal/sandbox", "internal/scratch"},
	"internal/channel":           {"core", "internal/browser", "internal/surface", "internal/window", "internal/sandbox", "internal/scratch"},
	"internal/store":             {"core", "internal/record"},
	"internal/grading":           {"core", "internal/record", "internal/browser", "internal/surface", "internal/window", "internal/channel", "internal/sandbox", "internal/toolchain", "internal/driver", "internal/scratch"},
	"internal/tournament":        {"core", "internal/record", "internal/grading", "internal/browser", "internal/surface", "internal/window", "internal/channel", "internal/sandbox", "internal/toolchain", "internal/driver", "internal/scratch"},
	"internal/queue":             {"core", "internal/record", "internal/store"},
	"internal/worker":            {"core", "internal/record", "internal/store", "internal/queue", "internal/grading", "internal/tournament", "internal/browser", "internal/surface", "internal/window", "internal/channel", "internal/sandbox", "internal/toolchain", "internal/driver", "internal/scratch"},
	"internal/office":            {"internal/queue", "internal/worker", "core", "docs", "internal/account", "internal/roster", "internal/record", "internal/grading", "internal/tournament", "internal/browser", "internal/surface", "internal/window", "internal/channel", "internal/store", "internal/report", "internal/sandbox", "internal/toolchain", "internal/driver", "internal/scratch"},
	"internal/driver":            {"core", "internal/sandbox", "internal/toolchain", "internal/scratch"},
	"internal/client":            {"core", "internal/record"},
	"internal/server/servertest": {"core", "docs", "internal"},
	"internal/server":            {"internal/queue", "internal/worker", "core", "docs", "internal/account", "internal/roster", "internal/record", "internal/grading", "internal/tournament", "internal/office", "internal/browser", "internal/surface", "internal/window", "internal/channel", "internal/store", "internal/report", "internal/sandbox", "internal/toolchain", "internal/driver", "internal/scratch"},
	"internal/cli":               {"core", "docs", "internal"},
	"console":                    {},
	"cmd/durchgang":              {"core", "docs", "internal", "console"},
}

// pure is what core may import besides the standard library and itself: it computes
// only, with numbers, and reads its own text forms.
var pure = []string{"github.com/goccy/go-yaml", "gonum.org/v1/gonum"}

// impure are packages of the standard library that bring files, a network or printing
// into the core.
var impure = []string{"os", "os/exec", "net", "net/http", "log", "log/slog"}

// clock matches what brings a clock into the core. A time that is read from a text is
// only a value.
var clock = regexp.MustCompile(`\btime\.(Now|Since|Until|Sleep|After|AfterFunc|Tick|NewTimer|NewTicker|Local|LoadLocation)\b`)

func TestCoreHasNoClock(t *testing.T) {
	err := filepath.WalkDir(".", func(name string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || !strings.HasSuffix(name, ".go") || strings.HasSuffix(name, "_test.go") {
			return err
		}
		text, err := os.ReadFile(name)
		if found := clock.Find(text); found != nil {
			t.Errorf("%s asks the clock: %s", name, found)
		}
		return err
	})
	if err != nil {
		t.Fatal(err)
	}
}

// list runs go list. The sources are looked at here too, so that a change of one makes
// the test run again: what another process reads, the cache of test results does not
// know of.
func list(t *testing.T, args ...string) []string {
	t.Helper()
	for _, dir := range []string{".", "../internal", "../cmd"} {
		if err := filepath.WalkDir(dir, func(_ string, d fs.DirEntry, err error) error {
			if err == nil && d.IsDir() {
				_, err = d.Info()
			}
			return err
		}); err != nil {
			t.Fatal(err)
		}
	}
	out, err := exec.Command("go", append([]string{"list"}, args...)...).Output()
	if err != nil {
		t.Fatalf("go list %v: %v", args, err)
	}
	return strings.Fields(string(out))
}

func TestImportsPointOneWay(t *testing.T) {
	for _, pkg := range list(t, "durchgang/...") {
		name := strings.TrimPrefix(pkg, "durchgang/")
		layer := ""
		for candidate := range layers {
			if (name == candidate || strings.HasPrefix(name, candidate+"/")) && len(candidate) > len(layer) {
				layer = candidate
			}
		}
		if layer == "" {
			t.Errorf("%s is in no layer", name)
			continue
		}
		for _, dep := range list(t, "-deps", pkg) {
			other, ours := strings.CutPrefix(dep, "durchgang/")
			if !ours || other == name {
				continue
			}
			if !slices.ContainsFunc(append(layers[layer], layer), func(p string) bool { return other == p || strings.HasPrefix(other, p+"/") }) {
				t.Errorf("%s depends on %s", name, other)
			}
		}
	}
}

func TestCoreComputesOnly(t *testing.T) {
	for _, pkg := range list(t, "durchgang/core/...") {
		if strings.HasSuffix(pkg, "/gametest") {
			continue
		}
		for _, dep := range list(t, "-f", `{{join .Imports "\n"}}`, pkg) {
			third := strings.Contains(strings.Split(dep, "/")[0], ".")
			if third && !slices.ContainsFunc(pure, func(p string) bool { return dep == p || strings.HasPrefix(dep, p+"/") }) {
				t.Errorf("%s imports %s", pkg, dep)
			}
			if slices.Contains(impure, dep) {
				t.Errorf("%s imports %s", pkg, dep)
			}
		}
	}
}

// naming are the files that may name a game: the list of all, which one is meant where none is named, and names of files that
// hold a student's main program.
var naming = []string{"games/games.go", "../console/src/use/usual.ts", "../internal/toolchain/language.go"}

// A new game is a folder and a line of registration: nothing else knows a game, be it by its package or by its name.
func TestNothingElseKnowsAGame(t *testing.T) {
	for _, pkg := range list(t, "durchgang/...") {
		name := strings.TrimPrefix(pkg, "durchgang/")
		if name == "core/games" || strings.HasPrefix(name, "core/game/") {
			continue
		}
		for _, dep := range list(t, "-f", `{{join .Imports "\n"}}`, pkg) {
			if strings.HasPrefix(dep, "durchgang/core/game/") && dep != "durchgang/core/game/gametest" {
				t.Errorf("%s imports %s", name, dep)
			}
		}
	}
	var names []string
	for _, d := range games.All().Games() {
		names = append(names, regexp.QuoteMeta(d.Name))
	}
	named := regexp.MustCompile(`["'](?:` + strings.Join(names, "|") + `)(?:["':])`)
	texts := regexp.MustCompile("(?s)(?:Example|Long|Use):\\s+(?:`[^`]*`|\"(?:[^\"\\\\]|\\\\.)*\"(?: \\+\\s+\"(?:[^\"\\\\]|\\\\.)*\")*)")
	for _, dir := range []string{".", "../internal", "../cmd", "../console/src"} {
		err := filepath.WalkDir(dir, func(path string, d fs.DirEntry, err error) error {
			ours := strings.HasSuffix(path, ".go") && !strings.HasSuffix(path, "_test.go") || strings.HasSuffix(path, ".vue") || strings.HasSuffix(path, ".ts")
			made := strings.Contains(path, "testdata") || strings.HasPrefix(path, "../internal/grading/wordings/") || strings.HasSuffix(path, "schema.ts")
			if err != nil || d.IsDir() || !ours || made || strings.HasPrefix(path, "game/") || slices.Contains(naming, path) {
				return err
			}
			text, err := os.ReadFile(path)
			if found := named.Find(texts.ReplaceAll(text, nil)); found != nil {
				t.Errorf("%s names a game: %s", path, found)
			}
			return err
		})
		if err != nil {
			t.Fatal(err)
		}
	}
}
