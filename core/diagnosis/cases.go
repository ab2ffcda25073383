package diagnosis

import (
	"fmt"
	"slices"
	"sync"

	"durchgang/core/judge"
	"durchgang/core/mistake"
	"durchgang/core/suite"
)

// Cases is a suite with the scripts in which each mistake makes a difference. It is made
// once, and may be used by several at a time.
type Cases struct {
	known    mistake.Known
	suite    *suite.Suite
	suspects []suspect
	homes    sync.Map // home by mistake
}

// Prepare plays the scripts of a suite by every mistake known of its variant. Scripts in
// which positions are looked at, or of which the course is known only with a program,
// are left out.
func Prepare(s *suite.Suite, known mistake.Known) (*Cases, error) {
	c := &Cases{known: known, suite: s}
	var right []*judge.Witness // without anything seen
	for _, script := range s.Scripts {
		var w *judge.Witness
		if !s.Open(script) && !script.Has(suite.Look) {
			moments, err := script.Moments(known.Reference)
			if err != nil {
				return nil, fmt.Errorf("play the script %q: %w", script.Title, err)
			}
			w = judge.NewWitness(s, script, moments, nil)
		}
		right = append(right, w)
	}
	for i, m := range known.Mistakes {
		plain := suspect{Mistake: m, index: i, shows: newBits(len(s.Scripts))}
		lines := plain
		lines.lines, lines.shows = true, newBits(len(s.Scripts))
		for k, w := range right {
			if w == nil {
				continue
			}
			if w.Touches(m.Rules, false) {
				plain.shows.set(k)
				lines.shows.set(k)
			} else if w.Script.Has(suite.TypeLine) && w.Touches(m.Rules, true) {
				lines.shows.set(k)
			}
		}
		c.suspects = append(c.suspects, plain)
		if !slices.Equal(plain.shows, lines.shows) {
			c.suspects = append(c.suspects, lines)
		}
	}
	return c, nil
}

// most is how many diagnoses are made.
const most = 5

// Diagnose returns what explains what was seen of a suite's scripts, best first: what
// explains every script, single mistakes before pairs and pairs before more; and when nothing does, the
// single mistakes that explain the most. Of single ones by which all is explained those come first by which least is
// missing in what the program shows. The witnesses may have other scripts besides. A program
// that keeps the rules in all of them and shows all of it has no diagnosis.
func (c *Cases) Diagnose(witnesses []*judge.Witness) []Diagnosis {
	t := c.trial(witnesses)
	if t.failed.empty() {
		return t.omissions()
	}
	found := t.singles()
	if len(found) > 1 {
		missing := map[string]int{}
		for _, d := range found {
			missing[d.Name()] = t.missing(d)
		}
		slices.SortStableFunc(found, func(a, b Diagnosis) int { return missing[a.Name()] - missing[b.Name()] })
	}
	for _, strict := range []bool{true, false} {
		if len(found) == 0 {
			found = t.pairs(strict)
		}
	}
	if len(found) == 0 {
		found = t.several()
	}
	if len(found) == 0 {
		found = t.partial()
	} else if d, more := t.omits(found[0]); more {
		found = append([]Diagnosis{d}, found...)
	}
	return found[:min(len(found), most)]
}
