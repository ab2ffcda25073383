package draft

import (
	"cmp"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"unicode"
)

// amount is a number on a line, as texts of cards, lives and money have them.
var amount = regexp.MustCompile(`\d+(?:\.\d+)?`)

// numbered is one line with a number that is looked for: what it should be there, in the ways in which it
// may be told.
type numbered struct {
	line string
	want []float64 // as many for each line
	step int       // at which it stands, where that matters
}

// context is what stands around a number on a line, in which it is told in one of the ways.
type context struct {
	pattern string // up to the number, and behind it, as regular expressions with a blank line between
	way     int
}

// tally is how often the number in a context was what it should be.
type tally struct {
	right, wrong, weight int
	values               map[float64]bool // that were right
}

// numberIn finds the contexts in which a number is told on lines: of those in which it is mostly what it
// should be, though the program may have a fault, again and again the one in which it is on most lines. name is the group that
// the number is in a pattern, by the way in which it is told; least is how many lines there must be. held
// and wrong are on how many lines the number is right and wrong.
func numberIn(lines []numbered, name func(way int) string, least int) (patterns []string, held, wrong int) {
	all := map[context]*tally{}
	met := make([]map[context]bool, len(lines)) // those that are right on a line
	for i, l := range lines {
		met[i] = map[context]bool{}
		seen := map[context]bool{}
		for _, at := range amount.FindAllStringIndex(l.line, -1) {
			n, err := strconv.ParseFloat(l.line[at[0]:at[1]], 64)
			if err != nil {
				continue
			}
			for _, around := range contextsOf(l.line, at) {
				for way, want := range l.want {
					c := context{around.pattern, way}
					if seen[c] { // the reader takes the first one on a line
						continue
					}
					seen[c] = true
					if all[c] == nil {
						all[c] = &tally{weight: around.weight, values: map[float64]bool{}}
					}
					if n == want {
						all[c].right++
						all[c].values[n] = true
						met[i][c] = true
					} else {
						all[c].wrong++
					}
				}
			}
		}
	}
	const most = 3
	open := make([]bool, len(lines))
	for range most {
		counts := map[context]int{}
		for i := range lines {
			for c := range met[i] {
				if !open[i] {
					counts[c]++
				}
			}
		}
		var list []context
		for c, n := range counts {
			t := all[c]
			// What always says the same may be right by chance; a second context has no fault to excuse it.
			sure := t.wrong == 0 && (n >= least || patterns != nil)
			if sure || patterns == nil && n >= least && t.wrong*4 <= t.right && len(t.values) > 1 {
				list = append(list, c)
			}
		}
		if len(list) == 0 {
			break
		}
		best := slices.MinFunc(list, func(a, b context) int {
			return cmp.Or(
				counts[b]-3*all[b].wrong-counts[a]+3*all[a].wrong, all[b].weight-all[a].weight, cmp.Compare(a.way, b.way),
				strings.Compare(a.pattern, b.pattern),
			)
		})
		patterns = append(patterns, strings.Replace(best.pattern, slotNumber, "(?P<"+name(best.way)+`>\d+(?:\.\d+)?)`, 1))
		held, wrong = held+counts[best], wrong+all[best].wrong
		for i := range lines {
			open[i] = open[i] || met[i][best]
		}
	}
	return patterns, held, wrong
}

// signsIn finds what is there on lines as often as a number says, in one of the ways: a sign, as hearts
// and strokes are that are counted, or letters that are listed behind a colon; empty where there is
// none. The arguments are those of numberIn.
func signsIn(lines []numbered, name func(way int) string, least int) (pattern string, held int) {
	type told struct {
		before, counted string // regular expressions
		way             int
	}
	all := map[told]*tally{}
	for _, l := range lines {
		counts := map[[2]string]int{}
		for sign, n := range runsOf(l.line) {
			counts[[2]string{"", `(?:` + regexp.QuoteMeta(string(sign)) + `\x{fe0f}?\s*)+`}] = n
		}
		if label, n, is := listIn(l.line); is {
			counts[[2]string{`^\s*` + regexp.QuoteMeta(label), listed}] = n
		}
		for what, n := range counts {
			for way, want := range l.want {
				c := told{what[0], what[1], way}
				if all[c] == nil {
					all[c] = &tally{values: map[float64]bool{}}
				}
				if float64(n) == want {
					all[c].right++
					all[c].values[want] = true
				} else {
					all[c].wrong++
				}
			}
		}
	}
	for c, t := range all {
		p := c.before + "(?P<" + name(c.way) + ">" + c.counted + ")"
		if t.wrong == 0 && t.right >= least && len(t.values) > 2 && (t.right > held || t.right == held && p < pattern) {
			pattern, held = p, t.right
		}
	}
	return pattern, held
}

