package cli

import (
	"fmt"
	"io"
	"os"
	"path/filepath"
	"strconv"
	"strings"

	"github.com/jedib0t/go-pretty/v6/table"
	"github.com/jedib0t/go-pretty/v6/text"
	"github.com/spf13/cobra"

	"durchgang/core/judge"
	"durchgang/internal/record"
	"durchgang/internal/report"
	"durchgang/internal/server"
)

const runFlag = "number of the run; without it the newest"

// run is the number of a run, the newest of an assignment for 0.
func (o *options) run(c *cobra.Command, name string, run int64) (int64, error) {
	if run != 0 {
		return run, nil
	}
	course, assignment, err := cutName(c, name)
	if err != nil {
		return 0, err
	}
	a, err := o.client().Assignment(c.Context(), course, assignment)
	if err != nil {
		return 0, err
	}
	if a.LastRun == nil {
		return 0, &exitError{exitInput, fmt.Errorf("%s has not been run yet: durchgang run %s", name, name)}
	}
	return *a.LastRun, nil
}

func classCommand(o *options) *cobra.Command {
	var run int64
	c := &cobra.Command{
		Use:     "class COURSE/ASSIGNMENT",
		Short:   "Summarize a class: criteria, common mistakes, totals",
		Example: "  durchgang class evening-class/tic-tac-toe\n  durchgang class evening-class/tic-tac-toe --json",
		Args:    exactly("COURSE/ASSIGNMENT"),
		RunE: func(c *cobra.Command, args []string) error {
			id, err := o.run(c, args[0], run)
			if err != nil {
				return err
			}
			class, err := o.client().Class(c.Context(), id)
			return o.answer(c, class, err, func(w io.Writer) { printClass(w, class) })
		},
	}
	c.Flags().Int64Var(&run, "run", 0, runFlag)
	return c
}

func printClass(w io.Writer, c record.Class) {
	fmt.Fprintf(w, "%s/%s, run %d: %d graded, %d not graded yet\n", c.Run.Course, c.Run.Assignment, c.Run.ID, c.Graded, len(c.NotRun))
	if len(c.NotRun) > 0 {
		fmt.Fprintf(w, "not graded yet: %s\n", printable(list(record.Students(c.NotRun), 8)))
	}
	fmt.Fprintf(w, "mean %s, median %s of %s points\n\n", c.Mean, c.Median, c.Of)
	t := newTable(w)
	header := table.Row{"criterion"}
	columns := []table.ColumnConfig{}
	for i, s := range states {
		header = append(header, s.state)
		columns = append(columns, table.ColumnConfig{Number: i + 2, Align: text.AlignRight, AlignHeader: text.AlignRight})
	}
	t.AppendHeader(header)
	t.SetColumnConfigs(columns)
	for _, k := range c.Criteria {
		row := table.Row{k.Title}
		for _, s := range states {
			row = append(row, blankZero(k.States[s.state]))
		}
		t.AppendRow(row)
	}
	t.Render()
	if c.Hardest != "" {
		fmt.Fprintf(w, "\nhardest: %s\n", c.Hardest)
	}
	fmt.Fprintln(w, "\ncommon mistakes")
	for _, m := range c.Mistakes {
		fmt.Fprintf(w, "  %3d  %s: %s\n       %s\n", len(m.Students), m.Name, m.Says, printable(list(m.Students, 8)))
	}
	if len(c.Mistakes) == 0 {
		fmt.Fprintln(w, "  none was found")
	}
	if len(c.Unknown) > 0 {
		fmt.Fprintf(w, "  %3d  with faults that no known mistake explains: %s\n", len(c.Unknown), printable(list(c.Unknown, 8)))
	}
	fmt.Fprintf(w, "\n%d of %d scripts show nobody's fault\n", len(c.Quiet), c.Scripts)
}

func blankZero(n int) string {
	if n == 0 {
		return "·"
	}
	return strconv.Itoa(n)
}

func groupsCommand(o *options) *cobra.Command {
	var run int64
	c := &cobra.Command{
		Use:     "groups COURSE/ASSIGNMENT",
		Short:   "Group programs that behave the same",
		Example: "  durchgang groups evening-class/tic-tac-toe\n  durchgang groups evening-class/tic-tac-toe --json",
		Args:    exactly("COURSE/ASSIGNMENT"),
		RunE: func(c *cobra.Command, args []string) error {
			id, err := o.run(c, args[0], run)
			if err != nil {
				return err
			}
			groups, err := o.client().Groups(c.Context(), id)
			return o.answer(c, groups, err, func(w io.Writer) { printGroups(w, groups) })
		},
	}
	c.Flags().Int64Var(&run, "run", 0, runFlag)
	return c
}

