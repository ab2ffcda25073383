package bind

import (
	"slices"
	"strings"

	"durchgang/core/calls"
	"durchgang/core/game"
	"durchgang/core/suite"
)

// encoding is a way to write boards for functions that are given one.
type encoding struct {
	layout calls.Layout
	cells  calls.CellsForm
	base   int
}

// encodings are the ways in which boards may be written, the usual ones first.
func (d *drafter) encodings() []encoding {
	cells := []calls.CellsForm{
		{
			Empty:  "",
			First:  "X",
			Second: "O",
		}, {Empty: " ", First: "X", Second: "O"}, {Empty: 0, First: 1, Second: 2}, {Empty: nil, First: "X", Second: "O"},
		{Empty: ".", First: "X", Second: "O"}, {Empty: "-", First: "X", Second: "O"}, {Empty: "_", First: "X", Second: "O"},
		{
			Empty:  0,
			First:  1,
			Second: -1,
		}, {Empty: " ", First: "R", Second: "Y"}, {Empty: ".", First: "R", Second: "Y"}, {Empty: nil, First: "R", Second: "Y"},
		{
			Empty:  " ",
			First:  "x",
			Second: "o",
		}, {Empty: ".", First: "x", Second: "o"}, {Empty: "", First: "x", Second: "o"}, {Empty: -1, First: 0, Second: 1},
	}
	for _, c := range d.outline.Classes {
		if len(c.Values) != 3 {
			continue
		}
		none := slices.IndexFunc(c.Values, func(v string) bool { return speaks(v, "none", "empty", "free", "blank", "nobody", "n", "e") })
		if none < 0 {
			none = 0
		}
		value := func(i int) any { return map[string]any{"name": c.Name + "." + c.Values[(none+i)%3]} }
		cells = append([]calls.CellsForm{{Empty: value(0), First: value(1), Second: value(2)}}, cells...)
	}
	shapes := []calls.Layout{
		{
			Shape: calls.Nested,
		}, {Shape: calls.Flat}, {Shape: calls.Text}, {Shape: calls.Nested, Columns: true}, {Shape: calls.Keyed, Keys: "pair"},
		{
			Shape: calls.Keyed,
			Keys:  "number",
		}, {Shape: calls.Flat, Padded: true}, {Shape: calls.Nested, Bottom: true}, {Shape: calls.Nested, Padded: true},
		{Shape: calls.Nested, Tuples: true}, {Shape: calls.Flat, Tuples: true},
	}
	if slices.ContainsFunc(d.outline.Functions, func(f calls.Callable) bool {
		return len(f.Takes) > 0 && strings.HasPrefix(f.Takes[0].Type, "*") && !strings.Contains(f.Takes[0].Type, "[")
	}) {
		shapes[0], shapes[1] = shapes[1], shapes[0] // a pointer is to one row of values
	}
	var list []encoding
	for _, s := range shapes {
		for _, c := range cells {
			if text, is := c.Empty.(string); s.Shape == calls.Text && (!is || text == "") {
				continue
			}
			for base := range 2 {
				if base == 1 && (s.Shape != calls.Nested || s.Columns || s.Bottom) {
					continue
				}
				list = append(list, encoding{layout: s, cells: c, base: base})
			}
		}
	}
	return list
}

// form is the book of some functions that are given boards so.
func (e encoding) form(functions map[string]calls.FunctionForm) calls.Form {
	f := calls.Form{Base: e.base, Functions: functions, Cells: &e.cells, Keys: e.layout.Keys}
	arrange(&f, e.layout)
	return f
}

// arrange writes a layout's shape and order in a form.
func arrange(f *calls.Form, l calls.Layout) {
	f.Board = string(l.Shape)
	if l.Shape == calls.Nested {
		f.Board = ""
	}
	for _, o := range []struct {
		is   bool
		name string
	}{{l.Columns, "columns"}, {l.Bottom, "bottom"}, {l.Padded, "padded"}, {l.Tuples, "tuples"}} {
		if o.is {
			f.Order = append(f.Order, o.name)
		}
	}
}

