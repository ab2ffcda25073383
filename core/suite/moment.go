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
	var moments []Moment
	t := telling{rules: rules, check: Step.check, yield: func(m Moment) bool {
		moments = append(moments, m)
		return true
	}}
	if err := t.tell(s); err != nil {
		return nil, err
	}
	return moments, nil
}

// Retell plays the script with other rules, which may refuse what the reference accepts
// and accept what it refuses, and yields the moments until yield returns false. There are
// fewer of them where another game is asked for and by these rules the one before is not
// over. With lines, a line that is not a move is refused as a move far off the board is,
// with all that these rules make of that.
func (s Script) Retell(rules game.Rules, lines bool, yield func(Moment) bool) error {
	t := telling{rules: rules, lines: lines, yield: yield, check: func(Step, game.Rules, []game.Fact) error { return nil }}
	err := t.tell(s)
	if errors.Is(err, ErrNotOver) || errors.Is(err, errEnough) {
		return nil
	}
	return err
}

// telling makes moments of the steps of a script.
type telling struct {
	rules game.Rules
	lines bool
	check func(Step, game.Rules, []game.Fact) error
	yield func(Moment) bool
	view  []game.Fact // of the last moment
}

var errEnough = errors.New("no more moments are wanted")

func (t *telling) tell(s Script) error {
	if s.Own {
		return ErrOwn
	}
	pos, err := t.rules.Start(s.Setup)
	if err != nil {
		return err
	}
	round := 1
	if err := t.give(opening(t.rules, pos, Step{Act: Start}, round)); err != nil {
		return err
	}
	for _, step := range s.Steps {
		var m Moment
		switch step.Act {
		case Look:
			if err := t.look(step); err != nil {
				return err
			}
			continue
		case Again:
			if !pos.Result().Over() {
				return step.fail(ErrNotOver)
			}
			if pos, err = t.rules.Again(pos, s.Setup); err != nil {
				return err
			}
			round++
			m = opening(t.rules, pos, step, round)
		case Reload, Leave:
			view := t.rules.View(pos, game.Nobody, nil)
			m = Moment{Step: step, Game: round, Mover: pos.Turn(), Before: t.view, View: view, Result: pos.Result()}
		default:
			m = t.moment(pos, step, round)
			if err := t.check(step, t.rules, m.Facts); err != nil {
				return err
			}
		}
		if err := t.give(m); err != nil {
			return err
		}
	}
	return nil
}

func (t *telling) give(m Moment) error {
	t.view = m.View
	if !t.yield(m) {
		return errEnough
	}
	return nil
}

func (t *telling) look(step Step) error {
	positions, all := Positions(t.rules, MostPositions)
	if !all {
		return step.fail(ErrPositions)
	}
	for _, m := range positions {
		if err := t.give(m); err != nil {
			return err
		}
	}
	return nil
}

func (t *telling) moment(pos game.Position, step Step, round int) Moment {
	m := Moment{Step: step, Game: round, Mover: pos.Turn(), Before: t.view}
	switch {
	case step.Act == MakeMove:
		m.Facts = t.rules.Play(pos, step.Move, nil)
	case t.lines && t.rules.MoveKind() != game.NamesText:
		m.Facts = t.rules.Play(pos, farOff, nil)
	default:
		m.Facts = unreadable(pos)
	}
	m.View = t.rules.View(pos, game.Nobody, make([]game.Fact, 0, len(t.view)))
	m.Result = pos.Result()
	return m
}

// farOff is a move that is on no board.
var farOff = game.Move{Cell: game.Cell{Row: -1000, Col: -1000}}

func opening(rules game.Rules, pos game.Position, step Step, round int) Moment {
	view := rules.View(pos, game.Nobody, nil)
	turn := game.Fact{Kind: game.FactTurn, Player: pos.Turn()}
	return Moment{Step: step, Game: round, Facts: []game.Fact{turn}, Before: view, View: view, Result: pos.Result()}
}

// unreadable are the facts of a line that is not a move: it is refused before the
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
