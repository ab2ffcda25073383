package calls

import (
	"fmt"
	"slices"
)

// argument is what a function is given: something that is known of a step, a constant, a tuple of arguments, or an object
// that is made of some.
type argument struct {
	what  string
	value any // a constant, where what is empty
	parts []argument
	class string  // of the object that is made of the parts
	ways  *[2]any // the values of a ship that goes to the right, and of one that goes down
}

// made are what a game may be made with.
var made = []string{"rows", "cols", "size", "run", "word", "lives", "cards", "random", "first", "second", "lengths"}

// arguments reads a list of arguments; known is what may be given, all where it is nil.
func (c *checker) arguments(path string, list []any, known []string) []argument {
	args := []argument{}
	for i, v := range list {
		at := fmt.Sprintf("%s[%d]", path, i)
		switch v := v.(type) {
		case string:
			if known == nil && !slices.Contains(made, v) || known != nil && !slices.Contains(known, v) {
				c.fail(at, ErrTakes, v)
			}
			args = append(args, argument{what: v})
		case []any:
			args = append(args, argument{parts: c.arguments(at, v, known)})
		case map[string]any:
			args = append(args, c.object(at, v, known))
		default:
			args = append(args, argument{value: c.value(at, v)})
		}
	}
	return args
}

// object reads {new: Move, takes: [row, col]}, the direction of a ship: {right: H, down: V}, or a constant: {text: Ada},
// {name: Mark.X}.
func (c *checker) object(path string, m map[string]any, known []string) argument {
	if class, is := m["new"].(string); is {
		takes, _ := m["takes"].([]any)
		if !identifier(class) {
			c.fail(path, ErrName, class)
		}
		return argument{class: class, parts: c.arguments(path+".takes", takes, known)}
	}
	down, hasDown := m["down"]
	right, hasRight := m["right"]
	if hasDown && hasRight && len(m) == 2 {
		return argument{ways: &[2]any{c.value(path, right), c.value(path, down)}}
	}
	if text, is := m["text"].(string); is && len(m) == 1 {
		return argument{value: text}
	}
	return argument{value: c.value(path, m)}
}

// given reports whether something is among what a function is given.
func (f function) given(what string) bool {
	return slices.ContainsFunc(f.takes, func(a argument) bool { return a.has(what) })
}

func (a argument) has(what string) bool {
	return a.what == what || slices.ContainsFunc(a.parts, func(p argument) bool { return p.has(what) })
}

// fill makes a value of an argument, of what is known; ok is false where that is not enough.
func (a argument) fill(known map[string]any) (v any, ok bool) {
	switch {
	case a.what != "":
		v, ok = known[a.what]
		return v, ok
	case a.ways != nil:
		down, is := known["down"].(bool)
		if down {
			return a.ways[1], is
		}
		return a.ways[0], is
	case a.parts == nil:
		return a.value, true
	}
	parts := make([]any, len(a.parts))
	for i, p := range a.parts {
		if parts[i], ok = p.fill(known); !ok {
			return nil, false
		}
	}
	if a.class != "" {
		return map[string]any{"$new": a.class, "args": parts}, true
	}
	return map[string]any{"$tuple": parts}, true
}

// fillAll makes the values of all arguments.
func fillAll(args []argument, known map[string]any) ([]any, bool) {
	values := []any{}
	for _, a := range args {
		v, ok := a.fill(known)
		if !ok {
			return nil, false
		}
		values = append(values, v)
	}
	return values, true
}
