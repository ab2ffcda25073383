package phrasebook

import (
	"hash/fnv"
	"regexp"
	"strings"
)

// Look is what a program printed as the book has it read, see the function Look: where colors
// count, a sign that stands alone in a color is another one than in another color; cards have their usual
// names.
func (b *Book) Look(before []byte, printed string) Screen {
	if b != nil && b.colors {
		before, printed = []byte(tint(string(before))), tint(printed)
	}
	screen := Look(before, printed)
	if b != nil {
		screen = b.deck.rename(screen)
	}
	return screen
}

// HasColors reports whether a text has a sign that stands alone in a color.
func HasColors(printed string) bool { return tint(printed) != printed }

var (
	rendition = regexp.MustCompile(`\x1b\[([0-9;]*)m`) // select graphic rendition, ECMA-48, section 8.3.117
	extended  = regexp.MustCompile(`(?:^|;)([34]8;(?:5;\d+|2;\d+;\d+;\d+))(?:;|$)`)
	simple    = regexp.MustCompile(`(?:^|;)(?:[39]|4|10)([0-7])(?:;|$)`)
)

// discs are drawn for signs in the eight colors of ECMA-48, in their order.
var discs = []rune("⚫🔴🟢🟡🔵🟣🟦⚪")

// tint writes a disc of its color for each sign that stands alone in a color.
func tint(text string) string {
	var w strings.Builder
	color, from := rune(0), 0
	put := func(part string) {
		if sign := []rune(strings.TrimSpace(part)); color != 0 && len(sign) == 1 {
			part = strings.Replace(part, string(sign), string(color), 1)
		}
		w.WriteString(part)
	}
	for _, at := range rendition.FindAllStringSubmatchIndex(text, -1) {
		put(text[from:at[0]])
		w.WriteString(text[at[0]:at[1]])
		from = at[1]
		parameters := text[at[2]:at[3]]
		switch {
		case extended.MatchString(parameters):
			h := fnv.New32a()
			h.Write([]byte(extended.FindStringSubmatch(parameters)[1]))
			color = discs[h.Sum32()%uint32(len(discs))]
		case simple.MatchString(parameters):
			color = discs[simple.FindStringSubmatch(parameters)[1][0]-'0']
		case parameters == "" || strings.Trim(parameters, "0;") == "" || strings.HasSuffix(parameters, "39"):
			color = 0
		}
	}
	put(text[from:])
	return w.String()
}
