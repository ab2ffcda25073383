package wordings

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strconv"
	"strings"
)

// brace is a language with braces. Programs in them share their body, in which INT and STR
// declare a whole number and a text; all else is in the language's own opening.
type brace struct {
	file, number, text string
	opening, closing   string // what stands before and behind the body
	constant           string // declares a text, by its name and value
	list, texts        string // declare a list of whole numbers of a length, and one of two texts
	function           string // opens a function, by the type of its result and its name; the parameters follow
}

// The helpers of each language: ask prints a prompt and reads a line, part is the k-th part of
// a text, place the index of a label (-1 where it is none, -100 where it is not of their kind),
// fill puts a text in place of a word.
var braces = []brace{
	{
		file: "game.c", number: "int", text: "char *", constant: "char *%s = %s;", list: "int %s[%d];", texts: "char *%s[2] = {%s, %s};", function: "%s %s(",
		opening: `#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <ctype.h>
#include <unistd.h>

char *keep(const char *t) { char *k = malloc(strlen(t) + 1); strcpy(k, t); return k; }
void put(const char *t) { fputs(t, stdout); fflush(stdout); }
void say(const char *t) { puts(t); fflush(stdout); }
char *number(int n) { char t[20]; sprintf(t, "%d", n); return keep(t); }
char *ask(const char *prompt) {
    char line[200];
    put(prompt);
    if (!fgets(line, sizeof line, stdin)) exit(0);
    char *t = line;
    while (isspace((unsigned char)*t)) t++;
    size_t n = strlen(t);
    while (n > 0 && isspace((unsigned char)t[n - 1])) t[--n] = 0;
    return keep(t);
}
int same(const char *a, const char *b) { return strcmp(a, b) == 0; }
int starts(const char *a, const char *b) { return strncmp(a, b, strlen(b)) == 0; }
int length(const char *t) { return strlen(t); }
char *letter(const char *t, int k) { char c[2] = {k < (int)strlen(t) ? t[k] : 0, 0}; return keep(c); }
char *part(const char *t, char sign, int k) {
    char copy[200], signs[2] = {sign, 0}, *next = copy, *found;
    strcpy(copy, t);
    while ((found = strsep(&next, signs))) if (k-- == 0) return keep(found);
    return "";
}
char *fill(const char *t, const char *word, const char *with) {
    char *at = strstr(t, word), *made = malloc(strlen(t) + strlen(with) + 1);
    if (!at) return keep(t);
    sprintf(made, "%.*s%s%s", (int)(at - t), t, with, at + strlen(word));
    return made;
}
int place(const char *t, const char *labels) {
    if (!*t) return -100;
    if (isdigit((unsigned char)labels[0])) {
        for (const char *p = t + (*t == '-'); *p; p++) if (!isdigit((unsigned char)*p)) return -100;
    } else if (strlen(t) != 1 || !isalpha((unsigned char)t[0])) return -100;
    for (int i = 0; labels[i]; i++) if (strlen(t) == 1 && tolower(t[0]) == tolower(labels[i])) return i;
    return -1;
}
void rest() { sleep(1); }
void crash() { abort(); }
void quit() { exit(0); }

`,
		closing: "int main(void) {\n    play();\n    return 0;\n}\n",
	},
	{
		file: "Game.java", number: "int", text: "String ", constant: "static String %s = %s;", list: "static int[] %s = new int[%d];", texts: "static String[] %s = {%s, %s};", function: "static %s %s(",
		opening: `import java.util.Scanner;

public class Game {
    static Scanner in = new Scanner(System.in);

    static void put(String t) { System.out.print(t); System.out.flush(); }
    static void say(String t) { System.out.println(t); }
    static String number(int n) { return "" + n; }
    static String ask(String prompt) {
        put(prompt);
        if (!in.hasNextLine()) System.exit(0);
        return in.nextLine().trim();
    }
    static int same(String a, String b) { return a.equals(b) ? 1 : 0; }
    static int starts(String a, String b) { return a.startsWith(b) ? 1 : 0; }
    static int length(String t) { return t.length(); }
    static String letter(String t, int k) { return k < t.length() ? t.substring(k, k + 1) : ""; }
    static String part(String t, char sign, int k) {
        String[] parts = t.split("" + sign);
        return k < parts.length ? parts[k] : "";
    }
    static String fill(String t, String word, String with) { return t.replace(word, with); }
    static int place(String t, String labels) {
        if (Character.isDigit(labels.charAt(0))) {
            if (!t.matches("-?\\d+")) return -100;
        } else if (!t.matches("[A-Za-z]")) {
            return -100;
        }
        return t.length() == 1 ? labels.toLowerCase().indexOf(t.toLowerCase()) : -1;
    }
    static void rest() {
        try { Thread.sleep(1000); } catch (InterruptedException e) { }
    }
    static void crash() { throw new IllegalStateException(); }
    static void quit() { System.exit(0); }

`,
		closing: "    public static void main(String[] args) {\n        play();\n    }\n}\n",
	},
	{
		file: "game.js", number: "let", text: "let ", constant: "const %s = %s;", list: "const %s = new Array(%d);", texts: "const %s = [%s, %s];", function: "function %[2]s(",
		opening: `const fs = require('fs');

function put(t) { process.stdout.write(t); }
function say(t) { console.log(t); }
function number(n) { return String(n); }
function ask(prompt) {
    put(prompt);
    const one = Buffer.alloc(1);
    let line = '';
    for (;;) {
        let n = 0;
        try { n = fs.readSync(0, one, 0, 1); } catch (e) { if (e.code === 'EAGAIN') continue; process.exit(0); }
        if (n === 0) process.exit(0);
        if (one[0] === 10) return line.trim();
        line += one.toString('latin1');
    }
}
function same(a, b) { return a === b ? 1 : 0; }
function starts(a, b) { return a.startsWith(b) ? 1 : 0; }
function length(t) { return t.length; }
function letter(t, k) { return t.charAt(k); }
function part(t, sign, k) { return t.split(sign)[k] || ''; }
function fill(t, word, text) { return t.replace(word, text); }
function place(t, labels) {
    if (/\d/.test(labels[0]) ? !/^-?\d+$/.test(t) : !/^[a-z]$/i.test(t)) return -100;
    return t.length === 1 ? labels.toLowerCase().indexOf(t.toLowerCase()) : -1;
}
function rest() { Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 1000); }
function crash() { throw new Error('bad input'); }
function quit() { process.exit(0); }

`,
		closing: "play();\n",
	},
}

