package suites_test

import (
	"testing"
	"time"

	"durchgang/core/games"
	"durchgang/core/mistake"
	"durchgang/core/mistakes"
	"durchgang/core/suite"
	"durchgang/core/suites"
)

// variants are such as classes play, with every parameter at its ends and pairs of them.
var variants = []string{
	"tic-tac-toe:first=O", "tic-tac-toe:rows=4,cols=4,run=4", "tic-tac-toe:rows=4,cols=4", "tic-tac-toe:rows=5,cols=5,run=4", "tic-tac-toe:rows=1,cols=1,run=1",
	"tic-tac-toe:line=loses", "tic-tac-toe:score=yes", "tic-tac-toe:rows=2,cols=2,run=2", "tic-tac-toe:rows=3,cols=5", "tic-tac-toe:rows=5,cols=3,first=O",
	"tic-tac-toe:rows=10,cols=10,run=5", "tic-tac-toe:gravity=yes", "tic-tac-toe:overline=ignored,rows=4,cols=4", "tic-tac-toe:rows=6,cols=6,run=6",
	"connect-four:rows=5,cols=6", "connect-four:rows=4,cols=4", "connect-four:rows=5,cols=5,first=O", "connect-four:rows=8,cols=9", "connect-four:run=5,rows=8,cols=8",
	"connect-four:line=loses", "connect-four:gravity=no", "connect-four:rows=4,cols=5,run=3", "connect-four:overline=ignored", "connect-four:score=yes",
	"connect-four:rows=10,cols=10", "five-in-a-row:overline=ignored", "five-in-a-row:rows=9,cols=9", "five-in-a-row:rows=13,cols=13", "five-in-a-row:run=6", "five-in-a-row:rows=19,cols=19",
	"hangman:lives=1", "hangman:lives=3", "hangman:lives=8", "hangman:lives=10", "hangman:lives=26", "hangman:repeat=free", "hangman:repeat=costs", "hangman:words=costs", "hangman:words=ends",
	"hangman:shown=ends", "hangman:shown=nothing", "hangman:case=different", "hangman:lives=7,repeat=costs", "hangman:lives=5,words=costs,repeat=free",
	"battleship:rows=6,cols=6,fleet=3+2+2", "battleship:rows=8,cols=8,fleet=4+3+2", "battleship:sides=one", "battleship:sides=one,rows=5,cols=5,fleet=3+2", "battleship:touching=forbidden",
	"battleship:repeat=costs", "battleship:shots=3", "battleship:told=hit", "battleship:turns=20", "battleship:placing=by-hand", "battleship:rows=5,cols=5,fleet=1", "battleship:rows=26,cols=26",
	"battleship:sides=one,turns=30", "battleship:placing=by-hand,rows=6,cols=6,fleet=3+2",
	"blackjack:natural=none", "blackjack:bets=no,natural=none", "blackjack:natural=6:5", "blackjack:soft17=hits", "blackjack:at21=decides", "blackjack:peek=no", "blackjack:double=none",
	"blackjack:double=9-11", "blackjack:insurance=yes", "blackjack:surrender=late", "blackjack:decks=8", "blackjack:min=5,max=50", "blackjack:bank=1000", "blackjack:rounds=1", "blackjack:splits=0",
	"blackjack:bets=no,at21=decides", "blackjack:bets=no,peek=no", "blackjack:bets=no,soft17=hits", "blackjack:splits=3",
}

func TestEveryVariantHasASuite(t *testing.T) {
	for _, v := range variants {
		t.Run(v, func(t *testing.T) {
			rules, err := games.All().Rules(v)
			if err != nil {
				t.Fatal(err)
			}
			began := time.Now()
			w, err := suites.Write(rules, suites.Options{})
			if err != nil {
				t.Fatal(err)
			}
			took := time.Since(began)
			text := w.Suite.String()
			if _, err := suite.Parse("written", text, games.All()); err != nil {
				t.Fatalf("%v\n%s", err, text)
			}
			st, _ := w.Suite.Measure(mistakes.For(rules), mistake.Bounds{}, func(int, int) {})
			missed := 0
			for _, m := range st.Mistakes {
				if len(m.Scripts) == 0 {
					missed++
				}
			}
			var names []string
			for _, c := range w.Suite.Criteria {
				names = append(names, c.Name+" "+c.Points.String())
			}
			t.Logf("%.2f s, %d scripts, %d mistakes, %d missed, %d holes open; %v", took.Seconds(), len(w.Suite.Scripts), len(st.Mistakes), missed, len(w.Holes), names)
			for _, h := range w.Holes {
				t.Log("   ", h.Mistakes, h.Note)
			}
		})
	}
}
