package suite

import (
	"fmt"
	"strconv"
	"strings"

	"durchgang/core/game"
)

// String writes the suite in the form that Parse reads.
func (s *Suite) String() string {
	var b strings.Builder
	fmt.Fprintf(&b, "game %s\n", s.Rules.Variant())
	if s.Program != game.Nobody {
		fmt.Fprintf(&b, "opponent %s\n", s.Rules.PlayerName(s.Program))
	}
	for _, c := range s.Criteria {
		fmt.Fprintf(&b, "\ncriterion %s %s\n", c.Name, strconv.Quote(c.Title))
		fmt.Fprintf(&b, "  points %s\n  not-shown %s\n", c.Points, c.NotShown)
		if len(c.Claims) > 0 {
			fmt.Fprintf(&b, "  claims %s\n", join(c.Claims))
		}
		for _, script := range s.Scripts {
			if script.Criterion == c.Name {
				fmt.Fprintf(&b, "\nscript %s\n", strconv.Quote(script.Title))
				if script.Setup != "" {
					fmt.Fprintf(&b, "  setup %s\n", strconv.Quote(string(script.Setup)))
				}
				if script.Own {
					fmt.Fprintf(&b, "  setup own\n")
				}
				if script.Repeats > 0 {
					fmt.Fprintf(&b, "  repeats %d\n", script.Repeats)
				}
				fmt.Fprintf(&b, "  %s\n", s.steps(script))
			}
		}
	}
	return b.String()
}

func join(claims []Aspect) string {
	names := make([]string, len(claims))
	for i, a := range claims {
		names[i] = string(a)
	}
	return strings.Join(names, " ")
}

func (s *Suite) steps(script Script) string {
	words := make([]string, len(script.Steps))
	for i, step := range script.Steps {
		words[i] = s.Word(step)
	}
	return strings.Join(words, " ")
}

// Word writes one step as it stands in a script.
func (s *Suite) Word(step Step) string {
	switch {
	case step.Act == TypeLine:
		return strconv.Quote(step.Text)
	case step.Act != MakeMove:
		return string(step.Act)
	case step.Refused:
		return "!" + s.Rules.FormatMove(step.Move)
	default:
		return s.Rules.FormatMove(step.Move)
	}
}
