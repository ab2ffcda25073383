package diagnosis

import (
	"slices"

	"durchgang/core/game"
	"durchgang/core/judge"
)

// Charge charges each mistake of a diagnosis that explains everything to the criterion of the rule that it breaks, and not
// to those that only meet it in some of their scripts: a program that counts from zero also misjudges one of the moves off
// the board, but the rule on these it keeps. The verdicts are returned with the findings moved; the scripts are
// excused. The witnesses are in the order of the verdicts, with nil where there is none.
func (c *Cases) Charge(d Diagnosis, verdicts []judge.ScriptVerdict, witnesses []*judge.Witness) ([]judge.ScriptVerdict, error) {
	if !d.Whole || d.Omits {
		return verdicts, nil
	}
	charged := map[string]bool{}
	for _, v := range verdicts {
		if v.Finding != nil && v.State != judge.Unsteady {
			charged[v.Finding.Criterion] = true
		}
	}
	singles := c.singlesOf(d)
	homes := make([]home, len(singles))
	for k, single := range singles {
		if h := single.hypothesis; h.played() {
			var err error
			if homes[k], err = c.homeOf(single.Mistakes[0], h.rules); err != nil {
				return nil, err
			}
		}
	}
	verdicts = slices.Clone(verdicts)
	for i, v := range verdicts {
		if v.Finding == nil || v.State == judge.Unsteady {
			continue
		}
		k := blame(singles, witnesses[i])
		if k < 0 || !charged[homes[k].criterion] || v.Finding.Criterion == homes[k].criterion || homes[k].broken[v.Finding.Criterion] {
			continue
		}
		finding := *v.Finding
		finding.Criterion = homes[k].criterion
		verdicts[i].Finding, verdicts[i].State, verdicts[i].Excused = &finding, judge.NotReached, true
	}
	return verdicts, nil
}

// home is the criterion whose rule a mistake breaks, and those whose rule it breaks as well: a program with it fails, for their own
// rule, in each of their scripts.
type home struct {
	criterion string
	broken    map[string]bool
}

// homeOf finds the home of a mistake once for all programs of a suite.
func (c *Cases) homeOf(mistake string, rules game.Rules) (home, error) {
	if h, known := c.homes.Load(mistake); known {
		return h.(home), nil
	}
	h, err := c.home(rules)
	if err == nil {
		c.homes.Store(mistake, h)
	}
	return h, err
}

// home finds the criterion of a mistake by a program that has the mistake and no other: the one that is charged in most scripts.
func (c *Cases) home(rules game.Rules) (h home, err error) {
	models, err := judge.NewModels(c.suite)
	if err != nil {
		return h, err
	}
	verdict, err := models.Judge(rules)
	if err != nil {
		return h, err
	}
	charged, fails := map[string]int{}, map[string]string{}
	for _, f := range verdict.Findings {
		charged[f.Criterion]++
		fails[f.Script] = f.Criterion
	}
	h.broken = map[string]bool{}
	for _, criterion := range c.suite.Criteria { // in their order, so that the first counts of those that are charged alike
		h.broken[criterion.Name] = charged[criterion.Name] > 0
		if charged[criterion.Name] > charged[h.criterion] {
			h.criterion = criterion.Name
		}
	}
	for _, s := range c.suite.Scripts {
		h.broken[s.Criterion] = h.broken[s.Criterion] && fails[s.Title] == s.Criterion
	}
	return h, nil
}
