// Package grid is one game for tic-tac-toe, connect four and five in a row: two
// players put marks on a board of rows × columns, and a line of run marks in a
// row, column or diagonal wins. With gravity a mark falls to the lowest free
// cell of its column.
//
// Read Rules first; Position is the board.
package grid

import (
	"embed"
	"fmt"
	"math/rand/v2"
	"slices"

	"durchgang/core/game"
)

//go:embed shipped/*.suite
var shipped embed.FS

// Rules are the reference rules of one size of board.
type Rules struct {
	variant    game.Variant
	rows, cols int
	run        int
	gravity    bool
	first      game.Player
	exact      bool // a longer line does not count
	misere     bool // who completes a line loses
	scored     bool // won games are counted
	steps      Steps
	under      Steps // of a change made before; nil for the right ones
}

const rest = "A full board without such a line is a draw."

// TicTacToe is 3 × 3, three in a row.
func TicTacToe() game.Definition {
	return define(
		"tic-tac-toe",
		"Tic-tac-toe",
		"Two players put marks on the cells of a small board in turn. Who first has three in a row, a column or a diagonal wins. "+rest,
		3,
		3,
		3,
		"no",
	)
}

// ConnectFour is 6 × 7, four in a row, with gravity.
func ConnectFour() game.Definition {
	return define(
		"connect-four",
		"Connect four",
		"Two players drop marks into columns in turn; a mark falls to the lowest free cell. Who first has four in a row, a column or a diagonal wins. "+rest,
		6,
		7,
		4,
		"yes",
	)
}

// FiveInARow is 15 × 15, five in a row; a longer line wins too.
func FiveInARow() game.Definition {
	return define(
		"five-in-a-row",
		"Five in a row",
		"Two players put marks on the cells of a large board in turn. Who first has five or more in a row, a column or a diagonal wins. "+rest,
		15,
		15,
		5,
		"no",
	)
}

func define(name, title, doc string, rows, cols, run int, fall string) game.Definition {
	other := map[string]string{"no": "yes", "yes": "no"}[fall]
	return game.Definition{
		Name:  name,
		Title: title,
		Doc:   doc,
		Moves: "A cell is a letter for the column and a number for the row, as in b3; where marks fall it is the letter alone.",
		Params: []game.Param{
			game.Number("rows", rows, 1, 26, "rows of the board"),
			game.Number("cols", cols, 1, 26, "columns of the board"),
			game.Number("run", run, 1, 26, "marks in a line that end the game"),
			game.Choice("gravity", "whether marks fall to the lowest free cell of their column", fall, other),
			game.Choice("first", "who moves first", "X", "O"),
			game.Choice("overline", "whether a line longer than run counts", "counts", "ignored"),
			game.Choice("line", "what completing a line does; misère when it loses", "wins", "loses"),
			game.Choice("score", "whether won games are counted and shown after each game", "no", "yes"),
		},
		Suites: shipped,
		New:    newRules,
	}
}

