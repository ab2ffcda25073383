package pagemap

import (
	"errors"
	"fmt"
	"maps"
	"regexp"
	"slices"
	"strings"
	"time"

	"github.com/goccy/go-yaml"

	"durchgang/core/document"
	"durchgang/core/game"
	"durchgang/core/phrasebook"
)

// Error is an error in a map's text.
type Error = document.Error

// Causes of errors in a map, for errors.Is.
var (
	ErrThing    = errors.New("a thing of the page is a CSS selector, as in '#board td', or has css, role or name")
	ErrKey      = errors.New("a thing has css, role, name, text and key, and nothing else")
	ErrText     = errors.New("text is what is written on a canvas, which css finds")
	ErrClick    = errors.New("click is double, or left out")
	ErrCursor   = errors.New("a cursor has the key put, and row and col from 1")
	ErrOpening  = errors.New("what is done at the start is a thing that is clicked, or has of and type")
	ErrPattern  = errors.New("the pattern does not compile")
	ErrBoard    = errors.New("a board has cells, or a canvas with left, top, right and bottom between 0 and 1")
	ErrOrder    = errors.New("cells follow each other by place, rows or columns")
	ErrBoards   = errors.New("there is one board, or boards of first and second")
	ErrMark     = errors.New("marks are first, second and empty, or hit, miss, sunk, ship and sea")
	ErrSign     = errors.New("a mark is told by text, class, attribute, picture, color, ink, letters or pattern")
	ErrColor    = errors.New("a color is written as in #d02030")
	ErrJoin     = errors.New("several things are joined as letters, cards or count")
	ErrRest     = errors.New("rest is between 0 and 10 seconds")
	ErrSend     = errors.New("send stands beside a field")
	ErrFileName = errors.New("the page is a file of the folder, as in index.html")
)

type form struct {
	Page     string               `yaml:"page,omitempty"`
	Board    *boardForm           `yaml:"board,omitempty"`
	Boards   map[string]boardForm `yaml:"boards,omitempty"`
	Marks    map[string]Sign      `yaml:"marks,omitempty"`
	Columns  *thing               `yaml:"columns,omitempty"`
	Letters  *thing               `yaml:"letters,omitempty"`
	Keyboard bool                 `yaml:"keyboard,omitempty"`
	Field    *thing               `yaml:"field,omitempty"`
	Send     *thing               `yaml:"send,omitempty"`
	Buttons  map[string]thing     `yaml:"buttons,omitempty"`
	Next     *thing               `yaml:"next,omitempty"`
	Restart  *thing               `yaml:"restart,omitempty"`
	Reload   bool                 `yaml:"reload,omitempty"`
	Start    []openingForm        `yaml:"start,omitempty"`
	Says     []sayingForm         `yaml:"says,omitempty"`
	Turn     sidesForm            `yaml:"turn,omitempty"`
	Won      sidesForm            `yaml:"won,omitempty"`
	Drawn    *thing               `yaml:"drawn,omitempty"`
	Score    sidesForm            `yaml:"score,omitempty"`
	Click    string               `yaml:"click,omitempty"`
	Cursor   *Cursor              `yaml:"cursor,omitempty"`
	Keys     []string             `yaml:"keys,omitempty"`
	Drag     sidesForm            `yaml:"drag,omitempty"`
	Touch    bool                 `yaml:"touch,omitempty"`
	Rest     *float64             `yaml:"rest,omitempty"`
	Words    words                `yaml:"words,omitempty"`
}

type boardForm struct {
	Cells  *thing   `yaml:"cells,omitempty"`
	Canvas *thing   `yaml:"canvas,omitempty"`
	Left   *float64 `yaml:"left,omitempty"`
	Top    *float64 `yaml:"top,omitempty"`
	Right  *float64 `yaml:"right,omitempty"`
	Bottom *float64 `yaml:"bottom,omitempty"`
	Order  string   `yaml:"order,omitempty"`
}

type sayingForm struct {
	Of      thing  `yaml:"of"`
	Caption string `yaml:"caption,omitempty"`
	Join    string `yaml:"join,omitempty"`
	Down    string `yaml:"down,omitempty"`
	Hidden  string `yaml:"hidden,omitempty"`
}

type openingForm struct {
	Of   thing  `yaml:"of"`
	Type string `yaml:"type,omitempty"`
}

type sidesForm struct {
	First  *thing `yaml:"first,omitempty"`
	Second *thing `yaml:"second,omitempty"`
}

// thing is a Thing that may be written as its selector alone.
type thing Thing

// UnmarshalYAML implements yaml.BytesUnmarshaler.
func (t *thing) UnmarshalYAML(text []byte) error {
	if selectorOr(text, &t.CSS, (*Thing)(t)) != nil {
		return ErrKey
	}
	return nil
}

