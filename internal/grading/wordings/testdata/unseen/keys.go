package main

import (
	"bufio"
	"fmt"
	"os"
	"strings"
)

// laid out like the number pad
var pad = []string{"7", "8", "9", "4", "5", "6", "1", "2", "3"}

func main() {
	cells := make([]string, 9)
	in := bufio.NewScanner(os.Stdin)
	lines := [][3]int{{0, 1, 2}, {3, 4, 5}, {6, 7, 8}, {0, 3, 6}, {1, 4, 7}, {2, 5, 8}, {0, 4, 8}, {2, 4, 6}}
	fmt.Println("Tic tac toe. Use the number pad: 7 is top left, 3 is bottom right.")
	for turn := 0; ; turn++ {
		me := []string{"X", "O"}[turn%2]
		for {
			fmt.Println()
			for r := 0; r < 3; r++ {
				row := []string{}
				for c := 0; c < 3; c++ {
					s := cells[3*r+c]
					if s == "" {
						s = " "
					}
					row = append(row, " "+s+" ")
				}
				fmt.Println(strings.Join(row, "!"))
				if r < 2 {
					fmt.Println("---+---+---")
				}
			}
			fmt.Printf("%s> ", me)
			if !in.Scan() {
				return
			}
			k := -1
			for i, p := range pad {
				if p == strings.TrimSpace(in.Text()) {
					k = i
				}
			}
			if k < 0 {
				fmt.Println("press 1-9")
				continue
			}
			if cells[k] != "" {
				fmt.Println("taken, try another")
				continue
			}
			cells[k] = me
			break
		}
		win := false
		for _, l := range lines {
			win = win || cells[l[0]] == me && cells[l[1]] == me && cells[l[2]] == me
		}
		if win || turn == 8 {
			for r := 0; r < 3; r++ {
				fmt.Println(strings.Join(cells[3*r:3*r+3], " "))
			}
			if win {
				fmt.Println(me, "wins the game")
			} else {
				fmt.Println("a draw")
			}
			return
		}
	}
}
