// Package hangman is guessing a word or phrase letter by letter. The word is the
// set-up, word=...; the guesser is the only player who moves, and wins when every
// letter is shown, or loses with the last life.
//
// Read Rules first; Position is the word and what has been guessed.
package hangman

import (
	"errors"
	"fmt"
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"

	"durchgang/core/game"
)

// Reasons for refusing a guess that this game adds.
const (
	Repeated game.Refusal = "guessed already"
	NoLetter game.Refusal = "not a letter"
	NoWords  game.Refusal = "only letters are guessed"
)

// Word is the verb of guessing the whole word; a letter is guessed with the zero verb.
const Word = "word"

// Errors of a set-up, for errors.Is.
var (
	ErrNoWord   = errors.New("it needs a word, as in word=apple")
	ErrNoLetter = errors.New("a word has at least one letter to guess")
	ErrTooLong  = errors.New("a word has at most 200 characters, none of them a control character")
)

const longest = 200

// Rules are the reference rules of one variant.
type Rules struct {
	variant game.Variant
	lives   int
	repeat  string // refused, costs or free
	words   string // refused, costs or ends
	shown   string // signs, nothing or ends
	folding bool   // capitals and small letters are the same
}

// Hangman is the registry's entry.
func Hangman() game.Definition {
	return game.Definition{
		Name:  "hangman",
		Title: "Hangman",
		Doc:   "One player guesses a hidden word letter by letter. A letter of the word is shown wherever it stands, another one costs a life. The guesser wins when the whole word is shown, and loses with the last life.",
		Params: []game.Param{
			game.Number("lives", 6, 1, 26, "wrong guesses until the game is lost"),
			game.Choice("repeat", "what guessing a letter again does", "refused", "free", "costs"),
			game.Choice("words", "what guessing a wrong whole word does; refused when only letters are guessed", "costs", "ends", "refused"),
			game.Choice("shown", "what is shown from the start: signs that are no letters, nothing, or besides the signs the first and last letter", "signs", "nothing", "ends"),
			game.Choice("case", "whether capitals and small letters are the same", "same", "different"),
		},
		New: func(v game.Variant, values game.Values) (game.Rules, error) {
			return &Rules{
				variant: v, lives: values.Int("lives"), repeat: values["repeat"], words: values["words"],
				shown: values["shown"], folding: values["case"] == "same",
			}, nil
		},
	}
}

// Variant implements game.Rules.
func (r *Rules) Variant() game.Variant { return r.variant }

// Shape implements game.Rules: there is no board.
func (r *Rules) Shape() (rows, cols int) { return 0, 0 }

// MoveKind implements game.Rules.
func (r *Rules) MoveKind() game.MoveKind { return game.NamesText }

// PlayerName implements game.Rules: the second player has set the word.
func (r *Rules) PlayerName(p game.Player) string {
	return [...]string{game.Nobody: "nobody", game.First: "the guesser", game.Second: "the hangman"}[p]
}

// Start implements game.Rules: word=... is the word or phrase.
func (r *Rules) Start(s game.Setup) (game.Position, error) {
	fields, err := s.Fields("word")
	if err != nil {
		return nil, err
	}
	word := fields["word"]
	switch {
	case word == "":
		return nil, &game.SetupError{Setup: s, Err: ErrNoWord}
	case utf8.RuneCountInString(word) > longest || !utf8.ValidString(word) || strings.ContainsFunc(word, unicode.IsControl):
		return nil, &game.SetupError{Setup: s, Err: ErrTooLong}
	case !strings.ContainsFunc(word, unicode.IsLetter):
		return nil, &game.SetupError{Setup: s, Err: ErrNoLetter}
	}
	p := &Position{rules: r, word: []rune(word), lives: r.lives}
	p.open = make([]bool, len(p.word))
	for i, c := range p.word {
		p.open[i] = r.shown != "nothing" && !unicode.IsLetter(c)
	}
	if r.shown == "ends" {
		p.reveal(r.fold(p.word[0]))
		p.reveal(r.fold(p.word[len(p.word)-1]))
	}
	if p.complete() {
		return nil, &game.SetupError{Setup: s, Err: fmt.Errorf("%w: all of it is shown from the start", ErrNoLetter)}
	}
	return p, nil
}

