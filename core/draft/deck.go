package draft

import (
	"regexp"
	"slices"
	"strconv"
	"strings"
	"unicode"

	"durchgang/core/phrasebook"
)

var (
	quotedText = regexp.MustCompile(`"([^"\n]{1,24})"|'([^'\n]{1,24})'`)
	// numberedName is what a number of a rank is called: in a map, an array index, or a case.
	numberedName = regexp.MustCompile(`\b(1|11|12|13|14)\b[^\w"'\n]{1,8}(?:return\s*)?(?:"([^"\n]{1,12})"|'([^'\n]{1,12})')`)
	// signedName is what the sign of a picture, an ace or a suit is called.
	signedName = regexp.MustCompile(`["']([AJQKSHDC])["']\s*(?:=>|[:,=])\s*["'](\pL{3,12})["']`)
	fourNames  = regexp.MustCompile(`[\[{(]\s*(?:["']\pL{3,}["']\s*,\s*){3}["']\pL{3,}["']\s*,?\s*[\]})]`)
	// rankSigns are the signs of the ranks beside 2 to 9, in a text that has one for each.
	rankSigns = regexp.MustCompile(`(\pL?)23456789(?:(\pL)(\pL)(\pL)(\pL)(\pL?)|(\pL)(\pL)(\pL)(\pL?))`)
)

// Deck is what a program calls cards that are usually called otherwise: names by rank, as in 10 or K, and
// those of the four suits; nil where there are none.
type Deck struct {
	Ranks map[string]string
	Suits []string
}

// usual reports whether all names are read without being known.
func (d Deck) usual() bool {
	for rank, name := range d.Ranks {
		if list := phrasebook.Ranks(name); len(list) != 1 || list[0].Rank != rank {
			return false
		}
	}
	return true
}

// DeckIn finds in a program's source what it calls cards, where that is not as usual: by a list of thirteen names in which the numbers
// stand in order, by names of the numbers 11 to 13 or of the signs J, Q, K and A, or by a text that has a sign for each rank.
func DeckIn(source string) (d Deck) {
	var quoted []string
	for _, m := range quotedText.FindAllStringSubmatch(source, -1) {
		quoted = append(quoted, m[1]+m[2])
	}
	for i := 0; i+8 <= len(quoted) && d.Ranks == nil; i++ {
		if slices.Equal(quoted[i:i+8], strings.Fields("2 3 4 5 6 7 8 9")) {
			before, behind := "", quoted[i+8:]
			if i > 0 {
				before = quoted[i-1]
			}
			d.name(before, behind[:min(5, len(behind))])
		}
	}
	if m := rankSigns.FindStringSubmatch(source); m != nil && d.Ranks == nil {
		if m[2] != "" {
			d.name(m[1], m[2:7])
		} else {
			d.name(m[1], append([]string{"10"}, m[7:]...))
		}
	}
	numbered := map[string]string{}
	for _, m := range numberedName.FindAllStringSubmatch(source, -1) {
		if _, again := numbered[m[1]]; !again {
			numbered[m[1]] = m[2] + m[3]
		}
	}
	if ace := numbered["1"] + numbered["14"]; d.Ranks == nil && ace != "" && numbered["11"] != "" && numbered["12"] != "" &&
		numbered["13"] != "" {
		d.name(ace, []string{"10", numbered["11"], numbered["12"], numbered["13"]})
	}
	signed := map[string]string{}
	for _, m := range signedName.FindAllStringSubmatch(source, -1) {
		signed[m[1]] = m[2]
	}
	if d.Ranks == nil && signed["A"] != "" {
		d.name(signed["A"], []string{"10", signed["J"], signed["Q"], signed["K"]})
	}
	if suits := []string{signed["S"], signed["H"], signed["D"], signed["C"]}; d.Ranks != nil && !slices.Contains(suits, "") {
		d.Suits = suits
	} else if m := fourNames.FindString(source); m != "" && d.Ranks != nil {
		for _, name := range quotedText.FindAllStringSubmatch(m, -1) {
			d.Suits = append(d.Suits, name[1]+name[2])
		}
	}
	if d.usual() {
		return Deck{}
	}
	return d
}

