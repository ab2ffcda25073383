package suites_test

import (
	"errors"
	"slices"
	"testing"
	"time"

	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/judge"
	"durchgang/core/mistake"
	"durchgang/core/suite"
	"durchgang/core/suites"
)

// variants are such as classes play, with every parameter at its ends and pairs of them.
var variants = []string{
	"tic-tac-toe:first=O", "tic-tac-toe:rows=4,cols=4,run=4", "tic-tac-toe:rows=4,cols=4", "tic-tac-toe:rows=5,cols=5,run=4", "tic-tac-toe:rows=1,cols=1,run=1",
	"tic-tac-toe:line=loses", "tic-tac-toe:score=yes", "tic-tac-toe:rows=2,cols=2,run=2", "tic-tac-toe:rows=3,cols=5", "tic-tac-toe:rows=5,cols=3,first=O",
	"tic-tac-toe:rows=10,cols=10,run=5", "tic-tac-toe:gravity=yes", "tic-tac-toe:overline=ignored,rows=4,cols=4", "tic-tac-toe:rows=6,cols=6,run=6",
	"connect-four:rows=5,cols=6", "connect-four:rows=4,cols=4", "connect-four:rows=5,cols=5,first=O", "connect-four:rows=8,cols=9", "connect-four:run=5,rows=8,cols=8",
	"connect-four:line=loses", "connect-four:gravity=no", "connect-four:rows=4,cols=5,run=3", "connect-four:overline=ignored", "connect-four:score=yes",
	"connect-four:rows=10,cols=10", "five-in-a-row:overline=ignored", "five-in-a-row:rows=9,cols=9", "five-in-a-row:rows=13,cols=13", "five-in-a-row:run=6", "five-in-a-row:rows=19,cols=19",
	"hangman:lives=1", "hangman:lives=3", "hangman:lives=8", "hangman:lives=10", "hangman:lives=26", "hangman:repeat=free", "hangman:repeat=costs", "hangman:repeat=wrong", "hangman:words=costs", "hangman:words=ends",
	"hangman:shown=ends", "hangman:shown=nothing", "hangman:case=different", "hangman:lives=7,repeat=costs", "hangman:lives=5,words=costs,repeat=free",
	"battleship:rows=6,cols=6,fleet=3+2+2", "battleship:rows=8,cols=8,fleet=4+3+2", "battleship:sides=one", "battleship:sides=one,rows=5,cols=5,fleet=3+2", "battleship:touching=forbidden",
	"battleship:repeat=costs", "battleship:shots=3", "battleship:told=hit", "battleship:turns=20", "battleship:placing=by-hand", "battleship:rows=5,cols=5,fleet=1", "battleship:rows=26,cols=26",
	"battleship:sides=one,turns=30", "battleship:placing=by-hand,rows=6,cols=6,fleet=3+2",
	"nim", "nim:last=loses", "nim:heaps=21,most=3", "nim:heaps=21,last=loses,most=3", "nim:heaps=1+3+5+7", "nim:heaps=1", "nim:heaps=5+5,most=1",
	"number-guessing", "number-guessing:tries=0", "number-guessing:outside=counts", "number-guessing:tries=3", "number-guessing:high=10", "number-guessing:high=1000,low=500,tries=12",
	"blackjack:natural=none", "blackjack:bets=no,natural=none", "blackjack:natural=6:5", "blackjack:soft17=hits", "blackjack:at21=decides", "blackjack:peek=no", "blackjack:double=none",
	"blackjack:double=9-11", "blackjack:insurance=yes", "blackjack:surrender=late", "blackjack:decks=8", "blackjack:min=5,max=50", "blackjack:bank=1000", "blackjack:rounds=1", "blackjack:splits=0",
	"blackjack:bets=no,at21=decides", "blackjack:bets=no,peek=no", "blackjack:bets=no,soft17=hits", "blackjack:splits=3", "blackjack:bets=no,deck=goes-on", "blackjack:deck=goes-on",
}

// open is how many mistakes a suite may not catch: they make no difference in the variant, or none that is found.
var open = map[string]int{
	"tic-tac-toe:rows=1,cols=1,run=1": 26, "tic-tac-toe:rows=2,cols=2,run=2": 9, "tic-tac-toe:gravity=yes": 1, "connect-four:rows=4,cols=4": 1,
	"connect-four:rows=10,cols=10": 1, "hangman:lives=1": 1, "hangman:lives=26": 4, "battleship:rows=5,cols=5,fleet=1": 3,
	"blackjack:natural=none": 1, "blackjack:rounds=1": 1,
}

