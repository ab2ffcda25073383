package grading

import (
	"fmt"
	"maps"
	"slices"
	"strings"

	"durchgang/core/draft"
	"durchgang/core/game"
	"durchgang/core/suite"
)

// takings are ways to type from which heap how many are taken, with a bar between two prompts.
var takings = []string{
	"{heap}|{count}", "{heap-letter}|{count}", "{small-heap-letter}|{count}", "{heap} {count}", "{heap},{count}", "{heap-letter} {count}",
	"{heap-letter}{count}", "{small-heap-letter} {count}", "{small-heap-letter}{count}", "{heap}, {count}", "{heap-letter},{count}",
	"{heap}:{count}", "{heap}-{count}", "{count}|{heap}", "{count} {heap}", "{count},{heap}", "{count}|{heap-letter}", "{count} {heap-letter}",
}

// heaps reports whether objects are taken from heaps.
func (d *drafter) heaps() bool { return d.table().Heaps > 0 }

// taken finds how a move is typed and where the heaps are shown: the way in which most of what is shown is as it should be, after
// what is asked first was answered.
func (d *drafter) taken(best trial, few []suite.Script) error {
	if best.silent || prescribes.MatchString(d.settled) {
		return nil
	}
	d.report("looking at what changes when a move is typed")
	found := fit(d.fitsHeaps, best)
	ways := takings
	if d.table().Heaps == 1 {
		ways = []string{"{count}"}
	}
	plain := d.text.clone()
	answered := []bookText{plain}
	for n := 0; n < len(answered) && n < mostFacing && !found.whole; n++ {
		for _, way := range ways {
			for _, base := range []int{1, 0} {
				if base == 0 && !strings.Contains(way, "{heap}") || found.whole {
					continue
				}
				if err := d.consider(found, aiming{way, base}.in(answered[n]), few); err != nil {
					return err
				}
			}
		}
		if found.whole || len(answered[n].answers) == mostQuestions {
			break
		}
		t, err := d.try(answered[n], few[:1])
		if err != nil {
			return err
		}
		if prompt := strings.TrimSpace(startOf(t).Prompt()); prompt != "" && !t.silent {
			text := answered[n].clone()
			text.answers = append(text.answers, [2]string{literal(prompt), [...]string{"Anna", "Ben", "Cleo", "Dario"}[len(text.answers)]})
			answered = append(answered, text)
		}
	}
	if !found.whole { // it has a fault, by which more may be shown as it should be
		best := fit(d.fitsMistaken, found.trial)
		for _, way := range ways[:min(len(ways), mostMistaken)] {
			if err := d.consider(best, aiming{way, 1}.in(plain), few); err != nil {
				return err
			}
		}
		found = best
	}
	if d.text.move != nil {
		d.text.asks = asksOf(found.trial, len(d.text.move))
		d.learned = append(d.learned, draft.Learned{
			About: "move", Text: fmt.Sprintf("%s, from %d", strings.Join(d.text.move, " then "), d.text.base),
		})
	}
	return d.shownHeaps()
}

// fitsHeaps is at how many steps all heaps are shown as they should be, and whether they are at most.
func (d *drafter) fitsHeaps(t trial) (n int, whole bool) {
	if t.silent {
		return 0, false
	}
	w := draft.HeapsShown(d.suite.Rules, t.plays)
	moved := 0 // heaps that are shown after moves tell more than those at the start
	for _, p := range t.plays {
		moved += len(p.Script.Steps)
	}
	return w.Explained, w.Explained*10 >= w.Ends*9 && w.Explained > 0 && moved > 0
}

// mostMistaken bounds the ways that are tried with all known mistakes.
const mostMistaken = 10

// fitsMistaken is fitsHeaps by the reference and all known mistakes.
func (d *drafter) fitsMistaken(t trial) (n int, whole bool) {
	if t.silent {
		return 0, false
	}
	w := draft.Heaps(d.known(), t.plays)
	return w.Explained, w.Explained*10 >= w.Ends*9 && w.Explained > 0
}

// shownHeaps finds where the heaps are shown, in all scripts.
func (d *drafter) shownHeaps() error {
	t, err := d.try(d.text, d.suite.Scripts)
	if err != nil {
		return err
	}
	w := draft.Heaps(d.known(), t.plays)
	if d.text.phrases == nil {
		d.text.phrases = map[string][]string{}
	}
	maps.Copy(d.text.phrases, w.Phrases)
	d.learned = append(d.learned, w.Learned...)
	return nil
}

// asksOf are patterns for the prompts of a move, by what stood at the end of the screen before each line was typed; nil where one
// cannot be told from the other.
func asksOf(t trial, prompts int) []string {
	if prompts < 2 {
		return nil
	}
	asked := make([][]string, prompts)
	for _, step := range t.asked {
		for i, prompt := range step[:min(len(step), prompts)] {
			if p := literal(lastSentence(prompt)) + "$"; p != "$" && !slices.Contains(asked[i], p) {
				asked[i] = append(asked[i], p)
			}
		}
	}
	var patterns []string
	for i, list := range asked {
		for k, other := range asked {
			if i != k && slices.ContainsFunc(list, func(p string) bool { return slices.Contains(other, p) }) {
				return nil
			}
		}
		if len(list) == 0 || len(list) > mostPrompts {
			return nil
		}
		patterns = append(patterns, strings.Join(list, "|"))
	}
	return patterns
}

// mostPrompts is in how many words one thing may be asked for.
const mostPrompts = 6

// guesses reports whether a hidden number is guessed.
func (d *drafter) guesses() bool {
	_, hides := d.suite.Rules.(game.Conceals)
	return hides
}
