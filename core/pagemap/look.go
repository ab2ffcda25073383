package pagemap

import (
	"cmp"
	"encoding/json"
	"fmt"
	"slices"
	"strconv"
	"strings"
)

// Question is what a page is looked at for, as browser/look.js takes it.
type Question struct {
	Boards []boardQuestion   `json:"boards"`
	Things map[string]*Thing `json:"things"`
	Says   []sayingQuestion  `json:"says"`
}

type boardQuestion struct {
	Cells  *Thing  `json:"cells,omitempty"`
	Canvas *Canvas `json:"canvas,omitempty"`
	Rows   int     `json:"rows"`
	Cols   int     `json:"cols"`
}

type sayingQuestion struct {
	Of      Thing  `json:"of"`
	Caption string `json:"caption,omitempty"`
	Join    string `json:"join,omitempty"`
}

// The names of things in a question and its look.
const (
	columnsThing = "columns"
	lettersThing = "letters"
	FieldThing   = "field"
	SendThing    = "send"
	RestartThing = "restart"
	NextThing    = "next"
	turnThing    = "turn "
	wonThing     = "won "
	drawnThing   = "drawn"
	scoreThing   = "score "
	dragThing    = "drag "
	buttonThing  = "button "
	startThing   = "start "
)

// StartThing is the name of one thing that is done before a game.
func StartThing(i int) string { return startThing + strconv.Itoa(i) }

// Question asks for all that the map has, with boards of rows × columns.
func (m *Map) Question(rows, cols int) Question {
	q := Question{Boards: []boardQuestion{}, Things: map[string]*Thing{}, Says: []sayingQuestion{}}
	for _, b := range m.Boards {
		q.Boards = append(q.Boards, boardQuestion{b.Cells, b.Canvas, rows, cols})
	}
	for name, t := range map[string]*Thing{
		columnsThing: m.Columns, lettersThing: m.Letters, FieldThing: m.Field, SendThing: m.Send, RestartThing: m.Restart, NextThing: m.Next,
		turnThing + First: m.Turn.First, turnThing + Second: m.Turn.Second, wonThing + First: m.Won.First, wonThing + Second: m.Won.Second,
		dragThing + First: m.Drag.First, dragThing + Second: m.Drag.Second, drawnThing: m.Drawn,
		scoreThing + First: m.Score.First, scoreThing + Second: m.Score.Second,
	} {
		if t != nil && t.Key == "" {
			q.Things[name] = t
		}
	}
	for i, s := range m.Start {
		if s.Of.Key != "" {
			continue
		}
		q.Things[StartThing(i)] = &s.Of
	}
	for word, t := range m.Buttons {
		q.Things[buttonThing+word] = &t
	}
	for _, s := range m.Says {
		q.Says = append(q.Says, sayingQuestion{s.Of, s.Caption, s.Join})
	}
	return q
}

// Look is what a page showed, as browser/look.js tells it.
type Look struct {
	Boards [][]Cell         `json:"boards"`
	Things map[string][]Box `json:"things"`
	Lines  []Line           `json:"lines"` // what it says
}

// Box is where a thing lies in the window, in CSS pixels, and what it shows. One that is off
// is hidden, or cannot be clicked.
type Box struct {
	X       float64  `json:"x"`
	Y       float64  `json:"y"`
	W       float64  `json:"w"`
	H       float64  `json:"h"`
	Off     bool     `json:"off"`
	Text    string   `json:"text"`
	Classes []string `json:"classes"`
}

// Covers reports whether the middle of another box lies in this one.
func (b Box) Covers(o Box) bool {
	x, y := o.Center()
	return x >= b.X && x <= b.X+b.W && y >= b.Y && y <= b.Y+b.H
}

// Center is the middle of the box.
func (b Box) Center() (x, y float64) { return b.X + b.W/2, b.Y + b.H/2 }

// Cell is a box with all that may tell a mark.
type Cell struct {
	Box
	Attributes map[string]string `json:"attributes"`
	Picture    string            `json:"picture"`
	Color      string            `json:"color"`
	Letters    string            `json:"letters"`
	Ink        string            `json:"ink"`
	Pattern    string            `json:"pattern"`
}

