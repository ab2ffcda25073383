package suite

import (
	"errors"
	"fmt"
	"strings"

	"durchgang/core/game"
	"durchgang/core/mistake"
)

// Strength is what a suite can do: which mistakes its scripts catch, and which they
// cannot tell apart.
type Strength struct {
	Mistakes []Caught `json:"mistakes"`
	Holes    []Hole   `json:"holes"`
	Pairs    int      `json:"pairs"` // of mistakes, all together
}

// Caught is one mistake with the scripts that show it.
type Caught struct {
	Name    string   `json:"name"`
	Teacher string   `json:"teacher"`
	Scripts []string `json:"scripts"` // titles
}

// Hole is a mistake that no script shows, or two that no script tells apart, with
// the script that would.
type Hole struct {
	Mistakes []string `json:"mistakes"` // one or two names
	Setup    string   `json:"setup"`    // of the script
	Script   string   `json:"script"`   // empty when none was found
	Exact    bool     `json:"exact"`    // no shorter script does it
	Note     string   `json:"note,omitempty"`
}

// Measure plays every script by the reference rules and by each known mistake.
// suggest says whether scripts are looked for that would close the holes.
func (s *Suite) Measure(suggest bool) (Strength, error) {
	mistakes := mistake.For(s.Rules)
	traces := make([][]string, len(mistakes)+1) // by mistake, the reference last, and script
	for i := range traces {
		rules := s.Rules
		if i < len(mistakes) {
			rules = mistakes[i].Rules
		}
		for _, script := range s.Scripts {
			trace, err := Trace(rules, script.Setup, script.Steps)
			if err != nil {
				return Strength{}, fmt.Errorf("play the script %q: %w", script.Title, err)
			}
			traces[i] = append(traces[i], trace)
		}
	}
	st := Strength{Holes: []Hole{}, Pairs: len(mistakes) * (len(mistakes) - 1) / 2}
	for i, m := range mistakes {
		caught := Caught{Name: m.Name, Teacher: m.Teacher, Scripts: []string{}}
		for k, script := range s.Scripts {
			if traces[i][k] != traces[len(mistakes)][k] {
				caught.Scripts = append(caught.Scripts, script.Title)
			}
		}
		st.Mistakes = append(st.Mistakes, caught)
		if len(caught.Scripts) == 0 {
			st.Holes = append(st.Holes, s.hole(suggest, s.Rules, m.Rules, m.Name))
		}
	}
	for i, a := range mistakes {
		for k, b := range mistakes[:i] {
			if equal(traces[i], traces[k]) {
				st.Holes = append(st.Holes, s.hole(suggest, b.Rules, a.Rules, b.Name, a.Name))
			}
		}
	}
	return st, nil
}

func equal(a, b []string) bool {
	for i := range a {
		if a[i] != b[i] {
			return false
		}
	}
	return true
}

func (s *Suite) hole(suggest bool, a, b game.Rules, names ...string) Hole {
	h := Hole{Mistakes: names}
	if !suggest {
		return h
	}
	setup, steps, exact, err := mistake.SeparateAny(s.Rules, a, b, mistake.Setups(s.Rules), mistake.Usual)
	switch {
	case errors.Is(err, mistake.ErrSame):
		h.Note = "they differ nowhere"
	case err != nil:
		h.Note = err.Error()
	default:
		h.Setup, h.Script, h.Exact = string(setup), Words(s.Rules, setup, steps), exact
	}
	return h
}

// Words writes a sequence as the steps of a script.
func Words(rules game.Rules, setup game.Setup, steps []mistake.Step) string {
	s := Suite{Rules: rules}
	words := make([]string, len(steps))
	for i, step := range Steps(rules, setup, steps) {
		words[i] = s.Word(step)
	}
	return strings.Join(words, " ")
}

// Steps turns a sequence into the steps of a script, with a ! where the rules refuse.
func Steps(rules game.Rules, setup game.Setup, sequence []mistake.Step) []Step {
	pos, err := rules.Start(setup)
	if err != nil {
		return nil
	}
	steps := make([]Step, 0, len(sequence))
	for _, step := range sequence {
		if step.Again {
			if pos, err = rules.Again(pos, setup); err != nil {
				return nil
			}
			steps = append(steps, Step{Act: Again})
			continue
		}
		_, refused := game.Refused(rules.Play(pos, step.Move, nil))
		steps = append(steps, Step{Act: MakeMove, Move: step.Move, Refused: refused})
	}
	return steps
}

// Trace is everything that rules show of the steps, in one text. Why a move is
// refused is left out, since few programs say it, and so are lines that are no
// move, which no rules hear of.
func Trace(rules game.Rules, setup game.Setup, steps []Step) (string, error) {
	pos, err := rules.Start(setup)
	if err != nil {
		return "", err
	}
	var t tracer
	t.opening(rules, pos)
	for _, step := range steps {
		switch step.Act {
		case MakeMove:
			t.facts(rules.Play(pos, step.Move, nil))
		case Again:
			if pos, err = rules.Again(pos, setup); err != nil {
				return "", err
			}
			t.opening(rules, pos)
			continue
		default:
			continue
		}
		t.facts(rules.View(pos, game.Nobody, nil))
	}
	return t.String(), nil
}

type tracer struct{ strings.Builder }

func (t *tracer) opening(rules game.Rules, pos game.Position) {
	t.facts([]game.Fact{{Kind: game.FactTurn, Player: pos.Turn()}})
	t.facts(rules.View(pos, game.Nobody, nil))
}

func (t *tracer) facts(facts []game.Fact) {
	for _, f := range facts {
		fmt.Fprintf(t, "%s%d%d,%d%s%d %d;", f.Kind, f.Player, f.Cell.Row, f.Cell.Col, f.Text, f.N, f.Amount)
	}
	t.WriteByte('\n')
}
