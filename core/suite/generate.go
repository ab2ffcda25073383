package suite

import (
	"errors"
	"fmt"
	"slices"

	"durchgang/core/game"
	"durchgang/core/mistake"
)

// Generate makes a small suite that shows every known mistake and tells apart every
// two that differ: of shortest separating sequences it takes again and again the
// one that closes most of what is open (greedy set cover). report is called with
// how many pairs are settled, of how many. Mistakes for which no sequence was found
// are left out, and named in the second result.
func Generate(known mistake.Known, bounds mistake.Bounds, report func(done, all int)) (*Suite, []string, error) {
	if len(known.Mistakes) == 0 {
		return nil, nil, fmt.Errorf("no mistakes are known for %s, so no suite can be made from them", known.Reference.Variant())
	}
	g := generator{rules: known.Reference, mistakes: known.Mistakes, all: known.Rules()}
	table, err := known.Separate(known.Pairs(), bounds, report)
	if err != nil {
		return nil, nil, err
	}
	if err := g.candidates(table); err != nil {
		return nil, nil, err
	}
	return g.cover(), g.missed, nil
}

// generator works with the mistakes and, as the last of all, the reference.
type generator struct {
	rules    game.Rules
	mistakes []mistake.Mistake
	all      []game.Rules
	scripts  []candidate
	missed   []string
}

// candidate is a sequence with what each of the mistakes shows of it.
type candidate struct {
	setup  game.Setup
	steps  []Step
	traces []string
}

// candidates takes the sequence of each mistake and of each pair that the sequences
// so far do not tell apart.
func (g *generator) candidates(table *mistake.Table) error {
	for i := len(g.mistakes); i >= 0; i-- { // the reference first: what shows a mistake often tells it from others
		for k := range i {
			if g.told(i, k) {
				continue
			}
			found := table.Between(i, k)
			if found.Err != nil {
				g.missed = append(g.missed, g.name(i, k))
				continue
			}
			if err := g.add(found.Setup, Steps(g.rules, found.Setup, found.Steps)); err != nil {
				return err
			}
		}
	}
	return nil
}

func (g *generator) name(i, k int) string {
	if i == len(g.mistakes) {
		return g.mistakes[k].Name
	}
	return g.mistakes[k].Name + " and " + g.mistakes[i].Name
}

// add keeps a sequence; one without steps still starts the program and looks.
func (g *generator) add(setup game.Setup, steps []Step) error {
	if len(steps) == 0 {
		step, err := g.first(setup)
		if err != nil {
			return err
		}
		steps = []Step{step}
	}
	c := candidate{setup: setup, steps: steps}
	for _, rules := range g.all {
		trace, err := Trace(rules, setup, steps)
		if err != nil {
			return err
		}
		c.traces = append(c.traces, trace)
	}
	g.scripts = append(g.scripts, c)
	return nil
}

// first is a legal first move.
func (g *generator) first(setup game.Setup) (Step, error) {
	pos, err := g.rules.Start(setup)
	if err != nil {
		return Step{}, err
	}
	moves := game.Legal(g.rules, pos)
	if len(moves) == 0 {
		return Step{}, errors.New("no move is legal at the start")
	}
	return Step{Act: MakeMove, Move: moves[0]}, nil
}

func (g *generator) told(i, k int) bool {
	return slices.ContainsFunc(g.scripts, func(c candidate) bool { return c.traces[i] != c.traces[k] })
}

// cover chooses among the sequences.
func (g *generator) cover() *Suite {
	n := len(g.mistakes)
	type pair struct{ a, b int }
	open := map[pair]bool{}
	for i := range n + 1 {
		for k := range i {
			if g.told(i, k) {
				open[pair{k, i}] = true
			}
		}
	}
	s := &Suite{
		Rules: g.rules,
		Criteria: []Criterion{
			{Name: "rules", Title: "The rules are kept", Points: Points(20 * 100), NotShown: Costs, Unsteady: Costs, Grading: Whole},
		},
	}
	for len(open) > 0 {
		best, most := -1, 0
		for c, candidate := range g.scripts {
			gain := 0
			for p := range open {
				if candidate.traces[p.a] != candidate.traces[p.b] {
					gain++
				}
			}
			if gain > most || gain == most && best >= 0 && len(candidate.steps) < len(g.scripts[best].steps) {
				best, most = c, gain
			}
		}
		for p := range open {
			if g.scripts[best].traces[p.a] != g.scripts[best].traces[p.b] {
				delete(open, p)
			}
		}
		s.Scripts = append(
			s.Scripts,
			Script{Title: g.title(best), Criterion: "rules", Setup: g.scripts[best].setup, Steps: g.scripts[best].steps},
		)
	}
	return s
}

// title names a script by the mistakes it shows, the first two of them.
func (g *generator) title(c int) string {
	var names []string
	for i, m := range g.mistakes {
		if g.scripts[c].traces[i] != g.scripts[c].traces[len(g.mistakes)] {
			names = append(names, m.Name)
		}
	}
	title := fmt.Sprintf("sequence %d", c+1)
	switch len(names) {
	case 0:
		return title
	case 1:
		return title + ": " + names[0]
	default:
		return fmt.Sprintf("%s: %s, %s and %d more", title, names[0], names[1], len(names)-2)
	}
}
