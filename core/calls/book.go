// Package calls says how what a program defines is called: functions that are asked about a position, and objects, modules
// and values that follow a game. It turns the moments of a script into requests to a driver, and answers into facts.
//
// Read Book first. The YAML form is described in docs/functions.md.
package calls

import (
	"errors"
	"fmt"
	"maps"
	"slices"
	"strings"

	"durchgang/core/document"
)

// Book says how what a program defines is called. It is safe for concurrent use.
type Book struct {
	home      home
	layout    Layout
	cells     [3]any // free, first, second
	players   [2]any // first, second
	base      int
	cards     string // text or ranks
	functions map[Role]function
}

// home is how a game is made. Of the zero value nothing is made: the program's own variables are the game, or functions
// are asked about positions.
type home struct {
	class, function, value string
	takes                  []argument
	init                   string // a function that is called then
}

type function struct {
	name    string // that is called
	value   string // a variable, or a field of the game, in place of that
	whole   bool   // the game itself is what is read
	takes   []argument
	gives   map[string]string // meaning by the value in JSON
	other   string            // the meaning of all other values
	part    string            // of the result
	keeps   bool              // the result is the game from then on
	up      bool              // of lives: it counts those that were lost
	hidden  string            // of a word: the sign of a letter that is hidden
	raises  []string          // the types of the exceptions by which it refuses; any, where there are none
	follows bool              // it is called on the game, or is given it
}

func (f function) there() bool { return f.name != "" || f.value != "" || f.whole }

// Form is a book as it is written.
type Form struct {
	Game      *GameForm               `yaml:"game,omitempty"`
	Board     string                  `yaml:"board,omitempty"`
	Order     []string                `yaml:"order,omitempty,flow"`
	Keys      string                  `yaml:"keys,omitempty"`
	At        []int                   `yaml:"at,omitempty,flow"`
	Cells     *CellsForm              `yaml:"cells,omitempty,flow"`
	Players   *PlayersForm            `yaml:"players,omitempty,flow"`
	Base      int                     `yaml:"base,omitempty"`
	Cards     string                  `yaml:"cards,omitempty"`
	Functions map[string]FunctionForm `yaml:"functions"`
}

// GameForm is how a game is made.
type GameForm struct {
	Class    string `yaml:"class,omitempty"`
	Function string `yaml:"function,omitempty"`
	Value    string `yaml:"value,omitempty"`
	Takes    []any  `yaml:"takes,omitempty,flow"`
	Init     string `yaml:"init,omitempty"`
}

// CellsForm are the values of cells.
type CellsForm struct {
	First  any `yaml:"first"`
	Second any `yaml:"second"`
	Empty  any `yaml:"empty"`
}

// PlayersForm are the values that stand for the players.
type PlayersForm struct {
	First  any `yaml:"first"`
	Second any `yaml:"second"`
}

// FunctionForm is a function, a method, a variable or a field.
type FunctionForm struct {
	Name   string         `yaml:"name,omitempty"`
	Value  string         `yaml:"value,omitempty"`
	Game   bool           `yaml:"game,omitempty"`
	Takes  []any          `yaml:"takes,omitempty,flow"`
	Gives  map[string]any `yaml:"gives,omitempty,flow"`
	Else   string         `yaml:"else,omitempty"`
	Part   string         `yaml:"part,omitempty"`
	Keeps  bool           `yaml:"keeps,omitempty"`
	Counts string         `yaml:"counts,omitempty"`
	Hidden string         `yaml:"hidden,omitempty"`
	Raises []string       `yaml:"raises,omitempty,flow"`
}

// Causes of errors in a book, for errors.Is.
var (
	ErrNone  = errors.New("it names no function; write functions: with at least one of " + known())
	ErrRole  = errors.New("a function is one of " + known())
	ErrName  = errors.New("a name is letters, digits and _, and does not begin with a digit; a class and a dot may stand before it")
	ErrTakes = errors.New("it does not take that")
	ErrGives = errors.New("its results have no such meaning")
	ErrValue = errors.New(
		"a value is a text, a whole number, true, false, null, {name: Mark.X}, {fields: {hit: true}} or {list: [1, 2]}",
	)
	ErrTwice  = errors.New("two meanings have the same value")
	ErrLayout = errors.New(
		"a board is nested (rows of cells), flat (one list), text (one text), keyed (a dictionary), drawing (a text with lines), or sets or bits of each player",
	)
	ErrOrder = errors.New(
		"an order is columns (they come first), bottom (rows are counted from the bottom), padded (lists begin with an unused element) or tuples (lists are tuples)",
	)
	ErrKeys   = errors.New("keys are pair, number or cell")
	ErrAt     = errors.New("at has four numbers: line and column of the first cell, and how far apart lines and columns are")
	ErrCells  = errors.New("the three kinds of cell need different values")
	ErrText   = errors.New("cells of a board that is one text are texts of one character")
	ErrBase   = errors.New("base is 0 or 1: the number of the first row and column")
	ErrCards  = errors.New("cards are text, as in 10S, or ranks, as in 10")
	ErrCounts = errors.New("lives count down, or up")
	ErrMaker  = errors.New("a game is made by one of class, function and value")
	ErrRead   = errors.New("a function has one of name, value (a variable or a field) and game: true (the game itself)")
)

