package bind

import (
	"fmt"
	"slices"
	"strings"

	"durchgang/core/calls"
	"durchgang/core/game"
	"durchgang/core/suite"
)

// fitting is how a role is told by a source.
type fitting struct {
	role   calls.Role
	source source
	fit    fit
	named  bool // its name speaks for the role
}

// question is a role with the class that it should tell at each moment, -1 where it need not be told.
type question struct {
	role    calls.Role
	classes []string // meanings by class
	open    int      // the class that any other value may stand for, -1 for none
	words   []string
	class   func(m suite.Moment) int
}

// yesNo is a question with two answers.
func yesNo(role calls.Role, is func(m suite.Moment) bool, words ...string) question {
	return question{role: role, classes: []string{"no", "yes"}, open: -1, words: words, class: func(m suite.Moment) int {
		if is(m) {
			return 1
		}
		return 0
	}}
}

// questions are the roles that tell how a game stands, of those that the game has.
func (d *drafter) questions() []question {
	over := yesNo(
		calls.Over,
		func(m suite.Moment) bool { return m.Result.Over() },
		"over",
		"finished",
		"done",
		"ended",
		"end",
		"complete",
		"ende",
		"playing",
		"running",
		"active",
	)
	won := func(p game.Player) func(m suite.Moment) bool {
		return func(m suite.Moment) bool { return m.Result.Outcome == game.Won && m.Result.Winner == p }
	}
	if d.cards() {
		return []question{over}
	}
	if d.rules.Solo() {
		list := []question{
			yesNo(calls.Won, won(game.First), "won", "win", "wins", "solved", "sunk", "all", "victory", "complete"),
			over,
		}
		if !d.atSea() {
			list = append(list,
				yesNo(calls.Lost, won(game.Second), "lost", "lose", "hanged", "dead", "failed"),
				question{
					role: calls.State, classes: []string{"open", "first", "second"}, open: -1, class: outcomeOf,
					words: []string{"state", "status", "result", "outcome"},
				})
		}
		return list
	}
	return []question{
		{
			role: calls.State, classes: []string{"open", "first", "second", "drawn"}, open: -1, class: outcomeOf,
			words: []string{"state", "status", "result", "outcome", "game"},
		},
		{
			role: calls.Winner, classes: []string{"none", "first", "second"}, open: 0, words: []string{"winner", "victor", "won", "win", "wins", "champion"},
			class: func(m suite.Moment) int {
				if n := outcomeOf(m); n < 3 {
					return n
				}
				return 0
			},
		},
		yesNo(
			calls.Drawn,
			func(m suite.Moment) bool { return m.Result.Outcome == game.Drawn },
			"draw",
			"drawn",
			"tie",
			"tied",
			"stalemate",
		),
		over,
		yesNo(
			calls.Full,
			func(m suite.Moment) bool { return d.rows > 0 && !slices.Contains(d.board(m), 0) },
			"full",
			"filled",
			"complete",
		),
		{
			role: calls.Turn, classes: []string{"", "first", "second"}, open: -1, words: []string{"turn", "player", "current", "next", "to", "whose", "active", "side"},
			class: func(m suite.Moment) int {
				if p := game.Turn(m.Facts); p != game.Nobody && !m.Result.Over() {
					return int(p)
				}
				return -1
			},
		},
	}
}

// roles finds what tells how the game stands, and writes the book.
func (d *drafter) roles(r reading) (Drafted, error) {
	form := r.book()
	d.addBoard(&form, r)
	if r.shown != (source{}) && r.score >= leastFit {
		f := d.read(r.home, r.shown)
		if r.hidden != "_" {
			f.Hidden = r.hidden
		}
		form.Functions[string(calls.Shown)] = f
	}
	traces, err := d.play(r.home, r.form, r.observers, nil, d.tracks)
	if err != nil {
		return Drafted{}, err
	}
	traces = d.unspoilt(r, traces)
	d.acceptance(&form, r, traces)
	var notes []string
	chosen := map[calls.Role]fitting{}
	for _, q := range d.questions() {
		best := d.best(q, traces, r)
		if best.source != (source{}) {
			chosen[q.role] = best
		}
	}
	d.prefer(chosen)
	for _, q := range d.questions() {
		f, has := chosen[q.role]
		if !has {
			continue
		}
		form.Functions[string(q.role)] = d.told(q, f, r)
	}
	d.lives(&form, r, traces)
	d.afloat(&form, r, traces)
	if form.Functions[string(calls.State)].Name+form.Functions[string(calls.Winner)].Name == "" && chosen[calls.Winner].source == (source{}) &&
		chosen[calls.State].source == (source{}) && d.rows > 0 &&
		!d.atSea() {
		if err := d.wins(&form, r); err != nil {
			return Drafted{}, err
		}
	}
	d.again(&form, r)
	if b := r.board; b.score > 0 && b.score < 0.999 && d.rows > 0 {
		notes = append(notes, fmt.Sprintf("The board is as it should be in %.0f %% of what was tried.", 100*b.score))
	}
	return d.finish(form, r.score, notes)
}

