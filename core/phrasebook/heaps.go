package phrasebook

import (
	"regexp"
	"slices"
	"strconv"
	"strings"
	"unicode"

	"durchgang/core/game"
)

// readHeaps reads what the heaps hold: of each the last line that one of its patterns fits.
func (b *Book) readHeaps(screen Screen, t Table) (facts []game.Fact) {
	for i, patterns := range b.heaps[:min(len(b.heaps), t.Heaps)] {
		for _, line := range slices.Backward(screen) {
			if n, found := Amount(patterns, line); found {
				facts = append(facts, game.Fact{Kind: game.FactHeap, N: i + 1, Amount: n})
				break
			}
		}
	}
	return facts
}

// Amount is the number that the first of some patterns that fits finds on a line in its group n: written in digits, or drawn as
// so many signs.
func Amount(patterns []*regexp.Regexp, line string) (n int, found bool) {
	for _, p := range patterns {
		m := p.FindStringSubmatch(line)
		if m == nil {
			continue
		}
		text := m[p.SubexpIndex("n")]
		if n, err := strconv.Atoi(text); err == nil {
			return n, true
		}
		for _, r := range text {
			if !unicode.IsSpace(r) && r != '\ufe0f' {
				n++
			}
		}
		return n, true
	}
	return 0, false
}

// hintOf is the answer to a guess of a number that a line gives; empty for none.
func (b *Book) hintOf(line string) string {
	text := b.blank(line)
	switch {
	case matchesAny(b.guesses.higher, text):
		return game.HigherText
	case matchesAny(b.guesses.lower, text):
		return game.LowerText
	}
	return ""
}

// guesses is what is said of guesses of a number.
type guesses struct{ higher, lower []*regexp.Regexp }

// heapLists compiles the patterns of heaps, which are named by letters from a on.
func (c *compiler) heapLists(heaps map[string][]string) (lists [][]*regexp.Regexp) {
	for letter := 'a'; letter <= 'z' && len(heaps) > 0; letter++ {
		list, there := heaps[string(letter)]
		if !there {
			break
		}
		path := "$.heaps." + string(letter)
		patterns := c.patterns(path, list)
		for _, p := range patterns {
			if p.SubexpIndex("n") < 0 {
				c.fail(path, ErrNoNumber)
			}
		}
		lists = append(lists, patterns)
	}
	if len(lists) < len(heaps) {
		c.fail("$.heaps", ErrHeaps)
	}
	return lists
}

// numeric reports whether what is hidden is a number.
func (t Table) numeric() bool {
	return t.Word != "" && !strings.ContainsFunc(t.Word, func(r rune) bool { return !unicode.IsDigit(r) })
}

// Guessed is the table of a set-up that is only supposed: a number that is not known is told by no line, since it may be any.
func (t Table) Guessed() Table {
	if t.numeric() {
		t.hidden = nil
	}
	return t
}

var anyNumber = regexp.MustCompile(`\d+`)

// tells reports whether a line tells the word that is hidden as a whole. A number is told where it is the only one on the line.
func (t Table) tells(line string) bool {
	return t.hidden != nil && t.hidden.MatchString(line) && !(t.numeric() && len(anyNumber.FindAllString(line, 2)) > 1)
}
