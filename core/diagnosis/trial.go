package diagnosis

import (
	"slices"

	"durchgang/core/judge"
	"durchgang/core/mistake"
	"durchgang/core/suite"
)

// trial is one program before the suspects.
type trial struct {
	*Cases
	witnesses []*judge.Witness
	suspects  []*suspect
	failed    bits // scripts that the reference does not explain
}

func (c *Cases) trial(witnesses []*judge.Witness) *trial {
	witnesses = slices.DeleteFunc(
		slices.Clone(witnesses),
		func(w *judge.Witness) bool { return w == nil || w.Script.Own || w.Script.Has(suite.Look) },
	)
	t := &trial{Cases: c, witnesses: witnesses, failed: newBits(len(witnesses))}
	broken := t.failures()
	at := map[string]int{}
	for i, script := range c.suite.Scripts {
		at[script.Title] = i
	}
	for i := range c.suspects {
		s := &c.suspects[i]
		t.suspect(*s, func(w *judge.Witness, _ int) bool {
			if n, in := at[w.Script.Title]; in && !c.suite.Open(c.suite.Scripts[n]) {
				return s.shows.has(n)
			}
			return w.Touches(s.Rules, s.lines)
		})
	}
	for _, b := range breakdowns {
		s := suspect{Mistake: mistake.Mistake{Name: b.name, Family: b.name, Teacher: b.teacher, Student: b.student}, index: -1, breaks: b}
		t.suspect(s, func(_ *judge.Witness, i int) bool { return slices.Contains(broken[i], b) })
	}
	return t
}

// failures notes the scripts that the reference does not explain, and returns how the
// program breaks down in each.
func (t *trial) failures() [][]*breakdown {
	broken := make([][]*breakdown, len(t.witnesses))
	for i, w := range t.witnesses {
		step, moment, found := w.Parts(t.known.Reference, false)
		if !found {
			continue
		}
		t.failed.set(i)
		for _, b := range breakdowns {
			if b.when(moment, w.Seen[step]) {
				broken[i] = append(broken[i], b)
			}
		}
	}
	return broken
}

// suspect takes a copy of a suspect that shows in some of the witnesses' scripts.
func (t *trial) suspect(s suspect, shows func(w *judge.Witness, i int) bool) {
	s.met, s.shows = map[int]bool{}, newBits(len(t.witnesses))
	for i, w := range t.witnesses {
		if shows(w, i) {
			s.shows.set(i)
		}
	}
	if !s.shows.empty() {
		t.suspects = append(t.suspects, &s)
	}
}

func (t *trial) single(s *suspect) hypothesis {
	h := hypothesis{suspects: []*suspect{s}, rules: s.Rules, lines: s.lines}
	if s.breaks != nil {
		h.rules, h.breaks = t.known.Reference, []*breakdown{s.breaks}
	}
	return h
}

// explains reports whether a suspect alone explains a script in which it shows.
func (t *trial) explains(s *suspect, script int) bool {
	met, known := s.met[script]
	if !known {
		met = t.single(s).explains(t.witnesses[script])
		s.met[script] = met
	}
	return met
}

func (t *trial) singles() []Diagnosis {
	var found []Diagnosis
	for _, s := range t.suspects {
		if t.failed.within(s.shows, s.shows) && t.explainsAll(s, s.shows) {
			found = t.add(found, t.single(s))
		}
	}
	return found
}

// explainsAll reports whether a suspect explains the scripts of a set, those first that
// the reference does not.
func (t *trial) explainsAll(s *suspect, scripts bits) bool {
	for _, failed := range []bool{true, false} {
		for i := range t.witnesses {
			if scripts.has(i) && t.failed.has(i) == failed && !t.explains(s, i) {
				return false
			}
		}
	}
	return true
}

// pairs makes two suspects at once. When strict, each has to explain alone what the other
// does not touch, and nothing else may have failed; else the two may make a difference
// together that neither makes alone, as two places off the board do.
func (t *trial) pairs(strict bool) []Diagnosis {
	var couples [][2]*suspect
	for i, a := range t.suspects {
		for _, b := range t.suspects[:i] {
			if a.index == b.index && a.index >= 0 || t.share(a) == 0 || t.share(b) == 0 {
				continue
			}
			if strict &&
				(!t.failed.within(a.shows, b.shows) || !t.explainsAll(a, minus(a.shows, b.shows)) || !t.explainsAll(b, minus(b.shows, a.shows))) {
				continue
			}
			couples = append(couples, [2]*suspect{a, b})
		}
	}
	if !strict {
		slices.SortStableFunc(couples, func(c, d [2]*suspect) int { return t.weight(d) - t.weight(c) })
		couples = couples[:min(len(couples), mostCouples)]
	}
	var found []Diagnosis
	for _, c := range couples {
		for _, h := range t.join(c[0], c[1]) {
			if t.whole(h) {
				found = t.add(found, h)
				break
			}
		}
	}
	return found
}

// mostCouples is how many pairs are played that need not explain alone what the other does
// not touch; the rest show in fewer of the scripts that failed.
const mostCouples = 700

// weight is how many of the failed scripts one of two suspects shows in, or both.
func (t *trial) weight(c [2]*suspect) int {
	n := 0
	for i := range t.witnesses {
		if t.failed.has(i) && (c[0].shows.has(i) || c[1].shows.has(i)) {
			n++
		}
	}
	return n
}

func minus(a, b bits) bits {
	rest := slices.Clone(a)
	for i := range rest {
		rest[i] &^= b[i]
	}
	return rest
}

