package phrasebook

import (
	"regexp"
	"slices"
	"strings"

	"durchgang/core/game"
)

// setup says how a program is given what chance or a hidden choice fixes. The texts
// hold the names of a set-up's parts in braces, as in {word}.
type setup struct {
	arguments   []string
	environment map[string]string
	files       map[string]string
	typed       []question
	ship        *ship
	chart       *chart
	card        *card
}

// chart is how a fleet is drawn as a map: a sign for each cell.
type chart struct {
	sea     string
	ships   []string // by ship; one for all where there is one
	between string   // two cells of a row
}

// card is how a card is written.
type card struct {
	template string
	between  string // two cards
	deal     string // who gets the first four: P and D; in turn where empty
	ranks    map[string]string
	suits    []string // names of spades, hearts, diamonds and clubs
}

// question asks for a part of a set-up, or with each for its ships one after the other.
type question struct {
	answer
	each bool
}

// ship is how a ship's place is written.
type ship struct {
	template string
	base     int
	between  string    // two ships
	ways     [2]string // what {way} is, across and down
}

// Given is a set-up in the forms in which a program gets it. It belongs to one run of a
// program, since it knows what has been typed.
type Given struct {
	Arguments   []string          // of its command line
	Environment map[string]string // variables
	Files       map[string]string // texts by name, in the program's folder
	typed       []*typing
}

// typing is what is typed where a program asks, a line each time if there are several.
type typing struct {
	ask   *regexp.Regexp
	lines []string
	each  bool
	next  int // of the lines
	typed int // how often all were
}

// Give returns how a program is given a set-up of a game. What names a part that the set-up does
// not have is left out.
func (b *Book) Give(rules game.Rules, s game.Setup) Given {
	values, lists := rules.Spell(s).Values(), map[string][]string{}
	for name, value := range values {
		if ships := berths.FindAllString(value, -1); strings.Join(ships, ",") == value && value != "" {
			divider := "\n"
			if b.setup.chart != nil {
				lists[name] = b.setup.chart.draw(ships, rules)
			} else {
				lists[name], divider = b.setup.ship.write(ships, rules), b.setup.ship.divider()
			}
			values[name] = strings.Join(lists[name], divider)
		}
		if name == "cards" {
			lists[name] = b.setup.card.write(strings.Fields(value))
			values[name] = strings.Join(lists[name], b.setup.card.divider())
		}
	}
	g := Given{Environment: fillAll(b.setup.environment, values), Files: fillAll(b.setup.files, values)}
	for _, text := range b.setup.arguments {
		if part, each := strings.CutSuffix(text, "...}"); each { // one argument for each ship or card
			g.Arguments = append(g.Arguments, lists[strings.TrimPrefix(part, "{")]...)
			continue
		}
		if filled, whole := fill(text, values); whole {
			g.Arguments = append(g.Arguments, filled)
		}
	}
	for _, q := range b.setup.typed {
		t := &typing{ask: q.ask, each: q.each}
		if q.each {
			t.lines = strings.Split(strings.Join(lists[strings.Trim(q.text, "{}")], "\n"), "\n")
		} else if filled, whole := fill(q.text, values); whole {
			t.lines = []string{filled}
		}
		if len(t.lines) > 0 {
			g.typed = append(g.typed, t)
		}
	}
	return g
}

// Lines is how many lines the typed parts of the set-up have: a program that asks for more at a time asks for
// something else.
func (g Given) Lines() (n int) {
	for _, t := range g.typed {
		n += len(t.lines)
	}
	return n
}

// Answer returns what is typed at a prompt that asks for a part of the set-up.
func (g Given) Answer(prompt string) (text string, found bool) {
	asked := slices.DeleteFunc(slices.Clone(g.typed), func(t *typing) bool { return len(t.lines) == 0 || !t.ask.MatchString(prompt) })
	if len(asked) == 0 {
		return "", false
	}
	t := asked[0]
	if !t.each {
		return t.lines[0], true
	}
	// Where several lists are asked for with the same words, they are typed one after the other, and
	// from the start again in another game.
	for _, other := range asked {
		if other.each && other.typed < t.typed {
			t = other
			break
		}
	}
	text = t.lines[t.next]
	if t.next++; t.next == len(t.lines) {
		t.next, t.typed = 0, t.typed+1
	}
	return text, true
}

