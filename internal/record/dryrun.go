package record

import (
	"durchgang/core/judge"
	"durchgang/core/suite"
)

// DryRun is how an assignment that need not be there yet grades what is known.
type DryRun struct {
	Suite    string          `json:"suite" description:"As it would be kept."`
	Scripts  int             `json:"scripts"`
	Public   int             `json:"public" description:"Scripts that students may try."`
	Criteria []Criterion     `json:"criteria"`
	Of       suite.Points    `json:"of"`
	Right    suite.Points    `json:"right" description:"What a program gets that keeps the rules and shows everything."`
	Mistakes []DryRunMistake `json:"mistakes" description:"Programs with one known mistake each; empty where functions are called, and where programs play a side or make the set-up themselves."`
	Missed   int             `json:"missed" description:"Mistakes that cost nothing."`
	Program  *DryRunProgram  `json:"program" description:"The program that was given; null without one."`
}

// DryRunMistake is what a program gets that has one known mistake.
type DryRunMistake struct {
	Name   string       `json:"name"`
	Says   string       `json:"says"`
	Points suite.Points `json:"points"`
	Lost   []string     `json:"lost" description:"Names of the criteria that it loses."`
}

// DryRunProgram is what a given program gets.
type DryRunProgram struct {
	Language string                   `json:"language"`
	Problem  string                   `json:"problem" description:"Why it could not be graded, or empty."`
	Points   suite.Points             `json:"points"`
	Criteria []judge.CriterionVerdict `json:"criteria"`
	Findings []judge.Finding          `json:"findings"`
}
