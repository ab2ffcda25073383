package phrasebook

import (
	"fmt"
	"regexp"
	"slices"
	"strings"
	"unicode"
)

// deck is what a program calls cards, and how the book has them read.
type deck struct {
	ranks  []renamed
	behind []renamed      // suits that stand behind the rank
	before []renamed      // and before it
	suit   *regexp.Regexp // finds one before a rank; nil where suits have their usual names
}

type renamed struct {
	is *regexp.Regexp
	to string
}

// ranksOfDeck are the ranks as facts name them.
var ranksOfDeck = []string{"A", "K", "Q", "J", "10", "9", "8", "7", "6", "5", "4", "3", "2"}

// suitSigns are written for the suits of a book, in their order.
var suitSigns = []string{"♠", "♥", "♦", "♣"}

const anyRank = `(10|[2-9]|[AJQK]|(?i:ace|king|queen|jack|ten|nine|eight|seven|six|five|four|three|two))`

// newDeck returns the deck of names by rank and of the suits.
func newDeck(ranks map[string]string, suits []string) (d deck) {
	for _, rank := range ranksOfDeck {
		if name := ranks[rank]; name != "" && rankOf(name) != rank {
			d.ranks = append(d.ranks, renamed{regexp.MustCompile(regexp.QuoteMeta(name)), rank})
		}
	}
	var all []string
	for i, name := range suits {
		all = append(all, regexp.QuoteMeta(name))
		quoted := `(?i:` + all[i] + `)`
		d.behind = append(
			d.behind,
			renamed{
				regexp.MustCompile(`\b` + anyRank + `(?:\s+\pL{2,3})?['"]?[\s,/_:.-]*['"]?` + quoted + `(?:\b|$)`),
				"${1}" + suitSigns[i],
			},
		)
		d.before = append(
			d.before,
			renamed{regexp.MustCompile(`(^|[^\pL])` + quoted + `[\s-]+` + anyRank + `\b`), "${1}${2}" + suitSigns[i]},
		)
	}
	if all != nil {
		d.suit = regexp.MustCompile(`(?i:` + strings.Join(all, "|") + `)[\s-]+` + anyRank + `\b`)
	}
	return d
}

// deck compiles what cards are called.
func (c *compiler) deck(own form) {
	c.cardNames("$", own.Ranks, own.Suits)
	c.book.deck = newDeck(own.Ranks, own.Suits)
}

// cardNames checks names by rank, and those of the four suits.
func (c *compiler) cardNames(path string, ranks map[string]string, suits []string) {
	for rank, name := range ranks {
		if !slices.Contains(ranksOfDeck, rank) {
			c.fail(path+".ranks", fmt.Errorf("%q is not a rank: ranks are A, K, Q, J and 10 to 2", rank))
		}
		if strings.TrimSpace(name) == "" {
			c.fail(path+".ranks", fmt.Errorf("rank %s has no name", rank))
		}
	}
	if n := len(suits); n != 0 && n != len(suitSigns) {
		c.fail(path+".suits", fmt.Errorf("there are %d names, but four suits", n))
	}
}

// rename writes the usual names of cards on a screen for the program's own.
func (d deck) rename(screen Screen) Screen {
	for i, line := range screen {
		for _, r := range d.ranks {
			line = replaceAlone(line, r)
		}
		for _, s := range d.places(line) {
			line = s.is.ReplaceAllString(line, s.to)
		}
		screen[i] = line
	}
	return screen
}

// places are the suits of a line where they stand: before the ranks where the first one does.
func (d deck) places(line string) []renamed {
	if d.suit == nil {
		return nil
	}
	suit, card := d.suit.FindStringIndex(line), Ranks(line)
	if suit != nil && (len(card) == 0 || suit[0] < card[0].From) {
		return d.before
	}
	return d.behind
}

// replaceAlone replaces a name where it is no part of a word; a suit may stand behind it.
func replaceAlone(line string, r renamed) string {
	var w strings.Builder
	from := 0
	for _, at := range r.is.FindAllStringIndex(line, -1) {
		before, behind := []rune(line[:at[0]]), line[at[1]:]
		next := []rune(strings.TrimPrefix(behind, suitBehind.FindString(behind)))
		if len(before) > 0 && wordly(before[len(before)-1]) || len(next) > 0 && wordly(next[0]) {
			continue
		}
		w.WriteString(line[from:at[0]] + r.to)
		from = at[1]
	}
	return w.String() + line[from:]
}

func wordly(c rune) bool { return unicode.IsLetter(c) || unicode.IsDigit(c) }
