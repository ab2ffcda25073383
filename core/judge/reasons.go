package judge

import (
	"fmt"
	"slices"

	"durchgang/core/game"
	"durchgang/core/suite"
)

// Reasons tells of each script of a criterion that claims the reason of refusals whether its refusals say why: by a
// line that is said of refusals for that reason rather than for another one. Only the reasons for which this criterion's
// scripts have refusals must be told apart. A line that is said of steps that are accepted too says nothing. The
// result is the observations with these checks, nil for a script that has none; a witness may be nil.
func Reasons(s *suite.Suite, witnesses []*Witness) [][]Observation {
	checked := make([][]Observation, len(witnesses))
	all := refusals(witnesses)
	for _, c := range s.Criteria {
		if !c.Claim(suite.Reason) {
			continue
		}
		var told []suite.Aspect // apart
		for _, r := range all {
			if witnesses[r.script].Script.Criterion == c.Name && !slices.Contains(told, r.aspect) {
				told = append(told, r.aspect)
			}
		}
		shares := newShares(all, told)
		for _, r := range all {
			w := witnesses[r.script]
			if w.Script.Criterion != c.Name || len(told) < 2 {
				continue
			}
			if checked[r.script] == nil {
				checked[r.script] = slices.Clone(w.Seen)
			}
			check := Check{Aspect: suite.Reason, Agrees: true, Expected: fmt.Sprintf("the refusal says why: %s", r.reason), Seen: "it says why"}
			if !slices.ContainsFunc(r.lines, func(line string) bool { return shares.owner(line) == r.aspect }) {
				check.Agrees, check.Seen = false, "no reason is said"
				if len(r.lines) > 0 {
					check.Seen = "it says what it says of moves that are refused for another reason"
				}
			}
			checked[r.script][r.step].Reason = &check
		}
	}
	return checked
}

// refusal is a step that was refused, and what was said of it and of no step that was accepted.
type refusal struct {
	script, step int
	aspect       suite.Aspect
	reason       game.Refusal
	lines        []string
}

func refusals(witnesses []*Witness) (list []refusal) {
	plain := map[string]bool{}
	each := func(act func(script, step int, o Observation, reason game.Refusal, refused bool)) {
		for i, w := range witnesses {
			if w == nil {
				continue
			}
			for k := range min(len(w.Seen), len(w.Moments)) {
				reason, refused := game.Refused(w.Moments[k].Facts)
				if o := w.Seen[k]; !o.Untyped && !o.Skipped && !o.Accepted && o.Condition.alive() {
					act(i, k, o, reason, refused)
				}
			}
		}
	}
	each(func(_, _ int, o Observation, _ game.Refusal, refused bool) {
		for _, line := range o.Said {
			plain[line] = plain[line] || !refused
		}
	})
	each(func(script, step int, o Observation, reason game.Refusal, refused bool) {
		if !refused {
			return
		}
		r := refusal{script, step, RefusalAspect(reason), reason, nil}
		for _, line := range o.Said {
			if !plain[line] {
				r.lines = append(r.lines, line)
			}
		}
		list = append(list, r)
	})
	return list
}

// shares are of how many refusals for each reason a line is said.
type shares struct {
	refusals map[suite.Aspect]int
	said     map[string]map[suite.Aspect]int
}

func newShares(list []refusal, told []suite.Aspect) shares {
	s := shares{map[suite.Aspect]int{}, map[string]map[suite.Aspect]int{}}
	for _, r := range list {
		if !slices.Contains(told, r.aspect) {
			continue
		}
		s.refusals[r.aspect]++
		for _, line := range slices.Compact(slices.Sorted(slices.Values(r.lines))) {
			if s.said[line] == nil {
				s.said[line] = map[suite.Aspect]int{}
			}
			s.said[line][r.aspect]++
		}
	}
	return s
}

// owner is the reason for which a line is said at the largest share of its refusals; empty where there are two.
func (s shares) owner(line string) (of suite.Aspect) {
	most := 0.0
	for aspect, n := range s.said[line] {
		switch share := float64(n) / float64(s.refusals[aspect]); {
		case share > most:
			of, most = aspect, share
		case share == most:
			of = ""
		}
	}
	return of
}
