package programs_test

import (
	"flag"
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"sync"
	"testing"

	"durchgang/internal/portion"
)

var update = flag.Bool("update", false, "write the verdicts of all programs to testdata/verdicts.txt; read the change")

// Every verdict of every program here stays as it is: states and points of all criteria. A change of the structure changes none.
func TestVerdictsStay(t *testing.T) {
	const kept = "testdata/verdicts.txt"
	paths, err := filepath.Glob("../testdata/*/*")
	if err != nil {
		t.Fatal(err)
	}
	class, err := filepath.Glob("../../../demo/class/*")
	if err != nil {
		t.Fatal(err)
	}
	paths = slices.DeleteFunc(append(class, paths...), func(path string) bool {
		return filepath.Ext(path) == ".yaml" || strings.Contains(path, "/functions/") || strings.Contains(path, "/own/")
	})
	want := map[string]string{}
	text, err := os.ReadFile(kept)
	if err != nil && !*update {
		t.Fatal(err)
	}
	for line := range strings.Lines(string(text)) {
		path, verdict, _ := strings.Cut(strings.TrimSpace(line), ": ")
		want[path] = verdict
	}
	var lock sync.Mutex
	var lines []string
	t.Run("programs", func(t *testing.T) {
		for i, path := range paths {
			name := strings.TrimLeft(filepath.ToSlash(path), "./")
			t.Run(name, func(t *testing.T) {
				portion.Every(t, 6, i)
				t.Parallel()
				var parts []string
				for _, c := range graded(t, variantOf(path), path, func(text string) string { return text }).Verdict.Criteria {
					parts = append(parts, fmt.Sprintf("%s %s %s", c.Name, c.State, c.Points))
				}
				verdict := strings.Join(parts, ", ")
				lock.Lock()
				lines = append(lines, name+": "+verdict+"\n")
				lock.Unlock()
				if verdict != want[name] && !*update {
					t.Errorf("it is %s\nand was %s", verdict, want[name])
				}
			})
		}
	})
	if *update {
		slices.Sort(lines)
		if err := os.MkdirAll(filepath.Dir(kept), 0o755); err != nil {
			t.Fatal(err)
		}
		if err := os.WriteFile(kept, []byte(strings.Join(lines, "")), 0o644); err != nil {
			t.Fatal(err)
		}
	}
}
