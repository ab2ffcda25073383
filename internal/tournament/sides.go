package tournament

import (
	"context"
	"errors"
	"fmt"
	"io/fs"

	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
	"durchgang/internal/channel"
	"durchgang/internal/grading"
	"durchgang/internal/record"
)

// ErrNoSide means that a console program was seen to play neither side against a person.
var ErrNoSide = errors.New("it plays neither side")

// AtFault reports whether an error is the program's, which cannot play.
func AtFault(err error) bool { return grading.AtFault(err) || errors.Is(err, ErrNoSide) }

// Sides are the wordings of a console program that plays against a person, where it moves first and where it
// moves second: empty for the built-in one, nil where it does not play that side.
type Sides [2]*string

// books are the phrasebooks of the wordings.
func (s *Sides) books() (books [2]*phrasebook.Book, err error) {
	for i, wording := range s {
		if wording == nil {
			continue
		}
		if books[i], err = phrasebook.ParseOpponent("wording", *wording, game.First+game.Player(i)); err != nil {
			return books, fmt.Errorf("read how the strategy talks: %w", err)
		}
	}
	return books, nil
}

// sidesOf are the sides that an entrant plays on a terminal; nil for one that is driven otherwise.
func sidesOf(e record.Entrant) *Sides {
	if e.Channel != record.Terminal {
		return nil
	}
	return &Sides{e.FirstWording, e.SecondWording}
}

// facesPeople reports whether console programs that play one side of a game can be read: marks on a board that
// both see.
func facesPeople(rules game.Rules) bool {
	return !rules.Solo() && channel.Scouts(rules, "")
}

// findSides finds out by playing which sides a console program plays, and how it talks. ErrNoSide and other
// errors for which AtFault holds are the program's.
func findSides(ctx context.Context, folder fs.FS, rules game.Rules) (*Sides, error) {
	var found Sides
	why := ErrNoSide
	for i := range found {
		s, err := facingSuite(rules, game.First+game.Player(i))
		if err != nil {
			return nil, err
		}
		g, err := grading.New(record.Terminal, s, "", "")
		if err != nil {
			return nil, err
		}
		graded, err := g.Grade(ctx, folder, nil)
		switch {
		case AtFault(err):
			why = fmt.Errorf("%w: %w", ErrNoSide, err)
		case err != nil:
			return nil, err
		case graded.Verdict.Criteria[0].State == judge.Agrees:
			found[i] = &graded.Learned
		case len(graded.Verdict.Findings) > 0:
			why = fmt.Errorf("%w: %s", ErrNoSide, graded.Verdict.Findings[0].Seen)
		}
	}
	if found == (Sides{}) {
		return nil, why
	}
	return &found, nil
}

// facingSuite is a suite by which it is seen whether a program plays a side: games that are played on to the end
// from the middle of the board, and from a corner.
func facingSuite(rules game.Rules, program game.Player) (*suite.Suite, error) {
	pos, err := rules.Start("")
	if err != nil {
		return nil, err
	}
	const name = "plays"
	s := &suite.Suite{Rules: rules, Program: program, Criteria: []suite.Criterion{{
		Name: name, Title: "The program answers each move", Points: 1, Claims: []suite.Aspect{suite.Reply},
	}}}
	legal := game.Legal(rules, pos)
	for _, from := range []int{len(legal) / 2, 0} {
		s.Scripts = append(s.Scripts, suite.Script{
			Title: "from " + rules.FormatMove(legal[from]), Criterion: name,
			Steps: []suite.Step{{Act: suite.MakeMove, Move: legal[from]}, {Act: suite.Finish}},
		})
	}
	return s, nil
}
