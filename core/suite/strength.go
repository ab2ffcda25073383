package suite

import (
	"bytes"
	"cmp"
	"encoding/binary"
	"errors"
	"fmt"
	"reflect"
	"slices"
	"sync"

	"durchgang/core/game"
	"durchgang/core/mistake"
)

// Strength is what a suite can do: which mistakes its scripts catch, and which they
// cannot tell apart.
type Strength struct {
	Mistakes []Caught `json:"mistakes"`
	Holes    []Hole   `json:"holes"`
	Pairs    int      `json:"pairs" description:"Of mistakes, all together."`
	Idle     []string `json:"idle" description:"Titles of scripts that can be left out, all of them, and as much is caught and told apart."`
}

// Caught is one mistake with the scripts that show it.
type Caught struct {
	Name    string   `json:"name"`
	Teacher string   `json:"teacher"`
	Scripts []string `json:"scripts"` // titles
}

// Hole is a mistake that no script shows, or two that no script tells apart, with
// the script that would.
type Hole struct {
	Mistakes []string `json:"mistakes"` // one or two names
	Setup    string   `json:"setup"`    // of the script
	Script   string   `json:"script"`   // empty when none was found
	Exact    bool     `json:"exact"`    // no shorter script does it
	Note     string   `json:"note,omitempty"`
}

// Nowhere is the note of a hole that no script can close.
const Nowhere = "they differ nowhere"

// Measure plays every script by the reference rules and by each mistake known of the
// suite's variant, and looks within the bounds for scripts that would close the
// holes; with none it looks for no scripts. report is called with how many of the
// holes are settled, of how many.
func (s *Suite) Measure(known mistake.Known, bounds mistake.Bounds, report func(done, all int)) (Strength, error) {
	mistakes, scripts := known.Mistakes, s.Fixed()
	shown, err := shownBy(known.Rules(), scripts)
	if err != nil {
		return Strength{}, err
	}
	reference := len(mistakes)
	st := Strength{Holes: []Hole{}, Idle: []string{}, Pairs: len(mistakes) * (len(mistakes) - 1) / 2}
	for i, m := range mistakes {
		caught := Caught{Name: m.Name, Teacher: m.Teacher, Scripts: []string{}}
		for k, script := range scripts {
			if shown[k][i] != shown[k][reference] {
				caught.Scripts = append(caught.Scripts, script.Title)
			}
		}
		st.Mistakes = append(st.Mistakes, caught)
	}
	var untold []mistake.Pair
	telling := map[mistake.Pair]int{} // how many scripts tell a pair apart
	for _, p := range known.Pairs() {
		for _, of := range shown {
			if of[p.A] != of[p.B] {
				telling[p]++
			}
		}
		if telling[p] == 0 {
			untold = append(untold, p)
		}
	}
	for _, k := range s.idle(scripts, shown, telling) {
		st.Idle = append(st.Idle, scripts[k].Title)
	}
	holes, err := Closing(known, untold, bounds, report)
	st.Holes = append(st.Holes, holes...)
	return st, err
}

// shownBy plays scripts by some rules: a number for each script and rules, the same for rules that show the same in the script.
func shownBy(all []game.Rules, scripts []Script) ([][]int, error) {
	shown := make([][]int, len(scripts))
	failed := make([]error, len(scripts))
	var players sync.WaitGroup
	for k, script := range scripts {
		players.Go(func() {
			traces, err := Traces(all, script.Setup, script.Steps)
			if err != nil {
				failed[k] = fmt.Errorf("play the script %q: %w", script.Title, err)
			}
			known := map[string]int{}
			for _, t := range traces {
				if _, met := known[t]; !met {
					known[t] = len(known)
				}
				shown[k] = append(shown[k], known[t])
			}
		})
	}
	players.Wait()
	return shown, errors.Join(failed...)
}

// idle are scripts, from the last on, without which every pair is still told apart by another one. A script that does what no
// mistake is known of, such as typing a line that is not a move, and the last one of a criterion are not.
func (s *Suite) idle(scripts []Script, shown [][]int, telling map[mistake.Pair]int) []int {
	serving := map[string]int{}
	for _, script := range s.Scripts {
		serving[script.Criterion]++
	}
	var idle []int
	for k := len(scripts) - 1; k >= 0; k-- {
		script := scripts[k]
		other := slices.ContainsFunc(script.Steps, func(step Step) bool { return step.Act != MakeMove && step.Act != Again })
		if other || script.Repeats > 0 || serving[script.Criterion] == 1 {
			continue
		}
		var told []mistake.Pair
		needed := false
		for p, n := range telling {
			if shown[k][p.A] != shown[k][p.B] {
				told, needed = append(told, p), needed || n == 1
			}
		}
		if needed {
			continue
		}
		for _, p := range told {
			telling[p]--
		}
		serving[script.Criterion]--
		idle = append(idle, k)
	}
	slices.Reverse(idle)
	return idle
}

// Closing makes holes of pairs, those of the reference first, with the scripts that close them as far as they are found within the
// bounds; without bounds none is looked for.
func Closing(known mistake.Known, untold []mistake.Pair, bounds mistake.Bounds, report func(done, all int)) ([]Hole, error) {
	suggest := bounds != mistake.Bounds{}
	reference := len(known.Mistakes)
	slices.SortStableFunc(untold, func(p, q mistake.Pair) int { return cmp.Compare(q.B/reference, p.B/reference) })
	table, err := known.Separate(untold, bounds, report)
	if err != nil {
		return nil, err
	}
	holes := make([]Hole, len(untold))
	for i, p := range untold {
		holes[i].Mistakes = []string{known.Mistakes[p.A].Name}
		if p.B != reference {
			holes[i].Mistakes = append(holes[i].Mistakes, known.Mistakes[p.B].Name)
		}
		switch found := table.Between(p.A, p.B); {
		case !suggest:
		case errors.Is(found.Err, mistake.ErrSame):
			holes[i].Note = Nowhere
		case found.Err != nil:
			holes[i].Note = found.Err.Error()
		default:
			holes[i].Setup, holes[i].Script, holes[i].Exact = string(found.Setup), Words(known.Reference, found.Setup, found.Steps), found.Exact
		}
	}
	return holes, nil
}

