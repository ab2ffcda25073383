package channel

import (
	"fmt"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"unicode"

	"durchgang/core/game"
	"durchgang/core/pagemap"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
)

// words finds the map of a game in which moves are letters or words.
func (d *pageDrafter) words() error {
	if phrasebook.TableOf(d.Rules, d.Setup).Rounds() {
		return d.cards()
	}
	s := &d.sketch
	switch s.Letters = d.first.Letters(); {
	case s.Letters != nil:
		d.found("letters", s.Letters.String()+", one for each letter")
	default:
		if s.Field, s.Send = d.first.Field(); s.Field == nil {
			s.Keyboard = true
			d.found("letters", "there are none to click on, so that they are typed")
		} else {
			d.found("letters", "typed into "+s.Field.String())
		}
	}
	if rules, is := d.Rules.(game.Chooses); is && d.Own {
		if err := d.revealWord(rules); err != nil {
			return err
		}
	}
	secret := d.Rules.Spell(d.Setup).Values()["word"]
	v, err := d.open()
	if err != nil {
		return err
	}
	defer v.leave()
	for i, letter := range guesses(secret) {
		v.try(game.Move{Text: letter})
		if err := v.watch(); err != nil {
			return err
		}
		if i == 1 {
			if err := d.findWord(v, secret); err != nil {
				return err
			}
		}
	}
	d.findRestart(v)
	d.says()
	d.captions(secret)
	return v.err
}

// try makes a move that is a letter or a word.
func (v *visit) try(m game.Move) {
	v.moment(suite.Moment{Step: suite.Step{Act: suite.MakeMove, Move: m}})
}

// guesses are the letters of a word, with one that it does not have after the first.
func guesses(secret string) (list []string) {
	for _, r := range strings.ToLower(secret) {
		if letter := string(r); unicode.IsLetter(r) && !slices.Contains(list, letter) {
			list = append(list, letter)
		}
	}
	for _, wrong := range "qxzjvk" {
		if !strings.ContainsRune(strings.ToLower(secret), wrong) && len(list) > 0 {
			return slices.Insert(list, 1, string(wrong))
		}
	}
	return list
}

// findWord finds where the word is shown in places of its own, one for each letter, unless a
// text that has changed shows it.
func (d *pageDrafter) findWord(v *visit, secret string) error {
	table := phrasebook.TableOf(d.Rules, d.Setup)
	read := func(line string) bool {
		facts := v.Map.Book.Read(phrasebook.Screen{line}, table, phrasebook.Step{})
		return slices.ContainsFunc(facts, func(f game.Fact) bool { return f.Kind == game.FactShown })
	}
	for css, t := range d.texts {
		if read(t.Text) {
			d.found("word", css)
			return nil
		}
	}
	now, err := v.scan()
	if err != nil {
		return err
	}
	n := len([]rune(secret))
	for _, g := range now.Grids {
		if g.CSS == "" || len(g.Cells) != n {
			continue
		}
		d.sketch.Says = []pagemap.Saying{{Of: pagemap.Thing{CSS: g.CSS}, Join: pagemap.JoinLetters}}
		again, err := d.open()
		if err != nil {
			return err
		}
		d.sketch.Says[0].Hidden = hiddenAs(again.looked.Lines)
		again.Map.Says[0].Hidden = d.sketch.Says[0].Hidden
		again.try(game.Move{Text: guesses(secret)[0]})
		lines := again.Map.Screen(pagemap.Seen{Look: again.looked})
		again.leave()
		if slices.ContainsFunc(lines, read) {
			d.places = g.Cells
			d.found("word", g.CSS+", a place for each letter")
			return nil
		}
		d.sketch.Says = nil
	}
	d.found("word", "")
	return nil
}

// hiddenAs is what all places of a word show before anything is guessed; empty where they show nothing,
// or not the same.
func hiddenAs(lines []pagemap.Line) string {
	for _, l := range lines {
		if places := slices.Compact(l.Places()); len(places) == 1 {
			return places[0]
		}
	}
	return ""
}

// captions says what a text that is only a number counts: what becomes less with a wrong
// letter are the lives.
func (d *pageDrafter) captions(string) {
	for i, s := range d.sketch.Says {
		old := slices.IndexFunc(d.first.Texts, func(t pagemap.Control) bool { return t.CSS == s.Of.CSS })
		if old < 0 || s.Join != "" {
			continue
		}
		before, err := strconv.Atoi(strings.TrimSpace(d.first.Texts[old].Text))
		after, err2 := strconv.Atoi(strings.TrimSpace(d.texts[s.Of.CSS].Text))
		if err == nil && err2 == nil && after < before {
			d.sketch.Says[i].Caption = "Lives"
		}
	}
}

