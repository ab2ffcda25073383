package judge

import (
	"fmt"

	"durchgang/core/suite"
)

// ByHand is points that somebody gives in the place of those that were computed, for a
// criterion or, with an empty one, for everything.
type ByHand struct {
	Criterion string       `json:"criterion" description:"Name of the criterion; empty for the total."`
	Points    suite.Points `json:"points"`
	Reason    string       `json:"reason"`
}

// Give puts what is given by hand upon a verdict: the account has an entry for each, so that
// criteria and account still add up to the points. Criteria come first, the total last. What
// is given for a criterion that the verdict does not have changes nothing.
func (v *Verdict) Give(hands []ByHand) {
	for _, h := range hands {
		for _, c := range v.Criteria {
			if c.Name == h.Criterion {
				v.enter(h.Points-c.Points, fmt.Sprintf("by hand, %s instead of %s for %q: %s", h.Points, c.Points, c.Title, h.Reason))
			}
		}
	}
	for _, h := range hands {
		if h.Criterion == "" {
			v.enter(h.Points-v.Points, fmt.Sprintf("by hand, %s in all instead of %s: %s", h.Points, v.Points, h.Reason))
		}
	}
}
