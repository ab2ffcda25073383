package diagnosis

import (
	"slices"

	"durchgang/core/mistake"
	"durchgang/core/suite"
)

// mostSeveral bounds how many mistakes explain a program together. All but one are in what is refused:
// programs without any check have many of these, and more of other kinds would explain anything.
const mostSeveral = 6

// neverRefuses is what several mistakes come to where nothing that must be refused is.
var neverRefuses = mistake.Mistake{
	Name: "never-refuses", Family: "never-refuses",
	Teacher: "Nothing that is typed is ever refused: what is not possible is taken, or makes the program fail.",
	Student: "Your program does not check what is typed.",
}

// several finds mistakes of which each script that failed shows one, and none is contradicted by another
// script. Those come first that explain the most of what is left.
func (t *trial) several() []Diagnosis {
	open := slices.Clone(t.failed)
	var chosen []*suspect
	others := 0 // that are not in what is refused
	for !open.empty() {
		var best *suspect
		most := 0
		for _, s := range t.suspects {
			n, whole := 0, true
			for i := range t.witnesses {
				if !s.shows.has(i) {
					continue
				}
				explained := t.explains(s, i)
				whole = whole && (explained || t.failed.has(i))
				if explained && open.has(i) {
					n++
				}
			}
			if whole && n > most && (t.refusing(s) || others == 0) {
				best, most = s, n
			}
		}
		if best == nil || len(chosen) == mostSeveral {
			break
		}
		if !t.refusing(best) {
			others++
		}
		chosen = append(chosen, best)
		for i := range t.witnesses {
			if open.has(i) && best.shows.has(i) && t.explains(best, i) {
				open.clear(i)
			}
		}
	}
	h := hypothesis{suspects: chosen, rules: t.known.Reference}
	for i, a := range chosen {
		h.each = append(h.each, t.single(a))
		for _, b := range chosen[:i] {
			h.each = append(h.each, t.join(a, b)...) // a script may show two, one after the other
		}
	}
	var breaks []*breakdown
	for _, s := range chosen {
		if s.breaks != nil {
			breaks = append(breaks, s.breaks)
		}
	}
	for i := range h.each { // it may break down wherever it does elsewhere
		h.each[i].breaks = breaks
	}
	for i, w := range t.witnesses {
		if open.has(i) && !h.explains(w) {
			return nil
		}
	}
	d := t.add(nil, h)[0]
	if others == 0 && !t.everRefuses() {
		d.Mistakes, d.Teacher, d.Student = []string{neverRefuses.Name}, neverRefuses.Teacher, neverRefuses.Student
	}
	return []Diagnosis{d}
}

// refusing reports whether a suspect is in what is refused: it shows in failed scripts only that try something
// that must be.
func (t *trial) refusing(s *suspect) bool {
	for i, w := range t.witnesses {
		if s.shows.has(i) && t.failed.has(i) && !slices.ContainsFunc(w.Script.Steps, func(step suite.Step) bool { return step.Refused }) {
			return false
		}
	}
	return true
}

// everRefuses reports whether a script that tries something that must be refused has not failed, other than
// after the end of the game.
func (t *trial) everRefuses() bool {
	for i, w := range t.witnesses {
		if t.failed.has(i) {
			continue
		}
		for n, m := range w.Moments {
			if m.Step.Refused && n > 0 && !w.Moments[n-1].Result.Over() {
				return true
			}
		}
	}
	return false
}