// unspoilt are the games whose boards are as they should be, where these are enough: a fault spoils the others, and what
// is told of them.
func (d *drafter) unspoilt(r reading, traces []trace) []trace {
	if d.rows == 0 || r.board.score < leastFit || r.board.takes != nil || r.board.second != (source{}) {
		return traces
	}
	b := r.board
	good := slices.DeleteFunc(slices.Clone(traces), func(t trace) bool {
		f := d.fitCells([]trace{t}, func(seen map[string]any) (calls.Reading, bool) {
			v, has := b.source.in(seen)
			return b.layout.Read(v, d.rows, d.cols, r.move.base), has
		})
		return f.score < 0.999
	})
	if len(good) < 4 {
		return traces
	}
	ends := map[int]bool{}
	end := func(t trace) int { return outcomeOf(t.moments[len(t.moments)-1]) }
	for _, t := range good {
		ends[end(t)] = true
	}
	for _, t := range traces {
		if !ends[end(t)] {
			good = append(good, t) // else nothing would tell of such an end
		}
	}
	return good
}

// counted counts the values of a source by what they should tell.
func (d *drafter) counted(traces []trace, q question, s source) (counting, int) {
	var c counting
	n, missing := 0, 0
	for _, t := range traces {
		over := false
		for i, m := range t.moments {
			if over || t.seen[i] == nil {
				break // what a game tells when it goes on after its end, is another matter
			}
			over = m.Result.Over()
			class := q.class(m)
			v, has := s.in(t.seen[i])
			if class < 0 {
				continue
			}
			if !has {
				missing++
				continue
			}
			c.add(class, v)
			n++
		}
	}
	if missing*10 > n {
		return c, 0 // it is not always there
	}
	return c, n
}

// least is how well a source must tell a role: exactly, where its name says nothing of it.
const (
	leastNamed   = 0.7
	leastUnnamed = 0.995
)

// best is the source that tells a role best.
func (d *drafter) best(q question, traces []trace, r reading) fitting {
	var best fitting
	score := 0.0
	for _, s := range sources(traces) {
		if s.label == r.board.source.label && s.path == r.board.source.path && r.board.takes == nil {
			continue
		}
		c, n := d.counted(traces, q, s)
		if n == 0 || !simple(c) {
			continue
		}
		f := fitting{role: q.role, source: s, fit: c.fit(q.open), named: speaks(s.name(), q.words...)}
		if f.named && d.evident(q, &f, c, r) {
			if total := f.fit.score + 0.02; total > score {
				best, score = f, total
			}
			continue
		}
		if len(f.fit.value) < 2 || c.classes() < 2 {
			continue
		}
		total := f.fit.score
		if f.named {
			total += 0.02
		}
		if strings.HasPrefix(s.label, nameLabel) {
			total += 0.005
		}
		least := leastUnnamed
		if f.named {
			least = leastNamed
			if q.role == calls.State && speaks(s.name(), "winner", "won", "win") { // a winner tells no draw
				least = 0.8
			} else if q.role == calls.State {
				least = 0.5
			}
		}
		if len(f.fit.value) < c.classes() && (!f.named || q.role == calls.State && len(f.fit.value) < 3) {
			continue
		}
		if f.fit.score >= least && total > score {
			best, score = f, total
		}
	}
	return best
}

