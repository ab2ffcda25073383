package cli

import (
	"archive/zip"
	"bytes"
	"context"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"slices"
	"strings"

	"github.com/jedib0t/go-pretty/v6/table"
	"github.com/jedib0t/go-pretty/v6/text"
	"github.com/schollz/progressbar/v3"
	"github.com/spf13/cobra"

	"durchgang/core/diagnosis"
	"durchgang/core/judge"
	"durchgang/internal/office"
	"durchgang/internal/record"
)

// answer prints what the service answered, as JSON or for a person.
func (o *options) answer(c *cobra.Command, answer any, err error, print func(io.Writer)) error {
	if err != nil {
		return err
	}
	if o.json {
		return printJSON(c.OutOrStdout(), answer)
	}
	print(c.OutOrStdout())
	return nil
}

func cutName(c *cobra.Command, text string) (course, assignment string, err error) {
	course, assignment, found := strings.Cut(text, "/")
	if !found || course == "" || assignment == "" {
		return "", "", &usageError{c, fmt.Errorf("%q is not COURSE/ASSIGNMENT, as in evening-class/tic-tac-toe", text)}
	}
	return course, assignment, nil
}

// classArchive reads an archive, or packs a folder into one.
func classArchive(path string) ([]byte, error) {
	info, err := os.Stat(path)
	if err != nil {
		return nil, fmt.Errorf("find the class %s: %w", path, plainCause(err))
	}
	if !info.IsDir() {
		data, err := os.ReadFile(path)
		if err != nil {
			return nil, fmt.Errorf("read the class %s: %w", path, plainCause(err))
		}
		return data, nil
	}
	var out bytes.Buffer
	w := zip.NewWriter(&out)
	if err := addFolder(w, path); err != nil {
		return nil, err
	}
	if err := w.Close(); err != nil {
		return nil, fmt.Errorf("pack the class %s: %w", path, err)
	}
	return out.Bytes(), nil
}

// addFolder packs a folder's plain files. Hidden files are left out; links are
// refused, since what they name may not be the student's.
func addFolder(w *zip.Writer, root string) error {
	var size int64
	return filepath.WalkDir(root, func(path string, d os.DirEntry, err error) error {
		if err != nil {
			return fmt.Errorf("read the class %s: %w", root, err)
		}
		name, _ := filepath.Rel(root, path)
		switch {
		case path != root && (strings.HasPrefix(d.Name(), ".") || d.Name() == "node_modules"):
			if d.IsDir() {
				return filepath.SkipDir
			}
			return nil
		case d.IsDir():
			return nil
		case !d.Type().IsRegular():
			return &record.InputError{Field: "class", Err: fmt.Errorf("%s: %w", path, office.ErrOddEntry)}
		}
		data, err := os.ReadFile(path)
		if err != nil {
			return fmt.Errorf("read %s: %w", path, plainCause(err))
		}
		if size += int64(len(data)); size > office.MaxUnpacked {
			return &record.InputError{Field: "class", Err: fmt.Errorf("%w, at %s", office.ErrUnpacked, path)}
		}
		f, err := w.Create(filepath.ToSlash(name))
		if err == nil {
			_, err = f.Write(data)
		}
		return err
	})
}

// watch shows a progress bar on a terminal, and a line at each tenth elsewhere.
func (o *options) watch(ctx context.Context, w io.Writer, run record.Run) (record.Run, error) {
	if !interactive(w) {
		shown := -1
		return o.client().Watch(ctx, run.ID, func(r record.Run) {
			if tenth := r.Done * 10 / max(r.Total, 1); tenth != shown {
				shown = tenth
				fmt.Fprintf(w, "%d of %d graded\n", r.Done, r.Total)
			}
		})
	}
	bar := progressbar.NewOptions(run.Total, progressbar.OptionSetWriter(w), progressbar.OptionSetDescription("grading"),
		progressbar.OptionShowCount(), progressbar.OptionSetWidth(40), progressbar.OptionSetPredictTime(true),
		progressbar.OptionClearOnFinish())
	defer bar.Finish()
	return o.client().Watch(ctx, run.ID, func(r record.Run) { _ = bar.Set(r.Done) })
}

func matrixCommand(o *options) *cobra.Command {
	var run int64
	c := &cobra.Command{
		Use:     "matrix COURSE/ASSIGNMENT",
		Short:   "Print the results of a class: students by criteria",
		Example: "  durchgang matrix evening-class/tic-tac-toe\n  durchgang matrix evening-class/tic-tac-toe --run 3 --json",
		Args:    exactly("COURSE/ASSIGNMENT"),
		RunE: func(c *cobra.Command, args []string) error {
			m, err := o.matrix(c, args[0], run)
			return o.answer(c, m, err, func(w io.Writer) { printMatrix(w, m) })
		},
	}
	c.Flags().Int64Var(&run, "run", 0, runFlag)
	return c
}

