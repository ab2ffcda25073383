// Package draft finds out how a program talks from what it prints at steps whose facts are
// known: a phrase for "won" is what stands on the screen when somebody has won and at no
// other time. What the built-in wording reads already is left alone. A program with a
// mistake says some things at the wrong steps, so that most steps count and not all.
//
// Read Learn first.
package draft

import (
	"cmp"
	"fmt"
	"maps"
	"regexp"
	"slices"
	"strings"
	"unicode"

	"durchgang/core/game"
	"durchgang/core/phrasebook"
)

// Seen is what a program printed at one step, what must be seen of it, and what the
// phrasebook so far has read.
type Seen struct {
	Screen phrasebook.Screen
	Mover  game.Player // who made the step
	Facts  []game.Fact // by the rules
	Read   []game.Fact // from the screen
	Start  bool        // the program has just been started
	Over   bool        // the game is over after the step
	Echo   bool        // the program has parted from the rules before, and plays another game
	Waits  bool        // the program waits for input
}

// Learned is one thing that was found out, in words, with how often it held.
type Learned struct {
	About string `json:"about"` // as in "won", "refused", "names"
	Text  string `json:"text"`  // the phrase; empty when nothing was found
	Held  int    `json:"held"`  // steps at which it stands and should
	Of    int    `json:"of"`    // steps at which it should
	Else  int    `json:"else"`  // steps at which it stands and should not
}

// Sure says how sure it is.
func (l Learned) Sure() string {
	switch {
	case l.Text == "":
		return "not found"
	case l.Of == 0:
		return "tried"
	case l.Held == l.Of && l.Else == 0:
		return "sure"
	}
	return "likely"
}

// subject is one thing that a program may say.
type subject struct {
	about string // the key in a phrasebook
	is    func(Seen) bool
	read  func(Seen) bool
}

func has(facts []game.Fact, is func(game.Fact) bool) bool { return slices.ContainsFunc(facts, is) }

// of is the subject of facts of a kind, and where it matters of a player or text.
func of(about string, is func(game.Fact) bool) subject {
	return subject{about, func(s Seen) bool { return has(s.Facts, is) }, func(s Seen) bool { return has(s.Read, is) }}
}

func kind(k game.Kind) func(game.Fact) bool { return func(f game.Fact) bool { return f.Kind == k } }

// subjects are those of a game.
func subjects(rules game.Rules, steps []Seen) []subject {
	wins := func(p game.Player) func(game.Fact) bool {
		return func(f game.Fact) bool { return f.Kind == game.FactWon && (f.Player == p || f.Player == game.Nobody) }
	}
	results := func(text string) func(game.Fact) bool {
		return func(f game.Fact) bool {
			return f.Kind == game.FactResult && (f.Text == text || text == "win" && f.Text == "natural")
		}
	}
	tells := func(k game.Kind) bool {
		return slices.ContainsFunc(steps, func(s Seen) bool { return has(s.Facts, kind(k)) })
	}
	if tells(game.FactResult) {
		return []subject{of("solo.refused", kind(game.FactRefused)), of("cards.win", results("win")), of("cards.lose", results("lose")), of("cards.push", results("push"))}
	}
	list := []subject{}
	if rules.Solo() {
		list = append(list, of("solo.won", wins(game.First)), of("solo.lost", wins(game.Second)), of("solo.refused", kind(game.FactRefused)))
	} else {
		list = append(list, of("says.won", kind(game.FactWon)), of("says.drawn", kind(game.FactDrawn)), of("says.refused", kind(game.FactRefused)))
	}
	if tells(game.FactHit) {
		list = append(list, of("shots.hit", kind(game.FactHit)), of("shots.miss", kind(game.FactMiss)), of("shots.sunk", kind(game.FactSunk)))
	}
	return list
}

