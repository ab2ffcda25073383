package bind

import (
	"slices"
	"strings"

	"durchgang/core/calls"
	"durchgang/core/game"
	"durchgang/core/suite"
)

// shotClass is what a shot does: 0 it misses, 1 it hits, 2 it sinks a ship, -1 it is refused.
func shotClass(m suite.Moment) int {
	class := -1
	for _, f := range m.Facts {
		switch f.Kind {
		case game.FactMiss:
			class = max(class, 0)
		case game.FactHit:
			class = max(class, 1)
		case game.FactSunk:
			class = max(class, 2)
		}
	}
	return class
}

// trySea finds how ships are placed and shot at.
func (d *drafter) trySea(h home, observers []op) (reading, error) {
	var best reading
	places := d.places(h)
	for _, m := range d.movers(h) {
		for _, place := range places {
			form := m.form()
			if place.Name != "" {
				form.Functions[string(calls.Place)] = place
			}
			traces, err := d.play(h, form, observers, nil, d.few())
			if err != nil {
				return best, err
			}
			if len(traces) == 0 || traces[0].ended || rejected(traces) {
				continue
			}
			move, score := d.shots(form.Functions[string(calls.Move)], traces)
			form.Functions[string(calls.Move)] = move
			if score > best.score+1e-9 {
				best = reading{home: h, move: m, observers: observers, score: score, form: form}
			}
			if best.score > 0.999 {
				return best, d.shotRefusals(&best)
			}
		}
	}
	if best.score == 0 {
		return best, nil
	}
	return best, d.shotRefusals(&best)
}

// shots finds what the results of shots mean.
func (d *drafter) shots(move calls.FunctionForm, traces []trace) (calls.FunctionForm, float64) {
	score := 0.0
	best := move
	for _, path := range []string{"", "0", "1", "result", "hit", "kind", "type"} {
		var c counting
		for _, t := range traces {
			for i, m := range t.moments {
				class := shotClass(m)
				if !t.made[i] || class < 0 || t.did[i].Failure != nil {
					continue
				}
				if v, has := calls.Part(t.did[i].Value, path); has {
					c.add(class, v)
				}
			}
		}
		if c.classes() < 2 || len(c.values) > 8 {
			continue
		}
		f := c.fit(-1)
		if f.score <= score+1e-9 || len(f.value) < 2 {
			continue
		}
		score, best = f.score, move
		best.Part, best.Gives = path, map[string]any{}
		for class, meaning := range []string{"miss", "hit", "sunk"} {
			if v, has := f.value[class]; has {
				best.Gives[meaning] = written(v)
			} else if v, has := d.neverSeen(meaning, f); has {
				best.Gives[meaning] = v
			}
		}
	}
	return best, score
}

// neverSeen is a value that seems to be meant for something that was never seen: another one of the same enumeration.
func (d *drafter) neverSeen(meaning string, f fit) (any, bool) {
	words := map[string][]string{"sunk": {"sunk", "sink*", "sank", "destroyed"}, "hit": {"hit"}, "miss": {"miss*", "water"}}[meaning]
	for _, v := range f.value {
		m, is := v.(map[string]any)
		if !is {
			continue
		}
		name, _ := m["$name"].(string)
		for _, c := range d.outline.Classes {
			for _, other := range c.Values {
				if strings.HasPrefix(name, c.Name+".") && speaks(strings.ToLower(other), words...) {
					return map[string]any{"name": c.Name + "." + other}, true
				}
			}
		}
	}
	return nil, false
}

