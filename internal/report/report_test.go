package report_test

import (
	"bytes"
	"encoding/csv"
	"encoding/xml"
	"image/png"
	"strings"
	"testing"

	"durchgang/core/diagnosis"
	"durchgang/core/judge"
	"durchgang/core/suite"
	"durchgang/internal/record"
	"durchgang/internal/report"
)

// nasty is text of a program that would do harm in each of the forms.
const nasty = "=1+1 <script>alert(1)</script> | ``` # SKIP \x1b[31m]]>\x00 &amp;"

// result is of a student with one fault, whose program prints what is nasty.
func result() record.Result {
	r := record.Result{
		ID: 1, Student: "=ada", State: record.Done, Points: 3_00, Of: 5_00, Comment: "Look <b>here</b>.",
		Criteria: []judge.CriterionVerdict{
			{Name: "marks", Title: "A mark goes where it was put", State: judge.Agrees, Points: 3_00, Of: 3_00, Reason: "the rule is kept"},
			{Name: "taken", Title: "A taken cell is refused", State: judge.Differs, Of: 2_00, Reason: "it is broken"},
		},
		Findings: []record.Finding{{ID: 7, Finding: judge.Finding{Criterion: "taken", Script: "s", Step: 2, Expected: "a1 is refused: taken", Seen: nasty}}},
	}
	r.Causes = []diagnosis.Cause{{
		Mistake: "overwrites", Student: "Your program lets a player use a cell that already has a mark.", Criteria: []string{"taken"}, Scripts: []string{"s"},
		Expected: "a1 is refused: taken", Seen: "a1 is accepted", Shortest: []string{"1 1", "1 1"}, Confirmed: true, Evidence: 3,
	}}
	return r
}

func evidence(int) (record.Evidence, error) {
	typed := record.Event{Typed: true, Text: "1 1"}
	printed := record.Event{Text: "1 1\n" + nasty}
	step := record.Step{Word: "!a1", Act: suite.MakeMove, Events: []record.Event{typed, printed}, Reference: [][]string{{"X", ""}}, Shown: [][]string{{"O", ""}}}
	return record.Evidence{Number: 3, FirstDifference: 2, Steps: []record.Step{{Act: suite.Start}, {Word: "b1", Act: suite.MakeMove, Events: []record.Event{{Typed: true, Text: "1 2"}}}, step}}, nil
}

func TestStudentReportSaysWhatToDo(t *testing.T) {
	page, err := report.ForStudent("Tic-tac-toe", result(), evidence)
	if err != nil {
		t.Fatal(err)
	}
	var html, md bytes.Buffer
	if err := page.HTML(&html); err != nil {
		t.Fatal(err)
	}
	if err := page.Markdown(&md); err != nil {
		t.Fatal(err)
	}
	for _, says := range []string{"3 of 5 points", "A mark goes where it was put", "already has a mark", "“1 1” is refused: taken"} {
		for form, text := range map[string]string{"html": html.String(), "md": md.String()} {
			if !strings.Contains(text, says) {
				t.Errorf("the %s does not say %q:\n%s", form, says, text)
			}
		}
	}
	for form, text := range map[string]string{"html": html.String(), "md": md.String()} {
		if strings.Contains(text, "\x1b") || strings.Contains(text, "\x00") || form == "html" && strings.Contains(text, "<script") {
			t.Errorf("the %s has what a program printed as it is:\n%s", form, text)
		}
		if strings.Index(text, "What works") > strings.Index(text, "What does not work yet") {
			t.Errorf("the %s does not begin with what works", form)
		}
	}
	if strings.Contains(html.String(), "http") {
		t.Error("the page needs something from elsewhere")
	}
	if !strings.Contains(md.String(), "````") || strings.Contains(md.String(), "1 1\n1 1\n=") {
		t.Errorf("what is printed is not fenced, or what is typed stands twice:\n%s", md.String())
	}
}

func TestMachineForms(t *testing.T) {
	r := result()
	m := record.Matrix{Criteria: []record.Criterion{{Name: "marks"}, {Name: "taken"}}, Rows: []record.Row{{Student: "=ada", State: record.Done, Points: 3_00, Of: 5_00, Mistakes: []string{"overwrites"}}}}
	var b bytes.Buffer
	if err := report.CSV(&b, m, []record.Result{r}); err != nil {
		t.Fatal(err)
	}
	rows, err := csv.NewReader(&b).ReadAll()
	if err != nil || len(rows) != 2 || rows[1][0] != "'=ada" || rows[1][1] != "3" || rows[1][9] != "0" || rows[1][10] != "differs" {
		t.Errorf("%q, %v", rows, err)
	}
	b.Reset()
	if err := report.JUnit(&b, []record.Result{r}); err != nil {
		t.Fatal(err)
	}
	var suites struct {
		Suites []struct {
			Tests    int `xml:"tests,attr"`
			Failures int `xml:"failures,attr"`
			Cases    []struct {
				Failure *struct {
					Text string `xml:",chardata"`
				} `xml:"failure"`
			} `xml:"testcase"`
		} `xml:"testsuite"`
	}
	if err := xml.Unmarshal(b.Bytes(), &suites); err != nil || suites.Suites[0].Tests != 2 || suites.Suites[0].Failures != 1 || !strings.Contains(suites.Suites[0].Cases[1].Failure.Text, "<script>") {
		t.Errorf("%+v, %v:\n%s", suites, err, b.String())
	}
	b.Reset()
	if err := report.TAP(&b, []record.Result{r, {Student: "bo", State: record.Failed}}); err != nil {
		t.Fatal(err)
	}
	lines := strings.Split(strings.TrimSpace(b.String()), "\n")
	want := []string{"TAP version 14", "1..3", "ok 1 - =ada: A mark", "not ok 2 - =ada: A taken", "# s, step 2", "not ok 3 - bo: the program runs"}
	for i, begin := range want {
		if len(lines) != len(want) || !strings.HasPrefix(lines[i], begin) {
			t.Fatalf("line %d is not %q:\n%s", i+1, begin, b.String())
		}
	}
}

func TestPlots(t *testing.T) {
	c := record.Class{Of: 20_00, Graded: 3, Totals: []suite.Points{0, 2_00, 20_00}, Criteria: []record.ClassCriterion{{Name: "marks", Title: "A <mark>", States: map[judge.State]int{judge.Agrees: 2}}}}
	if got := report.Histogram(c.Totals, c.Of, 10); got[0] != 2 || got[9] != 1 {
		t.Errorf("counted %v", got)
	}
	var b bytes.Buffer
	if err := report.Plot(&b, c, "png"); err != nil {
		t.Fatal(err)
	}
	if drawn, err := png.Decode(&b); err != nil || drawn.Bounds().Dx() < 1000 {
		t.Errorf("%v, %v", drawn, err)
	}
	var page bytes.Buffer
	if err := (report.ClassPage{Title: "Tic-tac-toe", Class: c}).HTML(&page); err != nil || !strings.Contains(page.String(), "<svg") || strings.Contains(page.String(), "<mark>") {
		t.Errorf("%v:\n%s", err, page.String())
	}
	if err := report.Plot(&b, record.Class{}, "gif"); err == nil {
		t.Error("a gif was drawn")
	}
}
