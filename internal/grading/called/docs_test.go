package called

import (
	"regexp"
	"testing"
	"testing/fstest"

	"durchgang/core/games"
	"durchgang/core/suites"
	"durchgang/docs"
	"durchgang/internal/grading"
	"durchgang/internal/record"
)

// The examples of the documentation are graded by the descriptions beside them, and keep all points.
func TestExamplesOfTheDocumentation(t *testing.T) {
	example := regexp.MustCompile("(?s)<!-- example: (\\w+) -->\n```\\w+\n(.*?)```\n\n```yaml\n(.*?)```")
	found := example.FindAllStringSubmatch(docs.Functions, -1)
	if len(found) < 4 {
		t.Fatalf("there are %d examples", len(found))
	}
	names := map[string]string{"Python": "noughts.py", "JavaScript": "noughts.js", "C": "noughts.c"}
	for _, x := range found {
		t.Run(x[1], func(t *testing.T) {
			rules, err := games.All().Rules("tic-tac-toe")
			if err != nil {
				t.Fatal(err)
			}
			s, _, err := suites.For(rules, false, games.All())
			if err != nil {
				t.Fatal(err)
			}
			g, err := grading.New(record.Function, s, "functions.yaml", x[3])
			if err != nil {
				t.Fatal(err)
			}
			g.Suite = g.Shown()
			graded, err := g.Grade(t.Context(), fstest.MapFS{names[x[1]]: {Data: []byte(x[2]), Mode: 0o644}}, nil)
			if err != nil {
				t.Fatal(err)
			}
			if graded.Verdict.Points != graded.Verdict.Of || len(graded.Verdict.Findings) > 0 {
				t.Errorf("it has %v of %v: %+v", graded.Verdict.Points, graded.Verdict.Of, graded.Verdict.Findings)
			}
		})
	}
}
