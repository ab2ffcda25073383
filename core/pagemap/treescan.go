package pagemap

import (
	"math"
	"slices"
	"strings"
)

// Scan finds what may be of use in windows of which nothing is known.
func (t Tree) Scan() (s Scan) {
	type size struct {
		kind string
		w, h int
	}
	sets := map[size][]*Element{}
	var order []size
	s.Empty = true
	for _, e := range t.Root.all() {
		if e.Off || e.W <= 0 || e.H <= 0 {
			continue
		}
		if e.Kind != "window" && e.W >= 8 && e.H >= 8 {
			k := size{e.Kind, int(math.Round(e.W)), int(math.Round(e.H))}
			if sets[k] == nil {
				order = append(order, k)
			}
			sets[k] = append(sets[k], e)
		}
		s.Empty = s.Empty && e.Text == "" && e.Kind != "canvas" && len(e.Written) == 0
		control := Control{Box: e.Box, CSS: e.path(), Kind: e.Kind}
		switch {
		case e.Kind == "field":
			control.Kind = "input"
			s.Controls = append(s.Controls, control)
		case e.used():
			s.Controls = append(s.Controls, control)
		case e.Kind == "canvas":
			s.Canvases = append(s.Canvases, control)
			if lines := inLines(slices.Clone(e.Written)); len(lines) > 0 {
				at := control
				at.Text, at.Y, at.W, at.H = strings.Join(lines, "\n"), e.Y+e.H+1, 0, 0 // on no cell
				s.Texts = append(s.Texts, at)
			}
			for _, w := range e.Written {
				s.Controls = append(s.Controls, Control{Box: w, CSS: control.CSS, Kind: "canvas"})
			}
		case len(e.Parts) == 0:
			s.Texts = append(s.Texts, control)
		}
	}
	for _, k := range order {
		list := sets[k]
		s.grid(list)
		var frames []*Element
		for _, e := range list {
			if !slices.Contains(frames, e.above) {
				frames = append(frames, e.above)
			}
		}
		if len(frames) == 1 {
			s.subsets(list)
			continue
		}
		for _, f := range frames { // those that lie in one thing together
			s.grid(slices.DeleteFunc(slices.Clone(list), func(e *Element) bool { return e.above != f }))
		}
	}
	return s
}

const mostCells = 1200 // of a set

func (s *Scan) grid(list []*Element) {
	if len(list) < 3 || len(list) > mostCells {
		return
	}
	g := Grid{CSS: common(list), Tag: list[0].Kind}
	for _, e := range list {
		g.Cells = append(g.Cells, e.Box)
	}
	s.Grids = append(s.Grids, g)
}

// subsets adds those of a set that follow each other without the first or last ones, which may be buttons of the
// same size beside a board.
func (s *Scan) subsets(list []*Element) {
	for _, less := range [][2]int{{1, 0}, {0, 1}, {2, 0}, {0, 2}, {1, 1}} {
		if n := len(list) - less[0] - less[1]; n >= 3 {
			s.grid(list[less[0] : less[0]+n])
		}
	}
}
