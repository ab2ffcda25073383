package wordings_test

import (
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/goccy/go-yaml"
)

// written are programs that were written by hand, each in a wording of its own.
type written struct {
	Programs []writtenProgram
	Faults   []writtenFault
}

type writtenProgram struct {
	File, Game string
	Round      int
	Open       string // why it is not read yet
	Faulty     string // the mistake that it has as it stands
}

// writtenFault is a fault to plant in a program, in place of a text that stands there once.
type writtenFault struct {
	File            string
	Named, Criteria []string // mistakes of which one names it, and criteria that it may cost
	Old, New        string
}

const unseen = "testdata/unseen"

func readWritten(t *testing.T) (w written) {
	t.Helper()
	data, err := os.ReadFile(filepath.Join(unseen, "programs.yaml"))
	if err == nil {
		err = yaml.Unmarshal(data, &w)
	}
	if err != nil {
		t.Fatal(err)
	}
	return w
}

// trial is one program, perhaps with a fault, and how it fared.
type trial struct {
	fared
	file, game, source string
	round, fault       int // the fault's index, -1 without one
}

func gradeAll(t *testing.T, list []*trial) {
	t.Helper()
	inPairs(len(list), func(i int) { list[i].fared = gradeText(t, list[i].game, list[i].file, list[i].source) })
}

// chosen are the programs, and those with faults planted, of which a file's name is wanted.
func (w written) chosen(t *testing.T, wanted func(file string) bool) (right, wrong []*trial) {
	t.Helper()
	of := map[string]*trial{}
	for _, p := range w.Programs {
		data, err := os.ReadFile(filepath.Join(unseen, p.File))
		if err != nil {
			t.Fatal(err)
		}
		of[p.File] = &trial{file: p.File, game: p.Game, round: p.Round, source: string(data), fault: -1}
		if wanted(p.File) && p.Faulty == "" {
			right = append(right, of[p.File])
		}
	}
	for i, f := range w.Faults {
		p := *of[f.File]
		if strings.Count(p.source, f.Old) != 1 {
			t.Fatalf("%s: the place of the fault %v is not there once", f.File, f.Named)
		}
		p.source, p.fault = strings.Replace(p.source, f.Old, f.New, 1), i
		if wanted(f.File) {
			wrong = append(wrong, &p)
		}
	}
	return right, wrong
}

// Programs that somebody has written in words of their own keep all points with no hint, and are
// accused of nothing where they are not read yet; a fault in them never passes. Here are some of each game in languages
// that start fast; `make reading` has all.
func TestProgramsOfOthers(t *testing.T) {
	w := readWritten(t)
	some := []string{"piles.c", "secretnumber.py", "Chalk.java", "oh.lua", "guessword.c", "armada.py", "jack.c", "dealer.lua", "meadow.py", "battle.rb", "modes.js", "Pontoon.java", "two_players.py", "Vier.java", "corners.rb", "ships.py", "emoji.py", "rounds.py", "sounding.py"}
	if testing.Short() {
		some = []string{"guessword.c", "jack.c", "modes.js", "piles.c", "secretnumber.py"}
	}
	right, wrong := w.chosen(t, func(file string) bool { return slices.Contains(some, file) })
	gradeAll(t, slices.Concat(right, wrong))
	for _, p := range right {
		at := slices.IndexFunc(w.Programs, func(q writtenProgram) bool { return q.File == p.file })
		if open := w.Programs[at].Open != ""; p.accused() || p.full() == open {
			t.Errorf("%s: %s points, %v, findings %v, diagnosis %v", p.file, p.graded.Verdict.Points, p.err, p.graded.Verdict.Findings, p.graded.Diagnosis)
		}
	}
	for _, p := range wrong {
		if p.full() && !slices.Contains(passes, w.Faults[p.fault].Named[0]+" in "+p.file) {
			t.Errorf("%s passes with %v", p.file, w.Faults[p.fault].Named)
		}
	}
}

// passes are faults that are not found: a sentence at sea may name who has lost.
var passes = []string{"wrong-winner in armada.py"}

// others writes how the programs of others fare.
func others(t *testing.T) string {
	t.Helper()
	w := readWritten(t)
	right, wrong := w.chosen(t, func(string) bool { return true })
	gradeAll(t, slices.Concat(right, wrong))
	var b strings.Builder
	for round := 1; round <= w.Programs[len(w.Programs)-1].Round; round++ {
		var of, full, accused, unread, bad, found, named, elsewhere int
		var times []time.Duration
		for _, p := range right {
			if p.round == round {
				of, full, accused, unread = of+1, full+btoi(p.full()), accused+btoi(p.accused()), unread+btoi(p.unread())
				times = append(times, p.took)
			}
		}
		for _, p := range wrong {
			if p.round != round {
				continue
			}
			f := w.Faults[p.fault]
			bad++
			found += btoi(!p.full())
			named += btoi(p.named(f.Named))
			elsewhere += btoi(p.overcharged(f.Criteria))
		}
		slices.Sort(times)
		fmt.Fprintf(&b, "| %d | %d | %d | %d | %d | %.1f s | %d | %d | %d | %d |\n", round, of, full, accused, unread, times[len(times)/2].Seconds(), bad, found, named, elsewhere)
	}
	return b.String()
}

func btoi(b bool) int {
	if b {
		return 1
	}
	return 0
}
