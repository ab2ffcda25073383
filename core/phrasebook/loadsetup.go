package phrasebook

import (
	"cmp"
	"fmt"
	"slices"
	"strings"
)

// setupDocument says how a program is given what chance or a hidden choice fixes.
type setupDocument struct {
	Arguments   []string          `yaml:"arguments"`
	Environment map[string]string `yaml:"environment"`
	Files       map[string]string `yaml:"files"`
	Type        []typedDocument   `yaml:"type"`
	Ship        *shipDocument     `yaml:"ship"`
	Map         *mapDocument      `yaml:"map"`
	Card        *cardDocument     `yaml:"card"`
}

type mapDocument struct {
	Sea     string   `yaml:"sea"`
	Ships   []string `yaml:"ships"`
	Between string   `yaml:"between"`
}

type cardDocument struct {
	Type    string            `yaml:"type"`
	Deal    string            `yaml:"deal"`
	Between *string           `yaml:"between"`
	Ranks   map[string]string `yaml:"ranks"`
	Suits   []string          `yaml:"suits"`
}

type typedDocument struct {
	Ask  string `yaml:"ask"`
	Type string `yaml:"type"`
	Each string `yaml:"each"`
}

type shipDocument struct {
	Type    string  `yaml:"type"`
	Base    *int    `yaml:"base"`
	Across  string  `yaml:"across"`
	Down    string  `yaml:"down"`
	Between *string `yaml:"between"`
}

func (c *compiler) setup(own, builtIn setupDocument) {
	s := &c.book.setup
	s.arguments, s.environment, s.files = own.Arguments, own.Environment, own.Files
	if own.Arguments == nil {
		s.arguments = builtIn.Arguments
	}
	for name := range own.Files {
		if name == "" || strings.ContainsAny(name, "/\\") || strings.HasPrefix(name, ".") {
			c.fail("$.setup.files", ErrFileName)
		}
	}
	for i, d := range slices.Concat(own.Type, builtIn.Type) {
		at := fmt.Sprintf("$.setup.type[%d]", i)
		if d.Each != "" && d.Type != "" || d.Each != "" && !named.MatchString(d.Each) {
			c.fail(at+".each", ErrEach)
		}
		c.typed(at+".type", d.Type)
		s.typed = append(s.typed, question{answer{c.pattern(at+".ask", d.Ask), cmp.Or(d.Each, d.Type), false}, d.Each != ""})
	}
	if own.Ship != nil {
		s.ship = c.ship(*own.Ship)
	}
	if own.Map != nil {
		s.chart = &chart{cmp.Or(own.Map.Sea, "."), own.Map.Ships, own.Map.Between}
		if len(s.chart.ships) == 0 || slices.Contains(s.chart.ships, "") || slices.Contains(s.chart.ships, s.chart.sea) || own.Ship != nil {
			c.fail("$.setup.map", ErrMap)
		}
	}
	if own.Card != nil {
		s.card = &card{
			template: cmp.Or(own.Card.Type, "{rank}{suit}"),
			between:  " ",
			deal:     own.Card.Deal,
			ranks:    own.Card.Ranks,
			suits:    own.Card.Suits,
		}
		c.cardNames("$.setup.card", own.Card.Ranks, own.Card.Suits)
		if !strings.Contains(s.card.template, "{rank}") {
			c.fail("$.setup.card", ErrCard)
		}
		if deal := own.Card.Deal; deal != "" && (len(deal) != 4 || strings.Count(deal, "P") != 2 || strings.Count(deal, "D") != 2) {
			c.fail("$.setup.card.deal", ErrDeal)
		}
		if own.Card.Between != nil {
			s.card.between = *own.Card.Between
		}
	}
}

// ship compiles how a ship's place is written.
func (c *compiler) ship(d shipDocument) *ship {
	const path = "$.setup.ship"
	compiled := &ship{base: 1, between: "\n", ways: [2]string{cmp.Or(d.Across, "H"), cmp.Or(d.Down, "V")}}
	if d.Base != nil {
		compiled.base = c.base(path, *d.Base)
	}
	if d.Between != nil {
		compiled.between = *d.Between
	}
	compiled.template = d.Type
	for line := range strings.SplitSeq(d.Type, "\n") { // one for each question
		c.part(path, partDocument{Type: line}, false)
	}
	return compiled
}
