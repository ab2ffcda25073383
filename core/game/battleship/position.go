package battleship

import "durchgang/core/game"

// Position is both oceans with what has been shot at. Its fields are there for steps
// to change.
type Position struct {
	Oceans [2]Ocean // by owner
	Mover  game.Player
	Shots  int // left in this turn
	Taken  int // turns taken, of both players together
	result game.Result
}

// Ocean is one player's board.
type Ocean struct {
	Ships  []uint8 // by cell, row by row: the number of the ship, from 1, or 0
	Shot   []bool  // by cell
	Placed int     // ships of the fleet
	Hits   int     // cells of ships that were shot at
	Note   int     // what a mistake has to remember; 0 in the right rules
}

// Afloat reports whether a cell of the ship is not hit.
func (o *Ocean) Afloat(ship int) bool { return o.Left(ship) > 0 }

// Left is how many cells of the ship are not hit.
func (o *Ocean) Left(ship int) (n int) {
	for i, s := range o.Ships {
		if int(s) == ship && !o.Shot[i] {
			n++
		}
	}
	return n
}

// Turn implements game.Position.
func (p *Position) Turn() game.Player {
	if p.result.Over() {
		return game.Nobody
	}
	return p.Mover
}

// Result implements game.Position.
func (p *Position) Result() game.Result { return p.result }

// Clone implements game.Position.
func (p *Position) Clone() game.Position {
	q := *p
	for i, o := range p.Oceans {
		q.Oceans[i].Ships = append([]uint8(nil), o.Ships...)
		q.Oceans[i].Shot = append([]bool(nil), o.Shot...)
	}
	return &q
}

// AppendKey implements game.Position.
func (p *Position) AppendKey(key []byte) []byte {
	key = append(key, byte(p.Mover), byte(p.Shots), byte(p.Taken), byte(p.Taken>>8), byte(p.result.Outcome), byte(p.result.Winner))
	for _, o := range p.Oceans {
		key = append(key, byte(o.Placed), byte(o.Hits), byte(o.Hits>>8), byte(o.Note), byte(o.Note>>8))
		for i, ship := range o.Ships {
			if o.Shot[i] {
				ship |= 0x80
			}
			key = append(key, ship)
		}
	}
	return key
}
