package suite

import (
	"fmt"
	"strings"
	"time"
)

// Policy is how points become a total: what stands in a suite beside its criteria. The
// zero value adds up the points and changes nothing.
type Policy struct {
	Declared Points // what the criteria must add up to; 0 when that is not said
	Required []Requirement
	Attempts Attempts  // which of several submissions counts
	Due      time.Time // zero when nothing is late
	Late     int       // percent of the points that each day begun after Due costs
	LateMost int       // percent that lateness costs at most
	Round    Points    // totals are rounded to multiples of it, rounding half up; 0 for none

	line int // where the total is declared
}

// Requirement is a criterion without all of whose points a total is at most so much.
type Requirement struct {
	Criterion    string
	Most         Points
	line, column int // of the name in its file, from 1
}

// Attempts says which of a student's submissions counts.
type Attempts string

// The two ways. The last one counts where nothing is said.
const (
	Last Attempts = "last"
	Best Attempts = "best"
)

// Grading says how a criterion is graded that some scripts of it keep and others do not.
type Grading string

// The two gradings. A criterion is graded whole where nothing is said.
const (
	Whole Grading = "whole" // one fault loses all of its points
	Share Grading = "share" // each script is worth the same part of them
)

// DaysLate counts the days begun after the due time, at most 3650.
func (p Policy) DaysLate(handed time.Time) int {
	if p.Due.IsZero() || !handed.After(p.Due) {
		return 0
	}
	const day = 24 * time.Hour
	return int(min((handed.Sub(p.Due)+day-1)/day, 3650))
}

// Deduction is what lateness costs of some points, rounded down to a hundredth.
func (p Policy) Deduction(of Points, days int) Points {
	percent := min(p.Late*days, p.LateMost)
	return of * Points(percent) / 100
}

// Rounded is a total as it counts.
func (p Policy) Rounded(total Points) Points {
	if p.Round == 0 {
		return total
	}
	return (total + p.Round/2) / p.Round * p.Round
}

// Loses reports whether the points of a criterion are lost that is not shown, or not
// reached where that is told apart.
func (c Criterion) Loses(reached bool) bool {
	if !reached && c.NotReached != "" {
		return c.NotReached == Costs
	}
	return c.NotShown == Costs
}

// checkPolicy reports what of the points cannot be meant.
func (s *Suite) checkPolicy() error {
	names := make([]string, len(s.Criteria))
	for i, c := range s.Criteria {
		names[i] = c.Name
	}
	for _, r := range s.Policy.Required {
		if _, found := s.Criterion(r.Criterion); !found {
			return &SyntaxError{
				Line:   r.line,
				Column: r.column,
				Err:    fmt.Errorf("%q is required, but there is no such criterion; there are %s", r.Criterion, strings.Join(names, ", ")),
			}
		}
	}
	if sum := s.Total(); s.Policy.Declared != 0 && sum != s.Policy.Declared {
		return &SyntaxError{
			Line:   s.Policy.line,
			Column: 1,
			Err:    fmt.Errorf("the criteria add up to %s points, but the total is %s: change one of them", sum, s.Policy.Declared),
		}
	}
	return nil
}
