package judge_test

import (
	"math/rand/v2"
	"testing"

	"durchgang/core/judge"
	"durchgang/core/suite"
)

func script(criterion string, state judge.State) judge.ScriptVerdict {
	v := judge.ScriptVerdict{Script: suite.Script{Title: criterion, Criterion: criterion}, State: state}
	if state == judge.Differs || state == judge.Unsteady {
		v.Finding = &judge.Finding{Criterion: criterion, Script: criterion}
	}
	return v
}

func TestEachStateHasItsCost(t *testing.T) {
	tests := []struct {
		name   string
		c      suite.Criterion
		states []judge.State
		state  judge.State
		points suite.Points
	}{
		{"kept", suite.Criterion{}, []judge.State{judge.Agrees, judge.Agrees}, judge.Agrees, 3_00},
		{"broken once", suite.Criterion{}, []judge.State{judge.Agrees, judge.Differs}, judge.Differs, 0},
		{"broken once, by share", suite.Criterion{Grading: suite.Share}, []judge.State{judge.Agrees, judge.Agrees, judge.Differs}, judge.Differs, 2_00},
		{"a share that is no whole hundredth", suite.Criterion{Grading: suite.Share, Points: 1_00}, []judge.State{judge.Agrees, judge.Differs, judge.Differs}, judge.Differs, 33},
		{"not shown", suite.Criterion{NotShown: suite.Costs}, []judge.State{judge.NotShown, judge.Agrees}, judge.NotShown, 0},
		{"not shown, which costs nothing", suite.Criterion{NotShown: suite.Keeps}, []judge.State{judge.NotShown}, judge.NotShown, 3_00},
		{"not reached, as not shown", suite.Criterion{NotShown: suite.Keeps}, []judge.State{judge.NotReached}, judge.NotReached, 3_00},
		{"not reached, told apart", suite.Criterion{NotShown: suite.Keeps, NotReached: suite.Costs}, []judge.State{judge.NotReached}, judge.NotReached, 0},
		{"reached as often as not", suite.Criterion{NotShown: suite.Costs}, []judge.State{judge.NotReached, judge.Agrees}, judge.Agrees, 3_00},
		{"mostly not reached", suite.Criterion{NotShown: suite.Costs}, []judge.State{judge.NotReached, judge.NotReached, judge.Agrees}, judge.NotReached, 0},
		{"unsteady", suite.Criterion{Unsteady: suite.Costs}, []judge.State{judge.Agrees, judge.Unsteady}, judge.Unsteady, 0},
		{"unsteady, which costs nothing", suite.Criterion{Unsteady: suite.Keeps}, []judge.State{judge.Unsteady}, judge.Unsteady, 3_00},
		{"broken for certain, and unsteady", suite.Criterion{Unsteady: suite.Keeps}, []judge.State{judge.Unsteady, judge.Differs}, judge.Differs, 0},
	}
	for _, tt := range tests {
		c := tt.c
		c.Name, c.Claims = "c", []suite.Aspect{suite.Win}
		if c.Points == 0 {
			c.Points = 3_00
		}
		var scripts []judge.ScriptVerdict
		for _, s := range tt.states {
			scripts = append(scripts, script("c", s))
		}
		v := judge.Judge(&suite.Suite{Criteria: []suite.Criterion{c}}, scripts, 0)
		if got := v.Criteria[0]; got.State != tt.state || got.Points != tt.points || v.Points != tt.points || got.Reason == "" {
			t.Errorf("%s: %+v of %s, want %s and %s", tt.name, got, v.Points, tt.state, tt.points)
		}
	}
}

// Whatever the policy, the criteria and the account add up to the total, to the last
// hundredth, and the total is no less than nothing.
func TestEveryTotalAddsUp(t *testing.T) {
	random := rand.New(rand.NewPCG(8, 9))
	states := []judge.State{judge.Agrees, judge.Differs, judge.NotShown, judge.NotReached, judge.Unsteady}
	for range 2000 {
		s := &suite.Suite{Policy: suite.Policy{Late: random.IntN(40), LateMost: random.IntN(101), Round: suite.Points(random.IntN(3) * random.IntN(100))}}
		var scripts []judge.ScriptVerdict
		for _, name := range []string{"a", "b", "c"} {
			s.Criteria = append(s.Criteria, suite.Criterion{
				Name: name, Points: suite.Points(random.IntN(10_00)), Claims: []suite.Aspect{suite.Win},
				Grading: []suite.Grading{suite.Whole, suite.Share}[random.IntN(2)], NotShown: []suite.Cost{suite.Costs, suite.Keeps}[random.IntN(2)],
			})
			for range 1 + random.IntN(4) {
				scripts = append(scripts, script(name, states[random.IntN(len(states))]))
			}
		}
		if random.IntN(2) == 0 {
			s.Policy.Required = []suite.Requirement{{Criterion: "b", Most: suite.Points(random.IntN(5_00))}}
		}
		v := judge.Judge(s, scripts, random.IntN(5))
		var sum suite.Points
		for _, c := range v.Criteria {
			sum += c.Points
		}
		for _, e := range v.Account {
			sum += e.Points
		}
		if sum != v.Points || v.Points < 0 {
			t.Fatalf("%s in parts is %s: %+v by %+v", v.Points, sum, v, s.Policy)
		}
		if required := s.Policy.Required; len(required) > 0 && v.Criteria[1].Points < v.Criteria[1].Of && v.Points > required[0].Most+s.Policy.Round/2 {
			t.Fatalf("%s although at most %s", v.Points, required[0].Most)
		}
	}
}