// selectorOr reads a CSS selector alone, or what it may stand for.
func selectorOr(text []byte, css *string, whole any) error {
	var selector string
	if yaml.Unmarshal(text, &selector) == nil {
		*css = selector
		return nil
	}
	return yaml.UnmarshalWithOptions(text, whole, yaml.Strict())
}

// MarshalYAML implements yaml.InterfaceMarshaler.
func (t thing) MarshalYAML() (any, error) {
	if t == (thing{CSS: t.CSS}) {
		return t.CSS, nil
	}
	return Thing(t), nil
}

// UnmarshalYAML implements yaml.BytesUnmarshaler: what is clicked may be written alone.
func (o *openingForm) UnmarshalYAML(text []byte) error {
	type plain openingForm
	if selectorOr(text, &o.Of.CSS, (*plain)(o)) != nil && yaml.UnmarshalWithOptions(text, (*Thing)(&o.Of), yaml.Strict()) != nil {
		return ErrOpening
	}
	return nil
}

// UnmarshalYAML implements yaml.BytesUnmarshaler: a place may be written as its selector alone.
func (s *sayingForm) UnmarshalYAML(text []byte) error {
	type plain sayingForm
	return selectorOr(text, &s.Of.CSS, (*plain)(s))
}

// MarshalYAML implements yaml.InterfaceMarshaler.
func (o openingForm) MarshalYAML() (any, error) {
	if o.Type == "" {
		return o.Of, nil
	}
	type plain openingForm
	return plain(o), nil
}

// MarshalYAML implements yaml.InterfaceMarshaler.
func (s sayingForm) MarshalYAML() (any, error) {
	if s == (sayingForm{Of: s.Of}) {
		return s.Of, nil
	}
	type plain sayingForm
	return plain(s), nil
}

// words is the text of a phrasebook inside a map.
type words string

// UnmarshalYAML implements yaml.BytesUnmarshaler.
func (w *words) UnmarshalYAML(text []byte) error {
	*w = words(text)
	return nil
}

// MarshalYAML implements yaml.InterfaceMarshaler.
func (w words) MarshalYAML() (any, error) {
	var value any
	err := yaml.Unmarshal([]byte(w), &value)
	return value, err
}

// usualRest is what a page may put off and is still waited for.
const usualRest = 2 * time.Second

// Keys are the keys that a map may have.
func Keys() document.Keys { return document.KeysOf(form{}) }

// Parse reads a map; file names it in errors, which are all *Error. An empty text is the map
// of which nothing is known.
func Parse(file, text string) (*Map, error) { return ParseOpponent(file, text, game.Nobody) }

// ParseOpponent reads a map of pages that play one side themselves, as
// phrasebook.ParseOpponent does a phrasebook.
func ParseOpponent(file, text string, program game.Player) (*Map, error) {
	var f form
	if err := document.Read(file, text, &f); err != nil {
		return nil, err
	}
	c := compiler{file: file, text: text, form: f}
	m := c.compile()
	book, err := phrasebook.ParseOpponent(file+", words", string(f.Words), program)
	if c.err == nil && err != nil {
		c.err = err
	}
	m.Book = book
	return m, c.err
}

// Words is the text of the map's phrasebook.
func (m *Map) Words() string { return string(m.source.Words) }

// With is the map with another phrasebook, which is read from text.
func (m *Map) With(book *phrasebook.Book, text string) *Map {
	other := *m
	other.Book, other.source.Words = book, words(text)
	return &other
}

// String is the map's text.
func (m *Map) String() string {
	text, err := yaml.MarshalWithOptions(m.source, yaml.IndentSequence(true))
	if err != nil {
		return "" // what was read can be written
	}
	return string(text)
}

// compiler turns a form into a map and keeps the first error.
type compiler struct {
	file, text string
	form       form
	err        error
}

func (c *compiler) fail(path string, cause error) {
	if c.err == nil {
		c.err = document.Fail(c.file, c.text, path, cause)
	}
}

