package cli

import (
	"context"
	"io"
	"os/exec"
	"strings"

	"github.com/jedib0t/go-pretty/v6/table"
	"github.com/spf13/cobra"

	"durchgang/internal/toolchain"
)

func toolchainCommand(o *options) *cobra.Command {
	c := &cobra.Command{Use: "toolchain", Short: "The languages of student programs", Example: "  durchgang toolchain list"}
	c.AddCommand(&cobra.Command{
		Use: "list", Short: "List the languages, what this machine has of them, and what it lacks", Args: exactly(),
		Example: "  durchgang toolchain list\n  durchgang toolchain list --json",
		RunE: func(c *cobra.Command, _ []string) error {
			list := []shownLanguage{}
			for _, l := range toolchain.Languages() {
				list = append(list, showLanguage(c.Context(), l))
			}
			return o.answer(c, list, nil, func(w io.Writer) { printLanguages(w, list) })
		},
	})
	return c
}

// shownLanguage is a language as toolchain list prints it as data.
type shownLanguage struct {
	Name       string   `json:"name"`
	Extensions []string `json:"extensions"`
	File       string   `json:"file,omitempty"` // that makes a folder this language
	Version    string   `json:"version"`        // empty when it is not installed
	Missing    []string `json:"missing"`        // tools
	Package    string   `json:"package"`        // Debian's, for all tools
}

func showLanguage(ctx context.Context, l toolchain.Language) shownLanguage {
	shown := shownLanguage{Name: l.Name, Extensions: l.Extensions, File: l.File, Missing: l.Missing(), Package: l.Package}
	if len(shown.Missing) > 0 {
		return shown
	}
	shown.Missing = []string{}
	printed, err := exec.CommandContext(ctx, l.Version[0], l.Version[1:]...).CombinedOutput()
	if err != nil {
		shown.Version = err.Error()
		return shown
	}
	shown.Version, _, _ = strings.Cut(strings.TrimSpace(string(printed)), "\n")
	return shown
}

func printLanguages(w io.Writer, list []shownLanguage) {
	t := newTable(w)
	t.AppendHeader(table.Row{"language", "files", "on this machine"})
	for _, l := range list {
		state := l.Version
		if len(l.Missing) > 0 {
			state = "missing: apt-get install " + l.Package
		}
		files := "*" + strings.Join(l.Extensions, ", *")
		if l.File != "" {
			files = "a file " + l.File
		}
		t.AppendRow(table.Row{l.Name, files, state})
	}
	t.Render()
}
