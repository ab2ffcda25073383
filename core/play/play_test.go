package play_test

import (
	"math/rand/v2"
	"strings"
	"testing"

	"durchgang/core/game"
	"durchgang/core/game/gametest"
	"durchgang/core/games"
	"durchgang/core/play"
	"durchgang/core/play/house"
)

func begin(t *testing.T, variant string, setup game.Setup) *play.Game {
	t.Helper()
	g, err := play.New(gametest.Rules(t, games.All(), variant), setup, rand.New(rand.NewPCG(1, 1)))
	if err != nil {
		t.Fatal(err)
	}
	return g
}

func TestTry(t *testing.T) {
	tests := []struct {
		variant      string
		setup        game.Setup
		moves        string
		refused      string // of the last move
		says, result string
	}{
		{"tic-tac-toe", "", "b2 b2", "that is taken already", "", ""},
		{"tic-tac-toe", "", "d1", "that is not on the board", "", ""},
		{"tic-tac-toe", "", "here", `"here": a cell is a letter for the column and a number for the row, as in b3`, "", ""},
		{"tic-tac-toe", "", "a1 a2 b1 b2 c1", "", "X wins", "X wins"},
		{"tic-tac-toe", "", "a1 a2 b1 b2 c1 c2", "the game is over", "", "X wins"},
		{"hangman", "word=eel", "7", "not a letter", "", ""},
		{"blackjack", "cards=10S 9H 8D 10C", "500", "above the maximum", "", ""},
		{"battleship:rows=2,cols=2,fleet=2,sides=one", "fleet=a1>", "a1", "", "a1: hit", ""},
	}
	for _, tt := range tests {
		t.Run(tt.variant+" "+tt.moves, func(t *testing.T) {
			g := begin(t, tt.variant, tt.setup)
			var last play.Try
			for move := range strings.FieldsSeq(tt.moves) {
				last = g.Try(move)
			}
			if says := strings.Join(last.Says, ", "); last.Refused != tt.refused || says != tt.says {
				t.Errorf("%s was refused as %q and says %q, want %q and %q", last.Move, last.Refused, says, tt.refused, tt.says)
			}
			if table := g.Table(game.Nobody); table.Result != tt.result || len(table.Tries) != len(strings.Fields(tt.moves)) {
				t.Errorf("the table shows %+v", table)
			}
		})
	}
}

// A game can be begun without a set-up, and every house player plays it to its end.
func TestEveryGameIsPlayed(t *testing.T) {
	variants := []string{"nim", "nim:last=loses,most=3", "number-guessing", "tic-tac-toe:line=loses", "connect-four", "battleship:sides=one", "battleship:placing=by-hand", "battleship:told=hit,touching=forbidden", "blackjack:insurance=yes,splits=3,decks=6", "hangman:repeat=costs"}
	for _, d := range games.All().Games() {
		variants = append(variants, d.Name)
	}
	for _, variant := range variants {
		rules := gametest.Rules(t, games.All(), variant)
		for _, e := range house.Players(rules) {
			random := rand.New(rand.NewPCG(1, 1))
			var players [2]house.Player
			for i := range players {
				var err error
				if players[i], err = house.New(rules, e.Name, nil, random); err != nil {
					t.Fatal(err)
				}
			}
			seats := [2]play.Seat{play.HouseSeat{Rules: rules, Player: players[0]}, play.HouseSeat{Rules: rules, Player: players[1]}}
			if rules.Solo() {
				seats[1] = nil
			}
			record, err := play.Referee(t.Context(), rules, play.Deal{Setup: rules.Deal(random)}, seats)
			if err != nil || record.Foul != nil || !record.Result.Over() {
				t.Errorf("%s, %s: %+v, %v", variant, e.Name, record, err)
			}
		}
	}
}

func player(t *testing.T, variant, name string) house.Player {
	t.Helper()
	p, err := house.New(gametest.Rules(t, games.All(), variant), name, nil, rand.New(rand.NewPCG(1, 1)))
	if err != nil {
		t.Fatal(err)
	}
	return p
}

// The simple player completes its line, and else blocks the other player's.
func TestSimplePlayer(t *testing.T) {
	for moves, want := range map[string]string{
		"a1 b2 a2":       "a3",
		"a1 b2 c3 b1 a3": "b3",
	} {
		g := begin(t, "tic-tac-toe", "")
		for move := range strings.FieldsSeq(moves) {
			g.Try(move)
		}
		if answer, _ := g.Answer(player(t, "tic-tac-toe", "simple")); answer.Move != want {
			t.Errorf("after %s it plays %s, want %s", moves, answer.Move, want)
		}
	}
}
