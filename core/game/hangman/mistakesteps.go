package hangman

import (
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"

	"durchgang/core/game"
)

// Each type below is the reference rules of hangman with one step changed.

type firstOnly struct{ *Rules }

func (m firstOnly) Reveal(p *Position, guess rune) bool {
	for i := range p.Word {
		if m.Same(p, guess, i) {
			p.Open[i] = true
			return true
		}
	}
	return false
}

type strictCase struct{ *Rules }

// Same knows a guess only by its folded form, which is a capital where there is one.
func (m strictCase) Same(p *Position, guess rune, place int) bool {
	return m.Rules.Same(p, guess, place) && unicode.IsLower(p.Word[place])
}

// capitalsWrong takes a capital for a letter of an old script, one for each.
type capitalsWrong struct{ *Rules }

func (m capitalsWrong) Read(g game.Move) game.Move {
	g = m.Rules.Read(g)
	c, size := utf8.DecodeRuneInString(g.Text)
	if g.Verb != Word && size == len(g.Text) && unicode.IsUpper(c) {
		const hiragana = 0x3041
		return game.Move{Text: string(hiragana + c%64)}
	}
	return g
}

type looseCase struct{ *Rules }

func (m looseCase) Same(p *Position, guess rune, place int) bool {
	return strings.EqualFold(string(guess), string(p.Word[place]))
}

type asciiOnly struct{ *Rules }

func (m asciiOnly) Same(p *Position, guess rune, place int) bool {
	return p.Word[place] < utf8.RuneSelf && m.Rules.Same(p, guess, place)
}

type asciiLetters struct{ *Rules }

func (m asciiLetters) Refuse(p *Position, g game.Move) game.Refusal {
	refusal := m.Rules.Refuse(p, g)
	if refusal == game.Accepted && g.Verb != Word && g.Text[0] >= utf8.RuneSelf {
		return NoLetter
	}
	return refusal
}

type firstLetter struct{ *Rules }

func (m firstLetter) Read(g game.Move) game.Move {
	if g.Verb == Word {
		first, _ := utf8.DecodeRuneInString(g.Text)
		return game.Move{Text: string(first)}
	}
	return g
}

type wordCosts struct{ *Rules }

func (m wordCosts) Refuse(p *Position, g game.Move) game.Refusal {
	refusal := m.Rules.Refuse(p, g)
	if refusal == NoWords {
		return game.Accepted
	}
	return refusal
}

type guessedFree struct{ *Rules }

// Cost charges no letter that was guessed before.
func (m guessedFree) Cost(p *Position, again, found bool) int {
	if again {
		return 0
	}
	return m.Rules.Cost(p, again, found)
}

type repeatCosts struct {
	*Rules
	right bool // a right letter does
}

func (m repeatCosts) Refuse(p *Position, g game.Move) game.Refusal {
	refusal := m.Rules.Refuse(p, g)
	c, _ := utf8.DecodeRuneInString(g.Text)
	if refusal == Repeated && m.contains(p, m.Fold(c)) == m.right {
		return game.Accepted
	}
	return refusal
}

func (m repeatCosts) contains(p *Position, c rune) bool {
	for i := range p.Word {
		if m.Same(p, c, i) {
			return true
		}
	}
	return false
}

func (m repeatCosts) Cost(p *Position, again, found bool) int {
	if again && found == m.right {
		return 1
	}
	return m.Rules.Cost(p, again, found)
}

type livesOff struct {
	*Rules
	by int
}

func (m livesOff) Begin(p, before *Position) {
	m.Rules.Begin(p, before)
	p.Lives += m.by
}

type lateLoss struct{ *Rules }

func (m lateLoss) Decide(p *Position) game.Result {
	if p.Lives == 0 && !m.Complete(p) {
		return game.Result{}
	}
	return m.Rules.Decide(p)
}

type earlyLoss struct{ *Rules }

func (m earlyLoss) Decide(p *Position) game.Result {
	if p.Lives == 1 && !m.Complete(p) {
		return game.Result{Outcome: game.Won, Winner: game.Second}
	}
	return m.Rules.Decide(p)
}

type lossWins struct{ *Rules }

func (m lossWins) Decide(p *Position) game.Result {
	result := m.Rules.Decide(p)
	if result.Over() {
		result.Winner = game.First
	}
	return result
}

type lateWin struct{ *Rules }

func (m lateWin) Decide(p *Position) game.Result {
	if m.Complete(p) && p.Note == 0 {
		p.Note = 1
		return game.Result{}
	}
	return m.Rules.Decide(p)
}

type neverWin struct{ *Rules }

