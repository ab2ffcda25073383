package mistake

import (
	"slices"

	"durchgang/core/game"
)

// node is a sequence in the breadth-first search.
type node struct {
	parent int32
	setup  int16
	depth  int16
	step   Step
}

// breadth is the breadth-first search over the joint positions, from all set-ups at
// once. It settles pairs as it meets their first, and so shortest, difference, and
// returns ErrTooFar when it has made that many moves and pairs are left.
type breadth struct {
	*search
	nodes []node
	seen  map[string]bool
	key   []byte
	left  int // moves
}

func (s *search) breadth(moves int) error {
	b := breadth{search: s, seen: map[string]bool{}, left: moves}
	for i, setup := range s.known.Setups {
		if err := b.root(i, setup); err != nil {
			return err
		}
	}
	for at := 0; at < len(b.nodes); at++ {
		if len(s.alive) == 1 {
			return nil
		}
		if b.left <= 0 {
			return ErrTooFar
		}
		if err := b.expand(at); err != nil {
			return err
		}
	}
	s.each(func(_, _, at int) { s.open[at], s.table.found[at].Err = false, ErrSame })
	return nil
}

func (b *breadth) root(i int, setup game.Setup) error {
	j, err := b.begin(setup)
	if err != nil {
		return err
	}
	b.opening(j)
	b.meet(j, node{parent: -1, setup: int16(i)})
	return nil
}

// meet settles the pairs that the last step separates, and keeps the node for
// expansion unless its positions were met before.
func (b *breadth) meet(j *joint, n node) {
	if b.classify(j) {
		b.settle(n)
	}
	b.key = b.appendKey(b.key[:0], j)
	if !b.seen[string(b.key)] {
		b.seen[string(b.key)] = true
		b.nodes = append(b.nodes, n)
	}
}

func (b *breadth) settle(n node) {
	settled := false
	var steps []Step
	b.each(func(i, k, at int) {
		if b.class[i] == b.class[k] {
			return
		}
		if steps == nil {
			steps = b.steps(n)
		}
		b.table.found[at] = Found{Setup: b.known.Setups[n.setup], Steps: steps, Exact: true}
		b.open[at], settled = false, true
	})
	if settled {
		b.wake()
	}
}

// steps are the sequence of a node.
func (b *breadth) steps(n node) []Step {
	steps := make([]Step, 0, n.depth)
	for ; n.parent >= 0; n = b.nodes[n.parent] {
		steps = append(steps, n.step)
	}
	slices.Reverse(steps)
	return steps
}

// expand meets what follows a node. The positions are made anew from the start,
// which takes time but no memory.
func (b *breadth) expand(at int) error {
	from := b.nodes[at]
	j, err := b.begin(b.known.Setups[from.setup])
	if err != nil {
		return err
	}
	for _, step := range b.steps(from) {
		b.apply(j, step)
	}
	b.left -= int(from.depth) * len(b.alive)
	b.follow(at, j, Step{Again: true})
	for _, m := range b.rules[b.reference()].Candidates(j.pos[b.reference()], nil) {
		b.follow(at, j, Step{Move: m})
	}
	return nil
}

func (b *breadth) follow(at int, from *joint, step Step) {
	j := b.clone(from, step)
	b.left -= len(b.alive)
	if b.apply(j, step) {
		b.meet(j, node{parent: int32(at), setup: b.nodes[at].setup, depth: b.nodes[at].depth + 1, step: step})
	}
}
