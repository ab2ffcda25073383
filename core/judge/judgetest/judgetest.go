// Package judgetest has programs for tests of what is judged: they keep some rules and
// show all that they should.
package judgetest

import (
	"slices"
	"testing"

	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/suite"
)

// Show returns what is seen of a program that keeps some rules, one observation a moment.
func Show(t testing.TB, rules game.Rules, script suite.Script, moments []suite.Moment) []judge.Observation {
	t.Helper()
	p := shower{rules: rules}
	seen := make([]judge.Observation, len(moments))
	for i, m := range moments {
		seen[i] = p.observe(t, script, m)
	}
	return seen
}

// shower is a program that keeps some rules and shows all that it should.
type shower struct {
	rules game.Rules
	pos   game.Position
}

func (p *shower) observe(t testing.TB, script suite.Script, m suite.Moment) judge.Observation {
	t.Helper()
	var err error
	var facts []game.Fact
	switch m.Step.Act {
	case suite.Start:
		p.pos, err = p.rules.Start(script.Setup)
	case suite.Again:
		if !p.pos.Result().Over() {
			return judge.Observation{Condition: judge.Asking, Untyped: true}
		}
		p.pos, err = p.rules.Again(p.pos, script.Setup)
	case suite.TypeLine:
		facts = []game.Fact{{Kind: game.FactRefused}}
		if p.pos.Result().Over() {
			return judge.Observation{Condition: judge.Waiting, Untyped: true}
		}
	default:
		facts = p.rules.Play(p.pos, m.Step.Move, nil)
		if reason, _ := game.Refused(facts); reason == game.GameOver {
			return judge.Observation{Condition: judge.Waiting, Untyped: true}
		}
		facts = slices.DeleteFunc(facts, func(f game.Fact) bool { return f.Kind.Stands() })
	}
	if err != nil {
		t.Fatal(err)
	}
	condition := judge.Waiting
	if !p.pos.Result().Over() {
		condition = judge.Asking
		facts = append(facts, game.Fact{Kind: game.FactTurn, Player: p.pos.Turn()})
	}
	return judge.Observation{Facts: p.rules.View(p.pos, game.Nobody, facts), Condition: condition}
}
