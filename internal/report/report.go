// Package report writes the result of grading for people and for other tools: a page for a
// student, one for the class, and the forms that gradebooks and test tools read. Text
// from programs is data in each of them.
//
// Read Student first, which is what a student's page says; html.go, markdown.go and
// machine.go write it.
package report

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"durchgang/core/diagnosis"
	"durchgang/core/judge"
	"durchgang/core/suite"
	"durchgang/internal/record"
)

// Student is what a student is told.
type Student struct {
	Title   string // of the assignment
	Name    string
	Points  string
	Of      string
	Problem string // why the program could not be run
	Note    string // what else there is to know of how it was run
	Works   []string
	Faults  []Fault
	Open    []Open
	Account []Line
	Comment string
	Late    int  // days
	Cells   bool // cells are named, as in a1
}

// Fault is one thing that is wrong, with the shortest way to see it.
type Fault struct {
	Titles   []string // of the criteria it concerns
	Sentence string
	Setup    string
	Typed    []string
	Expected string
	Seen     string
	Should   [][]string // the board as it should be after the last step, by rows
	Shows    [][]string // and as the program shows it; empty when it shows none or the same
	Picture  []byte     // of a page as it looked then, a JPEG; empty for other programs
	Terminal []Piece
	More     int // scripts that show the same
}

// Piece is a part of what stands on the terminal.
type Piece struct {
	Text  string
	Typed bool
	Wrong bool // this is where it goes wrong
}

// Open is a criterion of which nothing can be said.
type Open struct {
	Title string
	Why   string
}

// Line is a line of the account of points.
type Line struct {
	What, Points, Of, Why string
}

// unsure says why nothing can be said of a criterion.
var unsure = map[judge.State]string{
	judge.NotShown:   "Your program does not show whether it keeps this rule, or says it in words that were not understood.",
	judge.NotRead:    "Your program says this in a way that is not understood yet. It costs you nothing; your teacher will look at it.",
	judge.NotReached: "Another fault came before, so that it could not be tried.",
	judge.Unsteady:   "Your program did one thing when it was tried and another when it was tried again with the same input.",
}

// ForStudent makes a student's report of a result. evidence finds a recorded run by its
// number.
func ForStudent(title string, r record.Result, evidence func(number int) (record.Evidence, error)) (Student, error) {
	s := Student{
		Title: title, Name: r.Student, Points: r.Points.String(), Of: r.Of.String(), Problem: r.Problem, Note: r.Note,
		Comment: r.Comment, Late: r.DaysLate,
	}
	titles := map[string]string{}
	for _, c := range r.Criteria {
		titles[c.Name] = c.Title
		s.Account = append(s.Account, Line{What: c.Title, Points: c.Points.String(), Of: c.Of.String(), Why: c.Reason})
		switch why, open := unsure[c.State]; {
		case c.State == judge.Agrees:
			s.Works = append(s.Works, c.Title)
		case open:
			s.Open = append(s.Open, Open{c.Title, why})
		}
	}
	for _, a := range r.Account {
		s.Account = append(s.Account, Line{Points: a.Points.String(), Why: a.Reason})
	}
	for _, c := range r.Causes {
		f, err := fault(r, c, titles, evidence)
		if err != nil {
			return s, err
		}
		s.Faults = append(s.Faults, f)
		s.Cells = s.Cells || len(f.Should) > 0
	}
	return s, nil
}

func fault(r record.Result, c diagnosis.Cause, titles map[string]string, evidence func(int) (record.Evidence, error)) (Fault, error) {
	f := Fault{
		Sentence: c.Student,
		Expected: c.Expected,
		Seen:     cmp.Or(c.Seen, "nothing of it"),
		Setup:    c.Setup,
		Typed:    c.Shortest,
		More:     len(c.Scripts) - 1,
	}
	for _, name := range c.Criteria {
		f.Titles = append(f.Titles, titles[name])
	}
	number := c.Evidence
	if number == 0 {
		if number = scriptOf(r, c); number == 0 {
			return f, nil
		}
	}
	e, err := evidence(number)
	if err != nil {
		return f, err
	}
	last := e.Last()
	for i, step := range e.Steps[:last+1] {
		for k, event := range step.Events {
			if k > 0 && !event.Typed && step.Events[k-1].Typed { // some programs print themselves what is typed
				event.Text = strings.TrimPrefix(event.Text, step.Events[k-1].Text+"\n")
			}
			f.Terminal = append(
				f.Terminal,
				Piece{Text: clean(event.Text), Typed: event.Typed, Wrong: i == last && !event.Typed && k == lastPrinted(step.Events)},
			)
		}
	}
	if last >= 0 {
		step := e.Steps[last]
		f.Should, f.Picture = step.Reference, e.Pictures[step.Picture]
		if len(step.Shown) > 0 && !slices.EqualFunc(step.Shown, step.Reference, slices.Equal) {
			f.Shows = step.Shown
		}
		if c.Evidence == 0 {
			f.Typed = typed(e.Steps[:last+1])
		}
		f.quoteMove(step)
	}
	return f, nil
}

// quoteMove names the last move by what was typed for it, which the student has seen.
func (f *Fault) quoteMove(step record.Step) {
	lines := typed([]record.Step{step})
	word := strings.TrimPrefix(step.Word, "!")
	if step.Act != suite.MakeMove || len(lines) != 1 {
		return
	}
	for _, says := range []*string{&f.Expected, &f.Seen} {
		if rest, found := strings.CutPrefix(*says, word+" is "); found {
			*says = fmt.Sprintf("“%s” is %s", lines[0], rest)
		}
	}
}

// scriptOf is the number of the first script that shows a cause.
func scriptOf(r record.Result, c diagnosis.Cause) int {
	for _, s := range r.Scripts {
		if slices.Contains(c.Scripts, s.Title) {
			return s.Number
		}
	}
	return 0
}

func typed(steps []record.Step) []string {
	var lines []string
	for _, s := range steps {
		for _, e := range s.Events {
			if e.Typed {
				lines = append(lines, e.Text)
			}
		}
	}
	return lines
}

func lastPrinted(events []record.Event) int {
	for i := len(events) - 1; i >= 0; i-- {
		if !events[i].Typed {
			return i
		}
	}
	return -1
}

// clean leaves out of a program's text what is no character to read.
func clean(text string) string {
	return strings.Map(func(c rune) rune {
		if c < ' ' && c != '\n' && c != '\t' || c == 0x7f || c >= 0x80 && c < 0xa0 {
			return -1
		}
		return c
	}, text)
}

// Way begins the sentence that says what was done.
func (f Fault) Way() string {
	if len(f.Picture) > 0 {
		return "Open your page; somebody"
	}
	return "Start your program and type"
}

// Heading says what a fault is about.
func (f Fault) Heading() string {
	if len(f.Titles) == 0 {
		return "Something is missing"
	}
	return strings.Join(f.Titles, "; ")
}

// Screen is the terminal's text, with each line typed on a line of its own.
func (f Fault) Screen() string {
	var b strings.Builder
	for _, p := range f.Terminal {
		b.WriteString(p.Text)
		if p.Typed {
			b.WriteString("\n")
		}
	}
	return b.String()
}

// Score is the points of all.
func (s Student) Score() string { return fmt.Sprintf("%s of %s points", s.Points, s.Of) }
