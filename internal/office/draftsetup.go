package office

import (
	"fmt"
	"regexp"
	"slices"
	"strings"

	"durchgang/core/draft"
	"durchgang/core/game"
	"durchgang/core/suite"
)

var (
	variables      = regexp.MustCompile(`(?:getenv\(\s*|environ(?:\.get\(\s*|\[\s*)|process\.env(?:\.|\[\s*)|Getenv\(\s*|ENV\[\s*|ENV\.fetch\(\s*|GetEnvironmentVariable\(\s*)["']?([A-Za-z_]\w*)`)
	readsVariables = regexp.MustCompile(`(?i)\b(?:getenv|environ|process\.env|ENV|GetEnvironmentVariable)\b`)
	capitals       = regexp.MustCompile(`["']([A-Z][A-Z0-9_]{2,})["']`)
	readsArguments = regexp.MustCompile(`\b(?:argv|ARGV|args|arg|Args)(?:\s*\[|\.length|\.Length|\.slice|\.map|\.each)|\$\*`)
	readsFiles     = regexp.MustCompile(`(?i)\b(?:f?open|ifstream|read_?all\w*|read_?file\w*|filereader|readlines?|files)\b`)
	textFiles      = regexp.MustCompile(`["']([\w-]+\.(?:txt|dat|csv|ini|cfg))["']`)
)

// namesIn are what a pattern finds in the source, each once.
func (d *drafter) namesIn(p *regexp.Regexp) (names []string) {
	for _, m := range p.FindAllStringSubmatch(d.source, -1) {
		if !slices.Contains(names, m[1]) {
			names = append(names, m[1])
		}
	}
	return names
}

// parts are the names of a set-up's parts, in braces.
func (d *drafter) parts(s game.Setup) (parts []string) {
	values := d.suite.Rules.Spell(s).Values()
	for _, name := range []string{"word", "cards", "fleet", "first", "second"} {
		if _, has := values[name]; has {
			parts = append(parts, "{"+name+"}")
		}
	}
	return parts
}

// places are where a program may be given the parts of a set-up: in variables and files that its source
// names, or as arguments. The usual arguments are not among them.
func (d *drafter) places(parts []string, prompt string) (ways []string) {
	each := func(names []string, write func(name, part string) string) (list []string) {
		switch {
		case len(names) == len(parts):
			for i, part := range parts {
				list = append(list, write(names[i], part))
			}
			return []string{strings.Join(list, ", ")}
		default:
			for _, name := range names {
				list = append(list, write(name, strings.Join(parts, "\\n")))
			}
			return list
		}
	}
	names := d.namesIn(variables)
	if len(names) == 0 && readsVariables.MatchString(d.source) {
		names = d.namesIn(capitals)
	}
	for _, way := range each(names, func(name, part string) string { return fmt.Sprintf("%s: \"%s\"", name, part) }) {
		ways = append(ways, "arguments: [], environment: {"+way+"}")
	}
	for _, way := range each(d.namesIn(textFiles), func(name, part string) string { return fmt.Sprintf("%s: \"%s\\n\"", name, part) }) {
		ways = append(ways, "arguments: [], files: {"+way+"}")
	}
	if readsFiles.MatchString(d.source) {
		var arguments, files []string
		for i, part := range parts {
			name := fmt.Sprintf("%c.txt", 'a'+i)
			arguments, files = append(arguments, name), append(files, fmt.Sprintf("%s: \"%s\\n\"", name, part))
		}
		ways = append(ways, "arguments: ["+strings.Join(arguments, ", ")+"], files: {"+strings.Join(files, ", ")+"}")
	}
	if readsArguments.MatchString(d.source) && parts[0] != "{cards}" && parts[0] != "{word}" {
		ways = append(ways, "arguments: ['"+strings.Join(parts, "', '")+"']")
	}
	if parts[0] == "{cards}" {
		ways = append(ways, "arguments: ['{cards...}']")
		if readsArguments.MatchString(d.source) {
			ways = append(ways, "arguments: ['{cards}']")
		}
	}
	if asked := parts[0] == "{word}" || parts[0] == "{cards}"; asked && prompt != "" {
		ways = append(ways, "arguments: [], type: [{ask: "+quoted("^"+regexp.QuoteMeta(prompt))+", type: '"+parts[0]+"'}]")
	}
	return ways
}

// decks are the ways to write cards, those first that are between signs by which the source divides a text.
func (d *drafter) decks() (ways []string) {
	for _, sign := range d.quoted(",", ";", ":", "|", "-", "/") {
		for _, card := range []string{"{rank}{suit}", "{rank}", "{suit}{rank}"} {
			ways = append(ways, fmt.Sprintf("card: {type: '%s', between: '%s'}", card, sign))
		}
	}
	return append(ways, cards...)
}

// cards are usual ways to write cards; the first is that of which nothing need be said.
var cards = []string{
	"", "card: {type: '{rank}{suit}', between: ','}", `card: {type: '{rank}{suit}', between: "\n"}`, `card: {type: '{rank}', between: "\n"}`,
	"card: {type: '{rank}', between: ' '}", "card: {type: '{rank}', between: ','}", "card: {type: '{suit}{rank}', between: ' '}",
	`card: {type: '{suit}{rank}', between: "\n"}`, "card: {type: '{rank} {suit}', between: \"\\n\"}",
}

