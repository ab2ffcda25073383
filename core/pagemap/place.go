package pagemap

import (
	"slices"
	"strings"

	"durchgang/core/game"
)

// Box returns where a thing of the map lies, the first one that is not hidden.
func (m *Map) Box(l Look, name string) (Box, bool) {
	list := l.Things[name]
	i := slices.IndexFunc(list, func(b Box) bool { return b.W > 0 && b.H > 0 })
	if i < 0 {
		return Box{}, false
	}
	return list[i], true
}

// Piece returns what a player's mark is dragged from: the first one that does not lie on a board.
func (m *Map) Piece(l Look, player game.Player) (Box, bool) {
	name := dragThing + First
	if player == game.Second && m.Drag.Second != nil {
		name = dragThing + Second
	}
	for _, b := range l.Things[name] {
		lies := slices.ContainsFunc(l.Boards, func(cells []Cell) bool {
			return slices.ContainsFunc(cells, func(c Cell) bool { return c.Covers(b) })
		})
		if !lies && !b.Off && b.W > 0 && b.H > 0 {
			return b, true
		}
	}
	return Box{}, false
}

// Button returns what is clicked for a move that is a word: by the whole of it, as in bet 5,
// or its verb.
func (m *Map) Button(l Look, word, verb string) (Box, bool) {
	for _, name := range []string{word, verb} {
		if b, there := m.Box(l, buttonThing+name); there && name != "" {
			return b, true
		}
	}
	return Box{}, false
}

// Letter returns what is clicked for a letter.
func (m *Map) Letter(l Look, letter string) (Box, bool) {
	for _, b := range l.Things[lettersThing] {
		if strings.EqualFold(strings.TrimSpace(b.Text), letter) && b.W > 0 {
			return b, true
		}
	}
	return Box{}, false
}

// Place returns where to click for a cell, or for its column. Of players' own boards it is the
// one that mover shoots at. A cell beside the board lies where one more row or column would.
func (m *Map) Place(l Look, rows, cols int, at game.Cell, column bool, mover game.Player) (x, y float64, there bool) {
	if heads := l.Things[columnsThing]; column && len(heads) == cols {
		heads = slices.Clone(heads)
		slices.SortStableFunc(heads, func(a, b Box) int { return int(a.X - b.X) })
		first, last := heads[0], heads[len(heads)-1]
		x0, y0 := first.Center()
		x1, _ := last.Center()
		return x0 + (x1-x0)*float64(at.Col)/float64(max(1, cols-1)), y0, true
	}
	for i, b := range m.Boards {
		if b.Owner == First && mover != game.Second || b.Owner == Second && mover == game.Second || i >= len(l.Boards) ||
			len(l.Boards[i]) != rows*cols {
			continue
		}
		cells := b.cells(l.Boards[i], rows, cols)
		if column {
			at.Row = 0
		}
		if at.Inside(rows, cols) {
			x, y = cells[int(at.Row)*cols+int(at.Col)].Center()
			return x, y, true
		}
		x0, y0 := cells[0].Center()
		x1, y1 := cells[len(cells)-1].Center()
		return x0 + (x1-x0)*float64(at.Col)/float64(max(1, cols-1)), y0 + (y1-y0)*float64(at.Row)/float64(max(1, rows-1)), true
	}
	return 0, 0, false
}
