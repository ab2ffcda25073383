package main

import (
	"bufio"
	"fmt"
	"os"
	"strconv"
	"strings"
)

type game struct {
	cells [3][3]rune
	next  rune
	in    *bufio.Scanner
}

func (g *game) read(what string) int {
	for {
		fmt.Printf("%c - %s (1..3): ", g.next, what)
		if !g.in.Scan() {
			os.Exit(0)
		}
		n, err := strconv.Atoi(strings.TrimSpace(g.in.Text()))
		if err != nil {
			fmt.Println("not a number")
			continue
		}
		if n < 1 || n > 3 {
			fmt.Println("must be 1, 2 or 3")
			continue
		}
		return n - 1
	}
}

func (g *game) draw() {
	for i, row := range g.cells {
		if i > 0 {
			fmt.Println("---------")
		}
		for j, c := range row {
			if c == 0 {
				c = ' '
			}
			if j > 0 {
				fmt.Print(" | ")
			}
			fmt.Printf("%c", c)
		}
		fmt.Println()
	}
}

func (g *game) won() bool {
	c := g.cells
	for i := 0; i < 3; i++ {
		if c[i][0] != 0 && c[i][0] == c[i][1] && c[i][1] == c[i][2] || c[0][i] != 0 && c[0][i] == c[1][i] && c[1][i] == c[2][i] {
			return true
		}
	}
	return c[1][1] != 0 && (c[0][0] == c[1][1] && c[1][1] == c[2][2] || c[0][2] == c[1][1] && c[1][1] == c[2][0])
}

func main() {
	g := game{next: 'X', in: bufio.NewScanner(os.Stdin)}
	for n := 0; ; {
		g.draw()
		r := g.read("which row")
		c := g.read("which column")
		if g.cells[r][c] != 0 {
			fmt.Println("there is a mark in that cell, take another")
			continue
		}
		g.cells[r][c] = g.next
		n++
		if g.won() {
			g.draw()
			fmt.Printf("game over, %c made a line\n", g.next)
			return
		}
		if n == 9 {
			g.draw()
			fmt.Println("game over, no line at all")
			return
		}
		if g.next == 'X' {
			g.next = 'O'
		} else {
			g.next = 'X'
		}
	}
}