// counted is a name with the number that it counts, in a map or a switch.
var counted = regexp.MustCompile(`["']?(\pL{2,}|\d{1,2})["']?\s*(?::|=>|=|,)\s*(\d{1,2})\b`)

// thirteen are as many names in a row, each in quotes, or all in one text.
var thirteen = regexp.MustCompile(`(?:["'][^\s"',]+["']\s*,\s*){12}["'][^\s"',]+["']|["'\[(](?:[\pL\d]+ ){12}[\pL\d]+["'\])]`)

// CardNames are what a program calls all thirteen ranks, where that is not as in 10 or K: by its source, which has
// a list of as many names, or says what each counts. Where it does not tell which end of a list the ace is at, there
// are two.
func CardNames(source string) (names []map[string]string) {
	aceFirst := append([]string{"A"}, strings.Fields("2 3 4 5 6 7 8 9 10 J Q K")...)
	aceLast := append(slices.Clone(aceFirst[1:]), "A")
	add := func(list, order []string) {
		byRank, usual := map[string]string{}, 0
		for i, rank := range order {
			byRank[rank] = list[i]
			if strings.EqualFold(list[i], rank) {
				usual++
			}
		}
		if usual < len(order)-4 || usual < len(order) && named(byRank["A"]) && len(byRank["A"]) > 1 {
			names = append(names, byRank)
		}
	}
	for _, m := range thirteen.FindAllString(source, -1) {
		list := strings.FieldsFunc(m, func(r rune) bool { return strings.ContainsRune(`"', []()`, r) })
		two := slices.IndexFunc(list, func(name string) bool {
			read := phrasebook.Ranks(name)
			return len(read) == 1 && read[0].Rank == "2"
		})
		switch {
		case len(list) != len(aceFirst) || len(slices.Compact(slices.Sorted(slices.Values(list)))) != len(list):
		case two == 0:
			add(list, aceLast)
		case two == 1:
			add(list, aceFirst)
		case two < 0:
			add(list, aceLast)
			add(list, aceFirst)
		}
	}
	var list []string // of one map
	var values []int
	end := 0
	for _, at := range counted.FindAllStringSubmatchIndex(source, -1) {
		if strings.Trim(source[end:at[0]], " \t\n,;{}()[]") != "" {
			list, values = nil, nil
		}
		n, _ := strconv.Atoi(source[at[4]:at[5]])
		list, values, end = append(list, source[at[2]:at[3]]), append(values, n), at[1]
		if len(list) < len(aceFirst) {
			continue
		}
		list, values = list[len(list)-len(aceFirst):], values[len(values)-len(aceFirst):]
		switch {
		case values[0] == 11 || values[0] == 1:
			if slices.Equal(values[1:], []int{2, 3, 4, 5, 6, 7, 8, 9, 10, 10, 10, 10}) {
				add(list, aceFirst)
			}
		case slices.Equal(values[:12], []int{2, 3, 4, 5, 6, 7, 8, 9, 10, 10, 10, 10}):
			add(list, aceLast)
		}
	}
	return names
}

// name keeps what stands before 2 and behind 9: the ace is first or last.
func (d *Deck) name(before string, behind []string) {
	if len(behind) < 4 {
		return
	}
	list := map[string]string{"10": behind[0], "J": behind[1], "Q": behind[2], "K": behind[3], "A": before}
	if len(behind) > 4 && (before == "" || !named(before)) {
		list["A"] = behind[4]
	}
	var all []string
	for _, text := range list {
		if !named(text) && text != "10" {
			return
		}
		all = append(all, text)
	}
	if slices.Sort(all); len(slices.Compact(all)) == len(list) {
		d.Ranks = list
	}
}

// named reports whether a text may be a card's name.
func named(text string) bool {
	return text != "" && !strings.ContainsFunc(text, func(c rune) bool { return !unicode.IsLetter(c) })
}
