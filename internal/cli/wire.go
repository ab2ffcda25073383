package cli

import (
	"github.com/spf13/cobra"

	"durchgang/core/games"
	"durchgang/core/wire"
)

func wireCommand() *cobra.Command {
	c := &cobra.Command{Use: "wire", Short: "The protocol for programs that answer without a screen", Example: "  durchgang wire serve"}
	c.AddCommand(&cobra.Command{
		Use: "serve", Short: "Answer the protocol on standard input and output, as the reference program", Args: exactly(),
		Long: `Answer the protocol of docs/wire.md on standard input and output, by the reference
rules of every game: to see what a program has to answer.`,
		Example: "  printf 'durchgang 1\\nnew tic-tac-toe\\nmove b2\\nshow\\nend\\n' | durchgang wire serve",
		RunE: func(c *cobra.Command, _ []string) error {
			return wire.Serve(games.All(), c.InOrStdin(), c.OutOrStdout())
		},
	})
	return c
}
