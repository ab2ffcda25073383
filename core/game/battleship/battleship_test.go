package battleship_test

import (
	"cmp"
	"errors"
	"fmt"
	"slices"
	"strings"
	"testing"

	"durchgang/core/game"
	"durchgang/core/game/battleship"
	"durchgang/core/game/gametest"
)

var registry = game.NewRegistry(battleship.Battleship())

func rules(t testing.TB, variant string) game.Rules {
	t.Helper()
	return gametest.Rules(t, registry, variant)
}

const small = "rows=4,cols=4,fleet=3+2,names=big+small"

func TestRules(t *testing.T) {
	tests := []struct {
		variant string
		setup   game.Setup
	}{
		{"battleship", "first=a1>,a2>,a3>,a4>,a5>;second=j1v,i1v,h1v,g1v,f1v"},
		{"battleship:" + small + ",sides=one,turns=9", "fleet=a1>,b3v"},
		{"battleship:" + small + ",repeat=costs,shots=3,told=hit", "first=a1>,b3v;second=d1v,a4>"},
		{"battleship:" + small + ",placing=by-hand,touching=forbidden", ""},
	}
	for _, tt := range tests {
		t.Run(tt.variant, func(t *testing.T) { gametest.TestRules(t, rules(t, tt.variant), tt.setup) })
	}
}

// play plays moves and writes the facts of each but the turn, which only follows
// where it changes.
func play(t *testing.T, variant string, setup game.Setup, moves string) string {
	t.Helper()
	r := rules(t, variant)
	pos, err := r.Start(setup)
	if err != nil {
		t.Fatal(err)
	}
	var told []string
	turn := pos.Turn()
	for text := range strings.FieldsSeq(moves) {
		m, err := r.ParseMove(text)
		if err != nil {
			t.Fatal(err)
		}
		var words []string
		for _, f := range r.Play(pos, m, nil) {
			switch {
			case f.Kind == game.FactTurn && f.Player == turn:
			case f.Kind == game.FactTurn:
				turn = f.Player
				words = append(words, "turn "+r.PlayerName(turn))
			case f.Kind == game.FactRefused:
				words = append(words, string(f.Reason))
			case f.Kind == game.FactWon:
				words = append(words, "won "+r.PlayerName(f.Player))
			default:
				words = append(words, strings.TrimSpace(string(f.Kind)+" "+f.Text))
			}
		}
		told = append(told, strings.Join(words, " "))
	}
	return strings.Join(told, ", ")
}

func TestShots(t *testing.T) {
	const one, two = "battleship:" + small + ",sides=one", "battleship:" + small
	const fleet, both = "fleet=a1>,b3v", "first=a1>,b3v;second=a1>,b3v"
	tests := []struct {
		name, variant string
		setup         game.Setup
		moves, want   string
	}{
		{"hits, misses and a ship that sinks", one, fleet, "a1 d4 b1 c1", "hit, miss, hit, hit sunk big"},
		{"the last ship wins, and nothing is shot after", one, fleet, "a1 b1 c1 b3 b4 d1", "hit, hit, hit sunk big, hit, hit sunk small won the player, game over"},
		{"a shot again is refused", one, fleet, "a1 a1 d4 d4", "hit, shot at already, miss, shot at already"},
		{"a shot again costs the turn and changes nothing", two + ",repeat=costs", both, "a1 d4 a1", "hit turn player 2, miss turn player 1, hit turn player 2"},
		{"off each edge", one, fleet, "a0 a5 @1 e1", "out of range, out of range, out of range, out of range"},
		{"a refused shot keeps the turn", two, both, "e1 a1", "out of range, hit turn player 2"},
		{"three shots a turn", two + ",shots=3", both, "a1 a2 a3 d1", "hit, miss, miss turn player 2, miss"},
		{"the name at each hit", one + ",told=hit", fleet, "b3 b4", "hit small, hit small sunk small"},
		{"the limit on turns is lost", one + ",turns=2", fleet, "a1 b1 c1", "hit, hit won the fleet, game over"},
		{"the limit on turns of two is a draw", two + ",turns=1", both, "a1 a1", "hit turn player 2, hit drawn"},
		{"a win in the last turn is a win", "battleship:rows=2,cols=2,fleet=1,sides=one,turns=1", "fleet=a1>", "a1", "hit sunk 1a won the player"},
		{"placing by hand, one fleet after the other", two + ",placing=by-hand", "", "a1> b3v a1> b3v a1", ", turn player 2, , turn player 1, hit turn player 2"},
		{"ships that cannot lie there", two + ",placing=by-hand", "", "c1> a3v a1> c1v b1v a3", "out of range: leaves the board, out of range: leaves the board, , lies on another ship, lies on another ship, not what is asked for now"},
		{"touching, at a corner too", two + ",placing=by-hand,touching=forbidden", "", "a1> a2> d2v a3>", ", touches another ship, touches another ship, turn player 2"},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			if got := play(t, tt.variant, tt.setup, tt.moves); got != tt.want {
				t.Errorf("%s\nwant %s", got, tt.want)
			}
		})
	}
}

