package main

import (
	"bufio"
	"fmt"
	"math/rand"
	"os"
	"strings"
	"time"
	"unicode"
)

var list = []string{"window", "bottle", "garden", "rocket", "pillow", "summer", "dragon", "candle"}

func main() {
	rand.Seed(time.Now().UnixNano())
	in := bufio.NewReader(os.Stdin)
	for {
		secret := []rune(list[rand.Intn(len(list))])
		shown := make([]rune, len(secret))
		for i := range shown {
			shown[i] = '_'
		}
		bad := 0
		tried := map[rune]bool{}
		for {
			fmt.Printf("\n%s   mistakes %d/6\n", spaced(shown), bad)
			fmt.Print("letter: ")
			line, err := in.ReadString('\n')
			if err != nil {
				return
			}
			r := []rune(strings.ToLower(strings.TrimSpace(line)))
			if len(r) != 1 || !unicode.IsLetter(r[0]) {
				fmt.Println("type exactly one letter")
				continue
			}
			if tried[r[0]] {
				fmt.Println("tried before")
				continue
			}
			tried[r[0]] = true
			hit := false
			for i, c := range secret {
				if c == r[0] {
					shown[i], hit = c, true
				}
			}
			if !hit {
				bad++
				fmt.Println("nope")
			} else {
				fmt.Println("yep")
			}
			if string(shown) == string(secret) {
				fmt.Printf("solved: %s\n", string(secret))
				break
			}
			if bad == 6 {
				fmt.Printf("hanged! it was %s\n", string(secret))
				break
			}
		}
		fmt.Print("another word (y/n)? ")
		line, err := in.ReadString('\n')
		if err != nil || strings.TrimSpace(line) != "y" {
			return
		}
	}
}

func spaced(r []rune) string { return strings.Join(strings.Split(string(r), ""), " ") }
