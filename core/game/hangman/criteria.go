package hangman

import (
	"fmt"

	"durchgang/core/game"
	"durchgang/core/mistake"
	"durchgang/core/suite"
	"durchgang/core/suites"
)

// hangmanWriter writes suites for hangman.
type hangmanWriter struct {
	*suites.Writer
	r     *Rules
	lives int
}

// The word of most scripts, its letters, and others.
const (
	usualWord    = "balloon"
	rightLetters = "balon"
	wrongLetters = "xqzvwjkyfghpumdtcrsie"
)

// WriteSuite implements suites.Written.
func (r *Rules) WriteSuite(w *suites.Writer, _ mistake.Known) {
	h := &hangmanWriter{Writer: w, r: r, lives: r.Lives()}
	h.letters()
	h.counts()
	h.ends()
	h.again()
	h.refusals()
	h.after()
}

func (h *hangmanWriter) word(text string) *suites.Steps { return h.Play(game.Setup("word=" + text)) }

// guesses are moves of letters.
func guesses(list string) (moves []game.Move) {
	for _, c := range list {
		moves = append(moves, game.Move{Text: string(c)})
	}
	return moves
}

func (h *hangmanWriter) letters() {
	h.Criterion("letters", "Every place of a letter is shown, and no other", 4, suite.Letters, suite.Legal)
	h.Add("letters that come once and twice", h.word(usualWord).Try(guesses("blon")...))
	h.Add("letters from the end of the word", h.word(usualWord).Try(guesses("nola")...))
	h.Add("a letter at both ends", h.word("kick").Try(guesses("ikc")...))
	if h.r.Folds() {
		h.Add("capitals are the same letters", h.word(usualWord).Try(guesses("BALoN")...))
		h.Add("a word with capitals", h.word("Anna").Try(guesses("na")...))
	} else {
		h.Add("a capital is another letter", h.word("Anna").Try(guesses("aAN")...))
	}
	if h.r.Shown() != "nothing" {
		h.Criterion("signs", "Blanks and signs are shown from the start", 1, suite.Letters)
		h.Add("a phrase", h.word("jar-lid, no. 7").Try(guesses("lairdjno")...))
	}
	h.Criterion("unicode", "Letters beyond ASCII are letters like others", 1, suite.Letters, suite.Legal, suite.Win)
	word := "Übergröße"
	if !h.r.Folds() {
		word = "übergröße"
	}
	h.Add("letters beyond ASCII", h.word(word).Try(guesses("üeößrbg")...))
	h.Add("wrong letters beyond ASCII", h.word(usualWord).Try(guesses("äbö")...))
}

func (h *hangmanWriter) counts() {
	h.Criterion("lives", "A wrong letter costs a life, a right one does not", 3, suite.Lives)
	h.Keeps()
	h.Add("wrong letters between right ones", h.word(usualWord).Try(guesses("xbylz")...))
	h.Add("right letters only", h.word(usualWord).Try(guesses("bal")...))
}

// wrongs guesses n wrong letters and reports whether there are so many.
func (h *hangmanWriter) wrongs(s *suites.Steps, n int) bool {
	s.Try(guesses(wrongLetters[:min(n, len(wrongLetters))])...)
	return n <= len(wrongLetters)
}

func (h *hangmanWriter) ends() {
	h.Criterion("won", "The game is won when the whole word is shown, and not before", 3, suite.Win)
	h.Add("the last letter, without a mistake", h.word(usualWord).Try(guesses(rightLetters)...))
	if s := h.word(usualWord); h.lives > 1 && h.wrongs(s, h.lives-1) {
		h.Add("the last letter with the last life", s.Try(guesses(rightLetters)...))
	}
	h.Add("a word of one letter, twice", h.word("oo").Try(guesses("o")...))
	if s := h.word(usualWord); h.wrongs(s, h.lives) {
		n := fmt.Sprintf("%s wrong letters", suites.Words(h.lives))
		h.Criterion("lost", "The game is lost with the last life, and not before", 2, suite.Loss)
		h.Add(n, s)
		all := wrongLetters[:h.lives]
		h.Add(n+" between right ones", h.word(usualWord).Try(guesses("b"+all[:h.lives/2]+"al"+all[h.lives/2:])...))
		if h.lives > 1 {
			h.Add("one life left, and a letter that is right", h.word(usualWord).Try(guesses(all[:h.lives-1]+"ba"+all[h.lives-1:])...))
		}
		h.Criterion("told", "The word is told after a loss", 1, suite.Word)
		h.Add("lost at once", h.word(usualWord).Try(guesses(all)...))
		h.Add("lost with all but one letter", h.word(usualWord).Try(guesses("balo"+all)...))
	}
}

