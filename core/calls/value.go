package calls

import (
	"encoding/json"
	"fmt"
	"sort"
	"strconv"
	"strings"
)

// Values are what drivers send and are sent, in JSON: null, true and false, numbers, texts, lists, and objects of one
// of these forms:
//
//	{"$name": "Mark.CROSS"}                  a constant of the program, by its name
//	{"$map": [[key, value], ...]}            a dictionary
//	{"$set": [value, ...]}                   a set
//	{"$object": "Card", "fields": {...}}     an object, with what it holds
//	{"$game": true}                          the game that the driver holds, as an argument
//	{"$new": "Move", "args": [...]}          an object to be made, as an argument
//	{"$tuple": [...]}                        a tuple, as an argument
//	{"$random": 7}                           a random source with a seed, as an argument
const (
	nameKey   = "$name"
	mapKey    = "$map"
	setKey    = "$set"
	objectKey = "$object"
)

// key is a value's text in JSON, the same for equal values.
func key(v any) string {
	text, err := json.Marshal(v)
	if err != nil {
		return fmt.Sprint(v)
	}
	return string(text)
}

// plain is a value by which results are told apart: of an object what it holds, and of a list its elements.
func plain(v any) any {
	if fields, is := within(v, "fields"); is {
		return map[string]any{"fields": fields}
	}
	if l, is := v.([]any); is {
		return map[string]any{"list": l}
	}
	return v
}

// Key is a value's text in JSON, the same for equal values.
func Key(v any) string { return key(v) }

// List is a value that is a list or a set.
func List(v any) ([]any, bool) { return list(v) }

// Number is a whole number, but not a text of one.
func Number(v any) (int, bool) { return plainNumber(v) }

// whole is a whole number of whatever type YAML or JSON has made it.
func whole(v any) (int, bool) {
	switch n := v.(type) {
	case int:
		return n, true
	case int64:
		return int(n), true
	case uint64:
		return int(n), n < 1<<31
	case float64:
		return int(n), n == float64(int(n))
	case string:
		i, err := strconv.Atoi(strings.TrimSpace(n))
		return i, err == nil
	}
	return 0, false
}

// plainNumber is a whole number, but not a text of one.
func plainNumber(v any) (int, bool) {
	if _, text := v.(string); text {
		return 0, false
	}
	return whole(v)
}

// within is the form of an object that a driver sends.
func within(v any, form string) (any, bool) {
	m, is := v.(map[string]any)
	if !is {
		return nil, false
	}
	inner, has := m[form]
	return inner, has
}

// list is a value that is a list or a set.
func list(v any) ([]any, bool) {
	if l, is := v.([]any); is {
		return l, true
	}
	inner, is := within(v, setKey)
	if !is {
		return nil, false
	}
	l, is := inner.([]any)
	return l, is
}

// Part is a part of a value: of a list by its index, of an object by the name of its field; names and indices are divided
// by dots. The empty path is the whole value.
func Part(v any, path string) (any, bool) {
	if path == "" {
		return v, true
	}
	first, rest, _ := strings.Cut(path, ".")
	if fields, is := within(v, "fields"); is {
		if m, is := fields.(map[string]any); is {
			inner, has := m[first]
			if !has {
				return nil, false
			}
			return Part(inner, rest)
		}
	}
	if pairs, is := within(v, mapKey); is {
		l, _ := pairs.([]any)
		for _, p := range l {
			if pair, is := p.([]any); is && len(pair) == 2 && pair[0] == any(first) {
				return Part(pair[1], rest)
			}
		}
		return nil, false
	}
	l, is := list(v)
	if _, object := v.(map[string]any); !is && !object && path == "0" {
		return v, true // a function may return one thing, or several
	}
	i, err := strconv.Atoi(first)
	if !is || err != nil || i < 0 || i >= len(l) {
		return nil, false
	}
	return Part(l[i], rest)
}

// Parts are the paths of all parts of a value that are worth reading by themselves, the whole first, to a depth.
func Parts(v any, depth int) []string {
	paths := []string{""}
	if depth == 0 {
		return paths
	}
	add := func(name string, inner any) {
		for _, p := range Parts(inner, depth-1) {
			if p == "" {
				paths = append(paths, name)
			} else {
				paths = append(paths, name+"."+p)
			}
		}
	}
	if fields, is := within(v, "fields"); is {
		m, _ := fields.(map[string]any)
		names := make([]string, 0, len(m))
		for name := range m {
			names = append(names, name)
		}
		sort.Strings(names)
		for _, name := range names {
			add(name, m[name])
		}
		return paths
	}
	if pairs, is := within(v, mapKey); is {
		l, _ := pairs.([]any)
		for _, p := range l {
			if pair, is := p.([]any); is && len(pair) == 2 {
				if name, is := pair[0].(string); is && !strings.Contains(name, ".") {
					add(name, pair[1])
				}
			}
		}
		return paths
	}
	if l, is := v.([]any); is && len(l) <= 4 {
		for i, x := range l {
			add(strconv.Itoa(i), x)
		}
	}
	return paths
}

// Say writes a value as programmers do, cut to a readable length.
func Say(v any) string {
	text := say(v)
	if r := []rune(text); len(r) > 200 {
		return string(r[:200]) + "…"
	}
	return text
}

func say(v any) string {
	switch v := v.(type) {
	case map[string]any:
		if n, is := v[nameKey].(string); is {
			return n
		}
		if made, is := v["$new"].(string); is {
			args, _ := v["args"].([]any)
			return made + "(" + sayAll(args) + ")"
		}
		if l, is := v["$tuple"].([]any); is {
			return "(" + sayAll(l) + ")"
		}
		if l, is := v[setKey].([]any); is {
			return "{" + sayAll(l) + "}"
		}
		if l, is := v[mapKey].([]any); is {
			parts := make([]string, 0, len(l))
			for _, p := range l {
				if pair, is := p.([]any); is && len(pair) == 2 {
					parts = append(parts, say(pair[0])+": "+say(pair[1]))
				}
			}
			return "{" + strings.Join(parts, ", ") + "}"
		}
		if v["$game"] != nil {
			return "game"
		}
		if seed, is := v["$random"]; is {
			return fmt.Sprintf("random(%v)", seed)
		}
		if name, is := v[objectKey].(string); is {
			fields, _ := v["fields"].(map[string]any)
			parts := make([]string, 0, len(fields))
			for k := range fields {
				parts = append(parts, k)
			}
			sort.Strings(parts)
			for i, k := range parts {
				parts[i] = k + ": " + say(fields[k])
			}
			return name + "(" + strings.Join(parts, ", ") + ")"
		}
	case []any:
		return "[" + sayAll(v) + "]"
	}
	return key(v)
}

func sayAll(l []any) string {
	parts := make([]string, len(l))
	for i, x := range l {
		parts[i] = say(x)
	}
	return strings.Join(parts, ", ")
}