// braceParts are the parts of a program that faults replace.
var braceParts = map[string]string{
	"starts": "turn = 0;", "free": "if (grid[cell] >= 0) { refuse(TAKEN); continue; }", "skip": "", "won": "INT won = lined(turn);",
	"full": "INT full = count() == ROWS * COLS ? 1 : 0;", "next": "turn = 1 - turn;", "refused": "", "unread": "refuse(UNREAD); continue;", "outside": "refuse(OFF); continue;",
	"order": winFirst + drawNext,
}

const (
	winFirst = "if (won == 1) { show(); say(fill(WINS, \"{who}\", who[turn])); break; }\n        "
	drawNext = "if (full == 1) { show(); say(DRAW); break; }"
	otherWon = "if (won == 1) { show(); say(fill(WINS, \"{who}\", who[1 - turn])); break; }\n        " + drawNext
)

// braceFaults are Faults for these programs.
var braceFaults = func() []Fault {
	parts := map[string]map[string]string{
		"overwrites":                    {"free": ""},
		"the same player moves again":   {"next": ""},
		"the second player begins":      {"starts": "turn = 1;"},
		"a row is missing":              {"skip": "if (d == 0 && r == 1) continue;"},
		"a diagonal is missing":         {"skip": "if (d == 3) continue;"},
		"a draw before a win":           {"order": drawNext + "\n        " + strings.TrimSpace(winFirst)},
		"a draw too early":              {"full": "INT full = count() >= ROWS * COLS - 1 ? 1 : 0;"},
		"never a draw":                  {"full": "INT full = 0;"},
		"the other one wins":            {"order": otherWon},
		"a refusal passes the turn":     {"refused": "turn = 1 - turn;"},
		"letters crash it":              {"unread": "crash();"},
		"outside crashes it":            {"outside": "crash();"},
		"only the first player can win": {"won": "INT won = turn == 0 ? lined(turn) : 0;"},
		"a win is seen one move late":   {"won": "INT won = late; late = lined(turn);", "order": otherWon},
		"goes on after a win":           {"order": "if (won == 1) { show(); say(fill(WINS, \"{who}\", who[turn])); }\n        else " + drawNext + "\n        if (count() == ROWS * COLS) break;"},
		"row and column are swapped":    {"free": "cell = cell % COLS * COLS + (cell - cell % COLS) / COLS;\n        if (grid[cell] >= 0) { refuse(TAKEN); continue; }"},
	}
	list := slices.Clone(Faults)
	for i := range list {
		list[i].parts = parts[list[i].Name]
	}
	return list
}()

