package games_test

import (
	"testing"

	"durchgang/core/game"
	"durchgang/core/games"
)

// Whatever is written for a variant, a set-up and a move, it is refused with an error
// or it can be played; and what was understood is written as it is read.
func FuzzTexts(f *testing.F) {
	f.Add("tic-tac-toe:cols=4,rows=1,run=2", "", "b1")
	f.Add("connect-four", "", "d")
	f.Add("battleship:rows=4,cols=4,fleet=3+2", "first=a1>,b3v;second=d1v,a4>", "a1>")
	f.Add("battleship:placing=by-hand,touching=forbidden", "", "c3v")
	f.Add("hangman:shown=ends", "word=Übergröße", "=apple")
	f.Add("blackjack:decks=2,insurance=yes", "cards=AS AS 10D", "50")
	f.Add("blackjack", "seed=7", "split")
	f.Fuzz(func(t *testing.T, variant, setup, move string) {
		rules, err := games.All().Rules(variant)
		if err != nil {
			return
		}
		again, err := games.All().Rules(string(rules.Variant()))
		if err != nil || again.Variant() != rules.Variant() {
			t.Fatalf("%q is %q, which is read as %v, %v", variant, rules.Variant(), again, err)
		}
		pos, err := rules.Start(game.Setup(setup))
		if err != nil {
			return
		}
		m, err := rules.ParseMove(move)
		if err != nil {
			return
		}
		if read, err := rules.ParseMove(rules.FormatMove(m)); err != nil || rules.FormatMove(read) != rules.FormatMove(m) {
			t.Errorf("%q is %v, written %q, read %v, %v", move, m, rules.FormatMove(m), read, err)
		}
		rules.Play(pos, m, nil)
		for _, line := range game.Lines(rules, rules.View(pos, game.Nobody, nil)) {
			if line == "" {
				t.Errorf("%q after %q shows an empty line", setup, move)
			}
		}
		game.Draw(rules, rules.View(pos, game.First, nil))
	})
}