// fold returns the least of the characters that differ from c by case only
// (unicode.SimpleFold), so that two letters are the same when it is.
func fold(c rune) rune {
	least := c
	for next := unicode.SimpleFold(c); next != c; next = unicode.SimpleFold(next) {
		least = min(least, next)
	}
	return least
}

// fold is fold where the variant wants it.
func (r *Rules) fold(c rune) rune {
	if r.folding {
		return fold(c)
	}
	return c
}

// Again implements game.Rules: nothing of the game before matters.
func (r *Rules) Again(_ game.Position, s game.Setup) (game.Position, error) { return r.Start(s) }

// Play implements game.Rules.
func (r *Rules) Play(pos game.Position, m game.Move, facts []game.Fact) []game.Fact {
	p := pos.(*Position)
	if refusal := r.refuse(p, m); refusal != game.Accepted {
		facts = append(facts, game.Fact{Kind: game.FactRefused, Reason: refusal})
		return p.appendTurn(facts)
	}
	if m.Verb == Word {
		r.guessWord(p, m.Text)
	} else {
		c, _ := utf8.DecodeRuneInString(m.Text)
		r.guessLetter(p, r.fold(c))
	}
	switch {
	case p.complete():
		p.result = game.Result{Outcome: game.Won, Winner: game.First}
	case p.lives == 0:
		p.result = game.Result{Outcome: game.Won, Winner: game.Second}
	}
	facts = append(facts,
		game.Fact{Kind: game.FactShown, Text: p.Shown()},
		game.Fact{Kind: game.FactLives, N: p.lives})
	if p.result.Over() {
		facts = append(facts,
			game.Fact{Kind: game.FactWon, Player: p.result.Winner},
			game.Fact{Kind: game.FactWord, Text: string(p.word)})
	}
	return p.appendTurn(facts)
}

func (r *Rules) refuse(p *Position, m game.Move) game.Refusal {
	if p.result.Over() {
		return game.GameOver
	}
	if m.Verb == Word {
		if r.words == "refused" {
			return NoWords
		}
		return game.Accepted
	}
	c, size := utf8.DecodeRuneInString(m.Text)
	switch {
	case size != len(m.Text) || size == 0 || !unicode.IsLetter(c) && r.shown != "nothing":
		return NoLetter
	case p.guessed(r.fold(c)) && r.repeat == "refused":
		return Repeated
	}
	return game.Accepted
}

func (r *Rules) guessLetter(p *Position, c rune) {
	again := p.guessed(c)
	if !again {
		p.letters = append(p.letters, c)
	}
	switch found := p.reveal(c); {
	case again && r.repeat == "costs", !again && !found:
		p.lives--
	}
}

func (r *Rules) guessWord(p *Position, text string) {
	same := len([]rune(text)) == len(p.word)
	for i, c := range []rune(text) {
		same = same && r.fold(c) == r.fold(p.word[i])
	}
	switch {
	case same:
		for i := range p.open {
			p.open[i] = true
		}
	case r.words == "ends":
		p.lives = 0
	default:
		p.lives--
	}
}

// View implements game.Rules: the guesser sees what is shown, the hangman the word.
func (r *Rules) View(pos game.Position, viewer game.Player, facts []game.Fact) []game.Fact {
	p := pos.(*Position)
	facts = append(facts,
		game.Fact{Kind: game.FactShown, Text: p.Shown()},
		game.Fact{Kind: game.FactLives, N: p.lives})
	if viewer == game.Second || p.result.Over() {
		facts = append(facts, game.Fact{Kind: game.FactWord, Text: string(p.word)})
	}
	return facts
}

