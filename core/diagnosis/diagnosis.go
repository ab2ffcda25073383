package diagnosis

import (
	"slices"
	"strings"

	"durchgang/core/game"
	"durchgang/core/judge"
)

// Diagnosis is one or two mistakes, or several in what is refused, and how well they explain a program.
type Diagnosis struct {
	Mistakes []string     `json:"mistakes"` // names, the one that explains more scripts first
	Game     game.Variant `json:"game"`
	Teacher  string       `json:"sentence"` // what happens, for the teacher
	Student  string       `json:"student"`  // the same for the student, without the solution
	Whole    bool         `json:"whole"`    // it explains every script; else it is the best there is
	Omits    bool         `json:"omits"`    // nothing is against the rules, but something is not shown
	For      []string     `json:"for"`      // titles of scripts that it explains and the rules do not
	Against  []string     `json:"against"`  // titles of scripts that it does not explain

	Shortest  []string `json:"shortest"`  // the words of the shortest sequence known to show it
	Setup     string   `json:"setup"`     // of the sequence
	Confirmed bool     `json:"confirmed"` // by running the sequence with this very program

	hypothesis hypothesis
}

// hypothesis is one or two suspects made at once, or several of which each script shows one.
type hypothesis struct {
	suspects []*suspect
	rules    game.Rules // nil for several
	lines    bool       // see Retell of a script
	breaks   []*breakdown
	each     []hypothesis // one of several, each alone; nil for one or two made at once
}

// played reports whether there are rules that do all that the hypothesis says.
func (h hypothesis) played() bool { return h.rules != nil && len(h.breaks) == 0 }

// explains reports whether a program does in a script what the hypothesis says. Where it
// breaks down as the hypothesis says, what would have followed is not compared.
func (h hypothesis) explains(w *judge.Witness) bool {
	if h.each != nil {
		return slices.ContainsFunc(h.each, func(one hypothesis) bool { return one.explains(w) })
	}
	step, moment, found := w.Parts(h.rules, h.lines)
	return !found || slices.ContainsFunc(h.breaks, func(b *breakdown) bool { return b.when(moment, w.Seen[step]) })
}

// sentence joins what is said of each suspect.
func sentence(suspects []*suspect, say func(*suspect) string) string {
	var parts []string
	for _, s := range suspects {
		if text := say(s); !slices.Contains(parts, text) {
			parts = append(parts, text)
		}
	}
	return strings.Join(parts, " ")
}

// Name joins the names of the mistakes.
func (d Diagnosis) Name() string { return strings.Join(d.Mistakes, " and ") }
