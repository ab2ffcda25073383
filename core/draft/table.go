package draft

import (
	"fmt"
	"maps"
	"regexp"
	"slices"
	"strings"

	"durchgang/core/game"
	"durchgang/core/mistake"
	"durchgang/core/phrasebook"
)

// Deals is in how many plays the cards that are dealt first are seen.
type Deals struct {
	Near     int // all but one of the first four at least stand on the screen, whosever they are
	Shown    int // all that lie face up do
	Together int // and the player's stand together on a line, so that none of them is the dealer's
	Counted  int // with what they count
}

// Dealt counts how the cards that are dealt first are seen.
func Dealt(rules game.Rules, plays []Play) (d Deals) {
	l := newLearner(plays, [3][]string{})
	l.blind = true
	done := map[int]bool{}
	for _, s := range l.suppose(rules).steps {
		hands := handsOf(s.View)
		if done[s.play] || len(hands.mine) == 0 {
			continue
		}
		done[s.play] = true
		seen := ranksOn(s.Screen)
		first := strings.Fields(plays[s.play].Script.Setup.Values()["cards"])
		first = first[:min(4, len(first))]
		for i := range first {
			first[i] = rank(first[i])
		}
		if missing(first, seen) < 2 {
			d.Near++
		}
		if !within(slices.Concat(hands.mine, hands.theirs), seen) {
			continue
		}
		d.Shown++
		together, counted := false, false
		total := fmt.Sprint(hands.totals[game.First])
		for _, line := range phrasebook.Gather(s.Screen) {
			together = together || runs(phrasebook.Ranks(line), hands.mine)
			counted = counted || slices.Contains(number.FindAllString(line, -1), total)
		}
		if together {
			d.Together++
		}
		if counted {
			d.Counted++
		}
	}
	return d
}

// ranksOn are the ranks of all cards that may stand on a screen.
func ranksOn(screen phrasebook.Screen) (ranks []string) {
	for _, line := range screen {
		for _, p := range phrasebook.Ranks(line) {
			ranks = append(ranks, p.Rank)
		}
	}
	return ranks
}

// within reports whether all of some cards are among others.
func within(some, others []string) bool { return missing(some, others) == 0 }

// missing counts the cards of some that are not among others.
func missing(some, others []string) (n int) {
	left := slices.Clone(others)
	for _, c := range some {
		if i := slices.Index(left, c); i >= 0 {
			left = slices.Delete(left, i, i+1)
		} else {
			n++
		}
	}
	return n
}

// rank is a card's without its suit.
func rank(card string) string { return strings.TrimRight(card, "SHDC") }

// hands are the ranks of what lies face up: of the player's one hand, and of the dealer's.
type hands struct {
	mine, theirs []string
	totals       [3]int // what they count, by player
	several      bool   // the player has more than one hand
	covered      bool   // a card of the dealer's lies face down
	suited       bool   // the program writes suits, so that a number is not a card
}

// cards are those on a line.
func (h hands) cards(line string) []phrasebook.Placed {
	list := phrasebook.Ranks(line)
	if h.suited {
		list = slices.DeleteFunc(list, func(p phrasebook.Placed) bool { return !p.Suited })
	}
	return list
}

// suits reports whether most hands of the player stand on the screen with suits.
func suits(steps []Seen) bool {
	with, of := 0, 0
	for _, s := range steps {
		h := handsOf(s.View)
		if len(h.mine) < 2 || h.several {
			continue
		}
		of++
		h.suited = true
		if slices.ContainsFunc(s.Screen, func(line string) bool { return len(h.cards(line)) > 0 }) {
			with++
		}
	}
	return with*2 > of
}

func handsOf(view []game.Fact) (h hands) {
	for _, f := range view {
		rank := rank(f.Text)
		switch {
		case f.Kind == game.FactTotal && f.N == 1:
			h.totals[f.Player] = f.Amount
		case f.Kind != game.FactCard:
		case rank == "?":
			h.covered = true
		case f.Player == game.Second:
			h.theirs = append(h.theirs, rank)
		case f.N == 1:
			h.mine = append(h.mine, rank)
		default:
			h.several = true
		}
	}
	return h
}

