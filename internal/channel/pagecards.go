package channel

import (
	"fmt"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"durchgang/core/game"
	"durchgang/core/pagemap"
	"durchgang/core/phrasebook"
)

// deeds matches what is clicked for the words of a table of cards.
var deeds = map[string]*regexp.Regexp{
	"deal": regexp.MustCompile(`(?i)^\W*(?:deal|new (?:hand|round|game))\b`),
	"hit":  regexp.MustCompile(`(?i)^\W*(?:hit|draw|card|twist)\b`), "stand": regexp.MustCompile(`(?i)^\W*(?:stand|stay|stick|hold)\b`),
	"double": regexp.MustCompile(
		`(?i)^\W*double\b`,
	), "split": regexp.MustCompile(`(?i)^\W*split\b`), "surrender": regexp.MustCompile(`(?i)\bsurrender\b|give up`),
	"insure": regexp.MustCompile(`(?i)^\W*(?:insur|yes, insur)`), "decline": regexp.MustCompile(`(?i)no insurance|decline|no thanks`),
}

var (
	goesOn = regexp.MustCompile(`(?i)\b(?:next|continue|new round|another round|deal again)\b`)
	card   = regexp.MustCompile(`^\s*(?:10|[2-9]|[AJQK])\s*(?:[♠♥♦♣]\x{fe0f}?|[SHDC])?\s*$`)
)

// cards finds the map of a table of cards.
func (d *pageDrafter) cards() error {
	s := &d.sketch
	s.Field, s.Send = d.first.Field()
	s.Buttons = map[string]pagemap.Thing{}
	d.named(d.first.Controls)
	v, err := d.open()
	if err != nil {
		return err
	}
	defer v.leave()
	bet := game.Legal(v.Rules, v.begin())[0]
	v.try(bet)
	now, err := v.scan()
	if err != nil {
		return err
	}
	d.named(now.Controls)
	if err := d.decisions(bet, now); err != nil {
		return err
	}
	d.found("buttons", fmt.Sprintf("%d of %d words have one", len(s.Buttons), len(deeds)))
	s.Next = d.next(now)
	if err := v.watch(); err != nil {
		return err
	}
	hands := handsIn(now)
	for _, t := range now.Texts {
		if _, is := hands[pagemap.Siblings(t.CSS)]; is {
			row := t.Box
			row.X, row.W = 0, now.Width()
			d.places = append(d.places, row)
		}
	}
	if err := d.decide(bet); err != nil {
		return err
	}
	d.says()
	d.headed()
	d.seated(hands)
	return v.err
}

// decide stands, and where nothing is bet hits too, to see what the page says then and what begins another round.
func (d *pageDrafter) decide(bet game.Move) error {
	s := &d.sketch
	verbs := []string{"stand"}
	if _, opens := game.Opening(d.Rules); opens { // the deal changes nothing by which the player's hand would be noticed
		verbs = append(verbs, "hit")
	}
	for _, verb := range verbs {
		if _, is := s.Buttons[verb]; !is {
			continue
		}
		v, err := d.open()
		if err != nil {
			return err
		}
		v.try(bet)
		v.try(game.Move{Verb: verb})
		err = v.watch()
		ended, scanErr := v.scan()
		v.leave()
		if err != nil || scanErr != nil {
			return v.err
		}
		if s.Next == nil && verb == "stand" {
			s.Next = d.next(ended)
		}
	}
	return nil
}

// pageHand is a hand whose cards lie beside each other.
type pageHand struct {
	first pagemap.Control // its first card
	open  int             // cards that lie face up
}

// handsIn are the hands on a page, by what finds their cards.
func handsIn(now pagemap.Scan) map[string]pageHand {
	hands := map[string]pageHand{}
	for _, t := range now.Texts {
		of := pagemap.Siblings(t.CSS)
		if of == "" || !card.MatchString(t.Text) {
			continue
		}
		h, known := hands[of]
		if !known {
			h.first = t
		}
		h.open++
		hands[of] = h
	}
	return hands
}

