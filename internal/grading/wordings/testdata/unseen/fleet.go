package main

import (
	"bufio"
	"fmt"
	"os"
	"strings"
)

// Battleship for two. args: two files, each a map of ten lines with . for water and
// C B R S D for carrier, battleship, cruiser, submarine and destroyer.
var names = map[byte]string{'C': "carrier", 'B': "battleship", 'R': "cruiser", 'S': "submarine", 'D': "destroyer"}

type sea struct {
	ship, seen [10][10]byte
	left       map[byte]int
	all        int
}

func read(path string) *sea {
	data, err := os.ReadFile(path)
	if err != nil {
		fmt.Println(err)
		os.Exit(1)
	}
	s := &sea{left: map[byte]int{}}
	for r, line := range strings.Fields(string(data)) {
		for c := 0; c < 10; c++ {
			s.seen[r][c] = ' '
			if line[c] != '.' {
				s.ship[r][c] = line[c]
				s.left[line[c]]++
				s.all++
			}
		}
	}
	return s
}

func (s *sea) show() {
	fmt.Println("    1 2 3 4 5 6 7 8 9 10")
	for r := 0; r < 10; r++ {
		fmt.Printf("%c :", 'a'+r)
		for c := 0; c < 10; c++ {
			fmt.Printf(" %c", s.seen[r][c])
		}
		fmt.Println()
	}
}

func main() {
	if len(os.Args) < 3 {
		fmt.Println("usage: fleet MAP1 MAP2")
		os.Exit(2)
	}
	in := bufio.NewReader(os.Stdin)
	for {
		seas := []*sea{read(os.Args[1]), read(os.Args[2])}
		me := 0
		for {
			you := seas[1-me]
			fmt.Printf("Gunner %d looks at the sea of gunner %d\n", me+1, 2-me)
			you.show()
			fmt.Print("row and column, as in e5: ")
			line, err := in.ReadString('\n')
			if err != nil {
				return
			}
			var row byte
			var col int
			var tail string
			if n, _ := fmt.Sscanf(strings.ToLower(strings.TrimSpace(line)), "%c%d%s", &row, &col, &tail); n != 2 {
				fmt.Println("cannot aim at that")
				continue
			}
			r, c := int(row)-'a', col-1
			if r < 0 || r > 9 || c < 0 || c > 9 {
				fmt.Println("the gun does not turn that far")
				continue
			}
			if you.seen[r][c] != ' ' {
				fmt.Println("a shell fell there before")
				continue
			}
			if k := you.ship[r][c]; k == 0 {
				you.seen[r][c] = '-'
				fmt.Println("plop")
			} else {
				you.seen[r][c] = '#'
				you.left[k]--
				you.all--
				fmt.Println("crash")
				if you.left[k] == 0 {
					fmt.Printf("that was the end of the %s\n", names[k])
				}
				if you.all == 0 {
					fmt.Printf("gunner %d may go home a hero\n", me+1)
					break
				}
			}
			me = 1 - me
		}
		fmt.Print("same again [y/n]: ")
		line, err := in.ReadString('\n')
		if err != nil || strings.TrimSpace(line) != "y" {
			return
		}
	}
}
