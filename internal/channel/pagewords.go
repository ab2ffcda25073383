package channel

import (
	"fmt"
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
