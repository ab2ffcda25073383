package main

import "strconv"

// choose never goes over 21: it draws as long as no card can do that.
func choose(hand []string, up string) string {
	total, ace := 0, false
	for _, card := range hand {
		n, err := strconv.Atoi(card[:len(card)-1])
		switch {
		case card[0] == 'A':
			n, ace = 1, true
		case err != nil:
			n = 10
		}
		total += n
	}
	if total <= 11 && !(ace && total >= 8) {
		return "hit"
	}
	return "stand"
}
