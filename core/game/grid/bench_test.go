package grid_test

import (
	"math/rand/v2"
	"testing"
	"time"

	"durchgang/core/game"
)

// bare is connect four on 7 × 6 as two bitboards, for comparison: seven bits a
// column, the lowest cell in the lowest bit, and one bit over each column that is
// never set.
type bare struct {
	last, all uint64 // the stones of who moved last, and all stones
}

const column = 7

// play drops a stone and reports whether it makes four in a line.
func (b *bare) play(col int) bool {
	b.all |= b.all + 1<<(col*column)
	mine := b.all ^ b.last
	b.last = mine
	for _, shift := range [...]int{1, column, column - 1, column + 1} {
		two := mine & (mine >> shift)
		if two&(two>>(2*shift)) != 0 {
			return true
		}
	}
	return false
}

func (b *bare) room(col int) bool { return b.all&(1<<(col*column+5)) == 0 }

// The two must play the same games, or their times do not compare.
func TestBareMovesAreTheSame(t *testing.T) {
	r := rules(t, "connect-four")
	for _, cols := range randomGames(500) {
		pos, err := r.Start("")
		if err != nil {
			t.Fatal(err)
		}
		for i, col := range cols {
			if pos.Result().Over() {
				t.Fatalf("%v: the game is over after %d moves", cols, i)
			}
			r.Play(pos, game.Move{Cell: game.Cell{Col: int16(col)}}, nil)
		}
		if !pos.Result().Over() {
			t.Fatalf("%v: the game is not over", cols)
		}
	}
}

// randomGames are orders of columns, each as long as its game.
func randomGames(n int) [][]int {
	random := rand.New(rand.NewPCG(1, 1))
	list := make([][]int, n)
	for i := range list {
		var b bare
		for moves := 0; moves < 42; moves++ {
			col := random.IntN(7)
			for !b.room(col) {
				col = random.IntN(7)
			}
			list[i] = append(list[i], col)
			if b.play(col) {
				break
			}
		}
	}
	return list
}

// BenchmarkMove reports the time of a move through the rules and its ratio to a bare
// bitboard move of the same games, both measured in turn.
func BenchmarkMove(b *testing.B) {
	list := randomGames(1000)
	r := rules(b, "connect-four")
	moves := [7]game.Move{}
	for col := range moves {
		moves[col] = game.Move{Cell: game.Cell{Col: int16(col)}}
	}
	starts := make([]game.Position, len(list))
	facts := make([]game.Fact, 0, 8)
	var through, plain time.Duration
	played := 0
	b.ReportAllocs()
	for b.Loop() {
		for i := range starts {
			starts[i], _ = r.Start("")
		}
		start := time.Now()
		for i, cols := range list {
			for _, col := range cols {
				facts = r.Play(starts[i], moves[col], facts[:0])
			}
			played += len(cols)
		}
		through += time.Since(start)
		start = time.Now()
		for _, cols := range list {
			var position bare
			for _, col := range cols {
				sink = position.play(col)
			}
		}
		plain += time.Since(start)
	}
	b.ReportMetric(float64(through.Nanoseconds())/float64(played), "ns/move")
	b.ReportMetric(float64(plain.Nanoseconds())/float64(played), "ns/bare-move")
	b.ReportMetric(float64(through)/float64(plain), "ratio")
}

var sink bool

func TestMoveAllocatesNothing(t *testing.T) {
	r := rules(t, "connect-four")
	facts := make([]game.Fact, 0, 8)
	pos, err := r.Start("")
	if err != nil {
		t.Fatal(err)
	}
	col := int16(0)
	if n := testing.AllocsPerRun(30, func() {
		facts = r.Play(pos, game.Move{Cell: game.Cell{Col: col % 7}}, facts[:0])
		col++
	}); n != 0 {
		t.Errorf("a move allocates %v times", n)
	}
}
