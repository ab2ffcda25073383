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
	// Every board is the last one of what has been printed up to it.
	for lines := []string(screen); ; {
		_, begin, end := b.lastBoard(lines, t.Rows, t.Cols)
		if end < 0 {
			break
		}
		for i := begin; i <= end; i++ {
			readings[i].Says = []string{"part of a board"}
		}
		lines = lines[:begin]
	}
	kept := readings[:0]
	for _, r := range readings {
		if strings.TrimSpace(r.Text) != "" {
			kept = append(kept, r)
		}
	}
	return kept
}

// explain reads one line by itself.
func (b *Book) explain(line string, t Table, rules game.Rules) []string {
	says := []string{}
	for _, f := range b.Read(Screen{line}, Table{Solo: t.Solo, Word: t.Word, hidden: t.hidden}, "") {
		if f.Kind == game.FactRefused {
			says = append(says, "a refusal")
			continue
		}
		says = append(says, game.Say(rules, f))
	}
	if answer, found := b.Answer(line); found {
		says = append(says, fmt.Sprintf("a question, answered with %q", answer))
	}
	if yes, offered := b.Offers(line); offered {
		says = append(says, fmt.Sprintf("an offer of another game, answered with %q", yes))
	}
	return says
}