// longest is how long a suite may take to be written, with the time that other work on the machine takes.
const longest = 20 * time.Second

func written(t *testing.T, variant string, o suites.Options) suites.Result {
	t.Helper()
	rules, err := games.All().Rules(variant)
	if err != nil {
		t.Fatal(err)
	}
	w, err := suites.Write(rules, o)
	if err != nil {
		t.Fatal(err)
	}
	return w
}

// Each variant has a suite in the usual shape that fits its rules: a program that keeps them has all points, and one with
// a mistake that is caught has not.
func TestEveryVariantHasASuite(t *testing.T) {
	for n, v := range variants {
		if testing.Short() && n%10 != 0 {
			continue
		}
		t.Run(v, func(t *testing.T) {
			began := time.Now()
			w := written(t, v, suites.Options{})
			if took := time.Since(began); took > longest {
				t.Errorf("it took %v", took)
			}
			s, err := suite.Parse("written", w.Suite.String(), games.All())
			if err != nil {
				t.Fatalf("%v\n%s", err, w.Suite)
			}
			if s.Total() != 2000 || len(s.Criteria) < 4 {
				t.Errorf("%s points, %d criteria", s.Total(), len(s.Criteria))
			}
			known := mistake.For(s.Rules)
			models, err := judge.NewModels(s)
			if err != nil {
				t.Fatal(err)
			}
			if verdict, err := models.Judge(s.Rules); err != nil || verdict.Points != verdict.Of {
				t.Errorf("a program that keeps the rules has %s of %s points: %v, %+v", verdict.Points, verdict.Of, err, verdict.Criteria)
			}
			st, err := s.Measure(known, mistake.Bounds{}, func(int, int) {})
			if err != nil {
				t.Fatal(err)
			}
			missed := 0
			for i, m := range st.Mistakes {
				if len(m.Scripts) == 0 {
					missed++
				} else if i%8 == 0 { // some of them: the others are played through the suites that ship
					if verdict, err := models.Judge(known.Mistakes[i].Rules); err != nil || verdict.Points == verdict.Of {
						t.Errorf("a program with %s has all points: %v", m.Name, err)
					}
				}
			}
			if missed > open[v] {
				t.Errorf("%d mistakes are not caught, and not at most %d: %v", missed, open[v], w.Holes)
			}
		})
	}
}

// A short suite catches what the whole one does with fewer scripts; criteria can be left out, and points have any total.
func TestOptions(t *testing.T) {
	const variant = "connect-four:rows=5,cols=6"
	whole, short := written(t, variant, suites.Options{}), written(t, variant, suites.Options{Short: true})
	strength := func(w suites.Result) int {
		st, err := w.Suite.Measure(mistake.For(w.Suite.Rules), mistake.Bounds{}, func(int, int) {})
		if err != nil {
			t.Fatal(err)
		}
		return len(st.Holes)
	}
	if len(short.Suite.Scripts) >= len(whole.Suite.Scripts) || strength(short) != strength(whole) {
		t.Errorf("short: %d scripts and %d holes, else %d and %d", len(short.Suite.Scripts), strength(short), len(whole.Suite.Scripts), strength(whole))
	}
	for _, total := range []int{5, 11, 100} {
		w := written(t, variant, suites.Options{Total: total, Without: []string{"again", "text"}})
		if _, there := w.Suite.Criterion("again"); there || w.Suite.Total() != suite.Points(total*100) {
			t.Errorf("a total of %d: %s, %v", total, w.Suite.Total(), w.Suite.Criteria)
		}
	}
	for _, o := range []suites.Options{{Without: []string{"nothing"}}, {Total: 1}, {Total: -3}} {
		if _, err := suites.Write(whole.Suite.Rules, o); err == nil {
			t.Errorf("%+v is accepted", o)
		}
	}
}

