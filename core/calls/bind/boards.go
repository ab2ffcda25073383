package bind

import (
	"strings"

	"durchgang/core/calls"
	"durchgang/core/game"
)

// boardFit is a reading of a board.
type boardFit struct {
	score  float64
	source source
	second source // of the second player's cells, where each has a value
	layout calls.Layout
	cells  [3]any  // free, first, second
	known  [3]bool // whether there is a value for it
	takes  []any   // of a function that is asked cell by cell
	op     op
}

// layouts are the ways in which a value may hold a board, by its form.
func (d *drafter) layouts(v any) []calls.Layout {
	var list []calls.Layout
	n := d.rows * d.cols
	orders := func(l calls.Layout) {
		for _, columns := range []bool{false, true} {
			for _, bottom := range []bool{false, true} {
				o := l
				o.Columns, o.Bottom = columns, bottom
				list = append(list, o)
			}
		}
	}
	size := func(have, want int) (padded, fits bool) {
		if have == want {
			return false, true
		}
		return true, have == want+1 || have == want+2
	}
	switch v := v.(type) {
	case string:
		if len([]rune(v)) == n {
			orders(calls.Layout{Shape: calls.Text})
		}
		list = append(list, d.drawings(v)...)
	case []any:
		_, rows := calls.List(first(v))
		if text, is := first(v).(string); is && len([]rune(text)) > 1 {
			rows = true
		}
		if !rows {
			if padded, fits := size(len(v), n); fits {
				orders(calls.Layout{Shape: calls.Flat, Padded: padded})
			}
			return list
		}
		for _, columns := range []bool{false, true} {
			outer := d.rows
			if columns {
				outer = d.cols
			}
			if padded, fits := size(len(v), outer); fits {
				for _, bottom := range []bool{false, true} {
					list = append(list, calls.Layout{Shape: calls.Nested, Columns: columns, Bottom: bottom, Padded: padded})
				}
			}
		}
	case map[string]any:
		if v["$map"] != nil || v["fields"] != nil {
			for _, keys := range []string{"pair", "number", "cell"} {
				orders(calls.Layout{Shape: calls.Keyed, Keys: keys})
			}
		}
	}
	return list
}

func first(l []any) any {
	if len(l) == 0 {
		return nil
	}
	return l[len(l)-1] // the first one may be unused
}

// drawings are the ways in which a text may show a board: the cells at equal distances.
func (d *drafter) drawings(text string) []calls.Layout {
	lines := strings.Split(strings.TrimRight(text, "\n"), "\n")
	if len(lines) < d.rows || len(lines) > 4*d.rows+4 {
		return nil
	}
	widest := 0
	for _, l := range lines {
		widest = max(widest, len([]rune(l)))
	}
	var list []calls.Layout
	for down := 1; down <= 2; down++ {
		for top := 0; top+(d.rows-1)*down < len(lines) && top < 4; top++ {
			for right := 1; right <= 4; right++ {
				for left := 0; left+(d.cols-1)*right < widest && left < 8; left++ {
					list = append(list, calls.Layout{Shape: calls.Drawing, At: [4]int{top, left, down, right}})
				}
			}
		}
	}
	return list
}

// fitBoard finds the best reading of a board among all that is read.
func (d *drafter) fitBoard(traces []trace, base int) boardFit {
	var best boardFit
	better := func(f boardFit) {
		if f.score > best.score+1e-9 {
			best = f
		}
	}
	all := sources(traces)
	var members []source
	for _, s := range all {
		v, has := firstOf(traces, s)
		if !has {
			continue
		}
		if _, number := calls.Number(v); number {
			members = append(members, s)
		} else if _, is := calls.List(v); is {
			members = append(members, s)
		}
		for _, l := range d.layouts(v) {
			f := d.fitCells(traces, func(seen map[string]any) (calls.Reading, bool) {
				v, has := s.in(seen)
				return l.Read(v, d.rows, d.cols, base), has
			})
			f.source, f.layout = s, l
			if strings.HasPrefix(s.label, nameLabel) {
				f.score += 1e-6 // what is public comes first
			}
			better(f)
		}
	}
	for i, a := range members {
		for k, b := range members {
			if i == k || len(members) > 12 {
				continue
			}
			for _, l := range d.memberLayouts() {
				if f := d.fitMembers(traces, a, b, l, base); f.score > best.score+1e-9 {
					f.source, f.second, f.layout = a, b, l
					best = f
				}
			}
		}
	}
	return best
}

func firstOf(traces []trace, s source) (any, bool) {
	for _, t := range traces {
		for _, seen := range t.seen {
			if v, has := s.in(seen); has {
				return v, true
			}
		}
	}
	return nil, false
}

