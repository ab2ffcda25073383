package cli

import (
	"fmt"
	"io"
	"os"
	"path/filepath"

	"github.com/spf13/cobra"

	"durchgang/core/pagemap"
	"durchgang/internal/channel"
	"durchgang/internal/grading"
)

func pageCommand(o *options) *cobra.Command {
	c := &cobra.Command{
		Use:     "page",
		Short:   "Page maps: where on a page a game is",
		Example: "  durchgang page draft page/ --game connect-four",
	}
	c.AddCommand(pageDraftCommand(o), pageCheckCommand(o))
	return c
}

// draftedPage is what draft prints as JSON.
type draftedPage struct {
	Map   string             `json:"map"`
	Sure  float64            `json:"sure"` // 0 to 1
	Parts []channel.PagePart `json:"parts"`
}

func pageDraftCommand(o *options) *cobra.Command {
	var variant, suiteFile, to string
	c := &cobra.Command{
		Use:   "draft FOLDER",
		Short: "Draft the map of a page by playing on it",
		Long: `Find the map of a page by playing on it: look for a board of the right shape, make moves
whose facts are known, and watch what changes; then the suite is played, and what the page's
words mean is learned. The map is printed, or written to a file;
how sure it is, and what was not found, goes beside it. Pages are graded by such a draft
where an assignment has no map.`,
		Example: "  durchgang page draft demo/page/tic-tac-toe/ada-buttons\n  durchgang page draft my-page --game connect-four --out my-page.yaml",
		Args:    exactly("the FOLDER with the page"),
		RunE: func(c *cobra.Command, args []string) error {
			s, err := readScripts(variant, suiteFile, false)
			if err != nil {
				return err
			}
			folder, err := pageFolder(args[0])
			if err != nil {
				return err
			}
			draft, err := grading.DraftPage(c.Context(), s, folder)
			if grading.AtFault(err) {
				return &exitError{exitUngraded, fmt.Errorf("%s: %w", args[0], err)}
			}
			if err != nil {
				return err
			}
			text := draft.Map.String()
			if to != "" {
				if err := os.WriteFile(to, []byte(text), 0o644); err != nil {
					return fmt.Errorf("write %s: %w", to, plainCause(err))
				}
			}
			return o.answer(c, draftedPage{text, draft.Sure, draft.Parts}, nil, func(w io.Writer) {
				if to == "" {
					fmt.Fprintln(w, text)
				}
				for _, p := range draft.Parts {
					found := p.Found
					if found == "" {
						found = "not found"
					}
					fmt.Fprintf(w, "# %s: %s\n", p.What, found)
				}
				fmt.Fprintf(w, "# %.0f %% of what the page showed when it was tried is as the rules say\n", 100*draft.Sure)
			})
		},
	}
	c.Flags().StringVar(&variant, "game", "", gameFlag)
	c.Flags().StringVar(&suiteFile, "suite", "", "file with scripts, whose game and set-up are used")
	c.Flags().StringVar(&to, "out", "", "file to write the map to")
	return c
}

func pageCheckCommand(o *options) *cobra.Command {
	var page, variant string
	c := &cobra.Command{
		Use:     "check MAP",
		Short:   "Check a page map, and whether it fits a page",
		Example: "  durchgang page check my-page.yaml --page my-page --game connect-four",
		Args:    exactly("the MAP to check"),
		RunE: func(c *cobra.Command, args []string) error {
			text, err := readText(args[0])
			if err != nil {
				return err
			}
			if _, err := pagemap.Parse(args[0], text); err != nil {
				return err
			}
			if page == "" {
				return o.answer(c, struct{}{}, nil, func(w io.Writer) { fmt.Fprintln(w, filepath.Base(args[0])+" is a page map") })
			}
			s, err := readScripts(variant, "", false)
			if err != nil {
				return err
			}
			folder, err := pageFolder(page)
			if err != nil {
				return err
			}
			err = grading.CheckPage(c.Context(), s, args[0], text, folder)
			if grading.AtFault(err) {
				return &exitError{exitUngraded, fmt.Errorf("%s: %w", page, err)}
			}
			return o.answer(c, struct{}{}, err, func(w io.Writer) { fmt.Fprintf(w, "%s fits %s\n", filepath.Base(args[0]), page) })
		},
	}
	c.Flags().StringVar(&page, "page", "", "folder with a page")
	c.Flags().StringVar(&variant, "game", "", gameFlag)
	return c
}
