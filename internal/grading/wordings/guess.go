package wordings

import (
	"fmt"
	"math/rand/v2"
	"strconv"
	"strings"
)

// guesses is what programs of hangman say. {left} is how many lives there are, {done} how many were
// lost, {word} the word.
type guesses struct {
	given, shown, lives, prompts, hit, miss, repeated, unread, won, lost, greetings, again []string
}

// given are the ways to get the word, as Python.
var hangman = [...]guesses{
	Known: {
		given:     []string{"sys.argv[1]", "os.environ['SECRET']", "open('word.txt').read().strip()", "input('Secret word: ')", "input('Player one, enter a word: ')"},
		shown:     []string{"'Word: ' + ' '.join(s)", "' '.join(s)", "''.join(s)", "'The word is ' + ' '.join(s)", "'| ' + ' '.join(s) + ' |'"},
		lives:     []string{"Lives: {left}", "You have {left} lives left.", "{left} tries left", "Wrong guesses: {done} of 6", "Mistakes: {done}/6"},
		prompts:   []string{"Guess a letter: ", "Your guess? ", "Letter: ", "Enter a letter: ", "Which letter? ", "Next letter > ", "Please guess: ", "Your turn, pick a letter: "},
		hit:       []string{"Good guess!", "Yes!", "That letter is in the word.", "Correct!", "", "Well done."},
		miss:      []string{"Sorry, wrong.", "No, not in the word.", "Wrong!", "That letter is not in the word.", "Nope."},
		repeated:  []string{"You already guessed that.", "That letter was used before.", "Already tried!", "You have guessed this letter, try another.", "Not again."},
		unread:    []string{"Please enter one letter.", "That is not a letter.", "Invalid input.", "Only single letters are allowed.", "One letter, please!"},
		won:       []string{"You won!", "Congratulations, you found the word!", "You win.", "Well played, you guessed it!", "Victory!", "You saved him!"},
		lost:      []string{"You lost! The word was {word}.", "Game over. It was {word}.", "You are hanged. Word: {word}", "No lives left, the word was {word}", "Sorry, you lose. ({word})"},
		greetings: []string{"", "Welcome to Hangman!", "HANGMAN", "Guess the word. You have six lives."},
		again:     []string{"Play again? (y/n) ", "Another word? (y/n) "},
	},
	Sealed: {
		given:     []string{"sys.argv[1]", "os.environ['HIDDEN_WORD']", "open('secret.txt').readline().strip()", "input('What shall be guessed? ')", "input('Type the word while nobody looks: ')", "sys.argv[1]"},
		shown:     []string{"'>>> ' + ' '.join(s) + ' <<<'", "'[' + ''.join(s) + ']'", "'Known so far: ' + ''.join(s)", "' '.join(s) + '   (' + str(len(WORD)) + ' places)'", "'Board = ' + ' '.join(s)"},
		lives:     []string{"{left} candles still burn", "Strikes: {done}", "Balloons: {left}", "chances {left}/6", "errors so far: {done}"},
		prompts:   []string{"What do you think is in it? ", "Say a letter: ", "? ", "Try one: ", "A character please: ", "And now? ", "Go: ", "Choose wisely: ", "letter> ", "Ask for a letter: "},
		hit:       []string{"Lucky you.", "It's there!", "One step closer.", "Indeed!", "", "Nice one."},
		miss:      []string{"Puff, one is gone.", "It isn't there.", "What a pity.", "The rope gets tighter.", "Missed."},
		repeated:  []string{"Didn't you say that a moment ago?", "We had this one.", "Old news.", "Look at your list first.", "Twice doesn't help."},
		unread:    []string{"Exactly one letter, nothing else.", "What is this supposed to be?", "Come on, a letter.", "ERR", "Can't use that."},
		won:       []string{"The prisoner goes home.", "All letters found!", "Phew, rescued.", "That's the word, bravo.", "Solved.", "Freedom!", "Your head stays where it is.", "A clever mind!"},
		lost:      []string{"The end. They wanted {word}.", "All gone; {word} would have been right.", "Farewell! Secret: {word}", "R.I.P. ({word})", "Time to go, it said {word}.", "Burnt out: {word}"},
		greetings: []string{"", "Word mystery v3", "Save the prisoner: find all letters, six errors and it is over.", "~ letters ~"},
		again:     []string{"One more word? (y/n) ", "Next prisoner (y/n)? "},
	},
}

