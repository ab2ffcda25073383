package channel_test

import (
	"context"
	"math/rand/v2"
	"strings"
	"testing"
	"time"

	"durchgang/core/game"
	"durchgang/core/games"
	referee "durchgang/core/play"
	"durchgang/core/play/house"
	"durchgang/internal/channel"
	"durchgang/internal/sandbox"
)

// speaks is the beginning of a strategy for tic-tac-toe in Python: the free cells, and the
// number of the question.
const speaks = `import sys
free, seat, games = [], '', 0
for line in sys.stdin:
    words = line.split()
    if words[0] == 'play':
        free, seat, games = [c + r for r in '123' for c in 'abc'], words[2], games + 1
    elif words[0] == 'cell':
        free.remove(words[1])
    elif words[0] == 'choose':
        n = words[1]
`

func strategy(t testing.TB, body string) *channel.Strategy {
	t.Helper()
	rules, err := games.All().Rules("tic-tac-toe")
	if err != nil {
		t.Fatal(err)
	}
	dir := t.TempDir()
	spec := sandbox.Spec{Dir: dir, Argv: []string{"/usr/bin/python3", "-c", speaks + body}, Limits: sandbox.DefaultLimits()}
	s := &channel.Strategy{Rules: rules, Spec: spec, Seconds: 1}
	t.Cleanup(s.Close)
	return s
}

// against plays games of a strategy against a house player that takes the first free cell it
// can; the strategy moves first in the first, second in the second game, and so on.
func against(t testing.TB, s *channel.Strategy, n int) []*referee.Record {
	t.Helper()
	var records []*referee.Record
	for i := range n {
		seat := game.First + game.Player(i%2)
		own, err := s.Sit(t.Context(), seat)
		if err != nil {
			t.Fatal(err)
		}
		other, err := house.New(s.Rules, "lines", nil, rand.New(rand.NewPCG(1, uint64(i))))
		if err != nil {
			t.Fatal(err)
		}
		seats := [2]referee.Seat{own, referee.HouseSeat{Rules: s.Rules, Player: other}}
		if seat == game.Second {
			seats[0], seats[1] = seats[1], seats[0]
		}
		r, err := referee.Referee(t.Context(), s.Rules, referee.Deal{}, seats)
		if err != nil {
			t.Fatal(err)
		}
		records = append(records, r)
	}
	return records
}

func TestStrategies(t *testing.T) {
	for _, tt := range []struct {
		name, body string
		foul       referee.FoulKind
		detail     string
	}{
		{"answers", "        print('move', n, free[0], flush=True)", "", ""},
		{"answers every request with a dot", "        print('move', n, free[0], flush=True)\n    print('.', flush=True)", "", ""},
		{"never answers", "        pass", referee.Silent, "did not answer"},
		{"answers twice", "        print('move', n, free[0], flush=True); print('move', n, free[1], flush=True)", referee.Unasked, "answered"},
		{"answers for the other side", "        print('move', n, free[0], flush=True)\n    elif words[0] == 'play': print('move 1 a1', flush=True)\n    if words[0] == 'cell' and len(free) == 7: print('move', int(n) + 1, free[-1], flush=True)", referee.Unasked, "answered"},
		{"answers with a megabyte", "        print('a' * 1_000_000, flush=True)", referee.Flood, "more than"},
		{"answers with a megabyte in lines", "        print('a\\n' * 500_000, flush=True)", referee.NoMove, "not an answer"},
		{"takes a taken cell", "        print('move', n, 'b2', flush=True)", referee.Illegal, "taken"},
		{"leaves the board", "        print('move', n, 'd4', flush=True)", referee.Illegal, "not on the board"},
		{"says nonsense", "        print('I play', n, free[0], flush=True)", referee.NoMove, "not an answer"},
		{"fails", "        print('move', n, free[len(free) and 99], flush=True)", referee.Gone, "IndexError: list index out of range"},
		{"plays well and then dies", "        if len(free) < 7: sys.exit(3)\n        print('move', n, free[0], flush=True)", referee.Gone, "exit"},
		{"thinks too long", "        import time; time.sleep(0.4)\n        print('move', n, free[0], flush=True)", referee.Slow, "used up"},
	} {
		t.Run(tt.name, func(t *testing.T) {
			t.Parallel()
			s := strategy(t, tt.body)
			if tt.foul == referee.Slow {
				s.Seconds = 1
			}
			found := false
			for i, r := range against(t, s, 2) {
				seat := game.First + game.Player(i%2)
				switch {
				case r.Foul == nil && tt.foul == "":
					found = true
				case r.Foul != nil && (r.Foul.Seat != seat || tt.foul == "" || r.Result.Winner != seat.Opponent()):
					t.Errorf("game %d: %+v, won by %d", i+1, r.Foul, r.Result.Winner)
				case r.Foul != nil:
					found = found || r.Foul.Kind == tt.foul && strings.Contains(r.Foul.Detail, tt.detail)
					t.Log(r.Foul)
				}
			}
			if !found {
				t.Errorf("no %q with %q", tt.foul, tt.detail)
			}
		})
	}
}

// A program stays from game to game, unless it is to be fresh.
func TestMemoryOfGames(t *testing.T) {
	body := "        print('move', n, free[0] if games == 1 else free[-1], flush=True)"
	for fresh, want := range map[bool]string{false: "c3", true: "a1"} {
		s := strategy(t, body)
		s.Fresh = fresh
		records := against(t, s, 3)
		if got := records[2].Plies[0].Move; got != want {
			t.Errorf("fresh %t: the third game begins with %s, not %s", fresh, got, want)
		}
	}
}

// A cancelled context ends the game.
func TestCancelledGame(t *testing.T) {
	s := strategy(t, "        pass")
	s.Seconds = 30
	began := time.Now()
	own, err := s.Sit(t.Context(), game.First)
	if err != nil {
		t.Fatal(err)
	}
	ctx, cancel := context.WithTimeout(t.Context(), 200*time.Millisecond)
	defer cancel()
	if _, err := referee.Referee(ctx, s.Rules, referee.Deal{}, [2]referee.Seat{own, own}); err == nil || time.Since(began) > 10*time.Second {
		t.Errorf("ended with %v after %v", err, time.Since(began))
	}
}