// join makes the hypotheses of two suspects.
func (t *trial) join(a, b *suspect) []hypothesis {
	pair := []*suspect{a, b}
	switch {
	case a.breaks != nil && b.breaks != nil:
		return []hypothesis{{suspects: pair, rules: t.known.Reference, breaks: []*breakdown{a.breaks, b.breaks}}}
	case a.breaks != nil:
		return []hypothesis{{suspects: pair, rules: b.Rules, lines: b.lines, breaks: []*breakdown{a.breaks}}}
	case b.breaks != nil:
		return []hypothesis{{suspects: pair, rules: a.Rules, lines: a.lines, breaks: []*breakdown{b.breaks}}}
	case t.known.Join == nil:
		return nil
	}
	var list []hypothesis
	for _, rules := range t.known.Join(a.index, b.index) {
		list = append(list, hypothesis{suspects: pair, rules: rules, lines: a.lines || b.lines})
	}
	return list
}

// whole reports whether a hypothesis explains everything, what failed first.
func (t *trial) whole(h hypothesis) bool {
	for _, failed := range []bool{true, false} {
		for i, w := range t.witnesses {
			if t.failed.has(i) == failed && !h.explains(w) {
				return false
			}
		}
	}
	return true
}

// partial are the single suspects that explain something and contradict nothing, those
// that explain the most first.
func (t *trial) partial() []Diagnosis {
	var found []Diagnosis
	for _, s := range t.suspects {
		good, bad := 0, 0
		for i := range t.witnesses {
			switch {
			case !s.shows.has(i):
			case t.failed.has(i) && t.explains(s, i):
				good++
			case !t.failed.has(i) && !t.explains(s, i):
				bad++
			}
		}
		if good > 0 && bad == 0 {
			found = t.add(found, t.single(s))
		}
	}
	slices.SortStableFunc(found, func(a, b Diagnosis) int { return len(b.For) - len(a.For) })
	return found
}

// omits adds to a single mistake one by which nothing is missing any more where it shows,
// and nothing else is contradicted.
func (t *trial) omits(d Diagnosis) (Diagnosis, bool) {
	h := d.hypothesis
	if len(h.suspects) != 1 {
		return d, false
	}
	for _, s := range t.suspects {
		if s.breaks != nil || s.index == h.suspects[0].index || !t.explainsAll(s, minus(s.shows, t.failed)) {
			continue
		}
		for _, joint := range t.join(h.suspects[0], s) {
			if t.fills(joint, h, s.shows) && t.whole(joint) {
				return t.add(nil, joint)[0], true
			}
		}
	}
	return d, false
}

// fills reports whether less is missing by one hypothesis than by another in each of some
// scripts.
func (t *trial) fills(h, than hypothesis, scripts bits) bool {
	for i, w := range t.witnesses {
		if scripts.has(i) && w.Silent(h.rules, h.lines) >= w.Silent(than.rules, than.lines) {
			return false
		}
	}
	return true
}

// missing counts what a diagnosis says of the scripts and the program leaves unshown.
func (t *trial) missing(d Diagnosis) (n int) {
	for _, w := range t.witnesses {
		n += w.Silent(d.hypothesis.rules, d.hypothesis.lines)
	}
	return n
}

// omissions are the mistakes by which nothing is missing in what a program shows that
// keeps the rules as far as it shows them.
func (t *trial) omissions() []Diagnosis {
	missing, unshown := make([]int, len(t.witnesses)), judge.Unshown(t.witnesses)
	for i, w := range t.witnesses {
		missing[i] = w.Silent(t.known.Reference, false)
	}
	var found []Diagnosis
	for _, s := range t.suspects {
		omits := func(i int) bool {
			return !s.shows.has(i) && !unshown[i] || t.explains(s, i) && t.witnesses[i].Silent(s.Rules, s.lines) < missing[i]
		}
		all := true
		for i := range t.witnesses {
			all = all && omits(i)
		}
		if !all {
			continue
		}
		before := len(found)
		if found = t.add(found, t.single(s)); len(found) > before {
			for i, w := range t.witnesses {
				if s.shows.has(i) {
					found[before].For = append(found[before].For, w.Script.Title)
				}
			}
			found[before].Omits = true
		}
	}
	return found
}

// add makes a diagnosis of a hypothesis, unless one of the same names is there.
func (t *trial) add(found []Diagnosis, h hypothesis) []Diagnosis {
	d := Diagnosis{Game: t.known.Reference.Variant(), hypothesis: h, For: []string{}, Against: []string{}, Shortest: []string{}}
	suspects := slices.Clone(h.suspects)
	if len(suspects) == 2 && t.share(suspects[1]) > t.share(suspects[0]) {
		slices.Reverse(suspects)
	}
	for _, s := range suspects {
		d.Mistakes = append(d.Mistakes, s.Name)
	}
	if slices.ContainsFunc(found, func(e Diagnosis) bool { return slices.Equal(e.Mistakes, d.Mistakes) }) {
		return found
	}
	d.Teacher = sentence(suspects, func(s *suspect) string { return s.Teacher })
	d.Student = sentence(suspects, func(s *suspect) string { return s.Student })
	for i, w := range t.witnesses {
		switch h.explains(w) {
		case false:
			d.Against = append(d.Against, w.Script.Title)
		case t.failed.has(i):
			d.For = append(d.For, w.Script.Title)
		}
	}
	d.Whole = len(d.Against) == 0
	return append(found, d)
}

// share is how many of the failed scripts a suspect shows in.
func (t *trial) share(s *suspect) int {
	n := 0
	for i := range t.witnesses {
		if s.shows.has(i) && t.failed.has(i) {
			n++
		}
	}
	return n
}
