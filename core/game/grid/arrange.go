package grid

import (
	"errors"
	"fmt"
	"strings"

	"durchgang/core/game"
)

// Parts implements game.Arranges.
func (r *Rules) Parts() []game.Part {
	return []game.Part{{Title: "the board", Board: true, Marks: []string{r.PlayerName(game.First), r.PlayerName(game.Second)}}}
}

// Arrange implements game.Arranges: each mark is a move of its player. Where only the position cannot come about, the error is with
// an arrangement that can still be given.
func (r *Rules) Arrange(_ game.Setup, parts []string) (a game.Arrangement, err error) {
	if len(parts) != 1 {
		return a, fmt.Errorf("a position is one board, and not %d", len(parts))
	}
	board, err := game.ReadBoard(parts[0], r.rows, r.cols)
	if err != nil {
		return a, err
	}
	cells := map[game.Cell]game.Player{}
	p := newPosition(r.rows, r.cols, r.first)
	for i := range r.rows * r.cols {
		c := game.Cell{Row: int16(i / r.cols), Col: int16(i % r.cols)}
		mark, err := game.MarkOf(r, board[c.Row][c.Col])
		if err != nil {
			return a, fmt.Errorf("%s: %w", c, err)
		}
		if mark == game.Nobody {
			continue
		}
		cells[c] = mark
		p.Set(c, mark)
		move := game.Move{Cell: c}
		if r.gravity {
			move.Cell.Row = 0
		}
		a.Moves[mark] = append(a.Moves[mark], move)
	}
	a.Cells = cells
	return a, r.possible(p, a)
}

// Given implements game.Gives: rows from the top with X, O and ., divided by /.
func (r *Rules) Given(a game.Arrangement) game.Setup {
	rows := make([]string, r.rows)
	for row := range rows {
		line := make([]byte, r.cols)
		for col := range line {
			line[col] = '.'
			if mark := a.Cells[game.Cell{Row: int16(row), Col: int16(col)}]; mark != game.Nobody {
				line[col] = r.PlayerName(mark)[0]
			}
		}
		rows[row] = string(line)
	}
	return game.Setup("board=" + strings.Join(rows, "/"))
}

// Causes of a set-up that is no position.
var (
	ErrGiven = errors.New("a position is its rows from the top with X, O and ., divided by /, as in board=X.O/.X./..O, and turn=X or turn=O")
	ErrBoth  = errors.New("both players have a line, so that nobody can say who has won")
)

// given is the position of a set-up, with its result by these rules.
func (r *Rules) given(s game.Setup) (*Position, error) {
	fields, err := s.Fields("board", "turn")
	if err != nil {
		return nil, err
	}
	rows := strings.Split(fields["board"], "/")
	if len(rows) != r.rows {
		return nil, fmt.Errorf("%d rows and not %d: %w", len(rows), r.rows, ErrGiven)
	}
	p := r.steps.Begin(nil)
	for row, line := range rows {
		if len(line) != r.cols {
			return nil, fmt.Errorf("row %d has %d cells and not %d: %w", row+1, len(line), r.cols, ErrGiven)
		}
		for col, sign := range line {
			mark := game.Player(strings.IndexRune(".XO", sign))
			if mark > game.Second {
				return nil, fmt.Errorf("row %d: %q: %w", row+1, sign, ErrGiven)
			}
			if mark != game.Nobody {
				p.Set(game.Cell{Row: int16(row), Col: int16(col)}, mark)
				p.Count++
			}
		}
	}
	if err := r.settle(p); err != nil {
		return nil, err
	}
	return p, r.toMove(p, fields["turn"])
}

// settle decides how the game stands in a position that is given.
func (r *Rules) settle(p *Position) error {
	winner := game.Nobody
	for i, mark := range p.Marks() {
		if mark == game.Nobody || !r.steps.Wins(p, game.Cell{Row: int16(i / r.cols), Col: int16(i % r.cols)}) {
			continue
		}
		switch {
		case winner == game.Nobody:
			winner = mark
		case winner != mark && r.steps == Steps(r): // rules with a mistake may see more lines
			return ErrBoth
		}
	}
	p.Mover = winner
	p.result = r.steps.Decide(p, winner != game.Nobody, r.steps.Full(p))
	return nil
}

// toMove settles whose turn it is: as the set-up says, or the one who has fewer marks.
func (r *Rules) toMove(p *Position, turn string) error {
	n := [game.Second + 1]int{}
	for _, mark := range p.Marks() {
		n[mark]++
	}
	p.Mover = r.first
	if n[r.first] > n[r.first.Opponent()] {
		p.Mover = r.first.Opponent()
	}
	switch turn {
	case "":
	case r.PlayerName(game.First):
		p.Mover = game.First
	case r.PlayerName(game.Second):
		p.Mover = game.Second
	default:
		return fmt.Errorf("turn=%s: %w", turn, ErrGiven)
	}
	return nil
}

// possible says why a board cannot come about, of the reasons that can be seen on it.
func (r *Rules) possible(p *Position, a game.Arrangement) error {
	other := r.first.Opponent()
	first, second := len(a.Moves[r.first]), len(a.Moves[other])
	names := func(n int, of game.Player) string { return fmt.Sprintf("%d marks of %s", n, r.PlayerName(of)) }
	if first != second && first != second+1 {
		return fmt.Errorf("%s and %s cannot be, since %s begins and the players take turns",
			names(first, r.first), names(second, other), r.PlayerName(r.first))
	}
	var lines [game.Second + 1]bool
	for c, mark := range a.Cells {
		if below := (game.Cell{Row: c.Row + 1, Col: c.Col}); r.gravity && r.Holds(below) && a.Cells[below] == game.Nobody {
			return fmt.Errorf("the mark in %s hangs in the air: %s is free", c, below)
		}
		lines[mark] = lines[mark] || r.Wins(p, c)
	}
	last := r.first // who made the last move
	if first == second {
		last = other
	}
	switch {
	case lines[game.First] && lines[game.Second]:
		return fmt.Errorf("both players have a line of %d, and the game ends with the first one", r.run)
	case lines[last.Opponent()]:
		return fmt.Errorf("%s has a line of %d, so that %s could not move after it", r.PlayerName(last.Opponent()), r.run, r.PlayerName(last))
	case lines[last] && !r.exact:
		for c, mark := range a.Cells {
			if mark != last || !r.Wins(p, c) {
				continue
			}
			p.Set(c, game.Nobody)
			left := r.anyLine(p, a, last)
			p.Set(c, last)
			if !left {
				return nil
			}
		}
		return fmt.Errorf("no single move of %s can have completed all lines that %s has", r.PlayerName(last), r.PlayerName(last))
	}
	return nil
}

// anyLine reports whether a player has a line.
func (r *Rules) anyLine(p *Position, a game.Arrangement, of game.Player) bool {
	for c, mark := range a.Cells {
		if mark == of && p.At(c) == of && r.Wins(p, c) {
			return true
		}
	}
	return false
}
