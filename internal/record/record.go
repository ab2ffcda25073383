package record

import (
	"time"

	"durchgang/core/diagnosis"
	"durchgang/core/judge"
	"durchgang/core/suite"
)

// Course is a class that a teacher holds.
type Course struct {
	ID          int64     `json:"id" db:"id"`
	Name        string    `json:"name" db:"name" description:"Short name used in addresses and commands."`
	Title       string    `json:"title" db:"title"`
	Zone        string    `json:"zone" db:"zone" description:"The time zone of the course's clock, as in Europe/Berlin."`
	EndsOn      string    `json:"ends_on" db:"ends_on" description:"The last day, as in 2026-07-31; empty when it is not said."`
	KeepDays    *int      `json:"keep_days" db:"keep_days" description:"Days after the last one until what students handed in is deleted; null to keep it."`
	Assignments int       `json:"assignments" db:"assignments" description:"How many assignments it has."`
	Role        Role      `json:"role" db:"role" enum:",teacher,assistant,student" description:"What who asks is in it; empty for an administrator who is not a member."`
	CreatedAt   time.Time `json:"created_at" db:"created_at"`
}

// Assignment says what is graded, and how programs are spoken to.
type Assignment struct {
	ID         int64  `json:"id" db:"id"`
	CourseID   int64  `json:"-" db:"course_id"`
	Course     string `json:"course" db:"course"`
	Name       string `json:"name" db:"name"`
	Title      string `json:"title" db:"title"`
	Game       string `json:"game" db:"game" description:"The variant, as in connect-four:cols=6,rows=5."`
	Channel    string `json:"channel" db:"channel" enum:"terminal,wire,function,page" description:"How programs are driven: as people do, by the protocol, by calling their functions, or as pages in a browser."`
	Phrasebook string `json:"phrasebook" db:"phrasebook" description:"YAML text: how programs talk, empty for the built-in wording; through the channel function how they are called, through page where on it the game is."`
	Suite      string `json:"suite" db:"suite" description:"The scripts with their criteria. When an assignment is made or changed, an empty text stands for the suite that ships for the game, and the word own for the one for programs that choose the word, hide the fleet or shuffle the cards themselves."`
	Handout    string `json:"handout" db:"handout" description:"What students read of the assignment, in Markdown; empty for what is made from the game, the suite and the terms."`
	Terms
	Revision    int        `json:"revision" db:"revision" description:"Counts the changes, from 1."`
	Zone        string     `json:"zone" db:"zone" description:"Of the course's clock."`
	Submissions int        `json:"submissions" db:"submissions" description:"How many students have handed in."`
	LastRun     *int64     `json:"last_run" db:"last_run" description:"The newest run that counts, if there is one."`
	Proposal    *int64     `json:"proposal" db:"proposal" description:"The newest regrade that is not accepted yet, if there is one."`
	Published   *int64     `json:"published_run" db:"published_run" description:"The run whose results students see, if there is one."`
	PublishedAt *time.Time `json:"published_at" db:"published_at"`
	CreatedAt   time.Time  `json:"created_at" db:"created_at"`
}

// Handout is what students read of an assignment.
type Handout struct {
	Markdown string `json:"markdown"`
	HTML     string `json:"html" description:"The same as a page that can be read and printed by itself."`
}

// SuiteChange is what another suite would change of an assignment.
type SuiteChange struct {
	Says   []string      `json:"says" description:"What is different from the suite that is kept, in words; empty when nothing is."`
	Known  bool          `json:"known" description:"What results would change is known without running programs."`
	Graded int           `json:"graded" description:"Results of the newest run that counts."`
	Lower  []PointChange `json:"lower" description:"Results that would lose points."`
	Higher []PointChange `json:"higher" description:"Results that would gain points."`
}

// PointChange is what would become of a result.
type PointChange struct {
	Student string       `json:"student"`
	Result  int64        `json:"result"`
	From    suite.Points `json:"from"`
	To      suite.Points `json:"to"`
}

