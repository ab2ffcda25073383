package judge

import (
	"slices"

	"durchgang/core/game"
)

// kindsOf are the kinds of facts that a subject of comparisons is read from, beside those in subjects.
var kindsOf = map[string][]game.Kind{
	"board":  {game.FactCell},
	"turn":   {game.FactTurn},
	"result": {game.FactWon, game.FactDrawn},
	"move":   {game.FactRefused},
}

// Doubtful returns the subjects of which the reading has not proven itself: what was read of them
// differs in more scripts than there are steps, after the first, at which it agrees and could have differed. An end that the program
// itself acts upon is no matter of reading, and neither is what it does without a word.
func Doubtful(scripts []ScriptVerdict) []string {
	right, wrong, firm := map[string]int{}, map[string]int{}, map[string]bool{}
	for _, sv := range scripts {
		differs := map[string]bool{}
		for i, step := range sv.Steps {
			if step.Echo {
				break
			}
			for _, c := range step.Comparisons {
				switch {
				case c.State == Agrees && !c.routine && i > 0:
					right[c.Subject]++
				case c.State == Differs && !c.worded:
					firm[c.Subject] = true
				case c.State == Differs:
					differs[c.Subject] = true
				}
			}
		}
		for s := range differs {
			wrong[s]++
		}
	}
	var list []string
	for s, n := range wrong {
		if n > right[s] && !firm[s] {
			list = append(list, s)
		}
	}
	slices.Sort(list)
	return list
}

// Without returns what was seen without what was read of some subjects, which are then not read.
func (o Observation) Without(unread []string) Observation {
	o.unread = unread
	o.Facts = slices.DeleteFunc(slices.Clone(o.Facts), func(f game.Fact) bool {
		return slices.ContainsFunc(unread, func(name string) bool {
			if slices.Contains(kindsOf[name], f.Kind) {
				return true
			}
			i := slices.IndexFunc(subjects, func(s subject) bool { return s.name == name })
			return i >= 0 && subjects[i].has(f)
		})
	})
	return o
}

// blames reports whether a comparison may have come out otherwise, had all been read: it is of a
// subject that is not read, or of the move, which is seen in many ways.
func (o Observation) blames(c Comparison) bool {
	return len(o.unread) > 0 && c.State == NotShown && (c.Subject == "move" || slices.Contains(o.unread, c.Subject))
}