// sea finds the boards of a game in which ships are shot at.
func (d *pageDrafter) sea() error {
	two := !d.Rules.Solo()
	options := d.first.Boards(d.rows, d.cols)
	shooter := game.First
	var target *pagemap.Thing
	for _, t := range options {
		d.sketch.Boards = map[string]pagemap.Board{pagemap.Second: {Cells: &t, Order: pagemap.ByPlace}}
		v, err := d.open()
		if err != nil {
			return err
		}
		x, y, there := v.Map.Place(v.looked, v.rows, v.cols, game.Cell{}, false, shooter)
		var changed []int
		if there {
			changed, err = v.clickAt(x, y)
		}
		v.leave()
		if err != nil {
			return err
		}
		if slices.Contains(changed, 0) {
			target = &t
			break
		}
	}
	if target == nil {
		return fmt.Errorf("%w: there is no board of %d × %d cells that answers to a shot", ErrNoMap, d.rows, d.cols)
	}
	d.found("board", target.String()+" is shot at by player 1")
	boards := map[string]pagemap.Board{pagemap.Second: {Cells: target, Order: pagemap.ByPlace}}
	d.sketch.Boards = boards
	if two {
		for _, t := range options {
			if t != *target && !strings.HasPrefix(t.CSS, target.CSS) && !strings.HasPrefix(target.CSS, t.CSS) {
				boards[pagemap.First] = pagemap.Board{Cells: &t, Order: pagemap.ByPlace}
				d.found("board", t.String()+" is shot at by player 2")
				break
			}
		}
		if len(boards) < 2 {
			return fmt.Errorf("%w: there is one board of %d × %d cells, and not one for each player to shoot at", ErrNoMap, d.rows, d.cols)
		}
	}
	if rules, is := d.Rules.(hiddenFleet); is && d.Own {
		if err := d.revealFleet(rules); err != nil {
			return err
		}
	}
	pos, err := d.Rules.Start(d.Setup)
	if err != nil {
		return err
	}
	return d.shoot(pos)
}

// shoot takes samples of hits and misses.
func (d *pageDrafter) shoot(pos game.Position) error {
	v, err := d.open()
	if err != nil {
		return err
	}
	defer v.leave()
	samples := map[string][]pagemap.Cell{}
	index := func(owner string) int {
		return slices.IndexFunc(v.Map.Boards, func(b pagemap.Board) bool { return b.Owner == owner })
	}
	hits, misses := 0, 0
	for i := 0; i < d.rows*d.cols && (hits < 4 || misses < 4); i++ {
		at := game.Cell{Row: int16(i / d.cols), Col: int16(i % d.cols)}
		mover := pos.Turn()
		facts := d.Rules.Play(pos, game.Move{Cell: at}, nil)
		x, y, there := v.Map.Place(v.looked, v.rows, v.cols, at, false, mover)
		if !there || v.fallen != nil {
			break
		}
		if _, err := v.clickAt(x, y); err != nil {
			return err
		}
		if err := v.watch(); err != nil {
			return err
		}
		for _, f := range facts {
			switch f.Kind {
			case game.FactHit:
				hits++
			case game.FactMiss:
				misses++
			}
		}
	}
	for _, f := range d.Rules.View(pos, game.Nobody, nil) {
		owner := map[game.Player]string{game.First: pagemap.First, game.Second: pagemap.Second}[f.Player]
		cells := v.Map.InOrder(v.looked, index(owner), d.rows, d.cols)
		if i := int(f.Cell.Row)*d.cols + int(f.Cell.Col); f.Kind == game.FactCell && i < len(cells) {
			samples[f.Text] = append(samples[f.Text], cells[i])
		}
	}
	if d.sketch.Marks = pagemap.Tell(samples, pagemap.Sea); len(d.sketch.Marks) < 2 {
		return fmt.Errorf("%w: hits and misses cannot be told apart", ErrNoMap)
	}
	d.found("marks", fmt.Sprintf("%d hits and %d misses were told apart", hits, misses))
	d.findRestart(v)
	d.says()
	return v.err
}

