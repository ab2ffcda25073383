package draft

import (
	"fmt"
	"slices"
	"strings"

	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/mistake"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
)

// Play is one script as a program has played it: what it printed at each moment, and what is
// known of that by its board and by whether it goes on.
type Play struct {
	Script  suite.Script
	Screens []phrasebook.Screen // one for each moment that was tried
	Seen    []judge.Observation
}

// Wording is what a program's words were found to mean.
type Wording struct {
	Names     [3][]string         // by player; those that were known come first
	Phrases   map[string][]string // patterns by the key of the phrasebook they belong to
	Learned   []Learned
	Mistake   string // that the program was found to have while its words were learned, empty for none
	Explained int    // plays in which the board and the ends are as they should be
	Ends      int    // that are announced in these
}

// score is how much is explained.
func (w Wording) score() int { return w.Explained + w.Ends }

// Words finds what the words of a program for two players at one board mean. What should be said at
// a step depends on the rules that the program keeps, which may have a mistake: of the reference
// and all known mistakes, the rules by which most plays are explained are taken, the reference
// where others are hardly better. names are the players' names that are known, by player.
//
// A play is explained where the board is the one of these rules after each step, the game goes on
// or is over as by them, and the ends are announced at the steps at which they should be and at no
// other.
func Words(known mistake.Known, plays []Play, names [3][]string) Wording {
	l := learner{plays: plays, names: names, lines: map[string][]token{}, phrases: map[spelled]said{}}
	best := l.learn(mistake.Mistake{Rules: known.Reference})
	most := len(plays) - l.contradicted
	if best.Explained == len(plays) && best.Phrases["says.won"] != nil && best.Phrases["says.drawn"] != nil {
		return best
	}
	type suspect struct {
		mistake.Mistake
		steps [][]Seen
		fits  int
	}
	var suspects []suspect
	for _, m := range known.Mistakes {
		steps, contradicted := l.suppose(m.Rules)
		fits := len(plays) - contradicted
		suspects, most = append(suspects, suspect{m, steps, fits}), max(most, fits)
	}
	score := best.score() + dear
	for _, s := range suspects {
		if s.fits < most-1 {
			continue
		}
		if w := l.words(s.Mistake, s.steps); w.score() > score {
			best, score = w, w.score()
		}
	}
	return best
}

// dear is how many plays and ends more a mistake must explain than none to be taken.
const dear = 1

type learner struct {
	plays        []Play
	names        [3][]string
	contradicted int // plays that are, by the rules supposed last
	lines        map[string][]token
	phrases      map[spelled]said // that were found before
}

// spelled is what the phrases of a step depend on.
type spelled struct {
	play, step   int
	names, about string
	over         bool
}

// learn finds what is said by a program that keeps some rules.
func (l *learner) learn(m mistake.Mistake) Wording {
	steps, contradicted := l.suppose(m.Rules)
	l.contradicted = contradicted
	return l.words(m, steps)
}

// suppose says what should be said in each play by some rules, up to the step at which the board
// or the end contradicts them.
func (l *learner) suppose(rules game.Rules) (plays [][]Seen, contradicted int) {
	plays = make([][]Seen, len(l.plays))
	for i, p := range l.plays {
		k := -1
		whole := true
		// Rules that cannot be told end the play, as far as it has come.
		_ = p.Script.Retell(rules, true, func(m suite.Moment) bool {
			if k++; k >= len(p.Seen) {
				return false
			}
			o := p.Seen[k]
			if contradicts(m, o) {
				whole = false
				return false
			}
			if !o.Untyped {
				plays[i] = append(plays[i], Seen{
					Screen: p.Screens[k], Mover: m.Mover, Facts: m.Facts, Start: m.Step.Act == suite.Start, Over: m.Result.Over(),
					Waits: o.Condition != judge.Ended && o.Condition != judge.Crashed, play: i, step: k,
				})
			}
			return true
		})
		if !whole {
			contradicted++
			plays[i] = append(plays[i], Seen{Echo: true})
		}
	}
	return plays, contradicted
}

// contradicts reports whether what is seen without words cannot be so by some rules.
func contradicts(m suite.Moment, o judge.Observation) bool {
	over := m.Result.Over()
	switch o.Condition {
	case judge.Crashed, judge.Exceeded, judge.Stuck, judge.Flooding:
		return true
	case judge.Ended, judge.Offering:
		if !over {
			return true
		}
	case judge.Anew:
		return false // what is shown is the next game's
	}
	held := map[game.Cell]game.Player{}
	for _, f := range m.View {
		if f.Kind == game.FactCell {
			held[f.Cell] = f.Player
		}
	}
	return slices.ContainsFunc(o.Facts, func(f game.Fact) bool {
		p, there := held[f.Cell]
		return f.Kind == game.FactCell && there && p != f.Player
	})
}

