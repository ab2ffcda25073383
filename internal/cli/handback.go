package cli

import (
	"context"
	"fmt"
	"io"
	"os"
	"strings"

	"github.com/jedib0t/go-pretty/v6/table"
	"github.com/spf13/cobra"

	"durchgang/core/judge"
	"durchgang/core/suite"
	"durchgang/internal/record"
	"durchgang/internal/report"
)

func runCommand(o *options) *cobra.Command {
	var detach, needed bool
	c := &cobra.Command{
		Use:     "run COURSE/ASSIGNMENT",
		Short:   "Grade every submission and show the progress",
		Long:    "Grade every submission and show the progress. With --needed only what failed or has changed is\nrun; the others keep what was found out, with their points computed as the assignment says now.",
		Example: "  durchgang run evening-class/tic-tac-toe\n  durchgang run evening-class/tic-tac-toe --needed\n  durchgang run pause 7",
		Args:    exactly("COURSE/ASSIGNMENT"),
		RunE: func(c *cobra.Command, args []string) error {
			course, assignment, err := cutName(c, args[0])
			if err != nil {
				return err
			}
			run, err := o.client().StartRun(c.Context(), course, assignment, needed)
			if err == nil && !detach {
				run, err = o.watch(c.Context(), c.ErrOrStderr(), run)
			}
			var open []string
			if err == nil && run.State == record.Done {
				if open, err = o.ungraded(c.Context(), run.ID); err != nil {
					return err
				}
			}
			return o.answer(c, run, err, func(w io.Writer) {
				if len(open) > 0 {
					fmt.Fprintf(
						w, "not graded yet: %s\ndurchgang show %s %s says why.\n", printable(list(open, 8)), args[0], printable(open[0]),
					)
				}
				printRun(w, run)
			})
		},
	}
	c.Flags().BoolVar(&detach, "detach", false, "do not wait for the run to end")
	c.Flags().BoolVar(&needed, "needed", false, "run only what failed or has changed")
	for act, short := range map[string]string{
		"cancel": "Cancel a run: submissions that are not graded yet are left out",
		"pause":  "Pause a run: gradings under way are finished, no others are started",
		"resume": "Resume a paused run",
	} {
		c.AddCommand(o.runAct("run", act, short))
	}
	c.AddCommand(&cobra.Command{
		Use: "list COURSE/ASSIGNMENT", Short: "List the runs of an assignment", Args: exactly("COURSE/ASSIGNMENT"), Example: "  durchgang run list evening-class/tic-tac-toe",
		RunE: func(c *cobra.Command, args []string) error {
			course, assignment, err := cutName(c, args[0])
			if err != nil {
				return err
			}
			runs, err := o.client().Runs(c.Context(), course, assignment)
			return o.answer(c, runs, err, func(w io.Writer) {
				t := newTable(w)
				t.AppendHeader(table.Row{"run", "begun", "by", "revision", "state", "graded", "kept", ""})
				for _, r := range runs {
					t.AppendRow(
						table.Row{
							r.ID, local(r.CreatedAt), r.Login, r.Revision, r.State, fmt.Sprintf("%d / %d", r.Done, r.Total), r.Kept,
							about(r),
						},
					)
				}
				t.Render()
			})
		},
	})
	return c
}

// about says what a run is beside its state.
func about(r record.Run) string {
	switch {
	case r.Published:
		return "handed back"
	case !r.Accepted:
		return "a regrade that does not count yet"
	}
	return ""
}

// ungraded are the students of a run whose programs are not graded yet.
func (o *options) ungraded(ctx context.Context, run int64) ([]string, error) {
	m, err := o.client().Matrix(ctx, run)
	var names []string
	for _, r := range m.Rows {
		if r.State == record.Failed {
			names = append(names, r.Student)
		}
	}
	return names, err
}

func printRun(w io.Writer, run record.Run) {
	fmt.Fprintf(w, "run %d: %s, %d of %d graded", run.ID, run.State, run.Done, run.Total)
	if run.Kept > 0 {
		fmt.Fprintf(w, ", %d of them kept from before", run.Kept)
	}
	fmt.Fprintln(w)
}