// asking is a role that a function may have, with what it is given.
type asking struct {
	role  calls.Role
	takes []any
	like  bool // its name speaks for it
}

// winTakes are what a function that says whether a player has won may be given, and winWords what its name hints at.
var (
	winTakes = [][]any{{"player"}, {"row", "col"}, {"row", "col", "player"}, {"player", "row", "col"}, {"number"}, {"col"}}
	winWords = []string{"win", "won", "wins", "winner", "winning", "check", "victory", "line", "four", "five", "three", "connected"}
)

// askings are the roles that a function may have by what it takes.
func (d *drafter) askings(f calls.Callable) []asking {
	var list []asking
	add := func(role calls.Role, words []string, takes ...any) {
		if len(takes) >= f.Least() && len(takes) <= f.Most() {
			list = append(list, asking{role, takes, speaks(f.Name, words...)})
		}
	}
	if d.rows == 0 {
		add(calls.Total, []string{"total", "value", "score", "points", "sum", "count", "hand"}, "hand")
		if len(f.Takes) == 2 {
			add(calls.Reveal, []string{"reveal", "show*", "mask*", "display", "hidden", "pattern"}, "word", "letters")
			if speaks(f.Takes[0].Name, "letters", "guess*", "tried") {
				list[len(list)-1].takes = []any{"letters", "word"}
			}
		}
		return list
	}
	if d.atSea() {
		return nil
	}
	add(calls.Winner, []string{"winner", "won", "win", "wins", "victor"}, "board")
	add(calls.State, []string{"state", "status", "result", "outcome", "over", "game"}, "board")
	add(calls.Drawn, []string{"draw", "drawn", "tie", "tied"}, "board")
	add(calls.Full, []string{"full", "filled", "complete"}, "board")
	for _, takes := range winTakes {
		add(calls.Wins, winWords, append([]any{"board"}, takes...)...)
	}
	legal := []string{"legal", "valid", "can", "allowed", "free", "possible", "empty", "may"}
	if d.rules.MoveKind() == game.NamesColumn {
		add(calls.Drop, []string{"row", "drop", "lowest", "land", "fall", "next", "height", "free"}, "board", "col")
		return list
	}
	add(calls.Legal, legal, "board", "row", "col")
	add(calls.Legal, legal, "board", "number")
	return list
}

// task is a function that is tried in a role.
type task struct {
	encoding int
	asking
	form    calls.Form
	book    *calls.Book
	calls   []calls.Call
	moments []suite.Moment // of the calls
	told    calls.FunctionForm
	score   float64
}

// mostAtOnce is how many requests are sent as one script; functions that are asked about positions keep no state.
const mostAtOnce = 2000

// positions finds functions that are asked about a position.
func (d *drafter) positions() (Drafted, error) {
	encodings := d.encodings()
	if d.rows == 0 {
		encodings = []encoding{{}, {}}
	}
	var best Drafted
	most := 0.0
	for from := 0; from < len(encodings) && most < enough; from += 8 {
		var tasks []*task
		for k := from; k < min(from+8, len(encodings)); k++ {
			tasks = append(tasks, d.tasks(k, encodings[k])...)
		}
		if err := d.fitTasks(tasks); err != nil {
			return best, err
		}
		for k := from; k < min(from+8, len(encodings)); k++ {
			fits, count := d.chosenOf(k, tasks)
			if len(fits) == 0 || count <= most+0.01 {
				continue
			}
			functions, sum := map[string]calls.FunctionForm{}, 0.0
			for role, t := range fits {
				functions[string(role)] = t.told
				sum += t.score
			}
			form := encodings[k].form(functions)
			if d.rows == 0 {
				form = calls.Form{Functions: functions, Cards: []string{"", "ranks"}[k]}
			}
			drafted, err := d.finish(form, sum/float64(len(fits)), nil)
			if err != nil {
				return best, err
			}
			best, most = drafted, count
		}
	}
	return best, nil
}

// enough is how much must fit for other ways to write boards not to be tried: two functions whose names speak for them.
const enough = 2.39

