package channel

import (
	"context"
	"fmt"
	"time"

	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/phrasebook"
	"durchgang/core/play"
	"durchgang/core/play/house"
	"durchgang/core/suite"
	"durchgang/internal/sandbox"
)

// Contestant is a strategy that takes its seat in one game after the other.
type Contestant interface {
	// Sit returns its seat in a new game. Only the seat that was taken last may be used. The error is about the machine.
	Sit(ctx context.Context, seat game.Player) (play.Seat, error)
	// Close ends the program.
	Close()
}

// Console is a console program that plays against a person, as a contestant: the other side's moves are typed to it, and
// its own are read off the board that it shows. It is started for each game.
type Console struct {
	Rules   game.Rules
	Spec    sandbox.Spec
	Books   [2]*phrasebook.Book // by which it is read when it moves first and second; nil where it does not
	Seconds float64             // of a game

	leave func()
}

// Close implements Contestant.
func (c *Console) Close() {
	if c.leave != nil {
		c.leave()
		c.leave = nil
	}
}

// Sit implements Contestant.
func (c *Console) Sit(_ context.Context, seat game.Player) (play.Seat, error) {
	c.Close()
	return &consoleSeat{Console: c, side: seat, left: time.Duration(c.Seconds * float64(time.Second))}, nil
}

// consoleSeat is a seat of a console program in one game.
type consoleSeat struct {
	*Console
	side     game.Player
	left     time.Duration
	match    *match
	answered int // of the match's replies
}

// Choose implements play.Seat.
func (s *consoleSeat) Choose(ctx context.Context, sight house.Sight) (play.Answer, error) {
	began, follows := time.Now(), s.match != nil || s.side == game.Second
	if s.match == nil {
		if err := s.start(ctx, sight.View); err != nil {
			return play.Answer{}, err
		}
	}
	m := s.match
	if follows && !m.lost {
		added, _ := m.answers(s.side.Opponent(), sight.View, m.view())
		if len(added) != 1 {
			return play.Answer{}, fmt.Errorf("the other side has made %d moves at once", len(added))
		}
		m.move(suite.Step{Act: suite.MakeMove, Move: m.at(s.side.Opponent(), added[0])})
	}
	if _, err := m.performance(); err != nil {
		return play.Answer{}, err
	}
	took := time.Since(began)
	if s.left -= took; s.left < 0 {
		return play.Answer{Took: took}, &play.Foul{Kind: play.Slow, Detail: fmt.Sprintf("its %g seconds for the game are used up", s.Seconds)}
	}
	if len(m.replies) == s.answered {
		return play.Answer{Took: took}, s.foul()
	}
	s.answered++
	return play.Answer{Text: s.Rules.FormatMove(m.replies[s.answered-1]), Took: took}, nil
}

// start starts the program. A *play.Foul says why it cannot play this game.
func (s *consoleSeat) start(ctx context.Context, view []game.Fact) error {
	book := s.Books[s.side-game.First]
	if book == nil {
		return &play.Foul{Kind: play.Absent, Detail: fmt.Sprintf("it was not seen to play as %s against a person", s.Rules.PlayerName(s.side))}
	}
	if marksOf(view).total() >= int(s.side) {
		return &play.Foul{Kind: play.Absent, Detail: "it begins with an empty board, and this game began with moves at random"}
	}
	var setup game.Setup
	pos, err := s.Rules.Start(setup)
	if err != nil {
		return err
	}
	patience := DefaultPatience()
	patience.Rest = s.left
	seat, leave, err := Terminal{Book: book, Rules: s.Rules, Setup: setup, Patience: patience}.sit(ctx, s.Spec, setup)
	if err != nil {
		return err
	}
	s.leave = leave
	s.match = &match{Opponent: Opponent{Rules: s.Rules, Setup: setup, Program: s.side}, seat: seat, pos: pos, round: 1}
	s.match.begin(suite.Step{Act: suite.Start})
	return nil
}

// foul says why no move of the program was seen.
func (s *consoleSeat) foul() *play.Foul {
	f := &play.Foul{Kind: play.NoMove, Detail: "no move was read off the board that it shows"}
	done, _ := s.match.performance()
	if len(done.Observations) == 0 {
		return f
	}
	last := done.Observations[len(done.Observations)-1]
	switch last.Condition {
	case judge.Ended, judge.Crashed, judge.Exceeded:
		f.Kind, f.Detail = play.Gone, fmt.Sprintf("the program %s %s", last.Condition, last.Detail)
	case judge.Stuck:
		f.Kind, f.Detail = play.Silent, "it did not answer"
	case judge.Flooding:
		f.Kind, f.Detail = play.Flood, "it printed without an end"
	default:
		for _, c := range last.Checks {
			if !c.Agrees {
				f.Detail = c.Seen
			}
		}
	}
	return f
}

// End implements play.Seat.
func (s *consoleSeat) End(context.Context, []game.Fact) error {
	s.Close()
	return nil
}
