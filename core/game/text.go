package game

import (
	"fmt"
	"strings"
)

// Say puts a fact into words.
func Say(rules Rules, f Fact) string {
	name := rules.PlayerName(f.Player)
	switch f.Kind {
	case FactTurn:
		return name + " to move"
	case FactRefused:
		return "refused: " + string(f.Reason)
	case FactCell:
		return strings.TrimSpace(fmt.Sprintf("%s: %s %s", f.Cell, name, f.Text))
	case FactWon:
		return name + " wins"
	case FactDrawn:
		return "a draw"
	case FactScore:
		return fmt.Sprintf("%s has won %d", name, f.N)
	case FactHit:
		return strings.TrimSpace(fmt.Sprintf("%s: hit %s", f.Cell, f.Text))
	case FactMiss:
		return f.Cell.String() + ": miss"
	case FactSunk:
		return "sunk: " + f.Text
	case FactShown:
		return "word: " + strings.Join(strings.Split(f.Text, ""), " ")
	case FactLives:
		return fmt.Sprintf("lives: %d", f.N)
	case FactWord:
		return "the word was " + f.Text
	case FactCard:
		return fmt.Sprintf("%s, hand %d: %s", name, f.N, f.Text)
	case FactTotal:
		return fmt.Sprintf("%s, hand %d: %d", name, f.N, f.Amount)
	case FactBust:
		return fmt.Sprintf("%s, hand %d: bust", name, f.N)
	case FactResult:
		return fmt.Sprintf("hand %d: %s, paid %s", f.N, f.Text, money(f.Amount))
	case FactBank:
		return "bank: " + money(f.Amount)
	}
	return string(f.Kind)
}

// money writes hundredths as units.
func money(n int) string {
	text := fmt.Sprintf("%d.%02d", n/100, n%100)
	return strings.TrimSuffix(text, ".00")
}

// Draw draws a view as text: boards with letters over their columns and numbers
// beside their rows, and everything else in words, a line each.
func Draw(rules Rules, view []Fact) string {
	rows, cols := rules.Shape()
	boards := map[Player]map[Cell]Fact{}
	var order []Player
	var b strings.Builder
	for _, f := range view {
		if f.Kind != FactCell {
			fmt.Fprintln(&b, Say(rules, f))
			continue
		}
		owner := Nobody
		if f.Text != "" {
			owner = f.Player
		}
		if boards[owner] == nil {
			boards[owner] = map[Cell]Fact{}
			order = append(order, owner)
		}
		boards[owner][f.Cell] = f
	}
	for _, owner := range order {
		if owner != Nobody {
			fmt.Fprintf(&b, "the board of %s\n", rules.PlayerName(owner))
		}
		drawBoard(&b, rules, boards[owner], rows, cols)
	}
	return b.String()
}

func drawBoard(b *strings.Builder, rules Rules, cells map[Cell]Fact, rows, cols int) {
	b.WriteString("   ")
	for col := range cols {
		fmt.Fprintf(b, " %c", 'a'+rune(col))
	}
	b.WriteByte('\n')
	for row := range rows {
		fmt.Fprintf(b, "%3d", row+1)
		for col := range cols {
			b.WriteString(" " + mark(rules, cells[Cell{Row: int16(row), Col: int16(col)}]))
		}
		b.WriteByte('\n')
	}
}

// mark is a cell in one character: a player's mark, or what lies on a board.
func mark(rules Rules, f Fact) string {
	switch {
	case f.Text == HitText:
		return "#"
	case f.Text == MissText:
		return "o"
	case f.Text == ShipText:
		return "="
	case f.Player != Nobody && f.Text == "":
		return rules.PlayerName(f.Player)
	}
	return "."
}
