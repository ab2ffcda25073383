package game

import (
	"cmp"
	"fmt"
	"slices"
	"strings"
)

// hand names a player's hand, of which there mostly is one.
func hand(name string, n int) string {
	if n > 1 {
		return fmt.Sprintf("%s, hand %d", name, n)
	}
	return name
}

// money writes hundredths as units.
func money(n int) string {
	text := fmt.Sprintf("%d.%02d", n/100, n%100)
	return strings.TrimSuffix(text, ".00")
}

// Board is the board of a view: rows of marks, "" for a free cell or open sea, # for a
// hit, o for a miss, = for a ship.
type Board struct {
	Owner Player     `json:"-"` // nobody for the one board of all
	Title string     `json:"title" description:"Whose board it is; empty for the one board of all."`
	Rows  [][]string `json:"rows"`
}

// Boards returns the boards that facts tell of, in the order in which they do.
func Boards(rules Rules, facts []Fact) []Board {
	rows, cols := rules.Shape()
	boards := []Board{}
	for _, f := range facts {
		if f.Kind != FactCell || !f.Cell.Inside(rows, cols) {
			continue
		}
		owner := f.Owner()
		i := slices.IndexFunc(boards, func(b Board) bool { return b.Owner == owner })
		if i < 0 {
			i = len(boards)
			boards = append(boards, newBoard(rules, owner))
		}
		boards[i].Rows[f.Cell.Row][f.Cell.Col] = mark(rules, f)
	}
	return boards
}

func newBoard(rules Rules, owner Player) Board {
	rows, cols := rules.Shape()
	b := Board{Owner: owner, Rows: make([][]string, rows)}
	if owner != Nobody {
		b.Title = rules.PlayerName(owner)
	}
	for row := range b.Rows {
		b.Rows[row] = make([]string, cols)
	}
	return b
}

// mark is a cell in one character at most: a player's mark, or what lies on a board.
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
	return ""
}

// Lines puts facts into words, but for cells, which a board shows; the cards of a hand
// and their total are one line.
func Lines(rules Rules, facts []Fact) []string {
	lines := []string{}
	var before Fact
	for _, f := range facts {
		if f.Kind == FactCell {
			continue
		}
		same := before.Kind == FactCard && before.Player == f.Player && before.N == f.N
		switch last := len(lines) - 1; {
		case same && f.Kind == FactCard:
			lines[last] += " " + f.Text
		case same && f.Kind == FactTotal:
			lines[last] += fmt.Sprintf(", %d in all", f.Amount)
		default:
			lines = append(lines, Say(rules, f))
		}
		before = f
	}
	return lines
}

// Draw draws a view as text: everything beside the boards in words, a line each, and
// the boards.
func Draw(rules Rules, view []Fact) string {
	var b strings.Builder
	for _, line := range Lines(rules, view) {
		fmt.Fprintln(&b, line)
	}
	for _, board := range Boards(rules, view) {
		b.WriteString(board.String())
	}
	return b.String()
}

// String draws the board with letters over its columns and numbers beside its rows.
func (b Board) String() string {
	var w strings.Builder
	if b.Title != "" {
		fmt.Fprintf(&w, "the board of %s\n", b.Title)
	}
	w.WriteString("   ")
	for col := range b.Rows[0] {
		fmt.Fprintf(&w, " %c", 'a'+rune(col))
	}
	w.WriteByte('\n')
	for row, cells := range b.Rows {
		fmt.Fprintf(&w, "%3d", row+1)
		for _, mark := range cells {
			w.WriteString(" " + cmp.Or(mark, "."))
		}
		w.WriteByte('\n')
	}
	return w.String()
}
