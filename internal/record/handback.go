package record

import (
	"time"

	"durchgang/core/judge"
	"durchgang/core/suite"
)

// ByHand is points that a teacher gave a student by hand.
type ByHand struct {
	Student string `json:"student"`
	judge.ByHand
	Login string    `json:"login" description:"Who gave them."`
	At    time.Time `json:"at"`
}

// RunComparison is two runs of an assignment side by side.
type RunComparison struct {
	Before  Run      `json:"before"`
	After   Run      `json:"after"`
	Changed []Change `json:"changed" description:"The students for whom something is different."`
	Same    int      `json:"same" description:"How many there are for whom nothing is."`
	Up      int      `json:"up" description:"How many have more points."`
	Down    int      `json:"down" description:"How many have fewer."`
}

// Change is what is different for one student. A result is 0 where there is none.
type Change struct {
	Student      string       `json:"student"`
	ResultBefore int64        `json:"result_before"`
	ResultAfter  int64        `json:"result_after"`
	Before       suite.Points `json:"before"`
	After        suite.Points `json:"after"`
	Why          []string     `json:"why"`
}

// Pair is two results side by side.
type Pair struct {
	Left     Result          `json:"left"`
	Right    Result          `json:"right"`
	Criteria []PairCriterion `json:"criteria"`
	Scripts  []PairScript    `json:"scripts"`
	Files    []PairFile      `json:"files"`
}

// PairCriterion is one criterion in two results; a state is empty where a result lacks it.
type PairCriterion struct {
	Name  string       `json:"name"`
	Title string       `json:"title"`
	Left  judge.State  `json:"left" enum:",agrees,differs,not shown,not read,not reached,unsteady"`
	Right judge.State  `json:"right" enum:",agrees,differs,not shown,not read,not reached,unsteady"`
	Of    suite.Points `json:"of"`
	Had   suite.Points `json:"had" description:"Points on the left."`
	Has   suite.Points `json:"has" description:"Points on the right."`
}

// PairScript is one script in two results. Numbers are 0 where a result lacks it.
type PairScript struct {
	Title       string      `json:"title"`
	LeftNumber  int         `json:"left_number"`
	RightNumber int         `json:"right_number"`
	Left        judge.State `json:"left" enum:",agrees,differs,not shown,not read,not reached,unsteady"`
	Right       judge.State `json:"right" enum:",agrees,differs,not shown,not read,not reached,unsteady"`
}

// PairFile is one file of two submissions.
type PairFile struct {
	Name  string `json:"name"`
	Same  bool   `json:"same"`
	Left  string `json:"left" description:"Its text; empty where there is no such file, or it is not a text."`
	Right string `json:"right"`
}

// File is a file of a submission.
type File struct {
	Name string `json:"name"`
	Size int    `json:"size"`
	Text string `json:"text" description:"Empty when it is not a text; cut off after 200 kB."`
}

// Request is a student's regrade request at a result.
type Request struct {
	ID         int64      `json:"id" db:"id"`
	Result     int64      `json:"result" db:"result"`
	Student    string     `json:"student" db:"student"`
	Question   string     `json:"question" db:"question"`
	AskedAt    time.Time  `json:"asked_at" db:"asked_at"`
	Answer     string     `json:"answer" db:"answer" description:"Empty until there is one."`
	AnsweredBy string     `json:"answered_by" db:"answered_by"`
	AnsweredAt *time.Time `json:"answered_at" db:"answered_at"`
}

// Mine is an assignment as its student sees it.
type Mine struct {
	Course     string `json:"course"`
	Assignment string `json:"assignment"`
	Title      string `json:"title"`
	Game       string `json:"game"`
	Channel    string `json:"channel" enum:"terminal,wire,function,page"`
	Zone       string `json:"zone"`
	Terms
	Open      bool         `json:"open" description:"One can hand in now."`
	Shut      string       `json:"shut" description:"Why one cannot hand in now; empty when one can."`
	TriesLeft int          `json:"tries_left" description:"Tries of the public part that are left today."`
	HandedIn  []Submission `json:"handed_in" description:"The newest first."`
	Trial     *MyResult    `json:"trial" description:"The result of the newest try; null without one."`
	Result    *MyResult    `json:"result" description:"The result that was handed back; null when there is none."`
	Requests  []Request    `json:"requests"`
}

// MyResult is a result in short.
type MyResult struct {
	ID     int64        `json:"id" db:"id"`
	State  State        `json:"state" db:"state" enum:"queued,running,done,failed,cancelled"`
	Points suite.Points `json:"points" db:"points"`
	Of     suite.Points `json:"of" db:"-"`
	At     time.Time    `json:"at" db:"at"`
}
