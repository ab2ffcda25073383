// Tic-tac-toe for two: cells are named as letter and number.
package main

import (
	"bufio"
	"fmt"
	"os"
	"strings"
)

type board [3][3]byte

func (b *board) show() {
	fmt.Println("    A   B   C")
	for r, row := range b {
		fmt.Printf("%d ", r+1)
		for _, mark := range row {
			if mark == 0 {
				mark = '.'
			}
			fmt.Printf("[ %c]", mark)
		}
		fmt.Println()
	}
}

func (b *board) wins(p byte) bool {
	diagonal, other := true, true
	for i := range 3 {
		if b[i] == [3]byte{p, p, p} || b[0][i] == p && b[1][i] == p && b[2][i] == p {
			return true
		}
		diagonal = diagonal && b[i][i] == p
		other = other && b[i][2-i] == p
	}
	return diagonal || other
}

func main() {
	in := bufio.NewScanner(os.Stdin)
	for {
		var b board
		p, moves := byte('X'), 0
		for {
			b.show()
			fmt.Printf("%c plays (such as B2): ", p)
			if !in.Scan() {
				return
			}
			text := strings.ToUpper(strings.TrimSpace(in.Text()))
			if len(text) != 2 || text[0] < 'A' || text[0] > 'C' || text[1] < '1' || text[1] > '3' {
				fmt.Println("There is no such cell, try again.")
				continue
			}
			cell := &b[text[1]-'1'][text[0]-'A']
			if *cell != 0 {
				fmt.Println("Occupied!")
				continue
			}
			*cell = p
			moves++
			if b.wins(p) {
				b.show()
				fmt.Printf("%c has won.\n", p)
				break
			}
			if moves == 9 {
				b.show()
				fmt.Println("Nobody wins.")
				break
			}
			p = 'X' + 'O' - p
		}
		fmt.Print("Another game? ")
		if !in.Scan() || !strings.HasPrefix(in.Text(), "y") {
			return
		}
	}
}