func (d *drafter) memberLayouts() []calls.Layout {
	list := []calls.Layout{{Shape: calls.Bits}, {Shape: calls.Bits, Columns: true}}
	for _, keys := range []string{"pair", "number", "cell"} {
		list = append(list, calls.Layout{Shape: calls.Sets, Keys: keys}, calls.Layout{Shape: calls.Sets, Keys: keys, Columns: true})
	}
	return list
}

// fitCells is how well what cells hold goes with what they should hold.
func (d *drafter) fitCells(traces []trace, read func(seen map[string]any) (calls.Reading, bool)) boardFit {
	var c counting
	begins := map[string]bool{} // what cells hold as the game begins
	for _, t := range traces {
		for i, m := range t.moments {
			if t.seen[i] == nil {
				continue
			}
			cells, has := read(t.seen[i])
			if !has {
				continue
			}
			for at, sign := range d.board(m) {
				v, there := cells(at/d.cols, at%d.cols)
				if !there {
					v = map[string]any{"$none": true}
				}
				if sign == 0 {
					v = d.blank(v, at)
				}
				if i == 0 {
					begins[calls.Key(v)] = true
				}
				c.add(sign, v)
			}
		}
	}
	f := ofCells(c)
	if f.known[1] && begins[calls.Key(f.cells[1])] || f.known[2] && begins[calls.Key(f.cells[2])] {
		return boardFit{}
	}
	return f
}

// blank is what an empty cell holds; cells that hold their own numbers are alike.
func (d *drafter) blank(v any, at int) any {
	n, is := calls.Number(v)
	if text, written := v.(string); written && len(text) > 0 && len(text) <= 3 {
		k := 0
		for _, r := range text {
			if r < '0' || r > '9' {
				return v
			}
			k = k*10 + int(r-'0')
		}
		n, is = k, true
	}
	if is && (n == at+1 || n == at && at > 0) && d.rows*d.cols > 4 {
		return map[string]any{"$own": true}
	}
	return v
}

func ofCells(c counting) boardFit {
	if c.classes() < 2 || c.counts[1] == nil {
		return boardFit{}
	}
	f := c.fit(0)
	b := boardFit{score: f.score}
	for i := range b.cells {
		b.cells[i], b.known[i] = f.value[i], false
		if v, has := f.value[i]; has {
			m, is := v.(map[string]any)
			b.known[i] = !is || m["$none"] == nil && m["$own"] == nil
			if !b.known[i] {
				b.cells[i] = nil
			}
		}
	}
	if !b.known[1] {
		return boardFit{}
	}
	return b
}

// fitMembers is the same where each player's cells are a value.
func (d *drafter) fitMembers(traces []trace, first, second source, l calls.Layout, base int) boardFit {
	var c counting
	for _, t := range traces {
		for i, m := range t.moments {
			a, hasA := first.in(t.seen[i])
			b, hasB := second.in(t.seen[i])
			if !hasA || !hasB {
				return boardFit{}
			}
			one, two := l.Members(a, d.rows, d.cols, base), l.Members(b, d.rows, d.cols, base)
			if one == nil || two == nil {
				return boardFit{}
			}
			for at, sign := range d.board(m) {
				v := 0
				if one(at/d.cols, at%d.cols) {
					v = 1
				} else if two(at/d.cols, at%d.cols) {
					v = 2
				}
				c.add(sign, v)
			}
		}
	}
	f := ofCells(c)
	for i, v := range f.cells {
		if n, is := calls.Number(v); f.known[i] && (!is || n != i) {
			return boardFit{}
		}
	}
	return f
}

// fitShown is how well a value shows the word: the best source, and the sign of what is hidden.
func (d *drafter) fitShown(traces []trace) (best source, hidden string, score float64) {
	for _, s := range sources(traces) {
		for _, sign := range []string{"_", "*", "-", ".", "?", "#", " ", "•", "□"} {
			right, all := 0.0, 0
			for _, t := range traces {
				word := t.script.Setup.Values()["word"]
				for i, m := range t.moments {
					v, has := s.in(t.seen[i])
					if !has {
						continue
					}
					want := ""
					for _, f := range m.View {
						if f.Kind == game.FactShown {
							want = f.Text
						}
					}
					all++
					if got, is := calls.ReadShown(v, word, sign); is {
						right += resemblance(got, want)
					}
				}
			}
			if all > 0 && right/float64(all) > score+1e-9 {
				best, hidden, score = s, sign, right/float64(all)
			}
		}
	}
	return best, hidden, score
}

// resemblance is 1 for two texts that are the same, and else less, by how many of their letters are.
func resemblance(a, b string) float64 {
	if strings.EqualFold(a, b) {
		return 1
	}
	x, y := []rune(strings.ToLower(a)), []rune(strings.ToLower(b))
	if len(x) != len(y) || len(x) == 0 {
		return 0
	}
	same := 0
	for i := range x {
		if x[i] == y[i] {
			same++
		}
	}
	return 0.8 * float64(same) / float64(len(x))
}
