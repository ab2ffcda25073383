package bind

import (
	"cmp"
	"slices"
	"strings"

	"durchgang/core/calls"
	"durchgang/core/game"
)

// mover is an op by which a move may be made, with what it is given.
type mover struct {
	op    op
	takes []any
	base  int
	plays [2]any // what stands for the players, where it is given
	keeps bool   // its result is the game from then on
	likes int    // how much names speak for it
}

func (m mover) form() calls.Form {
	move := m.op.form(m.takes...)
	move.Keeps = m.keeps
	f := calls.Form{Base: m.base, Functions: map[string]calls.FunctionForm{string(calls.Move): move}}
	if m.plays[0] != nil || m.plays[1] != nil {
		f.Players = &calls.PlayersForm{First: m.plays[0], Second: m.plays[1]}
	}
	return f
}

// mostMovers is how many ways to make a move are tried.
const mostMovers = 40

// movers are the ways in which a move may be made, the likely ones first.
func (d *drafter) movers(h home) []mover {
	var list []mover
	for _, o := range h.ops {
		if speaks(o.Name, againWords...) && len(o.rest()) == 0 || speaks(o.Name, "undo", "__init__") {
			continue
		}
		likes := 0
		if speaks(o.Name, doWords...) {
			likes += 2
		}
		if speaks(o.Name, askWords...) {
			likes -= 3
		}
		for _, way := range d.arrangements(o) {
			way.op = o
			way.likes += likes
			list = append(list, way)
			if o.takesGame && h.form.Class == "" {
				way.keeps, way.likes = true, way.likes+1
				list = append(list, way)
			}
		}
	}
	slices.SortStableFunc(list, func(a, b mover) int { return cmp.Compare(b.likes, a.likes) })
	return list[:min(len(list), mostMovers)]
}

// arrangements are the lists of arguments that an op may be given for a move.
func (d *drafter) arrangements(o op) []mover {
	params := o.rest()
	var list []mover
	add := func(likes int, takes ...any) {
		if len(takes) < o.needs() || len(takes) > len(params) {
			return
		}
		for i, t := range takes {
			if !d.wants(params[i], t) {
				return
			}
			likes += d.likes(params[i], t)
		}
		bases := []int{0, 1}
		if text, is := takes[0].(string); d.rows == 0 || len(takes) == 1 && is && (text == "cell" || text == "letter") {
			bases = bases[:1]
		}
		for _, base := range bases {
			if !slices.ContainsFunc(takes, func(t any) bool { return t == "player" }) {
				list = append(list, mover{takes: takes, base: base, likes: likes - base})
				continue
			}
			for k, plays := range d.playerValues(params[slices.Index(takes, any("player"))]) {
				list = append(list, mover{takes: takes, base: base, plays: plays, likes: likes - base - min(k, 3)})
			}
		}
	}
	switch {
	case d.rows == 0:
		if d.tracks[0].script.Setup.Values()["word"] != "" {
			add(1, "letter")
		}
		return list
	case d.rules.MoveKind() == game.NamesColumn:
		add(1, "col")
		add(0, "col", "player")
		add(0, "player", "col")
	default:
		add(0, "row", "col")
		add(-2, "col", "row")
		add(0, "number")
		add(-1, "cell")
		add(0, []any{"row", "col"})
		add(-2, []any{"col", "row"})
		add(0, "row", "col", "player")
		add(0, "player", "row", "col")
		add(-2, "col", "row", "player")
		add(0, "number", "player")
		add(0, "player", "number")
		add(0, []any{"row", "col"}, "player")
		for _, c := range d.outline.Classes {
			for _, takes := range c.New {
				if len(takes) == 2 && len(params) > 0 && (params[0].Type == "" || strings.Contains(params[0].Type, c.Name)) {
					pair := []any{"row", "col"}
					if speaks(takes[0].Name, colWords...) {
						pair = []any{"col", "row"}
					}
					add(1, map[string]any{"new": c.Name, "takes": pair})
				}
			}
			if len(c.New) == 1 && len(c.New[0]) == 0 && len(c.Fields) == 2 && len(params) > 0 && strings.Contains(params[0].Type, c.Name) {
				add(1, map[string]any{"new": c.Name, "takes": []any{"row", "col"}})
			}
		}
	}
	return list
}

