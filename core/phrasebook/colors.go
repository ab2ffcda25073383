package phrasebook

import (
	"cmp"
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

// HasColors reports whether a text has a sign that stands alone in a color, or a few blanks on one.
func HasColors(printed string) bool { return tint(printed) != printed }

var (
	rendition = regexp.MustCompile(`\x1b\[([0-9;]*)m`) // select graphic rendition, ECMA-48, section 8.3.117
	reset     = regexp.MustCompile(`^(?:0*;)*0*$`)
)

// discs are drawn for signs in the eight colors of ECMA-48, in their order.
var discs = []rune("⚫🔴🟢🟡🔵🟣🟦⚪")

// layer is what colors apply to: signs, or the ground they stand on.
type layer struct {
	extended, simple *regexp.Regexp
	off              string // the parameter for the usual color
}

var (
	onSigns = layer{
		regexp.MustCompile(`(?:^|;)(38;(?:5;\d+|2;\d+;\d+;\d+))(?:;|$)`),
		regexp.MustCompile(`(?:^|;)[39]([0-7])(?:;|$)`),
		"39",
	}
	onGround = layer{
		regexp.MustCompile(`(?:^|;)(48;(?:5;\d+|2;\d+;\d+;\d+))(?:;|$)`),
		regexp.MustCompile(`(?:^|;)(?:4|10)([0-7])(?:;|$)`),
		"49",
	}
)

// color is the disc of the color that parameters of a rendition select, 0 for the usual one; was is the one before.
func (l layer) color(parameters string, was rune) rune {
	if m := l.extended.FindStringSubmatch(parameters); m != nil {
		h := fnv.New32a()
		h.Write([]byte(m[1]))
		return discs[h.Sum32()%uint32(len(discs))]
	}
	// The numbers of an extended color of the other layer are no colors.
	rest := onGround.extended.ReplaceAllString(onSigns.extended.ReplaceAllString(parameters, ";"), ";")
	if m := l.simple.FindStringSubmatch(rest); m != nil {
		return discs[m[1][0]-'0']
	}
	if reset.MatchString(parameters) || strings.HasSuffix(parameters, l.off) {
		return 0
	}
	return was
}

// widestBlank bounds the blanks on a color that are one cell, and no bar of a heading.
const widestBlank = 6

// tint writes a disc of its color for each sign that stands alone in a color, and for a few blanks on one.
func tint(text string) string {
	var w strings.Builder
	var sign, ground rune
	put := func(part string) {
		shown := []rune(part)
		alone := []rune(strings.TrimSpace(part))
		switch color := cmp.Or(sign, ground); {
		case color != 0 && len(alone) == 1:
			part = strings.Replace(part, string(alone), string(color), 1)
		case ground != 0 && len(alone) == 0 && len(shown) > 0 && len(shown) <= widestBlank && !strings.Contains(part, "\n"):
			shown[len(shown)/2] = ground
			part = string(shown)
		}
		w.WriteString(part)
	}
	from := 0
	for _, at := range rendition.FindAllStringSubmatchIndex(text, -1) {
		put(text[from:at[0]])
		w.WriteString(text[at[0]:at[1]])
		from = at[1]
		parameters := text[at[2]:at[3]]
		sign, ground = onSigns.color(parameters, sign), onGround.color(parameters, ground)
	}
	put(text[from:])
	return w.String()
}
