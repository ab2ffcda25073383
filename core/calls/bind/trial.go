package bind

import (
	"slices"
	"strings"

	"durchgang/core/calls"
	"durchgang/core/game"
	"durchgang/core/suite"
)

// trace is what a program showed in one track.
type trace struct {
	track
	did   []calls.Answer   // to the move of each moment; the zero value where none was made
	made  []bool           // whether a move was made
	seen  []map[string]any // after each moment, by what was read
	ended bool             // the game could not be made, or the program has ended
}

// Labels of what is read: a field or variable, a function, and the game itself.
const (
	valueLabel = "value:"
	nameLabel  = "name:"
	gameLabel  = "game:"
)

// sourceForm is how a book names what is read under a label.
func (d *drafter) sourceForm(h home, label string) calls.FunctionForm {
	kind, name, _ := strings.Cut(label, ":")
	switch kind {
	case "value":
		return calls.FunctionForm{Value: name}
	case "name":
		i := slices.IndexFunc(h.ops, func(o op) bool { return o.Name == name })
		return h.ops[i].form()
	}
	return calls.FunctionForm{Game: true}
}

func (h home) made() bool { return h.form.Class != "" || h.form.Function != "" || h.form.Value != "" }

// looks are the requests that read all that can be read of a game.
func (h home) looks(observers []op) (labels []string, requests []calls.Request) {
	add := func(label string, r calls.Request) {
		labels, requests = append(labels, label), append(requests, r)
	}
	add("", calls.Request{Do: "get", Name: "*", On: h.made()})
	if h.form.Class == "" && h.made() {
		add(gameLabel, calls.Request{Do: "get", On: true})
	}
	for _, o := range observers {
		args := []any{}
		if o.takesGame {
			args = append(args, map[string]any{"$game": true})
		}
		add(nameLabel+o.Name, calls.Request{Do: "call", Name: o.Name, Args: args, On: h.made() && !o.function})
	}
	return labels, requests
}

// observers are the ops that are given nothing and change nothing.
func (d *drafter) observers(h home) ([]op, error) {
	var candidates []op
	for _, o := range h.ops {
		if d.harms[o.Name] >= mostHarm {
			continue
		}
		if o.needs() == 0 && !speaks(o.Name, againWords...) && !speaks(o.Name, playsWords...) && !speaks(o.Name, "undo", "pass", "hit", "stand", "stay", "deal") {
			candidates = append(candidates, o)
		}
	}
	requests := d.makes(h.form)
	made := len(requests)
	whole := calls.Request{Do: "get", Name: "*", On: h.made()}
	var answers []calls.Answer
	for {
		asked := append(slices.Clone(requests), whole)
		for _, o := range candidates {
			_, looks := h.looks([]op{o})
			asked = append(asked, looks[len(looks)-1], whole)
		}
		var err error
		if answers, err = d.send(asked); err != nil {
			return nil, err
		}
		at := slices.IndexFunc(answers, func(a calls.Answer) bool { return a.Failure != nil && a.Failure.Kind == calls.Gone })
		if at <= made || len(candidates) == 0 {
			break
		}
		i := min((at-made-1)/2, len(candidates)-1) // which ends the program, or does not return
		d.harms[candidates[i].Name] += mostHarm
		candidates = slices.Delete(candidates, i, i+1)
	}
	var list []op
	for i, o := range candidates {
		before, after := answers[made+2*i], answers[made+2*i+2]
		got := answers[made+2*i+1]
		if calls.Key(before.Value) == calls.Key(after.Value) && (got.Failure == nil || got.Failure.Kind == calls.Raised) {
			list = append(list, o)
		}
	}
	return list, nil
}

