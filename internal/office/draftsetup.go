package office

import (
	"fmt"
	"regexp"
	"strings"

	"durchgang/core/draft"
	"durchgang/core/suite"
)

var (
	variables = regexp.MustCompile(`(?:getenv\(\s*|environ(?:\.get\(\s*|\[\s*)|process\.env(?:\.|\[\s*)|Getenv\(\s*|ENV\[\s*|GetEnvironmentVariable\(\s*)["']?([A-Za-z_]\w*)`)
	textFiles = regexp.MustCompile(`["']([\w-]+\.(?:txt|dat|csv|ini|cfg))["']`)
)

// ships are ways to write a ship's place.
var ships = []string{
	"",
	"{type: '{row} {col} {way}', base: 0, across: h, down: v, between: \"\\n\"}",
	"{type: '{row} {col} {way}', base: 1, across: h, down: v, between: \"\\n\"}",
	"{type: '{row} {col} {way}', base: 0, across: H, down: V, between: \"\\n\"}",
	"{type: '{row} {col} {way}', base: 1, across: H, down: V, between: \"\\n\"}",
	"{type: '{letter}{row} {way}', across: H, down: V, between: \"\\n\"}",
}

// given finds how a program that guesses a word is given it, where what is shown is not a word of its
// length: in a variable or a file that its source names, or typed at what it asks first.
func (d *drafter) given(best trial, few []suite.Script) error {
	known := d.known()
	most := draft.Shows(known, best.plays)
	if most > 0 {
		return nil
	}
	d.report("looking for how the set-up is given")
	var ways []string
	for _, m := range variables.FindAllStringSubmatch(d.source, -1) {
		ways = append(ways, "{arguments: [], environment: {"+m[1]+": '{word}'}}")
	}
	for _, m := range textFiles.FindAllStringSubmatch(d.source, -1) {
		ways = append(ways, "{arguments: [], files: {"+m[1]+": \"{word}\\n\"}}")
	}
	if prompt := strings.TrimSpace(startOf(best).Prompt()); prompt != "" {
		ways = append(ways, "{arguments: [], type: [{ask: "+quoted("^"+regexp.QuoteMeta(prompt))+", type: '{word}'}]}")
	}
	for _, way := range ways {
		text := d.text.clone()
		text.setup = way
		t, err := d.try(text, few)
		if err != nil {
			return err
		}
		if n := draft.Shows(known, t.plays); n > most {
			most, d.text, d.silent = n, text, false
		}
	}
	if d.text.setup != "" {
		d.learned = append(d.learned, draft.Learned{About: "setup", Text: d.text.setup})
	}
	return nil
}

// setups looks in the source for files and variables in which a set-up may be given.
func (d *drafter) setups(best trial, few []suite.Script) (trial, error) {
	values := d.suite.Rules.Spell(few[0].Setup).Values()
	if len(values) == 0 || best.whole() {
		return best, nil
	}
	d.report("looking for how the set-up is given")
	var names []string
	for _, name := range []string{"word", "cards", "fleet", "first", "second"} {
		if _, has := values[name]; has {
			names = append(names, "{"+name+"}")
		}
	}
	together := strings.Join(names, "\\n")
	var ways []string
	found := variables.FindAllStringSubmatch(d.source, -1)
	if len(found) == len(names) {
		var pairs []string
		for i, m := range found {
			pairs = append(pairs, fmt.Sprintf("%s: \"%s\"", m[1], names[i]))
		}
		ways = append(ways, "arguments: [], environment: {"+strings.Join(pairs, ", ")+"}")
	}
	for _, m := range textFiles.FindAllStringSubmatch(d.source, -1) {
		ways = append(ways, fmt.Sprintf("arguments: [], files: {%s: \"%s\\n\"}", m[1], together))
	}
	for _, way := range ways {
		for _, ship := range ships {
			if ship != "" && !strings.Contains(together, "first") && !strings.Contains(together, "fleet") {
				continue
			}
			text := way
			if ship != "" {
				text += ", ship: " + ship
			}
			kept, err := d.better(&best, few, func(b *bookText) { b.setup = "{" + text + "}" })
			if err != nil {
				return best, err
			}
			if kept && best.whole() {
				break
			}
		}
	}
	if d.text.setup != "" {
		d.learned = append(d.learned, draft.Learned{About: "setup", Text: d.text.setup})
	}
	return best, nil
}
