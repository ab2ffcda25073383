package record

import (
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"

	"durchgang/core/calls"
	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/suite"
)

// Evidence is the recorded run of one script. Number counts from 1.
type Evidence struct {
	Number          int         `json:"number"`
	Title           string      `json:"title"`
	Criterion       string      `json:"criterion"`
	State           judge.State `json:"state" enum:"agrees,differs,not shown,not read,not reached,unsteady"`
	Setup           game.Setup  `json:"setup,omitempty" description:"What chance or a hidden choice has fixed in the script; absent where the program made it."`
	Note            string      `json:"note" description:"What else there is to say of the run: why it was played beside the scripts, or how what was not reached was reached."`
	FirstDifference int         `json:"first_difference" description:"The step at which program and reference part; -1 when they do not. Step 0 is the start."`
	Steps           []Step      `json:"steps"`

	// Call is the one call that shows the difference, of programs that are called.
	Call *calls.Finding `json:"call,omitempty" description:"The one call in which program and reference part, and a test that shows it; absent for programs that are not called."`

	Pictures map[string][]byte `json:"-"` // of the steps, by name
}

// UnmarshalJSON reads evidence, be it of a release that called the first difference parting.
func (e *Evidence) UnmarshalJSON(text []byte) error {
	type plain Evidence
	read := struct {
		*plain
		Parting *int `json:"parting"`
	}{plain: (*plain)(e)}
	if err := json.Unmarshal(text, &read); err != nil {
		return err
	}
	if read.Parting != nil {
		e.FirstDifference = *read.Parting
	}
	return nil
}

// Last is the step up to which there is something to tell: the parting one, or the last; -1
// without any.
func (e *Evidence) Last() int {
	if e.FirstDifference >= 0 {
		return min(e.FirstDifference, len(e.Steps)-1)
	}
	return len(e.Steps) - 1
}

// Keep keeps a picture and returns its name, which is the same for the same picture.
func (e *Evidence) Keep(picture []byte) string {
	if len(picture) == 0 {
		return ""
	}
	sum := sha256.Sum256(picture)
	name := hex.EncodeToString(sum[:16])
	if e.Pictures == nil {
		e.Pictures = map[string][]byte{}
	}
	e.Pictures[name] = picture
	return name
}

// Step is one step of a script: what the reference rules say, what was typed and
// printed, and how the two compare. Boards are rows of marks, "" for a free cell.
type Step struct {
	Word           string             `json:"word" description:"The step as it stands in the script; start for the first."`
	Act            suite.Act          `json:"act" enum:"start,move,line,again,reload"`
	Says           string             `json:"says" description:"The step in words."`
	Reference      [][]string         `json:"reference" description:"The board of the reference rules after the step."`
	Shown          [][]string         `json:"shown" description:"The board the program printed; empty when it printed none."`
	ReferenceLines []string           `json:"reference_lines" description:"What the reference rules show beside a board, in words."`
	ShownLines     []string           `json:"shown_lines" description:"What the program showed of it, in words."`
	Picture        string             `json:"picture" description:"Of a page as it looked after the step: the name under which its picture is kept; empty without one."`
	Outline        []string           `json:"outline" description:"Of a page: what those are told who cannot see it, a line for each thing."`
	Condition      string             `json:"condition" description:"What the program did once the step was over."`
	Events         []Event            `json:"events"`
	Comparisons    []judge.Comparison `json:"comparisons"`
	Echo           bool               `json:"echo" description:"The step comes after the parting one and is not judged."`
}

// Event is one thing typed or printed. Printed bytes that are not text are
// replaced in Text and kept in Raw.
type Event struct {
	Millis int64  `json:"millis" description:"Since the program was started."`
	Typed  bool   `json:"typed" description:"Typed by Durchgang; else printed by the program."`
	Text   string `json:"text" description:"As a person would read it, without control codes."`
	Raw    []byte `json:"raw" description:"Every byte, in base64."`
}
