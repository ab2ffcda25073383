package draft

import (
	"cmp"
	"fmt"
	"regexp"
	"slices"
	"strings"
	"unicode/utf8"

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
	Screens []phrasebook.Screen // what it has said in each moment that was tried
	Stands  []phrasebook.Screen // what a page shows at each; nil for a terminal
	Moments []suite.Moment      // what was played, where the program has a part in that; else the script tells
	Seen    []judge.Observation
}

// Wording is what a program's words were found to mean.
type Wording struct {
	Names     [3][]string         // by player; those that were known come first
	Phrases   map[string][]string // patterns by the key of the phrasebook they belong to
	Learned   []Learned
	Mistake   string   // that the program was found to have while its words were learned, empty for none
	Explained int      // plays in which the board and the ends are as they should be
	Ends      int      // that are announced in these
	Uncertain []string // subjects of which what was found may mean the opposite
	unsure    bool     // a number is wrong here and there

	turnOf func(Seen) game.Player // whose turn a program says it is, where names are known by who begins; nil where they are not
}

// score is how much is explained; that no number is wrong counts as two plays.
func (w Wording) score() int {
	n := w.Explained + w.Ends
	if !w.unsure {
		n += 2
	}
	return n
}

// Words finds what the words of a program mean, for two players at one board or one who guesses a
// word. What should be said at a step depends on the rules that the program keeps, which may have a mistake: of the reference
// and all known mistakes, the rules by which most plays are explained are taken, the reference
// where others are hardly better. names are the players' names that are known, by player.
//
// A play is explained where the board is the one of these rules after each step, the game goes on
// or is over as by them, and the ends are announced at the steps at which they should be and at no
// other.
func Words(known mistake.Known, plays []Play, names [3][]string) Wording {
	l := newLearner(plays, names)
	l.solo = known.Reference.Solo()
	l.heaped = known.Reference.MoveKind() == game.NamesHeap
	return l.explain(known, l.words)
}

// Against finds what the words of a program mean that plays one side itself. What it plays is its own, so
// that no mistake is looked for.
func Against(rules game.Rules, plays []Play) Wording {
	l := newLearner(plays, [3][]string{})
	s := l.suppose(rules)
	w := Wording{Phrases: map[string][]string{}}
	l.tell(&w, s, "solo.won", "solo.lost", "says.drawn")
	l.learn(&w, "says.refused", s.steps)
	for key, who := range map[string]string{"solo.won": "(?P<first>%s)|(?P<second>%s)", "solo.lost": "(?P<second>%s)|(?P<first>%s)"} {
		for _, p := range w.Phrases[key] {
			w.Phrases["says.won"] = append(w.Phrases["says.won"], fmt.Sprintf(who, p, nothing))
		}
		delete(w.Phrases, key)
	}
	slices.Sort(w.Phrases["says.won"])
	return w
}

// nothing is a pattern that fits no text.
const nothing = `[^\x00-\x{10ffff}]`

// AtSea finds the same where ships are shot at: boards are not compared.
func AtSea(known mistake.Known, plays []Play) Wording {
	l := newLearner(plays, [3][]string{})
	l.blind, l.solo = true, known.Reference.Solo()
	l.nameless(known.Reference)
	return l.explain(known, l.shots)
}

// nameless writes slotShip for the names of ships, so that a phrase for one is a phrase for all.
func (l *learner) nameless(rules game.Rules) {
	fleet, is := rules.(Fleet)
	if !is {
		return
	}
	var names []string
	for _, name := range fleet.ShipNames() {
		names = append(names, regexp.QuoteMeta(name))
	}
	ship := regexp.MustCompile(`(?i)\b(?:` + strings.Join(names, "|") + `)\b`)
	for i, screens := range l.screens {
		l.screens[i] = slices.Clone(screens)
		for k, screen := range screens {
			l.screens[i][k] = slices.Clone(screen)
			for n, line := range screen {
				l.screens[i][k][n] = ship.ReplaceAllString(line, slotShip)
			}
		}
	}
}

