package judge_test

import (
	"slices"
	"testing"

	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/judge"
	"durchgang/core/mistake"
	"durchgang/core/suite"
)

// heard plays the suite with a model of some rules, and changes what is read of each step.
func heard(t *testing.T, s *suite.Suite, rules game.Rules, read func(judge.Observation) judge.Observation) []judge.ScriptVerdict {
	t.Helper()
	var list []judge.ScriptVerdict
	for _, script := range s.Fixed() {
		moments, err := script.Moments(s.Rules)
		if err != nil {
			t.Fatal(err)
		}
		seen, err := judge.Model(rules, script, moments)
		if err != nil {
			t.Fatal(err)
		}
		for i, o := range seen {
			seen[i] = read(o)
		}
		list = append(list, judge.JudgeScript(s, script, moments, seen))
	}
	return list
}

// What is read wrongly everywhere is not trusted, and leaving it out costs nothing and finds nothing;
// a fault is no matter of reading.
func TestReadingsProveThemselves(t *testing.T) {
	s, _, err := suite.Shipped(mustRules(t, "tic-tac-toe").Variant(), games.All())
	if err != nil {
		t.Fatal(err)
	}
	for kind, subject := range map[game.Kind]string{game.FactCell: "board", game.FactTurn: "turn"} {
		misread := func(o judge.Observation) judge.Observation {
			o.Facts = slices.Clone(o.Facts)
			for i, f := range o.Facts {
				if f.Kind == kind && f.Player != game.Nobody {
					o.Facts[i].Player = f.Player.Opponent()
				}
			}
			return o
		}
		list := heard(t, s, s.Rules, misread)
		if got := judge.Doubtful(list); !slices.Contains(got, subject) {
			t.Errorf("%s is misread, and %v is doubtful", subject, got)
		}
		list = heard(t, s, s.Rules, func(o judge.Observation) judge.Observation { return misread(o).Without([]string{subject}) })
		for _, c := range judge.Judge(s, list, 0).Criteria {
			if c.State == judge.Differs || c.State == judge.NotRead && c.Points != c.Of {
				t.Errorf("%s is not read: %s %s, %s points", subject, c.Name, c.State, c.Points)
			}
		}
	}
	for _, m := range mistake.For(s.Rules).Mistakes {
		list := heard(t, s, m.Rules, func(o judge.Observation) judge.Observation { return o })
		right := 0
		for _, v := range list {
			if v.State == judge.Agrees {
				right++
			}
		}
		if got := judge.Doubtful(list); right*2 > len(list) && len(got) > 0 {
			t.Errorf("%s: %v is doubtful", m.Name, got)
		}
	}
}

func mustRules(t *testing.T, variant string) game.Rules {
	t.Helper()
	rules, err := games.All().Rules(variant)
	if err != nil {
		t.Fatal(err)
	}
	return rules
}
