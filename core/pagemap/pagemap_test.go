package pagemap_test

import (
	"encoding/json"
	"errors"
	"reflect"
	"strings"
	"testing"
	"unicode/utf8"

	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/pagemap"
	"durchgang/core/phrasebook"
)

func TestFaultyMaps(t *testing.T) {
	tests := []struct {
		name, text string
		cause      error
		line       int
	}{
		{"an unknown key", "board: {cells: td}\nbord: x", nil, 2},
		{"a board of nothing", "board: {order: rows}", pagemap.ErrBoard, 1},
		{"a board of both", "board: {cells: td, canvas: canvas}", pagemap.ErrBoard, 1},
		{"a canvas beyond its edge", "page: a.html\nboard: {canvas: canvas, right: 1.2}", pagemap.ErrBoard, 2},
		{"boards of all and of players", "board: {cells: td}\nboards: {first: {cells: td}}", pagemap.ErrBoards, 2},
		{"a board of somebody else", "boards: {third: {cells: td}}", pagemap.ErrBoards, 1},
		{"an unknown order", "board: {cells: td, order: spiral}", pagemap.ErrOrder, 1},
		{"an unknown mark", "marks: {third: {text: Z}}", pagemap.ErrMark, 1},
		{"a mark without a sign", "marks:\n  first: {within: 3}", pagemap.ErrSign, 2},
		{"a color by its name", "marks:\n  first: {color: red}", pagemap.ErrColor, 2},
		{"a name that is no pattern", "restart: {name: '('}", pagemap.ErrPattern, 1},
		{"an empty thing", "restart: {role: ''}", pagemap.ErrThing, 1},
		{"an unknown join", "says:\n  - {of: p, join: glue}", pagemap.ErrJoin, 2},
		{"a long rest", "rest: 60", pagemap.ErrRest, 1},
		{"send without a field", "send: button", pagemap.ErrSend, 1},
		{"a click that is none", "click: triple", pagemap.ErrClick, 1},
		{"a cursor without a key", "cursor: {row: 1, col: 1}", pagemap.ErrCursor, 1},
		{"a text on nothing", "restart: {text: Again}", pagemap.ErrText, 1},
		{"a page elsewhere", "page: ../x.html", pagemap.ErrFileName, 1},
		{"words that are none", "words: {says: {won: ['(']}}", phrasebook.ErrPattern, 0},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			_, err := pagemap.Parse("map.yaml", tt.text)
			var at *pagemap.Error
			if !errors.As(err, &at) || tt.cause != nil && !errors.Is(err, tt.cause) || tt.line > 0 && at.Line != tt.line {
				t.Errorf("error is %v", err)
			}
		})
	}
}

func FuzzParse(f *testing.F) {
	f.Add("board: {cells: '#board td'}\nmarks: {first: {text: X}, second: {class: o, within: 9}}\nsays: ['#s', {of: {role: status}, caption: Lives}]")
	f.Add("boards: {first: {canvas: c, left: .1}}\nrestart: {css: a, role: button, name: new}\nwords: {names: {first: [Red]}}")
	f.Fuzz(func(t *testing.T, text string) {
		m, err := pagemap.Parse("map", text)
		if err != nil || !utf8.ValidString(text) {
			return
		}
		again, err := pagemap.Parse("map", m.String())
		if err != nil {
			t.Fatalf("what was written is not read: %v\n%s", err, m)
		}
		if !reflect.DeepEqual(m.Question(3, 3), again.Question(3, 3)) || !reflect.DeepEqual(m.Marks, again.Marks) {
			t.Errorf("another map was read than written:\n%s\n%s", m, again)
		}
	})
}

func parse(t *testing.T, text string) *pagemap.Map {
	t.Helper()
	m, err := pagemap.Parse("map", text)
	if err != nil {
		t.Fatal(err)
	}
	return m
}

// One cell with what is told of it, and the mark that it holds.
func TestMarks(t *testing.T) {
	text := func(s string) pagemap.Cell { return pagemap.Cell{Box: pagemap.Box{Text: s}} }
	class := func(list ...string) pagemap.Cell { return pagemap.Cell{Box: pagemap.Box{Classes: list}} }
	const unknown = game.Player(9)
	tests := []struct {
		name, marks string
		cell        pagemap.Cell
		want        game.Player
	}{
		{"text", "{first: {text: X}, second: {text: O}}", text("x "), game.First},
		{"no mark is an empty cell", "{first: {text: X}, second: {text: O}}", text("7"), game.Nobody},
		{"where an empty cell has a sign, others are unknown", "{first: {text: X}, second: {text: O}, empty: {text: ''}}", text("7"), unknown},
		{"class", "{first: {class: red}, second: {class: blue}}", class("cell", "blue", "line"), game.Second},
		{"attribute", "{first: {attribute: data-mark, is: X}, second: {attribute: data-mark}}", pagemap.Cell{Attributes: map[string]string{"data-mark": "o"}}, game.Second},
		{"picture", "{first: {picture: cross}, second: {picture: ring}}", pagemap.Cell{Picture: "ring-small.png"}, game.Second},
		{"the nearest colour", "{first: {color: '#d02020'}, second: {color: '#d05020', within: 200}}", pagemap.Cell{Color: "#d02828"}, game.First},
		{"a colour too far away", "{first: {ink: '#d02020'}, second: {ink: '#2020d0'}}", pagemap.Cell{Ink: "#20d020"}, game.Nobody},
		{"all that is given must hold", "{first: {class: on, text: X}, second: {class: on, text: O}}", class("on"), game.Nobody},
		{"drawing", "{first: {pattern: '9000909090009000909090009'}, second: {pattern: '0999990009900099000909990'}}", pagemap.Cell{Pattern: "8000909080009001909090008"}, game.First},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			m := parse(t, "board: {cells: td}\nmarks: "+tt.marks)
			got := unknown
			for _, f := range m.Cells(pagemap.Look{Boards: [][]pagemap.Cell{{tt.cell}}}, 1, 1) {
				got = f.Player
			}
			if got != tt.want {
				t.Errorf("it holds the mark of %d", got)
			}
		})
	}
}

