package guess

import (
	"fmt"

	"durchgang/core/game"
)

// Implied implements game.Implies.
func (r *Rules) Implied() bool { return true }

// Imply implements game.Implies: a number that fits all answers, the one that was told or found where there is one, and else
// the least of them.
func (r *Rules) Imply(moves []game.Move, seen [][]game.Fact) (game.Setup, error) {
	low, high := r.low, r.high
	for i, facts := range seen {
		for _, f := range facts {
			number, was := 0, false
			if i < len(moves) {
				was = read(moves[i].Text, &number)
			}
			switch {
			case f.Kind == game.FactWord && read(f.Text, &number):
				low, high = max(low, number), min(high, number)
			case !was:
			case f.Kind == game.FactWon && f.Player == game.First:
				low, high = max(low, number), min(high, number)
			case f.Kind == game.FactHint && f.Text == Higher:
				low = max(low, number+1)
			case f.Kind == game.FactHint && f.Text == Lower:
				high = min(high, number-1)
			}
			if low > high {
				return "", &game.Contradiction{Move: i, Expected: "an answer that fits those before", Seen: fmt.Sprintf("%q", r.Say(f))}
			}
		}
	}
	return hidden(low), nil
}

func read(text string, number *int) bool {
	n, err := fmt.Sscanf(text, "%d", number)
	return n == 1 && err == nil
}