func (c *compiler) compile() *Map {
	f := c.form
	m := &Map{
		Page: f.Page, Keyboard: f.Keyboard, Keys: f.Keys, Reload: f.Reload, Touch: f.Touch, Rest: usualRest, source: f,
		Marks: map[string]Sign{}, Buttons: map[string]Thing{},
		Columns: c.thing("$.columns", f.Columns), Letters: c.thing("$.letters", f.Letters), Field: c.thing("$.field", f.Field),
		Send: c.thing(
			"$.send",
			f.Send,
		), Next: c.thing("$.next", f.Next), Restart: c.thing("$.restart", f.Restart), Drawn: c.thing("$.drawn", f.Drawn),
		Turn: c.sides("$.turn", f.Turn), Won: c.sides("$.won", f.Won), Drag: c.sides("$.drag", f.Drag), Score: c.sides("$.score", f.Score),
	}
	if strings.HasPrefix(f.Page, "/") || strings.Contains(f.Page, "..") {
		c.fail("$.page", ErrFileName)
	}
	if m.Send != nil && m.Field == nil {
		c.fail("$.send", ErrSend)
	}
	switch f.Click {
	case "", "double":
		m.Double = f.Click != ""
	default:
		c.fail("$.click", ErrClick)
	}
	if m.Cursor = f.Cursor; m.Cursor != nil && (m.Cursor.Put == "" || m.Cursor.Row < 1 || m.Cursor.Col < 1) {
		c.fail("$.cursor", ErrCursor)
	}
	if f.Rest != nil {
		if *f.Rest < 0 || *f.Rest > 10 {
			c.fail("$.rest", ErrRest)
		}
		m.Rest = time.Duration(*f.Rest * float64(time.Second))
	}
	c.boards(m)
	for name, s := range f.Marks {
		if !slices.Contains(markNames, name) {
			c.fail("$.marks", ErrMark)
		}
		m.Marks[name] = c.sign("$.marks."+name, s)
	}
	for i, o := range f.Start {
		m.Start = append(m.Start, Opening{*c.thing(fmt.Sprintf("$.start[%d]", i), &o.Of), o.Type})
	}
	for _, name := range slices.Sorted(maps.Keys(f.Buttons)) {
		t := f.Buttons[name]
		m.Buttons[name] = *c.thing("$.buttons."+name, &t)
	}
	for i, s := range f.Says {
		at := fmt.Sprintf("$.says[%d]", i)
		if !slices.Contains([]string{"", JoinLetters, JoinCards, JoinCount}, s.Join) {
			c.fail(at+".join", ErrJoin)
		}
		m.Says = append(m.Says, Saying{Of: *c.thing(at, &s.Of), Caption: s.Caption, Join: s.Join, Down: s.Down, Hidden: s.Hidden})
	}
	return m
}

func (c *compiler) thing(path string, t *thing) *Thing {
	if t == nil {
		return nil
	}
	if *t == (thing{}) {
		c.fail(path, ErrThing)
	}
	if t.Text != "" && (t.CSS == "" || t.Role+t.Name != "") {
		c.fail(path, ErrText)
	}
	if _, err := regexp.Compile(t.Name); err != nil {
		c.fail(path, fmt.Errorf("%w: %w", ErrPattern, err))
	}
	return (*Thing)(t)
}

func (c *compiler) sides(path string, s sidesForm) Sides {
	return Sides{c.thing(path+".first", s.First), c.thing(path+".second", s.Second)}
}

func (c *compiler) boards(m *Map) {
	f := c.form
	if f.Board != nil && f.Boards != nil {
		c.fail("$.boards", ErrBoards)
	}
	if f.Board != nil {
		m.Boards = append(m.Boards, c.board("$.board", "", *f.Board))
	}
	for _, owner := range slices.Sorted(maps.Keys(f.Boards)) {
		if owner != First && owner != Second {
			c.fail("$.boards", ErrBoards)
		}
		m.Boards = append(m.Boards, c.board("$.boards."+owner, owner, f.Boards[owner]))
	}
}

func (c *compiler) board(path, owner string, f boardForm) Board {
	b := Board{Owner: owner, Cells: c.thing(path+".cells", f.Cells), Order: f.Order}
	if f.Order == "" {
		b.Order = ByPlace
	}
	if !slices.Contains([]string{ByPlace, ByRows, ByColumns}, b.Order) {
		c.fail(path+".order", ErrOrder)
	}
	if of := c.thing(path+".canvas", f.Canvas); of != nil {
		b.Canvas = &Canvas{Of: *of, Left: or(f.Left, 0), Top: or(f.Top, 0), Right: or(f.Right, 1), Bottom: or(f.Bottom, 1)}
	}
	if k := b.Canvas; (b.Cells == nil) == (k == nil) ||
		k != nil && (k.Left < 0 || k.Top < 0 || k.Right > 1 || k.Bottom > 1 || k.Left >= k.Right || k.Top >= k.Bottom) {
		c.fail(path, ErrBoard)
	}
	return b
}

func or(v *float64, usual float64) float64 {
	if v == nil {
		return usual
	}
	return *v
}

var colorForm = regexp.MustCompile(`^#[0-9a-fA-F]{6}$`)

func (c *compiler) sign(path string, s Sign) Sign {
	if s.Text == nil && s.Class+s.Attribute+s.Picture+s.Color+s.Ink+s.Letters+s.Pattern == "" {
		c.fail(path, ErrSign)
	}
	for _, color := range []string{s.Color, s.Ink, s.Letters} {
		if color != "" && !colorForm.MatchString(color) {
			c.fail(path, ErrColor)
		}
	}
	if s.Within == 0 {
		s.Within = usualWithin
	}
	return s
}

// usualWithin is how far a colour may be from the one of a mark.
const usualWithin = 90
