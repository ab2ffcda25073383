package drop_test

import (
	"errors"
	"math/rand/v2"
	"slices"
	"testing"

	"durchgang/core/play/drop"
)

func board(t testing.TB, rows, cols, run int) drop.Board {
	t.Helper()
	b, err := drop.NewBoard(rows, cols, run)
	if err != nil {
		t.Fatal(err)
	}
	return b
}

// plain is a board searched without any of the solver's means: marks in a list of columns,
// lines counted cell by cell, every move and reply tried.
type plain struct {
	rows, cols, run int
	marks           []int8 // col × rows + row; 1 and -1, 0 for a free cell
	heights         []int
	known           map[uint64]drop.Value
	check           func(columns []int, value drop.Value)
	moves           []int
}

func (p *plain) line(col, row int) bool {
	mark := p.marks[col*p.rows+row]
	for _, d := range [...][2]int{{0, 1}, {1, 0}, {1, 1}, {1, -1}} {
		n := 1
		for _, sign := range [...]int{1, -1} {
			c, r := col+sign*d[0], row+sign*d[1]
			for c >= 0 && c < p.cols && r >= 0 && r < p.rows && p.marks[c*p.rows+r] == mark {
				n, c, r = n+1, c+sign*d[0], r+sign*d[1]
			}
		}
		if n >= p.run {
			return true
		}
	}
	return false
}

func (p *plain) value(mover int8) drop.Value {
	var key uint64
	for _, m := range p.marks {
		key = key<<2 | uint64(m*mover+1)
	}
	if value, is := p.known[key]; is {
		return value
	}
	best, moves := drop.Loses, 0
	for col := range p.cols {
		row := p.heights[col]
		if row == p.rows {
			continue
		}
		moves++
		p.marks[col*p.rows+row] = mover
		p.heights[col]++
		p.moves = append(p.moves, col)
		if p.line(col, row) {
			best = drop.Wins
		} else {
			best = max(best, -p.value(-mover))
		}
		p.moves = p.moves[:len(p.moves)-1]
		p.marks[col*p.rows+row] = 0
		p.heights[col]--
	}
	if moves == 0 {
		best = drop.Draws
	}
	p.known[key] = best
	p.check(p.moves, best)
	return best
}

// search values every position of a board both ways, and returns how many there are.
func search(t testing.TB, rows, cols, run int) int {
	b := board(t, rows, cols, run)
	s := drop.NewSolver(b, 22)
	p := plain{rows: rows, cols: cols, run: run, marks: make([]int8, rows*cols), heights: make([]int, cols), known: map[uint64]drop.Value{}}
	p.check = func(columns []int, value drop.Value) {
		var pos drop.Position
		for _, col := range columns {
			pos, _ = b.Drop(pos, col)
		}
		if got := s.Value(pos); got != value {
			t.Fatalf("%d × %d, after %v: worth %d, not %d", rows, cols, columns, value, got)
		}
	}
	p.value(1)
	return len(p.known)
}

func TestEveryPositionOfSmallBoards(t *testing.T) {
	for _, size := range [][3]int{{1, 5, 4}, {4, 1, 4}, {3, 3, 3}, {4, 3, 3}, {3, 4, 3}, {4, 4, 3}, {4, 4, 4}, {5, 3, 4}, {3, 5, 4}, {2, 5, 2}} {
		t.Logf("%v: %d positions", size, search(t, size[0], size[1], size[2]))
	}
}

// Boards of 5 × 5 have 70 million positions.
func BenchmarkEveryPositionOfFiveByFive(b *testing.B) {
	for b.Loop() {
		n := 0
		for _, size := range [][3]int{{4, 5, 4}, {5, 4, 4}, {5, 5, 4}} {
			n += search(b, size[0], size[1], size[2])
		}
		b.ReportMetric(float64(n), "positions")
	}
}

// random plays moves of which none wins and returns the position, in which the player to
// move does not win at once either.
func random(b *drop.Board, r *rand.Rand, marks int) (drop.Position, []int) {
	for {
		var p drop.Position
		var columns []int
		for p.Count() < marks {
			col := r.IntN(b.Cols())
			if !b.Open(p, col) {
				continue
			}
			next, wins := b.Drop(p, col)
			if wins {
				break
			}
			p, columns = next, append(columns, col)
		}
		quiet := p.Count() == marks
		for col := 0; quiet && col < b.Cols(); col++ {
			if b.Open(p, col) {
				_, wins := b.Drop(p, col)
				quiet = !wins
			}
		}
		if quiet {
			return p, columns
		}
	}
}

