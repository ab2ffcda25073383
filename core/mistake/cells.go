package mistake

import (
	"fmt"

	"durchgang/core/game"
)

// Place is a cell that is taken for another.
type Place struct {
	Name, Teacher, Student string
	Move                   func(game.Cell) game.Cell
}

// OffBoards are the places just off a board of rows × columns that are taken for the
// far end of it, as a negative index is. Without withRows they are off its sides only.
func OffBoards(rows, cols int, withRows bool) []Place {
	list := []Place{
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

func offBoard(name, axis, side string, land func(*game.Cell)) Place {
	far := map[string]string{"before the first": "last", "after the last": "first"}[side]
	return Place{
		Name:    name,
		Teacher: fmt.Sprintf("The %s %s is accepted and means the %s one.", axis, side, far),
		Student: fmt.Sprintf("Your program accepts a %s that is not on the board.", axis),
		Move: func(c game.Cell) game.Cell {
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

// Shifts are cells counted from another number than announced. Without withRows
// only columns are named.
func Shifts(withRows bool) []Place {
	list := []Place{
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

func shift(name, axes, way string, row, col int16) Place {
	from, to := "one", "zero"
	if way == "back" {
		from, to = "zero", "one"
	}
	return Place{
		Name:    name,
		Teacher: fmt.Sprintf("%s are counted from %s where the program says %s: each move lands one %s.", axes, from, to, way),
		Student: "Your program counts rows or columns from another number than it says.",
		Move:    func(c game.Cell) game.Cell { return game.Cell{Row: c.Row + row, Col: c.Col + col} },
	}
}

// Swapped takes the row for the column.
func Swapped() Place {
	return Place{
		Name: "transposed", Teacher: "Row and column are swapped.", Student: "Your program takes the row for the column.",
		Move: func(c game.Cell) game.Cell { return game.Cell{Row: c.Col, Col: c.Row} },
	}
}

// UpsideDown counts the rows from the bottom.
func UpsideDown(rows int) Place {
	return Place{
		Name: "flipped", Teacher: "The first row is the bottom one.", Student: "Your program counts the rows from the other end.",
		Move: func(c game.Cell) game.Cell { return game.Cell{Row: int16(rows) - 1 - c.Row, Col: c.Col} },
	}
}
