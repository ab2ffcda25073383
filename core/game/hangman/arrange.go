package hangman

import (
	"fmt"
	"strings"
	"unicode"

	"durchgang/core/game"
)

// Parts implements game.Arranges: the letters that were guessed.
func (r *Rules) Parts() []game.Part {
	return []game.Part{{Title: "letters that were guessed", Marks: []string{}}}
}

// Arrange implements game.Arranges: each letter of the text is a guess.
func (r *Rules) Arrange(s game.Setup, parts []string) (a game.Arrangement, err error) {
	if len(parts) != 1 {
		return a, fmt.Errorf("a position is the letters that were guessed, and not %d texts", len(parts))
	}
	a.Setup = s
	pos, err := r.Start(s)
	if err != nil {
		return a, err
	}
	p := pos.(*Position)
	wrong := 0
	for _, c := range parts[0] {
		if unicode.IsSpace(c) || strings.ContainsRune(",;", c) {
			continue
		}
		m, err := r.ParseMove(string(c))
		if err != nil || !unicode.IsLetter(c) {
			return a, fmt.Errorf("%q is not a letter", c)
		}
		if !strings.ContainsRune(strings.ToLower(string(p.Word)), unicode.ToLower(c)) {
			wrong++
		}
		a.Moves[game.First] = append(a.Moves[game.First], m)
	}
	if wrong > r.lives {
		return a, fmt.Errorf("%d wrong letters cannot be guessed: the game is lost with %d", wrong, r.lives)
	}
	return a, nil
}
