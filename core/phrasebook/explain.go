package phrasebook

import (
	"fmt"
	"strings"

	"durchgang/core/game"
)

// Reading is how one line of what a program printed is understood.
type Reading struct {
	Line int      `json:"line"` // from 1
	Text string   `json:"text"`
	Says []string `json:"says"` // in words; empty when nothing is understood
}

// Explain tells how each line is read. Blank lines are left out.
func (b *Book) Explain(screen Screen, t Table, rules game.Rules) []Reading {
	readings := make([]Reading, len(screen))
	for i, line := range screen {
		readings[i] = Reading{Line: i + 1, Text: line, Says: b.explain(line, t, rules)}
	}
	for _, at := range b.boards(screen, t) {
		for i := at[0]; i <= at[1]; i++ {
			readings[i].Says = []string{"part of a board"}
		}
	}
	kept := readings[:0]
	for _, r := range readings {
		if strings.TrimSpace(r.Text) != "" {
			kept = append(kept, r)
		}
	}
	return kept
}

// boards are the lines between which each board stands.
func (b *Book) boards(screen Screen, t Table) [][2]int {
	var list [][2]int
	if t.oceans {
		for _, o := range b.findOceans(screen, t) {
			list = append(list, [2]int{o.begin, o.end})
		}
		return list
	}
	// Every board is the last one of what has been printed up to it.
	for lines := []string(screen); ; {
		_, begin, end := b.lastBoard(lines, t.Rows, t.Cols)
		if end < 0 {
			return list
		}
		list = append(list, [2]int{begin, end})
		lines = lines[:begin]
	}
}

// explain reads one line by itself.
func (b *Book) explain(line string, t Table, rules game.Rules) []string {
	says := []string{}
	t.Rows, t.Cols = 0, 0
	for _, f := range b.Read(Screen{line}, t, Step{Mover: game.First, Move: &game.Move{}}) {
		switch f.Kind {
		case game.FactRefused:
			says = append(says, "a refusal")
		case game.FactHit, game.FactMiss:
			says = append(says, "a "+string(f.Kind))
		default:
			says = append(says, game.Say(rules, f))
		}
	}
	if answer, found := b.Answer(line, true); found {
		says = append(says, fmt.Sprintf("a question, answered with %q", answer))
	}
	if yes, offered := b.Offers(line); offered {
		says = append(says, fmt.Sprintf("an offer of another game, answered with %q", yes))
	}
	return says
}
