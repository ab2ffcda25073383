package calls

import (
	"fmt"
	"strconv"

	"durchgang/core/game"
)

// Chooser is implemented by rules of games in which a function that chooses moves is told something other than a board and
// whose turn it is.
type Chooser interface {
	// StrategyTakes lists the parameters of such a function, as in "word, letters".
	StrategyTakes() string
}

// DefaultChoice is the book of strategies of a game that names nothing else: a function choose, with the parameters of Chooser
// or choose(board, player).
func DefaultChoice(rules game.Rules) string {
	takes := "board, player"
	if c, is := rules.(Chooser); is {
		takes = c.StrategyTakes()
	}
	return "functions:\n  choose:\n    name: choose\n    takes: [" + takes + "]\n"
}

// Chosen is what a strategy is asked with: what its player sees.
type Chosen struct {
	Rules   game.Rules
	Seat    game.Player
	View    []game.Fact
	Letters []string // what was guessed so far: letters, or numbers
	Answers []string // to the guesses of numbers
	Hand    []string // blackjack: the cards of the hand, and the dealer's open one
	Up      string
}

// Choice is the call of the strategy. The book has a function for Choose.
func (b *Book) Choice(c Chosen) Request {
	p := planner{Book: b, rules: c.Rules}
	p.rows, p.cols = c.Rules.Shape()
	known := p.position(game.Cell{}, c.Seat, c.View)
	if c.Rules.MoveKind() != game.NamesColumn && !hasMarks(c.View) {
		signs := map[game.Cell]int{}
		for _, f := range c.View {
			if s := shotSign(c, f); s > 0 {
				signs[f.Cell] = s
			}
		}
		known["board"] = p.write(signs)
	}
	known["word"], known["letters"], known["lives"] = lastText(c.View, game.FactShown), texts(c.Letters), 0
	for _, f := range c.View {
		if f.Kind == game.FactLives {
			known["lives"] = f.N
		}
	}
	known["hand"], known["up"] = texts(b.asCards(c.Hand)), b.asCards([]string{c.Up})[0]
	c.count(known)
	known["random"] = map[string]any{"$random": 1}
	args, ok := fillAll(b.functions[Choose].takes, known)
	if !ok {
		args = []any{}
	}
	return b.request(b.functions[Choose], args)
}

// count adds what heaps hold, and what answers have left of the numbers that may be hidden.
func (c Chosen) count(known map[string]any) {
	heaps := []any{}
	for _, f := range c.View {
		if f.Kind == game.FactHeap {
			heaps = append(heaps, f.Amount)
		}
	}
	known["heaps"] = heaps
	r, is := c.Rules.(interface{ Range() (low, high int) })
	if !is {
		return
	}
	low, high := r.Range()
	for i, answer := range c.Answers[:min(len(c.Answers), len(c.Letters))] {
		n, err := strconv.Atoi(c.Letters[i])
		switch {
		case err != nil:
		case answer == game.HigherText:
			low = max(low, n+1)
		case answer == game.LowerText:
			high = min(high, n-1)
		}
	}
	known["low"], known["high"] = low, high
}

// Begin are the requests that make what chooses, where it is an object or needs to be made ready: once for each game.
func (b *Book) Begin(rules game.Rules) []Request {
	p := planner{Book: b, rules: rules}
	p.rows, p.cols = rules.Shape()
	return b.home.requests(p.known())
}

func hasMarks(view []game.Fact) bool {
	for _, f := range view {
		if f.Kind == game.FactCell && f.Text == "" && f.Player != game.Nobody {
			return true
		}
	}
	return false
}

// shotSign is 1 for a hit and 2 for a miss on the other player's board.
func shotSign(c Chosen, f game.Fact) int {
	switch {
	case f.Kind != game.FactCell || f.Owner() == game.Nobody || f.Owner() == c.Seat && !c.Rules.Solo():
		return 0
	case f.Text == game.HitText:
		return 1
	case f.Text == game.MissText:
		return 2
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

// HasChoice reports whether the book has a function that chooses moves.
func (b *Book) HasChoice() bool { return b.functions[Choose].there() }

// ReadChoice turns what the strategy returned into a move in the game's notation: a
// text is a move as it stands; two numbers are a heap and how many are taken from it; on a board a number is a column or a cell,
// row by row, and two numbers are row and column.
func (b *Book) ReadChoice(rules game.Rules, result any) (string, error) {
	if said, is := result.(string); is {
		return said, nil
	}
	if items, is := list(result); is && rules.MoveKind() == game.NamesHeap && len(items) == 2 {
		heap, one := whole(items[0])
		count, two := whole(items[1])
		if one && two {
			return rules.FormatMove(game.Move{Cell: game.Cell{Row: bounded(heap - b.base)}, Amount: count}), nil
		}
	}
	if rows, _ := rules.Shape(); rows == 0 {
		return Say(result), nil
	}
	cell, err := b.move(rules, result)
	if err != nil {
		return "", fmt.Errorf("it %w", err)
	}
	if rows, cols := rules.Shape(); !cell.Inside(rows, cols) {
		return "", fmt.Errorf("it returned %s, which is not on the board", Say(result))
	}
	return rules.FormatMove(game.Move{Cell: cell}), nil
}

// move is the cell that a result names: a column, a cell's number row by row, row and column, or an object with these.
// One that is off the board is none of its cells.
func (b *Book) move(rules game.Rules, result any) (game.Cell, error) {
	var numbers []int
	items, is := list(result)
	if fields, object := within(result, "fields"); object {
		m, _ := fields.(map[string]any)
		if row, col, named := pairOf(m); named {
			items, is = []any{row, col}, true
		}
	}
	if !is {
		items = []any{result}
	}
	for _, x := range items {
		n, is := whole(x)
		if !is {
			return game.Cell{}, fmt.Errorf("returned %s, which is not a move", Say(result))
		}
		numbers = append(numbers, n-b.base)
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
