package hangman_test

import (
	"errors"
	"fmt"
	"slices"
	"strings"
	"testing"

	"durchgang/core/game"
	"durchgang/core/game/gametest"
	"durchgang/core/game/hangman"
)

var registry = game.NewRegistry(hangman.Hangman())

func rules(t testing.TB, variant string) game.Rules {
	t.Helper()
	return gametest.Rules(t, registry, variant)
}

func TestRules(t *testing.T) {
	for _, variant := range []string{
		"hangman", "hangman:lives=1", "hangman:repeat=free", "hangman:repeat=costs,words=ends", "hangman:words=costs",
		"hangman:shown=nothing,words=refused", "hangman:shown=ends,case=different",
	} {
		for _, word := range []game.Setup{"word=apple", "word=Ice-cream at noon", "word=Übergröße", "word=ΣΊΣΥΦΟΣ"} {
			t.Run(variant+" "+string(word), func(t *testing.T) { gametest.TestRules(t, rules(t, variant), word) })
		}
	}
}

// play plays guesses and writes the result of each: what is shown and the lives
// left, or the refusal, and at the end who has won.
func play(t *testing.T, variant, word, guesses string) string {
	t.Helper()
	r := rules(t, variant)
	pos, err := r.Start(game.Setup("word=" + word))
	if err != nil {
		t.Fatal(err)
	}
	var told []string
	for guess := range strings.FieldsSeq(guesses) {
		m, err := r.ParseMove(guess)
		if err != nil {
			t.Fatal(err)
		}
		facts := r.Play(pos, m, nil)
		if reason, refused := game.Refused(facts); refused {
			told = append(told, string(reason))
			continue
		}
		told = append(told, fmt.Sprintf("%s %d", facts[0].Text, facts[1].N))
		if pos.Result().Over() {
			told = append(told, r.PlayerName(pos.Result().Winner))
		}
	}
	return strings.Join(told, ", ")
}

func TestGuesses(t *testing.T) {
	tests := []struct{ name, variant, word, guesses, want string }{
		{"every equal letter is shown", "hangman", "apple", "p", "_pp__ 6"},
		{"a wrong letter costs a life", "hangman", "apple", "z", "_____ 5"},
		{"a letter again is refused and costs nothing", "hangman", "apple", "z z p p", "_____ 5, guessed already, _pp__ 5, guessed already"},
		{"a letter again in the other case is the same letter", "hangman", "apple", "p P", "_pp__ 6, guessed already"},
		{"a letter again is free", "hangman:repeat=free", "apple", "z z p p", "_____ 5, _____ 5, _pp__ 5, _pp__ 5"},
		{"only a wrong letter costs a life again", "hangman:repeat=wrong", "apple", "z z p p", "_____ 5, _____ 4, _pp__ 4, _pp__ 4"},
		{"a letter again costs a life, a right one too", "hangman:repeat=costs", "apple", "z z p p", "_____ 5, _____ 4, _pp__ 4, _pp__ 3"},
		{"the last letter wins", "hangman", "aba", "a b", "a_a 6, aba 6, the guesser"},
		{"the last life loses", "hangman:lives=2", "aba", "x y a", "___ 1, ___ 0, the hangman, game over"},
		{"nothing is guessed after a win", "hangman", "a", "a b", "a 6, the guesser, game over"},
		{"signs are shown from the start", "hangman", "co-op it", "o", "_o-o_ __ 6"},
		{"signs have to be guessed where nothing is shown", "hangman:shown=nothing", "a-b", "a b -", "a__ 6, a_b 6, a-b 6, the guesser"},
		{"the ends are shown wherever their letters stand", "hangman:shown=ends", "banana", "n", "banana 6, the guesser"},
		{"a digit is refused and costs nothing", "hangman", "apple", "7 !", "unreadable: not a letter, unreadable: not a letter"},
		{"the right word wins", "hangman:words=costs", "ice cream", "=Ice_Cream", "ice cream 6, the guesser"},
		{"a wrong word costs a life", "hangman:words=costs", "apple", "=apply", "_____ 5"},
		{"a wrong word ends the game", "hangman:words=ends", "apple", "=apply", "_____ 0, the hangman"},
		{"words are refused", "hangman", "apple", "=apple", "unreadable: only letters are guessed"},
		{"letters beyond ASCII, by case folding", "hangman", "Übergrößen", "ü Ö ß", "Ü_________ 6, Ü_____ö___ 6, Ü_____öß__ 6"},
		{"the three sigmas are one letter", "hangman", "ΣΊΣΥΦΟς", "σ", "Σ_Σ___ς 6"},
		{"capitals differ where the variant says so", "hangman:case=different", "Anna", "a A", "___a 6, A__a 6"},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			if got := play(t, tt.variant, tt.word, tt.guesses); got != tt.want {
				t.Errorf("%s\nwant %s", got, tt.want)
			}
		})
	}
}

func TestBadWords(t *testing.T) {
	for setup, cause := range map[game.Setup]error{
		"": hangman.ErrNoWord, "word=": hangman.ErrNoWord, "word=123-4": hangman.ErrNoLetter,
		"word=a\tb": hangman.ErrTooLong, game.Setup("word=" + strings.Repeat("a", 201)): hangman.ErrTooLong,
		"wort=apple": nil, "word=a;word=b": nil,
	} {
		_, err := rules(t, "hangman").Start(setup)
		var named *game.SetupError
		if !errors.As(err, &named) || cause != nil && !errors.Is(err, cause) {
			t.Errorf("%q: error is %v, want %v", setup, err, cause)
		}
	}
	if _, err := rules(t, "hangman:shown=ends").Start("word=aba"); err != nil {
		t.Errorf("aba: %v", err)
	}
	if _, err := rules(t, "hangman:shown=ends").Start("word=ab"); !errors.Is(err, hangman.ErrNoLetter) {
		t.Errorf("ab is shown whole: %v", err)
	}
}

// What the guesser sees is the same for two words of one shape.
func TestViewHidesTheWord(t *testing.T) {
	r := rules(t, "hangman")
	var views [2][]game.Fact
	for i, word := range []game.Setup{"word=horse", "word=house"} {
		pos, err := r.Start(word)
		if err != nil {
			t.Fatal(err)
		}
		for _, guess := range []string{"o", "e", "x"} {
			r.Play(pos, game.Move{Text: guess}, nil)
		}
		views[i] = r.View(pos, game.First, nil)
	}
	if !slices.Equal(views[0], views[1]) {
		t.Errorf("the guesser sees %v and %v", views[0], views[1])
	}
}

func FuzzGuess(f *testing.F) {
	f.Add("apple", "p")
	f.Add("Straße", "=STRASSE")
	f.Fuzz(func(t *testing.T, word, guess string) {
		r := rules(t, "hangman")
		pos, err := r.Start(game.Setup("word=" + word))
		if err != nil {
			return
		}
		m, err := r.ParseMove(guess)
		if err != nil {
			return
		}
		r.Play(pos, m, nil)
		if again, err := r.ParseMove(r.FormatMove(m)); err != nil || r.FormatMove(again) != r.FormatMove(m) {
			t.Errorf("%q is %v, written %q, read %v, %v", guess, m, r.FormatMove(m), again, err)
		}
	})
}