func printGroups(w io.Writer, groups []record.Group) {
	for _, g := range groups {
		fmt.Fprintf(w, "group %d: %s, %s of %s points\n", g.Number, plural(len(g.Members), "program"), g.Points, g.Of)
		var names []string
		for _, m := range g.Members {
			names = append(names, m.Student)
		}
		fmt.Fprintf(w, "  students  %s\n", printable(list(names, 12)))
		switch {
		case len(g.Lost)+len(g.Unshown) == 0:
			fmt.Fprintln(w, "  keeps every rule")
		case len(g.Unshown) > 0:
			fmt.Fprintf(w, "  unshown   %s\n", strings.Join(g.Unshown, ", "))
		}
		for _, s := range g.Says {
			fmt.Fprintf(w, "  fault     %s\n", printable(s))
		}
		for _, s := range g.Common {
			fmt.Fprintf(w, "  as group %d: %s\n", s.Group, strings.Join(append(s.Mistakes, s.Lost...), ", "))
		}
		if g.Comment != "" {
			fmt.Fprintf(w, "  comment   %s\n", printable(g.Comment))
		}
		fmt.Fprintln(w)
	}
	if len(groups) == 0 {
		fmt.Fprintln(w, "no program is graded yet")
	}
}

func plural(n int, what string) string {
	if n == 1 {
		return "1 " + what
	}
	return fmt.Sprintf("%d %ss", n, what)
}

func commentCommand(o *options) *cobra.Command {
	var run int64
	var group int
	c := &cobra.Command{
		Use:   "comment COURSE/ASSIGNMENT [STUDENT] TEXT",
		Short: "Comment on a program, or on all programs of a group",
		Long: `Tell a student, or all students of a group, something about the program. It stands
in their reports. An empty TEXT takes it away.`,
		Example: "  durchgang comment evening-class/tic-tac-toe greta-holm \"Look at line 40.\"\n  durchgang comment evening-class/tic-tac-toe --group 2 \"We will talk about this on Monday.\"",
		Args:    cobra.RangeArgs(2, 3),
		RunE: func(c *cobra.Command, args []string) error {
			if (len(args) == 3) == (group > 0) {
				return &usageError{c, fmt.Errorf("it takes a STUDENT, or --group with the number of a group")}
			}
			if group > 0 {
				id, err := o.run(c, args[0], run)
				if err != nil {
					return err
				}
				groups, err := o.client().CommentGroup(c.Context(), id, group, args[1])
				return o.answer(c, groups, err, func(w io.Writer) {
					fmt.Fprintf(w, "%s told\n", plural(len(groups[group-1].Members), "student"))
				})
			}
			row, err := o.row(c, args[0], args[1], run)
			if err != nil {
				return err
			}
			r, err := o.client().CommentResult(c.Context(), row.Result, args[2])
			return o.answer(c, r, err, func(w io.Writer) { fmt.Fprintf(w, "%s told\n", printable(r.Student)) })
		},
	}
	c.Flags().Int64Var(&run, "run", 0, runFlag)
	c.Flags().IntVar(&group, "group", 0, "number of the group that is told, see durchgang groups")
	return c
}

// row finds a student's row of a run.
func (o *options) row(c *cobra.Command, name, student string, run int64) (record.Row, error) {
	m, err := o.matrix(c, name, run)
	if err != nil {
		return record.Row{}, err
	}
	for _, row := range m.Rows {
		if row.Student == student {
			return row, nil
		}
	}
	return record.Row{}, &exitError{
		exitInput,
		fmt.Errorf("run %d has no student %q; durchgang matrix %s lists them", m.Run.ID, student, name),
	}
}

func reportCommand(o *options) *cobra.Command {
	var f struct {
		run                 int64
		format, output, all string
	}
	c := &cobra.Command{
		Use:   "report COURSE/ASSIGNMENT [STUDENT]",
		Short: "Write the report for a student or a class, or an export for other tools",
		Long: fmt.Sprintf(`Write a report. With a STUDENT it is what that student reads: %s.
Without one it is the class: %s; csv is a gradebook, svg and png are
plots. json follows the schema that durchgang report schema prints.`, strings.Join(report.Names(report.OfStudent), ", "), strings.Join(report.Names(report.OfClass), ", ")),
		Example: `  durchgang report evening-class/tic-tac-toe hugo-tandy --format md
  durchgang report evening-class/tic-tac-toe hugo-tandy --output hugo.html
  durchgang report evening-class/tic-tac-toe --format csv --output grades.csv
  durchgang report evening-class/tic-tac-toe --all reports`,
		Args: cobra.RangeArgs(1, 2),
		RunE: func(c *cobra.Command, args []string) error {
			if f.all != "" {
				if len(args) == 2 {
					return &usageError{c, fmt.Errorf("--all writes the reports of every student, so it takes no STUDENT")}
				}
				return o.reportAll(c, args[0], f.run, f.format, f.all)
			}
			var data []byte
			if len(args) == 2 {
				row, err := o.row(c, args[0], args[1], f.run)
				if err != nil {
					return err
				}
				if data, err = o.client().StudentReport(c.Context(), row.Result, f.format); err != nil {
					return err
				}
			} else {
				run, err := o.run(c, args[0], f.run)
				if err != nil {
					return err
				}
				if data, err = o.client().ClassReport(c.Context(), run, f.format); err != nil {
					return err
				}
			}
			if f.output != "" {
				return os.WriteFile(f.output, data, 0o644)
			}
			_, err := c.OutOrStdout().Write(data)
			return err
		},
	}
	c.Flags().Int64Var(&f.run, "run", 0, runFlag)
	c.Flags().StringVar(&f.format, "format", "html", "form of the report")
	c.Flags().StringVarP(&f.output, "output", "o", "", "file to write; without it the report is printed")
	c.Flags().StringVar(&f.all, "all", "", "folder to write the reports of all students to")
	c.AddCommand(&cobra.Command{
		Use: "schema", Short: "Print the JSON Schema of a result", Example: "  durchgang report schema > result.schema.json", Args: cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			data, err := server.ResultSchema()
			if err == nil {
				_, err = fmt.Fprintf(c.OutOrStdout(), "%s\n", data)
			}
			return err
		},
	})
	return c
}

