package phrasebook

import (
	"cmp"
	"slices"
	"strconv"
	"strings"
	"unicode"

	"durchgang/core/game"
)

// seat is what a line says to one player.
type seat struct {
	result  game.Fact // won or lost; zero for neither
	refused bool
	hint    bool // of a refusal, unless it stands in the prompt
	lives   int  // -1 when none are told
	gone    bool // lives are those that are gone
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
		s.refused, s.hint = matchesAny(b.solo.refused, text), matchesAny(b.solo.hints, text)
	}
	for _, p := range b.solo.lives {
		if m := p.FindStringSubmatch(text); m != nil {
			at := p.SubexpIndex("n")
			if at < 0 {
				at, s.gone = p.SubexpIndex("gone"), true
			}
			n, err := strconv.Atoi(m[at])
			if err != nil { // they are drawn, as many signs as there are, or listed
				n = 0
				for _, r := range m[at] {
					if !unicode.IsSpace(r) && r != '\ufe0f' && r != ',' {
						n++
					}
				}
			}
			s.lives = n
			break
		}
	}
	return s
}

// readSolo turns what a program printed to one player into facts.
func (b *Book) readSolo(screen Screen, t Table, step Step) []game.Fact {
	var facts []game.Fact
	lives, shown, told := -1, "", false
	prompt, hiders := screen.Asks(), cmp.Or(step.Known.Hiders, usualHiders)
	for i, line := range screen {
		s := b.seats.get(line, func() seat { return b.seat(line) })
		if t.cards {
			s.result = game.Fact{} // of a round, which is read with its hands
		}
		if s.result.Kind != "" {
			facts = append(facts, s.result)
		}
		if t.guesses && s.result.Kind == "" {
			if hint := b.hintOf(line); hint != "" {
				facts = append(facts, game.Fact{Kind: game.FactHint, Text: hint})
				s.refused, s.hint = false, false
			}
		}
		if (t.oceans && matchesAny(b.sea.refused, line) || s.refused || s.hint && i != prompt) && !step.usual(b.Skeleton(line)) &&
			!(t.oceans && b.splashOf(line).told()) {
			facts = append(facts, game.Fact{Kind: game.FactRefused})
		}
		if s.lives >= 0 {
			if lives = s.lives; s.gone {
				lives = t.lives - s.lives
			}
		}
		if word, found := t.letters(line, hiders); found && !t.guesses {
			shown = word
		}
		told = told || t.tells(line) && !matchesAny(b.solo.always, strings.TrimSpace(line))
	}
	lost := slices.ContainsFunc(facts, func(f game.Fact) bool { return f.Kind == game.FactWon && f.Player == game.Second })
	if shown != "" && !(lost && strings.EqualFold(shown, t.Word)) { // else the word is told
		facts = append(facts, game.Fact{Kind: game.FactShown, Text: shown})
	}
	if lives >= 0 && t.lives > 0 {
		facts = append(facts, game.Fact{Kind: game.FactLives, N: lives})
	}
	if told {
		facts = append(facts, game.Fact{Kind: game.FactWord, Text: t.Word})
	}
	return facts
}
