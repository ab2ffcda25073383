package bind

import (
	"cmp"
	"maps"
	"slices"

	"durchgang/core/calls"
)

// fit is how well the values of a source go with what should be seen: which value stands for what, and the mean over the
// classes of how often it does.
type fit struct {
	score float64
	value map[int]any // by class, the value that most often goes with it; none where that goes better with another one
}

// counting counts values by class.
type counting struct {
	counts map[int]map[string]int
	values map[string]any
}

func (c *counting) add(class int, v any) {
	if c.counts == nil {
		c.counts, c.values = map[int]map[string]int{}, map[string]any{}
	}
	if c.counts[class] == nil {
		c.counts[class] = map[string]int{}
	}
	k := calls.Key(v)
	c.values[k] = v
	c.counts[class][k]++
}

// fit gives each value to the class in which it is most usual. open is a class that any other value may stand for, -1 for
// none.
func (c *counting) fit(open int) fit {
	totals := map[int]int{}
	for class, counts := range c.counts {
		for _, n := range counts {
			totals[class] += n
		}
	}
	owner := map[string]int{}
	for k := range c.values {
		best, most := -1, 0.0
		for _, class := range slices.Sorted(maps.Keys(c.counts)) {
			if share := float64(c.counts[class][k]) / float64(totals[class]); share > most {
				best, most = class, share
			}
		}
		owner[k] = best
	}
	f := fit{value: map[int]any{}}
	for class, counts := range c.counts {
		right := 0
		var keys []string
		for k, n := range counts {
			if owner[k] == class {
				right += n
				keys = append(keys, k)
			}
		}
		if class != open && len(keys) > 1 { // it has one value
			slices.SortFunc(keys, func(a, b string) int { return cmp.Or(counts[b]-counts[a], cmp.Compare(a, b)) })
			right = counts[keys[0]]
		}
		if len(keys) > 0 {
			slices.SortFunc(keys, func(a, b string) int { return cmp.Or(counts[b]-counts[a], cmp.Compare(a, b)) })
			f.value[class] = c.values[keys[0]]
		}
		f.score += float64(right) / float64(totals[class])
	}
	if len(c.counts) > 0 {
		f.score /= float64(len(c.counts))
	}
	return f
}

// classes are how many there are.
func (c *counting) classes() int { return len(c.counts) }
