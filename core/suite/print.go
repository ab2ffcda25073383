package suite

import (
	"fmt"
	"strconv"
	"strings"
	"time"

	"durchgang/core/game"
)

// String writes the suite in the form that Parse reads.
func (s *Suite) String() string {
	var b strings.Builder
	comments(&b, s.Before)
	fmt.Fprintf(&b, "game %s\n", s.Rules.Variant())
	if s.Program != game.Nobody {
		fmt.Fprintf(&b, "opponent %s\n", s.Rules.PlayerName(s.Program))
	}
	s.Policy.print(&b)
	for _, c := range s.Criteria {
		b.WriteString("\n")
		comments(&b, c.Comments)
		fmt.Fprintf(&b, "criterion %s %s\n", c.Name, strconv.Quote(c.Title))
		fmt.Fprintf(&b, "  points %s\n  graded %s\n", c.Points, c.Grading)
		fmt.Fprintf(&b, "  not-shown %s\n", c.NotShown)
		if c.NotReached != "" {
			fmt.Fprintf(&b, "  not-reached %s\n", c.NotReached)
		}
		fmt.Fprintf(&b, "  unsteady %s\n", c.Unsteady)
		if len(c.Claims) > 0 {
			fmt.Fprintf(&b, "  claims %s\n", join(c.Claims))
		}
		for _, script := range s.Scripts {
			if script.Criterion == c.Name {
				b.WriteString("\n")
				comments(&b, script.Comments)
				fmt.Fprintf(&b, "script %s", strconv.Quote(script.Title))
				if script.Public {
					b.WriteString(" public")
				}
				b.WriteString("\n")
				if script.Setup != "" {
					fmt.Fprintf(&b, "  setup %s\n", strconv.Quote(string(script.Setup)))
				}
				if script.Own {
					fmt.Fprintf(&b, "  setup own\n")
				}
				if script.Quick {
					b.WriteString("  quick\n")
				}
				if script.Repeats > 0 {
					fmt.Fprintf(&b, "  repeats %d\n", script.Repeats)
				}
				if len(script.Steps) > 0 {
					fmt.Fprintf(&b, "  %s\n", s.Words(script.Steps))
				}
			}
		}
	}
	comments(&b, s.After)
	return b.String()
}

func comments(b *strings.Builder, lines []string) {
	for _, line := range lines {
		fmt.Fprintln(b, line)
	}
}

func (p Policy) print(b *strings.Builder) {
	if p.Declared > 0 {
		fmt.Fprintf(b, "total %s\n", p.Declared)
	}
	for _, r := range p.Required {
		fmt.Fprintf(b, "required %s most %s\n", r.Criterion, r.Most)
	}
	if p.Attempts != "" {
		fmt.Fprintf(b, "attempts %s\n", p.Attempts)
	}
	if !p.Due.IsZero() {
		fmt.Fprintf(b, "due %s\n", p.Due.Format(time.RFC3339))
	}
	if p.Late > 0 {
		fmt.Fprintf(b, "late %d%% most %d%%\n", p.Late, p.LateMost)
	}
	if p.Round > 0 {
		fmt.Fprintf(b, "round %s\n", p.Round)
	}
}

func join(claims []Aspect) string {
	names := make([]string, len(claims))
	for i, a := range claims {
		names[i] = string(a)
	}
	return strings.Join(names, " ")
}

// Words writes steps as they stand in a script.
func (s *Suite) Words(steps []Step) string {
	words := make([]string, len(steps))
	for i, step := range steps {
		words[i] = s.Word(step)
	}
	return strings.Join(words, " ")
}

// Word writes one step as it stands in a script.
func (s *Suite) Word(step Step) string {
	switch {
	case step.Act == TypeLine:
		return strconv.Quote(step.Text)
	case step.Act == Leave:
		return string(Leave) + " " + strconv.Quote(step.Text)
	case step.Act != MakeMove:
		return string(step.Act)
	case step.Refused:
		return "!" + s.Rules.FormatMove(step.Move)
	default:
		return s.Rules.FormatMove(step.Move)
	}
}
