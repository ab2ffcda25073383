package bind

import (
	"cmp"
	"fmt"
	"maps"
	"slices"

	"github.com/goccy/go-yaml"

	"durchgang/core/calls"
	"durchgang/core/game"
	"durchgang/core/suite"
)

// reading is a way to play that was tried.
type reading struct {
	home      home
	move      mover
	observers []op
	board     boardFit
	shown     source
	hidden    string
	score     float64
	form      calls.Form // with what is done, and nothing that is read
}

// follow finds the best way to have a game and play it.
func (d *drafter) follow() (Drafted, error) {
	homes, err := d.homes()
	if err != nil {
		return Drafted{}, err
	}
	var best reading
	for _, h := range homes {
		r, err := d.try(h)
		if err != nil {
			return Drafted{}, err
		}
		if r.score > best.score+0.01 {
			best = r
		}
		if best.score >= 0.995 && (best.home.form.Class != "" || best.home.form.Function != "") {
			break
		}
	}
	if best.score < leastFit {
		return Drafted{Fit: best.score}, nil
	}
	return d.roles(best)
}

// try finds the best way to play in a home.
func (d *drafter) try(h home) (reading, error) {
	observers, err := d.observers(h)
	if err != nil {
		return reading{}, err
	}
	switch {
	case d.cards():
		return d.tryCards(h, observers)
	case d.atSea():
		return d.trySea(h, observers)
	}
	var best reading
	few := d.few()
	for _, m := range d.movers(h) {
		if d.harms[m.op.Name] >= mostHarmMoving {
			continue
		}
		traces, err := d.play(h, m.form(), observers, nil, few)
		if err != nil {
			return best, err
		}
		r := d.score(h, m, observers, traces)
		if r.score > best.score+1e-9 {
			best = r
		}
		if best.score > 0.999 {
			return best, nil
		}
	}
	if best.score > 0.9 || d.rows == 0 {
		return best, nil
	}
	return d.tryAccessors(h, observers, best)
}

// few are tracks that are enough to tell ways to make a move apart.
func (d *drafter) few() []track {
	var list []track
	if d.atSea() { // the long ones have all that a shot can do
		long := sortedBy(d.tracks, func(t track) float64 { return float64(len(t.moments)) })
		for _, t := range long {
			if refusals(t) == 0 && len(list) < 3 {
				list = append(list, t)
			}
		}
		return list
	}
	for _, t := range d.tracks {
		begins := t.script.Steps[0].Move.Cell // games that begin elsewhere, in case that one cell is spoilt
		if refusals(t) == 0 && len(list) < 3 &&
			(d.rows == 0 || !slices.ContainsFunc(list, func(o track) bool { return o.script.Steps[0].Move.Cell == begins })) {
			list = append(list, t)
		}
	}
	if len(list) == 0 {
		return d.tracks[:1]
	}
	return list
}

// score is how well what is read goes with a way to make a move.
func (d *drafter) score(h home, m mover, observers []op, traces []trace) reading {
	r := reading{home: h, move: m, observers: observers, form: m.form()}
	if len(traces) == 0 || traces[0].ended {
		return r
	}
	traces = slices.DeleteFunc(slices.Clone(traces), func(t trace) bool { return rejected([]trace{t}) })
	if len(traces) == 0 {
		return r
	}
	if d.rows > 0 {
		r.board = d.fitBoard(traces, m.base)
		for i := range traces { // a fault may spoil some games, and leaves others
			if one := d.fitBoard(traces[i:i+1], m.base); len(traces[i].moments) > 4 && one.score-0.01 > r.board.score {
				r.board = one
				r.board.score -= 0.01
			}
		}
		r.score = r.board.score
		return r
	}
	r.shown, r.hidden, r.score = d.fitShown(traces)
	for i := range traces {
		if s, hidden, score := d.fitShown(traces[i : i+1]); len(traces[i].moments) > 3 && score-0.01 > r.score {
			r.shown, r.hidden, r.score = s, hidden, score-0.01
		}
	}
	return r
}

