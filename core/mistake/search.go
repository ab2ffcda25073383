package mistake

import (
	"bytes"
	"errors"
	"reflect"

	"durchgang/core/game"
)

// search plays rules side by side, the reference last of them.
type search struct {
	known  Known
	rules  []game.Rules
	kinds  []reflect.Type
	report func(done, all int)

	table *Table
	open  []bool // by the table's index: nothing is found yet that is known to be shortest
	asked int
	alive []int // rules of open pairs, and the reference

	// Of the last step, by rule.
	facts  [][]game.Fact
	keys   [][]byte
	views  [2][]game.Fact
	class  []int // rules of one class have shown the same
	firsts []int // the first rule of each class
}

func newSearch(k Known, report func(done, all int)) *search {
	rules := k.Rules()
	n := len(rules)
	s := &search{
		known: k, rules: rules, kinds: make([]reflect.Type, n), report: report,
		table: &Table{n: n, found: make([]Found, n*n)}, open: make([]bool, n*n),
		facts: make([][]game.Fact, n), keys: make([][]byte, n), class: make([]int, n),
	}
	for i, r := range rules {
		s.kinds[i] = reflect.TypeOf(r)
	}
	return s
}

func (s *search) reference() int { return len(s.rules) - 1 }

// ask opens a pair.
func (s *search) ask(i, k int) {
	at := s.table.index(i, k)
	s.open[at], s.table.found[at].Err = true, ErrTooFar
	s.asked++
}

// run searches breadth first, and then by playing on.
func (s *search) run(bounds Bounds) (*Table, error) {
	s.wake()
	err := s.breadth(bounds.Moves)
	if !errors.Is(err, ErrTooFar) {
		return s.table, err
	}
	if bounds.Games == 0 {
		return s.table, nil
	}
	return s.table, s.seek(bounds.Games)
}

// each calls f for every open pair.
func (s *search) each(f func(i, k, at int)) {
	for i := range s.rules {
		for k := i + 1; k < len(s.rules); k++ {
			if at := s.table.index(i, k); s.open[at] {
				f(i, k, at)
			}
		}
	}
}

// wake settles which rules have to be played on.
func (s *search) wake() {
	needed := make([]bool, len(s.rules))
	needed[s.reference()] = true
	open := 0
	s.each(func(i, k, _ int) {
		needed[i], needed[k] = true, true
		open++
	})
	s.alive = s.alive[:0]
	for i, n := range needed {
		if n {
			s.alive = append(s.alive, i)
		}
	}
	s.report(s.asked-open, s.asked)
}

// joint is the positions to which the same steps lead, by rule.
type joint struct {
	pos   []game.Position
	setup game.Setup
	games int // after the first
}

func (s *search) begin(setup game.Setup) (*joint, error) {
	j := &joint{pos: make([]game.Position, len(s.rules)), setup: setup}
	for _, i := range s.alive {
		var err error
		if j.pos[i], err = s.rules[i].Start(setup); err != nil {
			return nil, err
		}
	}
	return j, nil
}

// clone copies what step changes.
func (s *search) clone(j *joint, step Step) *joint {
	c := &joint{pos: make([]game.Position, len(s.rules)), setup: j.setup, games: j.games}
	for _, i := range s.alive {
		if c.pos[i] = j.pos[i]; !step.Again { // another game begins with positions of its own
			c.pos[i] = j.pos[i].Clone()
		}
	}
	return c
}

// over reports whether the game has ended by the reference.
func (s *search) over(j *joint) bool { return j.pos[s.reference()].Result().Over() }

// apply makes a step, and reports whether it is possible: one game more may begin
// when the first is over.
func (s *search) apply(j *joint, step Step) bool {
	if !step.Again {
		for _, i := range s.alive {
			s.facts[i] = s.rules[i].Play(j.pos[i], step.Move, s.facts[i][:0])
		}
		return true
	}
	if !s.over(j) || j.games > 0 {
		return false
	}
	j.games++
	for _, i := range s.alive {
		pos, err := s.rules[i].Again(j.pos[i], j.setup)
		if err != nil {
			return false
		}
		j.pos[i] = pos
	}
	s.opening(j)
	return true
}

// opening makes the facts of a game's start.
func (s *search) opening(j *joint) {
	for _, i := range s.alive {
		s.facts[i] = append(s.facts[i][:0], game.Fact{Kind: game.FactTurn, Player: j.pos[i].Turn()})
	}
}

// classify puts rules that have shown the same into one class, and reports whether
// there is more than one. Views are not made where positions of rules of one type
// have the same key, since they show the same then.
func (s *search) classify(j *joint) bool {
	s.firsts = s.firsts[:0]
	for _, i := range s.alive {
		s.keys[i] = j.pos[i].AppendKey(s.keys[i][:0])
	}
	for _, i := range s.alive {
		s.class[i] = -1
		for c, first := range s.firsts {
			if s.same(j, i, first) {
				s.class[i] = c
				break
			}
		}
		if s.class[i] < 0 {
			s.class[i] = len(s.firsts)
			s.firsts = append(s.firsts, i)
		}
	}
	return len(s.firsts) > 1
}

// same compares what two rules have shown. Why a move was refused is not compared,
// since few programs say it.
func (s *search) same(j *joint, a, b int) bool {
	if !equal(s.facts[a], s.facts[b]) {
		return false
	}
	if s.kinds[a] == s.kinds[b] && bytes.Equal(s.keys[a], s.keys[b]) {
		return true
	}
	s.views[0] = s.rules[a].View(j.pos[a], game.Nobody, s.views[0][:0])
	s.views[1] = s.rules[b].View(j.pos[b], game.Nobody, s.views[1][:0])
	return equal(s.views[0], s.views[1])
}

func equal(a, b []game.Fact) bool {
	if len(a) != len(b) {
		return false
	}
	for i := range a {
		f, g := a[i], b[i]
		f.Reason, g.Reason = "", ""
		if f != g {
			return false
		}
	}
	return true
}

// appendKey appends what tells joint positions apart; most positions are the
// reference's, and take a byte.
func (s *search) appendKey(key []byte, j *joint) []byte {
	key = append(append(key, byte(j.games)), j.setup...)
	main := s.keys[s.reference()]
	for _, i := range s.alive {
		switch {
		case i == s.reference() || !bytes.Equal(s.keys[i], main):
			key = append(append(key, 1, byte(len(s.keys[i])), byte(len(s.keys[i])>>8)), s.keys[i]...)
		default:
			key = append(key, 0)
		}
	}
	return key
}