// berths are ships' places as set-ups write them: b3> or b3v.
var berths = regexp.MustCompile(`[a-z][0-9]{1,2}[>v]`)

// write writes the places as a program reads them; without a ship's form they stay.
func (s *ship) write(places []string, rules game.Rules) []string {
	if s == nil {
		return places
	}
	var names []string
	var lengths []int
	if f, is := rules.(fleet); is {
		names, lengths = f.ShipNames(), f.ShipLengths()
	}
	written := make([]string, len(places))
	for i, text := range places {
		last := len(text) - 1
		cell, err := game.ParseCell(text[:last])
		if err != nil {
			return places // the set-up has been checked, so this does not come
		}
		at := place{cell: cell, base: s.base, way: s.ways[0]}
		if text[last] == 'v' {
			at.way = s.ways[1]
		}
		if i < len(names) {
			at.text, at.length, at.down = names[i], lengths[i], text[last] == 'v'
		}
		written[i] = at.fill(s.template)
	}
	return written
}

// draw draws the places as the rows of a map.
func (c *chart) draw(places []string, rules game.Rules) []string {
	rows, cols := rules.Shape()
	cells := make([][]string, rows)
	for r := range cells {
		cells[r] = slices.Repeat([]string{c.sea}, cols)
	}
	var lengths []int
	if f, is := rules.(fleet); is {
		lengths = f.ShipLengths()
	}
	for i, text := range places {
		last := len(text) - 1
		cell, err := game.ParseCell(text[:last])
		if err != nil || i >= len(lengths) {
			return places // the set-up has been checked, so this does not come
		}
		for range lengths[i] {
			cells[cell.Row][cell.Col] = c.ships[min(i, len(c.ships)-1)]
			if text[last] == 'v' {
				cell.Row++
			} else {
				cell.Col++
			}
		}
	}
	lines := make([]string, rows)
	for r := range cells {
		lines[r] = strings.Join(cells[r], c.between)
	}
	return lines
}

func (s *ship) divider() string {
	if s == nil {
		return ","
	}
	return s.between
}

// suitLetters are the suits of cards in set-ups, in the order in which a book names them.
const suitLetters = "SHDC"

// write writes cards as a program reads them; without a card's form they stay.
func (c *card) write(cards []string) []string {
	if c == nil {
		return cards
	}
	written := make([]string, len(cards))
	for i, text := range c.dealt(cards) {
		at := len(text) - 1
		rank, suit := text[:at], text[at:]
		if name := c.ranks[rank]; name != "" {
			rank = name
		}
		if c.suits != nil {
			suit = c.suits[strings.Index(suitLetters, suit)]
		}
		written[i] = strings.NewReplacer("{rank}", rank, "{suit}", suit).Replace(c.template)
	}
	return written
}

// dealt are cards that are dealt in turn, the player's first, in the order in which the program deals them.
func (c *card) dealt(cards []string) []string {
	if c.deal == "" || len(cards) < len(c.deal) {
		return cards
	}
	order := slices.Clone(cards)
	next := map[rune]int{'P': 0, 'D': 1}
	for i, who := range c.deal {
		order[i] = cards[next[who]]
		next[who] += 2
	}
	return order
}

func (c *card) divider() string {
	if c == nil {
		return " "
	}
	return c.between
}

// fillAll fills the texts of which every name is known.
func fillAll(texts, values map[string]string) map[string]string {
	filled := map[string]string{}
	for name, text := range texts {
		if text, whole := fill(text, values); whole {
			filled[name] = text
		}
	}
	return filled
}

var named = regexp.MustCompile(`\{[a-z]+\}`)

// fill puts the values in, and reports whether there was one for every name.
func fill(text string, values map[string]string) (string, bool) {
	whole := true
	filled := named.ReplaceAllStringFunc(text, func(name string) string {
		value, known := values[strings.Trim(name, "{}")]
		whole = whole && known
		return value
	})
	return filled, whole
}
