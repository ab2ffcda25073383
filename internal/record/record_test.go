package record_test

import (
	"encoding/json"
	"errors"
	"math/rand/v2"
	"slices"
	"testing"

	"durchgang/internal/record"
)

// Adding qualities up does not depend on how the games are grouped; the first blunder is the earliest of all.
func TestQualitiesAddUp(t *testing.T) {
	random := rand.New(rand.NewPCG(3, 4))
	for range 500 {
		list := make([]record.Quality, 1+random.IntN(6))
		for i := range list {
			list[i] = record.Quality{Moves: random.IntN(9), Best: random.IntN(9), Cost: float64(random.IntN(8)) / 2, Thrown: random.IntN(2), Blunder: random.IntN(5)}
		}
		var forth, back, parts, other record.Quality
		earliest := 0
		for i, q := range list {
			forth, back = forth.Add(q), list[len(list)-1-i].Add(back)
			if i%2 == 0 {
				parts = parts.Add(q)
			} else {
				other = other.Add(q)
			}
			if q.Blunder > 0 && (earliest == 0 || q.Blunder < earliest) {
				earliest = q.Blunder
			}
		}
		if forth != back || forth != parts.Add(other) || forth.Blunder != earliest {
			t.Fatalf("%+v add up to %+v, %+v and %+v", list, forth, back, parts.Add(other))
		}
	}
}

func TestRolesAreOrdered(t *testing.T) {
	roles := []record.Role{record.Nobody, record.Student, record.Assistant, record.Teacher}
	for i, r := range roles {
		for k, other := range roles {
			if r.AtLeast(other) != (i >= k) {
				t.Errorf("%q at least %q: %v", r, other, r.AtLeast(other))
			}
		}
	}
}

func TestStates(t *testing.T) {
	for state, over := range map[record.State]bool{
		record.Queued: false, record.Running: false, record.Done: true, record.Failed: true, record.Cancelled: true,
	} {
		if state.Over() != over {
			t.Errorf("%s is over: %v", state, state.Over())
		}
	}
	for state, settled := range map[record.ContestState]bool{record.ContestRunning: false, record.ContestPaused: false, record.ContestOver: true, record.ContestCancelled: true} {
		if state.Settled() != settled {
			t.Errorf("%s is settled: %v", state, state.Settled())
		}
	}
}

// Lists that are sent are lists when they are empty too, and equal pictures are kept once.
func TestWhatIsSent(t *testing.T) {
	text, err := json.Marshal(record.Examination{}.Whole())
	if err != nil || string(text) != `{"note":"","learned":"","diagnosis":[],"causes":[]}` {
		t.Errorf("%s, %v", text, err)
	}
	var e record.Evidence
	one, same, other := e.Keep([]byte("a picture")), e.Keep([]byte("a picture")), e.Keep([]byte("another"))
	if one != same || one == other || len(e.Pictures) != 2 || e.Keep(nil) != "" {
		t.Errorf("%q, %q, %q of %d", one, same, other, len(e.Pictures))
	}
	steps := make([]record.Step, 4)
	for parting, want := range map[int]int{-1: 3, 0: 0, 2: 2, 9: 3} {
		if e := (record.Evidence{FirstDifference: parting, Steps: steps}); e.Last() != want {
			t.Errorf("with %d the last is %d, want %d", parting, e.Last(), want)
		}
	}
	for _, text := range []string{`{"parting": 3, "steps": []}`, `{"first_difference": 3, "steps": []}`} {
		var read record.Evidence
		if err := json.Unmarshal([]byte(text), &read); err != nil || read.FirstDifference != 3 {
			t.Errorf("%s is read as %d: %v", text, read.FirstDifference, err)
		}
	}
	if names := record.Students([]record.Member{{Student: "ada"}, {Student: "bo"}}); !slices.Equal(names, []string{"ada", "bo"}) {
		t.Error(names)
	}
	cause := errors.New("not there")
	if err := error(&record.InputError{Field: "suite", Err: cause}); !errors.Is(err, cause) || err.Error() != "suite: not there" {
		t.Error(err)
	}
}
