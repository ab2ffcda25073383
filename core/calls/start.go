package calls

import (
	"fmt"
	"slices"
	"strings"
)

// does says what a role is for, for whoever writes it.
var does = map[Role]string{
	State: "How the game stands.", Winner: "Who has won, if anybody.", Wins: "Whether a player has won.", Drawn: "Whether the game is drawn.",
	Full: "Whether the board is full.", Over: "Whether the game is over.", Turn: "Who is to move.", Legal: "Whether a move may be made.",
	Drop: "The row in which a mark comes to rest in a column.", Choose: "Chooses a move.", Total: "What a hand counts.", DealerTotal: "What the dealer's hand counts.",
	Reveal: "What may be seen of a word.", Sunk: "Whether a ship is sunk.", Fits: "Whether a ship may be placed.", Move: "Makes a move, or refuses it.",
	Place: "Places a ship.", Hit: "Draws a card.", Stand: "Draws no more cards.", Reset: "Begins another game.", Board: "The board.", CellAt: "What a cell holds.",
	FirstCells: "The cells of the first player.", SecondCells: "The cells of the second player.", Won: "Whether the game is won.", Lost: "Whether the game is lost.",
	Lives: "The lives.", Shown: "What may be seen of the word.", Hand: "The player's cards.", Dealer: "The dealer's cards.", Result: "How the hand ends.",
	Afloat: "How many ships are not sunk.",
}

// starter is how a language writes what is still to be done.
type starter struct {
	comment  string // before a line of comment
	class    string // %s is its name
	makes    string // its constructor, %s what it takes
	method   string // %s its name and what it takes
	field    string // %s its name
	close    string // of a class
	function string
	self     string // the first parameter of a method
}

var starters = map[string]starter{
	"Python": {
		comment: "# ", class: "class %s:\n", makes: "    def __init__(%s):\n        raise NotImplementedError\n", method: "    def %s(%s):\n        raise NotImplementedError\n",
		field: "    %s = None\n", function: "def %s(%s):\n    raise NotImplementedError\n", self: "self",
	},
	"JavaScript": {
		comment: "// ", class: "class %s {\n", makes: "  constructor(%s) {\n    throw new Error('still to be done');\n  }\n",
		method: "  %s(%s) {\n    throw new Error('still to be done');\n  }\n", field: "  %s = null;\n", close: "}\n",
		function: "function %s(%s) {\n  throw new Error('still to be done');\n}\n",
	},
	"Java": {
		comment: "// ", class: "public class %s {\n", makes: "    public Game(%s) {\n        throw new UnsupportedOperationException(\"still to be done\");\n    }\n",
		method: "    public Object %s(%s) {\n        throw new UnsupportedOperationException(\"still to be done\");\n    }\n", field: "    public Object %s;\n", close: "}\n",
		function: "    public static Object %s(%s) {\n        throw new UnsupportedOperationException(\"still to be done\");\n    }\n",
	},
	"Ruby": {
		comment: "# ", class: "class %s\n", makes: "  def initialize(%s)\n    raise NotImplementedError\n  end\n", method: "  def %s(%s)\n    raise NotImplementedError\n  end\n",
		field: "  attr_reader :%s\n", close: "end\n", function: "def %s(%s)\n  raise NotImplementedError\nend\n",
	},
	"Lua": {
		comment: "-- ", class: "%[1]s = {}\n%[1]s.__index = %[1]s\n", method: "function Game:%s(%s)\n  error(\"still to be done\")\nend\n", field: "-- a field: %s\n",
		function: "function %s(%s)\n  error(\"still to be done\")\nend\n",
	},
	"C": {comment: "// ", function: "int %s(%s)\n{\n    return 0; /* still to be done */\n}\n"},
	"Go": {
		comment: "// ", class: "type %s struct{}\n\n", method: "func (g *Game) %s(%s) any {\n\tpanic(\"still to be done\")\n}\n", field: "// a field: %s\n",
		function: "func %s(%s) any {\n\tpanic(\"still to be done\")\n}\n",
	},
}

// StartLanguages are those in which a file to start from is written.
func StartLanguages() []string {
	var list []string
	for name := range starters {
		list = append(list, name)
	}
	slices.Sort(list)
	return list
}