// ShotsTold finds words that tell what becomes of shots as the rules have it, whatever they are.
func ShotsTold(rules game.Rules, plays []Play) Wording {
	l := newLearner(plays, [3][]string{})
	l.blind = true
	w := Wording{Phrases: map[string][]string{}}
	l.tell(&w, l.suppose(rules), "shots.hit", "shots.miss")
	return w
}

// AnswersTold finds words that answer guesses of a number as the rules have it, whatever they are.
func AnswersTold(rules game.Rules, plays []Play) Wording {
	l := newLearner(plays, [3][]string{})
	l.blind, l.solo = true, true
	w := Wording{Phrases: map[string][]string{}}
	l.tell(&w, l.suppose(rules), "guesses.higher", "guesses.lower", "solo.won")
	return w
}

// explain takes the rules by which most is explained.
func (l *learner) explain(known mistake.Known, words func(mistake.Mistake, supposed) Wording) Wording {
	without := l.suppose(known.Reference)
	best := words(mistake.Mistake{}, without)
	if best.Explained == len(l.plays) && best.told() && !best.unsure {
		return best
	}
	most := without.fits()
	suspects := make([]supposed, len(known.Mistakes))
	for i, m := range known.Mistakes {
		suspects[i] = l.suppose(m.Rules)
		most = max(most, suspects[i].fits())
	}
	score := best.score() + dear
	for i, s := range suspects {
		if s.fits() < most-1 {
			continue
		}
		if w := words(known.Mistakes[i], s); w.score() > score {
			best, score = w, w.score()
		}
	}
	return best
}

// dear is how many plays and ends more a mistake must explain than none to be taken.
const dear = 1

// told reports whether it is known how the ends are told.
func (w Wording) told() bool {
	return w.Phrases["says.won"] != nil && w.Phrases["says.drawn"] != nil ||
		w.Phrases["solo.won"] != nil && w.Phrases["solo.lost"] != nil ||
		w.Phrases["shots.hit"] != nil && w.Phrases["shots.sunk"] != nil ||
		w.Phrases["cards.win"] != nil && w.Phrases["cards.push"] != nil
}

type learner struct {
	plays   []Play
	names   [3][]string
	screens [][]phrasebook.Screen // of the plays, without the words that are guessed
	lines   map[string][]string   // tokens of lines
	phrases map[spelled]said      // that were found before
	solo    bool                  // one player guesses a word
	blind   bool                  // boards are not compared
	singles bool                  // a line that stands at one step only may tell something
	suited  bool                  // cards are written with their suits
	heaped  bool                  // nothing that is shown tells whose a move was but what is said

	starting *starting // how players are asked, where that was looked for and found
	asked    bool      // it was looked for
}

func newLearner(plays []Play, names [3][]string) *learner {
	l := &learner{plays: plays, names: names, lines: map[string][]string{}, phrases: map[spelled]said{}}
	with := wordsWith(plays)
	for _, p := range plays {
		l.screens = append(l.screens, masked(p, with))
	}
	return l
}

// spelled is what the phrases of a step depend on.
type spelled struct {
	play, step   int
	names, about string
	over         bool
}

// supposed is what should be said by some rules: the steps of all plays, each play up to the step at
// which the board or the end contradicts them.
type supposed struct {
	steps        []Seen
	contradicted []bool // by play
}

// fits is how many plays nothing contradicts.
func (s supposed) fits() (n int) {
	for _, is := range s.contradicted {
		if !is {
			n++
		}
	}
	return n
}

// facts are those of the steps.
func (s supposed) facts() (list [][]game.Fact) {
	for _, step := range s.steps {
		list = append(list, step.Facts)
	}
	return list
}