// words finds the phrases of what is said in plays.
func (l *learner) words(m mistake.Mistake, plays [][]Seen) Wording {
	var all []Seen
	var of []int // the play of each
	broken, told := make([]bool, len(plays)), make([]int, len(plays))
	for i, play := range plays {
		for _, s := range play {
			if s.Echo {
				broken[i] = true
				continue
			}
			all, of = append(all, s), append(of, i)
		}
	}
	w := Wording{Mistake: m.Name, Phrases: map[string][]string{}, Names: l.names}
	if found, phrases, held := l.turns(all); phrases != nil {
		w.call(found)
		w.Phrases["says.turn"] = phrases
		w.Learned = append(w.Learned, Learned{About: "names", Text: fmt.Sprintf("%s and %s", found[game.First], found[game.Second]), Held: held, Of: held})
	}
	l.spell(all, w.Names, "says.won")
	if !slices.ContainsFunc(mine(ends("says.won"), all), func(f Learned) bool { return strings.Contains(f.Text, slotName) }) {
		if found, ok := l.winners(all, w.Names); ok {
			w.call(found)
		}
	}
	for _, about := range []string{"says.won", "says.drawn"} {
		l.spell(all, w.Names, about)
		s := ends(about)
		found := mine(s, all)
		if len(found) == 0 {
			w.Learned = append(w.Learned, Learned{About: about})
		}
		for _, f := range found {
			w.Phrases[about] = append(w.Phrases[about], pattern(f.Text))
			w.Learned = append(w.Learned, f)
		}
		for i, step := range all {
			said := slices.ContainsFunc(found, func(f Learned) bool { return step.phrases.says(f.Text, winnerOf(step.Facts)) })
			if said != s.is(step) && !step.Start {
				broken[of[i]] = true
			} else if said {
				told[of[i]]++
			}
		}
	}
	l.spell(all, w.Names, "says.refused")
	for _, f := range mine(ends("says.refused"), all) {
		w.Phrases["says.refused"] = append(w.Phrases["says.refused"], pattern(f.Text))
		w.Learned = append(w.Learned, f)
	}
	for i, b := range broken {
		if !b {
			w.Explained, w.Ends = w.Explained+1, w.Ends+told[i]
		}
	}
	return w
}

// spell finds the phrases of all steps that may tell of a subject.
func (l *learner) spell(steps []Seen, names [3][]string, about string) {
	called := fmt.Sprint(names)
	for i, s := range steps {
		key := spelled{s.play, s.step, called, about, s.Over}
		found, known := l.phrases[key]
		if !known {
			found = phrasesIn(s, names, about)
			l.phrases[key] = found
		}
		steps[i].phrases = found
	}
}

// ends are the subjects of what is told of a game of two.
func ends(about string) subject {
	k := map[string]game.Kind{"says.won": game.FactWon, "says.drawn": game.FactDrawn, "says.refused": game.FactRefused}[about]
	return of(about, kind(k))
}

// call adds a name of each player.
func (w *Wording) call(found [3]string) {
	names := [3][]string{}
	for p := game.First; p <= game.Second; p++ {
		names[p] = slices.Clone(w.Names[p])
		if !slices.Contains(names[p], found[p]) {
			names[p] = append(names[p], found[p])
		}
	}
	w.Names = names
}

// turns finds what the players are called where one of them is to move, and how that is said: two
// lines at the prompt that are the same but for a few words in one place, of which one stands there
// when the first player is to move and the other when the second is.
func (l *learner) turns(steps []Seen) (names [3]string, phrases []string, held int) {
	var said [3]map[string]int
	var turns [3]int
	for p := range said {
		said[p] = map[string]int{}
	}
	for _, s := range steps {
		turn := game.Turn(s.Facts)
		if turn == game.Nobody || s.Over || !s.Waits {
			continue
		}
		turns[turn]++
		for line := range strings.SplitSeq(s.Screen.Question(), "\n") {
			said[turn][line]++
		}
	}
	enough := func(p game.Player, line string) bool {
		return said[p][line]*2 >= turns[p] && said[p.Opponent()][line]*10 <= turns[p.Opponent()]
	}
	for _, a := range sortedKeys(said[game.First]) {
		for _, b := range sortedKeys(said[game.Second]) {
			if !enough(game.First, a) || !enough(game.Second, b) {
				continue
			}
			one, other, at, ok := apart(l.tokens(a), l.tokens(b))
			if !ok {
				continue
			}
			if n := said[game.First][a] + said[game.Second][b]; n > held {
				held = n
				names = [3]string{game.First: join(one[at.from:at.to[0]]), game.Second: join(other[at.from:at.to[1]])}
				phrases = []string{around(one, at)}
			}
		}
	}
	return names, phrases, held
}

