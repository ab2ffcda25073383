package blackjack

import (
	"fmt"
	"slices"
	"strings"

	"durchgang/core/game"
)

// Parts implements game.Arranges: the player's cards and the dealer's.
func (r *Rules) Parts() []game.Part {
	return []game.Part{{Title: "cards of the player", Marks: []string{}}, {Title: "cards of the dealer", Marks: []string{}}}
}

// Arrange implements game.Arranges: the round in which the player ends with one hand and the dealer with the other. The set-up
// that it is given says nothing.
func (r *Rules) Arrange(_ game.Setup, parts []string) (a game.Arrangement, err error) {
	if len(parts) != 2 {
		return a, fmt.Errorf("a position is the cards of the player and of the dealer, and not %d texts", len(parts))
	}
	var hands [2][]Card
	for i, part := range parts {
		for _, word := range strings.FieldsFunc(part, func(c rune) bool { return c == ' ' || c == ',' || c == ';' || c == '\n' }) {
			card, err := ParseCard(word)
			if err != nil {
				return a, fmt.Errorf("%s: %w", r.Parts()[i].Title, err)
			}
			hands[i] = append(hands[i], card)
		}
		if len(hands[i]) < 2 {
			return a, fmt.Errorf("%s: at least two are dealt", r.Parts()[i].Title)
		}
	}
	mine, house := hands[0], hands[1]
	order := slices.Concat([]Card{mine[0], house[0], mine[1], house[1]}, mine[2:], house[2:])
	words := make([]string, len(order))
	for i, c := range order {
		words[i] = c.String()
	}
	a.Setup = game.Setup("cards=" + strings.Join(words, " "))
	pos, err := r.Start(a.Setup)
	if err != nil {
		return a, err
	}
	p := pos.(*Position)
	begin := game.Move{Verb: Deal}
	if r.bets {
		begin = game.Move{Verb: Bet, Amount: r.least}
	}
	next := func(m game.Move) bool {
		_, refused := game.Refused(r.Play(p, m, nil))
		if !refused {
			a.Moves[game.First] = append(a.Moves[game.First], m)
		}
		return !refused
	}
	next(begin)
	if p.phase == insuring {
		next(game.Move{Verb: Decline})
	}
	for range mine[2:] {
		if p.phase != deciding || !next(game.Move{Verb: Hit}) {
			return a, fmt.Errorf("the player cannot take %s: the hand is over with %s", mine[len(p.Hands[0].Cards)], cards(p.Hands[0].Cards))
		}
	}
	if p.phase == deciding && !p.result.Over() {
		next(game.Move{Verb: Stand})
	}
	if !slices.Equal(p.Dealer, house) {
		return a, fmt.Errorf("the dealer ends with %s, by the rules of this table", cards(p.Dealer))
	}
	return a, nil
}

func cards(list []Card) string {
	words := make([]string, len(list))
	for i, c := range list {
		words[i] = c.String()
	}
	return strings.Join(words, " ")
}
