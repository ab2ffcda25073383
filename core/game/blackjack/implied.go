package blackjack

import (
	"fmt"
	"slices"
	"strings"

	"durchgang/core/game"
)

// Implied implements game.Implies: only of one round is the order of the cards known, since
// nobody says when a program shuffles.
func (r *Rules) Implied() bool { return r.rounds == 1 }

// Imply implements game.Implies. Cards that were shown without a suit get one that is
// left; of one that stays face down, any.
func (r *Rules) Imply(moves []game.Move, seen [][]game.Fact) (game.Setup, error) {
	hands := map[[2]int][]string{}
	house, up := [2]int{int(game.Second), 1}, "" // the dealer's hand, and its card that lies face up
	left := map[string]int{}
	for _, c := range freshShoe(r.decks) {
		left[c.String()]++
	}
	for i := range moves {
		now := map[[2]int][]string{}
		for _, f := range seen[i] {
			if f.Kind == game.FactCard {
				key := [2]int{int(f.Player), f.N}
				now[key] = append(now[key], f.Text)
			}
		}
		if cards := now[house]; up == "" && len(cards) == 2 && cards[1] == "?" {
			up = cards[0]
		}
		for key, cards := range now {
			if before := hands[key]; len(cards) >= len(before) {
				hands[key] = cards
			}
		}
		if again := tooOften(hands, r.decks); again != "" {
			return "", &game.Contradiction{
				Move:     i,
				Expected: fmt.Sprintf("no card comes more often than %d deck%s have it", r.decks, map[bool]string{true: "", false: "s"}[r.decks == 1]),
				Seen:     again,
			}
		}
	}
	if cards := slices.Clone(hands[house]); len(cards) > 1 && cards[0] != up && cards[1] == up { // the card dealt first lay face down
		cards[0], cards[1] = cards[1], cards[0]
		hands[house] = cards
	}
	cards := dealt(hands)
	done := make([]bool, len(cards))
	for _, known := range []func(string) bool{
		func(text string) bool { return strings.TrimRight(text, suits) != text },
		func(text string) bool { return text != "?" },
		func(string) bool { return true },
	} {
		for i, text := range cards {
			if !done[i] && known(text) {
				cards[i], done[i] = suit(text, left), true
			}
		}
	}
	return game.Setup("cards=" + strings.Join(cards, " ")), nil
}

// tooOften names a card that is on the table more often than the decks have it.
func tooOften(hands map[[2]int][]string, decks int) string {
	count := map[string]int{}
	for _, cards := range hands {
		for _, text := range cards {
			if text == "?" {
				continue
			}
			rank := strings.TrimRight(text, suits)
			if count[rank]++; count[rank] > decks*len(suits) {
				return fmt.Sprintf("there are %d of rank %s", count[rank], rank)
			}
			if rank == text {
				continue
			}
			if count[text]++; count[text] > decks {
				return fmt.Sprintf("%s is on the table %d times", text, count[text])
			}
		}
	}
	return ""
}

// dealt is the order in which the cards on the table came out of the shoe: see deal, split
// and dealer. A hand that was split has its second card from the start in the next one.
func dealt(hands map[[2]int][]string) []string {
	hand := func(n int) []string { return slices.Clone(hands[[2]int{int(game.First), n}]) }
	house := hands[[2]int{int(game.Second), 1}]
	at := func(list []string, i int) string {
		if i < len(list) {
			return list[i]
		}
		return "?"
	}
	one, two := hand(1), hand(2)
	order := []string{at(one, 0), at(house, 0)}
	if len(two) > 0 {
		order = append(order, at(two, 0), at(house, 1), at(one, 1), at(two, 1))
	} else {
		order = append(order, at(one, 1), at(house, 1))
	}
	for _, list := range [][]string{one, two, house} {
		order = append(order, list[min(2, len(list)):]...)
	}
	return order
}

// suit takes a card from those that are left: the one that was shown, or one of its rank,
// or for one that was not shown any, a low one, with which no hand is a natural.
func suit(text string, left map[string]int) string {
	candidates := []string{text}
	if strings.TrimRight(text, suits) == text {
		ranks := []string{text}
		if text == "?" {
			ranks = []string{"2", "3", "4", "5", "6"}
		}
		candidates = nil
		for _, rank := range ranks {
			for _, suit := range suits {
				candidates = append(candidates, rank+string(suit))
			}
		}
	}
	for _, c := range candidates {
		if left[c] > 0 {
			left[c]--
			return c
		}
	}
	return candidates[0] // where a card without a suit took its place; Start refuses the order
}
