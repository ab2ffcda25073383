package contest_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"testing"

	"durchgang/core/contest"
	"durchgang/core/game"
	"durchgang/core/games"
)

// hold plays a contest: of two players the one with the lower number wins each game with
// the given chance, else it is a draw or a loss.
func hold(t *testing.T, terms contest.Terms, players int, favourite float64, random *rand.Rand) []contest.Match {
	t.Helper()
	var played []contest.Match
	for round := 1; ; round++ {
		pairs := contest.Next(terms, players, played)
		if len(pairs) == 0 {
			return played
		}
		if again := contest.Next(terms, players, played); !slices.Equal(pairs, again) {
			t.Fatalf("round %d is paired in two ways", round)
		}
		if round > 400 {
			t.Fatal("the contest does not end")
		}
		busy := map[int]bool{}
		for _, p := range pairs {
			if p.Round != round {
				t.Fatalf("round %d comes after %d", p.Round, round-1)
			}
			m := contest.Match{Pairing: p}
			for _, a := range p.Players {
				if busy[a] && a != contest.Nobody {
					t.Fatalf("player %d has two matches in round %d", a, round)
				}
				busy[a] = true
			}
			for range 2 * p.Deals {
				first := p.Players[0] < p.Players[1]
				switch x := random.Float64(); {
				case p.Alone():
				case x < favourite && first, x > favourite+0.1 && !first:
					m.Points[0], m.Wins[0] = m.Points[0]+1, m.Wins[0]+1
				case x < favourite+0.1 && x > favourite:
					m.Points[0], m.Points[1], m.Draws = m.Points[0]+0.5, m.Points[1]+0.5, m.Draws+1
				default:
					m.Points[1], m.Wins[1] = m.Points[1]+1, m.Wins[1]+1
				}
			}
			played = append(played, m)
		}
	}
}

// met counts how often each pair has met, second matches of a level tie left out.
func met(played []contest.Match) map[[2]int]int {
	n := map[[2]int]int{}
	for _, m := range played {
		if !m.Alone() {
			n[[2]int{min(m.Players[0], m.Players[1]), max(m.Players[0], m.Players[1])}]++
		}
	}
	return n
}

func TestEveryFormatEnds(t *testing.T) {
	random := rand.New(rand.NewPCG(1, 1))
	for players := range 21 {
		for _, format := range contest.Formats {
			t.Run(fmt.Sprintf("%s of %d", format, players), func(t *testing.T) {
				terms := contest.Terms{Format: format, Rounds: 2, Groups: 3, Deals: 1}
				if format == contest.Swiss || format == contest.Ladder {
					terms.Rounds = 6
				}
				played := hold(t, terms, players, 0.5, random)
				if players < 2 {
					if played != nil {
						t.Fatalf("%d players play %v", players, played)
					}
					return
				}
				standings := contest.Standings(terms, players, played)
				seen := map[int]bool{}
				for i, s := range standings {
					seen[s.Player] = true
					if s.Place != i+1 {
						t.Errorf("place %d stands at %d", s.Place, i+1)
					}
				}
				if len(seen) != players {
					t.Errorf("%d of %d players stand", len(seen), players)
				}
				checkFormat(t, terms, players, played, standings)
			})
		}
	}
}

func checkFormat(t *testing.T, terms contest.Terms, players int, played []contest.Match, standings []contest.Standing) {
	t.Helper()
	pairs := met(played)
	switch terms.Format {
	case contest.All:
		for a := range players {
			for b := a + 1; b < players; b++ {
				if n := pairs[[2]int{a, b}]; n != 2 {
					t.Errorf("%d and %d have met %d times", a, b, n)
				}
			}
		}
	case contest.Swiss:
		for pair, n := range pairs {
			if n > 1 {
				t.Errorf("%v have met %d times", pair, n)
			}
		}
		if rounds := played[len(played)-1].Round; rounds != min(6, players-1+players%2) && players > 8 {
			t.Errorf("%d rounds", rounds)
		}
	case contest.Knockout:
		if len(pairs) != players-1 {
			t.Errorf("%d pairs have met to find the best of %d", len(pairs), players)
		}
		if standings[0].Progress != "winner" && standings[0].Progress != "final, once more" || standings[1].Progress[:5] != "final" {
			t.Errorf("the first two have come to %q and %q", standings[0].Progress, standings[1].Progress)
		}
	case contest.DoubleKnockout:
		lost := map[int]int{}
		for _, m := range played {
			if m.Points[0] > m.Points[1] && !m.Alone() {
				lost[m.Players[1]]++
			} else if m.Points[1] > m.Points[0] {
				lost[m.Players[0]]++
			}
		}
		for _, s := range standings[:1] {
			if lost[s.Player] > 1 {
				t.Errorf("the winner has lost %d matches", lost[s.Player])
			}
		}
	}
}

