package suites

import (
	"errors"
	"fmt"
	"slices"
	"strings"
	"sync"

	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/mistake"
	"durchgang/core/suite"
)

// fewHoles is up to how many holes are searched for further.
const fewHoles = 20

// close adds a script for each hole that a bounded search closes, and returns the others. A hole that is there since
// two mistakes differ nowhere is none. Where few are left they are searched for further.
func (w *Writer) close(known mistake.Known) ([]suite.Hole, error) {
	near := Bounds(w.rules)
	open, err := w.closeWithin(known, near)
	if err != nil || len(open) == 0 || len(open) > fewHoles {
		return open, err
	}
	return w.closeWithin(known, mistake.Bounds{Moves: 4 * near.Moves, Games: 4 * near.Games})
}

func (w *Writer) closeWithin(known mistake.Known, within mistake.Bounds) ([]suite.Hole, error) {
	st, err := w.Suite.Measure(known, within, func(int, int) {})
	if err != nil {
		return nil, err
	}
	index := map[string]int{}
	for i, m := range known.Mistakes {
		index[m.Name] = i
	}
	all := known.Rules()
	var open []suite.Hole
	var added [][]string // traces of the scripts that were added, by script and rules
	for _, h := range st.Holes {
		if h.Script == "" {
			if h.Note != suite.Nowhere {
				open = append(open, h)
			}
			continue
		}
		a, b := index[h.Mistakes[0]], len(all)-1
		if len(h.Mistakes) > 1 {
			b = index[h.Mistakes[1]]
		}
		if slices.ContainsFunc(added, func(traces []string) bool { return traces[a] != traces[b] }) {
			continue
		}
		s := w.Play(game.Setup(h.Setup)).Parse(strings.Fields(h.Script)...)
		if s.Wrong {
			return nil, fmt.Errorf("the script %q that closes a hole does not fit the rules", h.Script)
		}
		traces, err := suite.Traces(all, s.setup, s.List)
		if err != nil {
			return nil, err
		}
		added = append(added, traces)
		if err := w.place(s, all[a], all[b]); err != nil {
			return nil, err
		}
	}
	return open, nil
}

// place adds a script to the criterion of the rule that one of two mistakes breaks in it.
func (w *Writer) place(s *Steps, rules ...game.Rules) error {
	script := suite.Script{Setup: s.setup, Steps: s.List}
	moments, err := script.Moments(w.rules)
	if err != nil {
		return err
	}
	var candidates []string
	for _, r := range rules {
		seen, err := judge.Model(r, script, moments)
		if err != nil {
			return err
		}
		if f := judge.JudgeScript(w.Suite, script, moments, seen).Finding; f != nil && f.Criterion != "" {
			candidates = append(candidates, f.Criterion)
		}
	}
	for _, c := range w.Suite.Criteria {
		candidates = append(candidates, c.Name)
	}
	at := slices.IndexFunc(candidates, func(name string) bool {
		script.Criterion = name
		return w.shows(script, moments)
	})
	if at < 0 {
		return nil // no criterion is about what it shows
	}
	script.Title = w.unused(w.about(moments))
	w.Suite.Scripts = append(w.Suite.Scripts, script)
	return nil
}

// shows reports whether a program that keeps the rules shows in a script what its criterion is about.
func (w *Writer) shows(script suite.Script, moments []suite.Moment) bool {
	seen, err := judge.Model(w.rules, script, moments)
	return err == nil && judge.JudgeScript(w.Suite, script, moments, seen).State == judge.Agrees
}

// showing leaves out scripts that show nothing of what their criterion is about, and criteria that are left without any.
func (w *Writer) showing() error {
	shown, failed := make([]bool, len(w.Suite.Scripts)), make([]error, len(w.Suite.Scripts))
	var players sync.WaitGroup
	for i, s := range w.Suite.Scripts {
		players.Go(func() {
			var moments []suite.Moment
			moments, failed[i] = s.Moments(w.rules)
			shown[i] = failed[i] == nil && w.shows(s, moments)
		})
	}
	players.Wait()
	var kept []suite.Script
	for i, s := range w.Suite.Scripts {
		if shown[i] {
			kept = append(kept, s)
		}
	}
	w.Suite.Scripts = kept
	w.drop(func(c suite.Criterion) bool {
		return !slices.ContainsFunc(w.Suite.Scripts, func(s suite.Script) bool { return s.Criterion == c.Name })
	})
	return errors.Join(failed...)
}

// about is a title that says what happens at the end of a script.
func (w *Writer) about(moments []suite.Moment) string {
	last := moments[len(moments)-1]
	if last.Result.Outcome == game.Won && w.Wins != nil {
		if title := w.Wins(moments); title != "" {
			return title
		}
	}
	if _, refused := game.Refused(last.Facts); refused {
		return fmt.Sprintf("%s is refused as step %d", strings.TrimPrefix(w.Suite.Word(last.Step), "!"), len(moments)-1)
	}
	var said []string
	for _, f := range last.Facts {
		if f.Kind != game.FactTurn && f.Kind != game.FactCell {
			said = append(said, game.Say(w.rules, f))
		}
	}
	title := fmt.Sprintf("%s as step %d", w.Suite.Word(last.Step), len(moments)-1)
	if len(said) > 0 {
		title += ": " + strings.Join(said, ", ")
	}
	return strings.ReplaceAll(title, `"`, "'")
}

// shorten keeps the scripts that are needed to catch what the suite catches and to tell apart what it tells apart: again
// and again the one that does most of what is left, the shorter of two.
func (w *Writer) shorten(known mistake.Known) error {
	all := known.Rules()
	traces := make([][]string, len(w.Suite.Scripts)) // by script and rules
	for k, script := range w.Suite.Scripts {
		var err error
		if traces[k], err = suite.Traces(all, script.Setup, script.Steps); err != nil {
			return err
		}
	}
	open := map[mistake.Pair]bool{}
	for _, p := range known.Pairs() {
		if slices.ContainsFunc(traces, func(t []string) bool { return t[p.A] != t[p.B] }) {
			open[p] = true
		}
	}
	var kept []suite.Script
	for len(open) > 0 {
		best, most := -1, 0
		for k := range traces {
			gain := 0
			for p := range open {
				if traces[k][p.A] != traces[k][p.B] {
					gain++
				}
			}
			if gain > most || gain > 0 && gain == most && len(w.Suite.Scripts[k].Steps) < len(w.Suite.Scripts[best].Steps) {
				best, most = k, gain
			}
		}
		for p := range open {
			if traces[best][p.A] != traces[best][p.B] {
				delete(open, p)
			}
		}
		kept = append(kept, w.Suite.Scripts[best])
	}
	for _, c := range w.Suite.Criteria { // each keeps one
		own := func(s suite.Script) bool { return s.Criterion == c.Name }
		if !slices.ContainsFunc(kept, own) {
			kept = append(kept, w.Suite.Scripts[slices.IndexFunc(w.Suite.Scripts, own)])
		}
	}
	w.Suite.Scripts = kept
	return nil
}