func newRules(v game.Variant, values game.Values) (game.Rules, error) {
	r := &Rules{
		variant: v, rows: values.Int("rows"), cols: values.Int("cols"), run: values.Int("run"),
		gravity: values["gravity"] == "yes", first: game.First,
		exact: values["overline"] == "ignored", misere: values["line"] == "loses",
		scored: values["score"] == "yes",
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
	r.steps = r
	return r, nil
}

// Variant implements game.Rules.
func (r *Rules) Variant() game.Variant { return r.variant }

// Shape implements game.Rules.
func (r *Rules) Shape() (rows, cols int) { return r.rows, r.cols }

// MoveKind implements game.Rules.
func (r *Rules) MoveKind() game.MoveKind {
	if r.gravity {
		return game.NamesColumn
	}
	return game.NamesCell
}

// Solo implements game.Rules.
func (r *Rules) Solo() bool { return false }

// PlayerName implements game.Rules: X moves first.
func (r *Rules) PlayerName(p game.Player) string {
	return [...]string{game.Nobody: "nobody", game.First: "X", game.Second: "O"}[p]
}

// Start implements game.Rules. Nothing is hidden in a grid game; a set-up is a position to begin with, as Given writes it.
func (r *Rules) Start(s game.Setup) (game.Position, error) {
	if s == "" {
		return r.steps.Begin(nil), nil
	}
	p, err := r.given(s)
	if err != nil {
		return nil, &game.SetupError{Setup: s, Err: err}
	}
	return p, nil
}

// Spell implements game.Rules.
func (r *Rules) Spell(s game.Setup) game.Setup { return s }

// Deal implements game.Rules.
func (r *Rules) Deal(*rand.Rand) game.Setup { return "" }

// Again implements game.Rules.
func (r *Rules) Again(p game.Position, s game.Setup) (game.Position, error) {
	if _, err := r.Start(s); err != nil {
		return nil, err
	}
	return r.steps.Begin(p.(*Position)), nil
}

// Steps are the parts of a game, each of which a mistake may get wrong. Rules has
// the right ones.
type Steps interface {
	// Begin returns an empty board; before is the game before, nil for the first.
	Begin(before *Position) *Position
	// Land returns the cell in which a mark put at c comes to rest, or a refusal.
	Land(p *Position, c game.Cell) (game.Cell, game.Refusal)
	// Put puts the mark of the player to move.
	Put(p *Position, c game.Cell)
	// Wins reports whether the mark just put at c ends the game.
	Wins(p *Position, c game.Cell) bool
	// Full reports whether no move is left.
	Full(p *Position) bool
	// Decide returns how the game stands after a move.
	Decide(p *Position, wins, full bool) game.Result
	// Award counts a game that has ended, where won games are counted; c is the cell
	// of the last mark.
	Award(p *Position, c game.Cell)
	// Pass ends an accepted move, and Refused a refused one.
	Pass(p *Position)
	Refused(p *Position)
}

// With returns the same rules with other steps, each change upon those before it; see
// game.Stack. A step that is not changed uses those that are.
func (r *Rules) With(changes ...func(*Rules) Steps) *Rules {
	layer := func(under Steps) *Rules {
		copied := *r
		copied.under = under
		return &copied
	}
	return game.Stack(changes, layer, func(r *Rules, s Steps) { r.steps = s })
}

// Play implements game.Rules.
func (r *Rules) Play(pos game.Position, m game.Move, facts []game.Fact) []game.Fact {
	p := pos.(*Position)
	cell, refusal := r.steps.Land(p, m.Cell)
	if refusal != game.Accepted {
		r.steps.Refused(p)
		facts = append(facts, game.Fact{Kind: game.FactRefused, Reason: refusal})
		return appendTurn(p, facts)
	}
	r.steps.Put(p, cell)
	p.result = r.steps.Decide(p, r.steps.Wins(p, cell), r.steps.Full(p))
	switch p.result.Outcome {
	case game.Won:
		facts = append(facts, game.Fact{Kind: game.FactWon, Player: p.result.Winner})
	case game.Drawn:
		facts = append(facts, game.Fact{Kind: game.FactDrawn})
	}
	if r.scored && p.result.Over() {
		r.steps.Award(p, cell)
		facts = appendScore(p, facts)
	}
	r.steps.Pass(p)
	return appendTurn(p, facts)
}

// Begin implements Steps.
func (r *Rules) Begin(before *Position) *Position {
	if r.under != nil {
		return r.under.Begin(before)
	}
	p := newPosition(r.rows, r.cols, r.first)
	if before != nil {
		p.Score = before.Score
	}
	return p
}

// Award implements Steps.
func (r *Rules) Award(p *Position, c game.Cell) {
	if r.under != nil {
		r.under.Award(p, c)
		return
	}
	if p.result.Outcome == game.Won {
		p.Score[p.result.Winner-1]++
	}
}

func appendScore(p *Position, facts []game.Fact) []game.Fact {
	for i, n := range p.Score {
		facts = append(facts, game.Fact{Kind: game.FactScore, Player: game.First + game.Player(i), N: n})
	}
	return facts
}

// Land implements Steps.
func (r *Rules) Land(p *Position, c game.Cell) (game.Cell, game.Refusal) {
	if r.under != nil {
		return r.under.Land(p, c)
	}
	if p.result.Over() {
		return c, game.GameOver
	}
	if r.gravity {
		c.Row = 0
	}
	if !r.Holds(c) {
		return c, game.OutOfRange
	}
	if p.At(c) != game.Nobody {
		return c, game.Taken
	}
	if r.gravity {
		c = r.Fall(p, c)
	}
	return c, game.Accepted
}

// Fall returns the lowest free cell below a free one.
func (r *Rules) Fall(p *Position, c game.Cell) game.Cell {
	for at := p.index(c) + p.stride; p.cells[at] == game.Nobody; at += p.stride {
		c.Row++
	}
	return c
}

// Put implements Steps.
func (r *Rules) Put(p *Position, c game.Cell) {
	if r.under != nil {
		r.under.Put(p, c)
		return
	}
	p.Set(c, p.Mover)
	p.Count++
}

// Directions are the four in which a line lies, as steps down and to the right.
var Directions = [...][2]int{{0, 1}, {1, 0}, {1, 1}, {1, -1}}

// Wins implements Steps: the mark is part of a line of run, or more where that counts.
func (r *Rules) Wins(p *Position, c game.Cell) bool {
	if r.under != nil {
		return r.under.Wins(p, c)
	}
	at := p.index(c)
	for _, step := range [...]int{1, p.stride, p.stride + 1, p.stride - 1} {
		if n := p.length(at, step); n >= r.run && r.Counts(n) {
			return true
		}
	}
	return false
}

// Counts reports whether a line of that length ends the game.
func (r *Rules) Counts(length int) bool { return length == r.run || length > r.run && !r.exact }

// Length is how many equal marks in a direction the one at c is part of.
func (r *Rules) Length(p *Position, c game.Cell, d [2]int) int {
	return p.length(p.index(c), d[0]*p.stride+d[1])
}

// Full implements Steps.
func (r *Rules) Full(p *Position) bool {
	if r.under != nil {
		return r.under.Full(p)
	}
	return p.Count == r.rows*r.cols
}

// Decide implements Steps: a line wins, or loses where the variant says so, also on
// the last free cell.
func (r *Rules) Decide(p *Position, wins, full bool) game.Result {
	if r.under != nil {
		return r.under.Decide(p, wins, full)
	}
	switch {
	case wins && r.misere:
		return game.Result{Outcome: game.Won, Winner: p.Mover.Opponent()}
	case wins:
		return game.Result{Outcome: game.Won, Winner: p.Mover}
	case full:
		return game.Result{Outcome: game.Drawn}
	}
	return game.Result{}
}

// Pass implements Steps.
func (r *Rules) Pass(p *Position) {
	if r.under != nil {
		r.under.Pass(p)
		return
	}
	p.Mover = p.Mover.Opponent()
}

// Refused implements Steps: nothing changes.
func (r *Rules) Refused(p *Position) {
	if r.under != nil {
		r.under.Refused(p)
	}
}

// Run is how many marks in a line end the game.
func (r *Rules) Run() int { return r.run }

// Misere reports whether who completes a line loses.
func (r *Rules) Misere() bool { return r.misere }

// Scored reports whether won games are counted.
func (r *Rules) Scored() bool { return r.scored }

// Gravity reports whether marks fall.
func (r *Rules) Gravity() bool { return r.gravity }

// Holds reports whether a cell is on the board.
func (r *Rules) Holds(c game.Cell) bool {
	return c.Inside(r.rows, r.cols)
}

func appendTurn(p *Position, facts []game.Fact) []game.Fact {
	if p.result.Over() {
		return facts
	}
	return append(facts, game.Fact{Kind: game.FactTurn, Player: p.Mover})
}

// View implements game.Rules: everyone sees every cell, row by row, and the score
// where there is one.
func (r *Rules) View(pos game.Position, _ game.Player, facts []game.Fact) []game.Fact {
	p := pos.(*Position)
	facts = slices.Grow(facts, r.rows*r.cols)
	for row := range r.rows {
		for col, mark := range p.row(row) {
			facts = append(facts, game.Fact{Kind: game.FactCell, Cell: game.Cell{Row: int16(row), Col: int16(col)}, Player: mark})
		}
	}
	if r.scored {
		facts = appendScore(p, facts)
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