// Candidates implements game.Rules: the letters of the word and of the alphabet in
// both cases, signs, the word itself and another.
func (r *Rules) Candidates(pos game.Position, moves []game.Move) []game.Move {
	p := pos.(*Position)
	seen := map[string]bool{}
	add := func(text string) {
		if !seen[text] {
			seen[text] = true
			moves = append(moves, game.Move{Text: text})
		}
	}
	for _, c := range p.word {
		if c != ' ' {
			add(string(unicode.ToLower(c)))
			add(string(unicode.ToUpper(c)))
		}
	}
	for c := 'a'; c <= 'z'; c++ {
		add(string(c))
	}
	add("7")
	add("!")
	return append(moves, game.Move{Verb: Word, Text: string(p.word)}, game.Move{Verb: Word, Text: "zyx"})
}

// ParseMove implements game.Rules: one character is a letter that is guessed, and =
// before a text guesses the whole word, its blanks written as underscores.
func (r *Rules) ParseMove(text string) (game.Move, error) {
	if word, found := strings.CutPrefix(text, "="); found && word != "" {
		return game.Move{Verb: Word, Text: strings.ReplaceAll(word, "_", " ")}, nil
	}
	if utf8.RuneCountInString(text) != 1 || !utf8.ValidString(text) || unicode.IsSpace([]rune(text)[0]) || unicode.IsControl([]rune(text)[0]) {
		return game.Move{}, fmt.Errorf("%q: a guess is one character, or = and a word", text)
	}
	return game.Move{Text: text}, nil
}

// FormatMove implements game.Rules.
func (r *Rules) FormatMove(m game.Move) string {
	if m.Verb == Word {
		return "=" + strings.ReplaceAll(m.Text, " ", "_")
	}
	return m.Text
}

// Position is a word with what has been guessed of it.
type Position struct {
	rules   *Rules
	word    []rune
	open    []bool // by place in the word
	letters []rune // guessed, folded, in order
	lives   int
	result  game.Result
}

// Shown is the word with _ for each place that is still hidden.
func (p *Position) Shown() string {
	shown := make([]rune, len(p.word))
	for i, c := range p.word {
		shown[i] = '_'
		if p.open[i] {
			shown[i] = c
		}
	}
	return string(shown)
}

// Lives is how many wrong guesses are left.
func (p *Position) Lives() int { return p.lives }

func (p *Position) guessed(c rune) bool {
	for _, g := range p.letters {
		if g == c {
			return true
		}
	}
	return false
}

// reveal opens every place that holds c, and reports whether there is one.
func (p *Position) reveal(c rune) bool {
	found := false
	for i, w := range p.word {
		if p.rules.fold(w) == c {
			p.open[i], found = true, true
		}
	}
	return found
}

func (p *Position) complete() bool {
	for _, open := range p.open {
		if !open {
			return false
		}
	}
	return true
}

// Turn implements game.Position.
func (p *Position) Turn() game.Player {
	if p.result.Over() {
		return game.Nobody
	}
	return game.First
}

// Result implements game.Position.
func (p *Position) Result() game.Result { return p.result }

func (p *Position) appendTurn(facts []game.Fact) []game.Fact {
	if p.result.Over() {
		return facts
	}
	return append(facts, game.Fact{Kind: game.FactTurn, Player: game.First})
}

// Clone implements game.Position.
func (p *Position) Clone() game.Position {
	q := *p
	q.open = append([]bool(nil), p.open...)
	q.letters = append([]rune(nil), p.letters...)
	return &q
}

// AppendKey implements game.Position. The order of guesses does not matter.
func (p *Position) AppendKey(key []byte) []byte {
	key = append(key, string(p.word)...)
	key = append(key, 0, byte(p.lives), byte(p.result.Winner))
	for _, open := range p.open {
		if open {
			key = append(key, 1)
		} else {
			key = append(key, 0)
		}
	}
	letters := append([]rune(nil), p.letters...)
	slices.Sort(letters)
	return append(key, string(letters)...)
}
