package cli

import (
	"fmt"
	"io"
	"os"
	"strings"
	"time"

	"github.com/jedib0t/go-pretty/v6/table"
	"github.com/spf13/cobra"

	"durchgang/core/games"
	"durchgang/internal/client"
	"durchgang/internal/grading"
	"durchgang/internal/office"
	"durchgang/internal/record"
)

func assignmentCommand(o *options) *cobra.Command {
	c := &cobra.Command{
		Use:     "assignment",
		Short:   "Assignments of a course",
		Example: "  durchgang assignment create evening-class/tic-tac-toe --game tic-tac-toe\n  durchgang assignment list evening-class",
	}
	c.AddCommand(
		assignmentCreateCommand(o),
		assignmentDryRunCommand(o),
		assignmentChangeCommand(o),
		assignmentListCommand(o),
		assignmentShowCommand(o),
		assignmentRevisionsCommand(o),
		assignmentExportCommand(o),
		assignmentImportCommand(o),
		assignmentKitCommand(o),
		assignmentHandoutCommand(o),
	)
	return c
}

// assignmentFlags are what can be said of an assignment.
type assignmentFlags struct {
	record.Assignment
	client.Times
	book, scripts, brief string
	own                  bool
}

// suite is the text of the suite, or the word that stands for the one that ships for programs that make
// the set-up themselves.
func (f *assignmentFlags) suite() (string, error) {
	if err := ownOrSuite(f.own, f.scripts); err != nil {
		return "", err
	}
	if f.own {
		return office.OwnSuite, nil
	}
	return readText(f.scripts)
}

func (f *assignmentFlags) add(c *cobra.Command) {
	c.Flags().StringVar(&f.Title, "title", "", "what people call it")
	c.Flags().StringVar(&f.Game, "game", "", gameFlag)
	c.Flags().StringVar(&f.Channel, "channel", record.Terminal, "how programs are driven: "+grading.ChannelHelp())
	c.Flags().StringVar(&f.book, "phrasebook", "", "YAML file that says how the programs talk, or how their functions are called")
	c.Flags().StringVar(&f.scripts, "suite", "", "file with scripts and criteria; without it the one that ships for the game")
	c.Flags().BoolVar(
		&f.own, "own", false,
		"take the suite for programs that choose the word, hide the fleet or shuffle the cards by themselves",
	)
	c.Flags().StringVar(&f.brief, "handout", "", "Markdown file that students read; without it one is made from the game, the suite and the terms")
	c.Flags().StringVar(
		&f.Opens, "opens", "",
		"before it students cannot hand in: 2026-11-30T18:00 on the course's clock, or with an offset",
	)
	c.Flags().StringVar(&f.Due, "due", "", "after it a program is late")
	c.Flags().StringVar(&f.Closes, "closes", "", "after it students cannot hand in")
	c.Flags().IntVar(&f.Attempts, "attempts", 0, "submissions that a student may hand in; 0 for any number")
	c.Flags().IntVar(&f.Tries, "tries", 0, "how often a day a student may try the public part of the suite")
	c.Flags().IntVar(&f.Seconds, "seconds", 0, "that a program may take over a step; 0 for the usual 3")
	c.Flags().IntVar(&f.Megabytes, "megabytes", 0, "of memory that a program may use; 0 for the usual 512")
}

func assignmentCreateCommand(o *options) *cobra.Command {
	var f assignmentFlags
	c := &cobra.Command{
		Use: "create COURSE/NAME", Short: "Create an assignment", Args: exactly("COURSE/NAME"),
		Example: "  durchgang assignment create evening-class/tic-tac-toe --game tic-tac-toe --phrasebook rows-first.yaml\n  durchgang assignment create evening-class/hangman --game hangman --due 2026-11-30T18:00 --tries 3",
		RunE: func(c *cobra.Command, args []string) (err error) {
			a := f.Assignment
			if a.Course, a.Name, err = cutName(c, args[0]); err != nil {
				return err
			}
			if a.Phrasebook, err = readText(f.book); err != nil {
				return err
			}
			if a.Suite, err = f.suite(); err != nil {
				return err
			}
			if a.Handout, err = readText(f.brief); err != nil {
				return err
			}
			if a.Game == "" {
				s, err := readScripts("", f.scripts, false)
				if err != nil {
					return err
				}
				a.Game = string(s.Rules.Variant())
			}
			created, err := o.client().CreateAssignment(c.Context(), a, f.Times)
			return o.answer(c, created, err, func(w io.Writer) {
				fmt.Fprintf(w, "created assignment %s/%s: %s\n", created.Course, created.Name, created.Game)
			})
		},
	}
	f.add(c)
	return c
}