// listed are letters of which each counts.
const listed = `(?:\s*\pL,?)*\s*$`

var letterList = regexp.MustCompile(`^\s*([^:]*\pL[^:]*:)(` + listed + `)`)

// listIn is how many letters are listed behind a label with a colon, each of them once.
func listIn(line string) (label string, n int, is bool) {
	m := letterList.FindStringSubmatch(line)
	if m == nil {
		return "", 0, false
	}
	seen := map[rune]bool{}
	for _, r := range m[2] {
		if unicode.IsLetter(r) {
			if seen[r] {
				return "", 0, false
			}
			seen[r] = true
		}
	}
	return m[1], len(seen), true
}

// runsOf are the signs on a line, with how many there are in the first run of each.
func runsOf(line string) map[rune]int {
	runs := map[rune]int{}
	var last rune
	for _, r := range line {
		switch {
		case unicode.IsSpace(r) || r == '\ufe0f':
			continue
		case r == last:
			runs[r]++
		case unicode.IsLetter(r) || unicode.IsDigit(r) || r == '_' || runs[r] > 0: // of a later run
			last = 0
			continue
		default:
			runs[r] = 1
		}
		last = r
	}
	return runs
}

// slotNumber is where the number stands in a context's pattern.
const slotNumber = "\x00"

type weighed struct {
	pattern string
	weight  int
}

// contextsOf are the contexts of a number on a line: all of the line, the words beside it, and the signs.
func contextsOf(line string, at []int) (list []weighed) {
	before, behind := line[:at[0]], line[at[1]:]
	words := func(text string) (found []string) {
		for _, w := range tokensOf(text) {
			if lettered(w) {
				found = append(found, w)
			} else if strings.ContainsAny(w, "0123456789") {
				found = append(found, "")
			}
		}
		return found
	}
	text := func(w string) string {
		if w == "" {
			return `[\d.]+`
		}
		return `\b` + literal(strings.ToLower(w)) + `\b`
	}
	texts := func(list []string) string {
		parts := make([]string, len(list))
		for i, w := range list {
			parts[i] = text(w)
		}
		return strings.Join(parts, `\W*`)
	}
	b, a := words(before), words(behind)
	whole := `^\W*` + texts(b) + `\W*` + slotNumber + `\W*` + texts(a) + `\W*$`
	if len(b)+len(a) > 0 {
		list = append(list, weighed{whole, 9})
	}
	for n := 1; n <= 2 && n <= len(b); n++ {
		near := b[len(b)-n:]
		if near[0] == "" {
			continue
		}
		list = append(list, weighed{texts(near) + `\W*` + slotNumber, 1 + n})
		if len(a) > 0 && a[0] != "" {
			list = append(list, weighed{texts(near) + `\W*` + slotNumber + `\W*` + text(a[0]), 4 + n})
		}
	}
	if len(a) > 0 && a[0] != "" {
		list = append(list, weighed{slotNumber + `\W*` + text(a[0]), 2})
	}
	left, right := strings.TrimRight(before, " "), strings.TrimLeft(behind, " ")
	if left != "" && strings.ContainsRune("(=:[<>#", rune(left[len(left)-1])) {
		sign := regexp.QuoteMeta(left[len(left)-1:]) + `\s*` + slotNumber
		switch {
		case right == "":
			list = append(list, weighed{sign + `\s*$`, 1})
		case strings.ContainsRune(")]>", rune(right[0])):
			list = append(list, weighed{sign + `\s*` + regexp.QuoteMeta(right[:1]), 1})
		}
	}
	return list
}
