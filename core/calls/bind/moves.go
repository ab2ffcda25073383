package bind

import (
	"maps"
	"slices"

	"durchgang/core/calls"
	"durchgang/core/game"
	"durchgang/core/suite"
)

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
