package pagemap

import (
	"fmt"
	"hash/fnv"
	"image"
	"regexp"
	"slices"
	"strconv"
	"strings"
)

// Element is a part of a window, with the parts that lie in it: what look.js is for pages is done here for what is
// given as a tree.
type Element struct {
	Box            // in pixels of the screen
	Kind    string // button, label, field, canvas, window and the like
	Letters string // colour of its text, as #rrggbb; empty where it is not known
	Picture string // name of an image on it
	Written []Box  // what is written on a canvas, which is no part of its own
	Parts   []*Element

	above *Element
}

// Tree is what a window, or several of one program, show.
type Tree struct {
	Root   *Element    // holds all windows
	Pixels *image.RGBA // of the screen
}

// NewTree makes the tree of some windows.
func NewTree(windows []*Element, pixels *image.RGBA) Tree {
	root := &Element{Kind: "screen", Parts: windows}
	link(root)
	return Tree{root, pixels}
}

func link(e *Element) {
	for _, p := range e.Parts {
		p.above = e
		link(p)
	}
}

// all are the elements below one, each before its own.
func (e *Element) all() (list []*Element) {
	for _, p := range e.Parts {
		list = append(append(list, p), p.all()...)
	}
	return list
}

// same are the parts of one kind.
func (e *Element) same(kind string) (list []*Element) {
	for _, p := range e.Parts {
		if p.Kind == kind {
			list = append(list, p)
		}
	}
	return list
}

// path is a selector that finds the element alone, as in "window > frame:nth-of-type(2) > button".
func (e *Element) path() string {
	if e.above == nil {
		return ""
	}
	step := e.Kind
	if same := e.above.same(e.Kind); len(same) > 1 {
		step += fmt.Sprintf(":nth-of-type(%d)", slices.Index(same, e)+1)
	}
	if up := e.above.path(); up != "" {
		return up + " > " + step
	}
	return step
}

// common is a selector that finds just these elements: those of one kind that follow each other in one element, or
// else each by its own path.
func common(list []*Element) string {
	above, kind := list[0].above, list[0].Kind
	if !slices.ContainsFunc(list, func(e *Element) bool { return e.above != above || e.Kind != kind }) {
		same := above.same(kind)
		first, last := len(same), 0
		for _, e := range list {
			i := slices.Index(same, e)
			first, last = min(first, i), max(last, i)
		}
		if last-first+1 == len(list) {
			step := kind
			if first > 0 {
				step += fmt.Sprintf(":nth-of-type(n+%d)", first+1)
			}
			if last < len(same)-1 {
				step += fmt.Sprintf(":nth-of-type(-n+%d)", last+1)
			}
			return above.path() + " > " + step
		}
	}
	paths := make([]string, len(list))
	for i, e := range list {
		paths[i] = e.path()
	}
	return strings.Join(paths, ", ")
}

// step is one part of a selector: a kind, and ranges of its place among those of its kind.
var step = regexp.MustCompile(`^([\w-]+|\*)((?::nth-of-type\([^)]*\))*)$`)

var nth = regexp.MustCompile(`:nth-of-type\((?:(\d+)|n\+(\d+)|-n\+(\d+))\)`)

// ErrSelector says how a selector of a window's parts is written.
var ErrSelector = fmt.Errorf(
	"a part of a window is written as in 'window > frame:nth-of-type(2) > button'; several as in 'button:nth-of-type(n+2)' or with commas",
)

// CheckSelector reports whether a selector can be read.
func CheckSelector(css string) error {
	for one := range strings.SplitSeq(css, ",") {
		for part := range strings.SplitSeq(one, ">") {
			if !step.MatchString(strings.TrimSpace(part)) {
				return fmt.Errorf("%q: %w", css, ErrSelector)
			}
		}
	}
	return nil
}

// Find lists the elements that a selector finds, in the order of the tree for each of its alternatives. The first
// step may lie anywhere.
func (t Tree) Find(css string) (found []*Element) {
	for one := range strings.SplitSeq(css, ",") {
		steps := strings.Split(one, ">")
		for _, e := range t.Root.all() {
			if matches(e, steps) {
				found = append(found, e)
			}
		}
	}
	return found
}

