package grading_test

import (
	"strings"
	"testing"
	"testing/fstest"
	"time"

	"durchgang/core/games"
	"durchgang/core/suite"
	"durchgang/internal/grading"
	"durchgang/internal/record"
)

// What was learned of one program is tried with others of its class. It is taken where all is seen to be right by
// it, so that no fault is read as a wording.
func TestWordingsOfAClass(t *testing.T) {
	s, _, err := suite.Shipped("tic-tac-toe", games.All())
	if err != nil {
		t.Fatal(err)
	}
	grade := func(t *testing.T, program string, class ...string) (grading.Graded, time.Duration) {
		t.Helper()
		g, err := grading.New(record.Terminal, s, "phrasebook", "")
		if err != nil {
			t.Fatal(err)
		}
		g.Class, g.Parallel = class, 2
		began := time.Now()
		graded, err := g.Grade(t.Context(), fstest.MapFS{"a.py": {Data: []byte(program)}}, nil)
		if err != nil {
			t.Fatal(err)
		}
		return graded, time.Since(began)
	}
	program := file(t, "wordings/testdata/unseen/filet.py")
	first, long := grade(t, program)
	if first.Learned == "" || first.Verdict.Points != first.Verdict.Of {
		t.Fatalf("%s points, learned %q", first.Verdict.Points, first.Learned)
	}
	tests := []struct {
		name, from, to string
		right, same    bool // it keeps all points, and is read by what was learned of the first one
	}{
		{"one in the same words", "p = Plateau()", "p, coups = Plateau(), 0", true, true},
		{"one that calls the players the other way", `"Soleil", "X"), Joueur("Lune", "O")`, `"Lune", "X"), Joueur("Soleil", "O")`, true, false},
		{"one that names the wrong winner", "Bravo {actif.nom}", "Bravo {autre.nom}", false, false},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			changed := strings.Replace(program, tt.from, tt.to, 1)
			if changed == program {
				t.Fatal("the program is the first one")
			}
			graded, short := grade(t, changed, "move:\n  - {type: '{letter}{row}'}\n", first.Learned)
			if right := graded.Verdict.Points == graded.Verdict.Of; right != tt.right || right && (graded.Learned == first.Learned) != tt.same {
				t.Errorf("it has %s points, by\n%s", graded.Verdict.Points, graded.Learned)
			}
			t.Logf("%s; the first one took %s", short, long)
		})
	}
}
