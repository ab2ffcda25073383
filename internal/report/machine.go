package report

import (
	"encoding/csv"
	"encoding/xml"
	"fmt"
	"io"
	"strings"

	"durchgang/core/judge"
	"durchgang/internal/record"
)

// CSV writes a run as a gradebook (RFC 4180): a row for each student, the points of each
// criterion beside the total. Text that a spreadsheet would take for a formula begins
// with an apostrophe.
func CSV(w io.Writer, m record.Matrix, results []record.Result) error {
	out := csv.NewWriter(w)
	header := []string{"student", "points", "of", "days late", "state", "mistakes", "comment"}
	for _, c := range m.Criteria {
		header = append(header, c.Name, c.Name+" state")
	}
	if err := out.Write(plainCells(header)); err != nil {
		return err
	}
	for i, r := range m.Rows {
		row := []string{
			r.Student, r.Points.String(), r.Of.String(), fmt.Sprint(results[i].DaysLate), string(r.State),
			strings.Join(r.Mistakes, " "), results[i].Comment,
		}
		if r.State != record.Done {
			row[1] = ""
		}
		for k := range m.Criteria {
			if k < len(results[i].Criteria) && r.State == record.Done {
				c := results[i].Criteria[k]
				row = append(row, c.Points.String(), string(c.State))
			} else {
				row = append(row, "", "")
			}
		}
		if err := out.Write(plainCells(row)); err != nil {
			return err
		}
	}
	out.Flush()
	return out.Error()
}

// plainCells keeps spreadsheets from running what stands in a cell.
func plainCells(row []string) []string {
	for i, cell := range row {
		if cell != "" && strings.ContainsRune("=+-@\t\r", rune(cell[0])) {
			row[i] = "'" + cell
		}
	}
	return row
}

// The elements of a JUnit file, as the tools that read it agree on them.
type (
	junitSuites struct {
		XMLName xml.Name     `xml:"testsuites"`
		Suites  []junitSuite `xml:"testsuite"`
	}
	junitSuite struct {
		Name     string      `xml:"name,attr"`
		Tests    int         `xml:"tests,attr"`
		Failures int         `xml:"failures,attr"`
		Errors   int         `xml:"errors,attr"`
		Skipped  int         `xml:"skipped,attr"`
		Cases    []junitCase `xml:"testcase"`
	}
	junitCase struct {
		Class   string     `xml:"classname,attr"`
		Name    string     `xml:"name,attr"`
		Failure *junitNote `xml:"failure"`
		Error   *junitNote `xml:"error"`
		Skipped *junitNote `xml:"skipped"`
	}
	junitNote struct {
		Message string `xml:"message,attr"`
		Text    string `xml:",chardata"`
	}
)

// JUnit writes results as JUnit XML: a suite for each student, a case for each criterion.
func JUnit(w io.Writer, results []record.Result) error {
	var all junitSuites
	for _, r := range results {
		s := junitSuite{Name: clean(r.Student)}
		if r.State == record.Failed {
			s.Cases = append(
				s.Cases,
				junitCase{Class: clean(r.Student), Name: "the program runs", Error: &junitNote{"it could not be run", clean(r.Problem)}},
			)
			s.Errors++
		}
		for _, c := range r.Criteria {
			if r.State != record.Done {
				break
			}
			k := junitCase{Class: clean(r.Student), Name: c.Title}
			switch c.State {
			case judge.Agrees:
			case judge.Differs, judge.Unsteady:
				k.Failure = &junitNote{c.Reason, clean(findings(r, c.Name))}
				s.Failures++
			default:
				k.Skipped = &junitNote{Message: c.Reason}
				s.Skipped++
			}
			s.Cases = append(s.Cases, k)
		}
		s.Tests = len(s.Cases)
		all.Suites = append(all.Suites, s)
	}
	if _, err := io.WriteString(w, xml.Header); err != nil {
		return err
	}
	out := xml.NewEncoder(w)
	out.Indent("", "  ")
	if err := out.Encode(all); err != nil {
		return err
	}
	_, err := io.WriteString(w, "\n")
	return err
}

// findings are those of a criterion, a line each.
func findings(r record.Result, criterion string) string {
	var lines []string
	for _, f := range r.Findings {
		if f.Criterion == criterion {
			lines = append(lines, fmt.Sprintf("%s, step %d: expected %s; seen: %s", f.Script, f.Step, f.Expected, f.Seen))
		}
	}
	return strings.Join(lines, "\n")
}

// TAP writes results in the Test Anything Protocol, version 14: a test for each criterion
// of each student.
func TAP(w io.Writer, results []record.Result) error {
	var b strings.Builder
	n := 0
	test := func(ok bool, student, title, directive string) {
		n++
		word := "ok"
		if !ok {
			word = "not ok"
		}
		fmt.Fprintf(&b, "%s %d - %s%s\n", word, n, tapText(student+": "+title), directive)
	}
	for _, r := range results {
		if r.State != record.Done {
			test(false, r.Student, "the program runs", "")
			continue
		}
		for _, c := range r.Criteria {
			switch c.State {
			case judge.Agrees:
				test(true, r.Student, c.Title, "")
			case judge.Differs, judge.Unsteady:
				test(false, r.Student, c.Title, "")
				for line := range strings.Lines(findings(r, c.Name)) {
					fmt.Fprintf(&b, "# %s\n", strings.TrimRight(clean(line), "\n"))
				}
			default:
				test(true, r.Student, c.Title, " # SKIP "+tapText(c.Reason))
			}
		}
	}
	_, err := fmt.Fprintf(w, "TAP version 14\n1..%d\n%s", n, b.String())
	return err
}

// tapText is text that holds no directive and no line end.
func tapText(text string) string {
	return strings.NewReplacer("\\", "\\\\", "#", "\\#", "\n", " ").Replace(clean(text))
}
