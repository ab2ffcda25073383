package suites

import (
	"cmp"
	"errors"
	"fmt"
	"slices"

	"durchgang/core/game"
	"durchgang/core/mistake"
	"durchgang/core/suite"
)

// Written is implemented by rules of games for which suites can be written.
type Written interface {
	// WriteSuite writes the criteria of the variant with the scripts that are known to belong to them.
	WriteSuite(w *Writer, known mistake.Known)
}

// Opposed is implemented by rules of games in which a program may play one side by itself, against a person.
type Opposed interface {
	// WriteOpponent writes the criteria for programs that play one side. A script is the plan of the other side.
	WriteOpponent(w *Writer, program game.Player)
}

// OwnSuite is implemented by rules of which a suite for programs that make the hidden set-up is changed.
type OwnSuite interface {
	// Untold is what is not asked in the variant; empty for nothing.
	Untold() suite.Aspect
}

// OwnWritten is implemented by rules of games of which a suite for programs that make the hidden set-up is written.
type OwnWritten interface {
	WriteOwnSuite(w *Writer)
}

// For returns the suite for a variant, and its text: the one of Given or, where own is set, the one for programs that make the
// hidden set-up themselves, which is for another variant where what they set up cannot be told in this one.
func For(rules game.Rules, own bool, games game.Registry) (*suite.Suite, string, error) {
	if own {
		return ownSetups(rules, games)
	}
	g, err := Given(rules, games)
	return g.Suite, g.Text, err
}

// Given returns the suite for a variant in which programs are given what is hidden: the one that ships with Durchgang, which
// has no holes, or one that is written.
func Given(rules game.Rules, games game.Registry) (Result, error) {
	if s, text, err := suite.Shipped(rules.Variant(), games); err == nil {
		return Result{s, text, []suite.Hole{}}, nil
	}
	w, err := Write(rules, Options{})
	if err != nil {
		return Result{}, err
	}
	w.Suite, err = suite.Parse("suite for "+string(rules.Variant()), w.Text, games)
	return w, err
}

// ownSetups is the suite for programs that make the hidden set-up themselves.
func ownSetups(rules game.Rules, games game.Registry) (*suite.Suite, string, error) {
	if r, is := rules.(OwnWritten); is {
		w := newWriter(rules)
		r.WriteOwnSuite(w)
		err := w.scale(usualTotal)
		w.publish()
		return w.Suite, w.Suite.String(), err
	}
	s, text, err := suite.ShippedOwn(rules, games)
	if err != nil {
		return nil, "", err
	}
	if r, is := s.Rules.(OwnSuite); is && r.Untold() != "" {
		w := Writer{rules: s.Rules, Suite: s}
		w.drop(func(c suite.Criterion) bool { return c.Claim(r.Untold()) })
		if err := w.scale(usualTotal); err != nil {
			return nil, "", err
		}
		text = s.String()
	}
	return s, text, nil
}

// Options of a suite that is written.
type Options struct {
	// Short takes only the scripts that are needed to catch every mistake and tell each two apart, as far as the suite
	// does; for slow programs and pages.
	Short bool

	// Without are names of criteria to leave out.
	Without []string

	// Total is the sum of the points, in whole points; 0 for the usual 20.
	Total int

	// Program is the side that programs play by themselves, against a person; Nobody where people play both.
	Program game.Player
}

// Result is a suite with what is open.
type Result struct {
	Suite *suite.Suite
	Text  string
	Holes []suite.Hole // never nil: mistakes that no script shows, or two that none tells apart, with the reason
}

// usualTotal is the sum of the points of a suite, in points.
const usualTotal = 20

// ErrNoSide means that programs of a game play no side by themselves.
var ErrNoSide = errors.New("programs play one side by themselves in games for two on one board")

// ErrNoGame means that no suite can be written for a game.
var ErrNoGame = errors.New("no suite can be written for this game")

// Outline is the suite for a variant before it is searched for scripts that close holes: its criteria are those of Given, its
// scripts the first ones of them.
func Outline(rules game.Rules, games game.Registry) (*suite.Suite, error) {
	if s, _, err := suite.Shipped(rules.Variant(), games); err == nil {
		return s, nil
	}
	w, err := write(rules, mistake.For(rules), game.Nobody)
	if err != nil {
		return nil, err
	}
	return w.Suite, w.scale(usualTotal)
}

// Write writes a suite for a variant. The error says which option does not fit.
func Write(rules game.Rules, o Options) (Result, error) {
	known := mistake.For(rules)
	w, err := write(rules, known, o.Program)
	if err != nil {
		return Result{}, err
	}
	if err := w.leaveOut(o.Without); err != nil {
		return Result{}, err
	}
	if o.Program != game.Nobody { // what programs answer is known only with one
		if o.Short {
			w.first()
		}
		err := w.scale(cmp.Or(o.Total, usualTotal))
		w.publish()
		return Result{w.Suite, w.Suite.String(), []suite.Hole{}}, err
	}
	holes, err := w.close(known)
	if err != nil {
		return Result{}, err
	}
	if o.Short {
		if err := w.shorten(known); err != nil {
			return Result{}, err
		}
	}
	if err := w.scale(cmp.Or(o.Total, usualTotal)); err != nil {
		return Result{}, err
	}
	w.publish()
	return Result{w.Suite, w.Suite.String(), append([]suite.Hole{}, holes...)}, nil
}

