package pagemap

import (
	"cmp"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"durchgang/core/game"
	"durchgang/core/phrasebook"
)

// Seen is what a step has left on a page.
type Seen struct {
	Look    Look
	Before  Look     // after the step before
	Said    [][]Line // what the page said meanwhile, the oldest first
	Dialogs []string // texts in windows of their own
	Table   phrasebook.Table
	Step    phrasebook.Step
	Rows    int
	Cols    int
}

// Screen is all that the page said and says, as lines.
func (m *Map) Screen(s Seen) phrasebook.Screen {
	var lines phrasebook.Screen
	last := ""
	add := func(block []string) {
		if text := strings.Join(block, "\n"); text != last {
			lines, last = append(lines, block...), text
		}
	}
	for _, said := range s.Said {
		add(m.sayAll(said))
	}
	for _, text := range s.Dialogs {
		lines = append(lines, strings.Split(text, "\n")...)
		last = ""
	}
	add(m.sayAll(s.Look.Lines))
	return append(lines, "") // nothing asks: a page has no cursor behind its last line
}

// Stands is what the page shows, whenever it has begun to.
func (m *Map) Stands(s Seen) phrasebook.Screen { return m.sayAll(s.Look.Lines) }

// News is what the page said in a step: lines that did not stand there before it, or where there
// are none, what it said once more in the same words.
func (m *Map) News(s Seen) phrasebook.Screen {
	if len(s.Said)+len(s.Dialogs) == 0 {
		return phrasebook.Screen{""}
	}
	stood := m.sayAll(s.Before.Lines)
	all := m.Screen(s)
	lines := slices.DeleteFunc(slices.Clone(all), func(l string) bool { return slices.Contains(stood, l) })
	if len(lines) == 1 {
		return all
	}
	return lines
}

func (m *Map) sayAll(list []Line) []string {
	var lines []string
	for _, l := range list {
		var of Saying
		for _, s := range m.Says {
			if s.Join != "" && s.Join == l.made.Join && s.Caption == l.made.Caption {
				of = s
			}
		}
		if text := l.say(of); strings.TrimSpace(text) != "" {
			lines = append(lines, text)
		}
	}
	return lines
}

// Facts turns what a page shows into facts: the boards' cells, what the page says, and what
// is there only at certain times. What the map does not know of is not among them.
func (m *Map) Facts(s Seen) []game.Fact {
	facts := m.Book.Read(m.Screen(s), s.Table.Boardless(), s.Step)
	if m.drawn(s) {
		facts = slices.DeleteFunc(facts, func(f game.Fact) bool { return f.Kind == game.FactCell })
		for _, f := range m.Book.Read(m.Stands(s), s.Table, phrasebook.Step{}) {
			if f.Kind == game.FactCell {
				facts = append(facts, f)
			}
		}
	}
	told := m.Book.Read(m.News(s), s.Table.Boardless(), s.Step)
	facts = slices.DeleteFunc(facts, func(f game.Fact) bool { // what still stands there is told of an earlier step
		once := f.Kind == game.FactHit || f.Kind == game.FactMiss || f.Kind == game.FactSunk || f.Kind == game.FactRefused
		return once && !slices.Contains(told, f)
	})
	facts = m.there(s.Look, facts)
	cells := m.Cells(s.Look, s.Rows, s.Cols)
	if move := s.Step.Move; move != nil && move.Verb == "" {
		facts = append(facts, m.shots(s, cells, facts)...)
	}
	return append(facts, cells...)
}

// drawn reports whether the board is a text that the page says: no other is on the map.
func (m *Map) drawn(s Seen) bool {
	return len(m.Boards) == 0 && m.Field != nil && s.Rows > 0 && !s.Table.Afloat()
}

// there adds what is told by things that come and go.
func (m *Map) there(l Look, facts []game.Fact) []game.Fact {
	is := func(name string) bool {
		return slices.ContainsFunc(l.Things[name], func(b Box) bool { return !b.Off })
	}
	for i, side := range []string{First, Second} {
		player := game.First + game.Player(i)
		if is(wonThing + side) {
			facts = append(facts, game.Fact{Kind: game.FactWon, Player: player})
		}
		if is(turnThing+side) && !is(turnThing+other(side)) {
			facts = append(facts, game.Fact{Kind: game.FactTurn, Player: player})
		}
		for _, b := range l.Things[scoreThing+side] {
			if n, err := strconv.Atoi(number.FindString(b.Text)); err == nil && !b.Off {
				facts = append(facts, game.Fact{Kind: game.FactScore, Player: player, N: n})
			}
		}
	}
	if is(drawnThing) {
		facts = append(facts, game.Fact{Kind: game.FactDrawn})
	}
	return facts
}

func other(side string) string {
	if side == First {
		return Second
	}
	return First
}

var number = regexp.MustCompile(`\d+`)

