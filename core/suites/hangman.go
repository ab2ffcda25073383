package suites

import (
	"fmt"

	"durchgang/core/game"
	"durchgang/core/game/hangman"
	"durchgang/core/suite"
)

// hangmanWriter writes suites for hangman.
type hangmanWriter struct {
	*writer
	r     *hangman.Rules
	lives int
}

// The word of most scripts, its letters, and others.
const (
	usualWord    = "balloon"
	rightLetters = "balon"
	wrongLetters = "xqzvwjkyfghpumdtcrsie"
)

func writeHangman(w *writer, r *hangman.Rules) {
	h := &hangmanWriter{writer: w, r: r, lives: r.Lives()}
	h.letters()
	h.counts()
	h.ends()
	h.again()
	h.refusals()
	h.after()
}

func (w *writer) word(text string) *steps { return w.play(game.Setup("word=" + text)) }

// guess guesses letters, those left out that are refused, as one that is shown from the start may be, until the game is over.
func (s *steps) guess(letters string) *steps {
	for _, c := range letters {
		if m := (game.Move{Text: string(c)}); !s.over() && s.legal(m) {
			s.move(m)
		}
	}
	return s
}

func (h *hangmanWriter) letters() {
	h.criterion("letters", "Every place of a letter is shown, and no other", 4, suite.Letters, suite.Legal)
	h.add("letters that come once and twice", h.word(usualWord).guess("blon"))
	h.add("letters from the end of the word", h.word(usualWord).guess("nola"))
	h.add("a letter at both ends", h.word("kick").guess("ikc"))
	if h.r.Folds() {
		h.add("capitals are the same letters", h.word(usualWord).guess("BALoN"))
		h.add("a word with capitals", h.word("Anna").guess("na"))
	} else {
		h.add("a capital is another letter", h.word("Anna").guess("aAN"))
	}
	if h.r.Shown() != "nothing" {
		h.criterion("signs", "Blanks and signs are shown from the start", 1, suite.Letters)
		h.add("a phrase", h.word("jar-lid, no. 7").guess("lairdjno"))
	}
	h.criterion("unicode", "Letters beyond ASCII are letters like others", 1, suite.Letters, suite.Legal, suite.Win)
	word := "Übergröße"
	if !h.r.Folds() {
		word = "übergröße"
	}
	h.add("letters beyond ASCII", h.word(word).guess("üeößrbg"))
	h.add("wrong letters beyond ASCII", h.word(usualWord).guess("äbö"))
}

func (h *hangmanWriter) counts() {
	h.criterion("lives", "A wrong letter costs a life, a right one does not", 3, suite.Lives)
	h.keeps()
	h.add("wrong letters between right ones", h.word(usualWord).guess("xbylz"))
	h.add("right letters only", h.word(usualWord).guess("bal"))
}

// wrongs guesses n wrong letters and reports whether there are so many.
func (h *hangmanWriter) wrongs(s *steps, n int) bool {
	s.guess(wrongLetters[:min(n, len(wrongLetters))])
	return n <= len(wrongLetters)
}

func (h *hangmanWriter) ends() {
	h.criterion("won", "The game is won when the whole word is shown, and not before", 3, suite.Win)
	h.add("the last letter, without a mistake", h.word(usualWord).guess(rightLetters))
	if s := h.word(usualWord); h.lives > 1 && h.wrongs(s, h.lives-1) {
		h.add("the last letter with the last life", s.guess(rightLetters))
	}
	h.add("a word of one letter, twice", h.word("oo").guess("o"))
	if s := h.word(usualWord); h.wrongs(s, h.lives) {
		n := fmt.Sprintf("%s wrong letters", words(h.lives))
		h.criterion("lost", "The game is lost with the last life, and not before", 2, suite.Loss)
		h.add(n, s)
		all := wrongLetters[:h.lives]
		h.add(n+" between right ones", h.word(usualWord).guess("b"+all[:h.lives/2]+"al"+all[h.lives/2:]))
		if h.lives > 1 {
			h.add("one life left, and a letter that is right", h.word(usualWord).guess(all[:h.lives-1]+"ba"+all[h.lives-1:]))
		}
		h.criterion("told", "The word is told after a loss", 1, suite.Word)
		h.add("lost at once", h.word(usualWord).guess(all))
		h.add("lost with all but one letter", h.word(usualWord).guess("balo"+all))
	}
}