// rejected reports whether most moves that are legal fail.
func rejected(traces []trace) bool {
	failed, all := 0, 0
	for _, t := range traces {
		for i, m := range t.moments {
			if _, refused := game.Refused(m.Facts); !t.made[i] || refused {
				continue
			}
			all++
			if t.did[i].Failure != nil {
				failed++
			}
		}
	}
	return all == 0 || failed*2 > all
}

// tryAccessors reads the board cell by cell.
func (d *drafter) tryAccessors(h home, observers []op, best reading) (reading, error) {
	accessors := d.accessors(h)
	cells := d.rows * d.cols
	if cells > 100 || len(accessors) == 0 {
		return best, nil
	}
	few := d.few()
	tried := 0
	for _, m := range d.movers(h) {
		if tried++; tried > 10 {
			break
		}
		if d.harms[m.op.Name] >= mostHarmMoving {
			continue
		}
		for _, a := range accessors {
			if a.op.Name == m.op.Name {
				continue
			}
			var traces []trace
			for i := range few { // a fault may spoil some games
				var err error
				if traces, err = d.play(h, m.form(), nil, d.cellRequests(h, a, m.base), few[i:i+1]); err != nil {
					return best, err
				}
				if len(traces) > 0 && !traces[0].ended && !rejected(traces) {
					break
				}
			}
			if len(traces) == 0 || traces[0].ended || rejected(traces) {
				break
			}
			f := d.fitCells(traces, d.extraCells)
			f.op, f.takes = a.op, a.takes
			if f.score > best.score+1e-9 {
				best = reading{home: h, move: m, observers: observers, board: f, score: f.score, form: m.form()}
			}
			if best.score > 0.999 {
				return best, nil
			}
		}
	}
	return best, nil
}

// cellRequests ask for each cell.
func (d *drafter) cellRequests(h home, a accessor, base int) []calls.Request {
	f := calls.Form{Game: &h.form, Base: base, Functions: map[string]calls.FunctionForm{string(calls.CellAt): a.op.form(a.takes...)}}
	book, err := calls.Compile(f)
	if err != nil {
		return nil
	}
	var list []calls.Request
	for _, c := range book.Calls(d.rules, d.tracks[0].script.Setup, d.tracks[0].moments[:1]) {
		if c.Role == calls.CellAt {
			list = append(list, c.Request)
		}
	}
	return list
}

func (d *drafter) extraCells(seen map[string]any) (calls.Reading, bool) {
	values, has := seen[extraLabel].([]any)
	return func(row, col int) (any, bool) {
		i := row*d.cols + col
		if i >= len(values) {
			return nil, false
		}
		return values[i], true
	}, has
}

// form begins the book of what was found, with the board.
func (r reading) book() calls.Form {
	f := r.form
	f.Functions = maps.Clone(f.Functions)
	if r.home.made() || r.home.form.Init != "" {
		game := r.home.form
		f.Game = &game
	}
	return f
}

// addBoard says how the board is read.
func (d *drafter) addBoard(f *calls.Form, r reading) {
	b := r.board
	if b.score < leastFit {
		return
	}
	switch {
	case b.takes != nil:
		f.Functions[string(calls.CellAt)] = b.op.form(b.takes...)
	case b.second != (source{}):
		f.Functions[string(calls.FirstCells)] = d.read(r.home, b.source)
		f.Functions[string(calls.SecondCells)] = d.read(r.home, b.second)
	default:
		f.Functions[string(calls.Board)] = d.read(r.home, b.source)
	}
	if b.takes == nil {
		arrange(f, b.layout)
		if b.layout.Shape == calls.Keyed || b.layout.Shape == calls.Sets {
			f.Keys = b.layout.Keys
		}
		if b.layout.Shape == calls.Drawing {
			f.At = b.layout.At[:]
		}
	}
	if b.second == (source{}) {
		cells := d.cellValues(b)
		f.Cells = &cells
	}
}

