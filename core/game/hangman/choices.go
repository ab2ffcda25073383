package hangman

import (
	"regexp"
	"strings"
	"unicode"

	"durchgang/core/game"
)

// What may be a word to guess in a source file, a list of words or a screen: a text in quotes, and a
// run of letters.
var (
	quoted  = regexp.MustCompile("\"([^\"\n]{2,60})\"|'([^'\n]{2,60})'|`([^`\n]{2,60})`")
	letters = regexp.MustCompile(`\pL{2,30}`)
)

// mostChoices bounds the words that are taken from a text.
const mostChoices = 3000

// Choices implements game.Chooses: the phrases in quotes and all words of a text.
func (r *Rules) Choices(text string) (list []game.Setup) {
	seen := map[string]bool{}
	add := func(word string) {
		if key := strings.ToLower(word); seen[key] || len(list) == mostChoices {
			return
		} else {
			seen[key] = true
		}
		setup := game.Setup("word=" + word)
		if _, err := r.Start(setup); err == nil {
			list = append(list, setup)
		}
	}
	for _, word := range letters.FindAllString(text, -1) {
		add(word)
	}
	for _, m := range quoted.FindAllStringSubmatch(text, -1) {
		if phrase := strings.Join(m[1:], ""); strings.ContainsFunc(phrase, func(c rune) bool { return !unicode.IsLetter(c) }) {
			add(phrase)
		}
	}
	return list
}

// Promising implements game.Chooses: the letter that is hidden in most of the words.
func (r *Rules) Promising(among []game.Position) (best game.Move, ok bool) {
	counts := map[rune]int{}
	most := 0
	for _, pos := range among {
		p := pos.(*Position)
		if p.Result().Over() {
			continue
		}
		hidden := map[rune]bool{}
		for i, c := range p.Word {
			if c = unicode.ToLower(c); !p.Open[i] && unicode.IsLetter(c) && !hidden[c] && !p.Guessed(r.Fold(c)) {
				hidden[c] = true
				counts[c]++
				if counts[c] > most {
					most, best = counts[c], game.Move{Text: string(c)}
				}
			}
		}
	}
	return best, most > 0
}
