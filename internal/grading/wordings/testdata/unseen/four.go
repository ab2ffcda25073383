package main

import (
	"bufio"
	"fmt"
	"os"
	"strconv"
	"strings"
)

const rows, cols = 6, 7

type board [rows][cols]byte

func (b *board) print() {
	fmt.Println(" 1  2  3  4  5  6  7")
	for r := 0; r < rows; r++ {
		for c := 0; c < cols; c++ {
			switch b[r][c] {
			case 0:
				fmt.Print("[ ]")
			default:
				fmt.Printf("[%c]", b[r][c])
			}
		}
		fmt.Println()
	}
}

func (b *board) wins(p byte) bool {
	for r := 0; r < rows; r++ {
		for c := 0; c < cols; c++ {
			for _, d := range [][2]int{{0, 1}, {1, 0}, {1, 1}, {1, -1}} {
				n := 0
				for n < 4 {
					y, x := r+n*d[0], c+n*d[1]
					if y >= rows || x < 0 || x >= cols || b[y][x] != p {
						break
					}
					n++
				}
				if n == 4 {
					return true
				}
			}
		}
	}
	return false
}

func main() {
	in := bufio.NewReader(os.Stdin)
	score := map[byte]int{}
	for game := 1; ; game++ {
		fmt.Printf("--- Game %d ---   Y: %d   R: %d\n", game, score['Y'], score['R'])
		var b board
		p := byte('Y')
		for moves := 0; ; {
			b.print()
			fmt.Printf("%c> ", p)
			line, err := in.ReadString('\n')
			if err != nil {
				return
			}
			c, err := strconv.Atoi(strings.TrimSpace(line))
			if err != nil {
				fmt.Println("enter the number of a column")
				continue
			}
			if c < 1 || c > cols {
				fmt.Println("columns go from 1 to", cols)
				continue
			}
			r := rows - 1
			for r >= 0 && b[r][c-1] != 0 {
				r--
			}
			if r < 0 {
				fmt.Println("this column is full up")
				continue
			}
			b[r][c-1] = p
			moves++
			if b.wins(p) {
				b.print()
				fmt.Printf("%c gets the point.\n", p)
				score[p]++
				break
			}
			if moves == rows*cols {
				b.print()
				fmt.Println("No more room: no point for anybody.")
				break
			}
			if p == 'Y' {
				p = 'R'
			} else {
				p = 'Y'
			}
		}
		fmt.Print("Continue? [y/n] ")
		line, _ := in.ReadString('\n')
		if strings.TrimSpace(line) != "y" {
			return
		}
	}
}
