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
		known.Mistakes, known.Leads = gridMistakes(r), gridLeads(r)
	case *hangman.Rules:
		known.Mistakes, known.Setups = hangmanMistakes(r), hangmanSetups(r)
	case *battleship.Rules:
		known.Mistakes, known.Setups = battleshipMistakes(r), battleshipSetups(r)
		known.Leads = battleshipLeads(r, known.Setups)
	case *blackjack.Rules:
		known.Mistakes, known.Setups = blackjackMistakes(r), blackjackSetups(r)
		known.Leads = blackjackLeads(r, known.Setups)
	}
	return known
}

// list collects the mistakes of a variant.
type list []mistake.Mistake

// add adds a mistake that is a family of its own.
func (l *list) add(name, teacher, student string, rules game.Rules) {
	l.family(name, name, teacher, student, rules)
}

func (l *list) family(family, name, teacher, student string, rules game.Rules) {
	*l = append(*l, mistake.Mistake{Name: name, Family: family, Teacher: teacher, Student: student, Rules: rules})
}

// changeable are rules of which a step can be changed.
type changeable[R, S any] interface {
	game.Rules
	With(change func(R) S) R
}

// changes collects mistakes that change a step of the rules, made from the rules that
// will use it.
type changes[R changeable[R, S], S any] struct {
	r    R
	list list
}

func (c *changes[R, S]) add(name, teacher, student string, change func(R) S) {
	c.list.add(name, teacher, student, c.r.With(change))
}

func (c *changes[R, S]) family(family, name, teacher, student string, change func(R) S) {
	c.list.family(family, name, teacher, student, c.r.With(change))
}
