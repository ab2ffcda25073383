package play_test

import (
	"math/rand/v2"
	"strings"
	"testing"

	"durchgang/core/game"
	"durchgang/core/game/gametest"
	"durchgang/core/games"
	"durchgang/core/play"
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

// A game can be begun without a set-up, and an opponent can play any game to its end.
func TestEveryGameIsPlayed(t *testing.T) {
	for _, d := range games.All().Games() {
		for name, opponent := range play.Opponents {
			g := begin(t, d.Name, "")
			moves := 0
			for g.Turn() != game.Nobody && moves < 1000 {
				if move, there := g.Answer(opponent); !there || move.Refused != "" {
					t.Fatalf("%s, %s: %+v", d.Name, name, move)
				}
				moves++
			}
			if g.Turn() != game.Nobody {
				t.Errorf("%s, %s: not over after %d moves", d.Name, name, moves)
			}
		}
	}
}

// The simple opponent completes its line, and else blocks the other player's.
func TestSimpleOpponent(t *testing.T) {
	for moves, want := range map[string]string{
		"a1 b2 a2":       "a3",
		"a1 b2 c3 b1 a3": "b3",
	} {
		g := begin(t, "tic-tac-toe", "")
		for move := range strings.FieldsSeq(moves) {
			g.Try(move)
		}
		if answer, _ := g.Answer(play.Simple); answer.Move != want {
			t.Errorf("after %s it plays %s, want %s", moves, answer.Move, want)
		}
	}
}

// What is hidden from the player does not change what the simple opponent does.
func TestSimpleOpponentDoesNotPeek(t *testing.T) {
	var first string
	for i, fleet := range []game.Setup{"first=a1>;second=a1>", "first=c3v;second=b2v"} {
		g := begin(t, "battleship:rows=4,cols=4,fleet=2", fleet)
		g.Try("d1")
		answer, _ := g.Answer(play.Simple)
		if i == 0 {
			first = answer.Move
		} else if answer.Move != first {
			t.Errorf("it shoots at %s and at %s", first, answer.Move)
		}
	}
}
