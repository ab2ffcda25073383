package cli

import (
	"fmt"
	"io"
	"os"
	"path/filepath"
	"strings"
	"time"

	"github.com/jedib0t/go-pretty/v6/table"
	"github.com/jedib0t/go-pretty/v6/text"
	"github.com/spf13/cobra"

	"durchgang/internal/client"
	"durchgang/internal/record"
	"durchgang/internal/toolchain"
)

// gitFlags name a repository.
type gitFlags struct{ client.Repository }

func (f *gitFlags) add(c *cobra.Command) {
	c.Flags().StringVar(&f.URL, "git", "", "address of a git repository to fetch from, in the place of a folder or archive")
	c.Flags().StringVar(&f.Revision, "revision", "", "branch, tag or commit of the repository")
	c.Flags().StringVar(&f.Folder, "folder", "", "folder of the repository")
}

// or reads COURSE/ASSIGNMENT, and a path unless a repository is named; what says which.
func (f *gitFlags) or(c *cobra.Command, args []string, what string) (course, assignment, path string, err error) {
	if course, assignment, err = cutName(c, args[0]); err == nil && (len(args) == 2) == (f.URL != "") {
		err = &usageError{c, fmt.Errorf("it takes a %s, or --git with a repository", what)}
	}
	return course, assignment, strings.Join(args[1:], ""), err
}

func importCommand(o *options) *cobra.Command {
	var as map[string]string
	var git gitFlags
	c := &cobra.Command{
		Use:   "import COURSE/ASSIGNMENT [CLASS]",
		Short: "Hand in a class: a folder, an archive or a git repository",
		Long: `Hand in a class. CLASS is a folder or a zip or tar.gz archive that holds one folder, or one
source file, for each student; it is named by the student's number, mail address or name.
Entries of nobody on the roster are listed: say whose they are with --as. Handing in again
replaces what has changed.`,
		Example: "  durchgang import evening-class/tic-tac-toe demo/class\n  durchgang import evening-class/tic-tac-toe class.zip --as 'A. Brandt=ada-brandt' --as notes=\n  durchgang import evening-class/tic-tac-toe --git https://git.school.example/evening.git --revision week-3",
		Args:    cobra.RangeArgs(1, 2),
		RunE: func(c *cobra.Command, args []string) error {
			course, assignment, path, err := git.or(c, args, "CLASS")
			if err != nil {
				return err
			}
			var report record.Import
			if git.URL != "" {
				report, err = o.client().ImportGit(c.Context(), course, assignment, git.Repository, as)
			} else {
				archive, readErr := classArchive(path)
				if readErr != nil {
					return readErr
				}
				report, err = o.client().Import(c.Context(), course, assignment, archive, as)
			}
			return o.answer(c, report, err, func(w io.Writer) { printImport(w, report) })
		},
	}
	git.add(c)
	c.Flags().StringToStringVar(&as, "as", nil, "whose an entry is, as ENTRY=STUDENT; ENTRY= for nobody's")
	return c
}

func printImport(w io.Writer, r record.Import) {
	fmt.Fprintf(w, "%d handed in, %d unchanged\n", len(r.Added), len(r.Unchanged))
	if len(r.Problems) > 0 {
		fmt.Fprintf(w, "not handed in:\n")
	}
	for _, p := range r.Problems {
		fmt.Fprintf(w, "  %s: %s\n", printable(p.Entry), printable(p.Reason))
	}
	if len(r.Unmatched) > 0 {
		fmt.Fprintf(w, "of nobody on the roster for certain; say whose with --as ENTRY=STUDENT:\n")
	}
	for _, e := range r.Unmatched {
		says := "nobody's name fits"
		if len(e.Candidates) > 0 {
			says = "perhaps " + strings.Join(e.Candidates, " or ")
		}
		fmt.Fprintf(w, "  %s: %s\n", text.Trim(printable(e.Entry), longestEntry), says)
	}
}

// longestEntry is how much of an entry's name is shown.
const longestEntry = 80