// AtTable finds what is said at a table of cards, together with the mistake: whose cards a line shows, and
// which are drawn, what a hand counts, what the bank holds, and how a round ends.
func AtTable(known mistake.Known, plays []Play) Wording {
	l := newLearner(plays, [3][]string{})
	l.blind, l.solo, l.singles = true, true, true
	shown := Wording{Phrases: map[string][]string{}}
	steps := l.suppose(known.Reference).steps
	l.suited = suits(steps)
	l.owners(&shown, steps)
	w := l.explain(known, l.table)
	maps.Copy(w.Phrases, shown.Phrases)
	w.Learned = append(w.Learned, shown.Learned...)
	return w
}

// table finds the phrases of what is said at a table of cards, beside the cards.
func (l *learner) table(m mistake.Mistake, s supposed) Wording {
	w := Wording{Mistake: m.Name, Phrases: map[string][]string{}}
	paid, sure := w.bank(s.steps)
	for i := range s.steps { // what shows cards says nothing else
		s.steps[i].Screen = l.hush(s.steps[i].Screen)
	}
	l.tell(&w, s, "cards.bust", "cards.push", "cards.win", "cards.lose")
	w.Ends, w.unsure = paid, !sure
	for _, key := range []string{"cards.broke", "solo.refused"} {
		l.learn(&w, key, s.steps)
	}
	l.once(&w, "solo.refused", s.steps)
	return w
}

// hush takes out of a screen the lines that show cards, and writes a number for a card that stands alone on a line:
// it is another one each time.
func (l *learner) hush(screen phrasebook.Screen) phrasebook.Screen {
	quiet := slices.Clone(screen)
	for k, line := range screen {
		for _, p := range slices.Backward(phrasebook.Ranks(line)) {
			if p.Suited {
				quiet[k] = quiet[k][:p.From] + " 0 " + quiet[k][p.To:]
			}
		}
		cards := slices.DeleteFunc(
			hands{suited: l.suited}.cards(line),
			func(p phrasebook.Placed) bool { return !p.Suited && p.To-p.From > 2 },
		)
		if len(cards) > 1 && k != screen.Asks() {
			quiet[k] = ""
		}
	}
	return quiet
}

// once finds lines at steps that no phrase explains yet and that stand nowhere else; not those with numbers
// or cards, which are others each time.
func (l *learner) once(w *Wording, key string, steps []Seen) (found []Learned) {
	is := about(key).is
	said := map[string]int{}
	for _, s := range steps {
		for _, line := range slices.Compact(slices.Sorted(slices.Values(s.Screen))) {
			said[line]++
		}
	}
	for _, s := range steps {
		if !is(s) || s.Start ||
			slices.ContainsFunc(
				w.Learned,
				func(f Learned) bool { return f.About == key && f.Text != "" && s.phrases.says(f.Text, game.Nobody) },
			) {
			continue
		}
		for i, line := range slices.Backward(s.Screen) {
			items := itemsOf(line, w.Names)
			if said[line] != 1 || len(items) < 2 || i == s.Screen.Asks() || strings.ContainsAny(line, "0123456789") {
				continue
			}
			words := make([]string, len(items))
			for k, it := range items {
				words[k] = it.word
			}
			text := wholeLine + " " + strings.Join(words, " ")
			w.Phrases[key] = append(w.Phrases[key], pattern(text))
			found = append(found, Learned{About: key, Text: text, Held: 1, Of: 1})
			break
		}
	}
	w.Learned = append(w.Learned, found...)
	return found
}

// cardLine is a line of a screen that shows cards of one player.
type cardLine struct {
	text  string
	words []string // on it, or on the line over it
	owner game.Player
	drawn bool // only the last card of the hand is on it
	whole bool // the whole hand is
	total int  // what the cards count
}

