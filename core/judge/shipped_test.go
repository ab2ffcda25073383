package judge_test

import (
	"strings"
	"testing"

	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/judge"
	"durchgang/core/mistake"
	"durchgang/core/suite"
)

func judgeModel(t *testing.T, models judge.Models, rules game.Rules) judge.Verdict {
	t.Helper()
	v, err := models.Judge(rules)
	if err != nil {
		t.Fatal(err)
	}
	return v
}

// charged is what some mistakes lose: the criterion of their rule, and what cannot be
// shown without it.
var charged = map[game.Variant]map[string]string{
	"tic-tac-toe":   {"overwrites": "taken", "bound-low-row": "range", "refused-passes-turn": "kept", "plays-on": "end", "stale-board": "again", "draw-before-win": "last-cell"},
	"connect-four":  {"end-only": "lines", "column-full-overwrites": "full", "stale-counter": "again"},
	"battleship":    {"sunk-never": "sunk", "repeat-hit-counts": "repeated", "bound-high-col": "range", "miss-counts": "win"},
	"hangman":       {"case": "letters", "bytes": "unicode", "lives-one-more": "lives lost told", "never-told": "told", "win-late": "won", "stale-lives": "again"},
	"blackjack":     {"bust-at-22-allowed": "bust", "soft-17": "dealer", "push-wins": "results", "natural-pays-even": "natural", "card-twice": "cards", "double-late": "refused"},
	"five-in-a-row": {"overwrites": "taken", "draw-never": "draw"},
}

// By the suites that ship, a program that keeps the rules gets every point, and one
// with a known mistake does not.
func TestEveryMistakeCostsPoints(t *testing.T) {
	for _, name := range suite.ShippedNames(games.All()) {
		t.Run(string(name), func(t *testing.T) {
			t.Parallel()
			s, _, err := suite.Shipped(name, games.All())
			if err != nil {
				t.Fatal(err)
			}
			models, err := judge.NewModels(s)
			if err != nil {
				t.Fatal(err)
			}
			if v := judgeModel(t, models, s.Rules); v.Points != v.Of || len(v.Findings) > 0 {
				t.Errorf("the rules get %s of %s: %+v", v.Points, v.Of, v)
			}
			for _, m := range mistake.For(s.Rules).Mistakes {
				v := judgeModel(t, models, m.Rules)
				if v.Points == v.Of {
					t.Errorf("%s gets all %s points", m.Name, v.Points)
				}
				var lost []string
				for _, c := range v.Criteria {
					if c.Points < c.Of {
						lost = append(lost, c.Name)
					}
				}
				if want, asked := charged[name][m.Name]; asked && strings.Join(lost, " ") != want {
					t.Errorf("%s loses %v, want %s", m.Name, lost, want)
				}
				t.Logf("%-24s loses %v: %.1v", m.Name, lost, v.Findings)
			}
		})
	}
}
