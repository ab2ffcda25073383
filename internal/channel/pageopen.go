package channel

import (
	"context"
	"errors"
	"fmt"
	"regexp"
	"slices"
	"strings"

	"durchgang/core/pagemap"
)

// opened finds something on the page, and where it is not there, what has to be done before: fields
// are filled in with names, and something is clicked, up to so many times.
func (d *pageDrafter) opened(find func() error, clicks int) error {
	cause := find()
	if !errors.Is(cause, ErrNoMap) || clicks == 0 {
		return cause
	}
	closed, before := d.first, d.sketch
	starts := closed.Clickable()
	for _, c := range starts[:min(len(starts), mostStarts)] {
		d.sketch.Start = slices.Clone(before.Start)
		d.fillIn(closed)
		d.sketch.Start = append(d.sketch.Start, pagemap.Opening{Of: c.Thing()})
		var err error
		if d.first, err = d.scanOpened(); err != nil {
			return err
		}
		if !d.first.Like(closed) {
			if err = d.opened(find, clicks-1); !errors.Is(err, ErrNoMap) {
				d.found("start", fmt.Sprintf("%q is clicked first", c.Text))
				return err
			}
		}
		d.first, d.sketch = closed, before
	}
	return cause
}

const (
	mostOpenings = 2 // that follow each other
	mostStarts   = 6 // that are tried
)

// fillIn types names where texts can be typed.
func (d *pageDrafter) fillIn(scan pagemap.Scan) {
	for i, f := range scan.Fields() {
		if i == len(openingNames) {
			break
		}
		d.sketch.Start = append(d.sketch.Start, pagemap.Opening{Of: f.Thing(), Type: openingNames[i]})
		d.sketch.Names[i] = openingNames[i]
	}
}

// openingNames are typed where a page asks for the players' names.
var openingNames = [...]string{"Anna", "Ben"}

// scanOpened is the page as it is once it has been opened.
func (d *pageDrafter) scanOpened() (pagemap.Scan, error) {
	v, err := d.open()
	if err != nil {
		return pagemap.Scan{}, err
	}
	defer v.leave()
	return v.scan()
}

// findRestart looks for what begins another game once one is over: what is called so, and
// brings back what the page showed at first.
func (d *pageDrafter) findRestart(v *visit) {
	now, err := v.scan()
	if err != nil {
		return
	}
	fresh := d.fresh()
	begins := func(what string, thing pagemap.Thing, act func(context.Context) error) bool {
		before := v.unlike(fresh)
		if before == 0 {
			return false
		}
		if _, err := v.does(act); err != nil {
			return false
		}
		_ = v.bounded(v.start)
		_ = v.watch()
		if v.unlike(fresh) >= before || len(pagemap.Changed(v.board(), v.Map.InOrder(fresh, 0, v.rows, v.cols))) > 0 {
			return false
		}
		d.sketch.Restart = &thing
		d.found("another game", what+" begins one")
		return true
	}
	for _, c := range now.Restarts() {
		onBoard := slices.ContainsFunc(v.board(), func(b pagemap.Cell) bool { return b.Covers(c.Box) })
		x, y := c.Center()
		if !onBoard && begins(fmt.Sprintf("%q", c.Text), c.Thing(), func(ctx context.Context) error { return v.page.Click(ctx, x, y, 1) }) {
			return
		}
	}
	for _, key := range restartKeys(now) {
		if begins(key, pagemap.Thing{Key: key}, func(ctx context.Context) error { return v.page.Press(ctx, key) }) {
			return
		}
	}
	d.found("another game", "")
}

// restartKeys are keys that may begin another game: letters that a page names, and the usual ones.
func restartKeys(scan pagemap.Scan) (keys []string) {
	for _, t := range scan.Texts {
		for _, m := range loneLetter.FindAllStringSubmatch(t.Text, -1) {
			if key := strings.ToLower(m[1]); !slices.Contains(keys, key) && len(keys) < 6 {
				keys = append(keys, key)
			}
		}
	}
	return append(keys, "Enter", " ", "Escape")
}

var loneLetter = regexp.MustCompile(`(?:^|[^\pL\pN'])([A-Za-z])(?:$|[^\pL\pN'])`)

// fresh is what the page shows when it is opened: its board, and its texts.
func (d *pageDrafter) fresh() pagemap.Look {
	v, err := d.open()
	if err != nil {
		return pagemap.Look{}
	}
	defer v.leave()
	return v.looked
}

// unlike counts what the page shows otherwise than in a look: cells, and texts.
func (v *visit) unlike(l pagemap.Look) (n int) {
	for i := range min(len(l.Boards), len(v.looked.Boards)) {
		n += len(pagemap.Changed(v.looked.Boards[i], l.Boards[i]))
	}
	now, err := v.scan()
	if err != nil {
		return n
	}
	for _, t := range now.Texts {
		if !slices.ContainsFunc(v.d.first.Texts, func(o pagemap.Control) bool { return o.CSS == t.CSS && o.Text == t.Text }) {
			n++
		}
	}
	return n
}