// write writes the criteria of a variant with the scripts that are known to belong to them.
func write(rules game.Rules, known mistake.Known, program game.Player) (*Writer, error) {
	w := newWriter(rules)
	if program != game.Nobody {
		r, is := rules.(Opposed)
		if !is {
			return nil, ErrNoSide
		}
		r.WriteOpponent(w, program)
		return w, nil
	}
	r, is := rules.(Written)
	if !is {
		return nil, fmt.Errorf("%s: %w", rules.Variant(), ErrNoGame)
	}
	r.WriteSuite(w, known)
	return w, w.showing()
}

// Sides are the names of the players that a program can be that plays a side by itself; none in games in which it cannot.
func Sides(rules game.Rules) []string {
	if _, is := rules.(Opposed); !is {
		return []string{}
	}
	return []string{rules.PlayerName(game.First), rules.PlayerName(game.Second)}
}

// Side is the player of that name.
func Side(rules game.Rules, name string) (game.Player, error) {
	i := slices.Index(Sides(rules), name)
	if i < 0 {
		return game.Nobody, fmt.Errorf("%q is not a side that a program can play by itself in this game; there are %q", name, Sides(rules))
	}
	return game.First + game.Player(i), nil
}

// leaveOut takes criteria away, with their scripts.
func (w *Writer) leaveOut(names []string) error {
	for _, name := range names {
		if _, there := w.Suite.Criterion(name); !there {
			var known []string
			for _, c := range w.Suite.Criteria {
				known = append(known, c.Name)
			}
			return fmt.Errorf("there is no criterion %q to leave out; there are %v", name, known)
		}
	}
	w.drop(func(c suite.Criterion) bool { return slices.Contains(names, c.Name) })
	if len(w.Suite.Criteria) == 0 {
		return errors.New("no criterion is left")
	}
	return nil
}

// first keeps the first script of each criterion.
func (w *Writer) first() {
	met := map[string]bool{}
	w.Suite.Scripts = slices.DeleteFunc(w.Suite.Scripts, func(s suite.Script) bool {
		again := met[s.Criterion]
		met[s.Criterion] = true
		return again
	})
}

func (w *Writer) drop(is func(suite.Criterion) bool) {
	gone := func(s suite.Script) bool {
		c, _ := w.Suite.Criterion(s.Criterion)
		return is(c)
	}
	w.Suite.Scripts = slices.DeleteFunc(w.Suite.Scripts, gone)
	w.Suite.Criteria = slices.DeleteFunc(w.Suite.Criteria, is)
}

// scale makes the points a total, in whole points where there are as many as criteria: they stay in proportion, and
// what is left goes to the criteria that fall short of their share most.
func (w *Writer) scale(total int) error {
	if total < 1 || total > 1000 {
		return fmt.Errorf("the total is from 1 to 1000 points, and not %d", total)
	}
	sum := w.Suite.Total()
	unit := suite.Points(100)
	if total < len(w.Suite.Criteria) {
		unit = 25
	}
	if suite.Points(total*100) < unit*suite.Points(len(w.Suite.Criteria)) {
		return fmt.Errorf("%d criteria need a total of at least %d points", len(w.Suite.Criteria), (len(w.Suite.Criteria)+3)/4)
	}
	list := w.Suite.Criteria
	left := suite.Points(total * 100)
	order, short := make([]int, len(list)), make([]suite.Points, len(list)) // by how much each falls short of its share
	for i := range list {
		order[i] = i
		share := list[i].Points * suite.Points(total*100) / sum
		list[i].Points = max(unit, share/unit*unit)
		short[i] = share - list[i].Points
		left -= list[i].Points
	}
	slices.SortStableFunc(order, func(a, b int) int { return int(short[b] - short[a]) })
	for n := 0; left != 0; n++ {
		c := &list[order[n%len(order)]]
		switch {
		case left > 0:
			c.Points, left = c.Points+unit, left-unit
		case c.Points > unit:
			c.Points, left = c.Points-unit, left+unit
		}
	}
	return nil
}

// publish makes the first script of each criterion one that students may see.
func (w *Writer) publish() {
	met := map[string]bool{}
	for i := range w.Suite.Scripts {
		s := &w.Suite.Scripts[i]
		s.Public = !met[s.Criterion]
		met[s.Criterion] = true
	}
}

// Bounds of the search for what closes holes are small, so that a suite is there within seconds: the larger the board, the fewer games.
func Bounds(rules game.Rules) mistake.Bounds {
	rows, cols := rules.Shape()
	return mistake.Bounds{Moves: 120_000, Games: min(120, max(12, 5000/max(1, rows*cols)))}
}
