package grid_test

import (
	"bytes"
	"errors"
	"fmt"
	"strings"
	"testing"

	"durchgang/core/game"
	"durchgang/core/game/gametest"
	"durchgang/core/game/grid"
)

var registry = game.NewRegistry(grid.TicTacToe(), grid.ConnectFour(), grid.FiveInARow())

func rules(t testing.TB, variant string) game.Rules {
	t.Helper()
	return gametest.Rules(t, registry, variant)
}

func TestRules(t *testing.T) {
	for _, variant := range []string{
		"tic-tac-toe", "connect-four", "five-in-a-row:rows=7,cols=6", "tic-tac-toe:rows=1,cols=1,run=1",
		"tic-tac-toe:rows=2,cols=5,run=3", "tic-tac-toe:line=loses", "five-in-a-row:rows=8,cols=8,run=4,overline=ignored,first=O", "connect-four:rows=4,cols=4,run=3", "five-in-a-row:rows=26,cols=26",
	} {
		t.Run(variant, func(t *testing.T) {
			r := rules(t, variant)
			gametest.TestRules(t, r, "")
		})
	}
}

// counted returns the plies of a game up to one.
func counted(t *testing.T, variant string, plies int) []game.Ply {
	t.Helper()
	var list []game.Ply
	if err := game.Count(t.Context(), rules(t, variant), "", plies, func(p game.Ply) { list = append(list, p) }); err != nil {
		t.Fatal(err)
	}
	return list
}

// The numbers of games and positions of tic-tac-toe are well known.
func TestTicTacToeCounts(t *testing.T) {
	var first, second, drawn uint64
	positions := 0
	for _, p := range counted(t, "tic-tac-toe", 9) {
		first, second, drawn = first+p.First, second+p.Second, drawn+p.Drawn
		positions += p.Positions
	}
	if first != 131184 || second != 77904 || drawn != 46080 || positions != 5478 {
		t.Errorf("counted %d games for X, %d for O, %d drawn, %d positions; want 131184, 77904, 46080, 5478", first, second, drawn, positions)
	}
}

// Positions of connect four by ply: the numbers up to 8 are well known (OEIS A212693).
func TestConnectFourPositions(t *testing.T) {
	want := []int{1, 7, 49, 238, 1120, 4263, 16422, 54859, 184275}
	for _, p := range counted(t, "connect-four", 8) {
		if p.Positions != want[p.Number] {
			t.Errorf("ply %d: %d positions, want %d", p.Number, p.Positions, want[p.Number])
		}
	}
}

// All positions of connect four on a board of 4 × 4, as John Tromp's table of
// connect-four positions by width and height gives them.
func TestSmallConnectFourPositions(t *testing.T) {
	sum := 0
	for _, p := range counted(t, "connect-four:rows=4,cols=4", 16) {
		sum += p.Positions
	}
	if sum != 161_029 {
		t.Errorf("there are %d positions, want 161029", sum)
	}
}

// Of all ways to choose as many cells as a line has, as many win as there are lines.
func TestLines(t *testing.T) {
	for variant, want := range map[string]int{
		"tic-tac-toe": 8, "connect-four:gravity=no": 69, "tic-tac-toe:rows=4,cols=4,run=4": 10, "tic-tac-toe:rows=5,cols=5,run=4": 28, "tic-tac-toe:rows=3,cols=5,run=2": 12 + 10 + 8 + 8,
	} {
		r := rules(t, variant).(*grid.Rules)
		if got := lines(r, r.Begin(nil), 0, r.Run()); got != want {
			t.Errorf("%s has %d lines, want %d", variant, got, want)
		}
	}
}

// lines counts the ways to put that many marks on cells from an index on, so that the
// last of them wins.
func lines(r *grid.Rules, p *grid.Position, from, marks int) int {
	rows, cols := r.Shape()
	n := 0
	for i := from; i < rows*cols; i++ {
		c := game.Cell{Row: int16(i / cols), Col: int16(i % cols)}
		p.Set(c, game.First)
		switch {
		case marks > 1:
			n += lines(r, p, i+1, marks-1)
		case r.Wins(p, c):
			n++
		}
		p.Set(c, game.Nobody)
	}
	return n
}

// On small boards every game is counted again by its definition: all orders of the
// cells, cut where a line is complete.
func TestCountsAgreeWithTheDefinition(t *testing.T) {
	for _, variant := range []string{
		"tic-tac-toe:rows=2,cols=2,run=2", "tic-tac-toe:rows=2,cols=3,run=2", "tic-tac-toe:rows=2,cols=3,run=3",
		"tic-tac-toe:rows=1,cols=6,run=3", "tic-tac-toe:rows=1,cols=6,run=2,overline=ignored", "tic-tac-toe:rows=2,cols=4,run=3,line=loses",
	} {
		r := rules(t, variant)
		var d definition
		d.rows, d.cols = r.Shape()
		fmt.Sscanf(variant[strings.Index(variant, "run="):], "run=%d", &d.run)
		d.exact, d.misere = strings.Contains(variant, "ignored"), strings.Contains(variant, "loses")
		d.play(make([]byte, d.rows*d.cols), 'X')
		var first, second, drawn uint64
		for _, p := range counted(t, variant, 9) {
			first, second, drawn = first+p.First, second+p.Second, drawn+p.Drawn
		}
		if got := [3]uint64{first, second, drawn}; got != d.games {
			t.Errorf("%s: counted %v games, want %v", variant, got, d.games)
		}
	}
}

