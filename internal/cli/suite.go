package cli

import (
	"fmt"
	"io"
	"os"
	"strings"

	"github.com/jedib0t/go-pretty/v6/table"
	"github.com/schollz/progressbar/v3"
	"github.com/spf13/cobra"

	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/mistake"
	"durchgang/core/suite"
	"durchgang/core/suites"
	"durchgang/internal/record"
)

func suiteCommand(o *options) *cobra.Command {
	c := &cobra.Command{
		Use: "suite", Short: "Suites: what their scripts do and catch",
		Example: "  durchgang suite show tic-tac-toe\n  durchgang suite strength mine.suite",
	}
	c.AddCommand(suiteShowCommand(o), suiteStrengthCommand(o), suiteWriteCommand(o), suiteChangesCommand(o))
	return c
}

// readSuite reads a suite's file, or takes the one for a game.
func readSuite(name string) (*suite.Suite, error) {
	if _, err := os.Stat(name); err == nil {
		text, err := readText(name)
		if err != nil {
			return nil, err
		}
		return suite.Parse(name, text, games.All())
	}
	rules, err := games.All().Rules(name)
	if err != nil {
		return nil, &exitError{exitInput, fmt.Errorf("%q is neither a file nor a game: %w", name, err)}
	}
	s, _, err := suites.For(rules, false, games.All())
	if err != nil {
		return nil, &exitError{exitInput, err}
	}
	return s, nil
}

// shownScript is a script as suite show prints it as data.
type shownScript struct {
	Criterion string      `json:"criterion"`
	Title     string      `json:"title"`
	Steps     []shownStep `json:"steps"`
}

type shownStep struct {
	Word  string   `json:"word"`
	Facts []string `json:"facts"`
	Board string   `json:"board"`
}

func suiteShowCommand(o *options) *cobra.Command {
	var only string
	c := &cobra.Command{
		Use:     "show SUITE",
		Short:   "Print scripts with what must be seen after each step",
		Long:    "Print scripts with what must be seen after each step. SUITE is a file, or a game\nfor which a suite ships.",
		Example: "  durchgang suite show tic-tac-toe --script 'row 1, X'\n  durchgang suite show mine.suite --json",
		Args:    exactly("a SUITE"),
		RunE: func(c *cobra.Command, args []string) error {
			s, err := readSuite(args[0])
			if err != nil {
				return err
			}
			var list []shownScript
			for _, script := range s.Scripts {
				if only != "" && script.Title != only {
					continue
				}
				shown, err := showScript(s, script)
				if err != nil {
					return err
				}
				list = append(list, shown)
			}
			if len(list) == 0 {
				return &exitError{exitInput, fmt.Errorf("the suite has no script %q", only)}
			}
			return o.answer(c, list, nil, func(w io.Writer) { printScripts(w, list) })
		},
	}
	c.Flags().StringVar(&only, "script", "", "title of the only script to show")
	return c
}

func showScript(s *suite.Suite, script suite.Script) (shownScript, error) {
	shown := shownScript{Criterion: script.Criterion, Title: script.Title}
	if s.Open(script) {
		for _, step := range script.Steps { // what must be seen depends on the program
			shown.Steps = append(shown.Steps, shownStep{Word: s.Word(step)})
		}
		return shown, nil
	}
	moments, err := script.Moments(s.Rules)
	if err != nil {
		return shownScript{}, err
	}
	for _, m := range moments {
		step := shownStep{Word: s.Word(m.Step), Board: game.Draw(s.Rules, m.View)}
		for _, f := range m.Facts {
			step.Facts = append(step.Facts, game.Say(s.Rules, f))
		}
		shown.Steps = append(shown.Steps, step)
	}
	return shown, nil
}

func printScripts(w io.Writer, list []shownScript) {
	for _, script := range list {
		fmt.Fprintf(w, "%s: %s\n", script.Criterion, script.Title)
		for _, step := range script.Steps {
			if step.Board == "" && len(step.Facts) == 0 {
				fmt.Fprintf(w, "  %s\n", step.Word) // what must be seen depends on the program
				continue
			}
			fmt.Fprintf(w, "\n  %s: %s\n", step.Word, strings.Join(step.Facts, ", "))
			fmt.Fprintf(w, "  %s\n", strings.ReplaceAll(strings.TrimRight(step.Board, "\n"), "\n", "\n  "))
		}
		fmt.Fprintln(w)
	}
}

func suiteStrengthCommand(o *options) *cobra.Command {
	return &cobra.Command{
		Use:   "strength SUITE",
		Short: "Show which mistakes a suite catches, and which it cannot tell apart",
		Long: `Say which mistakes a suite catches, by which scripts, and which two it cannot tell
apart, with the script that would close each hole. SUITE is a file, or a game for
which a suite ships.`,
		Example: "  durchgang suite strength tic-tac-toe\n  durchgang suite strength mine.suite --json",
		Args:    exactly("a SUITE"),
		RunE: func(c *cobra.Command, args []string) error {
			s, err := readSuite(args[0])
			if err != nil {
				return err
			}
			st, err := s.Measure(mistake.For(s.Rules), mistake.Usual, searching(c.ErrOrStderr()))
			if err != nil {
				return err
			}
			return o.answer(c, st, nil, func(w io.Writer) { printStrength(w, s, st) })
		},
	}
}

