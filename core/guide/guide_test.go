package guide_test

import (
	"errors"
	"testing"

	"durchgang/core/contest"
	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/guide"
	"durchgang/core/suites"
)

// The guide to every game says what a teacher needs, and what it says of contests is what contests take.
func TestGuidesAreComplete(t *testing.T) {
	for _, d := range games.All().Games() {
		for _, variant := range append([]string{d.Name}, alike(d)...) {
			g, err := guide.For(variant)
			if err != nil {
				t.Fatal(err)
			}
			if g.Title == "" || g.Doc == "" || g.Moves == "" || len(g.Mistakes) < 5 || len(g.House) < 2 || len(g.Criteria) < 4 {
				t.Errorf("%s: %+v", variant, g)
			}
			total, named := 0.0, map[string]bool{}
			for _, c := range g.Criteria {
				if c.Scripts < 1 || c.Title == "" || named[c.Name] {
					t.Errorf("%s: criterion %+v", variant, c)
				}
				named[c.Name] = true
				total += float64(c.Points) / 100
			}
			if total != 20 {
				t.Errorf("%s: %g points", variant, total)
			}
			rules, err := games.All().Rules(variant)
			if err != nil {
				t.Fatal(err)
			}
			for field, ask := range map[string]struct {
				may   bool
				terms contest.Terms
			}{
				"opening": {g.Contest.Openings, contest.Terms{Opening: 2}},
				"words":   {g.Contest.Words, contest.Terms{Words: []string{"apple"}}},
				"hands":   {g.Contest.Hands, contest.Terms{Hands: true}},
				"format":  {!g.Contest.Alone, contest.Terms{Format: contest.Swiss}},
			} {
				_, err := ask.terms.Complete(rules)
				var wrong *contest.TermsError
				if refused := errors.As(err, &wrong) && wrong.Field == field; refused == ask.may {
					t.Errorf("%s: the guide says %s %v, and contests say %v", variant, field, ask.may, err)
				}
			}
			if g.Own != "" {
				if _, _, err := suites.For(rules, true, games.All()); err != nil {
					t.Errorf("%s: the guide names %s, and there is no suite: %v", variant, g.Own, err)
				}
			}
		}
	}
}

// alike are the variants that programs of a game may play unasked.
func alike(d game.Definition) (list []string) {
	rules, err := games.All().Rules(d.Name)
	if err != nil {
		return nil
	}
	for _, values := range d.Alike {
		if other, err := games.All().With(rules, values); err == nil {
			list = append(list, string(other.Variant()))
		}
	}
	return list
}

func TestUnknownVariant(t *testing.T) {
	var wrong *game.ParamError
	for _, v := range []string{"draughts", "tic-tac-toe:size=3", "nim:last=draws"} {
		if _, err := guide.For(v); !errors.As(err, &wrong) {
			t.Errorf("%s: %v", v, err)
		}
	}
}
