package grid

import (
	"math/rand/v2"

	"durchgang/core/game"
	"durchgang/core/mistake"
)

// leads fill a large board, to a draw and to a win on the last free cell, which
// play at random does not come to. With gravity it does, on boards of usual size.
func (r *Rules) leads() []mistake.Lead {
	if rows, cols := r.Shape(); r.Gravity() || rows*cols <= 9 {
		return nil
	}
	f := filler{r: r, random: rand.New(rand.NewPCG(3, 4))}
	var leads []mistake.Lead
	for _, outcome := range []game.Outcome{game.Drawn, game.Won} {
		const tries = 300
		for range tries {
			if moves := f.fill(outcome == game.Won); f.ends(moves, outcome) {
				leads = append(leads, mistake.Lead{Moves: moves})
				break
			}
		}
	}
	return leads
}

// filler fills boards by a pattern in which no line is longer than two.
type filler struct {
	r      *Rules
	random *rand.Rand
}

// fill returns the moves that fill the board; with line, the last of them is in the
// middle of a line of its player.
func (f *filler) fill(line bool) []game.Move {
	rows, cols := f.r.Shape()
	last := (rows*cols + 1) % 2 // whose the last move is
	owner := make([]int, rows*cols)
	for i := range owner {
		owner[i] = (i%cols/2 + i/cols) % 2
	}
	fixed := map[int]bool{}
	middle := -1
	if line && cols >= f.r.Run() {
		from := f.random.IntN(rows)*cols + f.random.IntN(cols-f.r.Run()+1)
		for i := from; i < from+f.r.Run(); i++ {
			owner[i], fixed[i] = last, true
		}
		middle = from + f.r.Run()/2
	}
	f.balance(owner, fixed)
	var cells [2][]int
	for _, i := range f.random.Perm(len(owner)) {
		if i != middle {
			cells[owner[i]] = append(cells[owner[i]], i)
		}
	}
	if middle >= 0 {
		cells[last] = append(cells[last], middle)
	}
	moves := make([]game.Move, len(owner))
	for n := range moves {
		i := cells[n%2][n/2]
		moves[n] = game.Move{Cell: game.Cell{Row: int16(i / cols), Col: int16(i % cols)}}
	}
	return moves
}

// balance gives cells that are not fixed to the other player until each has as many
// as they move.
func (f *filler) balance(owner []int, fixed map[int]bool) {
	second := 0
	for _, o := range owner {
		second += o
	}
	for second != len(owner)/2 {
		i := f.random.IntN(len(owner))
		switch {
		case fixed[i]:
		case second < len(owner)/2 && owner[i] == 0:
			owner[i] = 1
			second++
		case second > len(owner)/2 && owner[i] == 1:
			owner[i] = 0
			second--
		}
	}
}

// ends reports whether the game ends with the last move, and so.
func (f *filler) ends(moves []game.Move, outcome game.Outcome) bool {
	pos, err := f.r.Start("")
	if err != nil {
		return false
	}
	for _, m := range moves {
		if pos.Result().Over() {
			return false
		}
		f.r.Play(pos, m, nil)
	}
	return pos.Result().Outcome == outcome
}
