package suites

import (
	"fmt"
	"math/rand/v2"
	"slices"

	"durchgang/core/game"
	"durchgang/core/suite"
)

// writer collects criteria and scripts. What is not possible by the rules is left out, and so is a criterion without a script.
type writer struct {
	rules  game.Rules
	suite  *suite.Suite
	random *rand.Rand
	open   *suite.Criterion // which is added with its first script
	titles map[string]bool
	wins   func([]suite.Moment) string // a title for a script that ends with a win; nil for none of its own
}

func newWriter(rules game.Rules) *writer {
	return &writer{
		rules: rules, suite: &suite.Suite{Rules: rules}, random: rand.New(rand.NewPCG(11, 12)), titles: map[string]bool{},
	}
}

// criterion begins a criterion: its weight in points, and what it is charged for.
func (w *writer) criterion(name, title string, points float64, claims ...suite.Aspect) {
	w.open = &suite.Criterion{
		Name: name, Title: title, Points: suite.Points(points * 100), Claims: claims,
		Grading: suite.Whole, NotShown: suite.Costs, Unsteady: suite.Costs,
	}
}

// keeps makes the criterion keep its points where a program does not show what it asks.
func (w *writer) keeps() { w.open.NotShown = suite.Keeps }

// add adds a script to the criterion that was begun last.
func (w *writer) add(title string, s *steps) {
	if s.wrong || len(s.list) == 0 {
		return
	}
	script := suite.Script{Title: w.unused(title), Setup: s.setup, Steps: s.list}
	if _, there := w.suite.Criterion(w.open.Name); !there {
		w.suite.Criteria = append(w.suite.Criteria, *w.open)
	}
	script.Criterion = w.open.Name
	w.suite.Scripts = append(w.suite.Scripts, script)
}

// unused is a title that no script has.
func (w *writer) unused(title string) string {
	name := title
	for n := 2; w.titles[name]; n++ {
		name = fmt.Sprintf("%s, %d", title, n)
	}
	w.titles[name] = true
	return name
}

// steps are those of a script, made by the rules.
type steps struct {
	rules game.Rules
	setup game.Setup
	pos   game.Position
	list  []suite.Step
	wrong bool // a step is not as it was meant
}

// play begins a script.
func (w *writer) play(setup game.Setup) *steps {
	pos, err := w.rules.Start(setup)
	return &steps{rules: w.rules, setup: setup, pos: pos, wrong: err != nil}
}

// copy is the same script so far.
func (s *steps) copy() *steps {
	c := *s
	c.pos, c.list = s.pos.Clone(), slices.Clone(s.list)
	return &c
}

// over reports whether the game has ended.
func (s *steps) over() bool { return s.wrong || s.pos.Result().Over() }

// legal reports whether a move would be accepted.
func (s *steps) legal(m game.Move) bool {
	return !s.wrong && !refuses(s.rules, s.pos.Clone(), m)
}

// move makes moves that the rules accept.
func (s *steps) move(moves ...game.Move) *steps {
	for _, m := range moves {
		s.make(m, false)
	}
	return s
}

// refused makes moves that the rules refuse.
func (s *steps) refused(moves ...game.Move) *steps {
	for _, m := range moves {
		s.make(m, true)
	}
	return s
}

func (s *steps) make(m game.Move, refused bool) {
	if s.wrong {
		return
	}
	if s.wrong = refuses(s.rules, s.pos, m) != refused; !s.wrong {
		s.list = append(s.list, suite.Step{Act: suite.MakeMove, Move: m, Refused: refused})
	}
}

// text types lines that are no moves.
func (s *steps) text(lines ...string) *steps {
	for _, line := range lines {
		s.list = append(s.list, suite.Step{Act: suite.TypeLine, Text: line, Refused: true})
	}
	return s
}

// again asks for another game.
func (s *steps) again() *steps {
	if s.wrong || !s.pos.Result().Over() {
		s.wrong = true
		return s
	}
	pos, err := s.rules.Again(s.pos, s.setup)
	s.pos, s.wrong = pos, err != nil
	s.list = append(s.list, suite.Step{Act: suite.Again})
	return s
}

// parse reads moves as scripts have them, with ! before those that are refused.
func (s *steps) parse(words ...string) *steps {
	for _, word := range words {
		if word == string(suite.Again) {
			s.again()
			continue
		}
		text, refused := word, len(word) > 1 && word[0] == '!'
		if refused {
			text = word[1:]
		}
		m, err := s.rules.ParseMove(text)
		if s.wrong = s.wrong || err != nil; !s.wrong {
			s.make(m, refused)
		}
	}
	return s
}

// refuses makes a move and reports whether the rules refuse it.
func refuses(rules game.Rules, pos game.Position, m game.Move) bool {
	_, refused := game.Refused(rules.Play(pos, m, nil))
	return refused
}
