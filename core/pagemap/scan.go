package pagemap

import (
	"cmp"
	"fmt"
	"math"
	"regexp"
	"slices"
	"strings"
)

// Scan is what may be of use on a page of which nothing is known, as browser/look.js finds it.
type Scan struct {
	Grids    []Grid    `json:"grids"`
	Texts    []Control `json:"texts"`
	Controls []Control `json:"controls"`
	Pieces   []Control `json:"pieces"` // that can be dragged
	Canvases []Control `json:"canvases"`
	Empty    bool      `json:"empty"` // the page shows nothing
}

// Grid is a set of elements of one size. CSS finds just these, or is empty.
type Grid struct {
	CSS   string `json:"css"`
	Tag   string `json:"tag"`
	Cells []Box  `json:"cells"`
}

// Control is one element that CSS finds alone.
type Control struct {
	Box
	CSS  string `json:"css"`
	Kind string `json:"kind"` // the element's name
	Type string `json:"type"` // of an input
}

// Boards lists the sets that lie in rows × columns, the likeliest first: buttons before
// others, and of things that lie in each other the inner ones.
func (s Scan) Boards(rows, cols int) []Thing {
	type candidate struct {
		thing Thing
		rank  int
	}
	var found []candidate
	for i, g := range s.Grids {
		if g.CSS == "" || len(g.Cells) != rows*cols || !lattice(g.Cells, rows, cols) {
			continue
		}
		rank := 2*i + 1000
		if g.Tag == "button" || g.Tag == "td" || strings.Contains(g.CSS, "cell") {
			rank = 2 * i
		}
		found = append(found, candidate{Thing{CSS: g.CSS}, rank})
	}
	slices.SortStableFunc(found, func(a, b candidate) int { return cmp.Compare(a.rank, b.rank) })
	things := make([]Thing, len(found))
	for i, c := range found {
		things[i] = c.thing
	}
	return things
}

// Heads lists the sets that lie in one row of so many columns.
func (s Scan) Heads(cols int) []Thing {
	var found []Thing
	for _, g := range s.Grids {
		if g.CSS != "" && len(g.Cells) == cols && lattice(g.Cells, 1, cols) {
			found = append(found, Thing{CSS: g.CSS})
		}
	}
	return found
}

// lattice reports whether boxes lie in rows and columns at equal distances.
func lattice(boxes []Box, rows, cols int) bool {
	return even(boxes, rows, func(b Box) float64 { return b.Y }) && even(boxes, cols, func(b Box) float64 { return b.X })
}

func even(boxes []Box, n int, at func(Box) float64) bool {
	var places []float64
	for _, b := range boxes {
		if !slices.ContainsFunc(places, func(p float64) bool { return math.Abs(p-at(b)) < 3 }) {
			places = append(places, at(b))
		}
	}
	if len(places) != n {
		return false
	}
	slices.Sort(places)
	for i := 2; i < n; i++ {
		if math.Abs((places[i]-places[i-1])-(places[1]-places[0])) > 6 {
			return false
		}
	}
	return true
}

// Letters returns what is clicked for letters: a set of elements with one letter each. The
// texts of elements are those of controls, by place.
func (s Scan) Letters() *Thing {
	single := func(at Box) bool {
		return slices.ContainsFunc(s.Controls, func(c Control) bool {
			return math.Abs(c.X-at.X) < 2 && math.Abs(c.Y-at.Y) < 2 && len([]rune(strings.TrimSpace(c.Text))) == 1
		})
	}
	var best *Thing
	most := 19 // fewer are no alphabet
	for _, g := range s.Grids {
		n := 0
		for _, b := range g.Cells {
			if single(b) {
				n++
			}
		}
		if g.CSS != "" && n > most && n == len(g.Cells) {
			best, most = &Thing{CSS: g.CSS}, n
		}
	}
	if best != nil {
		return best
	}
	// Letters are not all of one width.
	letters := 0
	parent := map[string]int{}
	for _, c := range s.Controls {
		if len([]rune(strings.TrimSpace(c.Text))) == 1 {
			letters++
			parent[Siblings(c.CSS)]++
		}
	}
	for css, n := range parent {
		if n > 19 && css != "" {
			return &Thing{CSS: css}
		}
	}
	return nil
}

// mostTrays bounds the kinds of pieces that are told apart.
const mostTrays = 6

