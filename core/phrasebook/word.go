package phrasebook

import (
	"cmp"
	"regexp"
	"slices"
	"strings"
	"unicode"
)

// usualHiders stand for letters that are hidden, where it was not seen which sign does; a sign of the
// word is none while an earlier one of them is in the line.
const usualHiders = "_*?#.-"

// hidersAt are the signs that stand for hidden letters, as the first screen of a game shows them: each of
// them, alone, for all letters of the word. They are the usual ones where none is seen so.
func (t Table) hidersAt(screen Screen) string {
	var usual, other []rune
	for _, line := range screen {
		for _, sign := range line {
			if unicode.IsLetter(sign) || unicode.IsDigit(sign) || unicode.IsSpace(sign) || unicode.IsControl(sign) ||
				slices.Contains(usual, sign) ||
				slices.Contains(other, sign) {
				continue
			}
			if shown, found := t.letters(line, string(sign)); !found || strings.ContainsFunc(shown, unicode.IsLetter) {
				continue
			}
			if strings.ContainsRune(usualHiders, sign) {
				usual = append(usual, sign)
			} else {
				other = append(other, sign)
			}
		}
	}
	switch {
	case len(usual) > 0:
		return string(usual)
	case len(other) > 0:
		return string(other)
	}
	return usualHiders
}

// narrow returns those of hiders that a screen shows among letters of the word, and all where it shows none.
func (t Table) narrow(hiders string, screen Screen) string {
	mixed := ""
	for _, sign := range hiders {
		for _, line := range screen {
			shown, found := t.letters(line, string(sign))
			if found && strings.ContainsRune(shown, '_') && strings.ContainsFunc(shown, unicode.IsLetter) {
				mixed += string(sign)
				break
			}
		}
	}
	return cmp.Or(mixed, hiders)
}

// Hide keeps which signs stand for hidden letters, by the screens of a game from its first one on; opening
// says that another game begins.
func (k *Known) Hide(t Table, screen Screen, opening bool) {
	if t.Word == "" {
		return
	}
	if opening || k.Hiders == "" {
		k.Hiders = t.hidersAt(screen)
	}
	k.Hiders = t.narrow(k.Hiders, screen)
}

// letters reads a line that shows the word: as many characters as it has, each in a
// place of its own or all together, the hidden ones as one of hiders, with whatever stands
// before and behind. One without any hidden letter has to be spaced, since as many letters may be
// anything.
func (t Table) letters(line, hiders string) (shown string, found bool) {
	if shown, found = t.lettersOf(line, hiders); !found && strings.Contains(line, "  ") {
		return t.lettersOf(wide.ReplaceAllString(line, " "), hiders)
	}
	return shown, found
}

// wide finds several blanks in a row, as between letters that stand far apart.
var wide = regexp.MustCompile(` {2,}`)

func (t Table) lettersOf(line, hiders string) (shown string, found bool) {
	n := len([]rune(t.Word))
	if n == 0 {
		return "", false
	}
	text := []rune(line)
	edge := func(i int) bool {
		return i < 0 || i >= len(text) || !unicode.IsLetter(text[i]) && !unicode.IsDigit(text[i]) && !strings.ContainsRune(hiders, text[i])
	}
	// goesOn reports whether a spaced word has one more place next to a blank.
	goesOn := func(blank, step int) bool {
		at := blank + step
		if at < 0 || at >= len(text) || blank < 0 || blank >= len(text) || text[blank] != ' ' {
			return false
		}
		return strings.ContainsRune(hiders, text[at]) || unicode.IsLetter(text[at]) && edge(at+step)
	}
	for _, spaced := range []bool{true, false} {
		for from := range text {
			to := from + n
			if spaced {
				to = from + 2*n - 1
			}
			if to > len(text) || spaced && n == 1 || !edge(from-1) || !edge(to) || spaced && (goesOn(from-1, -1) || goesOn(to, 1)) {
				continue
			}
			cells := slices.Clone(text[from:to])
			if spaced {
				cells = apart(cells, n)
			}
			if word, hidden, is := t.uncover(cells, hiders); is && (hidden || spaced) {
				return word, true
			}
		}
	}
	return "", false
}

// Shown is what a screen shows of the word, with _ for what one of hiders hides, and whether it tells
// the word as a whole.
func (t Table) Shown(screen Screen, hiders string) (shown string, told bool) {
	for _, line := range screen {
		if word, found := t.letters(line, hiders); found {
			shown = word
		}
		told = told || t.tells(line)
	}
	return shown, told
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
// stands where the word has a sign is that sign, unless other signs of it are hidden. It is not a word of
// the game when it has a letter that the hidden word has nowhere, or another sign than it has there.
func (t Table) uncover(cells []rune, hiders string) (word string, hidden, is bool) {
	secret := []rune(t.Word)
	if len(cells) != len(secret) {
		return "", false, false
	}
	for _, hider := range hiders {
		for i, c := range secret {
			hidden = hidden || unicode.IsLetter(c) && cells[i] == hider
		}
		if !hidden {
			continue
		}
		hidesSigns := false
		for i, c := range cells {
			hidesSigns = hidesSigns || c == hider && secret[i] != hider && !unicode.IsLetter(secret[i])
		}
		for i, c := range cells {
			if c == hider && (hidesSigns || secret[i] != hider) {
				cells[i] = '_'
			}
		}
		break
	}
	for i, c := range cells {
		if c != '_' && !unicode.IsLetter(c) && c != secret[i] ||
			c != '_' && !strings.ContainsFunc(t.Word, func(w rune) bool { return unicode.ToLower(w) == unicode.ToLower(c) }) {
			return "", false, false
		}
	}
	return string(cells), hidden, true
}
