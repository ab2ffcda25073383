package mistakes_test

import (
	"strings"
	"testing"
	"time"

	"durchgang/core/game"
	"durchgang/core/game/gametest"
	"durchgang/core/games"
	"durchgang/core/mistake"
	"durchgang/core/mistakes"
)

func known(t testing.TB, variant string) mistake.Known {
	t.Helper()
	return mistakes.For(gametest.Rules(t, games.All(), variant))
}

func words(r game.Rules, steps []mistake.Step) string {
	list := make([]string, len(steps))
	for i, s := range steps {
		list[i] = "again"
		if !s.Again {
			list[i] = r.FormatMove(s.Move)
		}
	}
	return strings.Join(list, " ")
}

func TestMistakesAreDescribed(t *testing.T) {
	for _, variant := range []string{"tic-tac-toe", "connect-four", "five-in-a-row", "tic-tac-toe:rows=1,cols=4,run=2", "hangman", "battleship"} {
		seen := map[string]bool{}
		k := known(t, variant)
		for _, m := range k.Mistakes {
			if seen[m.Name] || m.Family == "" || !strings.HasSuffix(m.Teacher, ".") || !strings.HasSuffix(m.Student, ".") ||
				!strings.Contains(strings.ToLower(m.Student), "your program") {
				t.Errorf("%s: %+v", variant, m)
			}
			seen[m.Name] = true
		}
		if len(k.Mistakes) < 15 || len(k.Setups) == 0 {
			t.Errorf("%s has %d mistakes, %d set-ups", variant, len(k.Mistakes), len(k.Setups))
		}
	}
}

// Every mistake of every game shows, and every two of them differ somewhere.
func TestEveryPairIsSeparated(t *testing.T) {
	tests := []struct {
		variant string
		bounds  mistake.Bounds
		exact   bool           // every sequence is known to be a shortest one
		most    map[string]int // steps that some mistakes take
	}{
		{"tic-tac-toe", mistake.Bounds{Moves: 30_000_000}, true, map[string]int{
			"overwrites": 2, "refused-passes-turn": 1, "refused-counts": 9, "wrong-starter": 0, "line-missing-down": 5,
			"one-sided-check-X": 6, "one-sided-check-O": 5, "draw-before-win": 9, "draw-early": 8, "draw-never": 9,
			"plays-on": 6, "stale-board": 6, "wins-by-count": 5, "late-check": 5, "transposed": 1,
		}},
		{"connect-four", mistake.Usual, false, map[string]int{
			"line-missing-row-1": 30, "line-missing-up": 14, "draw-before-win": 42, "draw-early": 41, "draw-never": 42,
			"stale-counter": 43, "plays-on": 8, "end-only": 7, "refused-counts": 42,
		}},
		{"five-in-a-row", mistake.Bounds{Moves: 1_000_000, Games: 300}, false, map[string]int{
			"line-missing-down": 9, "draw-never": 225, "draw-before-win": 225, "plays-on": 10,
		}},
		{"hangman:lives=2", mistake.Usual, true, map[string]int{"first-only": 1, "case": 1, "leaks-word": 0}},
	}
	for _, tt := range tests {
		t.Run(tt.variant, func(t *testing.T) {
			t.Parallel()
			k := known(t, tt.variant)
			begun := time.Now()
			table, err := k.Separate(k.Pairs(), tt.bounds, func(int, int) {})
			if err != nil {
				t.Fatal(err)
			}
			t.Logf("%d pairs in %v", len(k.Pairs()), time.Since(begun).Round(time.Millisecond))
			name := func(i int) string { return append(k.Mistakes, mistake.Mistake{Name: "the reference"})[i].Name }
			for _, p := range k.Pairs() {
				if f := table.Between(p.A, p.B); f.Err != nil || tt.exact && !f.Exact {
					t.Errorf("%s and %s: exact %v, %v", name(p.A), name(p.B), f.Exact, f.Err)
				}
			}
			for i, m := range k.Mistakes {
				f := table.Between(i, len(k.Mistakes))
				if most, asked := tt.most[m.Name]; asked && (len(f.Steps) > most || tt.exact && len(f.Steps) < most) {
					t.Errorf("%s is shown by %q, %d steps, want %d", m.Name, words(k.Reference, f.Steps), len(f.Steps), most)
				}
			}
		})
	}
}