// bracesBefore are questions before the game, by part; those of the sealed part are texts of their own.
var bracesBefore = map[Part][]string{
	Known: {"", "", `ask("Press Enter to start. ");`, `for (;;) {
        STR a = ask("1) Play\n2) Quit\nYour choice: ");
        if (same(a, "2") == 1) quit();
        if (same(a, "1") == 1) break;
        say("Choose 1 or 2.");
    }`},
	Sealed: {"", "", `ask("<return> when the class is quiet");`, `for (;;) {
        STR a = ask("What now: (b)egin, (r)ules, (l)eave? ");
        if (same(a, "l") == 1) quit();
        if (same(a, "b") == 1) break;
        say(same(a, "r") == 1 ? "You know them already." : "b, r or l.");
    }`},
}

// makeBraces makes the program of a number in one of the languages with braces, with a fault unless it is nil.
func (g shape) makeBraces(number uint64, part Part, fault *Fault) Program {
	m := &maker{Rand: rand.New(rand.NewPCG(number, 100+uint64(part)))}
	l, w := g.lists(m, part)
	lang := choose(m, "language", braces)
	f := choose(m, "form", l.forms)
	first, second, _ := strings.Cut(choose(m, "announced", f.what), "|")
	b := choose(m, "board", l.boards)
	players := choose(m, "players", l.pairs(fault))
	style := choose(m, "style", l.styles)
	p, parts := planted(braceParts, fault)
	q := strconv.Quote
	var s strings.Builder
	line := func(format string, values ...any) { fmt.Fprintf(&s, format+"\n", values...) }
	constant := func(name, value string) { line(lang.constant, name, q(value)) }
	function := func(result, name, parameters, body string) {
		line(lang.function+"%s) {\n    %s\n}", result, name, parameters, body)
	}
	fresh := map[bool]string{true: "0", false: "1"}[style == "board once"]
	prompt := choose(m, "prompt", w.prompts)
	switch style {
	case "quiet":
		prompt = "Move ({what}): "
	case "turn above":
		prompt = "{what}> "
	}
	for _, text := range [][2]string{
		{"TAKEN", choose(m, "taken", w.taken)}, {"OFF", choose(m, "off", w.off)}, {"UNREAD", choose(m, "unread", w.unread)}, {"WINS", choose(m, "win", w.wins)},
		{"DRAW", choose(m, "draw", w.draws)}, {"PROMPT", prompt}, {"WHAT", first}, {"SECOND", second}, {"NAMES", f.cells}, {"FREE", b.free},
		{"ACROSS", f.cols}, {"DOWN", f.rows},
	} {
		constant(text[0], text[1])
	}
	marks := players.marks
	if style == "colour" {
		marks = [2]string{"\x1b[31m" + marks[0] + "\x1b[0m", "\x1b[34m" + marks[1] + "\x1b[0m"}
	}
	line(lang.texts, "who", q(players.call[0]), q(players.call[1]))
	line(lang.texts, "mark", quoteASCII(marks[0]), quoteASCII(marks[1]))
	line(lang.list, "grid", g.rows*g.cols)
	line(lang.list, "score", 3)
	static := lang.number
	if lang.file == "Game.java" {
		static = "static " + static
	}
	line("%s turn = 0;\n%s late = 0;\n%s fresh = 1;", static, static, static)
	whole, text := lang.number+" ", lang.text
	if lang.number == "let" {
		whole, text = "", ""
	}
	function("void", "refuse", text+"t", "fresh = "+fresh+";\n    say(t);\n    "+parts["refused"])
	function(lang.number, "count", "", "INT n = 0;\n    for (INT i = 0; i < ROWS * COLS; i++) if (grid[i] >= 0) n++;\n    return n;")
	function(lang.number, "lined", whole+"p", `for (INT r = 0; r < ROWS; r++) for (INT c = 0; c < COLS; c++) for (INT d = 0; d < 4; d++) {
        INT dr = d == 0 ? 0 : 1, dc = d == 1 ? 0 : d == 3 ? -1 : 1;
        `+parts["skip"]+`
        if (r + dr * (LONG - 1) >= ROWS || c + dc * (LONG - 1) >= COLS || c + dc * (LONG - 1) < 0) continue;
        INT n = 0;
        for (INT k = 0; k < LONG; k++) if (grid[(r + dr * k) * COLS + c + dc * k] == p) n++;
        if (n == LONG) return 1;
    }
    return 0;`)
	function(strings.TrimSpace(lang.text), "shown", whole+"i", "if (grid[i] >= 0) return mark[grid[i]];\n    return "+freeCell(b, f)+";")
	function("void", "show", "", bracesBoard(b, f, style))
	var body strings.Builder
	add := func(format string, values ...any) { fmt.Fprintf(&body, format+"\n    ", values...) }
	if text := choose(m, "greeting", w.greetings); text != "" {
		add("say(%s);", q(text))
	}
	add("%s", choose(m, "before", bracesBefore[part]))
	if m.IntN(5) == 0 {
		question := choose(m, "names", w.names)
		for n := range 2 {
			add("who[%d] = ask(%s);", n, q(strings.ReplaceAll(question, "{n}", strconv.Itoa(n+1))))
		}
	}
	free := parts["free"]
	if g.drops {
		free = "if (grid[cell] >= 0) { refuse(TAKEN); continue; }\n        while (cell + COLS < ROWS * COLS && grid[cell + COLS] < 0) cell += COLS;"
	}
	announce := ""
	if style == "turn above" {
		announce = `say(fill("* {who} *", "{who}", who[turn]));`
	}
	slow := ""
	if style == "slow" {
		slow = "rest();"
	}
	add(`for (;;) {
        for (INT i = 0; i < ROWS * COLS; i++) grid[i] = -1;
        late = 0;
        %s
        INT ended = -1;
        for (;;) {
        if (fresh == 1) show();
        fresh = 1;
        %s
        %s
        %s
        grid[cell] = turn;
        %s
        %s
        %s
        ended = won == 1 ? turn : 2;
        %s
        %s
        }`, parts["starts"], announce, bracesRead(f, parts), free, slow, parts["won"], parts["full"], parts["order"], parts["next"])
	if style == "score" {
		add(`    score[ended]++;
        put("Score: "); put(who[0]); put(" "); put(number(score[0])); put(" - "); put(who[1]); put(" "); put(number(score[1])); put(" - drawn "); say(number(score[2]));`)
	}
	if m.IntN(2) == 0 {
		question := choose(m, "again", w.again)
		add("    if (starts(ask(%s), %s) == 0) break;\n    }", q(question), q(yes(question)))
	} else {
		add("    break;\n    }")
	}
	function("void", "play", "", body.String())
	size := strings.NewReplacer("ROWS", strconv.Itoa(g.rows), "COLS", strconv.Itoa(g.cols), "LONG", strconv.Itoa(g.line), "INT ", lang.number+" ", "STR ", lang.text)
	p.Name, p.File, p.Move = strings.Join(m.made, ", "), lang.file, f.move
	p.Source = lang.opening + size.Replace(s.String()) + lang.closing
	return p
}

