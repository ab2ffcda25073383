// Package draft finds out how a program talks from what it prints at steps whose facts are
// known: a phrase for "won" is what stands on the screen when somebody has won and at no
// other time. A program with a mistake says some things at the wrong steps: Words, AtSea and
// AtTable find what is said together with the mistake.
//
// Read Words first, then mine.
package draft

import (
	"regexp"
	"slices"
	"strings"

	"durchgang/core/game"
	"durchgang/core/phrasebook"
)

// Seen is what a program printed at one step, and what must be seen of it.
type Seen struct {
	Screen phrasebook.Screen
	Mover  game.Player // who made the step
	Facts  []game.Fact // by the rules
	View   []game.Fact // of the position after the step, by the rules
	Start  bool        // the program has just been started
	Over   bool        // the game is over after the step
	Waits  bool        // the program waits for input

	phrases    said
	stands     phrasebook.Screen // what a page shows all the time; nil for a terminal
	play, step int               // which they are of
	claims     game.Player       // who has won by the wording so far
	ships      bool              // in a game in which those who have lost are named by their ships
}

// asking are the lines that may say whose turn it is: those at the prompt, or all that stand on a page.
func (s Seen) asking() []string {
	if s.stands != nil {
		return s.stands
	}
	return strings.Split(s.Screen.Question(), "\n")
}

// standing are the lines that may say how things are after the step.
func (s Seen) standing() []string {
	if s.stands != nil {
		return s.stands
	}
	return s.Screen
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
}

func has(facts []game.Fact, is func(game.Fact) bool) bool { return slices.ContainsFunc(facts, is) }

func kind(k game.Kind) func(game.Fact) bool { return func(f game.Fact) bool { return f.Kind == k } }

// about is what is told under a key of the phrasebook.
func about(key string) subject {
	return subject{key, func(s Seen) bool { return has(s.Facts, facts[key]) }}
}

// facts are those that are told under a key.
var facts = map[string]func(game.Fact) bool{
	"says.won": kind(game.FactWon), "says.drawn": kind(game.FactDrawn), "says.refused": kind(game.FactRefused),
	"solo.won": wins(game.First), "solo.lost": wins(game.Second), "solo.refused": kind(game.FactRefused),
	"shots.hit": kind(game.FactHit), "shots.miss": kind(game.FactMiss), "shots.sunk": kind(game.FactSunk),
	"guesses.higher": hints(game.HigherText), "guesses.lower": hints(game.LowerText),
	"cards.bust": func(f game.Fact) bool { return f.Kind == game.FactBust && f.Player == game.First }, "cards.broke": wins(game.Second),
	"cards.win": results("win", "natural"), "cards.lose": results("lose"), "cards.push": results("push"),
}

func wins(p game.Player) func(game.Fact) bool {
	return func(f game.Fact) bool { return f.Kind == game.FactWon && (f.Player == p || f.Player == game.Nobody) }
}

func hints(text string) func(game.Fact) bool {
	return func(f game.Fact) bool { return f.Kind == game.FactHint && f.Text == text }
}

func results(texts ...string) func(game.Fact) bool {
	return func(f game.Fact) bool { return f.Kind == game.FactResult && slices.Contains(texts, f.Text) }
}

// winnerOf is who has won by facts.
func winnerOf(facts []game.Fact) game.Player {
	result, _ := game.Announced(facts)
	return result.Winner
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

// hides reports whether a phrase takes a name as a word and so hides who is named: it does not stand at
// wins of either player, or what stands there is the name of who has not won, of whom it says that they
// have.
func (c contrast) hides(phrase string) bool {
	var stands [3]bool
	wordlike, wrong, of := false, 0, 0
	for _, s := range c.steps {
		p := winnerOf(s.Facts)
		n, there := s.phrases[phrase]
		if p == game.Nobody || !there {
			continue
		}
		stands[p] = true
		if wordlike = wordlike || n[wordly]; !n[wordly] {
			continue
		}
		of++
		if n[hidden+int(p.Opponent())] && !n[hidden+int(p)] && !n[game.First] && !n[game.Second] &&
			(s.claims == p.Opponent() || !s.ships && !loses.MatchString(phrase)) {
			wrong++
		}
	}
	return wordlike && !(stands[game.First] && stands[game.Second]) || wrong*2 > of
}

// loses finds in a phrase that it may be about who has lost.
var loses = regexp.MustCompile(`\b(?:los[et]s?|loser|lost|beaten|defeated|verl\pL*|besiegt\pL*|perd\pL*|pierde\pL*|persa?o?)\b`)

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
