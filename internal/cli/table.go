package cli

import (
	"io"
	"os"

	"github.com/jedib0t/go-pretty/v6/table"
	"github.com/jedib0t/go-pretty/v6/text"
	"golang.org/x/term"
)

// newTable returns a table without vertical rules, which screen readers and
// scripts read as plain columns.
func newTable(w io.Writer) table.Writer {
	t := table.NewWriter()
	t.SetOutputMirror(w)
	t.SetStyle(table.StyleDefault)
	t.Style().Options = table.Options{SeparateHeader: true}
	t.Style().Format.Header = text.FormatDefault
	t.Style().Box.PaddingLeft, t.Style().Box.PaddingRight = "", "  "
	t.Style().Box.MiddleHorizontal = "-"
	return t
}

// interactive reports whether w is a terminal.
func interactive(w io.Writer) bool {
	f, ok := w.(*os.File)
	return ok && term.IsTerminal(int(f.Fd()))
}

// coloured reports whether colours are wanted on w (no-color.org).
func coloured(w io.Writer) bool {
	return interactive(w) && os.Getenv("NO_COLOR") == "" && os.Getenv("TERM") != "dumb"
}
