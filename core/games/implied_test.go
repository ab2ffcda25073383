package games_test

import (
	"errors"
	"math/rand/v2"
	"slices"
	"testing"

	"durchgang/core/game"
	"durchgang/core/games"
)

// A set-up that is told from a game gives the same game again, whatever of it was seen.
func TestImpliedSetupsGiveWhatWasSeen(t *testing.T) {
	for _, variant := range []game.Variant{
		"battleship:sides=one", "battleship:sides=one,touching=forbidden,told=hit", "battleship:rows=5,cols=5,fleet=3+2+2+1,sides=one",
		"blackjack:rounds=1", "blackjack:rounds=1,decks=2,soft17=hits", "blackjack:rounds=1,splits=0,peek=no",
	} {
		t.Run(string(variant), func(t *testing.T) {
			rules, err := games.All().Rules(string(variant))
			if err != nil {
				t.Fatal(err)
			}
			random := rand.New(rand.NewPCG(7, 7))
			for range 60 {
				moves, seen := played(t, rules, random)
				moves, seen = moves[:1+random.IntN(len(moves))], seen[:len(moves)]
				setup, err := rules.(game.Implies).Imply(moves, seen)
				if err != nil {
					t.Fatalf("after %v: %v", moves, err)
				}
				pos, err := rules.Start(setup)
				if err != nil {
					t.Fatal(err)
				}
				for i, m := range moves {
					if again := told(rules, pos, m); !slices.Equal(again, seen[i]) {
						t.Fatalf("%s: move %d, %s, shows %v, want %v", setup, i+1, rules.FormatMove(m), again, seen[i])
					}
				}
			}
		})
	}
}

// played is a game with moves at random, and what it shows of each.
func played(t *testing.T, rules game.Rules, random *rand.Rand) (moves []game.Move, seen [][]game.Fact) {
	pos, err := rules.Start(rules.Deal(random))
	if err != nil {
		t.Fatal(err)
	}
	for !pos.Result().Over() {
		legal := game.Legal(rules, pos)
		m := legal[random.IntN(len(legal))]
		moves, seen = append(moves, m), append(seen, told(rules, pos, m))
	}
	return moves, seen
}

// told makes a move and returns what a program shows of it: the event and the table, with
// hands once and whole.
func told(rules game.Rules, pos game.Position, m game.Move) []game.Fact {
	facts := slices.DeleteFunc(rules.Play(pos, m, nil), func(f game.Fact) bool { return f.Kind.Stands() })
	return rules.View(pos, game.Nobody, facts)
}

func TestContradictions(t *testing.T) {
	cell := func(text string) game.Cell {
		return game.Cell{Row: int16(text[1] - '1'), Col: int16(text[0] - 'a')}
	}
	shot := func(at string, kind game.Kind) game.Fact {
		return game.Fact{Kind: kind, Player: game.Second, Cell: cell(at)}
	}
	onBoard := func(at, text string) game.Fact {
		return game.Fact{Kind: game.FactCell, Player: game.Second, Cell: cell(at), Text: text}
	}
	card := func(owner game.Player, text string) game.Fact {
		return game.Fact{Kind: game.FactCard, Player: owner, N: 1, Text: text}
	}
	const small = "battleship:rows=2,cols=3,fleet=2,sides=one"
	tests := []struct {
		name, variant string
		moves         []string
		seen          [][]game.Fact
		move          int // at which it comes to light; -1 for never
	}{
		{"a hit becomes a miss", small, []string{"a1", "a1"}, [][]game.Fact{{shot("a1", game.FactHit)}, {shot("a1", game.FactMiss)}}, 1},
		{"the same again", small, []string{"a1", "a1"}, [][]game.Fact{{shot("a1", game.FactHit)}, {shot("a1", game.FactHit)}}, -1},
		{"a ship has no room", small, []string{"a1", "b1", "a2"}, [][]game.Fact{{shot("a1", game.FactHit)}, {shot("b1", game.FactMiss)}, {shot("a2", game.FactMiss)}}, 2},
		{"more hits than cells", small, []string{"a1", "a2", "b2"}, [][]game.Fact{{shot("a1", game.FactHit)}, {shot("a2", game.FactHit)}, {shot("b2", game.FactHit)}}, 2},
		{"only misses", small, []string{"b1", "b2", "a1", "c1"}, [][]game.Fact{{shot("b1", game.FactMiss)}, {shot("b2", game.FactMiss)}, {shot("a1", game.FactMiss)}, {shot("c1", game.FactMiss)}}, 3},
		{"a hit that only the board shows becomes a miss", small, []string{"a1", "a1"}, [][]game.Fact{{onBoard("a1", game.HitText)}, {onBoard("a1", game.MissText)}}, 1},
		{"nothing is told", small, []string{"a1", "b1"}, [][]game.Fact{nil, nil}, -1},
		{"a card twice", "blackjack:rounds=1", []string{"10", "hit"}, [][]game.Fact{
			{card(game.First, "QH"), card(game.First, "2S"), card(game.Second, "5C")},
			{card(game.First, "QH"), card(game.First, "2S"), card(game.First, "5C")}}, 1},
		{"a card twice from two decks", "blackjack:rounds=1,decks=2", []string{"10"}, [][]game.Fact{{card(game.First, "QH"), card(game.First, "QH")}}, -1},
		{"five of a rank", "blackjack:rounds=1", []string{"10"}, [][]game.Fact{
			{card(game.First, "2"), card(game.First, "2"), card(game.First, "2"), card(game.Second, "2"), card(game.Second, "2")}}, 0},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			rules, err := games.All().Rules(tt.variant)
			if err != nil {
				t.Fatal(err)
			}
			var moves []game.Move
			for _, text := range tt.moves {
				m, err := rules.ParseMove(text)
				if err != nil {
					t.Fatal(err)
				}
				moves = append(moves, m)
			}
			setup, err := rules.(game.Implies).Imply(moves, tt.seen)
			var none *game.Contradiction
			switch {
			case tt.move < 0 && err != nil:
				t.Errorf("error %v", err)
			case tt.move >= 0 && (!errors.As(err, &none) || none.Move != tt.move):
				t.Errorf("%s, %v; want a contradiction at move %d", setup, err, tt.move)
			}
		})
	}
}

// A variant in which it cannot be told what a program sets up has one next to it in which it can.
func TestOwnSetupsOfVariants(t *testing.T) {
	for variant, want := range map[string]game.Variant{
		"hangman":                           "hangman",
		"battleship":                        "battleship:sides=one",
		"battleship:placing=by-hand,rows=8": "battleship:rows=8,sides=one",
		"blackjack:peek=no":                 "blackjack:peek=no,rounds=1",
		"blackjack:rounds=1":                "blackjack:rounds=1",
		"tic-tac-toe":                       "",
	} {
		rules, err := games.All().Rules(variant)
		if err != nil {
			t.Fatal(err)
		}
		got := game.Variant("")
		if own, ok := games.All().OwnSetups(rules); ok {
			got = own.Variant()
		}
		if got != want {
			t.Errorf("%s is graded as %q, want %q", variant, got, want)
		}
	}
}
