// What a hand of blackjack counts, and the letters of a word that may be seen.
package main

import "strings"

func handValue(cards []string) int {
	sum, aces := 0, 0
	for _, card := range cards {
		switch rank := card[:len(card)-1]; rank {
		case "A":
			sum += 11
			aces++
		case "J", "Q", "K", "10":
			sum += 10
		default:
			sum += int(rank[0] - '0')
		}
	}
	for sum > 21 && aces > 0 {
		sum -= 10
		aces--
	}
	return sum
}

func reveal(word string, letters []string) string {
	var b strings.Builder
	for _, c := range word {
		shown := !(c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c > 127)
		for _, guessed := range letters {
			shown = shown || strings.EqualFold(guessed, string(c))
		}
		if shown {
			b.WriteRune(c)
		} else {
			b.WriteByte('_')
		}
	}
	return b.String()
}
