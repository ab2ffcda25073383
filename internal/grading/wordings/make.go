package wordings

import (
	"fmt"
	"maps"
	"math/rand/v2"
	"slices"
	"strconv"
	"strings"
)

// Program is a made-up program.
type Program struct {
	Name   string // what it was made of
	File   string // as its language has it
	Source string
	Fault  string // empty for a right one

	// Move is how a cell is typed, of a game in which one is; row and col are counted from zero.
	Move func(row, col int) string
}

// Fault is one that is planted: Python that replaces a part of the rules.
type Fault struct {
	Name      string
	Known     []string // as the catalogue of mistakes may name it; empty where it has none
	Criterion []string // the criteria of the suite that it may cost
	parts     map[string]string
}

// rules are the parts of a game that faults replace.
var rules = map[string]string{
	"lines":    "",
	"starts":   "turn = 0",
	"free":     "if grid[cell] is not None: refuse(TAKEN); continue",
	"put":      "grid[cell] = turn",
	"won":      "won = any(all(grid[i] == turn for i in line) for line in LINES)",
	"full":     "full = all(g is not None for g in grid)",
	"order":    "if won: show(); say(WINS.replace('{who}', WHO[turn])); break\n        if full: show(); say(DRAW); break",
	"next":     "turn = 1 - turn",
	"refused":  "pass",
	"unread":   "except ValueError: refuse(UNREAD); continue",
	"outside":  "except IndexError: refuse(OFF); continue",
	"announce": "pass",
	"reset":    "grid = [None] * (ROWS * COLS)",
}

// Faults are those that can be planted.
var Faults = []Fault{
	{"overwrites", []string{"overwrites"}, []string{"taken", "kept"}, map[string]string{"free": "pass"}},
	{"the same player moves again", []string{"no-alternation"}, []string{"turns"}, map[string]string{"next": "pass"}},
	{"the second player begins", []string{"wrong-starter"}, []string{"turns", "marks"}, map[string]string{"starts": "turn = 1"}},
	{"a row is missing", []string{"line-missing"}, []string{"lines"}, map[string]string{"lines": "LINES = [l for l in LINES if not (l[1] - l[0] == 1 and l[0] // COLS == 1)]"}},
	{"a diagonal is missing", []string{"line-missing"}, []string{"lines", "last-cell"}, map[string]string{"lines": "LINES = [l for l in LINES if l[1] - l[0] != COLS - 1]"}},
	{"a draw before a win", []string{"draw-before-win"}, []string{"last-cell"}, map[string]string{"order": "if full: show(); say(DRAW); break\n        if won: show(); say(WINS.replace('{who}', WHO[turn])); break"}},
	{"a draw too early", []string{"draw-early"}, []string{"draw", "last-cell"}, map[string]string{"full": "full = sum(g is not None for g in grid) >= ROWS * COLS - 1"}},
	{"never a draw", []string{"draw-never"}, []string{"draw"}, map[string]string{"full": "full = False"}},
	{"the other one wins", []string{"wrong-winner"}, []string{"lines", "last-cell"}, map[string]string{"order": "if won: show(); say(WINS.replace('{who}', WHO[1 - turn])); break\n        if full: show(); say(DRAW); break"}},
	{"a refusal passes the turn", []string{"refused-passes-turn"}, []string{"kept"}, map[string]string{"refused": "global turn; turn = 1 - turn"}},
	{"letters crash it", []string{"fragile-input"}, []string{"text"}, map[string]string{"unread": "except KeyError: pass"}},
	{"outside crashes it", []string{"bound-crashes"}, []string{"range"}, map[string]string{"outside": "except KeyError: pass"}},
	{"only the first player can win", []string{"one-sided-check"}, []string{"lines", "last-cell"}, map[string]string{"won": "won = turn == 0 and any(all(grid[i] == turn for i in line) for line in LINES)"}},
	{"a win is seen one move late", []string{"late-check"}, []string{"lines", "last-cell"}, map[string]string{"won": "won = late; late = any(all(grid[i] == turn for i in line) for line in LINES)", "order": "if won: show(); say(WINS.replace('{who}', WHO[1 - turn])); break\n        if full: show(); say(DRAW); break"}},
	{"goes on after a win", []string{"plays-on"}, []string{"end", "lines"}, map[string]string{"order": "if won: show(); say(WINS.replace('{who}', WHO[turn]))\n        elif full: show(); say(DRAW); break\n        if all(g is not None for g in grid): break"}},
	{"row and column are swapped", []string{"transposed"}, []string{"marks", "lines"}, map[string]string{"free": "cell = cell % COLS * COLS + cell // COLS\n        if grid[cell] is not None: refuse(TAKEN); continue"}},
}