func assignmentDryRunCommand(o *options) *cobra.Command {
	var f assignmentFlags
	c := &cobra.Command{
		Use: "dry-run COURSE [PROGRAM]", Short: "Test an assignment before it is created: with a correct program and with every known mistake", Args: cobra.RangeArgs(1, 2),
		Example: "  durchgang assignment dry-run evening-class --game hangman --suite mine.suite my-solution.py",
		RunE: func(c *cobra.Command, args []string) (err error) {
			a := f.Assignment
			if a.Course = args[0]; a.Game == "" {
				a.Game = games.Usual
			}
			if a.Phrasebook, err = readText(f.book); err != nil {
				return err
			}
			if a.Suite, err = f.suite(); err != nil {
				return err
			}
			var name string
			var data []byte
			if len(args) == 2 {
				if name, data, err = program(args[1]); err != nil {
					return err
				}
			}
			r, err := o.client().DryRun(c.Context(), a, name, data)
			return o.answer(c, r, err, func(w io.Writer) { printDryRun(w, r) })
		},
	}
	f.add(c)
	return c
}

func printDryRun(w io.Writer, r record.DryRun) {
	fmt.Fprintf(w, "%s, of which %d are public, %s points\n", plural(r.Scripts, "script"), r.Public, r.Of)
	if len(r.Mistakes) > 0 {
		fmt.Fprintf(w, "a right program gets %s\n", r.Right)
	}
	if p := r.Program; p != nil && p.Problem != "" {
		fmt.Fprintf(w, "your program could not be graded: %s\n", printable(p.Problem))
	} else if p != nil {
		fmt.Fprintf(w, "your program (%s) gets %s\n", p.Language, p.Points)
		for _, k := range p.Criteria {
			if k.Points < k.Of {
				fmt.Fprintf(w, "  it loses %s of %s for %q: %s\n", k.Of-k.Points, k.Of, k.Title, k.Reason)
			}
		}
	}
	if len(r.Mistakes) == 0 { // known only with a program, or not of functions
		return
	}
	t := newTable(w)
	t.AppendHeader(table.Row{"mistake", "gets", "loses"})
	for _, m := range r.Mistakes {
		t.AppendRow(table.Row{m.Name, m.Points, strings.Join(m.Lost, " ")})
	}
	t.Render()
	fmt.Fprintf(w, "%d of %d known mistakes cost nothing\n", r.Missed, len(r.Mistakes))
}

func assignmentChangeCommand(o *options) *cobra.Command {
	var f assignmentFlags
	c := &cobra.Command{
		Use: "change COURSE/NAME", Short: "Change an assignment; what is graded later uses it", Args: exactly("COURSE/NAME"),
		Long:    "Change an assignment, which makes a new revision. Results stay as they are: durchgang regrade\nshows what the change would do to them. An empty text takes a time away.",
		Example: "  durchgang assignment change evening-class/tic-tac-toe --suite stricter.suite\n  durchgang assignment change evening-class/tic-tac-toe --due 2026-12-01T18:00 --closes ''",
		RunE: func(c *cobra.Command, args []string) error {
			course, name, err := cutName(c, args[0])
			if err != nil {
				return err
			}
			a, err := o.client().Assignment(c.Context(), course, name)
			if err != nil {
				return err
			}
			times, err := f.upon(c, &a)
			if err != nil {
				return err
			}
			before := a.Revision
			a, err = o.client().ChangeAssignment(c.Context(), a, times)
			return o.answer(c, a, err, func(w io.Writer) {
				if a.Revision == before {
					fmt.Fprintln(w, "nothing is different; revision", a.Revision, "stays")
					return
				}
				fmt.Fprintf(w, "revision %d; durchgang regrade %s shows what it would do to results\n", a.Revision, args[0])
			})
		},
	}
	f.add(c)
	return c
}

