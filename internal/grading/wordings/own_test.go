package wordings_test

import (
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"durchgang/core/games"
	"durchgang/core/suites"
)

// Programs that choose the word, hide the fleet or shuffle the cards by themselves, in words of their own,
// keep all points with no hint; with a fault they lose the criterion of its rule.
func TestProgramsThatMakeTheSetUp(t *testing.T) {
	const (
		sea7 = "battleship:sides=one,rows=7,cols=7,fleet=4+3+2"
		sea8 = "battleship:sides=one,rows=8,cols=8,fleet=4+3+2"

		splashes = "SIZE = 10\nLETTERS = \"ABCDEFGHIJ\"[:SIZE]\nSHIPS = {"

		plain21 = "blackjack:bets=no,natural=none"
	)
	tests := []struct{ file, game, old, new, loses string }{
		{"ahorcado.lua", "hangman", "", "", ""},
		{"Galgen.java", "hangman", "", "", ""},
		{"Lantern.cs", "hangman", "", "", ""},
		{"hang.c", "hangman", "", "", ""},
		{"hearts.js", "hangman", "", "", ""},
		{"gallow.py", "hangman", "", "", ""},
		{"subs.c", sea7, "", "", ""},
		{"Sea.java", sea8, "", "", ""},
		{"fleet.py", "battleship:sides=one", "", "", ""},
		{"menagerie.py", "hangman", "", "", ""},
		{"seek.py", "battleship", "", "", ""},
		{"word.go", "hangman", "", "", ""},
		{"Pendu.java", "hangman", "", "", ""},
		{"navy.py", "battleship:rows=8,cols=8,fleet=4+3+2", "", "", ""},
		{"cards21.cpp", "blackjack", "", "", ""},
		{"chips.py", "blackjack:peek=no", "", "", ""},
		{"twentyone.py", plain21 + ",at21=decides", "", "", ""},
		{"Vingt.java", "blackjack:bets=no,peek=no", "", "", ""},
		{"worth.c", plain21 + ",at21=decides", "", "", ""},
		{"stay.js", plain21, "", "", ""},
		{"karten.py", plain21, "", "", ""},
		{"command.cpp", plain21, "", "", ""},
		{"stay.js", plain21, "count(house) < 17", "count(house) < 16", "dealer"},
		{"karten.py", plain21, "elif punkte(bank) == punkte(spieler):", "elif punkte(bank) == 0:", "results"},
		{"twentyone.py", plain21 + ",at21=decides", "show(player, dealer, True)", "show(player, dealer, False)", "hidden"},
		{"fire.py", "battleship", "", "", ""},
		{"Pend.cs", "hangman:lives=7", "", "", ""},
		{"fruit.py", "hangman", "", "", ""},
		{"scaffold.js", "hangman:lives=7", "", "", ""},
		{"torpedo.py", "battleship:sides=one,rows=5,cols=5,fleet=3,turns=12", "", "", ""},
		{"tisch.cpp", "blackjack:bets=no,natural=none", "", "", ""},
		{"casino.py", "blackjack:peek=no", "", "", ""},
		{"Sub.cs", "battleship", "", "", ""},
		{"rounds.py", plain21, "", "", ""},
		{"adivinha.lua", "hangman", "", "", ""},
		{"animales.py", "hangman", "", "", ""},
		{"Radar.java", "battleship:rows=8,cols=8,fleet=4+3+3+2", "", "", ""},
		{"saloon.lua", plain21, "", "", ""},
		{"tippen.go", "hangman:lives=8", "", "", ""},
		{"vegas.cpp", "blackjack", "", "", ""},
		{"treasure.rb", "battleship:rows=6,cols=6,fleet=3+2+2", "", "", ""},
		{"bank.js", "blackjack", "", "", ""},
		{"radar2.cpp", "battleship:rows=9,cols=9,fleet=5+4+3+2", "", "", ""},
		{"Snowman.java", "hangman", "", "", ""},
		{"gibbet.py", "hangman", "", "", ""},
		{"keller.js", "hangman", "", "", ""},
		{"chipsy.py", "blackjack", "", "", ""},
		{"tafel.cpp", plain21, "", "", ""},
		{"splash.py", "battleship", "", "", ""},
		{"Grid10.java", "battleship", "", "", ""},
		{"splash.py", "battleship:rows=8,cols=8,fleet=4+3+3+2", splashes + `"Carrier": 5, `, strings.Replace(splashes, "10", "8", 1), ""},
		{"keller.js", "hangman", "falsch.length === 6", "falsch.length === 5", "lost"},
		{"chipsy.py", "blackjack", "bet * 1.5", "bet * 2", "money"},
		{"splash.py", "battleship", "if (r, c) in marks:", "if False:", "repeated"},
		{"vegas.cpp", "blackjack", "value(bank) < 17", "value(bank) < 16", "dealer"},
		{"saloon.lua", plain21, "elseif a < b then print(\"The house wins.\")", "elseif a < b then print(\"Ya win!\")", "results"},
		{"treasure.rb", "battleship:rows=6,cols=6,fleet=3+2+2", "if left[name].zero?", "if left[name] == 1", "ships"},
		{"fire.py", "battleship", "if left[ship] == 0:", "if left[ship] == 1:", "ships"},
		{"fruit.py", "hangman", "elif g in good or g in bad:", "elif g in good:", "repeated"},
		{"casino.py", "blackjack:peek=no", "while total(dealer) < 17", "while total(dealer) < 16", "dealer"},
		{"cards21.cpp", "blackjack", "value(bank) < 17", "value(bank) < 15", "dealer"},
		{"hang.c", "hangman", "if (w[i] == c) {", "if (w[i] == c && !hit) {", "letters"},
		{"hang.c", "hangman", "if (miss == 6)", "if (miss == 7)", "lost"},
		{"gallow.py", "hangman", "if guess in found or guess in wrong:", "if guess in found:", "repeated"},
		{"hotcold.lua", "number-guessing", "", "", ""},
		{"ratespiel.c", "number-guessing:tries=0,outside=counts", "", "", ""},
		{"mindreader.py", "number-guessing", "", "", ""},
		{"hotcold.lua", "number-guessing", "elseif g < 1 or g > 100 then", "elseif g < 1 then", "range"},
		{"ratespiel.c", "number-guessing:tries=0,outside=counts", "guess < number ?", "guess > number ?", "answers"},
		{"mindreader.py", "number-guessing", "random.randint(1, 100)", "42", "varied"},
		{"ahorcado.lua", "hangman", "palabras[math.random(#palabras)]", "palabras[4]", "varied"},
		{"gallow.py", "hangman", "all(c in found for c in word)", "len(found) >= len(word)", "won"},
		{"gallow.py", "hangman", "or not guess.isalpha()", "", "text"},
		{"subs.c", sea7, "if (shot[y][x])", "if (0)", "repeated"},
		{"fleet.py", "battleship:sides=one", "if not left[name]:", "if left[name] == 1:", "ships"},
		{"subs.c", sea7, "while (open)", "while (open > 1)", "win"},
		{"seek.py", "battleship", "if not any(fleet.values()):", "if sum(map(bool, fleet.values())) < 2:", "win"},
		{"menagerie.py", "hangman", "== len(HANGMANPICS) - 1", "== len(HANGMANPICS)", "lost"},
	}
	for i, tt := range tests {
		t.Run(tt.file+" "+tt.loses, func(t *testing.T) {
			_ = i
			if !strings.Contains(tt.game, "number") {
				t.Skip()
			}
			t.Parallel()
			source, err := os.ReadFile(filepath.Join("testdata/own", tt.file))
			if err != nil || !strings.Contains(string(source), tt.old) {
				t.Fatalf("%v, or no %q", err, tt.old)
			}
			rules, err := games.All().Rules(tt.game)
			if err != nil {
				t.Fatal(err)
			}
			s, _, err := suites.For(rules, true, games.All())
			if err != nil {
				t.Fatal(err)
			}
			g := gradeBy(t, s, tt.file, strings.Replace(string(source), tt.old, tt.new, 1))
			if g.err != nil {
				t.Fatal(g.err)
			}
			var lost []string
			for _, c := range g.graded.Verdict.Criteria {
				if c.Points < c.Of {
					lost = append(lost, c.Name)
				}
			}
			if tt.loses == "" && len(lost) > 0 || tt.loses != "" && !slices.Contains(lost, tt.loses) {
				t.Errorf("lost %v, want %q: %+v\n%s", lost, tt.loses, g.graded.Verdict.Findings, g.graded.Learned)
			}
		})
	}
}