// Part is a part of all programs, made of lists of its own.
type Part int

// The parts.
const (
	Known   Part = iota // what the reader may be changed by
	Reserve             // what it was measured with before
	Sealed              // what it is measured with
)

// lists are what programs of a part are made of.
type lists struct {
	english words
	others  []words
	forms   []form
	boards  []board
	players []pair
	before  []string
	styles  []string
}

// half is the first or the second half of a list.
func half[T any](list []T, second bool) []T {
	if second {
		return list[len(list)/2:]
	}
	return list[:len(list)/2]
}

func (w words) half(second bool) words {
	return words{half(w.prompts, second), half(w.taken, second), half(w.off, second), half(w.unread, second), half(w.wins, second),
		half(w.draws, second), half(w.greetings, second), half(w.again, second), half(w.names, second)}
}

func (p Part) lists() lists {
	if p == Sealed {
		return sealed
	}
	second := p == Reserve
	l := lists{english.half(second), half(others, second), slices.Clone(half(forms, second)), half(boards, second), half(pairs, second), half(before, second), half(styles, second)}
	for i, f := range l.forms {
		l.forms[i].what = half(f.what, second)
	}
	return l
}

type maker struct {
	*rand.Rand
	made []string
}

// choose takes one of a list, and notes which.
func choose[T any](m *maker, what string, list []T) T {
	i := m.IntN(len(list))
	m.made = append(m.made, fmt.Sprintf("%s %d", what, i))
	return list[i]
}

// Kind are the programs of a game.
type Kind struct {
	Game   string
	Faults []Fault // that can be planted in them
	Parts  []Part

	// Make makes the program of a number, with a fault unless it is nil.
	Make func(number uint64, part Part, fault *Fault) Program
}

// Kinds are those of all games.
var Kinds = []Kind{
	{"tic-tac-toe", Faults, []Part{Known, Reserve, Sealed}, shape{3, 3, 3, false}.make},
	{"connect-four", falling(Faults), []Part{Known, Reserve, Sealed}, shape{6, 7, 4, true}.make},
	{"hangman", guessFaults, []Part{Known, Sealed}, makeGuess},
	{"battleship", seaFaults, []Part{Known, Sealed}, makeSea},
	{"blackjack:bets=no", tableFaults, []Part{Known, Sealed}, makeTable},
	{"tic-tac-toe", braceFaults, []Part{Known, Sealed}, shape{3, 3, 3, false}.makeBraces},
	{"connect-four", falling(braceFaults), []Part{Known, Sealed}, shape{6, 7, 4, true}.makeBraces},
}

// yes is the answer to a question for another game.
func yes(question string) string {
	for _, letter := range []string{"j", "s", "o"} {
		if strings.Contains(question, "("+letter+"/n)") {
			return letter
		}
	}
	return "y"
}

// falling are the faults that can be planted where marks fall.
func falling(list []Fault) []Fault {
	return slices.DeleteFunc(slices.Clone(list), func(f Fault) bool {
		_, replaced := f.parts["free"]
		return replaced
	})
}

// shape is the board of a game, how long a line is, and whether marks fall.
type shape struct {
	rows, cols, line int
	drops            bool
}

