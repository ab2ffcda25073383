package phrasebook

import (
	"regexp"
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"
)

// anyCard is a card as it may be written on a line, with its suit or without one.
var anyCard = regexp.MustCompile(`10|[2-9]|(?i:\b(?:ace|king|queen|jack|ten|nine|eight|seven|six|five|four|three|two)\b)|[AJQK]`)

// What may stand between a rank and its suit: before the suit's sign or name, and before its letter.
const (
	beforeSuit   = `(?:\s*[-/_:.]?\s*(?:of\s+)?|['"]?\s*,\s*['"])`
	beforeLetter = `(?:[-/_:.]|['"]?\s*,\s*['"])?`
)

// suitBehind is a suit behind a rank.
var suitBehind = regexp.MustCompile(
	`(?i)^(?:` + beforeSuit + `(?:[♠♤♥♡♦♢♣♧]\x{fe0f}?|(?:spades?|hearts?|diamonds?|clubs?)\b)|` + beforeLetter + `[SHDC]\b)`,
)

// Placed is a card that may stand on a line: its rank, as in 10 or A, and between which bytes.
type Placed struct {
	Rank     string
	From, To int
	Suited   bool // its suit is written
}

// Ranks are the cards that may stand on a line, in order; any number up to ten is one.
func Ranks(line string) (list []Placed) {
	for from := 0; from < len(line); {
		at := anyCard.FindStringIndex(line[from:])
		if at == nil {
			break
		}
		p := Placed{Rank: rankOf(line[from+at[0] : from+at[1]]), From: from + at[0], To: from + at[1]}
		if suit := suitBehind.FindString(line[p.To:]); suit != "" && !isWord(line[p.From:p.To+len(suit)], line[p.To+len(suit):]) {
			p.To, p.Suited = p.To+len(suit), true
		}
		from = p.To
		if alone(line, p) {
			list = append(list, p)
		}
	}
	return list
}

// isWord reports whether what may be an ace with its suit is a word of English by what stands behind it: a
// sentence goes on with words, a hand with cards and signs.
func isWord(text, behind string) bool {
	if text == strings.ToUpper(text) || !slices.Contains([]string{"as", "ah", "ad"}, strings.ToLower(text)) {
		return false
	}
	behind = strings.TrimLeft(behind, " ,")
	next, _ := utf8.DecodeRuneInString(behind)
	return behind != "" && !smallSuit.MatchString(behind) &&
		(unicode.IsLetter(next) || unicode.IsDigit(next) || strings.ContainsRune(".!;:'", next))
}

// smallSuit finds a card with the letter of its suit at the start of a text.
var smallSuit = regexp.MustCompile(`^(?:10|[2-9AJQK])[shdc]\b`)

// alone reports whether a card is no part of a word or number.
func alone(line string, p Placed) bool {
	before, behind := line[:p.From], line[p.To:]
	word := func(text string, last bool) bool {
		r := []rune(text)
		if len(r) == 0 {
			return false
		}
		c := r[0]
		if last {
			c = r[len(r)-1]
		}
		return c >= '0' && c <= '9' || isLetter(c) || c > 0x7f && !strings.ContainsRune("♠♤♥♡♦♢♣♧█▒░│║┃", c)
	}
	return !word(before, true) && !word(behind, false) && !strings.HasSuffix(before, ".")
}

// bare reads cards without suits: those that follow each other behind the name of who holds them.
func bare(line string, from int) (cards []string) {
	to, sign := from, ""
	for _, p := range Ranks(line) {
		if p.From < from {
			continue
		}
		between := line[to:p.From]
		apart := strings.TrimSpace(between)
		switch {
		case len(cards) == 0 && strings.ContainsFunc(between, isDigit),
			len(cards) > 0 && apart != "and" && strings.Trim(apart, " ,+&|/'\"-") != "":
			return cards
		case len(cards) == 1:
			sign = apart
		case len(cards) > 1 && apart != sign && apart != "and" && apart != "&": // no more cards of the hand
			return cards
		}
		cards, to = append(cards, p.Rank), p.To
	}
	return cards
}

func isDigit(r rune) bool { return r >= '0' && r <= '9' }