// reportAll writes a file for each student who is graded.
func (o *options) reportAll(c *cobra.Command, name string, run int64, format, folder string) error {
	m, err := o.matrix(c, name, run)
	if err != nil {
		return err
	}
	if err := os.MkdirAll(folder, 0o755); err != nil {
		return fmt.Errorf("make the folder for the reports: %w", err)
	}
	ending := format
	if known, is := report.FormatOf(format); is {
		ending = known.Ending
	}
	n := 0
	for _, row := range m.Rows {
		if row.State != record.Done && row.State != record.Failed {
			continue
		}
		data, err := o.client().StudentReport(c.Context(), row.Result, format)
		if err != nil {
			return err
		}
		if err := os.WriteFile(filepath.Join(folder, filepath.Base(row.Student)+"."+ending), data, 0o644); err != nil {
			return fmt.Errorf("write a report: %w", err)
		}
		n++
	}
	fmt.Fprintf(c.OutOrStdout(), "%s in %s\n", plural(n, "report"), folder)
	return nil
}

func findingCommand(o *options) *cobra.Command {
	const example = "  durchgang finding replay 7\n  durchgang finding replay 7 --json"
	c := &cobra.Command{Use: "finding", Short: "Replay a finding", Example: example}
	c.AddCommand(&cobra.Command{
		Use:     "replay NUMBER",
		Short:   "Replay a finding, and show what was expected and seen",
		Example: example,
		Long: `Run the sequence of a finding again, with the program, suite and phrasebook that were
graded, and show what the rules say beside what the program does. The numbers of
findings stand in durchgang show.`,
		Args: exactly("the NUMBER of a finding"),
		RunE: func(c *cobra.Command, args []string) error {
			id, err := strconv.ParseInt(args[0], 10, 64)
			if err != nil || id < 1 {
				return &exitError{exitInput, fmt.Errorf("%q is not the ID of a finding; durchgang show lists them", args[0])}
			}
			r, err := o.client().Replay(c.Context(), id)
			return o.answer(c, r, err, func(w io.Writer) { printReplay(w, r) })
		},
	})
	return c
}

func printReplay(w io.Writer, r record.Replay) {
	fmt.Fprintf(w, "%s, finding %d: %s, step %d\n", printable(r.Student), r.Finding.ID, r.Finding.Script, r.Finding.Step)
	for i, step := range r.Again.Steps {
		if i > r.Finding.Step {
			break
		}
		fmt.Fprintf(w, "\n%d. %s\n", i, step.Says)
		for _, e := range step.Events {
			if e.Typed {
				fmt.Fprintf(w, "   typed    %s\n", printable(fmt.Sprintf("%q", e.Text)))
			}
		}
		for _, line := range lastLines(step.Events, 8) {
			fmt.Fprintf(w, "   printed  %s\n", printable(line))
		}
		for _, k := range step.Comparisons {
			if k.State == judge.Differs {
				fmt.Fprintf(
					w,
					"   %s\n",
					paint(
						w,
						judge.Differs,
						fmt.Sprintf("%s expected %s; seen: %s", signs[judge.Differs], k.Expected, printable(orNothing(k.Seen))),
					),
				)
			}
		}
	}
	if r.Same {
		fmt.Fprintln(w, "\nThe program did the same as when it was graded.")
		return
	}
	fmt.Fprintf(
		w, "\nThe program did something else this time. When it was graded, at step %d: expected %s; seen: %s\n",
		r.Finding.Step, r.Finding.Expected, printable(orNothing(r.Finding.Seen)),
	)
}
