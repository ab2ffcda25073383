package judge_test

import (
	"slices"
	"testing"

	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/judge"
	"durchgang/core/suite"
)

// A bank from which the bet is taken only when the round ends is right while the round is played; one that
// is wrong afterwards, or holds less, is not.
func TestBetsMayBeTakenAtTheEnd(t *testing.T) {
	s, _, err := suite.Shipped("blackjack", games.All())
	if err != nil {
		t.Fatal(err)
	}
	i := slices.IndexFunc(s.Scripts, func(c suite.Script) bool { return c.Criterion == "dealer" })
	script := s.Scripts[i]
	moments, err := script.Moments(s.Rules)
	if err != nil {
		t.Fatal(err)
	}
	tests := []struct {
		name        string
		during, end int // what is shown beside what the bank holds, in units
		differs     bool
	}{
		{"the bet is taken at once", 0, 0, false},
		{"the bet is taken at the end", 10, 0, false},
		{"the bet is never taken", 10, 10, true},
		{"too much is taken", -10, 0, true},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			seen, err := judge.Model(s.Rules, script, moments)
			if err != nil {
				t.Fatal(err)
			}
			for k := range seen {
				more := tt.end
				if slices.ContainsFunc(moments[k].View, func(f game.Fact) bool { return f.Kind == game.FactCard && f.Text == "?" }) {
					more = tt.during
				} else if k == 0 {
					continue
				}
				seen[k].Facts = slices.Clone(seen[k].Facts)
				for n := range seen[k].Facts {
					if f := &seen[k].Facts[n]; f.Kind == game.FactBank {
						f.Amount += 100 * more
					}
				}
			}
			v := judge.JudgeScript(s, script, moments, seen)
			differs := slices.ContainsFunc(v.Steps, func(step judge.StepVerdict) bool {
				return slices.ContainsFunc(step.Comparisons, func(c judge.Comparison) bool { return c.Subject == "bank" && c.State == judge.Differs })
			})
			if differs != tt.differs {
				t.Errorf("the bank differs: %t, want %t", differs, tt.differs)
			}
		})
	}
}
