package record

// Transcript is how a phrasebook reads what programs printed in the last run.
type Transcript struct {
	Phrasebook string           `json:"phrasebook" description:"The text that was read with, with what was added."`
	Learned    string           `json:"learned" description:"What was found by playing with the student's program and read with as well; empty where the phrasebook was enough."`
	Student    string           `json:"student"`
	Script     int              `json:"script" description:"Number of the script, from 1."`
	Scripts    []string         `json:"scripts" description:"The titles of the scripts that there is a transcript of."`
	Lines      []TranscriptLine `json:"lines"`
	Class      []ClassReading   `json:"class"`
	Meanings   []Meaning        `json:"meanings" description:"What a phrase can be said to mean in this game."`
}

// TranscriptLine is a line that was printed or typed.
type TranscriptLine struct {
	Step  int      `json:"step"`
	Text  string   `json:"text"`
	Typed bool     `json:"typed"`
	Says  []string `json:"says" description:"How it is read; empty when nothing is understood."`
}

// ClassReading is how much of what a student's program printed in the script is understood,
// of different lines, and how much by the phrasebook that is in use.
type ClassReading struct {
	Student    string `json:"student"`
	Lines      int    `json:"lines"`
	Understood int    `json:"understood"`
	Before     int    `json:"before"`
	Own        bool   `json:"own" description:"The student has a phrasebook of their own."`
}

// Meaning is one thing that a phrase may mean.
type Meaning struct {
	Key  string `json:"key" description:"Where it stands in a phrasebook, as in says.won."`
	Says string `json:"says"`
}
