package wire_test

import (
	"errors"
	"fmt"
	"math/rand/v2"
	"os"
	"strings"
	"testing"

	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/wire"
)

// Every fact of every game is read as it was written.
func TestFactsAreReadAsWritten(t *testing.T) {
	for _, variant := range []string{"tic-tac-toe:score=yes", "connect-four", "battleship:told=hit", "battleship:names=carrier+battleship+cruiser+submarine+patrol_boat,told=hit", "hangman", "blackjack"} {
		rules, err := games.All().Rules(variant)
		if err != nil {
			t.Fatal(err)
		}
		random := rand.New(rand.NewPCG(1, 2))
		pos, err := rules.Start(rules.Deal(random))
		if err != nil {
			t.Fatal(err)
		}
		for range 300 {
			moves := rules.Candidates(pos, nil)
			facts := rules.Play(pos, moves[random.IntN(len(moves))], nil)
			for _, f := range rules.View(pos, game.Nobody, facts) {
				if read, err := wire.Read(wire.Say(f)); err != nil || read != f {
					t.Fatalf("%+v is written %q and read %+v, %v", f, wire.Say(f), read, err)
				}
			}
		}
	}
}

func TestLinesThatAreNone(t *testing.T) {
	for _, line := range []string{"", "hello", "turn", "turn 3", "turn X", "cell b3", "cell 3b 1", "lives many", "shown", "total 1 1", "bank 1.234", "drawn 1"} {
		if f, err := wire.Read(line); !errors.Is(err, wire.ErrLine) {
			t.Errorf("%q is read as %+v, %v", line, f, err)
		}
	}
}

func ExampleServe() {
	requests := "durchgang 1\nnew tic-tac-toe:rows=1,cols=3\nmove a1\nmove a1\nshow\nend\n"
	if err := wire.Serve(games.All(), strings.NewReader(requests), os.Stdout); err != nil {
		fmt.Println(err)
	}
	// Output:
	// .
	// .
	// turn 2
	// .
	// refused taken
	// turn 2
	// .
	// cell a1 1
	// cell b1 0
	// cell c1 0
	// .
}

func FuzzRead(f *testing.F) {
	f.Add("cell b3 1")
	f.Add("result 1 push 10.5")
	f.Fuzz(func(t *testing.T, line string) {
		fact, err := wire.Read(line)
		if err != nil {
			return
		}
		if again, err := wire.Read(wire.Say(fact)); err != nil || again != fact {
			t.Errorf("%q is %+v, written %q, read %+v, %v", line, fact, wire.Say(fact), again, err)
		}
	})
}