func known() string {
	names := make([]string, len(order))
	for i, r := range order {
		names[i] = string(r)
	}
	return strings.Join(names, ", ")
}

// Keys are the keys that a book may have.
func Keys() document.Keys { return document.KeysOf(Form{}) }

// Parse reads a book; file names it in errors, which are all *document.Error.
func Parse(file, text string) (*Book, error) {
	var f Form
	if err := document.Read(file, text, &f); err != nil {
		return nil, err
	}
	c := checker{file: file, text: text}
	b := c.book(f)
	if c.err != nil {
		return nil, c.err
	}
	return b, nil
}

// Compile is the book of a form.
func Compile(f Form) (*Book, error) {
	c := checker{}
	b := c.book(f)
	return b, c.err
}

// Follows reports whether the book is of a program that follows a game, not of functions that are asked about positions.
func (b *Book) Follows() bool {
	return b.home.made() || slices.ContainsFunc(order, func(r Role) bool { return roles[r].follows && b.functions[r].there() })
}

func (h home) made() bool { return h.class != "" || h.function != "" || h.value != "" }

// checker keeps the first error.
type checker struct {
	file, text string
	err        error
}

func (c *checker) fail(path string, cause error, about ...any) {
	if len(about) > 0 {
		cause = fmt.Errorf("%q: %w", fmt.Sprint(about...), cause)
	}
	if c.err == nil {
		c.err = document.Fail(c.file, c.text, path, cause)
	}
}

func (c *checker) book(f Form) *Book {
	b := &Book{cells: [3]any{"", "X", "O"}, base: f.Base, cards: "text", functions: map[Role]function{}}
	c.board(b, f)
	if f.Base != 0 && f.Base != 1 {
		c.fail("$.base", ErrBase)
	}
	if f.Cards != "" {
		b.cards = f.Cards
	}
	if b.cards != "text" && b.cards != "ranks" {
		c.fail("$.cards", ErrCards)
	}
	b.players = [2]any{b.cells[1], b.cells[2]}
	if f.Players != nil {
		b.players = [2]any{c.value("$.players", f.Players.First), c.value("$.players", f.Players.Second)}
		if key(b.players[0]) == key(b.players[1]) {
			c.fail("$.players", ErrTwice, f.Players.First)
		}
	}
	if f.Game != nil {
		c.home(b, *f.Game)
	}
	if len(f.Functions) == 0 {
		c.fail("$", ErrNone)
	}
	follows := b.home.made()
	for name := range f.Functions {
		follows = follows || roles[Role(name)].follows
	}
	for _, name := range slices.Sorted(maps.Keys(f.Functions)) {
		c.function(b, Role(name), f.Functions[name], follows)
	}
	return b
}

func (c *checker) board(b *Book, f Form) {
	b.layout = Layout{Shape: Nested, Keys: "pair"}
	if f.Board != "" {
		b.layout.Shape = Shape(f.Board)
	}
	if !slices.Contains([]Shape{Nested, Flat, Text, Keyed, Drawing, Sets, Bits}, b.layout.Shape) {
		c.fail("$.board", ErrLayout)
	}
	if f.Keys != "" {
		b.layout.Keys = f.Keys
	}
	if !slices.Contains([]string{"pair", "number", "cell"}, b.layout.Keys) {
		c.fail("$.keys", ErrKeys)
	}
	for i, o := range f.Order {
		switch o {
		case "columns":
			b.layout.Columns = true
		case "bottom":
			b.layout.Bottom = true
		case "padded":
			b.layout.Padded = true
		case "tuples":
			b.layout.Tuples = true
		default:
			c.fail(fmt.Sprintf("$.order[%d]", i), ErrOrder, o)
		}
	}
	if b.layout.Shape == Drawing && len(f.At) != len(b.layout.At) {
		c.fail("$", ErrAt)
	} else {
		copy(b.layout.At[:], f.At)
	}
	if f.Cells != nil {
		b.cells = [3]any{f.Cells.Empty, f.Cells.First, f.Cells.Second}
	} else if b.layout.Shape == Text {
		b.cells[0] = "."
	}
	seen := map[string]bool{}
	for i, cell := range b.cells {
		b.cells[i] = c.value("$.cells", cell)
		if k := key(b.cells[i]); seen[k] {
			c.fail("$.cells", ErrCells)
		} else {
			seen[k] = true
		}
		if s, is := cell.(string); b.layout.Shape == Text && (!is || len([]rune(s)) != 1) {
			c.fail("$.cells", ErrText)
		}
	}
}