// A position is worth what its best move is, and the mirrored one the same.
func TestMovesAgreeWithTheirPosition(t *testing.T) {
	b := board(t, 6, 7, 4)
	s, r := drop.NewSolver(b, 24), rand.New(rand.NewPCG(5, 5))
	for range 40 {
		p, columns := random(&b, r, 18)
		best, mirrored := drop.Loses, drop.Position{}
		for _, v := range s.Moves(p) {
			best = max(best, v)
		}
		for _, col := range columns {
			mirrored, _ = b.Drop(mirrored, 6-col)
		}
		if s.Value(p) != best || drop.NewSolver(b, 20).Value(mirrored) != best {
			t.Errorf("after %v: worth %d, its best move %d", columns, s.Value(p), best)
		}
	}
}

func TestTable(t *testing.T) {
	b := board(t, 4, 5, 4)
	told := 0
	made := drop.MakeTable(drop.NewSolver(b, 20), 5, func(done, of int) {
		if told++; done != told || done > of {
			t.Fatalf("%d of %d after %d", done, of, told)
		}
	})
	read, err := drop.ParseTable(made.String())
	if err != nil {
		t.Fatal(err)
	}
	s, r := drop.NewSolver(b, 20), rand.New(rand.NewPCG(1, 2))
	for marks := range 6 {
		p, _ := random(&b, r, marks)
		if value, known := read.Value(p); !known || value != s.Value(p) {
			t.Errorf("with %d marks: %d, %t, and the solver says %d", marks, value, known, s.Value(p))
		}
	}
	p, _ := random(&b, r, 6)
	if _, known := read.Value(p); known {
		t.Error("a position with more marks is in the table")
	}
	text := made.String()
	for _, wrong := range []string{"", "openings", text[:len(text)-2], text + "+", "openings rows=9 cols=9 run=4 marks=2\n", "openings rows=6 cols=7 run=4 marks=40\n+", text[:len(text)-2] + "?"} {
		if _, err := drop.ParseTable(wrong); !errors.Is(err, drop.ErrTable) && !errors.Is(err, drop.ErrBoard) {
			t.Errorf("%.40q is read: %v", wrong, err)
		}
	}
}

// The first moves of the usual board: lose, lose, draw, win, draw, lose, lose.
func TestShippedOpenings(t *testing.T) {
	b := board(t, 6, 7, 4)
	table := drop.Openings(b)
	want := []drop.Value{drop.Loses, drop.Loses, drop.Draws, drop.Wins, drop.Draws, drop.Loses, drop.Loses}
	for col, value := range want {
		p, _ := b.Drop(drop.Position{}, col)
		if got, known := table.Value(p); !known || -got != value {
			t.Errorf("column %d is worth %d, %t, not %d", col+1, -got, known, value)
		}
	}
}

// solve explores one position anew and returns how many positions that took.
func solve(b drop.Board, p drop.Position, size int) (drop.Value, uint64) {
	s := drop.NewSolver(b, size)
	value := s.Value(p)
	return value, s.Explored()
}

func TestPositionsWithSixteenMarksAreQuick(t *testing.T) {
	b, r := board(t, 6, 7, 4), rand.New(rand.NewPCG(3, 3))
	var explored []uint64
	for range 50 {
		p, _ := random(&b, r, 16)
		_, n := solve(b, p, 22)
		explored = append(explored, n)
	}
	slices.Sort(explored)
	if median := explored[len(explored)/2]; median >= 200_000 {
		t.Errorf("the median is %d", median)
	}
}

func BenchmarkSixteenMarks(b *testing.B) {
	four, r := board(b, 6, 7, 4), rand.New(rand.NewPCG(4, 4))
	var explored []uint64
	for b.Loop() {
		p, _ := random(&four, r, 16)
		_, n := solve(four, p, 22)
		explored = append(explored, n)
	}
	slices.Sort(explored)
	b.ReportMetric(float64(explored[len(explored)/2]), "positions-at-the-median")
}

func BenchmarkEmptyBoard(b *testing.B) {
	for b.Loop() {
		value, explored := solve(board(b, 6, 7, 4), drop.Position{}, 29)
		if value != drop.Wins {
			b.Fatalf("worth %d", value)
		}
		b.ReportMetric(float64(explored), "positions")
		b.ReportMetric(float64(explored)/b.Elapsed().Seconds(), "positions/s")
	}
}
