package grid

import "durchgang/core/game"

// Position is a board with the marks on it. Mover, Count and Note are there for
// steps to change.
type Position struct {
	cells  []game.Player // row by row, with an edge around that no mark equals
	rows   int
	stride int         // from a cell to the one below it
	Mover  game.Player // whose turn it is, or was when the game ended
	Count  int         // of the moves made
	Note   int         // what a mistake has to remember; 0 in the right rules
	Score  [2]int      // games won by each player, where they are counted
	result game.Result
}

// edge stands around the board, so that a line ends there without counting rows and
// columns. One edge cell stands between the end of a row and the begin of the next.
const edge game.Player = 255

func newPosition(rows, cols int, mover game.Player) *Position {
	p := &Position{cells: make([]game.Player, (rows+2)*(cols+1)+1), rows: rows, stride: cols + 1, Mover: mover}
	for i := range p.cells {
		p.cells[i] = edge
	}
	for row := range rows {
		clear(p.row(row))
	}
	return p
}

// row is one row of the board.
func (p *Position) row(row int) []game.Player {
	from := (row+1)*p.stride + 1
	return p.cells[from : from+p.stride-1]
}

func (p *Position) index(c game.Cell) int { return (int(c.Row)+1)*p.stride + int(c.Col) + 1 }

// length is how many equal marks the one at an index is part of, in steps of step.
func (p *Position) length(at, step int) int {
	mark, n := p.cells[at], 1
	for i := at + step; p.cells[i] == mark; i += step {
		n++
	}
	for i := at - step; p.cells[i] == mark; i -= step {
		n++
	}
	return n
}

// At is the mark in a cell of the board.
func (p *Position) At(c game.Cell) game.Player { return p.cells[p.index(c)] }

// Set puts a mark into a cell, or takes it away.
func (p *Position) Set(c game.Cell, mark game.Player) { p.cells[p.index(c)] = mark }

// Marks lists the marks row by row.
func (p *Position) Marks() []game.Player {
	var marks []game.Player
	for row := range p.rows {
		marks = append(marks, p.row(row)...)
	}
	return marks
}

// CopyMarks takes the marks over from another position of the same rules.
func (p *Position) CopyMarks(from *Position) { copy(p.cells, from.cells) }

// Turn implements game.Position.
func (p *Position) Turn() game.Player {
	if p.result.Over() {
		return game.Nobody
	}
	return p.Mover
}

// Result implements game.Position.
func (p *Position) Result() game.Result { return p.result }

// SetResult changes how the game stands.
func (p *Position) SetResult(r game.Result) { p.result = r }

// Clone implements game.Position.
func (p *Position) Clone() game.Position {
	q := *p
	q.cells = append([]game.Player(nil), p.cells...)
	return &q
}

// AppendKey implements game.Position.
func (p *Position) AppendKey(key []byte) []byte {
	for row := range p.rows {
		for _, mark := range p.row(row) {
			key = append(key, byte(mark))
		}
	}
	return append(
		key, byte(p.Mover), byte(p.Count), byte(p.Count>>8), byte(p.Note), byte(p.Note>>8), byte(p.Score[0]),
		byte(p.Score[1]), byte(p.result.Outcome), byte(p.result.Winner),
	)
}
