package channel

import (
	"fmt"
	"slices"
	"strings"

	"durchgang/core/game"
	"durchgang/core/pagemap"
)

// typedWays are what may be typed for a move on a page whose board is a text, with the number of the first row,
// column or cell.
var typedWays = map[game.MoveKind][]typedWay{
	game.NamesCell: {
		{"{number}", 1}, {"{letter}{row}", 1}, {"{small-letter}{row}", 1}, {"{row-letter}{col}", 1}, {"{row} {col}", 1}, {"{row},{col}", 1},
		{"{number}", 0}, {"{row} {col}", 0}, {"{row},{col}", 0}, {"{col} {row}", 1}, {"{col},{row}", 1}, {"{number-from-bottom}", 1},
	},
	game.NamesColumn: {{"{col}", 1}, {"{col}", 0}, {"{letter}", 1}, {"{small-letter}", 1}},
}

type typedWay struct {
	template string
	base     int
}

// mostTexts bounds the texts that are tried as a board.
const mostTexts = 3

// findText finds a board that is a text of several lines, where moves are typed into a field: the way of typing
// with which marks stand where they were put.
func (d *pageDrafter) findText() (found bool, err error) {
	field, send := d.first.Field()
	if field == nil {
		return false, nil
	}
	texts := slices.DeleteFunc(slices.Clone(d.first.Texts), func(t pagemap.Control) bool {
		return strings.Count(strings.TrimSpace(t.Text), "\n")+1 < d.rows
	})
	before := d.sketch
	for _, text := range texts[:min(len(texts), mostTexts)] {
		for _, way := range typedWays[d.Rules.MoveKind()] {
			d.sketch = before
			d.sketch.Field, d.sketch.Send, d.sketch.Typed, d.sketch.Base = field, send, way.template, way.base
			d.sketch.Says = []pagemap.Saying{{Of: pagemap.Thing{CSS: text.CSS}}}
			placed, err := d.typesTo()
			if err != nil {
				return false, err
			}
			if !placed {
				continue
			}
			d.found("board", fmt.Sprintf("the text of %s, %d × %d; a move is typed as %s", text.CSS, d.rows, d.cols, way.template))
			d.texts[text.CSS] = text
			d.sketch.Says = nil
			d.says()
			return true, d.textRestart()
		}
	}
	d.sketch = before
	return false, nil
}

// textRestart looks for what begins another game, once one was played to its end.
func (d *pageDrafter) textRestart() error {
	v, err := d.open()
	if err != nil {
		return err
	}
	defer v.leave()
	begins, _ := d.lines()
	for _, m := range begins {
		if v.try(m); v.fallen != nil {
			return v.err
		}
	}
	d.findRestart(v)
	return v.err
}

// typesTo reports whether moves of both players, typed as the sketch says, stand on the board where they were put, and
// watches what the page says meanwhile.
func (d *pageDrafter) typesTo() (placed bool, err error) {
	begins, other := d.lines()
	for _, moves := range [][]game.Move{begins, other} {
		v, err := d.open()
		if err != nil {
			return false, err
		}
		placed, err = v.types(moves)
		v.leave()
		if err != nil || !placed {
			return false, err
		}
	}
	return true, nil
}

func (v *visit) types(moves []game.Move) (placed bool, err error) {
	pos, err := v.Rules.Start(v.d.Setup)
	if err != nil {
		return false, err
	}
	for n, m := range moves {
		v.Rules.Play(pos, m, nil)
		v.try(m)
		if v.fallen != nil || v.err != nil {
			return false, v.err
		}
		view := v.Rules.View(pos, game.Nobody, nil)
		marks, wrong := 0, false
		for _, f := range v.done.Observations[len(v.done.Observations)-1].Facts {
			if f.Kind == game.FactCell {
				wrong = wrong || !slices.Contains(view, f)
				if f.Player != game.Nobody {
					marks++
				}
			}
		}
		if wrong || marks != n+1 {
			return false, nil
		}
	}
	return true, v.watch()
}