// program reads what is handed in for one student: a source file with its name, or an archive.
func program(path string) (name string, data []byte, err error) {
	info, err := os.Stat(path)
	if err != nil {
		return "", nil, fmt.Errorf("find the program %s: %w", path, plainCause(err))
	}
	if !info.IsDir() && toolchain.IsSource(path) {
		data, err = os.ReadFile(path)
		return filepath.Base(path), data, err
	}
	data, err = classArchive(path)
	return "", data, err
}

func submitCommand(o *options) *cobra.Command {
	var git gitFlags
	var student string
	var try bool
	c := &cobra.Command{
		Use: "submit COURSE/ASSIGNMENT [PROGRAM]", Short: "Hand in your program, or try the public part of the suite with it",
		Long: `Hand in your program: a source file, a folder, a zip or tar.gz archive, or a git repository.
With --try the public part of the suite is played with it, and nothing is handed in. Teachers
hand in for a student with --student.`,
		Example: "  durchgang submit evening-class/tic-tac-toe game.py\n  durchgang submit evening-class/tic-tac-toe game.py --try\n  durchgang submit evening-class/tic-tac-toe --git https://git.school.example/ada/noughts.git",
		Args:    cobra.RangeArgs(1, 2),
		RunE: func(c *cobra.Command, args []string) error {
			course, assignment, path, err := git.or(c, args, "PROGRAM")
			if err != nil {
				return err
			}
			if try && (git.URL != "" || student != "") {
				return &usageError{c, fmt.Errorf("--try takes a PROGRAM of your own")}
			}
			if try {
				return o.try(c, course, assignment, path)
			}
			var sub record.Submission
			switch {
			case git.URL != "" && student != "":
				sub, err = o.client().SubmitGitFor(c.Context(), course, assignment, student, git.Repository)
			case git.URL != "":
				sub, err = o.client().SubmitGit(c.Context(), course, assignment, git.Repository)
			default:
				name, data, readErr := program(path)
				if readErr != nil {
					return readErr
				}
				sub, err = o.client().Submit(c.Context(), course, assignment, student, name, data)
			}
			return o.answer(c, sub, err, func(w io.Writer) {
				fmt.Fprintf(
					w, "handed in for %s: %s, %d bytes, %s\n", sub.Student, plural(sub.Files, "file"), sub.Size, local(sub.CreatedAt),
				)
			})
		},
	}
	git.add(c)
	c.Flags().StringVar(&student, "student", "", "hand in for this student; for teachers and assistants")
	c.Flags().BoolVar(&try, "try", false, "play the public part of the suite; nothing is handed in")
	return c
}

// try plays the public part of the suite and prints the report.
func (o *options) try(c *cobra.Command, course, assignment, path string) error {
	name, data, err := program(path)
	if err != nil {
		return err
	}
	if _, err := o.client().Try(c.Context(), course, assignment, name, data); err != nil {
		return err
	}
	fmt.Fprintln(c.ErrOrStderr(), "playing the public part of the suite …")
	for {
		m, err := o.client().MyAssignment(c.Context(), course, assignment)
		if err != nil {
			return err
		}
		if m.Trial != nil && m.Trial.State.Over() {
			fmt.Fprintf(c.ErrOrStderr(), "%d tries left today\n", m.TriesLeft)
			return o.printReport(c, m.Trial.ID)
		}
		select {
		case <-c.Context().Done():
			return c.Context().Err()
		case <-time.After(300 * time.Millisecond):
		}
	}
}

func (o *options) printReport(c *cobra.Command, result int64) error {
	format := "md"
	if o.json {
		format = "json"
	}
	data, err := o.client().StudentReport(c.Context(), result, format)
	if err != nil {
		return err
	}
	_, err = fmt.Fprint(c.OutOrStdout(), printable(string(data)))
	return err
}