// runAct is a command that does one thing to a run.
func (o *options) runAct(parent, act, short string) *cobra.Command {
	return &cobra.Command{
		Use: act + " RUN", Short: short, Args: exactly("the number of a RUN"), Example: fmt.Sprintf("  durchgang %s %s 7", parent, act),
		RunE: func(c *cobra.Command, args []string) error {
			id, err := recordNumber(args[0], "a run; durchgang run list lists them")
			if err != nil {
				return err
			}
			run, err := o.client().ChangeRun(c.Context(), id, act)
			return o.answer(c, run, err, func(w io.Writer) { printRun(w, run) })
		},
	}
}

func regradeCommand(o *options) *cobra.Command {
	c := &cobra.Command{
		Use: "regrade COURSE/ASSIGNMENT", Short: "Regrade with the current assignment, and show the changes before they count", Args: exactly("COURSE/ASSIGNMENT"),
		Long: `Grade again by the assignment as it is now, and show for whom something would change and why.
What cannot change is not run again. Nothing counts before durchgang regrade accept.`,
		Example: "  durchgang regrade evening-class/tic-tac-toe\n  durchgang regrade accept 8",
		RunE: func(c *cobra.Command, args []string) error {
			course, assignment, err := cutName(c, args[0])
			if err != nil {
				return err
			}
			before, err := o.run(c, args[0], 0)
			if err != nil {
				return err
			}
			run, err := o.client().Regrade(c.Context(), course, assignment)
			if err == nil {
				run, err = o.watch(c.Context(), c.ErrOrStderr(), run)
			}
			if err != nil {
				return err
			}
			compared, err := o.client().Compare(c.Context(), before, run.ID)
			return o.answer(c, compared, err, func(w io.Writer) {
				printComparison(w, compared)
				fmt.Fprintf(w, "\nIt does not count yet: durchgang regrade accept %d, or durchgang regrade discard %d\n", run.ID, run.ID)
			})
		},
	}
	c.AddCommand(o.runAct("regrade", "accept", "Accept the results of a regrade"), &cobra.Command{
		Use: "discard RUN", Short: "Discard a regrade", Args: exactly("the number of a RUN"), Example: "  durchgang regrade discard 8",
		RunE: func(c *cobra.Command, args []string) error {
			id, err := recordNumber(args[0], "a run; durchgang run list lists them")
			if err != nil {
				return err
			}
			run, err := o.client().DiscardRun(c.Context(), id)
			return o.answer(c, run, err, func(w io.Writer) { fmt.Fprintf(w, "run %d is thrown away\n", run.ID) })
		},
	})
	return c
}

func printComparison(w io.Writer, c record.RunComparison) {
	fmt.Fprintf(
		w,
		"run %d (revision %d) and run %d (revision %d): %s up, %d down, %d otherwise different, %d the same; %d were not run again\n",
		c.Before.ID,
		c.Before.Revision,
		c.After.ID,
		c.After.Revision,
		plural(c.Up, "student"),
		c.Down,
		len(c.Changed)-c.Up-c.Down,
		c.Same,
		c.After.Kept,
	)
	for _, k := range c.Changed {
		fmt.Fprintf(w, "\n%s: %s → %s\n", printable(k.Student), k.Before, k.After)
		for _, why := range k.Why {
			fmt.Fprintf(w, "  %s\n", printable(why))
		}
	}
}

