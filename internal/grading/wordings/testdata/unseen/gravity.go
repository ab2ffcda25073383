package main

import (
	"bufio"
	"fmt"
	"os"
	"strconv"
	"strings"
)

type board [6][7]int

func (b *board) String() string {
	var s strings.Builder
	s.WriteString("  1   2   3   4   5   6   7\n")
	for r := 0; r < 6; r++ {
		for c := 0; c < 7; c++ {
			s.WriteString([]string{"[ ] ", "[+] ", "[o] "}[b[r][c]])
		}
		s.WriteString("\n")
	}
	return s.String()
}

func (b *board) run(r, c, dr, dc int) int {
	n := 0
	for who := b[r][c]; r >= 0 && r < 6 && c >= 0 && c < 7 && b[r][c] == who; n++ {
		r, c = r+dr, c+dc
	}
	return n
}

func (b *board) wins(r, c int) bool {
	for _, d := range [][2]int{{0, 1}, {1, 0}, {1, 1}, {1, -1}} {
		if b.run(r, c, d[0], d[1])+b.run(r, c, -d[0], -d[1])-1 >= 4 {
			return true
		}
	}
	return false
}

func main() {
	in := bufio.NewScanner(os.Stdin)
	fmt.Print("Name of player one: ")
	if !in.Scan() {
		return
	}
	names := []string{"", in.Text(), ""}
	fmt.Print("Name of player two: ")
	if !in.Scan() {
		return
	}
	names[2] = in.Text()
	fmt.Printf("%s plays +, %s plays o.\n", names[1], names[2])
	for {
		var b board
		who, count := 1, 0
		for {
			fmt.Print(b.String())
			fmt.Printf("%s? ", names[who])
			if !in.Scan() {
				return
			}
			c, err := strconv.Atoi(strings.TrimSpace(in.Text()))
			switch {
			case err != nil:
				fmt.Println("Sorry, I need the number of a column.")
				continue
			case c < 1 || c > 7:
				fmt.Println("Sorry, columns go from 1 to 7.")
				continue
			case b[0][c-1] != 0:
				fmt.Println("Sorry, nothing more fits in there.")
				continue
			}
			r := 5
			for b[r][c-1] != 0 {
				r--
			}
			b[r][c-1] = who
			count++
			if b.wins(r, c-1) {
				fmt.Print(b.String())
				fmt.Printf("The cup goes to %s.\n", names[who])
				break
			}
			if count == 42 {
				fmt.Print(b.String())
				fmt.Println("The cup stays on the shelf.")
				break
			}
			who = 3 - who
		}
		fmt.Print("Rematch (y/n)? ")
		if !in.Scan() || in.Text() != "y" {
			return
		}
	}
}
