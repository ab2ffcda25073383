package suite_test

import (
	"testing"

	"durchgang/core/games"
	"durchgang/core/mistake"
	"durchgang/core/suite"
)

func quiet(int, int) {}

// What ships has no hole: every known mistake is caught, every two are told apart.
func TestShippedSuitesHaveNoHole(t *testing.T) {
	for _, name := range suite.ShippedNames(games.All()) {
		s, _, err := suite.Shipped(name, games.All())
		if err != nil {
			t.Fatal(err)
		}
		st, err := s.Measure(mistake.For(s.Rules), mistake.Usual, quiet)
		if err != nil {
			t.Fatal(err)
		}
		for _, hole := range st.Holes {
			t.Errorf("%s: no script shows or tells apart %v; %q would", name, hole.Mistakes, hole.Script)
		}
	}
}

func TestStrengthOfASmallSuite(t *testing.T) {
	s, err := suite.Parse("test", head+"script \"a column\"\n a1 b1 a2 c1 a3\n", games.All())
	if err != nil {
		t.Fatal(err)
	}
	st, err := s.Measure(mistake.For(s.Rules), mistake.Usual, quiet)
	if err != nil {
		t.Fatal(err)
	}
	caught := map[string]bool{}
	for _, m := range st.Mistakes {
		caught[m.Name] = len(m.Scripts) == 1
	}
	for name, want := range map[string]bool{"line-missing-column-a": true, "wrong-winner": true, "line-missing-down": false, "overwrites": false} {
		if caught[name] != want {
			t.Errorf("%s is caught: %v, want %v", name, caught[name], want)
		}
	}
	for _, hole := range st.Holes {
		if len(hole.Mistakes) == 1 && hole.Mistakes[0] == "overwrites" {
			if hole.Script != "a1 !a1" || !hole.Exact {
				t.Errorf("the hole %v is closed by %q", hole.Mistakes, hole.Script)
			}
			return
		}
	}
	t.Error("the hole of a taken cell is not seen")
}
