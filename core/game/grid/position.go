package grid

import "durchgang/core/game"

// Position is a board with the marks on it. Mover, Count and Note are there for
// steps to change.
type Position struct {
	cells  []game.Player // row by row
	cols   int
	Mover  game.Player // whose turn it is, or was when the game ended
	Count  int         // of the moves made
	Note   int         // what a mistake has to remember; 0 in the right rules
	result game.Result
}

// At is the mark in a cell of the board.
func (p *Position) At(c game.Cell) game.Player { return p.cells[int(c.Row)*p.cols+int(c.Col)] }

// Set puts a mark into a cell, or takes it away.
func (p *Position) Set(c game.Cell, mark game.Player) { p.cells[int(c.Row)*p.cols+int(c.Col)] = mark }

// Marks lists the marks row by row; callers may change them.
func (p *Position) Marks() []game.Player { return p.cells }

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
	for _, mark := range p.cells {
		key = append(key, byte(mark))
	}
	return append(key, byte(p.Mover), byte(p.Count), byte(p.Count>>8), byte(p.Note), byte(p.result.Outcome), byte(p.result.Winner))
}