func mineCommand(o *options) *cobra.Command {
	var report bool
	var ask string
	c := &cobra.Command{
		Use: "mine COURSE[/ASSIGNMENT]", Short: "For students: your assignments, what you handed in, and your reports",
		Example: "  durchgang mine evening-class\n  durchgang mine evening-class/tic-tac-toe --report\n  durchgang mine evening-class/tic-tac-toe --ask 'In game 3 my program does refuse a1.'",
		Args:    exactly("a COURSE or COURSE/ASSIGNMENT"),
		RunE: func(c *cobra.Command, args []string) error {
			course, assignment, one := strings.Cut(args[0], "/")
			if !one {
				list, err := o.client().Mine(c.Context(), course)
				return o.answer(c, list, err, func(w io.Writer) { printMine(w, list) })
			}
			m, err := o.client().MyAssignment(c.Context(), course, assignment)
			if err != nil {
				return err
			}
			if (report || ask != "") && m.Result == nil {
				return &exitError{exitInput, fmt.Errorf("your result of %s has not been handed back", args[0])}
			}
			if ask != "" {
				r, err := o.client().Ask(c.Context(), m.Result.ID, ask)
				return o.answer(c, r, err, func(w io.Writer) { fmt.Fprintln(w, "asked; the answer will stand here") })
			}
			if report {
				return o.printReport(c, m.Result.ID)
			}
			return o.answer(c, m, nil, func(w io.Writer) {
				printMine(w, []record.Mine{m})
				for _, s := range m.HandedIn {
					fmt.Fprintf(w, "handed in %s: %s, %s\n", local(s.CreatedAt), plural(s.Files, "file"), s.Origin)
				}
				for _, r := range m.Requests {
					printRequest(w, r)
				}
			})
		},
	}
	c.Flags().BoolVar(&report, "report", false, "print the report that was handed back")
	c.Flags().StringVar(&ask, "ask", "", "request a regrade of the result")
	return c
}

func printMine(w io.Writer, list []record.Mine) {
	t := newTable(w)
	t.AppendHeader(table.Row{"assignment", "title", "due", "handed in", "tries left", "points", ""})
	for _, m := range list {
		points := "not handed back"
		if m.Result != nil {
			points = m.Result.Points.String() + " / " + m.Result.Of.String()
		}
		t.AppendRow(
			table.Row{
				m.Course + "/" + m.Assignment, printable(m.Title), onClock(m.DueAt, m.Zone), len(m.HandedIn), m.TriesLeft, points,
				m.Shut,
			},
		)
	}
	t.Render()
}

func printRequest(w io.Writer, r record.Request) {
	fmt.Fprintf(
		w, "\nrequest %d of %s, %s:\n  %s\n", r.ID, r.Student, local(r.AskedAt),
		printable(strings.ReplaceAll(r.Question, "\n", "\n  ")),
	)
	if r.AnsweredAt != nil {
		fmt.Fprintf(w, "%s answers, %s:\n  %s\n", r.AnsweredBy, local(*r.AnsweredAt), printable(strings.ReplaceAll(r.Answer, "\n", "\n  ")))
	}
}

func workloadCommand(o *options) *cobra.Command {
	return &cobra.Command{
		Use: "workload", Short: "List workers, and the runs that wait for them", Args: exactly(), Example: "  durchgang workload",
		RunE: func(c *cobra.Command, _ []string) error {
			workload, err := o.client().Workload(c.Context())
			return o.answer(c, workload, err, func(w io.Writer) {
				t := newTable(w)
				t.AppendHeader(table.Row{"worker", "since", "at work"})
				for _, k := range workload.Workers {
					t.AppendRow(table.Row{k.ID, local(k.StartedAt), k.Running})
				}
				t.Render()
				fmt.Fprintln(w)
				t = newTable(w)
				t.AppendHeader(table.Row{"run", "assignment", "by", "waits", "at work", ""})
				for _, q := range workload.Queue {
					note := map[bool]string{true: "paused"}[q.Paused]
					t.AppendRow(table.Row{q.Run, q.Course + "/" + q.Assignment, q.Login, q.Queued, q.Running, note})
				}
				t.Render()
			})
		},
	}
}
