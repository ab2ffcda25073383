package draft

import (
	"strings"
	"testing"
)

// Signs that are as many as lives are left are found, whatever they are; those of something else are not.
func TestSignsAreCounted(t *testing.T) {
	name := func(way int) string { return [...]string{"n", "gone"}[way] }
	lines := func(text func(left int) string) (list []numbered) {
		for left := 6; left > 0; left-- {
			list = append(list, numbered{line: text(left), want: []float64{float64(left), float64(6 - left)}})
		}
		return list
	}
	repeated := func(sign string, n int) (text string) {
		for range n {
			text += sign
		}
		return text
	}
	tests := []struct {
		name string
		text func(left int) string
		want string
	}{
		{"hearts that are left", func(left int) string { return "Lives: " + repeated("♥ ", left) }, `(?P<n>(?:♥\x{fe0f}?\s*)+)`},
		{"full and empty hearts", func(left int) string { return repeated("♥", left) + repeated("♡", 6-left) }, `(?P<n>(?:♥\x{fe0f}?\s*)+)`},
		{"strokes for what is gone", func(left int) string { return "[" + repeated("/", 6-left) + "] wrong" }, `(?P<gone>(?:/\x{fe0f}?\s*)+)`},
		{"letters that were wrong", func(left int) string { return "Missed: " + "qxzjvw"[:6-left] }, `^\s*Missed:(?P<gone>(?:\s*\pL,?)*\s*$)`},
		{"letters with commas", func(left int) string { return "Missed: " + strings.Join(strings.Split("qxzjvw"[:6-left], ""), ", ") }, `^\s*Missed:(?P<gone>(?:\s*\pL,?)*\s*$)`},
		{"a word that is told", func(int) string { return "Word: garden" }, ""},
		{"always as many", func(int) string { return "******" }, ""},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			if got, _ := signsIn(lines(tt.text), name, 2); got != tt.want {
				t.Errorf("found %q", got)
			}
		})
	}
}
