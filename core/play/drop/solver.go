package drop

import (
	"math/bits"
)

// Value is what a position is worth to the player to move when both play best.
type Value int8

// The values.
const (
	Loses Value = -1
	Draws Value = 0
	Wins  Value = 1
)

// Solver finds the value of positions of one board. It is not safe for concurrent use.
//
// It asks two questions, "does the player to move win?" and "does it not lose?", each a
// search of moves and replies that stops at the first one that answers it, and keeps the
// answers in a table. A position where the player must answer a threat has that one move;
// cells above which the other player wins are left out; moves that make most threats are
// tried first.
type Solver struct {
	Board
	table    []uint64 // buckets of two entries
	shift    int      // of a hash, to a bucket
	explored uint64
}

// NewSolver returns a solver whose table takes 2^size bytes.
func NewSolver(b Board, size int) *Solver {
	return &Solver{Board: b, table: make([]uint64, 1<<(size-3)), shift: 64 - (size - 4)}
}

// Explored is how many positions were looked at since the solver was made.
func (s *Solver) Explored() uint64 { return s.explored }

// Value returns the value of a position in which nobody has a line.
func (s *Solver) Value(p Position) Value {
	switch {
	case s.atLeast(p, Wins):
		return Wins
	case s.atLeast(p, Draws):
		return Draws
	}
	return Loses
}

// Moves returns what each open column is worth to the player to move; the others are
// left out.
func (s *Solver) Moves(p Position) map[int]Value {
	values := map[int]Value{}
	for col := range s.cols {
		if !s.Open(p, col) {
			continue
		}
		next, wins := s.Drop(p, col)
		switch {
		case wins:
			values[col] = Wins
		case s.Full(next):
			values[col] = Draws
		default:
			values[col] = -s.Value(next)
		}
	}
	return values
}

// atLeast reports whether the player to move reaches a draw or a win.
func (s *Solver) atLeast(p Position, goal Value) bool {
	possible := (p.all + s.bottom) & s.cells
	if s.wins(p.mine, p.all)&possible != 0 {
		return true
	}
	return s.search(p, goal)
}

// search is atLeast where the player to move does not win with this move.
func (s *Solver) search(p Position, goal Value) bool {
	s.explored++
	possible := (p.all + s.bottom) & s.cells
	if possible == 0 {
		return goal == Draws
	}
	theirs := p.mine ^ p.all
	threats := s.wins(theirs, p.all)
	if forced := possible & threats; forced != 0 {
		if forced&(forced-1) != 0 {
			return false
		}
		possible = forced
	}
	possible &^= threats >> 1
	if possible == 0 {
		return false
	}
	if goal == Wins && !s.lined(p.mine|s.cells&^p.all) {
		return false
	}
	if goal == Draws && !s.lined(theirs|s.cells&^p.all) {
		return true
	}
	if value, known := s.followed(p, possible); known && value < goal {
		return false
	}
	if possible&(possible-1) == 0 { // one move: there is nothing to keep
		return !s.atNext(p, possible, goal)
	}
	entry, known, answer := s.look(p, goal)
	if known {
		return answer
	}
	before := s.explored
	var moves [MostBits]uint64
	var scores [MostBits]int8
	n := 0
	for _, col := range s.order {
		move := possible & s.column(col)
		if move == 0 {
			continue
		}
		score := int8(bits.OnesCount64(s.wins(p.mine|move, p.all|move)))
		i := n
		for ; i > 0 && scores[i-1] < score; i-- {
			moves[i], scores[i] = moves[i-1], scores[i-1]
		}
		moves[i], scores[i] = move, score
		n++
	}
	for _, move := range moves[:n] {
		if !s.atNext(p, move, goal) {
			answer = true
			break
		}
	}
	s.keep(entry, goal, answer, s.explored-before)
	return answer
}

// atNext reports whether the other player reaches, after a move that leaves it no win with
// its next one, what keeps the player who moved from the goal.
func (s *Solver) atNext(p Position, move uint64, goal Value) bool {
	return s.search(Position{mine: p.mine ^ p.all, all: p.all | move}, Wins-goal)
}

// followed bounds the value of a position in which every column has an even number of free
// cells: whoever is not to move may always answer in the same column, and so gets every
// second cell of it. If the player to move has no line in its own cells then, it does not
// win, and it loses if the follower has one.
func (s *Solver) followed(p Position, possible uint64) (most Value, known bool) {
	if (p.all+s.bottom)&s.cells&s.follower != 0 {
		return 0, false
	}
	free := s.cells &^ p.all
	if s.lined(p.mine | free&^s.follower) {
		return 0, false
	}
	if s.lined(p.mine ^ p.all | free&s.follower) {
		return Loses, true
	}
	return Draws, true
}

// An entry holds a key in its upper 56 bits, in the next two bits what is known of each
// question, and in the lowest four how much work it was, as a power of two.
const (
	winAsked = 1 << 7
	winTrue  = 1 << 6
	drawAsk  = 1 << 5
	drawTrue = 1 << 4
	workBits = 1<<4 - 1
)

// look asks the table. It returns the key by which keep finds the place.
func (s *Solver) look(p Position, goal Value) (key uint64, known, answer bool) {
	key = s.key(p)
	if bits.OnesCount64(p.all) < s.cols*s.rows/2 {
		key = min(key, s.key(s.mirrored(p)))
	}
	at := s.place(key)
	for _, e := range s.table[at : at+2] {
		if e>>8 != key {
			continue
		}
		switch {
		case goal == Wins && e&winAsked != 0:
			return key, true, e&winTrue != 0
		case goal == Wins && e&drawAsk != 0 && e&drawTrue == 0:
			return key, true, false
		case goal == Draws && e&drawAsk != 0:
			return key, true, e&drawTrue != 0
		case goal == Draws && e&winTrue != 0:
			return key, true, true
		}
	}
	return key, false, false
}

// place is where a key's bucket begins. The multiplier is 2^64 divided by the golden ratio
// (Knuth, The Art of Computer Programming, vol. 3, 6.4).
func (s *Solver) place(key uint64) uint64 { return key * 0x9E3779B97F4A7C15 >> s.shift * 2 }

// keep writes an answer into the place of its key, or instead of what was less work.
func (s *Solver) keep(key uint64, goal Value, answer bool, explored uint64) {
	fact := uint64(drawAsk)
	if goal == Wins {
		fact = winAsked
	}
	if answer {
		fact |= fact >> 1
	}
	work := min(uint64(bits.Len64(explored))/2, workBits)
	bucket := s.table[s.place(key):][:2]
	for i, e := range bucket {
		if e>>8 == key {
			bucket[i] = e&^workBits | fact | max(e&workBits, work)
			return
		}
	}
	if work >= bucket[0]&workBits {
		bucket[1] = bucket[0]
		bucket[0] = key<<8 | fact | work
		return
	}
	bucket[1] = key<<8 | fact | work
}
