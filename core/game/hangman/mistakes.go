package hangman

import (
	"durchgang/core/game"
	"durchgang/core/mistake"
)

// mistakenSetups are words on which the mistakes show: with equal letters, capitals, a
// letter outside ASCII, and a sign. Where both ends are shown, others stand there.
func (r *Rules) mistakenSetups() []game.Setup {
	var setups []game.Setup
	for _, word := range []string{"eel", "Bb", "öl", "a-b"} {
		if r.Shown() == "ends" {
			word = "x" + word + "y"
		}
		setups = append(setups, game.Setup("word="+word))
	}
	return setups
}

// Mistakes implements mistake.Source.
func (r *Rules) Mistakes() mistake.Known {
	h := &mistake.Changes[*Rules, Steps]{Rules: r}
	h.Add("first-only", "Only the first of equal letters is shown.",
		"Your program does not show every place of a letter.", func(r *Rules) Steps { return firstOnly{r} })
	if r.Folds() {
		h.Family("case", "case-guess", "A capital that is typed is another letter than the small one, and never right.",
			"Your program takes a capital for another letter.", func(r *Rules) Steps { return capitalsWrong{r} })
		h.Add("case", "Capitals are other letters than small ones.",
			"Your program takes a capital for another letter.", func(r *Rules) Steps { return strictCase{r} })
	} else {
		h.Add("case", "Capitals and small letters are the same, although they should differ.",
			"Your program takes a capital for a small letter.", func(r *Rules) Steps { return looseCase{r} })
	}
	h.Add("bytes", "Letters outside ASCII are never found.",
		"Your program does not find letters such as ä.", func(r *Rules) Steps { return asciiOnly{r} })
	h.Family("bytes", "bytes-refused", "Letters outside ASCII are refused as no letters.",
		"Your program does not take letters such as ä for letters.", func(r *Rules) Steps { return asciiLetters{r} })
	h.Wrapped("bytes", "bytes-twice", "A letter outside ASCII takes two places.",
		"Your program shows too many places for letters such as ä.", func(r *Rules) game.Rules { return takesTwo{r} })
	h.Add("word-first-letter", "Of a whole word that is typed only the first letter is taken.",
		"Your program reads only a part of what is typed.", func(r *Rules) Steps { return firstLetter{r} })
	if r.Words() == "refused" {
		h.Add("word-costs", "A whole word typed for a letter costs a life.",
			"Your program punishes a guess that is not a letter.", func(r *Rules) Steps { return wordCosts{r} })
	}
	if r.Repeats() == "wrong" {
		h.Add("repeat-free", "A wrong letter that is guessed again costs nothing.",
			"Your program does not count a guess that was made before.", func(r *Rules) Steps { return guessedFree{r} })
	}
	if r.Repeats() == "refused" || r.Repeats() == "free" {
		h.Add("repeat-costs", "A wrong letter that is guessed again costs a life again.",
			"Your program punishes a guess that was made before.", func(r *Rules) Steps { return repeatCosts{r, false} })
	}
	if r.Repeats() != "costs" {
		h.Add("repeat-right-costs", "A right letter that is guessed again costs a life.",
			"Your program punishes a right guess that was made before.", func(r *Rules) Steps { return repeatCosts{r, true} })
	}
	h.Add("right-costs", "A right letter costs a life as a wrong one does.",
		"Your program punishes a right guess.", func(r *Rules) Steps { return costsOf{r, 1, 1} })
	h.Add("wrong-costs-two", "A wrong letter costs two lives.",
		"Your program takes too many lives for a wrong guess.", func(r *Rules) Steps { return costsOf{r, 0, 2} })
	for _, by := range []int{-1, 1} {
		name := map[int]string{-1: "lives-one-less", 1: "lives-one-more"}[by]
		h.Family("lives-off-by-one", name, "The number of lives is off by one.",
			"Your program gives another number of lives than asked for.", func(r *Rules) Steps { return livesOff{r, by} })
	}
	h.Add("last-life-left", "The game goes on with no life left, until one more is lost.",
		"Your program ends a lost game too late.", func(r *Rules) Steps { return lateLoss{r} })
	h.Add("lost-early", "The game is lost while one life is left.",
		"Your program ends a game as lost too early.", func(r *Rules) Steps { return earlyLoss{r} })
	h.Add("last-life-wins", "When the lives are used up the guesser has won.",
		"Your program mixes up winning and losing.", func(r *Rules) Steps { return lossWins{r} })
	h.Add("win-late", "A win needs one more guess after the last letter.",
		"Your program sees that the word is complete too late.", func(r *Rules) Steps { return lateWin{r} })
	h.Add("win-early", "The game is won while one letter is hidden.",
		"Your program sees the word as complete too early.", func(r *Rules) Steps { return earlyWin{r} })
	h.Add("plays-on", "Letters are taken after the end.",
		"Your program goes on after the game is over.", func(r *Rules) Steps { return guessesOn{r} })
	h.Add("win-never", "A complete word is not seen, as when it was read with its line end: the game goes on.",
		"Your program does not see that the word is complete.", func(r *Rules) Steps { return neverWin{r} })
	if r.Shown() != "nothing" {
		h.Add("symbol-costs", "A digit or sign costs a life, as a wrong letter does.",
			"Your program punishes a guess that is not a letter.", func(r *Rules) Steps { return symbolCosts{r} })
		h.Add("must-guess-blank", "Blanks and signs of the word have to be guessed.",
			"Your program hides blanks and signs of the word.", func(r *Rules) Steps { return hidesSigns{r} })
	}
	for _, stale := range []struct{ what, teacher string }{
		{"letters", "The letters survive into the next game, and what they open is shown from its start."},
		{"guesses", "The letters survive into the next game: they count as guessed before."},
		{"lives", "The lives survive into the next game."},
	} {
		if stale.what == "guesses" && r.Repeats() == "wrong" {
			continue // it makes no difference
		}
		h.Family("stale-restart", "stale-"+stale.what, stale.teacher,
			"In your program something of one game is left in the next.", func(r *Rules) Steps { return staleWord{r, stale.what} })
	}
	h.Wrapped("leaks-word", "leaks-word", "The word is on the screen before the end.", "Your program shows the word too early.",
		func(r *Rules) game.Rules { return leaksWord{r} })
	h.Wrapped("never-told", "never-told", "The word is not told after a loss.", "Your program does not tell the word at the end.",
		func(r *Rules) game.Rules { return neverTold{r} })
	return h.Known(r.mistakenSetups(), nil)
}
