package main

import (
	"bufio"
	"fmt"
	"os"
	"strconv"
	"strings"
)

var (
	in    = bufio.NewScanner(os.Stdin)
	deck  []string
	funds = 200 // half units
)

func take() string { c := deck[0]; deck = deck[1:]; return c }

func sum(cards []string) int {
	n, ace := 0, false
	for _, c := range cards {
		switch r := c[:len(c)-1]; r {
		case "A":
			n, ace = n+1, true
		case "J", "Q", "K":
			n += 10
		default:
			v, _ := strconv.Atoi(r)
			n += v
		}
	}
	if ace && n < 12 {
		n += 10
	}
	return n
}

func ask(format string, args ...any) string {
	fmt.Printf(format, args...)
	if !in.Scan() {
		os.Exit(0)
	}
	return strings.TrimSpace(in.Text())
}

func half(n int) string {
	if n%2 == 0 {
		return strconv.Itoa(n / 2)
	}
	return strconv.Itoa(n/2) + ".5"
}

func main() {
	deck = os.Args[1:]
	if len(deck) == 1 {
		deck = strings.Fields(deck[0])
	}
	for round := 1; round <= 10 && funds >= 2; round++ {
		fmt.Printf("ROUND %d\n", round)
		var bet int
		for {
			var err error
			bet, err = strconv.Atoi(ask("funds %s, wager? ", half(funds)))
			if err != nil {
				fmt.Println("a wager is a number")
			} else if bet < 1 || bet > 100 {
				fmt.Println("1 is the least and 100 the most")
			} else if 2*bet > funds {
				fmt.Println("funds too low")
			} else {
				break
			}
		}
		funds -= 2 * bet
		me, she := []string{take()}, []string{take()}
		me, she = append(me, take()), append(she, take())
		hands, bets := [][]string{me}, []int{bet}
		fmt.Println("you have", strings.Join(me, ", "), "totalling", sum(me))
		fmt.Println("she has", she[0], "and one face down")
		nat, hers := sum(me) == 21, sum(she) == 21
		for i := 0; i < len(hands) && !nat && !hers; i++ {
			for done := len(hands) == 2 && hands[i][0][0] == 'A'; !done && sum(hands[i]) < 21; {
				switch ask("hand %d: h, s, d, x? ", i+1) {
				case "h":
					c := take()
					hands[i] = append(hands[i], c)
					fmt.Println("you get", c, "and now have", sum(hands[i]))
				case "s":
					done = true
				case "d":
					if len(hands[i]) != 2 || 2*bets[i] > funds {
						fmt.Println("not allowed here")
						continue
					}
					funds -= 2 * bets[i]
					bets[i] *= 2
					c := take()
					hands[i] = append(hands[i], c)
					fmt.Println("you get", c, "and now have", sum(hands[i]))
					done = true
				case "x":
					if len(hands) == 2 || len(hands[i]) != 2 || 2*bet > funds || sum(hands[i][:1]) != sum(hands[i][1:]) {
						fmt.Println("not allowed here")
						continue
					}
					funds -= 2 * bet
					second := hands[i][1]
					hands[i][1] = take()
					hands, bets = append(hands, []string{second, take()}), append(bets, bet)
					for _, h := range hands {
						fmt.Println("you have", strings.Join(h, ", "), "totalling", sum(h))
					}
					done = hands[0][0][0] == 'A'
				default:
					fmt.Println("h for hit, s for stand, d for double, x for split")
				}
			}
			if sum(hands[i]) > 21 {
				fmt.Println("that is too much, wager gone")
			}
		}
		alive := false
		for _, h := range hands {
			alive = alive || sum(h) < 22
		}
		for alive && !nat && !hers && sum(she) < 17 {
			she = append(she, take())
		}
		fmt.Println("she has", strings.Join(she, ", "), "totalling", sum(she))
		for i, h := range hands {
			a, b := sum(h), sum(she)
			switch {
			case a > 21:
			case nat && !hers:
				funds += 5 * bets[i]
				fmt.Println("a natural for you")
			case hers && !nat:
				fmt.Println("a natural for her, wager gone")
			case b > 21 || a > b:
				funds += 4 * bets[i]
				fmt.Println("this one is yours")
			case a == b:
				funds += 2 * bets[i]
				fmt.Println("nothing gained, nothing lost")
			default:
				fmt.Println("this one is hers, wager gone")
			}
		}
	}
	fmt.Printf("funds %s, the evening is over\n", half(funds))
}
