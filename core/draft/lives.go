package draft

import (
	"durchgang/core/game"
)

// lives finds the number that is how many lives are left, or how many are gone.
func (w *Wording) lives(steps []Seen) {
	start, of := -1, 0
	var lines []numbered
	for _, s := range steps {
		left := livesOf(s.View)
		if s.Start || start < 0 {
			start = max(start, left)
		}
		if left < 0 || s.Over {
			continue
		}
		of++
		for _, line := range s.standing() {
			lines = append(lines, numbered{line: line, want: []float64{float64(left), float64(start - left)}})
		}
	}
	name := func(way int) string { return [...]string{"n", "gone"}[way] }
	patterns, held, wrong := numberIn(lines, name, max(2, of/2))
	w.unsure = wrong > 0
	if len(patterns) == 0 {
		pattern, n := signsIn(lines, name, max(2, of/2))
		if pattern == "" {
			return
		}
		patterns, held = []string{pattern}, n
	}
	w.Phrases["solo.lives"] = patterns[:1]
	w.Learned = append(w.Learned, Learned{About: "solo.lives", Text: patterns[0], Held: held, Of: of})
}

// livesOf is how many lives facts tell of, -1 where they tell of none.
func livesOf(facts []game.Fact) int {
	for _, f := range facts {
		if f.Kind == game.FactLives {
			return f.N
		}
	}
	return -1
}
