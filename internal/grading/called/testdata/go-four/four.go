package main

import "fmt"

type Board [6][7]rune

type Four struct {
	Board Board
	Next  rune
}

func NewFour() *Four {
	f := &Four{Next: 'X'}
	for r := range f.Board {
		for c := range f.Board[r] {
			f.Board[r][c] = ' '
		}
	}
	return f
}

func (f *Four) Play(col int) error {
	if f.Winner() != ' ' {
		return fmt.Errorf("the game is over")
	}
	if col < 0 || col > 6 {
		return fmt.Errorf("no column %d", col)
	}
	for r := 5; r >= 0; r-- {
		if f.Board[r][col] == ' ' {
			f.Board[r][col] = f.Next
			if f.Next == 'X' {
				f.Next = 'O'
			} else {
				f.Next = 'X'
			}
			return nil
		}
	}
	return fmt.Errorf("column %d is full", col)
}

func (f *Four) Winner() rune {
	for r := 0; r < 6; r++ {
		for c := 0; c < 7; c++ {
			for _, d := range [][2]int{{0, 1}, {1, 0}, {1, 1}, {1, -1}} {
				n := 0
				for i := 0; i < 4; i++ {
					y, x := r+i*d[0], c+i*d[1]
					if y >= 0 && y < 6 && x >= 0 && x < 7 && f.Board[y][x] == f.Board[r][c] {
						n++
					}
				}
				if n == 4 && f.Board[r][c] != ' ' {
					return f.Board[r][c]
				}
			}
		}
	}
	return ' '
}

func (f *Four) Draw() bool {
	for c := range f.Board[0] {
		if f.Board[0][c] == ' ' {
			return false
		}
	}
	return f.Winner() == ' '
}

func main() {
	f := NewFour()
	for f.Winner() == ' ' && !f.Draw() {
		var col int
		if _, err := fmt.Scan(&col); err != nil {
			return
		}
		fmt.Println(f.Play(col))
	}
}