func matches(e *Element, steps []string) bool {
	for i := len(steps) - 1; i >= 0; i-- {
		if e == nil || e.above == nil || !e.is(strings.TrimSpace(steps[i])) {
			return false
		}
		e = e.above
	}
	return true
}

func (e *Element) is(selector string) bool {
	m := step.FindStringSubmatch(selector)
	if m == nil || m[1] != "*" && m[1] != e.Kind {
		return false
	}
	at := slices.Index(e.above.same(e.Kind), e) + 1
	for _, r := range nth.FindAllStringSubmatch(m[2], -1) {
		exact, _ := strconv.Atoi(r[1])
		from, _ := strconv.Atoi(r[2])
		to, _ := strconv.Atoi(r[3])
		if r[1] != "" && at != exact || r[2] != "" && at < from || r[3] != "" && at > to {
			return false
		}
	}
	return true
}

// things are the elements that a thing of the map is.
func (t Tree) things(thing *Thing) []*Element {
	if thing == nil {
		return nil
	}
	list := t.Root.all()
	if thing.CSS != "" {
		list = t.Find(thing.CSS)
	}
	if thing.Role != "" {
		list = slices.DeleteFunc(slices.Clone(list), func(e *Element) bool { return e.Kind != thing.Role })
	}
	if thing.Name != "" {
		name, err := regexp.Compile("(?i)" + thing.Name)
		list = slices.DeleteFunc(slices.Clone(list), func(e *Element) bool { return err != nil || !name.MatchString(e.Text) })
	}
	return list
}

// places are where a thing lies, and what it shows.
func (t Tree) places(thing *Thing) (boxes []Box) {
	for _, e := range t.things(thing) {
		if thing.Text == "" {
			boxes = append(boxes, e.Box)
			continue
		}
		for _, w := range e.Written {
			if w.Text == thing.Text {
				boxes = append(boxes, w)
				break
			}
		}
	}
	return boxes
}

// Look answers a question.
func (t Tree) Look(q Question) Look {
	l := Look{Boards: [][]Cell{}, Things: map[string][]Box{}}
	for _, b := range q.Boards {
		l.Boards = append(l.Boards, t.cells(b))
	}
	for name, thing := range q.Things {
		l.Things[name] = t.places(thing)
	}
	for _, s := range q.Says {
		l.Lines = append(l.Lines, t.lines(s, q)...)
	}
	return l
}

func (t Tree) cells(b boardQuestion) (cells []Cell) {
	if b.Canvas == nil {
		for _, e := range t.things(b.Cells) {
			cells = append(cells, t.cell(e))
		}
		return cells
	}
	found := t.things(&b.Canvas.Of)
	if len(found) == 0 {
		return nil
	}
	on := found[0]
	wide, high := (b.Canvas.Right-b.Canvas.Left)/float64(b.Cols), (b.Canvas.Bottom-b.Canvas.Top)/float64(b.Rows)
	for row := range b.Rows {
		for col := range b.Cols {
			at := Box{
				X: on.X + (b.Canvas.Left+float64(col)*wide)*on.W, Y: on.Y + (b.Canvas.Top+float64(row)*high)*on.H,
				W: wide * on.W, H: high * on.H, Off: on.Off,
			}
			c := drawn(t.Pixels, at)
			c.Box = at
			cells = append(cells, c)
		}
	}
	return cells
}

// cell is an element with what may tell a mark. What it shows beside a text is seen by its pixels.
func (t Tree) cell(e *Element) Cell {
	c := Cell{}
	if e.Text == "" {
		c = drawn(t.Pixels, e.Box)
	}
	c.Box, c.Letters, c.Picture = e.Box, e.Letters, e.Picture
	if ground := groundOf(t.Pixels, e.Box); ground != "" {
		c.Color = ground
	}
	return c
}

