package grading

import (
	"durchgang/core/judge"
	"durchgang/core/suite"
	"durchgang/internal/record"
)

// reasoned reports whether a script is asked whether its refusals say why.
func (g Grader) reasoned(script suite.Script) bool {
	c, _ := g.Suite.Criterion(script.Criterion)
	return c.Claim(suite.Reason)
}

// reasons judges whether refusals say why, which is known once all scripts were played.
func (g Grader) reasons(list []played, keep func(record.Evidence) error) ([]played, error) {
	for i, seen := range judge.Reasons(g.Suite, witnessesOf(list)) {
		if seen == nil {
			continue
		}
		if err := list[i].judge(g.Suite, seen, keep); err != nil {
			return nil, err
		}
	}
	return list, nil
}
