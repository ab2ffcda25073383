package draft

import (
	"fmt"
	"slices"
	"testing"

	"durchgang/core/games"
	"durchgang/core/judge"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
)

type twoShips struct{}

func (twoShips) ShipLengths() []int  { return []int{3, 2} }
func (twoShips) ShipNames() []string { return []string{"tug", "ferry"} }

// What is said as often as a fleet has cells, and ships, tells hits and sunk ships, whatever the words; what
// is said as often by chance in one game only does not.
func TestCounted(t *testing.T) {
	played := func(shots string) (p Play) {
		say := map[rune]phrasebook.Screen{'h': {"Kawumm."}, 's': {"Kawumm.", "Weg ist Boot Nummer 7!"}, 'm': {"Blubb."}}
		p.Screens, p.Seen = []phrasebook.Screen{{"Los"}}, []judge.Observation{{Condition: judge.Asking}}
		for i, shot := range shots {
			p.Script.Steps = append(p.Script.Steps, suite.Step{Act: suite.MakeMove})
			p.Screens = append(p.Screens, append(slices.Clone(say[shot]), fmt.Sprintf("Schuss %d", i)))
			p.Seen = append(p.Seen, judge.Observation{Condition: judge.Asking})
		}
		p.Seen[len(p.Seen)-1].Condition = judge.Ended
		return p
	}
	w := Counted(twoShips{}, []Play{played("mhmhsmmhs"), played("hhsmmmmmhms")})
	for key, want := range map[string]string{"shots.hit": "kawumm", "shots.sunk": `weg\W+ist\W+boot\W+nummer`, "shots.miss": "blubb"} {
		if got := w.Phrases[key]; len(got) != 1 || !slices.Contains([]string{want, `^\W*` + want + `\W*$`, want + `\W+\d+`, `^\W*` + want + `\W+\d+\W*$`}, got[0]) {
			t.Errorf("%s is %q, want %s", key, got, want)
		}
	}
	if w := Counted(twoShips{}, []Play{played("mhmhsmmhs")}); len(w.Phrases) > 0 {
		t.Errorf("one game tells %v", w.Phrases)
	}
}

// Whose cards a line shows is told by how many there are when the first decision is asked for, and a stand
// from a card more by what is asked afterwards.
func TestSeated(t *testing.T) {
	played := func(last string, ends bool) Play {
		p := Play{
			Screens: []phrasebook.Screen{{"Stake?"}, {"Croupier: Ace of Clubs, one face down", "Guest: 7 of Clubs, King of Spades (17)", "+ or . ?"}, {last, "+ or . ?"}},
			Seen:    []judge.Observation{{Condition: judge.Asking}, {Condition: judge.Asking}, {Condition: judge.Asking}},
		}
		if ends {
			p.Seen[2].Condition, p.Screens[2] = judge.Ended, p.Screens[2][:1]
		}
		return p
	}
	plays := []Play{played("Guest: 7 of Clubs, King of Spades, 2 of Hearts (19)", false), played("Croupier: Ace of Clubs, 9 of Spades (20)", true), played("What?", false), played("What? Guest: 7 of Clubs, King of Spades (17)", false)}
	w := Seated(plays)
	for key, want := range map[string]string{"cards.player": `\bguest\b`, "cards.dealer": `\bcroupier\b`} {
		if !slices.Equal(w.Phrases[key], []string{want}) {
			t.Errorf("%s is %q, want %s", key, w.Phrases[key], want)
		}
	}
	rules, err := games.All().Rules("blackjack:rounds=1")
	if err != nil {
		t.Fatal(err)
	}
	over := played("A number, please.", false) // a natural, after which another bet is asked for
	over.Screens[1], over.Screens[2] = phrasebook.Screen{"Guest: Ace of Clubs, King of Spades", "Stake?"}, phrasebook.Screen{"A number, please.", "Stake?"}
	less := played("Guest: 7 of Clubs, King of Spades, 2 of Hearts (19)", false)
	less.Screens[1][2], less.Screens[2][1] = "card, stop or double?", "card, stop?"
	next := played("Croupier: Ace of Clubs, 9 of Spades (20)", false)
	next.Screens[2][1] = "Stake?"
	plays = append(plays, over, less, next)
	if got, want := Answered(rules, plays), (Answers{More: 2, Same: 1, Ended: 2}); got != want {
		t.Errorf("Answered = %+v, want %+v", got, want)
	}
}
