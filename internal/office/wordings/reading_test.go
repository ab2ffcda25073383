package wordings_test

import (
	"flag"
	"fmt"
	"os"
	"slices"
	"strings"
	"sync"
	"testing"
	"testing/fstest"
	"time"

	"durchgang/core/games"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
	"durchgang/internal/office"
	"durchgang/internal/office/wordings"
)

var (
	reading  = flag.String("reading", "", "grade many made-up programs and write how they fare to this file")
	programs = flag.Int("programs", 100, "how many right ones, and how many with faults, of each half")
	plainly  = flag.Bool("plainly", false, "learn nothing")
	only     = flag.String("only", "", "right, wrong, reserve-right or reserve-wrong: only those, told one by one")
)

// outcome is how a program fared.
type outcome struct {
	wordings.Program
	graded office.Graded
	err    error
	took   time.Duration
}

func (o outcome) full() bool    { return o.graded.Verdict.Points == o.graded.Verdict.Of && o.err == nil }
func (o outcome) accused() bool { return len(o.graded.Verdict.Findings)+len(o.graded.Diagnosis) > 0 }

func (o outcome) says() string {
	var parts []string
	for _, f := range o.graded.Verdict.Findings {
		parts = append(parts, fmt.Sprintf("%s: %s: expected %s, seen %s", f.Criterion, f.Script, f.Expected, f.Seen))
	}
	for _, d := range o.graded.Diagnosis {
		parts = append(parts, "diagnosis "+d.Name())
	}
	return strings.Join(parts, "; ")
}

// fare grades many programs, two at a time.
func fare(t *testing.T, n int, reserve, faulty bool) []outcome {
	t.Helper()
	list := make([]outcome, n)
	var next, all sync.WaitGroup
	turn := make(chan int)
	next.Go(func() {
		for i := range list {
			turn <- i
		}
		close(turn)
	})
	for range 2 {
		all.Go(func() {
			for i := range turn {
				var fault *wordings.Fault
				if faulty {
					fault = &wordings.Faults[i%len(wordings.Faults)]
				}
				rules, err := games.All().Rules("tic-tac-toe")
				if err != nil {
					t.Error(err)
					return
				}
				s, _, err := suite.Shipped(rules.Variant(), games.All())
				if err != nil {
					t.Error(err)
					return
				}
				p := wordings.Make(uint64(1000+i), reserve, fault)
				began := time.Now()
				g, err := office.Grader{Suite: s, Book: phrasebook.Default(), Learn: !*plainly, Parallel: 1}.
					Grade(t.Context(), fstest.MapFS{"game.py": {Data: []byte(p.Source), Mode: 0o644}}, nil)
				list[i] = outcome{p, g, err, time.Since(began)}
			}
		})
	}
	next.Wait()
	all.Wait()
	return list
}

func count(list []outcome, is func(outcome) bool) (n int) {
	for _, o := range list {
		if is(o) {
			n++
		}
	}
	return n
}

// TestReading measures how programs in wordings of their own are read, with no hint.
func TestReading(t *testing.T) {
	if *only != "" {
		for _, o := range fare(t, *programs, strings.HasPrefix(*only, "reserve"), strings.HasSuffix(*only, "wrong")) {
			t.Logf("%s of %s in %v, full %v: %s %s %v\n    %s", o.graded.Verdict.Points, o.graded.Verdict.Of, o.took.Round(time.Millisecond), o.full(), o.Fault, o.Name, o.err, o.says()+"\n"+o.graded.Learned)
		}
		return
	}
	if *reading == "" {
		t.Skip("make reading measures it")
	}
	var b strings.Builder
	for _, reserve := range []bool{false, true} {
		right := fare(t, *programs, reserve, false)
		times := make([]time.Duration, len(right))
		points := 0.0
		for i, o := range right {
			times[i] = o.took
			points += float64(o.graded.Verdict.Points) / float64(max(o.graded.Verdict.Of, 1))
		}
		slices.Sort(times)
		fmt.Fprintf(&b, "reserve %v: of %d right: %d full, %d accused, points %.2f, median %v\n", reserve, len(right), count(right, outcome.full), count(right, outcome.accused), points/float64(len(right)), times[len(times)/2])
		wrong := fare(t, *programs, reserve, true)
		fmt.Fprintf(&b, "reserve %v: of %d wrong: %d found\n", reserve, len(wrong), count(wrong, func(o outcome) bool { return !o.full() }))
	}
	if err := os.WriteFile(*reading, []byte(b.String()), 0o644); err != nil {
		t.Fatal(err)
	}
	t.Log(b.String())
}
