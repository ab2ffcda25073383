package cli

import (
	"fmt"
	"io"
	"slices"
	"strings"

	"github.com/jedib0t/go-pretty/v6/table"
	"github.com/jedib0t/go-pretty/v6/text"

	"durchgang/core/judge"
	"durchgang/internal/record"
)

// signs show a state by shape as well as colour.
var signs = map[judge.State]string{judge.Agrees: "✓", judge.Differs: "✗", judge.NotShown: "–"}

var colours = map[judge.State]text.Color{judge.Agrees: text.FgGreen, judge.Differs: text.FgRed, judge.NotShown: text.FgYellow}

// paint colours text when w is a terminal that wants it.
func paint(w io.Writer, s judge.State, format string) string {
	if !coloured(w) {
		return format
	}
	return colours[s].EscapeSeq() + format + "\x1b[0m"
}

// printVerdict prints points, criteria and findings. evidence finds the recorded
// run of a script by its title.
func printVerdict(w io.Writer, name string, v judge.Verdict, evidence func(script string) record.Evidence) error {
	fmt.Fprintf(w, "%s: %s of %s points\n\n", printable(name), v.Points, v.Of)
	t := newTable(w)
	for _, c := range v.Criteria {
		t.AppendRow(table.Row{paint(w, c.State, signs[c.State]+" "+string(c.State)), c.Title, fmt.Sprintf("%s / %s", c.Points, c.Of)})
	}
	t.SetColumnConfigs([]table.ColumnConfig{{Number: 3, Align: text.AlignRight}})
	t.Render()
	for _, c := range v.Criteria {
		printFindings(w, c, v.Findings, evidence)
	}
	return nil
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
	if f.Step >= len(e.Steps) {
		return
	}
	fmt.Fprintf(w, "    typed     %s\n", strings.Join(typedUntil(e, f.Step), " ⏎ "))
	if last := lastLines(e.Steps[f.Step].Events, 12); len(last) > 0 {
		fmt.Fprintf(w, "    printed   %s\n", printable(strings.Join(last, "\n              ")))
	}
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
				lines = append(lines, printable(fmt.Sprintf("%q", event.Text)))
			}
		}
	}
	if len(lines) == 0 {
		return []string{"nothing yet"}
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
