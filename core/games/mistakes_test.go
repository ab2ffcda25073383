package games_test

import (
	"fmt"
	"math/rand/v2"
	"reflect"
	"strings"
	"testing"
	"time"

	"durchgang/core/game"
	"durchgang/core/game/gametest"
	"durchgang/core/games"
	"durchgang/core/mistake"
)

func known(t testing.TB, variant string) mistake.Known {
	t.Helper()
	return mistake.For(gametest.Rules(t, games.All(), variant))
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

// variants are the usual one of each game, and some that have mistakes of their own.
var variants = []struct {
	name  string
	least int // mistakes
}{
	{"tic-tac-toe", 40}, {"connect-four", 50}, {"five-in-a-row", 60}, {"battleship", 28}, {"hangman", 19}, {"blackjack", 30},
	{"tic-tac-toe:rows=1,cols=4,run=2", 20}, {"tic-tac-toe:score=yes", 45}, {"hangman:words=costs,repeat=free", 19}, {"hangman:repeat=wrong", 19},
	{"nim", 20}, {"nim:heaps=21,last=loses,most=3", 14}, {"number-guessing", 20}, {"number-guessing:outside=counts,tries=0", 8},
	{"battleship:placing=by-hand,touching=forbidden", 35}, {"battleship:sides=one,turns=40,repeat=costs", 30}, {"blackjack:min=5", 31},
}

func TestMistakesAreDescribed(t *testing.T) {
	for _, v := range variants {
		seen := map[string]bool{}
		k := known(t, v.name)
		for _, m := range k.Mistakes {
			if seen[m.Name] || m.Family == "" || !strings.HasSuffix(m.Teacher, ".") || !strings.HasSuffix(m.Student, ".") ||
				!strings.Contains(strings.ToLower(m.Student), "your program") {
				t.Errorf("%s: %+v", v.name, m)
			}
			seen[m.Name] = true
		}
		if len(k.Mistakes) < v.least || len(k.Setups) == 0 {
			t.Errorf("%s has %d mistakes, want at least %d, and %d set-ups", v.name, len(k.Mistakes), v.least, len(k.Setups))
		}
	}
}

// Positions that share a key show the same, also those of two mistakes: the search
// for differences relies on it.
func TestKeysTellWhatIsShown(t *testing.T) {
	for _, v := range variants {
		t.Run(v.name, func(t *testing.T) {
			t.Parallel()
			k := known(t, v.name)
			random := rand.New(rand.NewPCG(1, 2))
			shown := map[string]string{}
			for _, setup := range k.Setups[:min(3, len(k.Setups))] {
				for _, r := range k.Rules() {
					if reflect.TypeOf(r) == reflect.TypeOf(k.Reference) {
						playTold(t, r, setup, random, shown)
					}
				}
			}
		})
	}
}

// playTold plays moves at random and compares what is shown with what was shown in
// other positions with the same key.
func playTold(t *testing.T, r game.Rules, setup game.Setup, random *rand.Rand, shown map[string]string) {
	t.Helper()
	pos, err := r.Start(setup)
	if err != nil {
		t.Fatal(err)
	}
	for range 40 {
		view := fmt.Sprint(r.View(pos, game.Nobody, nil))
		key := string(setup) + string(pos.AppendKey(nil))
		if before, met := shown[key]; met && before != view {
			t.Fatalf("%s: one key shows %s and %s", r.Variant(), before, view)
		}
		shown[key] = view
		moves := r.Candidates(pos, nil)
		r.Play(pos, moves[random.IntN(len(moves))], nil)
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
		{"connect-four", mistake.Bounds{Moves: 2_000_000, Games: 2_000}, false, map[string]int{
			"line-missing-row-1": 30, "line-missing-up": 14, "draw-before-win": 42, "draw-early": 41, "draw-never": 42,
			"stale-counter": 43, "plays-on": 8, "end-only": 7, "refused-counts": 42,
		}},
		{"five-in-a-row", mistake.Bounds{Moves: 500_000, Games: 150}, false, map[string]int{
			"line-missing-down": 9, "draw-never": 225, "draw-before-win": 225, "plays-on": 10,
		}},
		{"tic-tac-toe:score=yes", mistake.Bounds{Moves: 30_000_000}, true, map[string]int{
			"score-wrong-player": 5, "score-draw": 9, "score-twice": 9, "score-lost": 6,
		}},
		{"hangman", mistake.Usual, false, map[string]int{"first-only": 1, "case": 1, "leaks-word": 0, "last-life-wins": 6}},
		{"hangman:lives=2,words=costs,repeat=free", mistake.Usual, true, map[string]int{"repeat-costs": 2, "win-late": 1}},
		{"battleship", mistake.Bounds{Moves: 500_000, Games: 100}, false, map[string]int{
			"sunk-late": 3, "wrong-name": 3, "sunk-by-initial": 9, "ends-early-ships": 25, "repeat-rewrites": 4, "shows-ships": 0,
		}},
		{"battleship:sides=one,turns=40,repeat=costs", mistake.Bounds{Moves: 500_000, Games: 100}, false, map[string]int{
			"turn-limit-early": 39, "turn-limit-late": 40, "repeat-free": 2,
		}},
		{"battleship:placing=by-hand,touching=forbidden,rows=5,cols=5,fleet=3+2", mistake.Bounds{Moves: 1_000_000, Games: 300}, false, map[string]int{
			"placement-off-right": 1, "placement-wraps": 1, "overlap": 2, "touching-corner": 2, "wrong-fleet": 1,
		}},
		{"blackjack", mistake.Usual, true, map[string]int{"ace-frozen": 2, "dealer-after-bust": 2, "plays-broke": 2, "double-late": 3}},
	}
	for i, tt := range tests {
		t.Run(tt.variant, func(t *testing.T) {
			if testing.Short() && (i%3 > 0 || strings.HasPrefix(tt.variant, "five-in-a-row")) {
				t.Skip("it takes long: make soak runs it")
			}
			t.Parallel()
			k := known(t, tt.variant)
			begun := time.Now()
			pairs, forms := divide(k)
			table, err := k.Separate(pairs, tt.bounds, func(int, int) {})
			if err != nil {
				t.Fatal(err)
			}
			near, err := k.Separate(forms, mistake.Bounds{Moves: 300_000, Games: 1_000}, func(int, int) {})
			if err != nil {
				t.Fatal(err)
			}
			t.Logf("%d pairs in %v", len(k.Pairs()), time.Since(begun).Round(time.Millisecond))
			name := func(i int) string { return append(k.Mistakes, mistake.Mistake{Name: "the reference"})[i].Name }
			for _, p := range forms {
				if f := near.Between(p.A, p.B); f.Err != nil {
					t.Errorf("%s and %s: %v", name(p.A), name(p.B), f.Err)
				}
			}
			for _, p := range pairs {
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

// divide sets two forms of one mistake aside that allow more positions than the rules do,
// among which a shortest difference of the two is too far to search for breadth first.
func divide(k mistake.Known) (pairs, forms []mistake.Pair) {
	for _, p := range k.Pairs() {
		far := p.B < len(k.Mistakes) && k.Mistakes[p.A].Family == k.Mistakes[p.B].Family && (k.Mistakes[p.A].Family == "overwrites" || k.Mistakes[p.A].Family == "plays-on")
		if far {
			forms = append(forms, p)
		} else {
			pairs = append(pairs, p)
		}
	}
	return pairs, forms
}
