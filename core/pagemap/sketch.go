package pagemap

import (
	"fmt"
	"slices"
	"strings"

	"github.com/goccy/go-yaml"

	"durchgang/core/game"
	"durchgang/core/phrasebook"
)

// Sketch is a map in the making.
type Sketch struct {
	Board    *Board           // of all; nil for none
	Boards   map[string]Board // each player's own
	Marks    map[string]Sign
	Columns  *Thing
	Letters  *Thing
	Keyboard bool
	Field    *Thing
	Send     *Thing
	Typed    string // what is typed there for a move, as a phrasebook has it; empty for the rules' notation
	Base     int    // number of the first row, column or cell in it
	Buttons  map[string]Thing
	Next     *Thing
	Restart  *Thing
	Start    []Opening
	Gesture
	Says  []Saying
	Names [2]string // that were typed where a page asks for them
}

// Gesture is how a cell is chosen.
type Gesture struct {
	Double bool
	Cursor *Cursor
	Keys   []string
	Drag   Sides
}

// String is the gesture in words.
func (g Gesture) String() string {
	switch {
	case g.Double:
		return "a double click"
	case g.Drag.First != nil:
		return fmt.Sprintf("dragging '%s' and '%s'", g.Drag.First, g.Drag.Second)
	case g.Cursor != nil:
		return fmt.Sprintf("the arrow keys and %q", g.Cursor.Put)
	case g.Keys != nil:
		return "the keys " + strings.Join(g.Keys, " ")
	}
	return "a click"
}

// Right gives each player the mark that is called as the player is: on a page on which the
// second player begins it was taken for the first one's.
func (s *Sketch) Right(rules game.Rules) {
	called := func(mark string, p game.Player) bool {
		return slices.ContainsFunc(s.Marks[mark].names(), func(n string) bool {
			return strings.EqualFold(n, rules.PlayerName(p)) || slices.Contains(phrasebook.Drawings(p), n)
		})
	}
	if called(First, game.Second) && called(Second, game.First) {
		s.Marks[First], s.Marks[Second] = s.Marks[Second], s.Marks[First]
	}
}

// Map is the finished map. program is the side that pages play themselves.
func (s Sketch) Map(program game.Player) (*Map, error) {
	f := form{
		Marks: map[string]Sign{}, Columns: (*thing)(s.Columns), Letters: (*thing)(s.Letters), Keyboard: s.Keyboard,
		Field: (*thing)(s.Field), Send: (*thing)(s.Send), Next: (*thing)(s.Next), Restart: (*thing)(s.Restart), Words: s.words(),
		Cursor: s.Cursor, Keys: s.Keys, Drag: sidesForm{(*thing)(s.Drag.First), (*thing)(s.Drag.Second)},
	}
	if s.Double {
		f.Click = "double"
	}
	if s.Board != nil {
		b := s.Board.form()
		f.Board = &b
	}
	for owner, b := range s.Boards {
		if f.Boards == nil {
			f.Boards = map[string]boardForm{}
		}
		f.Boards[owner] = b.form()
	}
	for name, sign := range s.Marks {
		if sign.Within == usualWithin {
			sign.Within = 0
		}
		f.Marks[name] = sign
	}
	for word, t := range s.Buttons {
		if f.Buttons == nil {
			f.Buttons = map[string]thing{}
		}
		f.Buttons[word] = thing(t)
	}
	for _, o := range s.Start {
		f.Start = append(f.Start, openingForm{thing(o.Of), o.Type})
	}
	for _, say := range s.Says {
		f.Says = append(f.Says, sayingForm{thing(say.Of), say.Caption, say.Join, say.Down, say.Hidden})
	}
	text, err := yaml.MarshalWithOptions(f, yaml.IndentSequence(true))
	if err != nil {
		return nil, err
	}
	return ParseOpponent("draft", string(text), program)
}

func (b Board) form() boardForm {
	f := boardForm{Cells: (*thing)(b.Cells)}
	if b.Order != ByPlace {
		f.Order = b.Order
	}
	if c := b.Canvas; c != nil {
		of := thing(c.Of)
		f.Canvas, f.Left, f.Top, f.Right, f.Bottom = &of, &c.Left, &c.Top, &c.Right, &c.Bottom
	}
	return f
}

// words is what the phrasebook of the map needs beside what every one knows.
func (s Sketch) words() words {
	var book struct {
		Move  []typed             `yaml:"move,omitempty"`
		Base  *int                `yaml:"base,omitempty"`
		Marks *sides              `yaml:"marks,omitempty"`
		Names map[string][]string `yaml:"names,omitempty"`
	}
	lists := [2][]string{s.Marks[First].names(), s.Marks[Second].names()}
	for i, name := range s.Names {
		if name != "" {
			lists[i] = append(lists[i], name)
		}
	}
	only := func(i int) []string {
		var list []string
		for _, n := range lists[i] {
			same := func(o string) bool { return strings.EqualFold(o, n) }
			if !slices.ContainsFunc(lists[1-i], same) && !slices.ContainsFunc(list, same) &&
				!slices.Contains([]string{"x", "o"}, strings.ToLower(n)) {
				list = append(list, n)
			}
		}
		return list
	}
	if a, b := s.Marks[First].Text, s.Marks[Second].Text; a != nil && b != nil &&
		(!strings.EqualFold(*a, "x") || !strings.EqualFold(*b, "o")) {
		book.Marks = &sides{*a, *b}
	}
	if s.Marks[First] != (Sign{}) {
		book.Names = map[string][]string{First: only(0), Second: only(1)}
	}
	if s.Typed != "" {
		book.Move, book.Base = []typed{{s.Typed}}, &s.Base
	}
	text, err := yaml.Marshal(book)
	if err != nil || strings.TrimSpace(string(text)) == "{}" {
		return ""
	}
	return words(text)
}

type typed struct {
	Type string `yaml:"type"`
}

type sides struct {
	First  string `yaml:"first"`
	Second string `yaml:"second"`
}

// Called are the names by which the book knows a player: 0 for the first, 1 for the second.
func (m *Map) Called(side int) []string {
	return m.Marks[[]string{First, Second}[side]].names()
}
