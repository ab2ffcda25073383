package phrasebook

import (
	"cmp"
	"fmt"
	"regexp"
	"slices"
	"strings"

	"durchgang/core/game"
)

// forms compiles the ways to type a move: one that always holds, else those of
// the book and then the built-in ones, each chosen by what a program says.
func (c *compiler) forms(own, builtIn form) {
	if own.Form.When != "" {
		c.fail("$.when", ErrWhen)
	}
	if own.Form.Screen != "" {
		c.fail("$.screen", ErrWhen)
	}
	if own.Form.Move != nil {
		form := c.form("$", own.Form)
		form.kind = "" // for every game
		form.codes = own.Codes
		c.book.forms = []Form{form}
	}
	for i, f := range own.Forms {
		c.book.forms = append(c.book.forms, c.form(fmt.Sprintf("$.forms[%d]", i), f))
	}
	for _, f := range builtIn.Forms {
		if own.Form.Base != nil {
			f.Base = own.Form.Base
		}
		c.book.forms = append(c.book.forms, c.form("$", f))
	}
	for _, last := range []formDocument{
		{For: string(game.NamesColumn), Move: []partDocument{{Type: "{col}"}}},
		{For: string(game.NamesShip), Move: []partDocument{{Type: "{letter}{row} {way}"}}},
		{For: string(game.NamesHeap), Move: []partDocument{{Type: "{heap} {count}"}}},
		{For: string(game.NamesText), Move: []partDocument{{Type: "{text}"}}},
		{Move: []partDocument{{Type: "{row} {col}"}}},
	} {
		last.Base = own.Form.Base
		c.book.forms = append(c.book.forms, c.form("$", last))
	}
}

func (c *compiler) form(path string, d formDocument) Form {
	form := Form{base: announced, kind: game.MoveKind(d.For), ways: [2]string{cmp.Or(d.Across, "H"), cmp.Or(d.Down, "V")}}
	switch form.kind {
	case "":
		form.kind = game.NamesCell
	case game.NamesCell, game.NamesColumn, game.NamesText, game.NamesHeap, game.NamesShip:
	default:
		c.fail(path+".for", ErrFor)
	}
	if d.Base != nil {
		form.base = c.base(path, *d.Base)
	}
	if d.When != "" {
		form.when = c.pattern(path+".when", d.When)
	}
	if d.Screen != "" {
		form.screen = c.pattern(path+".screen", d.Screen)
	}
	if len(d.Move) == 0 {
		c.fail(path+".move", ErrNoMove)
	}
	for i, p := range d.Move {
		form.prompts = append(form.prompts, c.part(fmt.Sprintf("%s.move[%d]", path, i), p, len(d.Move) > 1))
	}
	return form
}

// part compiles one prompt of a move. Where a move has several, one that does not
// say how it is asked for is known by the word row or column.
func (c *compiler) part(path string, p partDocument, several bool) part {
	c.typed(path+".type", p.Type)
	used := placeholder.FindAllString(p.Type, -1)
	if len(used) == 0 || slices.ContainsFunc(used, func(name string) bool { return fields[name] == nil }) {
		c.fail(path+".type", ErrPart)
		return part{}
	}
	compiled := part{template: p.Type}
	switch {
	case p.Ask != "":
		compiled.ask = c.pattern(path+".ask", p.Ask)
	case several && strings.Contains(used[0], "heap"):
		compiled.ask = regexp.MustCompile(`(?i)\b(?:heap|pile|row|stack|line|which)\b`)
	case several && used[0] == "{count}":
		compiled.ask = regexp.MustCompile(`(?i)\b(?:how many|number of|count)\b`)
	case several && strings.HasPrefix(used[0], "{row"):
		compiled.ask = regexp.MustCompile(`(?i)\brow\b`)
	case several:
		compiled.ask = regexp.MustCompile(`(?i)\bcol(?:umn)?\b`)
	}
	return compiled
}
