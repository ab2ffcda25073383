package desk

import (
	"cmp"
	"errors"
	"fmt"
	"hash/fnv"
	"math/rand/v2"
	"slices"
	"strconv"

	"durchgang/core/game"
	"durchgang/core/suite"
)

// Causes for which no way to a position is given.
var (
	ErrNowhere = errors.New("no order of these moves leads there: in every one of them the game is over before, or a move is refused")
	ErrTooFar  = errors.New("no order of these moves that leads there was found within the bounds of the search")
)

// mostTried bounds the moves that are tried to find a way.
const mostTried = 200_000

// Reach returns moves that lead to a position: those of the arrangement in an order in which none is refused and the game is
// not over before the last. There is no shorter way, since every one of the moves is seen in the position.
func Reach(rules game.Rules, a game.Arrangement) ([]game.Move, error) {
	pos, err := rules.Start(a.Setup)
	if err != nil {
		return nil, err
	}
	w := way{rules: rules, of: a, dead: map[string]bool{}}
	for _, moves := range a.Moves {
		w.left += len(moves)
	}
	if w.left == 0 {
		return nil, errors.New("that is how a game begins: no move leads there")
	}
	found := w.on(pos)
	switch {
	case found:
		return w.made, nil
	case w.tried >= mostTried:
		return nil, ErrTooFar
	}
	return nil, ErrNowhere
}

// way is a search for the order of moves, depth first.
type way struct {
	rules game.Rules
	of    game.Arrangement
	made  []game.Move
	left  int
	dead  map[string]bool // positions from which nothing leads on, with the moves that are left
	tried int
}

func (w *way) on(pos game.Position) bool {
	if w.left == 0 {
		return true
	}
	turn := pos.Turn()
	if turn == game.Nobody || w.tried >= mostTried {
		return false
	}
	key := string(pos.AppendKey(nil)) + strconv.Itoa(len(w.of.Moves[turn]))
	if w.dead[key] {
		return false
	}
	mine := w.of.Moves[turn]
	for i, m := range mine {
		if slices.Contains(mine[:i], m) {
			continue // the same move again
		}
		w.tried++
		next := pos.Clone()
		if _, refused := game.Refused(w.rules.Play(next, m, nil)); refused || !w.fits(next) || next.Result().Over() && w.left > 1 {
			continue
		}
		w.of.Moves[turn] = slices.Delete(slices.Clone(mine), i, i+1)
		w.made, w.left = append(w.made, m), w.left-1
		if w.on(next) {
			return true
		}
		w.of.Moves[turn] = mine
		w.made, w.left = w.made[:len(w.made)-1], w.left+1
	}
	w.dead[key] = true
	return false
}

// fits reports whether a position holds nothing that the wanted one does not.
func (w *way) fits(pos game.Position) bool {
	if w.of.Cells == nil {
		return true
	}
	for _, f := range w.rules.View(pos, game.Nobody, nil) {
		if f.Kind == game.FactCell && f.Player != game.Nobody && w.of.Cells[f.Cell] != f.Player {
			return false
		}
	}
	return true
}

// addPosition adds a script that leads to a position.
func (c *change) addPosition() error {
	if _, err := c.criterion(); err != nil {
		return err
	}
	arranges, is := c.suite.Rules.(game.Arranges)
	if !is {
		return errors.New("in this game a position cannot be given: play to it")
	}
	setup := game.Setup(c.edit.Setup)
	if setup == "" {
		setup = c.usual()
	}
	a, err := arranges.Arrange(setup, c.edit.Parts)
	if c.edit.How == given && a.Cells != nil {
		return c.addGiven(a)
	}
	if err != nil {
		return fmt.Errorf("this position cannot come about: %w", err)
	}
	moves, err := Reach(c.suite.Rules, a)
	if err != nil {
		return fmt.Errorf("this position cannot be reached: %w", err)
	}
	script := suite.Script{Title: "a position after " + strconv.Itoa(len(moves)) + " moves", Setup: a.Setup}
	for _, m := range moves {
		script.Steps = append(script.Steps, suite.Step{Act: suite.MakeMove, Move: m})
	}
	c.done.Says = fmt.Sprintf("%d moves lead there.", len(moves))
	return c.addTitled(script)
}

// given is how a position is taken as it is, for programs that can be shown one.
const given = "given"

// addGiven adds a script that begins with a position.
func (c *change) addGiven(a game.Arrangement) error {
	gives, is := c.suite.Rules.(game.Gives)
	if !is {
		return errors.New("in this game a position cannot be given: play to it")
	}
	setup := gives.Given(a)
	if _, err := c.suite.Rules.Start(setup); err != nil {
		return err
	}
	c.done.Says = "This script begins with the position: it is for programs whose functions are called."
	return c.addTitled(suite.Script{Title: "a position that is given", Setup: setup})
}

// addTitled adds a script to the criterion of the change, under its title if it has one.
func (c *change) addTitled(script suite.Script) error {
	script.Criterion, script.Title = c.edit.Criterion, cmp.Or(c.edit.Title, script.Title)
	if !goodTitle(script.Title) {
		return fmt.Errorf("%q: %w", script.Title, ErrTitle)
	}
	c.add(script, -1)
	return nil
}

// seeded is a source of random numbers that a text settles.
func seeded(text string) *rand.Rand {
	h := fnv.New64a()
	h.Write([]byte(text))
	return rand.New(rand.NewPCG(h.Sum64(), 7))
}
