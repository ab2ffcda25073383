package phrasebook

import (
	"regexp"
	"slices"
	"strconv"
	"strings"
	"unicode"

	"durchgang/core/game"
)

// Table is what has to be known of a game to read a screen.
type Table struct {
	Rows, Cols int // of the board; 0 without one
	Solo       bool
	Word       string         // that is hidden, empty when there is none
	hidden     *regexp.Regexp // finds the word as a whole
}

// TableOf is the table of a game with a set-up.
func TableOf(rules game.Rules, s game.Setup) Table {
	t := Table{Solo: rules.Solo()}
	t.Rows, t.Cols = rules.Shape()
	pos, err := rules.Start(s)
	if err != nil {
		return t // the suite has been checked, so this does not come
	}
	for _, f := range rules.View(pos, game.Second, nil) {
		if f.Kind == game.FactWord {
			t.Word = f.Text
			t.hidden = regexp.MustCompile(`(?i)(?:^|[^\pL\pN])` + regexp.QuoteMeta(f.Text) + `(?:$|[^\pL\pN])`)
		}
	}
	return t
}

// seat is what a line says to one player.
type seat struct {
	result  game.Fact // won or lost; zero for neither
	refused bool
	lives   int // -1 when none are told
}

// seat reads one line.
func (b *Book) seat(line string) seat {
	text := blank(b.solo.ignore, b.blank(line))
	s := seat{lives: -1}
	switch {
	case strings.TrimSpace(text) == "":
		return s
	case matchesAny(b.solo.lost, text):
		s.result = game.Fact{Kind: game.FactWon, Player: game.Second}
	case matchesAny(b.solo.won, text):
		s.result = game.Fact{Kind: game.FactWon, Player: game.First}
	default:
		s.refused = matchesAny(b.solo.refused, text)
	}
	for _, p := range b.solo.lives {
		if m := p.FindStringSubmatch(text); m != nil {
			if n, err := strconv.Atoi(m[p.SubexpIndex("n")]); err == nil {
				s.lives = n
				break
			}
		}
	}
	return s
}

// readSolo turns what a program printed to one player into facts.
func (b *Book) readSolo(screen Screen, t Table, usual string) []game.Fact {
	var facts []game.Fact
	lives, shown, told := -1, "", false
	for _, line := range screen {
		s := b.seats.get(line, func() seat { return b.seat(line) })
		if s.result.Kind != "" {
			facts = append(facts, s.result)
		}
		if s.refused && (usual == "" || b.Skeleton(line) != usual) {
			facts = append(facts, game.Fact{Kind: game.FactRefused})
		}
		if s.lives >= 0 {
			lives = s.lives
		}
		if word, found := t.letters(line); found {
			shown = word
		}
		told = told || t.hidden != nil && t.hidden.MatchString(line)
	}
	lost := slices.ContainsFunc(facts, func(f game.Fact) bool { return f.Kind == game.FactWon && f.Player == game.Second })
	if shown != "" && !(lost && strings.EqualFold(shown, t.Word)) { // else the word is told
		facts = append(facts, game.Fact{Kind: game.FactShown, Text: shown})
	}
	if lives >= 0 {
		facts = append(facts, game.Fact{Kind: game.FactLives, N: lives})
	}
	if told {
		facts = append(facts, game.Fact{Kind: game.FactWord, Text: t.Word})
	}
	return facts
}

// hiders stand for letters that are hidden; a sign of the word is none while an earlier
// one of them is in the line.
const hiders = "_*?#.-"

// caption stands before a word on its line, as in "Word: ", and remark after it, as in
// " (5 lives left)".
var (
	caption = regexp.MustCompile(`^[^:=>]*[:=>]\s*`)
	remark  = regexp.MustCompile(`\s*(?:[(\[|;]|\s{3}|,\s).*$`)
)

// letters reads a line that shows the word: as many characters as it has, each in a
// place of its own or all together, the hidden ones as one of the hiders. One without
// any hidden letter has to be spaced, since a line of as many letters may be anything.
func (t Table) letters(line string) (shown string, found bool) {
	n := len([]rune(t.Word))
	if n == 0 {
		return "", false
	}
	behind := caption.ReplaceAllString(line, "")
	for _, text := range []string{line, behind, remark.ReplaceAllString(line, ""), remark.ReplaceAllString(behind, "")} {
		text := []rune(strings.Trim(text, " \"'|[]"))
		if len(text) == n {
			if word, hidden, is := t.uncover(slices.Clone(text)); is && hidden {
				return word, true
			}
		}
		if cells := apart(text, n); cells != nil && n > 1 {
			if word, _, is := t.uncover(cells); is {
				return word, true
			}
		}
	}
	return "", false
}

// apart is a word with a blank after each character.
func apart(text []rune, n int) []rune {
	if len(text) != 2*n-1 {
		return nil
	}
	cells := make([]rune, 0, n)
	for i, c := range text {
		if i%2 == 0 {
			cells = append(cells, c)
		} else if c != ' ' {
			return nil
		}
	}
	return cells
}

// uncover writes _ for each hidden letter, and reports whether there is one. What
// stands where the word has a sign is that sign. It is no word of the game when it
// has a letter or sign that the hidden word has nowhere.
func (t Table) uncover(cells []rune) (word string, hidden, is bool) {
	secret := []rune(t.Word)
	for _, hider := range hiders {
		for i, c := range secret {
			hidden = hidden || unicode.IsLetter(c) && cells[i] == hider
		}
		if !hidden {
			continue
		}
		for i, c := range cells {
			if c == hider && secret[i] != hider {
				cells[i] = '_'
			}
		}
		break
	}
	for _, c := range cells {
		if c != '_' && !strings.ContainsFunc(t.Word, func(w rune) bool { return unicode.ToLower(w) == unicode.ToLower(c) }) {
			return "", false, false
		}
	}
	return string(cells), hidden, true
}
