package suite

import (
	"errors"
	"fmt"

	"durchgang/core/game"
)

// Moment is what the reference rules say of one step of a script.
type Moment struct {
	Step   Step
	Game   int         // counted from 1
	Mover  game.Player // whose turn it was before the step; Nobody after the end
	Facts  []game.Fact // what must be seen of the step
	Before []game.Fact // the position's view before the step
	View   []game.Fact // and after it
	Result game.Result
}

// Causes of a script that contradicts the rules.
var (
	ErrShouldRefuse = errors.New("the rules accept this move, but the script marks it as refused with a ! in front")
	ErrShouldAccept = errors.New("the rules refuse this move: if that is meant, mark it with a ! in front")
	ErrPositions    = fmt.Errorf("positions are looked at in games without a set-up that have at most %d of them", MostPositions)
	ErrOwn          = errors.New("what happens in this script is known only with a program, which makes the set-up itself")
	ErrNotOver      = errors.New("another game is asked for before this one is over")
)

// Moments plays the script with the reference rules. The first moment is the
// start of the program, so there is one more than there are steps. Errors are
// *SyntaxError without a file name.
func (s Script) Moments(rules game.Rules) ([]Moment, error) {
	if s.Own {
		return nil, ErrOwn
	}
	pos, err := rules.Start(s.Setup)
	if err != nil {
		return nil, err
	}
	round := 1
	moments := []Moment{opening(rules, pos, Step{Act: Start}, round)}
	for _, step := range s.Steps {
		if step.Act == Look {
			positions, all := Positions(rules, MostPositions)
			if !all {
				return nil, step.fail(ErrPositions)
			}
			moments = append(moments, positions...)
			continue
		}
		if step.Act == Again {
			if !pos.Result().Over() {
				return nil, step.fail(ErrNotOver)
			}
			if pos, err = rules.Again(pos, s.Setup); err != nil {
				return nil, err
			}
			round++
			moments = append(moments, opening(rules, pos, step, round))
			continue
		}
		m := Moment{Step: step, Game: round, Mover: pos.Turn(), Before: moments[len(moments)-1].View}
		if step.Act == TypeLine {
			m.Facts = unreadable(pos)
		} else {
			m.Facts = rules.Play(pos, step.Move, nil)
		}
		m.View = rules.View(pos, game.Nobody, nil)
		m.Result = pos.Result()
		if err := step.check(rules, m.Facts); err != nil {
			return nil, err
		}
		moments = append(moments, m)
	}
	return moments, nil
}

func opening(rules game.Rules, pos game.Position, step Step, round int) Moment {
	view := rules.View(pos, game.Nobody, nil)
	turn := game.Fact{Kind: game.FactTurn, Player: pos.Turn()}
	return Moment{Step: step, Game: round, Facts: []game.Fact{turn}, Before: view, View: view}
}

// unreadable are the facts of a line that is no move: it is refused before the
// rules hear of it.
func unreadable(pos game.Position) []game.Fact {
	if pos.Result().Over() {
		return []game.Fact{{Kind: game.FactRefused, Reason: game.GameOver}}
	}
	return []game.Fact{
		{Kind: game.FactRefused, Reason: game.Unreadable},
		{Kind: game.FactTurn, Player: pos.Turn()},
	}
}

func (s Step) check(rules game.Rules, facts []game.Fact) error {
	reason, refused := game.Refused(facts)
	switch {
	case refused && !s.Refused:
		return s.fail(fmt.Errorf("%s is %s: %w", rules.FormatMove(s.Move), reason, ErrShouldAccept))
	case !refused && s.Refused:
		return s.fail(fmt.Errorf("%s: %w", rules.FormatMove(s.Move), ErrShouldRefuse))
	}
	return nil
}

func (s Step) fail(cause error) error {
	return &SyntaxError{Line: s.Line, Column: s.Column, Err: cause}
}
