package grading

import (
	"fmt"
	"regexp"
	"slices"
	"strings"

	"durchgang/core/draft"
	"durchgang/core/suite"
)

// shipWay is a way to type a ship's place where a program asks for it.
type shipWay struct {
	cell  string
	base  int
	sides [2]string // across and down
}

// ship writes the way for a phrasebook; between stands between cell and direction.
func (w shipWay) ship(between string) string {
	return fmt.Sprintf(
		"{type: \"%s%s{way}\", base: %d, across: %s, down: %s, between: \"\\n\"}", w.cell, between, w.base, w.sides[0],
		w.sides[1],
	)
}

// shipWays are all of them: those come first of which the program names both directions, then those of which it
// names one.
func shipWays(screen string) []shipWay {
	var ways [3][]shipWay
	for _, sides := range directions {
		named := 0
		for _, side := range sides {
			if regexp.MustCompile(`\b` + side + `\b`).MatchString(screen) {
				named++
			}
		}
		for _, cell := range shipCells {
			for _, base := range []int{1, 0} {
				if base == 1 || !strings.Contains(cell, "letter") {
					ways[2-named] = append(ways[2-named], shipWay{cell, base, sides})
				}
			}
		}
	}
	return slices.Concat(ways[:]...)
}

// asksFor is a pattern for a prompt for one ship of a fleet, whatever the ship is called and however
// long it is.
func asksFor(prompt string, ships []string) string {
	text := literal(prompt)
	for _, name := range ships {
		text = regexp.MustCompile(`(?i)\b`+regexp.QuoteMeta(regexp.QuoteMeta(name))+`\b`).ReplaceAllLiteralString(text, `.+`)
	}
	return "^" + text
}

// mostShipWays bounds the ways to type ships that are tried.
const mostShipWays = 40

// fleetPrompts is what a program asks for one ship after the other.
type fleetPrompts struct {
	ships []string // what they are called
	parts []string // of the set-up, in braces: the fleets
	ask   string   // a pattern
	next  string   // what it asks for the direction, where it asks for the cell alone first
}

// setup is a phrasebook's set-up in which all fleets are typed at prompts.
func (p fleetPrompts) setup(ship string, asks ...string) string {
	list := make([]string, len(p.parts))
	for i, part := range p.parts {
		list[i] = fmt.Sprintf("{ask: %s, each: '%s'}", quoted(asks[min(i, len(asks)-1)]), part)
	}
	return fmt.Sprintf("{arguments: [], ship: %s, type: [%s]}", ship, strings.Join(list, ", "))
}

func (p fleetPrompts) asks(prompt string) bool {
	return regexp.MustCompile("(?i)" + p.ask).MatchString(prompt)
}

// typed finds how the ships of a fleet are typed one after the other: a way in which the program goes
// on to another question after the last of them. Shots are tried in the way in which ships' cells are.
func (d *drafter) typed(best trial, few []suite.Script, parts []string) (trial, error) {
	fleet, isFleet := d.suite.Rules.(draft.Fleet)
	prompt := startOf(best).Prompt()
	if !isFleet || prompt == "" || best.silent {
		return best, nil
	}
	p := fleetPrompts{ships: fleet.ShipNames(), parts: parts, ask: asksFor(prompt, fleet.ShipNames())}
	if err := d.direction(&p, few); err != nil {
		return best, err
	}
	between, screen := " ", strings.Join(startOf(best), "\n")
	if p.next != "" {
		p.ask = "^(?:" + strings.TrimPrefix(p.ask, "^") + "|" + strings.TrimPrefix(asksFor(p.next, p.ships), "^") + ")"
		between, screen = `\n`, p.next
	}
	found := &fitting{of: d.fitsSetup, trial: best, n: -1}
	for n, way := range shipWays(screen) {
		if found.whole || n == mostShipWays {
			break
		}
		text := d.text.clone()
		text.setup = p.setup(way.ship(between), p.ask)
		t, err := d.try(text, few[:1])
		if err != nil {
			return best, err
		}
		next := startOf(t).Prompt()
		if next == "" || t.silent || p.asks(next) {
			continue // it asks for the same again
		}
		if named(next, p.ships) { // the other player is asked in other words
			text.setup = p.setup(way.ship(between), p.ask, asksFor(next, p.ships))
		}
		for _, move := range [][]string{nil, {way.cell}} {
			shot := text.clone()
			if move != nil {
				shot.move, shot.base = move, way.base
			}
			if found.whole {
				break
			}
			if err := d.consider(found, shot, few); err != nil {
				return best, err
			}
		}
	}
	return found.trial, nil
}

// direction looks for what a program asks when the first cell of a ship has been typed alone.
func (d *drafter) direction(p *fleetPrompts, few []suite.Script) error {
	for _, cell := range shipCells {
		text := d.text.clone()
		text.setup = p.setup(fmt.Sprintf("{type: '%s', base: 1, between: \"\\n\"}", cell), p.ask)
		t, err := d.try(text, few[:1])
		if err != nil {
			return err
		}
		next := strings.TrimSpace(startOf(t).Prompt())
		if next != "" && !t.silent && !p.asks(next) && directed.MatchString(next) {
			p.next = next
			return nil
		}
	}
	return nil
}

// directed finds a direction that a prompt speaks of.
var directed = regexp.MustCompile(`(?i)\b(?:direction|horizontal\w*|vertical\w*|across|r\)?ight|d\)?own|[hvrd]\s*(?:/|or|,)\s*[hvrd])\b`)

// named reports whether a prompt names a ship.
func named(prompt string, ships []string) bool {
	return slices.ContainsFunc(ships, func(name string) bool { return strings.Contains(strings.ToLower(prompt), strings.ToLower(name)) })
}
