package battleship

import "durchgang/core/game"

// Position is both oceans with what has been shot at.
type Position struct {
	rules  *Rules
	oceans [2]ocean // by owner
	turn   game.Player
	shots  int // left in this turn
	taken  int // turns taken, of both players together
	result game.Result
}

// ocean is one player's board.
type ocean struct {
	ships  []uint8 // by cell: the number of the ship, from 1, or 0
	shot   []bool  // by cell
	placed int     // ships of the fleet
}

// placing reports whether ships are still to be placed.
func (p *Position) placing() bool {
	return p.rules.byHand && p.oceans[1].placed < len(p.rules.fleet)
}

// afloat reports whether a cell of the ship is not hit.
func (o *ocean) afloat(ship uint8) bool {
	for i, s := range o.ships {
		if s == ship && !o.shot[i] {
			return true
		}
	}
	return false
}

// sunk is how many ships are sunk.
func (o *ocean) sunk() int {
	n := 0
	for ship := range o.placed {
		if !o.afloat(uint8(ship + 1)) {
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
	return p.turn
}

// Result implements game.Position.
func (p *Position) Result() game.Result { return p.result }

// Clone implements game.Position.
func (p *Position) Clone() game.Position {
	q := *p
	for i, o := range p.oceans {
		q.oceans[i].ships = append([]uint8(nil), o.ships...)
		q.oceans[i].shot = append([]bool(nil), o.shot...)
	}
	return &q
}

// AppendKey implements game.Position.
func (p *Position) AppendKey(key []byte) []byte {
	key = append(key, byte(p.turn), byte(p.shots), byte(p.taken), byte(p.taken>>8), byte(p.result.Outcome), byte(p.result.Winner))
	for _, o := range p.oceans {
		key = append(key, byte(o.placed))
		for i, ship := range o.ships {
			if o.shot[i] {
				ship |= 0x80
			}
			key = append(key, ship)
		}
	}
	return key
}