// cellValues are the values of cells; one that was not seen is made up, so that nothing is taken for it.
func (d *drafter) cellValues(b boardFit) calls.CellsForm {
	value := func(i int, other any) any {
		if b.known[i] {
			return written(b.cells[i])
		}
		return other
	}
	return calls.CellsForm{Empty: value(0, unseen(0)), First: value(1, unseen(1)), Second: value(2, d.counterpart(b))}
}

// unseen is a value that no program has.
func unseen(i int) any { return fmt.Sprintf("(not seen %d)", i) }

// counterpart is what may stand for the second player where only the first was seen: another value of the same enumeration,
// or the usual other one.
func (d *drafter) counterpart(b boardFit) any {
	k := calls.Key(b.cells[1])
	for _, c := range d.outline.Classes {
		for i, v := range c.Values {
			if k == calls.Key(map[string]any{"$name": c.Name + "." + v}) {
				other := c.Values[(i+1)%len(c.Values)]
				if b.known[0] && calls.Key(b.cells[0]) == calls.Key(map[string]any{"$name": c.Name + "." + other}) {
					other = c.Values[(i+2)%len(c.Values)]
				}
				return map[string]any{"name": c.Name + "." + other}
			}
		}
	}
	for _, pair := range [][2]any{{"X", "O"}, {"x", "o"}, {1.0, 2}, {"R", "Y"}, {"red", "yellow"}, {"black", "white"}, {"A", "B"}} {
		if k == calls.Key(pair[0]) {
			return pair[1]
		}
	}
	return unseen(2)
}

// written is a value as a book writes it.
func written(v any) any {
	if m, is := v.(map[string]any); is {
		if name, is := m["$name"].(string); is {
			return map[string]any{"name": name}
		}
		if fields, is := m["fields"]; is {
			return map[string]any{"fields": fields}
		}
		return fmt.Sprint(m)
	}
	if l, is := v.([]any); is {
		return map[string]any{"list": l}
	}
	if n, is := calls.Number(v); is {
		return n
	}
	return v
}

// read is how a book names a source.
func (d *drafter) read(h home, s source) calls.FunctionForm {
	f := d.sourceForm(h, s.label)
	f.Part = s.path
	return f
}

// finish writes the book.
func (d *drafter) finish(f calls.Form, score float64, notes []string) (Drafted, error) {
	if _, err := calls.Compile(f); err != nil {
		return Drafted{}, fmt.Errorf("write what was found: %w", err)
	}
	text, err := yaml.Marshal(f)
	if err != nil {
		return Drafted{}, fmt.Errorf("write what was found: %w", err)
	}
	return Drafted{Form: f, Text: string(text), Fit: score, Notes: notes}, nil
}

// cards reports whether cards are played for.
func (d *drafter) cards() bool { return d.tracks[0].script.Setup.Values()["cards"] != "" }

// atSea reports whether ships are shot at.
func (d *drafter) atSea() bool {
	_, ships := d.rules.(game.HasShips)
	return ships
}

// outcomeOf is a number for how a moment stands: 0 open, 1 and 2 won, 3 drawn.
func outcomeOf(m suite.Moment) int {
	switch {
	case m.Result.Outcome == game.Won:
		return int(m.Result.Winner)
	case m.Result.Outcome == game.Drawn:
		return 3
	}
	return 0
}

// compareBy sorts by a score, the highest first.
func compareBy[T any](score func(T) float64) func(a, b T) int {
	return func(a, b T) int { return cmp.Compare(score(b), score(a)) }
}

// sortedBy is a list sorted by a score, the highest first.
func sortedBy[T any](list []T, score func(T) float64) []T {
	list = slices.Clone(list)
	slices.SortStableFunc(list, compareBy(score))
	return list
}
