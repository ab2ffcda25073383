package desk

import (
	"slices"

	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/mistake"
	"durchgang/core/suite"
	"durchgang/core/suites"
)

// DraftStrength is what a suite catches, and what would close its holes.
type DraftStrength struct {
	Caught  int         `json:"caught" description:"Mistakes that a script shows."`
	Known   int         `json:"known" description:"Mistakes that are known in the variant."`
	Scripts int         `json:"scripts"`
	Untold  int         `json:"untold" description:"Pairs of mistakes that no script tells apart."`
	Pairs   int         `json:"pairs"`
	Holes   []DraftHole `json:"holes" description:"The first holes, those of mistakes that are not caught before the others."`
	More    int         `json:"more" description:"Holes that are not listed."`
	Open    bool        `json:"open" description:"What the suite catches is known only with a program, which has a part in the course of all scripts."`
	Idle    []string    `json:"idle" description:"Titles of scripts that can be left out, all of them, and as much is caught and told apart."`
}

// DraftHole is a hole with the sentences of its mistakes, and where a script that closes it belongs.
type DraftHole struct {
	suite.Hole
	Says      []string `json:"says" description:"What each of the mistakes does."`
	Criterion string   `json:"criterion" description:"Of the script that closes it."`
}

// mostHoles is how many holes are listed, and searched for scripts that close them.
const mostHoles = 12

// Strength measures a suite, which may be incomplete. With search it looks for scripts that close the holes that are listed; where
// the two mistakes of a hole differ nowhere, it is none.
func Strength(text string, search bool, games game.Registry) (DraftStrength, error) {
	s, err := suite.Read("suite", text, games)
	if err != nil {
		return DraftStrength{}, err
	}
	known := mistake.For(s.Rules)
	playable := &suite.Suite{Rules: s.Rules, Program: s.Program, Criteria: s.Criteria}
	for _, script := range s.Scripts {
		if s.Open(script) {
			continue
		}
		if _, err := script.Moments(s.Rules); err == nil {
			playable.Scripts = append(playable.Scripts, script)
		}
	}
	if len(playable.Scripts) == 0 && s.HasOpen() {
		return DraftStrength{Open: true, Holes: []DraftHole{}, Idle: []string{}}, nil
	}
	st, err := playable.Measure(known, mistake.Bounds{}, func(int, int) {})
	if err != nil {
		return DraftStrength{}, err
	}
	d := DraftStrength{Known: len(st.Mistakes), Scripts: len(playable.Scripts), Pairs: st.Pairs, Holes: []DraftHole{}, Idle: st.Idle}
	for _, m := range st.Mistakes {
		if len(m.Scripts) > 0 {
			d.Caught++
		}
	}
	holes := st.Holes[:min(len(st.Holes), mostHoles)]
	d.More = len(st.Holes) - len(holes)
	d.Untold = len(st.Holes) - (d.Known - d.Caught)
	if search && len(holes) > 0 {
		if holes, err = closed(known, holes); err != nil {
			return d, err
		}
	}
	for _, h := range holes {
		if h.Note == suite.Nowhere && len(h.Mistakes) == 1 {
			d.Known--
			continue
		}
		if h.Note == suite.Nowhere {
			d.Untold--
			continue
		}
		hole := DraftHole{Hole: h, Says: []string{}}
		for _, name := range h.Mistakes {
			m, _ := known.Find(name)
			hole.Says = append(hole.Says, m.Teacher)
		}
		if h.Script != "" {
			hole.Criterion = home(s, known, h)
		}
		d.Holes = append(d.Holes, hole)
	}
	return d, nil
}

// closed looks for the scripts that close holes.
func closed(known mistake.Known, holes []suite.Hole) ([]suite.Hole, error) {
	var pairs []mistake.Pair
	index := func(name string) int {
		return slices.IndexFunc(known.Mistakes, func(m mistake.Mistake) bool { return m.Name == name })
	}
	for _, h := range holes {
		p := mistake.Pair{A: index(h.Mistakes[0]), B: len(known.Mistakes)}
		if len(h.Mistakes) > 1 {
			p.B = index(h.Mistakes[1])
		}
		pairs = append(pairs, p)
	}
	return suite.Closing(known, pairs, suites.Bounds(known.Reference), func(int, int) {})
}

// home is the criterion that is charged for the mistake of a hole in the script that closes it; the first one where none is.
func home(s *suite.Suite, known mistake.Known, h suite.Hole) string {
	script := suite.Script{Setup: game.Setup(h.Setup)}
	steps, err := suite.ReadSteps(s, script, h.Script)
	if err != nil || len(s.Criteria) == 0 {
		return ""
	}
	script.Steps = steps
	if moments, err := script.Moments(s.Rules); err == nil {
		for _, name := range h.Mistakes {
			m, _ := known.Find(name)
			seen, err := judge.Model(m.Rules, script, moments)
			if err != nil {
				continue
			}
			if f := judge.JudgeScript(s, script, moments, seen).Finding; f != nil && f.Criterion != "" {
				return f.Criterion
			}
		}
	}
	return s.Criteria[0].Name
}
