package grading

import (
	"fmt"
	"regexp"
	"slices"
	"strings"

	"durchgang/core/draft"
	"durchgang/core/suite"
)

// givenFleets finds how fleets are given and shots are typed. Which ways to type one are accepted is found with the
// first fleets with which the program asks for a shot, whatever it makes of them.
func (d *drafter) givenFleets(found *fitting, setups []string, few []suite.Script) error {
	var aims []aiming
	var open []bookText // that do not fit the first script
	for _, setup := range setups[:min(len(setups), mostSetups)] {
		text := d.with(setup)
		t, err := d.try(text, few[:1])
		if err != nil {
			return err
		}
		if t.silent || t.steps[0].Screen.Prompt() == "" {
			continue
		}
		if aims == nil {
			if aims, err = d.accepted(text, t, few[:1]); err != nil {
				return err
			}
		}
		for _, aim := range aims {
			aimed := aim.in(text)
			if aim.move != "" {
				if t, err = d.try(aimed, few[:1]); err != nil {
					return err
				}
			}
			if _, fits := d.fitsSetup(t); !fits {
				open = append(open, aimed)
				continue
			}
			if err := d.consider(found, aimed, few); err != nil || found.whole {
				return err
			}
		}
		if len(open) >= mostTried*len(aims) {
			break
		}
	}
	for _, text := range open[:min(len(open), mostTried)] { // a fault may show in the first script
		if err := d.consider(found, text, few); err != nil || found.whole {
			return err
		}
	}
	return nil
}

// accepted are the ways to type a shot that are accepted: with those, what is printed changes from shot to shot. Where
// that is so with none, it is the usual one.
func (d *drafter) accepted(text bookText, usual trial, one []suite.Script) (aims []aiming, err error) {
	changes := func(t trial) (n int) {
		for _, s := range t.steps[min(2, len(t.steps)):] {
			if !slices.Equal(s.Screen, t.steps[1].Screen) {
				n++
			}
		}
		return n
	}
	type accepting struct {
		aiming
		n int
	}
	list := []accepting{{aiming{}, changes(usual)}}
	for _, aim := range aimings(startOf(usual).Prompt()) {
		t, err := d.try(aim.in(text), one)
		if err != nil {
			return nil, err
		}
		list = append(list, accepting{aim, changes(t)})
	}
	slices.SortStableFunc(list, func(a, b accepting) int { return b.n - a.n })
	for _, a := range list {
		if len(aims) < mostAims && (aims == nil || a.n*2 >= list[0].n && a.n > 0) {
			aims = append(aims, a.aiming)
		}
	}
	return aims, nil
}

// directions are what programs want to read for ships that lie across and down.
var directions = [][2]string{
	{"H", "V"},
	{"h", "v"},
	{"right", "down"},
	{"across", "down"},
	{"horizontal", "vertical"},
	{"R", "D"},
	{"E", "S"},
}

// shipCells are ways to write the first cell of a ship; {base} marks those in which numbers count from
// zero or one.
var shipCells = []string{
	"{letter}{row}",
	"{row} {col}",
	"{row} {letter}",
	"{letter} {row}",
	"{row-letter}{col}",
	"{col} {row}",
	"{row},{col}",
	"{col},{row}",
}

// fleets are ways to write the ships in what a program reads: such as the source hints at come first.
func (d *drafter) fleets() []string {
	drawn, hinted := d.maps()
	ends, quoted := d.endToEnd()
	ships, first := d.ships()
	switch {
	case hinted:
		return slices.Concat(drawn, ships, ends)
	case quoted:
		return slices.Concat(ships[:first], ends, ships[first:], drawn)
	}
	return slices.Concat(ships[:first], drawn, ships[first:], ends)
}