// again is the criterion of letters that were guessed before.
func (h *hangmanWriter) again() {
	repeat := func(s *suites.Steps, letters string) *suites.Steps {
		for _, c := range letters {
			if m := (game.Move{Text: string(c)}); h.r.Repeats() == "refused" {
				s.Refused(m)
			} else {
				s.Move(m)
			}
		}
		return s
	}
	switch h.r.Repeats() {
	case "refused":
		h.Criterion("repeated", "A letter that was guessed is refused and costs nothing", 2, suite.TakenCell)
	case "free":
		h.Criterion("repeated", "A letter that is guessed again costs nothing", 2, suite.Lives)
	case "wrong":
		h.Criterion("repeated", "A wrong letter that is guessed again costs a life again, a right one nothing", 2, suite.Lives)
	default:
		h.Criterion("repeated", "A letter that is guessed again costs a life", 2, suite.Lives)
	}
	h.Add("a right letter again", repeat(repeat(h.word(usualWord).Try(guesses("a")...), "a").Try(guesses("l")...), "al").Try(guesses("n")...))
	if h.lives > 2 {
		h.Add("a wrong letter again", repeat(h.word(usualWord).Try(guesses("x")...), "x").Try(guesses("a")...))
	}
	if s := h.word(usualWord); h.lives > 2 && h.wrongs(s, h.lives-2) {
		h.Add("a letter again with few lives", repeat(s, wrongLetters[:1]).Try(guesses("a")...))
	}
	if h.r.Folds() {
		h.Add("a letter again as a capital", repeat(h.word(usualWord).Try(guesses("a")...), "A").Try(guesses("l")...))
	}
}

func (h *hangmanWriter) refusals() {
	word := func(text string) game.Move { return game.Move{Verb: Word, Text: text} }
	h.Criterion("text", "What is not a letter is refused and costs nothing", 2, suite.Text)
	if h.r.Shown() != "nothing" {
		digit, sign := game.Move{Text: "7"}, game.Move{Text: "!"}
		s := h.word(usualWord).Try(guesses("a")...).Refused(digit).Try(guesses("l")...).Refused(sign)
		h.Add("a digit and a sign", s.Try(guesses("o")...))
		if s := h.word(usualWord); h.lives > 1 && h.wrongs(s, h.lives-1) {
			h.Add("a digit with the last life", s.Refused(game.Move{Text: "7"}).Try(guesses("a")...))
		}
	}
	h.Add("an empty line", h.word(usualWord).Try(guesses("a")...).Text("").Try(guesses("l")...))
	if h.r.Words() == "refused" {
		h.Add("a whole word for a letter", h.word(usualWord).Try(guesses("a")...).Refused(word(usualWord)).Try(guesses("l")...).Refused(word("notes")).Try(guesses("o")...))
		if s := h.word(usualWord); h.lives > 1 && h.wrongs(s, h.lives-1) {
			h.Add("a whole word with the last life", s.Refused(word("zebra")).Try(guesses("a")...))
		}
	} else {
		h.Criterion("words", "The whole word may be guessed", 2, suite.Legal, suite.Win, suite.Loss, suite.Lives)
		h.Add("the whole word at once", h.word(usualWord).Move(word(usualWord)))
		h.Add("the whole word after some letters", h.word(usualWord).Try(guesses("al")...).Move(word(usualWord)))
		h.Add("a wrong word", h.word(usualWord).Try(guesses("a")...).Move(word("zebra")).Try(guesses("l")...))
		h.Add("a wrong word at last", h.word(usualWord).Try(guesses("a")...).Move(word("zebra")))
	}
	h.Criterion("hidden", "The word stays hidden until the end", 0.5, suite.Hidden)
	h.Add("the first guesses", h.word(usualWord).Try(guesses("a")...).Try(guesses("x")...).Try(guesses("l")...))
}

func (h *hangmanWriter) after() {
	h.Criterion("end", "Nothing is guessed after the end", 0.5, suite.AfterEnd)
	won := h.word(usualWord).Try(guesses(rightLetters)...)
	h.Add("a letter after a win", won.Copy().Refused(game.Move{Text: "x"}))
	lost := h.word(usualWord)
	loses := h.wrongs(lost, h.lives)
	if loses {
		h.Add("a letter after a loss", lost.Copy().Refused(game.Move{Text: "a"}))
	}
	h.Criterion("again", "Another game starts with all lives and no letters", 0.5, suite.NewGame)
	h.Keeps()
	h.Add("a second game after a win", h.word(usualWord).Try(guesses("ax"+rightLetters)...).Again().Try(guesses("ay"+rightLetters)...))
	if loses {
		h.Add("a second game after a loss", lost.Again().Try(guesses("xa")...))
	}
}
