package store

import (
	"fmt"
	"strconv"
	"strings"

	"durchgang/core/judge"
	"durchgang/core/suite"
	"durchgang/internal/record"
)

// summary is what a row of the matrix shows. It is kept as a short text, since a class is
// read far more often than graded.
type summary struct {
	cells    []judge.State
	points   []suite.Points // of the criteria
	names    []string       // of the criteria
	mistakes []string
}

// signs are the states of a summary's text, one byte each.
var signs = map[judge.State]byte{
	judge.Agrees:     'a',
	judge.Differs:    'd',
	judge.NotShown:   's',
	judge.NotRead:    'n',
	judge.NotReached: 'r',
	judge.Unsteady:   'u',
}

var states = func() (by [256]judge.State) {
	for state, sign := range signs {
		by[sign] = state
	}
	return by
}()

func summarize(criteria []judge.CriterionVerdict, x record.Examination) summary {
	s := summary{cells: []judge.State{}, mistakes: []string{}} // a list is never null
	for _, c := range criteria {
		s.cells, s.points, s.names = append(s.cells, c.State), append(s.points, c.Points), append(s.names, c.Name)
	}
	if len(x.Diagnosis) > 0 && x.Diagnosis[0].Whole {
		s.mistakes = x.Diagnosis[0].Mistakes
	}
	return s
}

// String writes the summary: the states' signs, then points in hundredths, names of criteria
// and of mistakes, each list with blanks between; the four parts end with a bar.
func (s summary) String() string {
	cells := make([]byte, len(s.cells))
	points := make([]string, len(s.points))
	for i := range s.cells {
		cells[i] = signs[s.cells[i]]
		points[i] = strconv.FormatInt(int64(s.points[i]), 10)
	}
	return strings.Join([]string{string(cells), strings.Join(points, " "), strings.Join(s.names, " "), strings.Join(s.mistakes, " ")}, "|")
}

// readSummary reads what String has written.
func readSummary(text string) (summary, error) {
	parts := strings.Split(text, "|")
	if len(parts) != 4 {
		return summary{}, fmt.Errorf("a summary has four parts, not %d", len(parts))
	}
	s := summary{cells: make([]judge.State, len(parts[0])), mistakes: strings.Fields(parts[3])}
	for i := range parts[0] {
		if s.cells[i] = states[parts[0][i]]; s.cells[i] == "" {
			return s, fmt.Errorf("a summary has no sign %q", parts[0][i])
		}
	}
	for _, p := range strings.Fields(parts[1]) {
		n, err := strconv.ParseInt(p, 10, 64)
		if err != nil {
			return s, err
		}
		s.points = append(s.points, suite.Points(n))
	}
	s.names = strings.Fields(parts[2])
	if len(s.points) != len(s.cells) || len(s.names) != len(s.cells) {
		return s, fmt.Errorf("a summary has %d states, %d points and %d names", len(s.cells), len(s.points), len(s.names))
	}
	return s, nil
}

// verdicts are those that are known, or else what a summary says of them.
func (s summary) verdicts(known []judge.CriterionVerdict) []judge.CriterionVerdict {
	if known != nil {
		return known
	}
	list := make([]judge.CriterionVerdict, len(s.names))
	for i := range list {
		list[i] = judge.CriterionVerdict{Name: s.names[i], State: s.cells[i], Points: s.points[i]}
	}
	return list
}