// ships are ways to write a ship's place: those with directions that the source names come first, and the
// first few have its fields in the order in which the source reads them.
func (d *drafter) ships() (ways []string, first int) {
	var named, others [][2]string
	for _, way := range directions {
		if d.quoted(way[0], way[1]) != nil {
			named = append(named, way)
		} else {
			others = append(others, way)
		}
	}
	write := func(text string, base int, way [2]string, between string) {
		ways = append(
			ways,
			fmt.Sprintf("ship: {type: '%s', base: %d, across: %s, down: %s, between: %s}", text, base, way[0], way[1], between),
		)
	}
	for _, way := range append(slices.Clone(named), others[:min(len(others), 1)]...) {
		d.laidOut(func(text string, base int, between string) { write(text, base, way, between) })
	}
	first = len(ways)
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
	}
	return ways, first
}

// bases are the numbers of the first row and column that a way to write a cell may have.
func bases(cell string) []int {
	if strings.Contains(cell, "letter") {
		return []int{1}
	}
	return []int{1, 0}
}

// endToEnd are ways to write a ship by its first and its last cell, and whether the source quotes a sign
// that may stand between these.
func (d *drafter) endToEnd() (ways []string, quoted bool) {
	ends := strings.NewReplacer("{letter}", "{end-letter}", "{row}", "{end-row}", "{row-letter}", "{end-row-letter}", "{col}", "{end-col}")
	signs := d.quoted("-", ":")
	between := []string{`"\n"`, `" "`}
	for _, sign := range d.quoted(",", ";", "|") {
		between = slices.Insert(between, 0, `"`+sign+`"`)
	}
	for _, joined := range append(slices.Clone(signs), "-", ":", " ") {
		for _, apart := range between {
			for _, cell := range []string{"{letter}{row}", "{row-letter}{col}", "{row} {col}", "{row},{col}"} {
				if sign := strings.Trim(apart, `"`); sign != joined && !strings.Contains(cell, sign) && !strings.Contains(cell, joined) {
					for _, base := range bases(cell) {
						way := fmt.Sprintf("ship: {type: '%s', base: %d, between: %s}", cell+joined+ends.Replace(cell), base, apart)
						if !slices.Contains(ways, way) {
							ways = append(ways, way)
						}
					}
				}
			}
		}
	}
	return ways, signs != nil
}

// signedShip is a sign that the source has for something with a name, or the other way round.
var signedShip = regexp.MustCompile(
	`["']([A-Za-z0-9])["']\s*(?:=>|[:,=])\s*["'](\pL[\pL ]{2,})["']|["'](\pL[\pL ]{2,})["']\s*(?:=>|[:,=])\s*["']([A-Za-z0-9])["']`,
)

// maps are ways to draw a fleet, and whether the source has a sign for each ship and one for the sea.
func (d *drafter) maps() (ways []string, hinted bool) {
	fleet, is := d.suite.Rules.(draft.Fleet)
	seas := d.quoted(".", "~", "-", "_", "0", " ")
	if !is || len(seas) == 0 {
		return nil, false
	}
	ships := fleet.ShipNames()
	var inOrder []string // as the source has them
	byName := make([]string, len(ships))
	for _, m := range signedShip.FindAllStringSubmatch(d.source, -1) {
		sign, name := m[1]+m[4], strings.ToLower(m[2]+m[3])
		if slices.Contains(inOrder, sign) {
			continue
		}
		inOrder = append(inOrder, sign)
		if i := slices.Index(ships, name); i >= 0 {
			byName[i] = sign
		}
	}
	var lists [][]string
	if !slices.Contains(byName, "") {
		lists = append(lists, byName)
	} else if len(inOrder) == len(ships) {
		lists = append(lists, inOrder)
	}
	hinted = lists != nil
	var numbers, letters []string
	for i := range ships {
		numbers, letters = append(numbers, fmt.Sprint(i+1)), append(letters, string(rune('A'+i)))
	}
	lists = append(lists, numbers, letters)
	for _, list := range lists {
		for _, between := range []string{"", " "} {
			for _, sea := range seas {
				if sea != between && !slices.Contains(list, sea) {
					ways = append(
						ways,
						fmt.Sprintf("map: {sea: '%s', ships: ['%s'], between: '%s'}", sea, strings.Join(list, "', '"), between),
					)
				}
			}
		}
	}
	return ways, hinted
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