func (c *checker) home(b *Book, f GameForm) {
	b.home = home{class: f.Class, function: f.Function, value: f.Value, init: f.Init, takes: c.arguments("$.game.takes", f.Takes, nil)}
	count := 0
	for _, name := range []string{f.Class, f.Function, f.Value} {
		if name != "" {
			count++
			if !identifier(name) {
				c.fail("$.game", ErrName, name)
			}
		}
	}
	if count > 1 {
		c.fail("$.game", ErrMaker)
	}
	if f.Init != "" && !identifier(f.Init) {
		c.fail("$.game.init", ErrName, f.Init)
	}
}

func (c *checker) function(b *Book, role Role, f FunctionForm, follows bool) {
	path := "$.functions." + string(role)
	known, is := roles[role]
	if !is {
		c.fail(path, ErrRole)
		return
	}
	made := function{
		name: f.Name, value: f.Value, whole: f.Game, gives: map[string]string{}, part: f.Part, keeps: f.Keeps, up: f.Counts == "up",
		hidden: f.Hidden, other: f.Else, raises: f.Raises,
	}
	count := 0
	for _, given := range []bool{f.Name != "", f.Value != "", f.Game} {
		if given {
			count++
		}
	}
	switch {
	case f.Name != "" && !identifier(f.Name), f.Value != "" && !identifier(f.Value), count == 0:
		c.fail(path+".name", ErrName)
	case count > 1:
		c.fail(path, ErrRead)
	case f.Counts != "" && f.Counts != "up" && f.Counts != "down":
		c.fail(path+".counts", ErrCounts)
	}
	switch {
	case f.Takes != nil:
		made.takes = c.arguments(path+".takes", f.Takes, known.takes)
	case !follows || role == Choose:
		for _, what := range known.usual {
			made.takes = append(made.takes, argument{what: what})
		}
	}
	made.follows = follows
	c.meanings(b, role, &made, f, path)
	b.functions[role] = made
}

// meanings reads what the results of a function mean.
func (c *checker) meanings(b *Book, role Role, made *function, f FunctionForm, path string) {
	known := roles[role]
	if f.Else != "" && !slices.Contains(known.gives, f.Else) {
		c.fail(path+".else", ErrGives, f.Else)
	}
	for _, meaning := range known.gives {
		value, named := f.Gives[meaning]
		if !named {
			usual, has := b.usual(role, meaning)
			if !has || meaning == f.Else {
				continue
			}
			if _, taken := made.gives[key(usual)]; taken {
				continue // another meaning is said to have it
			}
			value = usual
		}
		values, several := value.([]any)
		if !several {
			values = []any{value}
		}
		for _, one := range values {
			text := key(c.value(path+".gives."+meaning, one))
			if before, taken := made.gives[text]; taken {
				if _, said := f.Gives[before]; said {
					c.fail(path+".gives", ErrTwice, one)
				}
			}
			made.gives[text] = meaning
		}
	}
	for meaning := range f.Gives {
		if !slices.Contains(known.gives, meaning) {
			c.fail(path+".gives."+meaning, ErrGives, meaning)
		}
	}
}

// usual is the value of a meaning for which a book names none.
func (b *Book) usual(role Role, meaning string) (any, bool) {
	switch meaning {
	case "first":
		return b.players[0], true
	case "second":
		return b.players[1], true
	case "yes":
		return true, true
	case "no":
		return false, true
	case "full":
		return -1, true
	case "drawn":
		return "draw", true
	case "open":
		if role == State {
			return "open", true
		}
		return nil, true
	case "none":
		return nil, true
	}
	return meaning, role != Move
}

// value checks a value, and makes whole numbers of one type of it.
func (c *checker) value(path string, v any) any {
	if m, is := v.(map[string]any); is && len(m) == 1 {
		if name, is := m["name"].(string); is {
			return map[string]any{nameKey: name}
		}
		for _, form := range []string{"fields", "list"} {
			if inner, is := m[form]; is {
				return map[string]any{form: inner}
			}
		}
	}
	if n, is := plainNumber(v); is {
		return n
	}
	switch v.(type) {
	case nil, string, bool:
	default:
		c.fail(path, ErrValue)
	}
	return v
}

func identifier(name string) bool {
	for part := range strings.SplitSeq(strings.TrimSuffix(strings.TrimSuffix(name, "?"), "!"), ".") {
		for i, r := range part {
			letter := r == '_' || r == '$' || r >= 'a' && r <= 'z' || r >= 'A' && r <= 'Z' || r > 0x7f
			if !letter && (i == 0 || r < '0' || r > '9') {
				return false
			}
		}
		if part == "" {
			return false
		}
	}
	return true
}

// roles are those of the functions, in the order in which they are called.
func (b *Book) roles() []Role {
	return slices.DeleteFunc(slices.Clone(order), func(r Role) bool { return !b.functions[r].there() })
}
