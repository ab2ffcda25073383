package cli

import (
	"fmt"
	"io"

	"github.com/jedib0t/go-pretty/v6/table"
	"github.com/jedib0t/go-pretty/v6/text"
	"github.com/spf13/cobra"

	"durchgang/internal/sandbox"
)

func sandboxCommand(o *options) *cobra.Command {
	c := &cobra.Command{Use: "sandbox", Short: "The sandbox in which student programs run", Example: "  durchgang sandbox check"}
	c.AddCommand(&cobra.Command{
		Use: "check", Short: "Test each limit of the sandbox on this machine", Args: exactly(),
		Long: `Prove each limit of the box on this machine, by programs that try to break it. The
exit status is 1 when one of them succeeds.`,
		Example: "  durchgang sandbox check\n  durchgang sandbox check --json",
		RunE: func(c *cobra.Command, _ []string) error {
			list := []sandbox.Check{}
			broken := 0
			err := sandbox.CheckAll(c.Context(), func(check sandbox.Check) {
				list = append(list, check)
				if !check.Held {
					broken++
				}
				if interactive(c.ErrOrStderr()) {
					fmt.Fprintf(c.ErrOrStderr(), "%d checked\r", len(list))
				}
			})
			if err != nil {
				return err
			}
			if err := o.answer(c, list, nil, func(w io.Writer) { printChecks(w, list) }); err != nil {
				return err
			}
			if broken > 0 {
				return fmt.Errorf("%d of %d limits do not hold on this machine; do not run programs of others here", broken, len(list))
			}
			return nil
		},
	})
	return c
}

func printChecks(w io.Writer, list []sandbox.Check) {
	t := newTable(w)
	t.AppendHeader(table.Row{"", "limit", "a program tried", "and met"})
	for _, c := range list {
		sign := "✓"
		if !c.Held {
			sign = "✗"
		}
		t.AppendRow(table.Row{sign, c.Limit, c.Tried, c.Saw})
	}
	t.SetColumnConfigs([]table.ColumnConfig{{Number: 4, WidthMax: 60, WidthMaxEnforcer: text.WrapSoft}})
	t.Render()
	fmt.Fprintf(w, "Memory and processes are bounded by %s.\n", sandbox.BoundBy())
}
