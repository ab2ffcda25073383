package channel

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"maps"
	"slices"
	"strings"

	"durchgang/core/game"
	"durchgang/core/pagemap"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
	"durchgang/internal/sandbox"
	"durchgang/internal/surface"
)

// Causes of a page that cannot be played, for errors.Is.
var (
	ErrNoMap = errors.New("the game was not found in what is shown")
	ErrFits  = errors.New("the page map does not fit the page")
)

// Check opens the page and reports how the map does not fit it; what the page noted about
// itself says more. Errors are ErrFits, or about the machine.
func (p Page) Check(ctx context.Context) error {
	var misfit error
	_, err := p.On(ctx, func(p Page) (Performance, error) {
		s, leave, err := p.sit(ctx, sandbox.Spec{}, p.Setup)
		if err != nil {
			return Performance{}, err
		}
		defer leave()
		seat := s.(*pageSeat)
		seat.moment(suite.Moment{Step: suite.Step{Act: suite.Start}})
		if seat.fallen == nil {
			if misfit = p.Map.Fits(seat.looked, seat.rows, seat.cols); misfit != nil {
				misfit = fmt.Errorf("%w: %w%s", ErrFits, misfit, seat.remarks())
			}
		}
		return Performance{}, seat.err
	})
	return errors.Join(err, misfit)
}

// remarks are what a page noted about itself, to be put behind an error.
func (s *pageSeat) remarks() string {
	var list []string
	for _, n := range s.notes {
		if n.Kind != surface.NoteConsole && n.Kind != surface.NoteDialog && len(list) < 3 {
			list = append(list, n.String())
		}
	}
	if len(list) == 0 {
		return ""
	}
	return "; " + strings.Join(list, "; ")
}

// Drafting is a page of which the map is to be found.
type Drafting struct {
	Stage    Stage
	Rules    game.Rules
	Setup    game.Setup
	Own      bool        // the page makes the hidden set-up itself, and Setup is any
	Source   string      // of the page, in which set-ups may be listed that it chooses from
	Program  game.Player // that the page plays itself; Nobody where people play both
	Patience Patience
}

// PageDraft is a map that was found, and how sure it is.
type PageDraft struct {
	Map   *pagemap.Map
	Sure  float64 // the share of what was tried that came out as the rules say, 0 to 1
	Parts []PagePart
}

// PagePart is one thing that was looked for.
type PagePart struct {
	What  string `json:"what"`
	Found string `json:"found"` // in words; empty when it was not
}

// DraftPage finds the map of a page: it looks for a board of the right shape, makes moves
// whose facts it knows, and watches what changes. Errors are ErrNoMap, or about the machine.
func DraftPage(ctx context.Context, d Drafting) (draft PageDraft, err error) {
	ended, err := Page{Stage: d.Stage}.On(ctx, func(p Page) (Performance, error) {
		p.Rules, p.Setup, p.Patience, p.Seed = d.Rules, d.Setup, d.Patience, "draft"
		drafter := pageDrafter{Drafting: d, page: p, ctx: ctx, texts: map[string]pagemap.Control{}}
		drafter.rows, drafter.cols = d.Rules.Shape()
		var err error
		draft, err = drafter.draft()
		return Performance{}, err
	})
	if n := len(ended.Observations); err == nil && n > 0 {
		err = fmt.Errorf("%w: it ends the browser: %s", ErrNoMap, ended.Observations[n-1].Detail)
	}
	return draft, err
}

// pageDrafter finds the map of one page.
type pageDrafter struct {
	Drafting
	ctx        context.Context
	page       Page
	rows, cols int
	sketch     pagemap.Sketch
	first      pagemap.Scan               // of the page as it was opened
	texts      map[string]pagemap.Control // texts that have changed, by their selectors
	parts      []PagePart
	fallen     string        // how the page came to an end when it was clicked, or empty
	places     []pagemap.Box // of single letters or cards, which are not texts of their own
}

func (d *pageDrafter) found(what, found string) { d.parts = append(d.parts, PagePart{what, found}) }

func (d *pageDrafter) draft() (PageDraft, error) {
	v, err := d.open()
	if err != nil {
		return PageDraft{}, err
	}
	d.first, err = v.scan()
	v.leave()
	switch {
	case err != nil:
		return PageDraft{}, err
	case v.fallen != nil:
		return PageDraft{}, fmt.Errorf("%w: the page %s%s", ErrNoMap, v.fallen.Condition, v.remarks())
	case d.first.Empty:
		return PageDraft{}, fmt.Errorf("%w: it shows nothing%s", ErrNoMap, v.remarks())
	}
	switch {
	case d.rows == 0 && d.Rules.MoveKind() == game.NamesText:
		err = d.words()
	case d.Rules.Solo() || d.afloat():
		err = d.opened(d.sea, mostOpenings)
	default:
		err = d.grid()
	}
	if err != nil {
		return PageDraft{}, err
	}
	return d.settle()
}

// visit is a page that is tried.
type visit struct {
	*pageSeat
	leave func()
	d     *pageDrafter
}

