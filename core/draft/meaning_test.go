package draft

import (
	"testing"

	"durchgang/core/game"
)

func TestMeaning(t *testing.T) {
	for said, want := range map[string]string{
		"too low": game.HigherText, "too high": game.LowerText, "higher": game.HigherText, "go down": game.LowerText,
		"my number is smaller than your guess": game.LowerText, "your number is smaller than mine": game.HigherText,
		"meine zahl ist größer": game.HigherText, "zu groß": game.LowerText, "dein tipp ist kleiner als meine zahl": game.HigherText,
		"el mío es mayor": game.HigherText, "trop grand": game.LowerText, "c'est plus": game.HigherText, "try something lower": game.LowerText,
		"warm": "", "nope": "", "not higher but lower": "", "that guess is above it": game.LowerText, "il numero è maggiore": game.HigherText,
		"c'est plus petit": game.LowerText, "c'est plus grand": game.HigherText, "much less": game.LowerText,
	} {
		if got := meansOf(said); got != want {
			t.Errorf("%q means %q, want %q", said, got, want)
		}
	}
}
