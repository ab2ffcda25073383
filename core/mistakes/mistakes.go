// Package mistakes lists what students get wrong in each game: a file for the list
// of a game, and where there are many, one for the steps that they change.
//
// Read For first, then one of the lists.
package mistakes

import (
	"durchgang/core/game"
	"durchgang/core/game/battleship"
	"durchgang/core/game/blackjack"
	"durchgang/core/game/grid"
	"durchgang/core/game/hangman"
	"durchgang/core/mistake"
)

// For returns the mistakes that apply to a variant. Rules without known mistakes
// have none.
func For(rules game.Rules) mistake.Known {
	known := mistake.Known{Reference: rules, Setups: []game.Setup{""}}
	switch r := rules.(type) {
	case *grid.Rules:
		c := gridMistakes(r)
		known.Mistakes, known.Join, known.Leads = c.list, c.join, gridLeads(r)
	case *hangman.Rules:
		c := hangmanMistakes(r)
		known.Mistakes, known.Join, known.Setups = c.list, c.join, hangmanSetups(r)
	case *battleship.Rules:
		c := battleshipMistakes(r)
		known.Mistakes, known.Join, known.Setups = c.list, c.join, battleshipSetups(r)
		known.Leads = battleshipLeads(r, known.Setups)
	case *blackjack.Rules:
		c := blackjackMistakes(r)
		known.Mistakes, known.Join, known.Setups = c.list, c.join, blackjackSetups(r)
		known.Leads = blackjackLeads(r, known.Setups)
	}
	return known
}

// changeable are rules of which steps can be changed.
type changeable[R, S any] interface {
	game.Rules
	With(changes ...func(R) S) R
}

// changes collects mistakes, each of which changes a step of the rules or wraps what
// they show.
type changes[R changeable[R, S], S any] struct {
	r     R
	list  []mistake.Mistake
	parts []part[R, S]
}

// part makes a mistake, by one of the two.
type part[R, S any] struct {
	change func(R) S
	wrap   func(R) game.Rules
}

func (c *changes[R, S]) add(name, teacher, student string, change func(R) S) {
	c.family(name, name, teacher, student, change)
}

func (c *changes[R, S]) family(family, name, teacher, student string, change func(R) S) {
	c.keep(
		mistake.Mistake{Name: name, Family: family, Teacher: teacher, Student: student, Rules: c.r.With(change)},
		part[R, S]{change: change},
	)
}

// wrapped adds a mistake in what the rules show.
func (c *changes[R, S]) wrapped(family, name, teacher, student string, wrap func(R) game.Rules) {
	c.keep(mistake.Mistake{Name: name, Family: family, Teacher: teacher, Student: student, Rules: wrap(c.r)}, part[R, S]{wrap: wrap})
}

func (c *changes[R, S]) keep(m mistake.Mistake, p part[R, S]) {
	c.list, c.parts = append(c.list, m), append(c.parts, p)
}

// join makes two mistakes at once, in each order in which that can be done.
func (c *changes[R, S]) join(a, b int) []game.Rules {
	p, q := c.parts[a], c.parts[b]
	switch {
	case p.wrap != nil && q.wrap != nil:
		return nil
	case p.wrap != nil:
		return []game.Rules{p.wrap(c.r.With(q.change))}
	case q.wrap != nil:
		return []game.Rules{q.wrap(c.r.With(p.change))}
	}
	return []game.Rules{c.r.With(p.change, q.change), c.r.With(q.change, p.change)}
}
