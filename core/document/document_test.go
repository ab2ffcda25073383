package document_test

import (
	"errors"
	"reflect"
	"testing"

	"durchgang/core/document"
)

type sample struct {
	Title string            `yaml:"title"`
	Count int               `yaml:"count"`
	List  []part            `yaml:"list"`
	Named map[string][]part `yaml:"named"`
	Inner inner             `yaml:",inline"`
	Other string            `yaml:"-"`
}

type part struct {
	Ask  string `yaml:"ask"`
	Type string `yaml:"type"`
}

type inner struct {
	Base *int `yaml:"base"`
}

// What is wrong in a text is told with its place.
func TestReadTellsWhere(t *testing.T) {
	tests := []struct {
		name, text   string
		line, column int
	}{
		{"nothing", "", 0, 0},
		{"blanks", " \n\t\n", 0, 0},
		{"what fits", "title: noughts\ncount: 3\nlist: [{ask: row, type: a}]\nbase: 1\n", 0, 0},
		{"an unknown key", "title: noughts\ncolour: red\n", 2, 1},
		{"an unknown key below", "list:\n  - ask: row\n    say: a\n", 3, 5},
		{"another type", "count: three\n", 1, 8},
		{"no YAML", "title: [\n", 1, 8},
	}
	for _, tt := range tests {
		var s sample
		err := document.Read("sample.yaml", tt.text, &s)
		if tt.line == 0 {
			if err != nil {
				t.Errorf("%s: %v", tt.name, err)
			}
			continue
		}
		var e *document.Error
		if !errors.As(err, &e) || e.File != "sample.yaml" || e.Line != tt.line || e.Column != tt.column {
			t.Errorf("%s: %v, want %d:%d", tt.name, err, tt.line, tt.column)
		}
	}
}

func TestFailFindsThePlace(t *testing.T) {
	cause := errors.New("not that")
	const text = "title: a\nlist:\n  - ask: row\n    type: '{row}'\n  - ask: col\n"
	for path, want := range map[string][2]int{
		"$.title": {1, 8}, "$.list[0].type": {4, 11}, "$.list[1].ask": {5, 10}, "$.nothing": {0, 0}, "no path": {0, 0},
	} {
		e := document.Fail("sample.yaml", text, path, cause)
		if !errors.Is(e, cause) || e.Line != want[0] || e.Column != want[1] {
			t.Errorf("%s: %v, want %v", path, e, want)
		}
	}
	if e := document.Fail("sample.yaml", "title: [", "$.title", cause); e.Line != 0 {
		t.Errorf("a place in no YAML: %v", e)
	}
}

func TestKeysOf(t *testing.T) {
	parts := document.Keys{"ask": {}, "type": {}}
	want := document.Keys{"title": {}, "count": {}, "list": parts, "named": parts, "base": {}}
	if got := document.KeysOf(&sample{}); !reflect.DeepEqual(got, want) {
		t.Errorf("%v, want %v", got, want)
	}
}

// No text breaks the reader, and a place that is told lies in the text.
func FuzzRead(f *testing.F) {
	for _, text := range []string{"title: a", "list: [{ask: 1}]", "&a [*a]", "? !!", "count: 9999999999999999999", "\xff"} {
		f.Add(text)
	}
	f.Fuzz(func(t *testing.T, text string) {
		var s sample
		var e *document.Error
		if err := document.Read("fuzz", text, &s); err != nil && (!errors.As(err, &e) || e.Line < 0 || e.Error() == "") {
			t.Errorf("%q: %v", text, err)
		}
	})
}
