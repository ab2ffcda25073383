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

// directions are what programs want to read for ships that lie across and down.
var directions = [][2]string{{"H", "V"}, {"h", "v"}, {"right", "down"}, {"across", "down"}, {"horizontal", "vertical"}, {"R", "D"}, {"E", "S"}}

// shipWays are ways to type a ship's place where a program asks for it: those with a direction that
// the program names come first.
func shipWays(screen string) []string {
	var named, others []string
	for _, way := range directions {
		for _, cell := range []string{"{letter}{row}", "{row-letter}{col}", "{row} {col}", "{col} {row}", "{row},{col}"} {
			for _, base := range []int{1, 0} {
				if strings.Contains(cell, "letter") && base == 0 {
					continue
				}
				text := fmt.Sprintf("{type: '%s {way}', base: %d, across: %s, down: %s, between: \"\\n\"}", cell, base, way[0], way[1])
				if regexp.MustCompile(`\b` + way[0] + `\b|\b` + way[1] + `\b`).MatchString(screen) {
					named = append(named, text)
				} else {
					others = append(others, text)
				}
			}
		}
	}
	return append(named, others...)
}

// asksFor is a pattern for a prompt for one ship of a fleet, whatever the ship is called.
func asksFor(prompt string, ships []string) string {
	text := regexp.QuoteMeta(strings.TrimSpace(prompt))
	for _, name := range ships {
		text = regexp.MustCompile(`(?i)\b`+regexp.QuoteMeta(regexp.QuoteMeta(name))+`\b`).ReplaceAllLiteralString(text, `.+`)
	}
	return "^" + text
}

// mostShipWays bounds the ways to type ships that are tried.
const mostShipWays = 24

// typed finds how the ships of a fleet are typed one after the other: a way in which the program goes
// on to another question after the last of them.
func (d *drafter) typed(best trial, few []suite.Script, values map[string]string) (trial, error) {
	fleet, isFleet := d.suite.Rules.(interface{ ShipNames() []string })
	prompt := startOf(best).Prompt()
	if !isFleet || prompt == "" || best.silent {
		return best, nil
	}
	names := fleet.ShipNames()
	first := "fleet"
	if _, two := values["first"]; two {
		first = "first"
	}
	asked := asksFor(prompt, names)
	for n, ship := range shipWays(strings.Join(startOf(best), "\n")) {
		if n == mostShipWays {
			break
		}
		text := d.text.clone()
		setup := fmt.Sprintf("arguments: [], ship: %s, type: [{ask: %s, each: '{%s}'}", ship, quoted(asked), first)
		text.setup = "{" + setup + "]}"
		t, err := d.try(text, few[:1])
		if err != nil {
			return best, err
		}
		next := startOf(t).Prompt()
		if next == "" || t.silent || regexp.MustCompile("(?i)"+asked).MatchString(next) {
			continue // it asks for the same again
		}
		if first == "first" {
			text.setup = "{" + setup + fmt.Sprintf(", {ask: %s, each: '{second}'}]}", quoted(asksFor(next, names)))
		}
		if t, err = d.try(text, few); err != nil {
			return best, err
		}
		if t.score() > best.score() {
			d.text = text
			return t, nil
		}
	}
	return best, nil
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
	if d.text.setup == "" {
		var err error
		if best, err = d.typed(best, few, values); err != nil {
			return best, err
		}
	}
	if d.text.setup != "" {
		d.learned = append(d.learned, draft.Learned{About: "setup", Text: d.text.setup})
	}
	return best, nil
}