// tasks are the functions and roles to try with a way to write boards.
func (d *drafter) tasks(k int, e encoding) []*task {
	var list []*task
	for _, f := range d.outline.Functions {
		for _, a := range d.askings(f) {
			form := e.form(map[string]calls.FunctionForm{string(a.role): {Name: f.Name, Takes: a.takes}})
			if d.rows == 0 {
				form = calls.Form{Functions: form.Functions, Cards: []string{"text", "ranks"}[k]}
			}
			book, err := calls.Compile(form)
			if err != nil {
				continue
			}
			t := &task{encoding: k, asking: a, form: form, book: book}
			t.told = form.Functions[string(a.role)]
			d.fill(t)
			if len(t.calls) > 0 {
				list = append(list, t)
			}
		}
	}
	return list
}

// fill gives a task its calls: of all ends, and of some positions that are open.
func (d *drafter) fill(t *task) {
	for _, tr := range d.tracks {
		for _, c := range t.book.Calls(d.rules, tr.script.Setup, tr.moments) {
			m := tr.moments[c.Moment]
			move := t.role == calls.Legal || t.role == calls.Drop || t.role == calls.Total || t.role == calls.Reveal
			if !move && !m.Result.Over() && c.Moment < len(tr.moments)-2 && c.Moment > 1 {
				continue // a game that goes on is seen often enough
			}
			t.calls, t.moments = append(t.calls, c), append(t.moments, m)
		}
		if len(t.calls) > 60 {
			return
		}
	}
}

// fitTasks calls what the tasks say, many at once, and says of each how well it fits.
func (d *drafter) fitTasks(tasks []*task) error {
	for len(tasks) > 0 {
		if d.harmful(tasks[0]) {
			tasks = tasks[1:]
			continue
		}
		n, count := 0, 0
		var requests []calls.Request
		for n < len(tasks) && !d.harmful(tasks[n]) && (n == 0 || count+len(tasks[n].calls) <= mostAtOnce) {
			for _, c := range tasks[n].calls {
				requests = append(requests, c.Request)
			}
			count += len(tasks[n].calls)
			n++
		}
		answers, err := d.send(requests)
		if err != nil {
			return err
		}
		at := 0
		for i, t := range tasks[:n] {
			end := at + len(t.calls)
			if end <= len(answers) && !lost(answers[at:end]) {
				d.fitTask(t, answers[at:end])
				at = end
				continue
			}
			if i > 0 {
				n = i // the program has ended at a call of this one, which is tried once more alone
				break
			}
			d.fitTask(t, answers[at:end])
			d.harms[t.told.Name]++
			n = 1
			break
		}
		tasks = tasks[n:]
	}
	return nil
}

// mostHarm is how often a function may end the program, or not return, before it is not called any more.
// A move may hang where it is given what it is not made for, so it is tried more often.
const (
	mostHarm       = 2
	mostHarmMoving = 5
)

func (d *drafter) harmful(t *task) bool { return d.harms[t.told.Name] >= mostHarm }

func lost(answers []calls.Answer) bool {
	return slices.ContainsFunc(answers, func(a calls.Answer) bool { return a.Failure != nil && a.Failure.Kind == calls.Gone })
}

// chosenOf are the tasks that are taken of a way to write boards, by role, and how much that is.
func (d *drafter) chosenOf(k int, tasks []*task) (map[calls.Role]*task, float64) {
	fits := map[calls.Role]*task{}
	for _, t := range tasks {
		least := leastUnnamed
		if t.like {
			least = leastNamed
		}
		before := fits[t.role]
		if t.encoding == k && t.score >= least &&
			(before == nil || t.like && !before.like || t.like == before.like && t.score > before.score+1e-9) {
			fits[t.role] = t
		}
	}
	same := func(a, b calls.Role) bool {
		return fits[a] != nil && fits[b] != nil && fits[a].told.Name == fits[b].told.Name
	}
	for _, other := range []calls.Role{calls.Winner, calls.Drawn, calls.Full} {
		if same(calls.State, other) {
			delete(fits, other)
		}
	}
	if same(calls.Drawn, calls.Full) {
		if a, b := fits[calls.Drawn], fits[calls.Full]; b.like && !a.like || b.like == a.like && b.score > a.score {
			delete(fits, calls.Drawn)
		} else {
			delete(fits, calls.Full)
		}
	}
	if fits[calls.Winner] != nil || fits[calls.State] != nil {
		delete(fits, calls.Wins)
	}
	if fits[calls.Drawn] != nil || fits[calls.State] != nil {
		delete(fits, calls.Full)
	}
	count := 0.0
	for _, t := range fits {
		count += t.score
		if t.like {
			count += 0.2
		}
	}
	return fits, count
}

