package phrasebook

import (
	_ "embed"
	"errors"
	"fmt"
	"regexp"
	"slices"
	"strings"
	"unicode"

	"durchgang/core/document"
	"durchgang/core/game"
)

//go:embed english.yaml
var english string

// form is a whole phrasebook.
type form struct {
	Form    formDocument      `yaml:",inline"`
	Forms   []formDocument    `yaml:"forms"`
	Marks   *sides[string]    `yaml:"marks"`
	Names   sides[[]string]   `yaml:"names"`
	Empty   []string          `yaml:"empty"`
	Codes   []string          `yaml:"codes"` // what cells, row by row, or columns are called
	Board   []string          `yaml:"board"`
	Yes     string            `yaml:"yes"`
	Answers []partDocument    `yaml:"answers"`
	Ranks   map[string]string `yaml:"ranks"`    // what cards are called, by rank as in 10 or K
	Suits   []string          `yaml:"suits"`    // what the four suits are called
	Colors  bool              `yaml:"colors"`   // whether a sign in another color is another sign
	BuiltIn *bool             `yaml:"built-in"` // whether the built-in phrases of says, ignore and turns are read too
	Ignore  []string          `yaml:"ignore"`
	Says    struct {
		Won     []string `yaml:"won"`
		Drawn   []string `yaml:"drawn"`
		Refused []string `yaml:"refused"`
		Hints   []string `yaml:"hints"`
		Again   []string `yaml:"again"`
		Turn    []string `yaml:"turn"`
	} `yaml:"says"`
	Solo struct {
		Ignore  []string `yaml:"ignore"`
		Won     []string `yaml:"won"`
		Lost    []string `yaml:"lost"`
		Refused []string `yaml:"refused"`
		Hints   []string `yaml:"hints"`
		Lives   []string `yaml:"lives"`
		Always  []string `yaml:"always"` // lines that name the word by chance, whatever it is
	} `yaml:"solo"`
	Shots struct {
		Ignore  []string            `yaml:"ignore"`
		Hit     []string            `yaml:"hit"`
		Miss    []string            `yaml:"miss"`
		Sunk    []string            `yaml:"sunk"`
		Won     []string            `yaml:"won"`
		Refused []string            `yaml:"refused"`
		Own     []string            `yaml:"own"`
		Target  []string            `yaml:"target"`
		Drawn   map[string][]string `yaml:"drawn"`
	} `yaml:"shots"`
	Guesses struct {
		Higher []string `yaml:"higher"`
		Lower  []string `yaml:"lower"`
	} `yaml:"guesses"`
	Heaps map[string][]string `yaml:"heaps"` // patterns of what each heap holds, by its letter
	Cards cardsDocument       `yaml:"cards"`
	Words map[string]string   `yaml:"words"`
	Verbs map[string]string   `yaml:"verbs"`
	Setup setupDocument       `yaml:"setup"`
}

// cardsDocument is what is said at a table of cards.
type cardsDocument struct {
	Dealer    []string `yaml:"dealer"`
	Player    []string `yaml:"player"`
	Ignore    []string `yaml:"ignore"`
	Drawn     []string `yaml:"drawn"`
	Total     []string `yaml:"total"`
	Bank      []string `yaml:"bank"`
	Bust      []string `yaml:"bust"`
	Natural   []string `yaml:"natural"`
	Win       []string `yaml:"win"`
	Lose      []string `yaml:"lose"`
	Push      []string `yaml:"push"`
	Surrender []string `yaml:"surrender"`
	Broke     []string `yaml:"broke"`
}

// lists are what can be said, in one order.
func (d *cardsDocument) lists() []*[]string {
	return []*[]string{
		&d.Dealer, &d.Player, &d.Drawn, &d.Total, &d.Bank, &d.Bust, &d.Natural, &d.Win, &d.Lose, &d.Push, &d.Surrender,
		&d.Broke,
	}
}

// named reports whether anything is said.
func (d cardsDocument) named() bool {
	return slices.ContainsFunc(d.lists(), func(list *[]string) bool { return *list != nil })
}

