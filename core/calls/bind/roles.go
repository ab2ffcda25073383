package bind

import (
	"fmt"
	"maps"
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
	over := yesNo(calls.Over, func(m suite.Moment) bool { return m.Result.Over() }, "over", "finished", "done", "ended", "end", "complete", "ende", "playing", "running", "active")
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
		yesNo(calls.Drawn, func(m suite.Moment) bool { return m.Result.Outcome == game.Drawn }, "draw", "drawn", "tie", "tied", "stalemate"),
		over,
		yesNo(calls.Full, func(m suite.Moment) bool { return d.rows > 0 && !slices.Contains(d.board(m), 0) }, "full", "filled", "complete"),
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
		form.Functions[string(q.role)] = d.told(q, f, &form, r)
	}
	d.lives(&form, r, traces)
	d.afloat(&form, r, traces)
	if form.Functions[string(calls.State)].Name+form.Functions[string(calls.Winner)].Name == "" && chosen[calls.Winner].source == (source{}) &&
		chosen[calls.State].source == (source{}) && d.rows > 0 && !d.atSea() {
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

// simple reports whether all values are texts, numbers, names, true, false or null.
func simple(c counting) bool {
	if len(c.values) > 12 {
		return false
	}
	for _, v := range c.values {
		switch v := v.(type) {
		case []any:
			return false
		case map[string]any:
			if v["$name"] == nil {
				return false
			}
		}
	}
	return true
}

// plainValues reports whether no value is a list or an object.
func plainValues(c counting) bool {
	for _, v := range c.values {
		switch v := v.(type) {
		case []any:
			return false
		case map[string]any:
			if v["$name"] == nil {
				return false
			}
		}
	}
	return true
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
	for _, pair := range [][2]calls.Role{{calls.Drawn, calls.Full}, {calls.Over, calls.Full}, {calls.Drawn, calls.Over}, {calls.State, calls.Over}, {calls.State, calls.Drawn}, {calls.State, calls.Won}, {calls.State, calls.Lost}, {calls.Won, calls.Over}, {calls.Winner, calls.Over}, {calls.Winner, calls.Turn}} {
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
func (d *drafter) told(q question, f fitting, form *calls.Form, r reading) calls.FunctionForm {
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

// acceptance finds what the results of moves mean.
func (d *drafter) acceptance(form *calls.Form, r reading, traces []trace) {
	if _, has := form.Functions[string(calls.Move)]; d.atSea() || !has {
		return // there it is known already
	}
	var bestPath string
	var best fit
	paths := []string{""}
	for _, t := range traces {
		for _, a := range t.did {
			if a.Failure == nil {
				for _, p := range calls.Parts(a.Value, 1) {
					if !slices.Contains(paths, p) {
						paths = append(paths, p)
					}
				}
			}
		}
	}
	for _, path := range paths {
		c := d.accepted(traces, path)
		if c.classes() < 2 || !plainValues(c) {
			continue
		}
		if f := c.fit(-1); len(f.value) == 2 {
			if f.score = openScore(c); f.score > best.score+1e-9 {
				best, bestPath = f, path
			}
		}
	}
	name := string(calls.Move)
	move := form.Functions[name]
	if best.score < 0.75 {
		move.Gives = map[string]any{"yes": unseen(1), "no": unseen(0)} // its results say nothing
		if refusesByFailing(traces) {
			move.Else = "yes"
		}
		form.Functions[name] = move
		return
	}
	move.Part = bestPath
	values := d.resultsOf(traces, bestPath)
	no, yes := values[0], values[1]
	move.Gives = map[string]any{"no": one(no, unseen(0)), "yes": one(yes, unseen(1))}
	switch {
	case len(no) > 1 && len(yes) <= 2: // another reason may have another value
		move.Else = "no"
	case len(yes) > 2 && len(no) == 1: // each move has a value of its own
		move.Else, move.Gives["yes"] = "yes", unseen(1)
	case move.Gives["no"] == false && move.Gives["yes"] == true:
		move.Gives = nil
	}
	form.Functions[name] = move
}

// refusesByFailing reports whether moves are refused by raising an exception, in most cases.
func refusesByFailing(traces []trace) bool {
	raised, all := 0, 0
	for _, t := range traces {
		for i, m := range t.moments {
			if _, refused := game.Refused(m.Facts); t.made[i] && refused {
				all++
				if t.did[i].Failure != nil {
					raised++
				}
			}
		}
	}
	return all >= 3 && raised*10 >= all*7
}

// one is the value of a list of one, and else the list.
func one(values []any, none any) any {
	switch len(values) {
	case 0:
		return none
	case 1:
		return values[0]
	}
	return values
}

// resultsOf are the values of moves that are refused and of those that are accepted, each where it is more usual.
func (d *drafter) resultsOf(traces []trace, path string) [2][]any {
	c := d.accepted(traces, path)
	var values [2][]any
	for _, k := range slices.Sorted(maps.Keys(c.values)) {
		class := 0
		if c.counts[1][k] > c.counts[0][k] {
			class = 1
		}
		values[class] = append(values[class], written(c.values[k]))
	}
	return values
}

// accepted counts the results of moves by whether they must be accepted.
func (d *drafter) accepted(traces []trace, path string) counting {
	var c counting
	for _, t := range traces {
		for i, m := range t.moments {
			if !t.made[i] || t.did[i].Failure != nil {
				continue
			}
			v, has := calls.Part(t.did[i].Value, path)
			if !has {
				continue
			}
			class := 1
			if _, refused := game.Refused(m.Facts); refused || m.Step.Act == suite.TypeLine {
				class = 0
			}
			c.add(class, v)
		}
	}
	return c
}

// openScore is how well values tell two classes apart where each may have several.
func openScore(c counting) float64 {
	score := 0.0
	for class := range 2 {
		right, all := 0, 0
		for k, n := range c.counts[class] {
			all += n
			if float64(n) > 0 && c.counts[1-class][k]*2 <= n {
				right += n
			}
		}
		score += float64(right) / float64(max(1, all)) / 2
	}
	return score
}

// lives finds what counts lives, down or up.
func (d *drafter) lives(form *calls.Form, r reading, traces []trace) {
	rules, has := d.rules.(interface{ Lives() int })
	if !has {
		return
	}
	type count struct {
		source source
		up     bool
	}
	var best count
	score := 0.0
	for _, s := range sources(traces) {
		for _, up := range []bool{false, true} {
			right, all, varies := 0, 0, map[int]bool{}
			for _, t := range traces {
				for i, m := range t.moments {
					v, has := s.in(t.seen[i])
					n, is := calls.Number(v)
					want := -1
					for _, f := range m.View {
						if f.Kind == game.FactLives {
							want = f.N
						}
					}
					if !has || !is || want < 0 {
						continue
					}
					if up {
						n = rules.Lives() - n
					}
					all++
					varies[n] = true
					if n == want {
						right++
					}
				}
			}
			if all == 0 || len(varies) < 2 {
				continue
			}
			share := float64(right) / float64(all)
			named := speaks(s.name(), "lives", "life", "left", "remaining", "wrong", "misses", "mistakes", "errors", "tries", "attempts", "chances", "misses")
			if named {
				share += 0.1
			}
			if strings.HasPrefix(s.label, nameLabel) {
				share += 0.01
			}
			if share > score && (share > 0.99 || named && share > 0.4) {
				best, score = count{s, up}, share
			}
		}
	}
	if score == 0 {
		return
	}
	f := d.read(r.home, best.source)
	if best.up {
		f.Counts = "up"
	}
	form.Functions[string(calls.Lives)] = f
}

// wins finds what says whether a player has won, who is given to it.
func (d *drafter) wins(form *calls.Form, r reading) error {
	best := 0.0
	players := form.Players
	for _, o := range r.home.ops {
		n := len(o.rest())
		if n == 0 || o.Name == r.move.op.Name || !speaks(o.Name, winWords...) {
			continue
		}
		for _, takes := range winTakes {
			if len(takes) != n || n == 1 && takes[0] == "col" {
				continue
			}
			for _, plays := range d.playersOf(*form, r, o.rest()) {
				tried := *form
				tried.Functions = maps.Clone(form.Functions)
				tried.Players = plays
				tried.Functions[string(calls.Wins)] = o.form(takes...)
				t := &task{asking: asking{role: calls.Wins}, form: tried}
				var err error
				if t.book, err = calls.Compile(tried); err != nil {
					continue
				}
				if d.harmful(&task{told: o.form()}) {
					continue
				}
				if err := d.playTask(t); err != nil {
					return err
				}
				if t.score > best+1e-9 && t.score >= leastNamed {
					best, players = t.score, plays
					form.Functions[string(calls.Wins)] = t.told
				}
			}
		}
	}
	form.Players = players
	return nil
}

// playersOf are what may stand for the players: what their cells hold, or whose turn it is, and the usual values.
func (d *drafter) playersOf(form calls.Form, r reading, params []calls.Parameter) []*calls.PlayersForm {
	if form.Players != nil {
		return []*calls.PlayersForm{form.Players}
	}
	list := []*calls.PlayersForm{nil}
	if turn := form.Functions[string(calls.Turn)].Gives; turn != nil {
		list = append(list, &calls.PlayersForm{First: turn["first"], Second: turn["second"]})
	}
	for _, pair := range d.playerValues(params[0])[:3] {
		list = append(list, &calls.PlayersForm{First: pair[0], Second: pair[1]})
	}
	return list
}

// playTask plays the tracks for a task of a game that is followed.
func (d *drafter) playTask(t *task) error {
	t.told = t.form.Functions[string(t.role)]
	var answers []calls.Answer
	for _, tr := range d.tracks {
		planned := t.book.Calls(d.rules, tr.script.Setup, tr.moments)
		requests := make([]calls.Request, len(planned))
		for i, c := range planned {
			requests[i] = c.Request
		}
		got, err := d.send(requests)
		if err != nil {
			return err
		}
		if lost(got) {
			d.harms[t.told.Name]++
			return nil
		}
		over := -1
		for i, c := range planned {
			if m := tr.moments[c.Moment]; c.Role == t.role && (over < 0 || c.Moment == over) {
				t.calls, t.moments, answers = append(t.calls, c), append(t.moments, m), append(answers, got[i])
				if m.Result.Over() {
					over = c.Moment
				}
			}
		}
	}
	if len(t.calls) > 0 {
		d.fitTask(t, answers)
	}
	return nil
}

// afloat finds what counts the ships that are not sunk.
func (d *drafter) afloat(form *calls.Form, r reading, traces []trace) {
	rules, is := d.rules.(game.HasShips)
	if _, won := form.Functions[string(calls.Won)]; !is || won {
		return
	}
	left := func(t track) []int {
		pos, err := rules.Start(t.script.Setup)
		if err != nil {
			return nil
		}
		var list []int
		for i, m := range t.moments {
			if i > 0 && m.Step.Act == suite.MakeMove {
				rules.Play(pos, m.Step.Move, nil)
			}
			n := 0
			for _, owner := range []game.Player{game.First, game.Second} {
				for _, ship := range rules.Lying(pos, owner) {
					if !ship.Sunk {
						n++
					}
				}
			}
			list = append(list, n)
		}
		return list
	}
	for _, s := range sources(traces) {
		right, all, varies := 0, 0, map[int]bool{}
		for _, t := range traces {
			want := left(t.track)
			for i := range t.moments {
				v, has := s.in(t.seen[i])
				n, number := calls.Number(v)
				if !has || !number || i >= len(want) || t.moments[i].Game > 1 {
					continue
				}
				all++
				varies[n] = true
				if n == want[i] {
					right++
				}
			}
		}
		if all > 0 && len(varies) > 1 && float64(right) >= leastNamed*float64(all) {
			form.Functions[string(calls.Afloat)] = d.read(r.home, s)
			return
		}
	}
}

// again finds what begins another game, where no new one can be made.
func (d *drafter) again(form *calls.Form, r reading) {
	for _, o := range r.home.ops {
		if o.needs() == 0 && speaks(o.Name, againWords...) && !(r.home.form.Function == o.Name) {
			form.Functions[string(calls.Reset)] = o.form()
			return
		}
	}
}