// guessFaults are faults that can be planted in hangman.
var guessFaults = []Fault{
	{"a letter again costs a life", []string{"repeat-"}, []string{"repeated"}, map[string]string{"repeated": "left -= 1; say(REPEATED); continue"}},
	{"capitals differ", []string{"case-guess"}, []string{"letters"}, map[string]string{"fold": "g = g.strip()"}},
	{"only the first of equal letters", []string{"first-only"}, []string{"letters"}, map[string]string{"first": "seen = set()\n        for i, x in enumerate(WORD):\n            if x.isalpha() and x.lower() in seen: s[i] = HIDE\n            seen.add(x.lower())"}},
	{"one life more", []string{"lives-one-more"}, []string{"lives", "lost", "told"}, map[string]string{"lives": "left = 7"}},
	{"the word is not told", []string{"never-told"}, []string{"told"}, map[string]string{"tell": "say(LOST.replace('{word}', '...'))"}},
	{"a digit costs a life", []string{"symbol-costs"}, []string{"text"}, map[string]string{"unread": "left -= 1; say(UNREAD); continue"}},
	{"an empty line crashes it", []string{"fragile-input"}, []string{"text"}, map[string]string{"crash": "g[0]"}},
	{"the loser has won", []string{"last-life-wins"}, []string{"lost"}, map[string]string{"tell": "say(WON)"}},
	{"a right letter costs a life", nil, []string{"lives"}, map[string]string{"right": "left -= 1; say(HIT)"}},
}

var guessParts = map[string]string{
	"repeated": "say(REPEATED); continue", "fold": "g = g.strip().lower()", "first": "pass", "lives": "left = 6",
	"tell": "say(LOST.replace('{word}', WORD))", "unread": "say(UNREAD); continue", "crash": "pass", "right": "say(HIT)",
}

// makeGuess makes the program of hangman of a number, with a fault unless it is nil.
func makeGuess(number uint64, part Part, fault *Fault) Program {
	m := &maker{Rand: rand.New(rand.NewPCG(number, uint64(part)))}
	w := hangman[part]
	p, parts := planted(guessParts, fault)
	q := strconv.Quote
	var s strings.Builder
	line := func(format string, values ...any) { fmt.Fprintf(&s, format+"\n", values...) }
	line("import os, sys")
	if text := choose(m, "greeting", w.greetings); text != "" {
		line("print(%s)", q(text))
	}
	line("WORD = %s", choose(m, "given", w.given))
	line("HIDE = %s", q(choose(m, "hidden", []string{"_", "_", "*", "-"})))
	line("LIVES, HIT, MISS = %s, %s, %s", q(choose(m, "lives", w.lives)), q(choose(m, "hit", w.hit)), q(choose(m, "miss", w.miss)))
	line("REPEATED, UNREAD = %s, %s", q(choose(m, "repeated", w.repeated)), q(choose(m, "unread", w.unread)))
	line("WON, LOST = %s, %s", q(choose(m, "won", w.won)), q(choose(m, "lost", w.lost)))
	line("def say(text):\n    if text: print(text)")
	line("while True:\n    tried = []\n    %s\n    while True:", parts["lives"])
	line("        s = [x if not x.isalpha() or x.lower() in tried or x in tried else HIDE for x in WORD]")
	line("        %s", parts["first"])
	line("        print()\n        print(%s)", choose(m, "shown", w.shown))
	line("        say(LIVES.replace('{left}', str(left)).replace('{done}', str(6 - left)))")
	line("        if HIDE not in [x for x, c in zip(s, WORD) if c.isalpha()]: say(WON); break")
	line("        if left == 0: %s; break", parts["tell"])
	line("        g = input(%s)\n        %s\n        %s", q(choose(m, "prompt", w.prompts)), parts["crash"], parts["fold"])
	line("        if len(g) != 1 or not g.isalpha(): %s", parts["unread"])
	line("        if g in tried: %s", parts["repeated"])
	line("        tried.append(g)")
	line("        if g in WORD.lower() or g in WORD: %s\n        else:\n            left -= 1; say(MISS)", parts["right"])
	if m.IntN(2) == 0 {
		line("    if not input(%s).lower().startswith('y'): break", q(choose(m, "again", w.again)))
	} else {
		line("    break")
	}
	p.Source, p.Name = s.String(), strings.Join(m.made, ", ")
	return p
}
