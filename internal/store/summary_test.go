package store

import (
	"reflect"
	"testing"

	"durchgang/core/diagnosis"
	"durchgang/core/judge"
	"durchgang/internal/record"
)

func TestSummaryIsReadAsItIsWritten(t *testing.T) {
	criteria := []judge.CriterionVerdict{
		{Name: "lines", State: judge.Agrees, Points: 5_00}, {Name: "last-cell", State: judge.Differs},
		{Name: "text", State: judge.NotShown, Points: 50}, {Name: "kept", State: judge.NotReached}, {Name: "end", State: judge.Unsteady},
	}
	for name, s := range map[string]summary{
		"nothing":       summarize(nil, record.Examination{}),
		"every state":   summarize(criteria, record.Examination{}),
		"a diagnosis":   summarize(criteria, record.Examination{Diagnosis: []diagnosis.Diagnosis{{Mistakes: []string{"overwrites", "case"}, Whole: true}}}),
		"an unsure one": summarize(criteria, record.Examination{Diagnosis: []diagnosis.Diagnosis{{Mistakes: []string{"overwrites"}}}}),
	} {
		if s.cells == nil || s.mistakes == nil {
			t.Errorf("%s: a list is missing", name)
		}
		got, err := readSummary(s.String())
		if err != nil || got.String() != s.String() || !reflect.DeepEqual(got.mistakes, s.mistakes) || len(got.cells) != len(s.cells) {
			t.Errorf("%s: %+v, want %+v; %v", name, got, s, err)
		}
	}
	for _, text := range []string{"", "a|1|x", "a||x|", "?|1|x|", "a|one|x|"} {
		if _, err := readSummary(text); err == nil {
			t.Errorf("%q was read", text)
		}
	}
}