// evident reports whether a source whose name speaks for a role has the values for it, so that it is that role's however
// often it is wrong: true and false, or the players' own.
func (d *drafter) evident(q question, f *fitting, c counting, r reading) bool {
	if len(q.classes) == 2 {
		for _, v := range c.values {
			if _, is := v.(bool); !is {
				return false
			}
		}
		if len(f.fit.value) < 2 || f.fit.score < leastNamed {
			if speaks(f.source.name(), "playing", "running", "active", "open") {
				return false
			}
			f.fit.value = map[int]any{0: false, 1: true}
			right := 0.0
			for class, want := range []string{"false", "true"} {
				all := 0
				for _, n := range c.counts[class] {
					all += n
				}
				right += float64(c.counts[class][want]) / float64(max(1, all)) / 2
			}
			f.fit.score = right
		}
		return f.fit.score >= 0.45
	}
	if q.role != calls.Winner || !r.board.known[1] || f.fit.score >= leastNamed {
		return false
	}
	players := 0
	for _, v := range c.values {
		for i := 1; i <= 2; i++ {
			if r.board.known[i] && calls.Key(v) == calls.Key(r.board.cells[i]) {
				players++
			}
		}
	}
	none := len(c.values) - players
	if none > 1 || players == 0 && (len(c.values) != 1 || !speaks(f.source.name(), "winner", "victor", "champion")) {
		return false
	}
	f.fit.value = map[int]any{1: r.board.cells[1]}
	if r.board.known[2] {
		f.fit.value[2] = r.board.cells[2]
	}
	return f.fit.score >= 0.3
}

// simple reports whether the values are few, and plain.
func simple(c counting) bool { return len(c.values) <= 12 && plainValues(c) }

// alike are roles that one source may seem to have both of, the one that tells more first.
var alike = [][2]calls.Role{
	{calls.Drawn, calls.Full}, {calls.Over, calls.Full}, {calls.Drawn, calls.Over}, {calls.State, calls.Over},
	{calls.State, calls.Drawn}, {calls.State, calls.Won}, {calls.State, calls.Lost}, {calls.Won, calls.Over},
	{calls.Winner, calls.Over}, {calls.Winner, calls.Turn},
}

// prefer leaves out what tells the same as something else.
func (d *drafter) prefer(chosen map[calls.Role]fitting) {
	state, hasState := chosen[calls.State]
	winner, hasWinner := chosen[calls.Winner]
	switch {
	case !hasState || !hasWinner:
	case state.source != winner.source && !state.named:
		delete(chosen, calls.State)
	case state.source != winner.source:
	case winner.named && !state.named && len(state.fit.value) < 4 || state.fit.score < winner.fit.score-0.05:
		delete(chosen, calls.State)
	default:
		delete(chosen, calls.Winner)
	}
	same := func(a, b calls.Role) bool {
		x, hasX := chosen[a]
		y, hasY := chosen[b]
		return hasX && hasY && x.source == y.source
	}
	for _, pair := range alike {
		if !same(pair[0], pair[1]) {
			continue
		}
		a, b := chosen[pair[0]], chosen[pair[1]]
		if b.named && !a.named || b.fit.score > a.fit.score+0.02 {
			delete(chosen, pair[0])
		} else {
			delete(chosen, pair[1])
		}
	}
	if _, has := chosen[calls.Drawn]; has {
		delete(chosen, calls.Full)
	}
	if _, has := chosen[calls.State]; has {
		delete(chosen, calls.Full)
	}
	for role, f := range chosen { // what is told by a field, and by chance
		if !f.named && role != calls.Turn && role != calls.State && strings.HasPrefix(f.source.label, valueLabel) {
			delete(chosen, role)
		}
	}
}

// told writes how a role is told.
func (d *drafter) told(q question, f fitting, r reading) calls.FunctionForm {
	made := d.read(r.home, f.source)
	made.Gives = map[string]any{}
	for class, meaning := range q.classes {
		v, has := f.fit.value[class]
		if meaning == "" || has && class == q.open {
			continue
		}
		switch {
		case has:
			made.Gives[meaning] = written(v)
		case class != q.open:
			made.Gives[meaning] = d.missing(class, f, r)
		}
	}
	if q.open >= 0 {
		made.Else = q.classes[q.open]
	}
	if len(q.classes) == 2 && made.Gives["yes"] == true && made.Gives["no"] == false {
		made.Gives = nil
	}
	return made
}

// missing is the value of a class that was never seen: of a winner who never wins the value of its cells.
func (d *drafter) missing(class int, f fitting, r reading) any {
	for other, v := range f.fit.value {
		if b, is := v.(bool); is {
			return !b
		}
		if class <= 2 && other <= 2 && other > 0 && class > 0 && r.board.known[class] && calls.Key(v) == calls.Key(r.board.cells[other]) {
			return written(r.board.cells[class])
		}
		if n, is := calls.Number(v); is && class > 0 && other > 0 {
			return n + class - other
		}
	}
	return unseen(class)
}
