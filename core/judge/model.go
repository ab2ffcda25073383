package judge

import (
	"fmt"
	"slices"

	"durchgang/core/game"
	"durchgang/core/suite"
)

// Model returns what is seen of a program that keeps some rules and shows all that it should,
// one observation a moment. The rules need not be those of the suite: they may have a mistake.
func Model(rules game.Rules, script suite.Script, moments []suite.Moment) ([]Observation, error) {
	p := model{rules: rules}
	seen := make([]Observation, len(moments))
	for i, m := range moments {
		var err error
		if seen[i], err = p.observe(script, m); err != nil {
			return nil, fmt.Errorf("play %q by a model: %w", script.Title, err)
		}
	}
	return seen, nil
}

// Models judges models by a suite.
type Models struct {
	suite   *suite.Suite
	scripts []suite.Script
	moments [][]suite.Moment
}

// NewModels plays the scripts of a suite by its rules. Scripts whose course a program has a
// part in are left out.
func NewModels(s *suite.Suite) (Models, error) {
	m := Models{suite: s}
	for _, script := range s.Scripts {
		if s.Open(script) {
			continue
		}
		moments, err := script.Moments(s.Rules)
		if err != nil {
			return m, err
		}
		m.scripts, m.moments = append(m.scripts, script), append(m.moments, moments)
	}
	return m, nil
}

// Judge judges a model that keeps some rules.
func (m Models) Judge(rules game.Rules) (Verdict, error) {
	verdicts := make([]ScriptVerdict, len(m.scripts))
	for i, script := range m.scripts {
		seen, err := Model(rules, script, m.moments[i])
		if err != nil {
			return Verdict{}, err
		}
		verdicts[i] = JudgeScript(m.suite, script, m.moments[i], seen)
	}
	return Judge(m.suite, verdicts, 0), nil
}

// model is a program that keeps some rules and shows all that it should.
type model struct {
	rules game.Rules
	pos   game.Position
}

func (p *model) observe(script suite.Script, m suite.Moment) (o Observation, err error) {
	var facts []game.Fact
	switch m.Step.Act {
	case suite.Start:
		p.pos, err = p.rules.Start(script.Setup)
	case suite.Again:
		if !p.pos.Result().Over() {
			return Observation{Condition: Asking, Untyped: true}, nil
		}
		p.pos, err = p.rules.Again(p.pos, script.Setup)
	case suite.Reload:
		return Observation{Condition: Waiting}, nil // it goes on, which a page need not
	case suite.TypeLine:
		facts = []game.Fact{{Kind: game.FactRefused}}
		if p.pos.Result().Over() {
			return Observation{Condition: Waiting, Untyped: true}, nil
		}
	default:
		facts = p.rules.Play(p.pos, m.Step.Move, nil)
		if reason, _ := game.Refused(facts); reason == game.GameOver {
			return Observation{Condition: Waiting, Untyped: true}, nil
		}
		facts = slices.DeleteFunc(facts, func(f game.Fact) bool { return f.Kind.Stands() })
	}
	if err != nil {
		return o, err
	}
	condition := Waiting
	if !p.pos.Result().Over() {
		condition = Asking
		facts = append(facts, game.Fact{Kind: game.FactTurn, Player: p.pos.Turn()})
	}
	return Observation{Facts: p.rules.View(p.pos, game.Nobody, facts), Condition: condition}, nil
}
