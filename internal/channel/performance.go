package channel

import (
	"context"
	"time"

	"durchgang/core/calls"
	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
	"durchgang/internal/sandbox"
)

// Event is one thing typed or printed, in the order in which it happened.
type Event struct {
	At      time.Duration `json:"at"` // since the start of the program
	Typed   *string       `json:"typed,omitempty"`
	Printed []byte        `json:"printed,omitempty"`
}

// Shot is how a page looked after a step.
type Shot struct {
	Picture []byte   // JPEG; empty where there was nothing to take one of
	Outline []string // what those are told who cannot see it, a line for each thing
}

// Performance is how a program played a script: one observation and one list of
// events for each moment that was tried.
type Performance struct {
	Observations []judge.Observation
	Events       [][]Event
	Moments      []suite.Moment // what was played, where that was not known before; see Opponent
	Chose        string         // what the program chose by itself and showed: its replies, or its set-up
	Played       *suite.Script  // what was played, with the set-up that the program has chosen; nil where that is not known
	Stuck        bool           // the program was, at some call
	Forms        int            // how many forms the book has for what the program says
	Shots        []Shot         // of a page, one for each moment that was tried
	// What a page said in each moment, and what it shows all the time.
	Said, Stands []phrasebook.Screen
	steps        []pageStep
	Called       *Called // of a program that is called
	// Beyond is what was seen on a terminal of the moves after the one from which on no set-up fits any more.
	Beyond []Beyond
}

// Called is what was called in a script.
type Called struct {
	Book    *calls.Book
	Calls   []calls.Call
	Answers []calls.Answer
	Until   []int // how many calls were made by the end of each moment
}

// Beyond is a move that is not judged, and what was seen of it.
type Beyond struct {
	Move game.Move
	Seen judge.Observation
}

// seat is where a program sits while it plays.
type seat interface {
	// moment plays one moment; it returns false when the script cannot go on.
	moment(suite.Moment) bool
	// assume says which set-up what the program shows is read by.
	assume(game.Setup)
	suppose(game.Setup) // the same for one that is not known
	// screen is what the program said in the moment that was played last.
	screen() phrasebook.Screen
	// reread reads what was played once more, by a set-up that became known meanwhile.
	reread(ctx context.Context, setup game.Setup, moments []suite.Moment) (Performance, error)
	// performance is what was observed so far. The error is about the machine.
	performance() (*Performance, error)
}

// Sitter is a channel on which a program plays move by move.
type Sitter interface {
	// sit starts the program anew. leave ends it.
	sit(ctx context.Context, spec sandbox.Spec, setup game.Setup) (s seat, leave func(), err error)
}

// perform starts a program anew and plays the moments of one script with it.
func perform(ctx context.Context, on Sitter, spec sandbox.Spec, setup game.Setup, moments []suite.Moment) (Performance, error) {
	s, leave, err := on.sit(ctx, spec, setup)
	if err != nil {
		return Performance{}, err
	}
	defer leave()
	return follow(ctx, s, moments)
}

// follow plays moments.
func follow(ctx context.Context, s seat, moments []suite.Moment) (Performance, error) {
	for _, m := range moments {
		if err := ctx.Err(); err != nil {
			return Performance{}, err
		}
		if !s.moment(m) {
			break
		}
	}
	done, err := s.performance()
	return *done, err
}
