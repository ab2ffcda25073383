package suites

import (
	"fmt"
	"math/rand/v2"
	"slices"

	"durchgang/core/game"
	"durchgang/core/suite"
)

// Writer collects criteria and scripts. What is not possible by the rules is left out, and so is a criterion without a script.
type Writer struct {
	Suite *suite.Suite
	Wins  func([]suite.Moment) string // a title for a script that ends with a win; nil for none of its own

	Random *rand.Rand // the same for each suite

	rules  game.Rules
	open   *suite.Criterion // which is added with its first script
	titles map[string]bool
}

func newWriter(rules game.Rules) *Writer {
	return &Writer{
		rules: rules, Suite: &suite.Suite{Rules: rules}, Random: rand.New(rand.NewPCG(11, 12)), titles: map[string]bool{},
	}
}

// Criterion begins a criterion: its weight in points, and what it is charged for.
func (w *Writer) Criterion(name, title string, points float64, claims ...suite.Aspect) {
	w.open = &suite.Criterion{
		Name: name, Title: title, Points: suite.Points(points * 100), Claims: claims,
		Grading: suite.Whole, NotShown: suite.Costs, Unsteady: suite.Costs,
	}
}

// Begin begins a criterion that is complete.
func (w *Writer) Begin(c suite.Criterion) { w.open = &c }

// Keeps makes the criterion keep its points where a program does not show what it asks.
func (w *Writer) Keeps() { w.open.NotShown = suite.Keeps }

// Claim charges the criterion that was begun last for one thing more.
func (w *Writer) Claim(a suite.Aspect) { w.open.Claims = append(w.open.Claims, a) }

// Add adds a script to the criterion that was begun last.
func (w *Writer) Add(title string, s *Steps) {
	if s.Wrong || len(s.List) == 0 {
		return
	}
	w.add(suite.Script{Title: title, Setup: s.setup, Steps: s.List})
}

// AddOwn adds a script of which the program makes the set-up, played so many times.
func (w *Writer) AddOwn(title string, times int, list ...suite.Step) {
	w.add(suite.Script{Title: title, Own: true, Repeats: times, Steps: list})
}

// add adds a script under a title of its own, and its criterion before the first one.
func (w *Writer) add(script suite.Script) {
	script.Title, script.Criterion = w.unused(script.Title), w.open.Name
	if _, there := w.Suite.Criterion(w.open.Name); !there {
		w.Suite.Criteria = append(w.Suite.Criteria, *w.open)
	}
	w.Suite.Scripts = append(w.Suite.Scripts, script)
}

// unused is a title that no script has.
func (w *Writer) unused(title string) string {
	name := title
	for n := 2; w.titles[name]; n++ {
		name = fmt.Sprintf("%s, %d", title, n)
	}
	w.titles[name] = true
	return name
}

// Steps are those of a script, made by the rules.
type Steps struct {
	Pos   game.Position
	List  []suite.Step
	Wrong bool // a step is not as it was meant

	rules game.Rules
	setup game.Setup
}

// Play begins a script.
func (w *Writer) Play(setup game.Setup) *Steps {
	pos, err := w.rules.Start(setup)
	return &Steps{rules: w.rules, setup: setup, Pos: pos, Wrong: err != nil}
}

// Raw is a script of steps as they are.
func (w *Writer) Raw(list []suite.Step) *Steps { return &Steps{rules: w.rules, List: list} }

// Refuses makes a move in a position and reports whether the rules refuse it.
func (w *Writer) Refuses(pos game.Position, m game.Move) bool { return refuses(w.rules, pos, m) }

// Copy is the same script so far.
func (s *Steps) Copy() *Steps {
	c := *s
	c.Pos, c.List = s.Pos.Clone(), slices.Clone(s.List)
	return &c
}

// Over reports whether the game has ended.
func (s *Steps) Over() bool { return s.Wrong || s.Pos.Result().Over() }

// Legal reports whether a move would be accepted.
func (s *Steps) Legal(m game.Move) bool {
	return !s.Wrong && !refuses(s.rules, s.Pos.Clone(), m)
}

// Move makes moves that the rules accept.
func (s *Steps) Move(moves ...game.Move) *Steps {
	for _, m := range moves {
		s.make(m, false)
	}
	return s
}

// Try makes those of some moves that the rules accept, until the game is over.
func (s *Steps) Try(moves ...game.Move) *Steps {
	for _, m := range moves {
		if !s.Over() && s.Legal(m) {
			s.Move(m)
		}
	}
	return s
}

// Refused makes moves that the rules refuse.
func (s *Steps) Refused(moves ...game.Move) *Steps {
	for _, m := range moves {
		s.make(m, true)
	}
	return s
}

func (s *Steps) make(m game.Move, refused bool) {
	if s.Wrong {
		return
	}
	if s.Wrong = refuses(s.rules, s.Pos, m) != refused; !s.Wrong {
		s.List = append(s.List, suite.Step{Act: suite.MakeMove, Move: m, Refused: refused})
	}
}

// Text types lines that are not moves.
func (s *Steps) Text(lines ...string) *Steps {
	for _, line := range lines {
		s.List = append(s.List, suite.Step{Act: suite.TypeLine, Text: line, Refused: true})
	}
	return s
}

// Again asks for another game.
func (s *Steps) Again() *Steps {
	if s.Wrong || !s.Pos.Result().Over() {
		s.Wrong = true
		return s
	}
	pos, err := s.rules.Again(s.Pos, s.setup)
	s.Pos, s.Wrong = pos, err != nil
	s.List = append(s.List, suite.Step{Act: suite.Again})
	return s
}

// Parse reads moves as scripts have them, with ! before those that are refused.
func (s *Steps) Parse(words ...string) *Steps {
	for _, word := range words {
		if word == string(suite.Again) {
			s.Again()
			continue
		}
		text, refused := word, len(word) > 1 && word[0] == '!'
		if refused {
			text = word[1:]
		}
		m, err := s.rules.ParseMove(text)
		if s.Wrong = s.Wrong || err != nil; !s.Wrong {
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

// Words is a small number in Words.
func Words(n int) string {
	list := []string{"no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten"}
	if n < len(list) {
		return list[n]
	}
	return fmt.Sprint(n)
}