// Start writes the file that students start from in a language: what the book names, still to be done, each with what it
// is for, what it is given and what its results mean.
func (b *Book) Start(language string) (string, error) {
	s, is := starters[language]
	if !is {
		return "", fmt.Errorf("no file to start from is written in %q; there are %s", language, strings.Join(StartLanguages(), ", "))
	}
	var text strings.Builder
	fmt.Fprintf(&text, "%sWhat is called. What is still to be done says so.\n", s.comment)
	switch language {
	case "Go":
		text.WriteString("package main\n")
	case "Java":
		if b.home.class == "" {
			text.WriteString("public class Start {\n")
		}
	}
	class := b.home.class
	if class != "" {
		if s.class == "" {
			return "", fmt.Errorf("the description is of a class, which %s has none of", language)
		}
		text.WriteString("\n" + fmt.Sprintf(s.class, class))
		if takes := b.parameters(language, b.home.takes, s.self); s.makes != "" && (len(b.home.takes) > 0 || s.self == "") {
			text.WriteString(fmt.Sprintf(strings.Replace(s.makes, "Game(", class+"(", 1), takes))
		}
	} else if b.home.function != "" {
		text.WriteString("\n" + s.comment + "Makes a game.\n" + fmt.Sprintf(s.function, b.home.function, b.parameters(language, b.home.takes, "")))
	}
	for _, role := range b.roles() {
		b.startRole(&text, language, s, role)
	}
	if class != "" || language == "Java" && b.home.class == "" {
		text.WriteString(s.close)
	}
	if language == "JavaScript" {
		text.WriteString("\nmodule.exports = { " + strings.Join(b.exported(), ", ") + " };\n")
	}
	return text.String(), nil
}

func (b *Book) exported() []string {
	if b.home.class != "" {
		return []string{b.home.class}
	}
	return b.names()
}

// startRole writes one function, method or field.
func (b *Book) startRole(to *strings.Builder, language string, s starter, role Role) {
	f := b.functions[role]
	if f.whole || strings.Contains(f.name, ".") {
		return
	}
	indent := ""
	inside := b.home.class != "" && !f.given("game") && !f.given("board")
	if inside && s.close != "" || inside && language == "Python" {
		indent = map[string]string{"Python": "    ", "Java": "    "}[language]
		if indent == "" {
			indent = "  "
		}
	}
	if b.home.function != "" && f.follows && !f.given("game") {
		return // what the function makes has it
	}
	w := writerFor(Program{Language: language})
	fmt.Fprintf(to, "\n%s%s%s\n", indent, s.comment, does[role])
	for _, line := range b.meaningsOf(w, f) {
		fmt.Fprintf(to, "%s%s%s\n", indent, s.comment, line)
	}
	switch {
	case f.value != "" && inside:
		fmt.Fprintf(to, s.field, f.value)
	case f.value != "":
		fmt.Fprintf(to, "%s = %s\n", f.value, w.value(nil))
	case inside:
		text := strings.Replace(s.method, "Game", b.home.class, 1)
		fmt.Fprintf(to, text, f.name, b.parameters(language, f.takes, s.self))
	default:
		fmt.Fprintf(to, s.function, f.name, b.parameters(language, f.takes, ""))
	}
}

// parameters are what is given, as a language writes it.
func (b *Book) parameters(language string, args []argument, self string) string {
	var names []string
	if self != "" {
		names = append(names, self)
	}
	for i, a := range args {
		name := a.what
		switch {
		case name == "" && a.class != "":
			name = strings.ToLower(a.class)
		case name == "" && len(a.parts) > 0:
			name = "cell"
		case name == "" && a.ways != nil:
			name = "direction"
		case name == "":
			name = fmt.Sprintf("value%d", i+1)
		}
		switch language {
		case "Java":
			name = "Object " + name
		case "C":
			name = "int " + name
		case "Go":
			name += " any"
		}
		names = append(names, name)
	}
	return strings.Join(names, ", ")
}

// meaningsOf say what results mean.
func (b *Book) meaningsOf(w writer, f function) []string {
	var keys []string
	for k := range f.gives {
		keys = append(keys, k)
	}
	slices.Sort(keys)
	var list []string
	for _, k := range keys {
		if v, ok := fromKey(k); ok {
			list = append(list, w.value(v)+": "+f.gives[k])
		}
	}
	if len(list) == 0 {
		return nil
	}
	return []string{"Returns " + strings.Join(list, ", ") + "."}
}