// upon puts what the flags say upon an assignment as it is.
func (f *assignmentFlags) upon(c *cobra.Command, a *record.Assignment) (client.Times, error) {
	times := client.Times{Opens: instant(a.OpensAt), Due: instant(a.DueAt), Closes: instant(a.ClosesAt)}
	var failed error
	text := func(into *string, read string, err error) {
		if *into = read; err != nil {
			failed = err
		}
	}
	scripts := func() {
		read, err := f.suite()
		text(&a.Suite, read, err)
	}
	for name, set := range map[string]func(){
		"title": func() { a.Title = f.Title }, "game": func() { a.Game = f.Game }, "channel": func() { a.Channel = f.Channel },
		"phrasebook": func() {
			read, err := readText(f.book)
			text(&a.Phrasebook, read, err)
		},
		"suite": scripts, "own": scripts,
		"handout": func() {
			read, err := readText(f.brief)
			text(&a.Handout, read, err)
		},
		"opens": func() { times.Opens = f.Opens }, "due": func() { times.Due = f.Due }, "closes": func() { times.Closes = f.Closes },
		"attempts": func() { a.Attempts = f.Attempts }, "tries": func() { a.Tries = f.Tries },
		"seconds": func() { a.Seconds = f.Seconds }, "megabytes": func() { a.Megabytes = f.Megabytes },
	} {
		if c.Flags().Changed(name) {
			set()
		}
	}
	return times, failed
}

func instant(t *time.Time) string {
	if t == nil {
		return ""
	}
	return t.Format(time.RFC3339)
}

func assignmentListCommand(o *options) *cobra.Command {
	return &cobra.Command{
		Use: "list COURSE", Short: "List the assignments of a course", Args: exactly("a COURSE"), Example: "  durchgang assignment list evening-class",
		RunE: func(c *cobra.Command, args []string) error {
			assignments, err := o.client().Assignments(c.Context(), args[0])
			return o.answer(c, assignments, err, func(w io.Writer) {
				t := newTable(w)
				t.AppendHeader(table.Row{"assignment", "title", "game", "due", "submissions"})
				for _, a := range assignments {
					t.AppendRow(table.Row{a.Course + "/" + a.Name, printable(a.Title), a.Game, onClock(a.DueAt, a.Zone), a.Submissions})
				}
				t.Render()
			})
		},
	}
}

// onClock writes a time as the course's clock shows it.
func onClock(t *time.Time, zone string) string {
	if t == nil {
		return ""
	}
	if l, err := time.LoadLocation(zone); err == nil {
		return t.In(l).Format("2006-01-02 15:04 MST")
	}
	return t.UTC().Format("2006-01-02 15:04 MST")
}

func assignmentShowCommand(o *options) *cobra.Command {
	var number int
	c := &cobra.Command{
		Use: "show COURSE/NAME", Short: "Show an assignment as it is, or as it was in a revision", Args: exactly("COURSE/NAME"),
		Example: "  durchgang assignment show evening-class/tic-tac-toe\n  durchgang assignment show evening-class/tic-tac-toe --revision 2 --json",
		RunE: func(c *cobra.Command, args []string) error {
			course, name, err := cutName(c, args[0])
			if err != nil {
				return err
			}
			var a record.Assignment
			if number > 0 {
				a, err = o.client().Revision(c.Context(), course, name, number)
			} else {
				a, err = o.client().Assignment(c.Context(), course, name)
			}
			return o.answer(c, a, err, func(w io.Writer) {
				fmt.Fprintf(
					w, "%s/%s, revision %d: %s\n%s, through the channel %s\n", a.Course, a.Name, a.Revision, printable(a.Title),
					a.Game, a.Channel,
				)
				for _, t := range []struct {
					says string
					at   *time.Time
				}{{"opens", a.OpensAt}, {"due", a.DueAt}, {"closes", a.ClosesAt}} {
					if t.at != nil {
						fmt.Fprintf(w, "%s %s\n", t.says, onClock(t.at, a.Zone))
					}
				}
				fmt.Fprintf(w, "attempts %s, tries a day %d\n\n%s", orAny(a.Attempts), a.Tries, printable(a.Suite))
			})
		},
	}
	c.Flags().IntVar(&number, "revision", 0, "number of a revision; without it the newest")
	return c
}

func orAny(n int) string {
	if n == 0 {
		return "any number"
	}
	return fmt.Sprint(n)
}

