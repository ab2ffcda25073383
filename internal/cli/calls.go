package cli

import (
	"fmt"
	"io"
	"os"
	"strings"

	"github.com/spf13/cobra"

	"durchgang/core/calls"
	"durchgang/internal/grading"
	"durchgang/internal/record"
)

func callsCommand(o *options) *cobra.Command {
	c := &cobra.Command{
		Use:     "calls",
		Short:   "Descriptions of how functions, objects and modules are called",
		Example: "  durchgang calls draft board.py --game connect-four\n  durchgang calls start functions.yaml --language Java",
	}
	c.AddCommand(callsDraftCommand(o), callsStartCommand(o))
	return c
}

func callsDraftCommand(o *options) *cobra.Command {
	var variant, scripts, out string
	c := &cobra.Command{
		Use:   "draft PROGRAM",
		Short: "Draft the description of how a program is called, by calling it",
		Long: `Find out how a program is called: which class, function or variable is the game, how a move is made,
how boards and players are written, and what tells how the game stands. A few games are played through what
the program defines; a description is taken where most of their steps come out as the rules say. Programs are
graded by such a draft where an assignment has no description.`,
		Example: "  durchgang calls draft board.py --out functions.yaml\n  durchgang calls draft src/ --game connect-four",
		Args:    exactly("the PROGRAM to call"),
		RunE: func(c *cobra.Command, args []string) error {
			s, err := readScripts(variant, scripts, false)
			if err != nil {
				return err
			}
			folder, err := programFolder(args[0])
			if err != nil {
				return err
			}
			drafted, err := grading.DraftCalls(c.Context(), folder, s)
			if grading.AtFault(err) {
				return &exitError{exitUngraded, fmt.Errorf("%s: %w", args[0], err)}
			}
			if err != nil {
				return err
			}
			if out != "" {
				if err := os.WriteFile(out, []byte(drafted.Book), 0o644); err != nil {
					return fmt.Errorf("write %s: %w", out, plainCause(err))
				}
			}
			return o.answer(c, drafted, nil, func(w io.Writer) {
				if out == "" {
					fmt.Fprintln(w, drafted.Book)
				}
				fmt.Fprintf(w, "%.0f %% of what was tried comes out right.\n", 100*drafted.Fit)
				for _, note := range drafted.Notes {
					fmt.Fprintln(w, note)
				}
				if out != "" {
					fmt.Fprintf(w, "The description is in %s.\n", out)
				}
			})
		},
	}
	c.Flags().StringVar(&variant, "game", "", gameFlag)
	c.Flags().StringVar(&scripts, "suite", "", "file with scripts to play; without it those of the game")
	c.Flags().StringVar(&out, "out", "", "file to write the description to")
	return c
}

func callsStartCommand(o *options) *cobra.Command {
	var language, out string
	c := &cobra.Command{
		Use:   "start DESCRIPTION",
		Short: "Write the file that students start from",
		Long: "Write a program with what a description names, left to be done: classes, functions and variables, with what they\n" +
			"are given and what they return. Languages: " + strings.Join(calls.StartLanguages(), ", ") + ".",
		Example: "  durchgang calls start functions.yaml --language Java --out Start.java",
		Args:    exactly("the file with the DESCRIPTION"),
		RunE: func(c *cobra.Command, args []string) error {
			text, err := readText(args[0])
			if err != nil {
				return err
			}
			book, err := calls.Parse(args[0], text)
			if err != nil {
				return err
			}
			started, err := book.Start(language)
			if err != nil {
				return &record.InputError{Field: "language", Err: err}
			}
			if out != "" {
				if err := os.WriteFile(out, []byte(started), 0o644); err != nil {
					return fmt.Errorf("write %s: %w", out, plainCause(err))
				}
			}
			return o.answer(c, map[string]string{"language": language, "text": started}, nil, func(w io.Writer) {
				if out == "" {
					fmt.Fprint(w, started)
				} else {
					fmt.Fprintf(w, "The file to start from is %s.\n", out)
				}
			})
		},
	}
	c.Flags().StringVar(&language, "language", "Python", "language of the file")
	c.Flags().StringVar(&out, "out", "", "file to write it to")
	return c
}
