package suite

import (
	"errors"
	"fmt"
	"slices"
	"strconv"
	"strings"
	"time"
)

// ErrPercent is the cause of an error in a percentage.
var ErrPercent = errors.New("a percentage is a whole number from 0% to 100%")

// policy reads how points become a total.
func (p *parser) policy(head word, rest []word) error {
	to := &p.suite.Policy
	switch head.text {
	case "late":
		return p.late(head, rest)
	case "required":
		return p.required(head, rest)
	}
	if len(rest) != 1 {
		return p.fail(head.column, ErrWord, head.text)
	}
	value := rest[0]
	var err error
	switch head.text {
	case "total":
		to.line = p.line
		to.Declared, err = ParsePoints(value.text)
	case "round":
		if to.Round, err = ParsePoints(value.text); err == nil && to.Round == 0 {
			err = errors.New("totals are rounded to more than 0 points")
		}
	case "attempts":
		if to.Attempts = Attempts(value.text); to.Attempts != Last && to.Attempts != Best {
			err = fmt.Errorf("of several attempts the %s or the %s counts", Last, Best)
		}
	case "due":
		if to.Due, err = time.Parse(time.RFC3339, value.text); err != nil {
			err = errors.New("a time is written with its zone, as in 2026-12-01T18:00:00+01:00 (RFC 3339)")
		}
	}
	if err != nil {
		return p.fail(value.column, err, value.text)
	}
	return nil
}

// required reads what a total is at most without a criterion: required lines most 10.
func (p *parser) required(head word, rest []word) error {
	if len(rest) != 3 || rest[1].text != "most" {
		return p.fail(
			head.column,
			errors.New("a criterion is required as in: required lines most 10, for the total without all of its points"),
		)
	}
	most, err := ParsePoints(rest[2].text)
	if err != nil {
		return p.fail(rest[2].column, err)
	}
	p.suite.Policy.Required = append(
		p.suite.Policy.Required,
		Requirement{Criterion: rest[0].text, Most: most, line: p.line, column: rest[0].column},
	)
	return nil
}

// late reads what a day of lateness costs: late 10% most 50%.
func (p *parser) late(head word, rest []word) error {
	if len(rest) != 1 && (len(rest) != 3 || rest[1].text != "most") {
		return p.fail(head.column, errors.New("lateness is written as in: late 10% most 50%, for each day begun and altogether"))
	}
	to := &p.suite.Policy
	to.LateMost = 100
	for i, at := range map[int]*int{0: &to.Late, 2: &to.LateMost} {
		if i >= len(rest) {
			continue
		}
		digits, percent := strings.CutSuffix(rest[i].text, "%")
		n, err := strconv.Atoi(digits)
		if err != nil || !percent || n < 0 || n > 100 {
			return p.fail(rest[i].column, ErrPercent, rest[i].text)
		}
		*at = n
	}
	return nil
}

// served reports whether some script can show a criterion: one of its own, or any other
// where it claims what is seen at nearly every step.
func (s *Suite) served(c Criterion) bool {
	own := slices.ContainsFunc(s.Scripts, func(script Script) bool { return script.Criterion == c.Name })
	return own || slices.ContainsFunc(c.Claims, Everywhere)
}

// Everywhere reports whether an aspect can be seen at nearly every step, so that to have
// shown it once, in whichever script, is enough.
func Everywhere(a Aspect) bool {
	switch a {
	case Reply, Mark, Turns, TurnKept, Legal, NewGame, Letters, Lives, Cards, Dealer, Totals, Money, Score, Hidden:
		return true
	}
	return false
}