// What a page shows and says, as browser/look.js tells it, and the facts.
func TestFacts(t *testing.T) {
	rules := func(variant string) game.Rules {
		r, err := games.All().Rules(variant)
		if err != nil {
			t.Fatal(err)
		}
		return r
	}
	tests := []struct {
		name, variant, setup, chart, look string
		want                              []string
		not                               string
	}{
		{"turn, score and board", "tic-tac-toe:rows=1,cols=3,run=3", "", "board: {cells: td}\nmarks: {first: {text: X}, second: {text: O}}\nsays: [p]\nscore: {first: b, second: i}",
			`{"boards":[[{"x":60,"h":20,"text":"O"},{"x":0,"h":20,"text":"X"},{"x":30,"h":20,"text":""}]],"lines":["O to move"],"things":{"score first":[{"text":"won 2"}],"score second":[{"text":"0"}]}}`,
			[]string{"a1: X", "b1: nobody", "c1: O", "O to move", "X has won 2", "O has won 0"}, "wins"},
		{"things that are there", "tic-tac-toe:rows=1,cols=3,run=3", "", "turn: {first: .a, second: .b}\nwon: {second: .w}",
			`{"things":{"turn first":[{"off":true}],"turn second":[{"off":false}],"won second":[{"off":false}]}}`, []string{"O to move", "O wins"}, "X"},
		{"letters", "hangman", "word=cab", "says: [{of: .slot, join: letters}, {of: b, caption: Lives}]",
			`{"lines":[{"join":"letters","parts":[{"text":""},{"text":"A"},{"text":""}]},"Lives: 4"]}`, []string{"word: _ A _", "lives: 4"}, "wins"},
		{"hands", "blackjack", "cards=10S 9H 6D 9C", "says: [{of: .d, caption: Dealer, join: cards, down: back}, {of: .y, caption: You, join: cards}]",
			`{"lines":[{"join":"cards","caption":"Dealer","parts":[{"text":"9 ♥"},{"text":"9♣","classes":["back"]}]},{"join":"cards","caption":"You","parts":[{"text":"10♠"},{"text":"6♦"}]}]}`,
			[]string{"the dealer: 9H", "the dealer: ?", "the player: 10S", "the player: 6D"}, "9C"},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			var look pagemap.Look
			if err := json.Unmarshal([]byte(tt.look), &look); err != nil {
				t.Fatal(err)
			}
			r := rules(tt.variant)
			rows, cols := r.Shape()
			facts := parse(t, tt.chart).Facts(pagemap.Seen{Look: look, Table: phrasebook.TableOf(r, game.Setup(tt.setup)), Rows: rows, Cols: cols})
			var told []string
			for _, f := range facts {
				told = append(told, game.Say(r, f))
			}
			all := strings.Join(told, "\n")
			for _, want := range tt.want {
				if !strings.Contains(all, want) {
					t.Errorf("it does not tell that %s:\n%s", want, all)
				}
			}
			if strings.Contains(all, tt.not) {
				t.Errorf("it tells of %s:\n%s", tt.not, all)
			}
		})
	}
}

// What still stands on the page of an earlier shot is not told of this one.
func TestWhatStandsThereIsNotSaidAgain(t *testing.T) {
	r, err := games.All().Rules("battleship")
	if err != nil {
		t.Fatal(err)
	}
	look := pagemap.Look{Lines: []pagemap.Line{{Text: "Hit!"}}}
	m := parse(t, "says: [p]")
	table := phrasebook.TableOf(r, "first=b2>,c4>,e6v,h1v,i8>;second=a1>,j3v,c5>,f7v,h10>")
	step := phrasebook.Step{Mover: game.First, Move: &game.Move{}}
	if got := m.Facts(pagemap.Seen{Look: look, Table: table, Step: step}); len(got) > 0 {
		t.Errorf("it tells %v", got)
	}
	if got := m.Facts(pagemap.Seen{Look: look, Said: [][]pagemap.Line{look.Lines}, Table: table, Step: step}); len(got) != 1 || got[0].Kind != game.FactHit {
		t.Errorf("it tells %v", got)
	}
}
