package phrasebook

import (
	"regexp"
	"slices"
	"strings"
	"unicode"
)

// hiders stand for letters that are hidden; a sign of the word is none while an earlier
// one of them is in the line.
const hiders = "_*?#.-"

// caption stands before a word on its line, as in "Word: ", and remark after it, as in
// " (5 lives left)".
var (
	caption = regexp.MustCompile(`^[^:=>]*[:=>]\s*`)
	remark  = regexp.MustCompile(`\s*(?:[(\[|;]|\s{3}|,\s).*$`)
)

// letters reads a line that shows the word: as many characters as it has, each in a
// place of its own or all together, the hidden ones as one of the hiders. One without
// any hidden letter has to be spaced, since a line of as many letters may be anything.
func (t Table) letters(line string) (shown string, found bool) {
	n := len([]rune(t.Word))
	if n == 0 {
		return "", false
	}
	behind := caption.ReplaceAllString(line, "")
	for _, text := range []string{line, behind, remark.ReplaceAllString(line, ""), remark.ReplaceAllString(behind, "")} {
		text := []rune(strings.Trim(text, " \"'|[]"))
		if len(text) == n {
			if word, hidden, is := t.uncover(slices.Clone(text)); is && hidden {
				return word, true
			}
		}
		if cells := apart(text, n); cells != nil && n > 1 {
			if word, _, is := t.uncover(cells); is {
				return word, true
			}
		}
	}
	return "", false
}

// apart is a word with a blank after each character.
func apart(text []rune, n int) []rune {
	if len(text) != 2*n-1 {
		return nil
	}
	cells := make([]rune, 0, n)
	for i, c := range text {
		if i%2 == 0 {
			cells = append(cells, c)
		} else if c != ' ' {
			return nil
		}
	}
	return cells
}

// uncover writes _ for each hidden letter, and reports whether there is one. What
// stands where the word has a sign is that sign. It is no word of the game when it
// has a letter or sign that the hidden word has nowhere.
func (t Table) uncover(cells []rune) (word string, hidden, is bool) {
	secret := []rune(t.Word)
	for _, hider := range hiders {
		for i, c := range secret {
			hidden = hidden || unicode.IsLetter(c) && cells[i] == hider
		}
		if !hidden {
			continue
		}
		for i, c := range cells {
			if c == hider && secret[i] != hider {
				cells[i] = '_'
			}
		}
		break
	}
	for _, c := range cells {
		if c != '_' && !strings.ContainsFunc(t.Word, func(w rune) bool { return unicode.ToLower(w) == unicode.ToLower(c) }) {
			return "", false, false
		}
	}
	return string(cells), hidden, true
}
