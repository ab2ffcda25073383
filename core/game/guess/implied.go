package guess

import (
	"strconv"

	"durchgang/core/game"
)

// Implied implements game.Implies.
func (r *Rules) Implied() bool { return true }

// Imply implements game.Implies: a number that fits all answers, and the least of them where there are several. A guess that is
// not answered, after others that were, is the number, unless it was the last try or the game is told to be lost.
func (r *Rules) Imply(moves []game.Move, seen [][]game.Fact) (game.Setup, error) {
	low, high, answered := r.low, r.high, false
	for i, m := range moves {
		number, err := strconv.Atoi(m.Text)
		if err != nil {
			continue
		}
		found, hint := game.Result{}, ""
		for _, f := range seen[i] {
			switch f.Kind {
			case game.FactWon:
				found = game.Result{Outcome: game.Won, Winner: f.Player}
			case game.FactHint:
				hint = f.Text
			}
		}
		lost := found.Winner == game.Second || r.tries > 0 && i+1 >= r.tries && found.Winner != game.First
		switch {
		case hint == Higher:
			low, answered = max(low, number+1), true
		case hint == Lower:
			high, answered = min(high, number-1), true
		case found.Winner == game.First, answered && !lost && i == len(moves)-1:
			low, high = max(low, number), min(high, number)
		}
		if low > high {
			return "", &game.Contradiction{Move: i, Expected: "an answer that fits those before", Seen: "no number fits all answers"}
		}
	}
	return hidden(low), nil
}
