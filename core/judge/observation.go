package judge

import (
	"durchgang/core/game"
	"durchgang/core/suite"
)

// Observation is what a channel saw of one step.
type Observation struct {
	Facts     []game.Fact
	Condition Condition
	Detail    string // how the program ended, or what it exceeded
	Silent    bool   // the program printed nothing at all
	Asked     bool   // it was asked, so that it announces nothing by the way
	Accepted  bool   // the program says that the move is accepted
	Unwon     bool   // it says that nobody has won, and not whether the game is drawn
	Undrawn   bool   // it says that the game is not drawn, and not whether somebody has won
	Checks    []Check
	ByTurn    bool // whose board was shot at was not told, but taken from whose turn it should be
	Untyped   bool // the step was not tried, because the program did not ask for a move
	Unoffered bool // the step was not tried, because the program has nothing to make this move with
	Skipped   bool // the step was not tried, because what would be typed is right at this prompt
	NoMove    bool // what was typed for a move off the board is not a move in the way that the program reads them
	Repeats   bool // the program asks what it asked before the step

	Said   []string // lines of the step, without numbers and the prompt
	Reason *Check   // whether a refusal says why; see Reasons

	unread []string // subjects whose reading has not proven itself
}

// Check is something that the channel has compared by itself, because it has no fact: what
// a function fails to give, or whether an opponent answers.
type Check struct {
	Aspect         suite.Aspect
	Agrees         bool
	Expected, Seen string
}

func (c Check) comparison() Comparison {
	state := Differs
	if c.Agrees {
		state = Agrees
	}
	return Comparison{Subject: "answer", Aspect: c.Aspect, State: state, Expected: c.Expected, Seen: c.Seen}
}

// Condition is what a program does once a step is over.
type Condition string

// The conditions. Asking is only said with evidence that a move is asked for.
const (
	Asking   Condition = "asks for a move"
	Waiting  Condition = "waits for input"
	Offering Condition = "asks whether to play again"
	Anew     Condition = "has begun another game"
	Ended    Condition = "has ended"
	Crashed  Condition = "has crashed"
	Stuck    Condition = "is stuck: it neither asks for input nor ends"
	Flooding Condition = "prints without end"
	Exceeded Condition = "has exceeded a limit"
)

// alive reports whether the program can still be typed to.
func (c Condition) alive() bool {
	return c == Asking || c == Waiting || c == Offering || c == Anew
}

// closed reports whether the program shows by what it does that the game is over.
func (c Condition) closed() bool { return c == Offering || c == Anew || c == Ended }
