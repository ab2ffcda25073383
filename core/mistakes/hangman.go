package mistakes

import (
	"strings"
	"unicode"
	"unicode/utf8"

	"durchgang/core/game"
	"durchgang/core/game/hangman"
	"durchgang/core/mistake"
)

// hangmanSetups are words on which the mistakes show: with equal letters, capitals, a
// letter outside ASCII, and a sign. Where both ends are shown, others stand there.
func hangmanSetups(r *hangman.Rules) []game.Setup {
	var setups []game.Setup
	for _, word := range []string{"eel", "Bb", "öl", "a-b"} {
		if r.Shown() == "ends" {
			word = "x" + word + "y"
		}
		setups = append(setups, game.Setup("word="+word))
	}
	return setups
}

func hangmanMistakes(r *hangman.Rules) []mistake.Mistake {
	var l list
	add := func(family, name, teacher, student string, change func(*hangman.Rules) hangman.Steps) {
		l.family(family, name, teacher, student, r.With(change))
	}
	one := func(name, teacher, student string, change func(*hangman.Rules) hangman.Steps) {
		add(name, name, teacher, student, change)
	}
	one("first-only", "Only the first of equal letters is shown.",
		"Your program does not show every place of a letter.", func(r *hangman.Rules) hangman.Steps { return firstOnly{r} })
	if r.Folds() {
		one("case", "Capitals are other letters than small ones.",
			"Your program takes a capital for another letter.", func(r *hangman.Rules) hangman.Steps { return strictCase{r} })
	} else {
		one("case", "Capitals and small letters are the same, although they should differ.",
			"Your program takes a capital for a small letter.", func(r *hangman.Rules) hangman.Steps { return looseCase{r} })
	}
	one("bytes", "Letters outside ASCII are never found.",
		"Your program does not find letters such as ä.", func(r *hangman.Rules) hangman.Steps { return asciiOnly{r} })
	l.family("bytes", "bytes-twice", "A letter outside ASCII takes two places.",
		"Your program shows too many places for letters such as ä.", takesTwo{r})
	one("word-first-letter", "Of a whole word that is typed only the first letter is taken.",
		"Your program reads only a part of what is typed.", func(r *hangman.Rules) hangman.Steps { return firstLetter{r} })
	if r.Words() == "refused" {
		one("word-costs", "A whole word typed for a letter costs a life.",
			"Your program punishes a guess that is no letter.", func(r *hangman.Rules) hangman.Steps { return wordCosts{r} })
	}
	if r.Repeats() != "costs" {
		one("repeat-costs", "A wrong letter that is guessed again costs a life again.",
			"Your program punishes a guess that was made before.", func(r *hangman.Rules) hangman.Steps { return repeatCosts{r, false} })
		one("repeat-right-costs", "A right letter that is guessed again costs a life.",
			"Your program punishes a right guess that was made before.", func(r *hangman.Rules) hangman.Steps { return repeatCosts{r, true} })
	}
	for _, by := range []int{-1, 1} {
		name := map[int]string{-1: "lives-one-less", 1: "lives-one-more"}[by]
		add("lives-off-by-one", name, "The number of lives is off by one.",
			"Your program gives another number of lives than asked for.", func(r *hangman.Rules) hangman.Steps { return livesOff{r, by} })
	}
	one("last-life-left", "The game goes on with no life left, until one more is lost.",
		"Your program ends a lost game too late.", func(r *hangman.Rules) hangman.Steps { return lateLoss{r} })
	one("last-life-wins", "When the lives are used up the guesser has won.",
		"Your program mixes up winning and losing.", func(r *hangman.Rules) hangman.Steps { return lossWins{r} })
	one("win-late", "A win needs one more guess after the last letter.",
		"Your program sees that the word is complete too late.", func(r *hangman.Rules) hangman.Steps { return lateWin{r} })
	one("win-never", "A complete word is not seen, as when it was read with its line end: the game goes on.",
		"Your program does not see that the word is complete.", func(r *hangman.Rules) hangman.Steps { return neverWin{r} })
	if r.Shown() != "nothing" {
		one("symbol-costs", "A digit or sign costs a life, as a wrong letter does.",
			"Your program punishes a guess that is no letter.", func(r *hangman.Rules) hangman.Steps { return symbolCosts{r} })
		one("must-guess-blank", "Blanks and signs of the word have to be guessed.",
			"Your program hides blanks and signs of the word.", func(r *hangman.Rules) hangman.Steps { return hidesSigns{r} })
	}
	for _, what := range []string{"letters", "lives"} {
		add("stale-restart", "stale-"+what, "The "+what+" survive into the next game.",
			"In your program something of one game is left in the next.", func(r *hangman.Rules) hangman.Steps { return staleWord{r, what} })
	}
	l.add("leaks-word", "The word is on the screen before the end.", "Your program shows the word too early.", leaksWord{r})
	l.add("never-told", "The word is not told after a loss.", "Your program does not tell the word at the end.", neverTold{r})
	return l
}

type firstOnly struct{ *hangman.Rules }

func (m firstOnly) Reveal(p *hangman.Position, guess rune) bool {
	for i := range p.Word {
		if m.Same(p, guess, i) {
			p.Open[i] = true
			return true
		}
	}
	return false
}

type strictCase struct{ *hangman.Rules }

// Same knows a guess only by its folded form, which is a capital where there is one.
func (m strictCase) Same(p *hangman.Position, guess rune, place int) bool {
	return m.Rules.Same(p, guess, place) && unicode.IsLower(p.Word[place])
}

type looseCase struct{ *hangman.Rules }

