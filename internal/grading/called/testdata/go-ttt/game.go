package tictactoe

import "errors"

type Mark int

const (
	Empty Mark = iota
	X
	O
)

type Game struct {
	squares [3][3]Mark
	turn    Mark
	count   int
}

func NewGame() *Game { return &Game{turn: X} }

func (g *Game) Move(row, col int) error {
	if g.Status() != "playing" {
		return errors.New("the game is over")
	}
	if row < 0 || row > 2 || col < 0 || col > 2 {
		return errors.New("off the board")
	}
	if g.squares[row][col] != Empty {
		return errors.New("taken")
	}
	g.squares[row][col] = g.turn
	g.count++
	g.turn = 3 - g.turn
	return nil
}

func (g *Game) At(row, col int) Mark { return g.squares[row][col] }

func (g *Game) Turn() Mark { return g.turn }

func (g *Game) Status() string {
	names := [...]string{"", "X won", "O won"}
	for i := 0; i < 3; i++ {
		if m := g.squares[i][0]; m != Empty && m == g.squares[i][1] && m == g.squares[i][2] {
			return names[m]
		}
		if m := g.squares[0][i]; m != Empty && m == g.squares[1][i] && m == g.squares[2][i] {
			return names[m]
		}
	}
	m := g.squares[1][1]
	if m != Empty && (m == g.squares[0][0] && m == g.squares[2][2] || m == g.squares[0][2] && m == g.squares[2][0]) {
		return names[m]
	}
	if g.count == 9 {
		return "draw"
	}
	return "playing"
}