// without takes out what another document says in its own words.
func (d *cardsDocument) without(own cardsDocument) {
	lists := own.lists()
	for i, list := range d.lists() {
		if *lists[i] != nil {
			*list = nil
		}
	}
}

type formDocument struct {
	For    string         `yaml:"for"`
	When   string         `yaml:"when"`
	Screen string         `yaml:"screen"`
	Base   *int           `yaml:"base"`
	Across string         `yaml:"across"`
	Down   string         `yaml:"down"`
	Move   []partDocument `yaml:"move"`
}

type partDocument struct {
	Ask     string `yaml:"ask"`
	Type    string `yaml:"type"`
	Opening bool   `yaml:"opening"` // an answer that is given before the first move of a game only
}

type sides[T any] struct {
	First  T `yaml:"first"`
	Second T `yaml:"second"`
}

// Error is an error in a phrasebook's text.
type Error = document.Error

// Causes of errors in a phrasebook, for errors.Is.
var (
	ErrBase = errors.New("base is 0 or 1: the number of the first row and column")
	ErrPart = errors.New(
		"what is typed uses {row}, {col}, {letter}, {small-letter}, {row-letter}, {small-row-letter}, {number}, {cell-letter}, {small-cell-letter}, {code}, {row-from-bottom}, {number-from-bottom}, {heap}, {heap-letter}, {small-heap-letter}, {count}, {text} or {way}, and for a ship of a set-up {name}, {length}, {end-row}, {end-col}, {end-letter} or {end-row-letter}",
	)
	ErrNoMove   = errors.New("a move needs at least one prompt with what is typed")
	ErrPattern  = errors.New("the pattern does not compile")
	ErrMarks    = errors.New("the two marks must be different and not blank")
	ErrFor      = errors.New("a form is for a cell, a column, a heap, a ship or a text")
	ErrWhen     = errors.New("when and screen stand inside forms: a single move always holds")
	ErrControl  = errors.New("what is typed is one line without control characters")
	ErrNoNumber = errors.New("the pattern has no group for the number: (?P<n>[0-9]+), or for lives that are gone (?P<gone>[0-9]+)")
	ErrEach     = errors.New("each names the ships that are typed one after the other, as in {first}, and stands without type")
	ErrDrawn    = errors.New("cells are drawn as hit, miss, sea or ship, each with a list of signs")
	ErrDeal     = errors.New("a deal is P for each card of the player's and D for each of the dealer's, two of each, as in PPDD")
	ErrMap      = errors.New("a map has a sign for each ship that is not the sea's, or one for all, and no ship is written beside it")
	ErrCard     = errors.New("a card is written with {rank}, and {suit} where the suit stands")
	ErrHeaps    = errors.New("heaps are named by letters from a on, without a gap")
	ErrFileName = errors.New("a set-up's file is a name in the program's folder, without a path")
)

// Default is the book without any text of an assignment's own: moves are typed as
// a program announces.
func Default() *Book {
	b, err := Parse("built in", "")
	if err != nil {
		panic(err) // the built-in wording is part of the program
	}
	return b
}

// Keys are the keys that a phrasebook may have.
func Keys() document.Keys { return document.KeysOf(form{}) }

// Parse reads a phrasebook, which adds to the built-in English wording; file
// names it in errors, which are all *Error.
func Parse(file, text string) (*Book, error) { return ParseOpponent(file, text, game.Nobody) }

// ParseOpponent reads a phrasebook for programs that play one side themselves and talk to
// the person who plays the other: you have won, the computer has won.
func ParseOpponent(file, text string, program game.Player) (*Book, error) {
	var own, builtIn form
	if err := document.Read(file, text, &own); err != nil {
		return nil, err
	}
	if err := document.Read("built in", english, &builtIn); err != nil {
		return nil, err
	}
	c := compiler{file: file, text: text, program: program, book: &Book{}}
	c.compile(own, builtIn)
	return c.book, c.err
}

// compiler turns documents into a book and keeps the first error.
type compiler struct {
	file, text string
	program    game.Player // that programs play; Nobody where people play both
	book       *Book
	err        error
}

