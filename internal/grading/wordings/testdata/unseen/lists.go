package main

import (
	"bufio"
	"fmt"
	"os"
	"strings"
)

var grid [3][3]string

func line(p string) bool {
	for i := 0; i < 3; i++ {
		if grid[i][0] == p && grid[i][1] == p && grid[i][2] == p || grid[0][i] == p && grid[1][i] == p && grid[2][i] == p {
			return true
		}
	}
	return grid[1][1] == p && (grid[0][0] == p && grid[2][2] == p || grid[0][2] == p && grid[2][0] == p)
}

func main() {
	in := bufio.NewScanner(os.Stdin)
	for i := range grid {
		for j := range grid[i] {
			grid[i][j] = "."
		}
	}
	p, n := "x", 0
	for {
		for _, r := range grid {
			fmt.Println(r)
		}
		fmt.Printf("%s to play (row column, both 1-3): ", p)
		if !in.Scan() {
			return
		}
		var r, c int
		f := strings.Fields(in.Text())
		if len(f) != 2 {
			fmt.Println("error: need exactly two numbers")
			continue
		}
		if _, err := fmt.Sscanf(in.Text(), "%d %d", &r, &c); err != nil || f[0] != fmt.Sprint(r) || f[1] != fmt.Sprint(c) {
			fmt.Println("error: not a number")
			continue
		}
		if r < 1 || r > 3 || c < 1 || c > 3 {
			fmt.Println("error: outside of the grid")
			continue
		}
		if grid[r-1][c-1] != "." {
			fmt.Println("error: not empty")
			continue
		}
		grid[r-1][c-1] = p
		n++
		if line(p) || n == 9 {
			break
		}
		if p == "x" {
			p = "o"
		} else {
			p = "x"
		}
	}
	for _, r := range grid {
		fmt.Println(r)
	}
	if line(p) {
		fmt.Println("winner:", p)
	} else {
		fmt.Println("winner: none")
	}
}
