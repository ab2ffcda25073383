package main

import (
	"bufio"
	"fmt"
	"os"
	"strings"
)

const size = 15

type board [size][size]rune

func (b *board) show() {
	for y := 0; y < size; y++ {
		fmt.Printf("%3d ", size-y)
		for x := 0; x < size; x++ {
			if b[y][x] == 0 {
				fmt.Print(" +")
			} else {
				fmt.Print(" " + string(b[y][x]))
			}
		}
		fmt.Println()
	}
	fmt.Print("    ")
	for x := 0; x < size; x++ {
		fmt.Print(" " + string(rune('a'+x)))
	}
	fmt.Println()
}

func (b *board) line(y, x int) bool {
	for _, d := range [][2]int{{0, 1}, {1, 0}, {1, 1}, {1, -1}} {
		n := 1
		for _, s := range []int{1, -1} {
			i, j := y+s*d[0], x+s*d[1]
			for i >= 0 && j >= 0 && i < size && j < size && b[i][j] == b[y][x] {
				n++
				i += s * d[0]
				j += s * d[1]
			}
		}
		if n >= 5 {
			return true
		}
	}
	return false
}

func main() {
	var b board
	names := map[rune]string{'B': "Black", 'W': "White"}
	turn := 'B'
	in := bufio.NewScanner(os.Stdin)
	fmt.Println("Gomoku on a board of 15 by 15. Moves look like h8; row 1 is at the bottom.")
	moves := 0
	b.show()
	for {
		fmt.Printf("%s plays: ", names[turn])
		if !in.Scan() {
			return
		}
		t := strings.ToLower(strings.TrimSpace(in.Text()))
		var c rune
		var n int
		if k, err := fmt.Sscanf(t+" ", "%c%d ", &c, &n); err != nil || k != 2 || fmt.Sprintf("%c%d", c, n) != t {
			fmt.Println("Eh? Something like h8, please.")
			continue
		}
		x, y := int(c-'a'), size-n
		if x < 0 || x >= size || y < 0 || y >= size {
			fmt.Println("That point does not exist.")
			continue
		}
		if b[y][x] != 0 {
			fmt.Println("There is a stone on that point.")
			continue
		}
		b[y][x] = turn
		moves++
		b.show()
		if b.line(y, x) {
			fmt.Println(names[turn], "has made five. The game is over.")
			return
		}
		if moves == size*size {
			fmt.Println("The board is full; the game is drawn.")
			return
		}
		if turn == 'B' {
			turn = 'W'
		} else {
			turn = 'B'
		}
	}
}