func printStrength(w io.Writer, s *suite.Suite, st suite.Strength) {
	t := newTable(w)
	t.AppendHeader(table.Row{"mistake", "scripts", "for instance"})
	missed := 0
	for _, m := range st.Mistakes {
		first := ""
		if len(m.Scripts) > 0 {
			first = m.Scripts[0]
		} else {
			missed++
		}
		t.AppendRow(table.Row{m.Name, len(m.Scripts), first})
	}
	t.Render()
	fmt.Fprintf(w, "\n%s: %d scripts catch %d of %d mistakes and leave %d of %d pairs untold.\n",
		s.Rules.Variant(), len(s.Scripts), len(st.Mistakes)-missed, len(st.Mistakes), len(st.Holes)-missed, st.Pairs)
	if len(st.Idle) > 0 {
		fmt.Fprintf(w, "%d of the scripts add nothing to this.\n", len(st.Idle))
	}
	for _, h := range st.Holes {
		fmt.Fprintf(w, "  %s: ", strings.Join(h.Mistakes, " and "))
		switch {
		case h.Note != "":
			fmt.Fprintln(w, h.Note)
		case h.Exact:
			fmt.Fprintf(w, "%s (the shortest)\n", strings.TrimSpace(h.Setup+" "+h.Script))
		default:
			fmt.Fprintln(w, strings.TrimSpace(h.Setup+" "+h.Script))
		}
	}
}

func suiteWriteCommand(o *options) *cobra.Command {
	var options suites.Options
	var side string
	c := &cobra.Command{
		Use:   "write GAME",
		Short: "Write a suite for any variant of a game",
		Long: `Write a suite for any variant of a game: criteria with points, and scripts that catch the
known mistakes and tell each two of them apart. Edit it, and pass it with --suite.
Mistakes that it does not catch, within the bounds of a short search, are listed.
"try" and assignments use the same suite where none is given.`,
		Example: `  durchgang suite write connect-four:rows=5,cols=6 > mine.suite
  durchgang suite write hangman:lives=8 --short --without unicode --total 12
  durchgang suite write five-in-a-row:rows=9,cols=9 --opponent O`,
		Args: exactly("a GAME"),
		RunE: func(c *cobra.Command, args []string) error {
			rules, err := games.All().Rules(args[0])
			if err != nil {
				return err
			}
			if side != "" {
				if options.Program, err = suites.Side(rules, side); err != nil {
					return &exitError{exitInput, err}
				}
			}
			written, err := suites.Write(rules, options)
			if err != nil {
				return &exitError{exitInput, err}
			}
			for _, h := range written.Holes {
				fmt.Fprintf(c.ErrOrStderr(), "open: %s: %s\n", strings.Join(h.Mistakes, " and "), h.Note)
			}
			answer := map[string]any{"suite": written.Text, "scripts": len(written.Suite.Scripts), "holes": written.Holes}
			return o.answer(c, answer, nil, func(w io.Writer) { fmt.Fprint(w, written.Text) })
		},
	}
	c.Flags().BoolVar(&options.Short, "short", false, "only the scripts that are needed, for slow programs and pages")
	c.Flags().StringSliceVar(&options.Without, "without", nil, "criteria to leave out, by name, with commas")
	c.Flags().IntVar(&options.Total, "total", 0, "sum of the points; 20 if not given")
	c.Flags().StringVar(&side, "opponent", "", "the side that programs play by themselves, against a person, as in O")
	return c
}

func suiteChangesCommand(o *options) *cobra.Command {
	return &cobra.Command{
		Use: "changes COURSE/NAME SUITE", Short: "Show what another suite would change of an assignment and its results", Args: exactly("COURSE/NAME", "a SUITE"),
		Long: "Show in words how a suite differs from the one of an assignment, and whose points would change, where that is\n" +
			"known without running programs: where no script is new.",
		Example: "  durchgang suite changes evening-class/tic-tac-toe stricter.suite",
		RunE: func(c *cobra.Command, args []string) error {
			course, name, err := cutName(c, args[0])
			if err != nil {
				return err
			}
			text, err := readText(args[1])
			if err != nil {
				return err
			}
			change, err := o.client().SuiteChange(c.Context(), course, name, text)
			return o.answer(c, change, err, func(w io.Writer) { printSuiteChange(w, change) })
		},
	}
}

func printSuiteChange(w io.Writer, change record.SuiteChange) {
	for _, says := range change.Says {
		fmt.Fprintln(w, says)
	}
	if len(change.Says) == 0 {
		fmt.Fprintln(w, "nothing is different")
	}
	switch {
	case change.Graded == 0:
	case !change.Known:
		fmt.Fprintf(w, "what becomes of %d results is known after a regrade\n", change.Graded)
	default:
		fmt.Fprintf(w, "of %d results %d would lose points, %d would gain points\n", change.Graded, len(change.Lower), len(change.Higher))
	}
	for _, p := range append(change.Lower, change.Higher...) {
		fmt.Fprintf(w, "  %s: %s → %s\n", p.Student, p.From, p.To)
	}
}

// searching shows a progress bar on a terminal, from the first report until all is
// settled.
func searching(w io.Writer) func(done, all int) {
	if !interactive(w) {
		return func(int, int) {}
	}
	var bar *progressbar.ProgressBar
	return func(done, all int) {
		if bar == nil && done < all {
			bar = progressbar.NewOptions(
				all, progressbar.OptionSetWriter(w), progressbar.OptionSetDescription("looking for sequences"),
				progressbar.OptionClearOnFinish(),
			)
		}
		if bar != nil {
			_ = bar.Set(done)
		}
	}
}
