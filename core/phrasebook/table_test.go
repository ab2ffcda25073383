package phrasebook

import (
	"errors"
	"fmt"
	"slices"
	"strings"
	"testing"

	"durchgang/core/game"
	"durchgang/core/game/battleship"
	"durchgang/core/game/blackjack"
	"durchgang/core/game/hangman"
)

// brief writes facts as short words; cells as how many there are of each kind.
func brief(facts []game.Fact) string {
	var words []string
	cells := map[string]int{}
	for _, f := range facts {
		switch f.Kind {
		case game.FactCell:
			cells[fmt.Sprintf("%s of %d", f.Text, f.Player)]++
		case game.FactCard:
			words = append(words, fmt.Sprintf("%d%s", f.Player, f.Text))
		case game.FactTotal, game.FactBank:
			words = append(words, fmt.Sprintf("%s %d %d", f.Kind, f.Player, f.Amount))
		case game.FactTurn:
		default:
			words = append(words, strings.TrimSpace(fmt.Sprintf("%s %s", f.Kind, f.Text)))
		}
	}
	for _, kind := range []string{"hit of 1", "miss of 1", "ship of 1", "hit of 2", "miss of 2", "ship of 2"} {
		if cells[kind] > 0 {
			words = append(words, fmt.Sprintf("%d %s", cells[kind], kind))
		}
	}
	return strings.Join(words, ", ")
}

func rulesOf(t *testing.T, variant string) game.Rules {
	t.Helper()
	rules, err := game.NewRegistry(battleship.Battleship(), blackjack.Blackjack(), hangman.Hangman()).Rules(variant)
	if err != nil {
		t.Fatal(err)
	}
	return rules
}

// What is said of a shot, and whose board is whose.
func TestShotWordings(t *testing.T) {
	table := TableOf(rulesOf(t, "battleship:rows=3,cols=3,fleet=2+1,names=tug+buoy"), "first=a1>,c3>;second=a1>,c3>")
	const quiet, hit = "  1 2 3\nA ~ ~ ~\nB ~ ~ ~\nC ~ ~ ~\n", "  1 2 3\nA X ~ ~\nB ~ o ~\nC ~ ~ ~\n"
	tests := []struct{ text, want string }{
		{"HIT!\n", "hit"},
		{"You missed.\n", "miss"},
		{"Splash, only water.\n", "miss"},
		{"Boom! You sank the tug!\n", "hit, sunk tug"},
		{"The buoy went down.\n", "hit, sunk buoy"},
		{"Try to hit a ship. X = hit, O = miss\n", ""},
		{"Hits: 3  Misses: 4\n", ""},
		{"You already hit that cell.\n", "refused"},
		{"Sorry, you missed\n", "miss"},
		{"Outside the board!\n", "refused"},
		{"Hit! All ships are sunk. Player 1 wins!\n", "won, hit"},
		{"Player 2's fleet:\n" + hit, "1 hit of 2, 1 miss of 2"},
		{"Shots of player 2:\n" + hit, "1 hit of 1, 1 miss of 1"},
		{"Player 2, your turn\nYour fleet\n" + hit + "Enemy waters\n" + quiet, "1 hit of 2, 1 miss of 2"},
		{"Player 1's board\n" + strings.Replace(quiet, "B ~ ~", "B S S", 1) + "Player 1, shoot: ", ""}, // one's own ships
		{"Player 2's board\n" + strings.Replace(quiet, "B ~ ~", "B S S", 1) + "Player 1, shoot: ", "2 ship of 2"},
		{"Player 2:\nYour ships       Their ships\n  1 2 3            1 2 3\nA X . .          A . . .\nB . . .          B . . O\nC . . .          C . . .\n", "1 miss of 1, 1 hit of 2"},
	}
	for _, tt := range tests {
		t.Run(tt.text, func(t *testing.T) {
			move := game.Move{Cell: game.Cell{Row: 1, Col: 1}}
			if got := brief(Default().Read(NewScreen(tt.text), table, Step{Mover: game.First, Move: &move})); got != tt.want {
				t.Errorf("read %q, want %q", got, tt.want)
			}
		})
	}
}

// What is said at a table of cards.
func TestCardWordings(t *testing.T) {
	table := TableOf(rulesOf(t, "blackjack"), "seed=1")
	known := Known{Hands: [3][]string{game.First: {"5S", "6D"}, game.Second: {"9H", "?"}}}
	tests := []struct{ text, want string }{
		{"Your hand: 5S 6D (11)\nDealer shows: 9H ??\n", "15S, 16D, total 1 11, 29H, 2?"},
		{"You have Ace of Spades and King of Hearts, total 21\n", "1AS, 1KH, total 1 21"},
		{"Player: [10, 7] = 17\nDealer: [?, K]\n", "110, 17, total 1 17, 2K, 2?"},
		{"You draw the 10♦\n", "15S, 16D, 110D"},
		{"Dealer reveals the 8 of Clubs\nDealer has 17\n", "29H, 28C, total 2 17"},
		{"You have 16.\nHit or stand? ", "total 1 16"},
		{"You have 90 chips left. Place your bet: ", "bank 1 9000"},
		{"You win $15!\nBalance: $115.50\n", "result win, bank 1 11550"},
		{"Blackjack! You win!\n", "result natural"},
		{"Bust! Dealer wins.\n", "bust, result lose"},
		{"The dealer busts. You win!\n", "bust, result win"},
		{"Dealer: 18\nYou: 18\nPush.\n", "total 2 18, total 1 18, result push"},
		{"You don't have enough chips.\n", "refused"},
		{"Please type hit or stand: ", ""},
		{"Please type hit or stand!\n> ", "refused"},
		{"You are out of money!\n", "won"},
	}
	for _, tt := range tests {
		t.Run(tt.text, func(t *testing.T) {
			if got := brief(Default().Read(NewScreen(tt.text), table, Step{Known: known})); got != tt.want {
				t.Errorf("read %q, want %q", got, tt.want)
			}
		})
	}
}