// deeds matches what is clicked for the words of a table of cards.
var deeds = map[string]*regexp.Regexp{
	"deal": regexp.MustCompile(`(?i)^\W*(?:deal|new (?:hand|round|game))\b`),
	"hit":  regexp.MustCompile(`(?i)^\W*(?:hit|draw|card|twist)\b`), "stand": regexp.MustCompile(`(?i)^\W*(?:stand|stay|stick|hold)\b`),
	"double": regexp.MustCompile(`(?i)^\W*double\b`), "split": regexp.MustCompile(`(?i)^\W*split\b`), "surrender": regexp.MustCompile(`(?i)\bsurrender\b|give up`),
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
	v, err := d.open()
	if err != nil {
		return err
	}
	defer func() { v.leave() }()
	bet := game.Legal(v.Rules, v.begin())[0]
	v.try(bet)
	now, err := v.scan()
	if err != nil {
		return err
	}
	s.Buttons = map[string]pagemap.Thing{}
	d.named(d.first.Controls)
	if _, deals := s.Buttons["deal"]; deals && s.Field == nil { // only now it is known what deals
		v.leave()
		if v, err = d.open(); err != nil {
			return err
		}
		v.try(bet)
		if now, err = v.scan(); err != nil {
			return err
		}
	}
	d.named(now.Controls)
	if err := d.decisions(bet, now); err != nil {
		return err
	}
	d.found("buttons", fmt.Sprintf("%d of %d words have one", len(s.Buttons), len(deeds)))
	s.Next = d.next(now)
	hands, lie := map[string]pagemap.Control{}, map[string]int{} // the first card of each, and how many lie face up
	for _, t := range now.Texts {
		if of := pagemap.Siblings(t.CSS); of != "" && card.MatchString(t.Text) {
			if _, known := hands[of]; !known {
				hands[of] = t
			}
			lie[of]++
		}
	}
	if err := v.watch(); err != nil {
		return err
	}
	for _, t := range now.Texts {
		if _, is := hands[pagemap.Siblings(t.CSS)]; is {
			row := t.Box
			row.X, row.W = 0, now.Width()
			d.places = append(d.places, row)
		}
	}
	verbs := []string{"stand"}
	if _, opens := game.Opening(d.Rules); opens { // the deal changes nothing by which the player's hand would be noticed
		verbs = append(verbs, "hit")
	}
	for _, verb := range verbs {
		if _, is := s.Buttons[verb]; !is {
			continue
		}
		again, err := d.open()
		if err != nil {
			return err
		}
		again.try(bet)
		again.try(game.Move{Verb: verb})
		err = again.watch()
		ended, scanErr := again.scan()
		again.leave()
		if err != nil || scanErr != nil {
			return again.err
		}
		if s.Next == nil && verb == "stand" {
			s.Next = d.next(ended)
		}
	}
	d.says()
	d.headed()
	for of, t := range hands {
		say := pagemap.Saying{Of: pagemap.Thing{CSS: of}, Caption: "You", Join: pagemap.JoinCards}
		if dealers(of, lie) {
			say.Caption = "Dealer"
		}
		i := slices.IndexFunc(s.Says, func(o pagemap.Saying) bool { return d.texts[o.Of.CSS].Y > t.Y })
		if i < 0 {
			i = len(s.Says)
		}
		s.Says = slices.Insert(s.Says, i, say)
	}
	return v.err
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
func dealers(of string, lie map[string]int) bool {
	fewest, most := lie[of], lie[of]
	for _, n := range lie {
		fewest, most = min(fewest, n), max(most, n)
	}
	if fewest < most {
		return lie[of] == fewest
	}
	name := strings.ToLower(of)
	return strings.Contains(name, "dealer") || strings.Contains(name, "house")
}

// begin is the position at the beginning.
func (v *visit) begin() game.Position {
	pos, err := v.Rules.Start(v.d.Setup)
	if err != nil {
		return nil // the set-up was read before
	}
	return pos
}

// wordTrials are scripts by which a map is tried where there is no board of all.
func (d *pageDrafter) wordTrials() []suite.Script {
	script := suite.Script{Setup: d.Setup}
	pos, err := d.Rules.Start(d.Setup)
	if err != nil || d.Program != game.Nobody {
		return nil
	}
	legal := game.Legal(d.Rules, pos)
	if secret := d.Rules.Spell(d.Setup).Values()["word"]; secret != "" {
		legal = legal[:0]
		for _, g := range guesses(secret) {
			legal = append(legal, game.Move{Text: g})
		}
	}
	for _, m := range legal[:min(len(legal), 6)] {
		if _, refused := game.Refused(d.Rules.Play(pos, m, nil)); !refused {
			script.Steps = append(script.Steps, suite.Step{Act: suite.MakeMove, Move: m})
		}
	}
	return []suite.Script{script}
}
