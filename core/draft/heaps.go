package draft

import (
	"fmt"
	"regexp"
	"slices"
	"strings"
	"unicode"

	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/mistake"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
)

// Heaps finds where programs show what heaps hold: of the reference and all known mistakes, by the rules by which most is found.
// The phrases have the keys heaps.a, heaps.b and so on, and are missing where one of the heaps is not found.
func Heaps(known mistake.Known, plays []Play) Wording {
	best := heapsBy(known.Reference, plays)
	for _, m := range known.Mistakes {
		if best.Explained*10 >= best.Ends*9 && best.Explained > 0 {
			break // what is left may be a fault
		}
		if w := heapsBy(m.Rules, plays); w.Explained > best.Explained+dear {
			best = w
			best.Mistake = m.Name
		}
	}
	return best
}

// HeapsShown is Heaps by the reference alone, which is enough to compare ways to type moves.
func HeapsShown(rules game.Rules, plays []Play) Wording { return heapsBy(rules, plays) }

// heapsBy finds them by some rules; Explained is at how many steps all heaps are shown as they should be, of Ends.
func heapsBy(rules game.Rules, plays []Play) (w Wording) {
	type shown struct {
		screen phrasebook.Screen
		heaps  []int
	}
	var list []shown
	for _, p := range plays {
		follow(rules, p, func(k int, m suite.Moment, o judge.Observation) bool {
			if o.Untyped || o.Condition == judge.Ended || m.Result.Over() || k >= len(p.Screens) {
				return !o.Untyped
			}
			s := shown{screen: p.Screens[k]}
			for _, f := range m.View {
				if f.Kind == game.FactHeap {
					s.heaps = append(s.heaps, f.Amount)
				}
			}
			list = append(list, s)
			return true
		})
	}
	w.Ends = len(list)
	if len(list) == 0 {
		return w
	}
	w.Phrases = map[string][]string{}
	var compiled [][]*regexp.Regexp
	for heap := range list[0].heaps {
		var lines []numbered
		for i, s := range list {
			for _, line := range s.screen {
				lines = append(lines, numbered{line: line, want: []float64{float64(s.heaps[heap])}, step: i})
			}
		}
		patterns, held := amountIn(lines, len(list[0].heaps) == 1)
		if held < max(2, len(list)/3) {
			return Wording{Ends: w.Ends}
		}
		key := "heaps." + string(rune('a'+heap))
		w.Phrases[key] = patterns
		w.Learned = append(w.Learned, Learned{About: key, Text: strings.Join(patterns, "  "), Held: held, Of: len(list)})
		compiled = append(compiled, compileAll(patterns))
	}
	for _, s := range list {
		all := true
		for heap, patterns := range compiled {
			n, found := 0, false
			for _, line := range slices.Backward(s.screen) {
				if n, found = phrasebook.Amount(patterns, line); found {
					break
				}
			}
			all = all && found && n == s.heaps[heap]
		}
		if all {
			w.Explained++
		}
	}
	return w
}

func compileAll(patterns []string) (list []*regexp.Regexp) {
	for _, p := range patterns {
		list = append(list, regexp.MustCompile("(?i)"+p))
	}
	return list
}

// amountIn finds the patterns of a number that is told on a line of most steps, in digits or as so many signs. Where other numbers
// are told in the same way, what stands before it on the line tells them apart.
func amountIn(lines []numbered, alone bool) (patterns []string, held int) {
	steps := 0
	for _, l := range lines {
		steps = max(steps, l.step+1)
	}
	if alone {
		name := func(int) string { return "n" }
		if patterns, held, _ = numberIn(lines, name, max(2, steps/3)); patterns != nil {
			return patterns, held
		}
	}
	return chosen(amountsOn(lines, steps), steps)
}

// told is at which steps a number is what it should be where a pattern finds it, and at which it is not.
type told struct {
	right, wrong map[int]bool
	values       map[float64]bool // that were right
}

func newTold() *told { return &told{map[int]bool{}, map[int]bool{}, map[float64]bool{}} }

// note notes a number on a line; of a step the last line counts, as for the reader.
func (a *told) note(l numbered, n float64) {
	delete(a.right, l.step)
	delete(a.wrong, l.step)
	if n == l.want[0] {
		a.right[l.step], a.values[n] = true, true
	} else {
		a.wrong[l.step] = true
	}
}

// amountsOn are the patterns of numbers on lines that are right at some steps, with what the reader finds by them, which may be on
// other lines as well.
func amountsOn(lines []numbered, steps int) map[string]*told {
	signs := map[rune]bool{} // that are drawn several times somewhere
	for _, l := range lines {
		for _, r := range signRuns(l.line) {
			signs[r.sign] = signs[r.sign] || r.n > 1
		}
	}
	met := map[string]*told{}
	for _, l := range lines {
		for pattern, n := range countedOn(l.line, signs) {
			if met[pattern] == nil {
				met[pattern] = newTold()
			}
			met[pattern].note(l, n)
		}
	}
	all := map[string]*told{}
	for p, a := range met {
		if len(a.right)*12 < steps {
			continue
		}
		all[p] = newTold()
		pattern := compileAll([]string{p})
		for _, l := range lines {
			if n, is := phrasebook.Amount(pattern, l.line); is {
				all[p].note(l, float64(n))
			}
		}
	}
	return all
}

