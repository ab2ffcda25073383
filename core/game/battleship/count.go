package battleship

import (
	"math/bits"

	"durchgang/core/game"
)

// Placements are counted and decided with boards as sets of bits. A row takes one
// bit more than it has cells, which is never free, so that no ship runs over an
// edge into the next row.

const words = (26*27 + 63) / 64

type set [words]uint64

// search places ships one after the other.
type search struct {
	rows, cols int
	touching   bool
	lengths    []int
	n          int      // words in use
	berths     [][]spot // by ship
	laid       []Berth  // by ship, where arrange has put it
	all        set      // the cells of the board
}

// spot is a way to place a ship: its cells, and those that it takes from others.
type spot struct {
	berth         Berth
	cells, blocks set
}

func newSearch(rows, cols int, lengths []int, touching bool) *search {
	s := &search{
		rows: rows, cols: cols, touching: touching, lengths: lengths,
		n: (rows*(cols+1) + 63) / 64, laid: make([]Berth, len(lengths)),
	}
	for row := range rows {
		for col := range cols {
			s.all.add(s.bit(row, col))
		}
	}
	for _, length := range lengths {
		s.berths = append(s.berths, s.spots(length))
	}
	return s
}

func (s *search) bit(row, col int) int { return row*(s.cols+1) + col }

func (m *set) add(bit int) { m[bit/64] |= 1 << (bit % 64) }

func (m *set) has(bit int) bool { return m[bit/64]&(1<<(bit%64)) != 0 }

func (s *search) spots(length int) []spot {
	var list []spot
	for row := range s.rows {
		for col := range s.cols {
			if col+length <= s.cols {
				list = append(list, s.spot(row, col, 1, length))
			}
			if row+length <= s.rows && length > 1 {
				list = append(list, s.spot(row, col, length, 1))
			}
		}
	}
	return list
}

// spot is the ship that covers height × width cells from its top left one.
func (s *search) spot(row, col, height, width int) spot {
	p := spot{berth: Berth{game.Cell{Row: int16(row), Col: int16(col)}, height > 1}}
	for r := max(row-1, 0); r < min(row+height+1, s.rows); r++ {
		for c := max(col-1, 0); c < min(col+width+1, s.cols); c++ {
			inside := r >= row && r < row+height && c >= col && c < col+width
			if inside {
				p.cells.add(s.bit(r, c))
			}
			if inside || !s.touching {
				p.blocks.add(s.bit(r, c))
			}
		}
	}
	return p
}

func (s *search) free(taken *set, p *spot) bool {
	for i := range s.n {
		if taken[i]&p.cells[i] != 0 {
			return false
		}
	}
	return true
}

func (s *search) with(taken *set, p *spot) set {
	next := *taken
	for i := range s.n {
		next[i] |= p.blocks[i]
	}
	return next
}

// arrange places the ships from the one of that index on, and reports whether there
// is a way.
func (s *search) arrange(ship int, taken *set) bool {
	if ship == len(s.lengths) {
		return true
	}
	for i := range s.berths[ship] {
		p := &s.berths[ship][i]
		if !s.free(taken, p) {
			continue
		}
		s.laid[ship] = p.berth
		if next := s.with(taken, p); s.arrange(ship+1, &next) {
			return true
		}
	}
	return false
}

// count counts the placements of the ships from the one of that index on. The last
// ship is counted by its free places without placing it.
func (s *search) count(ship int, taken *set) uint64 {
	if ship == len(s.lengths)-1 {
		return s.places(s.lengths[ship], taken)
	}
	var n uint64
	for i := range s.berths[ship] {
		p := &s.berths[ship][i]
		if s.free(taken, p) {
			next := s.with(taken, p)
			n += s.count(ship+1, &next)
		}
	}
	return n
}

// places counts where a ship of that length fits: bits that start a run of free
// ones, across with a step of one, down with a step of a row.
func (s *search) places(length int, taken *set) uint64 {
	var free set
	for i := range s.n {
		free[i] = s.all[i] &^ taken[i]
	}
	n := s.runs(free, length, 1)
	if length > 1 {
		n += s.runs(free, length, s.cols+1)
	}
	return n
}

func (s *search) runs(free set, length, step int) uint64 {
	run := free
	for k := 1; k < length; k++ {
		shift := k * step
		for i := range s.n {
			run[i] &= s.shifted(&free, i, shift)
		}
	}
	var n uint64
	for i := range s.n {
		n += uint64(bits.OnesCount64(run[i]))
	}
	return n
}

// shifted is word i of m moved down by shift bits.
func (s *search) shifted(m *set, i, shift int) uint64 {
	from, by := i+shift/64, shift%64
	if from >= s.n {
		return 0
	}
	word := m[from] >> by
	if by > 0 && from+1 < s.n {
		word |= m[from+1] << (64 - by)
	}
	return word
}

// fits decides whether a fleet has room on a board.
func fits(rows, cols int, lengths []int, touching bool) bool {
	cells := 0
	for _, n := range lengths {
		if n > max(rows, cols) {
			return false
		}
		cells += n
	}
	if cells > rows*cols {
		return false
	}
	var none set
	return newSearch(rows, cols, lengths, touching).arrange(0, &none)
}

// CountPlacements counts the ways to place ships of these lengths on a board of rows ×
// cols, ships of equal length told apart. On a square board the first ship is
// placed in one of each class of symmetric places only.
func CountPlacements(rows, cols int, lengths []int, touching bool) uint64 {
	s := newSearch(rows, cols, lengths, touching)
	var none set
	if rows != cols || len(lengths) == 1 {
		return s.count(0, &none)
	}
	classes := map[set]uint64{}
	representative := map[set]*spot{}
	for i := range s.berths[0] {
		p := &s.berths[0][i]
		least := s.least(&p.cells)
		classes[least]++
		representative[least] = p
	}
	var n uint64
	for least, members := range classes {
		taken := s.with(&none, representative[least])
		n += members * s.count(1, &taken)
	}
	return n
}

// least is the smallest of the eight images of a set under the symmetries of a
// square.
func (s *search) least(m *set) set {
	best := *m
	current := *m
	for i := range 8 {
		var next set
		for row := range s.rows {
			for col := range s.cols {
				if !current.has(s.bit(row, col)) {
					continue
				}
				if i%2 == 0 {
					next.add(s.bit(col, row)) // mirrored at the diagonal
				} else {
					next.add(s.bit(row, s.cols-1-col)) // mirrored at the middle
				}
			}
		}
		current = next
		if less(&current, &best) {
			best = current
		}
	}
	return best
}

func less(a, b *set) bool {
	for i := range a {
		if a[i] != b[i] {
			return a[i] < b[i]
		}
	}
	return false
}