func (l *learner) suppose(rules game.Rules) supposed {
	s := supposed{contradicted: make([]bool, len(l.plays))}
	for i, p := range l.plays {
		follow(rules, p, func(k int, m suite.Moment, o judge.Observation) bool {
			s.contradicted[i] = cut(m, o) || !l.blind && contradicts(m, o)
			if !s.contradicted[i] && !o.Untyped {
				var stands phrasebook.Screen
				if p.Stands != nil {
					stands = p.Stands[k]
				}
				s.steps = append(s.steps, Seen{
					Screen: l.screens[i][k], stands: stands, Mover: m.Mover, Facts: m.Facts, View: m.View,
					Start: m.Step.Act == suite.Start, Over: m.Result.Over(),
					claims: winnerOf(
						o.Facts,
					), ships: l.blind, Waits: o.Condition != judge.Ended && o.Condition != judge.Crashed, play: i, step: k,
				})
			}
			return !s.contradicted[i]
		})
	}
	return s
}

// masked are the screens of a play with slotWord for the word that is guessed in it, so that no phrase has
// it; not on lines that stand in plays with other words too. Lines that list guessed letters are left out.
func masked(p Play, with map[string]map[string]bool) []phrasebook.Screen {
	word := hiddenIn(p)
	if word == "" {
		return p.Screens
	}
	whole := regexp.MustCompile(`(?i)(^|[^\pL\pN])` + regexp.QuoteMeta(word) + `($|[^\pL\pN])`)
	screens := make([]phrasebook.Screen, len(p.Screens))
	guessed := ""
	for k, screen := range p.Screens {
		screens[k] = slices.Clone(screen)
		if k > 0 && k <= len(p.Script.Steps) {
			guessed += strings.ToLower(p.Script.Steps[k-1].Move.Text)
		}
		for i, line := range screen {
			switch {
			case lists(line, guessed):
				screens[k][i] = ""
			case len(with[line]) < 2:
				screens[k][i] = whole.ReplaceAllString(line, "${1}"+slotWord+"${2}")
			}
		}
	}
	return screens
}

// lists reports whether a line lists letters that were guessed: several stand alone on it, and no others.
func lists(line, guessed string) bool {
	n := 0
	for _, t := range tokensOf(strings.ToLower(line)) {
		if utf8.RuneCountInString(t) > 1 || !lettered(t) {
			continue
		}
		if n++; !strings.Contains(guessed, t) {
			return false
		}
	}
	return n > 1
}

// words finds the phrases of what is said in plays.
func (l *learner) words(m mistake.Mistake, s supposed) Wording {
	w := Wording{Mistake: m.Name, Phrases: map[string][]string{}, Names: l.names}
	if l.solo {
		keys := []string{"solo.won", "solo.lost"}
		if has(slices.Concat(s.facts()...), kind(game.FactHint)) {
			keys = append(keys, "guesses.higher", "guesses.lower")
		}
		l.tell(&w, s, keys...)
		w.mean()
		l.learn(&w, "solo.refused", s.steps)
		w.lives(s.steps)
		l.always(&w)
		return w
	}
	l.players(&w, s)
	l.tell(&w, s, "says.won", "says.drawn")
	l.learn(&w, "says.refused", s.steps)
	return w
}

// hiddenIn is the word or number that is hidden in a play; empty where there is none.
func hiddenIn(p Play) string {
	values := p.Script.Setup.Values()
	return cmp.Or(values["word"], values["number"])
}

// wordsWith are the words of the plays in which each line stands; nothing where no word is guessed.
func wordsWith(plays []Play) map[string]map[string]bool {
	in := map[string]map[string]bool{}
	for _, p := range plays {
		word := hiddenIn(p)
		if word == "" {
			continue
		}
		for _, screen := range p.Screens {
			for _, line := range screen {
				if in[line] == nil {
					in[line] = map[string]bool{}
				}
				in[line][strings.ToLower(word)] = true
			}
		}
	}
	return in
}

