package programs_test

import (
	"flag"
	"fmt"
	"maps"
	"os"
	"path/filepath"
	"runtime"
	"slices"
	"strings"
	"testing"
	"time"

	"durchgang/core/game"
	"durchgang/internal/grading"
)

var validity = flag.String("validity", "", "file to write the table of how each program fares to, which takes minutes")

// graded grades the program with its fault.
func (f fault) graded(t *testing.T) grading.Graded {
	t.Helper()
	found := make([]bool, len(f.edits))
	g := graded(t, variantOf(f.path), f.path, func(text string) string {
		for i := 0; i < len(f.edits); i += 2 {
			found[i] = found[i] || strings.Contains(text, f.edits[i])
			text = strings.Replace(text, f.edits[i], f.edits[i+1], 1)
		}
		return text
	})
	for i := 0; i < len(f.edits); i += 2 {
		if !found[i] {
			t.Fatalf("%s has no %q", f.path, f.edits[i])
		}
	}
	return g
}

// fared is how a program with a fault fared.
type fared struct {
	fault
	lost    []string
	found   []string // the mistakes of the first diagnosis
	whole   bool
	judging time.Duration
	took    time.Duration
}

func (f fared) charged() bool {
	return !slices.ContainsFunc(strings.Fields(f.loses), func(name string) bool { return !slices.Contains(f.lost, name) })
}

// named reports whether the first diagnosis is what was planted, or for a fault that no
// known mistake does that there is none.
func (f fared) named() bool {
	want := strings.Fields(f.planted)
	if len(want) == 0 {
		return !f.whole
	}
	slices.Sort(want)
	return f.whole && slices.Equal(slices.Sorted(slices.Values(f.found)), want)
}

// Every fault costs its criterion; of nine in ten the mistake is named, and of seven in ten
// pairs both. Judging and diagnosing take a tenth of the time, in every game.
func TestValidity(t *testing.T) {
	if *validity == "" {
		t.Skip("it is run by make validity")
	}
	var list []fared
	for _, f := range planted {
		began := time.Now()
		g := f.graded(t)
		row := fared{fault: f, lost: lost(g.Verdict), judging: g.Judging, took: time.Since(began)}
		if len(g.Diagnosis) > 0 {
			row.found, row.whole = g.Diagnosis[0].Mistakes, g.Diagnosis[0].Whole
		}
		list = append(list, row)
		t.Logf("%s: planted %s, found %v, lost %v", f.name, f.planted, row.found, row.lost)
	}
	text, failures := table(list)
	if err := os.WriteFile(*validity, []byte(text), 0o644); err != nil {
		t.Fatal(err)
	}
	for _, failure := range failures {
		t.Error(failure)
	}
}

// table writes how the programs fared, and what falls short.
func table(list []fared) (text string, failures []string) {
	type tally struct{ n, charged, named int }
	var singles, pairs tally
	judging, took := map[game.Variant]time.Duration{}, map[game.Variant]time.Duration{}
	var rows strings.Builder
	for _, f := range list {
		to := &singles
		if len(strings.Fields(f.planted)) > 1 {
			to = &pairs
		}
		to.n++
		marks := map[bool]string{true: "yes", false: "**no**"}
		if f.charged() {
			to.charged++
		}
		if f.named() {
			to.named++
		}
		variant := variantOf(f.path)
		judging[variant], took[variant] = judging[variant]+f.judging, took[variant]+f.took
		found := strings.Join(f.found, ", ")
		if !f.whole {
			found = "none"
		}
		fmt.Fprintf(&rows, "| %s | %s | %s | %s | %s | %s | %s |\n", f.name, filepath.Base(f.path), orNone(strings.Join(strings.Fields(f.planted), ", ")), found, marks[f.named()], strings.Join(f.lost, ", "), marks[f.charged()])
	}
	var b strings.Builder
	b.WriteString("# Validity\n\nWhat `make validity` measured: right programs that were made wrong by hand, in real code, and how they are graded.\nThe right programs themselves keep every point; a test holds that.\n\n")
	fmt.Fprintf(&b, "- Programs with one mistake: %d. Each lost the criterion of its rule in %d; the first diagnosis is what was planted in %d (%d %%).\n", singles.n, singles.charged, singles.named, 100*singles.named/max(1, singles.n))
	fmt.Fprintf(&b, "- Programs with two mistakes: %d. Both criteria were lost in %d; the first diagnosis is the pair in %d (%d %%).\n", pairs.n, pairs.charged, pairs.named, 100*pairs.named/max(1, pairs.n))
	b.WriteString("\nJudging and diagnosing, of the time a run takes (building, playing, repeating and proving included):\n\n| game | share |\n|---|---|\n")
	for _, variant := range slices.Sorted(maps.Keys(took)) {
		share := 100 * float64(judging[variant]) / float64(took[variant])
		fmt.Fprintf(&b, "| %s | %.1f %% |\n", variant, share)
		if share > 10 {
			failures = append(failures, fmt.Sprintf("judging %s takes %.1f %% of the time", variant, share))
		}
	}
	fmt.Fprintf(&b, "\nMeasured on %d processors.\n\n| what is wrong | program | planted | first diagnosis | named | criteria lost | charged |\n|---|---|---|---|---|---|---|\n", runtime.NumCPU())
	b.WriteString(rows.String())
	if singles.charged < singles.n || singles.named*10 < singles.n*9 || pairs.named*10 < pairs.n*7 {
		failures = append(failures, fmt.Sprintf("singles %+v, pairs %+v", singles, pairs))
	}
	return b.String(), failures
}

func orNone(text string) string {
	if text == "" {
		return "none that is known"
	}
	return text
}
