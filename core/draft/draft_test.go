package draft

import (
	"strings"
	"testing"

	"durchgang/core/game"
	"durchgang/core/phrasebook"
)

// steps plays a made-up game over and over: turns, refusals, wins by either, and draws.
func steps(says func(what string, p game.Player) string) []Seen {
	var list []Seen
	turn := func(p game.Player) game.Fact { return game.Fact{Kind: game.FactTurn, Player: p} }
	names := [3]string{game.First: "Rot", game.Second: "Blau"}
	for i := range 40 {
		p := game.First + game.Player(i%2)
		s := Seen{Mover: p, Waits: true}
		prompt := names[p.Opponent()] + ", wohin? "
		switch i % 5 {
		case 0:
			s.Facts, s.Over = []game.Fact{{Kind: game.FactWon, Player: p}}, true
			s.Screen = phrasebook.NewScreen(says("won", p) + "\nNochmal? ")
		case 1:
			s.Facts, s.Over = []game.Fact{{Kind: game.FactDrawn}}, true
			s.Screen = phrasebook.NewScreen(says("drawn", p) + "\nNochmal? ")
		case 2:
			s.Facts = []game.Fact{{Kind: game.FactRefused}, turn(p)}
			s.Screen = phrasebook.NewScreen(says("refused", p) + "\n" + names[p] + ", wohin? ")
		default:
			s.Facts = []game.Fact{turn(p.Opponent())}
			s.Screen = phrasebook.NewScreen("Gut gespielt.\n" + prompt)
		}
		list = append(list, s)
	}
	return list
}

func usual(what string, p game.Player) string {
	return map[string]string{
		"won": [3]string{1: "Rot", 2: "Blau"}[p] + " siegt nach 17 Zügen.", "drawn": "Remis, keiner siegt.", "refused": "Das Feld ist belegt.",
	}[what]
}

func learned(t *testing.T, list []Seen) map[string][]string {
	t.Helper()
	phrases := map[string][]string{}
	for _, key := range []string{"says.won", "says.drawn", "says.refused"} {
		for i := range list {
			list[i].phrases = phrasesIn(list[i], [3][]string{game.First: {"Rot"}, game.Second: {"Blau"}}, key)
		}
		for _, l := range mine(about(key), list) {
			phrases[key] = append(phrases[key], pattern(l.Text))
		}
	}
	return phrases
}

func TestPhrasesAreWhatStandsAtTheirStepsOnly(t *testing.T) {
	list := steps(usual)
	for key, want := range map[string]string{"says.won": "{player}", "says.drawn": "remis", "says.refused": "feld"} {
		if got := strings.Join(learned(t, list)[key], " "); !strings.Contains(got, want) {
			t.Errorf("%s is %q, want %q in it", key, got, want)
		}
	}
}

// A program that now and then says the wrong thing is understood all the same, and what it
// never says is not made up.
func TestMistakesDoNotSpoilTheWords(t *testing.T) {
	n := 0
	list := steps(func(what string, p game.Player) string {
		n++
		switch {
		case what == "drawn":
			return "Gut gespielt."
		case what == "won" && n == 1:
			return "Gut gespielt."
		}
		return usual(what, p)
	})
	phrases := learned(t, list)
	if len(phrases["says.won"]) == 0 || len(phrases["says.refused"]) == 0 {
		t.Errorf("learned %v", phrases)
	}
	if made := phrases["says.drawn"]; len(made) > 0 {
		t.Errorf("a draw is %v, which was never said", made)
	}
}
