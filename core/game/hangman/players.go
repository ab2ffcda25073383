package hangman

import (
	"slices"
	"strings"
	"unicode"

	"durchgang/core/game"
	"durchgang/core/play/house"
)

// Players implements house.Source.
func (*Rules) Players() []house.Entry {
	return []house.Entry{
		{Name: "random", Strength: "any letter that it has not guessed", Make: func(t house.Table) house.Player { return newWordPlayer(t, (*wordPlayer).any) }},
		{
			Name:     "frequency",
			Strength: "the letters by how many words of the list have them",
			Make:     func(t house.Table) house.Player { return newWordPlayer(t, (*wordPlayer).frequent) },
		},
		{
			Name:     "remaining",
			Strength: "the letter after which the fewest words are expected to fit",
			Make:     func(t house.Table) house.Player { return newWordPlayer(t, (*wordPlayer).remaining) },
		},
		{
			Name:     "fitting",
			Strength: "the letter that most of the words have that still fit, of several the one after which the fewest are expected to fit",
			Make:     func(t house.Table) house.Player { return newWordPlayer(t, (*wordPlayer).fitting) },
		},
	}
}

// wordPlayer guesses letters of one word.
type wordPlayer struct {
	house.Table
	choose  func(*wordPlayer) rune
	list    []string
	shown   []rune
	guessed []rune // folded
}

func newWordPlayer(t house.Table, choose func(*wordPlayer) rune) house.Player {
	list := t.Words
	if len(list) == 0 {
		list = Words()
	}
	return &wordPlayer{Table: t, choose: choose, list: list}
}

// Choose implements house.Player.
func (p *wordPlayer) Choose(s house.Sight) game.Move {
	for _, f := range s.View {
		if f.Kind == game.FactShown {
			p.shown = []rune(f.Text)
		}
	}
	r := p.Rules.(*Rules)
	for _, c := range p.shown { // shown from the start
		if unicode.IsLetter(c) && !slices.Contains(p.guessed, r.Fold(c)) {
			p.guessed = append(p.guessed, r.Fold(c))
		}
	}
	c := p.choose(p)
	p.guessed = append(p.guessed, r.Fold(c))
	return game.Move{Text: string(c)}
}

// fits lists the words of the list that agree with what is shown and guessed.
func (p *wordPlayer) fits() []string {
	return slices.DeleteFunc(slices.Clone(p.list), func(word string) bool { return !p.agrees([]rune(word)) })
}

func (p *wordPlayer) agrees(word []rune) bool {
	r := p.Rules.(*Rules)
	if len(word) != len(p.shown) {
		return false
	}
	for i, c := range word {
		hidden := p.shown[i] == '_'
		if hidden == slices.Contains(p.guessed, r.Fold(c)) || !hidden && r.Fold(p.shown[i]) != r.Fold(c) {
			return false
		}
	}
	return true
}

// open lists the letters that were not guessed, of the words and of the alphabet.
func (p *wordPlayer) open(words []string) []rune {
	r := p.Rules.(*Rules)
	var list []rune
	for _, c := range strings.Join(words, "") + "abcdefghijklmnopqrstuvwxyz" {
		if c = unicode.ToLower(c); unicode.IsLetter(c) && !slices.Contains(p.guessed, r.Fold(c)) {
			list = append(list, c)
		}
	}
	slices.Sort(list)
	return slices.Compact(list)
}

func (p *wordPlayer) any() rune {
	open := p.open(nil)
	if len(open) == 0 {
		open = p.open(p.list)
	}
	return open[p.Random.IntN(len(open))]
}

// with counts the words that have a letter.
func (p *wordPlayer) with(words []string, letter rune) int {
	r, n := p.Rules.(*Rules), 0
	for _, word := range words {
		if strings.ContainsFunc(word, func(c rune) bool { return r.Fold(c) == r.Fold(letter) }) {
			n++
		}
	}
	return n
}

func (p *wordPlayer) frequent() rune {
	best, most := rune(0), -1
	for _, c := range p.open(p.list) {
		if n := p.with(p.list, c); n > most {
			best, most = c, n
		}
	}
	return best
}

func (p *wordPlayer) fitting() rune {
	return p.of(func(hits, left int) (int, int) { return -hits, left })
}

func (p *wordPlayer) remaining() rune {
	return p.of(func(hits, left int) (int, int) { return left, -hits })
}

// of guesses the letter for which what is first in order is least, and of several the one
// for which the second is: how many of the fitting words have it, and how many are expected to
// be left, times how many there are. The words fall into groups with the letter in the same
// places, and a word of a group of n leaves n.
func (p *wordPlayer) of(order func(hits, left int) (int, int)) rune {
	fits := p.fits()
	if len(fits) == 0 {
		return p.frequent()
	}
	r := p.Rules.(*Rules)
	best, least, second := rune(0), 0, 0
	for _, c := range p.open(fits) {
		groups := map[string]int{}
		for _, word := range fits {
			places := make([]byte, 0, len(p.shown))
			for i, l := range []rune(word) {
				if r.Fold(l) == r.Fold(c) {
					places = append(places, byte(i))
				}
			}
			groups[string(places)]++
		}
		left := 0
		for _, n := range groups {
			left += n * n
		}
		a, b := order(len(fits)-groups[""], left)
		if best == 0 || a < least || a == least && b < second {
			best, least, second = c, a, b
		}
	}
	return best
}

// Measure implements house.Measured: the lives that are left, none for a word that was not found or a foul.
func (r *Rules) Measure() (house.Measure, bool) {
	return house.Measure{Name: "lives left", Of: func(pos game.Position, fouled bool) float64 {
		if fouled || pos.Result().Winner != game.First {
			return 0
		}
		return float64(pos.(*Position).Lives)
	}}, true
}

// WordSetup implements contest.WordDeals.
func (*Rules) WordSetup(word string) game.Setup { return game.Setup("word=" + word) }

// StrategyTakes implements calls.Chooser.
func (*Rules) StrategyTakes() string { return "word, letters" }