// A thing to do is typed as the program asks for it.
func TestWords(t *testing.T) {
	own, err := Parse("book.yaml", "words: {hit: karte}\nverbs: {stand: enough}")
	if err != nil {
		t.Fatal(err)
	}
	tests := []struct {
		book       *Book
		said, verb string
		want       string
	}{
		{Default(), "Hit or stand? ", "hit", "hit"},
		{Default(), "Hit or stay? ", "stand", "stay"},
		{Default(), "Your hand: 7 of Hearts, 2 of Clubs (9)\nHit or stand? ", "hit", "hit"},
		{Default(), "(h)it or (s)tand: ", "stand", "s"},
		{Default(), "[H]it, [S]tand, [D]ouble: ", "double", "d"},
		{Default(), "1) Hit  2) Stand  3) Double down", "double", "3"},
		{Default(), "Press 1 to hit and 2 to stand", "stand", "2"},
		{Default(), "hit (h) or stand (s)?", "hit", "h"},
		{Default(), "h = hit, s = stand", "stand", "s"},
		{Default(), "Do you want to hit or stand? (h/s) ", "stand", "s"},
		{Default(), "Another card? (y/n) ", "hit", "y"},
		{Default(), "Another card? (y/n) ", "stand", "n"},
		{Default(), "Draw a card? yes/no ", "stand", "no"},
		{Default(), "The dealer wins.\nAnother round? (yes/no)\nYour cards: 9S 8D\nHit or stand? ", "stand", "stand"},
		{Default(), "Insurance is offered.\n(yes/no) ", "decline", "no"},
		{Default(), "? ", "hit", "hit"},
		{own, "Hit?", "hit", "karte"},
		{own, "Card or enough?", "stand", "enough"},
	}
	for _, tt := range tests {
		t.Run(tt.said+tt.verb, func(t *testing.T) {
			if got := tt.book.Word(tt.verb, tt.said); got != tt.want {
				t.Errorf("typed %q, want %q", got, tt.want)
			}
		})
	}
}

// Fleets are written as a program reads them, and typed ship by ship where it asks.
func TestFleetsAreGiven(t *testing.T) {
	b, err := Parse("book.yaml", `
setup:
  arguments: ["{fleet}"]
  files: {fleet.txt: "{fleet}\n"}
  ship: {type: "{row} {col} {way}", base: 0, across: right, down: down, between: ";"}
  type: [{ask: "place", each: "{fleet}"}]
`)
	if err != nil {
		t.Fatal(err)
	}
	g := b.Give(rulesOf(t, "battleship:sides=one,fleet=2+3"), "fleet=b2>,c10v")
	if fmt.Sprint(g.Arguments, g.Files) != "[1 1 right;9 2 down] map[fleet.txt:1 1 right;9 2 down\n]" {
		t.Errorf("given %v %q", g.Arguments, g.Files)
	}
	for _, want := range []string{"1 1 right", "9 2 down", "1 1 right"} {
		if got, _ := g.Answer("place a ship: "); got != want {
			t.Errorf("typed %q, want %q", got, want)
		}
	}
	for text, cause := range map[string]error{
		"setup: {ship: {type: here}}":                       ErrPart,
		"setup: {ship: {type: '{row}', base: 2}}":           ErrBase,
		"setup: {type: [{ask: a, each: ships}]}":            ErrEach,
		"shots: {drawn: {wreck: ['%']}}":                    ErrDrawn,
		"cards: {total: ['total']}":                         ErrNoNumber,
		"verbs: {hit: '('}":                                 ErrPattern,
		"forms: [{for: ship, move: [{type: '{heading}'}]}]": ErrPart,
	} {
		if _, err := Parse("book.yaml", text); !errors.Is(err, cause) {
			t.Errorf("%s: error is %v, want %v", text, err, cause)
		}
	}
}

// Cards that stand one below the other belong to what stands over them; other lines stay.
func TestGather(t *testing.T) {
	screen := NewScreen("Dealer's Hand:\n <card hidden>\n Six of Hearts\n\nYour Hand:\n A♠\n 10♥\nTotal: 21\nK♦\nHit or stand? ")
	want := []string{"Dealer's Hand: <card hidden> Six of Hearts", "", "Your Hand: A♠ 10♥", "Total: 21", "K♦", "Hit or stand? "}
	if got := Gather(screen); !slices.Equal(got, want) {
		t.Errorf("gathered %q, want %q", got, want)
	}
}

// The name of a rank in the plural is not a card of spades, and rules that are told before anything is dealt are
// no hand.
func TestRulesAreNoHand(t *testing.T) {
	rules := NewScreen("Aces count 1 or 11, kings 10.\nYour bet? ")
	if facts := Default().Read(rules, TableOf(rulesOf(t, "blackjack"), "cards=5S 9H 6D 9C KH"), Step{Opening: true}); len(facts) > 0 {
		t.Errorf("read %v", facts)
	}
}
