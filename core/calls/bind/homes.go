package bind

import (
	"slices"
	"strings"

	"durchgang/core/calls"
	"durchgang/core/game"
)

// home is a way to have a game, with what can be called then.
type home struct {
	form calls.GameForm
	ops  []op
	name string // of the class or function
}

// op is something that can be called on a game.
type op struct {
	calls.Callable
	takesGame bool // its first parameter is the game
	function  bool // it is a function of the program, not the game's
}

// rest are the parameters beside the game.
func (o op) rest() []calls.Parameter {
	if o.takesGame {
		return o.Takes[1:]
	}
	return o.Takes
}

// needs is how many of them must be given.
func (o op) needs() int {
	n := 0
	for _, p := range o.rest() {
		if !p.Optional {
			n++
		}
	}
	return n
}

// form is the op as a book names it.
func (o op) form(takes ...any) calls.FunctionForm {
	if o.takesGame {
		takes = append([]any{"game"}, takes...)
	}
	return calls.FunctionForm{Name: o.Name, Takes: takes}
}

// homes are all ways to have a game that can be thought of, the likely ones first.
func (d *drafter) homes() ([]home, error) {
	var list []home
	for _, c := range d.outline.Classes {
		if len(c.New) == 0 || len(c.Values) > 0 {
			continue
		}
		ops := ownOps(c.Methods)
		var init op
		makings := d.makings(c.New)
		if len(ops) == 0 { // a struct, to which functions are given
			ops, init = d.given(c.Name)
			if init.Name != "" {
				makings = d.makings([][]calls.Parameter{init.rest()})
			}
		}
		if len(ops) == 0 {
			continue
		}
		for _, takes := range makings {
			list = append(list, home{form: calls.GameForm{Class: c.Name, Takes: takes, Init: init.Name}, ops: ops, name: c.Name})
		}
	}
	made, err := d.factories()
	if err != nil {
		return nil, err
	}
	list = append(list, made...)
	values, err := d.values()
	if err != nil {
		return nil, err
	}
	list = append(list, values...)
	if len(d.outline.Functions) > 0 {
		var ops []op
		inits := []string{""}
		for _, f := range d.outline.Functions {
			ops = append(ops, op{Callable: f, function: true})
			if f.Least() == 0 && speaks(f.Name, againWords...) {
				inits = append(inits, f.Name)
			}
		}
		for _, init := range inits {
			list = append(list, home{form: calls.GameForm{Init: init}, ops: ops})
		}
	}
	// what has most to call is the game, and not a player or a move in it
	slices.SortStableFunc(list, func(a, b home) int { return min(1, len(a.form.Value)) - min(1, len(b.form.Value)) })
	return list, nil
}

func ownOps(methods []calls.Callable) []op {
	var ops []op
	for _, m := range methods {
		if !m.Static {
			ops = append(ops, op{Callable: m})
		}
	}
	return ops
}

// given are the functions that are given a struct as the first thing, and the one of them that makes it ready.
func (d *drafter) given(class string) (ops []op, init op) {
	for _, f := range d.outline.Functions {
		if len(f.Takes) == 0 || !strings.Contains(f.Takes[0].Type, class) && f.Takes[0].Type != "" {
			continue
		}
		o := op{Callable: f, takesGame: true, function: true}
		if speaks(f.Name, againWords...) && init.Name == "" {
			init = o
			continue
		}
		ops = append(ops, o)
	}
	return ops, init
}

// factories are functions that make a game.
func (d *drafter) factories() ([]home, error) {
	var list []home
	for _, f := range d.outline.Functions {
		if !speaks(f.Name, "new", "create", "make", "start", "init*", "build", "fresh", "empty", "setup", "begin", "game", "neu*") && f.Least() > 0 {
			continue
		}
		for _, takes := range d.makings([][]calls.Parameter{f.Takes}) {
			form := calls.GameForm{Function: f.Name, Takes: takes}
			answers, err := d.send([]calls.Request{d.makes(form)[0], {Do: "members"}, {Do: "get", Name: "*", On: true}, {Do: "get", On: true}})
			if err != nil {
				return nil, err
			}
			if answers[0].Failure != nil {
				continue
			}
			ops := d.membersOf(answers)
			if len(ops) == 0 && !holds(answers[0].Value) && !holds(answers[3].Value) {
				continue
			}
			for _, g := range d.outline.Functions {
				if len(g.Takes) > 0 && g.Name != f.Name {
					ops = append(ops, op{Callable: g, takesGame: true, function: true})
				}
			}
			list = append(list, home{form: form, ops: ops, name: f.Name})
			break
		}
	}
	return list, nil
}

// holds reports whether a value is one that a game can be.
func holds(v any) bool {
	switch v := v.(type) {
	case []any:
		return len(v) > 0
	case map[string]any:
		return v["$name"] == nil && v["$call"] == nil
	}
	return false
}

// membersOf are the methods of what was made, as the driver or the outline tells them.
func (d *drafter) membersOf(answers []calls.Answer) []op {
	if m, is := answers[1].Value.(map[string]any); is && answers[1].Failure == nil {
		var ops []op
		for _, c := range callables(m["methods"]) {
			if !c.Static {
				ops = append(ops, op{Callable: c})
			}
		}
		return ops
	}
	for _, a := range answers {
		if m, is := a.Value.(map[string]any); is {
			if name, is := m["$object"].(string); is {
				if c, found := d.outline.Class(name); found {
					return ownOps(c.Methods)
				}
			}
		}
	}
	return nil
}

