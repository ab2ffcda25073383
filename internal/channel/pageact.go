package channel

import (
	"context"
	"fmt"
	"io/fs"
	"slices"
	"strings"

	"durchgang/core/game"
	"durchgang/core/pagemap"
	"durchgang/core/suite"
	"durchgang/internal/surface"
)

// act does what a moment asks for. It tells what was done, and whether there was a way to.
func (s *pageSeat) act(ctx context.Context, m suite.Moment, anew bool) (what string, tried bool, err error) {
	switch m.Step.Act {
	case suite.Again:
		return s.restart(ctx, anew)
	case suite.Reload:
		return "loads the page anew", true, s.opened(ctx, s.page.Reload(ctx))
	case suite.TypeLine:
		return s.enter(ctx, m.Step.Text)
	case suite.Look:
		return "", false, nil
	}
	if next, there := s.Map.Box(s.looked, pagemap.NextThing); there && !next.Off && s.table.Rounds() {
		if err := s.click(ctx, next); err != nil {
			return "", false, err
		}
		if err := s.settle(ctx); err != nil {
			return "", false, err
		}
	}
	return s.move(ctx, m)
}

func (s *pageSeat) restart(ctx context.Context, anew bool) (what string, tried bool, err error) {
	box, there := s.Map.Box(s.looked, pagemap.RestartThing)
	switch {
	case anew:
		return "", true, nil // it was agreed to when the page asked
	case s.Map.Restart != nil && s.Map.Restart.Key != "":
		what, err = "presses "+s.Map.Restart.Key, s.page.Press(ctx, s.Map.Restart.Key)
	case there && !box.Off:
		what, err = "clicks on "+s.Map.Restart.String(), s.click(ctx, box)
	case s.Map.Reload:
		what, err = "loads the page anew", s.page.Reload(ctx)
	default:
		return "", false, nil
	}
	return what, true, s.opened(ctx, err)
}

// opened does what comes before a game, once another one was begun without an error.
func (s *pageSeat) opened(ctx context.Context, err error) error {
	s.home()
	if err != nil || len(s.Map.Start) == 0 {
		return err
	}
	if err := s.settle(ctx); err != nil {
		return err
	}
	return s.start(ctx)
}

// start does what the map has to be done before a game, as far as it is there.
func (s *pageSeat) start(ctx context.Context) error {
	s.home()
	for i, o := range s.Map.Start {
		box, there := s.Map.Box(s.looked, pagemap.StartThing(i))
		if !there || box.Off {
			continue
		}
		err := s.click(ctx, box)
		if o.Type != "" && err == nil {
			err = s.fill(ctx, box, o.Type)
		}
		if err == nil {
			err = s.settle(ctx)
		}
		if err != nil {
			return err
		}
	}
	return nil
}

// fill types a text into a field, in the place of what is in it.
func (s *pageSeat) fill(ctx context.Context, field pagemap.Box, text string) error {
	x, y := field.Center()
	if err := s.page.Click(ctx, x, y, 3); err != nil { // which marks what is in it
		return err
	}
	return s.page.Type(ctx, "\b"+text)
}

// move makes a move as the map says.
func (s *pageSeat) move(ctx context.Context, m suite.Moment) (string, bool, error) {
	word := s.Rules.FormatMove(m.Step.Move)
	switch s.Rules.MoveKind() {
	case game.NamesText:
		return s.say(ctx, m.Step.Move, word)
	case game.NamesShip:
		return "", false, nil
	}
	if m.Step.Move.Verb != "" {
		return "", false, nil // a ship is placed, which pages do in too many ways
	}
	column := s.Rules.MoveKind() == game.NamesColumn
	if s.Map.Cursor != nil || s.Map.Keys != nil {
		return s.press(ctx, m.Step.Move.Cell, word)
	}
	x, y, there := s.Map.Place(s.looked, s.rows, s.cols, m.Step.Move.Cell, column, m.Mover)
	switch {
	case !there && s.Map.Field != nil:
		if forms := s.Map.Book.Forms(nil, s.Rules.MoveKind()); len(forms) == 1 && forms[0].Prompts() == 1 { // it is settled
			word = forms[0].Lines(m.Step.Move, s.rows, s.cols)[0]
		}
		return s.enter(ctx, word)
	case !there:
		return "", false, nil
	}
	if !m.Step.Move.Cell.Inside(s.rows, s.cols) {
		if control, err := s.page.Under(ctx, x, y); err != nil || control || x < 0 || y < 0 {
			return "", false, err // there is something else beside the board, or nothing
		}
	}
	if s.Map.Drag.First != nil {
		return s.drag(ctx, surface.Place{X: x, Y: y}, m.Mover, word)
	}
	if s.Map.Touch {
		return "touches " + word, true, s.page.Tap(ctx, x, y)
	}
	if s.Map.Double {
		return "clicks twice on " + word, true, s.page.Click(ctx, x, y, 2)
	}
	return "clicks on " + word, true, s.page.Click(ctx, x, y, 1)
}

