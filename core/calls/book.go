// Package calls says how the functions of an assignment are called: what each of them is
// named, what it takes, how boards are written, and what its results mean. It turns the
// moments of a script into calls, and results into facts.
//
// Read Book first. The YAML form is described in docs/functions.md.
package calls

import (
	"cmp"
	"encoding/json"
	"errors"
	"fmt"
	"maps"
	"slices"
	"strings"

	"durchgang/core/document"
	"durchgang/core/game"
	"durchgang/core/suite"
)

// Role is what a function is for.
type Role string

// The roles.
const (
	State  Role = "state"  // open, won by whom, or drawn
	Winner Role = "winner" // who has won, if anybody
	Drawn  Role = "drawn"  // whether the game is drawn
	Legal  Role = "legal"  // whether a move may be made
	Drop   Role = "drop"   // the row in which a mark comes to rest in a column
	Choose Role = "choose" // a move
	Total  Role = "total"  // what a hand counts
	Reveal Role = "reveal" // what may be seen of a word
	Sunk   Role = "sunk"   // whether a ship is sunk
	Fits   Role = "fits"   // whether a ship may be placed
)

// roles lists what each function may take, what its results may mean, and which aspects of
// the game it shows.
var roles = map[Role]struct {
	takes   []string
	gives   []string // meanings that a book must name a value for; others follow from the result itself
	aspects []suite.Aspect
}{
	State:  {[]string{"board"}, []string{"open", "first", "second", "drawn"}, []suite.Aspect{suite.Win, suite.Draw}},
	Winner: {[]string{"board"}, []string{"first", "second", "none"}, []suite.Aspect{suite.Win}},
	Drawn:  {[]string{"board"}, []string{"yes", "no"}, []suite.Aspect{suite.Draw}},
	Legal: {
		[]string{"board", "row", "col", "number", "player"},
		[]string{"yes", "no"},
		[]suite.Aspect{suite.Legal, suite.TakenCell, suite.Range},
	},
	Drop:   {[]string{"board", "col"}, []string{"full"}, []suite.Aspect{suite.Mark, suite.TakenCell, suite.Legal}},
	Choose: {[]string{"board", "player", "word", "letters", "lives", "hand", "up"}, nil, []suite.Aspect{suite.Legal}},
	Total:  {[]string{"hand"}, nil, []suite.Aspect{suite.Totals}},
	Reveal: {[]string{"word", "letters"}, nil, []suite.Aspect{suite.Letters}},
	Sunk:   {[]string{"board", "row", "col", "length", "down"}, []string{"yes", "no"}, []suite.Aspect{suite.Sunk}},
	Fits: {
		[]string{"board", "row", "col", "length", "down"},
		[]string{"yes", "no"},
		[]suite.Aspect{suite.Legal, suite.TakenCell, suite.Range},
	},
}

// order is the one in which functions are called.
var order = []Role{Legal, Drop, State, Winner, Drawn, Choose, Total, Reveal, Sunk, Fits}

// Book says how functions are called. It is safe for concurrent use.
type Book struct {
	layout    string // nested, flat or text
	cells     [3]any // free, first, second
	base      int
	cards     string // text or ranks
	functions map[Role]function
}

type function struct {
	name  string
	takes []string
	gives map[string]string // meaning by the value in JSON
}

type form struct {
	Board string `yaml:"board"`
	Cells *struct {
		First  any `yaml:"first"`
		Second any `yaml:"second"`
		Empty  any `yaml:"empty"`
	} `yaml:"cells"`
	Base      int                     `yaml:"base"`
	Cards     string                  `yaml:"cards"`
	Functions map[string]functionForm `yaml:"functions"`
}

type functionForm struct {
	Name  string         `yaml:"name"`
	Takes []string       `yaml:"takes"`
	Gives map[string]any `yaml:"gives"`
}

// Causes of errors in a book, for errors.Is.
var (
	ErrNone   = errors.New("it names no function; write functions: with at least one of " + known())
	ErrRole   = errors.New("a function is one of " + known())
	ErrName   = errors.New("a function's name is letters, digits and _, and begins with no digit")
	ErrTakes  = errors.New("it does not take that")
	ErrGives  = errors.New("its results have no such meaning")
	ErrValue  = errors.New("a value is a text, a whole number, true, false or null")
	ErrTwice  = errors.New("two meanings have the same value")
	ErrLayout = errors.New("a board is nested (rows of cells), flat (one list) or text (one text)")
	ErrCells  = errors.New("the three kinds of cell need different values")
	ErrText   = errors.New("cells of a board that is one text are texts of one character")
	ErrBase   = errors.New("base is 0 or 1: the number of the first row and column")
	ErrCards  = errors.New("cards are text, as in 10S, or ranks, as in 10")
)

func known() string {
	names := make([]string, len(order))
	for i, r := range order {
		names[i] = string(r)
	}
	return strings.Join(names, ", ")
}

// Keys are the keys that a book may have.
func Keys() document.Keys { return document.KeysOf(form{}) }

