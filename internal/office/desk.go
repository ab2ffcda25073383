package office

import (
	"context"
	"slices"

	"durchgang/core/desk"
	"durchgang/core/games"
	"durchgang/core/judge"
	"durchgang/core/suite"
	"durchgang/internal/record"
)

// SuiteChange says in words what another suite would change of an assignment, and of which results the points would change where
// that is known without running programs: where every script of it was played before, and charges the same rules.
func (o *Office) SuiteChange(ctx context.Context, course, name, text string) (record.SuiteChange, error) {
	change := record.SuiteChange{Says: []string{}, Lower: []record.PointChange{}, Higher: []record.PointChange{}}
	a, err := o.Assignment(ctx, course, name)
	if err != nil {
		return change, err
	}
	kept, err := suite.Parse("suite", a.Suite, games.All())
	if err != nil {
		return change, err
	}
	next, err := suite.Parse("suite", text, games.All())
	if err != nil {
		return change, &record.InputError{Field: "suite", Err: err}
	}
	change.Says = desk.Differences(kept, next)
	results, err := o.store.Graded(ctx, a.ID)
	if err != nil {
		return change, err
	}
	change.Graded, change.Known = len(results), true
	var was *suite.Suite
	for i, r := range results {
		if i == 0 || r.Suite != results[i-1].Suite {
			if was, err = suite.Parse("suite of a run", r.Suite, games.All()); err != nil {
				return change, err
			}
		}
		before, ok := judge.Recompute(was, r.Played, 0)
		after, known := reckonPart(was, next, r.Played)
		if !ok || !known {
			change.Known = false
			continue
		}
		p := record.PointChange{Student: r.Student, Result: r.ID, From: before.Points, To: after.Points}
		switch {
		case p.To < p.From:
			change.Lower = append(change.Lower, p)
		case p.To > p.From:
			change.Higher = append(change.Higher, p)
		}
	}
	return change, nil
}

// reckonPart computes the points by a suite of which every script was played by the suite of an earlier run, in any order. It
// reports false where that is not so.
func reckonPart(was, next *suite.Suite, played []judge.Brief) (judge.Verdict, bool) {
	for _, c := range next.Criteria {
		if old, there := was.Criterion(c.Name); !there || !slices.Equal(old.Claims, c.Claims) {
			return judge.Verdict{}, false
		}
	}
	var part []judge.Brief
	for _, script := range next.Scripts {
		i := slices.IndexFunc(was.Scripts, func(old suite.Script) bool {
			return old.Title == script.Title && old.Criterion == script.Criterion && old.Setup == script.Setup && old.Own == script.Own &&
				old.Quick == script.Quick && old.Repeats == script.Repeats && was.Words(old.Steps) == next.Words(script.Steps)
		})
		if i < 0 || i >= len(played) {
			return judge.Verdict{}, false
		}
		part = append(part, played[i])
	}
	return judge.Recompute(next, part, 0)
}
