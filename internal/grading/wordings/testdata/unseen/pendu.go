package main

import (
	"bufio"
	"fmt"
	"os"
	"strings"
	"unicode"
)

func main() {
	mot := []rune(os.Getenv("MOT"))
	if len(mot) == 0 {
		fmt.Println("MOT manque")
		os.Exit(1)
	}
	in := bufio.NewScanner(os.Stdin)
	lire := func(q string) string {
		fmt.Print(q)
		if !in.Scan() {
			os.Exit(0)
		}
		return strings.TrimSpace(in.Text())
	}
	for {
		erreurs := 0
		vues := map[rune]bool{}
		for {
			reste := 0
			fmt.Print("Le mot :")
			for _, r := range mot {
				if unicode.IsLetter(r) && !vues[unicode.ToLower(r)] {
					reste++
					fmt.Print(" .")
				} else {
					fmt.Printf(" %c", r)
				}
			}
			fmt.Printf("\nErreurs : %d sur 6\n", erreurs)
			if reste == 0 {
				fmt.Println("C'est trouvé.")
				break
			}
			if erreurs == 6 {
				fmt.Printf("C'est perdu, il fallait trouver %s.\n", string(mot))
				break
			}
			ligne := []rune(strings.ToLower(lire("Lettre : ")))
			switch {
			case len(ligne) != 1 || !unicode.IsLetter(ligne[0]):
				fmt.Println("Une lettre, s'il te plaît.")
			case vues[ligne[0]]:
				fmt.Println("Tu l'as déjà donnée.")
			default:
				vues[ligne[0]] = true
				if !strings.ContainsRune(strings.ToLower(string(mot)), ligne[0]) {
					erreurs++
				}
			}
		}
		if lire("On recommence (o/n) ? ") != "o" {
			return
		}
	}
}