// Terms are when and how often students may hand in, and what their programs may use.
// Times are in UTC.
type Terms struct {
	OpensAt   *time.Time `json:"opens_at" db:"opens_at" description:"Before it students cannot hand in."`
	DueAt     *time.Time `json:"due_at" db:"due_at" description:"After it a program is late, which costs what the suite says."`
	ClosesAt  *time.Time `json:"closes_at" db:"closes_at" description:"After it students cannot hand in."`
	Attempts  int        `json:"attempts" db:"attempts" description:"Submissions that a student may hand in; 0 for any number."`
	Tries     int        `json:"tries" db:"tries" description:"How often a day a student may try the public part of the suite; 0 for never."`
	Seconds   int        `json:"seconds" db:"seconds" description:"That a program may take over a step; 0 for the usual patience."`
	Megabytes int        `json:"megabytes" db:"megabytes" description:"Of memory that a program may use; 0 for the usual ones."`
}

// Revision is an assignment as it was after a change.
type Revision struct {
	Number int       `json:"number" db:"number"`
	At     time.Time `json:"at" db:"at"`
	Login  string    `json:"login" db:"login" description:"Who made the change."`
	Note   string    `json:"note" db:"note" description:"What was changed."`
}

// The channels.
const (
	Terminal = "terminal"
	Wire     = "wire"
	Function = "function"
	Page     = "page"
	Window   = "window"
)

// Submission is a student's program as it was handed in.
type Submission struct {
	ID         int64     `json:"id" db:"id"`
	Student    string    `json:"student" db:"student"`
	Digest     string    `json:"digest" db:"digest" description:"SHA-256 of the stored archive, in hexadecimal."`
	Files      int       `json:"files" db:"files"`
	Phrasebook string    `json:"phrasebook" db:"phrasebook" description:"The student's own phrasebook, in the place of the assignment's; empty without one."`
	Size       int64     `json:"size" db:"size" description:"Bytes of all files together."`
	Login      string    `json:"login" db:"login" description:"Who handed it in."`
	Origin     string    `json:"origin" db:"origin" description:"class, upload, or the repository and its revision."`
	Trial      bool      `json:"-" db:"-"`
	CreatedAt  time.Time `json:"created_at" db:"created_at"`
}

// Import is what became of the entries of a class's archive.
type Import struct {
	Added     []string         `json:"added"`
	Unchanged []string         `json:"unchanged" description:"Handed in before with the same content."`
	Problems  []Skipped        `json:"problems"`
	Unmatched []UnmatchedEntry `json:"unmatched" description:"Entries of nobody on the roster, or of several: hand the archive in again with a decision for each."`
}

// UnmatchedEntry is one of an archive that is nobody's for certain.
type UnmatchedEntry struct {
	Entry      string   `json:"entry"`
	Candidates []string `json:"candidates" description:"Short names of those it might be of, the most likely first."`
}

// Skipped is an entry that could not be imported, and why.
type Skipped struct {
	Entry  string `json:"entry"`
	Reason string `json:"reason"`
}

// State is how far a run or result has come.
type State string

// The states. Failed is a result that could not be graded because of the program; a paused
// run begins nothing, and a cancelled one ends as it is.
const (
	Queued    State = "queued"
	Running   State = "running"
	Paused    State = "paused"
	Done      State = "done"
	Failed    State = "failed"
	Cancelled State = "cancelled"
)

// Over reports whether nothing more will come of it.
func (s State) Over() bool { return s == Done || s == Failed || s == Cancelled }

// Kind is what a run is for.
type Kind string

// The kinds.
const (
	Grading  Kind = "run"      // its results count
	Proposal Kind = "proposal" // its results count once it is accepted
	Trial    Kind = "try"      // a student tries the public part of the suite
)

// Run is one grading of all submissions of an assignment.
type Run struct {
	ID         int64      `json:"id" db:"id"`
	Course     string     `json:"course" db:"course"`
	Assignment string     `json:"assignment" db:"assignment"`
	Revision   int        `json:"revision" db:"revision" description:"Of the assignment, which was used."`
	Kind       Kind       `json:"kind" db:"kind" enum:"run,proposal,try"`
	Login      string     `json:"login" db:"login" description:"Who started it."`
	Accepted   bool       `json:"accepted" db:"accepted" description:"Its results count."`
	Published  bool       `json:"published" db:"published" description:"Students see its results."`
	State      State      `json:"state" db:"state" enum:"queued,running,paused,done,cancelled"`
	Done       int        `json:"done" db:"done"`
	Total      int        `json:"total" db:"total"`
	Kept       int        `json:"kept" db:"kept" description:"Results that were not run again, since nothing of what they depend on has changed."`
	Left       *int       `json:"seconds_left" db:"seconds_left" description:"How long it will take still, as far as can be told; null when it cannot."`
	CreatedAt  time.Time  `json:"created_at" db:"created_at"`
	FinishedAt *time.Time `json:"finished_at" db:"finished_at"`
}