// directions are what programs want to read for ships that lie across and down.
var directions = [][2]string{{"H", "V"}, {"h", "v"}, {"right", "down"}, {"across", "down"}, {"horizontal", "vertical"}, {"R", "D"}, {"E", "S"}}

// shipCells are ways to write the first cell of a ship; {base} marks those in which numbers count from
// zero or one.
var shipCells = []string{"{letter}{row}", "{row} {col}", "{row} {letter}", "{letter} {row}", "{row-letter}{col}", "{col} {row}", "{row},{col}", "{col},{row}"}

// ships are ways to write a ship's place in what a program reads: those with directions that its source
// names come first.
func (d *drafter) ships() (ways []string) {
	ends := strings.NewReplacer("{letter}", "{end-letter}", "{row}", "{end-row}", "{row-letter}", "{end-row-letter}", "{col}", "{end-col}")
	var named, others [][2]string
	for _, way := range directions {
		if strings.Contains(d.source, `"`+way[0]+`"`) || strings.Contains(d.source, `'`+way[0]+`'`) || strings.Contains(d.source, `"`+way[1]+`"`) || strings.Contains(d.source, `'`+way[1]+`'`) {
			named = append(named, way)
		} else {
			others = append(others, way)
		}
	}
	write := func(text string, base int, way [2]string, between string) {
		ways = append(ways, fmt.Sprintf("ship: {type: '%s', base: %d, across: %s, down: %s, between: %s}", text, base, way[0], way[1], between))
	}
	bases := func(cell string) []int {
		if strings.Contains(cell, "letter") {
			return []int{1}
		}
		return []int{1, 0}
	}
	for _, way := range append(slices.Clone(named), others[:min(len(others), 1)]...) {
		d.laidOut(func(text string, base int, between string) { write(text, base, way, between) })
	}
	shapes := []string{"%s {way}", "{name} %s {way}", "{name},%s,{way}", "{length} %s {way}", "{name} {length} %s {way}", "{name} {way} %s"}
	signs := d.divisors()
	for _, list := range [][][2]string{named, others[:min(len(others), 2)]} {
		for _, shape := range shapes {
			for _, cell := range shipCells {
				for _, base := range bases(cell) {
					for _, way := range list {
						for _, sign := range signs {
							if text := fmt.Sprintf(shape, cell); !strings.Contains(text, sign) {
								write(text, base, way, `"`+sign+`"`)
							}
						}
						write(fmt.Sprintf(shape, cell), base, way, `"\n"`)
					}
				}
			}
		}
		for _, between := range []string{`","`, `";"`, `" "`, `"\n"`} {
			for _, cell := range shipCells[:2] {
				for _, joined := range []string{"-", ":", " "} {
					if !strings.Contains(between, joined) {
						write(cell+joined+ends.Replace(cell), 1, directions[0], between)
					}
				}
			}
		}
	}
	return ways
}

// divisors are the signs in the source by which a list of ships may be divided.
func (d *drafter) divisors() (signs []string) { return d.quoted(",", ";", ":", "|") }

// quoted are those of some signs that stand in quotes in the source.
func (d *drafter) quoted(list ...string) (signs []string) {
	for _, sign := range list {
		if strings.Contains(d.source, `"`+sign+`"`) || strings.Contains(d.source, "'"+sign+"'") {
			signs = append(signs, sign)
		}
	}
	return signs
}

// laidOut yields the ways to write a ship in the order in which the source reads its fields, with the
// signs between them that it divides by.
func (d *drafter) laidOut(yield func(text string, base int, between string)) {
	within, between := []string{" "}, []string{`"\n"`}
	for _, sign := range d.divisors() {
		within, between = append([]string{sign}, within...), append(between, `"`+sign+`"`)
	}
	cells := []struct {
		row, col string
		bases    []int
	}{{"{row}", "{col}", []int{0, 1}}, {"{row}", "{letter}", []int{1}}, {"{row-letter}", "{col}", []int{1}}}
	for _, layout := range draft.Layouts(d.source) {
		for _, sign := range within {
			for _, apart := range between {
				if strings.Trim(apart, `"`) == sign {
					continue
				}
				for _, cell := range cells {
					text := strings.NewReplacer("{row}", cell.row, "{col}", cell.col).Replace(strings.Join(layout, sign))
					for _, base := range cell.bases {
						yield(text, base, apart)
					}
				}
			}
		}
	}
}

// Bounds of looking for how a set-up is given, in runs of the program.
const (
	mostSetups = 120 // that are only started
	mostTried  = 24  // that are played with
	mostShotAt = 4   // with which every way to type a shot is tried
)

