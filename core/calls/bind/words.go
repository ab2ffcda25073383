package bind

import (
	"slices"
	"strings"
	"unicode"
)

// words are the words of a name, in small letters: those of isGameOver and of is_game_over are the same.
func words(name string) []string {
	var list []string
	var word []rune
	end := func() {
		if len(word) > 0 {
			list = append(list, strings.ToLower(string(word)))
			word = nil
		}
	}
	before := ' '
	for _, r := range name {
		switch {
		case !unicode.IsLetter(r):
			end()
		case unicode.IsUpper(r) && !unicode.IsUpper(before):
			end()
			word = append(word, r)
		default:
			word = append(word, r)
		}
		before = r
	}
	end()
	return list
}

// speaks reports whether a name has one of some words; a word that ends in * stands for all that begin so.
func speaks(name string, of ...string) bool {
	return slices.ContainsFunc(words(name), func(w string) bool {
		return slices.ContainsFunc(of, func(o string) bool {
			if stem, open := strings.CutSuffix(o, "*"); open {
				return strings.HasPrefix(w, stem)
			}
			return w == o
		})
	})
}

// What names hint at.
var (
	rowWords    = []string{"row", "rows", "r", "y", "line", "zeile"}
	colWords    = []string{"col", "column", "columns", "cols", "c", "x", "spalte", "slot"}
	numberWords = []string{"i", "index", "idx", "pos*", "cell", "square", "number", "num", "field", "n", "place", "spot", "slot"}
	playerWords = []string{"player", "mark", "marker", "symbol", "piece", "who", "sign", "token", "p", "disc", "stone", "colour", "color", "side"}
	doWords     = []string{
		"move", "play", "place", "put", "drop", "mark", "make", "set", "insert", "guess", "try", "shoot", "fire", "attack", "click", "handle", "turn", "take",
		"apply", "add", "choose", "select", "shot", "hit", "step", "act",
	}
	askWords = []string{
		"get", "is", "has", "check", "count", "print", "show", "display", "to", "can", "are", "find", "valid*", "legal", "winner", "evaluate", "reveal", "current",
	}
	againWords = []string{"reset", "restart", "new", "clear", "begin", "start", "init*", "again", "setup"}
	playsWords = []string{"run", "main", "loop", "input", "prompt", "ask", "read"}
)
