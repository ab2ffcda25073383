package cli

import (
	"fmt"
	"io"
	"strings"

	"github.com/jedib0t/go-pretty/v6/table"
	"github.com/spf13/cobra"

	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/phrasebook"
)

func phrasebookCommand(o *options) *cobra.Command {
	c := &cobra.Command{
		Use:     "phrasebook",
		Short:   "Phrasebooks: how programs talk",
		Example: "  durchgang phrasebook check book.yaml --transcript session.txt",
	}
	c.AddCommand(phrasebookCheckCommand(o), phrasebookDraftCommand(o), phrasebookSetCommand(o))
	return c
}

func phrasebookSetCommand(o *options) *cobra.Command {
	var student string
	c := &cobra.Command{
		Use:   "set COURSE/ASSIGNMENT [BOOK]",
		Short: "Change the phrasebook of an assignment, or of one student's program in it",
		Long: `Change the phrasebook of an assignment, or of one student's program in it, for runs that
begin later. Without BOOK the built-in wording alone is used; with --student the student's
own phrasebook is taken away.`,
		Example: "  durchgang phrasebook set evening-class/tic-tac-toe book.yaml\n  durchgang phrasebook set evening-class/tic-tac-toe her-words.yaml --student greta-holm",
		Args:    cobra.RangeArgs(1, 2),
		RunE: func(c *cobra.Command, args []string) error {
			course, assignment, err := cutName(c, args[0])
			if err != nil {
				return err
			}
			text, err := readText(strings.Join(args[1:], ""))
			if err != nil {
				return err
			}
			a, err := o.client().SetPhrasebook(c.Context(), course, assignment, student, text)
			return o.answer(c, a, err, func(w io.Writer) {
				whose := "the programs"
				if student != "" {
					whose = "the program of " + student
				}
				fmt.Fprintf(w, "%s of %s/%s will be read with it from the next run on\n", whose, a.Course, a.Name)
			})
		},
	}
	c.Flags().StringVar(&student, "student", "", "whose program it is for; without it all")
	return c
}

func phrasebookCheckCommand(o *options) *cobra.Command {
	var transcript, variant, setup string
	c := &cobra.Command{
		Use:   "check [BOOK]",
		Short: "Check a phrasebook, and show how each line of a transcript is read",
		Long: `Check a phrasebook, and show how each line of a transcript is read, and which lines
nobody understood. Without BOOK the built-in wording alone is used. A transcript is a
text file with what a program printed, as it is copied from a terminal.`,
		Example: "  durchgang phrasebook check book.yaml\n  durchgang phrasebook check book.yaml --transcript session.txt --game connect-four\n  durchgang phrasebook check --transcript session.txt --game hangman --setup word=apple --json",
		Args:    cobra.MaximumNArgs(1),
		RunE: func(c *cobra.Command, args []string) error {
			name := strings.Join(args, "")
			text, err := readText(name)
			if err != nil {
				return err
			}
			book, err := phrasebook.Parse(name, text)
			if err != nil {
				return err
			}
			rules, err := games.All().Rules(variant)
			if err != nil {
				return err
			}
			if setup != "" {
				if _, err := rules.Start(game.Setup(setup)); err != nil {
					return &exitError{exitInput, err}
				}
			}
			printed, err := readText(transcript)
			if err != nil {
				return err
			}
			readings := []phrasebook.Reading{}
			if printed != "" {
				readings = book.Explain(phrasebook.NewScreen(printed), phrasebook.TableOf(rules, game.Setup(setup)), rules)
			}
			return o.answer(c, readings, nil, func(w io.Writer) { printReadings(w, name, readings) })
		},
	}
	c.Flags().StringVar(&transcript, "transcript", "", "text file with what a program printed")
	c.Flags().StringVar(&variant, "game", games.Usual, "game or variant")
	c.Flags().StringVar(&setup, "setup", "", "what the program was given, as in word=apple")
	return c
}

func printReadings(w io.Writer, book string, readings []phrasebook.Reading) {
	if book != "" {
		fmt.Fprintf(w, "%s is a phrasebook.\n", book)
	}
	if len(readings) == 0 {
		return
	}
	t := newTable(w)
	t.AppendHeader(table.Row{"line", "printed", "read as"})
	unread := 0
	for _, r := range readings {
		says := strings.Join(r.Says, "; ")
		if says == "" {
			unread++
			says = "–"
		}
		t.AppendRow(table.Row{r.Line, r.Text, says})
	}
	t.Render()
	fmt.Fprintf(w, "\n%d of %d lines are understood.\n", len(readings)-unread, len(readings))
}
