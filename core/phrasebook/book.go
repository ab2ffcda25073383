package phrasebook

import (
	"regexp"

	"durchgang/core/game"
)

// Book is a phrasebook that is ready to use.
type Book struct {
	forms   []Form
	marks   [3]string // by player; Nobody has none
	names   [3][]string
	empty   []string
	ignore  []*regexp.Regexp
	won     []*regexp.Regexp
	drawn   []*regexp.Regexp
	refused []*regexp.Regexp
	again   []*regexp.Regexp
	turn    []*regexp.Regexp
	prompt  *regexp.Regexp // a player named in a prompt, marks in their own case
	answers []answer
	yes     string
}

// answer is typed whenever a prompt asks for it.
type answer struct {
	ask  *regexp.Regexp
	text string
}

// Mark is how a player's mark is printed.
func (b *Book) Mark(p game.Player) string { return b.marks[p] }

// Answer returns what to type at a prompt that the book has a fixed answer for.
func (b *Book) Answer(prompt string) (text string, found bool) {
	for _, a := range b.answers {
		if a.ask.MatchString(prompt) {
			return a.text, true
		}
	}
	return "", false
}

var (
	wantsYes = regexp.MustCompile(`(?i)\byes\b`)
	wantsOne = regexp.MustCompile(`(?i)\b1\s*[=:.)-]+\s*(?:yes|play|again|new)`)
)

// Offers reports whether a prompt asks for another game, and how to say yes.
func (b *Book) Offers(prompt string) (yes string, offered bool) {
	if !matchesAny(b.again, prompt) {
		return "", false
	}
	switch {
	case b.yes != "":
		return b.yes, true
	case wantsOne.MatchString(prompt):
		return "1", true
	case wantsYes.MatchString(prompt):
		return "yes", true
	default:
		return "y", true
	}
}

func matchesAny(patterns []*regexp.Regexp, text string) bool {
	for _, p := range patterns {
		if p.MatchString(text) {
			return true
		}
	}
	return false
}