func (m neverWin) Decide(p *Position) game.Result {
	if p.Lives > 0 {
		return game.Result{}
	}
	return game.Result{Outcome: game.Won, Winner: game.Second}
}

type symbolCosts struct{ *Rules }

func (m symbolCosts) Refuse(p *Position, g game.Move) game.Refusal {
	refusal := m.Rules.Refuse(p, g)
	if refusal == NoLetter {
		return game.Accepted
	}
	return refusal
}

type hidesSigns struct{ *Rules }

func (m hidesSigns) Begin(p, before *Position) {
	m.Rules.Begin(p, before)
	for i, c := range p.Word {
		if !unicode.IsLetter(c) {
			p.Open[i] = false
		}
	}
}

func (m hidesSigns) Refuse(p *Position, g game.Move) game.Refusal {
	refusal := m.Rules.Refuse(p, g)
	if refusal == NoLetter && strings.ContainsAny(string(p.Word), g.Text) {
		return game.Accepted
	}
	return refusal
}

type staleWord struct {
	*Rules
	what string
}

func (m staleWord) Begin(p, before *Position) {
	m.Rules.Begin(p, before)
	switch {
	case before == nil:
	case m.what == "lives":
		p.Lives = before.Lives
	default:
		p.Letters = append(p.Letters, before.Letters...)
		for i, c := range p.Word {
			p.Open[i] = p.Open[i] || m.what == "letters" && slices.Contains(p.Letters, m.Fold(c))
		}
	}
}

// takesTwo shows two places for what takes two bytes or more.
type takesTwo struct{ *Rules }

func (m takesTwo) Play(pos game.Position, g game.Move, facts []game.Fact) []game.Fact {
	return m.widen(pos, m.Rules.Play(pos, g, facts))
}

func (m takesTwo) View(pos game.Position, viewer game.Player, facts []game.Fact) []game.Fact {
	return m.widen(pos, m.Rules.View(pos, viewer, facts))
}

func (m takesTwo) widen(pos game.Position, facts []game.Fact) []game.Fact {
	var wide strings.Builder
	word := pos.(*Position).Word
	for i, c := range []rune(pos.(*Position).Shown()) {
		wide.WriteRune(c)
		if word[i] >= utf8.RuneSelf && c == '_' {
			wide.WriteRune(c)
		}
	}
	for i, f := range facts {
		if f.Kind == game.FactShown {
			facts[i].Text = wide.String()
		}
	}
	return facts
}

type leaksWord struct{ *Rules }

func (m leaksWord) View(pos game.Position, _ game.Player, facts []game.Fact) []game.Fact {
	return m.Rules.View(pos, game.Second, facts)
}

type neverTold struct{ *Rules }

func (m neverTold) Play(pos game.Position, g game.Move, facts []game.Fact) []game.Fact {
	return withoutWord(pos, m.Rules.Play(pos, g, facts))
}

func (m neverTold) View(pos game.Position, viewer game.Player, facts []game.Fact) []game.Fact {
	return withoutWord(pos, m.Rules.View(pos, viewer, facts))
}

// withoutWord takes out the word unless the guesser has won, who sees it anyway.
func withoutWord(pos game.Position, facts []game.Fact) []game.Fact {
	if pos.Result().Winner == game.First {
		return facts
	}
	kept := facts[:0]
	for _, f := range facts {
		if f.Kind != game.FactWord {
			kept = append(kept, f)
		}
	}
	return kept
}

// costsOf charges a right letter and a wrong one otherwise.
type costsOf struct {
	*Rules
	right, wrong int
}

func (m costsOf) Cost(p *Position, again, found bool) int {
	cost := m.Rules.Cost(p, again, found)
	switch {
	case !again && found:
		return m.right
	case cost > 0:
		return cost * m.wrong
	}
	return cost
}

// earlyWin takes a word for complete with one place hidden, once something of it is shown.
type earlyWin struct{ *Rules }

func (m earlyWin) Decide(p *Position) game.Result {
	result := m.Rules.Decide(p)
	hidden := 0
	for i, c := range p.Word {
		if unicode.IsLetter(c) && !p.Open[i] {
			hidden++
		}
	}
	if !result.Over() && hidden == 1 {
		return game.Result{Outcome: game.Won, Winner: game.First}
	}
	return result
}

type guessesOn struct{ *Rules }

func (m guessesOn) Refuse(p *Position, g game.Move) game.Refusal {
	ended := p.Result()
	p.SetResult(game.Result{})
	refusal := m.Rules.Refuse(p, g)
	if refusal != game.Accepted {
		p.SetResult(ended)
	}
	return refusal
}
