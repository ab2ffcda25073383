package nim_test

import (
	"testing"

	"durchgang/core/game"
	"durchgang/core/game/gametest"
	"durchgang/core/game/nim"
	"durchgang/core/play/house"
)

var registry = game.NewRegistry(nim.Nim())

var variants = []string{
	"nim", "nim:last=loses", "nim:heaps=1+2", "nim:heaps=9,most=3", "nim:heaps=7,last=loses,most=2", "nim:heaps=3+3,most=1",
	"nim:heaps=2+3+1,last=loses,most=2",
}

func TestRules(t *testing.T) {
	for _, v := range variants {
		t.Run(v, func(t *testing.T) { gametest.TestRules(t, gametest.Rules(t, registry, v), "") })
	}
}

// What moves are worth is what searching all that may follow finds.
func TestWorthIsExact(t *testing.T) {
	for _, v := range variants {
		rules := gametest.Rules(t, registry, v)
		known := map[string]bool{}
		var wins func(pos game.Position) bool
		wins = func(pos game.Position) bool {
			key := string(pos.AppendKey(nil))
			if won, met := known[key]; met {
				return won
			}
			won := false
			for _, m := range game.Legal(rules, pos) {
				next := pos.Clone()
				rules.Play(next, m, nil)
				if r := next.Result(); r.Over() {
					won = won || r.Winner == pos.Turn()
				} else {
					won = won || !wins(next)
				}
			}
			known[key] = won
			return won
		}
		start, err := rules.Start("")
		if err != nil {
			t.Fatal(err)
		}
		appraiser := house.NewAppraiser(rules)
		seen := map[string]bool{}
		var walk func(pos game.Position)
		walk = func(pos game.Position) {
			key := string(pos.AppendKey(nil))
			if seen[key] || pos.Result().Over() {
				return
			}
			seen[key] = true
			legal := game.Legal(rules, pos)
			a, known := appraiser.Appraise(pos, legal[0])
			if known && (a.Best == 1) != wins(pos) {
				t.Fatalf("%s: %v is worth %v", v, pos, a)
			}
			for _, m := range legal {
				next := pos.Clone()
				rules.Play(next, m, nil)
				walk(next)
			}
		}
		walk(start)
		if len(seen) < 4 {
			t.Errorf("%s: %d positions", v, len(seen))
		}
	}
}

func FuzzMove(f *testing.F) {
	for _, text := range []string{"a1", "b12", "@1", "c-1", "z0", "{1", "a01"} {
		f.Add(text)
	}
	rules := gametest.Rules(f, registry, "nim")
	f.Fuzz(func(t *testing.T, text string) {
		m, err := rules.ParseMove(text)
		if err != nil {
			return
		}
		if again, err := rules.ParseMove(rules.FormatMove(m)); err != nil || again != m {
			t.Errorf("%q is %v, and %v when it is read back: %v", text, m, again, err)
		}
	})
}

func TestBadVariants(t *testing.T) {
	for _, v := range []string{"nim:heaps=", "nim:heaps=0", "nim:heaps=3+", "nim:heaps=51", "nim:heaps=1+1+1+1+1+1+1+1+1", "nim:most=-1", "nim:last=draws"} {
		if _, err := registry.Rules(v); err == nil {
			t.Errorf("%s is taken", v)
		}
	}
}
