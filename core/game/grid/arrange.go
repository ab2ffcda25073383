package grid

import (
	"fmt"

	"durchgang/core/game"
)

// Parts implements game.Arranges.
func (r *Rules) Parts() []game.Part {
	return []game.Part{{Title: "the board", Board: true, Marks: []string{r.PlayerName(game.First), r.PlayerName(game.Second)}}}
}

// Arrange implements game.Arranges: each mark is a move of its player.
func (r *Rules) Arrange(s game.Setup, parts []string) (a game.Arrangement, err error) {
	if len(parts) != 1 {
		return a, fmt.Errorf("a position is one board, and not %d", len(parts))
	}
	board, err := game.ReadBoard(parts[0], r.rows, r.cols)
	if err != nil {
		return a, err
	}
	a.Setup, a.Cells = s, map[game.Cell]game.Player{}
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
		a.Cells[c] = mark
		p.Set(c, mark)
		move := game.Move{Cell: c}
		if r.gravity {
			move.Cell.Row = 0
		}
		a.Moves[mark] = append(a.Moves[mark], move)
	}
	return a, r.possible(p, a)
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