// A suite that is written for a usual variant is as strong as the one that ships, and has its criteria; where one asks about lines
// in several criteria, the other one has them in one.
func TestWrittenSuitesAreAsStrongAsThoseThatShip(t *testing.T) {
	for _, v := range suite.ShippedNames(games.All()) {
		shipped, _, err := suite.Shipped(v, games.All())
		if err != nil {
			t.Fatal(err)
		}
		w := written(t, string(v), suites.Options{})
		for _, c := range shipped.Criteria {
			if _, there := w.Suite.Criterion(c.Name); !there && !slices.Contains(c.Claims, suite.Win) {
				t.Errorf("%s: the written suite has no criterion %s", v, c.Name)
			}
		}
		if len(w.Holes) > 0 || w.Suite.Total() != shipped.Total() {
			t.Errorf("%s: the written suite has %s points and the holes %v", v, w.Suite.Total(), w.Holes)
		}
	}
}

// For programs that play one side there is a suite for every variant on one board.
func TestSuitesForOpponents(t *testing.T) {
	for _, v := range []string{"tic-tac-toe", "connect-four:rows=5,cols=6", "five-in-a-row:rows=26,cols=26", "tic-tac-toe:rows=1,cols=4,run=2,first=O", "connect-four:run=7,rows=7"} {
		for _, side := range []string{"X", "O"} {
			rules, err := games.All().Rules(v)
			if err != nil {
				t.Fatal(err)
			}
			o := suites.Options{}
			if o.Program, err = suites.Side(rules, side); err != nil {
				t.Fatal(err)
			}
			w, err := suites.Write(rules, o)
			if err != nil {
				t.Fatal(err)
			}
			s, err := suite.Parse("written", w.Text, games.All())
			if err != nil || s.Total() != 2000 || s.Program != o.Program || len(s.Criteria) != 4 || s.Public() == nil {
				t.Errorf("%s, %s: %v\n%s", v, side, err, w.Text)
			}
			o.Short = true
			if short, err := suites.Write(rules, o); err != nil || len(short.Suite.Scripts) != 4 {
				t.Errorf("%s, %s, short: %v", v, side, err)
			}
		}
	}
	rules, _ := games.All().Rules("battleship")
	if _, err := suites.Write(rules, suites.Options{Program: game.Second}); !errors.Is(err, suites.ErrNoSide) {
		t.Errorf("battleship: %v", err)
	}
	if _, err := suites.Side(rules, "X"); err == nil {
		t.Error("X is a side of battleship")
	}
}

// A usual variant has the suite that ships, and programs that make the set-up have theirs.
func TestShippedSuitesStay(t *testing.T) {
	for _, v := range suite.ShippedNames(games.All()) {
		rules, err := games.All().Rules(string(v))
		if err != nil {
			t.Fatal(err)
		}
		_, want, err := suite.Shipped(v, games.All())
		if s, text, other := suites.For(rules, false, games.All()); other != nil || text != want || s.Rules.Variant() != v {
			t.Errorf("%s: %v, %v", v, err, other)
		}
	}
	rules, _ := games.All().Rules("hangman:lives=9")
	if s, _, err := suites.For(rules, true, games.All()); err != nil || !s.HasOpen() {
		t.Errorf("own words: %v", err)
	}
}

// BenchmarkWrittenSuites writes the suite of every variant of the table. It reports the longest and the middle time in seconds,
// the goal of 2 s as a ratio of the longest on boards of up to 144 cells, and the holes that are left.
func BenchmarkWrittenSuites(b *testing.B) {
	for b.Loop() {
		var all, usual []float64
		holes, closed := 0, 0
		for _, v := range variants {
			rules, err := games.All().Rules(v)
			if err != nil {
				b.Fatal(err)
			}
			began := time.Now()
			w, err := suites.Write(rules, suites.Options{})
			if err != nil {
				b.Fatal(err)
			}
			took := time.Since(began).Seconds()
			all = append(all, took)
			if rows, cols := rules.Shape(); rows*cols <= 144 {
				usual = append(usual, took)
			}
			if holes += len(w.Holes); len(w.Holes) == 0 {
				closed++
			}
		}
		slices.Sort(all)
		b.ReportMetric(all[len(all)/2], "middle-s")
		b.ReportMetric(all[len(all)-1], "longest-s")
		b.ReportMetric(slices.Max(usual)/2, "longest/goal")
		b.ReportMetric(float64(closed), "without-hole")
		b.ReportMetric(float64(len(variants)), "variants")
		b.ReportMetric(float64(holes), "holes")
	}
}
