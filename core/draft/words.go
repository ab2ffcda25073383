package draft

import (
	"fmt"
	"regexp"
	"slices"
	"strconv"
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

// Words finds what the words of a program mean, for two players at one board or one who guesses a word. What should be said at
// a step depends on the rules that the program keeps, which may have a mistake: of the reference
// and all known mistakes, the rules by which most plays are explained are taken, the reference
// where others are hardly better. names are the players' names that are known, by player.
//
// A play is explained where the board is the one of these rules after each step, the game goes on
// or is over as by them, and the ends are announced at the steps at which they should be and at no
// other.
func Words(known mistake.Known, plays []Play, names [3][]string) Wording {
	l := learner{plays: plays, names: names, lines: map[string][]token{}, phrases: map[spelled]said{}, solo: known.Reference.Solo()}
	best := l.learn(mistake.Mistake{Rules: known.Reference})
	most := len(plays) - l.contradicted
	if best.Explained == len(plays) && best.told() {
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

// told reports whether it is known how the ends are told.
func (w Wording) told() bool {
	return w.Phrases["says.won"] != nil && w.Phrases["says.drawn"] != nil || w.Phrases["solo.won"] != nil && w.Phrases["solo.lost"] != nil
}

type learner struct {
	plays        []Play
	names        [3][]string
	contradicted int // plays that are, by the rules supposed last
	lines        map[string][]token
	phrases      map[spelled]said // that were found before
	solo         bool             // one player guesses a word
	blind        bool             // boards are not compared
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
		whole := true
		follow(rules, p, func(k int, m suite.Moment, o judge.Observation) bool {
			if whole = l.blind || !contradicts(m, o); whole && !o.Untyped {
				plays[i] = append(plays[i], Seen{
					Screen: p.Screens[k], Mover: m.Mover, Facts: m.Facts, View: m.View, Start: m.Step.Act == suite.Start, Over: m.Result.Over(),
					Waits: o.Condition != judge.Ended && o.Condition != judge.Crashed, play: i, step: k,
				})
			}
			return whole
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
	held, shown := map[game.Cell]game.Player{}, ""
	for _, f := range m.View {
		switch f.Kind {
		case game.FactCell:
			held[f.Cell] = f.Player
		case game.FactShown:
			shown = f.Text
		}
	}
	return slices.ContainsFunc(o.Facts, func(f game.Fact) bool {
		p, there := held[f.Cell]
		return f.Kind == game.FactCell && there && p != f.Player || f.Kind == game.FactShown && !over && !strings.EqualFold(f.Text, shown)
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
	if l.solo {
		l.tell(&w, all, []string{"solo.won", "solo.lost"}, "solo.refused", broken, told, of)
		w.lives(all)
		w.count(broken, told)
		return w
	}
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
	l.tell(&w, all, []string{"says.won", "says.drawn"}, "says.refused", broken, told, of)
	w.count(broken, told)
	return w
}

// tell finds the phrases of ends and refusals, and where an end is told that should not be, or the
// other way round; of is the play of each step.
func (l *learner) tell(w *Wording, all []Seen, over []string, refused string, broken []bool, told, of []int) {
	for _, about := range over {
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
	l.spell(all, w.Names, refused)
	for _, f := range mine(ends(refused), all) {
		w.Phrases[refused] = append(w.Phrases[refused], pattern(f.Text))
		w.Learned = append(w.Learned, f)
	}
}

// count sums up what is explained.
func (w *Wording) count(broken []bool, told []int) {
	for i, b := range broken {
		if !b {
			w.Explained, w.Ends = w.Explained+1, w.Ends+told[i]
		}
	}
}

// lives finds the number on a line that is how many lives are left, or how many are gone.
func (w *Wording) lives(steps []Seen) {
	type place struct {
		line string // with numbers as #
		at   int    // which of the numbers
		gone bool
	}
	right, of := map[place]int{}, map[place]int{}
	start := -1
	for _, s := range steps {
		left := livesOf(s.View)
		if s.Start || start < 0 {
			start = max(start, left)
		}
		if left < 0 || s.Over {
			continue
		}
		met := map[place]bool{}
		for _, line := range s.Screen {
			items := itemsOf(line, w.Names)
			words := make([]string, len(items))
			for i, it := range items {
				words[i] = it.word
			}
			for i, text := range number.FindAllString(line, -1) {
				n, err := strconv.Atoi(text)
				if err != nil {
					continue
				}
				for _, gone := range []bool{false, true} {
					p := place{strings.Join(words, " "), i, gone}
					if met[p] || len(words) < 2 {
						continue
					}
					met[p] = true
					of[p]++
					if n == left && !gone || n == start-left && gone {
						right[p]++
					}
				}
			}
		}
	}
	best, most := place{}, 0
	for p, n := range right {
		if of[p]*9 <= n*10 && n > most || n == most && n > 0 && fmt.Sprint(p) < fmt.Sprint(best) && of[p]*9 <= n*10 {
			best, most = p, n
		}
	}
	if most*2 < len(steps) {
		return
	}
	words := strings.Fields(best.line)
	k := 0
	for i, word := range words {
		words[i] = regexp.QuoteMeta(word)
		if !strings.Contains(word, anyNumber) {
			continue
		}
		words[i] = strings.ReplaceAll(words[i], anyNumber, `\d+`)
		if k == best.at {
			words[i] = strings.Replace(words[i], `\d+`, map[bool]string{false: `(?P<n>\d+)`, true: `(?P<gone>\d+)`}[best.gone], 1)
		}
		k++
	}
	w.Phrases["solo.lives"] = []string{`^\W*` + strings.Join(words, `\W+`) + `\W*$`}
	w.Learned = append(w.Learned, Learned{About: "solo.lives", Text: best.line, Held: right[best], Of: of[best]})
}

// livesOf is how many lives facts tell of, -1 where they tell of none.
func livesOf(facts []game.Fact) int {
	for _, f := range facts {
		if f.Kind == game.FactLives {
			return f.N
		}
	}
	return -1
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

// ends are the subjects of what is told of a game.
func ends(about string) subject {
	is := map[string]func(game.Fact) bool{
		"says.won": kind(game.FactWon), "says.drawn": kind(game.FactDrawn), "says.refused": kind(game.FactRefused), "solo.refused": kind(game.FactRefused),
		"solo.won":  func(f game.Fact) bool { return f.Kind == game.FactWon && f.Player == game.First },
		"solo.lost": func(f game.Fact) bool { return f.Kind == game.FactWon && f.Player == game.Second },
	}
	return of(about, is[about])
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
				held, at = n, called(one, at)
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

// Winners finds who has won in a game in which boards are not compared, as with ships: what the players
// are called, and what is said.
func Winners(known mistake.Known, plays []Play, names [3][]string) Wording {
	l := learner{plays: plays, names: names, lines: map[string][]token{}, phrases: map[spelled]said{}, blind: true}
	steps, _ := l.suppose(known.Reference)
	w := Wording{Phrases: map[string][]string{}, Names: names}
	all := slices.Concat(steps...)
	all = slices.DeleteFunc(all, func(s Seen) bool { return s.Echo })
	if found, phrases, _ := l.turns(all); phrases != nil {
		w.call(found)
	}
	l.tell(&w, all, []string{"says.won"}, "says.refused", make([]bool, len(plays)), make([]int, len(plays)), make([]int, len(all)))
	return w
}

// Fits is how much of what is seen and read in plays is explained by some rules: of the reference
// and all known mistakes, by the rules that explain most. A board with marks, a word and a number of
// lives count one each, an end that is announced three; a play in which something is otherwise counts
// nothing.
func Fits(known mistake.Known, plays []Play) int { return explained(known, plays, evidence) }

// Shows is the same for what is seen without knowing a word, up to where something is otherwise.
func Shows(known mistake.Known, plays []Play) int { return explained(known, plays, sight) }

func explained(known mistake.Known, plays []Play, by func(game.Rules, Play) int) (most int) {
	for _, rules := range known.Rules() {
		n := 0
		for _, p := range plays {
			n += by(rules, p)
		}
		most = max(most, n)
	}
	return most
}

// follow yields the moments of a play by some rules, with what was seen.
func follow(rules game.Rules, p Play, yield func(k int, m suite.Moment, o judge.Observation) bool) {
	k := -1
	// Rules that cannot be told end the play, as far as it has come.
	_ = p.Script.Retell(rules, true, func(m suite.Moment) bool {
		k++
		return k < len(p.Seen) && yield(k, m, p.Seen[k])
	})
}

// sight is how many boards with marks and words some rules explain in a play.
func sight(rules game.Rules, p Play) (n int) {
	follow(rules, p, func(_ int, m suite.Moment, o judge.Observation) bool {
		if contradicts(m, o) {
			return false
		}
		if slices.ContainsFunc(o.Facts, func(f game.Fact) bool {
			return f.Kind == game.FactCell && f.Player != game.Nobody || f.Kind == game.FactShown
		}) {
			n++
		}
		return true
	})
	return n
}

// evidence is how much of a play some rules explain, 0 where something is otherwise.
func evidence(rules game.Rules, p Play) (n int) {
	whole := true
	follow(rules, p, func(k int, m suite.Moment, o judge.Observation) bool {
		whole = !contradicts(m, o) && (k == 0 || tells(m, o))
		if livesOf(o.Facts) >= 0 {
			n++
		}
		if slices.ContainsFunc(o.Facts, func(f game.Fact) bool { return f.Kind == game.FactWon || f.Kind == game.FactDrawn }) {
			n += 3
		}
		return whole
	})
	if !whole {
		return 0
	}
	return n + sight(rules, p)
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
	if lives := livesOf(o.Facts); lives >= 0 && lives != livesOf(m.View) {
		return false
	}
	return should == is && (refused || !refuses) && (turn == game.Nobody || m.Result.Over() || turn == game.Turn(m.Facts))
}
