package grading

import (
	"fmt"
	"maps"
	"slices"
	"strings"

	"durchgang/core/draft"
)

// bookText is a phrasebook that is being written.
type bookText struct {
	move    []string
	asks    []string // patterns for the prompts of a move; nil for the usual ones
	base    int
	codes   []string
	marks   [2]string
	empty   string
	deck    draft.Deck
	board   []string // how it is drawn
	names   [2][]string
	colors  bool              // a sign in another color is another one
	own     bool              // the built-in phrases are left out
	answers [][2]string       // what is asked, as a pattern, and what is typed
	pauses  []string          // prompts, as patterns, at which the program goes on after Enter
	setup   string            // as it stands in the YAML
	verbs   map[string]string // what is typed for a thing to do
	again   string
	yes     string
	phrases map[string][]string // by key, as in says.won
	signs   map[string][]string // on boards at sea, by what they mean
}

func (b bookText) clone() bookText {
	b.answers, b.pauses = slices.Clone(b.answers), slices.Clone(b.pauses)
	b.phrases, b.verbs = maps.Clone(b.phrases), maps.Clone(b.verbs)
	return b
}

// typing is the part of the phrasebook that says what is typed.
func (b bookText) typing() string {
	return bookText{
		move:    b.move,
		asks:    b.asks,
		base:    b.base,
		codes:   b.codes,
		answers: b.answers,
		pauses:  b.pauses,
		setup:   b.setup,
		verbs:   b.verbs,
		again:   b.again,
		yes:     b.yes,
		deck:    b.deck,
	}.String()
}

// quoted writes a text for YAML.
func quoted(text string) string { return "'" + strings.ReplaceAll(text, "'", "''") + "'" }

func quotedAll(list []string) string {
	texts := make([]string, len(list))
	for i, text := range list {
		texts[i] = quoted(text)
	}
	return strings.Join(texts, ", ")
}

// String writes the phrasebook; it is empty where nothing was found that is not built in.
func (b bookText) String() string {
	var w strings.Builder
	if b.move != nil {
		w.WriteString("move:\n")
		for i, m := range b.move {
			if b.asks != nil {
				fmt.Fprintf(&w, "  - {ask: %s, type: %s}\n", quoted(b.asks[i]), quoted(m))
			} else {
				fmt.Fprintf(&w, "  - {type: %s}\n", quoted(m))
			}
		}
		fmt.Fprintf(&w, "base: %d\n", b.base)
		if b.codes != nil {
			fmt.Fprintf(&w, "codes: [%s]\n", quotedAll(b.codes))
		}
	}
	if b.marks[0] != "" {
		fmt.Fprintf(&w, "marks: {first: %s, second: %s}\n", quoted(b.marks[0]), quoted(b.marks[1]))
	}
	if b.empty != "" {
		fmt.Fprintf(&w, "empty: [%s]\n", quoted(b.empty))
	}
	if b.board != nil {
		w.WriteString("board:\n")
		for _, line := range b.board {
			fmt.Fprintf(&w, "  - %s\n", quoted(line))
		}
	}
	if len(b.deck.Ranks) > 0 {
		w.WriteString("ranks:\n")
		for _, rank := range slices.Sorted(maps.Keys(b.deck.Ranks)) {
			fmt.Fprintf(&w, "  %s: %s\n", quoted(rank), quoted(b.deck.Ranks[rank]))
		}
	}
	if len(b.deck.Suits) > 0 {
		fmt.Fprintf(&w, "suits: [%s]\n", quotedAll(b.deck.Suits))
	}
	if b.colors {
		w.WriteString("colors: true\n")
	}
	if b.own {
		w.WriteString("built-in: false\n")
	}
	if len(b.names[0]) > 0 {
		fmt.Fprintf(&w, "names: {first: [%s], second: [%s]}\n", quotedAll(b.names[0]), quotedAll(b.names[1]))
	}
	if len(b.answers)+len(b.pauses) > 0 {
		w.WriteString("answers:\n")
	}
	for _, a := range b.answers {
		fmt.Fprintf(&w, "  - {ask: %s, type: %s, opening: true}\n", quoted(a[0]), quoted(a[1]))
	}
	for _, ask := range b.pauses {
		fmt.Fprintf(&w, "  - {ask: %s, type: ''}\n", quoted(ask))
	}
	if b.setup != "" {
		fmt.Fprintf(&w, "setup: %s\n", b.setup)
	}
	if len(b.verbs) > 0 {
		w.WriteString("words:\n")
		for _, name := range slices.Sorted(maps.Keys(b.verbs)) {
			fmt.Fprintf(&w, "  %s: %s\n", name, quoted(b.verbs[name]))
		}
	}
	if b.yes != "" {
		fmt.Fprintf(&w, "yes: %s\n", quoted(b.yes))
	}
	sections := map[string]map[string][]string{}
	put := func(key string, list []string) {
		section, name, _ := strings.Cut(key, ".")
		if sections[section] == nil {
			sections[section] = map[string][]string{}
		}
		sections[section][name] = append(sections[section][name], list...)
	}
	for key, list := range b.phrases {
		if len(list) > 0 {
			put(key, list)
		}
	}
	if b.again != "" {
		put("says.again", []string{b.again})
	}
	if len(b.signs) > 0 && sections["shots"] == nil {
		sections["shots"] = map[string][]string{}
	}
	for _, section := range slices.Sorted(maps.Keys(sections)) {
		fmt.Fprintf(&w, "%s:\n", section)
		for _, name := range slices.Sorted(maps.Keys(sections[section])) {
			fmt.Fprintf(&w, "  %s:\n", name)
			for _, p := range sections[section][name] {
				fmt.Fprintf(&w, "    - %s\n", quoted(p))
			}
		}
		if section == "shots" && len(b.signs) > 0 {
			w.WriteString("  drawn:\n")
			for _, meaning := range slices.Sorted(maps.Keys(b.signs)) {
				fmt.Fprintf(&w, "    %s: [%s]\n", meaning, quotedAll(b.signs[meaning]))
			}
		}
	}
	return w.String()
}