// fail keeps an error at the place of a YAML path such as $.says.won[0].
func (c *compiler) fail(path string, cause error) {
	if c.err == nil {
		c.err = document.Fail(c.file, c.text, path, cause)
	}
}

func (c *compiler) compile(own, builtIn form) {
	b := c.book
	c.players(own)
	c.forms(own, builtIn)
	b.prompt = regexp.MustCompile(b.alternatives(true, false))
	b.turns = b.prompt
	b.colors = own.Colors
	c.deck(own)
	if own.BuiltIn != nil && !*own.BuiltIn {
		again, solo := builtIn.Says.Again, builtIn.Solo
		builtIn.Says, builtIn.Ignore, b.turns = form{}.Says, nil, nothing
		builtIn.Says.Again = again
		if own.Solo.Lives == nil {
			own.Solo.Lives = builtIn.Solo.Lives
		}
		builtIn.Solo = form{}.Solo
		if own.Cards.named() {
			builtIn.Solo = solo
			builtIn.Cards.without(own.Cards)
		}
		if own.Guesses.Higher != nil || own.Guesses.Lower != nil {
			builtIn.Guesses = form{}.Guesses
		}
		if own.Shots.Hit != nil && own.Shots.Miss != nil {
			shots := form{}.Shots
			shots.Own, shots.Target = builtIn.Shots.Own, builtIn.Shots.Target
			builtIn.Shots = shots
		}
	}
	b.empty = own.Empty
	if own.Board != nil {
		var err error
		if b.drawnAs, err = drawBoard(own.Board); err != nil {
			c.fail("$.board", err)
		}
	}
	b.yes = own.Yes
	both := func(name string, mine, theirs []string) []*regexp.Regexp {
		return append(c.patterns("$."+name, mine), c.patterns("", theirs)...)
	}
	numbers := func(name string, mine, theirs []string) []*regexp.Regexp {
		list := both(name, mine, theirs)
		for i, p := range list {
			if p.SubexpIndex("n") < 0 && (name != "solo.lives" || p.SubexpIndex("gone") < 0) {
				c.fail(fmt.Sprintf("$.%s[%d]", name, i), ErrNoNumber)
			}
		}
		return list
	}
	b.ignore = both("ignore", own.Ignore, builtIn.Ignore)
	b.won = both("says.won", own.Says.Won, builtIn.Says.Won)
	if c.program != game.Nobody {
		side := [3]string{game.First: "first", game.Second: "second"}
		b.won = append([]*regexp.Regexp{regexp.MustCompile(fmt.Sprintf(
			`(?i)(?P<%s>\b(?:you (?:have )?(?:lose|lost)|i (?:have )?(?:win|won))\b)|(?P<%s>\b(?:you (?:have )?(?:win|won|beat)|i (?:have )?(?:lose|lost))\b)`,
			side[c.program],
			side[c.program.Opponent()],
		))}, b.won...)
	}
	b.drawn = both("says.drawn", own.Says.Drawn, builtIn.Says.Drawn)
	b.refused = both("says.refused", own.Says.Refused, builtIn.Says.Refused)
	b.hints = both("says.hints", own.Says.Hints, builtIn.Says.Hints)
	b.again = both("says.again", own.Says.Again, builtIn.Says.Again)
	b.turn = both("says.turn", own.Says.Turn, builtIn.Says.Turn)
	b.solo = solo{
		ignore:  both("solo.ignore", own.Solo.Ignore, builtIn.Solo.Ignore),
		won:     both("solo.won", own.Solo.Won, builtIn.Solo.Won),
		lost:    both("solo.lost", own.Solo.Lost, builtIn.Solo.Lost),
		refused: both("solo.refused", own.Solo.Refused, builtIn.Solo.Refused),
		hints:   both("solo.hints", own.Solo.Hints, builtIn.Solo.Hints),
		always:  c.patterns("$.solo.always", own.Solo.Always),
		lives:   numbers("solo.lives", own.Solo.Lives, builtIn.Solo.Lives),
	}
	b.guesses = guesses{
		higher: both("guesses.higher", own.Guesses.Higher, builtIn.Guesses.Higher),
		lower:  both("guesses.lower", own.Guesses.Lower, builtIn.Guesses.Lower),
	}
	b.heaps = c.heapLists(own.Heaps)
	b.sea = sea{
		ignore:  both("shots.ignore", own.Shots.Ignore, builtIn.Shots.Ignore),
		hit:     both("shots.hit", own.Shots.Hit, builtIn.Shots.Hit),
		miss:    both("shots.miss", own.Shots.Miss, builtIn.Shots.Miss),
		sunk:    both("shots.sunk", own.Shots.Sunk, builtIn.Shots.Sunk),
		won:     both("shots.won", own.Shots.Won, builtIn.Shots.Won),
		refused: both("shots.refused", own.Shots.Refused, builtIn.Shots.Refused),
		own:     both("shots.own", own.Shots.Own, builtIn.Shots.Own),
		target:  both("shots.target", own.Shots.Target, builtIn.Shots.Target),
		drawn:   c.drawings(own.Shots.Drawn),
	}
	b.cards = cards{
		dealer:    both("cards.dealer", own.Cards.Dealer, builtIn.Cards.Dealer),
		player:    both("cards.player", own.Cards.Player, builtIn.Cards.Player),
		ignore:    both("cards.ignore", own.Cards.Ignore, builtIn.Cards.Ignore),
		drawn:     both("cards.drawn", own.Cards.Drawn, builtIn.Cards.Drawn),
		total:     numbers("cards.total", own.Cards.Total, builtIn.Cards.Total),
		bank:      numbers("cards.bank", own.Cards.Bank, builtIn.Cards.Bank),
		bust:      both("cards.bust", own.Cards.Bust, builtIn.Cards.Bust),
		natural:   both("cards.natural", own.Cards.Natural, builtIn.Cards.Natural),
		win:       both("cards.win", own.Cards.Win, builtIn.Cards.Win),
		lose:      both("cards.lose", own.Cards.Lose, builtIn.Cards.Lose),
		push:      both("cards.push", own.Cards.Push, builtIn.Cards.Push),
		surrender: both("cards.surrender", own.Cards.Surrender, builtIn.Cards.Surrender),
		broke:     both("cards.broke", own.Cards.Broke, builtIn.Cards.Broke),
		owners:    own.Cards.Player != nil || own.Cards.Dealer != nil,
	}
	c.verbs(own, builtIn)
	c.setup(own.Setup, builtIn.Setup)
	b.answers = c.answers("$.answers", own.Answers, builtIn.Answers)
}

