package main

import (
	"bufio"
	"fmt"
	"os"
	"strings"
)

type player struct{ name, disc string }

func main() {
	in := bufio.NewScanner(os.Stdin)
	read := func(q string) string {
		fmt.Print(q)
		if !in.Scan() {
			os.Exit(0)
		}
		return strings.TrimSpace(in.Text())
	}
	fmt.Println("CONNECT FOUR")
	ps := []player{}
	for i, d := range []string{"X", "O"} {
		n := read(fmt.Sprintf("Player %d, what is your name? ", i+1))
		ps = append(ps, player{n, d})
	}
	var g [6][7]string
	count := 0
	for {
		for r := range g {
			for c := range g[r] {
				s := g[r][c]
				if s == "" {
					s = "."
				}
				fmt.Print(s, " ")
			}
			fmt.Println()
		}
		fmt.Println("A B C D E F G")
		p := ps[count%2]
		s := strings.ToUpper(read(p.name + " (" + p.disc + "), drop in column A-G: "))
		if len(s) != 1 || s[0] < 'A' || s[0] > 'G' {
			fmt.Println("Just one letter from A to G.")
			continue
		}
		c := int(s[0] - 'A')
		r := 5
		for r >= 0 && g[r][c] != "" {
			r--
		}
		if r < 0 {
			fmt.Println("No more room in", s+".")
			continue
		}
		g[r][c] = p.disc
		count++
		if four(g, r, c) {
			for r := range g {
				for c := range g[r] {
					s := g[r][c]
					if s == "" {
						s = "."
					}
					fmt.Print(s, " ")
				}
				fmt.Println()
			}
			fmt.Printf("Four in a row! %s is the champion after %d discs.\n", p.name, count)
			return
		}
		if count == 42 {
			fmt.Println("The board is full: stalemate.")
			return
		}
	}
}

func four(g [6][7]string, r, c int) bool {
	for _, d := range [][2]int{{0, 1}, {1, 0}, {1, 1}, {1, -1}} {
		n := 1
		for _, s := range []int{1, -1} {
			for y, x := r+s*d[0], c+s*d[1]; y >= 0 && y < 6 && x >= 0 && x < 7 && g[y][x] == g[r][c]; y, x = y+s*d[0], x+s*d[1] {
				n++
			}
		}
		if n >= 4 {
			return true
		}
	}
	return false
}