// open opens the page anew, with what is known of it so far.
func (d *pageDrafter) open() (*visit, error) {
	m, err := d.sketch.Map(d.Program)
	if err != nil {
		return nil, fmt.Errorf("read the draft: %w", err)
	}
	d.page.Map = m
	s, leave, err := d.page.sit(d.ctx, sandbox.Spec{}, d.Setup)
	if err != nil {
		return nil, err
	}
	v := &visit{s.(*pageSeat), leave, d}
	v.moment(suite.Moment{Step: suite.Step{Act: suite.Start}})
	return v, v.err
}

// scan looks at all of the page.
func (v *visit) scan() (s pagemap.Scan, err error) {
	if v.fallen != nil {
		return s, nil
	}
	_ = v.bounded(func(ctx context.Context) (err error) {
		s, err = v.page.Scan(ctx)
		return err
	})
	return s, v.err
}

// clickAt clicks at a place; see does.
func (v *visit) clickAt(x, y float64) (changed []int, err error) {
	return v.does(func(ctx context.Context) error { return v.page.Click(ctx, x, y, 1) })
}

// does something and lets the page come to rest. changed are the board's cells that show something else
// then.
func (v *visit) does(act func(context.Context) error) (changed []int, err error) {
	before := v.board()
	v.notes, v.said, v.dialogs = nil, nil, nil
	_ = v.bounded(func(ctx context.Context) error {
		if err := act(ctx); err != nil {
			return err
		}
		return v.settle(ctx)
	})
	v.hear()
	return pagemap.Changed(before, v.board()), v.err
}

// play makes a move on the board; see does. Where a cursor is moved first, that does not count as a change.
func (v *visit) play(m game.Move, mover game.Player) (changed []int, err error) {
	if v.Map.Cursor == nil {
		return v.does(func(ctx context.Context) error {
			_, _, err := v.move(ctx, suite.Moment{Step: suite.Step{Act: suite.MakeMove, Move: m}, Mover: mover})
			return err
		})
	}
	at := m.Cell
	if v.Rules.MoveKind() == game.NamesColumn {
		at.Row = 0
	}
	if _, err := v.does(func(ctx context.Context) error { return v.steer(ctx, at) }); err != nil {
		return nil, err
	}
	return v.does(func(ctx context.Context) error { return v.page.Press(ctx, v.Map.Cursor.Put) })
}

func (v *visit) board() []pagemap.Cell { return v.Map.InOrder(v.looked, 0, v.rows, v.cols) }

// watch notes which texts beside the board are others than when the page was opened.
func (v *visit) watch() error {
	now, err := v.scan()
	if err != nil {
		return err
	}
	board := v.board()
	for _, t := range now.Beside(board) {
		old := slices.IndexFunc(v.d.first.Texts, func(o pagemap.Control) bool { return o.CSS == t.CSS })
		if _, known := v.d.texts[t.CSS]; !known && (old < 0 || v.d.first.Texts[old].Text != t.Text) {
			v.d.texts[t.CSS] = t
		}
	}
	return nil
}

// afloat reports whether ships are shot at.
func (d *pageDrafter) afloat() bool { return phrasebook.TableOf(d.Rules, d.Setup).Afloat() }

// says are the places where the page says something: the texts that changed, in the order of
// the page.
func (d *pageDrafter) says() {
	order := slices.SortedFunc(maps.Keys(d.texts), func(a, b string) int {
		x, y := d.texts[a], d.texts[b]
		return cmp.Or(cmp.Compare(x.Y, y.Y), cmp.Compare(x.X, y.X), cmp.Compare(a, b))
	})
	order = slices.DeleteFunc(order, func(css string) bool {
		return slices.ContainsFunc(d.places, func(b pagemap.Box) bool { return b.Covers(d.texts[css].Box) })
	})
	for _, css := range order {
		d.sketch.Says = append(d.sketch.Says, pagemap.Saying{Of: pagemap.Thing{CSS: css}})
	}
	if len(order) > 0 {
		d.found("what it says", strings.Join(order, ", "))
	} else {
		d.found("what it says", "")
	}
}

// settle plays some scripts by the map, to see how far it leads.
func (d *pageDrafter) settle() (PageDraft, error) {
	m, err := d.sketch.Map(d.Program)
	if err != nil {
		return PageDraft{}, fmt.Errorf("read the draft: %w", err)
	}
	d.page.Map = m
	agrees, tried := 0, 0
	for _, script := range d.trials() {
		moments, err := script.Moments(d.Rules)
		if err != nil {
			continue // the trial does not fit the variant
		}
		p, err := d.page.Play(d.ctx, sandbox.Spec{}, moments)
		if err != nil {
			return PageDraft{}, err
		}
		for i, o := range p.Observations {
			for _, f := range o.Facts {
				if f.Kind == game.FactCell || f.Kind == game.FactTurn || f.Kind == game.FactWon || f.Kind == game.FactDrawn ||
					f.Kind == game.FactShown {
					tried++
					if slices.Contains(moments[i].View, f) || slices.Contains(moments[i].Facts, f) ||
						moments[i].Result.Over() && (f.Kind == game.FactWon || f.Kind == game.FactTurn) {
						agrees++
					}
				}
			}
		}
	}
	draft := PageDraft{Map: m, Parts: d.parts}
	if tried > 0 {
		draft.Sure = float64(agrees) / float64(tried)
	}
	return draft, nil
}
