package phrasebook

import (
	"regexp"
	"strings"

	"durchgang/core/game"
)

// Reading is what a printed text says.
type Reading struct {
	Facts  []game.Fact
	Prompt string // the last line that is not blank
}

// Read turns what a program printed since the last line typed into facts, for a
// board of rows × cols. A line whose skeleton is usual, that of the move prompt,
// is never a refusal; usual may be empty.
func (b *Book) Read(printed string, rows, cols int, usual string) Reading {
	lines := strings.Split(Plain(printed), "\n")
	reading := Reading{Prompt: lastLine(lines)}
	r := reader{book: b, usual: usual}
	for _, line := range lines {
		r.line(line)
	}
	if player := b.named(b.prompt, b.blank(reading.Prompt)); player != game.Nobody && !r.ended {
		r.turn = player
	}
	if r.turn != game.Nobody {
		r.facts = append(r.facts, game.Fact{Kind: game.FactTurn, Player: r.turn})
	}
	reading.Facts = append(r.facts, b.board(lines, rows, cols)...)
	return reading
}

func lastLine(lines []string) string {
	for i := len(lines) - 1; i >= 0; i-- {
		if strings.TrimSpace(lines[i]) != "" {
			return strings.TrimRight(lines[i], " ")
		}
	}
	return ""
}

// reader reads line by line. A line says one thing, the weightiest first, except
// that a refusal may also say whose turn it is.
type reader struct {
	book  *Book
	usual string
	facts []game.Fact
	turn  game.Player
	ended bool // the line read last announced the end
}

func (r *reader) line(line string) {
	b := r.book
	text := b.blank(line)
	if strings.TrimSpace(text) == "" {
		return
	}
	r.ended = false
	if matchesAny(b.drawn, text) {
		r.ended = true
		r.facts = append(r.facts, game.Fact{Kind: game.FactDrawn})
		return
	}
	if winner, won := b.winner(text); won {
		r.ended = true
		r.facts = append(r.facts, game.Fact{Kind: game.FactWon, Player: winner})
		return
	}
	if matchesAny(b.refused, text) && (r.usual == "" || b.Skeleton(line) != r.usual) {
		r.facts = append(r.facts, game.Fact{Kind: game.FactRefused})
	}
	for _, p := range b.turn {
		if player := b.named(p, text); player != game.Nobody {
			r.turn = player
			return
		}
	}
}

// blank overwrites what the book says to ignore.
func (b *Book) blank(line string) string {
	for _, p := range b.ignore {
		line = p.ReplaceAllStringFunc(line, func(match string) string { return strings.Repeat(" ", len(match)) })
	}
	return line
}

func (b *Book) winner(text string) (winner game.Player, won bool) {
	for _, p := range b.won {
		if p.MatchString(text) {
			return b.named(p, text), true
		}
	}
	return game.Nobody, false
}

// named returns the player whom all matches of the pattern name, and Nobody when
// there is none or they do not agree.
func (b *Book) named(p *regexp.Regexp, text string) game.Player {
	found := game.Nobody
	first, second := p.SubexpIndex("first"), p.SubexpIndex("second")
	if first < 0 || second < 0 {
		return game.Nobody
	}
	for _, m := range p.FindAllStringSubmatchIndex(text, -1) {
		player := game.Nobody
		switch {
		case m[2*first] >= 0:
			player = game.First
		case m[2*second] >= 0:
			player = game.Second
		}
		if found != game.Nobody && player != found {
			return game.Nobody
		}
		found = player
	}
	return found
}
