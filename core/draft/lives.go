package draft

import (
	"cmp"
	"fmt"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"durchgang/core/game"
)

// lives finds the number on a line that is how many lives are left, or how many are gone.
func (w *Wording) lives(steps []Seen) {
	type place struct {
		line string // with numbers as #
		at   int    // which of the numbers
		gone bool
	}
	right, of := map[place]int{}, map[place]int{}
	start := -1
	for _, s := range steps {
		left := livesOf(s.View)
		if s.Start || start < 0 {
			start = max(start, left)
		}
		if left < 0 || s.Over {
			continue
		}
		met := map[place]bool{}
		for _, line := range s.Screen {
			items := itemsOf(line, w.Names)
			words := make([]string, len(items))
			for i, it := range items {
				words[i] = it.word
			}
			for i, text := range number.FindAllString(line, -1) {
				n, err := strconv.Atoi(text)
				if err != nil {
					continue
				}
				for _, gone := range []bool{false, true} {
					p := place{strings.Join(words, " "), i, gone}
					if met[p] || len(words) < 2 {
						continue
					}
					met[p] = true
					of[p]++
					if n == left && !gone || n == start-left && gone {
						right[p]++
					}
				}
			}
		}
	}
	var found []place
	for p, n := range right {
		if of[p]*9 <= n*10 && n*2 >= len(steps) {
			found = append(found, p)
		}
	}
	if found == nil {
		return
	}
	best := slices.MinFunc(found, func(a, b place) int {
		return cmp.Or(right[b]-right[a], strings.Compare(fmt.Sprint(a), fmt.Sprint(b)))
	})
	words := strings.Fields(best.line)
	k := 0
	for i, word := range words {
		words[i] = regexp.QuoteMeta(word)
		if !strings.Contains(word, anyNumber) {
			continue
		}
		words[i] = strings.ReplaceAll(words[i], anyNumber, `\d+`)
		if k == best.at {
			words[i] = strings.Replace(words[i], `\d+`, map[bool]string{false: `(?P<n>\d+)`, true: `(?P<gone>\d+)`}[best.gone], 1)
		}
		k++
	}
	w.Phrases["solo.lives"] = []string{`^\W*` + strings.Join(words, `\W+`) + `\W*$`}
	w.Learned = append(w.Learned, Learned{About: "solo.lives", Text: best.line, Held: right[best], Of: of[best]})
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
