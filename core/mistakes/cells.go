package mistakes

import (
	"fmt"

	"durchgang/core/game"
)

// place is a cell that is taken for another.
type place struct {
	name, teacher, student string
	move                   func(game.Cell) game.Cell
}

// offBoards are the places just off a board of rows × columns that are taken for the
// far end of it, as a negative index is. Without withRows they are off its sides only.
func offBoards(rows, cols int, withRows bool) []place {
	list := []place{
		offBoard("bound-low-col", "column", "before the first", func(c *game.Cell) { wrap(&c.Col, -1, cols-1) }),
		offBoard("bound-high-col", "column", "after the last", func(c *game.Cell) { wrap(&c.Col, cols, 0) }),
	}
	if withRows {
		list = append(list,
			offBoard("bound-low-row", "row", "before the first", func(c *game.Cell) { wrap(&c.Row, -1, rows-1) }),
			offBoard("bound-high-row", "row", "after the last", func(c *game.Cell) { wrap(&c.Row, rows, 0) }))
	}
	return list
}

func offBoard(name, axis, side string, land func(*game.Cell)) place {
	far := map[string]string{"before the first": "last", "after the last": "first"}[side]
	return place{
		name:    name,
		teacher: fmt.Sprintf("The %s %s is accepted and means the %s one.", axis, side, far),
		student: fmt.Sprintf("Your program accepts a %s that is not on the board.", axis),
		move: func(c game.Cell) game.Cell {
			land(&c)
			return c
		},
	}
}

func wrap(at *int16, from, to int) {
	if int(*at) == from {
		*at = int16(to)
	}
}

// shifts are cells counted from another number than announced. Without withRows
// only columns are named.
func shifts(withRows bool) []place {
	list := []place{
		shift("base-col", "Columns", "further", 0, 1),
		shift("base-col-back", "Columns", "back", 0, -1),
	}
	if withRows {
		list = append(list,
			shift("base-row", "Rows", "further", 1, 0),
			shift("base-row-back", "Rows", "back", -1, 0),
			shift("base", "Rows and columns", "further", 1, 1),
			shift("base-back", "Rows and columns", "back", -1, -1))
	}
	return list
}

func shift(name, axes, way string, row, col int16) place {
	from, to := "one", "zero"
	if way == "back" {
		from, to = "zero", "one"
	}
	return place{
		name:    name,
		teacher: fmt.Sprintf("%s are counted from %s where the program says %s: each move lands one %s.", axes, from, to, way),
		student: "Your program counts rows or columns from another number than it says.",
		move:    func(c game.Cell) game.Cell { return game.Cell{Row: c.Row + row, Col: c.Col + col} },
	}
}

// swapped takes the row for the column.
func swapped() place {
	return place{
		name: "transposed", teacher: "Row and column are swapped.", student: "Your program takes the row for the column.",
		move: func(c game.Cell) game.Cell { return game.Cell{Row: c.Col, Col: c.Row} },
	}
}

// upsideDown counts the rows from the bottom.
func upsideDown(rows int) place {
	return place{
		name: "flipped", teacher: "The first row is the bottom one.", student: "Your program counts the rows from the other end.",
		move: func(c game.Cell) game.Cell { return game.Cell{Row: int16(rows) - 1 - c.Row, Col: c.Col} },
	}
}