// quoteASCII quotes a text that may have an escape, as C and Java write it.
func quoteASCII(text string) string { return strings.ReplaceAll(strconv.Quote(text), `\x1b`, `\033`) }

// freeCell is what stands in the free cell i.
func freeCell(b board, f form) string {
	if b.free != "#" {
		return "FREE"
	}
	if f.cells == "" {
		return `" "`
	}
	return "letter(NAMES, i)"
}

// bracesRead reads a move in a form, and sets cell.
func bracesRead(f form, parts map[string]string) string {
	var s strings.Builder
	line := func(format string, values ...any) { fmt.Fprintf(&s, format+"\n        ", values...) }
	labels := map[byte]string{'r': f.rows, 'c': f.cols, 'n': f.cells}
	ask := func(name, what string) {
		line(`STR %s = ask(fill(fill(PROMPT, "{who}", who[turn]), "{what}", %s));`, name, what)
	}
	checked := func(unread, outside string) {
		line("if (%s) { %s }", unread, parts["unread"])
		line("if (%s) { %s }", outside, parts["outside"])
	}
	if len(f.typed) == 1 {
		ask("t", "WHAT")
		line("INT cell = place(t, %q);", labels[f.typed[0]])
		checked("cell == -100", "cell < 0")
		return s.String()
	}
	a, b := f.typed[:1], f.typed[len(f.typed)-1:]
	one, two := "letter(t, 0)", "letter(t, 1)"
	extra := ""
	switch between := f.typed[1 : len(f.typed)-1]; between {
	case "":
		extra = "length(t) != 2 || "
	case "|":
		one, two = "t", "u"
	default:
		one, two = fmt.Sprintf("part(t, '%s', 0)", between), fmt.Sprintf("part(t, '%s', 1)", between)
		extra = fmt.Sprintf("length(part(t, '%s', 2)) > 0 || ", between)
	}
	ask("t", "WHAT")
	line("INT %s = place(%s, %q);", a, one, labels[a[0]])
	if two == "u" {
		checked(a+" == -100", a+" < 0")
		ask("u", "SECOND")
	}
	line("INT %s = place(%s, %q);", b, two, labels[b[0]])
	checked(extra+a+" == -100 || "+b+" == -100", a+" < 0 || "+b+" < 0")
	line("INT cell = r * COLS + c;")
	return s.String()
}