// Result is how one submission fared in a run.
type Result struct {
	ID         int64                    `json:"id"`
	RunID      int64                    `json:"run"`
	Course     string                   `json:"course"`
	Assignment string                   `json:"assignment"`
	Student    string                   `json:"student"`
	State      State                    `json:"state" enum:"queued,running,done,failed,cancelled"`
	Language   string                   `json:"language"`
	Problem    string                   `json:"problem" description:"Why the program could not be graded, or empty."`
	Points     suite.Points             `json:"points"`
	Of         suite.Points             `json:"of"`
	Criteria   []judge.CriterionVerdict `json:"criteria"`
	Account    []judge.Entry            `json:"account" description:"What is added to the points of the criteria or taken from them; both add up to the points."`
	Hands      []ByHand                 `json:"by_hand" description:"Points given by hand; the account has them."`
	Findings   []Finding                `json:"findings"`
	Scripts    []ScriptState            `json:"scripts" description:"Those of the suite first, then what was run besides."`
	Behaviour  string                   `json:"behaviour" description:"The same for programs that do the same over the suite."`
	DaysLate   int                      `json:"days_late"`
	Comment    string                   `json:"comment" description:"What the teacher tells the student."`
	HandedIn   time.Time                `json:"handed_in"`
	FinishedAt *time.Time               `json:"finished_at"`
	Examination
}

// Examination is what is found out about a program beside its points.
type Examination struct {
	Note      string                `json:"note" description:"What else there is to know, as which of several files was run; mostly empty."`
	Learned   string                `json:"learned" description:"The phrasebook that was found by playing, with which the program was read; empty where the one in use read it."`
	Diagnosis []diagnosis.Diagnosis `json:"diagnosis" description:"What explains the program, best first."`
	Causes    []diagnosis.Cause     `json:"causes" description:"What is behind the findings."`
}

// Whole has no list that is missing.
func (e Examination) Whole() Examination {
	if e.Diagnosis == nil {
		e.Diagnosis = []diagnosis.Diagnosis{}
	}
	if e.Causes == nil {
		e.Causes = []diagnosis.Cause{}
	}
	return e
}

// Finding is a finding as it is kept.
type Finding struct {
	ID int64 `json:"id" db:"id"`
	judge.Finding
}

// ScriptState is how one script of a result went. Number counts from 1.
type ScriptState struct {
	Number    int         `json:"number"`
	Title     string      `json:"title"`
	Criterion string      `json:"criterion"`
	State     judge.State `json:"state" enum:"agrees,differs,not shown,not read,not reached,unsteady"`
}

// Matrix is the results of a run: students by criteria.
type Matrix struct {
	Run      Run         `json:"run"`
	Criteria []Criterion `json:"criteria"`
	Rows     []Row       `json:"rows"`
}

// Criterion heads a column of the matrix.
type Criterion struct {
	Name  string       `json:"name"`
	Title string       `json:"title"`
	Of    suite.Points `json:"of"`
}

// Row is one student in the matrix. Cells stand in the order of the criteria and
// are missing until the result is done.
type Row struct {
	Result   int64         `json:"result"`
	Student  string        `json:"student"`
	Language string        `json:"language"`
	State    State         `json:"state" enum:"queued,running,done,failed,cancelled"`
	Problem  string        `json:"problem"`
	Points   suite.Points  `json:"points"`
	Of       suite.Points  `json:"of"`
	Cells    []judge.State `json:"cells"`
	Mistakes []string      `json:"mistakes" description:"Names of the mistakes that explain the program; empty where none does."`
	Group    int           `json:"group" description:"Number of the group of programs that do the same, from 1; 0 until the result is done."`
	Attempts int           `json:"attempts" description:"How many submissions of the student were graded; this is the one that counts."`

	ByHand bool `json:"by_hand" db:"-" description:"Points were given by hand."`

	Behaviour  string                   `json:"-" db:"behaviour"`
	Submission int64                    `json:"-" db:"submission"`
	DaysLate   int                      `json:"-" db:"days_late"`
	Account    []judge.Entry            `json:"-" db:"-"`
	Verdicts   []judge.CriterionVerdict `json:"-" db:"-"`
}
