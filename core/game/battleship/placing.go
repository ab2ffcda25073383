package battleship

import (
	"fmt"
	"math/rand/v2"
	"strings"

	"durchgang/core/game"
)

// Deal implements game.Rules: each fleet lies anywhere it may.
func (r *Rules) Deal(random *rand.Rand) game.Setup {
	switch {
	case r.byHand:
		return ""
	case r.two:
		return game.Setup("first=" + r.arrange(random) + ";second=" + r.arrange(random))
	}
	return game.Setup("fleet=" + r.arrange(random))
}

// Berths draws where the ships of a fleet may lie.
func (r *Rules) Berths(random *rand.Rand) []Berth {
	s := newSearch(r.rows, r.cols, r.lengths(), r.touching)
	for _, spots := range s.berths {
		random.Shuffle(len(spots), func(i, k int) { spots[i], spots[k] = spots[k], spots[i] })
	}
	var none set
	s.arrange(0, &none) // there is a way, since fits was asked when the rules were made
	return s.laid
}

func (r *Rules) arrange(random *rand.Rand) string {
	var berths []string
	for _, b := range r.Berths(random) {
		berths = append(berths, b.String())
	}
	return strings.Join(berths, ",")
}

func (r *Rules) ocean() Ocean {
	return Ocean{Ships: make([]uint8, r.rows*r.cols), Shot: make([]bool, r.rows*r.cols)}
}

// settle places a whole fleet, which is checked by the right rules whatever the
// steps make of it.
func (r *Rules) settle(p *Position, player game.Player, text string) error {
	berths := strings.Split(text, ",")
	if len(berths) != len(r.fleet) || text == "" {
		return fmt.Errorf("%w; there are %d", ErrShips, len(r.fleet))
	}
	reasons := map[game.Refusal]error{OffBoard: ErrOffBoard, Overlaps: ErrOverlap, Touches: ErrTouches}
	rules, right := *r, r.ocean()
	rules.under = nil
	for i, text := range berths {
		b, err := parseBerth(strings.TrimSpace(text))
		if err != nil {
			return err
		}
		cells := rules.Cover(i+1, b)
		if refusal := rules.Forbid(&right, b, cells); refusal != game.Accepted {
			return fmt.Errorf("the %s at %s: %w", r.fleet[i].Name, b, reasons[refusal])
		}
		r.lay(&right, cells)
		r.lay(&p.Oceans[player-1], r.steps.Cover(i+1, b))
	}
	return nil
}

// Cover implements Steps.
func (r *Rules) Cover(ship int, b Berth) []game.Cell {
	if r.under != nil {
		return r.under.Cover(ship, b)
	}
	return b.Cells(r.fleet[ship-1].Length)
}

// Forbid implements Steps.
func (r *Rules) Forbid(o *Ocean, b Berth, cells []game.Cell) game.Refusal {
	if r.under != nil {
		return r.under.Forbid(o, b, cells)
	}
	for _, c := range cells {
		if !r.Holds(c) {
			return OffBoard
		}
	}
	for _, c := range cells {
		if o.Ships[r.Index(c)] != 0 {
			return Overlaps
		}
	}
	for _, c := range cells {
		if !r.touching && r.neighbour(o, c) {
			return Touches
		}
	}
	return game.Accepted
}

// lay puts the next ship on cells, as far as they are on the board.
func (r *Rules) lay(o *Ocean, cells []game.Cell) {
	o.Placed++
	for _, c := range cells {
		if r.Holds(c) {
			o.Ships[r.Index(c)] = uint8(o.Placed)
		}
	}
}

// neighbour reports whether a ship lies on one of the eight cells around c.
func (r *Rules) neighbour(o *Ocean, c game.Cell) bool {
	for row := c.Row - 1; row <= c.Row+1; row++ {
		for col := c.Col - 1; col <= c.Col+1; col++ {
			if next := (game.Cell{Row: row, Col: col}); r.Holds(next) && o.Ships[r.Index(next)] != 0 {
				return true
			}
		}
	}
	return false
}

// Ready implements Steps.
func (r *Rules) Ready(o *Ocean) bool {
	if r.under != nil {
		return r.under.Ready(o)
	}
	return o.Placed == len(r.fleet)
}
