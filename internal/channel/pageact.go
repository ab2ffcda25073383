package channel

import (
	"context"
	"fmt"
	"io/fs"
	"strings"

	"durchgang/core/game"
	"durchgang/core/pagemap"
	"durchgang/core/suite"
)

// act does what a moment asks for. It tells what was done, and whether there was a way to.
func (s *pageSeat) act(ctx context.Context, m suite.Moment, anew bool) (what string, tried bool, err error) {
	switch m.Step.Act {
	case suite.Again:
		return s.restart(ctx, anew)
	case suite.Reload:
		return "loads the page anew", true, s.page.Reload(ctx)
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

func (s *pageSeat) restart(ctx context.Context, anew bool) (string, bool, error) {
	box, there := s.Map.Box(s.looked, pagemap.RestartThing)
	switch {
	case anew:
		return "", true, nil // it was agreed to when the page asked
	case there && !box.Off:
		return "clicks on " + s.Map.Restart.String(), true, s.click(ctx, box)
	case s.Map.Reload:
		return "loads the page anew", true, s.page.Reload(ctx)
	}
	return "", false, nil
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
	x, y, there := s.Map.Place(s.looked, s.rows, s.cols, m.Step.Move.Cell, s.Rules.MoveKind() == game.NamesColumn, m.Mover)
	switch {
	case !there && s.Map.Field != nil:
		return s.enter(ctx, word)
	case !there:
		return "", false, nil
	}
	if !m.Step.Move.Cell.Inside(s.rows, s.cols) {
		if control, err := s.page.Under(ctx, x, y); err != nil || control || x < 0 || y < 0 {
			return "", false, err // there is something else beside the board, or nothing
		}
	}
	if s.Map.Touch {
		return "touches " + word, true, s.page.Tap(ctx, x, y)
	}
	return "clicks on " + word, true, s.page.Click(ctx, x, y, 1)
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
	x, y := field.Center()
	if err := s.page.Click(ctx, x, y, 3); err != nil { // which marks what is in it
		return "", false, err
	}
	if err := s.page.Type(ctx, "\b"+line); err != nil {
		return "", false, err
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