// always finds lines that name the word of one play and stand in plays with other words too: they do not
// tell it.
func (l *learner) always(w *Wording) {
	in := wordsWith(l.plays)
	for _, line := range sortedKeys(in) {
		for word := range in[line] {
			if len(in[line]) > 1 && slices.Contains(tokensOf(strings.ToLower(line)), word) {
				w.Phrases["solo.always"] = append(w.Phrases["solo.always"], `^`+regexp.QuoteMeta(strings.TrimSpace(line)))
				break
			}
		}
	}
}

// shots finds the phrases of what is said where ships are shot at.
func (l *learner) shots(m mistake.Mistake, s supposed) Wording {
	w := Wording{Mistake: m.Name, Phrases: map[string][]string{}, Names: l.names}
	won, refused := "says.won", "says.refused"
	if l.solo {
		won, refused = "solo.won", "solo.refused"
	} else {
		l.players(&w, s)
	}
	l.tell(&w, s, won, "shots.hit", "shots.miss", "shots.sunk")
	w.Ends = 0 // rules by which more is told explain no more by that
	l.learn(&w, refused, s.steps)
	return w
}

// players finds what the players are called.
func (l *learner) players(w *Wording, s supposed) {
	if l.heaped {
		if !l.asked {
			l.asked, l.starting = true, l.starters(s.steps)
		}
		if l.starting != nil {
			l.starting.call(l, w)
			return
		}
		l.spell(s.steps, w.Names, "says.won")
		if found, ok := l.winners(s.steps, w.Names); ok && ordered(found) {
			w.call(found)
		}
		return
	}
	if found, phrase, held := l.turns(s.steps); held > 0 {
		w.call(found)
		w.Phrases["says.turn"] = []string{phrase}
		w.Learned = append(
			w.Learned,
			Learned{About: "names", Text: fmt.Sprintf("%s and %s", found[game.First], found[game.Second]), Held: held, Of: held},
		)
	}
	l.spell(s.steps, w.Names, "says.won")
	if !slices.ContainsFunc(mine(about("says.won"), s.steps), func(f Learned) bool { return strings.Contains(f.Text, slotName) }) {
		if found, ok := l.winners(s.steps, w.Names); ok {
			w.call(found)
		}
	}
}

// tell finds how some things are told, and counts the plays in which each is told where it should be
// and nowhere else.
func (l *learner) tell(w *Wording, s supposed, keys ...string) {
	broken, told := slices.Clone(s.contradicted), make([]int, len(l.plays))
	for _, step := range s.steps {
		if turn := game.Turn(step.Facts); w.turnOf != nil && turn != game.Nobody && step.Waits && !step.Over {
			named := w.turnOf(step)
			broken[step.play] = broken[step.play] || named == turn.Opponent()
		}
	}
	for _, key := range keys {
		found := l.learn(w, key, s.steps)
		if l.singles {
			found = append(found, l.once(w, key, s.steps)...)
		}
		if len(found) == 0 {
			w.Learned = append(w.Learned, Learned{About: key})
		}
		is := about(key).is
		for _, step := range s.steps {
			said := slices.ContainsFunc(found, func(f Learned) bool { return step.phrases.says(f.Text, winnerOf(step.Facts)) })
			if step.Over && !said && strings.HasPrefix(key, "guesses.") {
				continue // what ends the game need not be answered besides
			}
			if said != is(step) && !step.Start {
				broken[step.play] = true
			} else if said {
				told[step.play]++
			}
		}
	}
	for i, b := range broken {
		if !b {
			w.Explained, w.Ends = w.Explained+1, w.Ends+told[i]
		}
	}
}

// learn finds the phrases of one thing that is told.
func (l *learner) learn(w *Wording, key string, steps []Seen) []Learned {
	l.spell(steps, w.Names, key)
	found := mine(about(key), steps)
	for _, f := range found {
		w.Phrases[key] = append(w.Phrases[key], pattern(f.Text))
	}
	w.Learned = append(w.Learned, found...)
	return found
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