// callables reads what a driver tells of methods.
func callables(v any) []calls.Callable {
	items, _ := v.([]any)
	var list []calls.Callable
	for _, x := range items {
		m, is := x.(map[string]any)
		if !is {
			continue
		}
		c := calls.Callable{}
		c.Name, _ = m["name"].(string)
		c.Static, _ = m["static"].(bool)
		takes, _ := m["takes"].([]any)
		for _, t := range takes {
			p, _ := t.(map[string]any)
			q := calls.Parameter{}
			q.Name, _ = p["name"].(string)
			q.Type, _ = p["type"].(string)
			q.Optional, _ = p["optional"].(bool)
			c.Takes = append(c.Takes, q)
		}
		list = append(list, c)
	}
	return list
}

// values are variables of the program that hold a board with which a game begins.
func (d *drafter) values() ([]home, error) {
	var list []home
	for _, name := range d.outline.Values {
		var ops []op
		for _, f := range d.outline.Functions {
			if len(f.Takes) > 0 {
				ops = append(ops, op{Callable: f, takesGame: true, function: true})
			}
		}
		if len(ops) == 0 {
			continue
		}
		answers, err := d.send([]calls.Request{{Do: "get", Name: name}})
		if err != nil {
			return nil, err
		}
		if answers[0].Failure == nil && holds(answers[0].Value) {
			list = append(list, home{form: calls.GameForm{Value: name}, ops: ops, name: name})
		}
	}
	return list, nil
}

// makes are the requests that make a game.
func (d *drafter) makes(form calls.GameForm) []calls.Request {
	return d.makesFor(form, d.tracks[0])
}

func (d *drafter) makesFor(form calls.GameForm, t track) []calls.Request {
	return calls.Makes(d.rules, t.script.Setup, form)
}

// mostMakings is how many lists of arguments are tried for what makes a game.
const mostMakings = 5

// makings are the lists of arguments, as a book writes them, with which an object may be made.
func (d *drafter) makings(news [][]calls.Parameter) [][]any {
	var list [][]any
	add := func(takes []any) {
		key := calls.Say(toList(takes))
		if !slices.ContainsFunc(list, func(l []any) bool { return calls.Say(toList(l)) == key }) && len(list) < mostMakings {
			list = append(list, takes)
		}
	}
	for _, params := range news {
		needed := slices.DeleteFunc(slices.Clone(params), func(p calls.Parameter) bool { return p.Optional })
		for _, some := range [][]calls.Parameter{params, needed} {
			for variant := range 2 {
				takes, fits := []any{}, true
				for _, p := range some {
					v, is := d.guess(p, variant)
					fits = fits && is
					takes = append(takes, v)
				}
				if fits {
					add(takes)
				}
			}
		}
	}
	return list
}

func toList(takes []any) any { return append([]any{}, takes...) }

// guess is what a parameter may want, by its name and type.
func (d *drafter) guess(p calls.Parameter, variant int) (any, bool) {
	kind := strings.ToLower(p.Type)
	text := strings.Contains(kind, "str") || strings.Contains(kind, "char")
	_, lives := d.rules.(interface{ Lives() int })
	_, ships := d.rules.(game.HasShips)
	cards := d.cards()
	number := strings.Contains(kind, "int") || kind == "number" || kind == "integer" || kind == "long" || kind == "byte"
	switch {
	case strings.Contains(kind, "random"), speaks(p.Name, "rng", "random", "rand"):
		return "random", true
	case speaks(p.Name, "seed"):
		return 1, true
	case lives && speaks(p.Name, "word", "secret", "answer", "phrase", "target", "solution", "wort"), lives && text:
		return "word", true
	case lives && (speaks(p.Name, "lives", "life", "max*", "tries", "attempts", "wrong", "allowed", "guesses", "mistakes", "misses", "chances", "limit") || number):
		return "lives", true
	case lives && kind == "":
		return []any{"word", "lives"}[variant], true
	case cards && (speaks(p.Name, "deck", "cards", "shoe", "pile", "stock") || kind == "" || strings.Contains(kind, "list") || strings.Contains(kind, "[]")):
		return "cards", true
	case ships && speaks(p.Name, "ships", "fleet", "lengths", "sizes"):
		return "lengths", true
	case speaks(p.Name, "rows", "row", "height", "h", "lines"):
		return "rows", true
	case speaks(p.Name, "cols", "columns", "col", "width", "w"):
		return "cols", true
	case speaks(p.Name, "win", "run", "connect", "length", "k", "need", "inarow", "goal", "line"):
		return "run", true
	case speaks(p.Name, "size", "n", "dim*", "side"), number:
		return "size", true
	case speaks(p.Name, "first", "player1", "one", "start*"):
		return "first", true
	case speaks(p.Name, "second", "player2", "two"):
		return "second", true
	case text, kind == "" && speaks(p.Name, "name", "player", "names"):
		return map[string]any{"text": "Ada"}, true
	case kind == "":
		return []any{"size", map[string]any{"text": "Ada"}}[variant], true
	}
	return nil, false
}
