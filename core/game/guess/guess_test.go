package guess_test

import (
	"strconv"
	"testing"

	"durchgang/core/game"
	"durchgang/core/game/gametest"
	"durchgang/core/game/guess"
	"durchgang/core/play/house"
)

var registry = game.NewRegistry(guess.NumberGuessing())

var variants = []string{
	"number-guessing", "number-guessing:tries=0", "number-guessing:outside=counts", "number-guessing:high=10,tries=3",
	"number-guessing:low=0,high=1,tries=1", "number-guessing:high=1000,low=500",
}

func TestRules(t *testing.T) {
	for _, v := range variants {
		t.Run(v, func(t *testing.T) {
			rules := gametest.Rules(t, registry, v)
			low, high := rules.(*guess.Rules).Range()
			gametest.TestRules(t, rules, game.Setup("number="+strconv.Itoa((low+high)/2)))
		})
	}
}

func TestBadSetups(t *testing.T) {
	rules := gametest.Rules(t, registry, "number-guessing")
	for _, setup := range []game.Setup{"", "number=", "number=x", "number=0", "number=101", "word=apple"} {
		if _, err := rules.Start(setup); err == nil {
			t.Errorf("%q is taken", setup)
		}
	}
	if _, err := registry.Rules("number-guessing:low=7,high=7"); err == nil {
		t.Error("a range of one number is taken")
	}
}

// The number that answers imply is the one that was hidden as soon as it is found, and fits all answers before.
func TestImplied(t *testing.T) {
	rules := gametest.Rules(t, registry, "number-guessing:high=50,tries=0").(*guess.Rules)
	for number := 1; number <= 50; number++ {
		pos, err := rules.Start(game.Setup("number=" + strconv.Itoa(number)))
		if err != nil {
			t.Fatal(err)
		}
		var moves []game.Move
		var seen [][]game.Fact
		for low, high := 1, 50; !pos.Result().Over(); {
			m := game.Move{Text: strconv.Itoa((low + high) / 2)}
			facts := rules.Play(pos, m, nil)
			moves, seen = append(moves, m), append(seen, facts)
			for _, f := range facts {
				switch {
				case f.Kind == game.FactHint && f.Text == guess.Higher:
					low = (low+high)/2 + 1
				case f.Kind == game.FactHint:
					high = (low+high)/2 - 1
				}
			}
			if setup, err := rules.Imply(moves, seen); err != nil || setup < "number=" {
				t.Fatalf("%d after %v: %q, %v", number, moves, setup, err)
			}
		}
		if setup, err := rules.Imply(moves, seen); err != nil || setup != game.Setup("number="+strconv.Itoa(number)) {
			t.Errorf("%d is taken for %q: %v", number, setup, err)
		}
		moves, seen = []game.Move{{Text: "20"}, {Text: "20"}}, [][]game.Fact{{{Kind: game.FactHint, Text: guess.Higher}}, {{Kind: game.FactHint, Text: guess.Lower}}}
		if setup, err := rules.Imply(moves, seen); err == nil {
			t.Errorf("higher and lower at once fit %q", setup)
		}
	}
}

// Halving finds every number of a hundred with seven guesses.
func TestHalvesNeedsSeven(t *testing.T) {
	rules := gametest.Rules(t, registry, "number-guessing")
	for number := 1; number <= 100; number++ {
		player, err := house.New(rules, "halves", nil, nil)
		if err != nil {
			t.Fatal(err)
		}
		pos, err := rules.Start(game.Setup("number=" + strconv.Itoa(number)))
		if err != nil {
			t.Fatal(err)
		}
		var told []game.Fact
		for !pos.Result().Over() {
			told = rules.Play(pos, player.Choose(house.Sight{Seat: game.First, Told: told}), nil)
		}
		measure, _ := house.MeasureOf(rules)
		if n := measure.Of(pos, false); pos.Result().Winner != game.First || n > 7 {
			t.Errorf("%d needs %v guesses", number, n)
		}
	}
}