// chosen takes the pattern that is right at most steps, and others for the steps that it leaves open. held is at how many steps
// one of them is right.
func chosen(all map[string]*told, steps int) (patterns []string, held int) {
	taken := map[int]bool{}
	for len(patterns) < mostAmounts && len(taken) < steps {
		best, gain := "", 0
		for _, p := range sortedKeys(all) {
			a := all[p]
			if len(a.wrong)*4 > len(a.right) || len(a.values) < 2 && patterns == nil {
				continue
			}
			n := -3 * len(a.wrong)
			for step := range a.right {
				if !taken[step] {
					n++
				}
			}
			if n > gain || n == gain && n > 0 && len(p) < len(best) {
				best, gain = p, n
			}
		}
		if gain < 2 {
			break
		}
		patterns = append(patterns, best)
		for step := range all[best].right {
			taken[step] = true
		}
	}
	return patterns, len(taken)
}

// mostAmounts is in how many ways one number may be told.
const mostAmounts = 3

var numberOn = regexp.MustCompile(`-?\d+`)

// countedOn are the patterns of the numbers on a line, with the numbers: those in digits, and runs of one sign. Of those that are
// drawn several times somewhere there may be none behind what stands on the line. What stands before is taken as it is, and with
// all of its numbers and runs of signs as any.
func countedOn(line string, signs map[rune]bool) map[string]float64 {
	found := map[string]float64{}
	add := func(before, number, behind string, n int) {
		for _, p := range []string{exactly(before), loosely(before, false), loosely(before, true)} {
			if _, met := found[p+number+behind]; !met {
				found[p+number+behind] = float64(n)
			}
		}
	}
	for _, at := range numberOn.FindAllStringIndex(line, -1) {
		n := 0
		if _, err := fmt.Sscan(line[at[0]:at[1]], &n); err == nil {
			add(line[:at[0]], `(?P<n>-?\d+)`, "", n)
		}
	}
	for _, r := range signRuns(line) {
		sign, times := regexp.QuoteMeta(string(r.sign))+`\x{fe0f}?`, "*"
		if strings.TrimSpace(line[:r.from]) == "" {
			times = "+" // any line begins with none
		}
		add(line[:r.from], `\s*(?P<n>(?:`+sign+`\s*)`+times+`)`, `(?:[^`+class(r.sign)+`\s]|$)`, r.n)
	}
	if label := strings.TrimRight(line, " "); label != "" { // where none are left
		for sign, several := range signs {
			if !several {
				continue
			}
			add(label, `\s*(?P<n>(?:`+regexp.QuoteMeta(string(sign))+`\x{fe0f}?\s*)*)`, `(?:[^`+class(sign)+`\s]|$)`, 0)
		}
	}
	return found
}

func class(sign rune) string {
	if strings.ContainsRune(`\]^-`, sign) {
		return `\` + string(sign)
	}
	return string(sign)
}

// run is so many of one sign on a line, with blanks between them.
type run struct {
	from, n int
	sign    rune
}

// signRuns are the runs of signs on a line: several of one sign, or one that is not a letter of a word and no digit.
func signRuns(line string) (runs []run) {
	text := []rune(line)
	at := 0 // in bytes
	for i := 0; i < len(text); {
		r := text[i]
		from := at
		if unicode.IsSpace(r) || unicode.IsDigit(r) || r == '\ufe0f' {
			i, at = i+1, at+len(string(r))
			continue
		}
		n := 0
		for i < len(text) && (text[i] == r || unicode.IsSpace(text[i]) || text[i] == '\ufe0f') {
			if text[i] == r {
				n++
			}
			i, at = i+1, at+len(string(text[i]))
		}
		next := rune(' ')
		if i < len(text) {
			next = text[i]
		}
		inWord := unicode.IsLetter(next) && text[i-1] == r || from > 0 && unicode.IsLetter(lastRune(line[:from]))
		if !unicode.IsLetter(r) || !inWord {
			runs = append(runs, run{from, n, r})
		}
	}
	return runs
}

func lastRune(text string) rune {
	list := []rune(text)
	return list[len(list)-1]
}

// exactly is a pattern for what stands before a number.
func exactly(before string) string {
	text := `^\s*` + strings.Join(quotedFields(before), `\s*`)
	if before = strings.TrimSpace(before); before != "" && isWord(lastRune(before)) {
		text += `\b`
	}
	return text + `\s*`
}

func isWord(r rune) bool { return unicode.IsLetter(r) || unicode.IsDigit(r) }

func quotedFields(text string) (list []string) {
	for _, field := range strings.Fields(text) {
		list = append(list, regexp.QuoteMeta(field))
	}
	return list
}

// loosely is the same with any number of each sign and, where numbers is set, with any numbers.
func loosely(before string, numbers bool) string {
	var b strings.Builder
	b.WriteString(`^\s*`)
	text := []rune(before)
	for i := 0; i < len(text); {
		r := text[i]
		k := i + 1
		switch {
		case unicode.IsDigit(r):
			for k < len(text) && unicode.IsDigit(text[k]) {
				k++
			}
			if numbers {
				b.WriteString(`\d+\b`)
			} else {
				b.WriteString(string(text[i:k]) + `\b`)
			}
		case unicode.IsSpace(r):
			b.WriteString(`\s*`)
			for k < len(text) && unicode.IsSpace(text[k]) {
				k++
			}
		case unicode.IsLetter(r):
			b.WriteString(regexp.QuoteMeta(string(r)))
		default:
			for k < len(text) && text[k] == r {
				k++
			}
			b.WriteString(`(?:` + regexp.QuoteMeta(string(r)) + `)*`)
		}
		i = k
	}
	if before = strings.TrimSpace(before); before != "" && unicode.IsLetter(lastRune(before)) {
		b.WriteString(`\b`)
	}
	return b.String() + `\s*`
}