// owners finds by what a line with cards says whose they are.
func (l *learner) owners(w *Wording, steps []Seen) {
	var lines []cardLine
	before := map[int]int{} // cards of the player's at the step before, by play
	for _, s := range steps {
		h := handsOf(s.View)
		h.suited = l.suited
		n := before[s.play]
		before[s.play] = len(h.mine)
		if h.several || len(h.mine) == 0 {
			continue
		}
		for line, over := range underLines(s.Screen) {
			for _, part := range parts(line, h) {
				c, found := h.on(part, len(h.mine) > max(n, 2))
				if found {
					c.words = wordsNear(part, over)
					lines = append(lines, c)
				}
			}
		}
	}
	w.whose(lines)
	for _, owner := range []game.Player{game.First, game.Second} {
		of := func(drawn bool) func(cardLine) bool {
			return func(c cardLine) bool { return c.owner == owner && c.drawn == drawn }
		}
		w.Phrases["cards.drawn"] = append(w.Phrases["cards.drawn"], tellApart(lines, of(true), of(false))...)
	}
	w.totals(lines)
}

// whose finds words that tell the player's lines and the dealer's apart.
func (w *Wording) whose(lines []cardLine) {
	for key, owner := range map[string]game.Player{"cards.player": game.First, "cards.dealer": game.Second} {
		is := func(c cardLine) bool { return c.owner == owner }
		w.Phrases[key] = tellApart(lines, is, func(c cardLine) bool { return !is(c) })
	}
}

// parts divides a line that shows the hands of both into one of each.
func parts(line string, h hands) []string {
	cards := h.cards(line)
	if len(cards) < len(h.mine)+len(h.theirs) || len(h.theirs) == 0 {
		return []string{line}
	}
	for i := len(h.mine); i < len(cards); i++ {
		between := line[cards[i-1].To:cards[i].From]
		at := strings.IndexAny(between, "|;/")
		if at < 0 || !runs(cards[:i], h.mine) || !runs(cards[i:], h.theirs) {
			continue
		}
		at += cards[i-1].To
		return []string{line[:at], line[at+1:]}
	}
	return []string{line}
}

// runs reports whether a hand stands on a line, card by card.
func runs(cards []phrasebook.Placed, hand []string) bool {
	for i := range len(cards) - len(hand) + 1 {
		if slices.EqualFunc(cards[i:i+len(hand)], hand, func(p phrasebook.Placed, rank string) bool { return p.Rank == rank }) {
			return true
		}
	}
	return false
}

// on says whose cards a line shows; not where it may be either's.
func (h hands) on(line string, drew bool) (c cardLine, found bool) {
	cards := h.cards(line)
	mine := len(h.mine) > 1 && runs(cards, h.mine)
	theirs := len(h.theirs) > 0 && runs(cards, h.theirs)
	c.text = line
	switch {
	case len(cards) == 0:
	case mine && !(theirs && !h.covered):
		c.owner, c.whole = game.First, true
	case mine:
	case theirs && (len(h.theirs) > 1 || !drew || h.theirs[0] != h.mine[len(h.mine)-1]):
		c.owner, c.whole = game.Second, !h.covered
	case !h.covered && len(h.theirs) > 1 && !mine && partOf(cards, h.theirs[1:]):
		c.owner, c.drawn = game.Second, true
	case drew && !theirs && cards[0].Rank == h.mine[len(h.mine)-1]:
		c.owner, c.drawn = game.First, true
	}
	c.total = h.totals[c.owner]
	return c, c.owner != game.Nobody
}

// partOf reports whether cards are some that follow each other in a hand.
func partOf(cards []phrasebook.Placed, hand []string) bool {
	ranks := make([]string, len(cards))
	for i, p := range cards {
		ranks[i] = p.Rank
	}
	for i := range len(hand) - len(ranks) + 1 {
		if slices.Equal(hand[i:i+len(ranks)], ranks) {
			return true
		}
	}
	return false
}