// definition plays a grid game by looking at every line of the board.
type definition struct {
	rows, cols, run int
	exact, misere   bool
	games           [3]uint64 // won by X, won by O, drawn
}

func (d *definition) play(board []byte, mover byte) {
	if !bytes.Contains(board, []byte{0}) {
		d.games[2]++
		return
	}
	for i, mark := range board {
		if mark != 0 {
			continue
		}
		board[i] = mover
		if d.line(board, mover) {
			if (mover == 'X') != d.misere {
				d.games[0]++
			} else {
				d.games[1]++
			}
		} else {
			d.play(board, 'X'+'O'-mover)
		}
		board[i] = 0
	}
}

// line reports whether the mark has a line: a stretch in one direction that no mark
// of its own goes on from, long enough.
func (d *definition) line(board []byte, mark byte) bool {
	at := func(row, col int) byte {
		if row < 0 || col < 0 || row >= d.rows || col >= d.cols {
			return 0
		}
		return board[row*d.cols+col]
	}
	for row := range d.rows {
		for col := range d.cols {
			for _, step := range [][2]int{{0, 1}, {1, 0}, {1, 1}, {1, -1}} {
				if at(row, col) != mark || at(row-step[0], col-step[1]) == mark {
					continue
				}
				n := 0
				for at(row+n*step[0], col+n*step[1]) == mark {
					n++
				}
				if n == d.run || n > d.run && !d.exact {
					return true
				}
			}
		}
	}
	return false
}

func TestMarksFallWithGravity(t *testing.T) {
	r := rules(t, "connect-four")
	pos, err := r.Start("")
	if err != nil {
		t.Fatal(err)
	}
	for range 2 {
		m, err := r.ParseMove("d")
		if err != nil {
			t.Fatal(err)
		}
		r.Play(pos, m, nil)
	}
	want := map[game.Cell]game.Player{{Row: 5, Col: 3}: game.First, {Row: 4, Col: 3}: game.Second}
	for _, f := range r.View(pos, game.Nobody, nil) {
		if f.Player != want[f.Cell] {
			t.Errorf("%s holds %v, want %v", f.Cell, f.Player, want[f.Cell])
		}
	}
}

func TestVariants(t *testing.T) {
	tests := []struct {
		text, canonical string
		cause           error
	}{
		{"tic-tac-toe", "tic-tac-toe", nil},
		{" connect-four:rows=5,cols=6 ", "connect-four:cols=6,rows=5", nil},
		{"connect-four:rows=6", "connect-four", nil},
		{"noughts", "", game.ErrUnknownGame},
		{"", "", game.ErrUnknownGame},
		{"tic-tac-toe:size=3", "", game.ErrUnknownParam},
		{"tic-tac-toe:rows=0", "", game.ErrBounds},
		{"tic-tac-toe:rows=27", "", game.ErrBounds},
		{"tic-tac-toe:rows=many", "", game.ErrNotNumber},
		{"tic-tac-toe:rows=3,rows=4", "", game.ErrRepeated},
		{"tic-tac-toe:run=4", "", game.ErrBounds},
		{"tic-tac-toe:gravity=maybe", "", game.ErrBounds},
		{"tic-tac-toe:", "tic-tac-toe", nil},
		{"tic-tac-toe:,", "", game.ErrUnknownParam},
	}
	for _, tt := range tests {
		t.Run(tt.text, func(t *testing.T) {
			r, err := registry.Rules(tt.text)
			if !errors.Is(err, tt.cause) {
				t.Fatalf("error is %v, want %v", err, tt.cause)
			}
			if err == nil && string(r.Variant()) != tt.canonical {
				t.Errorf("variant is %q, want %q", r.Variant(), tt.canonical)
			}
		})
	}
}

func FuzzVariant(f *testing.F) {
	f.Add("connect-four:rows=5,cols=6")
	f.Fuzz(func(t *testing.T, text string) {
		r, err := registry.Rules(text)
		if err != nil {
			return
		}
		again, err := registry.Rules(string(r.Variant()))
		if err != nil || again.Variant() != r.Variant() {
			t.Errorf("%q became %q, which became %v, %v", text, r.Variant(), again, err)
		}
	})
}

func FuzzCell(f *testing.F) {
	f.Add("a1")
	f.Add("@0")
	f.Add("z255")
	f.Fuzz(func(t *testing.T, text string) {
		c, err := game.ParseCell(text)
		if err != nil {
			return
		}
		if again, err := game.ParseCell(c.String()); err != nil || again != c {
			t.Errorf("%q is %v, which is written %s and read as %v, %v", text, c, c, again, err)
		}
	})
}
