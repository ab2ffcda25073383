package cli

import (
	"fmt"
	"io"
	"os"
	"strings"

	"github.com/jedib0t/go-pretty/v6/table"
	"github.com/spf13/cobra"

	"durchgang/internal/record"
)

func courseCommand(o *options) *cobra.Command {
	c := &cobra.Command{
		Use:     "course",
		Short:   "Courses",
		Example: "  durchgang course create evening-class --title 'Evening class'\n  durchgang course list --json",
	}
	var title, zone, ends string
	var keep int
	create := &cobra.Command{
		Use: "create NAME", Short: "Create a course, with you as its teacher", Args: exactly("a NAME"),
		Example: "  durchgang course create evening-class --title 'Programming, evening class' --zone Europe/Berlin",
		RunE: func(c *cobra.Command, args []string) error {
			course, err := o.client().CreateCourse(c.Context(), args[0], title, zone)
			return o.answer(c, course, err, func(w io.Writer) { fmt.Fprintf(w, "created course %s\n", course.Name) })
		},
	}
	set := &cobra.Command{
		Use: "set NAME", Short: "Change a course's title, time zone or terms", Args: exactly("a NAME"),
		Example: "  durchgang course set evening-class --zone Europe/Berlin\n  durchgang course set evening-class --ends 2026-07-31 --keep-days 180",
		RunE: func(c *cobra.Command, args []string) error {
			course, err := o.client().Course(c.Context(), args[0])
			if err != nil {
				return err
			}
			for name, set := range map[string]func(){
				"title": func() { course.Title = title }, "zone": func() { course.Zone = zone }, "ends": func() { course.EndsOn = ends },
				"keep-days": func() {
					if course.KeepDays = &keep; keep < 0 {
						course.KeepDays = nil
					}
				},
			} {
				if c.Flags().Changed(name) {
					set()
				}
			}
			course, err = o.client().SetCourse(c.Context(), course)
			return o.answer(c, course, err, func(w io.Writer) { printCourses(w, []record.Course{course}) })
		},
	}
	for _, with := range []*cobra.Command{create, set} {
		with.Flags().StringVar(&title, "title", "", "what people call it")
		with.Flags().StringVar(&zone, "zone", "", "time zone of the course's clock, as in Europe/Berlin; UTC where none is said")
	}
	set.Flags().StringVar(&ends, "ends", "", "the last day, as in 2026-07-31")
	set.Flags().IntVar(&keep, "keep-days", -1, "days after the last one until what students handed in is deleted; -1 for never")
	list := &cobra.Command{
		Use: "list", Short: "List courses", Args: exactly(), Example: "  durchgang course list",
		RunE: func(c *cobra.Command, _ []string) error {
			courses, err := o.client().Courses(c.Context())
			return o.answer(c, courses, err, func(w io.Writer) { printCourses(w, courses) })
		},
	}
	c.AddCommand(create, set, list)
	return c
}

func printCourses(w io.Writer, courses []record.Course) {
	t := newTable(w)
	t.AppendHeader(table.Row{"course", "title", "assignments", "you are", "clock", "ends", "kept"})
	for _, c := range courses {
		kept := "permanently"
		if c.KeepDays != nil {
			kept = plural(*c.KeepDays, "day") + " more"
		}
		t.AppendRow(table.Row{c.Name, printable(c.Title), c.Assignments, c.Role, c.Zone, c.EndsOn, kept})
	}
	t.Render()
}

func rosterCommand(o *options) *cobra.Command {
	c := &cobra.Command{
		Use:     "roster",
		Short:   "The students of a course",
		Example: "  durchgang roster import evening-class students.csv --preview",
	}
	c.AddCommand(rosterImportCommand(o), rosterListCommand(o), rosterInviteCommand(o), rosterDropCommand(o), rosterForgetCommand(o))
	return c
}

func rosterImportCommand(o *options) *cobra.Command {
	var class string
	var preview bool
	c := &cobra.Command{
		Use: "import COURSE FILE", Short: "Import students from a file into the roster", Args: exactly("a COURSE", "a FILE"),
		Long: `Take the students of a file onto the roster: CSV with a first row that names the columns, in
any order and encoding, or an archive of OneRoster 1.2 CSV. Columns that say who somebody is
are number, mail, name, given name, family name and login. Nobody is taken off the roster.`,
		Example: "  durchgang roster import evening-class students.csv --preview\n  durchgang roster import evening-class oneroster.zip --class 'Evening'",
		RunE: func(c *cobra.Command, args []string) error {
			data, err := os.ReadFile(args[1])
			if err != nil {
				return plainCause(err)
			}
			r, err := o.client().ImportRoster(c.Context(), args[0], data, class, preview)
			return o.answer(c, r, err, func(w io.Writer) { printRosterImport(w, r) })
		},
	}
	c.Flags().StringVar(&class, "class", "", "which class of an OneRoster archive with several")
	c.Flags().BoolVar(&preview, "preview", false, "change nothing, and say what would be changed")
	return c
}