// Without luck the better seed wins every format.
func TestTheBestWins(t *testing.T) {
	random := rand.New(rand.NewPCG(2, 2))
	for _, format := range contest.Formats {
		for _, players := range []int{2, 3, 5, 8, 13} {
			terms := contest.Terms{Format: format, Rounds: 2, Groups: 2, Deals: 1}
			if format == contest.Swiss || format == contest.Ladder {
				terms.Rounds = 8
			}
			played := hold(t, terms, players, 1, random)
			standings := contest.Standings(terms, players, played)
			if standings[0].Player != 0 || players > 4 && format != contest.Groups && standings[1].Player != 1 {
				t.Errorf("%s of %d: %+v", format, players, standings[:2])
			}
		}
	}
}

func TestTerms(t *testing.T) {
	for _, tt := range []struct {
		variant string
		terms   contest.Terms
		field   string // that is wrong; empty when nothing is
	}{
		{"tic-tac-toe", contest.Terms{}, ""},
		{"hangman", contest.Terms{Words: []string{"apple", "pear"}}, ""},
		{"blackjack", contest.Terms{Hands: true}, ""},
		{"connect-four", contest.Terms{Format: contest.Swiss, Opening: 8}, ""},
		{"hangman", contest.Terms{Format: contest.All}, "format"},
		{"battleship", contest.Terms{Format: contest.Deals}, "format"},
		{"battleship", contest.Terms{Opening: 2}, "opening"},
		{"tic-tac-toe", contest.Terms{Rounds: 3}, "rounds"},
		{"tic-tac-toe", contest.Terms{Deals: -1}, "deals"},
		{"tic-tac-toe", contest.Terms{Memory: "some"}, "memory"},
		{"tic-tac-toe", contest.Terms{Seconds: -1}, "seconds"},
		{"tic-tac-toe", contest.Terms{Words: []string{"apple"}}, "words"},
		{"hangman", contest.Terms{Words: []string{"apple", "7"}}, "words[1]"},
		{"tic-tac-toe", contest.Terms{Hands: true}, "hands"},
	} {
		rules, err := games.All().Rules(tt.variant)
		if err != nil {
			t.Fatal(err)
		}
		terms, err := tt.terms.Complete(rules)
		if wrong, is := err.(*contest.TermsError); tt.field != "" && (!is || wrong.Field != tt.field) || tt.field == "" && err != nil {
			t.Errorf("%s, %+v: %v", tt.variant, tt.terms, err)
		}
		if err != nil {
			continue
		}
		for n := range min(terms.Deals, 30) {
			one, err := terms.Deal(rules, n)
			two, _ := terms.Deal(rules, n)
			if err != nil || one.Setup != two.Setup || !slices.Equal(one.Opening, two.Opening) || len(one.Opening) != terms.Opening {
				t.Fatalf("%s: deal %d is %+v and %+v, %v", tt.variant, n, one, two, err)
			}
			if _, err := rules.Start(one.Setup); err != nil {
				t.Fatalf("%s: %v", tt.variant, err)
			}
		}
	}
}

