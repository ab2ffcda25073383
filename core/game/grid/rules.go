// Package grid is one game for tic-tac-toe, connect four and five in a row: two
// players put marks on a board of rows × columns, and a line of run marks in a
// row, column or diagonal wins. With gravity a mark falls to the lowest free
// cell of its column.
//
// Read Rules first; Position is the board.
package grid

import (
	"fmt"

	"durchgang/core/game"
)

// Rules are the reference rules of one size of board.
type Rules struct {
	variant    game.Variant
	rows, cols int
	run        int
	gravity    bool
	first      game.Player
	exact      bool // a longer line does not count
	misere     bool // who completes a line loses
}

// TicTacToe is 3 × 3, three in a row.
func TicTacToe() game.Definition { return define("tic-tac-toe", "Tic-tac-toe", 3, 3, 3, "no") }

// ConnectFour is 6 × 7, four in a row, with gravity.
func ConnectFour() game.Definition { return define("connect-four", "Connect four", 6, 7, 4, "yes") }

// FiveInARow is 15 × 15, five in a row; a longer line wins too.
func FiveInARow() game.Definition { return define("five-in-a-row", "Five in a row", 15, 15, 5, "no") }

func define(name, title string, rows, cols, run int, fall string) game.Definition {
	other := map[string]string{"no": "yes", "yes": "no"}[fall]
	return game.Definition{
		Name:  name,
		Title: title,
		Doc:   "Two players put marks on a board in turn. Who first has enough of them in a line, in a row, a column or a diagonal, wins; a full board without such a line is a draw.",
		Params: []game.Param{
			game.Number("rows", rows, 1, 26, "rows of the board"),
			game.Number("cols", cols, 1, 26, "columns of the board"),
			game.Number("run", run, 1, 26, "marks in a line that end the game"),
			game.Choice("gravity", "whether marks fall to the lowest free cell of their column", fall, other),
			game.Choice("first", "who moves first", "X", "O"),
			game.Choice("overline", "whether a line longer than run counts", "counts", "ignored"),
			game.Choice("line", "what completing a line does; misère when it loses", "wins", "loses"),
		},
		New: newRules,
	}
}

func newRules(v game.Variant, values game.Values) (game.Rules, error) {
	r := &Rules{
		variant: v, rows: values.Int("rows"), cols: values.Int("cols"), run: values.Int("run"),
		gravity: values["gravity"] == "yes", first: game.First,
		exact: values["overline"] == "ignored", misere: values["line"] == "loses",
	}
	if values["first"] == "O" {
		r.first = game.Second
	}
	if r.run > max(r.rows, r.cols) {
		return nil, &game.ParamError{
			Variant: string(v), Param: "run", Value: fmt.Sprint(r.run), Err: game.ErrBounds,
			Hint: fmt.Sprintf("a line on %d × %d has at most %d cells", r.rows, r.cols, max(r.rows, r.cols)),
		}
	}
	return r, nil
}

// Variant implements game.Rules.
func (r *Rules) Variant() game.Variant { return r.variant }

// Shape implements game.Rules.
func (r *Rules) Shape() (rows, cols int) { return r.rows, r.cols }

// PlayerName implements game.Rules: X moves first.
func (r *Rules) PlayerName(p game.Player) string {
	return [...]string{game.Nobody: "nobody", game.First: "X", game.Second: "O"}[p]
}

// Start implements game.Rules. A grid game has no set-up.
func (r *Rules) Start(s game.Setup) (game.Position, error) {
	if s != "" {
		return nil, &game.SetupError{Setup: s, Err: fmt.Errorf("%s takes none", r.variant)}
	}
	return &Position{cells: make([]game.Player, r.rows*r.cols), turn: r.first}, nil
}

// Play implements game.Rules.
func (r *Rules) Play(pos game.Position, m game.Move, facts []game.Fact) []game.Fact {
	p := pos.(*Position)
	cell, refusal := r.land(p, m.Cell)
	if refusal != game.Accepted {
		facts = append(facts, game.Fact{Kind: game.FactRefused, Reason: refusal})
		return appendTurn(p, facts)
	}
	p.cells[r.index(cell)] = p.turn
	p.filled++
	switch {
	case r.completes(p, cell):
		winner := p.turn
		if r.misere {
			winner = other(p.turn)
		}
		p.result = game.Result{Outcome: game.Won, Winner: winner}
		facts = append(facts, game.Fact{Kind: game.FactWon, Player: winner})
	case p.filled == len(p.cells):
		p.result = game.Result{Outcome: game.Drawn}
		facts = append(facts, game.Fact{Kind: game.FactDrawn})
	}
	p.turn = other(p.turn)
	return appendTurn(p, facts)
}