// Line is a line that a page says; in JSON a text, or what makes one.
type Line struct {
	Text string
	made joined
}

type joined struct {
	Join    string `json:"join"`
	Caption string `json:"caption"`
	Parts   []part `json:"parts"`
}

type part struct {
	Text    string   `json:"text"`
	Classes []string `json:"classes"`
}

// UnmarshalJSON implements json.Unmarshaler.
func (l *Line) UnmarshalJSON(data []byte) error {
	if json.Unmarshal(data, &l.Text) == nil {
		return nil
	}
	return json.Unmarshal(data, &l.made)
}

// say is the line as text, of a place where the page says something.
func (l Line) say(of Saying) string {
	if l.made.Join == "" {
		return l.Text
	}
	var parts []string
	for _, p := range l.made.Parts {
		text := strings.Join(strings.Fields(p.Text), "")
		switch {
		case l.made.Join == JoinLetters && text == of.Hidden:
			text = "_"
		case l.made.Join == JoinCards && (text == "" || of.Down != "" && slices.Contains(p.Classes, of.Down)):
			text = "?"
		}
		parts = append(parts, text)
	}
	if len(parts) == 0 {
		return ""
	}
	text := strings.Join(parts, " ")
	if l.made.Join == JoinCards {
		text = "[" + strings.Join(parts, ", ") + "]"
	}
	if l.made.Caption != "" {
		text = l.made.Caption + ": " + text
	}
	return text
}

// Places are what the places of a word show, where the line is made of them.
func (l Line) Places() (texts []string) {
	for _, p := range l.made.Parts {
		texts = append(texts, strings.TrimSpace(p.Text))
	}
	return texts
}

// Mismatch is a map that does not fit its page.
type Mismatch struct {
	What  string // of the map
	Want  int    // how many of it there are in the game
	Found int    // and how many on the page
}

func (e *Mismatch) Error() string {
	return fmt.Sprintf("%s finds %d, and the game has %d", e.What, e.Found, e.Want)
}

// Fits reports how a map does not fit the page that was looked at; nil when it does.
func (m *Map) Fits(l Look, rows, cols int) error {
	for i, b := range m.Boards {
		found := 0
		if i < len(l.Boards) {
			found = len(l.Boards[i])
		}
		if found != rows*cols {
			return &Mismatch{"the board's " + b.describe(), rows * cols, found}
		}
	}
	if n := len(l.Things[columnsThing]); m.Columns != nil && n != cols {
		return &Mismatch{"columns " + m.Columns.String(), cols, n}
	}
	return nil
}

func (b Board) describe() string {
	if b.Canvas != nil {
		return "canvas " + b.Canvas.Of.String()
	}
	return "cells " + b.Cells.String()
}

// String is the thing as a person writes it.
func (t Thing) String() string {
	var parts []string
	if t.CSS != "" {
		parts = append(parts, fmt.Sprintf("'%s'", t.CSS))
	}
	if t.Role != "" {
		parts = append(parts, "with the role "+t.Role)
	}
	if t.Name != "" {
		parts = append(parts, fmt.Sprintf("named %q", t.Name))
	}
	if t.Key != "" {
		parts = append(parts, "key "+t.Key)
	}
	if t.Text != "" {
		parts = append(parts, fmt.Sprintf("where %q is written", t.Text))
	}
	return strings.Join(parts, " ")
}

// cells are the board's in the order of the game, row by row from the top.
func (b Board) cells(list []Cell, rows, cols int) []Cell {
	if len(list) != rows*cols || b.Canvas != nil || b.Order == ByRows {
		return list
	}
	if b.Order == ByColumns {
		turned := make([]Cell, len(list))
		for i, c := range list {
			turned[i%rows*cols+i/rows] = c
		}
		return turned
	}
	placed := slices.Clone(list)
	high := placed[0].H
	slices.SortStableFunc(placed, func(a, b Cell) int {
		if d := a.Y - b.Y; d > high/2 || d < -high/2 {
			return cmp.Compare(a.Y, b.Y)
		}
		return 0
	})
	for row := range rows {
		slices.SortStableFunc(placed[row*cols:(row+1)*cols], func(a, b Cell) int { return cmp.Compare(a.X, b.X) })
	}
	return placed
}
