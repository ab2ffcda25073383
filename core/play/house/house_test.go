package house_test

import (
	"context"
	"math"
	"math/rand/v2"
	"slices"
	"testing"

	"durchgang/core/contest"
	"durchgang/core/game"
	"durchgang/core/game/gametest"
	"durchgang/core/games"
	"durchgang/core/play"
	"durchgang/core/play/house"
)

// seated makes a house player's seat.
func seated(t *testing.T, rules game.Rules, name string, random *rand.Rand) play.Seat {
	t.Helper()
	p, err := house.New(rules, name, nil, random)
	if err != nil {
		t.Fatal(err)
	}
	return play.HouseSeat{Rules: rules, Player: p}
}

// measures plays deals alone and returns what each brought.
func measures(t *testing.T, rules game.Rules, name string, deals int) []float64 {
	t.Helper()
	measure, _ := house.MeasureOf(rules)
	var brought []float64
	for n := range deals {
		deal := play.Deal{Setup: rules.Deal(rand.New(rand.NewPCG(9, uint64(n))))}
		r, err := play.Referee(t.Context(), rules, deal, [2]play.Seat{seated(t, rules, name, rand.New(rand.NewPCG(8, uint64(n))))})
		if err != nil || r.Foul != nil {
			t.Fatal(r, err)
		}
		if err := play.Replay(rules, r, func(_ int, pos game.Position, m *game.Move) {
			if m == nil {
				brought = append(brought, measure.Of(pos, false))
			}
		}); err != nil {
			t.Fatal(err)
		}
	}
	return brought
}

// Alone, each house player does at least as well as the one before it, and the last one surely
// better than the first.
func TestHousePlayersGrowStronger(t *testing.T) {
	for variant, deals := range map[string]int{"battleship:sides=one": 60, "hangman": 60, "blackjack:rounds=30": 60} {
		rules := gametest.Rules(t, games.All(), variant)
		measure, alone := house.MeasureOf(rules)
		if !alone {
			t.Fatalf("%s has no measure", variant)
		}
		var before, first []float64
		for _, name := range house.Names(rules) {
			now := measures(t, rules, name, deals)
			t.Logf("%s, %s: %.2f %s", variant, name, contest.MeanOf(now).Mean, measure.Name)
			if before == nil {
				first = now
			} else if worse := contest.Compare(before, now).Ahead; !measure.Less && worse > 0.99 || measure.Less && worse < 0.01 {
				t.Errorf("%s: %s does worse than the one before it: %.2f after %.2f", variant, name, contest.MeanOf(now).Mean, contest.MeanOf(before).Mean)
			}
			before = now
		}
		if better := contest.Compare(before, first).Ahead; !measure.Less && better < 0.95 || measure.Less && better > 0.05 {
			t.Errorf("%s: the last is not better than the first", variant)
		}
	}
}

// The perfect player never makes a move that costs something, against anybody, from any
// opening; the appraisal agrees with the result.
func TestPerfectPlayerGivesNothingAway(t *testing.T) {
	for _, variant := range []string{"tic-tac-toe", "tic-tac-toe:line=loses", "connect-four:rows=5,cols=5", "tic-tac-toe:rows=3,cols=4"} {
		rules := gametest.Rules(t, games.All(), variant)
		appraiser := house.NewAppraiser(rules)
		terms, err := contest.Terms{Variant: rules.Variant(), Opening: 2}.Complete(rules)
		if err != nil {
			t.Fatal(err)
		}
		for n := range 24 {
			random := rand.New(rand.NewPCG(4, uint64(n)))
			deal, err := terms.Deal(rules, n)
			if err != nil {
				t.Fatal(err)
			}
			me := game.First + game.Player(n%2)
			seats := [2]play.Seat{seated(t, rules, "perfect", random), seated(t, rules, []string{"random", "lines", "ahead"}[n%3], random)}
			if me == game.Second {
				seats[0], seats[1] = seats[1], seats[0]
			}
			r, err := play.Referee(t.Context(), rules, deal, seats)
			if err != nil {
				t.Fatal(err)
			}
			worth := -1.0 // of the position in which it moved first
			if err := play.Replay(rules, r, func(ply int, pos game.Position, m *game.Move) {
				if m == nil || pos.Turn() != me || ply < r.Opening {
					return
				}
				a, known := appraiser.Appraise(pos, *m)
				if known && a.Cost() != 0 {
					t.Errorf("%s, game %d: move %d, %s, costs %v", variant, n, ply+1, rules.FormatMove(*m), a.Cost())
				}
				if worth < 0 && known {
					worth = a.Best
				}
			}); err != nil {
				t.Fatal(err)
			}
			points := 0.5
			if w := r.Result.Winner; w != game.Nobody {
				points = map[bool]float64{true: 1}[w == me]
			}
			if points < worth {
				t.Errorf("%s, game %d: worth %v, and it brought %v", variant, n, worth, points)
			}
		}
	}
}

// The exact player at blackjack makes no decision that costs something, whatever the table.
func TestExactPlayerGivesNothingAway(t *testing.T) {
	for _, variant := range []string{"blackjack:rounds=40", "blackjack:rounds=40,decks=6,soft17=hits,surrender=late", "blackjack:rounds=40,double=9-11,das=no,peek=no"} {
		rules := gametest.Rules(t, games.All(), variant)
		appraiser := house.NewAppraiser(rules)
		r, err := play.Referee(t.Context(), rules, play.Deal{Setup: "seed=3"}, [2]play.Seat{seated(t, rules, "exact", nil)})
		if err != nil || r.Foul != nil {
			t.Fatal(r, err)
		}
		decided := 0
		if err := play.Replay(rules, r, func(ply int, pos game.Position, m *game.Move) {
			if m == nil {
				return
			}
			if a, known := appraiser.Appraise(pos, *m); known {
				if decided++; math.Abs(a.Cost()) > 1e-12 {
					t.Errorf("%s: move %d, %s, costs %v of %v", variant, ply+1, rules.FormatMove(*m), a.Cost(), a.Moves)
				}
			}
		}); err != nil {
			t.Fatal(err)
		}
		if decided < 30 {
			t.Errorf("%s: %d decisions", variant, decided)
		}
	}
}

// A player is told what its seat may see: the other's fleet is not among it.
func TestSeatsSeeTheirSideOnly(t *testing.T) {
	rules := gametest.Rules(t, games.All(), "battleship:rows=4,cols=4,fleet=2")
	spy := &spy{}
	seats := [2]play.Seat{spy, seated(t, rules, "random", rand.New(rand.NewPCG(1, 1)))}
	if _, err := play.Referee(t.Context(), rules, play.Deal{Setup: "first=a1>;second=c3v"}, seats); err != nil {
		t.Fatal(err)
	}
	if !spy.own || spy.theirs {
		t.Errorf("it sees its own fleet: %t, and the other's: %t", spy.own, spy.theirs)
	}
}

// spy shoots row by row and looks for ships in what it is told.
type spy struct {
	shots       int
	own, theirs bool
}

func (s *spy) Choose(_ context.Context, sight house.Sight) (play.Answer, error) {
	for _, f := range slices.Concat(sight.View, sight.Told) {
		ship := f.Kind == game.FactCell && f.Text == game.ShipText
		s.own = s.own || ship && f.Player == game.First
		s.theirs = s.theirs || ship && f.Player == game.Second
	}
	cell := game.Cell{Row: int16(s.shots / 4), Col: int16(s.shots % 4)}
	s.shots++
	return play.Answer{Text: cell.String()}, nil
}

func (*spy) End(context.Context, []game.Fact) error { return nil }