// Trays are ways in which the pieces of the page may be the two players': those beside each other, those of one
// class, or single ones.
func (s Scan) Trays() (ways []Sides) {
	var kinds []Thing
	add := func(css string) {
		if t := (Thing{CSS: css}); css != "" && len(kinds) < mostTrays && !slices.Contains(kinds, t) {
			kinds = append(kinds, t)
		}
	}
	beside, alike := map[string]int{}, map[string]int{}
	for _, p := range s.Pieces {
		beside[Siblings(p.CSS)]++
		for _, class := range p.Classes {
			alike[class]++
		}
	}
	for _, p := range s.Pieces {
		for _, class := range p.Classes {
			if n := alike[class]; n > 1 && n < len(s.Pieces) {
				add(p.Kind + "." + class)
			}
		}
	}
	for _, p := range s.Pieces {
		if of := Siblings(p.CSS); beside[of] > 1 && (beside[of] < len(s.Pieces) || len(s.Pieces) > 2) {
			add(of)
		}
	}
	for _, p := range s.Pieces {
		add(p.CSS)
	}
	for i := range kinds {
		for j := range kinds {
			if i != j || len(kinds) == 1 {
				ways = append(ways, Sides{&kinds[i], &kinds[j]})
			}
		}
	}
	if len(kinds) > 1 && kinds[0].CSS != s.Pieces[0].CSS { // one tray of which the page gives to whoever is to move
		ways = append(ways, Sides{&kinds[0], &kinds[0]})
	}
	return ways
}

// Siblings is a selector for the elements that lie beside one in its parent; empty where its
// selector does not tell.
func Siblings(css string) string {
	i := strings.LastIndex(css, " > ")
	if i < 0 {
		return ""
	}
	tag, _, _ := strings.Cut(css[i+3:], ":")
	return css[:i] + " > " + tag
}

// Field returns where something is typed, and what is clicked after that.
func (s Scan) Field() (field, send *Thing) {
	for i, c := range s.Controls {
		if !c.typed() {
			continue
		}
		field = &Thing{CSS: c.CSS}
		for _, next := range s.Controls[i+1:] {
			if next.Kind == "button" || next.Type == "submit" || next.Type == "button" {
				return field, &Thing{CSS: next.CSS}
			}
		}
		return field, nil
	}
	return nil, nil
}

// restarts matches what begins another game.
var restarts = regexp.MustCompile(`(?i)\b(?:new|again|restart|reset|start over|another|replay|rematch|clear)\b|↻|⟳|🔄`)

// Restarts lists what may begin another game: all that can be clicked, first what is called so.
func (s Scan) Restarts() []Control {
	list := s.Clickable()
	slices.SortStableFunc(list, func(a, b Control) int {
		switch x, y := restarts.MatchString(a.Text), restarts.MatchString(b.Text); {
		case x == y:
			return 0
		case x:
			return -1
		}
		return 1
	})
	return list
}

// Clickable lists what can be clicked.
func (s Scan) Clickable() []Control {
	return slices.DeleteFunc(slices.Clone(s.Controls), func(c Control) bool { return c.Off || c.W == 0 || c.typed() || c.Kind == "select" })
}

// typed reports whether a control is there for a text.
func (c Control) typed() bool {
	return (c.Kind == "input" || c.Kind == "textarea") &&
		!slices.Contains([]string{"button", "submit", "checkbox", "radio", "reset", "image", "color", "range"}, c.Type)
}

// Fields are what texts can be typed into.
func (s Scan) Fields() []Control {
	return slices.DeleteFunc(slices.Clone(s.Controls), func(c Control) bool { return c.Off || !c.typed() })
}

// Thing is the control alone.
func (c Control) Thing() Thing {
	if c.Kind == "canvas" {
		return Thing{CSS: c.CSS, Text: c.Text}
	}
	return Thing{CSS: c.CSS}
}

// Named returns the control whose text matches.
func (s Scan) Named(pattern *regexp.Regexp) *Thing {
	for _, c := range s.Controls {
		if pattern.MatchString(c.Text) {
			return &Thing{CSS: c.CSS}
		}
	}
	return nil
}

// Like reports whether two scans found the same.
func (s Scan) Like(o Scan) bool {
	same := func(a, b Control) bool { return a.CSS == b.CSS && a.Text == b.Text && a.Off == b.Off }
	return len(s.Grids) == len(o.Grids) && slices.EqualFunc(s.Texts, o.Texts, same) && slices.EqualFunc(s.Controls, o.Controls, same)
}

// Beside are the texts that lie on no cell of a board and are on no control.
func (s Scan) Beside(board []Cell) []Control {
	return slices.DeleteFunc(slices.Clone(s.Texts), func(c Control) bool {
		return slices.ContainsFunc(board, func(b Cell) bool { return b.Covers(c.Box) })
	})
}

