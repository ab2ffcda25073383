package phrasebook

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"durchgang/core/game"
)

// Cards are found as they are usually written; words and amounts are none.
func TestRanks(t *testing.T) {
	for line, want := range map[string]string{
		"You hold 10S 8D which makes 18":          "10* 8*",
		"guest    5♠  K♦   -> 15":                 "5* K*",
		"the ace of spades and the 10 of hearts":  "A* 10*",
		"Gambler  J Q 3  : 23":                    "J Q 3",
		"Player 5S-6D (11) | Dealer 9H-XX":        "5* 6* 9*",
		"As good as each other: you get 12 back.": "",
		"Credit: 110.5":                           "",
		"hand 1 of 10":                            "10",
		"Guest: Ace of Clubs, Queen of Hearts":    "A* Q*",
		"Guest: Q-C 10-H, now 20":                 "Q* 10*",
		"[('7', 'H'), ('Ace', 'Spades')]":         "7* A*",
		"7/H 2_S":                                 "7* 2*",
	} {
		var got []string
		for _, p := range Ranks(line) {
			text := p.Rank
			if p.Suited {
				text += "*"
			}
			got = append(got, text)
		}
		if strings.Join(got, " ") != want {
			t.Errorf("%q has %q, want %q", line, got, want)
		}
	}
}

// A book that says whose hand a line is about reads cards without suits, two hands on one line, and
// what is said without the built-in wording.
func TestOwnWordsAtATable(t *testing.T) {
	book, err := Parse("own.yaml", `
built-in: false
cards:
  player: ['\bgambler\b']
  dealer: ['\bbanker\b']
  total: [':\s*(?P<n>\d+)']
  bank: ['\bcash\b\W*(?P<n>\d+(?:\.\d+)?)']
  win: ['^gambler beats the dealer']
  lose: ['wager lost']
  bust: ['over the top']
`)
	if err != nil {
		t.Fatal(err)
	}
	rules := rulesOf(t, "blackjack")
	table := TableOf(rules, "cards=5S 9H 6D 9C KH")
	for screen, want := range map[string]string{
		"Gambler  5 6  : 11\nBanker   9 and a hidden card": "5 6 =11 | 9 ?",
		"Gambler 10 9 : 19 | Banker 8 J":                   "10 9 =19 | 8 J",
		"Gambler is over the top, wager lost":              "bust lose |",
		"Gambler beats the dealer\nCash 110.5":             "win | bank 11050",
		"You win 10":                                       "|",
	} {
		var mine, theirs []string
		for _, f := range book.Read(NewScreen(screen), table, Step{}) {
			text := map[game.Kind]string{
				game.FactCard: f.Text, game.FactTotal: fmt.Sprintf("=%d", f.Amount), game.FactBust: "bust", game.FactResult: f.Text,
			}[f.Kind]
			switch {
			case f.Kind == game.FactBank:
				theirs = append(theirs, fmt.Sprintf("bank %d", f.Amount))
			case f.Player == game.Second:
				theirs = append(theirs, text)
			default:
				mine = append(mine, text)
			}
		}
		got := strings.TrimSpace(strings.Join(mine, " ") + " | " + strings.Join(theirs, " "))
		if got != want {
			t.Errorf("%q is read as %q, want %q", screen, got, want)
		}
	}
}

// Cards and ships are written as a program reads them.
func TestSetupsAreWritten(t *testing.T) {
	for _, tt := range []struct{ book, variant, setup, want string }{
		{"{arguments: ['{cards...}'], card: {type: '{rank}'}}", "blackjack", "cards=5S 10H", "5 10"},
		{"{arguments: ['{cards}'], card: {type: '{suit}{rank}', between: ','}}", "blackjack", "cards=5S 10H", "S5,H10"},
		{"{arguments: ['{cards}'], card: {type: '{rank} of {suit}', between: ';', ranks: {A: ace}, suits: [spades, hearts, diamonds, clubs]}}", "blackjack", "cards=AH 10C", "ace of hearts;10 of clubs"},
		{"{arguments: ['{fleet}'], ship: {type: '{name} {length} {letter}{row}-{end-letter}{end-row}', between: ';'}}", "battleship:sides=one,fleet=2+3,names=tug+ferry", "fleet=b2>,c4v", "tug 2 B2-C2;ferry 3 C4-C6"},
		{"{arguments: [], ship: {type: \"{row},{col}\\n{way}\", base: 0, across: r, down: d}, type: [{ask: where, each: '{first}'}, {ask: where, each: '{second}'}]}",
			"battleship:fleet=1", "first=b2>;second=c4v", "1,1 r 3,2 d 1,1"},
		{"{arguments: ['{fleet}'], map: {sea: '~', ships: [T, F]}}", "battleship:sides=one,rows=3,cols=4,fleet=2+3", "fleet=b1>,a1v", "FTT~\nF~~~\nF~~~"},
		{"{arguments: ['{fleet}'], map: {ships: ['1'], between: ' '}}", "battleship:sides=one,rows=3,cols=3,fleet=2", "fleet=b2>", ". . .\n. 1 1\n. . ."},
	} {
		book, err := Parse("setup.yaml", "setup: "+tt.book)
		if err != nil {
			t.Fatal(tt.book, err)
		}
		g := book.Give(rulesOf(t, tt.variant), game.Setup(tt.setup))
		got := slices.Clone(g.Arguments)
		for range 5 {
			if text, asked := g.Answer("where? "); asked {
				got = append(got, text)
			}
		}
		text := strings.Join(got, " ")
		if strings.HasPrefix(tt.setup, "cards") {
			text = text[:min(len(text), len(tt.want))]
		}
		if text != tt.want {
			t.Errorf("%s: given %q, want %q", tt.book, text, tt.want)
		}
	}
}
