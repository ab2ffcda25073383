package mistake_test

import (
	"errors"
	"fmt"
	"strings"
	"testing"

	"durchgang/core/game"
	"durchgang/core/game/gametest"
	"durchgang/core/games"
	"durchgang/core/mistake"
)

func rules(t testing.TB, variant string) game.Rules {
	t.Helper()
	return gametest.Rules(t, games.All(), variant)
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
	for _, variant := range []string{"tic-tac-toe", "connect-four", "five-in-a-row", "tic-tac-toe:rows=1,cols=4,run=2", "hangman"} {
		seen := map[string]bool{}
		list := mistake.For(rules(t, variant))
		for _, m := range list {
			if seen[m.Name] || !strings.HasSuffix(m.Teacher, ".") || !strings.HasSuffix(m.Student, ".") || !strings.Contains(strings.ToLower(m.Student), "your program") {
				t.Errorf("%s: %+v", variant, m)
			}
			seen[m.Name] = true
			if found, ok := mistake.Find(rules(t, variant), m.Name); !ok || found.Name != m.Name {
				t.Errorf("%s: %s is not found by its name", variant, m.Name)
			}
		}
		if len(list) < 15 {
			t.Errorf("%s has %d mistakes", variant, len(list))
		}
	}
}

// Every mistake of tic-tac-toe is told apart from the reference by a shortest
// sequence, of the length that its rule needs.
func TestShortestSequencesOfTicTacToe(t *testing.T) {
	want := map[string]int{
		"overwrites": 2, "refused-passes-turn": 1, "refused-counts": 9, "wrong-starter": 0, "line-missing-down": 5,
		"one-sided-check-X": 6, "one-sided-check-O": 5, "draw-before-win": 9, "draw-early": 8, "draw-never": 9,
		"plays-on": 6, "stale-board": 6, "wins-by-count": 5, "late-check": 5, "transposed": 1,
	}
	r := rules(t, "tic-tac-toe")
	for _, m := range mistake.For(r) {
		steps, exact, err := mistake.Separate(r, r, m.Rules, "", mistake.Usual)
		if err != nil || !exact {
			t.Errorf("%s: exact %v, %v", m.Name, exact, err)
		}
		if n, asked := want[m.Name]; asked && len(steps) != n {
			t.Errorf("%s is shown by %q, %d steps, want %d", m.Name, words(r, steps), len(steps), n)
		}
	}
}

// All pairs of mistakes differ somewhere, since no two are the same misunderstanding.
func TestPairsOfTicTacToeDiffer(t *testing.T) {
	r := rules(t, "tic-tac-toe")
	list := mistake.For(r)
	for i, a := range list {
		for _, b := range list[i+1:] {
			if _, exact, err := mistake.Separate(r, a.Rules, b.Rules, "", mistake.Usual); err != nil || !exact {
				t.Errorf("%s and %s: exact %v, %v", a.Name, b.Name, exact, err)
			}
		}
	}
}

// On larger boards what breadth-first search cannot reach is found by playing.
func TestDeepMistakesAreFound(t *testing.T) {
	r := rules(t, "connect-four")
	atMost := map[string]int{
		"line-missing-row-1": 30, "line-missing-up": 14, "draw-before-win": 42, "draw-early": 41, "draw-never": 42,
		"stale-counter": 43, "plays-on": 8, "end-only": 7, "refused-counts": 42,
	}
	for name, most := range atMost {
		m, _ := mistake.Find(r, name)
		steps, _, err := mistake.Separate(r, r, m.Rules, "", mistake.Bounds{Steps: 20, Pairs: 2_000, Games: 8_000})
		if err != nil || len(steps) > most {
			t.Errorf("%s: %d steps, want at most %d: %v", name, len(steps), most, err)
		}
	}
}

// Every mistake of hangman shows on one of the set-ups, and every two differ.
func TestHangmanMistakesDiffer(t *testing.T) {
	r := rules(t, "hangman:lives=2")
	list := append(mistake.For(r), mistake.Mistake{Name: "reference", Rules: r})
	bounds := mistake.Bounds{Steps: 7, Pairs: 20_000, Games: 300}
	for i, a := range list {
		for _, b := range list[:i] {
			setup, steps, _, err := mistake.SeparateAny(r, a.Rules, b.Rules, mistake.Setups(r), bounds)
			if err != nil {
				t.Errorf("%s and %s: %v", b.Name, a.Name, err)
			}
			if a.Name == "reference" {
				t.Logf("%s: %s, %s", b.Name, setup, words(r, steps))
			}
		}
	}
}

func TestTheSameRulesAreNotTwo(t *testing.T) {
	r := rules(t, "tic-tac-toe")
	if _, _, err := mistake.Separate(r, r, r, "", mistake.Bounds{Steps: 30, Pairs: 1_000_000}); !errors.Is(err, mistake.ErrSame) {
		t.Errorf("error is %v", err)
	}
}

func ExampleSeparate() {
	r, err := games.All().Rules("tic-tac-toe")
	if err != nil {
		panic(err)
	}
	m, _ := mistake.Find(r, "line-missing-up")
	steps, exact, err := mistake.Separate(r, r, m.Rules, "", mistake.Usual)
	fmt.Println(words(r, steps), exact, err)
	// Output: c1 a1 b2 b1 a3 true <nil>
}
