package judge

import "durchgang/core/suite"

// Brief is what of a script's verdict decides about criteria and points, to keep it and
// compute points again by others.
type Brief struct {
	Title   string         `json:"title"`
	State   State          `json:"state"`
	Finding *BriefFinding  `json:"finding,omitempty"`
	Showed  []suite.Aspect `json:"showed,omitempty"`
	Excused bool           `json:"excused,omitempty"`
}

// BriefFinding is a finding with the rules that it concerns.
type BriefFinding struct {
	Finding
	Aspect suite.Aspect `json:"aspect"`
	Under  suite.Aspect `json:"under"`
}

// Briefs is what is kept of verdicts.
func Briefs(scripts []ScriptVerdict) []Brief {
	briefs := make([]Brief, len(scripts))
	for i, sv := range scripts {
		briefs[i] = Brief{Title: sv.Script.Title, State: sv.State, Showed: sv.Showed, Excused: sv.Excused}
		if f := sv.Finding; f != nil {
			briefs[i].Finding = &BriefFinding{*f, f.Aspect, f.Under}
		}
	}
	return briefs
}

// Recompute is Judge for scripts of which briefs were kept. It is false when the suite has other
// scripts: then programs must be run again.
func Recompute(s *suite.Suite, briefs []Brief, daysLate int) (Verdict, bool) {
	if len(briefs) != len(s.Scripts) {
		return Verdict{}, false
	}
	scripts := make([]ScriptVerdict, len(briefs))
	for i, b := range briefs {
		if b.Title != s.Scripts[i].Title {
			return Verdict{}, false
		}
		scripts[i] = ScriptVerdict{Script: s.Scripts[i], State: b.State, Showed: b.Showed, Excused: b.Excused}
		if b.Finding != nil {
			f := b.Finding.Finding
			f.Aspect, f.Under = b.Finding.Aspect, b.Finding.Under
			scripts[i].Finding = &f
		}
	}
	return Judge(s, scripts, daysLate), true
}