// land returns the cell in which a mark put at c comes to rest.
func (r *Rules) land(p *Position, c game.Cell) (game.Cell, game.Refusal) {
	if p.result.Over() {
		return c, game.GameOver
	}
	if r.gravity {
		c.Row = 0
	}
	if !r.holds(c) {
		return c, game.OutOfRange
	}
	if p.cells[r.index(c)] != game.Nobody {
		return c, game.Taken
	}
	if r.gravity {
		for int(c.Row)+1 < r.rows && p.cells[r.index(c)+r.cols] == game.Nobody {
			c.Row++
		}
	}
	return c, game.Accepted
}

func other(p game.Player) game.Player { return game.First + game.Second - p }

// completes reports whether the mark at c is part of a line of run, or more where
// that counts.
func (r *Rules) completes(p *Position, c game.Cell) bool {
	for _, d := range [...][2]int{{0, 1}, {1, 0}, {1, 1}, {1, -1}} {
		length := 1 + r.reach(p, c, d[0], d[1]) + r.reach(p, c, -d[0], -d[1])
		if length == r.run || length > r.run && !r.exact {
			return true
		}
	}
	return false
}

// reach counts the marks equal to the one at c that follow it without a gap.
func (r *Rules) reach(p *Position, c game.Cell, down, right int) int {
	mark := p.cells[r.index(c)]
	for n := 1; ; n++ {
		next := game.Cell{Row: c.Row + int16(n*down), Col: c.Col + int16(n*right)}
		if !r.holds(next) || p.cells[r.index(next)] != mark {
			return n - 1
		}
	}
}

func (r *Rules) holds(c game.Cell) bool {
	return c.Row >= 0 && int(c.Row) < r.rows && c.Col >= 0 && int(c.Col) < r.cols
}

func (r *Rules) index(c game.Cell) int { return int(c.Row)*r.cols + int(c.Col) }

func appendTurn(p *Position, facts []game.Fact) []game.Fact {
	if p.result.Over() {
		return facts
	}
	return append(facts, game.Fact{Kind: game.FactTurn, Player: p.turn})
}

// View implements game.Rules: everyone sees every cell, row by row.
func (r *Rules) View(pos game.Position, _ game.Player, facts []game.Fact) []game.Fact {
	for i, mark := range pos.(*Position).cells {
		cell := game.Cell{Row: int16(i / r.cols), Col: int16(i % r.cols)}
		facts = append(facts, game.Fact{Kind: game.FactCell, Cell: cell, Player: mark})
	}
	return facts
}

// Candidates implements game.Rules: every cell of the board and around it, or with
// gravity every column and the ones beside the board.
func (r *Rules) Candidates(_ game.Position, moves []game.Move) []game.Move {
	first, last := -1, r.rows
	if r.gravity {
		first, last = 0, 0 // a move names its column only
	}
	for row := first; row <= last; row++ {
		for col := -1; col <= r.cols; col++ {
			moves = append(moves, game.Move{Cell: game.Cell{Row: int16(row), Col: int16(col)}})
		}
	}
	return moves
}

// ParseMove implements game.Rules: a cell, or with gravity a column's letter.
func (r *Rules) ParseMove(text string) (game.Move, error) {
	if r.gravity {
		if c, err := game.ParseCell(text + "1"); err == nil && len(text) == 1 {
			return game.Move{Cell: c}, nil
		}
		return game.Move{}, fmt.Errorf("move %q: a move is the letter of a column", text)
	}
	c, err := game.ParseCell(text)
	return game.Move{Cell: c}, err
}

// FormatMove implements game.Rules.
func (r *Rules) FormatMove(m game.Move) string {
	if r.gravity {
		return m.Cell.String()[:1]
	}
	return m.Cell.String()
}

// Position is a board with the marks on it.
type Position struct {
	cells  []game.Player // row by row
	filled int
	turn   game.Player
	result game.Result
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
	q.cells = append([]game.Player(nil), p.cells...)
	return &q
}

// AppendKey implements game.Position. The marks decide whose turn it is and
// whether the game is over.
func (p *Position) AppendKey(key []byte) []byte {
	for _, mark := range p.cells {
		key = append(key, byte(mark))
	}
	return key
}
