package calls

import (
	"encoding/json"
	"fmt"
	"net/url"
	"strconv"
	"strings"

	"durchgang/core/game"
)

// DefaultChoice is the book of strategies of a game that names nothing else: a function
// choose(board, player) for games on a board, choose(board) for battleship, choose(word,
// letters) for hangman and choose(hand, up) for blackjack.
func DefaultChoice(rules game.Rules) string {
	takes := "board, player"
	switch rules.Variant().Game() {
	case "battleship":
		takes = "board"
	case "hangman":
		takes = "word, letters"
	case "blackjack":
		takes = "hand, up"
	}
	return "functions:\n  choose:\n    name: choose\n    takes: [" + takes + "]\n"
}

// Chosen is what a strategy is asked with: what its player sees.
type Chosen struct {
	Rules   game.Rules
	Seat    game.Player
	View    []game.Fact
	Letters []string // hangman: guessed so far
	Hand    []string // blackjack: the cards of the hand, and the dealer's open one
	Up      string
}

// Choice writes the call of the strategy: what a driver is sent. The book has a function for
// Choose.
func (b *Book) Choice(c Chosen) string {
	rows, cols := c.Rules.Shape()
	number := 0
	for i, role := range b.roles() {
		if role == Choose {
			number = i
		}
	}
	line := []string{strconv.Itoa(number)}
	for _, what := range b.functions[Choose].takes {
		var word string
		switch what {
		case "board":
			word = board(c.View, rows, cols)
			if c.Rules.MoveKind() != game.NamesColumn && strings.Trim(word, "0") == "" {
				word = grid(c.View, rows, cols, func(f game.Fact) byte { return shotSign(c, f) })
			}
		case "player":
			word = strconv.Itoa(int(c.Seat))
		case "word":
			word = url.PathEscape(lastText(c.View, game.FactShown))
		case "letters":
			word = list(c.Letters)
		case "lives":
			word = "0"
			for _, f := range c.View {
				if f.Kind == game.FactLives {
					word = strconv.Itoa(f.N)
				}
			}
		case "hand":
			word = list(b.asCards(c.Hand))
		case "up":
			word = url.PathEscape(b.asCards([]string{c.Up})[0])
		}
		line = append(line, word)
	}
	return strings.Join(line, " ")
}

// shotSign is 1 for a hit and 2 for a miss on the other player's board.
func shotSign(c Chosen, f game.Fact) byte {
	switch {
	case f.Owner() == game.Nobody || f.Owner() == c.Seat && !c.Rules.Solo():
		return 0
	case f.Text == game.HitText:
		return '1'
	case f.Text == game.MissText:
		return '2'
	}
	return 0
}

func lastText(view []game.Fact, kind game.Kind) string {
	text := ""
	for _, f := range view {
		if f.Kind == kind {
			text = f.Text
		}
	}
	return text
}

// asCards writes cards as the book says.
func (b *Book) asCards(cards []string) []string {
	if b.cards != "ranks" {
		return cards
	}
	short := make([]string, len(cards))
	for i, c := range cards {
		short[i] = strings.TrimRight(c, "SHDC")
	}
	return short
}

// HasChoice reports whether the book has a function that chooses moves.
func (b *Book) HasChoice() bool { _, has := b.functions[Choose]; return has }

// ReadChoice turns what the strategy returned, in JSON, into a move in the game's notation: a
// text is a move as it stands; on a board a number is a column or a cell, row by row, and two
// numbers are row and column.
func (b *Book) ReadChoice(rules game.Rules, result string) (string, error) {
	var said string
	if json.Unmarshal([]byte(result), &said) == nil && result != "null" {
		return said, nil
	}
	cell, err := b.cell(rules, result)
	if err != nil {
		return "", fmt.Errorf("it %w", err)
	}
	rows, cols := rules.Shape()
	switch {
	case rows == 0:
		return result, nil
	case !cell.Inside(rows, cols):
		return "", fmt.Errorf("it returned %s, which is not on the board", result)
	}
	return rules.FormatMove(game.Move{Cell: cell}), nil
}

// cell is the cell that a result in JSON names: a column, a cell's number row by row, or row
// and column. One that is off the board is none of its cells.
func (b *Book) cell(rules game.Rules, result string) (game.Cell, error) {
	var numbers []int
	if json.Unmarshal([]byte(result), &numbers) != nil {
		n, err := strconv.Atoi(result)
		if err != nil {
			return game.Cell{}, fmt.Errorf("returned %s, which is no move", result)
		}
		numbers = []int{n}
	}
	for i := range numbers {
		numbers[i] -= b.base
	}
	rows, cols := rules.Shape()
	switch {
	case len(numbers) == 2:
		return game.Cell{Row: bounded(numbers[0]), Col: bounded(numbers[1])}, nil
	case len(numbers) == 1 && rules.MoveKind() == game.NamesColumn:
		return game.Cell{Col: bounded(numbers[0])}, nil
	case len(numbers) == 1 && numbers[0] >= 0 && numbers[0] < rows*cols:
		return game.Cell{Row: int16(numbers[0] / cols), Col: int16(numbers[0] % cols)}, nil
	}
	return game.Cell{Row: -1, Col: -1}, nil
}

// bounded keeps a number of a row or column in bounds that still are off the board.
func bounded(n int) int16 { return int16(max(-1, min(n, 1000))) }