var cardWords = regexp.MustCompile(
	`(?i)^(?:ace|king|queen|jack|ten|nine|eight|seven|six|five|four|three|two|of|and|the|spades?|hearts?|diamonds?|clubs?|cards?|hidden|hole|unknown|concealed|face|down|[ajqk][shdc])$`,
)

// wordsNear are the words on a line beside its cards, or where there are none, on the line over it.
func wordsNear(line, over string) []string {
	if words := wordsOn(line); len(words) > 0 {
		return words
	}
	return wordsOn(over)
}

// wordsOn are the words of a line that are not of its cards.
func wordsOn(line string) (words []string) {
	for _, t := range tokensOf(line) {
		if len([]rune(t)) > 1 && !strings.ContainsAny(t, "0123456789") && lettered(t) && !cardWords.MatchString(t) {
			words = append(words, strings.ToLower(t))
		}
	}
	return words
}

// tellApart finds words of which one stands on each line of one kind, and none on any line of the other.
func tellApart(lines []cardLine, is, not func(cardLine) bool) (patterns []string) {
	counts, elsewhere, places := map[string]int{}, map[string]int{}, map[string]int{}
	open := lines
	for _, c := range lines {
		for _, word := range slices.Compact(slices.Sorted(slices.Values(c.words))) {
			if not(c) && !is(c) {
				elsewhere[word]++
				if stem, whose := strings.CutSuffix(word, "'s"); whose { // in which the word is found too
					elsewhere[stem]++
				}
			}
		}
	}
	for range mostPhrases {
		clear(counts)
		clear(places)
		for _, c := range open {
			if !is(c) {
				continue
			}
			for i, word := range c.words {
				if slices.Index(c.words, word) == i {
					counts[word], places[word] = counts[word]+1, places[word]+i
				}
			}
		}
		best := ""
		for _, word := range sortedKeys(counts) {
			n, most := counts[word], counts[best]
			if elsewhere[word]*20 > n || n < 2 {
				continue
			}
			if n > most || n == most && places[word] < places[best] { // whose a line is stands at its beginning
				best = word
			}
		}
		if best == "" {
			break
		}
		patterns = append(patterns, `\b`+regexp.QuoteMeta(best)+`\b`)
		open = slices.DeleteFunc(slices.Clone(open), func(c cardLine) bool { return slices.Contains(c.words, best) })
	}
	return patterns
}

// totals finds the number that is what a hand counts.
func (w *Wording) totals(lines []cardLine) {
	var list []numbered
	for _, c := range lines {
		if c.whole || c.drawn {
			list = append(list, numbered{line: c.text, want: []float64{float64(c.total)}})
		}
	}
	patterns, held, _ := numberIn(list, func(int) string { return "n" }, max(2, len(list)/10))
	w.number("cards.total", patterns, held, len(list))
}

// bank finds the number that is what the bank holds, and tells how much oftener it is right than wrong, and
// whether it is always right.
func (w *Wording) bank(steps []Seen) (n int, sure bool) {
	var list []numbered
	for _, s := range steps {
		for _, f := range s.View {
			if f.Kind != game.FactBank || s.Start {
				continue
			}
			for _, line := range s.Screen {
				list = append(list, numbered{line: line, want: []float64{float64(f.Amount) / 100}})
			}
		}
	}
	patterns, held, wrong := numberIn(list, func(int) string { return "n" }, 2)
	w.number("cards.bank", patterns, held, held+wrong)
	const often = 10 // lines on which it should be told at least
	return held - wrong, wrong == 0 && held >= often
}

func (w *Wording) number(key string, patterns []string, held, of int) {
	if len(patterns) > 0 {
		w.Phrases[key] = patterns
		w.Learned = append(w.Learned, Learned{About: key, Text: strings.Join(patterns, ", "), Held: held, Of: of})
	}
}