func (m looseCase) Same(p *hangman.Position, guess rune, place int) bool {
	return strings.EqualFold(string(guess), string(p.Word[place]))
}

type asciiOnly struct{ *hangman.Rules }

func (m asciiOnly) Same(p *hangman.Position, guess rune, place int) bool {
	return p.Word[place] < utf8.RuneSelf && m.Rules.Same(p, guess, place)
}

type firstLetter struct{ *hangman.Rules }

func (m firstLetter) Read(g game.Move) game.Move {
	if g.Verb == hangman.Word {
		first, _ := utf8.DecodeRuneInString(g.Text)
		return game.Move{Text: string(first)}
	}
	return g
}

type wordCosts struct{ *hangman.Rules }

func (m wordCosts) Refuse(p *hangman.Position, g game.Move) game.Refusal {
	refusal := m.Rules.Refuse(p, g)
	if refusal == hangman.NoWords {
		return game.Accepted
	}
	return refusal
}

type repeatCosts struct {
	*hangman.Rules
	right bool // a right letter does
}

func (m repeatCosts) Refuse(p *hangman.Position, g game.Move) game.Refusal {
	refusal := m.Rules.Refuse(p, g)
	c, _ := utf8.DecodeRuneInString(g.Text)
	if refusal == hangman.Repeated && m.contains(p, m.Fold(c)) == m.right {
		return game.Accepted
	}
	return refusal
}

func (m repeatCosts) contains(p *hangman.Position, c rune) bool {
	for i := range p.Word {
		if m.Same(p, c, i) {
			return true
		}
	}
	return false
}

func (m repeatCosts) Cost(p *hangman.Position, again, found bool) int {
	if again && found == m.right {
		return 1
	}
	return m.Rules.Cost(p, again, found)
}

type livesOff struct {
	*hangman.Rules
	by int
}

func (m livesOff) Begin(p, before *hangman.Position) {
	m.Rules.Begin(p, before)
	p.Lives += m.by
}

type lateLoss struct{ *hangman.Rules }

func (m lateLoss) Decide(p *hangman.Position) game.Result {
	if p.Lives == 0 && !m.Complete(p) {
		return game.Result{}
	}
	return m.Rules.Decide(p)
}

type lossWins struct{ *hangman.Rules }

func (m lossWins) Decide(p *hangman.Position) game.Result {
	result := m.Rules.Decide(p)
	if result.Over() {
		result.Winner = game.First
	}
	return result
}

type lateWin struct{ *hangman.Rules }

func (m lateWin) Decide(p *hangman.Position) game.Result {
	if m.Complete(p) && p.Note == 0 {
		p.Note = 1
		return game.Result{}
	}
	return m.Rules.Decide(p)
}

type neverWin struct{ *hangman.Rules }

func (m neverWin) Decide(p *hangman.Position) game.Result {
	if p.Lives > 0 {
		return game.Result{}
	}
	return game.Result{Outcome: game.Won, Winner: game.Second}
}

type symbolCosts struct{ *hangman.Rules }

func (m symbolCosts) Refuse(p *hangman.Position, g game.Move) game.Refusal {
	refusal := m.Rules.Refuse(p, g)
	if refusal == hangman.NoLetter {
		return game.Accepted
	}
	return refusal
}

type hidesSigns struct{ *hangman.Rules }

func (m hidesSigns) Begin(p, before *hangman.Position) {
	m.Rules.Begin(p, before)
	for i, c := range p.Word {
		if !unicode.IsLetter(c) {
			p.Open[i] = false
		}
	}
}

func (m hidesSigns) Refuse(p *hangman.Position, g game.Move) game.Refusal {
	refusal := m.Rules.Refuse(p, g)
	if refusal == hangman.NoLetter && strings.ContainsAny(string(p.Word), g.Text) {
		return game.Accepted
	}
	return refusal
}

type staleWord struct {
	*hangman.Rules
	what string
}

func (m staleWord) Begin(p, before *hangman.Position) {
	m.Rules.Begin(p, before)
	switch {
	case before == nil:
	case m.what == "lives":
		p.Lives = before.Lives
	default:
		p.Letters = append(p.Letters, before.Letters...)
	}
}

// takesTwo shows two places for what takes two bytes or more.
type takesTwo struct{ *hangman.Rules }

func (m takesTwo) Play(pos game.Position, g game.Move, facts []game.Fact) []game.Fact {
	return m.widen(pos, m.Rules.Play(pos, g, facts))
}

func (m takesTwo) View(pos game.Position, viewer game.Player, facts []game.Fact) []game.Fact {
	return m.widen(pos, m.Rules.View(pos, viewer, facts))
}

func (m takesTwo) widen(pos game.Position, facts []game.Fact) []game.Fact {
	var wide strings.Builder
	word := pos.(*hangman.Position).Word
	for i, c := range []rune(pos.(*hangman.Position).Shown()) {
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

type leaksWord struct{ *hangman.Rules }

func (m leaksWord) View(pos game.Position, _ game.Player, facts []game.Fact) []game.Fact {
	return m.Rules.View(pos, game.Second, facts)
}

type neverTold struct{ *hangman.Rules }

func (m neverTold) Play(pos game.Position, g game.Move, facts []game.Fact) []game.Fact {
	return withoutWord(m.Rules.Play(pos, g, facts))
}

func (m neverTold) View(pos game.Position, viewer game.Player, facts []game.Fact) []game.Fact {
	return withoutWord(m.Rules.View(pos, viewer, facts))
}

func withoutWord(facts []game.Fact) []game.Fact {
	kept := facts[:0]
	for _, f := range facts {
		if f.Kind != game.FactWord {
			kept = append(kept, f)
		}
	}
	return kept
}
