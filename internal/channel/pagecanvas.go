package channel

import (
	"context"
	"math"

	"durchgang/core/game"
	"durchgang/core/pagemap"
	"durchgang/internal/surface"
)

// findCanvas finds a board that is drawn, by clicking here and there and watching where
// something is drawn; nil when nothing is. Two marks far apart tell where the board lies.
func (d *pageDrafter) findCanvas(c pagemap.Control) (*pagemap.Board, error) {
	v, err := d.open()
	if err != nil {
		return nil, err
	}
	defer v.leave()
	t := canvasTrial{visit: v, canvas: c}
	if d.Rules.MoveKind() == game.NamesColumn {
		return t.falling(), v.err
	}
	return t.placed(), v.err
}

// canvasTrial clicks on one canvas.
type canvasTrial struct {
	*visit
	canvas pagemap.Control
}

// draws clicks at a place of the canvas, in fractions, and returns what is drawn nearest to
// it, or with anywhere to its column.
func (t canvasTrial) draws(x, y float64, column bool) (part surface.Part, drawn bool) {
	if t.fallen != nil {
		return part, false
	}
	var parts []surface.Part
	_ = t.bounded(func(ctx context.Context) (err error) {
		if _, err = t.page.Drawn(ctx, t.canvas.CSS); err != nil {
			return err
		}
		if err = t.page.Click(ctx, t.canvas.X+x*t.canvas.W, t.canvas.Y+y*t.canvas.H, 1); err != nil {
			return err
		}
		if err = t.settle(ctx); err == nil {
			parts, err = t.page.Drawn(ctx, t.canvas.CSS)
		}
		return err
	})
	nearest := 0.9 / float64(min(t.rows, t.cols)) // less than a cell away
	for _, p := range parts {
		px, py := p.Center()
		far := math.Abs(px - x)
		if !column {
			far = math.Hypot(px-x, py-y)
		}
		if p.Right-p.Left < 1.3/float64(t.cols) && p.Bottom-p.Top < 1.3/float64(t.rows) && far < nearest {
			part, drawn, nearest = p, true, far
		}
	}
	return part, drawn
}

// around are places in a corner of the canvas, the likeliest first: 0 for the first of so
// many cells, 1 for the last.
func around(end float64, n int) []float64 {
	cell := 1 / float64(n)
	var list []float64
	for _, in := range []float64{0.5, 0.9, 1.2, 0.3} {
		if at := in * cell; end == 0 {
			list = append(list, at)
		} else {
			list = append(list, 1-at)
		}
	}
	return list
}

// placed finds a board on which marks lie where one clicks.
func (t canvasTrial) placed() *pagemap.Board {
	corner := func(right, bottom float64) (part surface.Part, drawn bool) {
		for _, y := range around(bottom, t.rows) {
			for _, x := range around(right, t.cols) {
				if part, drawn = t.draws(x, y, false); drawn {
					return part, true
				}
			}
		}
		return part, false
	}
	first, drawn := corner(0, 0)
	if !drawn {
		return nil
	}
	last, drawn := corner(1, 1)
	if !drawn {
		return nil
	}
	x0, y0 := first.Center()
	x1, y1 := last.Center()
	return t.board(x0, y0, (x1-x0)/float64(t.cols-1), (y1-y0)/float64(t.rows-1))
}

// falling finds a board on which marks fall to the bottom of a column.
func (t canvasTrial) falling() *pagemap.Board {
	column := func(right float64) (part surface.Part, drawn bool) {
		for _, x := range around(right, t.cols) {
			if part, drawn = t.draws(x, 0.5, true); drawn {
				return part, true
			}
		}
		return part, false
	}
	first, drawn := column(0)
	if !drawn {
		return nil
	}
	last, drawn := column(1)
	if !drawn {
		return nil
	}
	x0, y0 := first.Center()
	x1, _ := last.Center()
	above, drawn := t.draws(x0, 0.5, true)
	_, y1 := above.Center()
	if !drawn || y0 == y1 {
		return nil
	}
	high, top := y0-y1, y0-(y0-y1)*float64(t.rows-1)
	if high < 0 { // they rise
		high, top = -high, y0
	}
	return t.board(x0, top, (x1-x0)/float64(t.cols-1), high)
}

// board is the board whose first cell has its middle at a place, with cells of that size.
func (t canvasTrial) board(x, y, wide, high float64) *pagemap.Board {
	c := pagemap.Canvas{Of: pagemap.Thing{CSS: t.canvas.CSS}, Left: x - wide/2, Top: y - high/2}
	c.Right, c.Bottom = c.Left+wide*float64(t.cols), c.Top+high*float64(t.rows)
	for _, f := range []*float64{&c.Left, &c.Top, &c.Right, &c.Bottom} {
		*f = math.Round(min(1, max(0, *f))*1000) / 1000
	}
	if wide <= 0 || high <= 0 || c.Left >= c.Right || c.Top >= c.Bottom {
		return nil
	}
	return &pagemap.Board{Canvas: &c, Order: pagemap.ByPlace}
}