func compareCommand(o *options) *cobra.Command {
	c := &cobra.Command{
		Use:     "compare",
		Short:   "Compare two runs, or two results",
		Example: "  durchgang compare runs 3 5\n  durchgang compare results 17 31",
	}
	two := func(what string, answer func(c *cobra.Command, a, b int64) error) *cobra.Command {
		return &cobra.Command{
			Use: what + "s A B", Short: fmt.Sprintf("Two %ss side by side", what), Args: exactly("the number of one "+what, "that of the other"), Example: fmt.Sprintf("  durchgang compare %ss 3 5", what),
			RunE: func(c *cobra.Command, args []string) error {
				a, err := recordNumber(args[0], "a "+what)
				if err != nil {
					return err
				}
				b, err := recordNumber(args[1], "a "+what)
				if err != nil {
					return err
				}
				return answer(c, a, b)
			},
		}
	}
	c.AddCommand(two("run", func(c *cobra.Command, a, b int64) error {
		compared, err := o.client().Compare(c.Context(), a, b)
		return o.answer(c, compared, err, func(w io.Writer) { printComparison(w, compared) })
	}), two("result", func(c *cobra.Command, a, b int64) error {
		pair, err := o.client().Pair(c.Context(), a, b)
		return o.answer(c, pair, err, func(w io.Writer) { printPair(w, pair) })
	}))
	return c
}

func printPair(w io.Writer, p record.Pair) {
	name := func(r record.Result) string {
		return fmt.Sprintf("%s, result %d of run %d: %s of %s", printable(r.Student), r.ID, r.RunID, r.Points, r.Of)
	}
	fmt.Fprintf(w, "left   %s\nright  %s\n\n", name(p.Left), name(p.Right))
	t := newTable(w)
	t.AppendHeader(table.Row{"criterion", "left", "right", "points"})
	for _, c := range p.Criteria {
		t.AppendRow(
			table.Row{
				c.Name, paint(w, c.Left, string(c.Left)), paint(w, c.Right, string(c.Right)),
				fmt.Sprintf("%s → %s of %s", c.Had, c.Has, c.Of),
			},
		)
	}
	t.Render()
	for _, s := range p.Scripts {
		if s.Left != s.Right {
			fmt.Fprintf(w, "script %q: %s → %s\n", s.Title, orNone(string(s.Left)), orNone(string(s.Right)))
		}
	}
	for _, f := range p.Files {
		if !f.Same {
			fmt.Fprintf(w, "file %s is different\n", printable(f.Name))
		}
	}
}

func orNone(text string) string {
	if text == "" {
		return "not there"
	}
	return text
}

func byHandCommand(o *options) *cobra.Command {
	var h judge.ByHand
	var run int64
	var take bool
	c := &cobra.Command{
		Use: "by-hand COURSE/ASSIGNMENT STUDENT [POINTS]", Short: "Override a student's points, with a reason that the student sees",
		Long:    "Give a student points by hand, for a criterion or in all. They stay when the assignment is graded\nagain, until they are taken away with --take.",
		Example: "  durchgang by-hand evening-class/tic-tac-toe ada-brandt 2 --criterion taken --reason 'It is refused, in Polish.'\n  durchgang by-hand evening-class/tic-tac-toe ada-brandt --criterion taken --take",
		Args:    cobra.RangeArgs(2, 3),
		RunE: func(c *cobra.Command, args []string) error {
			if (len(args) == 3) == take {
				return &usageError{c, fmt.Errorf("it takes POINTS, or --take")}
			}
			if !take {
				points, err := suite.ParsePoints(args[2])
				if err != nil {
					return &exitError{exitInput, err}
				}
				h.Points = points
			}
			row, err := o.row(c, args[0], args[1], run)
			if err != nil {
				return err
			}
			r, err := o.client().GiveByHand(c.Context(), row.Result, h, take)
			return o.answer(c, r, err, func(w io.Writer) {
				fmt.Fprintf(w, "%s has %s of %s points\n", printable(r.Student), r.Points, r.Of)
			})
		},
	}
	c.Flags().StringVar(&h.Criterion, "criterion", "", "name of the criterion; without it the points are for everything")
	c.Flags().StringVar(&h.Reason, "reason", "", "why; the student reads it")
	c.Flags().BoolVar(&take, "take", false, "take away what was given by hand")
	c.Flags().Int64Var(&run, "run", 0, runFlag)
	return c
}

