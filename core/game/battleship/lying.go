package battleship

import "durchgang/core/game"

// Lying implements game.HasShips.
func (r *Rules) Lying(pos game.Position, owner game.Player) []game.Ship {
	o := &pos.(*Position).Oceans[owner-1]
	list := make([]game.Ship, o.Placed)
	for i, ship := range o.Ships {
		if ship > 0 {
			cells := &list[ship-1].Cells
			*cells = append(*cells, game.Cell{Row: int16(i / r.cols), Col: int16(i % r.cols)})
		}
	}
	for i := range list {
		s := &list[i]
		s.Name, s.Sunk = r.fleet[i].Name, !o.Afloat(i+1)
		s.Down = len(s.Cells) > 1 && s.Cells[0].Col == s.Cells[1].Col
	}
	return list
}

// Lengths implements game.HasShips.
func (r *Rules) Lengths() []int { return r.lengths() }