// seated says whose the hands are.
func (d *pageDrafter) seated(hands map[string]pageHand) {
	s := &d.sketch
	for of, h := range hands {
		say := pagemap.Saying{Of: pagemap.Thing{CSS: of}, Caption: "You", Join: pagemap.JoinCards}
		if dealers(of, hands) {
			say.Caption = "Dealer"
		}
		i := slices.IndexFunc(s.Says, func(o pagemap.Saying) bool { return d.texts[o.Of.CSS].Y > h.first.Y })
		if i < 0 {
			i = len(s.Says)
		}
		s.Says = slices.Insert(s.Says, i, say)
	}
}

// next is what is clicked for another round before anything else is done; nil where that is what deals.
func (d *pageDrafter) next(now pagemap.Scan) *pagemap.Thing {
	if t := now.Named(goesOn); t != nil && *t != d.sketch.Buttons["deal"] {
		return t
	}
	return nil
}

// named takes controls for what their words say they do.
func (d *pageDrafter) named(controls []pagemap.Control) {
	for word, pattern := range deeds {
		for _, c := range controls {
			if _, known := d.sketch.Buttons[word]; !known && pattern.MatchString(c.Text) {
				d.sketch.Buttons[word] = pagemap.Thing{CSS: c.CSS}
			}
		}
	}
}

// headed gives texts with cards, or a number alone, the text that stands before them on their line as a caption.
func (d *pageDrafter) headed() {
	for i, say := range d.sketch.Says {
		t := d.texts[say.Of.CSS]
		_, err := strconv.Atoi(strings.TrimSpace(t.Text))
		if err != nil && len(phrasebook.Ranks(t.Text)) == 0 || say.Caption != "" {
			continue
		}
		best := -1.0
		for _, o := range d.first.Texts {
			_, changes := d.texts[o.CSS]
			_, y := o.Center()
			if !changes && o.X < t.X && o.X > best && y >= t.Y && y <= t.Y+t.H && strings.TrimSpace(o.Text) != "" {
				best, d.sketch.Says[i].Caption = o.X, strings.Trim(o.Text, " :")
			}
		}
	}
}

// decisions finds by what they do which of two things is clicked for a card more and which for a stand, where
// their words do not tell: after a card more both can be clicked again.
func (d *pageDrafter) decisions(deal game.Move, now pagemap.Scan) error {
	s := &d.sketch
	_, hits := s.Buttons["hit"]
	_, stands := s.Buttons["stand"]
	var open []pagemap.Control // which can be clicked, and are for nothing else that is known
	for _, c := range now.Controls {
		known := false
		for word, t := range s.Buttons {
			known = known || t.CSS == c.CSS && word != "hit" && word != "stand"
		}
		if !c.Off && !known && (c.Kind == "button" || c.Kind == "a") {
			open = append(open, c)
		}
	}
	if hits && stands || len(open) != 2 {
		return nil
	}
	more := 0
	for i, c := range open {
		v, err := d.open()
		if err != nil {
			return err
		}
		v.try(deal)
		_, err = v.clickAt(c.Center())
		after, scanErr := v.scan()
		v.leave()
		if err != nil || scanErr != nil {
			return v.err
		}
		left := func(o pagemap.Control) bool {
			return slices.ContainsFunc(after.Controls, func(a pagemap.Control) bool { return a.CSS == o.CSS && !a.Off })
		}
		if left(open[0]) && left(open[1]) {
			more = i
		}
	}
	s.Buttons["hit"], s.Buttons["stand"] = pagemap.Thing{CSS: open[more].CSS}, pagemap.Thing{CSS: open[1-more].CSS}
	return nil
}

// dealers reports whether a hand is the dealer's, by how many cards of each lie face up when the player is to
// decide: of the dealer's one lies face down. Where as many lie in each, the page's own names tell.
func dealers(of string, hands map[string]pageHand) bool {
	fewest, most := hands[of].open, hands[of].open
	for _, h := range hands {
		fewest, most = min(fewest, h.open), max(most, h.open)
	}
	if fewest < most {
		return hands[of].open == fewest
	}
	name := strings.ToLower(of)
	return strings.Contains(name, "dealer") || strings.Contains(name, "house")
}
