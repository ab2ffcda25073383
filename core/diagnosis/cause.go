package diagnosis

import (
	"slices"

	"durchgang/core/judge"
	"durchgang/core/suite"
)

// Cause is what is behind some of the findings: a mistake of the diagnosis or, where no
// diagnosis explains everything, the rule that is broken.
type Cause struct {
	Mistake  string   `json:"mistake"` // its name; empty where none is known
	Teacher  string   `json:"teacher"` // what happens, in a sentence
	Student  string   `json:"student"` // the same for the student, without the solution
	Criteria []string `json:"criteria"`
	Scripts  []string `json:"scripts"` // titles of those that show it
	Expected string   `json:"expected"`
	Seen     string   `json:"seen"`

	Setup     string   `json:"setup"`    // of the shortest sequence known to show it
	Words     string   `json:"words"`    // its steps, as in a script
	Shortest  []string `json:"shortest"` // what is typed for it
	Confirmed bool     `json:"confirmed"`
	Evidence  int      `json:"evidence"` // number of the recorded run that shows it, 0 for none

	Of     Diagnosis    `json:"-"` // of this mistake alone, where it is known
	Aspect suite.Aspect `json:"-"` // the rule that is broken first
}

// Causes divides the findings of the scripts by cause. The witnesses are in the order of
// the verdicts, with nil where there is none.
func (c *Cases) Causes(verdicts []judge.ScriptVerdict, witnesses []*judge.Witness, found []Diagnosis) []Cause {
	causes := []Cause{}
	var singles []Diagnosis
	if len(found) > 0 && found[0].Whole {
		singles = c.singlesOf(found[0])
	}
	for i, v := range verdicts {
		if v.Finding == nil {
			continue
		}
		cause := Cause{Aspect: v.Finding.Under, Expected: v.Finding.Expected, Seen: v.Finding.Seen}
		if k := blame(singles, witnesses[i]); k >= 0 {
			cause.Of = singles[k]
			cause.Mistake, cause.Teacher, cause.Student = singles[k].Mistakes[0], singles[k].Teacher, singles[k].Student
		}
		at := slices.IndexFunc(causes, func(other Cause) bool {
			return other.Mistake == cause.Mistake &&
				(cause.Mistake != "" || other.Aspect == cause.Aspect && other.Criteria[0] == v.Finding.Criterion)
		})
		if at < 0 {
			at = len(causes)
			causes = append(causes, cause)
		}
		to := &causes[at]
		to.Scripts = append(to.Scripts, v.Script.Title)
		if !slices.Contains(to.Criteria, v.Finding.Criterion) {
			to.Criteria = append(to.Criteria, v.Finding.Criterion)
		}
	}
	if len(causes) == 0 && len(found) > 0 && found[0].Omits {
		d := found[0]
		causes = append(
			causes,
			Cause{Mistake: d.Mistakes[0], Teacher: d.Teacher, Student: d.Student, Scripts: d.For, Criteria: []string{}, Of: d},
		)
	}
	for i := range causes {
		causes[i].Shortest = []string{}
	}
	return causes
}

// singlesOf are the mistakes of a diagnosis, one by one.
func (c *Cases) singlesOf(d Diagnosis) []Diagnosis {
	t := trial{Cases: c}
	var list []Diagnosis
	for _, s := range d.hypothesis.suspects {
		list = append(list, Diagnosis{
			Mistakes: []string{s.Name}, Game: d.Game, Teacher: s.Teacher, Student: s.Student,
			For: d.For, hypothesis: t.single(s),
		})
	}
	return list
}

// blame is the mistake that what was seen of a script is due to: the one that explains it
// alone or, of two that come together, the one that shows first.
func blame(singles []Diagnosis, w *judge.Witness) int {
	if len(singles) < 2 || w == nil {
		return len(singles) - 1
	}
	at, _, parts := w.Parts(w.Reference(), false)
	best := -1
	for k, d := range singles {
		h := d.hypothesis
		if h.explains(w) {
			return k
		}
		if own, _, _ := w.Parts(h.rules, h.lines); best < 0 && parts && own > at { // it makes the first difference right
			best = k
		}
	}
	return max(best, 0)
}
