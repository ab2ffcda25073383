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
	open, others := slices.Clone(t.failed), false // others are not in what is refused
	var h hypothesis
	for len(h.suspects) < mostSeveral && !open.empty() {
		next := t.widest(open, !others)
		if next == nil {
			break
		}
		others = others || !t.refusing(next)
		h.suspects = append(h.suspects, next)
		for i := range t.witnesses {
			if t.shown(next, i) {
				open.clear(i)
			}
		}
	}
	if len(h.suspects) < 2 {
		return nil // one alone was tried before
	}
	var breaks []*breakdown
	for i, a := range h.suspects {
		h.each = append(h.each, t.single(a))
		for _, b := range h.suspects[:i] {
			h.each = append(h.each, t.join(a, b)...) // a script may show two, one after the other
		}
		if a.breaks != nil {
			breaks = append(breaks, a.breaks)
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
	if !others && !t.everRefuses() {
		d.Mistakes, d.Teacher, d.Student = []string{neverRefuses.Name}, neverRefuses.Teacher, neverRefuses.Student
	}
	return []Diagnosis{d}
}

// shown reports whether a suspect shows in a script and explains it alone.
func (t *trial) shown(s *suspect, script int) bool {
	return s.shows.has(script) && t.explains(s, script)
}

// widest is the suspect that explains the most of some scripts alone and contradicts none that has not failed;
// of any kind, or only in what is refused. It is nil where none explains any.
func (t *trial) widest(open bits, anyKind bool) (best *suspect) {
	most := 0
	for _, s := range t.suspects {
		n := 0
		for i := range t.witnesses {
			if open.has(i) && t.shown(s, i) {
				n++
			}
		}
		if n > most && t.explainsAll(s, minus(s.shows, t.failed)) && (anyKind || t.refusing(s)) {
			best, most = s, n
		}
	}
	return best
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
