package cli

import (
	"fmt"
	"io"
	"slices"
	"strings"

	"github.com/jedib0t/go-pretty/v6/table"
	"github.com/jedib0t/go-pretty/v6/text"

	"durchgang/core/calls"
	"durchgang/core/diagnosis"
	"durchgang/core/judge"
	"durchgang/internal/record"
)

// states are all of them with the sign that shows each by shape as well as colour.
var states = []struct {
	state  judge.State
	sign   string
	colour text.Color
}{
	{judge.Agrees, "✓", text.FgGreen},
	{judge.Differs, "✗", text.FgRed},
	{judge.NotShown, "–", text.FgYellow},
	{judge.NotRead, "?", text.FgYellow},
	{judge.NotReached, "○", text.FgCyan},
	{judge.Unsteady, "≈", text.FgMagenta},
}

var signs, colours = byState()

func byState() (map[judge.State]string, map[judge.State]text.Color) {
	signs, colours := map[judge.State]string{}, map[judge.State]text.Color{}
	for _, s := range states {
		signs[s.state], colours[s.state] = s.sign, s.colour
	}
	return signs, colours
}

// legend says what the signs mean.
func legend() string {
	list := make([]string, len(states))
	for i, s := range states {
		list[i] = s.sign + " " + string(s.state)
	}
	return strings.Join(list, "   ")
}

// paint colours text when w is a terminal that wants it.
func paint(w io.Writer, s judge.State, format string) string {
	if !coloured(w) {
		return format
	}
	return colours[s].EscapeSeq() + format + "\x1b[0m"
}

// printVerdict prints points, criteria, causes and findings. evidence finds a recorded
// run by its title.
func printVerdict(
	w io.Writer, name string, v judge.Verdict, x record.Examination, evidence func(title string) record.Evidence,
	notes ...string,
) error {
	fmt.Fprintf(w, "%s: %s of %s points\n\n", printable(name), v.Points, v.Of)
	t := newTable(w)
	for _, c := range v.Criteria {
		t.AppendRow(table.Row{paint(w, c.State, signs[c.State]+" "+string(c.State)), c.Title, fmt.Sprintf("%s / %s", c.Points, c.Of)})
	}
	for _, a := range v.Account {
		t.AppendRow(table.Row{"", a.Reason, a.Points.String()})
	}
	t.SetColumnConfigs([]table.ColumnConfig{{Number: 3, Align: text.AlignRight}})
	t.Render()
	if x.Learned != "" {
		fmt.Fprintf(w, "\nHow it talks or is called was found by playing; --json shows what was found.\n")
	}
	if x.Note != "" {
		fmt.Fprintf(w, "\n%s\n", printable(x.Note))
	}
	printDiagnosis(w, x.Diagnosis)
	for i, c := range x.Causes {
		printCause(w, i+1, c, evidence)
	}
	for _, c := range v.Criteria {
		printFindings(w, c, unproven(v.Findings, x.Causes), evidence)
	}
	for _, note := range notes {
		if note != "" {
			fmt.Fprintf(w, "\n%s\n", note)
		}
	}
	return nil
}

// printDiagnosis says what explains the program.
func printDiagnosis(w io.Writer, found []diagnosis.Diagnosis) {
	if len(found) == 0 {
		return
	}
	d := found[0]
	switch {
	case d.Omits:
		fmt.Fprintf(w, "\nNothing that was seen is against the rules, but not all is shown. Either the wording is not understood, or:\n")
	case d.Whole:
		fmt.Fprintf(w, "\nWhat explains everything that was seen: %s\n", strings.Join(d.Mistakes, " and "))
	default:
		fmt.Fprintf(
			w, "\nNo known mistake explains everything. Closest is %s, which explains %d scripts and leaves %d.\n",
			strings.Join(d.Mistakes, " and "), len(d.For), len(d.Against),
		)
	}
	if n := len(found); n > 1 && d.Whole {
		var others []string
		for _, o := range found[1:] {
			others = append(others, o.Name())
		}
		fmt.Fprintf(w, "As well, though less likely: %s\n", strings.Join(others, "; "))
	}
}

// printCause prints what is behind findings, with the shortest way to see it.
func printCause(w io.Writer, n int, c diagnosis.Cause, evidence func(string) record.Evidence) {
	says := c.Teacher
	if says == "" {
		says = "Expected " + c.Expected + "; seen: " + printable(orNothing(c.Seen))
	}
	fmt.Fprintf(w, "\n%s\n", paint(w, judge.Differs, fmt.Sprintf("%d. %s", n, says)))
	if len(c.Scripts) > 0 {
		fmt.Fprintf(w, "    shown by  %s\n", list(c.Scripts, 4))
	}
	if c.Words == "" {
		return
	}
	how := "confirmed by running it"
	if !c.Confirmed {
		how = "not confirmed with this program"
	}
	if c.Setup != "" {
		fmt.Fprintf(w, "    set-up    %s\n", c.Setup)
	}
	fmt.Fprintf(w, "    shortest  %s (%s)\n", c.Words, how)
	if !c.Confirmed {
		return
	}
	e := evidence(fmt.Sprint(c.Evidence))
	if e.Call != nil {
		printCall(w, *e.Call)
		return
	}
	fmt.Fprintf(w, "    typed     %s\n", quoted(c.Shortest))
	if c.Expected != "" {
		fmt.Fprintf(w, "    expected  %s\n    seen      %s\n", c.Expected, printable(orNothing(c.Seen)))
	}
	if len(e.Steps) > 0 {
		if last := lastLines(e.Steps[len(e.Steps)-1].Events, 10); len(last) > 0 {
			fmt.Fprintf(w, "    printed   %s\n", printable(strings.Join(last, "\n              ")))
		}
	}
}

