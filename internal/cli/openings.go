package cli

import (
	"fmt"

	"github.com/schollz/progressbar/v3"
	"github.com/spf13/cobra"

	"durchgang/core/games"
	"durchgang/core/play/drop"
)

func openingsCommand() *cobra.Command {
	var variant string
	var marks, size int
	c := &cobra.Command{
		Use: "openings", Short: "Solve every opening of a game with falling marks, for the table that is shipped", Args: exactly(),
		Long: `Solve every position of a game with falling marks that has so many marks, and print the table.
Two marks on the usual board of connect four take a quarter of an hour, each more several times as
long.`,
		Example: "  durchgang openings --game connect-four --marks 2 > core/play/drop/openings.txt\n  durchgang openings --game connect-four:rows=5,cols=5 --marks 6",
		RunE: func(c *cobra.Command, _ []string) error {
			rules, err := games.All().Rules(variant)
			if err != nil {
				return err
			}
			r, is := rules.(drop.Falling)
			if !is || !r.Gravity() {
				return &exitError{exitInput, fmt.Errorf("in %s marks do not fall", variant)}
			}
			rows, cols := r.Shape()
			board, err := drop.NewBoard(rows, cols, r.Run())
			if err != nil {
				return &exitError{exitInput, err}
			}
			if marks < 0 || marks > 10 || size < 10 || size > 34 {
				return &exitError{exitInput, fmt.Errorf("--marks is 0 to 10 and --memory 10 to 34, not %d and %d", marks, size)}
			}
			bar := progressbar.NewOptions(1, progressbar.OptionSetWriter(c.ErrOrStderr()), progressbar.OptionSetDescription("openings"),
				progressbar.OptionSetVisibility(interactive(c.ErrOrStderr())), progressbar.OptionClearOnFinish())
			table := drop.MakeTable(drop.NewSolver(board, size), marks, func(done, of int) {
				bar.ChangeMax(of)
				_ = bar.Set(done)
			})
			fmt.Fprint(c.OutOrStdout(), table)
			return nil
		},
	}
	c.Flags().StringVar(&variant, "game", "", "game or variant in which marks fall (required)")
	_ = c.MarkFlagRequired("game") // there is such a flag
	c.Flags().IntVar(&marks, "marks", 2, "how many marks")
	c.Flags().IntVar(&size, "memory", 28, "memory of the solver, as a power of two of bytes")
	return c
}
