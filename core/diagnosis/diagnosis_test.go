package diagnosis_test

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"durchgang/core/diagnosis"
	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/judge"
	"durchgang/core/mistake"
	"durchgang/core/suite"
)

// bench is a suite with its cases and what the reference says of each script.
type bench struct {
	suite   *suite.Suite
	known   mistake.Known
	cases   *diagnosis.Cases
	moments [][]suite.Moment
}

func newBench(t testing.TB, variant game.Variant) *bench {
	t.Helper()
	s, _, err := suite.Shipped(variant, games.All())
	if err != nil {
		t.Fatal(err)
	}
	b := &bench{suite: s, known: mistake.For(s.Rules)}
	if b.cases, err = diagnosis.Prepare(s, b.known); err != nil {
		t.Fatal(err)
	}
	for _, script := range s.Scripts {
		moments, err := script.Moments(s.Rules)
		if err != nil {
			t.Fatal(err)
		}
		b.moments = append(b.moments, moments)
	}
	return b
}

// witnesses are what a program with some rules shows.
func (b *bench) witnesses(t testing.TB, rules game.Rules) []*judge.Witness {
	var list []*judge.Witness
	for i, script := range b.suite.Scripts {
		seen, err := judge.Model(rules, script, b.moments[i])
		if err != nil {
			t.Fatal(err)
		}
		list = append(list, judge.NewWitness(b.suite, script, b.moments[i], seen))
	}
	return list
}

// diagnosed is the place of a planted mistake, or pair, among the diagnoses: from 1, 0 for
// none. One that shows the same in the whole suite is as good.
func (b *bench) diagnosed(t testing.TB, rules game.Rules, planted ...string) (place int, found []diagnosis.Diagnosis) {
	found = b.cases.Diagnose(b.witnesses(t, rules))
	slices.Sort(planted)
	for i, d := range found {
		names := slices.Clone(d.Mistakes)
		slices.Sort(names)
		if slices.Equal(names, planted) {
			return i + 1, found
		}
	}
	return 0, found
}

// Every mistake of every game is found as what it is, or as one that the suite cannot tell
// from it; and the rules have no diagnosis.
func TestEveryMistakeIsDiagnosed(t *testing.T) {
	for _, name := range suite.ShippedNames(games.All()) {
		t.Run(string(name), func(t *testing.T) {
			t.Parallel()
			b := newBench(t, name)
			if found := b.cases.Diagnose(b.witnesses(t, b.known.Reference)); len(found) > 0 {
				t.Errorf("the rules have the diagnosis %v", found)
			}
			first, judged := 0, 0
			of := b.known.Mistakes
			if name == "five-in-a-row" { // whose boards take long
				of = of[:20]
				if testing.Short() {
					of = of[:8]
				}
			}
			for i, m := range of {
				if testing.Short() && i%2 > 0 {
					continue
				}
				judged++
				place, found := b.diagnosed(t, m.Rules, m.Name)
				switch {
				case place == 1:
					first++
				case len(found) == 0 || !found[0].Whole || len(found[0].Mistakes) > 1:
					t.Errorf("%s is taken for %+v", m.Name, found)
				default:
					t.Logf("%s: %s", m.Name, names(found))
				}
			}
			if first*100 < judged*85 {
				t.Errorf("%d of %d mistakes are named first", first, judged)
			}
		})
	}
}

func names(found []diagnosis.Diagnosis) string {
	var list []string
	for _, d := range found {
		list = append(list, fmt.Sprintf("%s whole=%v", strings.Join(d.Mistakes, "+"), d.Whole))
	}
	return strings.Join(list, ", ")
}

// Two mistakes at once are found as that pair, or as something that explains everything too.
func TestPairsAreDiagnosed(t *testing.T) {
	for _, name := range suite.ShippedNames(games.All()) {
		t.Run(string(name), func(t *testing.T) {
			if testing.Short() && name == "five-in-a-row" {
				t.Skip("its boards take long: make soak runs it")
			}
			t.Parallel()
			b := newBench(t, name)
			random := rand.New(rand.NewPCG(3, 4))
			n, exact, explained := 0, 0, 0
			pairs := 40
			if name == "five-in-a-row" {
				pairs = 8
			}
			for n < pairs {
				i, k := random.IntN(len(b.known.Mistakes)), random.IntN(len(b.known.Mistakes))
				joined := b.known.Join(i, k)
				if b.known.Mistakes[i].Family == b.known.Mistakes[k].Family || len(joined) == 0 {
					continue
				}
				if _, err := joined[0].Start(b.suite.Scripts[0].Setup); err != nil {
					continue // no such program comes to its first move
				}
				n++
				place, found := b.diagnosed(t, joined[0], b.known.Mistakes[i].Name, b.known.Mistakes[k].Name)
				switch {
				case place > 0:
					exact++
				case len(found) > 0 && found[0].Whole:
					explained++
				default:
					t.Logf("%s with %s has the diagnosis %s", b.known.Mistakes[i].Name, b.known.Mistakes[k].Name, names(found))
				}
			}
			t.Logf("%d of %d pairs are named, %d more explained", exact, n, explained)
			if exact*2 < n || (exact+explained)*20 < n*19 {
				t.Errorf("%d of %d pairs are named, %d more explained", exact, n, explained)
			}
		})
	}
}

// A mistake costs the criterion of the rule that it breaks, and no other one that holds in scripts of its own; none is free.
func TestMistakeIsChargedOnce(t *testing.T) {
	benches := map[game.Variant]*bench{}
	for _, c := range []struct {
		game    game.Variant
		mistake string
		costs   []string
	}{
		{"tic-tac-toe", "base", []string{"marks"}},
		{"tic-tac-toe", "unannounced-starter", []string{"turns"}},
		{"tic-tac-toe", "win-never", []string{"lines", "last-cell"}},
		{"hangman", "case-guess", []string{"letters"}},
		{"blackjack:bets=no", "ace-high", []string{"totals"}},
		{"battleship", "base-row", []string{"shots"}},
	} {
		if benches[c.game] == nil {
			benches[c.game] = newBench(t, c.game)
		}
		b := benches[c.game]
		m, ok := b.known.Find(c.mistake)
		if !ok {
			t.Fatalf("%s has no mistake %s", c.game, c.mistake)
		}
		witnesses := b.witnesses(t, m.Rules)
		var verdicts []judge.ScriptVerdict
		for i, w := range witnesses {
			verdicts = append(verdicts, judge.JudgeScript(b.suite, w.Script, b.moments[i], w.Seen))
		}
		found := b.cases.Diagnose(witnesses)
		charged, err := b.cases.Charge(found[0], verdicts, witnesses)
		if err != nil {
			t.Fatal(err)
		}
		var costs []string
		for _, v := range judge.Judge(b.suite, charged, 0).Criteria {
			if v.State == judge.Differs {
				costs = append(costs, v.Name)
			}
		}
		if !slices.Equal(costs, c.costs) {
			t.Errorf("%s of %s costs %v, and not %v", c.mistake, c.game, costs, c.costs)
		}
		if again, err := b.cases.Charge(diagnosis.Diagnosis{}, verdicts, witnesses); err != nil || !slices.EqualFunc(again, verdicts, func(a, b judge.ScriptVerdict) bool { return a.Finding == b.Finding }) {
			t.Errorf("what is not explained is charged otherwise: %v", err)
		}
	}
}
