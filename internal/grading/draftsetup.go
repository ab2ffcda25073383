package grading

import (
	"fmt"
	"maps"
	"regexp"
	"slices"
	"strings"

	"durchgang/core/draft"
	"durchgang/core/game"
	"durchgang/core/suite"
)

var (
	variables = regexp.MustCompile(
		`(?:getenv\(\s*|environ(?:\.get\(\s*|\[\s*)|process\.env(?:\.|\[\s*)|Getenv\(\s*|ENV\[\s*|ENV\.fetch\(\s*|GetEnvironmentVariable\(\s*)["']?([A-Za-z_]\w*)`,
	)
	readsVariables = regexp.MustCompile(`(?i)\b(?:getenv|environ|process\.env|ENV|GetEnvironmentVariable)\b`)
	capitals       = regexp.MustCompile(`["']([A-Z][A-Z0-9_]{2,})["']`)
	readsArguments = regexp.MustCompile(`\b(?:argv|ARGV|args|arg|Args)(?:\s*\[|\.length|\.Length|\.slice|\.map|\.each)|\$\*`)
	readsFiles     = regexp.MustCompile(`(?i)\b(?:f?open|ifstream|read_?all\w*|read_?file\w*|filereader|readlines?|files)\b`)
	textFiles      = regexp.MustCompile(`["']([\w-]+\.(?:txt|dat|csv|ini|cfg))["']`)
)

// namesIn are what a pattern finds in a text, each once.
func namesIn(p *regexp.Regexp, text string) (names []string) {
	for _, m := range p.FindAllStringSubmatch(text, -1) {
		if !slices.Contains(names, m[1]) {
			names = append(names, m[1])
		}
	}
	return names
}

// parts are the names of a set-up's parts, in braces.
func (d *drafter) parts(s game.Setup) (parts []string) {
	values := d.suite.Rules.Spell(s).Values()
	for _, name := range []string{"word", "number", "cards", "fleet", "first", "second"} {
		if _, has := values[name]; has {
			parts = append(parts, "{"+name+"}")
		}
	}
	return parts
}

