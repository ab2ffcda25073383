package main

import (
	"bufio"
	"fmt"
	"math/rand"
	"os"
	"strings"
)

var woerter = strings.Fields("apfel birne tisch lampe fenster garten schule wolke regen sonne flasche tasse")

func main() {
	in := bufio.NewReader(os.Stdin)
	wort := woerter[rand.Intn(len(woerter))]
	falsch := ""
	richtig := map[byte]bool{}
	fmt.Printf("Ich denke an ein Wort mit %d Buchstaben. Du darfst 8 Fehler machen.\n", len(wort))
	for {
		zeile, offen := "", 0
		for i := 0; i < len(wort); i++ {
			if richtig[wort[i]] {
				zeile += string(wort[i])
			} else {
				zeile += "-"
				offen++
			}
		}
		fmt.Println(zeile)
		if offen == 0 {
			fmt.Println("Richtig geraten, Glückwunsch!")
			return
		}
		if len(falsch) == 8 {
			fmt.Printf("Das war der achte Fehler. Gesucht war %s.\n", wort)
			return
		}
		fmt.Printf("Falsch: %s (noch %d)\n> ", falsch, 8-len(falsch))
		t, err := in.ReadString('\n')
		if err != nil {
			return
		}
		t = strings.ToLower(strings.TrimSpace(t))
		if len(t) != 1 || t[0] < 'a' || t[0] > 'z' {
			fmt.Println("Bitte genau einen Buchstaben.")
			continue
		}
		if richtig[t[0]] || strings.Contains(falsch, t) {
			fmt.Println("Den hatten wir schon.")
			continue
		}
		if strings.Contains(wort, t) {
			richtig[t[0]] = true
		} else {
			falsch += t
		}
	}
}
