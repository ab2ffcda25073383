package wire

import (
	"errors"
	"fmt"
	"strings"
)

// The lines of a contest. Only Choose is answered, by a line that begins with Move.
const (
	Words  = "words"  // words WORD ...: what secret words are taken from, blanks written as _
	Play   = "play"   // play VARIANT PLAYER: a game begins
	Choose = "choose" // choose NUMBER: the player is to move
	Over   = "over"   // the game has ended
)

// ErrAnswer is the cause of errors of ReadMove.
var ErrAnswer = errors.New("not an answer: it is move, the number of the question, and a move")

// ReadMove reads the answer to a question: its number, and the move.
func ReadMove(line string) (number, move string, err error) {
	words := strings.Fields(line)
	if len(words) != 3 || words[0] != Move {
		return "", "", fmt.Errorf("%q: %w", cut(line, 80), ErrAnswer)
	}
	return words[1], words[2], nil
}

// cut shortens a line.
func cut(line string, most int) string {
	if len(line) <= most {
		return line
	}
	return line[:most] + "…"
}
