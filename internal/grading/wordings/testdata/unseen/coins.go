package main

import (
	"bufio"
	"fmt"
	"os"
	"strconv"
	"strings"
)

func main() {
	in := bufio.NewScanner(os.Stdin)
	for {
		coins, player := 21, 1
		for {
			fmt.Printf("\nCoins on the table: %d\n", coins)
			fmt.Printf("It is the turn of player %d. How many coins (1, 2 or 3)? ", player)
			if !in.Scan() {
				return
			}
			n, err := strconv.Atoi(strings.TrimSpace(in.Text()))
			switch {
			case err != nil:
				fmt.Println("Sorry?")
				continue
			case n < 1, n > 3:
				fmt.Println("One to three, that is the rule.")
				continue
			case n > coins:
				fmt.Println("There are not enough coins.")
				continue
			}
			coins -= n
			if coins == 0 {
				break
			}
			player = 3 - player
		}
		fmt.Printf("\nPlayer %d has the last coin and loses the game.\nPlayer %d wins!\nAgain? ", player, 3-player)
		if !in.Scan() || in.Text() != "y" {
			return
		}
	}
}