// Parse reads a book; file names it in errors, which are all *document.Error.
func Parse(file, text string) (*Book, error) {
	var f form
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

func (c *checker) book(f form) *Book {
	b := &Book{layout: "nested", cells: [3]any{"", "X", "O"}, base: f.Base, cards: "text", functions: map[Role]function{}}
	if f.Board != "" {
		b.layout = f.Board
	}
	if f.Cells != nil {
		b.cells = [3]any{f.Cells.Empty, f.Cells.First, f.Cells.Second}
	} else if b.layout == "text" {
		b.cells[0] = "."
	}
	if f.Cards != "" {
		b.cards = f.Cards
	}
	if !slices.Contains([]string{"nested", "flat", "text"}, b.layout) {
		c.fail("$.board", ErrLayout)
	}
	if f.Base != 0 && f.Base != 1 {
		c.fail("$.base", ErrBase)
	}
	if b.cards != "text" && b.cards != "ranks" {
		c.fail("$.cards", ErrCards)
	}
	seen := map[string]bool{}
	for i, cell := range b.cells {
		text := c.value("$.cells", cell)
		if seen[text] {
			c.fail("$.cells", ErrCells)
		}
		seen[text] = true
		if s, is := cell.(string); b.layout == "text" && (!is || len(s) != 1) {
			c.fail("$.cells", ErrText)
		}
		if n, is := whole(cell); is {
			b.cells[i] = n
		}
	}
	if len(f.Functions) == 0 {
		c.fail("$", ErrNone)
	}
	for _, name := range slices.Sorted(maps.Keys(f.Functions)) {
		c.function(b, Role(name), f.Functions[name])
	}
	return b
}

func (c *checker) function(b *Book, role Role, f functionForm) {
	path := "$.functions." + string(role)
	about, is := roles[role]
	if !is {
		c.fail(path, ErrRole)
		return
	}
	if !identifier(f.Name) {
		c.fail(path+".name", ErrName)
	}
	made := function{name: f.Name, takes: f.Takes, gives: map[string]string{}}
	if f.Takes == nil {
		made.takes = about.takes
		switch role {
		case Legal:
			made.takes = []string{"board", "row", "col"}
		case Choose:
			made.takes = []string{"board", "player"}
		}
	}
	for i, what := range made.takes {
		if !slices.Contains(about.takes, what) {
			c.fail(fmt.Sprintf("%s.takes[%d]", path, i), ErrTakes, what)
		}
	}
	for _, meaning := range about.gives {
		value, named := f.Gives[meaning]
		if !named {
			value = b.usual(role, meaning)
		}
		text := c.value(path+".gives."+meaning, value)
		if _, taken := made.gives[text]; taken {
			c.fail(path+".gives", ErrTwice, text)
		}
		made.gives[text] = meaning
	}
	for meaning := range f.Gives {
		if !slices.Contains(about.gives, meaning) {
			c.fail(path+".gives."+meaning, ErrGives, meaning)
		}
	}
	b.functions[role] = made
}

// usual is the value of a meaning for which a book names none.
func (b *Book) usual(role Role, meaning string) any {
	switch {
	case meaning == "first":
		return b.cells[1]
	case meaning == "second":
		return b.cells[2]
	case meaning == "yes":
		return true
	case meaning == "no":
		return false
	case meaning == "full":
		return -1
	case meaning == "drawn":
		return "draw"
	case role == State && meaning == "open":
		return "open"
	}
	return nil
}

// value writes a value in JSON, as results are.
func (c *checker) value(path string, v any) string {
	if n, is := whole(v); is {
		v = n
	}
	switch v.(type) {
	case nil, string, bool, int:
	default:
		c.fail(path, ErrValue)
	}
	text, err := json.Marshal(v)
	if err != nil {
		c.fail(path, ErrValue)
	}
	return string(text)
}

// whole is a whole number of whatever type YAML has made it.
func whole(v any) (int, bool) {
	switch n := v.(type) {
	case int:
		return n, true
	case int64:
		return int(n), true
	case uint64:
		return int(n), n < 1<<31
	}
	return 0, false
}

func identifier(name string) bool {
	for i, r := range name {
		letter := r == '_' || r >= 'a' && r <= 'z' || r >= 'A' && r <= 'Z'
		if !letter && (i == 0 || r < '0' || r > '9') {
			return false
		}
	}
	return name != ""
}

// roles are those of the functions, in the order in which they are called and numbered.
func (b *Book) roles() []Role {
	return slices.DeleteFunc(slices.Clone(order), func(r Role) bool { return b.functions[r].name == "" })
}

// Shows reports whether the functions can show how a program treats an aspect of a game.
func (b *Book) Shows(rules game.Rules, a suite.Aspect) bool {
	_, err := rules.Start("")
	_, ships := rules.(game.HasShips)
	for role, f := range b.functions {
		if a == suite.Range && slices.Contains(f.takes, "number") {
			continue // a cell off the board has no number
		}
		if role == Fits && (err != nil || !ships) {
			continue // no ship is placed in the game
		}
		if slices.Contains(roles[role].aspects, a) {
			return true
		}
	}
	return false
}

// Settings are what a driver has to know: the layout and values of boards, and the functions
// by number with what they take.
type Settings struct {
	Layout string     `json:"layout"`
	Cells  [3]any     `json:"cells"` // free, first, second
	Cols   int        `json:"cols"`
	Calls  []Function `json:"calls"`
	Files  []string   `json:"files"` // of the program, in the order in which functions are looked for
}

// Function is one function that is called.
type Function struct {
	Name  string   `json:"name"`
	Takes []string `json:"takes"`
}

// readAs is how a driver reads what a strategy takes.
var readAs = map[string]string{"up": "word", "lives": "number"}

// Settings are those for boards with that many columns.
func (b *Book) Settings(cols int) Settings {
	s := Settings{Layout: b.layout, Cells: b.cells, Cols: cols}
	for _, role := range b.roles() {
		f := b.functions[role]
		takes := slices.Clone(f.takes)
		for i, what := range takes {
			takes[i] = cmp.Or(readAs[what], what)
		}
		s.Calls = append(s.Calls, Function{f.name, takes})
	}
	return s
}
