package judge

import (
	"fmt"

	"durchgang/core/suite"
)

// Entry is what is added to the points of the criteria, or taken from them, and why.
type Entry struct {
	Reason string       `json:"reason"`
	Points suite.Points `json:"points"`
}

// earn is the state of a criterion and what it earns.
func earn(c suite.Criterion, scripts []ScriptVerdict) CriterionVerdict {
	cv := CriterionVerdict{Name: c.Name, Title: c.Title, State: criterionState(c, scripts), Of: c.Points}
	n, kept, broken, charged, excused := 0, 0, 0, 0, true
	for _, sv := range scripts {
		if sv.Finding != nil && sv.Finding.Criterion == c.Name {
			charged++
		}
		if sv.Script.Criterion == c.Name {
			n++
			switch sv.State {
			case Agrees:
				kept++
			case Differs:
				broken++
			case NotReached:
				excused = excused && sv.Excused
			}
		}
	}
	switch {
	case cv.State == Agrees:
		cv.Points, cv.Reason = c.Points, "the rule is kept"
	case c.Grading == suite.Share && n > 0:
		cv.Points = c.Points * suite.Points(kept) / suite.Points(n)
		cv.Reason = fmt.Sprintf("it is kept in %d of %d games that were tried for it, each of which is worth the same part", kept, n)
		if c.Points*suite.Points(kept)%suite.Points(n) != 0 {
			cv.Reason += ", rounded down to a hundredth"
		}
	case cv.State == Differs:
		cv.Reason = "it is broken in " + triedGames(max(charged, broken))
	case cv.State == Unsteady:
		cv.pay(c, c.Unsteady == suite.Costs, "the program does not do the same each time")
	case cv.State == NotRead:
		cv.pay(c, false, "the program says it in a way that is not read yet")
	case cv.State == NotReached && excused:
		cv.pay(c, false, "a fault of another rule, which is fully explained, was in the way each time")
	case cv.State == NotReached:
		cv.pay(c, c.Loses(false), "an earlier fault was in the way each time")
	default:
		cv.pay(c, c.Loses(true), "the program does not show it")
	}
	return cv
}

func (cv *CriterionVerdict) pay(c suite.Criterion, loses bool, why string) {
	cv.Reason = why + ", which costs its points"
	if !loses {
		cv.Points, cv.Reason = c.Points, why+", which costs nothing"
	}
}

func triedGames(n int) string {
	if n == 1 {
		return "one of the games that were tried"
	}
	return fmt.Sprintf("%d of the games that were tried", n)
}

// settle makes the points of the criteria a total, by the entries of the account.
func (v *Verdict) settle(p suite.Policy, daysLate int) {
	for _, c := range v.Criteria {
		v.Points += c.Points
	}
	for _, r := range p.Required {
		for _, c := range v.Criteria {
			if c.Name == r.Criterion && c.Points < c.Of && v.Points > r.Most {
				v.enter(r.Most-v.Points, fmt.Sprintf("%q is required: without all of its points the total is at most %s", c.Title, r.Most))
			}
		}
	}
	if late := p.Deduction(v.Points, daysLate); late > 0 {
		v.enter(-late, fmt.Sprintf("handed in late, %d days begun: %d%% of the points for each day, at most %d%%", daysLate, p.Late, p.LateMost))
	}
	if rounded := p.Rounded(v.Points); rounded != v.Points {
		v.enter(rounded-v.Points, fmt.Sprintf("rounded to a multiple of %s", p.Round))
	}
}

func (v *Verdict) enter(amount suite.Points, reason string) {
	v.Account = append(v.Account, Entry{Reason: reason, Points: amount})
	v.Points += amount
}