// drag makes a move by dragging a piece to its cell.
func (s *pageSeat) drag(ctx context.Context, to surface.Place, mover game.Player, word string) (string, bool, error) {
	piece, there := s.Map.Piece(s.looked, mover)
	if !there {
		return "", false, nil
	}
	x, y := piece.Center()
	return "drags a piece to " + word, true, s.page.Drag(ctx, surface.Place{X: x, Y: y}, to)
}

// press makes a move by keys. No key leads beside the board.
func (s *pageSeat) press(ctx context.Context, at game.Cell, word string) (string, bool, error) {
	n := int(at.Row)*s.cols + int(at.Col)
	if s.Rules.MoveKind() == game.NamesColumn {
		at.Row, n = 0, int(at.Col)
	}
	switch {
	case !at.Inside(s.rows, s.cols):
		return "", false, nil
	case n < len(s.Map.Keys):
		return "presses " + s.Map.Keys[n], true, s.page.Press(ctx, s.Map.Keys[n])
	case s.Map.Cursor == nil:
		return "", false, nil
	}
	if err := s.steer(ctx, at); err != nil {
		return "", false, err
	}
	return fmt.Sprintf("steers to %s and presses %s", word, s.Map.Cursor.Put), true, s.page.Press(ctx, s.Map.Cursor.Put)
}

// steer moves the cursor to a cell.
func (s *pageSeat) steer(ctx context.Context, to game.Cell) error {
	for _, axis := range []struct {
		from        *int16
		to          int16
		back, ahead string
	}{{&s.cursor.Row, to.Row, "ArrowUp", "ArrowDown"}, {&s.cursor.Col, to.Col, "ArrowLeft", "ArrowRight"}} {
		for *axis.from != axis.to {
			key, step := axis.ahead, int16(1)
			if *axis.from > axis.to {
				key, step = axis.back, -1
			}
			if err := s.page.Press(ctx, key); err != nil {
				return err
			}
			*axis.from += step
		}
	}
	if s.Map.Cursor.Returns {
		s.home()
	}
	return nil
}

// home notes that the cursor is where it is at the start of a game.
func (s *pageSeat) home() {
	if c := s.Map.Cursor; c != nil {
		s.cursor = game.Cell{Row: int16(c.Row - 1), Col: int16(c.Col - 1)}
		if s.Rules.MoveKind() == game.NamesColumn {
			s.cursor.Row = 0
		}
	}
}

// say makes a move that is a letter or a word.
func (s *pageSeat) say(ctx context.Context, move game.Move, word string) (string, bool, error) {
	if box, there := s.Map.Button(s.looked, word, move.Verb); there {
		return "clicks on " + word, true, s.click(ctx, box)
	}
	letter := strings.TrimPrefix(word, "=")
	whole := letter != word || len([]rune(letter)) != 1
	if box, there := s.Map.Letter(s.looked, letter); there && !whole {
		return "clicks on " + letter, true, s.click(ctx, box)
	}
	switch {
	case s.Map.Keyboard && !whole:
		return "types " + letter, true, s.page.Type(ctx, letter)
	case s.Map.Field != nil:
		return s.enter(ctx, letter)
	}
	return "", false, nil
}

// enter types a line into the map's field.
func (s *pageSeat) enter(ctx context.Context, line string) (string, bool, error) {
	field, there := s.Map.Box(s.looked, pagemap.FieldThing)
	if !there || field.Off {
		return "", false, nil
	}
	if err := s.fill(ctx, field, line); err != nil {
		return "", false, err
	}
	stood := s.Map.Stands(pagemap.Seen{Look: s.looked})
	if err := s.settle(ctx); err != nil {
		return "", false, err
	}
	if now, _ := s.Map.Box(s.looked, pagemap.FieldThing); now.Text != strings.TrimSpace(line) &&
		slices.Equal(stood, s.Map.Stands(pagemap.Seen{Look: s.looked})) {
		return "", false, s.fill(ctx, field, "") // the field does not take it, which a person sees
	}
	what := fmt.Sprintf("types %q", line)
	if s.Map.Send == nil {
		return what, true, s.page.Type(ctx, "\n")
	}
	send, there := s.Map.Box(s.looked, pagemap.SendThing)
	if !there {
		return what, true, nil
	}
	return what, true, s.click(ctx, send)
}

func (s *pageSeat) click(ctx context.Context, b pagemap.Box) error {
	x, y := b.Center()
	if s.Map.Touch {
		return s.page.Tap(ctx, x, y)
	}
	return s.page.Click(ctx, x, y, 1)
}

// overlay is a folder with some files more.
type overlay struct {
	under fs.FS
	files map[string]string
}

// Open implements fs.FS, without those files.
func (o overlay) Open(name string) (fs.File, error) { return o.under.Open(name) }

// ReadFile implements fs.ReadFileFS.
func (o overlay) ReadFile(name string) ([]byte, error) {
	if text, there := o.files[name]; there {
		return []byte(text), nil
	}
	return fs.ReadFile(o.under, name)
}
