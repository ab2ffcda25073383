package grading

import (
	"slices"

	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/suite"
	"durchgang/internal/record"
)

// trust leaves out of a program's scripts what was read of subjects whose reading has not proven
// itself, unless one known mistake explains all that was seen. The criteria that hang on it are then
// not read. Where these are worth more than all others, the program is not graded yet: the error is a
// NotReadError.
func (g Grader) trust(p *playing, list []played, keep func(record.Evidence) error) ([]played, error) {
	if !g.channel.Speaks || g.Suite.Program != game.Nobody {
		return list, nil
	}
	if err := g.leaveOut(refusedWords(list), list, keep); err != nil {
		return nil, err
	}
	doubtful := judge.Doubtful(verdictsOf(list))
	if len(doubtful)+len(p.uncertain) == 0 {
		return list, nil
	}
	if explained, err := g.explained(list); err != nil || explained && len(p.uncertain) == 0 {
		return list, err
	} else if explained {
		doubtful = nil
	}
	doubtful = append(doubtful, p.uncertain...)
	unread := slices.Clone(list)
	for i := range unread {
		p := &unread[i]
		if p.witness == nil {
			continue
		}
		seen := make([]judge.Observation, len(p.witness.Seen))
		for k, o := range p.witness.Seen {
			seen[k] = o.Without(doubtful)
		}
		if err := p.judge(g.Suite, seen, keep); err != nil {
			return nil, err
		}
		p.witness = g.witnessOf(p.witness.Script, p.verdict, p.witness.Moments, seen)
	}
	read, not := g.weigh(judge.Judge(g.Suite, verdictsOf(unread), 0))
	if not > read {
		return nil, g.notRead(list, NotReadError{})
	}
	return unread, nil
}

// refusedWords are the scripts with a word that the program refuses as it is given it: it shows no place of it, as it does
// of most words, and asks for something else than after these. What is typed then is no guess.
func refusedWords(list []played) (refused []int) {
	asked := map[string]bool{} // after words whose places are shown
	shown := 0
	for i, p := range list {
		if p.witness == nil || p.verdict.Script.Own || len(p.verdict.Steps) == 0 || p.witness.Seen[0].Condition != judge.Asking {
			continue
		}
		for _, c := range p.verdict.Steps[0].Comparisons {
			switch {
			case c.Subject != "letters":
			case c.State == judge.NotShown:
				refused = append(refused, i)
			default:
				shown++
				asked[p.asked] = true
			}
		}
	}
	if len(refused) > shown {
		return nil
	}
	return slices.DeleteFunc(refused, func(i int) bool { return asked[list[i].asked] })
}

// leaveOut judges scripts again without what was seen in them.
func (g Grader) leaveOut(scripts []int, list []played, keep func(record.Evidence) error) error {
	for _, i := range scripts {
		p := &list[i]
		if err := p.judge(g.Suite, p.witness.Seen[:1], keep); err != nil { // the program is started, and no more of it is seen
			return err
		}
		p.witness = nil
	}
	return nil
}

// judge judges a script again by what was seen of it, and keeps its evidence where there is some.
func (p *played) judge(s *suite.Suite, seen []judge.Observation, keep func(record.Evidence) error) error {
	p.verdict = judge.JudgeScript(s, p.verdict.Script, p.witness.Moments, seen)
	p.evidence.State, p.evidence.FirstDifference = p.verdict.State, -1
	if f := p.verdict.Finding; f != nil {
		p.evidence.FirstDifference = f.Step
	}
	for k := range p.evidence.Steps {
		if k < len(p.verdict.Steps) {
			p.evidence.Steps[k].Comparisons, p.evidence.Steps[k].Echo = p.verdict.Steps[k].Comparisons, p.verdict.Steps[k].Echo
		}
	}
	if keep == nil || len(p.evidence.Steps) == 0 {
		return nil
	}
	return keep(p.evidence)
}

// explained reports whether one known mistake explains all that was seen.
func (g Grader) explained(list []played) (bool, error) {
	cases, err := g.diagnosable()
	if err != nil {
		return false, err
	}
	found := cases.Diagnose(witnessesOf(list))
	return len(found) > 0 && found[0].Whole && !found[0].Omits && len(found[0].Mistakes) == 1, nil
}

// weigh sums up the points of criteria that are read and of those that are not.
func (g Grader) weigh(v judge.Verdict) (read, not float64) {
	for _, c := range v.Criteria {
		switch c.State {
		case judge.NotRead:
			not += float64(c.Of)
		case judge.Agrees, judge.Differs:
			read += float64(c.Of)
		}
	}
	return read, not
}

func verdictsOf(list []played) []judge.ScriptVerdict {
	verdicts := make([]judge.ScriptVerdict, len(list))
	for i, p := range list {
		verdicts[i] = p.verdict
	}
	return verdicts
}

func witnessesOf(list []played) []*judge.Witness {
	witnesses := make([]*judge.Witness, len(list))
	for i, p := range list {
		witnesses[i] = p.witness
	}
	return witnesses
}
