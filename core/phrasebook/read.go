package phrasebook

import (
	"regexp"
	"strings"

	"durchgang/core/game"
)

// Screen is a printed text as a person reads it, line by line.
type Screen []string

// NewScreen returns the lines of what a program printed.
func NewScreen(printed string) Screen { return strings.Split(Plain(printed), "\n") }

// Prompt is the last line that is not blank.
func (s Screen) Prompt() string {
	if i := s.last(); i >= 0 {
		return strings.TrimRight(s[i], " ")
	}
	return ""
}

// Asks is the index of the prompt if it asks for something: the cursor stays behind it,
// or it ends as questions do. It is -1 otherwise.
func (s Screen) Asks() int {
	i := s.last()
	if i >= 0 && (i == len(s)-1 || strings.ContainsAny(s[i][len(strings.TrimRight(s[i], " "))-1:], ":?>")) {
		return i
	}
	return -1
}

// last is the index of the prompt, -1 without one.
func (s Screen) last() int {
	i := len(s) - 1
	for i >= 0 && strings.TrimSpace(s[i]) == "" {
		i--
	}
	return i
}

// Question is the last two lines that are not blank, where a question stands.
func (s Screen) Question() string {
	prompt := ""
	for i := len(s) - 1; i >= 0; i-- {
		switch {
		case strings.TrimSpace(s[i]) == "":
		case prompt == "":
			prompt = s[i]
		default:
			return s[i] + "\n" + prompt
		}
	}
	return prompt
}

// Read turns what a program printed since the last line typed into facts.
func (b *Book) Read(screen Screen, t Table, step Step) []game.Fact {
	var facts []game.Fact
	if t.Solo {
		facts = b.readSolo(screen, t, step)
	} else {
		facts = b.readTwo(screen, t, step)
	}
	switch {
	case t.oceans:
		return b.readShots(screen, t, step, facts)
	case t.cards:
		return append(facts, b.readCards(screen, step, t.money)...)
	case t.Heaps > 0:
		return append(facts, b.readHeaps(screen, t)...)
	}
	return append(facts, b.board(screen, t.Rows, t.Cols)...)
}

// readTwo reads what is said to two players.
func (b *Book) readTwo(screen Screen, t Table, step Step) []game.Fact {
	var facts []game.Fact
	turn, ended, prompt := game.Nobody, false, screen.Asks()
	for i, line := range screen {
		s := b.lines.get(line, func() said { return b.line(line) })
		if s.blank {
			continue
		}
		ended = s.result.Kind != ""
		if ended {
			facts = append(facts, s.result)
		}
		refused := s.refused || s.hint && i != prompt || t.oceans && matchesAny(b.sea.refused, line)
		if refused && !step.usual(b.Skeleton(line)) && !(t.oceans && b.splashOf(line).told()) {
			facts = append(facts, game.Fact{Kind: game.FactRefused})
		}
		if s.turn != game.Nobody {
			turn = s.turn
		}
	}
	last := screen.Prompt()
	asked := b.named.get(last, func() game.Player { return player(b.turns, b.blank(last)) })
	if asked != game.Nobody && !ended {
		turn = asked
	}
	if turn != game.Nobody {
		facts = append(facts, game.Fact{Kind: game.FactTurn, Player: turn})
	}
	return facts
}

// said is what one line says: an end, or else a refusal and whose turn it is.
type said struct {
	blank   bool
	result  game.Fact // won or drawn; zero for neither
	refused bool
	hint    bool // of a refusal, unless it stands in the prompt
	turn    game.Player
}

func (b *Book) line(line string) said {
	text := b.blank(line)
	if strings.TrimSpace(text) == "" {
		return said{blank: true}
	}
	if matchesAny(b.drawn, text) {
		return said{result: game.Fact{Kind: game.FactDrawn}}
	}
	if winner, won := b.winner(text); won {
		return said{result: game.Fact{Kind: game.FactWon, Player: winner}}
	}
	s := said{refused: matchesAny(b.refused, text), hint: matchesAny(b.hints, text)}
	for _, p := range b.turn {
		if s.turn = player(p, text); s.turn != game.Nobody {
			break
		}
	}
	return s
}

// blank overwrites what the book says to ignore.
func (b *Book) blank(line string) string { return blank(b.ignore, line) }

func blank(ignored []*regexp.Regexp, line string) string {
	for _, p := range ignored {
		line = p.ReplaceAllStringFunc(line, func(match string) string { return strings.Repeat(" ", len(match)) })
	}
	return line
}

func (b *Book) winner(text string) (winner game.Player, won bool) {
	for _, p := range b.won {
		if p.MatchString(text) {
			return player(p, text), true
		}
	}
	return game.Nobody, false
}

// player returns the player whom all matches of the pattern name, and Nobody when
// there is none or they do not agree.
func player(p *regexp.Regexp, text string) game.Player {
	found := game.Nobody
	first, second := p.SubexpIndex("first"), p.SubexpIndex("second")
	if first < 0 || second < 0 {
		return game.Nobody
	}
	for _, m := range p.FindAllStringSubmatchIndex(text, -1) {
		one := game.Nobody
		switch {
		case m[2*first] >= 0:
			one = game.First
		case m[2*second] >= 0:
			one = game.Second
		}
		if found != game.Nobody && one != found {
			return game.Nobody
		}
		found = one
	}
	return found
}