// Words writes a sequence as the steps of a script.
func Words(rules game.Rules, setup game.Setup, steps []mistake.Step) string {
	s := Suite{Rules: rules}
	return s.Words(Steps(rules, setup, steps))
}

// Steps turns a sequence into the steps of a script, with a ! where the rules refuse.
func Steps(rules game.Rules, setup game.Setup, sequence []mistake.Step) []Step {
	pos, err := rules.Start(setup)
	if err != nil {
		return nil
	}
	steps := make([]Step, 0, len(sequence))
	for _, step := range sequence {
		if step.Again {
			if pos, err = rules.Again(pos, setup); err != nil {
				return nil
			}
			steps = append(steps, Step{Act: Again})
			continue
		}
		_, refused := game.Refused(rules.Play(pos, step.Move, nil))
		steps = append(steps, Step{Act: MakeMove, Move: step.Move, Refused: refused})
	}
	return steps
}

// Traces are everything that each of some rules shows of the steps, in one text each. Why a move is refused is left out, since
// few programs say it, and so are lines that are no move, which no rules hear of. Rules that do the same as the
// last ones, which are the reference, have its text without being asked what they show.
func Traces(all []game.Rules, setup game.Setup, steps []Step) ([]string, error) {
	reference := all[len(all)-1]
	right, err := traceOf(reference, setup, steps)
	if err != nil {
		return nil, err
	}
	doing, follow := doings(reference, setup, steps)
	traces := make([]string, len(all))
	for i, rules := range all {
		if follow && reflect.TypeOf(rules) == reflect.TypeOf(reference) {
			if same, _ := doings(rules, setup, steps); same.equal(doing) {
				traces[i] = right
				continue
			}
		}
		if traces[i], err = traceOf(rules, setup, steps); err != nil {
			return nil, err
		}
	}
	return traces, nil
}

// doing is what rules do in a script, one text a step: the facts and the key of the position.
type doing [][]byte

func (d doing) equal(other doing) bool { return slices.EqualFunc(d, other, bytes.Equal) }

// doings reports false where the steps are not only moves and other games, or rules cannot make them.
func doings(rules game.Rules, setup game.Setup, steps []Step) (list doing, ok bool) {
	pos, err := rules.Start(setup)
	if err != nil {
		return nil, false
	}
	list = append(list, pos.AppendKey(nil))
	var facts []game.Fact
	for _, step := range steps {
		switch step.Act {
		case MakeMove:
			facts = rules.Play(pos, step.Move, facts[:0])
			list = append(list, pos.AppendKey(trace(nil).facts(facts)))
		case Again:
			if pos, err = rules.Again(pos, setup); err != nil {
				return nil, false
			}
			list = append(list, pos.AppendKey(nil))
		case Look:
			return nil, false
		}
	}
	return list, true
}

func traceOf(rules game.Rules, setup game.Setup, steps []Step) (string, error) {
	pos, err := rules.Start(setup)
	if err != nil {
		return "", err
	}
	var t trace
	view := rules.View(pos, game.Nobody, nil)
	t = t.opening(pos, view)
	var before, facts []game.Fact
	for _, step := range steps {
		switch step.Act {
		case MakeMove:
			facts = rules.Play(pos, step.Move, facts[:0])
			t = t.facts(facts)
		case Again:
			if pos, err = rules.Again(pos, setup); err != nil {
				return "", err
			}
			view = rules.View(pos, game.Nobody, view[:0])
			t = t.opening(pos, view)
			continue
		case Look:
			positions, _ := Positions(rules, MostPositions)
			for _, m := range positions {
				t = append(t.facts(m.View), byte(m.Result.Outcome), byte(m.Result.Winner))
			}
			continue
		default:
			continue
		}
		before, view = view, rules.View(pos, game.Nobody, before[:0])
		t = t.changes(before, view)
	}
	return string(t), nil
}

// trace is facts as bytes that differ when the facts do.
type trace []byte

func (t trace) opening(pos game.Position, view []game.Fact) trace {
	return t.facts([]game.Fact{{Kind: game.FactTurn, Player: pos.Turn()}}).facts(view)
}

// changes are what is different in a view from the one before. Views of which all before are equal have the same changes when
// they are equal too.
func (t trace) changes(before, view []game.Fact) trace {
	if len(before) != len(view) {
		return append(t, 'v').facts(view)
	}
	for i := range view {
		if view[i] != before[i] {
			t = binary.AppendUvarint(t.facts(view[i:i+1]), uint64(i))
		}
	}
	return append(t, '.')
}

func (t trace) facts(facts []game.Fact) trace {
	for _, f := range facts {
		t = append(append(t, f.Kind...), byte(f.Player), byte(f.Cell.Row), byte(f.Cell.Col))
		t = append(append(t, f.Text...), 0)
		t = binary.AppendVarint(binary.AppendVarint(t, int64(f.N)), int64(f.Amount))
	}
	return append(t, '\n')
}