// fitTask is how well a function has a role, and how its results are to be read.
func (d *drafter) fitTask(t *task, answers []calls.Answer) {
	switch t.role {
	case calls.Total, calls.Reveal, calls.Drop:
		right := 0
		for i, c := range t.calls {
			if agrees(d.rules, t.book, t.moments[i], c, answers[i]) {
				right++
			}
		}
		t.score = float64(right) / float64(len(t.calls))
		return
	}
	q := d.question(t.role)
	var c counting
	for i, m := range t.moments {
		class := q.class(m)
		if t.role == calls.Wins {
			class = 0
			if m.Result.Outcome == game.Won && m.Result.Winner == t.calls[i].Owner() {
				class = 1
			}
		}
		if answers[i].Failure != nil {
			if class == 0 && t.role == calls.Legal {
				continue // it may fail where a cell is off the board
			}
			c.add(class, map[string]any{"$failed": true})
			continue
		}
		c.add(class, answers[i].Value)
	}
	if c.classes() < 2 {
		return
	}
	f := c.fit(q.open)
	for _, v := range f.value {
		if m, is := v.(map[string]any); is && m["$name"] == nil {
			return
		}
	}
	if len(f.value) < 2 || t.role == calls.State && len(f.value) < c.classes() {
		return
	}
	var cells boardFit
	if c := t.form.Cells; c != nil {
		cells = boardFit{cells: [3]any{plain(c.Empty), plain(c.First), plain(c.Second)}, known: [3]bool{true, true, true}}
	}
	made := d.told(q, fitting{role: t.role, fit: f}, reading{board: cells})
	t.told.Gives, t.told.Else = made.Gives, made.Else
	if q.open >= 0 {
		t.told.Gives[q.classes[q.open]], t.told.Else = unseen(0), ""
		if v, has := f.value[q.open]; has {
			t.told.Gives[q.classes[q.open]] = written(v)
		}
	}
	t.score = f.score
}

// plain is a value of a form as drivers send it.
func plain(v any) any {
	if m, is := v.(map[string]any); is {
		return map[string]any{"$name": m["name"]}
	}
	if n, is := calls.Number(v); is {
		return n
	}
	return v
}

// question is what a function that is asked about a position should tell.
func (d *drafter) question(role calls.Role) question {
	if role == calls.Wins {
		return yesNo(role, func(suite.Moment) bool { return false })
	}
	if role == calls.Legal {
		return yesNo(role, func(m suite.Moment) bool { _, refused := game.Refused(m.Facts); return !refused })
	}
	for _, q := range d.questions() {
		if q.role == role {
			return q
		}
	}
	return question{role: role, class: func(suite.Moment) int { return 0 }, classes: []string{""}, open: -1}
}

// agrees reports whether an answer is what it should be.
func agrees(rules game.Rules, book *calls.Book, m suite.Moment, c calls.Call, a calls.Answer) bool {
	if a.Failure != nil {
		return false
	}
	o := book.Observe(rules, m, []calls.Call{c}, []calls.Answer{a}, "")
	if len(o.Checks) > 0 || len(o.Facts) == 0 {
		return false
	}
	f := o.Facts[0]
	if f.Kind == game.FactRefused {
		_, refused := game.Refused(m.Facts)
		return refused
	}
	if _, refused := game.Refused(m.Facts); refused && f.Kind == game.FactCell {
		return false
	}
	return slices.ContainsFunc(m.View, func(v game.Fact) bool {
		return v.Kind == f.Kind && v.Player == f.Player && v.Cell == f.Cell && v.Amount == f.Amount && v.N == f.N &&
			strings.EqualFold(v.Text, f.Text)
	})
}