// Cells are the facts of the boards. A cell that no mark fits is empty, unless the map says
// how an empty one is told.
func (m *Map) Cells(l Look, rows, cols int) []game.Fact {
	var facts []game.Fact
	for i, b := range m.Boards {
		if i >= len(l.Boards) || len(l.Boards[i]) != rows*cols {
			continue
		}
		owner := map[string]game.Player{First: game.First, Second: game.Second}[b.Owner]
		for k, c := range b.cells(l.Boards[i], rows, cols) {
			f := game.Fact{Kind: game.FactCell, Cell: game.Cell{Row: int16(k / cols), Col: int16(k % cols)}}
			mark, known := m.mark(c, b.Owner != "")
			if !known {
				continue
			}
			switch mark {
			case First:
				f.Player = game.First
			case Second:
				f.Player = game.Second
			case Hit, Sunk:
				f.Player, f.Text = owner, game.HitText
			case Miss:
				f.Player, f.Text = owner, game.MissText
			case Ship:
				f.Player, f.Text = owner, game.ShipText
			case Sea:
				f.Player, f.Text = owner, game.SeaText
			}
			facts = append(facts, f)
		}
	}
	return facts
}

// mark tells what a cell holds: the mark whose sign fits it best.
func (m *Map) mark(c Cell, afloat bool) (name string, known bool) {
	best, told := 0, ""
	names := []string{First, Second, Empty}
	free := Empty
	if afloat {
		names, free = []string{Sunk, Hit, Miss, Ship, Sea}, Sea
	}
	for _, name := range names {
		sign, there := m.Marks[name]
		if !there {
			continue
		}
		if d, fits := sign.distance(c); fits && (told == "" || d < best) {
			best, told = d, name
		}
	}
	if told != "" {
		return told, true
	}
	_, said := m.Marks[free]
	return free, !said
}

// distance is how far a cell is from a sign, and whether it fits.
func (s Sign) distance(c Cell) (far int, fits bool) {
	switch {
	case s.Text != nil && !strings.EqualFold(strings.TrimSpace(*s.Text), strings.TrimSpace(c.Text)):
		return 0, false
	case s.Class != "" && !slices.Contains(c.Classes, s.Class):
		return 0, false
	case s.Picture != "" && !strings.Contains(c.Picture, s.Picture):
		return 0, false
	}
	if s.Attribute != "" {
		value, there := c.Attributes[s.Attribute]
		if !there || s.Is != "" && !strings.EqualFold(value, s.Is) {
			return 0, false
		}
	}
	for _, p := range [][2]string{{s.Color, c.Color}, {s.Ink, c.Ink}, {s.Letters, c.Letters}} {
		if p[0] == "" {
			continue
		}
		d := apart(p[0], p[1])
		if d > s.Within {
			return 0, false
		}
		far += d
	}
	if s.Pattern != "" {
		d, ink := unlike(s.Pattern, c.Pattern)
		if d*5 > ink*2 {
			return 0, false
		}
		far += d
	}
	return far, true
}

// apart is how far two colours are apart, summed over red, green and blue.
func apart(a, b string) int {
	x, y := components(a), components(b)
	if x == nil || y == nil {
		return 1000
	}
	sum := 0
	for i := range x {
		sum += max(x[i]-y[i], y[i]-x[i])
	}
	return sum
}

func components(color string) []int {
	n, err := strconv.ParseUint(strings.TrimPrefix(color, "#"), 16, 32)
	if err != nil || len(color) != 7 {
		return nil
	}
	return []int{int(n >> 16), int(n >> 8 & 255), int(n & 255)}
}

// unlike is by how much two drawings differ, summed over their parts, and how much is drawn on both.
// Those are unlike of which more than two fifths differ.
func unlike(a, b string) (far, ink int) {
	if len(a) != len(b) {
		return 1, 0
	}
	for i := range len(a) {
		x, y := int(a[i]-'0'), int(b[i]-'0')
		far, ink = far+max(x-y, y-x), ink+x+y
	}
	return far, ink
}

// shots tells from the cells what became of a shot, where the page does not say it.
func (m *Map) shots(s Seen, cells, said []game.Fact) []game.Fact {
	told := slices.ContainsFunc(said, func(f game.Fact) bool { return f.Kind == game.FactHit || f.Kind == game.FactMiss })
	if told || len(m.Boards) == 0 || m.Boards[0].Owner == "" {
		return nil
	}
	before := m.Cells(s.Before, s.Rows, s.Cols)
	var facts []game.Fact
	for _, f := range cells {
		if f.Cell != s.Step.Move.Cell || f.Owner() != cmp.Or(s.Step.Mover.Opponent(), game.Second) || slices.Contains(before, f) {
			continue
		}
		switch f.Text {
		case game.HitText:
			facts = append(facts, game.Fact{Kind: game.FactHit, Player: f.Player, Cell: f.Cell})
		case game.MissText:
			facts = append(facts, game.Fact{Kind: game.FactMiss, Player: f.Player, Cell: f.Cell})
		}
	}
	return facts
}
