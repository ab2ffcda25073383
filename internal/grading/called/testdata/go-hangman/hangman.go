package hangman

import (
	"errors"
	"strings"
	"unicode"
)

var (
	ErrOver    = errors.New("the game is over")
	ErrLetter  = errors.New("one letter, please")
	ErrGuessed = errors.New("guessed before")
)

type Game struct {
	word    string
	guessed map[rune]bool
	lives   int
}

func New(word string) *Game {
	return &Game{word: strings.ToLower(word), guessed: map[rune]bool{}, lives: 6}
}

func (g *Game) Guess(letter string) (bool, error) {
	if g.Over() {
		return false, ErrOver
	}
	runes := []rune(strings.ToLower(letter))
	if len(runes) != 1 || !unicode.IsLetter(runes[0]) {
		return false, ErrLetter
	}
	if g.guessed[runes[0]] {
		return false, ErrGuessed
	}
	g.guessed[runes[0]] = true
	if strings.ContainsRune(g.word, runes[0]) {
		return true, nil
	}
	g.lives--
	return false, nil
}

func (g *Game) Shown() string {
	return strings.Map(func(r rune) rune {
		if g.guessed[r] || !unicode.IsLetter(r) {
			return r
		}
		return '_'
	}, g.word)
}

func (g *Game) Lives() int { return g.lives }

func (g *Game) Won() bool { return !strings.Contains(g.Shown(), "_") }

func (g *Game) Over() bool { return g.lives <= 0 || g.Won() }
