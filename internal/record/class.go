package record

import (
	"durchgang/core/judge"
	"durchgang/core/suite"
)

// Class is how a class fared in a run.
type Class struct {
	Run      Run              `json:"run"`
	Of       suite.Points     `json:"of"`
	Graded   int              `json:"graded" description:"Students whose program was run."`
	NotRun   []Member         `json:"not_run" description:"Students whose program is not graded yet: it could not be built or started, or no move of it was seen to be accepted."`
	Totals   []suite.Points   `json:"totals" description:"Of the graded, from the lowest."`
	Mean     suite.Points     `json:"mean" description:"Rounded down to a hundredth."`
	Median   suite.Points     `json:"median" description:"The lower one of the two in the middle."`
	Criteria []ClassCriterion `json:"criteria"`
	Hardest  string           `json:"hardest" description:"Title of the criterion that the most break; empty when nobody breaks one."`
	Mistakes []ClassMistake   `json:"mistakes" description:"The most frequent first."`
	Unknown  []string         `json:"unknown" description:"Students with faults that no known mistake explains."`
	Quiet    []string         `json:"quiet" description:"Titles of the scripts that show nobody's fault."`
	Scripts  int              `json:"scripts" description:"How many there are."`
}

// ClassCriterion is how a class fared with one criterion.
type ClassCriterion struct {
	Name   string              `json:"name"`
	Title  string              `json:"title"`
	Of     suite.Points        `json:"of"`
	States map[judge.State]int `json:"states" description:"Students by state."`
}

// ClassMistake is a mistake with those who made it.
type ClassMistake struct {
	Name     string   `json:"name"`
	Says     string   `json:"says" description:"What happens, in a sentence."`
	Students []string `json:"students"`
}

// Group is the programs of a run that do the same over the suite.
type Group struct {
	Number   int          `json:"number" description:"From 1, the largest group first."`
	Members  []Member     `json:"members"`
	Points   suite.Points `json:"points" description:"Of the first member; lateness may make others lower."`
	Of       suite.Points `json:"of"`
	Mistakes []string     `json:"mistakes"`
	Says     []string     `json:"says" description:"What is behind the findings, a sentence for each cause."`
	Lost     []string     `json:"lost" description:"Names of the criteria that are broken."`
	Unshown  []string     `json:"unshown" description:"Names of those that are not shown, or were not reached."`
	Common   []Shared     `json:"common" description:"What other groups have in common with this one."`
	Comment  string       `json:"comment" description:"What the teacher tells all of them; empty when they were not told the same."`
}

// Member is one program of a group.
type Member struct {
	Result  int64  `json:"result"`
	Student string `json:"student"`
}

// Students are the names of members.
func Students(members []Member) []string {
	names := make([]string, len(members))
	for i, m := range members {
		names[i] = m.Student
	}
	return names
}

// Shared is what two groups have in common: mistakes, and criteria that are broken.
type Shared struct {
	Group    int      `json:"group"`
	Mistakes []string `json:"mistakes"`
	Lost     []string `json:"lost"`
}

// Replay is a finding's sequence, run again.
type Replay struct {
	Finding  Finding  `json:"finding"`
	Student  string   `json:"student"`
	Same     bool     `json:"same" description:"The program did the same as when it was graded."`
	Recorded Evidence `json:"recorded"`
	Again    Evidence `json:"again"`
}
