package draft

import (
	"regexp"
	"slices"
	"strings"
	"unicode"

	"durchgang/core/game"
)

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
func (l *learner) turns(steps []Seen) (names [3]string, phrase string, held int) {
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
		for _, line := range s.asking() {
			for _, sentence := range sentence.Split(line, -1) {
				said[turn][sentence]++
			}
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
			one, other := l.tokens(a), l.tokens(b)
			at, ok := apart(one, other)
			if n := said[game.First][a] + said[game.Second][b]; ok && n > held {
				at = called(one, at)
				names, phrase, held = at.names(one, other), around(one, at), n
			}
		}
	}
	return names, phrase, held
}

// starting is how a program asks whoever is to move: the line that the first player is asked, and where a name stands in it.
type starting struct {
	names [3]string
	line  []string
	at    place
	held  int // steps at which one of the two is asked so
}

// starters finds what the players are called by what is asked when a game begins, which the first player is asked, and what is
// asked at other times in the same words but for one name. Whose turn it should be does not matter for that; nil where nothing
// is found.
func (l *learner) starters(steps []Seen) *starting {
	var starts, others int
	first, other := map[string]int{}, map[string]int{}
	for _, s := range steps {
		if s.Over || !s.Waits {
			continue
		}
		count := other
		if s.Start {
			count, starts = first, starts+1
		} else {
			others++
		}
		for _, line := range s.asking() {
			for _, said := range sentence.Split(line, -1) {
				count[said]++
			}
		}
	}
	var best *starting
	for _, a := range sortedKeys(first) {
		if first[a]*2 < starts {
			continue
		}
		found := starting{line: l.tokens(a), held: other[a]}
		for _, b := range sortedKeys(other) {
			at, names, is := l.renamed(a, b)
			if !is {
				continue
			}
			if found.names[game.Second] != "" && found.names != names { // it is not a name, but something that changes
				found.held = 0
				break
			}
			found.names, found.at, found.held = names, at, found.held+other[b]
		}
		if found.names[game.Second] != "" && found.held*2 >= others && (best == nil || found.held > best.held) {
			best = &found
		}
	}
	return best
}

// renamed finds the one place in which two lines differ as by a name.
func (l *learner) renamed(a, b string) (at place, names [3]string, is bool) {
	one, two := l.tokens(a), l.tokens(b)
	at, ok := apart(one, two)
	whole := ok && at.from == 0 && at.to[0] == len(one)
	if !ok || whole && (len(one) > 1 || len(two) > 1 || framed(a) != framed(b)) ||
		!nameable(one[at.from:at.to[0]]) || !nameable(two[at.from:at.to[1]]) {
		return at, names, false
	}
	at = called(one, at)
	return at, at.names(one, two), true
}

// call names the players, and says how they are asked.
func (s *starting) call(l *learner, w *Wording) {
	w.call(s.names)
	w.Phrases["says.turn"] = []string{around(s.line, s.at)}
	w.Learned = append(w.Learned, Learned{About: "names", Text: s.names[game.First] + " and " + s.names[game.Second], Held: s.held, Of: s.held})
	w.turnOf = func(step Seen) (named game.Player) {
		for _, asked := range step.asking() {
			for _, said := range sentence.Split(asked, -1) {
				if slices.Equal(s.line, l.tokens(said)) {
					named = game.First
				} else if _, names, is := l.renamed(join(s.line), said); is && names[game.Second] == s.names[game.Second] {
					named = game.Second
				}
			}
		}
		return named
	}
}

// framed is what stands around the words of a line.
func framed(line string) string {
	return strings.Map(func(r rune) rune {
		if unicode.IsLetter(r) || unicode.IsDigit(r) || unicode.IsSpace(r) {
			return -1
		}
		return r
	}, line)
}

// ordered reports whether names tell by themselves which of two players is the first.
func ordered(names [3]string) bool {
	swapped := [3]string{game.First: names[game.Second], game.Second: names[game.First]}
	return inOrder(swapped) != swapped || inOrder(names) != names
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
			one, other := l.tokens(a), l.tokens(b)
			at, differ := apart(one, other)
			if !differ || !nameable(one[at.from:at.to[0]]) || !nameable(other[at.from:at.to[1]]) {
				continue
			}
			sentence := slices.ContainsFunc(slices.Concat(one[:at.from], one[at.to[0]:]), func(t string) bool { return lettered(t) && len(t) > 2 })
			if p, _ := nameAt(one[at.from:], known); sentence && p == game.Nobody {
				most, ok, names = n, true, asKnown(inOrder(at.names(one, other)), known)
			}
		}
	}
	return names, ok
}