// Learn returns the phrases of what the program says and is not read yet, by the key of the
// phrasebook they belong to, and a report of everything. names are players' names that are
// known, by player; they become {player} in a phrase.
func Learn(rules game.Rules, steps []Seen, names [3][]string) (phrases map[string][]string, report []Learned) {
	phrases = map[string][]string{}
	steps = slices.DeleteFunc(slices.Clone(steps), func(s Seen) bool { return s.Echo })
	for _, s := range subjects(rules, steps) {
		should, held, wrong := 0, 0, 0
		for _, step := range steps {
			if s.is(step) {
				should++
			}
			switch {
			case step.Start:
			case s.is(step) && s.read(step):
				held++
			case !s.is(step) && s.read(step):
				wrong++
			}
		}
		if should == 0 {
			continue
		}
		if held*10 >= 9*should && wrong*20 <= len(steps) {
			report = append(report, Learned{s.about, "built-in wording", held, should, wrong})
			continue
		}
		found := mine(s, steps, names)
		if len(found) == 0 {
			report = append(report, Learned{About: s.about, Of: should})
		}
		for _, l := range found {
			phrases[s.about] = append(phrases[s.about], pattern(l.Text))
			report = append(report, l)
		}
	}
	return phrases, report
}

const (
	mostPhrases = 6 // for one thing
	longest     = 4 // words of a phrase
)

// mine takes, again and again, the phrase that stands at most of the steps that are not
// explained yet and at next to no others.
func mine(s subject, steps []Seen, names [3][]string) []Learned {
	texts := make([]map[string]bool, len(steps))
	elsewhere := map[string]int{}
	should := 0
	for i, step := range steps {
		texts[i] = phrasesIn(step, names, s.about != "says.refused" && s.about != "solo.refused")
		if !s.is(step) {
			for p := range texts[i] {
				elsewhere[p]++
			}
		} else {
			should++
		}
	}
	var found []Learned
	open := map[int]bool{}
	for i, step := range steps {
		if s.is(step) && !s.read(step) {
			open[i] = true
		}
	}
	for len(found) < mostPhrases && len(open) > 0 {
		counts := map[string]int{}
		for i := range open {
			for p := range texts[i] {
				counts[p]++
			}
		}
		best, score := "", 0
		for _, p := range slices.Sorted(maps.Keys(counts)) {
			n := counts[p]*8 - elsewhere[p]*40
			if strings.Contains(p, "{player}") {
				n += counts[p] // says more
			}
			if n = n*16 + len(strings.Fields(p)); elsewhere[p]*8 <= counts[p] && n > score {
				best, score = p, n
			}
		}
		if best == "" || counts[best] < 2 && should > 2 {
			break
		}
		l := Learned{About: s.about, Text: best, Of: should, Else: elsewhere[best]}
		for i, step := range steps {
			if s.is(step) && texts[i][best] {
				l.Held++
			}
			if texts[i][best] {
				delete(open, i)
			}
		}
		found = append(found, l)
	}
	return found
}

var digits = regexp.MustCompile(`\d+`)

// phrasesIn are the runs of words on a screen, with names as {player} and numbers as #.
// After the end of a game the prompt is about another one, and says nothing of this one.
func phrasesIn(s Seen, names [3][]string, ends bool) map[string]bool {
	found := map[string]bool{}
	prompt := s.Screen.Prompt()
	for _, line := range s.Screen {
		if ends && s.Over && strings.TrimRight(line, " ") == prompt && s.Waits {
			continue
		}
		words := wordsOf(line, names)
		for i := range words {
			for n := 1; n <= longest && i+n <= len(words); n++ {
				run := words[i : i+n]
				if slices.ContainsFunc(run, wordy) && (n > 1 || len(words) == 1 || len([]rune(run[0])) > 3) {
					found[strings.Join(run, " ")] = true
				}
			}
		}
		if len(words) > longest && slices.ContainsFunc(words, wordy) {
			found[strings.Join(words, " ")] = true
		}
	}
	return found
}

// wordsOf splits a line.
func wordsOf(line string, names [3][]string) []string {
	fields := strings.FieldsFunc(strings.ToLower(line), func(r rune) bool { return !unicode.IsLetter(r) && !unicode.IsDigit(r) && r != '\'' })
	for i, w := range fields {
		w = strings.Trim(w, "'")
		bare := strings.TrimSuffix(w, "'s")
		for p := game.First; p <= game.Second; p++ {
			if slices.ContainsFunc(names[p], func(name string) bool { return strings.EqualFold(name, bare) }) {
				bare = "{player}"
			}
		}
		if bare == "{player}" {
			fields[i] = bare
			continue
		}
		fields[i] = digits.ReplaceAllString(w, "#")
	}
	return fields
}