// places are where a program may be given the parts of a set-up: in variables and files that its source
// names, or as arguments. The usual arguments are not among them.
func (d *drafter) places(parts []string, prompt string) (ways []string) {
	asked := parts[0] == "{word}" || parts[0] == "{number}"
	each := func(names []string, write func(name, part string) string) (list []string) {
		for i := 0; len(parts) > 1 && i+len(parts) <= len(names); i++ { // one for each part: names that follow each other
			var way []string
			for k, part := range parts {
				way = append(way, write(names[i+k], part))
			}
			list = append(list, strings.Join(way, ", "))
		}
		for _, name := range names {
			if len(parts) == 1 || len(names) != len(parts) {
				list = append(list, write(name, strings.Join(parts, "\\n")))
			}
		}
		return list
	}
	names := namesIn(variables, d.source)
	if len(names) == 0 && readsVariables.MatchString(d.source) {
		for line := range strings.Lines(d.source) { // such as stand where variables are read
			if readsVariables.MatchString(line) {
				names = append(names, namesIn(capitals, line)...)
			}
		}
		if len(names) == 0 {
			names = namesIn(capitals, d.source)
		}
	}
	for _, way := range each(names, func(name, part string) string { return fmt.Sprintf("%s: \"%s\"", name, part) }) {
		ways = append(ways, "arguments: [], environment: {"+way+"}")
	}
	for _, way := range each(namesIn(textFiles, d.source), func(name, part string) string { return fmt.Sprintf("%s: \"%s\\n\"", name, part) }) {
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
	if readsArguments.MatchString(d.source) && parts[0] != "{cards}" && !asked {
		ways = append(ways, "arguments: ['"+strings.Join(parts, "', '")+"']")
	}
	if parts[0] == "{cards}" {
		ways = append(ways, "arguments: ['{cards...}']")
		if readsArguments.MatchString(d.source) {
			ways = append(ways, "arguments: ['{cards}']")
		}
	}
	if (asked || parts[0] == "{cards}") && prompt != "" {
		ways = append(ways, "arguments: [], type: [{ask: "+quoted("^"+regexp.QuoteMeta(prompt))+", type: '"+parts[0]+"'}]")
	}
	return ways
}

// decks are the ways to write cards: those first in which they have the names that the source gives them, and then
// those that are between signs by which it divides a text.
func (d *drafter) decks() (ways []string) {
	ways = d.namedCards()
	for _, sign := range d.quoted(",", ";", ":", "|", "-", "/") {
		for _, card := range []string{"{rank}{suit}", "{rank}", "{suit}{rank}"} {
			ways = append(ways, fmt.Sprintf("card: {type: '%s', between: '%s'}", card, sign))
		}
	}
	return append(ways, cards...)
}

// mostNamed bounds the ways to write cards by their names.
const mostNamed = 12

// namedCards are ways to write cards by the names that the source gives them.
func (d *drafter) namedCards() (ways []string) {
	suits := []string{"spades", "hearts", "diamonds", "clubs"}
	if d.text.deck.Suits != nil {
		suits = d.text.deck.Suits
	}
	for _, names := range draft.CardNames(d.source) {
		var ranks []string
		for _, rank := range slices.Sorted(maps.Keys(names)) {
			ranks = append(ranks, fmt.Sprintf("'%s': '%s'", rank, names[rank]))
		}
		for _, between := range append([]string{`\n`}, d.quoted(",", ";", "|")...) {
			for _, card := range []string{"{rank} {suit}", "{rank} of {suit}", "{rank}", "{rank}-{suit}", "{rank}_{suit}"} {
				ways = append(
					ways,
					fmt.Sprintf(
						`card: {type: '%s', between: "%s", ranks: {%s}, suits: ['%s']}`,
						card,
						between,
						strings.Join(ranks, ", "),
						strings.Join(suits, "', '"),
					),
				)
			}
		}
	}
	return ways[:min(len(ways), mostNamed)]
}

// cards are usual ways to write cards; the first is that of which nothing need be said.
var cards = []string{
	"", "card: {type: '{rank}{suit}', between: ','}", `card: {type: '{rank}{suit}', between: "\n"}`, `card: {type: '{rank}', between: "\n"}`,
	"card: {type: '{rank}', between: ' '}", "card: {type: '{rank}', between: ','}", "card: {type: '{suit}{rank}', between: ' '}",
	`card: {type: '{suit}{rank}', between: "\n"}`, "card: {type: '{rank} {suit}', between: \"\\n\"}",
}

// Bounds of looking for how a set-up is given, in runs of the program.
const (
	mostSetups  = 160 // that are only started
	mostTried   = 24  // that are played with
	mostAims    = 8   // ways to type a shot with each
	formsAtOnce = 40  // at one place, before others are looked at
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
	found := fit(d.fitsSetup, best)
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
	places := d.places(parts, strings.TrimSpace(startOf(bare).Prompt()))
	var err error
	switch {
	case parts[0] == "{cards}":
		err = d.givenCards(found, setupForms(places, d.decks()), few)
	case parts[0] == "{word}", parts[0] == "{number}":
		for _, setup := range setupForms(places, []string{""}) {
			if err = d.consider(found, d.with(setup), few); err != nil || found.whole {
				break
			}
		}
	default:
		err = d.givenFleets(found, setupForms(places, append([]string{""}, d.fleets()...)), few)
	}
	if err != nil {
		return best, err
	}
	best = found.trial
	if d.text.setup == "" && !slices.Contains([]string{"{word}", "{number}", "{cards}"}, parts[0]) {
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

// setupForms are set-ups at each place in each form, some forms at a time so that bounds leave no place out.
func setupForms(places, written []string) (setups []string) {
	for some := range slices.Chunk(written, formsAtOnce) {
		for _, place := range places {
			for _, as := range some {
				if as != "" {
					as = ", " + as
				}
				setups = append(setups, "{"+place+as+"}")
			}
		}
	}
	return setups
}

// with is the text with a set-up.
func (d *drafter) with(setup string) bookText {
	text := d.text.clone()
	text.setup = setup
	return text
}

// givenCards finds how cards are given, in each order of dealing where some are shown, but not as the player's.
func (d *drafter) givenCards(found *fitting, setups []string, few []suite.Script) error {
	for _, setup := range setups[:min(len(setups), mostTried)] {
		text := d.with(setup)
		t, err := d.weigh(found, text, few)
		if err == nil && !found.whole && draft.Dealt(d.suite.Rules, t.plays).Near >= len(t.plays) {
			err = d.dealt(found, text, few)
		}
		if err != nil || found.whole {
			return err
		}
	}
	return nil
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

// turnMistakes are those in who shoots next.
var turnMistakes = []string{"hit-keeps-turn", "refused-passes-turn"}

// fitsSetup is how well what is seen fits the set-ups of scripts, and whether it does in all: words of their
// lengths, cards that lie on the screen, shots of which some words tell what becomes of them.
func (d *drafter) fitsSetup(t trial) (n int, whole bool) {
	switch parts := d.parts(d.suite.Scripts[0].Setup); {
	case len(parts) == 0:
		return 0, true
	case parts[0] == "{word}":
		n = draft.Shows(d.known(), t.plays)
		return n, n >= len(t.plays)
	case parts[0] == "{number}":
		return d.fitsNumber(t)
	case parts[0] == "{cards}":
		deals, all := draft.Dealt(d.suite.Rules, t.plays), len(t.plays)
		return deals.Near + deals.Shown + deals.Together + deals.Counted, deals.Together >= all && deals.Counted >= all
	case t.silent:
		return 0, false
	}
	w := draft.ShotsTold(d.suite.Rules, t.plays)
	for _, name := range turnMistakes { // which hide nothing of where shots fall
		if m, known := d.known().Find(name); known && w.Explained < len(t.plays) {
			if other := draft.ShotsTold(m.Rules, t.plays); other.Explained > w.Explained {
				w = other
			}
		}
	}
	return w.Explained*1000 + w.Ends + 1, w.Explained == len(t.plays) && w.Phrases["shots.hit"] != nil // at least it goes on
}

// fitsNumber is how well the answers to guesses fit the numbers that the program is given, by the reference or a known mistake;
// by one in the answers themselves it is the worst fit, since a program that has no number may always answer alike.
func (d *drafter) fitsNumber(t trial) (n int, whole bool) {
	if t.silent {
		return 0, false
	}
	measure := func(w draft.Wording, weight int) {
		n = max(n, (w.Ends*100+w.Explained)*weight+1)
		whole = whole || weight > 1 && w.Explained == len(t.plays) && w.Phrases["solo.won"] != nil
	}
	measure(draft.AnswersTold(d.suite.Rules, t.plays), 1000)
	for _, m := range d.known().Mistakes {
		weight := 1000
		if m.Family == "answers" {
			weight = 1
		}
		if !whole {
			measure(draft.AnswersTold(m.Rules, t.plays), weight)
		}
	}
	if whole {
		n += 1 << 40 // nothing fits better, however much a mistake explains
	}
	return n, whole
}