// play plays tracks by a form that has a move, and reads all that can be read after each moment.
func (d *drafter) play(h home, form calls.Form, observers []op, extra []calls.Request, tracks []track) ([]trace, error) {
	form.Game = &h.form
	book, err := calls.Compile(form)
	if err != nil {
		return nil, nil // such a form says nothing that can be tried
	}
	labels, looks := h.looks(observers)
	var traces []trace
	for _, t := range tracks {
		planned := book.Calls(d.rules, t.script.Setup, t.moments)
		var requests []calls.Request
		type mark struct{ moment, at, kind int } // kind 0 a move, 1 the first look, 2 what makes the game
		var marks []mark
		next := 0
		for i := range t.moments {
			for next < len(planned) && planned[next].Moment == i {
				c := planned[next]
				switch {
				case c.Role == calls.Make || c.Role == calls.Place:
					marks = append(marks, mark{i, len(requests), 2})
				case c.Role == calls.Move || c.Role == calls.Hit || c.Role == calls.Stand:
					marks = append(marks, mark{i, len(requests), 0})
				}
				requests = append(requests, c.Request)
				next++
			}
			marks = append(marks, mark{i, len(requests), 1})
			requests = append(append(requests, looks...), extra...)
		}
		answers, err := d.send(requests)
		if err != nil {
			return nil, err
		}
		tr := trace{
			track: t, did: make([]calls.Answer, len(t.moments)), made: make([]bool, len(t.moments)), seen: make([]map[string]any, len(t.moments)),
		}
		for _, m := range marks {
			switch m.kind {
			case 0:
				tr.did[m.moment], tr.made[m.moment] = answers[m.at], true
			case 2:
				tr.ended = tr.ended || answers[m.at].Failure != nil
			default:
				tr.seen[m.moment] = seenAt(labels, answers[m.at:m.at+len(looks)], answers[m.at+len(looks):m.at+len(looks)+len(extra)])
			}
		}
		traces = append(traces, tr)
		if lost(answers) {
			d.harms[form.Functions[string(calls.Move)].Name]++
			break
		}
		if tr.ended {
			break
		}
	}
	return traces, nil
}

// extraLabel is under what the answers to extra requests are kept.
const extraLabel = "extra:"

func seenAt(labels []string, answers, extra []calls.Answer) map[string]any {
	seen := map[string]any{}
	for i, label := range labels {
		a := answers[i]
		if a.Failure != nil {
			continue
		}
		if label != "" {
			seen[label] = a.Value
			continue
		}
		if all, is := a.Value.(map[string]any); is {
			for name, v := range all {
				seen[valueLabel+name] = v
			}
		}
	}
	if len(extra) > 0 {
		values := make([]any, len(extra))
		for i, a := range extra {
			if a.Failure == nil {
				values[i] = a.Value
			} else {
				values[i] = map[string]any{"$failed": true}
			}
		}
		seen[extraLabel] = values
	}
	return seen
}

// sources are the labels and parts of all values that are read, in a set order.
func sources(traces []trace) []source {
	have := map[source]bool{}
	var list []source
	for _, t := range traces {
		for _, seen := range t.seen[:min(3, len(t.seen))] {
			for label, v := range seen {
				if label == extraLabel {
					continue
				}
				for _, path := range calls.Parts(v, 2) {
					s := source{label, path}
					if !have[s] {
						have[s] = true
						list = append(list, s)
					}
				}
			}
		}
	}
	slices.SortFunc(list, func(a, b source) int { return strings.Compare(a.label+"|"+a.path, b.label+"|"+b.path) })
	return list
}

type source struct{ label, path string }

// name is what the source is called: the last part of its path, or of its label.
func (s source) name() string {
	if s.path != "" {
		return s.path[strings.LastIndex(s.path, ".")+1:]
	}
	name := s.label[strings.Index(s.label, ":")+1:]
	return name[strings.LastIndex(name, ".")+1:]
}

// in is what is read of a source at a moment.
func (s source) in(seen map[string]any) (any, bool) {
	v, has := seen[s.label]
	if !has {
		return nil, false
	}
	return calls.Part(v, s.path)
}

// board are the signs of the cells that a moment shows: 0, 1 and 2.
func (d *drafter) board(m suite.Moment) []int {
	signs := make([]int, d.rows*d.cols)
	for _, f := range m.View {
		if f.Kind == game.FactCell && f.Text == "" && f.Cell.Inside(d.rows, d.cols) {
			signs[int(f.Cell.Row)*d.cols+int(f.Cell.Col)] = int(f.Player)
		}
	}
	return signs
}
