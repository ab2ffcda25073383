package suite_test

import (
	"errors"
	"strings"
	"testing"
	"time"

	"durchgang/core/games"
	"durchgang/core/suite"
)

const twoCriteria = "criterion a \"A\"\npoints 3\nclaims win\nscript \"s\"\na1 a2 b1 b2 c1\ncriterion b \"B\"\npoints 2\nclaims mark\nscript \"t\"\na1\n"

func TestPolicyErrorsNameTheirPlace(t *testing.T) {
	tests := []struct{ name, text, place, says string }{
		{"weights that do not add up", "game tic-tac-toe\ntotal 6\n" + twoCriteria, "2:1", "add up to 5 points, but the total is 6"},
		{"a criterion that no script serves", "game tic-tac-toe\ncriterion x \"X\"\npoints 1\nclaims win\n" + twoCriteria, "2:1", "criterion x: no script serves"},
		{"a required criterion that does not exist", "game tic-tac-toe\nrequired line most 3\n" + twoCriteria, "2:10", `"line" is required, but there is no such criterion; there are a, b`},
		{"a requirement without a bound", "game tic-tac-toe\nrequired a\n" + twoCriteria, "2:1", "required lines most 10"},
		{"an unknown grading", "game tic-tac-toe\ncriterion a \"A\"\ngraded halves\n", "3:8", "whole or share"},
		{"an unknown attempt", "game tic-tac-toe\nattempts first\n", "2:10", "last or the best"},
		{"a time without a zone", "game tic-tac-toe\ndue 2026-12-01\n", "2:5", "RFC 3339"},
		{"lateness in points", "game tic-tac-toe\nlate 2\n", "2:6", "percentage"},
		{"rounding to nothing", "game tic-tac-toe\nround 0\n", "2:7", "more than 0"},
	}
	for _, tt := range tests {
		_, err := suite.Parse("file", tt.text, games.All())
		var where *suite.SyntaxError
		if !errors.As(err, &where) || !strings.HasPrefix(err.Error(), "file:"+tt.place+":") || !strings.Contains(err.Error(), tt.says) {
			t.Errorf("%s: %v, want %s with %q", tt.name, err, tt.place, tt.says)
		}
	}
}

// What is printed is read as the same again.
func TestPolicyIsPrinted(t *testing.T) {
	const policy = "total 5\nrequired a most 2.5\nattempts best\ndue 2026-12-01T18:00:00+01:00\nlate 10% most 50%\nround 0.5\n"
	s, err := suite.Parse("file", "game tic-tac-toe\n"+policy+strings.Replace(twoCriteria, "claims win", "claims win\ngraded share\nnot-reached keeps\nunsteady keeps", 1), games.All())
	if err != nil {
		t.Fatal(err)
	}
	text := s.String()
	if !strings.Contains(text, policy) || !strings.Contains(text, "graded share") || !strings.Contains(text, "not-reached keeps\n  unsteady keeps") {
		t.Errorf("printed as\n%s", text)
	}
	again, err := suite.Parse("again", text, games.All())
	if err != nil || again.String() != text {
		t.Errorf("read again: %v\n%s", err, again)
	}
}

func TestLatenessAndRounding(t *testing.T) {
	due := time.Date(2026, 12, 1, 18, 0, 0, 0, time.UTC)
	p := suite.Policy{Due: due, Late: 15, LateMost: 40, Round: 50}
	for _, tt := range []struct {
		handed time.Duration
		days   int
		of     suite.Points
		costs  suite.Points
		total  suite.Points // of what is left, rounded
	}{
		{-time.Hour, 0, 17_25, 0, 17_50},
		{0, 0, 17_24, 0, 17_00},
		{time.Second, 1, 17_25, 2_58, 14_50},
		{24 * time.Hour, 1, 10_00, 1_50, 8_50},
		{25 * time.Hour, 2, 10_00, 3_00, 7_00},
		{90 * 24 * time.Hour, 90, 10_01, 4_00, 6_00},
	} {
		days := p.DaysLate(due.Add(tt.handed))
		costs := p.Deduction(tt.of, days)
		if total := p.Rounded(tt.of - costs); days != tt.days || costs != tt.costs || total != tt.total {
			t.Errorf("%v late: %d days cost %s of %s, which leaves %s, want %d, %s, %s", tt.handed, days, costs, tt.of, total, tt.days, tt.costs, tt.total)
		}
	}
}
