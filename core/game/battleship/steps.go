package battleship

import "durchgang/core/game"

// Uses implements Steps.
func (r *Rules) Uses(hit int) bool { return r.under == nil || r.under.Uses(hit) }

// Refused implements Steps: nothing changes.
func (r *Rules) Refused(p *Position) {
	if r.under != nil {
		r.under.Refused(p)
	}
}

// Aim implements Steps.
func (r *Rules) Aim(c game.Cell) game.Cell {
	if r.under != nil {
		return r.under.Aim(c)
	}
	return c
}

// Refuse implements Steps.
func (r *Rules) Refuse(o *Ocean, c game.Cell) game.Refusal {
	if r.under != nil {
		return r.under.Refuse(o, c)
	}
	switch {
	case !r.Holds(c):
		return game.OutOfRange
	case o.Shot[r.Index(c)] && r.repeat == "refused":
		return Repeated
	}
	return game.Accepted
}

// Mark implements Steps: a cell that is hit again counts once.
func (r *Rules) Mark(o *Ocean, c game.Cell) int {
	if r.under != nil {
		return r.under.Mark(o, c)
	}
	i := r.Index(c)
	if o.Ships[i] != 0 && !o.Shot[i] {
		o.Hits++
	}
	o.Shot[i] = true
	return int(o.Ships[i])
}

// Sinks implements Steps: the ship that was hit, when none of its cells is left.
func (r *Rules) Sinks(o *Ocean, hit int) int {
	if r.under != nil {
		return r.under.Sinks(o, hit)
	}
	if hit == 0 || o.Afloat(hit) {
		return 0
	}
	return hit
}

// Name implements Steps.
func (r *Rules) Name(ship int) string {
	if r.under != nil {
		return r.under.Name(ship)
	}
	return r.fleet[ship-1].Name
}

// Beaten implements Steps.
func (r *Rules) Beaten(o *Ocean) bool {
	if r.under != nil {
		return r.under.Beaten(o)
	}
	return o.Hits >= r.Cells()
}

// Winner implements Steps.
func (r *Rules) Winner(shooter game.Player) game.Player {
	if r.under != nil {
		return r.under.Winner(shooter)
	}
	return shooter
}

// Late implements Steps.
func (r *Rules) Late(p *Position) bool {
	if r.under != nil {
		return r.under.Late(p)
	}
	return r.turns > 0 && p.Taken >= r.turns*r.Sides()
}