// shotRefusals finds by what a shot is refused, in the tracks in which some are.
func (d *drafter) shotRefusals(r *reading) error {
	var refusing []track
	for _, t := range d.tracks {
		if refusals(t) > 0 {
			refusing = append(refusing, t)
		}
	}
	traces, err := d.play(r.home, r.form, nil, nil, refusing)
	if err != nil {
		return err
	}
	move := r.form.Functions[string(calls.Move)]
	known := map[string]bool{}
	for _, v := range move.Gives {
		known[calls.Key(v)] = true
	}
	met := map[string]any{}
	for _, t := range traces {
		for i, m := range t.moments {
			if _, refused := game.Refused(m.Facts); !refused || !t.made[i] || t.did[i].Failure != nil {
				continue
			}
			if v, has := calls.Part(t.did[i].Value, move.Part); has && !known[calls.Key(written(v))] {
				met[calls.Key(v)] = v
			}
		}
	}
	if len(met) > 0 {
		move.Else = "no"
	}
	r.form.Functions[string(calls.Move)] = move
	return nil
}

// places are the ways in which a ship may be placed; the last is that nothing places any.
func (d *drafter) places(h home) []calls.FunctionForm {
	var list []calls.FunctionForm
	ops := slices.Clone(h.ops)
	slices.SortStableFunc(ops, func(a, b op) int { return placing(b) - placing(a) })
	for _, o := range ops {
		if len(o.rest()) < 2 {
			continue
		}
		options := [][]any{{}}
		fits, has := true, map[any]bool{}
		for _, p := range o.rest() {
			values := d.placeValues(p)
			fits = fits && len(values) > 0
			var next [][]any
			for _, before := range options {
				for _, v := range values {
					next = append(next, append(slices.Clone(before), v))
				}
			}
			options = next
			for _, v := range values {
				if _, is := v.(string); is {
					has[v] = true
				} else {
					has["other"] = true
				}
			}
		}
		if !fits || !has["length"] || !has["down"] && !has["across"] && !has["other"] {
			continue
		}
		for _, takes := range options[:min(len(options), 8)] {
			list = append(list, o.form(takes...))
		}
	}
	return append(list, calls.FunctionForm{})
}

func placing(o op) int {
	n := 0
	if speaks(o.Name, "place", "add", "put", "set") {
		n++
	}
	if speaks(o.Name, "ship", "boat", "vessel") {
		n++
	}
	return n
}

// placeValues are what a parameter of what places a ship may want.
func (d *drafter) placeValues(p calls.Parameter) []any {
	kind := strings.ToLower(p.Type)
	boolean := strings.Contains(kind, "bool")
	text := strings.Contains(kind, "str") || strings.Contains(kind, "char")
	switch {
	case speaks(p.Name, "vertical", "down", "vert"):
		return []any{"down"}
	case speaks(p.Name, "horizontal", "across", "horiz", "right"):
		return []any{"across"}
	case boolean:
		return []any{"across", "down"}
	case speaks(p.Name, "direction", "dir", "orientation", "heading"):
		var list []any
		for _, pair := range [][2]any{{"H", "V"}, {"h", "v"}, {"horizontal", "vertical"}, {"right", "down"}} {
			list = append(list, map[string]any{"right": pair[0], "down": pair[1]})
		}
		for _, c := range d.outline.Classes {
			if len(c.Values) == 2 {
				a, b := map[string]any{"name": c.Name + "." + c.Values[0]}, map[string]any{"name": c.Name + "." + c.Values[1]}
				list = append([]any{map[string]any{"right": a, "down": b}, map[string]any{"right": b, "down": a}}, list...)
			}
		}
		return list
	case speaks(p.Name, "name", "ship", "label", "kind", "type", "id") && !strings.Contains(kind, "int"):
		return []any{"name"}
	case speaks(p.Name, "length", "size", "len", "cells"):
		return []any{"length"}
	case speaks(p.Name, rowWords...):
		return []any{"row"}
	case speaks(p.Name, colWords...):
		return []any{"col"}
	case speaks(p.Name, "start", "pos*", "cell", "at", "coord*", "origin", "bow") && !text:
		for _, c := range d.outline.Classes {
			if len(c.New) > 0 && len(c.New[0]) == 2 && (kind == "" || strings.Contains(p.Type, c.Name)) {
				return []any{map[string]any{"new": c.Name, "takes": []any{"row", "col"}}}
			}
		}
		return []any{[]any{"row", "col"}}
	}
	return nil
}