func publishCommand(o *options) *cobra.Command {
	var run int64
	c := &cobra.Command{
		Use: "publish COURSE/ASSIGNMENT", Short: "Publish the results of a run to students", Args: exactly("COURSE/ASSIGNMENT"),
		Long:    "Hand back: let students see their own results of a run. Look first at what they will read, with\ndurchgang report. After a regrade was accepted, publish again.",
		Example: "  durchgang publish evening-class/tic-tac-toe",
		RunE: func(c *cobra.Command, args []string) error {
			id, err := o.run(c, args[0], run)
			if err != nil {
				return err
			}
			r, err := o.client().ChangeRun(c.Context(), id, "publish")
			return o.answer(c, r, err, func(w io.Writer) { fmt.Fprintf(w, "students see their results of run %d\n", r.ID) })
		},
	}
	c.Flags().Int64Var(&run, "run", 0, runFlag)
	return c
}

func withdrawCommand(o *options) *cobra.Command {
	return &cobra.Command{
		Use: "withdraw COURSE/ASSIGNMENT", Short: "Withdraw published results", Args: exactly("COURSE/ASSIGNMENT"), Example: "  durchgang withdraw evening-class/tic-tac-toe",
		RunE: func(c *cobra.Command, args []string) error {
			course, assignment, err := cutName(c, args[0])
			if err != nil {
				return err
			}
			a, err := o.client().Withdraw(c.Context(), course, assignment)
			return o.answer(c, a, err, func(w io.Writer) { fmt.Fprintln(w, "students see no results of it") })
		},
	}
}

func requestCommand(o *options) *cobra.Command {
	c := &cobra.Command{
		Use:     "request",
		Short:   "Students' regrade requests",
		Example: "  durchgang request list evening-class/tic-tac-toe\n  durchgang request answer 4 'You are right: two points more.'",
	}
	c.AddCommand(&cobra.Command{
		Use: "list COURSE/ASSIGNMENT", Short: "List the requests, open ones first", Args: exactly("COURSE/ASSIGNMENT"), Example: "  durchgang request list evening-class/tic-tac-toe",
		RunE: func(c *cobra.Command, args []string) error {
			course, assignment, err := cutName(c, args[0])
			if err != nil {
				return err
			}
			list, err := o.client().Requests(c.Context(), course, assignment)
			return o.answer(c, list, err, func(w io.Writer) {
				for _, r := range list {
					printRequest(w, r)
				}
				if len(list) == 0 {
					fmt.Fprintln(w, "there are no regrade requests")
				}
			})
		},
	}, &cobra.Command{
		Use: "answer REQUEST TEXT", Short: "Answer a request", Args: exactly("the number of a REQUEST", "a TEXT"), Example: "  durchgang request answer 4 'You are right: two points more.'",
		RunE: func(c *cobra.Command, args []string) error {
			id, err := recordNumber(args[0], "a request; durchgang request list lists them")
			if err != nil {
				return err
			}
			r, err := o.client().Reply(c.Context(), id, args[1])
			return o.answer(c, r, err, func(w io.Writer) { fmt.Fprintf(w, "%s can read it\n", r.Student) })
		},
	})
	return c
}

func gradebookCommand(o *options) *cobra.Command {
	var assignments, columns []string
	var output string
	c := &cobra.Command{
		Use: "gradebook COURSE", Short: "Export the gradebook of a course as CSV", Args: exactly("a COURSE"),
		Example: "  durchgang gradebook evening-class --columns number,name,points,total --output grades.csv",
		RunE: func(c *cobra.Command, args []string) error {
			data, err := o.client().Gradebook(c.Context(), args[0], assignments, columns)
			if err != nil {
				return err
			}
			if output != "" {
				return os.WriteFile(output, data, 0o644)
			}
			_, err = c.OutOrStdout().Write(data)
			return err
		},
	}
	c.Flags().StringSliceVar(&assignments, "assignments", nil, "names of assignments; without it all that were graded")
	c.Flags().StringSliceVar(&columns, "columns", nil, "of "+strings.Join(report.Columns, ", "))
	c.Flags().StringVarP(&output, "output", "o", "", "file to write; without it the gradebook is printed")
	return c
}
