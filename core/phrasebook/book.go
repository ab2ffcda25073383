package phrasebook

import (
	"regexp"
	"slices"

	"durchgang/core/game"
)

// Book is a phrasebook that is ready to use. It is safe for concurrent use.
type Book struct {
	colors  bool // a sign in another color is another one
	deck    deck
	forms   []Form
	marks   [3]string // by player; Nobody has none
	names   [3][]string
	empty   []string
	drawnAs *drawnBoard // how the board is drawn, nil when it is looked for
	ignore  []*regexp.Regexp
	won     []*regexp.Regexp
	drawn   []*regexp.Regexp
	refused []*regexp.Regexp
	hints   []*regexp.Regexp
	again   []*regexp.Regexp
	turn    []*regexp.Regexp
	prompt  *regexp.Regexp // a player named in a prompt, marks in their own case
	turns   *regexp.Regexp // the same, where that is whose turn it is
	answers []answer
	yes     string
	solo    solo
	sea     sea
	cards   cards
	guesses guesses
	heaps   [][]*regexp.Regexp // patterns of what each heap holds
	words   map[string]string  // what is typed for a verb
	verbs   map[string]verb    // what a verb may be called
	setup   setup

	lines     memo[said]
	rows      memo[row]
	skeletons memo[string]
	named     memo[game.Player] // in a prompt
	offers    memo[string]
	replies   memo[*answer]
	seats     memo[seat]
	splashes  memo[splash]
	hands     memo[handLine]
	plain     memo[handLine] // the same without a bank
}

// solo is what is said to one player at a table that the program keeps.
type solo struct{ ignore, won, lost, refused, hints, lives, always []*regexp.Regexp }

// answer is typed whenever a prompt asks for it, or before the first move of a game only.
type answer struct {
	ask     *regexp.Regexp
	text    string
	opening bool
}

// Answer returns what to type at a prompt that the book has a fixed answer for; opening says that
// no move of the game has been made.
func (b *Book) Answer(prompt string, opening bool) (text string, found bool) {
	a := b.replies.get(prompt, func() *answer {
		if i := slices.IndexFunc(b.answers, func(a answer) bool { return a.ask.MatchString(prompt) }); i >= 0 {
			return &b.answers[i]
		}
		return nil
	})
	if a == nil || a.opening && !opening {
		return "", false
	}
	return a.text, true
}

var (
	wantsYes = regexp.MustCompile(`(?i)\byes\b`)
	wantsOne = regexp.MustCompile(`(?i)\b1\s*[=:.)-]+\s*(?:yes|play|again|new)`)
)

// Offers reports whether a prompt asks for another game, and how to say yes.
func (b *Book) Offers(prompt string) (yes string, offered bool) {
	yes = b.offers.get(prompt, func() string {
		switch {
		case !matchesAny(b.again, prompt):
			return ""
		case b.yes != "":
			return b.yes
		case wantsOne.MatchString(prompt):
			return "1"
		case wantsYes.MatchString(prompt):
			return "yes"
		default:
			return "y"
		}
	})
	return yes, yes != ""
}

func matchesAny(patterns []*regexp.Regexp, text string) bool {
	for _, p := range patterns {
		if p.MatchString(text) {
			return true
		}
	}
	return false
}
