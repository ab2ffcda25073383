package phrasebook

import (
	"regexp"
	"strings"

	"durchgang/core/game"
)

// setup says how a program is given what chance or a hidden choice fixes. The texts
// hold the names of a set-up's parts in braces, as in {word}.
type setup struct {
	arguments   []string
	environment map[string]string
	files       map[string]string
	typed       []answer
}

// Given is a set-up in the forms in which a program gets it.
type Given struct {
	Arguments   []string          // of its command line
	Environment map[string]string // variables
	Files       map[string]string // texts by name, in the program's folder
	typed       []answer
}

// Give returns how a program is given a set-up. What names a part that the set-up does
// not have is left out.
func (b *Book) Give(s game.Setup) Given {
	values := s.Values()
	g := Given{Environment: fillAll(b.setup.environment, values), Files: fillAll(b.setup.files, values)}
	for _, text := range b.setup.arguments {
		if filled, whole := fill(text, values); whole {
			g.Arguments = append(g.Arguments, filled)
		}
	}
	for _, a := range b.setup.typed {
		if filled, whole := fill(a.text, values); whole {
			g.typed = append(g.typed, answer{a.ask, filled})
		}
	}
	return g
}

// Answer returns what is typed at a prompt that asks for a part of the set-up.
func (g Given) Answer(prompt string) (text string, found bool) {
	return find(g.typed, prompt)
}

// fillAll fills the texts of which every name is known.
func fillAll(texts, values map[string]string) map[string]string {
	filled := map[string]string{}
	for name, text := range texts {
		if text, whole := fill(text, values); whole {
			filled[name] = text
		}
	}
	return filled
}

var named = regexp.MustCompile(`\{[a-z]+\}`)

// fill puts the values in, and reports whether there was one for every name.
func fill(text string, values map[string]string) (string, bool) {
	whole := true
	filled := named.ReplaceAllStringFunc(text, func(name string) string {
		value, known := values[strings.Trim(name, "{}")]
		whole = whole && known
		return value
	})
	return filled, whole
}