// planted are the parts of a program, with those that a fault replaces; it has no text yet.
func planted(right map[string]string, fault *Fault) (Program, map[string]string) {
	parts := maps.Clone(right)
	if fault == nil {
		return Program{File: "game.py"}, parts
	}
	maps.Copy(parts, fault.parts)
	return Program{File: "game.py", Fault: fault.Name}, parts
}

// lists are those of a part, with the language of a program.
func (g shape) lists(m *maker, part Part) (lists, words) {
	l := part.lists()
	if g.drops {
		l.forms = columns[part]
	}
	w := l.english
	if m.IntN(4) == 0 {
		w = l.others[m.IntN(len(l.others))]
		m.made = append(m.made, w.wins[0])
	}
	return l, w
}

// pairs are the players of a program. Which of them should begin is told by their names only.
func (l lists) pairs(fault *Fault) []pair {
	if fault == nil || fault.parts["starts"] == "" {
		return l.players
	}
	return slices.DeleteFunc(slices.Clone(l.players), func(p pair) bool { return !p.ordered() })
}

func (g shape) make(number uint64, part Part, fault *Fault) Program {
	m := &maker{Rand: rand.New(rand.NewPCG(number, uint64(part)))}
	l, w := g.lists(m, part)
	f := choose(m, "form", l.forms)
	what := choose(m, "announced", f.what)
	first, second, _ := strings.Cut(what, "|")
	b := choose(m, "board", l.boards)
	players := choose(m, "players", l.pairs(fault))
	prompt := choose(m, "prompt", w.prompts)
	style := choose(m, "style", l.styles)
	asksNames := m.IntN(5) == 0
	again := m.IntN(2) == 0
	p, parts := planted(rules, fault)
	q := strconv.Quote
	var s strings.Builder
	line := func(format string, values ...any) { fmt.Fprintf(&s, format+"\n", values...) }
	line("WHO = [%s, %s]", q(players.call[0]), q(players.call[1]))
	if style == "colour" {
		line("MARK = [%s, %s]", q("\x1b[31m"+players.marks[0]+"\x1b[0m"), q("\x1b[34m"+players.marks[1]+"\x1b[0m"))
	} else {
		line("MARK = [%s, %s]", q(players.marks[0]), q(players.marks[1]))
	}
	line("TAKEN = %s\nOFF = %s\nUNREAD = %s", q(choose(m, "taken", w.taken)), q(choose(m, "off", w.off)), q(choose(m, "unread", w.unread)))
	line("WINS = %s\nDRAW = %s", q(choose(m, "win", w.wins)), q(choose(m, "draw", w.draws)))
	line("PROMPT = %s\nWHAT = %s\nSECOND = %s", q(prompt), q(first), q(second))
	line("ROWS, COLS, LONG = %d, %d, %d", g.rows, g.cols, g.line)
	line("LINES = []\nfor r in range(ROWS):\n    for c in range(COLS):\n        for dr, dc in ((0, 1), (1, 0), (1, 1), (1, -1)):\n            if 0 <= r + dr * (LONG - 1) < ROWS and 0 <= c + dc * (LONG - 1) < COLS: LINES.append([(r + dr * k) * COLS + c + dc * k for k in range(LONG)])")
	line("%s", parts["lines"])
	line("late = False\ngrid = [None] * (ROWS * COLS)\nturn = 0\nfresh = True\nscore = [0, 0, 0]")
	line("def say(text): print(text)")
	line("def ask(text): return input(text)")
	line("def refuse(text):\n    global fresh\n    fresh = %s\n    say(text)\n    %s", map[bool]string{true: "False", false: "True"}[style == "board once"], parts["refused"])
	s.WriteString(showing(b, f, players, style))
	if text := choose(m, "greeting", w.greetings); text != "" {
		line("say(%s)", q(text))
	}
	if question := choose(m, "before", l.before); question != "" {
		line("%s", strings.TrimPrefix(question, "\n"))
	}
	if asksNames {
		question := choose(m, "names", w.names)
		line("WHO = [input(%s), input(%s)]", q(strings.ReplaceAll(question, "{n}", "1")), q(strings.ReplaceAll(question, "{n}", "2")))
	}
	line("while True:\n    late = False\n    %s\n    %s", parts["reset"], parts["starts"])
	line("    while True:\n        if fresh: show()\n        fresh = True")
	switch style {
	case "quiet": // whose turn it is is never told
		line("        PROMPT = 'Move ({what}): '")
	case "turn above":
		line("        say('* ' + WHO[turn] + ' *')\n        PROMPT = '{what}> '")
	}
	line("        prompt = PROMPT.replace('{who}', WHO[turn]).replace('{what}', WHAT)")
	line("        second = PROMPT.replace('{who}', WHO[turn]).replace('{what}', SECOND)")
	line("        try:")
	for text := range strings.SplitSeq(f.read, "\n") {
		line("            %s", text)
	}
	line("        %s\n        %s", parts["unread"], parts["outside"])
	if g.drops {
		parts["free"] = "if grid[c] is not None: refuse(TAKEN); continue\n        cell = max(i for i in range(c, ROWS * COLS, COLS) if grid[i] is None)"
	}
	line("        %s\n        %s", parts["free"], parts["put"])
	if style == "slow" {
		line("        import time; time.sleep(1)")
	}
	line("        %s\n        %s\n        %s\n        %s", parts["won"], parts["full"], parts["order"], parts["next"])
	if style == "score" {
		line("    score[turn if won else 2] += 1\n    print('Score:', WHO[0], score[0], '-', WHO[1], score[1], '- drawn', score[2])")
	}
	if again {
		question := choose(m, "again", w.again)
		line("    if not input(%s).lower().startswith(%s): break", q(question), q(yes(question)))
	} else {
		line("    break")
	}
	p.Source, p.Name, p.Move = s.String(), strings.Join(m.made, ", "), f.move
	return p
}

