package mistake

import "durchgang/core/game"

// Source is implemented by rules of a game of which mistakes are known.
type Source interface {
	// Mistakes returns those that apply to the variant.
	Mistakes() Known
}

// For returns the mistakes that apply to a variant. Rules without known mistakes
// have none.
func For(rules game.Rules) Known {
	if source, is := rules.(Source); is {
		return source.Mistakes()
	}
	return Known{Reference: rules, Setups: []game.Setup{""}}
}

// changeable are rules of which steps can be changed.
type changeable[R, S any] interface {
	game.Rules
	With(changes ...func(R) S) R
}

// Changes collects mistakes, each of which changes a step of the rules or wraps what
// they show.
type Changes[R changeable[R, S], S any] struct {
	Rules R
	list  []Mistake
	parts []part[R, S]
}

// part makes a mistake, by one of the two.
type part[R, S any] struct {
	change func(R) S
	wrap   func(R) game.Rules
}

// Add adds a mistake of a family of its own.
func (c *Changes[R, S]) Add(name, teacher, student string, change func(R) S) {
	c.Family(name, name, teacher, student, change)
}

// Family adds a mistake of a family.
func (c *Changes[R, S]) Family(family, name, teacher, student string, change func(R) S) {
	c.keep(
		Mistake{Name: name, Family: family, Teacher: teacher, Student: student, Rules: c.Rules.With(change)},
		part[R, S]{change: change},
	)
}

// Wrapped adds a mistake in what the rules show.
func (c *Changes[R, S]) Wrapped(family, name, teacher, student string, wrap func(R) game.Rules) {
	c.keep(Mistake{Name: name, Family: family, Teacher: teacher, Student: student, Rules: wrap(c.Rules)}, part[R, S]{wrap: wrap})
}

func (c *Changes[R, S]) keep(m Mistake, p part[R, S]) {
	c.list, c.parts = append(c.list, m), append(c.parts, p)
}

// Known returns the mistakes, with the set-ups on which they can show and lines of play that go far.
func (c *Changes[R, S]) Known(setups []game.Setup, leads []Lead) Known {
	return Known{Reference: c.Rules, Mistakes: c.list, Join: c.join, Setups: setups, Leads: leads}
}

// join makes two mistakes at once, in each order in which that can be done.
func (c *Changes[R, S]) join(a, b int) []game.Rules {
	p, q := c.parts[a], c.parts[b]
	switch {
	case p.wrap != nil && q.wrap != nil:
		return nil
	case p.wrap != nil:
		return []game.Rules{p.wrap(c.Rules.With(q.change))}
	case q.wrap != nil:
		return []game.Rules{q.wrap(c.Rules.With(p.change))}
	}
	return []game.Rules{c.Rules.With(p.change, q.change), c.Rules.With(q.change, p.change)}
}