// drawings takes how cells of a board at sea are drawn: a list of signs by what they mean.
func (c *compiler) drawings(signs map[string][]string) map[string]string {
	drawn := map[string]string{}
	for meaning, list := range signs {
		switch meaning {
		case game.HitText, game.MissText, game.SeaText, game.ShipText:
		default:
			c.fail("$.shots.drawn", ErrDrawn)
		}
		for _, sign := range list {
			drawn[strings.ToLower(sign)] = meaning
		}
	}
	return drawn
}

// verbs takes what things are called, and what is typed for them.
func (c *compiler) verbs(own, builtIn form) {
	b := c.book
	b.words, b.verbs = own.Words, map[string]verb{}
	for name, text := range own.Words {
		c.typed("$.words."+name, text)
	}
	for _, d := range []struct {
		path  string
		verbs map[string]string
	}{{"", builtIn.Verbs}, {"$.verbs.", own.Verbs}} {
		for name, text := range d.verbs {
			if c.pattern(d.path+name, text); c.err == nil {
				b.verbs[name] = newVerb(text)
			}
		}
	}
}

// answers compiles questions with what is typed, the book's own before the built-in ones.
func (c *compiler) answers(path string, own, builtIn []partDocument) []answer {
	var list []answer
	for i, part := range slices.Concat(own, builtIn) {
		at := fmt.Sprintf("%s[%d]", path, i)
		c.typed(at+".type", part.Type)
		list = append(list, answer{c.pattern(at+".ask", part.Ask), part.Type, part.Opening})
	}
	return list
}

// setup takes what the book says, and for a program that asks the built-in questions
// as well.
// base checks the number of the first row and column.
func (c *compiler) base(path string, n int) int {
	if n != 0 && n != 1 {
		c.fail(path+".base", ErrBase)
	}
	return n
}