// wants reports whether a parameter's type allows something.
func (d *drafter) wants(p calls.Parameter, what any) bool {
	kind := strings.ToLower(p.Type)
	text := strings.Contains(kind, "str") || strings.Contains(kind, "char") || kind == "rune"
	number := strings.Contains(kind, "int") || kind == "number" || kind == "integer" || kind == "long" || kind == "size_t" || kind == "byte"
	boolean := strings.Contains(kind, "bool")
	_, simple := what.(string)
	switch {
	case boolean:
		return false
	case what == "cell" || what == "letter":
		return !number || kind == "rune" || kind == "int32"
	case what == "player":
		return true
	case simple:
		return !text
	}
	return !text && !number
}

// likes is how much a parameter's name speaks for something.
func (d *drafter) likes(p calls.Parameter, what any) int {
	name, hints := p.Name, map[any][]string{"row": rowWords, "col": colWords, "number": numberWords, "player": playerWords, "letter": {"letter", "guess", "c", "ch", "char*", "l"}}
	text, is := what.(string)
	switch {
	case !is:
		if speaks(name, "cell", "move", "pos*", "coord*", "target", "square", "point", "at", "p", "m", "shot") {
			return 1
		}
		return 0
	case speaks(name, hints[text]...):
		return 2
	case text == "row" && speaks(name, colWords...), text == "col" && speaks(name, rowWords...):
		return -3
	case text == "cell" && speaks(name, "cell", "pos*", "square", "move", "field", "coord*"):
		return 1
	}
	return 0
}

// playerValues are values that may stand for the two players.
func (d *drafter) playerValues(p calls.Parameter) [][2]any {
	var list [][2]any
	for _, c := range d.outline.Classes {
		if len(c.Values) < 2 || p.Type != "" && !strings.Contains(p.Type, c.Name) && !strings.Contains(c.Name, p.Type) {
			continue
		}
		named := slices.DeleteFunc(slices.Clone(c.Values), func(v string) bool { return speaks(v, "none", "empty", "free", "blank", "e", "n", "nobody", "no") })
		if len(named) >= 2 {
			value := func(i int) any { return map[string]any{"name": c.Name + "." + named[i]} }
			list = append(list, [2]any{value(0), value(1)}, [2]any{value(1), value(0)})
		}
	}
	return append(list, [2]any{"X", "O"}, [2]any{1, 2}, [2]any{0, 1}, [2]any{1, -1}, [2]any{"x", "o"}, [2]any{"R", "Y"}, [2]any{true, false})
}

// accessor is an op that is asked what a cell holds.
type accessor struct {
	op    op
	takes []any
}

// accessors are the ops that may tell what a cell holds.
func (d *drafter) accessors(h home) []accessor {
	var list []accessor
	for _, o := range h.ops {
		n := len(o.rest())
		if n == 0 || n > 2 || o.needs() > n || speaks(o.Name, againWords...) || d.rows == 0 {
			continue
		}
		if speaks(o.Name, "play", "place", "put", "drop", "make", "insert", "move", "set") && !speaks(o.Name, "get", "at", "piece") {
			continue
		}
		ways := [][]any{{"row", "col"}, {"col", "row"}}
		if n == 1 {
			ways = [][]any{{"number"}, {[]any{"row", "col"}}, {"cell"}}
			for _, c := range d.outline.Classes {
				if len(c.New) > 0 && len(c.New[0]) == 2 && strings.Contains(o.rest()[0].Type, c.Name) {
					ways = append(ways, []any{map[string]any{"new": c.Name, "takes": []any{"row", "col"}}})
				}
			}
		}
		for _, takes := range ways {
			if n == 2 && d.likes(o.rest()[0], takes[0]) < 0 {
				continue
			}
			list = append(list, accessor{o, takes})
		}
	}
	slices.SortStableFunc(list, func(a, b accessor) int { return hint(b.op) - hint(a.op) })
	return list[:min(len(list), 8)]
}

func hint(o op) int {
	if speaks(o.Name, "get", "at", "cell", "piece", "disc", "square", "mark", "field", "peek") {
		return 1
	}
	return 0
}