// wordy reports whether a word says something by itself.
func wordy(word string) bool { return len([]rune(word)) > 2 && word != "{player}" }

// pattern is a regular expression that finds a phrase whatever stands between its words.
func pattern(phrase string) string {
	words := strings.Fields(phrase)
	for i, w := range words {
		if w != "{player}" {
			words[i] = strings.ReplaceAll(regexp.QuoteMeta(w), "#", `\d+`)
		}
	}
	text := strings.Join(words, `\W+`)
	for _, end := range []struct{ from, to string }{{`{player}\W+`, `{player}\W*(?:'s\W+)?`}, {`\W+{player}`, `\W*{player}`}} {
		text = strings.ReplaceAll(text, end.from, end.to)
	}
	return text
}

// Names finds what the players are called: words of the last line that stand there when one
// of them is to move and not when the other is. usual are names that need no finding.
func Names(steps []Seen) (names [3][]string, report []Learned) {
	var counts [3]map[string]int
	var turns [3]int
	for p := game.First; p <= game.Second; p++ {
		counts[p] = map[string]int{}
	}
	for _, s := range steps {
		turn := game.Turn(s.Facts)
		if turn == game.Nobody || s.Over {
			continue
		}
		turns[turn]++
		met := map[string]bool{}
		for _, w := range wordsOf(s.Screen.Prompt(), [3][]string{}) {
			if w = strings.TrimSuffix(w, "'s"); wordy(w) && !met[w] && !strings.Contains(w, "#") {
				met[w] = true
				counts[turn][w]++
			}
		}
	}
	for p := game.First; p <= game.Second; p++ {
		best, other := "", p.Opponent()
		for _, w := range slices.Sorted(maps.Keys(counts[p])) {
			n, elsewhere := counts[p][w], counts[other][w]
			if n*10 >= turns[p]*7 && elsewhere*10 <= turns[other] && n > counts[p][best] {
				best = w
			}
		}
		if best != "" {
			names[p] = []string{best}
			report = append(report, Learned{"names", fmt.Sprintf("%s is called %s", [3]string{1: "the first player", 2: "the second"}[p], best), counts[p][best], turns[p], counts[other][best]})
		}
	}
	if names[game.First] == nil || names[game.Second] == nil {
		return [3][]string{}, nil
	}
	return names, report
}

// Marks finds the signs of the players on a board that is not read: the sign that is there
// once more after each of the first player's moves, and after the second's. empty is what
// stands in most places at the start.
func Marks(steps []Seen, cols int) (first, second, empty string) {
	signs := func(s Seen) map[string]int {
		counts := map[string]int{}
		for _, line := range s.Screen {
			for _, c := range signsOf(line, cols) {
				counts[c]++
			}
		}
		return counts
	}
	gained := [3]map[string]int{1: {}, 2: {}}
	filled := map[string]int{}
	var before map[string]int
	for _, s := range steps {
		now := signs(s)
		if s.Start {
			for c, n := range now {
				filled[c] += n
			}
		} else if _, refused := game.Refused(s.Facts); before != nil && !refused && s.Mover != game.Nobody {
			for c, n := range now {
				if n == before[c]+1 {
					gained[s.Mover][c]++
				}
			}
		}
		before = now
	}
	most := func(counts map[string]int, not string) string {
		best := ""
		for _, c := range slices.SortedFunc(maps.Keys(counts), func(a, b string) int { return cmp.Or(counts[b]-counts[a], strings.Compare(a, b)) }) {
			if c != not && best == "" && counts[c] > 1 {
				best = c
			}
		}
		return best
	}
	first = most(gained[game.First], "")
	second = most(gained[game.Second], first)
	return first, second, most(filled, "")
}

// signsOf are the signs in a row of a board: each stands alone, and they do not count up as
// the names of columns do.
func signsOf(line string, cols int) []string {
	cells := strings.FieldsFunc(line, func(r rune) bool { return strings.ContainsRune(" |,[]()'\"│║", r) })
	if len(cells) > cols+1 {
		return nil
	}
	counts := len(cells) > 1
	for i, c := range cells {
		if len([]rune(c)) != 1 {
			return nil
		}
		counts = counts && []rune(c)[0] == []rune(cells[0])[0]+rune(i)
	}
	if counts {
		return nil
	}
	return cells[max(0, len(cells)-cols):]
}