func (c *compiler) players(own form) {
	b := c.book
	b.marks = [3]string{game.First: "X", game.Second: "O"}
	if own.Marks != nil {
		b.marks[game.First], b.marks[game.Second] = own.Marks.First, own.Marks.Second
		if strings.TrimSpace(own.Marks.First) == "" || strings.TrimSpace(own.Marks.Second) == "" ||
			strings.EqualFold(own.Marks.First, own.Marks.Second) {
			c.fail("$.marks", ErrMarks)
		}
	}
	for i := range drawings[game.First] {
		if own.Marks == nil {
			own.Names.First = append(own.Names.First, drawings[game.First][i])
			own.Names.Second = append(own.Names.Second, drawings[game.Second][i])
		}
	}
	if c.program != game.Nobody {
		people := map[bool][]string{
			true:  {"computer", "the computer", "cpu", "bot", "machine", "ai"},
			false: {"you", "human", "the player"},
		}
		own.Names.First = slices.Concat(own.Names.First, people[c.program == game.First])
		own.Names.Second = slices.Concat(own.Names.Second, people[c.program == game.Second])
	}
	b.names[game.First] = append([]string{"player 1", "player one", "first player", "player " + b.marks[game.First]}, own.Names.First...)
	b.names[game.Second] = append(
		[]string{"player 2", "player two", "second player", "player " + b.marks[game.Second]},
		own.Names.Second...)
}

func (c *compiler) typed(path, text string) {
	if strings.ContainsFunc(text, func(r rune) bool { return r < ' ' || r == 0x7f }) {
		c.fail(path, ErrControl)
	}
}

func (c *compiler) patterns(path string, texts []string) []*regexp.Regexp {
	list := make([]*regexp.Regexp, len(texts))
	for i, text := range texts {
		list[i] = c.pattern(fmt.Sprintf("%s[%d]", path, i), text)
	}
	return list
}

var nothing = regexp.MustCompile(`[^\s\S]`)

// escapes are what stands for other text in a pattern, or groups it.
var escapes = regexp.MustCompile(`\{player\}|'\??s|\\.|\(\?\w*:?`)

// pattern compiles one pattern (RE2, upper and lower case alike) with {player}
// put in: without names that are mere numbers where the pattern has no words, since it would be found on the
// rows of a board. Where it fails it returns one that matches nothing.
func (c *compiler) pattern(path, text string) *regexp.Regexp {
	wordless := !strings.ContainsFunc(escapes.ReplaceAllString(text, ""), unicode.IsLetter)
	expanded := strings.ReplaceAll(text, "{player}", c.book.alternatives(false, wordless))
	p, err := regexp.Compile("(?im)" + expanded)
	if err != nil {
		c.fail(path, fmt.Errorf("%w: %w", ErrPattern, err))
		return nothing
	}
	return p
}

var mereNumber = regexp.MustCompile(`^[0-9]+$`)

// alternatives is a pattern for any name of either player. The groups are called
// first and second; exact keeps marks in their own case, and inLetters leaves out names that are mere numbers.
func (b *Book) alternatives(exact, inLetters bool) string {
	group := func(name string, p game.Player) string {
		names := slices.DeleteFunc(slices.Clone(b.names[p]), func(name string) bool { return inLetters && mereNumber.MatchString(name) })
		slices.SortFunc(names, func(x, y string) int { return len(y) - len(x) })
		for i, n := range names {
			names[i] = strings.ReplaceAll(regexp.QuoteMeta(n), " ", `\W*`)
		}
		mark := regexp.QuoteMeta(b.marks[p])
		if inLetters && mereNumber.MatchString(mark) {
			mark = names[0]
		}
		if exact {
			mark = "(?-i:" + mark + ")"
		}
		return fmt.Sprintf(`(?P<%s>%s|%s)`, name, strings.Join(names, "|"), mark)
	}
	return `(?i:(?:^|[^\pL\pN_]))(?i:` + group("first", game.First) + `|` + group("second", game.Second) + `)(?:\b|$|[^\pL\pN_])`
}
