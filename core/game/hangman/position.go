package hangman

import (
	"slices"

	"durchgang/core/game"
)

// Position is a word with what has been guessed of it. Its fields are there for steps
// to change.
type Position struct {
	Word    []rune
	Open    []bool // by place in the word
	Letters []rune // guessed, folded, in order
	Lives   int    // wrong guesses left
	Note    int    // what a mistake has to remember; 0 in the right rules
	result  game.Result
}

// Shown is the word with _ for each place that is still hidden.
func (p *Position) Shown() string {
	shown := make([]rune, len(p.Word))
	for i, c := range p.Word {
		shown[i] = '_'
		if p.Open[i] {
			shown[i] = c
		}
	}
	return string(shown)
}

// Guessed reports whether a folded letter was guessed before.
func (p *Position) Guessed(c rune) bool { return slices.Contains(p.Letters, c) }

// Turn implements game.Position.
func (p *Position) Turn() game.Player {
	if p.result.Over() {
		return game.Nobody
	}
	return game.First
}

// Result implements game.Position.
func (p *Position) Result() game.Result { return p.result }

// SetResult changes how the game stands.
func (p *Position) SetResult(r game.Result) { p.result = r }

func (p *Position) appendTurn(facts []game.Fact) []game.Fact {
	if p.result.Over() {
		return facts
	}
	return append(facts, game.Fact{Kind: game.FactTurn, Player: game.First})
}

// Clone implements game.Position.
func (p *Position) Clone() game.Position {
	q := *p
	q.Open = append([]bool(nil), p.Open...)
	q.Letters = append([]rune(nil), p.Letters...)
	return &q
}

// AppendKey implements game.Position. The order of guesses does not matter.
func (p *Position) AppendKey(key []byte) []byte {
	key = append(key, string(p.Word)...)
	key = append(key, 0, byte(p.Lives), byte(p.Note), byte(p.result.Winner))
	for _, open := range p.Open {
		if open {
			key = append(key, 1)
		} else {
			key = append(key, 0)
		}
	}
	letters := append([]rune(nil), p.Letters...)
	slices.Sort(letters)
	return append(key, string(letters)...)
}
