package grading

import (
	"fmt"
	"regexp"
	"slices"
	"strings"

	"durchgang/core/draft"
	"durchgang/core/suite"
)

// shots are ways to type a cell, with a bar between two prompts.
var shots = []string{
	"{row} {col}",
	"{col} {row}",
	"{row},{col}",
	"{col},{row}",
	"{letter}{row}",
	"{small-letter}{row}",
	"{letter} {row}",
	"{small-letter} {row}",
	"{row-letter}{col}",
	"{number}",
	"{number-from-bottom}",
	"{row}|{col}",
	"{col}|{row}",
}

// aims tries every way to type a shot, where what becomes of shots is not told as typed so far.
func (d *drafter) aims(best trial, few []suite.Script) error {
	plain := d.text.clone()
	found := fit(d.fitsSetup, best)
	if few[0].Own { // shots are seen where they were put
		found = fit(func(t trial) (int, bool) { return t.shown(), t.seen() }, best)
	}
	if err := d.aimed(found, plain, few); err != nil {
		return err
	}
	if d.text.move != nil && plain.move == nil {
		d.learned = append(
			d.learned,
			draft.Learned{About: "move", Text: fmt.Sprintf("%s, from %d", strings.Join(d.text.move, " then "), d.text.base)},
		)
	}
	return nil
}

// example is a cell as a prompt may give one: a letter and a number in either order, with a sign between them or none.
var example = regexp.MustCompile(`\b(?:([A-Za-z])([ ,.:-]?)\d{1,2}|\d{1,2}([ ,.:-]?)([A-Za-z]))\b`)

// exampled are the ways to type a cell in which a prompt gives examples.
func exampled(prompt string) (ways []string) {
	for _, m := range example.FindAllStringSubmatch(prompt, -1) {
		letter := "{letter}"
		if l := m[1] + m[4]; l == strings.ToLower(l) {
			letter = "{small-letter}"
		}
		way := letter + m[2] + "{row}"
		if m[4] != "" {
			way = "{row}" + m[3] + letter
		}
		if !slices.Contains(ways, way) {
			ways = append(ways, way)
		}
	}
	return ways
}

// aiming is a way to type a cell: its prompts with a bar between them, and the number of the first row and column.
// Without prompts it is the usual one.
type aiming struct {
	move string
	base int
}

// aimings are all ways to type a cell, those first of which the prompt gives an example.
func aimings(prompt string) (list []aiming) {
	ways := exampled(prompt)
	for _, move := range slices.Concat(ways, slices.DeleteFunc(slices.Clone(shots), func(s string) bool { return slices.Contains(ways, s) })) {
		list = append(list, aiming{move, 1})
		if !strings.Contains(move, "letter") {
			list = append(list, aiming{move, 0})
		}
	}
	return list
}

// in is a text in which cells are typed in a way.
func (a aiming) in(text bookText) bookText {
	text = text.clone()
	if a.move != "" {
		text.move, text.base = strings.Split(a.move, "|"), a.base
	}
	return text
}

// aimed tries every way to type a cell until nothing fits better.
func (d *drafter) aimed(found *fitting, plain bookText, few []suite.Script) error {
	start := found.trial
	if start.steps == nil {
		var err error
		if start, err = d.try(plain, few[:1]); err != nil {
			return err
		}
	}
	for _, aim := range aimings(startOf(start).Prompt()) {
		if found.whole {
			break
		}
		if err := d.consider(found, aim.in(plain), few); err != nil {
			return err
		}
	}
	return nil
}
