package draft

import (
	"iter"
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
		for line, over := range underLines(p.Screens[1]) {
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

// stood are the lines with several cards after a stand, when only the dealer draws, that are none of the player's
// by what is known of these.
func (w Wording) stood(plays []Play, h hands) (lines []cardLine) {
	var mine []*regexp.Regexp
	for _, p := range w.Phrases["cards.player"] {
		mine = append(mine, regexp.MustCompile(`(?i)`+p))
	}
	for _, p := range plays {
		for k, step := range p.Script.Steps {
			if step.Act != suite.MakeMove || step.Move.Verb != "stand" || k+1 >= len(p.Screens) || p.Seen[k+1].Untyped {
				continue
			}
			for line, over := range underLines(p.Screens[k+1]) {
				if len(h.cards(line)) > 1 && !slices.ContainsFunc(mine, func(p *regexp.Regexp) bool { return p.MatchString(line) }) {
					lines = append(lines, cardLine{text: line, words: wordsNear(line, over), owner: game.Second})
				}
			}
		}
	}
	return lines
}

// underLines are the lines of a screen, each with the last one over it that is not empty.
func underLines(screen phrasebook.Screen) iter.Seq2[string, string] {
	return func(yield func(line, over string) bool) {
		over := ""
		for _, line := range screen {
			if !yield(line, over) {
				return
			}
			if strings.TrimSpace(line) != "" {
				over = line
			}
		}
	}
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