// Where games are played by known strengths, 19 of 20 intervals of 95 % hold them.
func TestRatingsHoldWhatTheySay(t *testing.T) {
	random := rand.New(rand.NewPCG(3, 3))
	strengths := []float64{-1.5, -0.8, -0.3, 0, 0.2, 0.4, 0.8, 1.2}
	held, all, ahead, right := 0, 0, 0, 0.0
	for range 300 {
		var played []contest.Game
		for a := range strengths {
			for b := range strengths {
				for range 6 {
					if a == b {
						continue
					}
					d := strengths[a] + 0.3 - strengths[b]
					win, draw, loss := math.Exp(d/2), math.Exp(-0.5), math.Exp(-d/2)
					g := contest.Game{First: a, Second: b}
					switch x := random.Float64() * (win + draw + loss); {
					case x < win:
						g.Score = 1
					case x < win+draw:
						g.Score = 0.5
					}
					played = append(played, g)
				}
			}
		}
		r := contest.Rate(len(strengths), played)
		for i, s := range strengths {
			if math.Abs(r.Strengths[i]-s) < 1.96*r.Error[i] {
				held++
			}
			all++
		}
		for i := range strengths[1:] {
			right += r.Ahead(i+1, i)
			if r.Strengths[i+1] > r.Strengths[i] {
				ahead++
			}
		}
	}
	if share := float64(held) / float64(all); share < 0.93 || share > 0.97 {
		t.Errorf("intervals of 95 %% hold %.1f %% of the strengths", 100*share)
	} else {
		t.Logf("intervals of 95 %% hold %.1f %% of %d strengths", 100*share, all)
	}
	if math.Abs(float64(ahead)-right) > 0.2*float64(ahead) {
		t.Errorf("%d neighbours are in order, and %.0f were expected", ahead, right)
	}
}

// Who has won everything has a finite strength, and who has played nothing the mean.
func TestRatingsWithoutEnoughGames(t *testing.T) {
	r := contest.Rate(3, []contest.Game{{0, 1, 1}, {1, 0, 0}, {0, 1, 1}})
	if !(r.Strengths[0] > 0.5 && r.Strengths[0] < 10 && math.Abs(r.Strengths[2]) < 0.1 && r.Error[2] > 1) {
		t.Errorf("%+v", r)
	}
	if p := r.Ahead(0, 1); p < 0.8 || p+r.Ahead(1, 0) < 0.999 {
		t.Errorf("ahead with %v and %v", p, r.Ahead(1, 0))
	}
	if r := contest.Rate(0, nil); len(r.Strengths) != 0 {
		t.Errorf("%+v", r)
	}
	if r := contest.Rate(2, nil); r.Ahead(0, 1) != 0.5 || math.IsNaN(r.Error[0]) {
		t.Errorf("%+v", r)
	}
}

// On the same deals a small difference is seen that the luck of the deals would hide.
func TestCompare(t *testing.T) {
	random := rand.New(rand.NewPCG(4, 4))
	var a, b []float64
	for range 100 {
		luck := random.NormFloat64() * 10
		a, b = append(a, luck+1+random.NormFloat64()), append(b, luck+random.NormFloat64())
	}
	c := contest.Compare(a, b)
	if c.Ahead < 0.99 || c.Difference.Error > 0.3 || contest.MeanOf(a).Error < 0.5 {
		t.Errorf("%+v", c)
	}
	for _, tt := range []struct {
		a, b []float64
		want float64
	}{{nil, nil, 0.5}, {[]float64{1}, []float64{0}, 0.5}, {[]float64{1, 1}, []float64{0, 0}, 1}, {[]float64{1, 2}, []float64{1, 2}, 0.5}} {
		if got := contest.Compare(tt.a, tt.b).Ahead; got != tt.want {
			t.Errorf("%v and %v: %v", tt.a, tt.b, got)
		}
	}
}

func TestHandsHaveSomethingToDecide(t *testing.T) {
	rules, err := games.All().Rules("blackjack:rounds=1")
	if err != nil {
		t.Fatal(err)
	}
	terms, err := contest.Terms{Hands: true}.Complete(rules)
	if err != nil || terms.Deals != 540 {
		t.Fatalf("%d hands, %v", terms.Deals, err)
	}
	for n := range terms.Deals {
		deal, err := terms.Deal(rules, n)
		if err != nil {
			t.Fatal(err)
		}
		pos, err := rules.Start(deal.Setup)
		if err != nil {
			t.Fatal(err)
		}
		if m, _ := rules.ParseMove("1"); true {
			if facts := rules.Play(pos, m, nil); pos.Result().Over() || game.Turn(facts) != game.First {
				t.Fatalf("hand %d is over at once: %s", n, deal.Setup)
			}
		}
	}
}
