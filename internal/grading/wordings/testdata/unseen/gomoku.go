package main

import (
	"bufio"
	"fmt"
	"os"
	"strconv"
	"strings"
)

const n = 15

var b [n][n]byte

func draw() {
	fmt.Print("\033[H\033[2J")
	fmt.Print("    ")
	for c := 0; c < n; c++ {
		fmt.Printf("%c ", 'A'+c)
	}
	fmt.Println()
	for r := 0; r < n; r++ {
		fmt.Printf("%2d  ", r+1)
		for c := 0; c < n; c++ {
			switch b[r][c] {
			case 1:
				fmt.Print("# ")
			case 2:
				fmt.Print("@ ")
			default:
				fmt.Print("· ")
			}
		}
		fmt.Println()
	}
}

func win(r, c int) bool {
	for _, d := range [][2]int{{0, 1}, {1, 0}, {1, 1}, {1, -1}} {
		k := 1
		for _, s := range []int{1, -1} {
			y, x := r+s*d[0], c+s*d[1]
			for y >= 0 && y < n && x >= 0 && x < n && b[y][x] == b[r][c] {
				k++
				y, x = y+s*d[0], x+s*d[1]
			}
		}
		if k >= 5 {
			return true
		}
	}
	return false
}

func main() {
	s := bufio.NewScanner(os.Stdin)
	msg := ""
	for t := 0; ; {
		draw()
		if msg != "" {
			fmt.Println(msg)
			msg = ""
		}
		fmt.Printf("Player %c (e.g. H8): ", "#@"[t%2])
		if !s.Scan() {
			return
		}
		in := strings.ToUpper(strings.TrimSpace(s.Text()))
		if len(in) < 2 {
			msg = "A letter and a number, please."
			continue
		}
		c := int(in[0]) - 'A'
		r, err := strconv.Atoi(in[1:])
		if err != nil || in[0] < 'A' || in[0] > 'Z' {
			msg = "A letter and a number, please."
			continue
		}
		r--
		if c >= n || r < 0 || r >= n {
			msg = "That point does not exist."
			continue
		}
		if b[r][c] != 0 {
			msg = "There is a stone already."
			continue
		}
		b[r][c] = byte(t%2 + 1)
		if win(r, c) {
			draw()
			fmt.Printf("Five in a row for %c! Game over.\n", "#@"[t%2])
			return
		}
		if t++; t == n*n {
			draw()
			fmt.Println("The board is full. Game over.")
			return
		}
	}
}