// again is the criterion of letters that were guessed before.
func (h *hangmanWriter) again() {
	repeat := func(s *steps, letters string) *steps {
		for _, c := range letters {
			if m := (game.Move{Text: string(c)}); h.r.Repeats() == "refused" {
				s.refused(m)
			} else {
				s.move(m)
			}
		}
		return s
	}
	switch h.r.Repeats() {
	case "refused":
		h.criterion("repeated", "A letter that was guessed is refused and costs nothing", 2, suite.TakenCell)
	case "free":
		h.criterion("repeated", "A letter that is guessed again costs nothing", 2, suite.Lives)
	case "wrong":
		h.criterion("repeated", "A wrong letter that is guessed again costs a life again, a right one nothing", 2, suite.Lives)
	default:
		h.criterion("repeated", "A letter that is guessed again costs a life", 2, suite.Lives)
	}
	h.add("a right letter again", repeat(repeat(h.word(usualWord).guess("a"), "a").guess("l"), "al").guess("n"))
	if h.lives > 2 {
		h.add("a wrong letter again", repeat(h.word(usualWord).guess("x"), "x").guess("a"))
	}
	if s := h.word(usualWord); h.lives > 2 && h.wrongs(s, h.lives-2) {
		h.add("a letter again with few lives", repeat(s, wrongLetters[:1]).guess("a"))
	}
	if h.r.Folds() {
		h.add("a letter again as a capital", repeat(h.word(usualWord).guess("a"), "A").guess("l"))
	}
}

func (h *hangmanWriter) refusals() {
	word := func(text string) game.Move { return game.Move{Verb: hangman.Word, Text: text} }
	h.criterion("text", "What is no letter is refused and costs nothing", 2, suite.Text)
	if h.r.Shown() != "nothing" {
		h.add("a digit and a sign", h.word(usualWord).guess("a").refused(game.Move{Text: "7"}).guess("l").refused(game.Move{Text: "!"}).guess("o"))
		if s := h.word(usualWord); h.lives > 1 && h.wrongs(s, h.lives-1) {
			h.add("a digit with the last life", s.refused(game.Move{Text: "7"}).guess("a"))
		}
	}
	h.add("an empty line", h.word(usualWord).guess("a").text("").guess("l"))
	if h.r.Words() == "refused" {
		h.add("a whole word for a letter", h.word(usualWord).guess("a").refused(word(usualWord)).guess("l").refused(word("notes")).guess("o"))
		if s := h.word(usualWord); h.lives > 1 && h.wrongs(s, h.lives-1) {
			h.add("a whole word with the last life", s.refused(word("zebra")).guess("a"))
		}
	} else {
		h.criterion("words", "The whole word may be guessed", 2, suite.Legal, suite.Win, suite.Loss, suite.Lives)
		h.add("the whole word at once", h.word(usualWord).move(word(usualWord)))
		h.add("the whole word after some letters", h.word(usualWord).guess("al").move(word(usualWord)))
		h.add("a wrong word", h.word(usualWord).guess("a").move(word("zebra")).guess("l"))
		h.add("a wrong word at last", h.word(usualWord).guess("a").move(word("zebra")))
	}
	h.criterion("hidden", "The word stays hidden until the end", 0.5, suite.Hidden)
	h.add("the first guesses", h.word(usualWord).guess("a").guess("x").guess("l"))
}

func (h *hangmanWriter) after() {
	h.criterion("end", "Nothing is guessed after the end", 0.5, suite.AfterEnd)
	won := h.word(usualWord).guess(rightLetters)
	h.add("a letter after a win", won.copy().refused(game.Move{Text: "x"}))
	lost := h.word(usualWord)
	loses := h.wrongs(lost, h.lives)
	if loses {
		h.add("a letter after a loss", lost.copy().refused(game.Move{Text: "a"}))
	}
	h.criterion("again", "Another game starts with all lives and no letters", 0.5, suite.NewGame)
	h.keeps()
	h.add("a second game after a win", h.word(usualWord).guess("ax"+rightLetters).again().guess("ay"+rightLetters))
	if loses {
		h.add("a second game after a loss", lost.again().guess("xa"))
	}
}
