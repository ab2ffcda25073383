// Package mistake holds what students get wrong in their games: each mistake is the
// reference rules with one part changed, so that it makes facts of its own.
//
// Read Mistake first, then For, and Separate for the shortest moves that tell two
// of them apart.
package mistake

import (
	"durchgang/core/game"
	"durchgang/core/game/grid"
	"durchgang/core/game/hangman"
)

// Mistake is one known misunderstanding in one variant of a game. Where a mistake
// has a parameter, such as which line is missing, each value is a mistake of its own
// with the same family.
type Mistake struct {
	Name    string // unique among the mistakes of a variant
	Family  string
	Teacher string // one sentence for the teacher
	Student string // one for the student, which does not give the solution away
	Rules   game.Rules
}

// For lists the mistakes that apply to a variant, in a fixed order. Rules without
// known mistakes have none.
func For(rules game.Rules) []Mistake {
	switch r := rules.(type) {
	case *grid.Rules:
		return gridMistakes(r)
	case *hangman.Rules:
		return hangmanMistakes(r)
	}
	return nil
}

// Setups lists set-ups on which the mistakes of a variant can show.
func Setups(rules game.Rules) []game.Setup {
	if _, ok := rules.(*hangman.Rules); ok {
		return []game.Setup{"word=eel", "word=Bb", "word=öl", "word=a-b"}
	}
	return []game.Setup{""}
}

// Find returns the mistake of that name in a variant.
func Find(rules game.Rules, name string) (Mistake, bool) {
	for _, m := range For(rules) {
		if m.Name == name {
			return m, true
		}
	}
	return Mistake{}, false
}
