package hangman_test

import (
	"slices"
	"testing"

	"durchgang/core/game"
	"durchgang/core/games"
)

// The words that a program may choose stand in its source, in quotes or not; each is taken once.
func TestChoices(t *testing.T) {
	rules, err := games.All().Rules("hangman")
	if err != nil {
		t.Fatal(err)
	}
	chooses := rules.(game.Chooses)
	got := chooses.Choices(`WORDS = ["ice cream", 'Apple', "apple", "a", "123"]`)
	want := []game.Setup{"word=WORDS", "word=ice", "word=cream", "word=Apple", "word=ice cream"}
	if !slices.Equal(got, want) {
		t.Errorf("found %q, want %q", got, want)
	}
	var among []game.Position
	for _, setup := range []game.Setup{"word=panel", "word=apple", "word=kettle"} {
		pos, err := rules.Start(setup)
		if err != nil {
			t.Fatal(err)
		}
		rules.Play(pos, game.Move{Text: "e"}, nil)
		among = append(among, pos)
	}
	if m, ok := chooses.Promising(among); !ok || m.Text != "l" {
		t.Errorf("the letter in most words is %q, %v, want l", m.Text, ok)
	}
	if _, ok := chooses.Promising(nil); ok {
		t.Error("a letter is promising among no words")
	}
}
