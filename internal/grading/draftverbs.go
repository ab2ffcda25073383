package grading

import (
	"fmt"
	"regexp"
	"slices"
	"strings"

	"durchgang/core/draft"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
)

// optionToken is what may be typed for a thing to do: a word, letter or number that the program names, and
// optionSign a sign that stands alone.
var (
	optionToken = regexp.MustCompile(`\pL+|\d+`)
	optionSign  = regexp.MustCompile(`(?:^|[\s"'(\[])([^\pL\pN\s"'()\[\]])(?:[\s"')\]]|$)`)
)

// options are what a screen may offer to type: what stands in its prompt, then what begins a line over
// it, as in a menu.
func options(screen []string) (list []string) {
	put := func(text string) {
		for _, word := range optionToken.FindAllString(text, -1) {
			if lower := strings.ToLower(word); len(lower) < 12 && !slices.Contains(list, lower) {
				list = append(list, lower)
			}
		}
		for _, m := range optionSign.FindAllStringSubmatch(text, -1) {
			if !slices.Contains(list, m[1]) {
				list = append(list, m[1])
			}
		}
	}
	n := 0
	for i := len(screen) - 1; i >= 0 && n < 7; i-- {
		line := strings.TrimSpace(screen[i])
		switch {
		case line == "":
			continue
		case n == 0:
			put(line)
		default:
			put(optionToken.FindString(line))
		}
		n++
	}
	slices.SortStableFunc(list, func(a, b string) int { return len(a) - len(b) })
	return list
}

// mostOptions bounds what is tried for each thing to do.
const mostOptions = 12

// verbs finds what is typed for each thing that a player does at a table of cards, where the usual word
// has not the effect that it should have: the cards that are dealt then lie on the screen.
func (d *drafter) verbs() error {
	book, taken := phrasebook.Default(), map[string]bool{}
	var prompt phrasebook.Screen // for a decision
	usual := func(name string) string { return book.Word(name, prompt.Prompt(), strings.Join(prompt, "\n")) }
	for _, name := range []string{"stand", "hit", "double", "split"} {
		scripts := d.leading(name)
		if len(scripts) == 0 { // nothing shows the effect: the one key that is for nothing else
			keys := slices.DeleteFunc(options(prompt), func(word string) bool { return len(word) > 1 || taken[word] })
			if taken[usual(name)] && len(keys) == 1 {
				d.text = d.text.with(name, keys[0])
			}
			continue
		}
		t, err := d.try(d.text, scripts)
		if err != nil {
			return err
		}
		if prompt = draft.Decision(t.plays); prompt == nil {
			continue
		}
		found := fit(func(t trial) (int, bool) {
			if !scripts[0].Own {
				n := draft.Followed(d.suite.Rules, t.plays)
				return n, n == len(scripts)
			}
			switch a := draft.Answered(d.suite.Rules, t.plays); {
			case name != "stand": // a card more may end the round
				return a.More, a.More > a.Ended && a.More > a.Same
			case a.More+a.Same > 0: // after a stand nothing is asked
				return 0, false
			default:
				return a.Ended, a.Ended*2 >= len(scripts) // the others are over as they are dealt
			}
		}, t)
		if found.whole {
			taken[usual(name)] = true
			continue
		}
		d.report("looking for what is typed to " + name)
		before := d.text
		for n, word := range options(prompt) {
			if n == mostOptions || found.whole {
				break
			}
			if taken[word] {
				continue
			}
			if err := d.consider(found, before.with(name, word), scripts); err != nil {
				return err
			}
		}
		if word := d.text.verbs[name]; word != before.verbs[name] {
			taken[word] = true
			d.learned = append(d.learned, draft.Learned{About: "words", Text: name + ": " + word})
		}
	}
	return nil
}

// with is the text with a word that is typed for a thing to do.
func (b bookText) with(name, word string) bookText {
	b = b.clone()
	if b.verbs == nil {
		b.verbs = map[string]string{}
	}
	b.verbs[name] = word
	return b
}

// With how many scripts what is typed is tried: more where the cards are others each time.
const (
	mostLeading    = 4
	mostLeadingOwn = 12
)

// leading are scripts whose second step is a thing to do, up to there.
func (d *drafter) leading(name string) (list []suite.Script) {
	most := mostLeading
	if d.suite.Scripts[0].Own {
		most = mostLeadingOwn
	}
	for _, s := range d.suite.Scripts {
		if len(list) < most && len(s.Steps) > 1 && !s.Steps[0].Refused && s.Steps[1].Act == suite.MakeMove && !s.Steps[1].Refused &&
			d.suite.Rules.FormatMove(s.Steps[1].Move) == name {
			s.Steps = s.Steps[:2]
			list = append(list, s)
		}
	}
	for n := 0; d.suite.Scripts[0].Own && len(list) > 0 && len(list) < most; n++ {
		again := list[n]
		again.Title = fmt.Sprintf("%s (%d)", again.Title, n) // another game
		list = append(list, again)
	}
	return list
}
