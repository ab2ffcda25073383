package desk

import (
	"errors"
	"fmt"
	"slices"
	"strings"

	"durchgang/core/game"
	"durchgang/core/suite"
)

// Mirror is a way to make a script of another one that tests the same.
type Mirror struct {
	Name string `json:"name"`
	Says string `json:"says"`
}

// otherPlayer is the mirror in which the players change places.
const otherPlayer = "other-player"

// boardMirror is a mirror of a board.
type boardMirror struct {
	Mirror
	square, falls bool // only of square boards; also where marks fall
	to            func(c game.Cell, rows, cols int16) game.Cell
}

var maps = []boardMirror{
	{Mirror{"left-right", "reflected, left to right"}, false, true, func(c game.Cell, _, cols int16) game.Cell { return game.Cell{Row: c.Row, Col: cols - 1 - c.Col} }},
	{Mirror{"top-bottom", "reflected, top to bottom"}, false, false, func(c game.Cell, rows, _ int16) game.Cell { return game.Cell{Row: rows - 1 - c.Row, Col: c.Col} }},
	{Mirror{"half-turn", "turned by half"}, false, false, func(c game.Cell, rows, cols int16) game.Cell {
		return game.Cell{Row: rows - 1 - c.Row, Col: cols - 1 - c.Col}
	}},
	{Mirror{"right-turn", "turned to the right"}, true, false, func(c game.Cell, rows, _ int16) game.Cell { return game.Cell{Row: c.Col, Col: rows - 1 - c.Row} }},
	{Mirror{"left-turn", "turned to the left"}, true, false, func(c game.Cell, _, cols int16) game.Cell { return game.Cell{Row: cols - 1 - c.Col, Col: c.Row} }},
	{Mirror{"diagonal", "reflected at the diagonal"}, true, false, func(c game.Cell, _, _ int16) game.Cell { return game.Cell{Row: c.Col, Col: c.Row} }},
}

// mirrorsOf lists the mirrors of a game.
func mirrorsOf(rules game.Rules) []Mirror {
	list := []Mirror{}
	if !rules.Solo() {
		list = append(list, Mirror{otherPlayer, "the same for the other player"})
	}
	if _, ships := rules.(game.HasShips); ships {
		return list // ships that are given would have to move as well
	}
	rows, cols := rules.Shape()
	for _, m := range maps {
		if rows > 0 && (!m.square || rows == cols) && (m.falls || rules.MoveKind() == game.NamesCell) {
			list = append(list, m.Mirror)
		}
	}
	return list
}

// mirrorScript adds the mirror of a script after it.
func (c *change) mirrorScript() error {
	script, err := c.script()
	if err != nil {
		return err
	}
	mirrors := mirrorsOf(c.suite.Rules)
	i := slices.IndexFunc(mirrors, func(m Mirror) bool { return m.Name == c.edit.How })
	switch {
	case i < 0:
		return fmt.Errorf("%q: a script of this game cannot be mirrored so", c.edit.How)
	case c.suite.Open(*script):
		return errors.New("a program has a part in this script, so that its mirror may not be the same")
	}
	twin := *script
	twin.Public, twin.Comments, twin.Title = false, nil, twin.Title+", "+mirrors[i].Says
	if c.edit.How == otherPlayer {
		err = c.changeSides(&twin)
	} else {
		err = c.moveCells(&twin)
	}
	if err != nil {
		return err
	}
	c.addAfter(twin)
	return nil
}

// moveCells moves the cells of all moves. Those off the board move as well, as long as they can still be written.
func (c *change) moveCells(twin *suite.Script) error {
	rules := c.suite.Rules
	rows, cols := rules.Shape()
	m := maps[slices.IndexFunc(maps, func(m boardMirror) bool { return m.Name == c.edit.How })]
	twin.Steps = slices.Clone(twin.Steps)
	for i := range twin.Steps {
		step := &twin.Steps[i]
		if step.Act != suite.MakeMove {
			continue
		}
		was := *step
		step.Move.Cell = m.to(step.Move.Cell, int16(rows), int16(cols))
		if rules.MoveKind() == game.NamesColumn {
			step.Move.Cell.Row = was.Move.Cell.Row
		}
		if again, err := rules.ParseMove(rules.FormatMove(step.Move)); err != nil || again != step.Move {
			return fmt.Errorf("%s lies too far off the board to be mirrored", rules.FormatMove(was.Move))
		}
	}
	return nil
}

// changeSides puts a move before each game of the script that changes nothing of it, so that each player makes the moves of
// the other one. With ships the fleets change too.
func (c *change) changeSides(twin *suite.Script) error {
	right, err := twin.Moments(c.suite.Rules)
	if err != nil {
		return err
	}
	if _, ships := c.suite.Rules.(game.HasShips); ships {
		twin.Setup = game.Setup(strings.NewReplacer("first=", "second=", "second=", "first=").Replace(string(twin.Setup)))
	}
	pos, err := c.suite.Rules.Start(twin.Setup)
	if err != nil {
		return err
	}
	for _, spare := range game.Legal(c.suite.Rules, pos) {
		changed := *twin
		changed.Steps = nil
		begins := true
		for _, step := range twin.Steps {
			if begins {
				changed.Steps = append(changed.Steps, suite.Step{Act: suite.MakeMove, Move: spare})
			}
			changed.Steps = append(changed.Steps, step)
			begins = step.Act == suite.Again
		}
		told, err := changed.Moments(c.suite.Rules)
		if err == nil && opposite(right, told) {
			*twin = changed
			return nil
		}
	}
	return errors.New("there is no move with which the other player could begin and leave the rest of the script as it is")
}

// opposite reports whether a script with one move more before each game goes as another one with the players changed.
func opposite(right, told []suite.Moment) bool {
	i := 0
	for _, m := range right {
		if m.Step.Act == suite.Start || m.Step.Act == suite.Again {
			i++ // the move that was put before
			if i >= len(told) || told[i].Result.Over() {
				return false
			}
			i++
			continue
		}
		if i >= len(told) {
			return false
		}
		t := told[i]
		_, a := game.Refused(m.Facts)
		_, b := game.Refused(t.Facts)
		if a != b || t.Result.Outcome != m.Result.Outcome || t.Result.Winner != m.Result.Winner.Opponent() {
			return false
		}
		i++
	}
	return i == len(told)
}