// matrix fetches the matrix of a run, the newest for run 0.
func (o *options) matrix(c *cobra.Command, name string, run int64) (record.Matrix, error) {
	run, err := o.run(c, name, run)
	if err != nil {
		return record.Matrix{}, err
	}
	return o.client().Matrix(c.Context(), run)
}

func printMatrix(w io.Writer, m record.Matrix) {
	fmt.Fprintf(w, "%s/%s, run %d: %d of %d graded\n\n", m.Run.Course, m.Run.Assignment, m.Run.ID, m.Run.Done, m.Run.Total)
	t := newTable(w)
	header := table.Row{"student", "points"}
	columns := []table.ColumnConfig{{Number: 2, Align: text.AlignRight}}
	for i, c := range m.Criteria {
		header = append(header, c.Name)
		columns = append(columns, table.ColumnConfig{Number: i + 3, Align: text.AlignCenter, AlignHeader: text.AlignCenter})
	}
	t.AppendHeader(header)
	t.SetColumnConfigs(columns)
	var notes []string
	for _, r := range m.Rows {
		row := table.Row{printable(r.Student), points(r)}
		for _, state := range r.Cells {
			row = append(row, paint(w, state, signs[state]))
		}
		t.AppendRow(row)
		if r.Problem != "" {
			first, _, _ := strings.Cut(r.Problem, "\n")
			notes = append(notes, printable(r.Student+": "+first))
		}
	}
	t.Render()
	fmt.Fprintln(w, "\n"+legend())
	for _, note := range notes {
		fmt.Fprintln(w, note)
	}
}

func points(r record.Row) string {
	switch r.State {
	case record.Done:
		return fmt.Sprintf("%s / %s", r.Points, r.Of)
	case record.Failed:
		return "not graded"
	default:
		return string(r.State)
	}
}

func showCommand(o *options) *cobra.Command {
	var run int64
	c := &cobra.Command{
		Use:     "show COURSE/ASSIGNMENT STUDENT",
		Short:   "Show one submission with its findings",
		Example: "  durchgang show evening-class/tic-tac-toe hugo-tandy\n  durchgang show evening-class/tic-tac-toe hugo-tandy --json",
		Args:    exactly("COURSE/ASSIGNMENT", "a STUDENT"),
		RunE: func(c *cobra.Command, args []string) error {
			row, err := o.row(c, args[0], args[1], run)
			if err != nil {
				return err
			}
			return o.show(c, row.Result)
		},
	}
	c.Flags().Int64Var(&run, "run", 0, runFlag)
	return c
}

func (o *options) show(c *cobra.Command, id int64) error {
	r, err := o.client().Result(c.Context(), id)
	if err != nil || o.json {
		return o.answer(c, r, err, nil)
	}
	w := c.OutOrStdout()
	switch r.State {
	case record.Failed:
		fmt.Fprintf(w, "%s could not be graded:\n%s\n", printable(r.Student), printable(r.Problem))
		return nil
	case record.Done:
	default:
		fmt.Fprintf(w, "%s is %s\n", printable(r.Student), r.State)
		return nil
	}
	evidence := map[string]record.Evidence{}
	for _, s := range r.Scripts {
		proof := slices.ContainsFunc(r.Causes, func(c diagnosis.Cause) bool { return c.Evidence == s.Number })
		if s.State == judge.Agrees && !proof {
			continue
		}
		e, err := o.client().Evidence(c.Context(), id, s.Number)
		if err != nil {
			return err
		}
		evidence[s.Title], evidence[fmt.Sprint(s.Number)] = e, e
	}
	return printVerdict(
		w, r.Student+", "+r.Language, verdictOf(r), r.Examination,
		func(script string) record.Evidence { return evidence[script] }, numbers(r),
	)
}

// numbers tells the findings of a result by number.
func numbers(r record.Result) string {
	if len(r.Findings) == 0 {
		return ""
	}
	list := make([]string, len(r.Findings))
	for i, f := range r.Findings {
		list[i] = fmt.Sprint(f.ID)
	}
	return "Findings, to be run again with durchgang finding replay: " + strings.Join(list, ", ")
}

// verdictOf is the verdict in a result.
func verdictOf(r record.Result) judge.Verdict {
	v := judge.Verdict{Points: r.Points, Of: r.Of, Criteria: r.Criteria, Account: r.Account}
	for _, f := range r.Findings {
		v.Findings = append(v.Findings, f.Finding)
	}
	return v
}
