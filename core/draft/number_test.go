package draft

import "testing"

// Signs that are as many as lives are left are found, whatever they are; those of something else are not.
func TestSignsAreCounted(t *testing.T) {
	name := func(way int) string { return [...]string{"n", "gone"}[way] }
	lines := func(text func(left int) string) (list []numbered) {
		for left := 6; left > 0; left-- {
			list = append(list, numbered{text(left), []float64{float64(left), float64(6 - left)}})
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
