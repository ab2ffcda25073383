package grading_test

import (
	"os"
	"strings"
	"testing"
	"testing/fstest"

	"durchgang/core/games"
	"durchgang/core/suite"
	"durchgang/internal/grading"
	"durchgang/internal/record"
)

// A suite may ask whether refusals say why, in whatever words, and for a word that ends the program.
func TestReasonsOfRefusals(t *testing.T) {
	text := file(t, "testdata/reasons.suite")
	s, err := suite.Parse("reasons.suite", text, games.All())
	if err != nil {
		t.Fatal(err)
	}
	if again, err := suite.Parse("printed", s.String(), games.All()); err != nil || again.String() != s.String() {
		t.Errorf("what is printed of the suite is another one: %v", err)
	}
	told := file(t, "testdata/wordings/reasons.py")
	same := strings.NewReplacer("'Off the board.'", "'No.'", "'I expected two numbers.'", "'No.'", "'Taken by', b[i]", "'No.'")
	tests := []struct{ name, program, loses string }{
		{"each reason in words of its own", told, ""},
		{"one word for all", same.Replace(told), "reasons"},
		{"the words for a taken cell off the board too", strings.Replace(told, "'Off the board.'", "'Taken by', b[0]", 1), "reasons"},
		{"no word at all", strings.NewReplacer("print('Off the board.'); ", "", "print('I expected two numbers.'); ", "", "print('Taken by', b[i]); ", "").Replace(told), "reasons"},
		{"the word does not end it", strings.Replace(told, "if s=='quit'", "if s=='stop'", 1), "leave"},
		{"the word makes it fail", strings.Replace(told, "print('Bye'); break", "raise ValueError(s)", 1), "leave"},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			if tt.loses != "" && tt.program == told {
				t.Fatal("the program is the right one")
			}
			g, err := grading.New(record.Terminal, s, "phrasebook", "")
			if err != nil {
				t.Fatal(err)
			}
			graded, err := g.Grade(t.Context(), fstest.MapFS{"a.py": {Data: []byte(tt.program)}}, nil)
			if err != nil {
				t.Fatal(err)
			}
			lost := []string{}
			for _, c := range graded.Verdict.Criteria {
				if c.Points < c.Of {
					lost = append(lost, c.Name)
				}
			}
			if got := strings.Join(lost, " "); got != tt.loses {
				t.Errorf("it loses %q, want %q: %+v", got, tt.loses, graded.Verdict.Findings)
			}
		})
	}
}

func file(t *testing.T, name string) string {
	t.Helper()
	data, err := os.ReadFile(name)
	if err != nil {
		t.Fatal(err)
	}
	return string(data)
}
