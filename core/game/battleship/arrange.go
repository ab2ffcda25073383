package battleship

import (
	"errors"
	"fmt"
	"strings"

	"durchgang/core/game"
)

// Parts implements game.Arranges: the shots at each board.
func (r *Rules) Parts() []game.Part {
	var parts []game.Part
	for owner := game.Second; owner >= game.First; owner-- {
		if owner == game.Second || r.two {
			parts = append(parts, game.Part{Title: "shots at the board of " + r.PlayerName(owner), Board: true, Marks: []string{"x"}})
		}
	}
	return parts
}

// Arrange implements game.Arranges. A part is a drawing in which every mark is a shot, or a list of cells.
func (r *Rules) Arrange(s game.Setup, parts []string) (a game.Arrangement, err error) {
	if r.byHand {
		return a, errors.New("fleets are placed by hand in this variant: play the placing and the shots")
	}
	if want := len(r.Parts()); len(parts) != want {
		return a, fmt.Errorf("a position is the shots at %d boards, and not at %d", want, len(parts))
	}
	a.Setup = s
	for i, part := range parts {
		cells, err := r.shotsOf(part)
		if err != nil {
			return a, fmt.Errorf("%s: %w", r.Parts()[i].Title, err)
		}
		for _, c := range cells {
			a.Moves[game.First+game.Player(i)] = append(a.Moves[game.First+game.Player(i)], game.Move{Cell: c})
		}
	}
	return a, nil
}

func (r *Rules) shotsOf(text string) (cells []game.Cell, err error) {
	words := strings.FieldsFunc(text, func(c rune) bool { return strings.ContainsRune(" ,;\t\r\n", c) })
	for _, word := range words {
		c, err := game.ParseCell(word)
		if err != nil || !c.Inside(r.rows, r.cols) {
			cells = nil
			break
		}
		cells = append(cells, c)
	}
	if cells != nil || len(words) == 0 {
		return cells, nil
	}
	board, err := game.ReadBoard(text, r.rows, r.cols)
	if err != nil {
		return nil, err
	}
	for i := range r.rows * r.cols {
		if board[i/r.cols][i%r.cols] != "" {
			cells = append(cells, game.Cell{Row: int16(i / r.cols), Col: int16(i % r.cols)})
		}
	}
	return cells, nil
}