// setups finds how a set-up is given, where what is seen does not fit it.
func (d *drafter) setups(best trial, few []suite.Script) (trial, error) {
	parts := d.parts(few[0].Setup)
	if len(parts) == 0 {
		return best, nil
	}
	if telling := d.telling(); parts[0] == "{cards}" && len(telling) > 0 {
		few = telling
		var err error
		if best, err = d.try(d.text, few); err != nil {
			return best, err
		}
	}
	found := fit(d.given, best)
	if found.whole {
		return best, nil
	}
	d.report("looking for how the set-up is given")
	bare := best // without what it is usually given
	if best.silent {
		text := d.text.clone()
		text.setup = "{arguments: []}"
		var err error
		if bare, err = d.try(text, few); err != nil {
			return best, err
		}
	}
	written, afloat := []string{""}, false
	switch {
	case parts[0] == "{cards}":
		written = d.decks()
	case parts[0] != "{word}":
		written, afloat = append(written, d.ships()...), true
	}
	started, tried := 0, 0
	for _, place := range d.places(parts, strings.TrimSpace(startOf(bare).Prompt())) {
		for _, as := range written {
			if found.whole || started == mostSetups || tried == mostTried {
				break
			}
			text := d.text.clone()
			text.setup = "{" + place + "}"
			if as != "" {
				text.setup = "{" + place + ", " + as + "}"
			}
			started++
			if afloat {
				t, err := d.try(text, few[:1])
				if err != nil {
					return best, err
				}
				if t.silent || t.steps[0].Screen.Prompt() == "" {
					continue
				}
			}
			tried++
			t, err := d.weigh(found, text, few)
			if err != nil {
				return best, err
			}
			if parts[0] == "{cards}" && !found.whole && draft.Dealt(d.suite.Rules, t.plays).Near >= len(t.plays) {
				if err := d.dealt(found, text, few); err != nil {
					return best, err
				}
			}
			if as != "" && afloat && tried <= mostShotAt {
				if err := d.shotAt(found, text, few); err != nil {
					return best, err
				}
			}
		}
	}
	best = found.trial
	if d.text.setup == "" && parts[0] != "{word}" && parts[0] != "{cards}" {
		var err error
		if best, err = d.typed(bare, few, parts); err != nil {
			return best, err
		}
	}
	d.silent = best.silent
	if d.text.setup != "" {
		d.learned = append(d.learned, draft.Learned{About: "setup", Text: d.text.setup})
	}
	return best, nil
}

// telling are a few scripts in which the player is dealt each of the cards that are written otherwise than numbers, and
// a ten: numbers are understood in whichever way cards are written.
func (d *drafter) telling() (list []suite.Script) {
	missing := []string{"A", "K", "Q", "J", "10"}
	for _, s := range d.suite.Scripts {
		dealt := strings.Fields(s.Setup.Values()["cards"])
		if len(dealt) < 4 {
			continue
		}
		before := len(missing)
		missing = slices.DeleteFunc(missing, func(rank string) bool {
			return rank == strings.TrimRight(dealt[0], "SHDC") || rank == strings.TrimRight(dealt[2], "SHDC")
		})
		if len(missing) < before {
			list = append(list, s)
		}
	}
	return list
}

// deals are the orders in which cards may be dealt to the player and the dealer; in the usual one they get them in
// turn, the player first.
var deals = []string{"PPDD", "DPDP", "DDPP"}

// dealt tries the orders in which cards are dealt, where they are shown and not as the player's.
func (d *drafter) dealt(found *fitting, text bookText, few []suite.Script) error {
	for _, deal := range deals {
		if found.whole {
			break
		}
		other := text.clone()
		if head, form, has := strings.Cut(text.setup, "card: {"); has {
			other.setup = head + "card: {deal: " + deal + ", " + form
		} else {
			other.setup = strings.TrimSuffix(text.setup, "}") + ", card: {deal: " + deal + "}}"
		}
		if err := d.consider(found, other, few); err != nil {
			return err
		}
	}
	return nil
}

// shotAt tries every way to type a shot with one way to give the fleets, first in one script.
func (d *drafter) shotAt(found *fitting, text bookText, few []suite.Script) error {
	kept := d.text
	first := &fitting{of: d.given, n: -1}
	if err := d.aimed(first, text, few[:1]); err != nil {
		return err
	}
	shot := d.text
	d.text = kept
	if !first.whole {
		return nil
	}
	return d.consider(found, shot, few)
}

// given is how well what is seen fits the set-ups of scripts, and whether it does in all: words of their
// lengths, cards that lie on the screen, shots of which some words tell what becomes of them.
func (d *drafter) given(t trial) (n int, whole bool) {
	switch parts := d.parts(d.suite.Scripts[0].Setup); {
	case len(parts) == 0:
		return 0, true
	case parts[0] == "{word}":
		n = draft.Shows(d.known(), t.plays)
		return n, n >= len(t.plays)
	case parts[0] == "{cards}":
		deals, all := draft.Dealt(d.suite.Rules, t.plays), len(t.plays)
		return deals.Near + deals.Shown + deals.Together + deals.Counted, deals.Together >= all && deals.Counted >= all
	case t.silent:
		return 0, false
	}
	w := draft.ShotsTold(d.suite.Rules, t.plays)
	return w.Explained*1000 + w.Ends + 1, w.Explained == len(t.plays) // at least it goes on
}