// Tell finds for each mark a sign that all cells with it have, and no other has; nil when
// there is none. Marks named in unless need no sign of their own.
func Tell(samples map[string][]Cell, unless ...string) map[string]Sign {
	signs := map[string]Sign{}
	for name, cells := range samples {
		if slices.Contains(unless, name) {
			continue
		}
		var others []Cell
		for other, list := range samples {
			if other != name {
				others = append(others, list...)
			}
		}
		sign, found := sign(cells, others)
		if !found {
			return nil
		}
		signs[name] = sign
	}
	return signs
}

func sign(cells, others []Cell) (Sign, bool) {
	first := cells[0]
	try := func(s Sign) bool {
		s.Within = usualWithin
		fits := func(c Cell) bool { _, fits := s.distance(c); return fits }
		return !slices.ContainsFunc(cells, func(c Cell) bool { return !fits(c) }) && !slices.ContainsFunc(others, fits)
	}
	var options []Sign
	if first.Text != "" {
		options = append(options, Sign{Text: &first.Text})
	}
	for _, class := range first.Classes {
		options = append(options, Sign{Class: class})
	}
	for _, name := range slices.Sorted(keys(first.Attributes)) {
		options = append(options, Sign{Attribute: name, Is: first.Attributes[name]})
	}
	if first.Picture != "" {
		options = append(options, Sign{Picture: first.Picture})
	}
	options = append(options, Sign{Color: first.Color}) // of a mark that covers most of its cell: what is seen beside it is the ground
	if first.Ink != "" {
		options = append(options, Sign{Ink: first.Ink})
	}
	options = append(options, Sign{Letters: first.Letters})
	if first.Pattern != "" {
		options = append(options, Sign{Pattern: first.Pattern})
	}
	for _, o := range options {
		if o != (Sign{}) && try(o) {
			return o, true
		}
	}
	return Sign{}, false
}

func keys(m map[string]string) func(func(string) bool) {
	return func(yield func(string) bool) {
		for k := range m {
			if !yield(k) {
				return
			}
		}
	}
}

type hue struct{ name, color string }

// hues are colours as players are called by them.
var hues = []hue{
	{"red", "#e02020"}, {"yellow", "#f0d020"}, {"blue", "#2050e0"}, {"green", "#20a040"}, {"black", "#101010"},
	{"white", "#fafafa"}, {"orange", "#f08010"}, {"purple", "#8020a0"}, {"pink", "#f070b0"}, {"teal", "#108080"},
}

// How far a colour may be from what it is called by, summed over red, green and blue: from the nearest of all, and from
// others by which people may call it as well.
const (
	farHue  = 200
	nearHue = 120
)

// called are the names that people may have for a colour, the nearest first.
func called(color string) (names []string) {
	far := func(h hue) int { return apart(h.color, color) }
	list := slices.Clone(hues)
	slices.SortStableFunc(list, func(a, b hue) int { return far(a) - far(b) })
	for i, h := range list {
		if far(h) >= farHue || i > 0 && far(h) >= nearHue {
			break
		}
		names = append(names, h.name)
	}
	return names
}

// names are what a player may be called by the sign of a mark.
func (s Sign) names() []string {
	var list []string
	if s.Text != nil {
		list = append(list, *s.Text)
	}
	list = append(list, s.Class, s.Is)
	picture, _, _ := strings.Cut(s.Picture, ".")
	list = append(list, picture)
	for _, color := range []string{s.Ink, s.Color, s.Letters} {
		list = append(list, called(color)...)
	}
	return slices.DeleteFunc(list, func(n string) bool { return strings.TrimSpace(n) == "" || len(n) > 20 })
}

// Changed reports by place which cells of a board show something else than before.
func Changed(before, after []Cell) (cells []int) {
	for i := range min(len(before), len(after)) {
		a, b := before[i], after[i]
		a.Box.X, a.Box.Y, a.Box.W, a.Box.H, a.Off = b.X, b.Y, b.W, b.H, b.Off
		if fmt.Sprint(a) != fmt.Sprint(b) {
			cells = append(cells, i)
		}
	}
	return cells
}

// InOrder are the cells of a look's board, row by row from the top.
func (m *Map) InOrder(l Look, board, rows, cols int) []Cell {
	if board >= len(l.Boards) || board >= len(m.Boards) {
		return nil
	}
	return m.Boards[board].cells(l.Boards[board], rows, cols)
}

// Width is how far what is on the page reaches to the right.
func (s Scan) Width() (right float64) {
	for _, t := range slices.Concat(s.Texts, s.Controls) {
		right = max(right, t.X+t.W)
	}
	return right
}
