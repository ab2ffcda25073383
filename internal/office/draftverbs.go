package office

import (
	"regexp"
	"slices"
	"strings"

	"durchgang/core/draft"
	"durchgang/core/suite"
)

// optionToken is what may be typed for a thing to do: a word, letter or number that the program names.
var optionToken = regexp.MustCompile(`\pL+|\d+`)

// options are what a screen may offer to type: what stands in its prompt, then what begins a line over
// it, as in a menu.
func options(screen []string) (list []string) {
	put := func(text string) {
		for _, word := range optionToken.FindAllString(text, -1) {
			if lower := strings.ToLower(word); len(lower) < 12 && !slices.Contains(list, lower) {
				list = append(list, lower)
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
	for _, name := range []string{"stand", "hit", "double", "split"} {
		script, ok := d.leading(name)
		if !ok {
			continue
		}
		t, err := d.try(d.text, []suite.Script{script})
		if err != nil {
			return err
		}
		if draft.Followed(d.suite.Rules, t.plays) || len(t.plays[0].Screens) < 2 {
			continue
		}
		d.report("looking for what is typed to " + name)
		for n, word := range options(t.plays[0].Screens[1]) {
			if n == mostOptions {
				break
			}
			text := d.text.clone()
			if text.verbs == nil {
				text.verbs = map[string]string{}
			}
			text.verbs[name] = word
			if t, err = d.try(text, []suite.Script{script}); err != nil {
				return err
			}
			if draft.Followed(d.suite.Rules, t.plays) {
				d.text = text
				d.learned = append(d.learned, draft.Learned{About: "words", Text: name + ": " + word})
				break
			}
		}
	}
	return nil
}

// leading is a script whose second step is a thing to do, up to there.
func (d *drafter) leading(name string) (suite.Script, bool) {
	for _, s := range d.suite.Scripts {
		if len(s.Steps) > 1 && !s.Steps[0].Refused && s.Steps[1].Act == suite.MakeMove && !s.Steps[1].Refused && d.suite.Rules.FormatMove(s.Steps[1].Move) == name {
			s.Steps = s.Steps[:2]
			return s, true
		}
	}
	return suite.Script{}, false
}
