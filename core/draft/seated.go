package draft

import (
	"regexp"
	"slices"
	"strings"

	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
)

// Seated finds by what a line with cards says whose they are, where nothing is known of the cards: when the
// player is first asked for a decision, two cards are the player's and a single one is the dealer's. There
// are no phrases where that tells one of them only.
func Seated(plays []Play) Wording {
	w := Wording{Phrases: map[string][]string{}}
	var h hands
	for _, p := range plays {
		for _, screen := range p.Screens {
			for _, line := range screen {
				for _, c := range (hands{}).cards(line) {
					h.suited = h.suited || c.Suited
				}
			}
		}
	}
	var lines []cardLine
	decision := asks(Decision(plays))
	for _, p := range plays {
		if !goesOn(p) || asks(p.Screens[1]) != decision {
			continue // the round is over as it is dealt
		}
		over := ""
		for _, line := range p.Screens[1] {
			c := cardLine{text: line, words: wordsNear(line, over)}
			switch len(h.cards(line)) {
			case 1:
				c.owner = game.Second
			case 2:
				c.owner = game.First
			}
			if c.owner != game.Nobody {
				lines = append(lines, c)
			}
			if strings.TrimSpace(line) != "" {
				over = line
			}
		}
	}
	w.whose(lines)
	if stood := w.stood(plays, h); len(stood) > 0 {
		lines = append(lines, stood...)
		w.whose(lines)
	}
	for _, key := range sortedKeys(w.Phrases) {
		if len(w.Phrases[key]) == 0 {
			return Wording{}
		}
		w.Learned = append(w.Learned, Learned{About: key, Text: strings.Join(w.Phrases[key], ", "), Held: len(lines), Of: len(lines)})
	}
	return w
}

// stood are the lines with cards after a stand, when only the dealer draws, that have a word of the dealer's
// lines and are none of the player's.
func (w Wording) stood(plays []Play, h hands) (lines []cardLine) {
	is := func(key, line string) bool {
		return slices.ContainsFunc(w.Phrases[key], func(p string) bool { return regexp.MustCompile(`(?i)` + p).MatchString(line) })
	}
	for _, p := range plays {
		for k, step := range p.Script.Steps {
			if step.Act != suite.MakeMove || step.Move.Verb != "stand" || k+1 >= len(p.Screens) || p.Seen[k+1].Untyped {
				continue
			}
			over := ""
			for _, line := range p.Screens[k+1] {
				c := cardLine{text: line, words: wordsNear(line, over), owner: game.Second}
				if len(h.cards(line)) > 1 && !is("cards.player", line) {
					lines = append(lines, c)
				}
				if strings.TrimSpace(line) != "" {
					over = line
				}
			}
		}
	}
	return lines
}

// goesOn reports whether a program waits for something after the first bet.
func goesOn(p Play) bool {
	return len(p.Screens) > 1 && !p.Seen[1].Untyped && p.Seen[1].Condition != judge.Ended
}

// Decision is a screen on which the player is asked for a decision: by what is asked most often after the
// first bet, since some rounds are over as they are dealt. It is nil where nothing is asked then.
func Decision(plays []Play) (screen phrasebook.Screen) {
	counts, most := map[string]int{}, 0
	for _, p := range plays {
		if goesOn(p) {
			asked := asks(p.Screens[1])
			if counts[asked]++; counts[asked] > most {
				screen, most = p.Screens[1], counts[asked]
			}
		}
	}
	return screen
}