// bracesBoard prints the board.
func bracesBoard(b board, f form, style string) string {
	q := strconv.Quote
	var s strings.Builder
	line := func(format string, values ...any) { fmt.Fprintf(&s, format+"\n    ", values...) }
	line(`say("");`)
	switch style {
	case "clear":
		line(`put("\033[2J\033[H");`)
	case "keys":
		line(`say("-- ctrl-c leaves, three in a line win --");`)
	}
	pad := ""
	if b.labels && f.cols != "" {
		pad = "  "
		line("put(%s);\n    for (INT c = 0; c < COLS; c++) { if (c > 0) put(%s); put(letter(ACROSS, c)); }\n    say(\"\");", q(pad+strings.Repeat(" ", len([]rune(b.left)))), q(b.between))
	}
	if b.frame != "" {
		line("say(%s);", q(pad+b.frame))
	}
	line("for (INT r = 0; r < ROWS; r++) {")
	switch {
	case pad != "" && f.rows != "":
		line("    put(letter(DOWN, r)); put(\" \");")
	case pad != "":
		line("    put(%s);", q(pad))
	}
	line("    put(%s);", q(b.left))
	line("    for (INT c = 0; c < COLS; c++) { if (c > 0) put(%s); put(shown(r * COLS + c)); }", q(b.between))
	line("    say(%s);", q(b.right))
	if b.rule != "" {
		line("    if (r < ROWS - 1) say(%s);", q(pad+b.rule))
	}
	line("}")
	if b.frame != "" {
		line("say(%s);", q(pad+b.frame))
	}
	return s.String()
}
