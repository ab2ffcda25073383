package suites

import (
	"cmp"
	"errors"
	"fmt"
	"slices"

	"durchgang/core/game"
	"durchgang/core/game/battleship"
	"durchgang/core/game/blackjack"
	"durchgang/core/game/grid"
	"durchgang/core/game/hangman"
	"durchgang/core/mistake"
	"durchgang/core/mistakes"
	"durchgang/core/suite"
)

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
func Given(rules game.Rules, games game.Registry) (Written, error) {
	if s, text, err := suite.Shipped(rules.Variant(), games); err == nil {
		return Written{s, text, []suite.Hole{}}, nil
	}
	w, err := Write(rules, Options{})
	if err != nil {
		return Written{}, err
	}
	w.Suite, err = suite.Parse("suite for "+string(rules.Variant()), w.Text, games)
	return w, err
}

// ownSetups is the suite for programs that make the hidden set-up themselves. Of a fleet of one ship it is not asked that
// its sinking is told, since that is the end of the game.
func ownSetups(rules game.Rules, games game.Registry) (*suite.Suite, string, error) {
	s, text, err := suite.ShippedOwn(rules, games)
	if err != nil {
		return nil, "", err
	}
	if r, is := s.Rules.(*battleship.Rules); is && len(r.Fleet()) == 1 {
		w := writer{rules: r, suite: s}
		w.drop(func(c suite.Criterion) bool { return c.Claim(suite.Sunk) })
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

// Written is a suite with what is open.
type Written struct {
	Suite *suite.Suite
	Text  string
	Holes []suite.Hole // never nil: mistakes that no script shows, or two that none tells apart, with the reason
}

// usualTotal is the sum of the points of a suite, in points.
const usualTotal = 20

// ErrNoGame means that no suite can be written for a game.
var ErrNoGame = errors.New("no suite can be written for this game")

// Outline is the suite for a variant before it is searched for scripts that close holes: its criteria are those of Given, its
// scripts the first ones of them.
func Outline(rules game.Rules, games game.Registry) (*suite.Suite, error) {
	if s, _, err := suite.Shipped(rules.Variant(), games); err == nil {
		return s, nil
	}
	w, err := write(rules, mistakes.For(rules), game.Nobody)
	if err != nil {
		return nil, err
	}
	return w.suite, w.scale(usualTotal)
}

// Write writes a suite for a variant. The error says which option does not fit.
func Write(rules game.Rules, o Options) (Written, error) {
	known := mistakes.For(rules)
	w, err := write(rules, known, o.Program)
	if err != nil {
		return Written{}, err
	}
	if err := w.leaveOut(o.Without); err != nil {
		return Written{}, err
	}
	if o.Program != game.Nobody { // what programs answer is known only with one
		if o.Short {
			w.first()
		}
		err := w.scale(cmp.Or(o.Total, usualTotal))
		w.publish()
		return Written{w.suite, w.suite.String(), []suite.Hole{}}, err
	}
	holes, err := w.close(known)
	if err != nil {
		return Written{}, err
	}
	if o.Short {
		if err := w.shorten(known); err != nil {
			return Written{}, err
		}
	}
	if err := w.scale(cmp.Or(o.Total, usualTotal)); err != nil {
		return Written{}, err
	}
	w.publish()
	return Written{w.suite, w.suite.String(), append([]suite.Hole{}, holes...)}, nil
}

// write writes the criteria of a variant with the scripts that are known to belong to them.
func write(rules game.Rules, known mistake.Known, program game.Player) (*writer, error) {
	w := newWriter(rules)
	if program != game.Nobody {
		r, is := rules.(*grid.Rules)
		if !is {
			return nil, ErrNoSide
		}
		writeOpponent(w, r, program)
		return w, nil
	}
	switch r := rules.(type) {
	case *grid.Rules:
		writeGrid(w, r, known.Leads)
	case *hangman.Rules:
		writeHangman(w, r)
	case *battleship.Rules:
		writeBattleship(w, r)
	case *blackjack.Rules:
		writeBlackjack(w, r)
	default:
		return nil, fmt.Errorf("%s: %w", rules.Variant(), ErrNoGame)
	}
	return w, w.showing()
}

// leaveOut takes criteria away, with their scripts.
func (w *writer) leaveOut(names []string) error {
	for _, name := range names {
		if _, there := w.suite.Criterion(name); !there {
			var known []string
			for _, c := range w.suite.Criteria {
				known = append(known, c.Name)
			}
			return fmt.Errorf("there is no criterion %q to leave out; there are %v", name, known)
		}
	}
	w.drop(func(c suite.Criterion) bool { return slices.Contains(names, c.Name) })
	if len(w.suite.Criteria) == 0 {
		return errors.New("no criterion is left")
	}
	return nil
}

// first keeps the first script of each criterion.
func (w *writer) first() {
	met := map[string]bool{}
	w.suite.Scripts = slices.DeleteFunc(w.suite.Scripts, func(s suite.Script) bool {
		again := met[s.Criterion]
		met[s.Criterion] = true
		return again
	})
}

func (w *writer) drop(is func(suite.Criterion) bool) {
	gone := func(s suite.Script) bool {
		c, _ := w.suite.Criterion(s.Criterion)
		return is(c)
	}
	w.suite.Scripts = slices.DeleteFunc(w.suite.Scripts, gone)
	w.suite.Criteria = slices.DeleteFunc(w.suite.Criteria, is)
}

// scale makes the points a total, in whole points where there are as many as criteria: they stay in proportion, and
// what is left goes to the criteria that fall short of their share most.
func (w *writer) scale(total int) error {
	if total < 1 || total > 1000 {
		return fmt.Errorf("the total is from 1 to 1000 points, and not %d", total)
	}
	sum := w.suite.Total()
	unit := suite.Points(100)
	if total < len(w.suite.Criteria) {
		unit = 25
	}
	if suite.Points(total*100) < unit*suite.Points(len(w.suite.Criteria)) {
		return fmt.Errorf("%d criteria need a total of at least %d points", len(w.suite.Criteria), (len(w.suite.Criteria)+3)/4)
	}
	list := w.suite.Criteria
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
func (w *writer) publish() {
	met := map[string]bool{}
	for i := range w.suite.Scripts {
		s := &w.suite.Scripts[i]
		s.Public = !met[s.Criterion]
		met[s.Criterion] = true
	}
}

// Bounds of the search for what closes holes are small, so that a suite is there within seconds: the larger the board, the fewer games.
func Bounds(rules game.Rules) mistake.Bounds {
	rows, cols := rules.Shape()
	return mistake.Bounds{Moves: 120_000, Games: min(120, max(12, 5000/max(1, rows*cols)))}
}