// winners finds what players are called who have won, in the same way; not where they have names that
// are known.
func (l *learner) winners(steps []Seen, known [3][]string) (names [3]string, ok bool) {
	var said [3]map[string]int
	elsewhere := map[string]bool{}
	for p := range said {
		said[p] = map[string]int{}
	}
	for _, s := range steps {
		p := winnerOf(s.Facts)
		for i, line := range s.Screen {
			if p == game.Nobody {
				elsewhere[line] = true
			} else if i != s.Screen.Asks() || !s.Waits {
				said[p][line]++
			}
		}
	}
	most := 0
	for _, a := range sortedKeys(said[game.First]) {
		for _, b := range sortedKeys(said[game.Second]) {
			n := min(said[game.First][a], said[game.Second][b])
			if elsewhere[a] || elsewhere[b] || n <= max(most, 1) || said[game.Second][a] > 0 || said[game.First][b] > 0 {
				continue
			}
			one, other, at, differ := apart(l.tokens(a), l.tokens(b))
			if !differ || !slices.ContainsFunc(slices.Concat(one[:at.from], one[at.to[0]:]), func(t token) bool { return lettered(t.text) && len(t.text) > 2 }) || !nameable(one[at.from:at.to[0]]) || !nameable(other[at.from:at.to[1]]) {
				continue
			}
			if p, _ := nameAt(one[at.from:], known); p == game.Nobody {
				most, ok = n, true
				names = [3]string{game.First: join(one[at.from:at.to[0]]), game.Second: join(other[at.from:at.to[1]])}
			}
		}
	}
	return names, ok
}

// nameable reports whether a run of tokens may be a name: words, or one number.
func nameable(run []token) bool {
	return len(run) == 1 || !slices.ContainsFunc(run, func(t token) bool { return !lettered(t.text) })
}

// winnerOf is who has won by facts.
func winnerOf(facts []game.Fact) game.Player {
	for _, f := range facts {
		if f.Kind == game.FactWon {
			return f.Player
		}
	}
	return game.Nobody
}

// Fits is how much of what is seen and read in plays is explained by some rules: of the reference
// and all known mistakes, by the rules that explain most. A board with marks counts one, and an end
// that is announced three; a play in which something is otherwise counts nothing.
func Fits(known mistake.Known, plays []Play) (most int) {
	for _, rules := range known.Rules() {
		n := 0
		for _, p := range plays {
			n += evidence(rules, p)
		}
		most = max(most, n)
	}
	return most
}

// evidence is how much of a play some rules explain, 0 where something is otherwise.
func evidence(rules game.Rules, p Play) (n int) {
	k, whole := -1, true
	_ = p.Script.Retell(rules, true, func(m suite.Moment) bool {
		if k++; k >= len(p.Seen) {
			return false
		}
		o := p.Seen[k]
		if whole = !contradicts(m, o) && (k == 0 || tells(m, o)); !whole {
			return false
		}
		if slices.ContainsFunc(o.Facts, func(f game.Fact) bool { return f.Kind == game.FactCell && f.Player != game.Nobody }) {
			n++
		}
		if slices.ContainsFunc(o.Facts, func(f game.Fact) bool { return f.Kind == game.FactWon || f.Kind == game.FactDrawn }) {
			n += 3
		}
		return true
	})
	if !whole {
		return 0
	}
	return n
}

// tells reports whether what is read at a step is what should be said there.
func tells(m suite.Moment, o judge.Observation) bool {
	if o.Untyped {
		return true
	}
	said := func(facts []game.Fact) (result game.Fact) {
		for _, f := range facts {
			if f.Kind == game.FactWon || f.Kind == game.FactDrawn {
				result = game.Fact{Kind: f.Kind, Player: f.Player}
			}
		}
		return result
	}
	should, is := said(m.Facts), said(o.Facts)
	if is.Kind == game.FactWon && is.Player == game.Nobody {
		should.Player = game.Nobody
	}
	_, refused := game.Refused(m.Facts)
	_, refuses := game.Refused(o.Facts)
	turn := game.Turn(o.Facts)
	return should == is && (refused || !refuses) && (turn == game.Nobody || m.Result.Over() || turn == game.Turn(m.Facts))
}
