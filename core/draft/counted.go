package draft

import (
	"strings"

	"durchgang/core/judge"
	"durchgang/core/suite"
)

// Fleet is rules of a game in which ships of these names and lengths are shot at.
type Fleet interface {
	ShipNames() []string
	ShipLengths() []int
}

// Counted finds what is said of shots at a fleet that the program has hidden, of which nothing is known
// but its ships: in a game that is played to its end as many hits are told as the ships have cells, as many
// ships are told to sink as there are, and every other shot misses.
func Counted(rules Fleet, plays []Play) Wording {
	w := Wording{Phrases: map[string][]string{}}
	ships, cells := len(rules.ShipLengths()), 0
	for _, n := range rules.ShipLengths() {
		cells += n
	}
	var whole []tallied
	for _, p := range plays {
		if t, ended := tallyOf(p); ended && t.shots > cells {
			whole = append(whole, t)
		}
	}
	if len(whole) < 2 {
		return w
	}
	sunk := saidAsOften(whole, func(tallied) int { return ships })
	hit := saidAsOften(whole, func(tallied) int { return cells })
	if hit == "" { // where it is told that a ship sinks, and not that it was hit
		hit = saidAsOften(whole, func(tallied) int { return cells - ships })
	}
	miss := saidAsOften(whole, func(t tallied) int { return t.shots - cells })
	for key, phrase := range map[string]string{"shots.sunk": sunk, "shots.hit": hit, "shots.miss": miss} {
		if phrase != "" {
			w.Phrases[key] = []string{pattern(phrase)}
			w.Learned = append(w.Learned, Learned{About: key, Text: phrase, Held: len(whole), Of: len(whole)})
		}
	}
	return w
}

// tallied is at how many shots of a game each phrase is said.
type tallied struct {
	shots int
	said  map[string]int
}

// tallyOf counts the phrases of one play, and reports whether the program has ended it.
func tallyOf(p Play) (t tallied, ended bool) {
	t.said = map[string]int{}
	for i, o := range p.Seen {
		if i == 0 || i > len(p.Script.Steps) || i >= len(p.Screens) {
			continue
		}
		step := p.Script.Steps[i-1]
		if step.Act != suite.MakeMove || step.Refused || o.Untyped {
			continue
		}
		t.shots++
		ended = o.Condition == judge.Ended || o.Condition == judge.Offering
		for phrase := range phrasesIn(Seen{Screen: p.Screens[i], Waits: !ended}, [3][]string{}, "shots.hit") {
			t.said[phrase]++
		}
	}
	return t, ended
}

// saidAsOften is the longest phrase that is said at as many shots of each game.
func saidAsOften(games []tallied, often func(tallied) int) (best string) {
	for _, phrase := range sortedKeys(games[0].said) {
		fits := true
		for _, t := range games {
			n := often(t)
			fits = fits && n > 0 && t.said[phrase] == n
		}
		if fits && strings.Count(phrase, " ") >= strings.Count(best, " ") {
			best = phrase
		}
	}
	return best
}
