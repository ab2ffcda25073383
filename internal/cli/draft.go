package cli

import (
	"fmt"
	"io"
	"os"
	"strings"

	"github.com/jedib0t/go-pretty/v6/table"
	"github.com/spf13/cobra"

	"durchgang/core/suite"
	"durchgang/internal/grading"
)

func phrasebookDraftCommand(o *options) *cobra.Command {
	var variant, scripts, out string
	c := &cobra.Command{
		Use:   "draft PROGRAM",
		Short: "Draft the phrasebook of a program by playing with it",
		Long: `Find the wording of a program by playing with it: how a move is typed, what the marks
and players are called, and what it says when somebody has won, when a move is refused
and so on. The program may have a mistake; what holds at most of the steps counts.
The phrasebook is printed, or written to the file named with --out.`,
		Example: "  durchgang phrasebook draft tictactoe.py --out book.yaml\n  durchgang phrasebook draft pegs.c --game connect-four",
		Args:    exactly("the PROGRAM to listen to"),
		RunE: func(c *cobra.Command, args []string) error {
			s, err := readScripts(variant, scripts, false)
			if err != nil {
				return err
			}
			folder, err := programFolder(args[0])
			if err != nil {
				return err
			}
			drafted, err := grading.Draft(c.Context(), folder, s, func(doing string) { fmt.Fprintf(c.ErrOrStderr(), "%s …\n", doing) })
			if grading.AtFault(err) {
				return &exitError{exitUngraded, fmt.Errorf("%s: %w", args[0], err)}
			}
			if err != nil {
				return err
			}
			if out != "" {
				if err := os.WriteFile(out, []byte(drafted.Book), 0o644); err != nil {
					return fmt.Errorf("write the phrasebook: %w", err)
				}
			}
			return o.answer(c, drafted, nil, func(w io.Writer) { printDraft(w, drafted, out, s) })
		},
	}
	c.Flags().StringVar(&variant, "game", "", gameFlag)
	c.Flags().StringVar(&scripts, "suite", "", "file with scripts to play; without it those that ship for the game")
	c.Flags().StringVar(&out, "out", "", "file to write the phrasebook to")
	return c
}

func printDraft(w io.Writer, d grading.Drafted, out string, s *suite.Suite) {
	t := newTable(w)
	t.AppendHeader(table.Row{"what", "how", "stands where it should", "elsewhere", ""})
	for _, l := range d.Learned {
		held, other := "", ""
		if l.Of > 0 {
			held, other = fmt.Sprintf("%d of %d", l.Held, l.Of), fmt.Sprint(l.Else)
		}
		t.AppendRow(table.Row{l.About, strings.ReplaceAll(l.Text, "\n", " "), held, other, l.Sure()})
	}
	if len(d.Learned) > 0 {
		t.Render()
		fmt.Fprintln(w)
	}
	switch {
	case d.Book == "" && d.Verdict.Points < d.Verdict.Of:
		fmt.Fprintln(w, "Nothing was found that the built-in wording does not know.")
	case d.Book == "":
		fmt.Fprintln(w, "The built-in wording is enough: no phrasebook is needed.")
	case out != "":
		fmt.Fprintf(w, "The phrasebook is in %s.\n", out)
	default:
		fmt.Fprintf(w, "%s\n", d.Book)
	}
	fmt.Fprintf(w, "With it the program has %s of %s points.\n", d.Verdict.Points, d.Verdict.Of)
	for _, m := range d.Missing {
		fmt.Fprintf(w, "  %s\n", m)
	}
}
