package pagemap

import (
	"time"

	"durchgang/core/phrasebook"
)

// Map is a page map. It is safe for concurrent use.
type Map struct {
	Page     string           // name of the file that is opened; empty for the only one there is
	Boards   []Board          // one, or each player's own
	Marks    map[string]Sign  // how cells are told apart: by First, Second, Empty, Hit, Miss, Sunk, Ship, Sea
	Columns  *Thing           // what is clicked for a column, from the left; nil for the column's top cell
	Letters  *Thing           // what is clicked for a letter
	Keyboard bool             // letters are typed
	Field    *Thing           // where a move or a letter is typed
	Send     *Thing           // what is clicked after that; nil for the enter key
	Buttons  map[string]Thing // what is clicked for a move that is a word
	Restart  *Thing           // what is clicked for another game
	Reload   bool             // another game begins when the page is loaded anew
	Next     *Thing           // what is clicked for the next round of a game
	Says     []Saying         // where the page says something, in this order
	Turn     Sides            // what is there while a player is to move
	Won      Sides            // what is there once a player has won
	Drawn    *Thing           // what is there once the game is drawn
	Score    Sides            // where the games are counted that a player has won
	Start    []Opening        // what is done before a game can be played, where it is there
	Double   bool             // a cell is clicked twice
	Cursor   *Cursor          // how a cell is chosen by keys; nil where it is clicked
	Keys     []string         // the key of each cell, row by row, or of each column; nil for none
	Drag     Sides            // what each player's marks are dragged from to their cells; without it cells are clicked
	Touch    bool             // the page is touched, not clicked
	Rest     time.Duration    // what the page puts off by no more is waited for
	Book     *phrasebook.Book // how what the page says is worded

	source form // as it was read
}

// The names of marks.
const (
	First  = "first"
	Second = "second"
	Empty  = "empty"
	Hit    = "hit"
	Miss   = "miss"
	Sunk   = "sunk"
	Ship   = "ship"
	Sea    = "sea"
)

var markNames = []string{First, Second, Empty, Hit, Miss, Sunk, Ship, Sea}

// Thing is one thing of a page, or several alike in the order of the page: what the CSS
// selector finds, of that what has the accessible role, and of that whose name the pattern
// matches (WAI-ARIA 1.2; accname 1.2). With Text it is what is written so on the canvas,
// with Key nothing but a key.
type Thing struct {
	CSS  string `json:"css,omitempty" yaml:"css,omitempty"`
	Role string `json:"role,omitempty" yaml:"role,omitempty"`
	Name string `json:"name,omitempty" yaml:"name,omitempty"`
	Text string `json:"text,omitempty" yaml:"text,omitempty"`
	Key  string `json:"key,omitempty" yaml:"key,omitempty"`
}

// Cursor is a mark on one of the cells, which the arrow keys move.
type Cursor struct {
	Put     string `yaml:"put"`               // key that makes the move there
	Row     int    `yaml:"row"`               // where it is at the start of a game, from 1
	Col     int    `yaml:"col"`               // from 1
	Returns bool   `yaml:"returns,omitempty"` // it goes back there after each move
}

// Opening is one thing that is done before a game: something is clicked, or a text typed there.
type Opening struct {
	Of   Thing
	Type string // empty for a click
}

// Sides is something for each of two players.
type Sides struct{ First, Second *Thing }

// Board is where a board lies.
type Board struct {
	Owner  string  // First or Second for a player's own; empty for the one of all
	Cells  *Thing  // its cells, row by row; nil for a canvas
	Canvas *Canvas // where it is drawn; nil for cells
	Order  string  // ByRows, ByColumns, or with Up from the bottom
}

// The orders in which cells follow each other on a page. Cells that lie in rows and columns
// are put in order by where they lie.
const (
	ByPlace   = "place"
	ByRows    = "rows"
	ByColumns = "columns"
)

// Canvas is the part of a drawing that a board takes, in fractions of the drawing's size.
type Canvas struct {
	Of     Thing   `json:"of"`
	Left   float64 `json:"left"`
	Top    float64 `json:"top"`
	Right  float64 `json:"right"`
	Bottom float64 `json:"bottom"`
}

// Sign is what tells a mark. All that is given must hold; colours as in #rrggbb, and may be
// as far from it as Within, summed over red, green and blue.
type Sign struct {
	Text      *string `yaml:"text,omitempty"` // all that the cell shows, in any case
	Class     string  `yaml:"class,omitempty"`
	Attribute string  `yaml:"attribute,omitempty"`
	Is        string  `yaml:"is,omitempty"`      // what the attribute is; any without it
	Picture   string  `yaml:"picture,omitempty"` // name of the picture's file, or a part of it
	Color     string  `yaml:"color,omitempty"`   // of the cell's ground, or of what lies on it
	Ink       string  `yaml:"ink,omitempty"`     // colour of what is drawn on the ground of a canvas
	Letters   string  `yaml:"letters,omitempty"` // colour of the cell's text
	Pattern   string  `yaml:"pattern,omitempty"` // how much is drawn on each of five by five parts of a cell, from 0 to 9
	Within    int     `yaml:"within,omitempty"`
}

// Saying is a place where the page says something.
type Saying struct {
	Of      Thing
	Caption string // is put before it
	Join    string // JoinLetters, JoinCards or JoinCount; empty for a line each
	Down    string // class of a card that lies face down
	Hidden  string // what the place of a letter shows that is not found yet
}

// How several things make one line.
const (
	JoinLetters = "letters" // with blanks between them; _ for a hidden one
	JoinCards   = "cards"   // as a list; ? for an empty one
	JoinCount   = "count"   // as their number
)