// inOrder are the names of two players, the first one's first where that is told by the names themselves.
// A program that calls the first player by what is usually the second one's name has a fault, and no
// names of its own.
func inOrder(names [3]string) [3]string {
	for _, usual := range [][2]string{{"1", "2"}, {"one", "two"}, {"first", "second"}, {"a", "b"}, {"x", "o"}} {
		one, other := strings.Fields(strings.ToLower(names[game.First])), strings.Fields(strings.ToLower(names[game.Second]))
		if slices.Contains(one, usual[1]) && slices.Contains(other, usual[0]) {
			return [3]string{game.First: names[game.Second], game.Second: names[game.First]}
		}
	}
	return names
}

// asKnown are the names of two players, the first one's first where names that are known share their words,
// as Anna does with "Anna X".
func asKnown(names [3]string, known [3][]string) [3]string {
	share := func(p, of game.Player) bool {
		words := strings.Fields(strings.ToLower(strings.Join(known[of], " ")))
		return slices.ContainsFunc(strings.Fields(strings.ToLower(names[p])), func(word string) bool {
			return lettered(word) && slices.Contains(words, word)
		})
	}
	crossed := share(game.First, game.Second) && share(game.Second, game.First)
	if crossed && !share(game.First, game.First) && !share(game.Second, game.Second) {
		names[game.First], names[game.Second] = names[game.Second], names[game.First]
	}
	return names
}

// nameable reports whether a run of tokens may be a name: words, or one number.
func nameable(run []string) bool {
	return len(run) == 1 || !slices.ContainsFunc(run, func(t string) bool { return !lettered(t) })
}

func (l *learner) tokens(line string) []string {
	list, known := l.lines[line]
	if !known {
		list = tokensOf(line)
		l.lines[line] = list
	}
	return list
}

// place is a run of tokens from an index to another one, on each of two lines.
type place struct {
	from int
	to   [2]int
}

// longestName is how many words a name has at most.
const longestName = 3

// apart finds the one place in which two lines differ, as two names in the same sentence do.
func apart(a, b []string) (at place, ok bool) {
	from := 0
	for from < len(a) && from < len(b) && a[from] == b[from] {
		from++
	}
	behind := 0
	for behind < len(a)-from && behind < len(b)-from && a[len(a)-1-behind] == b[len(b)-1-behind] {
		behind++
	}
	at = place{from, [2]int{len(a) - behind, len(b) - behind}}
	size := [2]int{at.to[0] - from, at.to[1] - from}
	return at, size[0] > 0 && size[1] > 0 && size[0] <= longestName && size[1] <= longestName
}

// names are what stands at the place on the two lines.
func (p place) names(a, b []string) [3]string {
	return [3]string{game.First: join(a[p.from:p.to[0]]), game.Second: join(b[p.from:p.to[1]])}
}

// called is the place of a name with the word before it, where the name is a mere number.
func called(line []string, at place) place {
	if at.from > 0 && at.to[0] == at.from+1 && !lettered(line[at.from]) && lettered(line[at.from-1]) {
		at.from--
	}
	return at
}

func join(list []string) string {
	words := make([]string, len(list))
	for i, t := range list {
		words[i] = strings.TrimSuffix(t, "'s")
	}
	return strings.Join(words, " ")
}

// sentence finds where a sentence ends on a line, and begins is a pattern for where one begins.
var sentence = regexp.MustCompile(`[.!?;]\s+`)

const begins = `(?:^|[.!?;]\s)\W*`

// around is a pattern for a place on a line: whoever stands there, between the words beside it.
func around(line []string, at place) string {
	before, behind := begins, `(?:'?s\b)?\W*?(?:[.!?;]\s|$)`
	if at.from > 0 {
		before = literal(line[at.from-1]) + `\W*`
		if at.from == 1 {
			before = begins + before
		}
	}
	if at.to[0] < len(line) {
		behind = `\W*(?:'s\W+)?` + literal(line[at.to[0]])
	}
	return before + `{player}` + behind
}

func literal(word string) string { return number.ReplaceAllString(regexp.QuoteMeta(word), `\d+`) }
