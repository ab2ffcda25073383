package draft_test

import (
	"slices"
	"strings"
	"testing"

	"durchgang/core/draft"
	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/judge"
	"durchgang/core/mistake"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
)

// speaks is how a made-up program talks: WHO is a player's name.
type speaks struct{ prompt, won, drawn, refused string }

// plays plays the shipped suite with a made-up program that keeps some rules.
func plays(t *testing.T, s *suite.Suite, rules game.Rules, names [3]string, says speaks) []draft.Play {
	t.Helper()
	var list []draft.Play
	for _, script := range s.Fixed() {
		moments, err := script.Moments(s.Rules)
		if err != nil {
			t.Fatal(err)
		}
		seen, err := judge.Model(rules, script, moments)
		if err != nil {
			t.Fatal(err)
		}
		p := draft.Play{Script: script}
		for _, o := range seen {
			var lines []string
			say := func(sentence string, p game.Player) {
				lines = append(lines, strings.ReplaceAll(sentence, "WHO", names[p]))
			}
			for _, f := range o.Facts {
				switch f.Kind {
				case game.FactWon:
					say(says.won, f.Player)
				case game.FactDrawn:
					say(says.drawn, game.Nobody)
				case game.FactRefused:
					say(says.refused, game.Nobody)
				}
			}
			if o.Condition == judge.Asking {
				say(says.prompt, game.Turn(o.Facts))
			} else {
				lines = append(lines, "")
			}
			p.Screens = append(p.Screens, phrasebook.NewScreen(strings.Join(lines, "\n")))
			o.Facts = slices.DeleteFunc(slices.Clone(o.Facts), func(f game.Fact) bool { return f.Kind != game.FactCell })
			p.Seen = append(p.Seen, o)
		}
		list = append(list, p)
	}
	return list
}

// What words mean is found with the mistake that a program has, and no mistake is read as wording.
func TestWordsAndMistakeAreFoundTogether(t *testing.T) {
	rules, err := games.All().Rules("tic-tac-toe")
	if err != nil {
		t.Fatal(err)
	}
	s, _, err := suite.Shipped(rules.Variant(), games.All())
	if err != nil {
		t.Fatal(err)
	}
	known := mistake.For(rules)
	odd := speaks{"[WHO] quo vadis? ", "Lauream WHO habeat.", "Pax.", "Locus plenus est."}
	article := speaks{"WHO >> ", "A line for WHO.", "A field is left to nobody.", "That is a no."}
	score := speaks{"WHO >> ", "WHO 1 : 0", "A draw.", "No."}
	quiet := speaks{"? ", "Then WHO did it.", "Peace!", "No."}
	tests := []struct {
		mistake string
		says    speaks
		names   [3]string
		won     string // what its pattern has in it
		found   [3]string
	}{
		{"", odd, [3]string{"", "Gaius", "Titus"}, "{player}", [3]string{"", "Gaius", "Titus"}},
		{"", article, [3]string{"", "A", "B"}, "line", [3]string{"", "A", "B"}},
		{"", quiet, [3]string{"", "Red", "Blue"}, "{player}", [3]string{"", "Red", "Blue"}},
		{"", odd, [3]string{"", "player 1 (X)", "player 2 (O)"}, "{player}", [3]string{"", "1 X", "2 O"}},
		{"", score, [3]string{"", "P1", "P2"}, "{player}", [3]string{"", "P1", "P2"}},
		{"wrong-winner", score, [3]string{"", "P1", "P2"}, "{player}", [3]string{"", "P1", "P2"}},
		{"wrong-winner", odd, [3]string{"", "Gaius", "Titus"}, "{player}", [3]string{"", "Gaius", "Titus"}},
		{"draw-before-win", odd, [3]string{"", "Gaius", "Titus"}, "{player}", [3]string{"", "Gaius", "Titus"}},
		{"late-check", odd, [3]string{"", "Gaius", "Titus"}, "{player}", [3]string{"", "Gaius", "Titus"}},
		{"draw-early", odd, [3]string{"", "Gaius", "Titus"}, "{player}", [3]string{"", "Gaius", "Titus"}},
		{"wrong-starter", odd, [3]string{"", "Gaius", "Titus"}, "{player}", [3]string{"", "Gaius", "Titus"}},
	}
	for _, tt := range tests {
		t.Run(strings.Join([]string{tt.mistake, tt.says.won, tt.names[1]}, " "), func(t *testing.T) {
			keeps := rules
			if m, has := known.Find(tt.mistake); has {
				keeps = m.Rules
			}
			names := [3][]string{game.First: {"X"}, game.Second: {"O"}}
			list := plays(t, s, keeps, tt.names, tt.says)
			w := draft.Words(known, list, names)
			if m, _ := known.Find(w.Mistake); tt.mistake != "" && w.Mistake != "" && m.Family != tt.mistake && w.Mistake != tt.mistake || tt.mistake == "" && w.Mistake != "" {
				t.Errorf("the mistake is %q", w.Mistake)
			}
			if !strings.Contains(strings.Join(w.Phrases["says.won"], " "), tt.won) || len(w.Phrases["says.drawn"]) == 0 || len(w.Phrases["says.refused"]) == 0 {
				t.Errorf("learned %v with %q: %d of %d", w.Phrases, w.Mistake, w.Explained, len(list))
			}
			for p := game.First; p <= game.Second; p++ {
				if !slices.Contains(w.Names[p], tt.found[p]) {
					t.Errorf("player %d is called %v", p, w.Names[p])
				}
			}
			if tt.mistake == "" && w.Explained != len(list) {
				t.Errorf("%d of %d plays are explained", w.Explained, len(list))
			}
		})
	}
}