// styles are how a program is written: what it prints beside what the lists say.
var styles = []string{
	"", "", "", "clear", "score",
	// The reserve.
	"", "", "", "quiet", "clear",
}

// showing is the function that prints the board.
func showing(b board, f form, players pair, style string) string {
	free := b.free
	name := "str(" + strconv.Quote(free) + ")"
	if free == "#" {
		name = strconv.Quote(" ")
		if f.cells != "" {
			name = strconv.Quote(f.cells) + "[i]"
		}
	}
	q := strconv.Quote
	var s strings.Builder
	line := func(format string, values ...any) { fmt.Fprintf(&s, format+"\n", values...) }
	line("def show():")
	line("    print()")
	switch style {
	case "clear":
		line("    print('\\033[2J\\033[H', end='')")
	case "keys":
		line("    print('-- ctrl-c leaves, three in a line win --')")
	}
	pad := ""
	if b.labels && f.cols != "" {
		pad = "  "
		line("    print(%s + %s.join(%s))", q(pad+strings.Repeat(" ", len([]rune(b.left)))), q(b.between), q(f.cols))
	}
	if b.frame != "" {
		line("    print(%s)", q(pad+b.frame))
	}
	line("    for r in range(ROWS):")
	line("        row = [MARK[grid[i]] if grid[i] is not None else %s for i in range(r * COLS, r * COLS + COLS)]", name)
	label := q("")
	if pad != "" {
		label = q(f.rows) + "[r] + ' '"
		if f.rows == "" {
			label = q(pad)
		}
	}
	line("        print(%s + %s + %s.join(row) + %s)", label, q(b.left), q(b.between), q(b.right))
	if b.rule != "" {
		line("        if r < ROWS - 1: print(%s)", q(pad+b.rule))
	}
	if b.frame != "" {
		line("    print(%s)", q(pad+b.frame))
	}
	return s.String()
}