func TestBadVariantsAndFleets(t *testing.T) {
	for text, cause := range map[string]error{
		"battleship:fleet=":                                       battleship.ErrFleet,
		"battleship:fleet=5+x":                                    battleship.ErrFleet,
		"battleship:fleet=27":                                     battleship.ErrFleet,
		"battleship:fleet=1+1+1+1+1+1+1+1+1+1+1":                  battleship.ErrFleet,
		"battleship:rows=4,cols=4":                                battleship.ErrNoRoom,
		"battleship:rows=3,cols=3,fleet=3+3+3,touching=forbidden": battleship.ErrNoRoom,
		"battleship:rows=2,cols=3,fleet=2+2+2":                    nil,
		"battleship:rows=3,cols=3,fleet=2+2+2+2+1":                nil,
		"battleship:rows=3,cols=3,fleet=3+3+2+2":                  battleship.ErrNoRoom,
		"battleship:names=a+b":                                    battleship.ErrNames,
		"battleship:names=a+a+b+c+d":                              battleship.ErrNames,
		"battleship:sides=one,placing=by-hand":                    game.ErrBounds,
		"battleship:shots=0":                                      game.ErrBounds,
	} {
		if _, err := registry.Rules(text); !errors.Is(err, cause) {
			t.Errorf("%s: error is %v, want %v", text, err, cause)
		}
	}
	r := rules(t, "battleship:"+small+",sides=one,touching=forbidden")
	for setup, cause := range map[game.Setup]error{
		"": battleship.ErrShips, "fleet=a1>": battleship.ErrShips, "fleet=c1>,a3>": battleship.ErrOffBoard,
		"fleet=a1>,b1v": battleship.ErrOverlap, "fleet=a1>,d2v": battleship.ErrTouches, "fleet=a1>,a3x": nil,
	} {
		_, err := r.Start(setup)
		var named *game.SetupError
		if !errors.As(err, &named) || cause != nil && !errors.Is(err, cause) {
			t.Errorf("%q: error is %v, want %v", setup, err, cause)
		}
	}
}

// What the shooter sees is the same for two fleets that the same shots cannot tell
// apart.
func TestViewHidesTheFleet(t *testing.T) {
	r := rules(t, "battleship:"+small+",sides=one")
	var views [2][]game.Fact
	for i, setup := range []game.Setup{"fleet=a1>,b3v", "fleet=a1v,c3v"} {
		pos, err := r.Start(setup)
		if err != nil {
			t.Fatal(err)
		}
		for _, shot := range []string{"a1", "d4", "d1"} {
			m, _ := r.ParseMove(shot)
			r.Play(pos, m, nil)
		}
		views[i] = r.View(pos, game.First, nil)
	}
	if !slices.Equal(views[0], views[1]) {
		t.Error("the shooter sees two hidden fleets differ")
	}
}

// The numbers of ways to place 5, 4, 3, 3, 2 on 10 × 10 are well known for ships that
// are not told apart: there is one for two with the two threes told apart. The others
// are checked against plain enumeration below.
func TestPlacements(t *testing.T) {
	for touching, want := range map[bool]uint64{true: 15_046_987_768, false: 1_925_751_392} {
		if n := battleship.CountPlacements(10, 10, []int{5, 4, 3, 3, 2}, touching); n != 2*want {
			t.Errorf("touching %v: counted %d, want %d", touching, n, 2*want)
		}
	}
	for _, board := range [][2]int{{3, 4}, {4, 4}, {5, 5}, {4, 6}} {
		for _, lengths := range [][]int{{2}, {3, 2}, {2, 2}, {3, 2, 2}, {3, 1, 2}} {
			for _, touching := range []bool{true, false} {
				got := battleship.CountPlacements(board[0], board[1], lengths, touching)
				var want uint64
				alike := map[string]bool{} // where ships of one length are not told apart
				enumerate(board[0], board[1], lengths, touching, nil, func(placed []ship) {
					want++
					alike[fmt.Sprint(slices.SortedFunc(slices.Values(placed), ship.compare))] = true
				})
				if got != want || got != orders(lengths)*uint64(len(alike)) {
					t.Errorf("%v %v touching %v: counted %d, enumerated %d, of them %d not alike", board, lengths, touching, got, want, len(alike))
				}
			}
		}
	}
}

type ship struct{ row, col, height, width int }

func (s ship) compare(o ship) int {
	return cmp.Or(cmp.Compare(s.row, o.row), cmp.Compare(s.col, o.col), cmp.Compare(s.height, o.height), cmp.Compare(s.width, o.width))
}

// orders is in how many ways ships of one length can be exchanged.
func orders(lengths []int) uint64 {
	n, seen := uint64(1), map[int]uint64{}
	for _, length := range lengths {
		seen[length]++
		n *= seen[length]
	}
	return n
}

// enumerate visits placements, by comparing rectangles.
func enumerate(rows, cols int, lengths []int, touching bool, placed []ship, visit func([]ship)) {
	if len(lengths) == 0 {
		visit(placed)
		return
	}
	room := 1
	if touching {
		room = 0
	}
	for row := range rows {
		for col := range cols {
			for _, s := range []ship{{row, col, 1, lengths[0]}, {row, col, lengths[0], 1}} {
				if s.row+s.height > rows || s.col+s.width > cols || s.height == s.width && s != (ship{row, col, 1, 1}) {
					continue
				}
				if !slices.ContainsFunc(placed, func(o ship) bool {
					return s.row < o.row+o.height+room && o.row < s.row+s.height+room && s.col < o.col+o.width+room && o.col < s.col+s.width+room
				}) {
					enumerate(rows, cols, lengths[1:], touching, append(placed[:len(placed):len(placed)], s), visit)
				}
				if lengths[0] == 1 {
					break
				}
			}
		}
	}
}

func FuzzMove(f *testing.F) {
	f.Add("b3")
	f.Add("b3>")
	f.Fuzz(func(t *testing.T, text string) {
		r := rules(t, "battleship")
		m, err := r.ParseMove(text)
		if err != nil {
			return
		}
		if again, err := r.ParseMove(r.FormatMove(m)); err != nil || again != m {
			t.Errorf("%q is %v, written %q, read %v, %v", text, m, r.FormatMove(m), again, err)
		}
	})
}
