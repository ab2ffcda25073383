// Package draft finds out how a program talks from what it prints at steps whose facts are
// known: a phrase for "won" is what stands on the screen when somebody has won and at no
// other time. A program with a mistake says some things at the wrong steps: Words finds what
// is said together with the mistake, where boards or words that are guessed tell of it; in other games
// Learn takes what is said at most of the steps.
//
// Read Words first, then mine.
package draft

import (
	"cmp"
	"maps"
	"slices"
	"strings"

	"durchgang/core/game"
	"durchgang/core/phrasebook"
)

// Seen is what a program printed at one step, what must be seen of it, and what the
// phrasebook so far has read.
type Seen struct {
	Screen phrasebook.Screen
	Mover  game.Player // who made the step
	Facts  []game.Fact // by the rules
	View   []game.Fact // of the position after the step, by the rules
	Read   []game.Fact // from the screen
	Start  bool        // the program has just been started
	Over   bool        // the game is over after the step
	Echo   bool        // the program has parted from the rules before, and plays another game
	Waits  bool        // the program waits for input

	phrases    said
	play, step int // which they are of
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

// about is what is told under a key of the phrasebook.
func about(key string) subject {
	return of(key, facts[key])
}

// facts are those that are told under a key.
var facts = map[string]func(game.Fact) bool{
	"says.won": kind(game.FactWon), "says.drawn": kind(game.FactDrawn), "says.refused": kind(game.FactRefused),
	"solo.won": wins(game.First), "solo.lost": wins(game.Second), "solo.refused": kind(game.FactRefused),
	"shots.hit": kind(game.FactHit), "shots.miss": kind(game.FactMiss), "shots.sunk": kind(game.FactSunk),
	"cards.bust": func(f game.Fact) bool { return f.Kind == game.FactBust && f.Player == game.First }, "cards.broke": wins(game.Second),
	"cards.win": results("win", "natural"), "cards.lose": results("lose"), "cards.push": results("push"),
}

func wins(p game.Player) func(game.Fact) bool {
	return func(f game.Fact) bool { return f.Kind == game.FactWon && (f.Player == p || f.Player == game.Nobody) }
}

func results(texts ...string) func(game.Fact) bool {
	return func(f game.Fact) bool { return f.Kind == game.FactResult && slices.Contains(texts, f.Text) }
}

// keys are those under which something is told in a game.
func keys(rules game.Rules, steps []Seen) []string {
	tells := func(k game.Kind) bool {
		return slices.ContainsFunc(steps, func(s Seen) bool { return has(s.Facts, kind(k)) })
	}
	if tells(game.FactResult) {
		return []string{"solo.refused", "cards.win", "cards.lose", "cards.push"}
	}
	list := []string{"says.won", "says.drawn", "says.refused"}
	if rules.Solo() {
		list = []string{"solo.won", "solo.lost", "solo.refused"}
	}
	if tells(game.FactHit) {
		list = append(list, "shots.hit", "shots.miss", "shots.sunk")
	}
	return list
}

// winnerOf is who has won by facts.
func winnerOf(facts []game.Fact) game.Player {
	result, _ := game.Announced(facts)
	return result.Winner
}

// Learn returns the phrases of what the program says and is not read yet, by the key of the
// phrasebook they belong to, and a report of everything. names are players' names that are
// known, by player; they become {player} in a phrase.
func Learn(rules game.Rules, steps []Seen, names [3][]string) (phrases map[string][]string, report []Learned) {
	phrases = map[string][]string{}
	steps = slices.DeleteFunc(slices.Clone(steps), func(s Seen) bool { return s.Echo })
	for _, key := range keys(rules, steps) {
		s := about(key)
		for i := range steps {
			steps[i].phrases = phrasesIn(steps[i], names, s.about)
		}
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
		found := mine(s, steps)
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

// How many phrases there are for one thing, and how many that are all of their line.
const (
	mostPhrases = 6
	mostLines   = 4
)

// mine takes, again and again, the phrase that stands at most of the steps that are not
// explained yet and at next to no others. A phrase that names another player than the one a step
// is about does not stand there.
func mine(s subject, steps []Seen) []Learned {
	elsewhere := map[string]int{}
	should := 0
	var open []int
	for i, step := range steps {
		is, p := s.is(step), winnerOf(step.Facts)
		for phrase := range step.phrases {
			if !is || !step.phrases.says(phrase, p) {
				elsewhere[phrase]++
			}
		}
		if is {
			should++
		}
		if is && !s.read(step) {
			open = append(open, i)
		}
	}
	c := contrast{s, steps, elsewhere, should}
	if found, left := c.choose(open, mostLines, func(phrase string) bool { return strings.HasPrefix(phrase, wholeLine) }); left == 0 {
		return found
	}
	found, _ := c.choose(open, mostPhrases, func(string) bool { return true })
	return found
}

// contrast is what stands at the steps of a subject and at others.
type contrast struct {
	subject
	steps     []Seen
	elsewhere map[string]int // steps at which a phrase stands and should not
	should    int            // steps of the subject
}

// hides reports whether a phrase takes a name as a word and does not stand at wins of either player,
// so that it may hide who is named.
func (c contrast) hides(phrase string) bool {
	var stands [3]bool
	wordlike := false
	for _, s := range c.steps {
		if p := winnerOf(s.Facts); p != game.Nobody {
			n, there := s.phrases[phrase]
			stands[p] = stands[p] || there
			wordlike = wordlike || n[wordly]
		}
	}
	return wordlike && !(stands[game.First] && stands[game.Second])
}

// choose takes phrases of a kind until the open steps are explained, or none is left that explains
// more. left is how many are open then.
func (c contrast) choose(open []int, most int, fits func(phrase string) bool) (found []Learned, left int) {
	steps, elsewhere, should := c.steps, c.elsewhere, c.should
	stands := func(i int, phrase string) bool {
		return steps[i].phrases.says(phrase, winnerOf(steps[i].Facts))
	}
	open = slices.Clone(open)
	for len(found) < most && len(open) > 0 {
		counts := map[string]int{}
		for _, i := range open {
			for p := range steps[i].phrases {
				if fits(p) && stands(i, p) {
					counts[p]++
				}
			}
		}
		best, score := "", 0
		for _, p := range sortedKeys(counts) {
			if c.hides(p) {
				continue
			}
			n := counts[p]*8 - elsewhere[p]*40
			if strings.Contains(p, slotName) {
				n += counts[p] // says more
			}
			if n = n*16 + len(strings.Fields(p)); elsewhere[p]*8 <= counts[p] && n > score {
				best, score = p, n
			}
		}
		if best == "" || counts[best] < 2 && should > 2 {
			break
		}
		l := Learned{About: c.about, Text: best, Of: should, Else: elsewhere[best]}
		for i, step := range steps {
			if c.is(step) && stands(i, best) {
				l.Held++
			}
		}
		open = slices.DeleteFunc(open, func(i int) bool { return stands(i, best) })
		found = append(found, l)
	}
	return found, len(open)
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
