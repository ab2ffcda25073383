package phrasebook

import (
	"strings"
	"testing"
)

func TestMerge(t *testing.T) {
	tests := []struct{ name, first, second, want string }{
		{"nothing", "", "base: 0\n", "base: 0"},
		{"lists are joined", "says:\n  won: ['a']\n  drawn: [x]\n", "says:\n  won: [b]\n", "says:\n  won:\n  - a\n  - b\n  drawn:\n  - x"},
		{"one move holds", "move:\n  - type: '{row}'\nyes: ja\n", "move:\n  - type: '{number}'\nbase: 0\n", "move:\n- type: \"{number}\"\n\"yes\": ja\nbase: 0"},
		{"maps are merged", "marks: {first: a, second: b}\n", "marks: {first: c, second: d}\nempty: [.]\n", "marks:\n  first: c\n  second: d\nempty:\n- ."},
	}
	for _, tt := range tests {
		got, err := Merge("book", tt.first, tt.second)
		if err != nil || strings.TrimSpace(got) != tt.want {
			t.Errorf("%s: %v\n%s", tt.name, err, got)
		}
		if _, err := Parse("merged", got); err != nil {
			t.Errorf("%s: %v", tt.name, err)
		}
	}
	if _, err := Merge("book", "says: [", "base: 0"); err == nil || !strings.Contains(err.Error(), "book") {
		t.Errorf("an error is %v", err)
	}
}
