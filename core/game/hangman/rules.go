// Package hangman is guessing a word or phrase letter by letter. The word is the
// set-up, word=...; the guesser is the only player who moves, and wins when every
// letter is shown, or loses with the last life.
//
// Read Rules first; Position is the word and what has been guessed.
package hangman

import (
	"embed"
	"errors"
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"

	"durchgang/core/game"
)

// Reasons for refusing a guess that this game adds.
const (
	Repeated game.Refusal = "guessed already"
	NoLetter game.Refusal = game.Unreadable + ": not a letter"
	NoWords  game.Refusal = game.Unreadable + ": only letters are guessed"
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

//go:embed shipped/*.suite shipped/own/*.suite
var shipped embed.FS

// Rules are the reference rules of one variant.
type Rules struct {
	variant game.Variant
	lives   int
	repeat  string // refused, free, wrong or costs
	words   string // refused, costs or ends
	shown   string // signs, nothing or ends
	folding bool   // capitals and small letters are the same
	steps   Steps
	under   Steps // of a change made before; nil for the right ones
}

// Steps are the parts of a game, each of which a mistake may get wrong. Rules has
// the right ones.
type Steps interface {
	// Begin prepares a position for a new word; before is the game before, nil for
	// the first.
	Begin(p, before *Position)
	// Read returns what a guess is taken for.
	Read(m game.Move) game.Move
	// Refuse says why a guess is refused, or accepts it.
	Refuse(p *Position, m game.Move) game.Refusal
	// Same reports whether the letter guessed is the one at a place of the word.
	Same(p *Position, guess rune, place int) bool
	// Reveal opens what a letter opens, and reports whether it is in the word.
	Reveal(p *Position, guess rune) bool
	// Cost is what a guess of a letter costs.
	Cost(p *Position, again, found bool) int
	// Decide returns how the game stands after a guess.
	Decide(p *Position) game.Result
}

// With returns the same rules with other steps, each change upon those before it; see
// game.Stack. A step that is not changed uses those that are.
func (r *Rules) With(changes ...func(*Rules) Steps) *Rules {
	layer := func(under Steps) *Rules {
		copied := *r
		copied.under = under
		return &copied
	}
	return game.Stack(changes, layer, func(r *Rules, s Steps) { r.steps = s })
}

// Lives is how many lives a game begins with.
func (r *Rules) Lives() int { return r.lives }

// Repeats is what guessing a letter again does: refused, free or costs.
func (r *Rules) Repeats() string { return r.repeat }

// Shown is what is shown from the start: signs, nothing or ends.
func (r *Rules) Shown() string { return r.shown }

// Folds reports whether capitals and small letters are the same.
func (r *Rules) Folds() bool { return r.folding }

// Words is what guessing a wrong whole word does: refused, costs or ends.
func (r *Rules) Words() string { return r.words }

// Hangman is the registry's entry.
func Hangman() game.Definition {
	return game.Definition{
		Name:  "hangman",
		Title: "Hangman",
		Doc:   "One player guesses a hidden word letter by letter. A letter of the word is shown wherever it stands, another one costs a life. The guesser wins when the whole word is shown, and loses with the last life.",
		Moves: "A guess is one letter, or = and the whole word, as in =apple.",
		Makes: "choose the word",
		Params: []game.Param{
			game.Number("lives", 6, 1, 26, "wrong guesses until the game is lost"),
			game.Choice("repeat", "what guessing a letter again does; wrong when only a wrong letter costs a life again", "refused", "free", "wrong", "costs"),
			game.Choice(
				"words", "what guessing a wrong whole word does; refused when only letters are guessed", "refused", "costs",
				"ends",
			),
			game.Choice(
				"shown",
				"what is shown from the start: signs that are not letters, nothing, or besides the signs the first and last letter",
				"signs", "nothing", "ends",
			),
			game.Choice("case", "whether capitals and small letters are the same", "same", "different"),
		},
		Suites: shipped,
		New: func(v game.Variant, values game.Values) (game.Rules, error) {
			r := &Rules{
				variant: v, lives: values.Int("lives"), repeat: values["repeat"], words: values["words"],
				shown: values["shown"], folding: values["case"] == "same",
			}
			r.steps = r
			return r, nil
		},
	}
}

// Variant implements game.Rules.
func (r *Rules) Variant() game.Variant { return r.variant }

// Shape implements game.Rules: there is no board.
func (r *Rules) Shape() (rows, cols int) { return 0, 0 }

// MoveKind implements game.Rules.
func (r *Rules) MoveKind() game.MoveKind { return game.NamesText }

// Solo implements game.Rules.
func (r *Rules) Solo() bool { return true }

// PlayerName implements game.Rules: the second player has set the word.
func (r *Rules) PlayerName(p game.Player) string {
	return [...]string{game.Nobody: "nobody", game.First: "the guesser", game.Second: "the hangman"}[p]
}

// Start implements game.Rules: word=... is the word or phrase.
func (r *Rules) Start(s game.Setup) (game.Position, error) { return r.begin(s, nil) }

// words are what Deal draws from: of different lengths, with equal letters, and none
// that is shown whole from the start in any variant.
var words = []string{
	"anchor", "balloon", "chimney", "dragonfly", "eleven", "feather", "garden", "hammock", "island", "jigsaw", "kettle",
	"lantern",
}

// Words are what Deal draws from.
func Words() []string { return slices.Clone(words) }

// Spell implements game.Rules.
func (r *Rules) Spell(s game.Setup) game.Setup { return s }

// Deal implements game.Rules.
func (r *Rules) Deal(random *rand.Rand) game.Setup {
	return game.Setup("word=" + words[random.IntN(len(words))])
}

// Again implements game.Rules.
func (r *Rules) Again(before game.Position, s game.Setup) (game.Position, error) {
	return r.begin(s, before.(*Position))
}

func (r *Rules) begin(s game.Setup, before *Position) (game.Position, error) {
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
	p := &Position{Word: []rune(word), Open: make([]bool, len([]rune(word)))}
	r.steps.Begin(p, before)
	if before != nil { // with a mistake another game may be over when it begins
		p.result = r.steps.Decide(p)
	} else if r.Complete(p) {
		return nil, &game.SetupError{Setup: s, Err: fmt.Errorf("%w: all of it is shown from the start", ErrNoLetter)}
	}
	return p, nil
}

// Begin implements Steps.
func (r *Rules) Begin(p, before *Position) {
	if r.under != nil {
		r.under.Begin(p, before)
		return
	}
	p.Lives = r.lives
	for i, c := range p.Word {
		p.Open[i] = r.shown != "nothing" && !unicode.IsLetter(c)
	}
	if r.shown == "ends" {
		r.Reveal(p, r.Fold(p.Word[0]))
		r.Reveal(p, r.Fold(p.Word[len(p.Word)-1]))
	}
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

// Fold is the letter that stands for c and, where the variant says so, for those
// that differ from it by case only.
func (r *Rules) Fold(c rune) rune {
	if r.folding {
		return fold(c)
	}
	return c
}

// Play implements game.Rules.
func (r *Rules) Play(pos game.Position, m game.Move, facts []game.Fact) []game.Fact {
	p := pos.(*Position)
	m = r.steps.Read(m)
	if refusal := r.steps.Refuse(p, m); refusal != game.Accepted {
		facts = append(facts, game.Fact{Kind: game.FactRefused, Reason: refusal})
		return p.appendTurn(facts)
	}
	if m.Verb == Word {
		r.guessWord(p, m.Text)
	} else {
		c, _ := utf8.DecodeRuneInString(m.Text)
		r.guessLetter(p, r.Fold(c))
	}
	p.result = r.steps.Decide(p)
	facts = append(facts,
		game.Fact{Kind: game.FactShown, Text: p.Shown()},
		game.Fact{Kind: game.FactLives, N: p.Lives})
	if p.result.Over() {
		facts = append(facts,
			game.Fact{Kind: game.FactWon, Player: p.result.Winner},
			game.Fact{Kind: game.FactWord, Text: string(p.Word)})
	}
	return p.appendTurn(facts)
}

// Read implements Steps.
func (r *Rules) Read(m game.Move) game.Move {
	if r.under != nil {
		return r.under.Read(m)
	}
	return m
}

// Refuse implements Steps.
func (r *Rules) Refuse(p *Position, m game.Move) game.Refusal {
	if r.under != nil {
		return r.under.Refuse(p, m)
	}
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
	case p.Guessed(r.Fold(c)) && r.repeat == "refused":
		return Repeated
	}
	return game.Accepted
}

func (r *Rules) guessLetter(p *Position, c rune) {
	again := p.Guessed(c)
	if !again {
		p.Letters = append(p.Letters, c)
	}
	found := r.steps.Reveal(p, c)
	p.Lives -= r.steps.Cost(p, again, found)
}

// Same implements Steps; guess is folded.
func (r *Rules) Same(p *Position, guess rune, place int) bool {
	if r.under != nil {
		return r.under.Same(p, guess, place)
	}
	return r.Fold(p.Word[place]) == guess
}

// Reveal implements Steps: every place that holds the letter is opened.
func (r *Rules) Reveal(p *Position, guess rune) bool {
	if r.under != nil {
		return r.under.Reveal(p, guess)
	}
	found := false
	for i := range p.Word {
		if r.steps.Same(p, guess, i) {
			p.Open[i], found = true, true
		}
	}
	return found
}

// Cost implements Steps: one life for a wrong letter, and for a letter guessed again
// where the variant says so.
func (r *Rules) Cost(p *Position, again, found bool) int {
	if r.under != nil {
		return r.under.Cost(p, again, found)
	}
	if again && (r.repeat == "costs" || r.repeat == "wrong" && !found) || !again && !found {
		return 1
	}
	return 0
}

// Complete reports whether the whole word is shown.
func (r *Rules) Complete(p *Position) bool { return !slices.Contains(p.Open, false) }

// Decide implements Steps.
func (r *Rules) Decide(p *Position) game.Result {
	if r.under != nil {
		return r.under.Decide(p)
	}
	switch {
	case r.Complete(p):
		return game.Result{Outcome: game.Won, Winner: game.First}
	case p.Lives <= 0:
		return game.Result{Outcome: game.Won, Winner: game.Second}
	}
	return game.Result{}
}

func (r *Rules) guessWord(p *Position, text string) {
	same := len([]rune(text)) == len(p.Word)
	for i, c := range []rune(text) {
		same = same && r.Fold(c) == r.Fold(p.Word[i])
	}
	switch {
	case same:
		for i := range p.Open {
			p.Open[i] = true
		}
	case r.words == "ends":
		p.Lives = 0
	default:
		p.Lives--
	}
}

// View implements game.Rules: the guesser sees what is shown, the hangman the word.
func (r *Rules) View(pos game.Position, viewer game.Player, facts []game.Fact) []game.Fact {
	p := pos.(*Position)
	facts = append(facts,
		game.Fact{Kind: game.FactShown, Text: p.Shown()},
		game.Fact{Kind: game.FactLives, N: p.Lives})
	if viewer == game.Second || p.result.Over() {
		facts = append(facts, game.Fact{Kind: game.FactWord, Text: string(p.Word)})
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
	for _, c := range p.Word {
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
	return append(moves, game.Move{Verb: Word, Text: string(p.Word)}, game.Move{Verb: Word, Text: "zyx"})
}

// ParseMove implements game.Rules: one character is a letter that is guessed, and =
// before a text guesses the whole word, its blanks written as underscores.
func (r *Rules) ParseMove(text string) (game.Move, error) {
	if word, found := strings.CutPrefix(text, "="); found && word != "" {
		return game.Move{Verb: Word, Text: strings.ReplaceAll(word, "_", " ")}, nil
	}
	if utf8.RuneCountInString(text) != 1 || !utf8.ValidString(text) || unicode.IsSpace([]rune(text)[0]) ||
		unicode.IsControl([]rune(text)[0]) {
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
