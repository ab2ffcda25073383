// Package mistake says what a mistake is, the reference rules with one part changed,
// so that it makes facts of its own, and finds the moves that show the difference.
// It knows no game; package mistakes lists the mistakes of each.
//
// Read Mistake first, then Known, and Known.Separate for the shortest moves that
// tell every two of them apart.
package mistake

import "durchgang/core/game"

// Mistake is one common mistake in one variant of a game. Where a mistake
// has a parameter, such as which line is missing, each value is a mistake of its own
// with the same family.
type Mistake struct {
	Name    string     `json:"name"` // unique among the mistakes of a variant
	Family  string     `json:"family"`
	Teacher string     `json:"teacher" description:"What happens, in one sentence for the teacher."`
	Student string     `json:"student" description:"The same for the student, without the solution."`
	Rules   game.Rules `json:"-"`
}

// Known is what is known to go wrong in one variant.
type Known struct {
	Reference game.Rules
	Mistakes  []Mistake    // in a fixed order
	Setups    []game.Setup // on which they can show; at least one
	Leads     []Lead       // what play at random would hardly come to

	// Join makes two mistakes, by index, at once: by rules for each order in which one
	// is made upon the other, since the two may change the same step. It is nil where
	// mistakes cannot be joined.
	Join func(a, b int) []game.Rules
}

// Lead is a line of play that goes far.
type Lead struct {
	Setup game.Setup
	Moves []game.Move
}

// Find returns the mistake of that name.
func (k Known) Find(name string) (Mistake, bool) {
	for _, m := range k.Mistakes {
		if m.Name == name {
			return m, true
		}
	}
	return Mistake{}, false
}

// Rules lists the rules of all mistakes and, as the last of them, the reference.
func (k Known) Rules() []game.Rules {
	list := make([]game.Rules, 0, len(k.Mistakes)+1)
	for _, m := range k.Mistakes {
		list = append(list, m.Rules)
	}
	return append(list, k.Reference)
}