// list joins titles, the first few of them.
func list(titles []string, most int) string {
	if len(titles) <= most {
		return strings.Join(titles, "; ")
	}
	return fmt.Sprintf("%s; and %d more", strings.Join(titles[:most], "; "), len(titles)-most)
}

func quoted(lines []string) string {
	if len(lines) == 0 {
		return "nothing"
	}
	all := make([]string, len(lines))
	for i, line := range lines {
		all[i] = printable(fmt.Sprintf("%q", line))
	}
	return strings.Join(all, " ⏎ ")
}

// unproven are the findings that no confirmed cause shows.
func unproven(findings []judge.Finding, causes []diagnosis.Cause) []judge.Finding {
	return slices.DeleteFunc(slices.Clone(findings), func(f judge.Finding) bool {
		return slices.ContainsFunc(causes, func(c diagnosis.Cause) bool { return c.Confirmed && slices.Contains(c.Scripts, f.Script) })
	})
}

// shownFindings is how many findings of one criterion are printed in full.
const shownFindings = 2

func printFindings(w io.Writer, c judge.CriterionVerdict, findings []judge.Finding, evidence func(string) record.Evidence) {
	own := slices.DeleteFunc(slices.Clone(findings), func(f judge.Finding) bool { return f.Criterion != c.Name })
	if len(own) == 0 {
		return
	}
	fmt.Fprintf(w, "\n%s\n", paint(w, judge.Differs, signs[judge.Differs]+" "+c.Title))
	for i, f := range own {
		if i == shownFindings {
			fmt.Fprintf(w, "  and in %d more: %s\n", len(own)-i, strings.Join(titles(own[i:]), "; "))
			return
		}
		printFinding(w, f, evidence(f.Script))
	}
}

func titles(findings []judge.Finding) []string {
	list := make([]string, len(findings))
	for i, f := range findings {
		list[i] = f.Script
	}
	return list
}

// printFinding prints one finding with what was typed until then and the last of
// what the program printed.
func printFinding(w io.Writer, f judge.Finding, e record.Evidence) {
	fmt.Fprintf(w, "  %s, step %d\n", f.Script, f.Step)
	if f.Step < len(e.Steps) {
		fmt.Fprintf(w, "    step      %s\n", e.Steps[f.Step].Says)
	}
	fmt.Fprintf(w, "    expected  %s\n", f.Expected)
	fmt.Fprintf(w, "    seen      %s\n", printable(orNothing(f.Seen)))
	if e.Call != nil {
		if e.Note != "" {
			fmt.Fprintf(w, "    besides   %s\n", printable(e.Note))
		}
		printCall(w, *e.Call)
		return
	}
	if f.Step >= len(e.Steps) {
		return
	}
	fmt.Fprintf(w, "    typed     %s\n", quoted(typedUntil(e, f.Step)))
	if last := lastLines(e.Steps[f.Step].Events, 12); len(last) > 0 {
		fmt.Fprintf(w, "    printed   %s\n", printable(strings.Join(last, "\n              ")))
	}
}

// printCall prints the one call that shows a difference, and a test for it.
func printCall(w io.Writer, c calls.Finding) {
	fmt.Fprintf(w, "    call      %s\n", printable(c.Call))
	fmt.Fprintf(w, "              %s\n", printable(c.Returned))
	fmt.Fprintf(w, "    expected  %s\n", strings.ReplaceAll(printable(c.Expected), "\n", "\n              "))
	fmt.Fprintf(w, "    a test that shows it\n\n        %s\n", indented(c.Test))
}

// indented is a text as it stands below another one.
func indented(text string) string {
	text = printable(strings.ReplaceAll(strings.TrimRight(text, "\n"), "\t", "    "))
	return strings.ReplaceAll(text, "\n", "\n        ")
}

func orNothing(seen string) string {
	if seen == "" {
		return "nothing of it was shown"
	}
	return seen
}

func typedUntil(e record.Evidence, step int) []string {
	var lines []string
	for _, s := range e.Steps[:step+1] {
		for _, event := range s.Events {
			if event.Typed {
				lines = append(lines, event.Text)
			}
		}
	}
	return lines
}

func lastLines(events []record.Event, n int) []string {
	var printed strings.Builder
	for _, e := range events {
		if !e.Typed {
			printed.WriteString(e.Text)
		}
	}
	lines := strings.Split(strings.TrimRight(printed.String(), "\n "), "\n")
	if len(lines) == 1 && lines[0] == "" {
		return nil
	}
	return lines[max(0, len(lines)-n):]
}