// lines are what is said at a place.
func (t Tree) lines(s sayingQuestion, q Question) (lines []Line) {
	found := slices.DeleteFunc(t.things(&s.Of), func(e *Element) bool { return e.Off })
	switch s.Join {
	case JoinCount:
		return []Line{{Text: fmt.Sprintf("%s: %d", s.Caption, len(found))}}
	case "":
	default:
		line := Line{made: joined{Join: s.Join, Caption: s.Caption}}
		for _, e := range found {
			line.made.Parts = append(line.made.Parts, part{Text: e.Text, Classes: e.Classes})
		}
		return []Line{line}
	}
	for _, e := range found {
		texts := strings.Split(e.Text, "\n")
		if len(e.Written) > 0 {
			texts = t.beside(e, q)
		}
		for _, text := range texts {
			text = strings.TrimSpace(text)
			if s.Caption != "" {
				text = s.Caption + ": " + text
			}
			if text != "" {
				lines = append(lines, Line{Text: text})
			}
		}
	}
	return lines
}

// beside is what is written on a canvas, but not on its board: line by line, each from the left.
func (t Tree) beside(e *Element, q Question) []string {
	texts := slices.DeleteFunc(slices.Clone(e.Written), func(w Box) bool {
		return slices.ContainsFunc(q.Boards, func(b boardQuestion) bool {
			if b.Canvas == nil || !slices.Contains(t.things(&b.Canvas.Of), e) {
				return false
			}
			x, y := w.Center()
			x, y = (x-e.X)/e.W, (y-e.Y)/e.H
			return x > b.Canvas.Left && x < b.Canvas.Right && y > b.Canvas.Top && y < b.Canvas.Bottom
		})
	})
	return inLines(texts)
}

// inLines puts texts in lines, and those that lie close to each other in one.
func inLines(texts []Box) (lines []string) {
	slices.SortStableFunc(texts, func(a, b Box) int { return int(a.Y + a.H/2 - b.Y - b.H/2) })
	var rows [][]Box
	for _, w := range texts {
		if n := len(rows); n > 0 {
			first := rows[n-1][0]
			if d := w.Y + w.H/2 - first.Y - first.H/2; d < max(first.H, w.H)/2 {
				rows[n-1] = append(rows[n-1], w)
				continue
			}
		}
		rows = append(rows, []Box{w})
	}
	for _, row := range rows {
		slices.SortStableFunc(row, func(a, b Box) int { return int(a.X - b.X) })
		for i, w := range row {
			if i > 0 && w.X-row[i-1].X-row[i-1].W < 2*w.H {
				lines[len(lines)-1] += " " + w.Text
			} else {
				lines = append(lines, w.Text)
			}
		}
	}
	return lines
}

// State is the same for trees that show the same.
func (t Tree) State() string {
	h := fnv.New64a()
	for _, e := range t.Root.all() {
		fmt.Fprintf(h, "%s %v %s\n", e.path(), e.Box, e.Letters)
	}
	if t.Pixels != nil {
		h.Write(t.Pixels.Pix)
	}
	return strconv.FormatUint(h.Sum64(), 16)
}

// Outline is what the tree holds that says something or can be used, a line for each.
func (t Tree) Outline() (lines []string) {
	for _, e := range t.Root.all() {
		if e.Off || e.Text == "" && len(e.Written) == 0 && !e.used() || len(lines) == mostOutlined {
			continue
		}
		text := e.Kind
		if e.Text != "" {
			text += " " + strconv.Quote(e.Text)
		}
		lines = append(lines, text)
		for _, w := range e.Written {
			lines = append(lines, "text "+strconv.Quote(w.Text))
		}
	}
	return lines
}

const mostOutlined = 300

// used reports whether an element is made to be clicked or typed into.
func (e *Element) used() bool {
	return slices.Contains([]string{"button", "field", "check", "choice", "menu", "item"}, e.Kind)
}

// Under reports whether a place belongs to something made to be clicked.
func (t Tree) Under(x, y float64) bool {
	return slices.ContainsFunc(t.Root.all(), func(e *Element) bool {
		return e.used() && !e.Off && x >= e.X && x < e.X+e.W && y >= e.Y && y < e.Y+e.H
	})
}

// Each calls a function for each element below one.
func (e *Element) Each(see func(*Element)) {
	for _, p := range e.all() {
		see(p)
	}
}