func assignmentRevisionsCommand(o *options) *cobra.Command {
	return &cobra.Command{
		Use: "revisions COURSE/NAME", Short: "List the revisions of an assignment", Args: exactly("COURSE/NAME"), Example: "  durchgang assignment revisions evening-class/tic-tac-toe",
		RunE: func(c *cobra.Command, args []string) error {
			course, name, err := cutName(c, args[0])
			if err != nil {
				return err
			}
			list, err := o.client().Revisions(c.Context(), course, name)
			return o.answer(c, list, err, func(w io.Writer) {
				t := newTable(w)
				t.AppendHeader(table.Row{"revision", "when", "who", "what"})
				for _, r := range list {
					t.AppendRow(table.Row{r.Number, local(r.At), r.Login, r.Note})
				}
				t.Render()
			})
		},
	}
}

// fetchCommand fetches an archive of an assignment and writes it to a file.
func fetchCommand(
	o *options, use, short string, fetch func(*client.Client, *cobra.Command, string, string) ([]byte, error),
	ending string,
) *cobra.Command {
	var output string
	c := &cobra.Command{
		Use: use + " COURSE/NAME", Short: short, Args: exactly("COURSE/NAME"), Example: "  durchgang assignment " + use + " evening-class/tic-tac-toe",
		RunE: func(c *cobra.Command, args []string) error {
			course, name, err := cutName(c, args[0])
			if err != nil {
				return err
			}
			data, err := fetch(o.client(), c, course, name)
			if err != nil {
				return err
			}
			file := output
			if file == "" {
				file = name + ending
			}
			err = os.WriteFile(file, data, 0o644)
			return o.answer(
				c, map[string]any{"file": file, "bytes": len(data)}, err,
				func(w io.Writer) { fmt.Fprintf(w, "%s, %d bytes\n", file, len(data)) },
			)
		},
	}
	c.Flags().StringVarP(&output, "output", "o", "", "file to write; without it NAME"+ending)
	return c
}

func assignmentExportCommand(o *options) *cobra.Command {
	return fetchCommand(
		o,
		"export",
		"Write the assignment as one archive",
		func(k *client.Client, c *cobra.Command, course, name string) ([]byte, error) {
			return k.Export(c.Context(), course, name)
		},
		".zip",
	)
}

func assignmentKitCommand(o *options) *cobra.Command {
	return fetchCommand(
		o,
		"kit",
		"Write the starter kit: handout, public scripts, files to start from",
		func(k *client.Client, c *cobra.Command, course, name string) ([]byte, error) {
			return k.Kit(c.Context(), course, name)
		},
		"-kit.zip",
	)
}

func assignmentHandoutCommand(o *options) *cobra.Command {
	var page bool
	c := &cobra.Command{
		Use: "handout COURSE/NAME", Short: "Print what students read of an assignment, in Markdown", Args: exactly("COURSE/NAME"),
		Long: "Print what students read of an assignment: its rules, how programs are spoken to, what earns points, and examples\n" +
			"of play. Edit it, and keep it with: durchgang assignment change COURSE/NAME --handout FILE.",
		Example: "  durchgang assignment handout evening-class/tic-tac-toe > handout.md\n  durchgang assignment handout evening-class/tic-tac-toe --html > handout.html",
		RunE: func(c *cobra.Command, args []string) error {
			course, name, err := cutName(c, args[0])
			if err != nil {
				return err
			}
			h, err := o.client().Handout(c.Context(), course, name)
			return o.answer(c, h, err, func(w io.Writer) {
				if page {
					fmt.Fprint(w, h.HTML)
					return
				}
				fmt.Fprint(w, h.Markdown)
			})
		},
	}
	c.Flags().BoolVar(&page, "html", false, "as a page that can be read and printed by itself")
	return c
}

func assignmentImportCommand(o *options) *cobra.Command {
	var name string
	c := &cobra.Command{
		Use: "import COURSE FILE", Short: "Import an assignment from an archive that export wrote", Args: exactly("a COURSE", "a FILE"), Example: "  durchgang assignment import morning-class tic-tac-toe.zip --name noughts",
		RunE: func(c *cobra.Command, args []string) error {
			data, err := os.ReadFile(args[1])
			if err != nil {
				return plainCause(err)
			}
			a, err := o.client().ImportAssignment(c.Context(), args[0], name, data)
			return o.answer(c, a, err, func(w io.Writer) {
				fmt.Fprintf(w, "created assignment %s/%s: %s\n", a.Course, a.Name, a.Game)
			})
		},
	}
	c.Flags().StringVar(&name, "name", "", "a name of its own; without it the one in the archive")
	return c
}
