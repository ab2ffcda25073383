package phrasebook

import (
	"slices"
	"strings"

	"github.com/goccy/go-yaml"
)

// Merge returns a phrasebook with all that stands in two: lists are joined, the first one's entries
// before; of what can be said once the second one's counts. file names the first in errors, which are
// *Error.
func Merge(file, first, second string) (string, error) {
	if strings.TrimSpace(first) == "" || strings.TrimSpace(second) == "" {
		return first + second, nil
	}
	var one, other yaml.MapSlice
	for _, d := range []struct {
		text string
		into *yaml.MapSlice
	}{{first, &one}, {second, &other}} {
		if err := yaml.UnmarshalWithOptions([]byte(d.text), d.into, yaml.UseOrderedMap()); err != nil {
			return "", &Error{File: file, Err: err}
		}
	}
	out, err := yaml.Marshal(merge(one, other))
	if err != nil {
		return "", &Error{File: file, Err: err}
	}
	return string(out), nil
}

// once are lists of which only one can hold.
var once = []string{"move", "board", "arguments"}

func merge(one, other yaml.MapSlice) yaml.MapSlice {
	merged := slices.Clone(one)
	for _, item := range other {
		i := slices.IndexFunc(merged, func(m yaml.MapItem) bool { return m.Key == item.Key })
		if i < 0 {
			merged = append(merged, item)
			continue
		}
		key, _ := item.Key.(string)
		switch was := merged[i].Value.(type) {
		case yaml.MapSlice:
			if is, ok := item.Value.(yaml.MapSlice); ok {
				merged[i].Value = merge(was, is)
			}
		case []any:
			if is, ok := item.Value.([]any); ok && !slices.Contains(once, key) {
				merged[i].Value = slices.Concat(was, is)
			} else {
				merged[i].Value = item.Value
			}
		default:
			merged[i].Value = item.Value
		}
	}
	return merged
}