func printRosterImport(w io.Writer, r record.RosterImport) {
	verb := "new"
	if !r.Kept {
		verb = "would be new"
	}
	fmt.Fprintf(w, "read as %s\n%d %s, %d changed, %d unchanged\n", r.Read, len(r.Added), verb, len(r.Changed), r.Unchanged)
	show := func(sign string, pupils []record.Pupil) {
		for _, p := range pupils {
			fmt.Fprintf(w, "  %s %s  %s\n", sign, p.Name, printable(strings.Join([]string{p.FullName, p.Number, p.Mail}, ", ")))
		}
	}
	show("+", r.Added)
	show("~", r.Changed)
	for _, p := range r.Missing {
		fmt.Fprintf(w, "  ? %s is on the roster and not in the file; it stays\n", p.Name)
	}
	for _, p := range r.Problems {
		fmt.Fprintf(w, "  ! %s: %s\n", p.Entry, printable(p.Reason))
	}
}

func rosterListCommand(o *options) *cobra.Command {
	return &cobra.Command{
		Use: "list COURSE", Short: "List the students of a course", Args: exactly("a COURSE"), Example: "  durchgang roster list evening-class",
		RunE: func(c *cobra.Command, args []string) error {
			pupils, err := o.client().Roster(c.Context(), args[0])
			return o.answer(c, pupils, err, func(w io.Writer) {
				t := newTable(w)
				t.AppendHeader(table.Row{"student", "name", "number", "mail", "account", "handed in"})
				for _, p := range pupils {
					account := p.Login
					if account != "" && !p.Chosen {
						account += " (no password yet)"
					}
					t.AppendRow(table.Row{p.Name, printable(p.FullName), printable(p.Number), p.Mail, account, p.HandedIn})
				}
				t.Render()
			})
		},
	}
}

func rosterInviteCommand(o *options) *cobra.Command {
	return &cobra.Command{
		Use: "invite COURSE [STUDENT]", Short: "Print invitation links for students without a password", Args: cobra.RangeArgs(1, 2),
		Example: "  durchgang roster invite evening-class > links.csv",
		RunE: func(c *cobra.Command, args []string) error {
			list, err := o.client().InvitePupils(c.Context(), args[0], strings.Join(args[1:], ""))
			return o.answer(c, list, err, func(w io.Writer) {
				links := 0
				for _, i := range list {
					if i.Link == "" {
						fmt.Fprintf(c.ErrOrStderr(), "%s: %s\n", i.Login, withoutLink(i))
						continue
					}
					links++
					fmt.Fprintf(w, "%s,%s%s\n", i.Login, strings.TrimRight(o.server, "/"), i.Link)
				}
				fmt.Fprintf(c.ErrOrStderr(), "%s; give each student theirs\n", plural(links, "link"))
			})
		},
	}
}

func rosterDropCommand(o *options) *cobra.Command {
	return &cobra.Command{
		Use: "drop COURSE STUDENT", Short: "Remove a student from the roster; submissions are kept", Args: exactly("a COURSE", "a STUDENT"), Example: "  durchgang roster drop evening-class ada-brandt",
		RunE: func(c *cobra.Command, args []string) error {
			err := o.client().DropPupil(c.Context(), args[0], args[1])
			return o.answer(c, struct{}{}, err, func(w io.Writer) { fmt.Fprintf(w, "%s is not on the roster any more\n", args[1]) })
		},
	}
}

func rosterForgetCommand(o *options) *cobra.Command {
	var sure bool
	c := &cobra.Command{
		Use: "forget COURSE STUDENT", Short: "Delete all data of a student permanently", Args: exactly("a COURSE", "a STUDENT"),
		Example: "  durchgang roster forget evening-class ada-brandt --yes",
		RunE: func(c *cobra.Command, args []string) error {
			if !sure {
				return &usageError{
					c,
					fmt.Errorf("submissions, results, evidence and the account of %s will be deleted permanently: say --yes", args[1]),
				}
			}
			n, err := o.client().Forget(c.Context(), args[0], args[1])
			return o.answer(c, map[string]any{"student": args[1], "submissions": n}, err, func(w io.Writer) {
				fmt.Fprintf(w, "%s is forgotten, with %s\n", args[1], plural(n, "submission"))
			})
		},
	}
	c.Flags().BoolVar(&sure, "yes", false, "yes, delete it")
	return c
}
